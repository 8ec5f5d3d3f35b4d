"""Forms of an expression that is the same value: multiplied out, factored, over one denominator, split, without roots below. One copy, for requests and for the
forms that are offered below a result."""

from __future__ import annotations

import sympy as sp

from .tidy import rational_form


def expanded(expr: sp.Expr) -> sp.Expr:
    """Multiplied out."""
    return sp.expand(expr)


def factored(expr: sp.Expr) -> sp.Expr:
    """As a product, as far as rational coefficients go."""
    return sp.factor(rational_form(expr)) if expr.free_symbols else expr


def rationalized(expr: sp.Expr, most_terms: int) -> sp.Expr:
    """No square root in the denominator: the denominator is multiplied by its conjugates, where it has at most so many terms."""
    return sp.radsimp(sp.together(expr), max_terms=most_terms)


def single_fraction(expr: sp.Expr, in_lowest_terms: bool) -> sp.Expr:
    """Over one denominator. In lowest terms a common factor is cancelled, whose zeros are then a condition of the result."""
    together = sp.together(expr)
    over, under = sp.fraction(sp.cancel(together) if in_lowest_terms else together)
    return sp.expand(over) / sp.factor(under)


def partial_fractions(expr: sp.Expr) -> sp.Expr:
    """Split into simple fractions. The expression is one polynomial over another, in one letter."""
    return sp.apart(expr)
