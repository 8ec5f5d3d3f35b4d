"""What a graph shows, as data: curves that are true to a fraction of a pixel, and the points a student looks for, exact."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING, Final

import sympy as sp

from ...language import tree as t
from ...language.units import Factors
from ...problems import LineError
from ..binding.bodies import Body, body_in, end_of
from ..binding.statement import statement_of
from ..exact.balls import NoBall
from ..exact.bridge import settled
from ..ground.values import Area, Curve, GraphValue, ListValue, Marks, Point, Tangent, Window, expression, free_letters, is_scalar
from ..patience import Budget
from ..solving.equation import Range
from ..units.bodies import plain_body
from ..units.quantities import Monomial, unit_of
from .axes import axis_of
from .bounds import enclosed
from .chosen import area_of, tangent_of
from .equations import Equation
from .heights import value_at
from .marks import marks_of, marks_of_crowded
from .meetings import Look, Meetings, meetings_of
from .ranges import ends_of
from .sampling import Sampler
from .view import View
from .widths import Chosen, window_of_curves, window_of_equations
from .windows import Drawer, elsewhere, height_of, heights, shows

if TYPE_CHECKING:
    from ..evaluate import Evaluator

#: A curve that swings, or breaks, more often than this in its window has no list of points: nobody could read it.
_MOST_SWINGS: Final = 40
_MOST_POINTS: Final = 5_000
#: What is found on all curves, and where they meet, is looked for so long (seconds of the process's own time): the curves are there long before.
_SECONDS: Final = 3.0
_SECONDS_FOR_MEETINGS: Final = 1.5
_SMALLEST, _LARGEST = 1e-12, 1e100
#: Where what has values at whole numbers only is shown from 0 to.
_WHOLE_TO: Final = 5.0


@dataclass(frozen=True)
class _Drawn:
    """One thing to draw: a function of a letter, an equation, or points (`letter` is theirs, where they come from a function)."""

    node: t.Node
    body: Body | None = None
    letter: str | None = None
    equation: Equation | None = None
    points: tuple[Point, ...] = ()


def graph(evaluator: Evaluator, node: t.Request) -> GraphValue:
    """The data of a graph. Errors: outside-domain for an empty window, not-supported for what cannot be drawn."""
    view = evaluator.context.view or View()
    scales = _Scales.of(evaluator, node)
    drawn = [_at_whole_numbers(evaluator, _drawn(evaluator, body, node, scales), node, view) for body in node.bodies]
    where, window = _window(evaluator, node, drawn, view)
    budget = Budget(_SECONDS)
    curves = [_curve(evaluator, one, node, where, window, view, budget) for one in drawn]
    bodies = [(k, one.body) for k, one in enumerate(drawn) if one.body is not None]
    calm = [(k, body) for k, body in bodies if _is_calm(curves[k].pieces, window)]
    points = [p for c in curves for p in c.points]
    nowhere = view.marks and not any(shows(c.pieces, c.points, window) for c in curves)
    empty = elsewhere([enclosed(body) for _, body in bodies], points, _drawers(drawn), window) if nowhere else None
    by_place = dict(bodies)
    equations = [(k, one.equation) for k, one in enumerate(drawn) if one.equation is not None]
    meetings, unsure = meetings_of(evaluator.context, calm, equations, Look(where, window, Budget(_SECONDS_FOR_MEETINGS))) if view.marks else Meetings((), frozenset())
    curves = [replace(c, marks=replace(c.marks, unsure=(*c.marks.unsure, "meeting"))) if k in unsure else c for k, c in enumerate(curves)]
    area, tangent = _area(evaluator, by_place, view, window), _tangent(evaluator, by_place, view)
    ends = settled(where.low), settled(where.high)
    return GraphValue(window, ends, tuple(curves), meetings, _letter(node, bodies, drawn), _axis(evaluator, bodies), empty, area, tangent, units=scales.factors())


def _letter(node: t.Request, bodies: list[tuple[int, Body]], drawn: list[_Drawn]) -> str:
    """The letter across: that of the line, of the first function, or of the first points that come from one."""
    return node.letters[0] if node.letters else bodies[0][1].letter.name if bodies else next((one.letter for one in drawn if one.letter), "x")


@dataclass
class _Scales:
    """The units across and up, where the worksheet has units; that of the heights is told by the first curve where the line does not say it."""

    across: Monomial
    up: Monomial | None

    @classmethod
    def of(cls, evaluator: Evaluator, node: t.Request) -> _Scales:
        if not evaluator.context.has_units:
            return cls({}, None)
        pairs = ((node.low, node.high), (node.low_2, node.high_2))
        across, up = (unit_of(*(settled(end_of(evaluator, end)) for end in ends if end is not None)) for ends in pairs)
        return cls(across, up or None)

    def plain(self, body: Body) -> Body:
        """A curve in plain numbers of these units. Errors: units-differ."""
        found, self.up = plain_body(body, self.across, self.up)
        return found

    def factors(self) -> tuple[Factors, Factors]:
        across, up = (tuple((name, int(power)) for name, power in (unit or {}).items()) for unit in (self.across, self.up))
        return across, up


def _drawn(evaluator: Evaluator, body: t.Node, node: t.Request, scales: _Scales) -> _Drawn:
    body = _height(evaluator, body, node.letters) or body
    if isinstance(body, t.Relation | t.Logic):
        return _Drawn(body, equation=_equation(evaluator, body, node.letters))
    value = evaluator.of(body) if node.name == "graph points" or _may_be_points(evaluator, body) else None
    if isinstance(value, ListValue) or node.name == "graph points":
        return _Drawn(body, points=_points(value, body))
    drawn = body_in(evaluator, body, node.letters[0] if node.letters else None)
    if evaluator.context.has_units:
        drawn = scales.plain(drawn)
    if others := sorted({s.name for s in drawn.expr.free_symbols} - {drawn.letter.name}):
        raise LineError("not-supported", f"A curve has one letter, and {others[0]} has no value here; give it one above, as in {others[0]} = 2.", body.start, body.end)
    return _Drawn(body, drawn)


def _at_whole_numbers(evaluator: Evaluator, one: _Drawn, node: t.Request, view: View) -> _Drawn:
    """What has values at whole numbers only, as n! has, is points."""
    body = one.body
    if body is None or not any(r.kind == "natural" and body.letter in r.expr.free_symbols for r in body.requirements):
        return one
    low, high = (float(sp.N(e, 17)) for e in ends_of(evaluator, node.low, node.high)) if node.low and node.high else (0.0, _WHOLE_TO)
    if view.window is not None:
        low, high = view.window[:2]
    places = range(math.ceil(low), min(math.floor(high), math.ceil(low) + _MOST_SWINGS) + 1)
    heights = ((n, value_at(evaluator.context, body, sp.Integer(n))) for n in places)
    return _Drawn(one.node, letter=body.letter.name, points=tuple((float(n), _float(y)) for n, y in heights if y is not None)) if places else one


def _height(evaluator: Evaluator, body: t.Node, letters: tuple[str, ...]) -> t.Node | None:
    """What `y = E` says the height to be: it is drawn as a function, with everything that a function has. None for any other equation."""
    bare, up = t.unwrapped(body), _axes(letters)[1]
    if not isinstance(bare, t.Relation) or bare.signs != ("=",) or up in evaluator.context.meanings:
        return None
    left, right = bare.sides
    if not isinstance(left, t.Name) or left.name != up:
        return None
    names = {name.name for name in right.walk() if isinstance(name, t.Name | t.Call)}
    reached = {letter for name in names if (m := evaluator.context.meanings.get(name)) is not None for letter in free_letters(m.value)}
    return None if up in names | reached else right


def _may_be_points(evaluator: Evaluator, body: t.Node) -> bool:
    """A list as written, or a name that holds one."""
    if isinstance(body, t.ListOf):
        return True
    known = evaluator.context.meanings.get(body.name) if isinstance(body, t.Name) else None
    return known is not None and isinstance(known.value, ListValue)


def _points(value: object, node: t.Node) -> tuple[Point, ...]:
    items = value.items if isinstance(value, ListValue) else ()
    if len(items) > 1 and all(map(is_scalar, items)):  # one number after the other, as the terms of a sequence
        return tuple((float(place), _float(item)) for place, item in enumerate(items[:_MOST_POINTS], start=1))
    pairs = [i.items for i in items if isinstance(i, ListValue) and len(i.items) == 2]
    if not isinstance(value, ListValue) or not pairs or len(pairs) != len(value.items):
        raise LineError("not-supported", "Points are a list of pairs, as in [[0, 1], [2, 3]].", node.start, node.end)
    if len(pairs) > _MOST_POINTS:
        raise LineError("too-large", f"These are {len(pairs)} points; {_MOST_POINTS} are the most.", node.start, node.end)
    return tuple((_float(x), _float(y)) for x, y in pairs)


def _float(value: object) -> float:
    if not is_scalar(value) or expression(value).free_symbols or expression(value).is_real is False:
        raise LineError("not-supported", "The coordinates of points are numbers.")
    return float(sp.N(expression(value), 17))


def _equation(evaluator: Evaluator, body: t.Node, letters: tuple[str, ...]) -> Equation:
    """An equation in the two letters of the axes."""
    names = _axes(letters)
    with evaluator.context.letters(*names), evaluator.context.collecting() as requirements:
        statement = statement_of(evaluator, body)
        x, y = (evaluator.context.symbol(n) for n in names)
    if statement.atom is None or statement.atom.sign != "=" or not statement.atom.difference.free_symbols <= {x, y}:
        raise LineError("not-supported", f"Only equations in {names[0]} and {names[1]} can be drawn.", body.start, body.end)
    return Equation(statement.atom.difference, x, y, tuple(requirements))


def _axes(letters: tuple[str, ...]) -> tuple[str, str]:
    if len(letters) > 1:
        return letters[0], letters[1]
    across = letters[0] if letters else "x"
    return across, "y" if across != "y" else "x"


# -- the window --------------------------------------------------------------------------------------------------------


def _window(evaluator: Evaluator, node: t.Request, drawn: list[_Drawn], view: View) -> tuple[Range, Window]:
    """The width with its exact ends, and the whole window."""
    points = [p for one in drawn for p in one.points]
    chosen: Chosen | None = None
    if view.window is not None:
        _check_size(view.window)
        return _between(*(sp.Rational(v).limit_denominator(10 ** 9) if abs(v) > 1e-3 else sp.Rational(v) for v in view.window[:2])), view.window
    if node.low is not None and node.high is not None:
        ends = ends_of(evaluator, node.low, node.high)
    elif points and all(one.points for one in drawn):
        ends = _around([x for x, _ in points])
    else:
        chosen = _chosen(evaluator, node, drawn)
        ends = chosen.ends
    low, high = (float(sp.N(e, 17)) for e in ends)
    if node.low_2 is not None and node.high_2 is not None:
        bottom, top = (float(sp.N(e, 17)) for e in ends_of(evaluator, node.low_2, node.high_2))
    elif chosen is not None and chosen.upright is not None:
        bottom, top = chosen.upright
    else:
        reached = heights([enclosed(one.body) for one in drawn if one.body], points, low, high)
        reached += chosen.levels if chosen is not None else ()
        bottom, top = height_of(reached, low, high, part=12 if chosen is not None and chosen.has_poles else 40)
    window = (low, high, bottom, top)
    _check_size(window)
    return _between(*ends), window


def _chosen(evaluator: Evaluator, node: t.Request, drawn: list[_Drawn]) -> Chosen:
    """The window by what is there."""
    bodies = [one.body for one in drawn if one.body is not None]
    if not bodies:
        return window_of_equations(_drawers(drawn))
    chosen = window_of_curves(bodies)
    points = [x for one in drawn for x, _ in one.points]
    if points:
        return Chosen(_both(chosen.ends, _around(points)))
    if any(one.equation is not None for one in drawn):
        closed = window_of_equations(_drawers(drawn))
        return Chosen(_both(chosen.ends, closed.ends), closed.upright)
    return chosen


def _both(one: tuple[sp.Expr, sp.Expr], other: tuple[sp.Expr, sp.Expr]) -> tuple[sp.Expr, sp.Expr]:
    return min(one[0], other[0], key=float), max(one[1], other[1], key=float)


def _between(low: sp.Expr, high: sp.Expr) -> Range:
    return Range(low, high, True, True, True)


def _around(values: list[float]) -> tuple[sp.Expr, sp.Expr]:
    room = 0.05 * ((max(values) - min(values)) or 2.0)
    return sp.Rational(min(values) - room), sp.Rational(max(values) + room)


def _check_size(window: Window) -> None:
    for low, high in (window[:2], window[2:]):
        if not (high - low > max(1 / _LARGEST, _SMALLEST * max(abs(low), abs(high))) and abs(low) <= _LARGEST and abs(high) <= _LARGEST):
            raise LineError("outside-domain", "This window is too small or too far away to be drawn.")


# -- the curves --------------------------------------------------------------------------------------------------------


def _curve(evaluator: Evaluator, one: _Drawn, node: t.Request, where: Range, window: Window, view: View, budget: Budget) -> Curve:
    if one.points:
        return Curve(one.node, "points", points=one.points, joined=bool(node.side))
    if one.equation is not None:
        lines, is_unsure = one.equation.drawn(window)
        points = one.equation.points_alone(evaluator.context, lines, window) if view.marks or not lines else ()
        return Curve(one.node, "equation", lines, Marks(unsure=("equation",) if is_unsure and not points else ()), points=points)
    assert one.body is not None
    body = one.body
    pieces = Sampler(enclosed(body), window).pieces()
    look = marks_of if _is_calm(pieces, window) else marks_of_crowded
    marks = look(evaluator.context, body, where, window, budget) if view.marks and pieces else Marks()
    return Curve(one.node, "function", pieces, marks, body.expr, body.letter.name)


def _drawers(drawn: list[_Drawn]) -> list[Drawer]:
    """What draws each equation in a window."""
    return [one.equation.lines for one in drawn if one.equation is not None]


def _is_calm(pieces: tuple[tuple[Point, ...], ...], window: Window) -> bool:
    """Whether the curve turns from rising to falling and back seldom enough."""
    visible = (window[3] - window[2]) / 500
    return len(pieces) <= _MOST_SWINGS and sum(_swings([y for _, y in piece], visible) for piece in pieces) <= _MOST_SWINGS


def _swings(heights: list[float], visible: float) -> int:
    """How often a polyline turns back by as much as can be seen."""
    count, is_rising, extreme = 0, None, heights[0]
    for y in heights:
        if is_rising is None or (y > extreme) == is_rising:
            if abs(y - extreme) > visible or is_rising is not None:
                is_rising = y > extreme if y != extreme else is_rising
                extreme = y
        elif abs(y - extreme) > visible:
            count, is_rising, extreme = count + 1, not is_rising, y
    return count


def _axis(evaluator: Evaluator, bodies: list[tuple[int, Body]]) -> str:
    """The unit of the first curve that has one of its own."""
    units = (axis_of(body.expr, body.letter, evaluator.context.conventions.angles) for _, body in bodies)
    return next((unit for unit in units if unit != "plain"), "plain")


# -- what was chosen ---------------------------------------------------------------------------------------------------


def _area(evaluator: Evaluator, bodies: dict[int, Body], view: View, window: Window) -> Area | LineError | None:
    choice = view.area
    if choice is None or choice.one not in bodies or (choice.other is not None and choice.other not in bodies):
        return None
    try:
        return area_of(evaluator, bodies[choice.one], None if choice.other is None else bodies[choice.other], choice, window)
    except (LineError, NoBall) as error:
        return error if isinstance(error, LineError) else LineError("not-supported", "This area could not be worked out.")


def _tangent(evaluator: Evaluator, bodies: dict[int, Body], view: View) -> Tangent | LineError | None:
    if view.tangent is None or view.tangent.curve not in bodies:
        return None
    try:
        return tangent_of(evaluator, bodies[view.tangent.curve], view.tangent)
    except (LineError, NoBall) as error:
        return error if isinstance(error, LineError) else LineError("not-supported", "This tangent could not be worked out.")
