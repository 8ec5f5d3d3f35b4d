"""Reads numbers, brackets, roots, lists, and the signs behind them (! ' ° %)."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Final

from ..language.tree import Absolute, At, Bracket, Call, CellReference, Gap, ListOf, Mixed, Name, Node, Number, Postfix, Prime, Product, Sum, Unread
from ..language.words import CALLS, SMALL_WORDS
from ..problems import LineError, Suggestion
from .cursor import END_OF_OPERAND, MAX_DEPTH, Deeper
from .grammar import Part
from .other_readings import note_mixed_number, note_second_factorial
from .tokens import FRACTIONS, Token, canonical_name, meaningless

#: `C3` behind a number.
_COUNTING: Final = re.compile(r"([CP])(\d+)")


class Atoms(Part):
    """The smallest parts, with the signs that stand behind them."""

    # -- postfix signs ---------------------------------------------------------------------------------------------

    def postfixed(self) -> Node:
        return self.postfixes(self.atom())

    def postfixes(self, node: Node) -> Node:
        count = 0
        while self.cursor.token.kind in ("!", "°", "%", "'", "''") or (self.cursor.token.kind == "!=" and self._is_factorial_equals()):
            token = self.cursor.token
            if token.kind == "°" and self.cursor.names.units and self.cursor.ahead().text in ("C", "F") and not self.cursor.ahead().spaced:
                break  # a temperature
            if token.kind == "!=":  # `3!=6` is read as ≠
                self.cursor.note(f"Read as ≠ (not equal). For the factorial write {self.cursor.text_of(node)}! = with a space.", token.start, token.end,
                                 offers=(Suggestion("! = ", token.start, token.end),))
                break
            self.cursor.advance()
            count += 1
            if count > MAX_DEPTH:
                raise self.cursor.fail("Here are more signs in a row than can be worked out.", token)
            if token.kind in ("'", "''"):
                node = self._prime(node, len(token.kind))
            else:
                if token.kind == "%":
                    self._refuse_modulo(node, token)
                    self.cursor.note("% is a hundredth, always: 10% is 0.1.", token.start, token.end)
                note_second_factorial(self.cursor, node, token)
                node = Postfix(token.kind, node, start=node.start, end=token.end)
        return node

    def _prime(self, node: Node, order: int) -> Node:
        """`f''`, `f'(2)`; `a'(3)` for an expression with one letter is its derivative there."""
        cursor = self.cursor
        while cursor.token.kind in ("'", "''"):
            order += len(cursor.advance().kind)
        primed = Prime(node, order, start=node.start, end=cursor.last_end)
        if isinstance(node, Name) and node.name in cursor.names.matrices and not cursor.names.letters.get(node.name) and not cursor.tolerant:
            raise LineError("syntax", f"The transpose of {node.name} is written {node.name}^T; a prime is a derivative.", node.end, cursor.last_end,
                            Suggestion("^T", node.end, cursor.last_end))
        if cursor.token.kind != "(":
            return primed
        if cursor.is_function(primed):
            return self.grammar.applied(primed)
        letters = cursor.names.letters.get(node.name, ()) if isinstance(node, Name) and node.name in cursor.names.values else ()
        if len(letters) != 1 or cursor.token.spaced:
            return primed
        opened = cursor.advance()
        values = self.arguments(")", opened)
        if values == (Name(letters[0]),) or len(values) != 1:
            return replace(primed, end=cursor.last_end)
        return At(primed, letters, values, start=node.start, end=cursor.last_end)

    def _refuse_modulo(self, node: Node, sign: Token) -> None:
        """`11 % 4` is no hundredth."""
        following = self.cursor.token
        if following.kind == "number" and isinstance(node, Number) and not self.cursor.tolerant:
            raise LineError("syntax", "% is a hundredth, as in 20%; what a division leaves is written with mod.", sign.start, sign.end,
                            Suggestion("mod" if sign.spaced and following.spaced else " mod ", sign.start, sign.end))

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
                if token.text.lower() in SMALL_WORDS and not self.cursor.names.has_meaning(token.text):
                    return self.grammar.name() if token.text.lower() in CALLS and self.cursor.ahead().kind == "(" else self._nothing_here(token)
                return self.grammar.name()
            case "(":
                return self.bracket()
            case "[":
                self.cursor.advance()
                self.cursor.bars.append(0)
                items = self.arguments("]", token)
                self.cursor.bars.pop()
                if len(items) == 1 and self._groups(token, items[0]):
                    self._note_grouping(token)
                    return Bracket(items[0], start=token.start, end=self.cursor.last_end)
                return ListOf(items, start=token.start, end=self.cursor.last_end)
            case "|":
                return self._absolute()
            case "√" | "∛" | "∜":
                return self._root_sign()
            case "fraction":
                return self._fraction()
            case "super" if self.cursor.ahead().kind == "√" and token.text.isdigit():
                self.cursor.advance()
                return self._root_sign(token)
            case "∫" | "∑" | "∏":
                if signed := self.grammar.signed():
                    return signed
        return self._nothing_here(token)

    def _nothing_here(self, token: Token) -> Node:
        if self.cursor.tolerant:
            if token.kind in END_OF_OPERAND or token.kind == "name":
                return Gap(start=token.start, end=token.start)
            self.cursor.advance()
            return Unread(token.text, start=token.start, end=token.end)
        if token.kind in ("unknown", "sub", "{", "}", ":", ";", ".", "_", "±", "∈"):
            raise meaningless(token)
        if token.kind == "end":
            last = self.cursor.tokens[self.cursor.at - 1] if self.cursor.at else token
            raise LineError("syntax", "Something is missing here: the line ends where a number or an expression is expected.", last.start, last.end)
        if token.kind in (")", "]"):
            raise self.cursor.fail(f"There is nothing before this {token.text}: a number or an expression is expected.", token)
        raise self.cursor.fail(f"A number or an expression is expected before {token.text}.", token)

    def _fraction(self) -> Node:
        """`½`."""
        token = self.cursor.advance()
        over, under = (Number(str(n), start=token.start, end=token.end) for n in FRACTIONS[token.text])
        return Product((over, under), ("", "/"), start=token.start, end=token.end)

    def _number(self) -> Node:
        cursor = self.cursor
        before = cursor.tokens[cursor.at - 1] if cursor.at else None
        token = cursor.advance()
        number = Number(token.text, start=token.start, end=token.end)
        if number.is_recurring and not token.text.split("(")[0].endswith("."):
            head, tail = token.text[:-1].split("(")
            cursor.note(f"Read as the recurring decimal {head}{tail}{tail}…. For a product write {head}*({tail}).", token.start, token.end,
                        offers=(Suggestion(f"{head}*({tail})", token.start, token.end),))
        if cursor.token.kind == "fraction" and token.text.isdigit():
            part = cursor.advance()
            over, under = (Number(str(n), start=part.start, end=part.end) for n in FRACTIONS[part.text])
            return Mixed(number, over, under, start=token.start, end=part.end)
        if self._is_mixed(token):
            self._refuse_two_fractions(before, token)
            over, under = (Number(t.text, start=t.start, end=t.end) for t in (cursor.token, cursor.ahead(2)))
            cursor.at += 3
            note_mixed_number(cursor, before, mixed := Mixed(number, over, under, start=token.start, end=under.end))
            return mixed
        self._refuse_comma(token)
        return self._counting(number, token) or number

    def _counting(self, number: Number, token: Token) -> Node | None:
        """`10C3` and `5P2`, where C_3 and P_2 mean nothing."""
        cursor = self.cursor
        following = cursor.token
        counted = _COUNTING.fullmatch(following.text)
        if counted is None or following.spaced or not token.text.isdigit():
            return None
        name = canonical_name(following.text)
        if cursor.names.has_meaning(name):
            entry = "choose" if counted[1] == "C" else "permutations"
            cursor.note(f"Read as {token.text} times {name}, since {name} has a value here.", token.start, following.end,
                        offers=(Suggestion(f"{entry}({token.text}, {counted[2]})", token.start, following.end),))
            return None
        cursor.advance()
        below = Number(counted[2], start=following.start + 1, end=following.end)
        return Call("choose" if counted[1] == "C" else "permutations", (number, below), start=token.start, end=following.end)

    def _is_mixed(self, token: Token) -> bool:
        """`9 5/6`."""
        cursor = self.cursor
        following, slash, under = cursor.token, cursor.ahead(), cursor.ahead(2)
        return (token.text.isdigit() and following.kind == "number" and following.text.isdigit() and following.spaced
                and slash.kind == "/" and under.kind == "number" and under.text.isdigit() and cursor.ahead(3).kind not in ("^", "super", "!"))

    def _refuse_two_fractions(self, before: Token | None, token: Token) -> None:
        """`1/2 1/3` may be a product, or 1 over a mixed number: neither is taken."""
        cursor = self.cursor
        if before is None or before.kind != "/" or cursor.tolerant:
            return
        following, under = cursor.token, cursor.ahead(2)
        raise LineError("syntax", f"Between {token.text} and {following.text} a sign is missing: two fractions side by side are not multiplied.", token.start, under.end,
                        (Suggestion("*", token.end, following.start), Suggestion(f"({token.text} {following.text}/{under.text})", token.start, under.end)))

    def _refuse_comma(self, token: Token) -> None:
        """`3,5` and `1,000` outside brackets: the comma separates."""
        cursor = self.cursor
        comma, following = cursor.token, cursor.ahead()
        if not (comma.kind == "," and following.kind == "number" and token.text.isdigit() and following.text.isdigit()
                and not (comma.spaced or following.spaced or cursor.brackets or cursor.tolerant)):
            return
        if any(t.kind == "name" and t.text.lower() in ("of", "at", "points", "for", "in") for t in cursor.tokens[:cursor.at]):
            return
        whole = f"{token.text}{following.text}"
        grouped = len(following.text) == 3 and len(token.text) <= 3 and token.text != "0"
        point = Suggestion(".", comma.start, comma.end)
        offers = (Suggestion("", comma.start, comma.end), point) if grouped else (point,)
        written = whole if grouped else f"{token.text}.{following.text}"
        raise LineError("syntax", f"{token.text},{following.text} is not a number: the comma separates. Write {written}.", token.start, following.end, offers)

    def bracket(self) -> Node:
        is_item = self._begins_an_item()
        opened = self.cursor.advance()
        self.cursor.bars.append(0)
        stops, self.cursor.stops = self.cursor.stops, []
        self.cursor.brackets += 1
        items: list[Node] = []
        try:
            if self.cursor.token.kind == ")" and not self.cursor.tolerant:
                raise LineError("syntax", "There is nothing between these brackets.", opened.start, self.cursor.token.end)
            body = self.grammar.inside_bracket()
            while is_item and self.cursor.token.kind == "," and not self.cursor.tolerant:
                self.cursor.advance()
                items.append(self.grammar.with_at())
            self.cursor.expect(")", opened)
        finally:
            self.cursor.brackets -= 1
            self.cursor.stops = stops
            self.cursor.bars.pop()
        if items:
            return ListOf((body, *items), start=opened.start, end=self.cursor.last_end)
        node: Node = Bracket(body, start=opened.start, end=self.cursor.last_end)
        if self.cursor.token.kind == "(" and (self.cursor.is_function(body) or isinstance(body, CellReference)):
            return self.grammar.applied(node)
        return node

    def _note_grouping(self, opened: Token) -> None:
        said = "Square brackets group here, as round ones do; a list stands by itself."
        if not any(notice.text == said for notice in self.cursor.notices):
            self.cursor.note(said, opened.start, self.cursor.last_end)

    def _groups(self, opened: Token, inside: Node) -> bool:
        """Whether square brackets stand behind or before a factor; around working, `[2 + 3]`, also behind or before a sum."""
        cursor = self.cursor
        at = next(k for k, t in enumerate(cursor.tokens) if t.start == opened.start and t.kind == "[")
        before = cursor.tokens[at - 1] if at else None
        is_behind = before is not None and before.kind in ("number", ")", "]", "super", "*", "/")
        is_letter = before is not None and before.kind == "name" and len(before.text) == 1 and not cursor.names.is_function(before.text)
        if is_behind or is_letter or cursor.token.kind in ("(", "^", "super"):
            return True
        is_working = isinstance(inside, Sum | Product)
        return is_working and (cursor.token.kind in ("*", "/", "+", "-", "[") or (before is not None and before.kind in ("+", "-")))

    def _begins_an_item(self) -> bool:
        """Whether a bracket stands by itself, so that `(1, 2)` in it is a point; behind a factor it is no point."""
        cursor = self.cursor
        before = cursor.tokens[cursor.at - 1] if cursor.at else None
        if before is None or before.kind in ("=", ":=", "(", "[", ",", "+", "-", "@", "*"):
            return True
        return before.kind == "name" and len(before.text) > 1 and not cursor.names.is_known(before.text)

    def _absolute(self) -> Node:
        opened = self.cursor.advance()
        self.cursor.bars[-1] += 1
        body = self.grammar.sum()
        if self.cursor.token.kind != "|" and not self.cursor.tolerant:
            self.cursor.expect("|", opened)
        self.cursor.bars[-1] -= 1
        self.cursor.take("|")
        return Absolute(body, start=opened.start, end=self.cursor.last_end)

    def _root_sign(self, index: Token | None = None) -> Node:
        """`√x`, `∛x`; with an index that stood before it, `³√x`."""
        sign = self.cursor.advance()
        name = "root" if index is not None else {"√": "sqrt", "∛": "cbrt"}.get(sign.kind, "root")
        if self.cursor.at_stop() or self.cursor.token.kind in ("^", "*", "/", "+"):
            argument = self.grammar.missing(sign)
        else:
            argument = self.atom()
        if isinstance(argument, Bracket):
            argument = argument.body
        elif self.cursor.token.kind in ("^", "super"):
            shown = self.cursor.text_of(argument)
            self.cursor.note(f"Read as ({sign.text}{shown}) to the power; for the root of the power write {name}({shown}^…).", sign.start, self.cursor.token.end,
                             offers=() if index is not None else self._root_of_power(name, sign, shown))
        degree = (Number("4" if index is None else index.text, start=sign.start, end=sign.end),) if name == "root" else ()
        return Call(name, (argument, *degree), start=(index or sign).start, end=self.cursor.last_end)

    def _root_of_power(self, name: str, sign: Token, shown: str) -> tuple[Suggestion, ...]:
        """`√x²` as the root of x², where the exponent is one number or letter."""
        token, following = self.cursor.token, self.cursor.ahead()
        if token.kind == "^" and following.kind not in ("number", "name"):
            return ()
        end = token.end if token.kind == "super" else following.end
        degree = ", 4" if name == "root" else ""
        return (Suggestion(f"{name}({shown}{self.cursor.source[token.start:end]}{degree})", sign.start, end),)

    def arguments(self, closing: str, opened: Token) -> tuple[Node, ...]:
        items: list[Node] = []
        stops, self.cursor.stops = self.cursor.stops, []
        bars, self.cursor.bars = self.cursor.bars, [0]
        self.cursor.brackets += 1
        try:
            if not self.cursor.take(closing):
                while True:
                    items.append(self.grammar.with_at())
                    if not self.cursor.take(","):
                        break
                self.cursor.expect(closing, opened)
        finally:
            self.cursor.brackets -= 1
            self.cursor.stops, self.cursor.bars = stops, bars
        return tuple(items)
