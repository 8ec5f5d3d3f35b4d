"""What no line can hold: sentences, signs beside each other that mean nothing, rows with semicolons, several statements, half a `use`."""

from __future__ import annotations

import re
from typing import Final

from ..problems import LineError, Suggestion
from .assumptions import SETS
from .call_forms import refuse_call, refuse_late_request, refuse_to_show
from .cursor import Cursor
from .heads import head_of
from .names import KnownNames
from .said_around import without_opening
from .tokens import Token, meaningless
from .trailing import without_ending
from .unknown_words import VOCABULARY, Words
from .uses import meant_use

#: Rows of numbers or letters with semicolons between them, in one pair of brackets.
_ROWS: Final = re.compile(r"[\[(]\s*((?:[-\w./]+[ ,]+)+[-\w./]+\s*;[-\w./ ,;]*)[\])]")
_ITEM: Final = re.compile(r"[-\w./]+")
_MISTYPED: Final = {("=", "<"): "<=", ("=", ">"): ">=", ("<", ">"): "!=", ("=", "="): "="}


def refuse_impossible(source: str, tokens: list[Token], names: KnownNames) -> None:
    """Raises the error of a line that is none, with what was meant where that is known. Errors: syntax, unknown-name."""
    refuse_to_show(source, tokens, names)
    refuse_call(source, tokens, names)
    refuse_late_request(source, tokens, names)
    line = _Impossible(source, tokens, names)
    line.unfinished_use()
    line.what_nothing_begins()


class _Impossible:
    def __init__(self, source: str, tokens: list[Token], names: KnownNames) -> None:
        self.source, self.tokens, self.names = source, tokens, names

    def what_nothing_begins(self) -> None:
        if sum(t.kind == "name" and len(t.text) > 1 for t in self.tokens) > 2 and self._reads_like_a_sentence():
            raise LineError("unknown-name", "This reads like a sentence; a sentence stands in a note.", 0, len(self.source),
                            Suggestion(self.source, 0, len(self.source), as_note=True))
        for one, other in zip(self.tokens, self.tokens[1:], strict=False):
            if one.kind == "unknown":
                raise meaningless(one)
            meant = _MISTYPED.get((one.kind, other.kind))
            if meant and not other.spaced:
                raise LineError("syntax", f"{one.text}{other.text} is written {meant}.", one.start, other.end, Suggestion(meant, one.start, other.end))
        self._sets_without_rule()
        self._rows_with_semicolons()
        self._several_statements()

    def _reads_like_a_sentence(self) -> bool:
        said = without_ending(self.tokens, self.names, tolerant=True)[0]
        said = said[without_opening(said, self.names)[1]:]
        return Words(Cursor(self.source, said, self.names)).reads_like_a_sentence()

    def _sets_without_rule(self) -> None:
        """`f : R -> R` is no function of a letter R."""
        tokens = [t for t in self.tokens if t.kind != "end"]
        if [t.kind for t in tokens] == ["name", ":", "name", "->", "name"] and tokens[2].text in SETS and tokens[4].text in SETS:
            raise LineError("syntax", f"This says between which sets {tokens[0].text} goes; its rule is missing: {tokens[0].text}(x) = ….", 0, tokens[4].end)

    def _rows_with_semicolons(self) -> None:
        """`[1 2; 3 4]` is meant as a matrix."""
        found = _ROWS.search(self.source) if ";" in self.source else None
        if found is None:
            return
        rows = [f"[{', '.join(re.findall(_ITEM, row))}]" for row in found[1].split(";")]
        raise LineError("syntax", "A matrix is a list of its rows, as in [[1, 2], [3, 4]].", found.start(), found.end(),
                        Suggestion(f"[{', '.join(rows)}]", found.start(), found.end()))

    def _several_statements(self) -> None:
        """`a = 6, b = 12` and `x = 2; y = 3` are two lines."""
        if "," not in self.source and ";" not in self.source:
            return
        breaks = [k for k in self._at_depth_0(";", ",") if self.tokens[k].kind == ";" or head_of(self.tokens[k + 1:])]
        if not breaks or self.tokens[0].text.lower() == "assume":
            return
        if self.tokens[breaks[0]].kind == "," and (not head_of(self.tokens) or says(self.tokens, self.names, "if")):
            return
        if self._opens_a_request():
            first, written = self.tokens[breaks[0]], self.source
            for k in reversed(breaks):
                written = written[:self.tokens[k].start] + "," + written[self.tokens[k].end:]
            raise LineError("syntax", "Between equations stands a comma.", first.start, first.end, Suggestion(written, 0, len(self.source)))
        parts, start = [], 0
        for k in breaks:
            parts.append(self.source[start:self.tokens[k].start].strip())
            start = self.tokens[k].end
        parts.append(self.source[start:self.tokens[-1].end].strip())
        first = self.tokens[breaks[0]]
        raise LineError("syntax", "Each statement stands in a line of its own.", first.start, first.end, Suggestion("\n".join(parts), 0, self.tokens[-1].end))

    def _opens_a_request(self) -> bool:
        first = self.tokens[0]
        return first.kind == "name" and first.text.lower() in VOCABULARY and not self.names.has_meaning(first.text)

    def unfinished_use(self) -> None:
        """`import f from Title`, `use Title`, `use f`: names and a title are needed."""
        if self.tokens[0].kind == "name" and not self.names.has_meaning(self.tokens[0].text) and (meant := meant_use(self.source)) is not None:
            raise LineError("syntax", "Names of another worksheet are taken with “use”, as in use f, g from Hexagon cells.", self.tokens[0].start, self.tokens[-1].end,
                            Suggestion(meant, 0, len(self.source)))

    def _at_depth_0(self, *kinds: str) -> list[int]:
        found, depth = [], 0
        for k, token in enumerate(self.tokens):
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth == 0 and token.kind in kinds:
                found.append(k)
        return found


def says(tokens: list[Token], names: KnownNames, *words: str) -> bool:
    """Whether one of the words stands in a line, and is no name of the page."""
    return any(token.kind == "name" and token.text.lower() in words and not names.has_meaning(token.text) for token in tokens)
