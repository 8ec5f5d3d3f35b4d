"""Verdicts in words, as files and the terminal say them."""

from __future__ import annotations

from typing import Final

VERDICTS: Final = {"true": "true", "not-true": "not true", "equal": "always equal", "equal-where-defined": "equal where both have a meaning",
                   "not-equal": "not equal", "not-settled": "not settled", "true-where-defined": "true where it has a meaning", "follows": "follows",
                   "loses-solutions": "loses solutions", "adds-solutions": "adds solutions", "does-not-follow": "does not follow"}
_WRONG: Final = {"not-true", "not-equal", "loses-solutions", "adds-solutions", "does-not-follow"}


def is_wrong(verdict: str) -> bool:
    """Whether a claim does not hold."""
    return verdict in _WRONG
