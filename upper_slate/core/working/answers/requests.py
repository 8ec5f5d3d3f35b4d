"""Answers requests (section 6 of the language)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Request
from ...problems import LineError
from ..binding.bodies import Body, body_in, end_of, real_end
from ..binding.chosen_letters import chosen_letter
from ..calculus.antiderivative import antiderivative
from ..calculus.areas import area_between
from ..calculus.definite import definite_integral
from ..calculus.derivative import natural_requirements, note_unit
from ..calculus.extrema import extreme_value, turning_points
from ..calculus.laplace import inverse_transform, transform
from ..calculus.limits import limit_of
from ..calculus.sums import total_of
from ..calculus.taylor import taylor
from ..conditions import requirement_relations
from ..exact.bridge import settled, to_sympy
from ..graphs.graph import graph
from ..graphs.slopes import slope_field
from ..graphs.surface import surface
from ..ground.answer import Answer
from ..ground.arithmetic import add
from ..ground.substitution import put_in_scalar
from ..ground.values import Requirement, SolutionsValue, Value, expression, free_letters
from ..solving.equation import Range
from ..solving.families import compare
from ..solving.solve import interval_of, solve
from ..units.bodies import plain_body
from ..units.quantities import Monomial, in_unit, monomial, number_in, unit_of
from .coefficients import coefficient, constant_term
from .differential import differential
from .divisors import divisors
from .eigen import eigenvalues, eigenvectors
from .enclosed_area import enclosed_area
from .of_functions import asymptotes, domain, image, inverse
from .polynomials import completed_square, discriminant, divided
from .rewriting import REWRITING, rewritten
from .tables import table
from .tangents import line_at

if TYPE_CHECKING:
    from ..evaluate import Evaluator

def answer(evaluator: Evaluator, node: Request) -> Answer:
    """The answer to a request."""
    if node.name in REWRITING:
        return Answer(rewritten(evaluator, node), keeps_form=True)
    found = ANSWERS[node.name](evaluator, node)
    return found if isinstance(found, Answer) else Answer(found)


def _solve(evaluator: Evaluator, node: Request) -> Value:
    return solve(evaluator, node)


def _limit(evaluator: Evaluator, node: Request) -> Value:
    assert node.point is not None
    return limit_of(evaluator.context, body_in(evaluator, node.bodies[0], node.letters[0]), end_of(evaluator, node.point), node.side)


def _integral(evaluator: Evaluator, node: Request) -> Value | Answer:
    context = evaluator.context
    body = body_in(evaluator, node.bodies[0], node.letters[0])
    note_unit(context, body.expr, body.letter)
    if node.low is None or node.high is None:
        found, needs = antiderivative(body.expr, body.letter, not context.complex)
        for requirement in body.requirements:
            context.require(requirement)
        constant = chosen_letter(context, node.name, {body.letter.name, *(s.name for s in found.free_symbols)})
        value = settled(found)
        if body.letter.name in context.assumptions:  # free again: what is assumed of it holds
            value = put_in_scalar(context, value, {body.letter.name: settled(context.symbol(body.letter.name))})
        return Answer(add([value, settled(context.symbol(constant))]), tuple(requirement_relations(needs)), constant=context.symbol(constant))
    return definite_integral(context, body, real_end(evaluator, node.low), real_end(evaluator, node.high))


def _total(evaluator: Evaluator, node: Request) -> Answer:
    assert node.low is not None and node.high is not None
    body = body_in(evaluator, node.bodies[0], node.letters[0])
    value = total_of(evaluator.context, body, end_of(evaluator, node.low), end_of(evaluator, node.high), node.name == "product of")
    low, high = to_sympy(end_of(evaluator, node.low)), to_sympy(end_of(evaluator, node.high))
    if high.free_symbols and high.is_finite is not False and low.is_finite:
        evaluator.context.require(Requirement("natural", high - low + 1, "outside-domain", "sum"))
    if high.free_symbols:  # what the closed form needs of a letter that counts terms always holds; what it needs of others is said
        for requirement in natural_requirements(to_sympy(value), evaluator.context.complex):
            if requirement.expr.free_symbols <= high.free_symbols | low.free_symbols:
                evaluator.context.require(requirement)
    return Answer(value, keeps_form=bool(free_letters(value)))


def _series(evaluator: Evaluator, node: Request) -> Answer:
    assert node.point is not None and node.order is not None
    value, left_out = taylor(body_in(evaluator, node.bodies[0], node.letters[0]), end_of(evaluator, node.point), node.order)
    return Answer(value, left_out=left_out, keeps_form=True)


def _area(evaluator: Evaluator, node: Request) -> Value:
    if node.low is None or node.high is None:
        return enclosed_area(evaluator, node)
    one, other = (body_in(evaluator, b, node.letters[0]) for b in node.bodies)
    return area_between(evaluator.context, one, other, real_end(evaluator, node.low), real_end(evaluator, node.high))


def _range(evaluator: Evaluator, node: Request, unit: Monomial) -> Range:
    """The range of a request, as numbers of its unit where it has one."""
    if unit and node.interval is not None:
        low, high = (expression(number_in(settled(end_of(evaluator, end)), unit)) for end in (node.interval.low, node.interval.high))
        return Range(low, high, node.interval.low_closed, node.interval.high_closed, True)
    if node.low is None or node.high is None:
        return interval_of(evaluator, node.interval)
    low, high = real_end(evaluator, node.low), real_end(evaluator, node.high)
    if unit:
        low, high = (expression(number_in(settled(end), unit)) for end in (low, high))
    if low.free_symbols or high.free_symbols:
        raise LineError("not-supported", "The ends of a range are numbers.", node.low.start, node.high.end)
    if compare(low, high) > 0:
        raise LineError("outside-domain", "This range is empty: its first end is the greater one.", node.low.start, node.high.end)
    return Range(low, high, bool(low.is_finite), bool(high.is_finite), True)


def _in_numbers(evaluator: Evaluator, node: Request) -> tuple[Body, Monomial, Monomial]:
    """What a request is about, in plain numbers, with the units of its letter and of its values where it is one of quantities."""
    body = body_in(evaluator, node.bodies[0], node.letters[0] if node.letters else None)
    if not evaluator.context.has_units:
        return body, {}, {}
    ends = (node.low, node.high) if node.interval is None else (node.interval.low, node.interval.high)
    across = unit_of(*(settled(end_of(evaluator, end)) for end in ends if end is not None))
    plain, up = plain_body(body, across)
    return plain, across, up


def _turning_points(evaluator: Evaluator, node: Request) -> Value:
    body, across, up = _in_numbers(evaluator, node)
    context = evaluator.context
    name = chosen_letter(context, node.name, {body.letter.name})
    with context.letters(body.letter.name):
        found = turning_points(context, body, _range(evaluator, node, across), name)
    if not (across or up) or not isinstance(found, SolutionsValue):
        return found
    units = {body.letter.name: across}
    told = (tuple((n, in_unit(v, units.get(n, up))) for n, v in s.values) for s in found.solutions)
    return replace(found, solutions=tuple(replace(s, values=values) for s, values in zip(found.solutions, told, strict=True)))


def _extreme_value(evaluator: Evaluator, node: Request) -> Answer:
    body, across, up = _in_numbers(evaluator, node)
    context = evaluator.context
    with context.letters(body.letter.name):
        value, places = extreme_value(context, body, _range(evaluator, node, across), node.name == "greatest value of")
    return Answer(in_unit(value, up), tuple(sp.Eq(body.letter, p * monomial(across), evaluate=False) for p in places))


def _laplace(evaluator: Evaluator, node: Request) -> Value | Answer:
    body = body_in(evaluator, node.bodies[0], node.letters[0])
    image = sp.Symbol(node.letters[1], real=True)
    if node.name.startswith("inverse"):
        return inverse_transform(body.expr, body.letter, image)
    value, conditions = transform(body.expr, body.letter, image)
    return Answer(value, conditions, keeps_form=True)


def _table(evaluator: Evaluator, node: Request) -> Value:
    return table(evaluator, node)


def _graph(evaluator: Evaluator, node: Request) -> Value:
    return surface(evaluator, node) or graph(evaluator, node)


def _slopes(evaluator: Evaluator, node: Request) -> Value:
    return slope_field(evaluator, node)


#: The answer to each declared request, by its name.
ANSWERS: dict[str, Callable[[Evaluator, Request], Value | Answer]] = {
    "solve": _solve, "solve differential equation": differential, "inverse of": inverse, "divisors of": divisors,
    "domain of": domain, "range of": image, "asymptotes of": asymptotes,
    "complete the square of": completed_square, "discriminant of": discriminant, "remainder of": divided, "quotient of": divided, "limit of": _limit,
    "integral of": _integral, "sum of": _total, "product of": _total,
    "series of": _series, "area between": _area, "turning points of": _turning_points, "greatest value of": _extreme_value,
    "least value of": _extreme_value, "laplace transform of": _laplace, "inverse laplace transform of": _laplace, "table of": _table,
    "eigenvalues of": eigenvalues, "eigenvectors of": eigenvectors, "coefficient of": coefficient, "constant term of": constant_term,
    "tangent to": line_at, "normal to": line_at, "graph": _graph, "graph points": _graph, "graph slopes": _slopes,
}
