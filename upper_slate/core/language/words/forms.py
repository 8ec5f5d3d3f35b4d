"""How a request is written: words, and places for its parts. Reading, plain text and typesetting go by the same form.

A form is a text such as `tangent to {body} at [{letter} =] {point}`: what stands in square brackets may be left out.
Places: `body` and `expression` (what the request is about; the second may say `at x = 2` itself), `letter`, `point`, `low`, `high`,
`step` (expressions), `order` (a whole number), `range` (`from a to b`, or `in [a, b]`).
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

PLACES: Final = ("body", "expression", "letter", "point", "low", "high", "step", "order", "range")


@dataclass(frozen=True)
class Word:
    """A word, or a sign, that stands there as it is."""

    text: str


@dataclass(frozen=True)
class Place:
    """A place for a part of the request."""

    name: str


@dataclass(frozen=True)
class Optional:
    """Parts that may be left out together."""

    parts: tuple[Part, ...]


Part = Word | Place | Optional


@dataclass(frozen=True)
class Form:
    """The parts of a form in their order."""

    parts: tuple[Part, ...]

    @property
    def opening(self) -> tuple[str, ...]:
        """The words with which it begins."""
        found = []
        for part in self.parts:
            if not isinstance(part, Word):
                break
            found.append(part.text)
        return tuple(found)

    def word_before(self, place: str) -> str | None:
        """The word after which a part stands; None where it has no such part."""
        last = None
        for part in self.flat():
            if isinstance(part, Word):
                last = part.text
            elif part.name == place:
                return last
        return None

    def flat(self) -> list[Word | Place]:
        """Words and places in their order, those that may be left out among them."""
        return [inner for part in self.parts for inner in (part.parts if isinstance(part, Optional) else (part,))]  # type: ignore[misc]


def form(text: str) -> Form:
    """The form that a text describes."""
    parts: list[Part] = []
    held: list[Part] | None = None
    for found in re.findall(r"\[|\]|\{\w+\}|[^\s\[\]{}]+", text):
        if found == "[":
            held = []
        elif found == "]":
            assert held is not None, text
            parts.append(Optional(tuple(held)))
            held = None
        else:
            part: Part = Place(found[1:-1]) if found.startswith("{") else Word(found)
            assert not isinstance(part, Place) or part.name in PLACES, text
            (parts if held is None else held).append(part)
    return Form(tuple(parts))
