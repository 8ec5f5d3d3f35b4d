"""All zeros of an expression in one letter.

Rules take the expression apart, one after another; each loses no zero. Some let in zeros that the equation does not have
(squaring, case distinctions, denominators cleared), so what is found is put into the equation again by the caller.
"""

from __future__ import annotations

import sympy as sp

from .absolute import by_sign, by_steps
from .exponentials import by_logarithms, even_exponentials, one_exponential, two_exponentials
from .inverse_functions import functions_of_inverses, joined_inverses, logarithms_of_powers
from .inversion import undone
from .letter_powers import power_that_is_one
from .parts import back
from .polynomials import polynomial_zeros
from .radicals import without_radical
from .search import Rule, Search, Unsolved, Zeros
from .trigonometry import trigonometric


def zeros_in(letter: sp.Symbol, real: bool, low: sp.Expr = -sp.oo, high: sp.Expr = sp.oo) -> Search:
    """A search in a letter with every rule."""
    return Search(_RULES, letter, real, low, high)


def _product(search: Search, expr: sp.Expr) -> Zeros | None:
    """A product is zero where a factor is."""
    x = search.letter
    if isinstance(expr, sp.Pow) and x not in expr.exp.free_symbols and expr.exp.is_Rational:
        return search.of(expr.base) if expr.exp > 0 else Zeros()
    if isinstance(expr, sp.Pow) and x not in expr.base.free_symbols:
        return Zeros() if expr.base != 0 else None
    if isinstance(expr, sp.Pow):  # 0 only where its base is
        return search.of(expr.base)
    if isinstance(expr, sp.exp):
        return Zeros()
    if not isinstance(expr, sp.Mul):
        return None
    factors = []
    for factor in expr.args:
        if x in factor.free_symbols:
            factors.append(factor)
        elif factor.free_symbols and not factor.is_nonzero:
            exponent = factor.as_base_exp()[1]
            if not (exponent.is_Rational and exponent < 0):
                search.need("nonzero", factor)
    return search.union(factors)


def _cannot_be_split(expr: sp.Expr) -> bool:
    """A sum of two terms, one of them a number times a letter, a root or a function that is not in the other: no fraction, and no factors."""
    if not expr.is_Add or len(expr.args) != 2:
        return False
    parts = [{f.as_base_exp() for f in sp.Mul.make_args(term) if not f.is_Integer} for term in expr.args]
    one, other = ({base for base, _ in part} for part in parts)
    if one & other or any(not e.is_Rational or e < 0 for part in parts for _, e in part):
        return False
    return any(len(part) == 1 and all(e == 1 or (e.q > 1 and e.p == 1) for _, e in part) and not next(iter(part))[0].is_number for part in parts)


def _numerator(search: Search, expr: sp.Expr) -> Zeros | None:
    """A fraction is zero where its numerator is; the zeros of the denominator fall out when they are put in."""
    if _cannot_be_split(expr):
        return None
    together = sp.together(expr)
    over, under = sp.fraction(together)
    if search.letter not in together.free_symbols:  # x/(x - 1) - 1/(x - 1) is 1
        return search.of(together)
    if search.letter in under.free_symbols:
        return search.of(over)
    return search.of(over) if isinstance(over, sp.Mul) and isinstance(expr, sp.Add) and over != expr else None


def _collected(search: Search, expr: sp.Expr) -> Zeros | None:
    """Like terms collected, where that changes anything."""
    expanded = sp.expand_mul(expr)
    return search.of(expanded) if expanded != expr and isinstance(expr, sp.Add) and sp.count_ops(expanded) < sp.count_ops(expr) else None


def _generators(expr: sp.Expr, x: sp.Symbol) -> list[sp.Expr]:
    """Parts through which the letter could come in, larger ones first."""
    found = {p for p in sp.preorder_traversal(expr) if isinstance(p, sp.Expr) and x in p.free_symbols and p != expr and _is_generator(p, x)}
    return sorted(found, key=lambda p: (-sp.count_ops(p), str(p)))


def _is_generator(part: sp.Expr, x: sp.Symbol) -> bool:
    if isinstance(part, sp.Pow):
        return not (part.exp.is_Integer and part.base == x)
    return isinstance(part, sp.Function) and not isinstance(part, sp.Piecewise | sp.floor | sp.ceiling | sp.sign)


def _substituted(search: Search, expr: sp.Expr) -> Zeros | None:
    """Where the letter comes in through one part only, that part is found first."""
    x = search.letter
    for part in _generators(expr, x)[:12]:
        if isinstance(part, sp.Pow) and part.exp.is_Rational and part.base == x and part.exp.q > 1:
            part = x ** sp.Rational(1, sp.ilcm(*(p.exp.q for p in expr.atoms(sp.Pow) if p.base == x and p.exp.is_Rational), 1))
            t = search.fresh("t", real=True)
            lifted = expr.replace(lambda n: isinstance(n, sp.Pow) and n.base == x and n.exp.is_Rational, lambda n: t ** (n.exp / part.exp)).subs(x, t ** part.exp.q)  # noqa: B023
        else:
            if isinstance(part, sp.exp) or (isinstance(part, sp.Pow) and x in part.exp.free_symbols):
                continue  # exponentials have a rule of their own
            t = search.fresh("t", real=True) if search.real else search.fresh("t")
            lifted = expr.subs(part, t)
        if x in lifted.free_symbols or lifted == t:
            continue
        inner = search.inner(t)
        try:
            found = inner.of(lifted)
        except Unsolved:
            continue
        return back(search, found, part, t)
    return None


def _factored(search: Search, expr: sp.Expr) -> Zeros | None:
    """Factors found by algebra, functions taken as letters."""
    if not isinstance(expr, sp.Add) or _cannot_be_split(expr) or sp.count_ops(expr) > 200:
        return None
    factored = sp.factor(expr)
    splits = isinstance(factored, sp.Mul) and sum(search.letter in f.free_symbols for f in factored.args) > 1
    return search.of(factored) if splits or isinstance(factored, sp.Pow) else None


def _expanded(search: Search, expr: sp.Expr) -> Zeros | None:
    """Hyperbolic functions as exponentials, logarithms of products as sums."""
    changed = expr
    if expr.has(sp.sinh, sp.cosh, sp.tanh):
        changed = expr.rewrite(sp.exp)
    if changed != expr:
        return search.of(sp.together(sp.expand(changed)))
    return None


_RULES: tuple[Rule, ...] = (
    _product, polynomial_zeros, power_that_is_one, _numerator, by_steps, functions_of_inverses, undone, _collected, _substituted, _factored, by_sign, joined_inverses,
    logarithms_of_powers, trigonometric,
    one_exponential, even_exponentials, two_exponentials, by_logarithms, without_radical, _expanded)
