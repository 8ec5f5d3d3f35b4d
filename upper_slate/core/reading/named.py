"""Reads what begins with a name: letters, calls, functions without brackets, unknown words."""

from __future__ import annotations

import re
from typing import Final

from ..language.tree import Apply, Bracket, Call, CellReference, Gap, Index, InverseFunction, ListOf, Name, Negative, Node, Number, Power, Product, Request, Sum
from ..language.words import INVERSE_NAMES, LIST_FUNCTIONS, SPREADS, function_named
from ..problems import LineError, Suggestion
from .cursor import END_OF_OPERAND, Cursor, Deeper
from .grammar import SPOKEN_SIGNS, Grammar, Part
from .letters import free_letters
from .names import constant_name
from .tokens import Token, canonical_name
from .unknown_words import Words

#: Letters that count the members of a sequence.
INDICES: Final = ("n", "k", "i", "m", "j", "r")
_LOG_WITH_BASE: Final = re.compile(r"log_?(\d+)")
_COUNT: Final = {1: "one argument", 2: "two arguments", 3: "three arguments"}


class Named(Part):
    """Names, calls with and without brackets, powers of functions, runs of letters."""

    def __init__(self, cursor: Cursor, grammar: Grammar) -> None:
        super().__init__(cursor, grammar)
        self._words = Words(cursor)

    # -- names -----------------------------------------------------------------------------------------------------

    def name(self) -> Node:
        token = self.cursor.token
        name = canonical_name(token.text)
        names = self.cursor.names
        if name not in names.bound and token.text in ("cell", "above"):
            return self._reference()
        self._words.refuse_call(token)
        if derivative := self.grammar.derivative():
            return derivative
        if token.text.lower() in SPOKEN_SIGNS and (signed := self.grammar.signed()):
            return signed
        if token.text.endswith("_") and self.cursor.ahead().kind == "(" and not self.cursor.ahead().spaced:
            self.cursor.at += 1
            opened = self.cursor.advance()
            indices = self.grammar.arguments(")", opened)
            return Index(canonical_name(token.text[:-1]), indices, start=token.start, end=self.cursor.last_end)
        if names.is_known(name) or names.is_known(token.text):
            known = name if names.is_known(name) else token.text
            return self._known(known)
        if _LOG_WITH_BASE.fullmatch(token.text):
            return self._log_with_base()
        if names.is_letter(name):
            self._note_member(token, name)
            if name == "Pi" and token.end - token.start == 2 and not self.cursor.tolerant:
                raise self._words.other_word(token)
            self._refuse_missing_function(token, name)
            self._note_digit_behind(token, name)
            self.cursor.advance()
            return Name(name, start=token.start, end=token.end)
        return self._run_of_letters()

    def _known(self, name: str) -> Node:
        token = self.cursor.advance()
        if not self.cursor.names.is_function(name):
            node = Name(constant_name(name), start=token.start, end=token.end)
            self._refuse_entry_in_square_brackets(node)
            return self._called_value(node) if self.cursor.token.kind == "(" and not self.cursor.token.spaced else node
        entry = None if self.cursor.names.is_page_function(name) else function_named(name)
        node = Name(entry.name if entry else name, start=token.start, end=token.end)
        if self.cursor.token.kind == "(":
            return self.applied(node)
        self._refuse_square_brackets(node)
        if entry is not None and entry.arity != (0, 0) and self.cursor.is_word("of"):
            return self._of(node)
        if entry is None or self.cursor.token.kind in ("'", "@") or entry.arity == (0, 0):
            return node
        if self.cursor.token.kind in ("^", "super"):
            return self._powered_function(node)
        self._refuse_minus_one(node)
        if self._starts_bare_argument():
            return self._bare(node)
        return node

    def _of(self, function: Name) -> Node:
        """`sqrt of 16`, `max of 3, 5`."""
        cursor = self.cursor
        cursor.advance()
        arguments = [self.grammar.sum()]
        entry = function_named(function.name)
        while entry is not None and entry.arity != (1, 1) and (cursor.take(",") or cursor.take_word("and")):
            arguments.append(self.grammar.sum())
        self._check_arity(function, tuple(arguments), cursor.last_end)
        return Call(function.name, tuple(arguments), start=function.start, end=cursor.last_end)

    def _refuse_square_brackets(self, function: Name) -> None:
        """`f[3]` is meant as f(3)."""
        cursor = self.cursor
        if cursor.token.kind != "[" or cursor.token.spaced or cursor.tolerant or function.name in LIST_FUNCTIONS or function_named(function.name) is not None:
            return
        opened = cursor.token
        closed = next((t for t in cursor.tokens[cursor.at:] if t.kind == "]"), None)
        if closed is not None:
            inside = cursor.source[opened.end:closed.start]
            raise LineError("syntax", f"The argument of {function.name} stands in round brackets.", opened.start, closed.end,
                Suggestion(f"({inside})", opened.start, closed.end))

    def _refuse_entry_in_square_brackets(self, node: Name) -> None:
        """`L[2]` is meant as L_2."""
        cursor = self.cursor
        index = cursor.ahead()
        if node.name in cursor.names.lists and cursor.token.kind == "[" and not cursor.token.spaced and index.kind == "number" and cursor.ahead(2).kind == "]" \
                and not cursor.tolerant:
            raise LineError("syntax", f"An entry is written {node.name}_{index.text}.", cursor.token.start, cursor.ahead(2).end,
                            Suggestion(f"_{index.text}", cursor.token.start, cursor.ahead(2).end))

    def _called_value(self, node: Name) -> Node:
        """`a(3)` for an expression a in t: its value at t = 3 or a product, which the student has to say; `a(t + 1)` is a product."""
        cursor = self.cursor
        letters = cursor.names.letters.get(node.name, ()) if node.name not in cursor.names.bound else ()
        if not letters or node.name not in cursor.names.values or cursor.tolerant:
            return node
        mark = cursor.mark()
        opened = cursor.advance()
        values = self.grammar.arguments(")", opened)
        end = cursor.last_end
        cursor.back_to(mark)
        given = [cursor.text_of(value) for value in values]
        if len(values) > 1 and len(values) != len(letters):
            return node
        puts = ", ".join(f"{letter} = {value}" for letter, value in zip(letters, given, strict=False)) if len(values) == len(letters) else ""
        whole = node.start == cursor.tokens[0].start and cursor.ahead(self._tokens_to(end)).kind == "end"
        put_in = f"{node.name} at {puts}" if whole else f"({node.name} at {puts})"
        puts_in = (Suggestion(put_in, node.start, end),) if puts else tuple(
            Suggestion(f"({node.name} at {letter} = {given[0]})", node.start, end) for letter in letters[:2])
        if len(values) == 1 and isinstance(values[0], Sum):
            cursor.note(f"Read as {node.name} times the bracket.", node.start, end, offers=puts_in)
            return node
        times = Suggestion(f"{node.name}*({', '.join(given)})" if len(values) == 1 and not isinstance(values[0], Number | Name) else f"{node.name}*{given[0]}",
            node.start, end)
        raise LineError("not-a-function", f"{node.name} is an expression in {', '.join(letters)}, not a function: say whether its value or a product is meant.",
                        node.start, end, (*puts_in, *((times,) if len(values) == 1 else ())))

    def _tokens_to(self, end: int) -> int:
        """How many tokens ahead the first one behind a place is."""
        return next(k for k, token in enumerate(self.cursor.tokens[self.cursor.at:]) if token.start >= end or token.kind == "end")

    def _refuse_minus_one(self, node: Name) -> None:
        """`sin-1(1/2)` is meant as the inverse function."""
        cursor = self.cursor
        minus, one, opened = cursor.token, cursor.ahead(), cursor.ahead(2)
        arc = INVERSE_NAMES.get(node.name)
        if arc is None or cursor.tolerant or not (minus.kind == "-" and one.text == "1" and opened.kind == "(") or minus.spaced or one.spaced or opened.spaced:
            return
        raise LineError("syntax", f"The inverse of {node.name} is written {arc}, or {node.name}^-1.", node.start, one.end, Suggestion(arc, node.start, one.end))

    def _powered_function(self, node: Name) -> Node:
        """`sin^2 x`, `sin^-1 x`, and `sin^2(x)`."""
        sign = self.cursor.advance()
        if sign.kind == "super":
            digits = sign.text.lstrip("+-")
            exponent: Node = Number(digits, start=sign.start, end=sign.end)
            if sign.text.startswith("-"):
                exponent = Negative(exponent, start=sign.start, end=sign.end)
        else:
            minus = self.cursor.take("-")
            start = self.cursor.token.start
            if self.cursor.token.kind not in ("number", "name", "("):
                exponent = self.grammar.missing(sign)
            elif self.cursor.token.kind == "name":
                letter = self.cursor.advance()
                exponent = Name(canonical_name(letter.text), start=letter.start, end=letter.end)
            else:
                exponent = self.grammar.atom()
            if minus:
                exponent = Negative(exponent, start=start - 1, end=exponent.end)
        if exponent == Negative(Number("1")) or exponent == Bracket(Negative(Number("1"))):
            inverse = InverseFunction(node, start=node.start, end=self.cursor.last_end)
            if self.cursor.token.kind == "(":
                return self.applied(inverse)
            if self._starts_bare_argument():
                argument = self._bare_argument()
                return Apply(inverse, (argument,), start=node.start, end=argument.end)
            return inverse
        if self.cursor.token.kind == "(":
            call = self.applied(node)
        elif self._starts_bare_argument():
            call = self._bare(node)
        else:
            return Power(node, exponent, start=node.start, end=self.cursor.last_end)
        return Power(call, exponent, start=node.start, end=call.end)

    def applied(self, function: Node) -> Node:
        opened = self.cursor.advance()
        arguments = self.grammar.arguments(")", opened)
        end = self.cursor.last_end
        if isinstance(function, Name):
            if function.name in LIST_FUNCTIONS and len(arguments) > 1 and not self.cursor.names.is_page_function(function.name):
                arguments = (ListOf(arguments, start=arguments[0].start, end=arguments[-1].end),)
            self._check_arity(function, arguments, end)
            self._note_sample(function, end)
            self._note_of_one(function, arguments, end)
            self._refuse_called_twice(function, arguments, end)
            return Call(function.name, arguments, start=function.start, end=end)
        return Apply(function, arguments, start=function.start, end=end)

    def _check_arity(self, function: Name, arguments: tuple[Node, ...], end: int) -> None:
        if self.cursor.tolerant or self.cursor.names.is_page_function(function.name):
            return
        entry = function_named(function.name)
        if entry is None or entry.arity is None:
            return
        least, most = entry.arity
        if len(arguments) < least or (most is not None and len(arguments) > most):
            wanted = _COUNT.get(least, f"{least} arguments") if least == most else f"{least} to {most} arguments" if most else "at least one argument"
            raise LineError("wrong-arguments", f"{function.name} takes {wanted}: it is written {entry.written}.", function.start, end)

    def _note_sample(self, function: Name, end: int) -> None:
        """`sd(L)` is that of a sample; that of a whole population is offered."""
        cursor = self.cursor
        if function.name in SPREADS and not cursor.names.has_meaning(function.name):
            said, words = SPREADS[function.name]
            opened = next(t for t in cursor.tokens if t.kind == "(" and t.start >= function.start)
            inside = cursor.source[opened.end:end - 1]
            alone = cursor.tokens[0].start == function.start and cursor.token.kind == "end"
            written = f"{words} {inside}" if alone else f"({words} {inside})"
            cursor.note(said, function.start, end, offers=(Suggestion(written, function.start, end),))

    def _note_of_one(self, function: Name, arguments: tuple[Node, ...], end: int) -> None:
        """`max(x^2)` of one expression is that expression; many mean its greatest value."""
        words = {"max": "greatest value of", "min": "least value of"}.get(function.name)
        if words is None or len(arguments) != 1 or isinstance(arguments[0], ListOf | Request) or not free_letters(arguments[0], self.cursor.names):
            return
        if isinstance(arguments[0], Name) and arguments[0].name in self.cursor.names.lists:
            return
        self.cursor.note(f"Read as the {words.split()[0]} of one number.", function.start, end,
                         offers=(Suggestion(f"{words} {self.cursor.text_of(arguments[0])}", function.start, end),))

    def _refuse_called_twice(self, function: Name, arguments: tuple[Node, ...], end: int) -> None:
        """`f(g)(2)` may be the function of a function, or a product."""
        cursor = self.cursor
        if cursor.token.kind != "(" or cursor.token.spaced or len(arguments) != 1 or not isinstance(arguments[0], Name) or cursor.tolerant \
                or not cursor.names.is_function(arguments[0].name):
            return
        raise self._words.two_functions(function.name, arguments[0].name, function.start, end)

    def _starts_bare_argument(self) -> bool:
        token = self.cursor.token
        if token.kind in ("number", "|", "[", "√", "∛"):
            return token.kind != "|" or self.cursor.bars[-1] == 0
        if token.kind == "-":
            return self.cursor.ahead().kind in ("number", "name", "(", "√") and self.cursor.tokens[self.cursor.at - 1].kind == "name" and token.spaced \
                and not self.cursor.ahead().spaced
        return token.kind == "name" and not self.cursor.at_stop()

    def _bare(self, function: Name) -> Node:
        argument = self._bare_argument()
        self._check_arity(function, (argument,), argument.end)
        if self.cursor.token.kind == "/" and not (self.cursor.token.spaced and self.cursor.ahead().spaced):
            shown = f"{function.name} {self.cursor.text_of(argument)}"
            self.cursor.note(f"Read as ({shown})/…: the argument ends at the bar. For the other reading write {function.name}({self.cursor.text_of(argument)}/…).",
                      function.start, self.cursor.token.end, offers=self._of_the_fraction(function, argument))
        return Call(function.name, (argument,), bare=True, start=function.start, end=argument.end)

    def _of_the_fraction(self, function: Name, argument: Node) -> tuple[Suggestion, ...]:
        """`sin x/2` as the sine of x/2, where one number or letter stands under the bar."""
        bar, under, after = self.cursor.token, self.cursor.ahead(), self.cursor.ahead(2)
        if under.kind not in ("number", "name") or under.text == self.cursor.text_of(argument) or after.kind not in END_OF_OPERAND | {"+", "-", "*", "|"}:
            return ()
        return (Suggestion(f"{function.name}({self.cursor.text_of(argument)}{bar.text}{under.text})", function.start, under.end),)

    def _bare_argument(self) -> Node:
        if self.cursor.token.kind == "-":
            sign = self.cursor.advance()
            if self.cursor.token.kind == "(":
                body = self.grammar.raised(self.grammar.bracket())
            else:
                body = self._bare_product()
            return Negative(body, start=sign.start, end=body.end)
        if self.cursor.token.kind in ("|", "["):
            return self.grammar.power()
        return self._bare_product()

    def _bare_product(self) -> Node:
        factors = [self._bare_factor()]
        while self.cursor.token.kind in ("number", "name", "√", "∛") and not self.cursor.at_stop():
            if self.cursor.token.kind == "number" and self.cursor.tokens[self.cursor.at - 1].kind == "number":
                raise self.grammar.two_numbers(self.cursor.token)
            if self.cursor.token.kind == "name" and self._names_function(self.cursor.token):
                break
            factors.append(self._bare_factor())
        if len(factors) == 1:
            return factors[0]
        return Product(tuple(factors), ("",) * len(factors), start=factors[0].start, end=factors[-1].end)

    def _bare_factor(self) -> Node:
        with Deeper(self.cursor):
            if self.cursor.token.kind == "name" and self._names_function(self.cursor.token):
                return self.grammar.power()
            token = self.cursor.token
            if token.kind == "name" and not self.cursor.names.is_known(canonical_name(token.text)) and self.cursor.ahead().kind == "(":
                self.cursor.advance()  # a letter: the bracket that follows does not belong to the argument
                return Name(canonical_name(token.text), start=token.start, end=token.end)
            return self.grammar.power()

    def _names_function(self, token: Token) -> bool:
        return self.cursor.names.is_function(canonical_name(token.text)) or self.cursor.names.is_function(token.text)

    def _log_with_base(self) -> Node:
        token = self.cursor.advance()
        digits = token.text.removeprefix("log").removeprefix("_")
        base = Number(digits, start=token.end - len(digits), end=token.end)
        if self.cursor.token.kind == "(":
            opened = self.cursor.advance()
            arguments = self.grammar.arguments(")", opened)
        elif self._starts_bare_argument():
            arguments = (self._bare_argument(),)
        else:
            arguments = (self.grammar.missing(token),)
        return Call("log", (*arguments, base), start=token.start, end=self.cursor.last_end)

    def _reference(self) -> Node:
        token = self.cursor.advance()
        if token.text == "above":
            return CellReference(None, start=token.start, end=token.end)
        number = self.cursor.token
        if number.kind != "number" or not number.text.isdigit():
            if self.cursor.tolerant:
                return Gap(start=token.start, end=token.end)
            raise self.cursor.fail("After “cell” its number is expected, as in cell 3.", token)
        self.cursor.advance()
        return CellReference(int(number.text), start=token.start, end=number.end)

    def _refuse_missing_function(self, token: Token, name: str) -> None:
        """`f(`, `f^-1(` with no meaning is not a product."""
        cursor = self.cursor
        if name.split("_")[0] not in ("f", "g", "h") or cursor.tolerant or name in cursor.names.bound:
            return
        if any(t.text == token.text and after.kind in ("'", "''") for t, after in zip(cursor.tokens, cursor.tokens[1:], strict=False)):
            return  # a function that is asked for, by its derivative
        following = cursor.ahead()
        inverted = following.text == "-1" or (following.kind == "^" and cursor.ahead(2).kind == "-" and cursor.ahead(3).text == "1")
        if following.kind == "(" or inverted:
            raise LineError("unknown-name", f"{name} has no definition above this line.", token.start, token.end)

    def _note_member(self, token: Token, name: str) -> None:
        """`a_5` below `a_n = 3n + 2` is a letter of its own; many mean the value at n = 5."""
        base, _, index = name.partition("_")
        if not index.isdigit() or self.cursor.tolerant:
            return
        for letter in INDICES:
            if letter in self.cursor.names.letters.get(f"{base}_{letter}", ()):
                put_in = f"{base}_{letter} at {letter} = {index}"
                whole = len(self.cursor.tokens) == 2
                self.cursor.note(f"Read as the letter {name}, not as {base}_{letter} for {letter} = {index}.", token.start, token.end,
                                 offers=(Suggestion(put_in if whole else f"({put_in})", token.start, token.end),))
                return

    def _note_digit_behind(self, token: Token, name: str) -> None:
        """`x2 + 3x`: an x_2 beside an x is more often meant as a square; `3x4` also as a product of numbers."""
        cursor = self.cursor
        if not (len(token.text) == 2 and token.text[1] in "23456789") or cursor.names.has_meaning(name):
            return
        letter, digit = token.text[0], token.text[1]
        as_power = Suggestion(f"{letter}^{digit}", token.start, token.end)
        if any(t.kind == "name" and t.text == letter for t in cursor.tokens):
            cursor.note(f"Read as the letter {name}.", token.start, token.end, offers=(as_power,))
            return
        has_others = any(t.kind == "name" and t is not token and t.text[:1] == letter for t in cursor.tokens)
        if letter in "xX" and not has_others and any(t.kind == "number" and t.end == token.start for t in cursor.tokens):
            cursor.note(f"Read as the letter {name}.", token.start, token.end, offers=(Suggestion(f"*{digit}", token.start, token.end), as_power))

    def _run_of_letters(self) -> Node:
        cursor = self.cursor
        token = cursor.token
        if split := self._words.composed(token):
            cursor.tokens[cursor.at:cursor.at + 1] = split
            return self.grammar.atom()
        run = token.text
        awkward = any(run.startswith(n) or run.endswith(n) for n in cursor.names.long_names())
        if cursor.tolerant:
            if run.isalpha() and len(run) <= 3 and not awkward and not self._words.is_word(token):
                return self._spelled_out(token)
            cursor.advance()
            return Name(run, start=token.start, end=token.end)
        self._words.refuse(token)
        if run.isalpha() and (len(run) <= 3 or self._words.is_product(token)) and not awkward:
            return self._spelled_out(token)
        raise self._words.unknown(token)

    def _spelled_out(self, token: Token) -> Node:
        """`xy` is x·y: the run becomes one token for each letter, so that powers and brackets bind to the last."""
        cursor = self.cursor
        if token.text[-1] in "fgh" and cursor.ahead().kind == "(" and not cursor.tolerant and not cursor.names.is_known(token.text[-1]):
            raise LineError("unknown-name", f"{token.text} has no definition above this line.", token.start, token.end)
        functions = [c for c in token.text if cursor.names.is_page_function(c)]
        if len(functions) == len(token.text) == 2:
            cursor.note(f"Read as the product of {functions[0]} and {functions[1]}.", token.start, token.end,
                        offers=(Suggestion(f"{functions[0]} o {functions[1]}", token.start, token.end),))
        parts = [Token("name", c, token.start + k, token.start + k + 1, token.spaced and k == 0) for k, c in enumerate(token.text)]
        cursor.tokens[cursor.at:cursor.at + 1] = parts
        return self.name()
