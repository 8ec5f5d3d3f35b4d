"""Functions of whole numbers: divisors, remainders, counting."""

from __future__ import annotations

from collections.abc import Sequence
from math import comb, gcd, lcm, perm
from typing import Final

import sympy as sp
from flint import fmpz

from ....problems import LineError
from ...context import Context
from ...exact.surd import Surd
from .. import judge
from ..arithmetic import add, checked, divide, multiply, negate, too_large
from ..values import Requirement, Scalar, expression
from .record import FunctionRecord, Need, Record, WrittenWithOthers, same
from .sizes import absolute

_MAX_FACTORIAL: Final = 25_000


def _whole_numbers(name: str, values: Sequence[Scalar]) -> list[int]:
    found = []
    for value in values:
        if not (isinstance(value, Surd) and value.is_integer):
            if judge.is_closed(value):
                raise LineError("outside-domain", f"{name} needs whole numbers; {{0}} is not one.", values=(value,))
            raise LineError("not-supported", f"{name} needs whole numbers, and {{0}} has a letter in it.", values=(value,))
        found.append(value.as_int())
    return found


def _gcd(context: Context, *values: Scalar) -> Scalar:
    return Surd.rational(gcd(*_whole_numbers("gcd", values)))


def _lcm(context: Context, *values: Scalar) -> Scalar:
    return Surd.rational(lcm(*_whole_numbers("lcm", values)))


def factorial(context: Context, value: Scalar) -> Scalar:
    """n!"""
    if judge.is_closed(value):
        if not (isinstance(value, Surd) and value.is_integer) or value.as_int() < 0:
            raise LineError("outside-domain", "n! needs a whole number n from 0 up; {0} is not one.", values=(value,))
        n = value.as_int()
        if n > _MAX_FACTORIAL:
            raise too_large()
        return Surd.rational(fmpz.fac_ui(n))
    context.require(Requirement("natural", expression(value), "outside-domain", "!"))
    return checked(sp.factorial(expression(value)))


def _choose(context: Context, n: Scalar, k: Scalar) -> Scalar:
    if judge.is_closed(n) and judge.is_closed(k):
        whole, part = _whole_numbers("choose", (n, k))
        if whole < 0 or part < 0:
            raise LineError("outside-domain", "choose(n, k) needs whole numbers from 0 up.")
        if whole > 300_000 or min(part, whole - part) * max(whole.bit_length(), 1) > 332_200 * 2:
            raise too_large()
        return Surd.rational(comb(whole, part))
    _require_whole(context, "choose", n, k)
    if isinstance(k, Surd) and k.is_integer and 0 <= k.as_int() <= 20:
        return checked(sp.ff(expression(n), k.as_int()) / sp.factorial(k.as_int()))
    return checked(sp.binomial(expression(n), expression(k)))


def _require_whole(context: Context, name: str, *values: Scalar) -> None:
    """Where letters stand for the numbers, they are whole, from 0 up."""
    for value in values:
        if not judge.is_closed(value):
            context.require(Requirement("natural", expression(value), "outside-domain", name))


def _permutations(context: Context, n: Scalar, k: Scalar) -> Scalar:
    """n!/(n - k)!"""
    if judge.is_closed(n) and judge.is_closed(k):
        whole, part = _whole_numbers("permutations", (n, k))
        if whole < 0 or part < 0:
            raise LineError("outside-domain", "permutations(n, k) needs whole numbers from 0 up.")
        if part > whole:
            return Surd.rational(0)
        if part * max(whole.bit_length(), 1) > 332_200 * 2:
            raise too_large()
        return Surd.rational(perm(whole, part))
    _require_whole(context, "permutations", n, k)
    if isinstance(k, Surd) and k.is_integer and 0 <= k.as_int() <= 20:
        return checked(sp.ff(expression(n), k.as_int()))
    return divide(context, factorial(context, n), factorial(context, checked(expression(n) - expression(k))))


def modulo(context: Context, value: Scalar, modulus: Scalar) -> Scalar:
    """The remainder in [0, |modulus|)."""
    if not judge.is_closed(modulus):
        raise LineError("not-supported", "mod and div are by a number; here is a letter without a value.")
    if judge.is_zero(modulus):
        raise LineError("division-by-zero", "mod and div by zero have no value.")
    size = absolute(context, modulus)
    if not judge.is_closed(value):
        width = expression(size)
        return checked(expression(value) - width * sp.floor(expression(value) / width))
    quotient = judge.floor_of(divide(context, value, size))
    return add([value, negate(multiply([Surd.rational(quotient), size]))])


def whole_quotient(context: Context, value: Scalar, divisor: Scalar) -> Scalar:
    """(value - value mod divisor)/divisor."""
    rest = modulo(context, value, divisor)
    return divide(context, add([value, negate(rest)]), divisor)


RECORDS: Final[tuple[Record, ...]] = (
    WrittenWithOthers("gcd", _gcd),
    WrittenWithOthers("lcm", _lcm),
    FunctionRecord("factorial", sp.factorial, lambda v: (v + 1).gamma(), need=Need("natural", same, "outside-domain", "natural"), tag="fact", value=factorial),
    FunctionRecord("choose", sp.binomial, None, value=_choose),
    WrittenWithOthers("permutations", _permutations),
)
