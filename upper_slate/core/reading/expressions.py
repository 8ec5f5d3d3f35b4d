"""Reads expressions: precedence climbing over the tokens of a line (section 2 of the language)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from ..language.tree import Apply, At, Bracket, Call, Cases, Compose, Gap, InverseFunction, Logic, Negative, Node, Number, Power, Product, Relation, Sum, ToDigits
from ..problems import LineError, Suggestion
from .atoms import AtomReader
from .cursor import Deeper
from .tokens import Token, canonical_name

RELATION_SIGNS: Final = ("=", "!=", "<", "<=", ">", ">=")


class ExpressionReader(AtomReader):
    """Reads one line's tokens. In tolerant reading a missing operand becomes a `Gap` instead of an error."""

    # -- levels, loosest first -------------------------------------------------------------------------------------

    def top(self) -> Node:
        """A whole expression with `at` and `to`."""
        node = self.with_at()
        if self.is_word("to"):
            self.advance()
            node = self._digits(node)
        return node

    def _digits(self, node: Node) -> Node:
        count, unit = self.token, self.ahead()
        limits = {"dp": (0, 50), "sf": (1, 50)}
        if count.kind == "number" and count.text.isdigit() and unit.kind == "name" and unit.text in limits:
            low, high = limits[unit.text]
            if not low <= int(count.text) <= high:
                raise LineError("too-large" if int(count.text) > high else "syntax",
                                f"Decimals go from {low} to {high} {unit.text}.", count.start, count.end,
                                Suggestion(str(min(max(int(count.text), low), high)), count.start, count.end))
            self.at += 2
            return ToDigits(node, int(count.text), unit.text, start=node.start, end=unit.end)
        if self.tolerant:
            return node
        raise self.fail("After “to” a number of digits is expected, as in “to 3 dp” (decimal places) or “to 3 sf” (significant figures).", count)

    def with_at(self) -> Node:
        node = self.cases()
        while self.is_word("at"):
            self.advance()
            letters: list[str] = []
            values: list[Node] = []
            while True:
                token = self.token
                if token.kind != "name" or self.ahead().kind != "=":
                    if self.tolerant:
                        return node
                    raise self.fail("After “at” a letter and its value are expected, as in “at x = 2”.", token)
                letters.append(canonical_name(token.text))
                self.at += 2
                values.append(self.sum())
                if not (self.token.kind == "," and self.ahead().kind == "name" and self.ahead(2).kind == "="):
                    break
                self.advance()
            node = At(node, tuple(letters), tuple(values), start=node.start, end=self.last_end)
        return node

    def cases(self) -> Node:
        first = self.condition()
        if not self.is_word("if"):
            return first
        choices: list[tuple[Node, Node]] = []
        otherwise: Node | None = None
        node = first
        while True:
            if self.is_word("if"):
                self.advance()
                choices.append((node, self.condition()))
            elif self.is_word("otherwise"):
                self.advance()
                otherwise = node
                break
            else:
                if self.tolerant:
                    break
                raise self.fail("Here “if” with a condition, or “otherwise”, is expected, as in x^2 if x < 0, 2x otherwise.")
            if self.token.kind != ",":
                break
            self.advance()
            node = self.condition()
        return Cases(tuple(choices), otherwise, start=first.start, end=self.last_end)

    def condition(self) -> Node:
        return self._logic("or", lambda: self._logic("and", self._negated))

    def _logic(self, word: str, below: Callable[[], Node]) -> Node:
        parts = [below()]
        while self.is_word(word):
            self.advance()
            parts.append(below())
        return parts[0] if len(parts) == 1 else Logic(word, tuple(parts), start=parts[0].start, end=parts[-1].end)

    def _negated(self) -> Node:
        if self.is_word("not"):
            start = self.advance().start
            with Deeper(self):
                part = self._negated()
            return Logic("not", (part,), start=start, end=part.end)
        return self.relation()

    def relation(self) -> Node:
        first = self.sum()
        sides, signs = [first], []
        while self.token.kind in RELATION_SIGNS:
            sign = self.advance()
            if self.token.kind in RELATION_SIGNS and not self.tolerant:
                raise self.fail(f"A number or an expression is expected between {sign.text} and {self.token.text}.",
                                self.token, Suggestion("", self.token.start, self.token.end))
            signs.append(sign.kind)
            sides.append(self.sum())
        return first if not signs else Relation(tuple(sides), tuple(signs), start=first.start, end=self.last_end)

    def sum(self) -> Node:
        terms, signs = [self.product()], ["+"]
        while self.token.kind in ("+", "-") and not self.at_stop():
            sign = self.advance()
            if self.at_stop():
                terms.append(self._missing(sign))
            else:
                terms.append(self.product())
            signs.append(sign.kind)
        return terms[0] if len(terms) == 1 else Sum(tuple(terms), tuple(signs), start=terms[0].start, end=terms[-1].end)

    def product(self) -> Node:
        first = self.unary()
        factors, operators = [first], [""]
        while not self.at_stop() or self.is_word("mod", "div"):
            token = self.token
            if token.kind in ("*", "/") or self.is_word("mod", "div"):
                self.advance()
                if self.at_stop():
                    factors.append(self._missing(token))
                else:
                    factors.append(self.unary())
                operators.append(token.text if token.kind == "name" else token.kind)
            elif self._starts_operand():
                if token.kind == "number" and self.tokens[self.at - 1].kind in ("number", "super"):
                    raise self._two_numbers(token)
                factor = self.unary()
                self._note_slash(factors, operators, factor, token)
                factors.append(factor)
                operators.append("")
            else:
                break
        if len(factors) == 1:
            return first
        return Product(tuple(factors), tuple(operators), start=first.start, end=max(factors[-1].end, self.last_end))

    def _two_numbers(self, token: Token) -> LineError:
        before = self.tokens[self.at - 1]
        return LineError("syntax", f"Between {before.text} and {token.text} a sign is missing: two numbers side by side are not multiplied.",
                         before.start, token.end, Suggestion("*", before.end, token.start))

    def _note_slash(self, factors: list[Node], operators: list[str], factor: Node, token: Token) -> None:
        """`1/2x` is (1/2)x: since many mean 1/(2x), say so, unless a space sets the factor apart, as in `1/2 x`."""
        if operators[-1] != "/" or token.spaced:
            return
        over, under = factors[-2], factors[-1]
        start = factors[0].start
        head, low, tail = self.source[start:over.end], self.text_of(under), self.text_of(factor)
        self.note(f"Read as ({head}/{low}) {tail}. For {head} over {low}{tail} write {head}/({low}{tail}).",
                  start, factor.end)

    def _missing(self, sign: Token) -> Node:
        if self.tolerant:
            return Gap(start=sign.end, end=sign.end)
        token = self.token
        before = f"after {sign.text}"
        if token.kind == "end":
            raise LineError("syntax", f"Something is missing {before}: the line ends here.", sign.start, sign.end)
        raise LineError("syntax", f"A number or an expression is missing between {sign.text} and {self._shown(token)}.", sign.start, token.end)

    def _starts_operand(self) -> bool:
        token = self.token
        if token.kind in ("number", "name", "(", "[", "√", "∛"):
            return True
        return token.kind == "|" and self._bars[-1] == 0

    def unary(self) -> Node:
        token = self.token
        if token.kind in ("-", "+"):
            self.advance()
            following = self.token
            if following.kind in ("*", "/", "^", "!", "%"):
                raise LineError("syntax", f"A number or an expression is missing between {token.text} and {following.text}.",
                                token.start, following.end, Suggestion(token.text, token.start, following.end))
            if self.at_stop():
                return self._missing(token)
            with Deeper(self):
                body = self.unary()
            return body if token.kind == "+" else Negative(body, start=token.start, end=body.end)
        return self.compose()

    def compose(self) -> Node:
        node = self.power()
        while self.token.kind == "@":
            sign = self.advance()
            inner = self._missing(sign) if self.at_stop() else self.power()
            node = Compose(node, inner, start=node.start, end=inner.end)
        return node

    def power(self) -> Node:
        return self._raised(self.postfixed())

    def _raised(self, base: Node) -> Node:
        token = self.token
        if token.kind == "super":
            self.advance()
            digits = token.text.lstrip("+-")
            exponent: Node = Number(digits, start=token.start, end=token.end)
            if token.text.startswith("-"):
                exponent = Negative(exponent, start=token.start, end=token.end)
            node: Node = Power(base, exponent, start=base.start, end=token.end)
            return self._raised(self._postfixes(node))
        if token.kind != "^":
            return base
        self.advance()
        if self.at_stop() or self.token.kind in ("*", "/", "^"):
            exponent = self._missing(token)
        else:
            with Deeper(self):
                exponent = self._exponent()
        if self._is_function(base):
            return self._function_power(base, exponent)
        return Power(base, exponent, start=base.start, end=exponent.end)

    def _exponent(self) -> Node:
        if self.token.kind in ("-", "+"):
            sign = self.advance()
            if self.at_stop():
                return self._missing(sign)
            with Deeper(self):
                body = self._exponent()
            return body if sign.kind == "+" else Negative(body, start=sign.start, end=body.end)
        return self.power()

    def _function_power(self, base: Node, exponent: Node) -> Node:
        if exponent == Negative(Number("1")) or (isinstance(exponent, Bracket) and exponent.body == Negative(Number("1"))):
            inverse = InverseFunction(base, start=base.start, end=exponent.end)
            return self._applied(inverse) if self.token.kind == "(" else inverse
        if self.token.kind == "(":
            applied = self._applied(base)
            self.note(f"Read as ({self.text_of(base)}({self._inside(applied)}))^{self.text_of(exponent)}, the power of the value.",
                      base.start, applied.end)
            return Power(applied, exponent, start=base.start, end=applied.end)
        return Power(base, exponent, start=base.start, end=exponent.end)

    def _inside(self, applied: Node) -> str:
        arguments = applied.arguments if isinstance(applied, Call | Apply) else ()
        return ", ".join(self.text_of(a) for a in arguments)
