"""e to sums of logarithms, as products."""

from __future__ import annotations

import sympy as sp


def exponential(exponent: sp.Expr) -> sp.Expr:
    """e to a sum of logarithms and other terms, as a product: a size in whole powers may be left without its bars, since the constant before it takes any sign."""
    factors: list[sp.Expr] = []
    rest: list[sp.Expr] = []
    for term in sp.Add.make_args(sp.expand(sp.expand_log(exponent))):
        number, logs = term.as_independent(sp.log, as_Add=False)
        if not isinstance(logs, sp.log):
            rest.append(term)
            continue
        inside = logs.args[0]
        base = inside.args[0] if isinstance(inside, sp.Abs) and number.is_Integer else inside
        factors.append(base**number)
    return sp.Mul(*factors, sp.exp(sp.Add(*rest)))
