"""Parts of a complex number."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import arb

from ...context import Context
from ...exact.surd import Surd
from ..arithmetic import checked
from ..values import Scalar
from .record import FunctionRecord, Record


def _real_part(context: Context, value: Scalar) -> Scalar:
    return value.parts()[0] if isinstance(value, Surd) else checked(sp.re(value))


def _imaginary_part(context: Context, value: Scalar) -> Scalar:
    return value.parts()[1] if isinstance(value, Surd) else checked(sp.im(value))


def _conjugate(context: Context, value: Scalar) -> Scalar:
    return value.conjugate() if isinstance(value, Surd) else checked(sp.conjugate(value))


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("re", sp.re, lambda v: v if isinstance(v, arb) else v.real, value=_real_part),
    FunctionRecord("im", sp.im, lambda v: arb(0) if isinstance(v, arb) else v.imag, value=_imaginary_part),
    FunctionRecord("conj", sp.conjugate, lambda v: v if isinstance(v, arb) else v.conjugate(), value=_conjugate),
)
