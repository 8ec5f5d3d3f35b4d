"""Zeros where inverse functions of the letter stand: each is undone on both sides, and functions of them become algebraic.

What is applied to both sides may let in zeros; the caller puts every candidate into the equation again.
"""

from __future__ import annotations

import sympy as sp

from .search import Search, Zeros

_BACK = {sp.asin: sp.sin, sp.acos: sp.cos, sp.atan: sp.tan, sp.asinh: sp.sinh, sp.acosh: sp.cosh, sp.atanh: sp.tanh}
_OUTER = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc, sp.sinh, sp.cosh, sp.tanh)
#: Multiples of an inverse function up to this one are expanded.
_MOST_TURNS = 8


def functions_of_inverses(search: Search, expr: sp.Expr) -> Zeros | None:
    """cos(2 arcsin x) is 1 - 2x^2."""
    x = search.letter
    changed = expr.replace(lambda n: isinstance(n, _OUTER) and any(x in a.free_symbols for a in n.args[0].atoms(*_BACK)), lambda n: _algebraic(n))
    return search.of(changed) if changed != expr else None


def _algebraic(node: sp.Expr) -> sp.Expr:
    if not isinstance(node, _OUTER):  # it came out without a function: cos(arctan x)
        return node
    argument = node.args[0]
    if any(isinstance(t.as_coeff_Mul()[0], sp.Integer) and abs(t.as_coeff_Mul()[0]) > _MOST_TURNS for t in sp.Add.make_args(argument)):
        return node
    found = sp.expand_trig(node.func(sp.expand(argument)))
    return found if not any(isinstance(n, _OUTER) and n.args[0].atoms(*_BACK) for n in found.atoms(*_OUTER)) else node


def joined_inverses(search: Search, expr: sp.Expr) -> Zeros | None:
    """a·arc(u) + rest = 0, where the rest has inverse functions of the same kind too: u = back(-rest/a)."""
    x = search.letter
    terms = [t for t in sp.Add.make_args(expr) if x in t.free_symbols]
    if len(terms) < 2 or not all(isinstance(t.as_independent(x, as_Add=False)[1], tuple(_BACK)) for t in terms):
        return None
    kinds = {isinstance(t.as_independent(x, as_Add=False)[1], sp.asin | sp.acos | sp.atan) for t in terms}
    if len(kinds) > 1:
        return None
    for term in sorted(terms, key=lambda t: (-sp.count_ops(t), str(t))):
        factor, arc = term.as_independent(x, as_Add=False)
        rest = sp.expand(-(expr - term) / factor)
        back = _algebraic(_BACK[type(arc)](rest))
        if back.atoms(*_OUTER) and any(x in a.free_symbols for n in back.atoms(*_OUTER) for a in n.args[0].atoms(*_BACK)):
            continue
        return search.of(arc.args[0] - back)
    return None


def logarithms_of_powers(search: Search, expr: sp.Expr) -> Zeros | None:
    """ln(x^2) is 2 ln|x|."""
    if not search.real:
        return None
    x = search.letter
    positive = {n.args[0] for n in expr.atoms(sp.log)}  # what a logarithm is taken of is positive

    def taken_apart(node: sp.log) -> sp.Expr:
        base, exponent = node.args[0].as_base_exp()
        return exponent * sp.log(base if exponent % 2 or base in positive else sp.Abs(base))

    changed = expr.replace(lambda n: isinstance(n, sp.log) and isinstance(n.args[0], sp.Pow) and x in n.args[0].base.free_symbols and n.args[0].exp.is_Integer,
        taken_apart)
    return search.of(sp.expand(changed)) if changed != expr else None
