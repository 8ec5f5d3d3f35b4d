"""Plain arithmetic with whole numbers and fractions, straight from the tree: the quick way for the most common lines."""

from __future__ import annotations

from flint import fmpq

from ...language import tree as t

#: Powers up to this many bits are worked out here; larger ones are left to the rules that estimate first.
_MOST_BITS = 4_000


def rational_value(node: t.Node) -> fmpq | None:
    """The value of a tree of whole numbers, + - * / and small whole powers; None for any other tree, and where something is divided by zero."""
    kind = type(node)
    if kind is t.Number:
        text = node.text  # type: ignore[attr-defined]
        return fmpq(int(text)) if text.isdecimal() and text.isascii() and len(text) < 1_000 else None
    if kind is t.Sum:
        total = fmpq(0)
        for sign, term in zip(node.signs, node.terms, strict=True):  # type: ignore[attr-defined]
            value = rational_value(term)
            if value is None:
                return None
            total = total + value if sign == "+" else total - value
        return total
    if kind is t.Product:
        return _product(node)  # type: ignore[arg-type]
    if kind is t.Bracket:
        return rational_value(node.body)  # type: ignore[attr-defined]
    if kind is t.Negative:
        value = rational_value(node.body)  # type: ignore[attr-defined]
        return None if value is None else -value
    if kind is t.Power:
        return _power(node)  # type: ignore[arg-type]
    return None


def _product(node: t.Product) -> fmpq | None:
    total = fmpq(1)
    for sign, factor in zip(node.operators, node.factors, strict=True):
        value = rational_value(factor) if sign in ("", "*", "/") else None
        if value is None or (sign == "/" and value == 0):
            return None
        total = total / value if sign == "/" else total * value
    return total


def _power(node: t.Power) -> fmpq | None:
    base, exponent = rational_value(node.base), rational_value(node.exponent)
    if base is None or exponent is None or exponent.q != 1 or exponent < 0:
        return None
    power = int(exponent.p)
    if power * max(base.p.bit_length(), base.q.bit_length()) > _MOST_BITS:
        return None
    return base ** power
