"""Goes over the tokens of a line: what comes next, what ends an operand, errors with their place."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from ..language.tree import Bracket, Compose, InverseFunction, Name, Negative, Node, Notice, Power, Prime, Product, Sum
from ..language.words import SMALL_WORDS
from ..problems import LineError, Suggestion
from .names import KnownNames
from .tokens import Token

#: Deeper nesting than a person can follow; also what keeps a hostile line from exhausting the stack.
MAX_DEPTH: Final = 120
END_OF_OPERAND: Final = frozenset({"end", ")", "]", ",", "?", "=", "!=", "<", "<=", ">", ">=", "<=>", "=>", "->", ":=", ":", ";", "∈"})


@dataclass(frozen=True)
class Mark:
    """A place in a line to which reading can go back."""

    at: int
    tokens: list[Token]
    notices: int


class Cursor:
    """Goes over one line's tokens. In tolerant reading a missing operand becomes a `Gap` instead of an error."""

    def __init__(self, source: str, tokens: list[Token], names: KnownNames, tolerant: bool = False) -> None:
        self.source, self.tokens, self.names, self.tolerant = source, tokens, names, tolerant
        self.at = 0
        self.notices: list[Notice] = []
        self.depth = 0
        #: how many brackets are open
        self.brackets = 0
        self.bars: list[int] = [0]
        self.stops: list[Callable[[], bool]] = []

    # -- tokens ----------------------------------------------------------------------------------------------------

    @property
    def token(self) -> Token:
        return self.tokens[self.at]

    def ahead(self, steps: int = 1) -> Token:
        return self.tokens[min(self.at + steps, len(self.tokens) - 1)]

    @property
    def last_end(self) -> int:
        return self.tokens[self.at - 1].end if self.at else 0

    def advance(self) -> Token:
        token = self.token
        if token.kind != "end":
            self.at += 1
        return token

    def is_word(self, *words: str) -> bool:
        """Whether one of these words stands here, in any capitals, and means nothing else on the page."""
        token = self.token
        return token.kind == "name" and token.text.lower() in words and not self.names.has_meaning(token.text)

    def stands(self, words: tuple[str, ...]) -> bool:
        """Whether these words or signs stand here one behind the other, words in any capitals."""
        for k, word in enumerate(words):
            token = self.ahead(k) if k else self.token
            if token.text.lower() != word or token.kind == "end" or (token.kind == "name" and self.names.has_meaning(token.text)):
                return False
        return True

    def mark(self) -> Mark:
        """Where reading stands, to come back to: reading takes runs of letters apart and notes what it reads."""
        return Mark(self.at, list(self.tokens), len(self.notices))

    def back_to(self, mark: Mark) -> None:
        self.at = mark.at
        self.tokens[:] = mark.tokens
        del self.notices[mark.notices:]

    def take(self, kind: str) -> bool:
        if self.token.kind == kind:
            self.at += 1
            return True
        return False

    def take_word(self, word: str) -> bool:
        if self.is_word(word):
            self.at += 1
            return True
        return False

    def expect(self, kind: str, opened: Token | None = None) -> None:
        if self.take(kind) or self.tolerant:
            return
        token = self.token
        if token.kind in (")", "]") and kind in (")", "]"):
            raise LineError("syntax", f"Here {token.text} closes a bracket that was opened with {opened.text if opened else '('}.",
                            token.start, token.end, Suggestion(kind, token.start, token.end))
        sign = {")": "closing bracket )", "]": "closing bracket ]", "|": "closing bar |"}.get(kind, kind)
        place = opened or token
        end = self.tokens[-1].start
        if token.kind == "," and kind == ")":
            raise LineError("syntax", "A comma separates the items of a list or the arguments of a function; it has no place in these brackets.", token.start, token.end)
        if token.kind == "end" or token.kind == ",":
            raise LineError("syntax", f"A {sign} is missing.", place.start, place.end, Suggestion(kind, end, end))
        raise LineError("syntax", f"A {sign} or a sign such as + was expected before {self.shown(token)}.", token.start, token.end)

    def fail(self, message: str, token: Token | None = None, suggestion: Suggestion | tuple[Suggestion, ...] | None = None) -> LineError:
        token = token or self.token
        return LineError("syntax", message, token.start, max(token.end, token.start), suggestion)

    @staticmethod
    def shown(token: Token) -> str:
        return "the end of the line" if token.kind == "end" else token.text

    def note(self, text: str, start: int, end: int, tag: str | None = None, offers: tuple[Suggestion, ...] = ()) -> None:
        self.notices.append(Notice(text, start, end, tag, offers))

    def text_of(self, node: Node) -> str:
        return self.source[node.start:node.end].strip()

    def within(self, stop: Callable[[], bool], read: Callable[[], Node]) -> Node:
        """Reads with a further condition for where an operand ends (the words of a request)."""
        self.stops.append(stop)
        try:
            return read()
        finally:
            self.stops.pop()

    def binding(self, letters: tuple[str, ...], read: Callable[[], Node]) -> Node:
        """Reads with these letters as letters of their own."""
        outer = self.names
        self.names = outer.binding(*letters)
        try:
            return read()
        finally:
            self.names = outer

    def at_stop(self) -> bool:
        token = self.token
        if token.kind in END_OF_OPERAND:
            return True
        if token.kind == "name" and token.text.lower() in SMALL_WORDS and not self.names.has_meaning(token.text):
            return True
        return any(stop() for stop in self.stops)

    # -- what is a function ----------------------------------------------------------------------------------------

    def is_function(self, node: Node) -> bool:
        """Whether an expression is a function rather than a value, as far as its form tells."""
        match node:
            case Name():
                return self.names.is_function(node.name)
            case Bracket() | Negative():
                return self.is_function(node.body)
            case Sum():
                return any(self.is_function(t) for t in node.terms)
            case Product():
                return any(self.is_function(f) for f in node.factors)
            case Compose() | InverseFunction():
                return True
            case Prime():
                return self.is_function(node.body)
            case Power():
                return self.is_function(node.base)
        return False


class Deeper:
    """Counts nesting; past the limit the line is refused with a sentence instead of exhausting the stack."""

    def __init__(self, reader: Cursor) -> None:
        self.reader = reader

    def __enter__(self) -> None:
        reader = self.reader
        reader.depth += 1
        if reader.depth > MAX_DEPTH:
            raise LineError("too-large", f"Brackets and powers nest more than {MAX_DEPTH} deep here.", reader.token.start, reader.token.end)

    def __exit__(self, *_: object) -> None:
        self.reader.depth -= 1
