"""The area that two curves enclose: between the first and the last place where they meet."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Node, Request
from ...problems import LineError
from ..binding.bodies import Body, body_in, gap_between
from ..binding.statement import Atom, Statement, Trial
from ..calculus.areas import area_between
from ..ground.values import Value
from ..solving.equation import Range, solutions_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def enclosed_area(evaluator: Evaluator, node: Request) -> Value:
    """Errors: undefined-value where the curves enclose nothing, not-supported where it is not known that all meetings were found."""
    context = evaluator.context
    one, other = _bodies(evaluator, node.bodies)
    gap = gap_between(one, other)
    if gap.expr.free_symbols - {gap.letter}:
        raise LineError("not-supported", "Where the curves meet depends on other letters; say between which places, as in … for x from 0 to 5.", node.start, node.end)
    atom = Atom(gap.expr, "=", (gap.expr, sp.S.Zero))
    with context.letters(gap.letter.name):
        found = solutions_of(context, Trial(context, gap.letter, Statement("", atom=atom), gap.requirements), atom, Range())
    if found.everywhere or (len(found.values) + len(found.families) < 2 and not found.families):
        raise LineError("undefined-value", "These curves enclose no area: they do not meet in two places.", node.start, node.end)
    if found.families or not found.complete:
        raise LineError("not-supported", "It is not known where these curves meet last; say between which places, as in … for x from 0 to 5.", node.start, node.end)
    return area_between(context, one, other, found.values[0], found.values[-1])


def _bodies(evaluator: Evaluator, nodes: tuple[Node, ...]) -> tuple[Body, Body]:
    """Both in one letter; a number takes that of the other."""
    try:
        first = body_in(evaluator, nodes[0])
    except LineError:
        first = body_in(evaluator, nodes[0], body_in(evaluator, nodes[1]).letter.name)
    return first, body_in(evaluator, nodes[1], first.letter.name)
