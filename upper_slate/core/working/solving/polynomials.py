"""Zeros of polynomials: rational ones by factors, readable closed forms, all others enclosed."""

from __future__ import annotations

from typing import Final

import sympy as sp

from ...problems import LineError
from ..exact.bridge import from_sympy, settled, to_sympy
from ..exact.enclosed import ComplexRoot, EnclosedRoot, complex_roots
from ..exact.roots import root_of_unity
from ..ground import judge
from ..tidy.tidy import combine_logs
from .families import exact
from .search import Search, Unsolved, Zeros

#: Factors of polynomials of higher degrees are not looked for.
_MAX_DEGREE: Final = 500


def polynomial_zeros(search: Search, expr: sp.Expr) -> Zeros | None:
    """Zeros of a polynomial in the letter; None for anything else."""
    x = search.letter
    if not expr.is_polynomial(x):
        return None
    polynomial = sp.Poly(sp.expand(expr), x)
    if polynomial.degree() <= 0:
        return search.of(polynomial.as_expr())
    lead = polynomial.LC()
    if lead.free_symbols:
        search.need("nonzero", lead)
    if polynomial.degree() == 1:
        a, b = polynomial.all_coeffs()
        return Zeros([_quotient(-b, a)])
    if all(c.is_Rational for c in polynomial.coeffs()):
        return _far_power(search, polynomial) if polynomial.degree() > _MAX_DEGREE else _rational(search, polynomial)
    factored = _factors(polynomial)
    if len(factored) > 1 or factored[0].degree() < polynomial.degree():
        total = Zeros()
        for factor in factored:
            total = total.join(_irreducible(search, factor))
        return total
    return _irreducible(search, polynomial)


def _far_power(search: Search, polynomial: sp.Poly) -> Zeros:
    """Real zeros of a x^n + b x^k for an n whose factors would not be found in time. Errors: too-large for all others."""
    terms = polynomial.terms()
    if not search.real or len(terms) > 2:
        raise LineError("too-large", f"This equation has the degree {polynomial.degree():,}; equations are solved up to degree {_MAX_DEGREE:,}.")
    ((high,), lead), ((low,), rest) = terms if len(terms) == 2 else (*terms, ((0,), sp.S.Zero))
    found = [sp.S.Zero] if low or not rest else []
    n, value = high - low, -rest / lead
    if rest and (n % 2 or value > 0):
        root = exact(sp.sign(value) * sp.root(abs(value), n))
        found += [root] if n % 2 else [root, -root]
    return Zeros(found)


def _quotient(over: sp.Expr, under: sp.Expr) -> sp.Expr:
    if over.has(sp.log) and not (over.free_symbols | under.free_symbols):
        over, under = (combine_logs(sp.expand(part)) for part in sp.fraction(sp.together(over / under)))
        if under.is_negative:
            over, under = combine_logs(sp.expand(-over)), combine_logs(sp.expand(-under))
        return over / under
    value = over / under
    return exact(value) if not value.free_symbols else sp.factor(sp.cancel(value))


def _rational(search: Search, polynomial: sp.Poly) -> Zeros:
    total = Zeros()
    for factor, _ in sp.factor_list(polynomial)[1]:
        total = total.join(_irreducible(search, factor))
    return total


def _factors(polynomial: sp.Poly) -> list[sp.Poly]:
    x = polynomial.gen
    expr = polynomial.as_expr()
    roots = [c for c in polynomial.coeffs() if not c.free_symbols and not c.is_Rational]
    try:
        if expr.free_symbols == {x} and roots and all(from_sympy(c) is not None for c in polynomial.coeffs()) and polynomial.degree() <= 4:
            found = sp.factor_list(expr, x, extension=sorted({r for c in roots for r in c.atoms(sp.Pow)}, key=str) or None)[1]
        else:
            found = sp.factor_list(expr, x)[1]
        return [sp.Poly(f, x) for f, _ in found if x in (f.as_expr() if isinstance(f, sp.Poly) else f).free_symbols] or [polynomial]
    except (sp.PolynomialError, NotImplementedError, ValueError, sp.CoercionFailed):
        return [polynomial]


def _irreducible(search: Search, polynomial: sp.Poly) -> Zeros:
    """A factor that splits no further over the field of its coefficients."""
    coefficients = polynomial.all_coeffs()
    degree = polynomial.degree()
    if degree == 1:
        return Zeros([_quotient(-coefficients[1], coefficients[0])])
    if degree == 2:
        return _quadratic(search, *coefficients)
    special = _binomial(search, polynomial) or _in_power(search, polynomial) or _palindromic(search, polynomial)
    if special is not None:
        return special
    if all(c.is_Rational for c in coefficients):
        return _enclosed(search, polynomial)
    raise Unsolved


def _quadratic(search: Search, a: sp.Expr, b: sp.Expr, c: sp.Expr) -> Zeros:
    inside = sp.expand(b ** 2 - 4 * a * c)
    letters = inside.free_symbols | a.free_symbols | b.free_symbols
    if not letters:
        if search.real:
            sign = judge.sign(settled(inside))
            if sign < 0:
                return Zeros()
            if sign == 0:
                return Zeros([exact(-b / (2 * a))])
        root = to_sympy(settled(sp.sqrt(exact(inside))))
        return Zeros([exact(sp.expand((-b + sign_ * root) / (2 * a))) for sign_ in (-1, 1)])
    inside = sp.factor(inside)
    if search.real and inside.is_negative:
        return Zeros()
    root = sp.sqrt(inside)
    if search.real:
        plain = sp.sqrt(sp.factor_terms(inside))
        square = _square_root(inside)
        if square is not None:
            root = square
        else:
            root = plain
            search.need("nonneg", inside)
    pair = [sp.factor_terms(sp.cancel(sp.radsimp((-b + sign_ * root) / (2 * a))) if root.is_polynomial() else (-b + sign_ * root) / (2 * a)) for sign_ in (-1, 1)]
    return Zeros(pair)


def _square_root(expr: sp.Expr) -> sp.Expr | None:
    """A polynomial whose square is the expression; its sign does not matter where both signs are taken."""
    content, factors = sp.factor_list(expr)
    if content < 0 or any(power % 2 for _, power in factors):
        return None
    root = sp.sqrt(content)
    return root * sp.Mul(*(f ** (p // 2) for f, p in factors)) if content.is_Rational else None


def _binomial(search: Search, polynomial: sp.Poly) -> Zeros | None:
    """a (x - m)^n + c = 0."""
    n, x = polynomial.degree(), polynomial.gen
    coefficients = polynomial.all_coeffs()
    shift = sp.cancel(-coefficients[1] / (n * coefficients[0]))
    moved = sp.Poly(sp.expand(polynomial.as_expr().subs(x, x + shift)), x)
    if any(c != 0 for c in moved.all_coeffs()[1:-1]):
        return None
    image = sp.cancel(-moved.all_coeffs()[-1] / moved.LC())
    if search.real:
        if n % 2 == 0:
            if image.is_negative:
                return Zeros()
            if not image.is_nonnegative:
                search.need("nonneg", image)
            root = sp.Pow(image, sp.Rational(1, n))
            return Zeros([exact(shift - root), exact(shift + root)])
        root = -sp.Pow(-image, sp.Rational(1, n)) if image.is_negative else sp.Pow(image, sp.Rational(1, n))
        return Zeros([exact(shift + root)])
    if image.free_symbols:
        raise Unsolved
    size = sp.Pow(sp.Abs(image), sp.Rational(1, n))
    found = []
    for k in range(n):
        turn = root_of_unity(2 * k + (1 if image.is_negative else 0), 2 * n) if image.is_real else None
        if turn is None:
            return None
        found.append(exact(sp.expand(shift + size * to_sympy(turn))))
    return Zeros(found)


def _in_power(search: Search, polynomial: sp.Poly) -> Zeros | None:
    """A polynomial in x^k, k > 1."""
    x = polynomial.gen
    step = int(sp.igcd(*(m[0] for m in polynomial.monoms())))
    if step < 2:
        return None
    t = search.fresh("t", **({"real": True} if search.real else {}))
    lifted = sp.Add(*(c * t ** (m[0] // step) for m, c in polynomial.terms()))
    inner = search.inner(t)
    found = inner.of(lifted)
    total = Zeros()
    for value in found.values:
        if value.has(EnclosedRoot, ComplexRoot):
            return None  # the polynomial itself is enclosed rather than roots of enclosed numbers
        total = total.join(polynomial_zeros(search, x ** step - value) or Zeros())
    return total


def _palindromic(search: Search, polynomial: sp.Poly) -> Zeros | None:
    """x^4 + a x^3 + b x^2 ± a x + 1 through t = x ± 1/x."""
    x = polynomial.gen
    coefficients = polynomial.all_coeffs()
    if polynomial.degree() != 4 or coefficients[0] != coefficients[4] or coefficients[1] not in (coefficients[3], -coefficients[3]) or not search.real:
        return None
    sign = 1 if coefficients[1] == coefficients[3] else -1
    t = search.fresh("t", real=True)
    a, b, c = coefficients[:3]
    total = Zeros()
    for value in search.inner(t).of(a * t ** 2 + b * t + c - 2 * sign * a).values:
        total = total.join(polynomial_zeros(search, x ** 2 - value * x + sign) or Zeros())
    return total


def _enclosed(search: Search, polynomial: sp.Poly) -> Zeros:
    """Real roots between rationals, the others by number."""
    x = sp.Symbol("x", real=True)
    whole = sp.Poly(polynomial.as_expr().subs(polynomial.gen, x), x).clear_denoms()[1]
    function = sp.Lambda(x, whole.as_expr())
    values: list[sp.Expr] = [EnclosedRoot(function, low, high) for (low, high), _ in whole.intervals(eps=sp.Rational(1, 1000))]
    if not search.real:
        count = len(complex_roots(tuple(int(c) for c in whole.all_coeffs())))
        values += [ComplexRoot(function, k) for k in range(count)]
    return Zeros(values)
