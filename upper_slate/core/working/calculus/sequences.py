"""Powers of numbers below zero, (-1/2)^n: they have values for whole n, so n goes through the whole numbers, and the even and the odd ones
are looked at apart."""

from __future__ import annotations

from collections.abc import Mapping

import sympy as sp


def alternating(expr: sp.Expr, n: sp.Symbol, unsigned: Mapping[sp.Symbol, sp.Expr] | None = None) -> list[sp.Pow]:
    """The powers with n in the exponent whose base lies below zero, or is a letter of either sign (one of `unsigned`)."""
    return sorted((p for p in expr.atoms(sp.Pow) if n in p.exp.free_symbols and (p.base.is_negative or p.base in (unsigned or {}))), key=str)


def along(expr: sp.Expr, n: sp.Symbol, odd: int, unsigned: Mapping[sp.Symbol, sp.Expr] | None = None) -> sp.Expr:
    """The expression at 2n or at 2n + 1, with those powers written by the squares of their bases; `unsigned` says what stands for the
    square of a letter."""
    def rule(power: sp.Pow) -> sp.Expr:
        slope, rest = sp.Poly(power.exp, n).all_coeffs()
        return (unsigned or {}).get(power.base, power.base ** 2) ** (slope * n) * power.base ** (slope * odd + rest)

    parts = {p: rule(p) for p in alternating(expr, n, unsigned) if p.exp.is_polynomial(n) and sp.degree(p.exp, n) == 1}
    held = {p: sp.Dummy() for p in parts}
    return expr.xreplace(held).subs(n, 2 * n + odd).xreplace({held[p]: parts[p] for p in parts})
