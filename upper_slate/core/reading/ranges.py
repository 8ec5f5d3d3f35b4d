"""Reads ranges: one family of spellings for all requests, from `for x from a to b` to `, a <= x <= b`."""

from __future__ import annotations

from typing import Final

from ..language.tree import Gap, Interval, Name, Negative, Node, Relation
from ..problems import LineError
from .grammar import Part
from .said import Said
from .tokens import Token, canonical_name

_RISING: Final = ("<", "<=")
_FALLING: Final = (">", ">=")


class Ranges(Part):
    """The range of a letter, with its step or its single places."""

    def starts(self, with_places: bool = False) -> bool:
        """Whether a range stands here."""
        cursor = self.cursor
        if cursor.is_word("for", "from", "between") or (cursor.is_word("on", "in") and cursor.ahead().kind in ("[", "(")):
            return True
        if with_places and (cursor.is_word("at", "step") or self._in_steps()):
            return True
        return cursor.token.kind == "," and (self._is_chain(1) or self._is_counting())

    def _is_counting(self) -> bool:
        """`, n = 1 to 10`; in `, y = 1/x for x from 1 to 10` another statement follows, and its range."""
        tokens = self.cursor.tokens[self.cursor.at + 1:]
        if len(tokens) < 3 or tokens[0].kind != "name" or tokens[1].kind != "=":
            return False
        return next((t.text == "to" for t in tokens[2:] if t.kind == "," or t.text in ("to", "for", "from", "between")), False)

    def read(self, said: Said, with_places: bool = False) -> None:
        """Reads what stands here into `said`; nothing where no range stands."""
        cursor = self.cursor
        if cursor.token.kind == "," and self._is_chain(1):
            cursor.advance()
            self._chain(said)
        elif cursor.take_word("for") or (cursor.token.kind == "," and self._is_counting() and cursor.take(",")):
            self._for(said, with_places)
        elif with_places and cursor.take_word("at"):
            if cursor.token.kind == "name" and cursor.ahead().kind == "=":
                said.letters.append(canonical_name(cursor.advance().text))
                cursor.advance()
            said.points = self._items()
        else:
            self._ends(said)
        if with_places:
            self._step(said)

    # -- spellings -------------------------------------------------------------------------------------------------

    def _for(self, said: Said, with_places: bool) -> None:
        cursor = self.cursor
        if self._is_chain(0):
            self._chain(said)
            return
        names = [self.letter(said)]
        while cursor.token.kind == "," and cursor.ahead().kind == "name" and cursor.ahead(2).kind not in ("(", "'") and not self._is_chain(1):
            cursor.advance()
            token = cursor.token
            names.append(self.letter(said))
            if names[-1] in names[:-1] and not cursor.tolerant:
                raise cursor.fail(f"The letter {names[-1]} stands twice behind “for”.", token)
        said.letters += names
        if cursor.token.kind == "," and self._is_chain(1):
            cursor.advance()
            self._chain(said)
        elif cursor.take("="):
            low = self._end()
            if cursor.take_word("to"):
                said.low, said.high = low, self._end()
            elif with_places:
                said.points = (low, *self._items()) if cursor.take(",") else (low,)
            elif not cursor.tolerant:
                raise cursor.fail(f"Here “to” and the other end are expected, as in “{said.example}”.")
        else:
            self._ends(said)

    def _ends(self, said: Said) -> None:
        """`from a to b`, `between a and b`, `in [a, b]`; nothing where none of them stands."""
        cursor = self.cursor
        if cursor.take_word("from"):
            said.low = self._end_with_letter(said)
            self._expect("to", said)
            said.high = self._end_with_letter(said)
        elif cursor.take_word("between"):
            said.low = self._end_with_letter(said)
            self._expect("and", said)
            said.high = self._end_with_letter(said)
        elif cursor.is_word("in", "on") and not self._in_steps():
            said.interval = self.interval()

    def _end_with_letter(self, said: Said) -> Node:
        """An end, where `x = 0` may be said for 0."""
        cursor = self.cursor
        if cursor.token.kind == "name" and cursor.ahead().kind == "=":
            letter = canonical_name(cursor.advance().text)
            cursor.advance()
            if letter not in said.letters:
                said.letters.append(letter)
        return self._end()

    def _end(self) -> Node:
        return self.cursor.within(lambda: self.cursor.is_word("to", "step", "near", "of") or self._in_steps() or self.starts(), self.grammar.sum)

    def _step(self, said: Said) -> None:
        cursor = self.cursor
        if cursor.take_word("step") or self._in_steps():
            if cursor.is_word("in"):
                cursor.at += 3
            cursor.take_word("of")
            said.step = self.grammar.sum()

    def _in_steps(self) -> bool:
        cursor = self.cursor
        return cursor.is_word("in") and cursor.ahead().text == "steps" and cursor.ahead(2).text == "of"

    def interval(self) -> Interval:
        """`in [a, b)`."""
        cursor = self.cursor
        start = cursor.advance().start
        opened = cursor.token
        if opened.kind not in ("[", "("):
            if cursor.tolerant:
                gaps = Gap(start=opened.start, end=opened.start), Gap(start=opened.start, end=opened.start)
                return Interval(*gaps, True, True, start=start, end=opened.start)
            raise cursor.fail("After “in” an interval is expected, as in [0, 5] or (0, oo).")
        cursor.advance()
        low = self.grammar.sum()
        if not cursor.take(",") and not cursor.tolerant:
            raise cursor.fail("An interval has two ends with a comma between them, as in [0, 5].")
        high = self.grammar.sum()
        closing = cursor.token
        if closing.kind not in ("]", ")") and not cursor.tolerant:
            raise cursor.fail("The interval ends with ] or ).")
        cursor.advance()
        return Interval(low, high, opened.kind == "[", closing.kind == "]", start=start, end=cursor.last_end)

    # -- chains ----------------------------------------------------------------------------------------------------

    def _is_chain(self, steps: int) -> bool:
        """Whether `a <= x <= b`, or `x >= a`, stands so many tokens ahead, up to a comma or the end."""
        cursor = self.cursor
        sides: list[list[Token]] = [[]]
        depth = 0
        for token in cursor.tokens[cursor.at + steps:]:
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0 or token.kind in ("end", "=", "!=",
                "?") or (depth == 0 and (token.kind == "," or (token.kind == "name" and token.text in ("for", "step", "near")))):
                break
            if depth == 0 and token.kind in (*_RISING, *_FALLING):
                sides.append([])
            else:
                sides[-1].append(token)
        lone = [len(side) == 1 and side[0].kind == "name" for side in sides]
        return (len(sides) == 3 and lone[1]) or (len(sides) == 2 and lone[0] != lone[1])

    def _chain(self, said: Said) -> None:
        cursor = self.cursor
        start = cursor.token.start
        node = cursor.within(lambda: cursor.is_word("for", "step", "near"), self._relation)
        if not isinstance(node, Relation):  # a sign without a meaning stands in front of it
            if cursor.tolerant:
                return
            raise cursor.fail(f"Here a range is expected, as in “{said.example}”.")
        letter, low, high, low_closed, high_closed = _bounds(node)
        if letter not in said.letters:
            said.letters.append(letter)
        said.interval = Interval(low, high, low_closed, high_closed, start=start, end=cursor.last_end)

    def _relation(self) -> Node:
        return self.grammar.relation()

    # -- parts -----------------------------------------------------------------------------------------------------

    def letter(self, said: Said) -> str:
        """The letter that stands here."""
        cursor = self.cursor
        if cursor.token.kind == "name":
            return canonical_name(cursor.advance().text)
        if cursor.tolerant:
            return "x"
        raise cursor.fail(f"Here a letter is expected, as in “{said.example}”.")

    def _items(self) -> tuple[Node, ...]:
        items = [self._end()]
        while self.cursor.take(","):
            items.append(self._end())
        return tuple(items)

    def _expect(self, word: str, said: Said) -> None:
        if not self.cursor.take_word(word) and not self.cursor.tolerant:
            raise self.cursor.fail(f"Here “{word}” is expected, as in “{said.example}”.")

    def missing(self, said: Said) -> LineError:
        """The error where a range has to stand."""
        return self.cursor.fail(f"Here a range is expected, as in “{said.example}”.")


def _bounds(node: Relation) -> tuple[str, Node, Node, bool, bool]:
    """Letter and ends of a chain, with whether each end belongs to it."""
    infinite = Name("oo", start=node.start, end=node.end)
    sides, signs = node.sides, node.signs
    if len(sides) == 3:
        middle = sides[1]
        assert isinstance(middle, Name)
        if signs[0] in _RISING:
            return middle.name, sides[0], sides[2], signs[0] == "<=", signs[1] == "<="
        return middle.name, sides[2], sides[0], signs[1] == ">=", signs[0] == ">="
    if not isinstance(sides[0], Name):  # 0 < x is x > 0
        sides, signs = (sides[1], sides[0]), ({"<": ">", "<=": ">=", ">": "<", ">=": "<="}[signs[0]],)
    letter = sides[0]
    assert isinstance(letter, Name)
    if signs[0] in _FALLING:
        return letter.name, sides[1], infinite, signs[0] == ">=", False
    return letter.name, Negative(infinite, start=node.start, end=node.end), sides[1], False, signs[0] == "<="
