"""Whether a value goes against what is assumed of its letter."""

from __future__ import annotations

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
