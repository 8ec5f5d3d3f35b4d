"""Antiderivatives by the substitutions of a textbook: roots of quadratics, fractional powers, sines over the whole turn. The caller differentiates what is found."""

from __future__ import annotations

import sympy as sp
from sympy.simplify.fu import TR8

from .quasi_polynomials import quasi_polynomial


def root_of_square(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """√q, √q/x and 1/(x √q) for q = a x² + c."""
    factor, part = expr.as_independent(letter, as_Add=False)
    roots = [power for power in part.atoms(sp.Pow) if abs(power.exp) == sp.S.Half and letter in power.free_symbols]
    if len(roots) != 1:
        return None
    inside = roots[0].base
    if not (inside.is_polynomial(letter) and sp.degree(inside, letter) == 2 and sp.expand(inside).coeff(letter, 1) == 0):
        return None
    a, c = sp.expand(inside).coeff(letter, 2), sp.expand(inside).coeff(letter, 0)
    root, below = sp.sqrt(inside), _over_letter(c, inside)
    if part == root and a.is_negative and c.is_positive:
        return factor * (letter * root / 2 + c / (2 * sp.sqrt(-a)) * sp.asin(letter * sp.sqrt(-a / c)))
    if below is None or not a.is_real:
        return None
    if part == root / letter:
        return factor * (root + c * below)
    return factor * below if part == 1 / (letter * root) else None


def _over_letter(c: sp.Expr, inside: sp.Expr) -> sp.Expr | None:
    """An antiderivative of 1/(x √q), for q with the constant c: with u = √q it is that of 1/(u² - c)."""
    root = sp.sqrt(inside)
    if c.is_positive:
        return sp.log((root - sp.sqrt(c)) / (root + sp.sqrt(c))) / (2 * sp.sqrt(c))
    return sp.atan(root / sp.sqrt(-c)) / sp.sqrt(-c) if c.is_negative else None


def fractional_powers(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """Roots of x of several degrees: with x = u^n all of them are whole powers of u."""
    powers = [power for power in expr.atoms(sp.Pow) if power.base == letter and power.exp.is_Rational and not power.exp.is_Integer]
    degree = sp.ilcm(1, *(power.exp.q for power in powers))
    if not 1 < degree <= 12:
        return None
    u = sp.Dummy("u", positive=True)
    inner = sp.cancel(expr.subs(letter, u ** degree) * degree * u ** (degree - 1))
    if not inner.is_rational_function(u):
        return None
    found = sp.integrate(sp.apart(inner, u), u)
    return None if found.has(sp.Integral, sp.RootSum) else found.subs(u, letter ** sp.Rational(1, degree))


def over_a_turn(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """1/(a + b cos x), 1/(a + b sin x) with a > |b|: without the gaps that the tangent of half the angle has."""
    factor, part = expr.as_independent(letter, as_Add=False)
    if not (isinstance(part, sp.Pow) and part.exp == -1 and isinstance(part.base, sp.Add)):
        return None
    a, waving = part.base.as_independent(letter, as_Add=True)
    b, wave = waving.as_independent(letter, as_Add=False)
    if not (isinstance(wave, sp.sin | sp.cos) and wave.args[0].is_polynomial(letter) and sp.degree(wave.args[0], letter) == 1):
        return None
    if a.is_negative:
        a, b, factor = -a, -b, -factor
    if not ((a ** 2 - b ** 2).is_positive and a.is_positive):
        return None
    angle = wave.args[0]
    width, slope = sp.sqrt(a ** 2 - b ** 2), angle.coeff(letter, 1)
    turned = -sp.atan(b * sp.sin(angle) / (a + width + b * sp.cos(angle))) if isinstance(wave, sp.cos) else sp.atan(b * sp.cos(angle) / (a + width + b * sp.sin(angle)))
    return factor * (angle + 2 * turned) / (width * slope)


def waves_apart(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """sin(3x) cos(5x): a product of waves of several lengths is a sum of single ones."""
    waves = {node.args[0] for node in expr.atoms(sp.sin, sp.cos) if letter in node.free_symbols}
    if len(waves) < 2 or not all(wave.is_polynomial(letter) and sp.degree(wave, letter) == 1 for wave in waves):
        return None
    return quasi_polynomial(sp.expand(TR8(sp.expand(expr))), letter)
