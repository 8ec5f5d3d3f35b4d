"""Values straight from the tree: rational numbers, and polynomials in free letters, multiplied out where few terms come."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import Ordering, fmpq_mpoly, fmpq_mpoly_ctx

from ...language import tree as t
from ...language.words import function_named
from ..context import Context
from ..exact.rational_functions import expression_of
from ..exact.surd import Surd
from .rationals import rational_value
from .values import Scalar

#: Products with more terms on the way are left to those who look at their size first.
_MOST_TERMS: Final = 60
_MOST_POWER: Final = 12
#: Names that stand for numbers.
_NUMBERS: Final = ("pi", "e", "i", "oo", "phi")


class _Other(Exception):
    """Something else than a polynomial in free letters, or a long one."""


def from_the_tree(context: Context, node: t.Node, most: int) -> Scalar | None:
    """The value of a tree that is a rational number, or a polynomial in free letters of at most `most` terms; None for any other."""
    number = rational_value(node)
    return multiplied_out(context, node, most) if number is None else Surd({(): number})


def multiplied_out(context: Context, node: t.Node, most: int) -> sp.Expr | None:
    """The polynomial that a tree is, as a sum of at most `most` terms; None for any other tree, for longer ones, and for a number."""
    if context.has_units:
        return None
    found_names: set[str] = set()
    try:
        _collect(node, found_names)
        names = sorted(found_names)
        if not names or not all(_is_free(context, name) for name in names):
            return None
        own = fmpq_mpoly_ctx.get(tuple(names), Ordering.lex)
        found = _read(node, dict(zip(names, own.gens(), strict=True)), own.constant(1))
    except _Other:
        return None
    return None if found.is_constant() or len(found) > most else expression_of(found, tuple(map(context.symbol, names)))


def _is_free(context: Context, name: str) -> bool:
    """Whether nothing but the letter itself is meant by a name."""
    if name in context.bound:
        return True
    return not (name in _NUMBERS or "_" in name or name in context.meanings or name in context.failed or name == context.defining or function_named(name))


def _collect(node: t.Node, names: set[str]) -> None:
    """The names in a tree that has only the parts of polynomials."""
    match node:
        case t.Name():
            names.add(node.name)
        case t.Bracket() | t.Negative():
            _collect(node.body, names)
        case t.Sum():
            for term in node.terms:
                _collect(term, names)
        case t.Product():
            for sign, factor in zip(node.operators, node.factors, strict=True):
                if sign == "/" and not isinstance(factor, t.Number):
                    raise _Other
                _collect(factor, names)
        case t.Power():
            _collect(node.base, names)
        case t.Number():
            return
        case _:
            raise _Other


def _read(node: t.Node, letters: dict[str, fmpq_mpoly], one: fmpq_mpoly) -> fmpq_mpoly:
    match node:
        case t.Name():
            return letters[node.name]
        case t.Bracket() | t.Negative():
            inside = _read(node.body, letters, one)
            return inside if isinstance(node, t.Bracket) else -inside
        case t.Sum():
            total = one * 0
            for sign, term in zip(node.signs, node.terms, strict=True):
                part = _read(term, letters, one)
                total = total + part if sign == "+" else total - part
            return total
        case t.Product():
            return _product(node, letters, one)
        case t.Power():
            return _power(node, letters, one)
    number = rational_value(node)
    if number is None:
        raise _Other
    return one * number


def _product(node: t.Product, letters: dict[str, fmpq_mpoly], one: fmpq_mpoly) -> fmpq_mpoly:
    total = one
    for sign, factor in zip(node.operators, node.factors, strict=True):
        part = _read(factor, letters, one)
        if sign == "/":
            if not part.is_constant() or not part:
                raise _Other
            part = one / part.leading_coefficient()
        elif sign not in ("", "*"):
            raise _Other
        if len(total) * len(part) > _MOST_TERMS:
            raise _Other
        total = total * part
    return total


def _power(node: t.Power, letters: dict[str, fmpq_mpoly], one: fmpq_mpoly) -> fmpq_mpoly:
    exponent = rational_value(node.exponent)
    if exponent is None or exponent.q != 1 or not 0 < exponent <= _MOST_POWER:
        raise _Other
    base, power = _read(node.base, letters, one), int(exponent.p)
    if len(base) > 1 and len(base) ** power > _MOST_TERMS:
        raise _Other
    return base**power
