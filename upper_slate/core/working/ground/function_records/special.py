"""Functions that integrals and sums bring in."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import acb

from ...exact.enclosing import Ball
from .record import FunctionRecord, Record, plain


def _erf(value: Ball) -> Ball:
    return (value if isinstance(value, acb) else acb(value)).erf()


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("erf", sp.erf, _erf),
    FunctionRecord("zeta", sp.zeta, plain("zeta")),
    FunctionRecord("gamma", sp.gamma, plain("gamma")),
)
