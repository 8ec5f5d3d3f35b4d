"""A surface z = f(x, y): heights over a grid with gaps at its poles, level lines, and the points at which it is level, exact."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import product
from typing import TYPE_CHECKING, Final

import sympy as sp
from flint import arb

from ...language import tree as t
from ...problems import LineError
from ..binding.statement import Atom, Statement
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled
from ..exact.decide import Undecided
from ..ground import judge
from ..ground.values import Curve, FunctionValue, GraphValue, Requirement, Surface, SurfacePoint, Value, Window, expression, free_letters, is_scalar
from ..patience import Budget, OutOfPatience, patience
from ..solving.equation import Range
from ..solving.solve import solve_statement
from ..solving.systems import solve_system
from .equations import Equation
from .fields import lines_at
from .ranges import ends_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator

#: Fields of the grid each way; level lines; seconds that level points are looked for.
_FIELDS: Final = 40
_LEVELS: Final = 9
_SECONDS: Final = 1.5
_USUAL: Final = (sp.Integer(-3), sp.Integer(3))
#: Heights farther out than so many times what most of them span are cut off.
_FAR: Final = 3.0
#: What a search for level points may end with, beside an answer.
_FAILURES: Final = (LineError, OutOfPatience, Undecided, balls.NoBall, NotImplementedError, TypeError)
#: The letter of the height where the line names none.
_HEIGHT: Final = "z"


@dataclass(frozen=True)
class _Body:
    """What is drawn over two letters, and the name of its height."""

    label: t.Node
    expr: sp.Expr
    x: sp.Symbol
    y: sp.Symbol
    height: str
    requirements: tuple[Requirement, ...]


def surface(evaluator: Evaluator, node: t.Request) -> GraphValue | None:
    """The data of a surface; None where the line draws curves. Errors: not-supported, outside-domain."""
    body = _body(evaluator, node)
    if body is None:
        return None
    across, up = ends_of(evaluator, node.low, node.high, _USUAL), ends_of(evaluator, node.low_2, node.high_2, _USUAL)
    window = (float(across[0]), float(across[1]), float(up[0]), float(up[1]))
    heights = _heights(body, window)
    found = [h for row in heights for h in row if h is not None]
    if not found:
        raise LineError("outside-domain", "There is no height over this range.", node.start, node.end)
    low, high = _span(found)
    points, is_sure = _level_points(evaluator, body, window)
    budget = Budget(_SECONDS)
    lines = (_level_lines(body, level, window) if not budget.is_spent else lines_at(float(level), heights, window) for level in _levels(low, high))
    curve = Curve(body.label, "levels", tuple(line for level in lines for line in level))
    told = Surface(heights, (low, high), points, is_sure, (body.x.name, body.y.name, body.height))
    return GraphValue(window, (settled(across[0]), settled(across[1])), (curve,), letter=body.x.name, surface=told)


def _body(evaluator: Evaluator, node: t.Request) -> _Body | None:
    if len(node.bodies) != 1 or node.name != "graph":
        return None
    body, height = node.bodies[0], _HEIGHT
    if isinstance(body, t.Relation):
        left = body.sides[0]
        if body.signs != ("=",) or not isinstance(left, t.Name) or left.name in node.letters or evaluator.context.has_meaning(left.name):
            return None
        if left.name != _HEIGHT and len(node.letters) != 2:
            return None
        height, body = left.name, body.sides[1]
    context = evaluator.context
    with context.letters(*node.letters), context.collecting() as requirements:
        try:
            value = evaluator.of(body)
        except LineError:
            return None
        letters = _letters(value, node.letters, is_named=body is not node.bodies[0])
        if letters is None or height in letters:
            return None
        with context.letters(*letters):
            x, y = (context.symbol(name) for name in letters)
            if isinstance(value, FunctionValue):
                value = evaluator.applied(value, [x, y], value.name)
    if not is_scalar(value):
        return None
    plain = {s: sp.Symbol(s.name, real=True) for s in (x, y)}
    needs = tuple(r.renamed(plain) for r in requirements)
    return _Body(node.bodies[0], expression(value).xreplace(plain), plain[x], plain[y], height, needs)


def _letters(value: Value, said: tuple[str, ...], is_named: bool) -> tuple[str, str] | None:
    """The two letters across; None where there are not two. Without a name for the height, `graph x^2 for x from …, y from …` is a curve with its window."""
    if isinstance(value, FunctionValue):
        own = tuple(s.name for s in value.parameters)
        return (own[0], own[1]) if len(own) == 2 else None
    free = sorted(free_letters(value))
    if len(said) == 2:
        return (said[0], said[1]) if set(free) == set(said) or (is_named and set(free) < set(said)) else None
    return (free[0], free[1]) if len(free) == 2 and not said and free == ["x", "y"] else None


# -- heights -----------------------------------------------------------------------------------------------------------


def _heights(body: _Body, window: Window) -> tuple[tuple[float | None, ...], ...]:
    """Rows of heights from the lower to the upper end of y; None where there is none, and beside fields in which balls find no bound."""
    left, right, bottom, top = window
    xs = [left + (right - left) * k / _FIELDS for k in range(_FIELDS + 1)]
    ys = [bottom + (top - bottom) * k / _FIELDS for k in range(_FIELDS + 1)]
    rows = [[_value(body, arb(x), arb(y)) for x in xs] for y in ys]
    for j in range(_FIELDS):
        for i in range(_FIELDS):
            corners = [rows[j][i], rows[j][i + 1], rows[j + 1][i], rows[j + 1][i + 1]]
            known = [c for c in corners if c is not None]
            if len(known) == 4 and not _is_suspicious(known):
                continue
            if len(known) == 4 and _is_bounded(body, (xs[i], xs[i + 1]), (ys[j], ys[j + 1])):
                continue
            if len(known) == 4:  # a pole runs through: what is nearest to it goes
                far = max(range(4), key=lambda k: abs(known[k]))
                rows[j + far // 2][i + far % 2] = None
    return tuple(tuple(row) for row in rows)


def _is_suspicious(corners: list[float]) -> bool:
    """Whether the heights at the corners of a field differ as they may beside a pole."""
    return max(corners) - min(corners) > 4 * (1 + min(abs(c) for c in corners))


def _value(body: _Body, x: arb, y: arb) -> float | None:
    try:
        found = balls.ball(body.expr, {body.x: x, body.y: y})
    except balls.NoBall:
        return None
    if not isinstance(found, arb) or not found.is_finite():
        return None
    height = float(found.mid())
    return height if math.isfinite(height) and abs(height) < 1e100 else None


def _is_bounded(body: _Body, across: tuple[float, float], up: tuple[float, float]) -> bool:
    """Whether the expression surely has a value on a whole field."""
    try:
        found = balls.ball(body.expr, {body.x: arb(across[0]).union(arb(across[1])), body.y: arb(up[0]).union(arb(up[1]))})
    except balls.NoBall:
        return False
    return isinstance(found, arb) and found.is_finite()


def _span(heights: list[float]) -> tuple[float, float]:
    """From the lowest to the highest; of a surface that goes far out beside a pole only what most of it spans."""
    ordered = sorted(heights)
    low, high = ordered[len(ordered) // 20], ordered[-1 - len(ordered) // 20]
    room = _FAR * (high - low)
    low, high = max(ordered[0], low - room), min(ordered[-1], high + room)
    return (low, high) if high > low else (low - 1.0, high + 1.0)


def _levels(low: float, high: float) -> list[sp.Rational]:
    """About nine round heights within the span."""
    step = 10.0 ** math.floor(math.log10((high - low) / _LEVELS))
    step *= next(k for k in (1, 2, 5, 10) if (high - low) / (k * step) <= _LEVELS)
    first = math.ceil(low / step)
    exact = sp.nsimplify(step)
    return [exact * k for k in range(first, math.floor(high / step) + 1)]


def _level_lines(body: _Body, level: sp.Rational, window: Window) -> tuple[tuple[tuple[float, float], ...], ...]:
    difference = body.expr - level
    return Equation(difference, body.x, body.y, body.requirements).lines(window) if difference.free_symbols else ()


# -- level points ------------------------------------------------------------------------------------------------------


def _level_points(evaluator: Evaluator, body: _Body, window: Window) -> tuple[tuple[SurfacePoint, ...], bool]:
    """Where both derivatives are zero within the window, with their kind; and whether these are all."""
    slopes = sp.diff(body.expr, body.x), sp.diff(body.expr, body.y)
    with evaluator.context.collecting():
        try:
            with patience(_SECONDS):
                places, is_sure = _by_system(evaluator, body, slopes)
        except _FAILURES:
            try:
                with patience(_SECONDS):
                    places, is_sure = _by_factors(evaluator.context, body, slopes, window)
            except _FAILURES:
                return (), False
    points: list[SurfacePoint] = []
    for x, y in places:
        if window[0] <= float(x) <= window[1] and window[2] <= float(y) <= window[3]:
            point = _point(body, x, y)
            is_sure &= point is not None
            points += [] if point is None else [point]
    return tuple(points), is_sure


def _by_system(evaluator: Evaluator, body: _Body, slopes: tuple[sp.Expr, sp.Expr]) -> tuple[list[tuple[sp.Expr, sp.Expr]], bool]:
    statements = [Statement("", atom=Atom(slope, "=")) for slope in slopes]
    found = solve_system(evaluator.context, (body.x.name, body.y.name), statements, list(body.requirements))
    places = [(expression(solution.values[0][1]), expression(solution.values[1][1])) for solution in found.solutions]
    if any(value.free_symbols for place in places for value in place):
        raise NotImplementedError  # whole curves of them
    return places, found.complete


def _by_factors(context: Context, body: _Body, slopes: tuple[sp.Expr, sp.Expr], window: Window) -> tuple[list[tuple[sp.Expr, sp.Expr]], bool]:
    """Where a factor of one slope is zero in one letter, the other letter is found from a factor of the other."""
    places: dict[tuple[sp.Expr, sp.Expr], None] = {}
    is_sure = True
    ends = {body.x: window[:2], body.y: window[2:]}
    for pair in product(*(_factors(slope) for slope in slopes)):
        first = next((f for f in pair if len(f.free_symbols) == 1), None)
        if first is None:
            raise NotImplementedError
        second = pair[1] if first is pair[0] else pair[0]
        (letter,) = first.free_symbols
        other = body.y if letter == body.x else body.x
        zeros, sure = _zeros(context, first, letter, ends[letter])
        is_sure &= sure
        for zero in zeros:
            rest = sp.simplify(second.subs(letter, zero))
            if not rest.free_symbols:
                if rest == 0:
                    raise NotImplementedError  # a whole line of them
                continue
            found, sure = _zeros(context, rest, other, ends[other])
            is_sure &= sure
            for value in found:
                places[(zero, value) if letter == body.x else (value, zero)] = None
    return sorted(places, key=lambda place: (float(place[0]), float(place[1]))), is_sure


def _factors(slope: sp.Expr) -> list[sp.Expr]:
    if slope == 0:
        raise NotImplementedError
    return [f for f in sp.Mul.make_args(sp.factor(slope)) if f.free_symbols and not (isinstance(f, sp.exp) or (isinstance(f, sp.Pow) and f.exp.is_negative))]


def _zeros(context: Context, expr: sp.Expr, letter: sp.Symbol, ends: tuple[float, float]) -> tuple[list[sp.Expr], bool]:
    where = Range(sp.Rational(ends[0]), sp.Rational(ends[1]), True, True, True)
    found = solve_statement(context, letter.name, Statement("", atom=Atom(expr, "=")), [], where)
    if found.condition is not None:
        raise NotImplementedError
    return [expression(solution.values[0][1]) for solution in found.solutions], found.complete


def _point(body: _Body, x: sp.Expr, y: sp.Expr) -> SurfacePoint | None:
    """A level point with its height and kind: by the sign of f_xx f_yy - f_xy², then of f_xx."""
    there = {body.x: x, body.y: y}
    try:
        height = settled(sp.simplify(body.expr.subs(there)))
        second = [settled(sp.simplify(sp.diff(body.expr, a, b).subs(there))) for a, b in ((body.x, body.x), (body.y, body.y), (body.x, body.y))]
        fxx, fyy, fxy = map(expression, second)
        sign = judge.sign(settled(sp.simplify(fxx * fyy - fxy**2)))
        kind = "saddle" if sign < 0 else "level" if sign == 0 else "minimum" if judge.sign(settled(fxx)) > 0 else "maximum"
    except (LineError, Undecided, balls.NoBall, TypeError, ZeroDivisionError):
        return None
    return SurfacePoint(kind, settled(x), settled(y), height)
