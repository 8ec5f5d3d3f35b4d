"""Reads expressions: precedence climbing over the tokens of a line (section 2 of the language)."""

from __future__ import annotations

import re
from collections.abc import Callable
from itertools import pairwise
from typing import Final

from ..language.tree import (
    Apply,
    At,
    Bracket,
    Call,
    Cases,
    Compose,
    Gap,
    InverseFunction,
    ListOf,
    Logic,
    Name,
    Negative,
    Node,
    Number,
    Postfix,
    Power,
    Product,
    Quantity,
    Relation,
    Sum,
)
from ..problems import LineError, Suggestion
from .cursor import Deeper
from .grammar import INFIX_COUNTS, Part
from .letters import free_letters, only_letter
from .other_readings import note_both_signs, note_exponents, note_slashes, note_sum_chosen, offer_share
from .tokens import Token, canonical_name
from .units import halved, with_unit

RELATION_SIGNS: Final = ("=", "!=", "<", "<=", ">", ">=")


class Expressions(Part):
    """Reads one line's tokens. In tolerant reading a missing operand becomes a `Gap` instead of an error."""

    # -- levels, loosest first -------------------------------------------------------------------------------------

    def with_at(self) -> Node:
        node = self.cases()
        cursor = self.cursor
        while cursor.is_word("at"):
            cursor.advance()
            letters: list[str] = []
            values: list[Node] = []
            while cursor.token.kind == "name" and cursor.ahead().kind == "=":
                letters.append(canonical_name(cursor.token.text))
                cursor.at += 2
                values.append(self.sum())
                if not (cursor.token.kind == "," and cursor.ahead().kind == "name" and cursor.ahead(2).kind == "="):
                    break
                cursor.advance()
            if not letters:
                letter = self._letter_put_in(node)
                if letter is None:
                    return node
                letters, values = [letter], [self.sum()]
            node = At(node, tuple(letters), tuple(values), start=node.start, end=cursor.last_end)
        return node

    def _letter_put_in(self, node: Node) -> str | None:
        """The letter of `E at 2`, where E has only one."""
        cursor = self.cursor
        letter = only_letter(node, cursor.names)
        if cursor.tolerant or (letter is not None and not cursor.at_stop()):
            return letter
        offers = tuple(Suggestion(f"{name} = ", cursor.token.start, cursor.token.start) for name in free_letters(node, cursor.names)[:3]) if not cursor.at_stop() else ()
        raise cursor.fail("After “at” a letter and its value are expected, as in “at x = 2”.", suggestion=offers)

    def cases(self) -> Node:
        first = self.condition()
        if not self.cursor.is_word("if"):
            return first
        choices: list[tuple[Node, Node]] = []
        otherwise: Node | None = None
        node = first
        while True:
            if self.cursor.is_word("if"):
                self.cursor.advance()
                choices.append((node, self.condition()))
            elif self.cursor.is_word("otherwise"):
                self.cursor.advance()
                otherwise = node
                break
            else:
                if self.cursor.tolerant:
                    break
                raise self.cursor.fail("Here “if” with a condition, or “otherwise”, is expected, as in x^2 if x < 0, 2x otherwise.")
            if self.cursor.token.kind != ",":
                break
            self.cursor.advance()
            node = self.condition()
        return Cases(tuple(choices), otherwise, start=first.start, end=self.cursor.last_end)

    def condition(self) -> Node:
        return self._logic("or", lambda: self._logic("and", self._negated))

    def _logic(self, word: str, below: Callable[[], Node]) -> Node:
        parts = [below()]
        while self.cursor.is_word(word):
            self.cursor.advance()
            parts.append(below())
        return parts[0] if len(parts) == 1 else Logic(word, tuple(parts), start=parts[0].start, end=parts[-1].end)

    def _negated(self) -> Node:
        if self.cursor.is_word("not"):
            start = self.cursor.advance().start
            with Deeper(self.cursor):
                part = self._negated()
            return Logic("not", (part,), start=start, end=part.end)
        return self.relation()

    def relation(self) -> Node:
        first = self.sum()
        sides, signs = [first], []
        while self.cursor.token.kind in RELATION_SIGNS:
            sign = self.cursor.advance()
            if self.cursor.token.kind in RELATION_SIGNS and not self.cursor.tolerant:
                raise self.cursor.fail(f"A number or an expression is expected between {sign.text} and {self.cursor.token.text}.",
                                self.cursor.token, Suggestion("", self.cursor.token.start, self.cursor.token.end))
            signs.append(sign.kind)
            sides.append(self.sum())
        return first if not signs else Relation(tuple(sides), tuple(signs), start=first.start, end=self.cursor.last_end)

    def sum(self) -> Node:
        terms, signs = [self.product()], ["+"]
        while self.cursor.token.kind in ("+", "-") and not self.cursor.at_stop():
            sign = self.cursor.advance()
            note_both_signs(self.cursor, sign)
            if self.cursor.at_stop():
                terms.append(self.missing(sign))
            else:
                terms.append(self.product())
                offer_share(self.cursor, terms, sign.kind)
            signs.append(sign.kind)
        note_sum_chosen(self.cursor, terms)
        return terms[0] if len(terms) == 1 else Sum(tuple(terms), tuple(signs), start=terms[0].start, end=terms[-1].end)

    def product(self) -> Node:
        first = with_unit(self.cursor, self.unary())
        factors, operators = [first], [""]
        while not self.cursor.at_stop() or self.cursor.is_word("mod", "div"):
            token = self.cursor.token
            if (word := self._vector_sign(factors[-1])) is not None:
                self.cursor.advance()
                right = self.missing(token) if self.cursor.at_stop() else self.unary()
                factors[-1] = Call(word, (factors[-1], right), start=factors[-1].start, end=right.end)
                continue
            if token.kind in ("*", "/") or self.cursor.is_word("mod", "div"):
                self.cursor.advance()
                if self.cursor.at_stop():
                    factors.append(self.missing(token))
                else:
                    factors.append(with_unit(self.cursor, self.unary()))
                operators.append(token.text if token.kind == "name" else token.kind)
                _join_percentage(factors, operators)
                halved(self.cursor, factors, operators)
            elif self._starts_operand():
                self._refuse_times_sign(token)
                self._note_function_beside(factors[-1], token)
                if token.kind == "number" and isinstance(factors[-1], Quantity):
                    raise self._two_quantities(factors[-1], token)
                if token.kind == "number" and self.cursor.tokens[self.cursor.at - 1].kind in ("number", "super"):
                    raise self.two_numbers(token)
                factors.append(with_unit(self.cursor, self.unary()))
                operators.append("")
                self._join_choice(factors, operators)
            else:
                break
        if len(factors) == 1:
            return factors[0]
        note_slashes(self.cursor, factors, operators)
        note_exponents(self.cursor, factors, operators)
        return Product(tuple(factors), tuple(operators), start=first.start, end=max(factors[-1].end, self.cursor.last_end))

    def _join_choice(self, factors: list[Node], operators: list[str]) -> None:
        """`2n choose n` chooses from 2n."""
        chosen = factors[-1]
        if not isinstance(chosen, Call) or chosen.name not in INFIX_COUNTS.values() or self.cursor.source[chosen.start:].startswith(chosen.name):
            return
        number, below = chosen.arguments
        run = [number]
        while len(factors) > 1 and operators[-1] == "" and factors[-2].end == run[0].start:
            run.insert(0, factors[-2])
            factors.pop(-2)
            operators.pop()
        if len(run) > 1:
            whole = Product(tuple(run), ("",) * len(run), start=run[0].start, end=number.end)
            factors[-1] = Call(chosen.name, (whole, below), start=run[0].start, end=chosen.end)

    def _vector_sign(self, before: Node) -> str | None:
        """`u · v`, `u × v` behind a list, `u dot v`, `u cross v`."""
        cursor, token = self.cursor, self.cursor.token
        if token.kind == "name" and token.text.lower() in ("dot", "cross") and not cursor.names.has_meaning(token.text) and cursor.ahead().kind != "(":
            return token.text.lower()
        signs = {"·": "dot", "⋅": "dot", "∙": "dot", "×": "cross"}
        if token.kind == "*" and token.text in signs and self._is_list(before) and self._list_follows():
            return signs[token.text]
        return None

    def _is_list(self, node: Node) -> bool:
        match node:
            case Name():
                return node.name in self.cursor.names.lists - self.cursor.names.matrices
            case ListOf():
                return not any(isinstance(item, ListOf) for item in node.items)
            case Call():
                return node.name in ("cross", "unit")
            case Bracket():
                return self._is_list(node.body)
        return False

    def _list_follows(self) -> bool:
        """Whether a vector stands behind the sign: one by name, or brackets with one, or with commas, in them."""
        cursor = self.cursor
        vectors = cursor.names.lists - cursor.names.matrices
        depth = 0
        for token in cursor.tokens[cursor.at + 1:]:
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if (token.kind == "name" and canonical_name(token.text) in vectors) or token.kind == "[" or (token.kind == "," and depth == 1):
                return True
            if depth == 0:
                return False
        return False

    def _note_function_beside(self, before: Node, token: Token) -> None:
        """`f 3` is the function times 3: many mean f(3)."""
        cursor = self.cursor
        if isinstance(before, Name) and token.kind == "number" and cursor.names.is_page_function(before.name):
            cursor.note(f"Read as the function {before.name} times {token.text}.", before.start, token.end,
                        offers=(Suggestion(f"({token.text})", before.end, token.end),))

    def _refuse_times_sign(self, token: Token) -> None:
        """`56 x 8`: an x between numbers, with spaces, is a sign for many."""
        cursor = self.cursor
        before, after = cursor.tokens[cursor.at - 1], cursor.ahead()
        if token.text not in ("x", "X") or not (token.spaced and after.spaced and before.kind == "number" and after.kind == "number") or cursor.tolerant:
            return
        raise LineError("syntax", f"Between numbers {token.text} is read as a letter; times is written *.", token.start, token.end,
                        (Suggestion("*", token.start, token.end), Suggestion(f"* {token.text} *", token.start, token.end)))

    def _two_quantities(self, before: Quantity, token: Token) -> LineError:
        """`3 h 20 min` is meant as a sum, and never as a product."""
        return LineError("syntax", f"Between {self.cursor.text_of(before)} and {token.text} a sign is missing: two quantities side by side are neither added nor "
                         "multiplied.", before.start, token.end, (Suggestion(" + ", before.end, token.start), Suggestion(" * ", before.end, token.start)))

    def two_numbers(self, token: Token) -> LineError:
        before = self.cursor.tokens[self.cursor.at - 1]
        return LineError("syntax", f"Between {before.text} and {token.text} a sign is missing: two numbers side by side are not multiplied.",
                         before.start, token.end, self._with_times_signs(before))

    def _with_times_signs(self, first: Token) -> Suggestion:
        """A sign between the numbers that stand side by side from here on, those of a mixed number such as 2 1/3 apart."""
        tokens, source = self.cursor.tokens, self.cursor.source
        gaps = [(one, other) for one, other, after in zip(tokens, tokens[1:], (*tokens[2:], tokens[-1]), strict=False)
                if one.start >= first.start and one.kind in ("number", "super") and other.kind == "number" and (one is first or after.kind != "/")]
        run = source[first.start:gaps[-1][1].end]
        if re.fullmatch(r"\d{1,3}(?:\s\d{3})+", run):  # thousands that a space sets apart
            return Suggestion(re.sub(r"\s", "", run[len(first.text):-len(gaps[-1][1].text)]), first.end, gaps[-1][1].start)
        parts = ["*"]
        for (_, begins), (ends, _) in pairwise(gaps):
            parts.append(source[begins.start:ends.end] + "*")
        return Suggestion("".join(parts), first.end, gaps[-1][1].start)

    def missing(self, sign: Token) -> Node:
        if self.cursor.tolerant:
            return Gap(start=sign.end, end=sign.end)
        token = self.cursor.token
        before = f"after {sign.text}"
        if token.kind == "end":
            raise LineError("syntax", f"Something is missing {before}: the line ends here.", sign.start, sign.end)
        letters = (Suggestion("a t", token.start, token.end),) if token.text == "at" and self.cursor.ahead(2).kind != "=" else ()
        raise LineError("syntax", f"A number or an expression is missing between {sign.text} and {self.cursor.shown(token)}.", sign.start, token.end, letters)

    def _starts_operand(self) -> bool:
        token = self.cursor.token
        if token.kind in ("number", "fraction", "name", "(", "[", "√", "∛", "∜", "∫", "∑", "∏"):
            return True
        if token.kind == "super":
            return self.cursor.ahead().kind == "√"
        return token.kind == "|" and self.cursor.bars[-1] == 0

    def unary(self) -> Node:
        token = self.cursor.token
        if token.kind in ("-", "+"):
            self.cursor.advance()
            following = self.cursor.token
            if following.kind in ("*", "/", "^", "!", "%"):
                raise LineError("syntax", f"A number or an expression is missing between {token.text} and {following.text}.",
                                token.start, following.end, Suggestion(token.text, token.start, following.end))
            if self.cursor.at_stop():
                return self.missing(token)
            with Deeper(self.cursor):
                body = self.unary()
            return body if token.kind == "+" else Negative(body, start=token.start, end=body.end)
        return self.compose()

    def compose(self) -> Node:
        node = self.power()
        cursor = self.cursor
        while cursor.token.kind == "@" or self._at_letter_o(node):
            sign = cursor.advance()
            inner = self.missing(sign) if cursor.at_stop() else self.power()
            if isinstance(inner, Call) and not inner.bare and cursor.is_function(node):  # f ∘ g(5) is (f ∘ g)(5)
                function = Compose(node, Name(inner.name, start=inner.start, end=inner.start + len(inner.name)), start=node.start, end=inner.end)
                return Apply(function, inner.arguments, start=node.start, end=inner.end)
            node = Compose(node, inner, start=node.start, end=inner.end)
        return node

    def _at_letter_o(self, node: Node) -> bool:
        """`f o g`: an o between functions, where it means nothing else."""
        cursor = self.cursor
        token, after = cursor.token, cursor.ahead()
        if token.kind != "name" or token.text != "o" or cursor.names.has_meaning("o"):
            return False
        return cursor.is_function(node) and (after.kind == "(" or (after.kind == "name" and cursor.names.is_function(canonical_name(after.text))))

    def power(self) -> Node:
        node = self.raised(self.grammar.postfixed())
        token = self.cursor.token
        name = INFIX_COUNTS.get(token.text.lower()) if token.kind == "name" and not self.cursor.names.has_meaning(token.text) else None
        if name is None or self.cursor.ahead().kind not in ("number", "name", "(") or (self.cursor.ahead().kind == "(" and not self.cursor.ahead().spaced):
            return node
        self.cursor.advance()
        below = self.raised(self.grammar.postfixed())
        return Call(name, (node, below), start=node.start, end=below.end)

    def raised(self, base: Node) -> Node:
        token = self.cursor.token
        if token.kind == "super" and not (token.spaced and self.cursor.ahead().kind == "√"):  # 2 ³√8 has the index of a root
            self.cursor.advance()
            if token.text == "-1" and self.cursor.is_function(base):
                return self._function_power(base, Negative(Number("1", start=token.start, end=token.end), start=token.start, end=token.end))
            digits = token.text.lstrip("+-")
            exponent: Node = Number(digits, start=token.start, end=token.end)
            if token.text.startswith("-"):
                exponent = Negative(exponent, start=token.start, end=token.end)
            if self.cursor.is_function(base):
                return self.raised(self._function_power(base, exponent))
            node: Node = Power(base, exponent, start=base.start, end=token.end)
            return self.raised(self.grammar.postfixes(node))
        if token.kind != "^":
            return base
        self.cursor.advance()
        if self.cursor.at_stop() or self.cursor.token.kind in ("*", "/", "^"):
            exponent = self.missing(token)
        else:
            with Deeper(self.cursor):
                exponent = self._exponent()
        if self.cursor.is_function(base):
            return self._function_power(base, exponent)
        return Power(base, exponent, start=base.start, end=exponent.end)

    def _exponent(self) -> Node:
        if self.cursor.token.kind in ("-", "+"):
            sign = self.cursor.advance()
            if self.cursor.at_stop():
                return self.missing(sign)
            with Deeper(self.cursor):
                body = self._exponent()
            return body if sign.kind == "+" else Negative(body, start=sign.start, end=body.end)
        return self.power()

    def _function_power(self, base: Node, exponent: Node) -> Node:
        if exponent == Negative(Number("1")) or (isinstance(exponent, Bracket) and exponent.body == Negative(Number("1"))):
            inverse = InverseFunction(base, start=base.start, end=exponent.end)
            return self.grammar.applied(inverse) if self.cursor.token.kind == "(" else inverse
        if self.cursor.token.kind == "(":
            applied = self.grammar.applied(base)
            name, inside = self.cursor.text_of(base), self._inside(applied)
            twice = (Suggestion(f"{name}({name}({inside}))", base.start, applied.end),) if exponent == Number("2") else ()
            raised = self.cursor.source[base.end:exponent.end].lstrip()
            self.cursor.note(f"Read as ({name}({inside})){raised}, the power of the value.", base.start, applied.end, offers=twice)
            return Power(applied, exponent, start=base.start, end=applied.end)
        return Power(base, exponent, start=base.start, end=exponent.end)

    def _inside(self, applied: Node) -> str:
        arguments = applied.arguments if isinstance(applied, Call | Apply) else ()
        return ", ".join(self.cursor.text_of(a) for a in arguments)


def _join_percentage(factors: list[Node], operators: list[str]) -> None:
    """`100/3%` of plain numbers is a hundredth of the fraction: nobody means 100 over 3 hundredths."""
    under = factors[-1]
    if operators[-1] != "/" or not (isinstance(under, Postfix) and under.sign == "%" and isinstance(under.body, Number)):
        return
    over = factors[-2]
    if isinstance(over, Number) and operators[-2] in ("", "*") and (len(factors) == 2 or operators[-2] == "*"):
        fraction = Product((over, under.body), ("", "/"), start=over.start, end=under.body.end)
        factors[-2:] = [Postfix("%", fraction, start=over.start, end=under.end)]
        operators.pop()
