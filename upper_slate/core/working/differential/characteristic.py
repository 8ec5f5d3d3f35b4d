"""The roots of a characteristic polynomial, each as its real and imaginary part, conjugates told once."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp

from ...problems import LineError
from ..exact.bridge import settled

#: A root with more parts than this is no help to anybody.
_LONGEST = 40


@dataclass(frozen=True)
class Root:
    """real ± imaginary·i, so many times; `imaginary` is not negative."""

    real: sp.Expr
    imaginary: sp.Expr
    times: int


def roots_of(coefficients: tuple[sp.Expr, ...]) -> list[Root]:
    """The roots of c_0 + c_1 r + …, in rising order of their real parts. Errors: not-supported where they cannot be written, or depend on the signs of letters."""
    r = sp.Dummy("r")
    polynomial = sp.Poly(list(reversed(coefficients)), r)
    if not any(c.free_symbols for c in coefficients) and any(not c.is_real for c in coefficients):
        raise LineError("not-supported", "Only equations with real coefficients are solved.")
    found: list[Root] = []
    for factor, times in sp.factor_list(polynomial.as_expr(), r)[1]:
        for root in _of_factor(sp.Poly(factor, r)):
            found.append(Root(root.real, root.imaginary, root.times * times))
    if sum(root.times * (1 if root.imaginary == 0 else 2) for root in found) != polynomial.degree():
        raise LineError("not-supported", "The roots of the characteristic polynomial cannot be written with roots of numbers.")
    return found


def _of_factor(polynomial: sp.Poly) -> list[Root]:
    coefficients = polynomial.all_coeffs()
    if polynomial.degree() == 1:
        return [Root(sp.cancel(-coefficients[1] / coefficients[0]), sp.S.Zero, 1)]
    if polynomial.degree() == 2:
        return _of_quadratic(*coefficients)
    found: list[Root] = []
    for root, times in sp.roots(polynomial).items():
        real, imaginary = (sp.simplify(part) for part in sp.expand_complex(root).as_real_imag())
        if sp.count_ops(real) + sp.count_ops(imaginary) > _LONGEST:
            return []
        if not imaginary.free_symbols and imaginary.is_negative:
            continue
        found.append(Root(real, imaginary, times))
    return found


def _of_quadratic(a: sp.Expr, b: sp.Expr, c: sp.Expr) -> list[Root]:
    inside = sp.factor(b**2 - 4 * a * c)
    middle, half = sp.cancel(-b / (2 * a)), 2 * a
    if inside.is_positive:
        ends = [sp.simplify(middle + sign * sp.sqrt(inside) / half) for sign in (-1, 1)]
        return [Root(end, sp.S.Zero, 1) for end in ends]
    if inside.is_negative:
        return [Root(middle, sp.simplify(sp.Abs(sp.sqrt(-inside) / half)), 1)]
    if (-inside).is_nonnegative and sp.sqrt(-inside).is_polynomial():
        return [Root(middle, sp.simplify(sp.sqrt(-inside) / half), 1)]
    size = sp.sqrt(sp.factor(-inside))
    letters = sorted(s.name for s in inside.free_symbols)
    if isinstance(size, sp.Abs) or (size / sp.Integer(2)).has(sp.Abs):  # -(a square): its root stands for either sign
        return [Root(middle, sp.simplify(size.replace(sp.Abs, lambda e: e) / half), 1)]
    message = f"Which functions solve this depends on the sign of {{0}}; assume something about {letters[0]}, as in assume {letters[0]} > 0."
    raise LineError("not-supported", message, values=(settled(inside.as_coeff_Mul()[1]),))
