"""The height of a curve at a place."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..binding.bodies import Body
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import EnclosedRoot
from ..exact.surd import Surd
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Scalar
from ..tidy.tidy import tidy_expression


def height_at(context: Context, body: Body, x: sp.Expr) -> Scalar:
    """The value of a curve at a place. LineError where it has none."""
    given = {body.letter.name: settled(x)}
    with context.collecting():
        if not isinstance(x, EnclosedRoot):
            put_in_requirements(context, body.requirements, given)
        value = put_in_scalar(context, settled(body.expr), given)
    return value if isinstance(value, Surd) or x.has(EnclosedRoot) else settled(tidy_expression(to_sympy(value)))


def value_at(context: Context, body: Body, x: sp.Expr) -> Scalar | None:
    """The same; None where it has none. LineError (not-supported) where that is not settled."""
    try:
        return height_at(context, body, x)
    except LineError as error:
        if error.code == "not-supported":
            raise
        return None
