"""Conditions as relations with the letter on the left: bounded pieces as chains, pieces in rising order."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

import sympy as sp
from sympy.core.relational import Relational

from ..language.signs import TURNED
from ..language.tree import Logic, Node, Relation

SIGNS: Final = {sp.Eq: "=", sp.Ne: "!=", sp.StrictLessThan: "<", sp.LessThan: "<=", sp.StrictGreaterThan: ">", sp.GreaterThan: ">="}
_LOWER: Final = (">", ">=")
_UPPER: Final = ("<", "<=")

Write = Callable[[sp.Basic], Node]


def condition_tree(condition: sp.Basic, write: Write) -> Node:
    """The tree of a condition; `write` makes the trees of its sides."""
    if isinstance(condition, Relational):
        left, sign, right = sides(condition)
        return Relation((write(left), write(right)), (sign,))
    if isinstance(condition, sp.Not):
        return Logic("not", (condition_tree(condition.args[0], write),))
    if isinstance(condition, sp.And):
        chain = _chain(condition, write)
        if chain is not None:
            return chain
        return Logic("and", tuple(condition_tree(a, write) for a in sorted(condition.args, key=_place)))
    if isinstance(condition, sp.Or):
        return Logic("or", tuple(condition_tree(a, write) for a in sorted(condition.args, key=_place)))
    return write(condition)


def sides(relation: Relational) -> tuple[sp.Expr, str, sp.Expr]:
    """Left side, sign, right side, with a number on the right."""
    left, right = relation.args
    sign = SIGNS[type(relation)]
    if left.is_number and not right.is_number:
        return right, TURNED[sign], left
    return left, sign, right


def _chain(condition: sp.And, write: Write) -> Node | None:
    """a <= x < b from x >= a and x < b."""
    if len(condition.args) != 2 or not all(isinstance(a, Relational) for a in condition.args):
        return None
    (one, first, low), (other, second, high) = (sides(a) for a in condition.args)
    if one != other:
        return None
    if first in _UPPER and second in _LOWER:
        first, low, second, high = second, high, first, low
    if first not in _LOWER or second not in _UPPER:
        return None
    return Relation((write(low), write(one), write(high)), (TURNED[first], second))


def _place(condition: sp.Basic) -> tuple[float, float, str]:
    """Where a piece lies on the line: by its ends."""
    bounds = []
    for relation in sorted(condition.atoms(Relational), key=str):
        bound = sides(relation)[2]
        n = dict.fromkeys(bound.free_symbols, 0)
        value = sp.N(bound.subs(n), 15)
        if value.is_real:
            bounds.append((float(value), sides(relation)[1]))
    if not bounds:
        return 0.0, 0.0, str(condition)
    upper_only = all(sign in _UPPER for _, sign in bounds)
    return float("-inf") if upper_only else min(v for v, _ in bounds), max(v for v, _ in bounds), str(condition)
