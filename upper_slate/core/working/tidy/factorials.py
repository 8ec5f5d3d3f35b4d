"""Quotients of factorials of expressions that differ by whole numbers: n!/(n - 2)! is n (n - 1)."""

from __future__ import annotations

from typing import Final

import sympy as sp

#: Longer products stay quotients of factorials.
_MOST_FACTORS: Final = 8


def cancelled_factorials(expr: sp.Expr) -> sp.Expr:
    """The expression with such quotients worked out, and such factorials in a sum written by the smallest."""
    if not expr.has(sp.factorial):
        return expr
    expr = expr.replace(lambda n: isinstance(n, sp.Add), _over_the_smallest)
    return expr.replace(lambda n: isinstance(n, sp.Mul), _cancelled)


def _cancelled(product: sp.Mul) -> sp.Expr:
    powers = {base.args[0]: int(exponent) for base, exponent in product.as_powers_dict().items() if isinstance(base, sp.factorial) and exponent.is_Integer}
    rest = product / sp.Mul(*(sp.factorial(u) ** k for u, k in powers.items()))
    for upper in [u for u, k in powers.items() if k > 0]:
        for lower in [u for u, k in powers.items() if k < 0]:
            between = sp.expand(upper - lower)
            if not between.is_Integer or abs(between) > _MOST_FACTORS:
                continue
            count = min(powers[upper], -powers[lower])
            powers[upper], powers[lower] = powers[upper] - count, powers[lower] + count
            rest *= _ratio(upper, lower, int(between)) ** count
            if powers[upper] == 0:
                break
    return rest * sp.Mul(*(sp.factorial(u) ** k for u, k in powers.items()))


def _ratio(upper: sp.Expr, lower: sp.Expr, between: int) -> sp.Expr:
    """upper!/lower!, where upper is lower + between."""
    if between >= 0:
        return sp.Mul(*(sp.expand(upper - k) for k in range(between)))
    return 1 / sp.Mul(*(sp.expand(lower - k) for k in range(-between)))


def _over_the_smallest(total: sp.Add) -> sp.Expr:
    """n! n for (n + 1)! - n!, n/(n + 1)! for 1/n! - 1/(n + 1)!: the factorial that all terms have is taken out; other sums as they are."""
    for power in (1, -1):
        found = [[f.base.args[0] if power < 0 else f.args[0] for f in sp.Mul.make_args(term) if _is_factorial(f, power)] for term in total.args]
        if any(len(parts) != 1 for parts in found) or len({parts[0] for parts in found}) < 2:
            continue
        gaps = [sp.expand(parts[0] - found[0][0]) for parts in found]
        if not all(g.is_Integer and abs(g) <= _MOST_FACTORS for g in gaps):
            continue
        shared = sp.factorial(found[gaps.index(min(gaps) if power > 0 else max(gaps))][0]) ** power
        inside = sp.expand(sp.Add(*(_cancelled(sp.Mul(term, 1 / shared)) for term in total.args)))
        if not inside.has(sp.factorial):
            return shared * sp.factor(inside)
    return total


def _is_factorial(factor: sp.Expr, power: int) -> bool:
    base, exponent = factor.as_base_exp()
    return isinstance(base, sp.factorial) and exponent == power
