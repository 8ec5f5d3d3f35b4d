"""The ends of a range that something is drawn over, as numbers."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...problems import LineError
from ..binding.bodies import end_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def ends_of(evaluator: Evaluator, low: t.Node | None, high: t.Node | None, usual: tuple[sp.Expr, sp.Expr]) -> tuple[sp.Expr, sp.Expr]:
    """The ends as the line says them, else the usual ones. Errors: outside-domain."""
    if low is None or high is None:
        return usual
    ends = end_of(evaluator, low), end_of(evaluator, high)
    if any(e.free_symbols or not e.is_finite or not e.is_real for e in ends):
        raise LineError("outside-domain", "A graph runs from one number to another.", low.start, high.end)
    if not float(ends[0]) < float(ends[1]):
        raise LineError("outside-domain", "The first end must be the smaller one.", low.start, high.end)
    return ends
