"""How a request is written: words, and places for its parts. Reading, plain text and typesetting go by the same form.

A form is a text such as `tangent to {body} at [{letter} =] {point}`: what stands in square brackets may be left out.
The places, with the fields of `Request` that they fill:

| place | what stands there |
|---|---|
| `body`, `bodies` | an expression, or several with commas between them |
| `tight` | an expression as far as a product reaches, as behind `∫` |
| `expression` | an expression that may say `at x = 2` itself |
| `conditions` | equations and inequalities, or expressions |
| `unknowns` | letters with commas or `and` between them, all but the last of the request |
| `letter`, `point`, `order` | a letter; an expression; a whole number |
| `differential` | `dx` |
| `approach` | `x -> 0+` |
| `bounds` | `_(n=0)^oo`, or `_0^1` |
| `range`, `interval`, `ends`, `steps` | a range in any of its spellings; held as it was said, always as an interval, or by its ends, with steps or single places too |
| `windows` | one range, or two |
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

#: Places that hold a range, and what they make of one.
RANGES: Final = ("range", "interval", "ends", "steps", "windows")
PLACES: Final = ("body", "bodies", "tight", "expression", "conditions", "letter", "unknowns", "point", "order", "differential", "approach", "bounds", *RANGES)


@dataclass(frozen=True)
class Word:
    """A word, several that stand together, or a sign; `also` are others that mean the same."""

    text: str
    also: tuple[str, ...] = ()

    @property
    def spellings(self) -> tuple[tuple[str, ...], ...]:
        """The words of each spelling."""
        return tuple(tuple(text.split()) for text in (self.text, *self.also))


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

    def without_articles(self) -> Form:
        """The form as it is read: `the` says nothing in a line."""
        return Form(_without_articles(self.parts))

    @property
    def opening(self) -> tuple[str, ...]:
        """The words with which it begins."""
        found = []
        for part in self.parts:
            if not isinstance(part, Word):
                break
            found.append(part.text)
        return tuple(found)

    @property
    def rest(self) -> tuple[Part, ...]:
        """What follows the opening words."""
        return self.parts[len(self.opening):]

    def has(self, *places: str) -> bool:
        """Whether one of these places is in it."""
        return any(isinstance(part, Place) and part.name in places for part in self.flat())

    def flat(self) -> list[Word | Place]:
        """Words and places in their order, those that may be left out among them."""
        return list(_flat(self.parts))


def _without_articles(parts: tuple[Part, ...]) -> tuple[Part, ...]:
    found: list[Part] = []
    for part in parts:
        match part:
            case Optional(inner):
                found.append(Optional(_without_articles(inner)))
            case Word():
                texts = [" ".join(word for word in spelling if word != "the") for spelling in part.spellings]
                if texts[0]:
                    found.append(Word(texts[0], tuple(texts[1:])))
            case _:
                found.append(part)
    return tuple(found)


def _flat(parts: tuple[Part, ...]) -> Iterator[Word | Place]:
    for part in parts:
        if isinstance(part, Optional):
            yield from _flat(part.parts)
        else:
            yield part


def form(text: str) -> Form:
    """The form that a text describes. Words joined by `_` stand together; `|` stands between spellings of one."""
    held: list[list[Part]] = [[]]
    for found in re.findall(r"\[|\]|\{\w+\}|[^\s\[\]{}]+", text):
        if found == "[":
            held.append([])
        elif found == "]":
            inner = tuple(held.pop())
            held[-1].append(Optional(inner))
        elif found.startswith("{"):
            assert found[1:-1] in PLACES, text
            held[-1].append(Place(found[1:-1]))
        else:
            first, *others = [found] if found == "_" else found.replace("_", " ").split("|")
            held[-1].append(Word(first, tuple(others)))
    assert len(held) == 1, text
    return Form(tuple(held[0]))
