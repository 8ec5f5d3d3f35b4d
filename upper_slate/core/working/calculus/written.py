"""Evaluates derivatives as they are written: f', f'(6), v', d/dx E."""

from __future__ import annotations

from ...language import tree as t
from ...problems import LineError
from ..context import Meaning
from ..evaluating import Evaluating
from ..exact.bridge import settled
from ..ground.arithmetic import divide
from ..ground.substitution import put_in, put_in_requirements
from ..ground.values import FunctionValue, ListValue, Requirement, Value, free_letters, is_scalar, not_scalar
from .derivative import differentiate
from .fundamental import of_moving_integral


def refuse_several_letters(evaluator: Evaluating, name: str) -> None:
    meaning = evaluator.context.meanings.get(name)
    if meaning and isinstance(meaning.value, FunctionValue) and len(meaning.value.parameters) > 1:
        letters = meaning.value.parameters
        raise LineError("wrong-arguments", f"{name} has {len(letters)} letters, so ′ does not say by which to differentiate. "
                        f"Write d/d{letters[0].name} {meaning.value.written()}.")


def prime(evaluator: Evaluating, node: t.Prime) -> Value:
    body = node.body
    if isinstance(body, t.Name):
        refuse_several_letters(evaluator, body.name)
        meaning = evaluator.context.meanings.get(body.name)
        if meaning is not None and (is_scalar(meaning.value) or isinstance(meaning.value, ListValue)) and body.name not in evaluator.context.bound:
            return _value_prime(evaluator, meaning, body.name, node.order)
    value = evaluator.of(body)
    if isinstance(value, FunctionValue):
        return _function_prime(evaluator, value, node.order)
    if is_scalar(value) or isinstance(value, ListValue):
        letters = sorted(free_letters(value))
        if len(letters) == 1:
            return _derived(evaluator, value, letters[0], node.order)
        raise LineError("not-supported", "′ needs an expression with exactly one letter; write d/dx with the letter that is meant.")
    raise not_scalar(value)


def _value_prime(evaluator: Evaluating, meaning: Meaning, name: str, order: int) -> Value:
    """`y'`: by the one letter that y was made with; then the value that the letter has here is put in."""
    letters = sorted(free_letters(meaning.value))
    if len(letters) != 1:
        what = "no free letter" if not letters else "several letters"
        raise LineError("not-supported", f"{name} has {what}, so ′ does not say by which to differentiate; write d/dx {name} with the letter that is meant.")
    with evaluator.context.letters(letters[0]):
        value = _derived(evaluator, evaluator.resolved(meaning, name), letters[0], order)
    return _at_value_here(evaluator, value, letters[0])


def _function_prime(evaluator: Evaluating, function: FunctionValue, order: int) -> Value:
    if len(function.parameters) != 1:
        raise LineError("wrong-arguments", f"{function.name or 'This function'} has {len(function.parameters)} letters; "
                        f"write d/d{function.parameters[0].name} {function.written()}.")
    letter = function.parameters[0]
    with evaluator.context.collecting() as requirements, evaluator.context.letters(letter.name):
        for requirement in function.requirements:
            evaluator.context.require(requirement)
        body = _derived(evaluator, function.body, letter.name, order)
    return FunctionValue(function.parameters, body, tuple(requirements), (function.name or "f") + "'" * order)


def _derived(evaluator: Evaluating, value: Value, letter: str, order: int) -> Value:
    """A list is differentiated item by item."""
    if order > 50:
        raise LineError("too-large", "Derivatives go up to the 50th.")
    if isinstance(value, ListValue):
        return ListValue(tuple(_derived(evaluator, item, letter, order) for item in value.items))
    if not is_scalar(value):
        raise not_scalar(value)
    for _ in range(order):
        value = differentiate(evaluator.context, value, letter)
    return value


def derivative(evaluator: Evaluating, node: t.Derivative) -> Value:
    context = evaluator.context
    parametric = _by_parameter(evaluator, node)
    if parametric is not None:
        return parametric
    with context.collecting() as requirements, context.letters(node.letter):
        try:
            body, order = evaluator.of(node.body), node.order
        except LineError as error:
            moving = of_moving_integral(evaluator, node) if error.code == "not-supported" else None
            if moving is None:
                raise
            body, order = moving, node.order - 1
        if isinstance(body, FunctionValue):
            if len(body.parameters) != 1:
                raise LineError("wrong-arguments", f"Write d/d{node.letter} {body.written()}, with its letters.")
            body = evaluator.applied(body, [context.symbol(node.letter)], "")
        if isinstance(node.body, t.Name) and is_scalar(body) and not free_letters(body) and node.letter in context.meanings:
            raise LineError("not-supported",
                f"{node.body.name} is a number here, since {node.letter} had a value when it was made; so it cannot be differentiated by {node.letter}.")
        value = _derived(evaluator, body, node.letter, order)
    return _at_value_here(evaluator, value, node.letter, requirements)


def _by_parameter(evaluator: Evaluating, node: t.Derivative) -> Value | None:
    """dy/dx where x and y are both given in a letter t: dy/dt over dx/dt. None where x is a letter, or a number."""
    context = evaluator.context
    held = None if node.letter in context.bound else context.meanings.get(node.letter)
    if held is None or not is_scalar(held.value):
        return None
    parameters = free_letters(held.value) - set(context.meanings)
    if len(parameters) != 1 or free_letters(held.value) != parameters:
        return None
    (parameter,) = parameters
    with context.collecting(), context.letters(node.letter):
        direct = evaluator.of(node.body)
    if not is_scalar(direct) or node.letter in free_letters(direct) or free_letters(direct) != {parameter}:
        return None
    with context.letters(parameter):
        below = differentiate(context, evaluator.resolved(held, node.letter), parameter)
        value = direct
        for _ in range(node.order):
            value = divide(context, differentiate(context, value, parameter), below)
    context.note(f"By d/d{parameter} of both: {node.letter} is given in {parameter}.")
    return value


def _at_value_here(evaluator: Evaluating, value: Value, letter: str, requirements: list[Requirement] | None = None) -> Value:
    """Differentiated first; then the value that the letter has on the page is put in, and said."""
    context = evaluator.context
    held = None if letter in context.bound else context.meanings.get(letter)
    if held is None and letter not in context.bound and letter in context.assumptions:
        given = {letter: settled(context.symbol(letter))}  # free again: what is assumed of it holds
        put_in_requirements(context, requirements or [], given)
        with context.collecting():
            return put_in(context, value, given)
    if held is None:
        for requirement in requirements or []:
            context.require(requirement)
        return value
    number = evaluator.resolved(held, letter)
    if not is_scalar(number):
        return value
    put_in_requirements(context, requirements or [], {letter: number})
    if letter in free_letters(value):
        context.note(f"Differentiated by {letter} first; then the value that {letter} has here was put in.")
    with context.collecting():
        return put_in(context, value, {letter: number})
