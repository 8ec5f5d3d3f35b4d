"""Laplace transforms by the table: t^n e^(at) times sines, cosines, hyperbolic ones.

Source: any table of transforms. With F(s) that of f(t), e^(at) f(t) has F(s - a), and t^n f(t) has (-1)^n F^(n)(s).
"""

from __future__ import annotations

import sympy as sp
from sympy.simplify.fu import TR8

_MOST_POWER = 12


def by_table(expr: sp.Expr, t: sp.Symbol, s: sp.Symbol) -> tuple[sp.Expr, list[sp.Expr]] | None:
    """The transform, and the numbers that s must lie above; None where the table does not reach."""
    if isinstance(expr, sp.Piecewise):
        return _of_cases(expr, t, s)
    reduced = sp.expand(sp.expand_power_exp(sp.expand(expr)))
    if reduced.has(sp.sin, sp.cos):
        reduced = sp.expand(TR8(reduced))
    total, bounds = sp.S.Zero, []
    for term in sp.Add.make_args(reduced):
        found = _of_term(term, t, s)
        if found is None:
            return None
        total += found[0]
        bounds.append(found[1])
    return total, bounds


def _of_cases(cases: sp.Piecewise, t: sp.Symbol, s: sp.Symbol) -> tuple[sp.Expr, list[sp.Expr]] | None:
    """Each case from a to b is one that begins at a without one that begins at b: e^(-as) and the transform of f(t + a)."""
    if not all(condition == sp.true or condition.free_symbols == {t} for _, condition in cases.args):
        return None
    plain, rest = sp.Symbol("t", real=True), sp.Interval(0, sp.oo)
    total, bounds = sp.S.Zero, []
    for expr, condition in cases.args:
        try:
            where = rest if condition == sp.true else sp.Intersection(rest, condition.xreplace({t: plain}).as_set())
        except NotImplementedError:  # it repeats for ever
            return None
        rest = sp.Complement(rest, where)
        for piece in where.args if isinstance(where, sp.Union) else (where,):
            if isinstance(piece, sp.FiniteSet) or piece is sp.S.EmptySet:  # a point has no area
                continue
            if not isinstance(piece, sp.Interval):
                return None
            for sign, edge in ((1, piece.start), (-1, piece.end)):
                if edge == sp.oo or expr == 0:
                    continue
                found = by_table(sp.expand(expr.subs(t, t + edge)), t, s)
                if found is None:
                    return None
                total += sign * sp.exp(-edge * s) * found[0]
                bounds += found[1] if piece.end == sp.oo else []
    return total, bounds or [-sp.oo]


def _of_term(term: sp.Expr, t: sp.Symbol, s: sp.Symbol) -> tuple[sp.Expr, sp.Expr] | None:
    factor, power, rate = sp.S.One, 0, sp.S.Zero
    waves: list[sp.Expr] = []
    for part in sp.Mul.make_args(term):
        base, exponent = part.as_base_exp()
        if t not in part.free_symbols:
            factor *= part
        elif base == t and exponent.is_Integer and 0 < exponent <= _MOST_POWER:
            power += int(exponent)
        elif t not in base.free_symbols and exponent.is_polynomial(t) and sp.degree(exponent, t) == 1 and base.is_positive:
            slope, rest = sp.Poly(exponent, t).all_coeffs()
            if slope.has(sp.I):
                return None
            factor, rate = factor * base ** rest, rate + slope * sp.log(base)
        else:
            waves.append(part)
    if len(waves) > 1:
        return None
    plain = _of_wave(waves[0], t, s) if waves else (1 / s, sp.S.Zero)
    if plain is None:
        return None
    image, grows = plain
    return factor * (-1) ** power * sp.diff(image.subs(s, s - rate), s, power), rate + grows


def _of_wave(wave: sp.Expr, t: sp.Symbol, s: sp.Symbol) -> tuple[sp.Expr, sp.Expr] | None:
    """sin, cos, sinh, cosh of b t + c, and how fast it grows."""
    if not isinstance(wave, sp.sin | sp.cos | sp.sinh | sp.cosh) or not wave.args[0].is_polynomial(t) or sp.degree(wave.args[0], t) != 1:
        return None
    b, c = sp.Poly(wave.args[0], t).all_coeffs()
    round_ = isinstance(wave, sp.sin | sp.cos)
    under = s ** 2 + (b ** 2 if round_ else -b ** 2)
    sine, cosine = b / under, s / under
    shift_cos, shift_sin = (sp.cos(c), sp.sin(c)) if round_ else (sp.cosh(c), sp.sinh(c))
    if isinstance(wave, sp.sin | sp.sinh):
        image = sine * shift_cos + cosine * shift_sin
    else:
        image = cosine * shift_cos + (-1 if round_ else 1) * sine * shift_sin
    return image, sp.S.Zero if round_ else sp.Abs(b)
