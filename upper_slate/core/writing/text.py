"""Values as plain text and LaTeX."""

from __future__ import annotations

from typing import NamedTuple

import sympy as sp

from ..language.plain import plain
from ..language.tree import ListOf, Node, Relation
from ..language.typeset import typeset
from ..line import result
from ..working.exact.surd import Surd
from ..working.ground.values import FunctionValue, ListValue, RelationValue, SolutionsValue, Value
from .expressions import expression_tree
from .numbers import surd_tree
from .style import PLAIN, Style


class Written(NamedTuple):
    """A value as plain text in the language and as LaTeX."""

    text: str
    latex: str

    @property
    def data(self) -> result.Written:
        """The same as plain data."""
        return {"text": self.text, "latex": self.latex}

    def rounded(self, exactly: bool) -> result.DecimalWritten:
        """A decimal as plain data, with the true sign before it."""
        return {"text": self.text, "latex": self.latex, "relation": "=" if exactly else "≈"}


def tree_of(value: Value | sp.Basic, style: Style = PLAIN) -> Node:
    """The tree of a value."""
    match value:
        case Surd():
            return surd_tree(value, style)
        case ListValue():
            return ListOf(tuple(tree_of(item, style) for item in value.items))
        case FunctionValue():
            return tree_of(value.body, style)
        case RelationValue():
            return Relation(tuple(tree_of(s, style) for s in value.sides), value.signs)
        case SolutionsValue():
            return ListOf(tuple(tree_of(v, style) for s in value.solutions for _, v in s.values))
    return expression_tree(value, style)


def written(value: Value | sp.Basic, style: Style = PLAIN) -> Written:
    """Plain text and LaTeX of a value."""
    return write_tree(tree_of(value, style))


def write_tree(node: Node) -> Written:
    return Written(plain(node), typeset(node))


def text_of(value: Value | sp.Basic, style: Style = PLAIN) -> str:
    """Plain text of a value."""
    return plain(tree_of(value, style))
