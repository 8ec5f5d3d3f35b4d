"""The exponential function and roots."""

from __future__ import annotations

from fractions import Fraction
from typing import Final

import sympy as sp

from ....problems import LineError
from ...context import Context
from ...exact import roots
from ...exact.surd import ONE, Surd
from .. import judge
from ..arithmetic import divide, exponential, power, too_large
from ..values import Scalar
from .record import FunctionRecord, Record, WrittenWithOthers, plain


def _root(context: Context, value: Scalar, degree: Scalar) -> Scalar:
    if not (isinstance(degree, Surd) and degree.is_integer and degree.as_int() > 0):
        if judge.is_closed(degree):
            raise LineError("outside-domain", "root(x, n) needs a whole number n from 1 up.")
        return power(context, value, divide(context, ONE, degree))
    n = degree.as_int()
    if n > 10_000:
        raise too_large()
    if context.complex and n % 2 and isinstance(value, Surd) and not value.has_imaginary:
        found = roots.root(value, n)  # cbrt and root of a real number stay real where they can
        if found is not None:
            return found
    return power(context, value, Surd.rational(Fraction(1, n)))


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("exp", sp.exp, plain("exp"), "exponential function", sp.exp, "ln", value=exponential),
    WrittenWithOthers("sqrt", lambda c, x: power(c, x, Surd.rational(Fraction(1, 2)))),
    WrittenWithOthers("cbrt", lambda c, x: _root(c, x, Surd.rational(3))),
    WrittenWithOthers("root", _root),
)
