"""A number as the data that the interface shows: exact and decimal."""

from __future__ import annotations

from typing import Any

from ..problems import LineError
from ..working.ground.values import Scalar
from .decimals import Digits, NoDecimal, decimal_of
from .expressions import NoExactForm
from .style import Style
from .text import tree_of, write_tree


def scalar_data(value: Scalar, digits: Digits, style: Style) -> dict[str, Any]:
    """A value exact and decimal, each null where there is none."""
    exact = decimal = None
    try:
        written = write_tree(tree_of(value, style))
        exact = {"text": written.text, "latex": written.latex}
    except NoExactForm:
        pass
    try:
        rounded = decimal_of(value, digits, style)
        text = write_tree(rounded.tree)
        decimal = {"text": text.text, "latex": text.latex, "relation": "=" if rounded.exact else "≈"}
    except (NoDecimal, LineError):
        pass
    return {"exact": exact, "decimal": decimal}
