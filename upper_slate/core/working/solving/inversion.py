"""Undoes the outermost function: f(g(x)) = c becomes g(x) = f⁻¹(c)."""

from __future__ import annotations

import sympy as sp

from ..exact import angles
from ..exact.bridge import from_sympy, settled
from ..ground import judge
from .families import Family, exact
from .parts import family_zeros
from .search import Search, Unsolved, Zeros

_TURN = 2 * sp.pi


def undone(search: Search, expr: sp.Expr) -> Zeros | None:
    """Where the letter stands in one term only: c·f(g) + rest = 0."""
    x = search.letter
    with_letter = [t for t in sp.Add.make_args(expr) if x in t.free_symbols]
    if len(with_letter) != 1:
        return None
    rest = expr - with_letter[0]
    factor, part = with_letter[0].as_independent(x, as_Add=False)
    if factor.free_symbols and not factor.is_nonzero:
        search.need("nonzero", factor)
    image = sp.cancel(-rest / factor) if factor.free_symbols or rest.free_symbols else exact(-rest / factor)
    if isinstance(part, sp.Mul):
        return None
    return invert(search, part, image)


def invert(search: Search, part: sp.Expr, image: sp.Expr) -> Zeros | None:
    """All letters with part = image."""
    inner = part.args[0] if part.args else part
    if isinstance(part, sp.Pow):
        return _power(search, part, image)
    if isinstance(part, sp.exp):
        return _exponential(search, inner, image, sp.S.One)
    if isinstance(part, sp.log):
        return search.of(inner - exact(sp.exp(image)))
    if isinstance(part, sp.sin | sp.cos | sp.tan | sp.cot | sp.sec | sp.csc):
        return _trigonometric(search, part, image)
    if isinstance(part, sp.Abs):
        return _absolute(search, inner, image)
    if isinstance(part, sp.asin | sp.acos | sp.atan):
        ranges = {sp.asin: (-sp.pi / 2, sp.pi / 2), sp.acos: (sp.S.Zero, sp.pi), sp.atan: (-sp.pi / 2, sp.pi / 2)}
        back = {sp.asin: sp.sin, sp.acos: sp.cos, sp.atan: sp.tan}[type(part)]
        low, high = ranges[type(part)]
        if not image.free_symbols and search.real and (_sign(image - low) < 0 or _sign(image - high) > 0):
            return Zeros()
        if isinstance(part, sp.atan) and not image.free_symbols and (_sign(image - low) == 0 or _sign(image - high) == 0):
            return Zeros()
        return search.of(inner - back(image))
    if isinstance(part, sp.sinh) and search.real:
        return search.of(inner - sp.asinh(image))
    if isinstance(part, sp.cosh) and search.real and not image.free_symbols:
        if _sign(image - 1) < 0:
            return Zeros()
        return search.union([inner - sp.acosh(image), inner + sp.acosh(image)])
    if isinstance(part, sp.tanh) and search.real and not image.free_symbols:
        return Zeros() if _sign(image ** 2 - 1) >= 0 else search.of(inner - sp.atanh(image))
    backs = {sp.asinh: sp.sinh, sp.acosh: sp.cosh, sp.atanh: sp.tanh}
    if type(part) in backs:
        return search.of(inner - backs[type(part)](image))
    if isinstance(part, sp.factorial) and image.is_Integer:
        return _factorial(search, inner, int(image))
    return None


def _sign(expr: sp.Expr) -> int:
    return judge.sign(settled(expr))


def _known_sign(search: Search, image: sp.Expr, kind: str) -> int | None:
    """The sign of an image; None where letters leave it open, and it is then needed to be nonneg or positive."""
    if not image.free_symbols:
        return _sign(image)
    if image.is_positive:
        return 1
    if image.is_negative:
        return -1
    search.need(kind, image)
    return None


def _power(search: Search, part: sp.Pow, image: sp.Expr) -> Zeros | None:
    base, exponent = part.args
    x = search.letter
    if x in exponent.free_symbols:
        if x in base.free_symbols:
            return None
        if search.real and base.free_symbols and not base.is_positive:  # a^x = b
            search.need("positive", base)
            search.need("nonzero", base - 1)
            search.need("positive", image)
            return search.of(exponent - sp.log(image) / sp.log(base))
        return _exponential(search, exponent, image, sp.log(base)) if not search.real or base.is_positive else None
    if not exponent.is_Rational:
        if not search.real or exponent.free_symbols:
            return None
        sign = _known_sign(search, image, "positive")
        return Zeros() if sign is not None and sign <= 0 else search.of(base - sp.Pow(image, 1 / exponent))
    p, q = int(exponent.p), int(exponent.q)
    if not search.real:
        if q == 1:
            return None if base == x else _complex_power(search, base, p, image)
        return search.of(base ** p - exact(image ** q)) if p > 0 else None
    if image == 0:
        return search.of(base) if p > 0 else Zeros()
    if p % 2 == 0 or q % 2 == 0:
        sign = _known_sign(search, image, "nonneg")
        if sign is not None and sign < 0:
            return Zeros()
    root = real_power(image, sp.Rational(q, p))
    if p % 2 == 0:
        return search.union([base - root, base + root])
    return search.of(base - root)


def real_power(value: sp.Expr, exponent: sp.Rational) -> sp.Expr:
    """The real power, odd roots of negative numbers included."""
    if value.is_negative and exponent.q % 2:
        size = sp.Pow(-value, exponent)
        return exact(-size if exponent.p % 2 else size)
    if value.free_symbols and exponent.q % 2 == 1 and exponent.q > 1 and not value.is_nonnegative:
        return sp.Pow(value, exponent)
    return exact(sp.Pow(value, exponent))


def _complex_power(search: Search, base: sp.Expr, n: int, image: sp.Expr) -> Zeros:
    t = search.fresh("t")
    if n < 0:
        n, image = -n, 1 / image
    total = Zeros()
    for value in search.inner(t).of(t ** n - image).values:
        total = total.join(search.of(base - value))
    return total


def _exponential(search: Search, inner: sp.Expr, image: sp.Expr, rate: sp.Expr) -> Zeros | None:
    """e^(rate·inner) = image."""
    if image == 0:
        return Zeros()
    if search.real:
        sign = _known_sign(search, image, "positive")
        if sign is not None and sign <= 0:
            return Zeros()
        return search.of(inner - log_of(image) / rate)
    if image.free_symbols:
        raise Unsolved
    return family_zeros(search, inner, Family(sp.log(image) / rate, _TURN * sp.I / rate))


def log_of(value: sp.Expr) -> sp.Expr:
    """ln(value), with powers of e and roots of rationals taken out."""
    if value.is_Rational and value.is_positive and value.p == 1:
        return -sp.log(value.q)
    if isinstance(value, sp.Pow) and value.base.is_positive and value.exp.is_real:
        return value.exp * log_of(value.base)
    if isinstance(value, sp.exp) and value.args[0].is_real:
        return value.args[0]
    return sp.log(value)


def _trigonometric(search: Search, part: sp.Expr, image: sp.Expr) -> Zeros | None:
    inner = part.args[0]
    kind = type(part)
    if kind in (sp.cot, sp.sec, sp.csc):
        other = {sp.cot: sp.tan, sp.sec: sp.cos, sp.csc: sp.sin}[kind]
        if image == 0:
            return trig_zeros(search, "cos", inner, sp.S.Zero) if kind is sp.cot else Zeros()
        return invert(search, other(inner, evaluate=False), sp.cancel(1 / image) if image.free_symbols else exact(1 / image))
    return trig_zeros(search, {sp.sin: "sin", sp.cos: "cos", sp.tan: "tan"}[kind], inner, image)


def arc(kind: str, value: sp.Expr) -> sp.Expr:
    """The principal angle in radians, a multiple of pi where there is a known one."""
    surd = from_sympy(value)
    if surd is not None and not surd.has_imaginary:
        degrees = angles.arc_degrees(kind, surd)
        if degrees is not None:
            return sp.pi * sp.Rational(degrees.numerator, degrees.denominator) / 180
    return {"sin": sp.asin, "cos": sp.acos, "tan": sp.atan}[kind](value)


def trig_zeros(search: Search, kind: str, inner: sp.Expr, image: sp.Expr) -> Zeros:
    """All letters with kind(inner) = image, by families of angles."""
    if image.free_symbols:
        if kind != "tan":
            search.need("unit", image)
    elif (kind != "tan" and search.real and (image.is_real is False or _sign(image ** 2 - 1) > 0)) or (search.real and image.is_real is False):
        return Zeros()
    angle = arc(kind, image)
    if kind == "tan":
        return family_zeros(search, inner, Family(angle, sp.pi))
    other = sp.pi - angle if kind == "sin" else -angle
    found = family_zeros(search, inner, Family(angle, _TURN))
    if not image.free_symbols and search.real and _sign(image ** 2 - 1) == 0:
        return found
    return found.join(family_zeros(search, inner, Family(other, _TURN)))


def _absolute(search: Search, inner: sp.Expr, image: sp.Expr) -> Zeros | None:
    if not search.real:
        return None
    sign = _known_sign(search, image, "nonneg")
    if sign is not None and sign < 0:
        return Zeros()
    return search.of(inner) if sign == 0 else search.union([inner - image, inner + image])


def _factorial(search: Search, inner: sp.Expr, image: int) -> Zeros:
    found, product, n = [], 1, 0
    while product <= image:
        if product == image:
            found.append(n)
        n += 1
        product *= n
    return search.union([inner - k for k in found])
