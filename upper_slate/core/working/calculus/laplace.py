"""Laplace transforms and their inverses, by the library, checked the other way round."""

from __future__ import annotations

import mpmath
import sympy as sp
from flint import arb

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..ground.values import Scalar
from ..tidy.tidy import tidy_expression


def transform(expr: sp.Expr, t: sp.Symbol, s: sp.Symbol) -> tuple[Scalar, sp.Basic]:
    """The transform of an expression in t as a function of s, and the condition on s."""
    time, image = sp.Symbol(t.name, positive=True), sp.Symbol(s.name)
    given = expr.xreplace({t: time})
    try:
        found, plane, _ = sp.laplace_transform(given, time, image, noconds=False)
    except (NotImplementedError, ValueError, TypeError, AttributeError, RecursionError):
        raise _unknown() from None
    if found.has(sp.LaplaceTransform, sp.Integral, sp.nan) or found.has(sp.Heaviside, sp.DiracDelta, sp.gamma, sp.erf, sp.erfc):
        raise _unknown()
    bound = sp.simplify(sp.re(plane)) if plane.has(sp.re) else plane
    if not given.free_symbols - {time} and not _agrees(given, time, found, image, bound):
        raise _unknown()
    real = sp.Symbol(s.name, real=True)
    value = _nice(found.xreplace({image: real}), real)
    return settled(value), sp.Gt(real, bound.replace(sp.re, lambda u: u), evaluate=False) if bound != -sp.oo else sp.true


def _agrees(expr: sp.Expr, t: sp.Symbol, found: sp.Expr, s: sp.Symbol, bound: sp.Expr) -> bool:
    """The transform at one number beyond its bound, by quadrature."""
    at = sp.Integer(2) if bound == -sp.oo or not bound.is_number else sp.ceiling(bound) + 2
    with mpmath.workdps(20):
        def value(x: mpmath.mpf) -> mpmath.mpf:
            with balls.precision(100):
                ball = balls.ball(expr * sp.exp(-at * t), {t: arb(mpmath.nstr(x, 25))})
            return mpmath.mpf(ball.mid().str(20, radius=False))

        try:
            near = mpmath.quad(value, [0, 1, 5, 20, 80])
            wanted = mpmath.mpf(str(sp.N(found.subs(s, at), 20)))
        except (balls.NoBall, ValueError, TypeError, AttributeError, ZeroDivisionError):
            return False
        return bool(abs(near - wanted) < mpmath.mpf("1e-8") * (1 + abs(wanted)))


def inverse_transform(expr: sp.Expr, s: sp.Symbol, t: sp.Symbol) -> Scalar:
    """The expression in t (for t ≥ 0) whose transform it is."""
    time, image = sp.Symbol(t.name, positive=True), sp.Symbol(s.name)
    given = expr.xreplace({s: image})
    try:
        parts = sp.apart(given, image) if given.is_rational_function(image) else given
        found = sp.inverse_laplace_transform(parts, image, time)
        back = sp.laplace_transform(found, time, image)[0]
    except (NotImplementedError, ValueError, TypeError, AttributeError, RecursionError):
        raise _unknown() from None
    if found.has(sp.InverseLaplaceTransform, sp.Heaviside, sp.DiracDelta, sp.Integral, sp.gamma) or sp.simplify(back - given) != 0:
        raise _unknown()
    real = sp.Symbol(t.name, real=True)
    return settled(tidy_expression(sp.expand(found).xreplace({time: real})))


def _nice(found: sp.Expr, s: sp.Symbol) -> sp.Expr:
    together = sp.cancel(sp.together(found))
    if not together.is_rational_function(s):
        return to_sympy(settled(found))
    over, under = sp.fraction(together)
    return sp.factor(over) / sp.factor(under)


def _unknown() -> LineError:
    return LineError("not-supported", "This transform is not among those that can be worked out.")
