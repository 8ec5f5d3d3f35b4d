"""What a graph shows, as data: curves sampled until they are smooth, and the points a student looks for."""

from __future__ import annotations

import math
from itertools import combinations, pairwise
from typing import TYPE_CHECKING

import sympy as sp
from flint import arb

from ..problems import LineError
from ..reading import tree as t
from .calculus.bodies import Body, body_in, end_of
from .calculus.extrema import turning_points
from .context import Context
from .exact import balls
from .exact.bridge import settled
from .solving.equation import Range, solutions_of
from .solving.statement import Atom, Statement, Trial, statement_of
from .substitution import put_in_scalar
from .values import Curve, Feature, GraphValue, ListValue, Point, expression, is_scalar

if TYPE_CHECKING:
    from .evaluate import Evaluator

_FIRST, _DEEPEST = 160, 7
_GRID = 120
#: A rise over the smallest step that is more than this share of the usual heights is a jump.
_STEEPEST = 0.15
#: A curve that swings more often than this in its window has no list of points: nobody could read it.
_MOST_SWINGS = 40


def graph(evaluator: Evaluator, node: t.Request) -> GraphValue:
    """The data of a graph. Errors: outside-domain for an empty window, not-supported for what cannot be drawn."""
    if node.name == "graph points":
        return _points(evaluator, node)
    low, high = _window(evaluator, node.low, node.high)
    curves: list[Curve] = []
    bodies: list[Body] = []
    tall: list[float] = []
    letter = node.letters[0] if node.letters else None
    implicit: list[t.Node] = []
    for body in node.bodies:
        if isinstance(body, t.Relation | t.Logic):
            implicit.append(body)
            continue
        found = body_in(evaluator, body, letter)
        pieces = _sampled(found, low, high)
        tall += [y for piece in pieces for _, y in piece]
        calm = _swings(pieces) <= _MOST_SWINGS
        if calm:
            bodies.append(found)
        features = _features(evaluator.context, found, low, high) if calm else ()
        curves.append(Curve(body, pieces, features, found.expr, found.letter.name))
    bottom, top = _window(evaluator, node.low_2, node.high_2) if node.low_2 is not None else _height(tall, low, high)
    for body in implicit:
        curves.append(Curve(body, _contour(evaluator, body, node.letters, (low, high, bottom, top))))
    return GraphValue((low, high, bottom, top), tuple(curves), _meetings(evaluator.context, bodies, low, high))


def _swings(pieces: tuple[tuple[Point, ...], ...]) -> int:
    """How often a curve turns from rising to falling or back."""
    count = 0
    for piece in pieces:
        rises = [b[1] > a[1] for a, b in pairwise(piece) if a[1] != b[1]]
        count += sum(one != other for one, other in pairwise(rises))
    return count


def _meetings(context: Context, bodies: list[Body], low: float, high: float) -> tuple[tuple[int, int, Feature], ...]:
    """Where two curves meet in the window, by solving for it."""
    found: list[tuple[int, int, Feature]] = []
    for (k, one), (j, other) in combinations(enumerate(bodies[:6]), 2):
        if one.letter != other.letter:
            continue
        gap = Body(sp.expand(one.expr - other.expr), one.letter, [*one.requirements, *other.requirements])
        for x in _zeros(context, gap, low, high)[:20]:
            with context.collecting():
                y = put_in_scalar(context, settled(one.expr), {one.letter.name: settled(x)})
            found.append((k, j, Feature("meeting", settled(x), y)))
    return tuple(found)


def _zeros(context: Context, body: Body, low: float, high: float) -> list[sp.Expr]:
    atom = Atom(body.expr, "=", (body.expr, sp.S.Zero))
    try:
        return solutions_of(context, Trial(context, body.letter, Statement("", atom=atom), body.requirements), atom, _where(low, high)).values
    except (LineError, NotImplementedError, ValueError, TypeError):
        return []


def _where(low: float, high: float) -> Range:
    return Range(sp.Rational(low).limit_denominator(10 ** 6), sp.Rational(high).limit_denominator(10 ** 6), True, True, True)


def _points(evaluator: Evaluator, node: t.Request) -> GraphValue:
    value = evaluator.of(node.bodies[0])
    if not isinstance(value, ListValue) or not all(isinstance(i, ListValue) and len(i.items) == 2 for i in value.items) or not value.items:
        raise LineError("not-supported", "Points are a list of pairs, as in [[0, 1], [2, 3]].", node.bodies[0].start, node.bodies[0].end)
    points = tuple((_float(i.items[0]), _float(i.items[1])) for i in value.items if isinstance(i, ListValue))
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    room = [0.05 * ((max(v) - min(v)) or 2.0) for v in (xs, ys)]
    return GraphValue((min(xs) - room[0], max(xs) + room[0], min(ys) - room[1], max(ys) + room[1]), (), (), points, bool(node.side))


def _float(value: object) -> float:
    if not is_scalar(value) or expression(value).free_symbols:  # type: ignore[arg-type]
        raise LineError("not-supported", "The coordinates of points are numbers.")
    return float(sp.N(expression(value), 17))  # type: ignore[arg-type]


def _window(evaluator: Evaluator, low: t.Node | None, high: t.Node | None) -> tuple[float, float]:
    if low is None or high is None:
        return -10.0, 10.0
    ends = [end_of(evaluator, n) for n in (low, high)]
    for end, node in zip(ends, (low, high), strict=True):
        if end.free_symbols or not end.is_finite or not end.is_real:
            raise LineError("outside-domain", "A graph runs from one number to another.", node.start, node.end)
    a, b = (float(sp.N(e, 17)) for e in ends)
    if not a < b:
        raise LineError("outside-domain", "The first end must be the smaller one.", low.start, high.end)
    return a, b


def _at(expr: sp.Expr, letter: sp.Symbol, x: float) -> float | None:
    """The value as a float; None where there is none."""
    with balls.precision(64):
        try:
            value = balls.ball(expr, {letter: arb(x)})
        except balls.NoBall:
            return None
    if not isinstance(value, arb) or not value.is_finite():
        return None
    return float(value.mid())


def _sampled(body: Body, low: float, high: float) -> tuple[tuple[Point, ...], ...]:
    """Polylines that follow the curve; broken at gaps, and at jumps and poles, where halving the step does not help."""
    xs = [low + (high - low) * k / _FIRST for k in range(_FIRST + 1)]
    values = [(x, _at(body.expr, body.letter, x)) for x in xs]
    heights = sorted(y for _, y in values if y is not None)
    scale = max(heights[len(heights) * 9 // 10] - heights[len(heights) // 10], 1e-9) if heights else 1.0
    pieces: list[list[Point]] = [[]]
    for (a, ya), (b, yb) in pairwise(values):
        if ya is not None and not pieces[-1]:
            pieces[-1].append((a, ya))
        _refine(body, a, ya, b, yb, scale, _DEEPEST, pieces)
    return tuple(tuple(p) for p in pieces if len(p) > 1)


def _refine(body: Body, a: float, ya: float | None, b: float, yb: float | None, scale: float, depth: int, pieces: list[list[Point]]) -> None:
    middle = (a + b) / 2
    ym = _at(body.expr, body.letter, middle) if depth else None
    known = ya is not None and yb is not None
    if known and depth and ym is not None and abs(ym - (ya + yb) / 2) <= 0.002 * scale:  # type: ignore[operator]
        pieces[-1].append((b, yb))  # type: ignore[arg-type]
        return
    if depth and not (ya is None and yb is None and ym is None):
        if ym is not None and not pieces[-1]:
            pieces[-1] = []
        _refine(body, a, ya, middle, ym, scale, depth - 1, pieces)
        if ym is not None and not pieces[-1]:
            pieces[-1].append((middle, ym))
        _refine(body, middle, ym, b, yb, scale, depth - 1, pieces)
        return
    if known and abs(yb - ya) <= _STEEPEST * scale:  # type: ignore[operator]
        pieces[-1].append((b, yb))  # type: ignore[arg-type]
    else:
        pieces.append([(b, yb)] if yb is not None else [])


def _height(values: list[float], low: float, high: float) -> tuple[float, float]:
    """The heights that most of the curves take, so that a pole does not flatten the rest."""
    if not values:
        return low, high
    ordered = sorted(values)
    n = len(ordered)
    bottom, top = ordered[n // 50], ordered[n - 1 - n // 50]
    if ordered[0] > bottom - 2 * (top - bottom) and ordered[-1] < top + 2 * (top - bottom):
        bottom, top = ordered[0], ordered[-1]
    room = 0.06 * (top - bottom) or 1.0
    return bottom - room, top + room


def _features(context: Context, body: Body, low: float, high: float) -> tuple[Feature, ...]:
    """Zeros and turning points in the window, exact where they can be found."""
    found = [Feature("zero", settled(v), settled(sp.S.Zero)) for v in _zeros(context, body, low, high)[:40]]
    try:
        turning = turning_points(context, body, _where(low, high), "y")
        found += [Feature(s.kind, s.values[0][1], s.values[1][1]) for s in turning.solutions[:40]]
    except (LineError, NotImplementedError, ValueError, TypeError):
        pass
    return tuple(found)


def _contour(evaluator: Evaluator, body: t.Node, letters: tuple[str, ...], window: tuple[float, float, float, float]) -> tuple[tuple[Point, ...], ...]:
    """Where the two sides of an equation in two letters are equal, by marching squares on a grid."""
    context = evaluator.context
    names = letters if len(letters) == 2 else ("x", "y")
    with context.letters(*names), context.collecting():
        statement = statement_of(evaluator, body)
        x, y = (context.symbol(n) for n in names)
    if statement.atom is None or statement.atom.sign != "=" or not statement.atom.difference.free_symbols <= {x, y}:
        raise LineError("not-supported", "Only equations in two letters can be drawn.", body.start, body.end)
    left, right, bottom, top = window
    xs = [left + (right - left) * k / _GRID for k in range(_GRID + 1)]
    ys = [bottom + (top - bottom) * k / _GRID for k in range(_GRID + 1)]
    grid = [[_value_at(statement.atom.difference, x, y, a, b) for b in ys] for a in xs]
    lines: list[tuple[Point, ...]] = []
    for i in range(_GRID):
        for j in range(_GRID):
            corners = [(xs[i], ys[j], grid[i][j]), (xs[i + 1], ys[j], grid[i + 1][j]), (xs[i + 1], ys[j + 1], grid[i + 1][j + 1]), (xs[i], ys[j + 1], grid[i][j + 1])]
            crossings = [_crossing(p, q) for p, q in zip(corners, [*corners[1:], corners[0]], strict=True)]
            found = [c for c in crossings if c is not None]
            lines += [tuple(found[k:k + 2]) for k in range(0, len(found) - 1, 2)]
    return tuple(lines)


def _value_at(expr: sp.Expr, x: sp.Symbol, y: sp.Symbol, a: float, b: float) -> float:
    with balls.precision(64):
        try:
            value = balls.ball(expr, {x: arb(a), y: arb(b)})
        except balls.NoBall:
            return math.nan
    return float(value.mid()) if isinstance(value, arb) else math.nan


def _crossing(p: tuple[float, float, float], q: tuple[float, float, float]) -> Point | None:
    if math.isnan(p[2]) or math.isnan(q[2]) or (p[2] < 0) == (q[2] < 0):
        return None
    share = p[2] / (p[2] - q[2])
    return p[0] + share * (q[0] - p[0]), p[1] + share * (q[1] - p[1])
