"""The relation signs: how they are typeset, turned round, and when they hold."""

from __future__ import annotations

from typing import Final

LATEX: Final = {"=": "=", "!=": r"\neq", "<": "<", "<=": r"\leq", ">": ">", ">=": r"\geq"}
#: The sign when the sides change places.
TURNED: Final = {"=": "=", "!=": "!=", "<": ">", "<=": ">=", ">": "<", ">=": "<="}


def holds(sign: str, order: int) -> bool:
    """Whether a relation holds where the left side minus the right one has that sign (-1, 0 or 1)."""
    return {"=": order == 0, "!=": order != 0, "<": order < 0, "<=": order <= 0, ">": order > 0, ">=": order >= 0}[sign]
