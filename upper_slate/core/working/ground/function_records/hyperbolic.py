"""Hyperbolic functions and their inverses."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import acb, arb

from ....problems import LineError
from ...context import Context
from ...exact.enclosing import Ball
from ...exact.surd import ONE, Surd
from .. import judge
from ..arithmetic import add, checked, multiply
from ..values import Requirement, Scalar, expression
from .record import FunctionRecord, Need, Record, plain, same


def _arcosh(context: Context, value: Scalar) -> Scalar:
    if not context.complex:
        if judge.is_closed(value):
            if judge.compare(value, ONE) < 0:
                raise LineError("not-real", "arcosh({0}) is not a real number: a hyperbolic cosine is at least 1.", values=(value,))
        else:
            context.require(Requirement("above-one", expression(value), "not-real", "arcosh"))
    return checked(sp.acosh(expression(value)))


def _artanh(context: Context, value: Scalar) -> Scalar:
    if judge.is_closed(value):
        if isinstance(value, Surd) and value in (ONE, -ONE):
            raise LineError("outside-domain", "artanh has no value at 1 and -1.")
        if not context.complex and judge.sign(add([multiply([value, value]), -ONE])) > 0:
            raise LineError("not-real", "artanh({0}) is not a real number: a hyperbolic tangent lies between -1 and 1.", values=(value,))
    else:
        context.require(Requirement("inside-one", expression(value), "not-real", "artanh"))
    return checked(sp.atanh(expression(value)))


def _acosh(value: Ball) -> Ball:
    if isinstance(value, arb) and value >= 1:
        return value.acosh()
    return acb(value).acosh()


def _atanh(value: Ball) -> Ball:
    if isinstance(value, arb) and value > -1 and value < 1:
        return value.atanh()
    if not isinstance(value, acb):
        value = acb(value)
    return value.atanh()


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("sinh", sp.sinh, plain("sinh"), "hyperbolic sine", sp.cosh, "arsinh", bare=True),
    FunctionRecord("cosh", sp.cosh, plain("cosh"), "hyperbolic cosine", sp.sinh, "arcosh", bare=True),
    FunctionRecord("tanh", sp.tanh, plain("tanh"), "hyperbolic tangent", lambda u: 1 / sp.cosh(u) ** 2, "artanh", bare=True),
    FunctionRecord("arsinh", sp.asinh, plain("asinh"), "inverse hyperbolic sine", lambda u: 1 / sp.sqrt(1 + u ** 2), "sinh", tag="asinh"),
    FunctionRecord("arcosh", sp.acosh, _acosh, "inverse hyperbolic cosine", lambda u: 1 / sp.sqrt(u ** 2 - 1), "cosh", Need("above-one", same, "not-real"), tag="acosh",
                   value=_arcosh),
    FunctionRecord("artanh", sp.atanh, _atanh, "inverse hyperbolic tangent", lambda u: 1 / (1 - u ** 2), "tanh", Need("inside-one", same, "not-real"), tag="atanh",
                   value=_artanh),
)
