"""Takes off the end of a line what asks for digits or a form: `to 3 sf`, `correct to 2 d.p.`, `as a fraction`, `(3 sf)`."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from ..language.tree import InForm, Node, Request, ToDigits
from ..language.words.trailing import FORMS, NEAREST, UNITS
from ..problems import LineError, Suggestion
from .names import KnownNames
from .tokens import Token

_LIMITS: Final = {"dp": (0, 50), "sf": (1, 50)}
_FORMS: Final = {tuple(text.split()): form for text, form in FORMS.items()}
_NEAREST: Final = {tuple(text.split()): places for text, places in NEAREST.items()}
#: The words and signs with which an ending ends.
_LAST_WORDS: Final = {words[-1] for words in (*_FORMS, *_NEAREST, *UNITS)} | {")"}
#: Forms that are requests of their own.
_REQUESTS: Final = {"single fraction": "single fraction of", "simplified": "simplify", "rationalized": "rationalize", "factorized": "factor", "multiplied out": "expand"}


#: So many tokens an ending has at most.
_LONGEST: Final = 10


@dataclass(frozen=True)
class Ending:
    """What was asked for at the end of a line, and where its words begin and end."""

    start: int
    end: int
    form: str = ""
    digits: int = 0
    unit: str = ""

    def around(self, body: Node) -> Node:
        """The expression with what was asked for it."""
        if self.form in _REQUESTS:
            return Request(_REQUESTS[self.form], (body,), start=body.start, end=self.end)
        if self.form:
            return InForm(body, self.form, start=body.start, end=self.end)
        return ToDigits(body, self.digits, self.unit, start=body.start, end=self.end)


def without_ending(tokens: list[Token], names: KnownNames, tolerant: bool) -> tuple[list[Token], list[Ending]]:
    """The tokens without what asks for digits or a form; the endings from the inner to the outer. Errors: too-large, syntax."""
    endings: list[Ending] = []
    if len(tokens) < 2 or tokens[-2].text.lower() not in _LAST_WORDS:  # most lines end otherwise
        return tokens, endings
    while found := _ending(tokens, names, tolerant):
        ending, at = found
        endings.insert(0, ending)
        tokens = [*tokens[:at], Token("end", "", tokens[at].start, tokens[at].start, True)]
    return tokens, endings


def _ending(tokens: list[Token], names: KnownNames, tolerant: bool) -> tuple[Ending, int] | None:
    words = [t.text.lower() for t in tokens[:-1]]
    if not words or words[-1] not in _LAST_WORDS:
        return None
    for first in range(max(1, len(words) - _LONGEST), len(words)):
        if tokens[first].kind not in ("name", "(") or names.has_meaning(tokens[first].text):
            continue
        said = tuple(words[first:])
        place = tokens[first].start, tokens[-2].end
        if said in _FORMS:
            return Ending(*place, form=_FORMS[said]), first
        if found := _digits(said):
            ending = Ending(*place, digits=found[0], unit=found[1])
            return (ending if found[0] < 0 else _checked(ending, tokens[first:], tolerant)), first
    return None


def _digits(said: tuple[str, ...]) -> tuple[int, str] | None:
    if said[0] == "(" and said[-1] == ")" and len(said) > 3:
        return _digits(said[1:-1]) or _count(said[1:-1])
    for opening in (("correct", "to"), ("rounded", "to"), ("accurate", "to"), ("to",), ("correct",)):
        if said[:len(opening)] == opening:
            rest = said[len(opening):]
            if rest[:1] == ("the",):
                rest = rest[1:]
            if rest[:1] == ("nearest",):
                return (_NEAREST[rest[1:]], "dp") if rest[1:] in _NEAREST else None
            return _count(rest)
    return None


def _count(said: tuple[str, ...]) -> tuple[int, str] | None:
    """`3 sf`."""
    if len(said) < 2 or not said[0].isdigit() or len(said[0]) > 6 or said[1:] not in UNITS:
        return None
    return int(said[0]), UNITS[said[1:]]


def _checked(ending: Ending, tokens: list[Token], tolerant: bool) -> Ending:
    low, high = _LIMITS[ending.unit]
    if low <= ending.digits <= high or tolerant:
        return ending
    count = next(t for t in tokens if t.kind == "number")
    raise LineError("too-large" if ending.digits > high else "syntax", f"Decimals go from {low} to {high} {ending.unit}.", count.start, count.end,
                    Suggestion(str(min(max(ending.digits, low), high)), count.start, count.end))
