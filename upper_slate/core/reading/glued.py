"""Functions and letters that were written in one run: `xsinx`, `sin2xcos3x`."""

from __future__ import annotations

import re
from typing import Final

from ..language.words import FUNCTIONS
from .names import KnownNames

#: The functions of one number, the longest names first: `sinh` before `sin`.
_FUNCTIONS: Final = sorted((name for name, entry in FUNCTIONS.items() if entry.arity and entry.arity[0] == 1 and len(name) > 1 and name not in ("re", "im")),
                           key=len, reverse=True)
#: What a function in a run is taken of: a number, a letter, or both; with any letter, `using` would be one.
_ARGUMENT: Final = re.compile(r"\d+[a-z]?|[abkntuvwxyzABX]")
#: More letters than these beside the functions are a word.
_MOST_LETTERS: Final = 2


def unglued(run: str, names: KnownNames) -> str | None:
    """`xsinx` → `x sin(x)`: the factors of a run that holds functions of single letters, each apart; None for any other run."""
    factors, letters, at = list[str](), 0, 0
    while at < len(run):
        function = _function_at(run, at)
        if function is None:
            if not run[at].isalpha():
                return None
            factors.append(run[at])
            letters, at = letters + 1, at + 1
            continue
        at += len(function)
        argument = _ARGUMENT.match(run, at)
        if argument is None or _function_at(run, at) is not None or (names.is_function(argument[0])):
            return None
        factors.append(f"{function}({argument[0]})")
        at = argument.end()
    return " ".join(factors) if letters < len(factors) and letters <= _MOST_LETTERS else None


def _function_at(run: str, at: int) -> str | None:
    return next((name for name in _FUNCTIONS if run.startswith(name, at)), None)
