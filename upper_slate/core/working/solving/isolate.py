"""Isolates a letter: undoes one operation after another, and solves polynomials of low degree on the way."""

from __future__ import annotations

import sympy as sp

from ..context import Context
from ..exact.bridge import to_sympy
from ..ground.values import Requirement, Scalar


def isolate(context: Context, body: Scalar, letter: sp.Symbol, image: sp.Symbol) -> list[sp.Expr] | None:
    """All y with body(y) = image, as expressions in image; None where they cannot be found.

    What the image must satisfy (an even root is never negative) is required of the line.
    """
    expr = to_sympy(body)
    if letter not in expr.free_symbols:
        return None
    needs: list[sp.Expr] = []
    found = _undo(expr, letter, image, needs)
    for expression in needs:
        context.require(Requirement("nonneg", expression, "outside-domain", "the inverse"))
    return found


def _undo(expr: sp.Expr, letter: sp.Symbol, image: sp.Expr, needs: list[sp.Expr]) -> list[sp.Expr] | None:
    if expr == letter:
        return [image]
    if isinstance(expr, sp.Add):
        with_letter: list[sp.Expr] = []
        rest: list[sp.Expr] = []
        for term in expr.args:
            (with_letter if letter in term.free_symbols else rest).append(term)
        if len(with_letter) == 1 and rest:
            return _undo(with_letter[0], letter, image - sp.Add(*rest), needs)
        return _rational(expr, letter, image)
    if isinstance(expr, sp.Mul):
        with_letter, rest = [], []
        for factor in expr.args:
            (with_letter if letter in factor.free_symbols else rest).append(factor)
        if rest:
            return _undo(sp.Mul(*with_letter), letter, image / sp.Mul(*rest), needs)
        return _rational(expr, letter, image)
    if isinstance(expr, sp.Pow):
        base, exponent = expr.args
        if letter not in exponent.free_symbols and exponent.is_Rational:
            if exponent.p % 2 == 0 and exponent.is_Integer:
                root = sp.Pow(image, 1 / exponent)
                both = [_undo(base, letter, r, needs) for r in (root, -root)]
                return None if None in both else [*both[0], *both[1]]  # type: ignore[misc]
            if exponent.q % 2 == 0:
                needs.append(image)
            return _undo(base, letter, sp.Pow(image, 1 / exponent), needs)
        if letter not in base.free_symbols:
            return _undo(exponent, letter, sp.log(image) / sp.log(base), needs)
        return None
    if isinstance(expr, sp.exp):
        return _undo(expr.args[0], letter, sp.log(image), needs)
    if isinstance(expr, sp.log):
        return _undo(expr.args[0], letter, sp.exp(image), needs)
    inverses = {sp.sinh: sp.asinh, sp.asinh: sp.sinh, sp.atanh: sp.tanh, sp.tanh: sp.atanh}
    if type(expr) in inverses:
        return _undo(expr.args[0], letter, inverses[type(expr)](image), needs)
    return None


def _rational(expr: sp.Expr, letter: sp.Symbol, image: sp.Expr) -> list[sp.Expr] | None:
    """Fractions and polynomials up to degree 2 in the letter."""
    numerator, denominator = sp.fraction(sp.together(expr))
    difference = sp.expand(numerator - image * denominator)
    if not difference.is_polynomial(letter):
        return None
    polynomial = sp.Poly(difference, letter)
    if polynomial.degree() == 1:
        a, b = polynomial.all_coeffs()
        return [sp.factor(-b / a)]
    if polynomial.degree() == 2:
        a, b, c = polynomial.all_coeffs()
        root = sp.sqrt(sp.factor(b ** 2 - 4 * a * c))
        return [(-b + root) / (2 * a), (-b - root) / (2 * a)]
    return None
