"""Logarithms to base 10, which are held as ln(a)/ln(10)."""

from __future__ import annotations

from typing import Final

import sympy as sp

#: 1/ln(10)
BASE: Final = sp.Pow(sp.log(10), -1)


def logs_apart(expr: sp.Basic) -> sp.Basic:
    """(ln(x) + ln(y))/ln(10) as ln(x)/ln(10) + ln(y)/ln(10), so that each is written log(…)."""
    if not expr.has(sp.log) or BASE not in expr.atoms(sp.Pow):
        return expr
    return expr.replace(_is_sum_of_logs, _apart)


def _is_sum_of_logs(node: sp.Basic) -> bool:
    if not (isinstance(node, sp.Mul) and BASE in node.args):
        return False
    sums = [factor for factor in node.args if isinstance(factor, sp.Add)]
    return len(sums) == 1 and all(any(isinstance(factor, sp.log) for factor in sp.Mul.make_args(term)) for term in sums[0].args)


def _apart(product: sp.Mul) -> sp.Expr:
    (total,) = (factor for factor in product.args if isinstance(factor, sp.Add))
    rest = sp.Mul(*(factor for factor in product.args if factor is not total))
    return sp.Add(*(rest * term for term in total.args))
