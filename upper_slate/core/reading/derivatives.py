"""Reads derivatives that are written as quotients of differentials."""

from __future__ import annotations

from ..language.tree import Derivative, Name, Node
from ..language.words import CONSTANTS
from .cursor import Cursor
from .tokens import canonical_name


class DerivativeReader(Cursor):
    """`d/dx E`, `d^2/dx^2 E`."""

    # -- derivatives -----------------------------------------------------------------------------------------------

    def _derivative(self) -> Node | None:
        """`d/dx E`, `d^2/dx^2 (…)`, and `dy/dx` for a name y of the page."""
        token, at = self.token, self.at
        if token.text in self.names.bound or not token.text.startswith("d"):
            return None
        order, of = 1, token.text[1:]
        self.advance()
        if not of and self.token.kind in ("^", "super"):
            power = self._order()
            if power is None:
                self.at = at
                return None
            order, of = power, ""
            if self.token.kind == "name" and self.token.text != "d" and self.names.is_known(self.token.text):
                of = self.advance().text
        letter = self._denominator(order)
        if letter is None or (of and not self.names.is_known(canonical_name(of))):
            self.at = at
            return None
        if of:
            body: Node = Name(canonical_name(of), start=token.start, end=token.end)
            return Derivative(letter, order, body, start=token.start, end=self.last_end)
        if self.at_stop():
            body = self._missing(self.tokens[self.at - 1])
        else:
            body = self.binding((letter,), self.product) if len(letter) > 1 else self.product()
        if self.token.kind in ("+", "-"):
            self.note(f"d/d{letter} reaches as far as the product: {self.text_of(body)}. Put a longer expression in brackets.", token.start, body.end)
        return Derivative(letter, order, body, start=token.start, end=body.end)

    def _order(self) -> int | None:
        if self.token.kind == "super":
            return int(self.advance().text) if self.token.text.isdigit() else None
        if self.token.kind == "^" and self.ahead().kind == "number" and self.ahead().text.isdigit():
            self.at += 2
            return int(self.tokens[self.at - 1].text)
        return None

    def _denominator(self, order: int) -> str | None:
        """`/dx`, or `/dx^2` for the second derivative."""
        if self.token.kind != "/" or self.ahead().kind != "name":
            return None
        name = self.ahead().text
        if not name.startswith("d") or len(name) < 2 or self.names.is_known(name):
            return None
        letter = canonical_name(name[1:])
        if not (self.names.is_letter(letter) or self.names.is_known(letter)) or letter in CONSTANTS:
            return None
        self.at += 2
        if order > 1 and self._order() != order:
            return None
        return letter
