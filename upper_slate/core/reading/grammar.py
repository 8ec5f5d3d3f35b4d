"""What the parts of the reader ask of each other: each knows the cursor, and the others only by this."""

from __future__ import annotations

from typing import Final, Protocol

from ..language.tree import Node
from ..problems import LineError
from .cursor import Cursor
from .tokens import Token

#: Words between two numbers, each with the function that it stands for.
INFIX_COUNTS: Final = {"choose": "choose", "ncr": "choose", "npr": "permutations"}
#: The first words of requests that stand in expressions as signs do: `lim_(x->0)`, `log base 2 of x`, `square root of 16`.
SPOKEN_SIGNS: Final = ("lim", "int", "log", "logarithm", "square", "cube")


class Grammar(Protocol):
    """The reading of every kind of part; `Reader` puts it together."""

    def request(self) -> Node | None:
        """The request that starts here, or None if the words do not make one."""

    def signed(self) -> Node | None:
        """The request that starts here with a sign such as ∫ or ∑."""

    def inside_bracket(self) -> Node:
        """What may stand in brackets: an expression, or a request."""

    def with_at(self) -> Node:
        """An expression with values put in by `at`."""

    def cases(self) -> Node:
        """A condition, or an expression with the conditions of its pieces."""

    def condition(self) -> Node:
        """Relations, joined by and, or, not."""

    def relation(self) -> Node:
        """A chain of relations, or a sum by itself."""

    def sum(self) -> Node:
        """A sum, which is what most gaps hold."""

    def product(self) -> Node: ...

    def power(self) -> Node: ...

    def raised(self, base: Node) -> Node:
        """The power of a base that was read."""

    def postfixed(self) -> Node: ...

    def postfixes(self, node: Node) -> Node:
        """The signs behind an operand that was read."""

    def atom(self) -> Node: ...

    def bracket(self) -> Node: ...

    def arguments(self, closing: str, opened: Token) -> tuple[Node, ...]:
        """What stands in the brackets of a call, up to the closing sign."""

    def name(self) -> Node:
        """What begins with a name."""

    def applied(self, function: Node) -> Node:
        """A function with the brackets that follow."""

    def derivative(self) -> Node | None:
        """The derivative that begins here, if one does."""

    def missing(self, sign: Token) -> Node:
        """Stands for an operand that is not there, or raises."""

    def two_numbers(self, token: Token) -> LineError:
        """The error for two numbers side by side."""


class Part:
    """A part of the reader: it goes over the same line, and calls the others where theirs begins."""

    def __init__(self, cursor: Cursor, grammar: Grammar) -> None:
        self.cursor, self.grammar = cursor, grammar
