"""Plain arithmetic with whole numbers and fractions, straight from the tree: the quick way for the most common lines."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from flint import fmpq

from ...language import tree as t

#: Powers up to this many bits are worked out here; larger ones are left to the rules that estimate first.
_MOST_BITS = 4_000


def rational_value(node: t.Node) -> fmpq | None:
    """The value of a tree of whole numbers, + - * / and small whole powers; None for any other tree, and where something is divided by zero."""
    rule = _RULES.get(type(node))
    return None if rule is None else rule(node)


def _number(node: t.Number) -> fmpq | None:
    text = node.text
    known = _SMALL.get(text)
    if known is not None:
        return known
    return fmpq(int(text)) if text.isdecimal() and text.isascii() and len(text) < 1_000 else None


def _sum(node: t.Sum) -> fmpq | None:
    total = None
    for sign, term in zip(node.signs, node.terms, strict=True):
        value = rational_value(term)
        if value is None:
            return None
        if sign == "-":
            value = -value
        total = value if total is None else total + value
    return total


def _product(node: t.Product) -> fmpq | None:
    total = None
    for sign, factor in zip(node.operators, node.factors, strict=True):
        value = rational_value(factor)
        if value is None or (sign == "/" and value == 0) or sign not in _SIGNS:
            return None
        total = value if total is None else total / value if sign == "/" else total * value
    return total


def _negative(node: t.Negative) -> fmpq | None:
    value = rational_value(node.body)
    return None if value is None else -value


def _power(node: t.Power) -> fmpq | None:
    base, exponent = rational_value(node.base), rational_value(node.exponent)
    if base is None or exponent is None or exponent.q != 1 or exponent < 0:
        return None
    power = int(exponent.p)
    if power * max(base.p.bit_length(), base.q.bit_length()) > _MOST_BITS:
        return None
    return base ** power


_SIGNS: Final = ("", "*", "/")
#: Whole numbers as they are typed most often.
_SMALL: Final = {str(k): fmpq(k) for k in range(1_000)}
_RULES: Final[dict[type[t.Node], Callable[..., fmpq | None]]] = {
    t.Number: _number, t.Sum: _sum, t.Product: _product, t.Negative: _negative, t.Power: _power, t.Bracket: lambda node: rational_value(node.body),
}
