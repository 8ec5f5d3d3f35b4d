"""Tangents and normals: the equation of the line."""

from __future__ import annotations

import sympy as sp

from ...language.tree import Request
from ...problems import LineError
from ..binding.bodies import body_in, real_end
from ..binding.chosen_letters import height_letter
from ..calculus.gradients import at_point
from ..evaluate import Evaluator
from ..exact.bridge import settled
from ..ground.answer import Answer
from ..ground.values import RelationValue
from ..tidy.tidy import tidy_expression


def line_at(evaluator: Evaluator, node: Request) -> Answer:
    """`tangent to f at x = a` and `normal to f at x = a`. Errors: those of the value and the gradient there."""
    assert node.point is not None
    body = body_in(evaluator, node.bodies[0], node.letters[0] if node.letters else None)
    place = real_end(evaluator, node.point)
    if place.is_infinite:
        raise LineError("outside-domain", "A curve has a tangent and a normal at a number.", node.point.start, node.point.end)
    x = sp.Symbol(body.letter.name, real=True)
    if place.has(x):
        raise LineError("not-supported", f"The place is a number or another letter than {x}.", node.point.start, node.point.end)
    height, slope = at_point(evaluator.context, body, place)
    if node.name == "normal to":
        if slope == 0:
            return Answer(RelationValue((settled(x), settled(place)), ("=",)))
        slope = -1 / slope
    name = height_letter(evaluator.context, node.name, {x.name, *(s.name for s in (height + slope + place).free_symbols)})
    right = sp.expand(tidy_expression(sp.expand(slope * (x - place) + height)))
    return Answer(RelationValue((settled(evaluator.context.symbol(name)), settled(right)), ("=",)), apart=True)
