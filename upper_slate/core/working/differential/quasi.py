"""One solution of an equation with constant coefficients whose right side is made of polynomials, exponentials, sines and cosines."""

from __future__ import annotations

import sympy as sp


def particular(coefficients: tuple[sp.Expr, ...], right: sp.Expr, x: sp.Symbol) -> sp.Expr | None:
    """A solution by comparing coefficients; None where the right side is of another kind."""
    if right == 0:
        return sp.S.Zero
    parts = _by_exponent(right, x)
    if parts is None:
        return None
    total = sp.S.Zero
    for exponent, polynomial in parts.items():
        imaginary = sp.im(exponent)
        if imaginary.could_extract_minus_sign():
            continue  # the conjugate of another part
        real = sp.re(exponent)
        found = _compared(coefficients, exponent, polynomial, x)
        if found is None:
            return None
        if imaginary == 0:
            total += found * sp.exp(real * x)
            continue
        cos, sin = sp.cos(imaginary * x), sp.sin(imaginary * x)
        for (power,), value in sp.Poly(found, x).terms():
            a, b = (sp.simplify(v) for v in sp.expand_complex(value).as_real_imag())
            total += 2 * x**power * sp.exp(real * x) * (a * cos - b * sin)
    return sp.expand(total)


def _by_exponent(right: sp.Expr, x: sp.Symbol) -> dict[sp.Expr, sp.Expr] | None:
    """The right side as a sum of polynomials times e^(λx): the polynomial for each λ."""
    changed = right.replace(lambda n: isinstance(n, sp.sin | sp.cos | sp.sinh | sp.cosh) and x in n.free_symbols, lambda n: n.rewrite(sp.exp))
    changed = sp.expand(sp.expand(changed), power_exp=True)
    parts: dict[sp.Expr, sp.Expr] = {}
    for term in sp.Add.make_args(changed):
        factor, rest = term.as_independent(x, as_Add=False)
        exponent, powers = sp.S.Zero, sp.S.One
        for item in sp.Mul.make_args(rest):
            if isinstance(item, sp.exp):
                exponent += item.args[0]
            elif item.is_polynomial(x):
                powers *= item
            else:
                return None
        exponent = sp.expand(exponent)
        slope = exponent.coeff(x, 1)
        shift = exponent - slope * x
        if x in sp.expand(shift).free_symbols:
            return None
        parts[slope] = parts.get(slope, sp.S.Zero) + factor * sp.exp(shift) * powers
    return {k: sp.expand(v) for k, v in parts.items() if sp.expand(v) != 0}


def _compared(coefficients: tuple[sp.Expr, ...], exponent: sp.Expr, polynomial: sp.Expr, x: sp.Symbol) -> sp.Expr | None:
    """q with P(D)(q e^(λx)) = p e^(λx), which is P(D + λ) q = p."""
    r = sp.Dummy("r")
    shifted = sp.expand(sum(c * (r + exponent) ** k for k, c in enumerate(coefficients)))
    levels = [sp.simplify(sp.expand_complex(shifted.coeff(r, k))) for k in range(len(coefficients))]
    times = next((k for k, level in enumerate(levels) if level != 0), None)
    if times is None:
        return None
    degree = sp.degree(polynomial, x) if x in polynomial.free_symbols else 0
    unknowns = sp.symbols(f"q:{degree + 1}", cls=sp.Dummy)
    trial = sum(u * x ** (k + times) for k, u in enumerate(unknowns))
    applied = sum(level * sp.diff(trial, x, k) for k, level in enumerate(levels))
    rows = sp.Poly(sp.expand(applied - polynomial), x).all_coeffs()
    solved = sp.solve(rows, unknowns, dict=True)
    return sp.expand(trial.subs(solved[0])) if solved else None
