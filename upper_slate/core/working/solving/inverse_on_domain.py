"""The inverse of a function that is given on a stated domain: of the candidates that undo it the one whose values lie in that domain."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product

import sympy as sp

from ...problems import LineError
from ..binding.statement import Atom, Statement, Trial
from ..calculus.derivative import natural_requirements
from ..context import Context
from ..exact.bridge import settled
from ..ground import judge
from ..ground.values import Requirement
from .equation import Range
from .families import compare
from .inequality import pieces_of
from .isolate import isolate
from .regions import Piece, condition_of

_SIGNS = {sp.Gt: ">", sp.Ge: ">=", sp.Lt: "<", sp.Le: "<=", sp.Ne: "!=", sp.Eq: "="}


def inverse_on_domain(context: Context, cases: sp.Piecewise, letter: sp.Symbol, image: sp.Symbol) -> sp.Expr | None:
    """The inverse of a function of cases, in `image`; None where it cannot be found. Error: undefined-value where some value is taken twice."""
    found: list[tuple[sp.Expr, list[Piece]]] = []
    try:
        for expr, condition in _cases(cases):
            candidates = _candidates(context, expr, condition, letter, image)
            if candidates is None:
                return None
            found += candidates
    except LineError:
        return None
    if _overlap(found, image):
        raise LineError("undefined-value", "This function has no inverse: it takes some values more than once.")
    wide = [(value, pieces) for value, pieces in found if any(p.low != p.high for p in pieces)] or found
    if len(wide) == 1 and _says_itself(context, wide[0][0], wide[0][1], image):
        return wide[0][0]
    parts = [(value, condition_of(image, pieces)) for value, pieces in sorted(wide, key=lambda part: sp.N(part[1][0].low))]
    return sp.Piecewise(*parts) if parts else None


def _cases(cases: sp.Piecewise) -> Iterator[tuple[sp.Expr, sp.Basic]]:
    """Each case with its condition, those before it taken away."""
    before: list[sp.Basic] = []
    for expr, condition in cases.args:
        yield expr, sp.And(condition, *(sp.Not(c) for c in before))
        before.append(condition)


def _candidates(context: Context, expr: sp.Expr, condition: sp.Basic, letter: sp.Symbol, image: sp.Symbol) -> list[tuple[sp.Expr, list[Piece]]] | None:
    """What undoes one case, with the values of the image for which it lies in the domain of that case."""
    with context.collecting() as needs:
        found = isolate(context, settled(expr), letter, image)
    if found is None:
        return None
    kept = []
    for value in found:
        statement = _statement(condition, {letter: value})
        requirements = [*needs, *natural_requirements(value, False)]
        pieces, period, proved = pieces_of(context, Trial(context, image, statement, requirements), Range())
        if period is not None or not proved:
            return None
        if pieces:
            kept.append((value, pieces))
    return kept


def _statement(condition: sp.Basic, given: dict[sp.Symbol, sp.Expr]) -> Statement:
    if isinstance(condition, sp.And | sp.Or):
        return Statement("and" if isinstance(condition, sp.And) else "or", tuple(_statement(part, given) for part in condition.args))
    if condition == sp.true:
        return Statement("and")
    if type(condition) not in _SIGNS:
        raise LineError("not-supported", "The inverse could not be found.")
    return Statement("", atom=Atom((condition.lhs - condition.rhs).subs(given), _SIGNS[type(condition)]))


def _overlap(found: list[tuple[sp.Expr, list[Piece]]], image: sp.Symbol) -> bool:
    """Whether two of the candidates both have a value on an interval, or different ones at a point."""
    for k, (one, pieces) in enumerate(found):
        for other, more in found[k + 1:]:
            for p, q in product(pieces, more):
                low, high = (p if compare(p.low, q.low) >= 0 else q).low, (p if compare(p.high, q.high) <= 0 else q).high
                order = compare(low, high)
                if order < 0:
                    return True
                shared = order == 0 and all(Range(r.low, r.high, r.has_low, r.has_high).holds(low) for r in (p, q))
                if shared and not judge.is_zero(settled((one - other).subs(image, low))):
                    return True
    return False


def _says_itself(context: Context, value: sp.Expr, pieces: list[Piece], image: sp.Symbol) -> bool:
    """Whether the inverse has a value just where it is one."""
    own: list[Requirement] = natural_requirements(value, False)
    try:
        return pieces_of(context, Trial(context, image, Statement("and"), own), Range())[0] == pieces
    except LineError:
        return False
