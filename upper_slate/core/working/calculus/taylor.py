"""Taylor polynomials."""

from __future__ import annotations

import sympy as sp
from flint import arb

from ...problems import LineError
from ..binding.bodies import Body
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..ground.values import Scalar
from .jets import NoJet, jet_of

_MOST = 60


def taylor(body: Body, point: sp.Expr, order: int) -> tuple[Scalar, sp.Expr]:
    """The Taylor polynomial at a point, and the first power that is left out. Errors: not-supported, too-large, outside-domain."""
    if order > _MOST:
        raise LineError("too-large", f"Taylor polynomials go up to order {_MOST}.")
    letter = body.letter
    t = sp.Symbol("\0t", real=True)
    moved = body.expr.subs(letter, point + t)
    found, rest = _polynomials(moved, t, order)
    if not found.is_polynomial(t) or found.has(sp.oo, sp.nan, sp.zoo, sp.log(t)):
        raise LineError("outside-domain", "This function has no Taylor polynomial at this point: there it has no value, or no derivatives.")
    if not moved.free_symbols - {t} and not _is_close(moved, found, t, order):
        raise LineError("outside-domain", "This function has no Taylor polynomial at this point: there it has a corner or no values on one side.")
    left_out = [m[0] for m in sp.Poly(rest - found, t).monoms()] if rest != found else []
    next_power = min(left_out) if left_out else order + 1
    around = letter if point == 0 else sp.Add(letter, -point, evaluate=True)
    # (x - 4)/4 keeps its bracket
    terms = [sp.Mul(to_sympy(settled(c)), around ** power, evaluate=power != 1) for (power,), c in sp.Poly(found, t).terms()] if found != 0 else [sp.S.Zero]
    return settled(sp.Add(*terms)), sp.Pow(around, next_power, evaluate=False)


def _polynomials(moved: sp.Expr, t: sp.Symbol, order: int) -> tuple[sp.Expr, sp.Expr]:
    """The polynomial to the order, and one with two further terms: by rules, or by the library where a rule is missing."""
    try:
        jet = jet_of(moved, t, order + 2)
        return tuple(sp.Add(*(c * t ** k for k, c in enumerate(jet[:end]))) for end in (order + 1, order + 3))
    except NoJet:
        pass
    try:
        right = sp.Dummy("t", positive=True)
        found, rest = (sp.series(moved.subs(t, right), right, 0, end).removeO().subs(right, t) for end in (order + 1, order + 3))
    except (NotImplementedError, ValueError, TypeError, sp.PoleError, RecursionError):
        raise LineError("not-supported", "A Taylor polynomial could not be found here.") from None
    return sp.expand(found), sp.expand(rest)


def _is_close(moved: sp.Expr, found: sp.Expr, t: sp.Symbol, order: int) -> bool:
    """Whether the error falls like the first power left out, or faster; it guards what the library found."""
    for side in (1, -1):
        errors = []
        for step in (12, 24):
            with balls.precision(200 + 30 * order):
                try:
                    errors.append(abs(balls.ball(moved - found, {t: side * arb(2) ** -step})))
                except balls.NoBall:
                    return False
        with balls.precision(200):
            if not errors[1] <= errors[0] * arb(2) ** (-12 * (order + 1) + 6) + arb(2) ** (-24 * (order + 1) - 60):
                return False
    return True
