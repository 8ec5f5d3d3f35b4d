"""Laplace transforms and their inverses, by the library, checked the other way round."""

from __future__ import annotations

import mpmath
import sympy as sp
from flint import arb

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..ground.values import Scalar
from ..solving.families import compare, in_order
from ..tidy.tidy import tidy_expression
from .laplace_table import by_table


def transform(expr: sp.Expr, t: sp.Symbol, s: sp.Symbol) -> tuple[Scalar, tuple[sp.Basic, ...]]:
    """The transform of an expression in t as a function of s, and the conditions on s."""
    time, image = sp.Symbol(t.name, positive=True), sp.Symbol(s.name)
    given = expr.xreplace({t: time})
    found, bounds = by_table(given, time, image) or _by_library(given, time, image)
    if not any(b.free_symbols for b in bounds):
        bounds = [sp.Max(*bounds)]
    if not given.free_symbols - {time} and not _agrees(given, time, found, image, bounds[0]):
        raise _unknown()
    real = sp.Symbol(s.name, real=True)
    value = _nice(found.xreplace({image: real}), real)
    return settled(value), tuple(sp.Gt(real, b, evaluate=False) for b in dict.fromkeys(bounds) if b != -sp.oo)


def _by_library(given: sp.Expr, time: sp.Symbol, image: sp.Symbol) -> tuple[sp.Expr, list[sp.Expr]]:
    try:
        found, plane, _ = sp.laplace_transform(given, time, image, noconds=False)
    except (NotImplementedError, ValueError, TypeError, AttributeError, RecursionError):
        raise _unknown() from None
    if found.has(sp.LaplaceTransform, sp.Integral, sp.nan) or found.has(sp.Heaviside, sp.DiracDelta, sp.gamma, sp.erf, sp.erfc):
        raise _unknown()
    bound = sp.simplify(sp.re(plane)) if plane.has(sp.re) else plane
    return found, [bound.replace(sp.re, lambda u: u)]


def _agrees(expr: sp.Expr, t: sp.Symbol, found: sp.Expr, s: sp.Symbol, bound: sp.Expr) -> bool:
    """The transform at one number beyond its bound, by quadrature."""
    at = sp.Integer(2) if bound == -sp.oo or not bound.is_number else sp.ceiling(bound) + 2
    with mpmath.workdps(20):
        def value(x: mpmath.mpf) -> mpmath.mpf:
            with balls.precision(100):
                ball = balls.ball(expr * sp.exp(-at * t), {t: arb(mpmath.nstr(x, 25))})
            return mpmath.mpf(ball.mid().str(20, radius=False))

        try:
            near = mpmath.quad(value, sorted({0, 1, 5, 20, 80, *_edges(expr)}), method="gauss-legendre" if expr.has(sp.Piecewise) else "tanh-sinh")
            wanted = mpmath.mpf(str(sp.N(found.subs(s, at), 20)))
        except (balls.NoBall, ValueError, TypeError, AttributeError, ZeroDivisionError):
            return False
        return bool(abs(near - wanted) < mpmath.mpf("1e-8") * (1 + abs(wanted)))


def _edges(expr: sp.Expr) -> list[float]:
    """Where cases begin and end: between these there is no jump."""
    relations = [r for cases in expr.atoms(sp.Piecewise) for _, c in cases.args for r in c.atoms(sp.core.relational.Relational)]
    return [float(side) for r in relations for side in r.args if side.is_number and 0 < side < 80]


def inverse_transform(expr: sp.Expr, s: sp.Symbol, t: sp.Symbol) -> Scalar:
    """The expression in t (for t ≥ 0) whose transform it is."""
    time, image = sp.Symbol(t.name, positive=True), sp.Symbol(s.name)
    given = expr.xreplace({s: image})
    found = _with_shifts(given, image, time)
    if found is None:
        found = _plain_inverse(given, image, time)
    return settled(found.xreplace({time: sp.Symbol(t.name, real=True)}))


def _with_shifts(given: sp.Expr, image: sp.Symbol, time: sp.Symbol) -> sp.Expr | None:
    """e^(-as) F(s) comes from f(t - a), which begins at a: the sum in cases, one from each beginning to the next; None where nothing is shifted."""
    groups: dict[sp.Expr, sp.Expr] = {}
    over, under = sp.fraction(sp.together(given))
    below = [f for f in sp.Mul.make_args(under) if isinstance(f, sp.exp)]
    plain = under / sp.Mul(*below)
    for term in sp.Add.make_args(sp.expand(over)):
        waves = [f for f in sp.Mul.make_args(term) if isinstance(f, sp.exp) and image in f.free_symbols]
        part = term / plain
        rate = sp.expand(sp.Add(*(f.args[0] for f in waves)) - sp.Add(*(f.args[0] for f in below)))
        shift = -rate.coeff(image, 1)
        if sp.expand(rate + shift * image) != 0 or not shift.is_real or not shift.is_number or shift.is_negative:
            return None
        groups[shift] = groups.get(shift, sp.S.Zero) + part / sp.Mul(*waves)
    if set(groups) <= {sp.S.Zero}:
        return None
    begun = {shift: _plain_inverse(sp.together(part), image, time).subs(time, time - shift) for shift, part in groups.items()}
    edges = in_order([sp.S.Zero, *begun])
    values = [tidy_expression(sp.Add(*(f for shift, f in begun.items() if compare(shift, edge) <= 0))) for edge in edges]
    return sp.Piecewise(*((value, time < following) for value, following in zip(values, edges[1:], strict=False)), (values[-1], True))


def _plain_inverse(given: sp.Expr, image: sp.Symbol, time: sp.Symbol) -> sp.Expr:
    try:
        parts = sp.apart(given, image) if given.is_rational_function(image) else given
        found = sp.inverse_laplace_transform(parts, image, time)
        back = sp.laplace_transform(found, time, image)[0]
    except (NotImplementedError, ValueError, TypeError, AttributeError, RecursionError):
        raise _unknown() from None
    if found.has(sp.InverseLaplaceTransform, sp.Heaviside, sp.DiracDelta, sp.Integral, sp.gamma) or sp.simplify(back - given) != 0:
        raise _unknown()
    return tidy_expression(sp.expand(found))


def _nice(found: sp.Expr, s: sp.Symbol) -> sp.Expr:
    together = sp.cancel(sp.together(found))
    if not together.is_rational_function(s):
        return to_sympy(settled(tidy_expression(sp.expand(found)) if found.has(sp.exp) else found))
    over, under = sp.fraction(together)
    return sp.factor(over) / sp.factor(under)


def _unknown() -> LineError:
    return LineError("not-supported", "This transform is not among those that can be worked out.")
