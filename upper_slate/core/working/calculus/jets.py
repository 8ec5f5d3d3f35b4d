"""Truncated power series of expressions: exact coefficients up to an order, by the rules of each function.

For a function y of u the differential equation that it satisfies gives a recurrence for the coefficients, as in any text on
automatic differentiation; constants are split off first, so that e^(c + u) is e^c·e^u.
"""

from __future__ import annotations

from collections.abc import Callable

import sympy as sp

from ..exact.bridge import settled, to_sympy
from ..ground.function_records import RECORD_OF

Jet = list[sp.Expr]


class NoJet(Exception):
    """No rule: the expression has no power series here, or none that these rules find."""


def jet_of(expr: sp.Expr, t: sp.Symbol, order: int) -> Jet:
    """The coefficients of t^0 … t^order of an expression at t = 0."""
    if t not in expr.free_symbols:
        return [expr, *[sp.S.Zero] * order]
    if expr == t:
        return ([sp.S.Zero, sp.S.One] + [sp.S.Zero] * order)[:order + 1]
    if isinstance(expr, sp.Add):
        jets = [jet_of(a, t, order) for a in expr.args]
        return [_sum(column) for column in zip(*jets, strict=True)]
    if isinstance(expr, sp.Mul):
        total = jet_of(expr.args[0], t, order)
        for factor in expr.args[1:]:
            total = _times(total, jet_of(factor, t, order))
        return total
    if isinstance(expr, sp.Pow):
        if t in expr.exp.free_symbols:
            return _exp(jet_of(expr.exp * sp.log(expr.base), t, order))
        return _power(jet_of(expr.base, t, order), expr.exp)
    inner = jet_of(expr.args[0], t, order)
    if (rule := _RULES.get(type(expr))) is not None:
        return rule(inner)
    record = RECORD_OF.get(type(expr))
    if record is None or record.derivative is None:
        raise NoJet
    return _integrated(inner, lambda u: jet_of(record.derivative(_series(u, t)), t, order), record.make(inner[0]))  # type: ignore[misc]


def _series(u: Jet, t: sp.Symbol) -> sp.Expr:
    return sp.Add(*(c * t ** k for k, c in enumerate(u)))


def _sum(terms: tuple[sp.Expr, ...] | list[sp.Expr]) -> sp.Expr:
    return _plain(sp.Add(*terms))


def _plain(value: sp.Expr) -> sp.Expr:
    return to_sympy(settled(value)) if not value.free_symbols and not value.is_Rational else value


def _times(u: Jet, v: Jet) -> Jet:
    return [_sum([u[j] * v[k - j] for j in range(k + 1) if u[j] != 0 and v[k - j] != 0]) for k in range(len(u))]


def _power(u: Jet, exponent: sp.Expr) -> Jet:
    """u^r: r·u'·y = u·y'."""
    if exponent.is_Integer and exponent >= 0 and exponent <= 60:
        total: Jet = [sp.S.One, *[sp.S.Zero] * (len(u) - 1)]
        for _ in range(int(exponent)):
            total = _times(total, u)
        return total
    if u[0] == 0 or not exponent.is_number or (u[0].is_number and not u[0].is_positive and not exponent.is_Integer):
        raise NoJet
    y: Jet = [sp.Pow(u[0], exponent)]
    for k in range(1, len(u)):
        y.append(_plain(sp.expand(_sum([(exponent * j - (k - j)) * u[j] * y[k - j] for j in range(1, k + 1)]) / (k * u[0]))))
    return y


def _exp(u: Jet) -> Jet:
    y: Jet = [sp.exp(u[0])]
    for k in range(1, len(u)):
        y.append(_sum([j * u[j] * y[k - j] for j in range(1, k + 1)]) / k)
    return y


def _log(u: Jet) -> Jet:
    if u[0].is_number and not u[0].is_positive:
        raise NoJet
    y: Jet = [sp.log(u[0])]
    for k in range(1, len(u)):
        y.append(_plain((u[k] - _sum([j * y[j] * u[k - j] for j in range(1, k)]) / k) / u[0]))
    return y


def _sin_cos(u: Jet, hyperbolic: bool) -> tuple[Jet, Jet]:
    s: Jet = [(sp.sinh if hyperbolic else sp.sin)(u[0])]
    c: Jet = [(sp.cosh if hyperbolic else sp.cos)(u[0])]
    for k in range(1, len(u)):
        s.append(_sum([j * u[j] * c[k - j] for j in range(1, k + 1)]) / k)
        c.append((1 if hyperbolic else -1) * _sum([j * u[j] * s[k - j] for j in range(1, k + 1)]) / k)
    return s, c


def _quotient(u: Jet, v: Jet) -> Jet:
    if v[0] == 0:
        raise NoJet
    y: Jet = []
    for k in range(len(u)):
        y.append(_plain(sp.expand((u[k] - _sum([y[j] * v[k - j] for j in range(k)])) / v[0])))
    return y


def _integrated(u: Jet, slope: Callable[[Jet], Jet], start: sp.Expr) -> Jet:
    """The function with the given derivative by its argument: y' = slope(u)·u'."""
    rate = slope(u)
    derivative = [(k + 1) * u[k + 1] for k in range(len(u) - 1)]
    product = _times(rate[:-1], derivative) if derivative else []
    return [start, *(_plain(p / (k + 1)) for k, p in enumerate(product))]


def _one(u: Jet, sign: int) -> Jet:
    """1 + u² or 1 - u²."""
    square = _times(u, u)
    return [_plain(1 + sign * square[0]), *(sign * q for q in square[1:])]


_HALF = sp.Rational(-1, 2)
_RULES: dict[type, Callable[[Jet], Jet]] = {
    sp.exp: _exp, sp.log: _log,
    sp.sin: lambda u: _sin_cos(u, False)[0], sp.cos: lambda u: _sin_cos(u, False)[1], sp.tan: lambda u: _quotient(*_sin_cos(u, False)),
    sp.sinh: lambda u: _sin_cos(u, True)[0], sp.cosh: lambda u: _sin_cos(u, True)[1], sp.tanh: lambda u: _quotient(*_sin_cos(u, True)),
    sp.atan: lambda u: _integrated(u, lambda v: _power(_one(v, 1), sp.S.NegativeOne), sp.atan(u[0])),
    sp.asin: lambda u: _integrated(u, lambda v: _power(_one(v, -1), _HALF), sp.asin(u[0])),
    sp.acos: lambda u: _integrated(u, lambda v: [-q for q in _power(_one(v, -1), _HALF)], sp.acos(u[0])),
    sp.asinh: lambda u: _integrated(u, lambda v: _power(_one(v, 1), _HALF), sp.asinh(u[0])),
    sp.atanh: lambda u: _integrated(u, lambda v: _power(_one(v, -1), sp.S.NegativeOne), sp.atanh(u[0])),
}
