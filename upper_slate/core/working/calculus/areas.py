"""The area between two curves."""

from __future__ import annotations

import sympy as sp

from ..binding.bodies import Body
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..ground.values import Scalar
from .definite import definite_integral


def area_between(context: Context, one: Body, other: Body, low: sp.Expr, high: sp.Expr) -> Scalar:
    """The integral of the distance of two curves from one end to the other, never negative. Errors: as of an integral."""
    gap = Body(sp.Abs(sp.expand(one.expr - other.expr)), one.letter, [*one.requirements, *other.requirements])
    value = definite_integral(context, gap, low, high)
    return settled(sp.Abs(to_sympy(value))) if not to_sympy(value).free_symbols else value
