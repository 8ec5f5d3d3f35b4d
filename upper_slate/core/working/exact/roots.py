"""Roots and powers of surds: real ones where there are some, else principal ones."""

from __future__ import annotations

from fractions import Fraction
from typing import Final

from .angles import angle_of, cos_sin
from .decide import surd_sign
from .positive_roots import positive_root
from .surd import ONE, ZERO, I, Surd, TooLarge, root_of_rational

_HALF: Final = Surd.rational(Fraction(1, 2))


def root(surd: Surd, degree: int, real: bool = True) -> Surd | None:
    """The n-th root: the real one where there is one (`real` or n odd), else the principal one; None if not expressible."""
    if surd.is_zero:
        return ZERO
    if degree == 1:
        return surd
    if surd.has_imaginary:
        return _complex_root(surd, degree)
    if surd_sign(surd) < 0:
        if degree % 2 == 1 and real:
            positive = positive_root(-surd, degree)
            return -positive if positive is not None else None
        positive = positive_root(-surd, degree)
        turn = root_of_unity(1, 2 * degree)
        return None if positive is None or turn is None else positive * turn
    return positive_root(surd, degree)


def root_of_unity(k: int, n: int) -> Surd | None:
    """e^(2 pi i k/n), for multiples of 3 degrees."""
    both = cos_sin(Fraction(360 * k, n))
    return None if both is None else both[0] + both[1] * I


# -- complex ---------------------------------------------------------------------------------------------------------


def _complex_root(surd: Surd, degree: int) -> Surd | None:
    """The principal root of a number that is not real: square roots by parts, others where the angle is known."""
    real, imaginary = surd.parts()
    size_squared = real * real + imaginary * imaginary
    size = root(size_squared, 2)
    if size is None:
        return None
    if degree == 2:
        high, low = root((size + real) * _HALF, 2), root((size - real) * _HALF, 2)
        if high is None or low is None:
            return None
        return high + low * I if surd_sign(imaginary) >= 0 else high - low * I
    if degree % 2 == 0:
        half = _complex_root(surd, 2)
        return None if half is None else _complex_root(half, degree // 2)
    angle = angle_of(surd)
    if angle is None:
        return None
    turn = root_of_unity(1, 1) if angle == 0 else _turn(angle / degree)
    length = root(size, degree)
    return None if turn is None or length is None else length * turn


def _turn(degrees: Fraction) -> Surd | None:
    both = cos_sin(degrees)
    return None if both is None else both[0] + both[1] * I


def absolute(surd: Surd) -> Surd | None:
    """The absolute value, of real and complex surds."""
    if surd.has_imaginary:
        real, imaginary = surd.parts()
        return root(real * real + imaginary * imaginary, 2)
    return -surd if surd_sign(surd) < 0 else surd


def power(surd: Surd, exponent: Fraction, real: bool = True) -> Surd | None:
    """surd^(p/q); None where it cannot be written with radicals. ZeroDivisionError for 0 to a negative power."""
    if surd.is_zero:
        if exponent < 0:
            raise ZeroDivisionError
        return ONE if exponent == 0 else ZERO
    if exponent.denominator == 1:
        return surd ** exponent.numerator
    if exponent.denominator > 1000:
        return None
    if surd.is_rational and surd.as_fmpq > 0:
        q = surd.as_fmpq
        bits = max(int(q.p).bit_length(), int(q.q).bit_length())
        if bits * abs(exponent) > 332_200:
            raise TooLarge
        whole, rest = divmod(exponent, 1)
        return (surd ** int(whole)) * _raised_root(surd, rest)
    base = root(surd, exponent.denominator, real)
    return None if base is None else base ** exponent.numerator


def _raised_root(surd: Surd, rest: Fraction) -> Surd:
    return root_of_rational(surd.as_fmpq, rest.denominator) ** rest.numerator if rest else ONE

