"""Reads what begins with a name: letters, calls, functions without brackets, unknown words."""

from __future__ import annotations

import re
from typing import Final

from ..language.tree import Apply, Bracket, Call, CellReference, Gap, Index, InverseFunction, Name, Negative, Node, Number, Power, Product
from ..language.words import function_named
from ..problems import LineError, Suggestion
from .cursor import Deeper
from .grammar import Part
from .names import constant_name
from .tokens import Token, canonical_name

_LOG_WITH_BASE: Final = re.compile(r"log_?(\d+)")
_COUNT: Final = {1: "one argument", 2: "two arguments", 3: "three arguments"}


class Named(Part):
    """Names, calls with and without brackets, powers of functions, runs of letters."""

    # -- names -----------------------------------------------------------------------------------------------------

    def name(self) -> Node:
        token = self.cursor.token
        name = canonical_name(token.text)
        names = self.cursor.names
        if name not in names.bound and token.text in ("cell", "above"):
            return self._reference()
        if derivative := self.grammar.derivative():
            return derivative
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
            self._refuse_missing_function(token, name)
            self.cursor.advance()
            return Name(name, start=token.start, end=token.end)
        return self._run_of_letters()

    def _known(self, name: str) -> Node:
        token = self.cursor.advance()
        if not self.cursor.names.is_function(name):
            return Name(constant_name(name), start=token.start, end=token.end)
        entry = None if self.cursor.names.is_page_function(name) else function_named(name)
        node = Name(entry.name if entry else name, start=token.start, end=token.end)
        if self.cursor.token.kind == "(":
            return self.applied(node)
        if entry is None or self.cursor.token.kind in ("'", "@") or entry.arity == (0, 0):
            return node
        if self.cursor.token.kind in ("^", "super"):
            return self._powered_function(node)
        if self._starts_bare_argument():
            return self._bare(node)
        return node

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
            self._check_arity(function, arguments, end)
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
                      function.start, self.cursor.token.end)
        return Call(function.name, (argument,), bare=True, start=function.start, end=argument.end)

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
        """`f(` with no meaning is not a product."""
        if name.split("_")[0] in ("f", "g", "h") and self.cursor.ahead().kind == "(" and not self.cursor.tolerant and name not in self.cursor.names.bound:
            raise LineError("unknown-name", f"{name} has no definition above this line.", token.start, token.end)

    def _run_of_letters(self) -> Node:
        token = self.cursor.token
        run, names = token.text, self.cursor.names
        letters = run.rstrip("0123456789_")
        awkward = any(run.startswith(n) or run.endswith(n) for n in names.long_names())
        if run.isalpha() and len(run) <= 3 and not awkward:
            return self._spelled_out(token)
        if self.cursor.tolerant:
            self.cursor.advance()
            return Name(run, start=token.start, end=token.end)
        raise self._unknown(token, letters)

    def _spelled_out(self, token: Token) -> Node:
        """`xy` is x·y: the run becomes one token for each letter, so that powers and brackets bind to the last."""
        if token.text[-1] in "fgh" and self.cursor.ahead().kind == "(" and not self.cursor.tolerant and not self.cursor.names.is_known(token.text[-1]):
            raise LineError("unknown-name", f"{token.text} has no definition above this line.", token.start, token.end)
        if token.text == "of" and self.cursor.at and not self.cursor.tolerant:
            raise LineError("unknown-name", "“of” has no meaning here; a part of something is a product.", token.start, token.end,
                            Suggestion("*", token.start, token.end))
        parts = [Token("name", c, token.start + k, token.start + k + 1, token.spaced and k == 0) for k, c in enumerate(token.text)]
        self.cursor.tokens[self.cursor.at:self.cursor.at + 1] = parts
        return self.name()

    def _unknown(self, token: Token, letters: str) -> LineError:
        run = token.text
        before = self.cursor.tokens[self.cursor.at - 1] if self.cursor.at else None
        if before and before.kind == "number" and before.end == token.start:
            return LineError("unknown-name", f"Nothing above this line is called {run}; a name cannot start with a digit, it starts with a letter.",
                             before.start, token.end)
        spaced, near = self.cursor.names.spaced(run), self.cursor.names.nearest(run)
        if spaced:
            return LineError("unknown-name", f"Nothing above this line is called {run}. Did you mean {spaced}?", token.start, token.end,
                             Suggestion(spaced, token.start, token.end))
        if near:
            return LineError("unknown-name", f"Nothing above this line is called {run}. Did you mean {near}?", token.start, token.end,
                             Suggestion(near, token.start, token.end))
        return LineError("unknown-name", f"Nothing above this line is called {run}.", token.start, token.end)
