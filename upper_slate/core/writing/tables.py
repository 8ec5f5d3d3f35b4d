"""Tables as the data that the interface draws."""

from __future__ import annotations

from ..language.tree import ListOf, Name, Node
from ..line.result import TableResult, Written
from ..working.ground.values import TableValue
from .data import scalar_data
from .decimals import Digits
from .style import Style
from .text import tree_of, write_tree


def table_tree(value: TableValue, style: Style) -> Node:
    """The table as a list of rows; a place with no value is written as an empty list."""
    return ListOf(tuple(ListOf(tuple(ListOf(()) if v is None else tree_of(v, style) for v in row)) for row in value.rows))


def table_data(value: TableValue, digits: Digits, style: Style) -> TableResult:
    """Headings and rows; each entry exact and decimal, null where there is no value."""
    headings: list[Written] = [write_tree(tree).data for tree in (Name(value.letter), *value.headings)]
    return {"headings": headings, "rows": [[None if v is None else scalar_data(v, digits, style) for v in row] for row in value.rows]}
