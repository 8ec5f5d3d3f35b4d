"""Zeros of expressions with roots of the letter: one root after another is raised away."""

from __future__ import annotations

import sympy as sp

from .search import Search, Unsolved, Zeros


def without_radical(search: Search, expr: sp.Expr) -> Zeros | None:
    """P(r) = 0 with r^q = B: the resultant has every zero of it, and perhaps more."""
    x = search.letter
    roots = [n for n in expr.atoms(sp.Pow) if n.exp.is_Rational and n.exp.q > 1 and x in n.base.free_symbols]
    if not roots:
        return None
    bases = sorted({n.base for n in roots}, key=lambda b: (-sp.count_ops(b), str(b)))
    base = bases[0]  # the largest stands outermost
    q = int(sp.ilcm(*(n.exp.q for n in roots if n.base == base), 1))
    r = search.fresh("r", **({"real": True} if search.real else {}))
    lifted = expr.replace(lambda n: isinstance(n, sp.Pow) and n.base == base and n.exp.is_Rational and n.exp.q > 1, lambda n: r ** (n.exp * q))
    over = sp.fraction(sp.together(lifted))[0] if any(n.exp.is_negative for n in lifted.atoms(sp.Pow)) else lifted
    if not over.is_polynomial(r):
        return None
    over = sp.expand(over)
    if not any(n.base == r for n in over.atoms(sp.Pow)):  # a r + b, as mostly
        a, b = over.coeff(r, 1), over.coeff(r, 0)
        return search.of(sp.expand(a ** q * base - (-b) ** q))
    polynomial = sp.Poly(over, r)
    polynomial = sp.Poly(polynomial.rem(sp.Poly(r ** q - base, r)), r)
    if polynomial.degree() == 0:
        return search.of(polynomial.as_expr())
    if polynomial.degree() == 1:
        a, b = polynomial.all_coeffs()
        raised = sp.expand(a ** q * base - (-b) ** q)
    else:
        try:
            raised = sp.expand(sp.resultant(polynomial.as_expr(), r ** q - base, r))
        except (sp.PolynomialError, NotImplementedError):
            raise Unsolved from None
    return search.of(sp.expand(raised))
