"""Reads numbers, brackets, roots, lists, and the signs behind them (! ' ° %)."""

from __future__ import annotations

from ..language.tree import Absolute, Bracket, Call, CellReference, Gap, ListOf, Mixed, Node, Number, Postfix, Prime, Unread
from ..language.words import SMALL_WORDS
from ..problems import LineError, Suggestion
from .cursor import END_OF_OPERAND, MAX_DEPTH, Deeper
from .grammar import Part
from .tokens import Token


class Atoms(Part):
    """The smallest parts, with the signs that stand behind them."""

    # -- postfix signs ---------------------------------------------------------------------------------------------

    def postfixed(self) -> Node:
        return self.postfixes(self.atom())

    def postfixes(self, node: Node) -> Node:
        count = 0
        while self.cursor.token.kind in ("!", "°", "%", "'") or (self.cursor.token.kind == "!=" and self._is_factorial_equals()):
            token = self.cursor.token
            if token.kind == "!=":  # `3!=6` is read as ≠
                self.cursor.note(f"Read as ≠ (not equal). For the factorial write {self.cursor.text_of(node)}! = with a space.", token.start, token.end)
                break
            self.cursor.advance()
            count += 1
            if count > MAX_DEPTH:
                raise self.cursor.fail("Here are more signs in a row than can be worked out.", token)
            if token.kind == "'":
                order = 1
                while self.cursor.token.kind == "'":
                    self.cursor.advance()
                    order += 1
                node = Prime(node, order, start=node.start, end=self.cursor.last_end)
                if self.cursor.token.kind == "(" and self.cursor.is_function(node):
                    node = self.grammar.applied(node)
            else:
                if token.kind == "%":
                    self.cursor.note("% is a hundredth, always: 10% is 0.1.", token.start, token.end)
                node = Postfix(token.kind, node, start=node.start, end=token.end)
        return node

    def _is_factorial_equals(self) -> bool:
        token = self.cursor.token
        return self.cursor.source[token.start] == "!" and not token.spaced

    # -- atoms -----------------------------------------------------------------------------------------------------

    def atom(self) -> Node:
        with Deeper(self.cursor):
            return self._atom()

    def _atom(self) -> Node:
        token = self.cursor.token
        match token.kind:
            case "number":
                return self._number()
            case "name":
                if token.text in SMALL_WORDS and token.text not in self.cursor.names.bound:
                    return self._nothing_here(token)
                return self.grammar.name()
            case "(":
                return self.bracket()
            case "[":
                self.cursor.advance()
                self.cursor.bars.append(0)
                items = self.arguments("]", token)
                self.cursor.bars.pop()
                return ListOf(items, start=token.start, end=self.cursor.last_end)
            case "|":
                return self._absolute()
            case "√" | "∛":
                return self._root_sign()
        return self._nothing_here(token)

    def _nothing_here(self, token: Token) -> Node:
        if self.cursor.tolerant:
            if token.kind in END_OF_OPERAND or token.kind == "name":
                return Gap(start=token.start, end=token.start)
            self.cursor.advance()
            return Unread(token.text, start=token.start, end=token.end)
        if token.kind == "end":
            last = self.cursor.tokens[self.cursor.at - 1] if self.cursor.at else token
            raise LineError("syntax", "Something is missing here: the line ends where a number or an expression is expected.", last.start, last.end)
        if token.kind in (")", "]"):
            raise self.cursor.fail(f"There is nothing before this {token.text}: a number or an expression is expected.", token)
        raise self.cursor.fail(f"A number or an expression is expected before {token.text}.", token)

    def _number(self) -> Node:
        token = self.cursor.advance()
        number = Number(token.text, start=token.start, end=token.end)
        if number.is_recurring and not token.text.split("(")[0].endswith("."):
            head, tail = token.text[:-1].split("(")
            self.cursor.note(f"Read as the recurring decimal {head}{tail}{tail}…. For a product write {head}*({tail}).", token.start, token.end)
        following, slash, under = self.cursor.token, self.cursor.ahead(), self.cursor.ahead(2)
        if (token.text.isdigit() and following.kind == "number" and following.text.isdigit() and following.spaced
                and slash.kind == "/" and under.kind == "number" and under.text.isdigit() and self.cursor.ahead(3).kind not in ("^", "super", "!")):
            self.cursor.at += 3
            parts = [Number(t.text, start=t.start, end=t.end) for t in (following, under)]
            return Mixed(number, parts[0], parts[1], start=token.start, end=under.end)
        if following.kind == "," and self.cursor.ahead().kind == "number" and len(self.cursor.ahead().text) == 3 \
                and not self.cursor.ahead().spaced and not following.spaced and self.cursor.depth <= 2 and self.cursor.ahead().text.isdigit():
            raise LineError("syntax", f"{token.text},{self.cursor.ahead().text} is not a number: the comma separates. Write {token.text}{self.cursor.ahead().text}.",
                            token.start, self.cursor.ahead().end, Suggestion("", following.start, following.end))
        return number

    def bracket(self) -> Node:
        opened = self.cursor.advance()
        self.cursor.bars.append(0)
        stops, self.cursor.stops = self.cursor.stops, []
        try:
            if self.cursor.token.kind == ")" and not self.cursor.tolerant:
                raise LineError("syntax", "There is nothing between these brackets.", opened.start, self.cursor.token.end)
            body = self.grammar.inside_bracket()
            self.cursor.expect(")", opened)
        finally:
            self.cursor.stops = stops
            self.cursor.bars.pop()
        node: Node = Bracket(body, start=opened.start, end=self.cursor.last_end)
        if self.cursor.token.kind == "(" and (self.cursor.is_function(body) or isinstance(body, CellReference)):
            return self.grammar.applied(node)
        return node

    def _absolute(self) -> Node:
        opened = self.cursor.advance()
        self.cursor.bars[-1] += 1
        body = self.grammar.sum()
        if self.cursor.token.kind != "|" and not self.cursor.tolerant:
            self.cursor.expect("|", opened)
        self.cursor.bars[-1] -= 1
        self.cursor.take("|")
        return Absolute(body, start=opened.start, end=self.cursor.last_end)

    def _root_sign(self) -> Node:
        sign = self.cursor.advance()
        name = "sqrt" if sign.kind == "√" else "cbrt"
        if self.cursor.at_stop() or self.cursor.token.kind in ("^", "*", "/", "+"):
            argument = self.grammar.missing(sign)
        else:
            argument = self.atom()
        if isinstance(argument, Bracket):
            argument = argument.body
        elif self.cursor.token.kind in ("^", "super"):
            shown = self.cursor.text_of(argument)
            self.cursor.note(f"Read as ({sign.text}{shown}) to the power; for the root of the power write {name}({shown}^…).", sign.start, self.cursor.token.end)
        return Call(name, (argument,), start=sign.start, end=self.cursor.last_end)

    def arguments(self, closing: str, opened: Token) -> tuple[Node, ...]:
        items: list[Node] = []
        stops, self.cursor.stops = self.cursor.stops, []
        bars, self.cursor.bars = self.cursor.bars, [0]
        try:
            if not self.cursor.take(closing):
                while True:
                    items.append(self.grammar.with_at())
                    if not self.cursor.take(","):
                        break
                self.cursor.expect(closing, opened)
        finally:
            self.cursor.stops, self.cursor.bars = stops, bars
        return tuple(items)
