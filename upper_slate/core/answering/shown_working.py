"""The working of a result: derivatives rule by rule, compositions by substitution, ready to be unfolded."""

from __future__ import annotations

import dataclasses
from typing import Any

import sympy as sp

from ..language import tree as t
from ..language.plain import plain
from ..language.typeset import typeset
from ..line.result import WorkingStepResult
from ..problems import LineError
from ..working.calculus.rules import Pending, RuleStep, derivative_steps
from ..working.context import Context
from ..working.evaluate import Evaluator
from ..working.exact.bridge import to_sympy
from ..working.ground.values import FunctionValue, Value, is_scalar
from ..working.tidy.tidy import tidy
from ..writing.expressions import NoExactForm
from ..writing.numbers import product_of, quotient_of, sum_of
from ..writing.style import Style
from ..writing.text import tree_of

_MOST_STEPS = 24
_LARGEST = 120


def working_of(context: Context, node: t.Node, value: Value, style: Style) -> list[WorkingStepResult]:
    """The steps that lead to a value, each with the rule's name, as text and LaTeX; empty where there is nothing to show."""
    while isinstance(node, t.Bracket | t.ToDigits | t.InForm):
        node = node.body
    try:
        with context.collecting():
            steps = _steps(context, node, style)
        if not steps:
            return []
        result = tree_of(value, style)
        if steps[-1][1].sides[-1] != result:
            left = steps[-1][1].sides[0] if steps[-1][0] in ("value put in", "put into the outer function") else steps[0][1].sides[0]
            steps.append(("simplified", t.Relation((left, result), ("=",))))
    except (LineError, NoExactForm, NotImplementedError):
        return []
    return [{"rule": rule, "text": plain(tree), "latex": typeset(tree)} for rule, tree in steps]


Steps = list[tuple[str, t.Relation]]


def _steps(context: Context, node: t.Node, style: Style) -> Steps:
    evaluator = Evaluator(context)
    match node:
        case t.Derivative(order=1):
            with context.letters(node.letter):
                body = evaluator.of(node.body)
                return _derivative(body, context.symbol(node.letter), style)
        case t.Prime(order=1):
            return _of_function(evaluator, node.body, style)
        case t.Apply(function=t.Prime(order=1)):
            return _at_value(evaluator, node, style)
        case t.Call():
            return _composition(evaluator, node, style)
        case t.Apply(function=t.Bracket(body=t.Compose(outer=t.Name(name=outer), inner=t.Name(name=inner)))) if len(node.arguments) == 1:
            return _composition(evaluator, t.Call(outer, (t.Call(inner, node.arguments),)), style)
        case t.Compose(outer=t.Name(name=outer), inner=t.Name(name=inner)):
            meaning = context.meanings.get(inner)
            if meaning is not None and isinstance(meaning.value, FunctionValue) and len(meaning.value.parameters) == 1:
                letter = meaning.value.parameters[0].name
                with context.letters(letter):
                    return _composition(evaluator, t.Call(outer, (t.Call(inner, (t.Name(letter),)),)), style)
    return []


def _at_value(evaluator: Evaluator, node: t.Apply, style: Style) -> Steps:
    """f'(6): the derivative first, then 6 put in."""
    assert isinstance(node.function, t.Prime)
    steps = _of_function(evaluator, node.function.body, style)
    derived = evaluator.of(node.function)
    if not steps or not isinstance(derived, FunctionValue) or len(node.arguments) != 1:
        return []
    letter = derived.parameters[0].name
    general = t.Apply(node.function, (t.Name(letter),))
    body = tree_of(tidy(derived.body), style)
    if node.arguments == (t.Name(letter),):
        return [*steps, ("simplified", t.Relation((general, body), ("=",)))]
    argument = tree_of(evaluator.of(node.arguments[0]), style)
    return [*steps, ("simplified", t.Relation((general, body), ("=",))), ("value put in", t.Relation((node, _replaced(body, letter, argument)), ("=",)))]


def _of_function(evaluator: Evaluator, node: t.Node, style: Style) -> Steps:
    function = evaluator.of(node)
    if isinstance(function, FunctionValue) and len(function.parameters) == 1:
        with evaluator.context.letters(function.parameters[0].name):
            return _derivative(function.body, function.parameters[0], style)
    if is_scalar(function) and len(to_sympy(function).free_symbols) == 1:
        (letter,) = to_sympy(function).free_symbols
        return _derivative(function, letter, style)
    return []


# -- derivatives -------------------------------------------------------------------------------------------------------


def _derivative(body: Value, letter: sp.Symbol, style: Style) -> Steps:
    if not is_scalar(body):
        return []
    expr = to_sympy(body)
    if letter not in expr.free_symbols or sp.count_ops(expr) > _LARGEST or expr.has(sp.Piecewise):
        return []
    if not expr.is_Symbol and (plain_letter := sp.Symbol(letter.name, real=True)) != letter:
        expr, letter = expr.xreplace({letter: plain_letter}), plain_letter
    found: Steps = []
    for step in derivative_steps(expr, letter):
        written = (step.rule, t.Relation((_pending(step.part, letter, style), _right_side(step, letter, style)), ("=",)))
        if written not in found:
            found.append(written)
        if len(found) > _MOST_STEPS:
            return []
    return found


def _pending(part: sp.Expr, letter: sp.Symbol, style: Style) -> t.Node:
    body = tree_of(part, style)
    return t.Derivative(letter.name, 1, body if isinstance(body, t.Name | t.Number | t.Call) else t.Bracket(body))


def _right_side(step: RuleStep, letter: sp.Symbol, style: Style) -> t.Node:
    terms = []
    signs = step.signs or tuple(1 for _ in step.terms)
    for sign, term in zip(signs, step.terms, strict=True):
        factors = [_factor(f, letter, style) for f in term]
        if sum(f != t.Number("1") for f in factors) > 1:  # d/dx reaches as far as a product, so in one it stands in brackets
            factors = [t.Bracket(f) if isinstance(f, t.Derivative) else f for f in factors]
        negative = sign < 0
        if isinstance(factors[0], t.Negative):
            negative, factors[0] = not negative, factors[0].body
        shown = [f for f in factors if f != t.Number("1")] or [t.Number("1")]
        terms.append((negative, product_of(shown)))
    total = sum_of(terms)
    return quotient_of(total, tree_of(step.under, style)) if step.under is not None else total


def _factor(factor: sp.Expr | Pending, letter: sp.Symbol, style: Style) -> t.Node:
    if isinstance(factor, Pending):
        return t.Number("1") if factor.part == letter else _pending(factor.part, letter, style)
    return tree_of(factor, style)


# -- compositions ------------------------------------------------------------------------------------------------------


def _composition(evaluator: Evaluator, node: t.Call, style: Style) -> Steps:
    """f(g(x)): the inner function's expression in place of the letter of the outer one."""
    context = evaluator.context
    if len(node.arguments) != 1 or not _calls_defined(node.arguments[0], context):
        return []
    meaning = context.meanings.get(node.name)
    if meaning is None or not isinstance(meaning.value, FunctionValue) or len(meaning.value.parameters) != 1:
        return []
    outer, argument = meaning.value, node.arguments[0]
    letter = outer.parameters[0]
    inner = evaluator.scalar(argument)
    body = tree_of(outer.body, style)
    put_in = _replaced(body, letter.name, tree_of(inner, style))
    steps: Steps = []
    if isinstance(argument, t.Call):
        steps.append(("inner function", t.Relation((argument, tree_of(inner, style)), ("=",))))
    steps.append(("put into the outer function", t.Relation((node, put_in), ("=",))))
    return steps


def _calls_defined(node: t.Node, context: Context) -> bool:
    return any(isinstance(n, t.Call) and n.name in context.meanings for n in node.walk())


def _replaced(node: t.Node, letter: str, by: t.Node) -> t.Node:
    """The tree with another one in place of a letter; brackets come where the writing needs them."""
    if isinstance(node, t.Name):
        return by if node.name == letter else node
    changes: dict[str, Any] = {}
    for item in dataclasses.fields(node):
        held = getattr(node, item.name)
        if isinstance(held, t.Node):
            changes[item.name] = _replaced(held, letter, by)
        elif isinstance(held, tuple) and held and all(isinstance(v, t.Node) for v in held):
            changes[item.name] = tuple(_replaced(v, letter, by) for v in held)
    return dataclasses.replace(node, **changes) if changes else node
