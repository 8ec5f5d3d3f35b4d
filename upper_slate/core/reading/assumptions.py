"""Assumptions, in the ways in which people say them: `assume x > 0`, `assume |r| < 1`, `assume n is a positive integer`, `assume x in [0, 1]`."""

from __future__ import annotations

from typing import Final

from ..language.tree import Absolute, Bracket, Call, Name, Negative, Node, Relation
from ..problems import LineError
from .names import KnownNames
from .ranges import Ranges
from .reader import Reader
from .tokens import Token, canonical_name

#: The words that begin an assumption.
_OPENINGS: Final = ("assume", "suppose")
#: The signs with which `let x > 0` is an assumption too, and no definition.
_ORDER: Final = ("<", ">", "<=", ">=", "!=", "∈")
#: What is said of a letter in words, and the kinds that it comes to; a natural number may be 0 for some, so that is all that is taken from the word.
_KINDS: Final[dict[str, tuple[str, ...]]] = {
    "integer": ("integer",), "integers": ("integer",), "whole": ("integer",), "natural": ("integer", "nonnegative"), "naturals": ("integer", "nonnegative"),
    "real": ("real",), "reals": ("real",), "rational": ("real",), "positive": ("positive",), "negative": ("negative",), "nonnegative": ("nonnegative",),
    "nonpositive": ("nonpositive",), "nonzero": ("nonzero",),
}
SETS: Final = {"R": ("real",), "Z": ("integer",), "N": ("integer", "nonnegative"), "Q": ("real",), "ℝ": ("real",), "ℤ": ("integer",), "ℕ": ("integer", "nonnegative"),
                "ℚ": ("real",)}
_FILLING: Final = ("is", "are", "be", "a", "an", "number", "numbers")
_CONSTANTS: Final = ("pi", "e", "oo", "phi", "i")
#: One letter, and what is said of it.
_Said = tuple[str, Node]


def begins_assumption(tokens: list[Token], names: KnownNames) -> bool:
    """Whether a line begins as an assumption does."""
    first, second = tokens[0], tokens[1]
    if first.kind != "name" or names.has_meaning(first.text):
        return False
    if first.text.lower() in ("let", "given"):
        return second.kind == "name" and (tokens[2].kind in _ORDER or tokens[2].text.lower() in ("be", "is"))
    return first.text.lower() in _OPENINGS and second.kind in ("name", "number", "|", "-", "(")


def read_assumptions(reader: Reader) -> tuple[tuple[str, ...], tuple[Node, ...]]:
    """The letters, each as often as something is said of it, and what is said: a relation, or the name of a kind. Error: syntax."""
    cursor = reader.cursor
    cursor.take_word("that")
    found: list[_Said] = []
    while True:
        clause = _Clause(reader)
        kinds = clause.kinds() if found and cursor.token.text not in ("a", "an") else []  # `assume n >= 1, integer`
        found += [(found[-1][0], kind) for kind in kinds] if kinds else clause.read()
        if not (cursor.take(",") or cursor.take_word("and")):
            break
    return tuple(letter for letter, _ in found), tuple(node for _, node in found)


class _Clause:
    def __init__(self, reader: Reader) -> None:
        self.reader, self.cursor = reader, reader.cursor

    def read(self) -> list[_Said]:
        start = self.cursor.token
        letters = self._letters()
        if letters and (kinds := self.kinds()):
            return [(canonical_name(letter.text), kind) for letter in letters for kind in kinds]
        if letters and (self.cursor.token.kind == "∈" or self.cursor.is_word("in")):
            return self._lies_in(letters)
        self._back_to(letters)
        node = self._relation()
        if (letter := _letter_of(node)) is not None:
            assert isinstance(node, Relation)
            others = [Relation((Name(canonical_name(t.text), start=t.start, end=t.end), *node.sides[1:]), node.signs, start=node.start, end=node.end)
                      for t in letters[:-1]] if isinstance(node.sides[0], Name) else []
            return [*((canonical_name(t.text), o) for t, o in zip(letters, others, strict=False)), (letter, node)]
        if self.cursor.tolerant:
            return [("x", node)]
        raise LineError("syntax", "An assumption is about one letter, as in assume x > 0 or assume n integer.", start.start, self.cursor.last_end)

    def _letters(self) -> list[Token]:
        """`x`, or `a, b, c` before what is said of all of them; the cursor stands behind them."""
        found: list[Token] = []
        cursor = self.cursor
        while cursor.token.kind == "name" and (not self._is_kind(cursor.token) or (not found and cursor.token.text == "a")):
            found.append(cursor.advance())
            if not (cursor.token.kind == "," or cursor.is_word("and")) or cursor.ahead().kind != "name":
                break
            cursor.advance()
        return found

    def _back_to(self, letters: list[Token]) -> None:
        """Reading goes back to the last of the letters, with which a relation begins."""
        if letters:
            self.cursor.at = self.cursor.tokens.index(letters[-1])

    def _is_kind(self, token: Token) -> bool:
        if token.kind != "name" or self.cursor.names.has_meaning(token.text):
            return False
        if token.text in ("a", "an"):  # `is a positive integer`; in `a < 1` it is a letter
            following = self.cursor.tokens[self.cursor.tokens.index(token) + 1]
            return following.kind == "name" and following.text.lower() in (*_KINDS, "non")
        return token.text.lower() in (*_KINDS, *_FILLING, "non")

    def kinds(self) -> list[Name]:
        """`is a positive integer`, `integer`, `non-negative`."""
        cursor = self.cursor
        found: list[Name] = []
        while self._is_kind(cursor.token):
            token = cursor.advance()
            text = token.text.lower()
            if text == "non":
                cursor.take("-")
                text += cursor.advance().text.lower()
            if text in _FILLING:
                continue
            if text not in _KINDS:
                raise LineError("syntax", "Of a letter it can be said that it is positive, negative, nonzero, an integer or real.", token.start, cursor.last_end)
            found += [Name(kind, start=token.start, end=cursor.last_end) for kind in _KINDS[text]]
        return found

    def _lies_in(self, letters: list[Token]) -> list[_Said]:
        """`in [0, 1]`, `∈ R`."""
        cursor = self.cursor
        following = cursor.ahead()
        if following.text in SETS:
            cursor.at += 2
            return [(canonical_name(t.text), Name(kind, start=following.start, end=following.end)) for t in letters for kind in SETS[following.text]]
        where = Ranges(cursor, self.reader).interval()
        signs = ("<=" if where.low_closed else "<", "<=" if where.high_closed else "<")
        found: list[_Said] = []
        for token in letters:
            name = Name(canonical_name(token.text), start=token.start, end=token.end)
            found.append((name.name, _between(where.low, name, where.high, signs, token.start, where.end)))
        return found

    def _relation(self) -> Node:
        """A relation; brackets round it and the size of a letter are taken apart."""
        node = self.cursor.within(lambda: self.cursor.is_word("and"), self.reader.relation)
        while isinstance(node, Bracket):
            node = node.body
        if isinstance(node, Relation) and len(node.sides) == 2 and node.signs[0] in ("<", "<="):
            size, bound = node.sides
            inside = size.body if isinstance(size, Absolute) else size.arguments[0] if isinstance(size, Call) and size.name == "abs" else None
            if isinstance(inside, Name):
                return _between(Negative(bound, start=bound.start, end=bound.end), inside, bound, (node.signs[0], node.signs[0]), node.start, node.end)
        return node


def _between(low: Node, name: Node, high: Node, signs: tuple[str, str], start: int, end: int) -> Relation:
    """`low <= x <= high`, without the ends that are infinite."""
    sides, kept = [name], []
    if not _is_infinite(low):
        sides, kept = [low, name], [signs[0]]
    if not _is_infinite(high):
        sides, kept = [*sides, high], [*kept, signs[1]]
    return Relation(tuple(sides), tuple(kept), start=start, end=end)


def _is_infinite(node: Node) -> bool:
    return _is_infinite(node.body) if isinstance(node, Negative) else isinstance(node, Name) and node.name == "oo"


def _letter_of(node: Node) -> str | None:
    """The one letter that a relation is about."""
    if not isinstance(node, Relation):
        return None
    letters = [side.name for side in node.sides if isinstance(side, Name) and side.name not in _CONSTANTS]
    return letters[0] if len(letters) == 1 else None
