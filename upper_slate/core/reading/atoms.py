"""Reads numbers, brackets, roots, lists, and the signs behind them (! ' ° %)."""

from __future__ import annotations

from ..language.tree import Absolute, Bracket, Call, CellReference, Gap, ListOf, Mixed, Node, Number, Postfix, Prime, Unread
from ..language.words import SMALL_WORDS
from ..problems import LineError, Suggestion
from .cursor import END_OF_OPERAND, MAX_DEPTH, Deeper
from .named import NameReader
from .tokens import Token


class AtomReader(NameReader):
    """The smallest parts, with the signs that stand behind them."""

    # -- postfix signs ---------------------------------------------------------------------------------------------

    def postfixed(self) -> Node:
        return self._postfixes(self.atom())

    def _postfixes(self, node: Node) -> Node:
        count = 0
        while self.token.kind in ("!", "°", "%", "'") or (self.token.kind == "!=" and self._is_factorial_equals()):
            token = self.token
            if token.kind == "!=":  # `3!=6` is read as ≠
                self.note(f"Read as ≠ (not equal). For the factorial write {self.text_of(node)}! = with a space.", token.start, token.end)
                break
            self.advance()
            count += 1
            if count > MAX_DEPTH:
                raise self.fail("Here are more signs in a row than can be worked out.", token)
            if token.kind == "'":
                order = 1
                while self.token.kind == "'":
                    self.advance()
                    order += 1
                node = Prime(node, order, start=node.start, end=self.last_end)
                if self.token.kind == "(" and self._is_function(node):
                    node = self._applied(node)
            else:
                if token.kind == "%":
                    self.note("% is a hundredth, always: 10% is 0.1.", token.start, token.end)
                node = Postfix(token.kind, node, start=node.start, end=token.end)
        return node

    def _is_factorial_equals(self) -> bool:
        token = self.token
        return self.source[token.start] == "!" and not token.spaced

    # -- atoms -----------------------------------------------------------------------------------------------------

    def atom(self) -> Node:
        with Deeper(self):
            return self._atom()

    def _atom(self) -> Node:
        token = self.token
        match token.kind:
            case "number":
                return self._number()
            case "name":
                if token.text in SMALL_WORDS and token.text not in self.names.bound:
                    return self._nothing_here(token)
                return self._name()
            case "(":
                return self._bracket()
            case "[":
                self.advance()
                self._bars.append(0)
                items = self._arguments("]", token)
                self._bars.pop()
                return ListOf(items, start=token.start, end=self.last_end)
            case "|":
                return self._absolute()
            case "√" | "∛":
                return self._root_sign()
        return self._nothing_here(token)

    def _nothing_here(self, token: Token) -> Node:
        if self.tolerant:
            if token.kind in END_OF_OPERAND or token.kind == "name":
                return Gap(start=token.start, end=token.start)
            self.advance()
            return Unread(token.text, start=token.start, end=token.end)
        if token.kind == "end":
            last = self.tokens[self.at - 1] if self.at else token
            raise LineError("syntax", "Something is missing here: the line ends where a number or an expression is expected.", last.start, last.end)
        if token.kind in (")", "]"):
            raise self.fail(f"There is nothing before this {token.text}: a number or an expression is expected.", token)
        raise self.fail(f"A number or an expression is expected before {token.text}.", token)

    def _number(self) -> Node:
        token = self.advance()
        number = Number(token.text, start=token.start, end=token.end)
        if number.is_recurring and not token.text.split("(")[0].endswith("."):
            head, tail = token.text[:-1].split("(")
            self.note(f"Read as the recurring decimal {head}{tail}{tail}…. For a product write {head}*({tail}).", token.start, token.end)
        following, slash, under = self.token, self.ahead(), self.ahead(2)
        if (token.text.isdigit() and following.kind == "number" and following.text.isdigit() and following.spaced
                and slash.kind == "/" and under.kind == "number" and under.text.isdigit() and self.ahead(3).kind not in ("^", "super", "!")):
            self.at += 3
            parts = [Number(t.text, start=t.start, end=t.end) for t in (following, under)]
            return Mixed(number, parts[0], parts[1], start=token.start, end=under.end)
        if following.kind == "," and self.ahead().kind == "number" and len(self.ahead().text) == 3 \
                and not self.ahead().spaced and not following.spaced and self._depth <= 2 and self.ahead().text.isdigit():
            raise LineError("syntax", f"{token.text},{self.ahead().text} is not a number: the comma separates. Write {token.text}{self.ahead().text}.",
                            token.start, self.ahead().end, Suggestion("", following.start, following.end))
        return number

    def _bracket(self) -> Node:
        opened = self.advance()
        self._bars.append(0)
        stops, self._stops = self._stops, []
        try:
            if self.token.kind == ")" and not self.tolerant:
                raise LineError("syntax", "There is nothing between these brackets.", opened.start, self.token.end)
            body = self.inside_bracket()
            self.expect(")", opened)
        finally:
            self._stops = stops
            self._bars.pop()
        node: Node = Bracket(body, start=opened.start, end=self.last_end)
        if self.token.kind == "(" and (self._is_function(body) or isinstance(body, CellReference)):
            return self._applied(node)
        return node

    def inside_bracket(self) -> Node:
        """What may stand in brackets; the reader of lines adds requests."""
        return self.with_at()

    def _absolute(self) -> Node:
        opened = self.advance()
        self._bars[-1] += 1
        body = self.sum()
        if self.token.kind != "|" and not self.tolerant:
            self.expect("|", opened)
        self._bars[-1] -= 1
        self.take("|")
        return Absolute(body, start=opened.start, end=self.last_end)

    def _root_sign(self) -> Node:
        sign = self.advance()
        name = "sqrt" if sign.kind == "√" else "cbrt"
        if self.at_stop() or self.token.kind in ("^", "*", "/", "+"):
            argument = self._missing(sign)
        else:
            argument = self.atom()
        if isinstance(argument, Bracket):
            argument = argument.body
        elif self.token.kind in ("^", "super"):
            shown = self.text_of(argument)
            self.note(f"Read as ({sign.text}{shown}) to the power; for the root of the power write {name}({shown}^…).", sign.start, self.token.end)
        return Call(name, (argument,), start=sign.start, end=self.last_end)

    def _arguments(self, closing: str, opened: Token) -> tuple[Node, ...]:
        items: list[Node] = []
        stops, self._stops = self._stops, []
        bars, self._bars = self._bars, [0]
        try:
            if not self.take(closing):
                while True:
                    items.append(self.with_at())
                    if not self.take(","):
                        break
                self.expect(closing, opened)
        finally:
            self._stops, self._bars = stops, bars
        return tuple(items)
