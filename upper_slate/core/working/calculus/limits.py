"""Limits: by continuity where the point is inside the domain, else from each side; a number that the limit approaches is checked along the way."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import arb

from ...problems import LineError
from ..binding.bodies import Body
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Scalar
from ..tidy.factorials import cancelled_factorials
from ..tidy.tidy import tidy_expression
from .jets import NoJet, jet_of
from .near import JUMPS, has_sides, has_values_near, on_side, points_near
from .sequences import along, alternating

#: So many terms of power series are looked at, the few first.
_ORDERS: Final = (2, 6)


class NoLimit(Exception):
    """There is no limit on this side: `why` says what happens instead; without values there (`has_values`) nothing is known of a sum or integral."""

    def __init__(self, why: str, has_values: bool = True) -> None:
        super().__init__(why)
        self.why, self.has_values = why, has_values


def limit_of(context: Context, body: Body, point: sp.Expr, side: str) -> Scalar:
    """The limit, infinity included. Errors: no-limit with what happens on both sides; not-supported where it is not settled."""
    expr, letter = cancelled_factorials(body.expr), body.letter
    if letter not in expr.free_symbols:
        return settled(expr)
    placed = _letters_beyond_one(context, expr, letter)
    if placed:
        inner = Body(expr.xreplace({old: new for old, new, _ in placed}), letter, [])
        found = to_sympy(limit_of(context, inner, point, side))
        return settled(sp.powsimp(found.subs({s: back for _, new, back in placed for s in new.free_symbols})))
    if point == sp.oo and (found_along := _of_sequence(context, expr, letter)) is not None:
        return found_along
    if side == "" and point.is_finite and not expr.has(*JUMPS):
        value = _by_continuity(context, body, point)
        if value is not None:
            return value
    if point.is_finite and (by_series := _by_series(expr, letter, point)) is not None:
        return settled(by_series)
    if point in (sp.oo, -sp.oo):
        return _one_side(expr, letter, point, 1)
    if side:
        return _one_side(expr, letter, point, 1 if side == "+" else -1)
    return _both_sides(context, expr, letter, point)


def _letters_beyond_one(context: Context, expr: sp.Expr, letter: sp.Symbol) -> list[tuple[sp.Symbol, sp.Expr, sp.Expr]]:
    """Letters that are assumed to lie above 1, or between 0 and 1, each as it stands for its distance from there: the library then knows the sign of ln a."""
    found: list[tuple[sp.Symbol, sp.Expr, sp.Expr]] = []
    for symbol in sorted(expr.free_symbols - {letter}, key=str):
        known = context.assumptions.get(symbol.name)
        if known is None or isinstance(symbol, sp.Dummy) or not any(symbol in p.base.free_symbols for p in expr.atoms(sp.Pow)):
            continue
        distance = sp.Dummy(symbol.name, positive=True)
        if any(sign in (">", ">=") and bound.is_number and bound >= 1 and (sign == ">" or bound > 1) for sign, bound in known.bounds):
            found.append((symbol, 1 + distance, symbol - 1))
        elif known.positive and any(sign in ("<", "<=") and bound.is_number and bound <= 1 and (sign == "<" or bound < 1) for sign, bound in known.bounds):
            found.append((symbol, 1 / (1 + distance), 1 / symbol - 1))
    return found


def _of_sequence(context: Context, expr: sp.Expr, n: sp.Symbol) -> Scalar | None:
    """The limit over whole n, where powers of numbers below zero come in, or of letters between -1 and 1; None where there are none."""
    unsigned = {s: 1 / (1 + sp.Dummy(s.name, positive=True)) for s in expr.free_symbols - {n} if _lies_inside_one(context, s)}
    powers = alternating(expr, n, unsigned)
    if not powers or not all(p.exp.is_polynomial(n) and sp.degree(p.exp, n) == 1 and all(c.is_Integer for c in sp.Poly(p.exp, n).all_coeffs()) for p in powers):
        return None
    context.note(f"{n} goes through the whole numbers.")
    limits: list[sp.Expr] = []
    for odd in (0, 1):
        try:
            limits.append(sp.expand(side_limit(sp.expand(along(expr, n, odd, unsigned)), n, sp.oo, 1)))
        except NoLimit as none:
            raise LineError("no-limit", f"There is no limit: {none.why}.") from None
    if any(d.free_symbols & u.free_symbols for d in limits for u in unsigned.values()):
        raise LineError("not-supported", "This limit could not be worked out.")
    if limits[0] == limits[1] or (all(v.is_finite for v in limits) and sp.simplify(limits[0] - limits[1]) == 0):
        return settled(tidy_expression(limits[0])) if limits[0].is_finite is not False else settled(limits[0])
    raise LineError("no-limit", f"There is no limit: for even {n} the values tend to {{0}}, for odd {n} to {{1}}.", values=tuple(map(settled, limits)))


def _lies_inside_one(context: Context, symbol: sp.Symbol) -> bool:
    """Whether a letter of either sign is assumed to lie between -1 and 1."""
    known = context.assumptions.get(symbol.name)
    if known is None or isinstance(symbol, sp.Dummy) or known.positive:
        return False
    return all(any(sign in marks and bound.is_number and bool(abs(bound) <= 1) and (sign in ("<", ">") or bool(abs(bound) < 1)) and bool(bound * side >= 0)
                   for sign, bound in known.bounds) or getattr(known, fact)
               for marks, side, fact in (((">", ">="), -1, "nonnegative"), (("<", "<="), 1, "nonpositive")))


def _by_continuity(context: Context, body: Body, point: sp.Expr) -> Scalar | None:
    """The value at the point, where everything has one and no root or logarithm ends there."""
    given = {body.letter.name: settled(point)}
    try:
        with context.collecting():
            put_in_requirements(context, body.requirements, given)
            for requirement in body.requirements:
                edge = put_in_scalar(context, settled(requirement.expr), given)
                if requirement.kind == "nonneg" and to_sympy(edge) == 0:
                    return None
            return put_in_scalar(context, settled(body.expr), given)
    except LineError:
        return None


def _by_series(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr) -> sp.Expr | None:
    """The limit by the first terms of numerator and denominator, where both have power series about the point whose coefficients are rational; None for a pole too."""
    if expr.free_symbols != {letter} or point.free_symbols:
        return None
    parts = [part.xreplace({letter: point + letter}) for part in (sp.fraction(expr) if expr.is_Mul else expr.as_numer_denom())]
    for order in _ORDERS:
        try:
            jets = [jet_of(part, letter, order) for part in parts]
        except NoJet:
            return None
        if not all(coefficient.is_Rational for jet in jets for coefficient in jet):
            return None
        over, under = (next((k for k, coefficient in enumerate(jet) if coefficient), None) for jet in jets)
        if under is None:
            continue
        if over is None or over > under:
            return sp.S.Zero
        return jets[0][over] / jets[1][under] if over == under else None
    return None


def _one_side(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> Scalar:
    try:
        return settled(side_limit(expr, letter, point, side))
    except NoLimit as none:
        raise LineError("no-limit", f"There is no limit: {none.why}.") from None


def _both_sides(context: Context, expr: sp.Expr, letter: sp.Symbol, point: sp.Expr) -> Scalar:
    found: list[sp.Expr | None] = []
    for side in (-1, 1):
        here = on_side(expr, letter, point, side) if has_sides(expr, letter) else expr
        if not (expr.free_symbols - {letter}) and not point.free_symbols and letter in here.free_symbols and not has_values_near(here, letter, point, side):
            found.append(None)
            continue
        try:
            found.append(side_limit(expr, letter, point, side))
        except NoLimit as none:
            raise LineError("no-limit", f"There is no limit: {none.why}.") from None
    left, right = found
    if left is None and right is None:
        raise LineError("no-limit", "There is no limit: near this point there are no real values.")
    if left is None or right is None:
        context.note(f"There are real values only on the {'right' if left is None else 'left'} of this point; the limit is taken there.")
        return settled(right if left is None else left)
    if left == right or (left.is_finite and right.is_finite and sp.simplify(left - right) == 0):
        return settled(left)
    raise LineError("no-limit", "There is no limit: from the left it is {0}, from the right {1}.", values=(settled(left), settled(right)))


def side_limit(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> sp.Expr:
    """The limit from one side. Raises NoLimit where there is none, LineError (not-supported) where it is not settled."""
    others = expr.free_symbols - {letter} or point.free_symbols
    if has_sides(expr, letter):
        expr = on_side(expr, letter, point, side)
    if letter not in expr.free_symbols:
        return to_sympy(settled(expr))
    if not others and not has_values_near(expr, letter, point, side):
        raise NoLimit("on this side there are no real values", has_values=False)
    own = sp.Symbol(letter.name, real=True)
    try:
        prepared = _prepared(expr).xreplace({letter: own})
        value = sp.limit(prepared, own, point, "-" if side < 0 and point.is_finite else "+")
    except (NotImplementedError, ValueError, TypeError, RecursionError, sp.PoleError):
        raise LineError("not-supported", "This limit could not be worked out.") from None
    if isinstance(value, sp.AccumBounds) or value.has(sp.AccumBounds):
        raise NoLimit("the values go up and down without coming to rest")
    if value.has(sp.Limit, sp.nan, sp.zoo) or (own in value.free_symbols):
        raise LineError("not-supported", "This limit could not be worked out.")
    if (value.has(sp.oo) and not value.is_infinite) or (value.free_symbols and value.has(sp.sign)):
        raise LineError("not-supported", "This limit depends on the other letters; assume something about them, as in assume a > 1.")
    if not others and not _is_approached(expr, letter, point, side, value):
        raise LineError("not-supported", "This limit could not be worked out.")
    return to_sympy(settled(tidy_expression(value))) if value.is_finite is not False else value


def _prepared(expr: sp.Expr) -> sp.Expr:
    """Powers of a number as powers of e, whose limits the library knows for every sign; factors with one base together, so that (1 + 1/n)^n stays one power."""
    expr = expr.replace(lambda n: isinstance(n, sp.Pow) and n.base != sp.E and n.exp.free_symbols and _is_positive_number(n.base),
        lambda n: sp.exp(n.exp * sp.log(n.base)))
    return sp.powsimp(expr) if expr.has(sp.exp) or any(p.exp.free_symbols for p in expr.atoms(sp.Pow)) else expr


def _is_positive_number(base: sp.Expr) -> bool:
    return not base.free_symbols and bool(base.is_positive)


def _is_approached(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int, value: sp.Expr) -> bool:
    """Whether values along the way come nearer to the limit; it guards what the library found."""
    sizes: list[arb] = []
    for at, bits in points_near(point, side):
        try:
            with balls.precision(bits + 400):
                here = balls.ball(expr, {letter: at})
                if not isinstance(here, arb):
                    return False
                if value in (sp.oo, -sp.oo):
                    sizes.append(-here if value == sp.oo else here)
                else:
                    sizes.append(abs(here - balls.ball(value)))
        except (balls.NoBall, OverflowError):
            continue
    if len(sizes) < 2:
        return True
    first, last = sizes[0], sizes[-1]
    if value in (sp.oo, -sp.oo):
        return bool(last.mid() < first.mid())
    return bool(last.mid() <= first.mid()) or bool(last.mid() < arb("1e-9"))
