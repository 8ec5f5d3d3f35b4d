"""The expression that a request of calculus is about, in its letter."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...language.variables import likeliest_first
from ...problems import LineError
from ..exact.bridge import settled
from ..ground.values import FunctionValue, Requirement, Scalar, expression, free_letters, is_scalar

if TYPE_CHECKING:
    from ..evaluate import Evaluator


class Body:
    """An expression in a letter, with what it needs to have a value."""

    def __init__(self, expr: sp.Expr, letter: sp.Symbol, requirements: list[Requirement]) -> None:
        self.expr, self.letter, self.requirements = expr, letter, requirements


def gap_between(one: Body, other: Body) -> Body:
    """How far one curve is above another, in the letter of the first; it needs what both need."""
    swap = {other.letter: one.letter}
    return Body(sp.expand(one.expr - other.expr.xreplace(swap)), one.letter, [*one.requirements, *(r.renamed(swap) for r in other.requirements)])


def body_in(evaluator: Evaluator, node: t.Node, letter: str | None = None) -> Body:
    """The value of a tree as an expression in a letter; a function is taken at it.

    Without a letter it is the function's own, or the only one there is. Errors: wrong-arguments where that is not clear.
    """
    context = evaluator.context
    names = [letter] if letter else []
    with context.letters(*names), context.collecting() as requirements:
        value = evaluator.of(node)
        if isinstance(value, FunctionValue):
            if len(value.parameters) != 1:
                raise LineError("wrong-arguments", f"{value.name or 'This function'} has {len(value.parameters)} letters; one is needed here.", node.start, node.end)
            letter = letter or value.parameters[0].name
            with context.letters(letter):
                value = evaluator.applied(value, [settled(context.symbol(letter))], value.name)
        if not is_scalar(value):
            raise LineError("not-supported", "An expression or a function is needed here.", node.start, node.end)
        if letter is None:
            free = likeliest_first(sorted(free_letters(value)))
            if len(free) > 1:
                raise LineError("wrong-arguments", f"Say for which letter, as in … for {free[0]} from 0 to 5.", node.start, node.end)
            return body_in(evaluator, node, free[0] if free else "x")  # again, now that the letter is known: nothing is assumed of it
        with context.letters(letter):
            symbol = context.symbol(letter)
    return _with_plain_letter(expression(value), symbol, requirements, context.complex)


def _with_plain_letter(expr: sp.Expr, symbol: sp.Symbol, requirements: list[Requirement], complex_numbers: bool) -> Body:
    """What is assumed of the letter does not bind the letter of a request. As a function of real numbers, a power with the letter above and below has a positive base."""
    plain = sp.Symbol(symbol.name, real=True)
    own = expr.xreplace({symbol: plain})
    powers = [] if complex_numbers else [p for p in own.atoms(sp.Pow) if plain in p.base.free_symbols and plain in p.exp.free_symbols]
    needs = [*(r.renamed({symbol: plain}) for r in requirements), *(Requirement("positive", p.base, "outside-domain", "ln") for p in powers)]
    return Body(own, plain, needs)


def real_end(evaluator: Evaluator, node: t.Node) -> sp.Expr:
    """An end of a range of real numbers, oo among them. Errors: not-real."""
    end = end_of(evaluator, node)
    if end.is_extended_real is False:
        raise LineError("not-real", "The ends of a range are real numbers.", node.start, node.end)
    return end


def end_of(evaluator: Evaluator, node: t.Node) -> sp.Expr:
    """An end of a range: a number, an expression or oo."""
    value: Scalar = evaluator.scalar(node)
    return expression(value)
