"""What the working knows of a built-in function: all else about it is derived from this."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import sympy as sp

from ...exact.enclosing import Ball
from ..values import Scalar

#: The value for arguments that are numbers or expressions: exact where it has an exact form. It takes the context of the line first.
ValueRule = Callable[..., Scalar]


@dataclass(frozen=True)
class Need:
    """What the argument must satisfy: the kind of a requirement, of which expression, and the code of the error."""

    kind: str
    of: Callable[[sp.Expr], sp.Expr]
    code: str
    in_complex: str | None = None


@dataclass(frozen=True)
class FunctionRecord:
    """`name` is its word in the language, `make` the library's class, `ball` its enclosure (None: it is not enclosed), `said` how a rule of differentiation calls it.

    `derivative` is by the argument, in functions declared before this one; `inverse` the word of the inverse function; `need` what must hold of a real argument.
    `value` gives exact values, and sentences of its own; without it what is needed is required and the function stands as it is.
    `bare` says that a simple argument is typeset without brackets; `tag` marks it in stored data.
    """

    name: str
    make: type
    ball: Callable[..., Ball] | None
    said: str = ""
    derivative: Callable[[sp.Expr], sp.Expr] | None = None
    inverse: str | None = None
    need: Need | None = None
    bare: bool = False
    tag: str = ""
    value: ValueRule | None = None

    @property
    def stored(self) -> str:
        return self.tag or self.name


@dataclass(frozen=True)
class WrittenWithOthers:
    """A function whose values are written with others, so that no expression holds it: roots are powers, `log` is a quotient of logarithms."""

    name: str
    value: ValueRule


Record = FunctionRecord | WrittenWithOthers


def same(expr: sp.Expr) -> sp.Expr:
    """Of the argument itself."""
    return expr


def plain(name: str) -> Callable[[Ball], Ball]:
    """The library's own enclosure of that name."""
    return lambda value: getattr(value, name)()
