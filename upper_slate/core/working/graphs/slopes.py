"""The field of slopes of y' = F(x, y), with solutions through points."""

from __future__ import annotations

from typing import TYPE_CHECKING, Final

import sympy as sp
from flint import arb

from ...language import tree as t
from ...problems import LineError
from ..binding.differential import parts_of, problem_of
from ..differential.problem import NoMethod, Problem
from ..differential.solving import solved_for
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..ground.values import Curve, GraphValue, Path, SlopeField, Window
from .paths import NoSeries, path_through
from .ranges import ends_of
from .view import Place, View

if TYPE_CHECKING:
    from ..evaluate import Evaluator

#: Points of the grid across and up.
_ACROSS: Final = 26
_UP: Final = 18
#: Seconds that one path may take.
_SECONDS: Final = 1.0
_USUAL: Final = (sp.Integer(-5), sp.Integer(5))


def slope_field(evaluator: Evaluator, node: t.Request) -> GraphValue:
    """The data of a field of slopes. Errors: not-supported for what is not of first order, outside-domain for an empty window."""
    view = evaluator.context.view or View()
    letter, upright = node.letters
    problem = problem_of(evaluator, t.Request(node.name, node.bodies, (upright, letter), start=node.start, end=node.end))
    slope = _slope(problem, node)
    y = problem.unknowns[0].derivatives[0]
    if others := sorted({s.name for s in slope.free_symbols} - {letter, upright}):
        raise LineError("not-supported", f"Slopes are numbers, and {others[0]} has no value here; give it one above, as in {others[0]} = 2.", node.start, node.end)
    window, ends = _window(evaluator, node, view)
    paths: list[Path | LineError] = []
    for condition in problem.conditions:
        pieces = _path(slope, problem.letter, y, (condition.point, condition.value), window)
        paths.append(Path(settled(condition.point), settled(condition.value), pieces))
    for choice in view.paths:
        try:
            place = _number(evaluator, choice.x), _number(evaluator, choice.y)
            paths.append(Path(settled(place[0]), settled(place[1]), _path(slope, problem.letter, y, place, window), is_chosen=True))
        except LineError as error:
            paths.append(error)
    equation = next(part for body in node.bodies for part in parts_of(body) if any(isinstance(n, t.Prime | t.Derivative) for n in part.walk()))
    field = SlopeField(_grid(slope, problem.letter, y, window), tuple(paths), upright)
    drawn = [p for p in paths if isinstance(p, Path)]
    through = tuple((float(to_sympy(p.x)), float(to_sympy(p.y))) for p in drawn if p.pieces)
    curve = Curve(equation, "slopes", tuple(piece for p in drawn for piece in p.pieces), points=through)
    return GraphValue(window, (settled(ends[0]), settled(ends[1])), (curve,), letter=letter, field=field)


def _slope(problem: Problem, node: t.Request) -> sp.Expr:
    if len(problem.equations) != 1 or problem.unknowns[0].order != 1:
        raise LineError("not-supported", "Slopes are drawn for one equation of first order, as in y' = x - y.", node.start, node.end)
    if any(c.order for c in problem.conditions):
        raise LineError("not-supported", "A value of the function itself is expected, as in y(0) = 1.", node.start, node.end)
    try:
        return solved_for(problem.equations[0], problem.unknowns[0].derivatives[1])
    except NoMethod:
        raise LineError("not-supported", "The slope is not told by this equation: its derivative stands in a power or a function.", node.start, node.end) from None


def _window(evaluator: Evaluator, node: t.Request, view: View) -> tuple[Window, tuple[sp.Expr, sp.Expr]]:
    if view.window is not None:
        across = [sp.Rational(v).limit_denominator(10**9) for v in view.window[:2]]
        return view.window, (across[0], across[1])
    low, high = ends_of(evaluator, node.low, node.high, _USUAL)
    bottom, top = ends_of(evaluator, node.low_2, node.high_2, _USUAL)
    return (float(low), float(high), float(bottom), float(top)), (low, high)


def _number(evaluator: Evaluator, place: Place) -> sp.Expr:
    if isinstance(place, LineError):
        raise place
    value = to_sympy(evaluator.scalar(place))
    if value.free_symbols or not value.is_real or not value.is_finite:
        raise LineError("outside-domain", "A number is needed here, as in 2, 1/2 or sqrt(3).")
    return value


def _path(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol, at: tuple[sp.Expr, sp.Expr], window: Window) -> tuple[tuple[tuple[float, float], ...], ...]:
    if any(e.free_symbols for e in at):
        raise LineError("not-supported", "The point through which a solution goes is given in numbers.")
    try:
        points = path_through(slope, x, y, at, window, _SECONDS)
    except NoSeries:
        raise LineError("not-supported", "Solutions of this equation cannot be followed: a function in it has corners or jumps.") from None
    return (points,) if points else ()


def _grid(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol, window: Window) -> tuple[tuple[float, float, float], ...]:
    """The slopes at the middle of each field of a grid; none where it has no value. One more digit than is seen is enough."""
    left, right, bottom, top = window
    found: list[tuple[float, float, float]] = []
    for i in range(_ACROSS):
        for j in range(_UP):
            at = left + (i + 0.5) * (right - left) / _ACROSS, bottom + (j + 0.5) * (top - bottom) / _UP
            try:
                steep = balls.ball(slope, {x: arb(at[0]), y: arb(at[1])})
            except balls.NoBall:
                continue
            if isinstance(steep, arb) and steep.is_finite():
                found.append((*at, float(steep.mid())))
    return tuple(found)
