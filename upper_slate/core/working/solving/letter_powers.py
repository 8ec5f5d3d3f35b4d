"""Equations with a power that has the letter above and below: f(x)^g(x) = 1."""

from __future__ import annotations

import sympy as sp

from .search import Search, Zeros


def power_that_is_one(search: Search, expr: sp.Expr) -> Zeros | None:
    """Where f^g is 1 among the real numbers, |f| is 1 or g is 0; which of these are solutions is seen when they are put in."""
    power = _one_and_power(expr, search.letter) if search.real else None
    return None if power is None else search.union([power.exp, power.base - 1, power.base + 1])


def _one_and_power(expr: sp.Expr, letter: sp.Symbol) -> sp.Pow | None:
    """The power in f^g - 1."""
    if not expr.is_Add or len(expr.args) != 2:
        return None
    number, power = expr.args
    if number is sp.S.One:
        power = -power
    elif number is not sp.S.NegativeOne:
        return None
    return power if _is_letter_power(power, letter) else None


def has_other_values(expr: sp.Expr, letter: sp.Symbol) -> bool:
    """Whether a power in it has values at single points beyond those where its base is positive, which nobody looks for."""
    if _one_and_power(expr, letter) is not None:
        return False
    return any(_is_letter_power(node, letter) and node.base.is_positive is not True for node in expr.atoms(sp.Pow))


def _is_letter_power(node: sp.Expr, letter: sp.Symbol) -> bool:
    return isinstance(node, sp.Pow) and letter in node.base.free_symbols and letter in node.exp.free_symbols
