"""What is assumed of a letter: whether a value goes against it, and whether it says a condition already."""

from __future__ import annotations

from collections.abc import Mapping

import sympy as sp

from ...language.signs import TURNED
from ..context import LetterAssumption
from ..exact.bridge import settled, to_sympy
from ..exact.surd import Surd
from . import judge
from .values import Scalar

_HOLDS = {">": lambda order: order > 0, ">=": lambda order: order >= 0, "<": lambda order: order < 0, "<=": lambda order: order <= 0, "!=": lambda order: order != 0}


def contradicts(known: LetterAssumption, value: Scalar) -> bool:
    """Whether a closed value is certainly not what is assumed."""
    if not judge.is_closed(value) or (not isinstance(value, Surd) and value.is_infinite):
        return False
    if (isinstance(value, Surd) and value.has_imaginary) or to_sympy(value).is_real is False:
        return True
    if known.integer and not (isinstance(value, Surd) and value.is_integer):
        return True
    sign = judge.sign(value)
    if (known.positive and sign <= 0) or (known.nonnegative and sign < 0) or (known.negative and sign >= 0) or (known.nonpositive and sign > 0) \
            or (known.nonzero and sign == 0):
        return True
    return any(not _HOLDS[mark](judge.compare(value, settled(bound))) for mark, bound in known.bounds if mark in _HOLDS)


def says(assumptions: Mapping[str, LetterAssumption], condition: sp.Basic) -> bool:
    """Whether what is assumed of a letter says a condition already: `-1 < r < 1` of `assume 0 < r < 1`."""
    if isinstance(condition, sp.And):
        return all(says(assumptions, part) for part in condition.args)
    if not isinstance(condition, sp.core.relational.Relational):
        return False
    letter, sign, bound = condition.lhs, condition.rel_op, condition.rhs
    if not isinstance(letter, sp.Symbol) and isinstance(bound, sp.Symbol):
        letter, sign, bound = bound, TURNED[sign], letter
    known = assumptions.get(str(letter)) if isinstance(letter, sp.Symbol) else None
    if known is None or not bound.is_number or not bound.is_real:
        return False
    return any(given.is_number and given.is_real and _follows(sign, mark, judge.compare(settled(given), settled(bound))) for mark, given in known.bounds)


def _follows(sign: str, mark: str, order: int) -> bool:
    """Whether `x sign b` follows from `x mark c`, where the order of c and b is given."""
    match sign:
        case ">" | ">=":
            return mark in (">", ">=", "=") and (order > 0 or (order == 0 and (sign == ">=" or mark == ">") and (mark != "=" or sign == ">=")))
        case "<" | "<=":
            return mark in ("<", "<=", "=") and (order < 0 or (order == 0 and (sign == "<=" or mark == "<") and (mark != "=" or sign == "<=")))
        case "!=":
            return (order == 0 and mark in (">", "<", "!=")) or (order > 0 and mark in (">", ">=", "=")) or (order < 0 and mark in ("<", "<=", "="))
    return False
