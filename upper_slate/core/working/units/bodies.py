"""Curves of quantities as curves of plain numbers: across in the unit of the range, up in the unit that comes out."""

from __future__ import annotations

from dataclasses import replace

import sympy as sp

from ...problems import LineError
from ..binding.bodies import Body
from ..exact.bridge import settled, to_sympy
from ..ground.values import Requirement
from .quantities import Monomial, has_units, monomial, number_in, settle, split, unit_of


def plain_body(body: Body, across: Monomial, up: Monomial | None = None) -> tuple[Body, Monomial]:
    """The body in plain numbers, and the unit of its values; in the unit `up` where that is given. Errors: units-differ."""
    value = _filled(body.expr, body.letter, across)
    unit = unit_of(settled(value)) if up is None else up
    number = to_sympy(number_in(settled(value), unit)) if unit else value
    if has_units(number):
        raise LineError("units-differ", "What is drawn here has no one unit: give the range of the letter in its unit, as in for t from 0 s to 5 s.")
    return Body(number, body.letter, [_plain(r, body.letter, across) for r in body.requirements]), unit


def _filled(expr: sp.Expr, letter: sp.Symbol, across: Monomial) -> sp.Expr:
    filled = expr.xreplace({letter: letter * monomial(across)}) if across else expr
    return to_sympy(settle(settled(sp.expand(filled) if has_units(filled) else filled)))


def _plain(requirement: Requirement, letter: sp.Symbol, across: Monomial) -> Requirement:
    """A requirement of a quantity is one of its number: units are positive."""
    return replace(requirement, expr=split(_filled(requirement.expr, letter, across))[0])
