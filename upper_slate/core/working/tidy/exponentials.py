"""Quotients of sums of exponentials: (e^x - 1)/(e^(x/2) + 1) is e^(x/2) - 1."""

from __future__ import annotations

import sympy as sp


def over_one_exponential(expr: sp.Expr) -> sp.Expr | None:
    """The expression in lowest terms as a quotient of polynomials in one exponential, of which all others in it are powers; None where it is none."""
    nodes = [n for n in expr.atoms(sp.exp) if n.free_symbols]
    if len(nodes) < 2:
        return None
    first = nodes[0].args[0]
    ratios = {n: sp.cancel(n.args[0] / first) for n in nodes}
    if not all(r.is_Rational for r in ratios.values()):
        return None
    common = sp.ilcm(1, *(r.q for r in ratios.values()))
    unit = sp.Rational(sp.igcd(0, *(int(r * common) for r in ratios.values())), common)
    t = sp.Dummy("t", positive=True)
    lifted = sp.together(expr.xreplace({n: t ** (r / unit) for n, r in ratios.items()}))
    if not lifted.is_rational_function(t):
        return None
    return sp.factor_terms(sp.cancel(lifted)).subs(t, sp.exp(sp.expand(first * unit)))
