"""Antiderivatives of polynomials times e^(a x) times sines and cosines of b x + c: what a textbook does by parts, as one linear recursion.

With D = ((A cos + B sin) e^(a x))' the coefficients of D are those of A' + a A + b B beside the cosine and of B' + a B - b A
beside the sine, so that they are found from the highest power down (undetermined coefficients).
"""

from __future__ import annotations

import sympy as sp

#: The part beside e^(a x), cos(b x + c), sin(b x + c) for one triple (a, b, c): coefficients of cosine and sine by power.
_Parts = dict[tuple[sp.Rational, sp.Rational, sp.Expr], tuple[dict[int, sp.Expr], dict[int, sp.Expr]]]


def quasi_polynomial(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """An antiderivative of a sum of c x^n e^(a x) trig(b x + c) with rational a and b; None for anything else, and for plain polynomials."""
    if not expr.has(sp.sin, sp.cos, sp.exp) or expr.free_symbols != {letter}:
        return None
    parts: _Parts = {}
    for term in sp.Add.make_args(sp.expand(expr, deep=False, power_base=False, power_exp=False, log=False, trig=False)):
        if not _sort_in(parts, term, letter):
            return None
    return sp.Add(*(_integrated(*key, *part, letter) for key, part in parts.items()))


def _sort_in(parts: _Parts, term: sp.Expr, letter: sp.Symbol) -> bool:
    """Adds a term to the part it belongs to; False where it has another shape."""
    factor, rest = term.as_independent(letter, as_Add=False)
    power, slope, wave, shift, is_sine = 0, sp.S.Zero, sp.S.Zero, sp.S.Zero, False
    for piece in sp.Mul.make_args(rest):
        if piece == letter:
            power += 1
        elif isinstance(piece, sp.Pow) and piece.base == letter and piece.exp.is_Integer and piece.exp > 0:
            power += int(piece.exp)
        elif isinstance(piece, sp.exp) and (line := _line(piece.args[0], letter)) and line[1] == 0:
            slope += line[0]
        elif isinstance(piece, sp.sin | sp.cos) and wave == 0 and (line := _line(piece.args[0], letter)):
            (wave, shift), is_sine = line, isinstance(piece, sp.sin)
        elif piece != 1:
            return False
    if slope == 0 and wave == 0:
        return False
    beside = parts.setdefault((slope, wave, shift), ({}, {}))[is_sine]
    beside[power] = beside.get(power, sp.S.Zero) + factor
    return True


def _line(inside: sp.Expr, letter: sp.Symbol) -> tuple[sp.Rational, sp.Expr] | None:
    """Slope and constant of a x + b with a rational a that is not 0."""
    constant, slope = inside.as_independent(letter, as_Add=True)
    slope = slope / letter
    return (slope, constant) if slope.is_Rational and slope != 0 else None


def _integrated(a: sp.Rational, b: sp.Rational, shift: sp.Expr, cosines: dict[int, sp.Expr], sines: dict[int, sp.Expr], x: sp.Symbol) -> sp.Expr:
    above_cos = above_sin = sp.S.Zero
    cos, sin = [], []
    square = a * a + b * b
    for k in range(max([*cosines, *sines]), -1, -1):
        p = cosines.get(k, sp.S.Zero) - (k + 1) * above_cos
        q = sines.get(k, sp.S.Zero) - (k + 1) * above_sin
        above_cos, above_sin = (a * p - b * q) / square, (a * q + b * p) / square
        cos.append(above_cos * x**k)
        sin.append(above_sin * x**k)
    if b == 0:
        return sp.Add(*cos) * sp.exp(a * x)
    angle = b * x + shift
    return sp.Add(*(c * sp.cos(angle) for c in cos), *(s * sp.sin(angle) for s in sin)) * sp.exp(a * x)
