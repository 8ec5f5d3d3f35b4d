"""What can go wrong with a line: a code, one plain sentence, its place, and a suggestion that can be applied."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

#: Every code that a line can answer with (section 8 of the language).
CODES: Final = frozenset({
    "syntax", "unknown-name", "reserved-name", "circular", "wrong-arguments", "not-a-function", "division-by-zero",
    "not-real", "outside-domain", "no-such-cell", "needs-above", "undefined-value", "diverges", "no-limit",
    "units-differ", "not-supported", "too-large", "took-too-long", "out-of-memory", "stopped",
})


@dataclass(frozen=True)
class Suggestion:
    """Text to put between `start` and `end` of the line (characters) so that the problem goes away.

    Text with a line break makes two lines; `as_note` makes the line a note instead, `with_units` turns the units of the worksheet on.
    """

    text: str
    start: int
    end: int
    as_note: bool = False
    with_units: bool = False

    def apply(self, source: str) -> str:
        """The line with the suggestion carried out."""
        return source[:self.start] + self.text + source[self.end:]


@dataclass(frozen=True)
class Problem:
    """One thing wrong with a line; `start` and `end` are character offsets in its source."""

    code: str
    message: str
    start: int = 0
    end: int = 0
    suggestions: tuple[Suggestion, ...] = ()


class LineError(Exception):
    """Raised by any of the four steps; carries the problem that the student is shown.

    `values` are put into the places `{0}`, `{1}` … of the message, written as results are, when the sentence is made.
    """

    def __init__(self, code: str, message: str, start: int | None = None, end: int | None = None,
                 suggestion: Suggestion | tuple[Suggestion, ...] | None = None, values: tuple[object, ...] = ()) -> None:
        assert code in CODES, code
        super().__init__(message)
        self.code, self.message, self.start, self.end = code, message, start, end
        self.suggestions = suggestion if isinstance(suggestion, tuple) else () if suggestion is None else (suggestion,)
        self.values = values

    def placed(self, start: int, end: int) -> LineError:
        """The same error, at this place unless it already knows a narrower one."""
        if self.start is None:
            self.start, self.end = start, end
        return self

    def problem(self, length: int = 0) -> Problem:
        """The error as plain data; without a place it covers the line of `length` characters."""
        start = 0 if self.start is None else self.start
        end = length if self.end is None else self.end
        return Problem(self.code, self.message, start, max(start, end), self.suggestions)
