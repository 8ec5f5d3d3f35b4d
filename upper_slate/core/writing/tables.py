"""Tables as the data that the interface draws."""

from __future__ import annotations

from typing import Any

from ..language.plain import plain
from ..language.tree import ListOf, Name, Node
from ..language.typeset import typeset
from ..working.ground.values import TableValue
from .data import scalar_data
from .decimals import Digits
from .style import Style
from .text import tree_of


def table_tree(value: TableValue, style: Style) -> Node:
    """The table as a list of rows; a place with no value is written as an empty list."""
    return ListOf(tuple(ListOf(tuple(ListOf(()) if v is None else tree_of(v, style) for v in row)) for row in value.rows))


def table_data(value: TableValue, digits: Digits, style: Style) -> dict[str, Any]:
    """Headings and rows; each entry exact and decimal, null where there is no value."""
    headings = [{"text": value.letter, "latex": typeset(Name(value.letter))}, *({"text": plain(h), "latex": typeset(h)} for h in value.headings)]
    return {"headings": headings, "rows": [[None if v is None else scalar_data(v, digits, style) for v in row] for row in value.rows]}
