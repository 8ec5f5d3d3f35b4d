"""Lists of numbers as vectors: scalar and vector product, the angle between two, the unit vector."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final

from ...problems import LineError
from ..context import Context
from ..exact.surd import Surd
from . import functions, judge
from .arithmetic import add, divide, multiply, negate, power
from .function_records.sizes import absolute
from .values import ListValue, Scalar, Value, is_scalar

_SQUARE: Final = Surd.rational(2)


def is_vector(value: Value) -> bool:
    """Whether a value is a list of numbers or expressions, no rows in it."""
    return isinstance(value, ListValue) and bool(value.items) and all(is_scalar(item) for item in value.items)


def is_vector_function(name: str) -> bool:
    return name in _RULES


def call(context: Context, name: str, arguments: Sequence[Value]) -> Value:
    """A function of vectors. Errors: wrong-arguments where they are none, or of different lengths."""
    vectors: list[list[Scalar]] = []
    for value in arguments:
        if not isinstance(value, ListValue) or not is_vector(value):
            raise LineError("wrong-arguments", f"{name} needs vectors, as in {name}([1, 2, 2]{', [2, 0, 1]' if len(arguments) > 1 else ''}).")
        vectors.append([item for item in value.items if is_scalar(item)])
    if len({len(v) for v in vectors}) > 1:
        raise LineError("wrong-arguments", f"{name} needs vectors with as many entries.")
    return _RULES[name](context, *vectors)


def _dot(context: Context, u: list[Scalar], v: list[Scalar]) -> Scalar:
    return add([multiply([a, b]) for a, b in zip(u, v, strict=True)])


def _cross(context: Context, u: list[Scalar], v: list[Scalar]) -> Value:
    if len(u) != 3:
        raise LineError("wrong-arguments", "The vector product is made of vectors with three entries.")
    return ListValue(tuple(add([multiply([u[i], v[j]]), negate(multiply([u[j], v[i]]))]) for i, j in ((1, 2), (2, 0), (0, 1))))


def length(context: Context, u: Sequence[Scalar]) -> Scalar:
    """The root of the sum of the squares."""
    return functions.call(context, "sqrt", [add([power(context, absolute(context, a), _SQUARE) for a in u])])


def _unit(context: Context, u: list[Scalar]) -> Value:
    size = length(context, u)
    if judge.is_closed(size) and judge.is_zero(size):
        raise LineError("division-by-zero", "The zero vector has no direction, so there is no unit vector.")
    return ListValue(tuple(divide(context, a, size) for a in u))


def _angle(context: Context, u: list[Scalar], v: list[Scalar]) -> Scalar:
    sizes = length(context, u), length(context, v)
    if any(judge.is_closed(s) and judge.is_zero(s) for s in sizes):
        raise LineError("undefined-value", "The zero vector has no direction, so there is no angle.")
    return functions.call(context, "arccos", [divide(context, _dot(context, u, v), multiply(sizes))])


_RULES: Final[dict[str, Callable[..., Value]]] = {"dot": _dot, "cross": _cross, "unit": _unit, "angle": _angle}
