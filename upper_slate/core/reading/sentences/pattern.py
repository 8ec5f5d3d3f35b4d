"""A sentence that is not read as it stands, and how it is written here: a pattern of words, and what its parts come to."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, NamedTuple

#: What is asked to be done, in front of an expression.
REQUESTS: Final = r"(?:find|evaluate|calculate|work out|compute|what is|give|show)"
#: What stands for an expression in a sentence.
_PART: Final = r"(\S(?:.*?\S)?)"


class Sentence(NamedTuple):
    """`write` gives the line, or the lines, for a match of the pattern; None where it is not this sentence after all."""

    pattern: re.Pattern[str]
    write: Callable[[re.Match[str]], str | None]


def sentence(pattern: str, write: Callable[[re.Match[str]], str | None]) -> Sentence:
    """A sentence in any capitals; PART stands for an expression."""
    return Sentence(re.compile(pattern.replace("PART", _PART), re.IGNORECASE), write)


def filled(template: str) -> Callable[[re.Match[str]], str]:
    """The parts in their places, each so that it can stand beside any sign."""
    return lambda found: template.format(*map(in_brackets, found.groups()))


def bare(template: str) -> Callable[[re.Match[str]], str]:
    """The parts in their places as they are."""
    return lambda found: template.format(*found.groups())


def in_brackets(text: str) -> str:
    """A part that can stand beside any sign."""
    return text if re.fullmatch(r"[\w.]+%?|\([^()]*\)|[\w.]+\([^()]*\)", text) else f"({text})"


def values_put_in(given: str) -> str | None:
    """`x = 1 and y = 2`, `x is 3`: what stands behind “at”; None where it is something else."""
    parts = [re.sub(r"^(\w+) is ", r"\1 = ", part.strip()) for part in re.split(r",|\band\b", given)]
    return ", ".join(parts) if all(re.fullmatch(r"\w+\s*=[^=]+", part) for part in parts) else None
