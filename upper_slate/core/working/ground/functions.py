"""The built-in functions, applied to scalars."""

from __future__ import annotations

from collections.abc import Sequence

from ...language.words import FUNCTIONS
from ..context import Context
from ..exact.arcs import as_logarithm, of_logarithms
from ..exact.bridge import settled
from ..exact.surd import Surd
from . import judge
from .arithmetic import checked
from .function_records import BY_NAME
from .function_records.record import FunctionRecord
from .requirements import check
from .values import Requirement, Scalar, expression


def call(context: Context, name: str, arguments: Sequence[Scalar]) -> Scalar:
    """The value of a built-in function of scalars. Errors: not-real, outside-domain, division-by-zero, too-large."""
    record = BY_NAME[name]
    if record.value is not None:
        found = record.value(context, *arguments)
    else:
        assert isinstance(record, FunctionRecord)
        found = _as_it_is(context, record, *arguments)
    return _without_logarithm(context, name, arguments, found)


def _without_logarithm(context: Context, name: str, arguments: Sequence[Scalar], found: Scalar) -> Scalar:
    """sinh(ln 2) is a number, arcosh(5/3) a logarithm."""
    if isinstance(found, Surd) or not judge.is_closed(found):
        return found
    if name in ("arsinh", "arcosh", "artanh") and isinstance(arguments[0], Surd):
        plain = as_logarithm(name, arguments[0])
    else:
        plain = of_logarithms(found)
    return found if plain is None else settled(plain)


def is_scalar_function(name: str) -> bool:
    return name in FUNCTIONS and name in BY_NAME


def _as_it_is(context: Context, record: FunctionRecord, value: Scalar) -> Scalar:
    """A function with no exact values of its own: what it needs is required, or checked where there is no letter left."""
    if record.need is not None and (kind := record.need.in_complex if context.complex else record.need.kind):
        requirement = Requirement(kind, record.need.of(expression(value)), record.need.code, record.name)
        if judge.is_closed(value):
            check(requirement)
        else:
            context.require(requirement)
    return checked(record.make(expression(value)))
