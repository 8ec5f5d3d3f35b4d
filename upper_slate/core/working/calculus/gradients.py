"""Height and gradient of a curve at a point."""

from __future__ import annotations

import sympy as sp

from ..binding.bodies import Body
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..tidy.tidy import tidy_expression
from .derivative import differentiate


def at_point(context: Context, body: Body, x: sp.Expr) -> tuple[sp.Expr, sp.Expr]:
    """The value and the derivative there. Errors: those of each, with its sentence."""
    letter = body.letter.name
    given = {letter: settled(x)}
    with context.collecting():
        put_in_requirements(context, body.requirements, given)
        height = to_sympy(put_in_scalar(context, settled(body.expr), given))
    plain = Context(conventions=context.conventions)
    with plain.collecting() as needs, plain.letters(letter):
        gradient = differentiate(plain, settled(body.expr), letter)
    with context.collecting():
        put_in_requirements(context, needs, given)
        slope = tidy_expression(to_sympy(put_in_scalar(context, gradient, given)))
    return tidy_expression(height), slope
