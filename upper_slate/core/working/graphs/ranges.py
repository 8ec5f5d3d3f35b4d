"""The ends of a range that something is drawn over, as numbers."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...problems import LineError
from ..binding.bodies import end_of
from ..exact.bridge import settled, to_sympy
from ..units.quantities import number_in, unit_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def ends_of(evaluator: Evaluator, low: t.Node | None, high: t.Node | None, usual: tuple[sp.Expr, sp.Expr] = (-sp.oo, sp.oo)) -> tuple[sp.Expr, sp.Expr]:
    """The ends as the line says them, quantities as numbers of one unit; else the usual ones. Errors: outside-domain, units-differ."""
    if low is None or high is None:
        return usual
    ends = [end_of(evaluator, node) for node in (low, high)]
    if evaluator.context.has_units and (unit := unit_of(*map(settled, ends))):
        ends = [to_sympy(number_in(settled(end), unit)) for end in ends]
    for end, node in zip(ends, (low, high), strict=True):
        if end.free_symbols or not end.is_finite or not end.is_real:
            raise LineError("outside-domain", "A graph runs from one number to another.", node.start, node.end)
    a, b = (float(sp.N(e, 17)) for e in ends)
    if not a < b:
        raise LineError("outside-domain", "The first end must be the smaller one.", low.start, high.end)
    return ends[0], ends[1]
