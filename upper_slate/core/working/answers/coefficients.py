"""The coefficient of a power in an expression that is multiplied out, and its constant term."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Name, Node, Request
from ...problems import LineError
from ..exact import rational_functions
from ..exact.bridge import settled, to_sympy
from ..ground.answer import Answer
from ..ground.values import FunctionValue, is_scalar
from ..tidy.tidy import degree_bound

if TYPE_CHECKING:
    from ..evaluate import Evaluator

_MOST_DEGREE = 500


def coefficient(evaluator: Evaluator, node: Request) -> Answer:
    """`coefficient of x^3 in (2 - 3x)^7`: what x^3 has before it. Errors: wrong-arguments, not-supported, too-large."""
    assert node.point is not None
    names = {n.name for n in node.point.walk() if isinstance(n, Name)}
    with evaluator.context.letters(*names):  # letters here, whatever they mean on the page
        power = _expression(evaluator, node.point, names)
        powers = {evaluator.context.symbol(name): sp.S.Zero for name in names} if power == 1 else dict(power.as_powers_dict())
        if not names or not all(base.is_Symbol and base.name in names and exponent.is_Integer for base, exponent in powers.items()):
            raise LineError("wrong-arguments", "The coefficient of a power of letters is asked for here, as in coefficient of x^3 in (2 - 3x)^7.",
                            node.point.start, node.point.end)
        return Answer(settled(_taken(_expression(evaluator, node.bodies[0], names), powers, node)))


def constant_term(evaluator: Evaluator, node: Request) -> Answer:
    """What stands without the letter. Errors: as for a coefficient; wrong-arguments where there are several letters and none is x."""
    with evaluator.context.collecting():
        letters = sorted(s.name for s in _expression(evaluator, node.bodies[0], set()).free_symbols)
    chosen = {"x"} & set(letters) if len(letters) > 1 else set(letters)
    if len(letters) > 1 and not chosen:
        raise LineError("wrong-arguments", f"It is not clear whether the term without {letters[0]} or without {letters[1]} is meant.", node.start, node.end)
    expr = _expression(evaluator, node.bodies[0], chosen)
    return Answer(settled(_taken(expr, {s: sp.S.Zero for s in expr.free_symbols if s.name in chosen}, node)))


def _expression(evaluator: Evaluator, node: Node, letters: set[str]) -> sp.Expr:
    """The value of a tree; a function stands for its value in its own letters. What is needed of the `letters` says nothing of a coefficient:
    that x is not 0 in (x + 1/x)^6."""
    with evaluator.context.collecting() as needs:
        value = evaluator.of(node)
    for need in needs:
        if not {s.name for s in need.expr.free_symbols} & letters:
            evaluator.context.require(need)
    body = value.body if isinstance(value, FunctionValue) else value
    if isinstance(value, FunctionValue) and letters and not letters <= {s.name for s in value.parameters}:
        raise LineError("wrong-arguments", f"This is a function of {' and '.join(s.name for s in value.parameters)}: write it with its letter, as in {value.written()}.",
                        node.start, node.end)
    if not is_scalar(body):
        raise LineError("not-supported", "A number or an expression is needed here.", node.start, node.end)
    return to_sympy(body)


def _taken(expr: sp.Expr, powers: dict[sp.Expr, sp.Expr], node: Request) -> sp.Expr:
    """What the product of these powers has before it; the letters may stand under the bar by themselves, as in (x + 1/x)^6."""
    if degree_bound(expr) > _MOST_DEGREE:
        raise LineError("too-large", f"Coefficients are taken up to degree {_MOST_DEGREE}.", node.start, node.end)
    letters = list(powers)
    over, under = sp.fraction(sp.together(expr))
    if not letters:
        return expr
    if not over.is_polynomial(*letters) or not under.is_polynomial(*letters):
        raise LineError("not-supported", f"A sum of powers of {' and '.join(map(str, letters))} is needed here.", node.start, node.end)
    below = sp.Poly(under, *letters)
    if len(below.terms()) != 1:
        raise LineError("not-supported", f"Under the bar there is more than a power of {' and '.join(map(str, letters))}.", node.start, node.end)
    ((shifts, factor),) = below.terms()
    wanted = tuple(int(powers[letter]) + shift for letter, shift in zip(letters, shifts, strict=True))
    if any(k < 0 for k in wanted):
        return sp.S.Zero
    expanded = rational_functions.expanded(over)
    return sp.expand(sp.Poly(over if expanded is None else expanded, *letters).as_dict().get(wanted, sp.S.Zero) / factor)
