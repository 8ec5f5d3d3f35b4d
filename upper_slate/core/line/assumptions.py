"""What is assumed of letters, as facts that can be stored: `positive`, `integer`, or a bound such as `>= ` with its value as data."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterable
from typing import Any

from ..language.signs import TURNED
from ..language.tree import Name, Node, Relation

_SIMPLE = ("positive", "nonnegative", "negative", "nonpositive", "nonzero", "integer")


def facts_of(letter: str, node: Node, bound_of: Callable[[Node], tuple[int, Any]]) -> list[str]:
    """The facts that one assumption states about its letter; `bound_of` gives the sign of a number and the number as data."""
    if isinstance(node, Name):
        return [node.name] if node.name in _SIMPLE else []  # every letter is real
    assert isinstance(node, Relation)
    facts: list[str] = []
    for k, sign in enumerate(node.signs):
        left, right = node.sides[k], node.sides[k + 1]
        if isinstance(right, Name) and right.name == letter:
            left, right, sign = right, left, TURNED[sign]
        if not (isinstance(left, Name) and left.name == letter):
            continue
        bound, data = bound_of(right)
        facts.append(f"{sign} {json.dumps(data)}")
        if sign == "!=" and bound == 0:
            facts.append("nonzero")
        elif sign in (">", ">=") and bound >= 0:
            facts.append("positive" if sign == ">" or bound > 0 else "nonnegative")
        elif sign in ("<", "<=") and bound <= 0:
            facts.append("negative" if sign == "<" or bound < 0 else "nonpositive")
    return facts


def simple_facts(facts: Iterable[str]) -> dict[str, bool]:
    """Those of the facts that need no number, by name."""
    return {name: True for name in facts if name in _SIMPLE}


def bounds_in(facts: Iterable[str]) -> list[tuple[str, Any]]:
    """The bounds among the facts: relation sign and the number as data."""
    return [(sign, json.loads(data)) for sign, _, data in (fact.partition(" ") for fact in facts) if data]
