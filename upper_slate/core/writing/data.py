"""A number as the data that the interface shows: exact and decimal."""

from __future__ import annotations

from contextlib import suppress

from ..line.result import ScalarResult
from ..problems import LineError
from ..working.ground.values import Scalar
from .decimals import Digits, NoDecimal, decimal_of
from .expressions import NoExactForm
from .style import Style
from .text import tree_of, write_tree


def scalar_data(value: Scalar, digits: Digits, style: Style) -> ScalarResult:
    """A value exact and decimal, each null where there is none."""
    found: ScalarResult = {"exact": None, "decimal": None}
    with suppress(NoExactForm):
        found["exact"] = write_tree(tree_of(value, style)).data
    with suppress(NoDecimal, LineError):
        rounded = decimal_of(value, digits, style)
        found["decimal"] = write_tree(rounded.tree).rounded(rounded.exact)
    return found
