"""Definite integrals: by antiderivatives between the points where the integrand or the antiderivative breaks, checked by quadrature."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Any

import mpmath
import sympy as sp
from flint import arb

from ...problems import LineError
from ..binding.bodies import Body
from ..binding.statement import Statement, Trial
from ..context import Context
from ..exact import balls
from ..exact.analytic import KNOWN
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import EnclosedIntegral
from ..ground.substitution import put_in_scalar
from ..ground.values import Requirement, Scalar
from ..solving.equation import Range
from ..solving.families import compare, in_order
from ..solving.inequality import Cuts, pieces_of
from ..solving.regions import Piece, between
from ..tidy.tidy import tidy_expression
from .antiderivative import antiderivative
from .derivative import natural_requirements
from .limits import NoLimit, side_limit
from .near import on_side


def definite_integral(context: Context, body: Body, low: sp.Expr, high: sp.Expr) -> Scalar:
    """The integral from low to high. Errors: diverges, not-real or outside-domain where the integrand has no values, not-supported."""
    if low.free_symbols or high.free_symbols or body.expr.free_symbols - {body.letter}:
        return _with_letters(context, body, low, high)
    order = compare(low, high)
    if order == 0:
        return settled(sp.S.Zero)
    if order > 0:
        return settled(-to_sympy(definite_integral(context, body, high, low)))
    cuts = _cuts(context, body, low, high)
    total: sp.Expr = sp.S.Zero
    for left, right in pairwise([low, *cuts, high]):
        part = _between(body, left, right)
        if part is None:
            return _without_antiderivative(body, low, high, cuts)
        total += part
    if total in (sp.oo, -sp.oo, sp.nan) or total.has(sp.oo, sp.zoo, sp.nan):
        raise _diverges()
    return settled(tidy_expression(sp.expand(total)) if not to_sympy(settled(total)).is_Rational else to_sympy(settled(total)))


def _without_limit(none: NoLimit) -> LineError:
    """What moves without rest diverges; where there are no values nothing is known."""
    return _diverges() if none.has_values else LineError("not-supported", "This could not be worked out.")


def _diverges() -> LineError:
    return LineError("diverges", "This integral diverges: it grows without bound, or comes to no rest.")


def _cuts(context: Context, body: Body, low: sp.Expr, high: sp.Expr) -> list[sp.Expr]:
    """Points inside at which the integrand has no value, or a sign or a case changes. Error where it has none on a whole interval."""
    where = Range(low, high, bool(low.is_finite), bool(high.is_finite), True)
    pieces = _domain(context, body.letter, [*body.requirements, *natural_requirements(body.expr, context.complex)], where)
    if not pieces or compare(pieces[0].low, low) != 0 or compare(pieces[-1].high, high) != 0 or any(a.high != b.low for a, b in pairwise(pieces)):
        raise LineError("outside-domain", "Between these ends the integrand does not have a real value everywhere.")
    points = [p.high for p in pieces[:-1]]
    changes = Cuts(Trial(context, body.letter, Statement("and"), []), where)
    changes.corners(body.expr)
    if changes.families:
        raise LineError("not-supported", "A part of this changes its sign infinitely often between these ends.")
    return [p for p in in_order([*points, *changes.points]) if compare(p, low) > 0 and compare(p, high) < 0]


def _domain(context: Context, letter: sp.Symbol, requirements: Sequence[Requirement], where: Range) -> list[Piece]:
    trial = Trial(context, letter, Statement("and"), list(requirements))
    pieces, period, proved = pieces_of(context, trial, where)
    if period is not None or not proved:
        raise LineError("not-supported", "Between these ends the integrand has infinitely many points with no value.")
    return pieces


def _between(body: Body, low: sp.Expr, high: sp.Expr) -> sp.Expr | None:
    """The integral over an open interval on which the integrand is smooth; None where there is no antiderivative. Error: diverges."""
    letter = body.letter
    middle = between(low, high)
    expr = on_side(body.expr, letter, middle, 1)
    try:
        found, _ = antiderivative(expr, letter, True)
    except LineError:
        return None
    found = on_side(found, letter, middle, 1) if found.has(sp.Abs) else found
    breaks = _breaks(found, letter, low, high)
    total: sp.Expr = sp.S.Zero
    for left, right in pairwise([low, *breaks, high]):
        total += _end(found, letter, right, -1) - _end(found, letter, left, 1)
    if not (low.is_finite and high.is_finite and _is_entire(expr) and _is_entire(found)) and not _agrees(expr, letter, low, high, total):
        raise LineError("not-supported", "The value that was found does not agree with a numerical check, so none is given.")
    return total


def _is_entire(expr: sp.Expr) -> bool:
    """Made of functions that are smooth everywhere: then an antiderivative, compared by differentiating it, gives the integral between any ends."""
    if not all(isinstance(f, sp.sin | sp.cos | sp.sinh | sp.cosh | sp.exp) for f in expr.atoms(sp.Function)):
        return False
    return all(bool(p.exp.is_Integer and p.exp > 0) if p.base.free_symbols else bool(p.base.is_positive) for p in expr.atoms(sp.Pow))


def _breaks(found: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> list[sp.Expr]:
    """Points inside at which the antiderivative breaks though the integrand does not."""
    needs = natural_requirements(found, False)
    if not needs:
        return []
    where = Range(low, high, False, False, True)
    pieces = _domain(Context(), letter, needs, where)
    return [p.high for p in pieces[:-1]]


def _end(found: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> sp.Expr:
    if point.is_finite and not natural_requirements(found, False):
        return to_sympy(put_in_scalar(Context(), settled(found), {letter.name: settled(point)}))
    try:
        value = side_limit(found, letter, point, side)
    except NoLimit as none:
        raise _without_limit(none) from None
    if value.is_finite is False:
        raise _diverges()
    return value


# -- without an antiderivative -----------------------------------------------------------------------------------------


def _without_antiderivative(body: Body, low: sp.Expr, high: sp.Expr, cuts: list[sp.Expr]) -> Scalar:
    """A known value, checked; else an enclosure, where the integrand is analytic on the whole way."""
    letter = sp.Symbol(body.letter.name, real=True)
    expr = body.expr.xreplace({body.letter: letter})
    if not cuts:
        try:
            found = sp.integrate(expr, (letter, low, high))
        except (NotImplementedError, ValueError, TypeError, RecursionError, AttributeError):
            found = sp.nan
        if found in (sp.oo, -sp.oo):
            raise _diverges()
        if found.is_number and found.is_finite and not found.has(sp.Integral, sp.Piecewise, sp.erf, sp.erfi, sp.Si, sp.Ci, sp.Ei, sp.hyper, sp.meijerg, sp.gamma,
                                                                 sp.uppergamma, sp.lowergamma, sp.polylog, sp.expint, sp.fresnels, sp.fresnelc, sp.li):
            value = tidy_expression(sp.expand(found))
            if _agrees(body.expr, body.letter, low, high, value, certain=True):
                return settled(value)
    if low.is_finite and high.is_finite and not cuts and all(isinstance(n, KNOWN) for n in expr.atoms(sp.Function)):
        own = sp.Symbol("x", real=True)
        enclosed = EnclosedIntegral(sp.Lambda(own, expr.xreplace({letter: own})), low, high)
        try:
            with balls.precision(64):
                enclosed.enclosure()
            return enclosed
        except balls.NoBall:
            pass
    raise LineError("not-supported", "No antiderivative made of the functions of this language was found.")


def _agrees(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr, value: sp.Expr, certain: bool = False) -> bool:
    """A numerical check of what was found: quadrature over the same way.

    Where the quadrature comes to no rest it says nothing; `certain` asks for a rest, since there nothing else vouches for the value.
    """
    with balls.precision(100):
        try:
            known = balls.ball(value)
        except balls.NoBall:
            return False
    if not isinstance(known, arb):
        return False
    with mpmath.workdps(20):
        def at(x: mpmath.mpf) -> mpmath.mpf:
            with balls.precision(90):
                try:
                    ball = balls.ball(expr, {letter: arb(mpmath.nstr(x, 25))})
                except balls.NoBall:
                    return mpmath.mpf(0)
                return mpmath.mpf(ball.mid().str(20, radius=False)) if isinstance(ball, arb) else mpmath.mpf(0)

        ends = [mpmath.mpf(str(sp.N(p, 20))) if p.is_finite else (mpmath.inf if p == sp.oo else -mpmath.inf) for p in (low, high)]
        try:
            near, error = mpmath.quad(at, ends, error=True, maxdegree=6)
            wanted = mpmath.mpf(known.mid().str(20, radius=False))
        except (ValueError, ZeroDivisionError, TypeError, OverflowError):
            return True
        if error > 1e-4 * (1 + abs(near)):
            if not certain:
                return True
            waves = [n.args[0] for n in expr.atoms(sp.sin, sp.cos) if letter in n.free_symbols]
            slopes = {abs(sp.diff(w, letter)) for w in waves}
            if high != sp.oo or low == -sp.oo or len(slopes) != 1 or not (slope := slopes.pop()).is_number:
                return False
            near, error = _by_half_waves(at, ends[0], mpmath.pi / mpmath.mpf(str(sp.N(slope, 20)))), mpmath.mpf("1e-8")
        return bool(abs(near - wanted) <= 1e-3 * (1 + abs(wanted)) + 10 * error)


def _by_half_waves(at: Callable[[Any], Any], start: Any, half: Any) -> Any:
    """The integral of a fading wave: half waves added up, their alternating sums averaged again and again."""
    total, sums = mpmath.mpf(0), []
    for k in range(30):
        total += mpmath.quad(at, [start + k * half, start + (k + 1) * half], maxdegree=4)
        sums.append(total)
    sums = sums[8:]
    while len(sums) > 1:
        sums = [(a + b) / 2 for a, b in pairwise(sums)]
    return sums[0]


# -- letters in the ends -----------------------------------------------------------------------------------------------


def _with_letters(context: Context, body: Body, low: sp.Expr, high: sp.Expr) -> Scalar:
    """F(high) - F(low) with letters in the ends or in the integrand; the way must not cross a point with no value."""
    found, needs = antiderivative(body.expr, body.letter, not context.complex)
    for need in needs:
        context.require(need)
    for requirement in body.requirements:
        if body.letter in requirement.expr.free_symbols:
            _require_on_the_way(context, requirement, body.letter, low, high)
    value = sp.S.Zero
    for end, sign in ((high, 1), (low, -1)):
        if end in (sp.oo, -sp.oo):
            try:
                part = side_limit(found, body.letter, end, 1)
            except NoLimit as none:
                raise _without_limit(none) from None
            if part.is_finite is False:
                raise _diverges()
        else:
            part = found.subs(body.letter, end)
        value += sign * part
    positive = {r.expr for r in context.requirements if r.kind == "positive"}
    value = value.replace(lambda n: isinstance(n, sp.Abs) and n.args[0] in positive, lambda n: n.args[0])
    return settled(tidy_expression(value))


def _require_on_the_way(context: Context, requirement: Requirement, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> None:
    """A linear requirement holds on the whole way where it holds, with one sign, at both ends."""
    expr = requirement.expr
    if not (expr.is_polynomial(letter) and sp.degree(expr, letter) == 1 and low.is_finite is not False and high.is_finite is not False):
        raise LineError("not-supported", "With letters in it, it is not settled whether this integral crosses a point with no value.")
    ends = [sp.expand(expr.subs(letter, e)) for e in (low, high)]
    signs = [e.is_positive or (e.is_number and e > 0) for e in ends]
    negative = [e.is_negative or (e.is_number and e < 0) for e in ends]
    if requirement.kind == "nonzero" and any(negative):
        ends = [-e for e in ends]
        signs = negative
    elif not any(signs) and requirement.kind == "nonzero":
        raise LineError("not-supported", "With letters in it, it is not settled whether this integral crosses a point with no value.")
    for end, sure in zip(ends, signs, strict=True):
        if not sure:
            context.require(Requirement("positive" if requirement.kind == "nonzero" else requirement.kind, end))
