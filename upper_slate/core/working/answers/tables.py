"""Tables of values: a column for the letter, one for each function."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...problems import LineError
from ..binding.bodies import Body, body_in, end_of, real_end
from ..exact.bridge import settled, to_sympy
from ..ground import judge
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Scalar, TableValue
from ..solving.families import compare, exact
from ..tidy.tidy import tidy
from ..units.quantities import Monomial, monomial, number_in, settle, unit_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator

_MOST_ROWS = 1_000
_USUAL_ROWS = 10


def table(evaluator: Evaluator, node: t.Request) -> TableValue:
    """The table of a request. Errors: too-large, outside-domain for a step that leads nowhere."""
    letter = node.letters[0] if node.letters else None
    bodies = [body_in(evaluator, b, letter) for b in node.bodies]
    name = letter or bodies[0].letter.name
    places = [evaluator.scalar(p) for p in node.points] if node.points else _places(evaluator, node)
    rows = tuple((place, *(_value(evaluator, body, place) for body in bodies)) for place in places)
    return TableValue(name, node.bodies, rows)


def _places(evaluator: Evaluator, node: t.Request) -> list[Scalar]:
    assert node.low is not None and node.high is not None
    unit = unit_of(*(settled(end_of(evaluator, end)) for end in (node.low, node.high))) if evaluator.context.has_units else {}
    if unit:
        return [settled(to_sympy(place) * monomial(unit)) for place in _steps(evaluator, node, unit)]
    return _steps(evaluator, node, unit)


def _steps(evaluator: Evaluator, node: t.Request, unit: Monomial) -> list[Scalar]:
    """The places of a range, as numbers of its unit where it has one."""
    assert node.low is not None and node.high is not None
    low, high = (_number(end, unit) for end in (real_end(evaluator, node.low), real_end(evaluator, node.high)))
    if low.free_symbols or high.free_symbols or not low.is_finite or not high.is_finite:
        raise LineError("outside-domain", "A table runs from one number to another.", node.low.start, node.high.end)
    step = _number(end_of(evaluator, node.step), unit) if node.step is not None else _usual_step(low, high)
    if step.free_symbols or not step.is_finite or judge.sign(settled(step)) == 0 or judge.sign(settled(step)) * compare(high, low) < 0:
        where = node.step or node.high
        raise LineError("outside-domain", "The step must be a number that leads from the first end to the second.", where.start, where.end)
    count = judge.floor_of(settled(sp.expand((high - low) / step))) + 1
    if count > _MOST_ROWS:
        raise LineError("too-large", f"This table would have {count} rows; {_MOST_ROWS} are the most.")
    return [settled(exact(low + k * step)) for k in range(count)]


def _number(end: sp.Expr, unit: Monomial) -> sp.Expr:
    return to_sympy(number_in(settled(end), unit)) if unit else end


def _usual_step(low: sp.Expr, high: sp.Expr) -> sp.Expr:
    """1 for a short range of whole numbers, else a tenth of the range."""
    width = high - low
    return sp.S.One if low.is_Integer and width.is_Integer and width <= 20 else exact(width / _USUAL_ROWS)


def _value(evaluator: Evaluator, body: Body, place: Scalar) -> Scalar | None:
    context = evaluator.context
    given = {body.letter.name: place}
    try:
        with context.collecting():
            put_in_requirements(context, body.requirements, given)
            return settle(tidy(put_in_scalar(context, settled(body.expr), given)))
    except LineError as error:
        if error.code == "not-supported":
            raise
        return None
