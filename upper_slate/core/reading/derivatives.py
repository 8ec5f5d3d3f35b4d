"""Reads derivatives that are written as quotients of differentials."""

from __future__ import annotations

from ..language.tree import Derivative, Name, Node
from ..language.words import CONSTANTS
from .grammar import Part
from .tokens import canonical_name


class Derivatives(Part):
    """`d/dx E`, `d^2/dx^2 E`."""

    # -- derivatives -----------------------------------------------------------------------------------------------

    def derivative(self) -> Node | None:
        """`d/dx E`, `d^2/dx^2 (…)`, and `dy/dx` for a name y of the page."""
        token, at = self.cursor.token, self.cursor.at
        if token.text in self.cursor.names.bound or not token.text.startswith("d"):
            return None
        order, of = 1, token.text[1:]
        self.cursor.advance()
        if not of and self.cursor.token.kind in ("^", "super"):
            power = self._order()
            if power is None:
                self.cursor.at = at
                return None
            order, of = power, ""
            if self.cursor.token.kind == "name" and self.cursor.token.text != "d" and self.cursor.names.is_known(self.cursor.token.text):
                of = self.cursor.advance().text
        letter = self._denominator(order)
        if letter is None or (of and not self.cursor.names.is_known(canonical_name(of))):
            self.cursor.at = at
            return None
        if of:
            body: Node = Name(canonical_name(of), start=token.start, end=token.end)
            return Derivative(letter, order, body, start=token.start, end=self.cursor.last_end)
        if self.cursor.at_stop():
            body = self.grammar.missing(self.cursor.tokens[self.cursor.at - 1])
        else:
            body = self.cursor.binding((letter,), self.grammar.product) if len(letter) > 1 else self.grammar.product()
        if self.cursor.token.kind in ("+", "-"):
            self.cursor.note(f"d/d{letter} reaches as far as the product: {self.cursor.text_of(body)}. Put a longer expression in brackets.", token.start, body.end)
        return Derivative(letter, order, body, start=token.start, end=body.end)

    def _order(self) -> int | None:
        if self.cursor.token.kind == "super":
            return int(self.cursor.advance().text) if self.cursor.token.text.isdigit() else None
        if self.cursor.token.kind == "^" and self.cursor.ahead().kind == "number" and self.cursor.ahead().text.isdigit():
            self.cursor.at += 2
            return int(self.cursor.tokens[self.cursor.at - 1].text)
        return None

    def _denominator(self, order: int) -> str | None:
        """`/dx`, or `/dx^2` for the second derivative."""
        if self.cursor.token.kind != "/" or self.cursor.ahead().kind != "name":
            return None
        name = self.cursor.ahead().text
        if not name.startswith("d") or len(name) < 2 or self.cursor.names.is_known(name):
            return None
        letter = canonical_name(name[1:])
        if not (self.cursor.names.is_letter(letter) or self.cursor.names.is_known(letter)) or letter in CONSTANTS:
            return None
        self.cursor.at += 2
        if order > 1 and self._order() != order:
            return None
        return letter
