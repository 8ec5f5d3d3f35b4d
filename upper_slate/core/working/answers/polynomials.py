"""What is asked of polynomials: the completed square, the discriminant, quotient and remainder."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Node, Request
from ...problems import LineError
from ..exact.bridge import settled, to_sympy
from ..exact.surd import Surd
from ..ground.answer import Answer
from ..ground.function_records.whole_numbers import modulo, whole_quotient
from ..ground.values import FunctionValue, Scalar, Value, is_scalar

if TYPE_CHECKING:
    from ..evaluate import Evaluator

_MOST_DEGREE = 500


def _body(evaluator: Evaluator, node: Node) -> Scalar:
    """The expression that is meant; a function stands for its value."""
    value = evaluator.of(node)
    body = value.body if isinstance(value, FunctionValue) else value
    if not is_scalar(body):
        raise LineError("not-supported", "A number or an expression is needed here.", node.start, node.end)
    return body


def _letter(expressions: list[sp.Expr], node: Node) -> sp.Symbol:
    """The letter of a polynomial: the only one, or x. Errors: wrong-arguments, not-supported."""
    letters = sorted({s for e in expressions for s in e.free_symbols}, key=str)
    chosen = [s for s in letters if s.name == "x"] if len(letters) > 1 else letters
    if len(chosen) != 1:
        raise LineError("wrong-arguments", "A polynomial in one letter is needed here, or in x.", node.start, node.end)
    (letter,) = chosen
    for expr in expressions:
        if not expr.is_polynomial(letter):
            raise LineError("not-supported", f"A polynomial in {letter} is needed here.", node.start, node.end)
        if sp.degree(expr, letter) > _MOST_DEGREE:
            raise LineError("too-large", f"Polynomials are divided up to degree {_MOST_DEGREE}.", node.start, node.end)
    return letter


def completed_square(evaluator: Evaluator, node: Request) -> Answer:
    """a (x + h)^2 + k. Errors: not-supported where the expression is not quadratic."""
    expr = to_sympy(_body(evaluator, node.bodies[0]))
    letter = _letter([expr], node)
    if sp.degree(expr, letter) != 2:
        raise LineError("not-supported", "A square is completed in a quadratic expression.", node.start, node.end)
    a, b, c = sp.Poly(expr, letter).all_coeffs()
    square = (letter + sp.cancel(b / (2 * a))) ** 2
    rest = sp.cancel(c - b ** 2 / (4 * a))
    needs = (sp.Ne(a, 0, evaluate=False),) if a.free_symbols else ()
    return Answer(settled(sp.Add(sp.Mul(a, square, evaluate=a == 1), rest)), needs, keeps_form=True)


def discriminant(evaluator: Evaluator, node: Request) -> Value:
    """b^2 - 4 a c, and its like for higher degrees."""
    expr = to_sympy(_body(evaluator, node.bodies[0]))
    letter = _letter([expr], node)
    if not 2 <= sp.degree(expr, letter) <= 20:
        raise LineError("not-supported", "A polynomial of degree 2 to 20 has a discriminant here.", node.start, node.end)
    return settled(sp.expand(sp.discriminant(expr, letter)))


def divided(evaluator: Evaluator, node: Request) -> Answer:
    """`remainder of a divided by b`, `quotient of a divided by b`: of whole numbers, or of polynomials. Errors: division-by-zero."""
    over, under = (_body(evaluator, body) for body in node.bodies)
    wants_rest = node.name == "remainder of"
    if isinstance(over, Surd) and isinstance(under, Surd):
        if not (over.is_integer and under.is_integer):
            raise LineError("not-supported", "Whole numbers or polynomials are divided with a remainder.", node.start, node.end)
        return Answer((modulo if wants_rest else whole_quotient)(evaluator.context, over, under))
    one, other = to_sympy(over), to_sympy(under)
    letter = _letter([one, other], node)
    if sp.expand(other) == 0:
        raise LineError("division-by-zero", "Here something is divided by zero.", node.bodies[1].start, node.bodies[1].end)
    leading = sp.Poly(other, letter).LC()
    quotient, rest = sp.div(one, other, letter)
    needs = (sp.Ne(leading, 0, evaluate=False),) if leading.free_symbols else ()
    return Answer(settled(sp.expand(rest if wants_rest else quotient)), needs)
