"""Numbers with their units, as trees."""

from __future__ import annotations

from ..language.tree import Bracket, Mixed, Negative, Node, Number, Power, Product, Quantity
from ..language.units import Factors


def quantity_tree(number: Node, unit: Factors) -> Node:
    """A number with its unit; what is no number stands in brackets, so that it is read back."""
    if not unit:
        return number
    return Quantity(number if _is_number(number) else Bracket(number), unit)


def _is_number(node: Node) -> bool:
    if isinstance(node, Negative):
        return _is_number(node.body)
    if isinstance(node, Power):  # of ten, in standard form
        return isinstance(node.base, Number) and _is_number(node.exponent)
    return isinstance(node, Number | Mixed) or (isinstance(node, Product) and all(map(_is_number, node.factors)))
