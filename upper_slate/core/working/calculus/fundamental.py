"""The derivative of an integral with a moving end, by the fundamental theorem: d/dx ∫ f(t) dt from a(x) to b(x) is f(b) b' - f(a) a'."""

from __future__ import annotations

from ...language import tree as t
from ...problems import LineError
from ..evaluating import Evaluating
from ..exact.bridge import settled
from ..ground.arithmetic import add, multiply, negate
from ..ground.substitution import put_in, put_in_requirements
from ..ground.values import Scalar, expression, free_letters, is_scalar, not_scalar
from .derivative import differentiate


def of_moving_integral(evaluator: Evaluating, node: t.Derivative) -> Scalar | None:
    """The first derivative of an integral whose ends hold the letter; None where the body is no such integral, or its integrand holds the
    letter too. What the integrand needs is required at the ends that move; that the integral itself has a value is said where it might not."""
    integral = node.body
    while isinstance(integral, t.Bracket):
        integral = integral.body
    if not isinstance(integral, t.Request) or integral.name != "integral of" or integral.low is None or integral.high is None:
        return None
    context, own = evaluator.context, integral.letters[0]
    if own == node.letter:
        return None
    with context.letters(own), context.collecting() as needs:
        integrand = evaluator.of(integral.bodies[0])
        if not is_scalar(integrand):
            raise not_scalar(integrand)
    if node.letter in free_letters(integrand):
        return None
    terms: list[Scalar] = []
    for end, sign in ((integral.high, 1), (integral.low, -1)):
        place = settled(expression(evaluator.scalar(end)))
        if node.letter not in free_letters(place):
            continue
        put_in_requirements(context, needs, {own: place})
        with context.collecting():
            value = put_in(context, integrand, {own: place})
        slope = differentiate(context, place, node.letter)
        if not is_scalar(value) or not is_scalar(slope):
            raise LineError("not-supported", "This could not be differentiated.", node.start, node.end)
        term = multiply([value, slope])
        terms.append(term if sign > 0 else negate(term))
    if not terms:
        return None
    context.note(f"By the fundamental theorem: the integrand at the end{'s' if len(terms) > 1 else ''}, times the derivative of the end.")
    if any(own in {s.name for s in need.expr.free_symbols} for need in needs):
        context.note("It holds where the integral has a value, all the way from one end to the other.")
    return add(terms)
