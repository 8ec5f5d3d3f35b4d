"""Reads derivatives that are written as quotients of differentials."""

from __future__ import annotations

import re
from typing import Final

from ..language.tree import Call, Derivative, Name, Node
from ..language.words import CONSTANTS
from ..problems import LineError, Suggestion
from .grammar import Part
from .tokens import canonical_name

#: `d2y`, and `dx2` below it.
_NUMBERED: Final = re.compile(r"d(\d)([A-Za-z]\w*)?")
_NUMBERED_BELOW: Final = re.compile(r"d([A-Za-z])_?(\d)")


class Derivatives(Part):
    """`d/dx E`, `d^2/dx^2 (…)`, `dy/dx` for a name y of the page, `d f(x)/dx`."""

    def derivative(self) -> Node | None:
        """The derivative that begins here; None where the d is a letter."""
        cursor = self.cursor
        token, mark = cursor.token, cursor.mark()
        if not token.text.startswith("d") or cursor.names.has_meaning(token.text):
            return None
        found = self._quotient() or self._of_expression()
        if found is None:
            cursor.back_to(mark)
        return found

    def _quotient(self) -> Node | None:
        """`d/dx E` and `dy/dx`."""
        cursor = self.cursor
        token, at = cursor.token, cursor.at
        order, of = 1, token.text[1:]
        cursor.advance()
        if numbered := _NUMBERED.fullmatch(token.text):
            order, of = int(numbered[1]), numbered[2] or ""
        elif not of and cursor.token.kind in ("^", "super"):
            power = self._order()
            if power is None:
                cursor.at = at
                return None
            order = power
            if cursor.token.kind == "name" and cursor.token.text != "d":
                of = cursor.advance().text
        letter = self._denominator(order)
        if letter is None:
            cursor.at = at
            return None
        if of:
            return self._of_name(of, letter, order, token.start)
        return self._of_what_follows(letter, order, token.start)

    def _of_name(self, of: str, letter: str, order: int, start: int) -> Node | None:
        cursor = self.cursor
        name = canonical_name(of)
        if not cursor.names.has_meaning(name) and cursor.is_word("of"):
            found = self._of_what_follows(letter, order, start)  # dy/dx of x^3
            if Name(name) in found.body.walk() and not cursor.tolerant:
                raise LineError("not-supported", f"How {name} depends on {letter} is not known above this line, so it cannot be differentiated here.", start, found.end)
            return found
        if not cursor.names.has_meaning(name):
            if not cursor.names.is_letter(name):
                return None
        place = start, cursor.last_end
        own = cursor.names.parameters(name)
        if len(own) > 1 and letter in own:  # ∂f/∂x of a function of several letters
            body: Node = Call(name, tuple(Name(n, start=place[0], end=place[1]) for n in own), start=place[0], end=place[1])
        else:
            body = Name(name, start=place[0], end=place[1])
        return Derivative(letter, order, body, start=place[0], end=place[1])

    def _of_what_follows(self, letter: str, order: int, start: int) -> Derivative:
        cursor = self.cursor
        whole = cursor.take_word("of")
        if cursor.at_stop():
            body = self.grammar.missing(cursor.tokens[cursor.at - 1])
        else:
            read = self.grammar.sum if whole else self.grammar.product
            body = cursor.binding((letter,), read) if len(letter) > 1 else read()
        if cursor.token.kind in ("+", "-"):
            rest = cursor.source[body.start:cursor.tokens[-1].end].strip()
            offers = (Suggestion(f"({rest})", body.start, body.start + len(rest)),) if not cursor.brackets else ()
            cursor.note(f"d/d{letter} reaches as far as the product: {cursor.text_of(body)}. Put a longer expression in brackets.", start, body.end, offers=offers)
        return Derivative(letter, order, body, start=start, end=body.end)

    def _of_expression(self) -> Node | None:
        """`d f(x)/dx`, `d(f(x))/dx`."""
        cursor = self.cursor
        token = cursor.token
        if token.text != "d" or cursor.ahead().kind not in ("(", "name"):
            return None
        if not any(t.kind == "/" for t in cursor.tokens[cursor.at:]):
            return None
        cursor.advance()
        try:
            body = self.grammar.postfixed()
        except LineError:
            return None
        letter = self._denominator(1)
        if letter is None:
            return None
        return Derivative(letter, 1, body, start=token.start, end=cursor.last_end)

    def _order(self) -> int | None:
        cursor = self.cursor
        if cursor.token.kind == "super":
            return int(cursor.advance().text) if cursor.token.text.isdigit() else None
        if cursor.token.kind == "^" and cursor.ahead().kind == "number" and cursor.ahead().text.isdigit():
            cursor.at += 2
            return int(cursor.tokens[cursor.at - 1].text)
        return None

    def _denominator(self, order: int) -> str | None:
        """`/dx`, or `/dx^2` and `/dx2` for the second derivative."""
        cursor = self.cursor
        if cursor.token.kind != "/" or cursor.ahead().kind != "name":
            return None
        name = cursor.ahead().text
        if not name.startswith("d") or len(name) < 2 or cursor.names.is_known(name):
            return None
        numbered = _NUMBERED_BELOW.fullmatch(name) if order > 1 else None
        is_numbered = numbered is not None and int(numbered[2]) == order and cursor.ahead(2).kind not in ("^", "super")
        letter = numbered[1] if numbered is not None and is_numbered else canonical_name(name[1:])
        if not (cursor.names.is_letter(letter) or cursor.names.is_known(letter)) or letter in CONSTANTS:
            return None
        cursor.at += 2
        if order > 1 and not is_numbered and self._order() != order:
            return None
        return letter
