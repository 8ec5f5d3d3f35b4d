"""Functions of functions: arithmetic, composition, inverse. Domains are kept."""

from __future__ import annotations

from collections.abc import Callable

import sympy as sp

from ...problems import LineError
from ..context import Context
from ..solving.isolate import isolate
from .arithmetic import add, divide, multiply, power
from .substitution import put_in, put_in_requirements
from .values import FunctionValue, Scalar, Value, free_letters, is_scalar, not_scalar


def combine(context: Context, left: Value, right: Value, sign: str) -> FunctionValue:
    """f + g, f g, f/g, f^n, and the same with a number on one side."""
    model = left if isinstance(left, FunctionValue) else right
    assert isinstance(model, FunctionValue)
    letters = _letters_for(left, right, model)
    for other in (left, right):
        if isinstance(other, FunctionValue) and len(other.parameters) != len(letters):
            raise LineError("wrong-arguments", "Functions of different numbers of letters cannot be joined.")
        if not isinstance(other, FunctionValue) and (not is_scalar(other) or free_letters(other) & {s.name for s in letters} or (
                free_letters(other) and sign != "^")):
            raise LineError("wrong-arguments", f"{model.name or 'This'} is a function: write {model.written()}, with its argument in brackets.")
    with context.collecting() as requirements:
        sides = [_body(context, v, letters) for v in (left, right)]
        match sign:
            case "+":
                body = add(sides)
            case "*":
                body = multiply(sides)
            case "/":
                body = divide(context, *sides)
            case "^":
                body = power(context, *sides)
            case _:
                raise LineError("not-supported", f"{sign} of functions has no meaning; write it with their values, as in f(x) {sign} g(x).")
    return FunctionValue(letters, body, tuple(requirements))


def _letters_for(left: Value, right: Value, model: FunctionValue) -> tuple[sp.Symbol, ...]:
    """Letters for both functions: those of one of them, unless they stand for something else in the other."""
    functions = [v for v in (left, right) if isinstance(v, FunctionValue)]
    taken = {letter for f in functions for letter in free_letters(f)}
    for function in (model, *functions):
        if not taken & {s.name for s in function.parameters}:
            return function.parameters
    return tuple(_unused(s, taken) for s in model.parameters)


def _unused(letter: sp.Symbol, taken: set[str]) -> sp.Symbol:
    """A letter of the same kind with a name that nothing else has."""
    name = next(n for n in (*"xtuvwsrpqz", *(f"x_{k}" for k in range(1, 1000))) if n not in taken)
    return sp.Symbol(name, **letter.assumptions0)


def _body(context: Context, value: Value, letters: tuple[sp.Symbol, ...]) -> Scalar:
    """The body of a function in these letters; a number as it is."""
    if not isinstance(value, FunctionValue):
        return value
    given: dict[str, Scalar] = {own.name: new for own, new in zip(value.parameters, letters, strict=True)}
    put_in_requirements(context, value.requirements, given)
    with context.collecting():
        body = put_in(context, value.body, given)
    if not is_scalar(body):
        raise LineError("not-supported", "Functions whose values are lists cannot be joined.")
    return body


def compose(context: Context, outer: FunctionValue, inner: FunctionValue) -> FunctionValue:
    """outer ∘ inner: the value of inner put into outer; the domains of both hold."""
    if len(outer.parameters) != 1:
        raise LineError("wrong-arguments", f"{outer.name or 'The outer function'} takes {len(outer.parameters)} arguments, so it cannot be composed.")
    inner = _renamed(context, inner, set(free_letters(outer)))
    if not is_scalar(inner.body):
        raise not_scalar(inner.body)
    with context.collecting() as requirements:
        for requirement in inner.requirements:
            context.require(requirement)
        given: dict[str, Scalar] = {outer.parameters[0].name: inner.body}
        put_in_requirements(context, outer.requirements, given)
        with context.collecting():
            body = put_in(context, outer.body, given)
    return FunctionValue(inner.parameters, body, tuple(requirements))


def _renamed(context: Context, function: FunctionValue, taken: set[str]) -> FunctionValue:
    """The function with other letters, where its own stand for something else in what it is joined with."""
    own = {s.name for s in function.parameters}
    if not own & taken:
        return function
    letters: list[sp.Symbol] = []
    for letter in function.parameters:
        letters.append(_unused(letter, taken | own | set(free_letters(function)) | {s.name for s in letters}) if letter.name in taken else letter)
    given: dict[str, Scalar] = {old.name: new for old, new in zip(function.parameters, letters, strict=True) if old != new}
    with context.collecting() as requirements:
        put_in_requirements(context, function.requirements, given)
        with context.collecting():
            body = put_in(context, function.body, given)
    return FunctionValue(tuple(letters), body, tuple(requirements), function.name)


#: All y with body(y) = image.
Undo = Callable[[Context, Scalar, sp.Symbol, sp.Symbol], "list[sp.Expr] | None"]


def inverse_of(context: Context, function: FunctionValue, undo: Undo = isolate) -> FunctionValue:
    """The inverse function, where the equation f(y) = x has exactly one solution y."""
    if len(function.parameters) != 1 or not is_scalar(function.body):
        raise LineError("wrong-arguments", "Only a function of one letter has an inverse.")
    letter = function.parameters[0]
    image = context.symbol("y_0" if letter.name != "y_0" else "y_1")
    with context.collecting() as needs:
        found = undo(context, function.body, letter, image)
    if found is None:
        raise LineError("not-supported", f"The inverse of {function.name or 'this function'} could not be found.")
    if len(found) != 1:
        raise LineError("undefined-value", f"{function.name or 'This function'} has no inverse: it takes some values more than once.")
    with context.collecting() as requirements:
        back: dict[str, Scalar] = {image.name: letter}
        put_in_requirements(context, needs, back)
        body = put_in(context, found[0], back)
        put_in_requirements(context, function.requirements, {letter.name: body})
    name = f"{function.name}^-1" if function.name else ""
    return FunctionValue((letter,), body, tuple(requirements), name)
