"""Zeros of trigonometric expressions: general solutions by families of angles."""

from __future__ import annotations

import sympy as sp

from ..exact.bridge import from_sympy
from .families import Family, exact
from .inversion import arc, trig_zeros
from .parts import family_zeros
from .search import Search, Unsolved, Zeros

_MOST_DEGREE = 12
_ALL = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def trigonometric(search: Search, expr: sp.Expr) -> Zeros | None:
    """Zeros of an expression in trigonometric functions of multiples of one angle."""
    x = search.letter
    parts = [n for n in expr.atoms(*_ALL) if x in n.free_symbols]
    if not parts:
        return None
    pair = _equal_pair(search, expr)
    if pair is not None:
        return pair
    arguments = sorted({p.args[0] for p in parts}, key=str)
    slopes = []
    for argument in arguments:
        if not (argument.is_polynomial(x) and sp.degree(argument, x) == 1):
            return None
        slopes.append(sp.Poly(argument, x).LC())
    ratios = [sp.cancel(s / slopes[0]) for s in slopes]
    if not all(r.is_Rational for r in ratios):
        return None
    unit = slopes[0] * sp.Rational(sp.igcd(*(r.p for r in ratios), 0), sp.ilcm(*(r.q for r in ratios), 1))
    angle, s, c = search.fresh("a", real=True), search.fresh("s", real=True), search.fresh("c", real=True)
    in_angle = expr.replace(lambda n: isinstance(n, _ALL) and x in n.free_symbols, lambda n: _in_sine_cosine(n.func, sp.expand(n.args[0].subs(x, angle / unit))))
    if x in in_angle.free_symbols:
        return None
    lifted = sp.expand_trig(in_angle).subs({sp.sin(angle): s, sp.cos(angle): c})
    if angle in lifted.free_symbols:
        return None
    over = sp.fraction(sp.together(lifted))[0]
    if not over.is_polynomial(s, c):
        return None
    return _circle(search, sp.expand(over), s, c, unit * x, x)


def _in_sine_cosine(kind: type, argument: sp.Expr) -> sp.Expr:
    sine, cosine = sp.sin(argument), sp.cos(argument)
    return {sp.sin: sine, sp.cos: cosine, sp.tan: sine / cosine, sp.cot: cosine / sine, sp.sec: 1 / cosine, sp.csc: 1 / sine}[kind]


def _equal_pair(search: Search, expr: sp.Expr) -> Zeros | None:
    """sin A = ± sin B and its like: the angles agree, or one is the supplement of the other, up to whole turns."""
    terms = sp.Add.make_args(expr)
    if len(terms) != 2:
        return None
    (a, one), (b, other) = (t.as_coeff_Mul() for t in terms)
    if abs(a) != abs(b) or not isinstance(one, sp.sin | sp.cos | sp.tan) or not isinstance(other, sp.sin | sp.cos | sp.tan):
        return None
    same = a != b  # f(A) = f(B), else f(A) = -f(B)
    left, right = one.args[0], other.args[0]
    turn = 2 * sp.pi
    if isinstance(one, sp.tan) or isinstance(other, sp.tan):
        if type(one) is not type(other):
            return None
        return family_zeros(search, sp.expand(left - (right if same else -right)), Family(sp.S.Zero, sp.pi))
    if isinstance(one, sp.cos) and isinstance(other, sp.sin):
        one, other, left, right = other, one, right, left
    if isinstance(one, sp.sin) and isinstance(other, sp.cos):
        right, other = sp.pi / 2 - right, sp.sin(right)
    if isinstance(one, sp.sin):
        right = right if same else -right
        pairs = [(left - right, sp.S.Zero), (left + right, sp.pi)]
    else:
        right = right if same else sp.pi - right
        pairs = [(left - right, sp.S.Zero), (left + right, sp.S.Zero)]
    total = Zeros()
    for inner, base in pairs:
        inner = sp.expand(inner)
        if search.letter not in inner.free_symbols:
            if from_sympy(sp.expand((inner - base) / turn)) is not None and sp.expand((inner - base) / turn).is_Integer:
                return Zeros(regions=[sp.true])
            continue
        constant, part = inner.as_independent(search.letter, as_Add=True)
        total = total.join(family_zeros(search, part, Family(exact(base - constant), turn)))
    return total


def _circle(search: Search, polynomial: sp.Expr, s: sp.Symbol, c: sp.Symbol, angle: sp.Expr, x: sp.Symbol) -> Zeros:
    """Points of the circle s² + c² = 1 at which a polynomial in s and c is zero, as angles."""
    circle = s ** 2 + c ** 2 - 1
    in_cosine = sp.expand(sp.rem(sp.Poly(polynomial, s), sp.Poly(circle, s)).as_expr())
    in_sine = sp.expand(sp.rem(sp.Poly(polynomial, c), sp.Poly(circle, c)).as_expr())
    if in_cosine == 0 or in_sine == 0:
        return Zeros(regions=[sp.true])
    if sp.Poly(in_cosine, s, c).total_degree() > _MOST_DEGREE:  # roots of such a polynomial take minutes to be put in again; balls enclose the angles themselves
        raise Unsolved
    for reduced, kind, letter in ((in_cosine, "cos", c), (in_sine, "sin", s)):
        if reduced.free_symbols & {s, c} == {letter}:
            total = Zeros()
            inner = search.inner(letter)
            for value in inner.of(reduced).values:
                total = total.join(trig_zeros(search, kind, angle, value))
            return total
        if not reduced.free_symbols & {s, c}:
            return Zeros()
    best = min((polynomial, in_cosine, in_sine), key=sp.count_ops)
    for candidate in (best, in_cosine, in_sine):
        factors = [f for f, _ in sp.factor_list(candidate)[1] if f.free_symbols & {s, c}]
        if len(factors) > 1:
            total = Zeros()
            for factor in factors:
                total = total.join(_circle(search, factor, s, c, angle, x))
            return total
    homogeneous = _homogeneous(best, s, c)
    if homogeneous is not None:
        t = search.fresh("t", real=True)
        total = Zeros()
        over = sp.expand(homogeneous.subs({s: t, c: 1}))
        if sp.expand(homogeneous.subs({c: 0, s: 1})) == 0:
            total = trig_zeros(search, "cos", angle, sp.S.Zero)
        for value in search.inner(t).of(over).values:
            total = total.join(trig_zeros(search, "tan", angle, value))
        return total
    whole = sp.Poly(best, s, c)
    if whole.total_degree() == 1:
        a, b = whole.coeff_monomial(s), whole.coeff_monomial(c)
        d = whole.coeff_monomial(1)
        size = exact(sp.sqrt(sp.expand(a ** 2 + b ** 2)))
        shift = arc("tan", exact(a / b))
        sign = 1 if b.is_positive else -1  # a s + b c = sign·R cos(θ - shift)
        return trig_zeros(search, "cos", angle - shift, exact(-d / (sign * size)))
    return _half_angle(search, best, s, c, angle)


def _homogeneous(polynomial: sp.Expr, s: sp.Symbol, c: sp.Symbol) -> sp.Expr | None:
    """The polynomial with all terms of one degree, by factors s² + c² = 1; None where the degrees differ by an odd number."""
    whole = sp.Poly(polynomial, s, c)
    degree = whole.total_degree()
    terms = []
    for (i, j), coefficient in whole.terms():
        missing = degree - i - j
        if missing % 2:
            return None
        terms.append(coefficient * s ** i * c ** j * (s ** 2 + c ** 2) ** (missing // 2))
    return sp.expand(sp.Add(*terms))


def _half_angle(search: Search, polynomial: sp.Expr, s: sp.Symbol, c: sp.Symbol, angle: sp.Expr) -> Zeros:
    """With t = tan(θ/2) the circle becomes a line, its point θ = π aside."""
    t = search.fresh("t", real=True)
    over = sp.fraction(sp.together(polynomial.subs({s: 2 * t / (1 + t ** 2), c: (1 - t ** 2) / (1 + t ** 2)}, simultaneous=True)))[0]
    if not search.real:
        raise Unsolved
    total = Zeros()
    if sp.expand(polynomial.subs({s: 0, c: -1}, simultaneous=True)) == 0:
        total = trig_zeros(search, "cos", angle, sp.S.NegativeOne)
    for value in search.inner(t).of(sp.expand(over)).values:
        total = total.join(family_zeros(search, angle, Family(2 * arc("tan", value), 2 * sp.pi)))
    return total
