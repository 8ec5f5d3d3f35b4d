"""Domains in one letter as intervals."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import sympy as sp

from ..binding.statement import Statement, Trial
from ..context import Context
from ..ground.values import Requirement
from .equation import Range
from .families import in_order
from .inequality import pieces_of
from .regions import Piece, between

Domain = tuple[list[Piece], sp.Expr | None]


def domain_of(letter: sp.Symbol, requirements: Sequence[Requirement], where: Range | None = None) -> Domain:
    """The intervals on which requirements hold, and their period where they repeat. LineError where they cannot be found."""
    plain = sp.Symbol(letter.name, real=True)
    trial = Trial(Context(), plain, Statement("and"), [r.renamed({letter: plain}) for r in requirements])
    return pieces_of(trial.context, trial, where or Range())[:2]


def differing_points(one: Domain, other: Domain) -> list[sp.Expr] | None:
    """The points that are in one domain only, where the domains differ by single points; None where they differ by more."""
    if one[1] is not None or other[1] is not None:
        return None
    ends = in_order([e for domain in (one, other) for p in domain[0] for e in (p.low, p.high) if e.is_finite])
    marks = [-sp.oo, *ends, sp.oo]
    for a, b in pairwise(marks):
        middle = between(a, b)
        if _holds(one[0], middle) != _holds(other[0], middle):
            return None
    return [e for e in ends if _holds(one[0], e) != _holds(other[0], e)]


def _holds(pieces: list[Piece], value: sp.Expr) -> bool:
    return any(Range(p.low, p.high, p.has_low, p.has_high).holds(value) for p in pieces)
