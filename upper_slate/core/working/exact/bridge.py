"""Between surds and SymPy expressions; a closed algebraic number has one form on each side."""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from typing import Final, Union

import sympy as sp
from flint import fmpq

from .decide import Undecided
from .roots import power
from .surd import ONE, ZERO, I, Nested, Surd, TooLarge

Value = Union[Surd, sp.Expr]

_TRANSCENDENTAL: Final = (sp.pi, sp.E, sp.EulerGamma, sp.Catalan)
PHI: Final = (ONE + power(Surd.rational(5), Fraction(1, 2))) * Surd.rational(1, 2)  # type: ignore[operator]


def to_sympy(value: Value) -> sp.Expr:
    """The SymPy form of a value."""
    if not isinstance(value, Surd):
        return value
    if value.is_rational:
        q = value.as_fmpq
        return sp.Integer(int(q.p)) if q.q == 1 else sp.Rational(int(q.p), int(q.q))
    return _to_sympy(value)


@lru_cache(maxsize=5_000)
def _to_sympy(value: Surd) -> sp.Expr:
    terms = []
    for monomial, q in value.terms.items():
        factors: list[sp.Expr] = [sp.Rational(int(q.p), int(q.q))]
        for generator, exponent in monomial:
            if generator == -1:
                factors.append(sp.I)
                continue
            base = to_sympy(Surd(dict(generator.terms))) if isinstance(generator, Nested) else sp.Integer(generator)
            factors.append(sp.Pow(base, sp.Rational(exponent.numerator, exponent.denominator)))
        terms.append(sp.Mul(*factors))
    return sp.Add(*terms)


def has_letters(expr: sp.Basic) -> bool:
    """Whether a letter stands in an expression: the first that is found tells, where the library would look for all."""
    if expr.is_Symbol:
        return True
    if expr.is_Add or expr.is_Mul or expr.is_Pow or expr.is_Function:
        return any(map(has_letters, expr.args))
    return bool(expr.free_symbols)


def from_sympy(expr: sp.Basic) -> Surd | None:
    """The surd of a closed algebraic expression; None for anything else."""
    if isinstance(expr, sp.Rational):
        return Surd({(): fmpq(int(expr.p), int(expr.q))})
    if has_letters(expr) or isinstance(expr, sp.Function):
        return None
    try:
        return _from_sympy(expr)
    except (TooLarge, Undecided, ZeroDivisionError):
        return None


@lru_cache(maxsize=5_000)
def _from_sympy(expr: sp.Basic) -> Surd | None:
    if isinstance(expr, sp.Rational):
        return Surd({(): fmpq(int(expr.p), int(expr.q))})
    if expr == sp.I:
        return I
    if expr == sp.GoldenRatio:
        return PHI
    if isinstance(expr, sp.Add | sp.Mul):
        is_sum = isinstance(expr, sp.Add)
        total = ZERO if is_sum else ONE
        for arg in expr.args:
            part = _from_sympy(arg)
            if part is None:
                return None
            total = total + part if is_sum else total * part
        return total
    if isinstance(expr, sp.Pow) and isinstance(expr.exp, sp.Rational):
        base = _from_sympy(expr.base)
        return None if base is None else power(base, Fraction(int(expr.exp.p), int(expr.exp.q)), real=False)
    return None


def settled(expr: sp.Expr) -> Value:
    """The expression, as a surd where it is a closed algebraic number."""
    surd = from_sympy(expr)
    return expr if surd is None else surd
