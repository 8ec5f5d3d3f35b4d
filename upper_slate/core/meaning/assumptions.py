"""What is assumed of letters, as facts that can be stored: `positive`, `integer`, or a bound such as `>= 2`."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any

from ..reading.tree import Name, Node, Relation

_SIMPLE = ("positive", "nonnegative", "negative", "nonpositive", "nonzero", "integer")
_TURNED = {"<": ">", "<=": ">=", ">": "<", ">=": "<=", "=": "=", "!=": "!="}


def facts_of(letter: str, node: Node, bound_of: Callable[[Node], tuple[int, str]]) -> list[str]:
    """The facts that one assumption states about its letter; `bound_of` gives sign and text of a number."""
    if isinstance(node, Name):
        return {"positive": ["positive"], "negative": ["negative"], "integer": ["integer"], "whole": ["integer"], "real": []}.get(node.name, [])
    assert isinstance(node, Relation)
    facts: list[str] = []
    for k, sign in enumerate(node.signs):
        left, right = node.sides[k], node.sides[k + 1]
        if isinstance(right, Name) and right.name == letter:
            left, right, sign = right, left, _TURNED[sign]
        if not (isinstance(left, Name) and left.name == letter):
            continue
        bound, text = bound_of(right)
        facts.append(f"{sign} {text}")
        if sign == "!=" and bound == 0:
            facts.append("nonzero")
        elif sign in (">", ">=") and bound >= 0:
            facts.append("positive" if sign == ">" or bound > 0 else "nonnegative")
        elif sign in ("<", "<=") and bound <= 0:
            facts.append("negative" if sign == "<" or bound < 0 else "nonpositive")
    return facts


def assumption_facts(facts: Iterable[str]) -> dict[str, Any]:
    """Facts as the fields of a letter's assumption."""
    found: dict[str, Any] = {name: True for name in facts if name in _SIMPLE}
    bounds = tuple((f.split(" ", 1)[0], f.split(" ", 1)[1]) for f in facts if " " in f)
    return {**found, "bounds": bounds}
