"""A result in the form that its line asks for: `as a percentage`, `in standard form`."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

import sympy as sp

from ..language.tree import Name, Node, Number, Postfix, Power, Product
from ..problems import LineError
from ..working.exact.bridge import settled, to_sympy
from ..working.exact.surd import Surd
from ..working.ground import judge
from ..working.ground.arithmetic import negate
from ..working.ground.values import FunctionValue, Value, is_scalar
from ..writing.forms import forms_in_trees
from ..writing.numbers import in_standard_form, integer, product_of, surd_tree, terminating
from ..writing.style import PLAIN, Style
from ..writing.text import tree_of


def in_form(value: Value, form: str, half_turn: sp.Expr) -> Node:
    """The tree of a value in a form. Errors: not-supported where it has none such."""
    body = value.body if isinstance(value, FunctionValue) else value
    found = _FORMS[form](body, half_turn) if is_scalar(body) or form in ("exact", "fraction") else None
    if found is None:
        raise LineError("not-supported", f"This has no such form as “{form}”.")
    return found


def _exact(value: Value, half_turn: sp.Expr) -> Node:
    return tree_of(value, Style(half_turn=half_turn))


def _mixed(value: Value, half_turn: sp.Expr) -> Node | None:
    return _named("mixed")(value, half_turn) or (surd_tree(value) if isinstance(value, Surd) and value.is_rational else None)


def _percentage(value: Value, half_turn: sp.Expr) -> Node:
    """With decimals where they end: 37.5%, 100/3%."""
    hundredfold = settled(sp.expand(to_sympy(value) * 100))
    if isinstance(hundredfold, Surd) and hundredfold.is_rational and (text := terminating(abs(hundredfold.as_fmpq))) is not None and hundredfold.as_fmpq >= 0:
        return Postfix("%", Number(text))
    return Postfix("%", tree_of(hundredfold, PLAIN))


def _standard(value: Value, half_turn: sp.Expr) -> Node | None:
    """1.2*10^5, of a decimal that ends."""
    if not (isinstance(value, Surd) and value.is_rational):
        return None
    text = terminating(abs(value.as_fmpq))
    if text is None or value.as_fmpq == 0 or len(text) > 60:
        return None
    standard = in_standard_form(text, value.as_fmpq < 0)
    return Product((standard, Power(Number("10"), integer(0))), ("", "*")) if isinstance(standard, Number) else standard


def _degrees(value: Value, half_turn: sp.Expr) -> Node:
    turned = settled(sp.nsimplify(sp.simplify(to_sympy(value) * 180 / half_turn)) if half_turn != 180 else to_sympy(value))
    return Postfix("°", tree_of(turned, PLAIN))


def _radians(value: Value, half_turn: sp.Expr) -> Node:
    return tree_of(settled(sp.simplify(to_sympy(value) * sp.pi / half_turn)), PLAIN)


def _polar(value: Value, half_turn: sp.Expr) -> Node | None:
    """r e^(i φ); a real number above 0 is its own."""
    if isinstance(value, Surd) and not value.has_imaginary:
        if judge.sign(value) >= 0:
            return surd_tree(value)
        turn = Power(Name("e"), tree_of(sp.I * sp.pi))
        return turn if value == Surd.rational(-1) else product_of([surd_tree(negate(value)), turn])
    if isinstance(value, sp.Expr) and value.has(sp.exp):
        return tree_of(value, PLAIN)  # it stands so already
    return _named("polar")(value, half_turn)


def _named(name: str) -> Callable[[Value, sp.Expr], Node | None]:
    """One of the forms that are offered beside every result."""

    def find(value: Value, half_turn: sp.Expr) -> Node | None:
        return forms_in_trees(value, Style(half_turn=half_turn)).get(name)

    return find


def _or_itself(name: str) -> Callable[[Value, sp.Expr], Node | None]:
    """A form, or the value as it stands where it has that form already."""
    return lambda value, half_turn: _named(name)(value, half_turn) or _exact(value, half_turn)


_FORMS: Final[dict[str, Callable[[Value, sp.Expr], Node | None]]] = {
    "exact": _exact, "fraction": _exact, "mixed number": _mixed, "percentage": _percentage, "standard form": _standard, "degrees": _degrees, "radians": _radians,
    "recurring": _named("recurring"), "polar form": _polar, "prime factors": _named("prime factors"), "factored": _or_itself("factored"),
    "expanded": _or_itself("expanded"),
}
