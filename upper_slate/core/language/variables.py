"""Which of several letters is likely to be the variable."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

#: Letters that stand for what varies, the likeliest first; any other is more likely a constant.
_VARIABLES: Final = ("x", "y", "z", "t", "theta", "u", "v", "w", "s", "r")


def likeliest_first(letters: Iterable[str]) -> list[str]:
    """Letters in the order in which they are likely to be the variable: x before a."""
    return sorted(letters, key=lambda letter: _VARIABLES.index(letter) if letter in _VARIABLES else len(_VARIABLES))
