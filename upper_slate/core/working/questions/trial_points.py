"""Numbers at which two sides are compared: small ones first, so that a counterexample can be followed."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product

import sympy as sp

from ..context import Context

_PLAIN = ("0", "1", "2", "-1", "3", "-2", "1/2", "4", "-3", "-1/2", "5", "1/3", "10", "-10", "3/2", "-4", "1/10")
_TURNS = ("0", "1/2", "1", "1/6", "1/3", "1/4", "-1/2", "-1/6", "2/3")
_MOST = 300


def trial_points(context: Context, letters: list[sp.Symbol], exprs: list[sp.Expr]) -> Iterator[dict[str, sp.Expr]]:
    """Values for the letters, whole numbers only where that is assumed; angles at well-known places first."""
    angles = {s for e in exprs for n in e.atoms(sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc) for s in n.free_symbols}
    columns = [_values(context, s, s in angles) for s in letters]
    indices = sorted(product(*(range(min(len(c), 17 if len(letters) < 3 else 7)) for c in columns)), key=lambda t: (sum(t), max(t)))
    for chosen in indices[:_MOST]:
        yield {s.name: column[k] for s, column, k in zip(letters, columns, chosen, strict=True)}


def _values(context: Context, letter: sp.Symbol, is_angle: bool) -> list[sp.Expr]:
    values = [sp.Rational(v) for v in _PLAIN]
    if context.complex and not letter.is_real:
        values = [*values[:4], sp.I, *values[4:], 1 + sp.I]
    if is_angle:
        turns = [sp.Rational(v) * context.half_turn for v in _TURNS]
        values = [*turns, *(v for v in values if v != 0)]
    known = context.assumptions.get(letter.name)
    if known is None:
        return values
    kept = [v for v in values if _allowed(v, letter)]
    return kept or values


def _allowed(value: sp.Expr, letter: sp.Symbol) -> bool:
    if letter.is_integer and not value.is_integer:
        return False
    if (letter.is_positive and not value.is_positive) or (letter.is_nonnegative and value.is_negative):
        return False
    if (letter.is_negative and not value.is_negative) or (letter.is_nonpositive and value.is_positive):
        return False
    return not (letter.is_nonzero and value == 0)
