"""How many real zeros a sum of exponentials can have: Descartes' rule of signs, which holds for real exponents as it does for whole ones.

Source: Laguerre's extension of the rule (a sum of c·e^(λx), in rising order of λ, has at most as many real zeros, each counted as often
as it is repeated, as its coefficients change sign); with polynomials before the exponentials, Rolle's theorem gives one less than the
number of their coefficients.
"""

from __future__ import annotations

from itertools import pairwise
from typing import Final

import sympy as sp

from ...problems import LineError
from ..exact.bridge import settled
from ..exact.decide import Undecided
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from .exponentials import prime_exponent
from .families import in_order

_MOST_TIMES: Final = 8


def most_zeros(expr: sp.Expr, x: sp.Symbol) -> int | None:
    """The most real zeros that the expression can have; None where it is no sum of polynomials times exponentials with numbers in them."""
    try:
        parts = _parts(sp.expand(expr), x)
        if parts is None:
            return None
        if any(sp.degree(factor, x) > 0 for factor in parts.values()):
            return sum(int(sp.degree(factor, x)) + 1 for factor in parts.values()) - 1
        rising = in_order(list(parts))
        signs = [judge.sign(settled(parts[rate])) for rate in rising]
    except (LineError, Undecided, NotImplementedError, ValueError, TypeError, sp.PolynomialError):
        return None
    return sum(one != other for one, other in pairwise(signs))


def _parts(expr: sp.Expr, x: sp.Symbol) -> dict[sp.Expr, sp.Expr] | None:
    """The factors by the rates of their exponentials: {ln 2: 1, 0: x} for 2^x + x."""
    found: dict[sp.Expr, sp.Expr] = {}
    for term in sp.Add.make_args(expr):
        exponent, factor = sp.S.Zero, sp.S.One
        for part in sp.Mul.make_args(term):
            power = prime_exponent(part) if x in part.free_symbols else None
            if power is None:
                factor *= part
            else:
                exponent += power
        rate = sp.expand(exponent).coeff(x, 1)
        rest = sp.expand(exponent - rate * x)
        if rest.free_symbols or rate.free_symbols or not factor.is_polynomial(x) or factor.free_symbols - {x} or not rate.is_real:
            return None
        found[rate] = found.get(rate, sp.S.Zero) + factor * sp.exp(rest)
    kept = {rate: factor for rate, factor in found.items() if sp.expand(factor) != 0}
    return kept or None


def times(expr: sp.Expr, x: sp.Symbol, value: sp.Expr) -> int:
    """How often a zero is repeated, as far as it is shown: at least once. One that is enclosed is a simple one: the slope is not 0 there."""
    if isinstance(value, EnclosedRoot) or value.is_number is False or value.atoms(sp.Function) - value.atoms(sp.log, sp.exp):
        return 1
    found, slope = 1, sp.diff(expr, x)
    try:
        while found < _MOST_TIMES and judge.is_zero(settled(sp.expand(slope.subs(x, value)))):
            found, slope = found + 1, sp.diff(slope, x)
    except (LineError, Undecided, ValueError, TypeError, AttributeError):
        return found
    return found
