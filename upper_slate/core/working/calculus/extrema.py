"""Turning points, greatest and least values: where the derivative is zero or missing, and the ends."""

from __future__ import annotations

import functools
from itertools import pairwise
from typing import TYPE_CHECKING

import sympy as sp

from ...problems import LineError
from ..binding.bodies import Body
from ..binding.statement import Atom, Statement, Trial
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import EnclosedRoot
from ..exact.surd import Surd
from ..ground import judge
from ..ground.substitution import put_in_scalar
from ..ground.values import Scalar, Solution, SolutionsValue
from ..solving.equation import Range, solutions_of
from ..solving.families import compare, in_order
from ..solving.inequality import Cuts, pieces_of
from ..solving.regions import Piece, between, true_pieces
from ..tidy.tidy import tidy_expression
from .derivative import differentiate, natural_requirements
from .limits import NoLimit, side_limit

if TYPE_CHECKING:
    from collections.abc import Iterator


def turning_points(context: Context, body: Body, where: Range, name: str) -> SolutionsValue:
    """Stationary points and corners in the range, each with its kind."""
    body, letter = by_cases(body), body.letter
    slope = _slope(context, body)
    found = []
    notes: tuple[str, ...] = ()
    if slope == 0:
        return SolutionsValue((letter.name, name), (), True, None, None, ("The function is constant: it has no turning points.",))
    critical, complete = _critical(context, body, slope, where)
    for left, point, right in _with_neighbours(critical, _edges(context, body, where)):
        kind = _kind(context, body, slope, left, point, right)
        if kind:
            found.append(Solution(((letter.name, settled(point)), (name, _value(context, body, point))), kind))
    if not complete:
        notes = ("There may be more; give a range, as in … for x from 0 to 5.",)
    return SolutionsValue((letter.name, name), tuple(found), complete, None, None, notes)


def by_cases(body: Body) -> Body:
    """The greater and the smaller of two as a distinction of cases, which has a derivative; where both are equal there may be a corner."""
    def cases(extreme: sp.Expr) -> sp.Expr:
        first, *others = extreme.args
        for other in others:
            order = sp.Ge if isinstance(extreme, sp.Max) else sp.Le
            first = sp.Piecewise((first, order(first, other)), (other, sp.true))
        return sp.piecewise_fold(first)

    return Body(body.expr.replace(lambda n: isinstance(n, sp.Max | sp.Min), cases), body.letter, body.requirements) if body.expr.has(sp.Max, sp.Min) else body


def _slope(context: Context, body: Body) -> sp.Expr:
    with context.collecting(), context.letters(body.letter.name):
        return tidy_expression(to_sympy(differentiate(Context(conventions=context.conventions), settled(body.expr), body.letter.name)))


def _critical(context: Context, body: Body, slope: sp.Expr, where: Range) -> tuple[list[sp.Expr], bool]:
    """Points of the domain at which the derivative is zero or missing, in rising order, and whether these are all."""
    letter = body.letter
    needs = [*body.requirements, *natural_requirements(slope, False)]
    atom = Atom(slope, "=", (slope, sp.S.Zero))
    trial = Trial(context, letter, Statement("", atom=atom), needs)
    found = solutions_of(context, trial, atom, where)
    if found.everywhere:
        raise LineError("not-supported", "The function is constant on whole intervals.")
    if found.families:
        raise LineError("not-supported", "This function has infinitely many turning points; give a range, as in … for x from 0 to 5.")
    corners = Cuts(trial, where)
    corners.corners(body.expr)
    for requirement in natural_requirements(slope, False):
        corners.requirement(requirement.kind, requirement.expr)
    inside = Trial(context, letter, Statement("and"), body.requirements)
    points = [p for p in [*found.values, *corners.points] if where.holds(p) and (isinstance(p, EnclosedRoot) or inside.has_meaning(p))]
    return in_order(points), found.complete and corners.complete


def _edges(context: Context, body: Body, where: Range) -> list[sp.Expr]:
    """Ends of the intervals on which the function has values."""
    pieces = _domain(context, body, where)
    return in_order([e for p in pieces for e in (p.low, p.high) if e.is_finite])


def _domain(context: Context, body: Body, where: Range) -> list[Piece]:
    pieces, period, _ = pieces_of(context, Trial(context, body.letter, Statement("and"), body.requirements), where)
    if period is not None:
        raise LineError("not-supported", "This function has infinitely many intervals with values; give a range, as in … for x from 0 to 5.")
    return pieces


def _with_neighbours(points: list[sp.Expr], edges: list[sp.Expr]) -> Iterator[tuple[sp.Expr, sp.Expr, sp.Expr]]:
    """Each point with the nearest marks on both sides; points that are an end of the domain are left out."""
    marks = [-sp.oo, *in_order([*points, *(e for e in edges if e not in points)]), sp.oo]
    for left, point, right in zip(marks, marks[1:], marks[2:], strict=False):
        if point in points and point not in edges:
            yield left, point, right


def _kind(context: Context, body: Body, slope: sp.Expr, left: sp.Expr, point: sp.Expr, right: sp.Expr) -> str:
    signs = []
    for a, b in ((left, point), (point, right)):
        with context.collecting():
            signs.append(judge.sign(put_in_scalar(context, settled(slope), {body.letter.name: settled(between(a, b))})))
    if signs == [1, -1]:
        return "maximum"
    if signs == [-1, 1]:
        return "minimum"
    smooth = not natural_requirements(slope, False) or Trial(context, body.letter, Statement("and"), natural_requirements(slope, False)).has_meaning(point)
    return "inflection" if smooth and signs[0] == signs[1] and not body.expr.has(sp.Abs) and _is_level(context, body, slope, point) else ""


def _is_level(context: Context, body: Body, slope: sp.Expr, point: sp.Expr) -> bool:
    """Whether the tangent is level at a point; at a corner it is on neither side."""
    if not body.expr.has(sp.Piecewise):
        return True
    with context.collecting():
        return judge.sign(put_in_scalar(context, settled(slope), {body.letter.name: settled(point)})) == 0


def _value(context: Context, body: Body, point: sp.Expr) -> Scalar:
    with context.collecting():
        value = put_in_scalar(context, settled(body.expr), {body.letter.name: settled(point)})
    if isinstance(value, Surd) or point.has(EnclosedRoot):  # what is known by balls alone has no form to be tidied
        return value
    return settled(tidy_expression(to_sympy(value)))


def extreme_value(context: Context, body: Body, where: Range, is_greatest: bool) -> tuple[Scalar, list[sp.Expr]]:
    """The greatest or least value and the points at which it is taken. Errors: undefined-value where there is none."""
    word = "greatest" if is_greatest else "least"
    body = by_cases(body)
    pieces = _domain(context, body, where)
    if not pieces:
        raise LineError("outside-domain", "The function has no values in this range.")
    slope = _slope(context, body)
    critical = [] if slope == 0 else _critical_or_fail(context, body, slope, where)
    candidates: list[sp.Expr] = list(critical)
    bounds: list[sp.Expr] = []
    for piece in pieces:
        for end, is_in, side in ((piece.low, piece.has_low, 1), (piece.high, piece.has_high, -1)):
            if is_in:
                candidates.append(end)
            else:
                bound = _edge_value(body, end, side, word)
                if bound is not sp.nan:  # at infinity a function that repeats comes to no rest, within its own bounds
                    bounds.append(bound)
    values = [(p, to_sympy(_value(context, body, p))) for p in in_order(candidates)]
    if slope == 0 and not values:
        values = [(between(pieces[0].low, pieces[0].high), body.expr)]
    best: sp.Expr | None = None
    for _, value in values:
        if best is None or ((compare(value, best) > 0) == is_greatest and compare(value, best) != 0):
            best = value
    for bound in bounds:
        if best is None or ((compare(bound, best) > 0) == is_greatest and compare(bound, best) != 0):
            if bound.is_infinite:
                raise LineError("undefined-value", f"There is no {word} value: the values {'grow' if is_greatest else 'fall'} without bound.")
            raise LineError("undefined-value", f"There is no {word} value: the values come as near to {{0}} as you like but do not reach it.", values=(settled(bound),))
    assert best is not None
    places = [p for p, value in values if value == best or compare(value, best) == 0]
    return settled(best), [] if slope == 0 else places


def image_of(context: Context, body: Body, where: Range) -> list[Piece]:
    """The values that a function takes on a range, as intervals in rising order. Errors: outside-domain, not-supported where not all level points are known.

    Between the points where the gradient is zero or missing a function rises or falls, so its values fill the interval between its limits.
    """
    body = by_cases(body)
    slope = _slope(context, body)
    critical = [] if slope == 0 else _critical_or_fail(context, body, slope, where)
    repeats = not where.is_given and not _is_finite_domain(context, body, where)
    pieces = _domain(context, body, _one_turn(context, body, slope) if repeats else where)
    if not pieces:
        raise LineError("outside-domain", "The function has no values in this range.")
    heights: list[sp.Expr] = []
    spans: list[tuple[sp.Expr, sp.Expr]] = []
    for piece in pieces:
        inside = [p for p in critical if compare(p, piece.low) > 0 and compare(p, piece.high) < 0]
        ends = [e for e, is_in in ((piece.low, piece.has_low), (piece.high, piece.has_high)) if is_in]
        heights += [to_sympy(_value(context, body, p)) for p in (*inside, *ends)]
        marks = [piece.low, *inside, piece.high]
        for left, right in pairwise(marks):
            if left != right:
                limits = [_edge_value(body, left, 1, "greatest"), _edge_value(body, right, -1, "greatest")]
                if sp.nan in limits:
                    raise LineError("not-supported", "The values come to no rest at an end of the range, so which they are is not known.")
                spans.append(tuple(sorted(limits, key=functools.cmp_to_key(compare))))
    cuts = in_order([e for e in [*heights, *(e for span in spans for e in span)] if e.is_finite])

    def is_taken(value: sp.Expr, is_cut: bool) -> bool:
        return any(compare(value, h) == 0 for h in heights) or any(compare(low, value) < 0 < compare(high, value) or low == value == high for low, high in spans)

    return true_pieces(cuts, is_taken, -sp.oo, sp.oo, False, False)


def _is_finite_domain(context: Context, body: Body, where: Range) -> bool:
    """Whether the function can be looked at as a whole: it does not repeat."""
    flat = body.expr.replace(lambda n: isinstance(n, sp.sin | sp.cos | sp.tan | sp.cot | sp.sec | sp.csc), lambda n: sp.Dummy())
    return body.letter in flat.free_symbols or not body.expr.has(sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def _one_turn(context: Context, body: Body, slope: sp.Expr) -> Range:
    """One period of a function that repeats, from 0 on."""
    period = Cuts(Trial(context, body.letter, Statement("", atom=Atom(slope, "=")), []), Range())
    period.zeros(slope)
    length = period.period()
    if length is None:  # no level point: the period is that of its parts
        slopes = [abs(sp.diff(n.args[0], body.letter)) for n in body.expr.atoms(sp.tan, sp.cot)]
        if len(set(slopes)) != 1 or slopes[0].free_symbols:
            raise LineError("not-supported", "The values of this function could not be found on the whole line; give a range, as in … for x from 0 to 5.")
        length = sp.pi / slopes[0]
    return Range(sp.S.Zero, length, True, False, True)


def _critical_or_fail(context: Context, body: Body, slope: sp.Expr, where: Range) -> list[sp.Expr]:
    critical, complete = _periodic_critical(context, body, slope, where) if not where.is_bounded else _critical(context, body, slope, where)
    if not complete:
        raise LineError("not-supported", "Not all points with a level tangent could be found, so which value is the extreme one is not known.")
    return critical


def _periodic_critical(context: Context, body: Body, slope: sp.Expr, where: Range) -> tuple[list[sp.Expr], bool]:
    """For a function that repeats, the points of one period."""
    try:
        return _critical(context, body, slope, where)
    except LineError:
        letter = body.letter
        period = Cuts(Trial(context, letter, Statement("", atom=Atom(slope, "=")), []), Range())
        period.zeros(slope)
        length = period.period()
        flat = body.expr.replace(lambda n: isinstance(n, sp.sin | sp.cos | sp.tan), lambda n: sp.Dummy())
        if length is None or letter in flat.free_symbols or where.is_given:
            raise
        return _critical(context, body, slope, Range(sp.S.Zero, length, True, False, True))


def _edge_value(body: Body, end: sp.Expr, side: int, word: str) -> sp.Expr:
    try:
        return side_limit(body.expr, body.letter, end, side)
    except NoLimit:
        if end.is_finite:
            raise LineError("not-supported", f"Whether there is a {word} value could not be settled: at an end of the range the values come to no rest.") from None
        return sp.nan
