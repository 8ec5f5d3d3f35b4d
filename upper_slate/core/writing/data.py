"""Tables and graphs as the data that the interface draws."""

from __future__ import annotations

from typing import Any

import sympy as sp

from ..problems import LineError
from ..reading.plain import plain
from ..reading.tree import Call, ListOf, Name, Node, Relation
from ..reading.typeset import typeset
from ..working.exact.bridge import settled
from ..working.values import Curve, Feature, GraphValue, Scalar, TableValue, expression
from .decimals import Digits, NoDecimal, decimal_of
from .expressions import NoExactForm
from .style import Style
from .text import tree_of, write_tree


def table_tree(value: TableValue, style: Style) -> Node:
    """The table as a list of rows; a place with no value is written as an empty list."""
    return ListOf(tuple(ListOf(tuple(ListOf(()) if v is None else tree_of(v, style) for v in row)) for row in value.rows))


def table_data(value: TableValue, digits: Digits, style: Style) -> dict[str, Any]:
    """Headings and rows; each entry exact and decimal, null where there is no value."""
    headings = [{"text": value.letter, "latex": typeset(Name(value.letter))}, *({"text": plain(h), "latex": typeset(h)} for h in value.headings)]
    return {"headings": headings, "rows": [[None if v is None else scalar_data(v, digits, style) for v in row] for row in value.rows]}


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


def graph_data(value: GraphValue, digits: Digits, style: Style) -> dict[str, Any]:
    """The window, curves with their polylines and features, or points."""
    return {"window": list(value.window), "curves": [_curve(c, digits, style) for c in value.curves],
            "meetings": [{"curves": [k, j], **_feature(f, digits, style)} for k, j, f in value.meetings],
            "points": [list(p) for p in value.points], "joined": value.joined}


def _curve(curve: Curve, digits: Digits, style: Style) -> dict[str, Any]:
    features = [_feature(f, digits, style) for f in curve.features]
    label = curve.label
    if isinstance(label, Name) and curve.expr is not None:  # a function by its name: with what the name stands for
        label = Relation((Call(label.name, (Name(curve.letter),)), tree_of(settled(curve.expr), style)), ("=",))
    return {"label": {"text": plain(label), "latex": typeset(label)}, "name": typeset(curve.label),
            "pieces": [[[x, y] for x, y in p] for p in curve.pieces], "features": features}


def _feature(feature: Feature, digits: Digits, style: Style) -> dict[str, Any]:
    """A point exact and decimal, and where it is marked."""
    place = [float(sp.N(expression(v), 17)) for v in (feature.x, feature.y)]
    return {"kind": feature.kind, "x": scalar_data(feature.x, digits, style), "y": scalar_data(feature.y, digits, style), "place": place}
