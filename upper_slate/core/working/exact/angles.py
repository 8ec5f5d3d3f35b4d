"""Exact sines and cosines at every multiple of 3°, and the angle that belongs to an exact value."""

from __future__ import annotations

import math
from fractions import Fraction
from functools import lru_cache
from typing import Final

from flint import arb, fmpq

from .balls import precision, surd_ball
from .decide import surd_is_zero, surd_sign
from .positive_roots import positive_root
from .surd import ONE, ZERO, Surd, root_of_rational

_FOURTH: Final = Surd.rational(Fraction(1, 4))


def _sqrt(n: int) -> Surd:
    return root_of_rational(fmpq(n), 2)


@lru_cache(maxsize=1)
def _table() -> tuple[tuple[Surd, Surd], ...]:
    """(cos, sin) at 0°, 3°, 6° … 45°, by adding 18° and taking away 15°."""
    sin18 = (_sqrt(5) - ONE) * _FOURTH
    cos18 = positive_root(Surd.rational(10) + Surd.rational(2) * _sqrt(5), 2)
    assert cos18 is not None
    cos18 = cos18 * _FOURTH
    cos15, sin15 = (_sqrt(6) + _sqrt(2)) * _FOURTH, (_sqrt(6) - _sqrt(2)) * _FOURTH
    cos3, sin3 = cos18 * cos15 + sin18 * sin15, sin18 * cos15 - cos18 * sin15
    table = [(ONE, ZERO)]
    for k in range(1, 16):
        c, s = table[-1]
        table.append((c * cos3 - s * sin3, s * cos3 + c * sin3))
        if k == 6:
            table[6] = (cos18, sin18)
        if k == 5:
            table[5] = (cos15, sin15)
        if k == 10:
            table[10] = (_sqrt(3) * Surd.rational(1, 2), Surd.rational(1, 2))
        if k == 12:
            nested = positive_root(Surd.rational(10) - Surd.rational(2) * _sqrt(5), 2)
            assert nested is not None
            table[12] = ((_sqrt(5) + ONE) * _FOURTH, nested * _FOURTH)
        if k == 15:
            table[15] = (_sqrt(2) * Surd.rational(1, 2), _sqrt(2) * Surd.rational(1, 2))
    return tuple(table)


def cos_sin(degrees: Fraction) -> tuple[Surd, Surd] | None:
    """Cosine and sine of an angle in degrees, if it is a multiple of 3°."""
    if degrees.denominator != 1 or degrees.numerator % 3:
        return None
    angle = degrees.numerator % 360
    cos_sign = sin_sign = 1
    if angle > 180:
        angle, sin_sign = 360 - angle, -1
    if angle > 90:
        angle, cos_sign = 180 - angle, -1
    if angle > 45:
        sine, cosine = _table()[(90 - angle) // 3]
    else:
        cosine, sine = _table()[angle // 3]
    return (cosine if cos_sign > 0 else -cosine), (sine if sin_sign > 0 else -sine)


def tangent(degrees: Fraction) -> Surd | None:
    """Tangent of a multiple of 3° other than 90°; None otherwise."""
    both = cos_sin(degrees)
    if both is None or both[0].is_zero:
        return None
    cosine, sine = both
    if not (cosine.has_nested or sine.has_nested):
        return sine / cosine
    # tan is the root of its own square, which has no nested part for 18°, 36°, 54° and 72°
    square = (sine * sine) / (cosine * cosine)
    value = positive_root(square, 2) if not square.has_nested else sine / cosine
    if value is None:
        return None
    negative = surd_sign(sine) * surd_sign(cosine) < 0
    return -value if negative and surd_sign(value) > 0 else value


@lru_cache(maxsize=256)
def _arc(kind: str, value: Surd) -> Fraction | None:
    with precision(64):
        ball = surd_ball(value)
    if not isinstance(ball, arb):
        return None
    near = float(ball.mid())
    if kind != "tan" and abs(near) > 1 + 1e-9:
        return None
    turn = math.atan(near) if kind == "tan" else (math.asin if kind == "sin" else math.acos)(max(-1.0, min(1.0, near)))
    degrees = 3 * round(math.degrees(turn) / 3)
    if abs(math.degrees(turn) - degrees) > 1e-4 or (kind == "tan" and abs(degrees) == 90):
        return None
    # one angle is left: whether it is exactly this one is decided exactly
    both = cos_sin(Fraction(degrees))
    candidate = tangent(Fraction(degrees)) if kind == "tan" else both and both[0 if kind == "cos" else 1]
    return Fraction(degrees) if candidate is not None and surd_is_zero(candidate - value) else None


def arc_degrees(kind: str, value: Surd) -> Fraction | None:
    """The angle in degrees whose `kind` (sin, cos or tan) is the value, if it is a multiple of 3°."""
    return None if value.has_imaginary else _arc(kind, value)


def angle_of(value: Surd) -> Fraction | None:
    """The argument of a complex surd in degrees, in (-180, 180], if it is a multiple of 3°."""
    real, imaginary = value.parts()
    if imaginary.is_zero:
        return Fraction(0) if surd_sign(real) > 0 else Fraction(180)
    if real.is_zero:
        return Fraction(90 * surd_sign(imaginary))
    angle = arc_degrees("tan", imaginary / real)
    if angle is None:
        return None
    if surd_sign(real) < 0:
        angle += 180 if surd_sign(imaginary) > 0 else -180
    return angle
