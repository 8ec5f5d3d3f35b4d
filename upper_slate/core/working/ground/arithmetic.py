"""Sums, products, quotients and powers of scalars; where something has no value it is an error or a requirement."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from math import gcd
from typing import Final

import sympy as sp
from flint import arb

from ...problems import LineError
from ..context import Context
from ..exact import roots
from ..exact.angles import cos_sin
from ..exact.bridge import settled, to_sympy
from ..exact.decide import Undecided
from ..exact.surd import MAX_BITS, ONE, ZERO, I, Surd, TooLarge
from . import judge
from .values import Requirement, Scalar, expression

TOO_LARGE: Final = "This number would be longer than 100,000 digits."


def too_large() -> LineError:
    return LineError("too-large", TOO_LARGE)


def checked(expr: sp.Expr) -> Scalar:
    """The scalar of a SymPy result; LineError where it has no value."""
    if expr.is_Rational:
        return settled(expr)
    if expr is sp.nan or expr.has(sp.nan):
        raise LineError("undefined-value", "This has no value: it is of the form 0/0, oo - oo or 0·oo.")
    if expr is sp.zoo or expr.has(sp.zoo):
        raise LineError("division-by-zero", "Here something is divided by zero.")
    return settled(expr)


def _joined(expr: sp.Expr) -> Scalar:
    """The scalar of a sum or product of values: what has no value stands in it as a whole or as one of its parts, never deeper."""
    if expr.is_Rational:
        return settled(expr)
    if any(part is sp.nan or part is sp.zoo for part in (expr, *expr.args)):
        return checked(expr)
    return settled(expr)


def add(terms: Sequence[Scalar]) -> Scalar:
    """The sum."""
    numbers = [t for t in terms if isinstance(t, Surd)]
    others = [t for t in terms if not isinstance(t, Surd)]
    total = ZERO
    for number in numbers:
        total = total + number
    if not others:
        return total
    return _joined(sp.Add(*others, to_sympy(total)))


def multiply(factors: Sequence[Scalar]) -> Scalar:
    """The product."""
    product = ONE
    others = []
    for factor in factors:
        if isinstance(factor, Surd):
            try:
                product = product * factor
            except TooLarge:
                if factor.is_rational and product.is_rational:
                    raise too_large() from None
                others.append(to_sympy(factor))
        else:
            others.append(factor)
    if not others:
        return product
    return _joined(sp.Mul(to_sympy(product), *others))


def negate(value: Scalar) -> Scalar:
    return -value if isinstance(value, Surd) else _joined(-value)


def divide(context: Context, over: Scalar, under: Scalar) -> Scalar:
    """The quotient; a divisor with letters must not be zero, which is kept as a requirement."""
    if judge.is_closed(under):
        if judge.is_zero(under):
            raise _divided_by_zero(over)
        if isinstance(under, Surd):
            try:
                inverse: Scalar = under.inverse()
            except TooLarge:
                inverse = sp.Pow(to_sympy(under), -1)
            return multiply([over, inverse])
        return _joined(sp.Mul(expression(over), sp.Pow(under, -1)))
    context.require(Requirement("nonzero", under, over=expression(over)))
    return _joined(sp.Mul(expression(over), sp.Pow(under, -1)))


def _divided_by_zero(over: Scalar) -> LineError:
    if judge.is_closed(over) and not expression(over).is_infinite and judge.is_zero(over):
        return LineError("undefined-value", "0/0 has no value.")
    return LineError("division-by-zero", "Here something is divided by zero.")


# -- powers ----------------------------------------------------------------------------------------------------------


def power(context: Context, base: Scalar, exponent: Scalar) -> Scalar:
    """base^exponent, by the convention for real or complex numbers."""
    if isinstance(exponent, Surd) and exponent.is_rational:
        fraction = Fraction(int(exponent.as_fmpq.p), int(exponent.as_fmpq.q))
        if isinstance(base, Surd):
            return _number_power(context, base, fraction)
        return _rational_power(context, base, fraction)
    if isinstance(base, Surd):
        return _irrational_power(context, base, expression(exponent))
    if base == sp.E:
        return exponential(context, exponent)
    return checked(sp.Pow(base, expression(exponent)))


def _number_power(context: Context, base: Surd, exponent: Fraction) -> Scalar:
    if not base.is_rational and judge.is_zero(base):
        base = ZERO
    if base.is_zero and exponent < 0:
        raise LineError("division-by-zero", "Zero to a negative power divides by zero.")
    if exponent.denominator % 2 == 0 and not context.complex:
        if base.has_imaginary or judge.sign(base) < 0:
            raise not_real(base, exponent)
    try:
        found = roots.power(base, exponent, real=not context.complex)
    except TooLarge:
        if base.is_rational and exponent.denominator == 1:
            raise too_large() from None
        found = None
    except Undecided:
        found = None
    if found is not None:
        return found
    if abs(exponent) > 10_000:
        raise too_large()
    rational = sp.Rational(exponent.numerator, exponent.denominator)
    if not context.complex and not base.has_imaginary and judge.sign(base) < 0:
        sign = -1 if exponent.numerator % 2 else 1
        return checked(sign * sp.Pow(to_sympy(-base), rational))
    return checked(sp.Pow(to_sympy(base), rational))


def not_real(base: Scalar, exponent: Fraction) -> LineError:
    """The error for an even root of a negative number; names the complex value."""
    value = roots.power(base, exponent, real=False) if isinstance(base, Surd) else sp.Pow(base, sp.Rational(exponent.numerator, exponent.denominator))
    kind = "square root" if exponent.denominator == 2 else "root"
    if value is None:
        return LineError("not-real", f"The {kind} of {{0}} is not a real number. The convention “complex numbers” allows it.", values=(base,))
    return LineError("not-real", f"The {kind} of {{0}} is not a real number. With the convention “complex numbers” it is {{1}}.", values=(base, value))


def _irrational_power(context: Context, base: Surd, exponent: sp.Expr) -> Scalar:
    """A number to an irrational power, or to one with letters."""
    if base == ONE:
        return ONE
    if not exponent.free_symbols and exponent.is_infinite is not True:
        if base.is_zero:
            if judge.sign(settled(exponent)) > 0:
                return ZERO
            raise LineError("division-by-zero", "Zero to a negative power divides by zero.")
        if not context.complex and not base.has_imaginary and judge.sign(base) < 0:
            raise LineError("not-real", "A negative number to an irrational power is not real.")
        if exponent.is_number and _is_huge(base, exponent):
            raise too_large()
    if base.is_zero:
        context.require(Requirement("positive", exponent, "division-by-zero"))
        return ZERO
    expr = to_sympy(base)
    quotient = sp.Wild("quotient", exclude=[sp.log])
    match = exponent.match(quotient / sp.log(expr)) if exponent.has(sp.log) else None
    if match and match[quotient].func is not sp.Wild:  # a^(q/ln a) = e^q
        return exponential(context, settled(match[quotient]))
    return checked(sp.Pow(expr, exponent))


def _is_huge(base: Surd, exponent: sp.Expr) -> bool:
    """Whether the value has an exponent beyond every use: e.g. 2^(10^12·sqrt(2))."""
    try:
        size = judge.ball_of(exponent, 64)
        return isinstance(size, arb) and bool(abs(size) > 10 ** 9)
    except Exception:
        return False


def exponential(context: Context, exponent: Scalar) -> Scalar:
    """e^exponent, with the known values at multiples of i·pi."""
    expr = expression(exponent)
    imaginary = sp.expand(expr).coeff(sp.I)
    if imaginary != 0 and not imaginary.has(sp.I):
        turn = settled(imaginary / sp.pi)
        if isinstance(turn, Surd) and turn.is_rational:
            q = turn.as_fmpq
            both = cos_sin(Fraction(int(q.p), int(q.q)) * 180)
            rest = sp.expand(expr - imaginary * sp.I)
            if both is not None:
                return multiply([both[0] + both[1] * I, exponential(context, settled(rest)) if rest != 0 else ONE])
    if not expr.free_symbols and _is_huge(ONE, expr):
        raise too_large()
    return checked(sp.exp(expr))


def _rational_power(context: Context, base: sp.Expr, exponent: Fraction) -> Scalar:
    """An expression that is no algebraic number, to a rational power."""
    if exponent == 0:
        return ONE
    closed = not base.free_symbols
    if exponent < 0:
        if closed:
            if judge.is_zero(base):
                raise LineError("division-by-zero", "Here something is divided by zero.")
        elif exponent.denominator % 2 or context.complex:
            context.require(Requirement("nonzero", base, over=sp.S.One))
    if exponent.denominator == 1:
        coefficient = base.as_coeff_Mul()[0]
        bits = max(int(abs(coefficient.p)).bit_length(), int(coefficient.q).bit_length()) if coefficient.is_Rational else 1
        if (bits - 1) * abs(exponent.numerator) > MAX_BITS or abs(exponent.numerator) > 10 ** 9:
            raise too_large()
        return _joined(sp.Pow(base, exponent.numerator))
    rational = sp.Rational(exponent.numerator, exponent.denominator)
    if context.complex:
        return checked(sp.Pow(base, rational))
    if exponent.denominator % 2 == 0:
        if closed:
            if judge.sign(base) < 0:
                raise not_real(base, exponent)
        else:
            context.require(Requirement("positive" if exponent < 0 else "nonneg", base, "division-by-zero" if exponent < 0 else "not-real", "root"))
    return checked(real_root_power(base, exponent))


def real_root_power(base: sp.Expr, exponent: Fraction) -> sp.Expr:
    """base^(p/q) for real letters: numbers and perfect powers come out of the root, with | | where they need it."""
    p, q = exponent.numerator, exponent.denominator
    even = q % 2 == 0
    content, rest = base.as_coeff_Mul() if not isinstance(base, sp.Add) else base.primitive()
    if not content.is_Rational or content == 0:
        content, rest = sp.S.One, base
    sign = sp.S.One
    if content < 0:
        content = -content
        if even:
            rest = -rest
        else:
            sign = sp.S.NegativeOne if p % 2 else sp.S.One
    outer = ONE if content == 1 else roots.power(settled(content), exponent)
    out, under = [], []
    if outer is None:  # a root that cannot be taken apart stays with what it is the root of
        outer, under = ONE, [content]
    factors = _factors(rest)
    powers = [_as_integer_power(factor)[1] for factor in factors]
    is_quotient = any(k is None or (k > 0 and k % q) for k in powers)  # sqrt(l/g) stays, sqrt(1/x) is 1/sqrt(x)
    for factor in factors:
        inner, k = _as_integer_power(factor)
        if k is None:
            under.append(factor)
            continue
        whole = -(-k // q) if k < 0 and is_quotient else k // q
        left = k - whole * q
        if whole:
            out.append(sp.Pow(sp.Abs(inner) if even and whole * p % 2 else inner, whole * p))
        if left:
            under.append(sp.Pow(inner, left))
    kept = sp.Mul(*under)
    if len(under) == 1:
        inner, k = _as_integer_power(kept)
        if even and k is not None and k % 2:  # x sqrt(x): where the root has a value, x is not negative
            out = [f.xreplace({sp.Abs(inner): inner}) for f in out]
        if k is not None and (common := gcd(k, q)) > 1:
            size = sp.Abs(inner) if even and k % 2 == 0 else inner
            return sign * to_sympy(outer) * sp.Mul(*out) * sp.Pow(size, sp.Rational(k // common * p, q // common))
    if kept.could_extract_minus_sign() and not even and isinstance(kept, sp.Mul | sp.Symbol):
        kept, sign = -kept, sign * (-1 if p % 2 else 1)
    return sign * to_sympy(outer) * sp.Mul(*out) * sp.Pow(kept, sp.Rational(p, q))


def _factors(expr: sp.Expr) -> list[sp.Expr]:
    """The factors of what stands under a root; squares hidden in a sum are found."""
    found: list[sp.Expr] = []
    for factor in sp.Mul.make_args(expr):
        # a square has a letter to a power
        if isinstance(factor, sp.Add) and factor.has(sp.Pow) and factor.free_symbols and factor.is_polynomial(*factor.free_symbols) and len(factor.args) <= 12:
            coefficient, parts = sp.sqf_list(factor)
            if any(k > 1 for _, k in parts) and coefficient == 1:
                found.extend(sp.Pow(f, k) for f, k in parts)
                continue
        found.append(factor)
    return found


def _as_integer_power(factor: sp.Expr) -> tuple[sp.Expr, int | None]:
    if isinstance(factor, sp.Pow):
        if isinstance(factor.exp, sp.Integer):
            return factor.base, int(factor.exp)
        return factor, None
    if isinstance(factor, sp.exp):
        return factor, None
    return factor, 1
