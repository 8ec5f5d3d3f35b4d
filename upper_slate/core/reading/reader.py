"""The reader of expressions and requests, put together from its parts."""

from __future__ import annotations

from ..language.tree import Node
from ..problems import LineError
from .atoms import Atoms
from .cursor import Cursor
from .derivatives import Derivatives
from .expressions import Expressions
from .named import Named
from .names import KnownNames
from .requests import Requests
from .tokens import Token


class Reader:
    """Reads one line's tokens from the cursor on. In tolerant reading a missing operand becomes a `Gap` instead of an error."""

    def __init__(self, source: str, tokens: list[Token], names: KnownNames, tolerant: bool = False) -> None:
        self.cursor = Cursor(source, tokens, names, tolerant)
        self._requests = Requests(self.cursor, self)
        self._expressions = Expressions(self.cursor, self)
        self._atoms = Atoms(self.cursor, self)
        self._named = Named(self.cursor, self)
        self._derivatives = Derivatives(self.cursor, self)

    def request(self) -> Node | None:
        return self._requests.request()

    def signed(self) -> Node | None:
        return self._requests.signed()

    def inside_bracket(self) -> Node:
        return self._requests.inside_bracket()

    def with_at(self) -> Node:
        return self._expressions.with_at()

    def cases(self) -> Node:
        return self._expressions.cases()

    def condition(self) -> Node:
        return self._expressions.condition()

    def relation(self) -> Node:
        return self._expressions.relation()

    def sum(self) -> Node:
        return self._expressions.sum()

    def product(self) -> Node:
        return self._expressions.product()

    def power(self) -> Node:
        return self._expressions.power()

    def raised(self, base: Node) -> Node:
        return self._expressions.raised(base)

    def missing(self, sign: Token) -> Node:
        return self._expressions.missing(sign)

    def two_numbers(self, token: Token) -> LineError:
        return self._expressions.two_numbers(token)

    def postfixed(self) -> Node:
        return self._atoms.postfixed()

    def postfixes(self, node: Node) -> Node:
        return self._atoms.postfixes(node)

    def atom(self) -> Node:
        return self._atoms.atom()

    def bracket(self) -> Node:
        return self._atoms.bracket()

    def arguments(self, closing: str, opened: Token) -> tuple[Node, ...]:
        return self._atoms.arguments(closing, opened)

    def name(self) -> Node:
        return self._named.name()

    def applied(self, function: Node) -> Node:
        return self._named.applied(function)

    def derivative(self) -> Node | None:
        return self._derivatives.derivative()
