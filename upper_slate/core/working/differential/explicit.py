"""From H(y) = G(x) + C to y: the shapes that come out of integrals."""

from __future__ import annotations

import sympy as sp

from ..ground.values import Requirement
from .exponential import exponential

#: A value of y, and what has to hold for it.
Explicit = tuple[sp.Expr, list[Requirement]]


def explicit(left: sp.Expr, right: sp.Expr, free: sp.Symbol | None, y: sp.Symbol) -> list[Explicit]:
    """Every y with left(y) = right + free; the constant may be written otherwise, as long as it takes every value. An empty list where y cannot be told."""
    if free is not None and left.has(sp.log) and (found := _of_logarithms(left, right, free, y)):
        return found
    return _peeled(left, right if free is None else right + free, y)


# -- logarithms --------------------------------------------------------------------------------------------------------


def _of_logarithms(left: sp.Expr, right: sp.Expr, free: sp.Symbol, y: sp.Symbol) -> list[Explicit]:
    """c_1 ln|u_1| + c_2 ln|u_2| + … = G + C: the product of the u^c is C e^G, with a new constant of either sign."""
    terms: list[tuple[sp.Expr, sp.Expr]] = []
    for term in sp.Add.make_args(sp.expand(sp.expand_log(left, force=True))):
        number, log = term.as_independent(y, as_Add=False)
        if not isinstance(log, sp.log):
            return []
        terms.append((number, log.args[0]))
    first = terms[0][0]
    ratios = [sp.simplify(number / first) for number, _ in terms]
    if not all(r.is_Rational for r in ratios):
        return []
    step = sp.Rational(1, sp.ilcm(1, *(r.q for r in ratios)))
    powers = [int(r / step) for r in ratios]
    product = sp.Mul(*(_without_size(u) ** p for (_, u), p in zip(terms, powers, strict=True)))
    grown = sp.simplify(exponential(right / (first * step)))
    return _shortest(product, grown, free, y)


def _without_size(inside: sp.Expr) -> sp.Expr:
    return inside.args[0] if isinstance(inside, sp.Abs) else inside


def _shortest(product: sp.Expr, grown: sp.Expr, free: sp.Symbol, y: sp.Symbol) -> list[Explicit]:
    """The y of `product = C grown`, with the constant in the place and with the sign that make it shortest."""
    over, under = sp.fraction(sp.together(product))
    whole = sp.Dummy("K", real=True)
    found: list[list[sp.Expr]] = []
    for a, b, g in ((over, under, grown), (under, over, 1 / grown)):
        for sign in (1, -1):
            try:
                values = sp.solve(sp.expand(a - sign * whole * b), y)
            except NotImplementedError:
                continue
            if values and len(values) <= 2 and all(_is_plain(v) for v in values):
                found.append([min((v, sp.simplify(v)), key=lambda e: _weight(e, whole)).xreplace({whole: free * g}) for v in values])
    return [(value, []) for value in min(found, key=lambda values: sum(_weight(v, free) for v in values))] if found else []


def _weight(value: sp.Expr, free: sp.Symbol) -> int:
    """How hard it is to read: the constant, and what stands with it, best stands once."""
    return 4 * sum(node == free for node in sp.preorder_traversal(value)) + int(sp.count_ops(value))


def _is_plain(value: sp.Expr) -> bool:
    return not value.has(sp.LambertW, sp.Piecewise, sp.RootOf, sp.I)


# -- everything else ---------------------------------------------------------------------------------------------------


def _peeled(left: sp.Expr, right: sp.Expr, y: sp.Symbol) -> list[Explicit]:
    """Undoes what is done to y, from the outside in; sums in which y stands more than once are solved as quadratics."""
    if left == y:
        return [(right, [])]
    apart, rest = left.as_independent(y, as_Add=isinstance(left, sp.Add))
    if isinstance(left, sp.Add):
        if isinstance(rest, sp.Add):
            return _of_quadratic(left, right, y)
        return _peeled(rest, right - apart, y)
    if isinstance(left, sp.Mul):
        if isinstance(rest, sp.Mul):
            return _of_quadratic(left, right, y)
        return _peeled(rest, sp.expand(right / apart), y)
    if isinstance(left, sp.exp):
        return [(v, [Requirement("positive", right, "outside-domain", "ln"), *n]) for v, n in _peeled(left.args[0], sp.log(right), y)]
    if isinstance(left, sp.Pow):
        return _of_power(left, right, y)
    inside = left.args[0] if left.args else None
    match left:
        case sp.log():
            return _peeled(_without_size(inside), sp.exp(right), y)
        case sp.atan():
            return _peeled(inside, sp.tan(right), y)
        case sp.asin():
            return [(v, [Requirement("positive", sp.cos(right), "outside-domain"), *n]) for v, n in _peeled(inside, sp.sin(right), y)]
        case sp.asinh():
            return _peeled(inside, sp.sinh(right), y)
        case sp.atanh():
            return _peeled(inside, sp.tanh(right), y)
    return []


def _of_power(left: sp.Pow, right: sp.Expr, y: sp.Symbol) -> list[Explicit]:
    base, exponent = left.args
    if not exponent.is_Rational:
        return []
    if exponent.q % 2 == 0:  # a root is not negative
        return [(v, [Requirement("nonneg", right, "not-real", "root"), *n]) for v, n in _peeled(base, right ** (1 / exponent), y)]
    root = right ** (1 / sp.Integer(abs(exponent.p)))
    root = root**exponent.q if exponent > 0 else 1 / root**exponent.q
    signs = (1, -1) if exponent.p % 2 == 0 else (1,)
    if exponent.q > 1 and exponent.p % 2 == 0:
        return [(v, [Requirement("nonneg", right, "not-real", "root"), *n]) for sign in signs for v, n in _peeled(base, sign * root, y)]
    return [found for sign in signs for found in _peeled(base, sign * root, y)]


def _of_quadratic(left: sp.Expr, right: sp.Expr, y: sp.Symbol) -> list[Explicit]:
    """By the formula, where it is a polynomial of second degree in y over one without y."""
    over = sp.expand(sp.fraction(sp.together(left - right))[0])
    if not over.is_polynomial(y) or sp.degree(over, y) > 2:
        return []
    if sp.degree(over, y) == 1:
        return [(sp.cancel(-over.coeff(y, 0) / over.coeff(y, 1)), [])]
    a, b, c = (over.coeff(y, k) for k in (2, 1, 0))
    root = sp.sqrt(sp.expand(b**2 - 4 * a * c))
    return [(sp.simplify((-b + sign * root) / (2 * a)), []) for sign in (1, -1)]
