"""Lists, statistics and matrices."""

from __future__ import annotations

import functools
from collections.abc import Callable, Sequence
from fractions import Fraction
from typing import Final

import sympy as sp

from ...language.words import function_named
from ...problems import LineError
from ..context import Context
from ..exact.bridge import settled
from ..exact.surd import ONE, ZERO, Surd
from . import functions, judge, vectors
from .arithmetic import add, checked, divide, multiply, power
from .values import ListValue, Scalar, Value, expression, is_scalar

_MAX_SIDE: Final = 12


def is_list_function(name: str, arguments: Sequence[Value]) -> bool:
    return name in _RULES or (name in ("min", "max", "gcd", "lcm") and len(arguments) == 1 and isinstance(arguments[0], ListValue))


def call(context: Context, name: str, arguments: Sequence[Value]) -> Value:
    """A function of a list or a matrix. Errors: wrong-arguments, outside-domain."""
    value = arguments[0]
    if not isinstance(value, ListValue):
        kind = "matrix" if name in _MATRIX_RULES else "list"
        example = "[[2, 5], [1, 4]]" if kind == "matrix" else "[3, 1, 4]"
        entry = function_named(name)
        words = entry.in_words if entry is not None else ""
        shown = f"{words} {example}" if words else f"{name}({example})"
        raise LineError("wrong-arguments", f"{words.removesuffix(' of').capitalize() or name} needs a {kind}, as in {shown}.")
    if name in ("min", "max", "gcd", "lcm"):
        return functions.call(context, name, _numbers(name, value))
    return _RULES[name](context, value)


# -- statistics ------------------------------------------------------------------------------------------------------


def _numbers(name: str, value: ListValue) -> list[Scalar]:
    if not value.items:
        raise LineError("outside-domain", f"{name} of an empty list has no value.")
    if not all(is_scalar(i) for i in value.items):
        raise LineError("wrong-arguments", f"{name} needs a plain list of numbers.")
    return list(value.items)


def _mean(context: Context, value: ListValue) -> Scalar:
    numbers = _numbers("mean", value)
    return divide(context, add(numbers), Surd.rational(len(numbers)))


def _median(context: Context, value: ListValue) -> Scalar:
    numbers = _numbers("median", value)
    if not all(judge.is_closed(n) for n in numbers):
        raise LineError("not-supported", "median needs numbers; a letter has no place in the order.")
    ordered = sorted(numbers, key=functools.cmp_to_key(judge.compare))
    middle = len(ordered) // 2
    if len(ordered) % 2:
        return ordered[middle]
    return divide(context, add([ordered[middle - 1], ordered[middle]]), Surd.rational(2))


def _mode(context: Context, value: ListValue) -> Value:
    """The value that comes most often; several as a list. Errors: outside-domain where each comes once."""
    numbers = _numbers("mode", value)
    counts: list[tuple[Scalar, int]] = []
    for number in numbers:
        k = next((k for k, (seen, _) in enumerate(counts) if judge.is_zero(add([seen, multiply([Surd.rational(-1), number])]))), None)
        if k is None:
            counts.append((number, 1))
        else:
            counts[k] = (counts[k][0], counts[k][1] + 1)
    most = max((count for _, count in counts), default=0)
    if most < 2:
        raise LineError("outside-domain", "No value comes more than once, so there is no mode.")
    modes = [number for number, count in counts if count == most]
    if len(modes) == 1:
        return modes[0]
    return ListValue(tuple(sorted(modes, key=functools.cmp_to_key(judge.compare)) if all(judge.is_closed(m) for m in modes) else modes))


def size(context: Context, value: ListValue) -> Value:
    """|A|: the determinant of a square matrix, the length of a list of numbers."""
    if value.items and all(isinstance(item, ListValue) for item in value.items):
        return call(context, "det", [value])
    return vectors.length(context, _numbers("| |", value))


def _variance(by: int, name: str) -> Callable[[Context, ListValue], Scalar]:
    def rule(context: Context, value: ListValue) -> Scalar:
        numbers = _numbers(name, value)
        if len(numbers) <= by:
            raise LineError("outside-domain", f"{name} needs at least {by + 1} numbers: it divides by n - 1.")
        mean = _mean(context, value)
        squares = [power(context, add([n, multiply([Surd.rational(-1), mean])]), Surd.rational(2)) for n in numbers]
        return divide(context, add(squares), Surd.rational(len(numbers) - by))

    return rule


def _deviation(by: int, name: str) -> Callable[[Context, ListValue], Scalar]:
    return lambda context, value: power(context, _variance(by, name)(context, value), Surd.rational(Fraction(1, 2)))


# -- matrices --------------------------------------------------------------------------------------------------------


def _matrix(value: Value) -> sp.Matrix:
    if not isinstance(value, ListValue) or not value.is_matrix:
        if isinstance(value, ListValue) and value.has_rows:
            raise LineError("wrong-arguments", "The rows of a matrix have the same number of entries.")
        raise LineError("wrong-arguments", "A matrix is needed here: a list of rows, as in [[2, 5], [1, 4]].")
    rows = value.rows()
    if len(rows) > _MAX_SIDE or len(rows[0]) > _MAX_SIDE:
        raise LineError("too-large", f"Matrices have at most {_MAX_SIDE} rows and columns.")
    if not all(is_scalar(e) for row in rows for e in row):
        raise LineError("wrong-arguments", "The entries of a matrix are numbers or expressions.")
    return sp.Matrix([[expression(e) for e in row] for row in rows])


def square_matrix(value: Value) -> sp.Matrix:
    matrix = _matrix(value)
    if matrix.rows != matrix.cols:
        raise LineError("outside-domain", f"This needs a square matrix; here are {matrix.rows} rows and {matrix.cols} columns.")
    return matrix


def from_matrix(matrix: sp.Matrix) -> ListValue:
    return ListValue.of_rows([[_entry(matrix[r, c]) for c in range(matrix.cols)] for r in range(matrix.rows)])


def _entry(expr: sp.Expr) -> Scalar:
    return checked(expr if expr.is_Rational else sp.cancel(sp.expand(expr)) if expr.free_symbols else sp.expand(expr))


def _determinant(matrix: sp.Matrix) -> Scalar:
    return _entry(matrix.det(method="berkowitz"))


def _inverse(context: Context, value: ListValue) -> Value:
    matrix = square_matrix(value)
    determinant = _determinant(matrix)
    if judge.is_closed(determinant):
        if judge.is_zero(determinant):
            raise LineError("division-by-zero", "This matrix has no inverse: its determinant is 0.")
    else:
        divide(context, ONE, determinant)
    adjugate = matrix.adjugate(method="berkowitz")
    return ListValue.of_rows([[_quotient(context, adjugate[r, c], determinant) for c in range(matrix.cols)] for r in range(matrix.rows)])


def _quotient(context: Context, over: sp.Expr, under: Scalar) -> Scalar:
    with context.collecting():
        value = divide(context, _entry(over), under)
    return value if isinstance(value, Surd) or not value.free_symbols else settled(sp.cancel(value))


def is_zero_entry(expr: sp.Expr) -> bool:
    value = _entry(expr)
    return judge.is_zero(value) if judge.is_closed(value) else value == 0


def _rank(context: Context, value: ListValue) -> Scalar:
    return Surd.rational(_matrix(value).rank(iszerofunc=is_zero_entry))


def _rref(context: Context, value: ListValue) -> Value:
    return from_matrix(_matrix(value).rref(iszerofunc=is_zero_entry, pivots=False))


_MATRIX_RULES: Final[dict[str, Callable[[Context, ListValue], Value]]] = {
    "det": lambda c, v: _determinant(square_matrix(v)), "inverse": _inverse, "transpose": lambda c, v: from_matrix(_matrix(v).T),
    "trace": lambda c, v: _entry(square_matrix(v).trace()), "rank": _rank, "rref": _rref,
}
_RULES: Final[dict[str, Callable[[Context, ListValue], Value]]] = {
    "mean": _mean, "median": _median, "mode": _mode, "variance": _variance(1, "variance"), "sd": _deviation(1, "sd"),
    "popvariance": _variance(0, "popvariance"), "popstdev": _deviation(0, "popstdev"),
    "sum": lambda c, v: add(_numbers("sum", v)) if v.items else ZERO, **_MATRIX_RULES,
}


# -- arithmetic of lists ---------------------------------------------------------------------------------------------


def combine(context: Context, left: Value, right: Value, sign: str) -> Value:
    """Sums of lists of the same shape, products with numbers, and products of matrices."""
    if sign == "+":
        return _added(left, right)
    if sign == "/":
        if isinstance(right, ListValue):
            raise LineError("not-supported", "Nothing is divided by a list or a matrix; multiply by its inverse.")
        return combine(context, divide(context, ONE, right), left, "*")
    if sign != "*":
        raise LineError("not-supported", f"{sign} of lists has no meaning.")
    if isinstance(left, ListValue) and isinstance(right, ListValue):
        return _matrix_product(left, right)
    number, value = (left, right) if isinstance(right, ListValue) else (right, left)
    assert isinstance(value, ListValue)
    return ListValue(tuple(combine(context, number, i, "*") if isinstance(i, ListValue) else multiply([number, i]) for i in value.items))


def _added(left: Value, right: Value) -> Value:
    if is_scalar(left) and is_scalar(right):
        return add([left, right])
    if not (isinstance(left, ListValue) and isinstance(right, ListValue)):
        raise LineError("wrong-arguments", "A number and a list cannot be added.")
    if len(left.items) != len(right.items):
        raise LineError("wrong-arguments", "Lists and matrices are added entry by entry, so they must have the same shape.")
    return ListValue(tuple(_added(a, b) for a, b in zip(left.items, right.items, strict=True)))


def _matrix_product(left: ListValue, right: ListValue) -> Value:
    if left.is_matrix and not right.has_rows:  # a matrix times a column
        column = ListValue.of_rows([[i] for i in right.items])
        product = _matrix_product(left, column)
        assert isinstance(product, ListValue)
        return ListValue(tuple(row[0] for row in product.rows()))
    if not left.has_rows and not right.has_rows:
        raise LineError("not-supported", "Say which product of the two vectors is meant: the scalar product u · v, or the vector product u × v.")
    a, b = _matrix(left), _matrix(right)
    if a.cols != b.rows:
        raise LineError("wrong-arguments", f"A matrix with {a.cols} columns cannot be multiplied by one with {b.rows} rows.")
    return from_matrix(a * b)


def matrix_power(context: Context, base: ListValue, exponent: Scalar) -> Value:
    """M^n for whole n; M^-1 is the inverse."""
    if not (isinstance(exponent, Surd) and exponent.is_integer):
        raise LineError("not-supported", "A matrix is raised to whole powers only.")
    n = exponent.as_int()
    if abs(n) > 1_000:
        raise LineError("too-large", "Powers of matrices go up to 1,000.")
    matrix = square_matrix(base)
    if n < 0:
        inverse = _inverse(context, base)
        assert isinstance(inverse, ListValue)
        matrix, n = _matrix(inverse), -n
    return from_matrix(matrix ** n)
