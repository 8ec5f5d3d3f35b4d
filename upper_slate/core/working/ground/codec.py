"""Values as plain JSON data and back, so that they can be stored and sent to another process. Nothing is evaluated from text."""

from __future__ import annotations

from typing import Any, Final

import sympy as sp

from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import ComplexRoot, EnclosedIntegral, EnclosedRoot
from ..exact.surd import Surd
from .function_records import RECORDS
from .values import FunctionValue, GraphValue, ListValue, RelationValue, Requirement, Solution, SolutionsValue, TableValue, Value

_HEADS: Final[dict[str, type]] = {
    "+": sp.Add, "*": sp.Mul, "^": sp.Pow, "=": sp.Eq, "!=": sp.Ne, "<": sp.StrictLessThan, "<=": sp.LessThan,
    ">": sp.StrictGreaterThan, ">=": sp.GreaterThan, "and": sp.And, "or": sp.Or, "not": sp.Not, **{record.stored: record.make for record in RECORDS},
}
#: Numbers that are known by an expression in a letter of their own, x.
_OWN_LETTER: Final[dict[str, type]] = {"root": EnclosedRoot, "complex root": ComplexRoot, "enclosed integral": EnclosedIntegral}
_CONDITIONS: Final = ("=", "!=", "<", "<=", ">", ">=", "and", "or", "not")
_TAGS: Final = {head: tag for tag, head in _HEADS.items()}
_CONSTANTS: Final = {"pi": sp.pi, "e": sp.E, "i": sp.I, "oo": sp.oo, "-oo": -sp.oo, "true": sp.true, "false": sp.false,
                     "euler": sp.EulerGamma, "catalan": sp.Catalan}
_CONSTANT_TAGS: Final = {value: tag for tag, value in _CONSTANTS.items()}


class NotStorable(Exception):
    """The value holds something that has no data form."""


def encode(value: Value | sp.Basic) -> Any:
    """A value as nested lists of strings and numbers."""
    match value:
        case Surd():
            return _encode(to_sympy(value))
        case ListValue():
            return ["list", *(encode(i) for i in value.items)]
        case FunctionValue():
            return ["function", value.name, [s.name for s in value.parameters], encode(value.body), [encode_requirement(r) for r in value.requirements]]
        case RelationValue():
            return ["relation", list(value.signs), *(encode(s) for s in value.sides)]
        case SolutionsValue():
            return ["solutions", list(value.letters), [[s.kind, [[n, encode(v)] for n, v in s.values]] for s in value.solutions], value.complete,
                    value.period_letter, None if value.condition is None else _encode(value.condition), list(value.notes)]
        case TableValue() | GraphValue():
            raise NotStorable(type(value).__name__)
    return _encode(value)


def _encode(expr: sp.Basic) -> Any:
    if expr in _CONSTANT_TAGS:
        return [_CONSTANT_TAGS[expr]]
    if isinstance(expr, sp.Rational):
        return str(expr.p) if expr.q == 1 else f"{expr.p}/{expr.q}"
    if isinstance(expr, sp.Symbol):
        return ["s", expr.name]
    if isinstance(expr, sp.Piecewise):
        return ["cases", *([_encode(v), _encode(c)] for v, c in expr.args)]
    if isinstance(expr, EnclosedRoot):
        function, low, high = expr.args
        return ["root", _encode(function.expr), _encode(low), _encode(high)]
    if isinstance(expr, ComplexRoot):
        function, number = expr.args
        return ["complex root", _encode(function.expr), _encode(number)]
    if isinstance(expr, EnclosedIntegral):
        function, low, high = expr.args
        return ["enclosed integral", _encode(function.expr), _encode(low), _encode(high)]
    tag = _TAGS.get(type(expr))
    if tag is None:
        raise NotStorable(type(expr).__name__)
    return [tag, *(_encode(a) for a in expr.args)]


def encode_requirement(r: Requirement) -> Any:
    return [r.kind, _encode(r.expr), r.code, r.what, None if r.over is None else _encode(r.over), _encode(r.guard)]


def decode(context: Context, data: Any) -> Value:
    """The value again; letters get what the line assumes of them."""
    if isinstance(data, list):
        match data[0]:
            case "list":
                return ListValue(tuple(decode(context, i) for i in data[1:]))
            case "function":
                _, name, letters, body, requirements = data
                return FunctionValue(tuple(context.symbol(s) for s in letters), decode(context, body), tuple(decode_requirement(context, r) for r in requirements), name)
            case "relation":
                return RelationValue(tuple(decode(context, s) for s in data[2:]), tuple(data[1]))
            case "solutions":
                _, letters, solutions, complete, period, condition, notes = data
                return SolutionsValue(tuple(letters), tuple(Solution(tuple((n, decode(context, v)) for n, v in s), kind) for kind, s in solutions), complete,
                                      period, None if condition is None else _decode(context, condition), tuple(notes))
    return settled(_decode(context, data))


def _decode(context: Context, data: Any) -> Any:
    if isinstance(data, str):
        numerator, _, denominator = data.partition("/")
        return sp.Rational(int(numerator), int(denominator or 1))
    tag, *args = data
    if tag in _CONSTANTS:
        return _CONSTANTS[tag]
    if tag == "s":
        return context.symbol(args[0])
    if tag in _OWN_LETTER:  # its own letter is bound: nothing is assumed of it
        own = Context(conventions=context.conventions)
        function = sp.Lambda(own.symbol("x"), _decode(own, args[0]))
        return _OWN_LETTER[tag](function, *(_decode(own, a) for a in args[1:]))
    if tag == "cases":
        return sp.Piecewise(*((_decode(context, v), _decode(context, c)) for v, c in args))
    parts = [_decode(context, a) for a in args]
    return _HEADS[tag](*parts, evaluate=False) if tag in _CONDITIONS else _HEADS[tag](*parts)


def decode_requirement(context: Context, data: Any) -> Requirement:
    kind, expr, code, what, over, guard = data
    return Requirement(kind, _decode(context, expr), code, what, None if over is None else _decode(context, over), _decode(context, guard))
