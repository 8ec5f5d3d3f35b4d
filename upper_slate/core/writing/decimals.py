"""Decimals, correctly rounded: half away from zero, proved with balls; exact ties and exact values recognised exactly."""

from __future__ import annotations

import dataclasses
from functools import cache
from typing import NamedTuple

import sympy as sp
from flint import arb, fmpq

from ..language.tree import ListOf, Name, Negative, Node, Number, Power, Product, Relation
from ..problems import LineError
from ..working.exact.balls import NoBall, lies_surely_apart, precision
from ..working.exact.bridge import settled, to_sympy
from ..working.exact.enclosed import ComplexRoot
from ..working.exact.surd import Surd
from ..working.ground import judge
from ..working.ground.values import FunctionValue, GraphValue, ListValue, RelationValue, SolutionsValue, TableValue, Value
from ..working.units.quantities import written_parts
from .common_logs import BASE, logs_apart
from .expressions import expression_tree, in_unit
from .numbers import decimal_digits, product_of, sum_of
from .quantities import quantity_tree
from .style import PLAIN, Style

_LAST_BITS = 40_000
#: Longer decimals are not written.
_MOST_DIGITS = 200_000


class Rounded(NamedTuple):
    """A decimal as a tree, and whether it is exactly the value."""

    tree: Node
    exact: bool


class Digits(NamedTuple):
    """How many digits (`places`): `unit` is dp or sf; `keep` keeps trailing zeros, as `to 3 dp` asks."""

    places: int
    unit: str
    keep: bool = False


class NoDecimal(Exception):
    """The value has no decimal: infinite, or its exactness cannot be settled."""


def decimal_of(value: Value, digits: Digits, style: Style = PLAIN) -> Rounded:
    """The value with its numbers as decimals; letters stay. NoDecimal where there is none."""
    match value:
        case Surd():
            return _number(value, digits)
        case ListValue():
            items = [decimal_of(i, digits, style) for i in value.items]
            return Rounded(ListOf(tuple(i.tree for i in items)), all(i.exact for i in items))
        case FunctionValue():
            return decimal_of(value.body, digits, style)
        case RelationValue():
            sides = [decimal_of(s, digits, style) for s in value.sides]
            return Rounded(Relation(tuple(s.tree for s in sides), value.signs), all(s.exact for s in sides))
        case SolutionsValue() | TableValue() | GraphValue():  # written by parts of their own
            raise NoDecimal
    if value.is_infinite:
        raise NoDecimal
    if not value.free_symbols:
        return _number(value, digits)
    if (parts := written_parts(value)) is not None:
        rounded = decimal_of(parts[0], digits, style)
        return Rounded(quantity_tree(rounded.tree, parts[1]), rounded.exact)
    return _with_letters(value, digits, style)


# -- numbers ---------------------------------------------------------------------------------------------------------


def _number(value: Surd | sp.Expr, digits: Digits) -> Rounded:
    if isinstance(value, Surd) and value.has_imaginary:
        return _complex(*value.parts(), digits)
    if not isinstance(value, Surd) and value.has(ComplexRoot):
        return _complex(sp.re(value), sp.im(value), digits)
    if not isinstance(value, Surd) and value.has(sp.I):
        real, imaginary = value.as_real_imag()
        if imaginary != 0:
            return _complex(_part(real), _part(imaginary), digits)
    return _real(value, digits)


def _part(expr: sp.Expr) -> Surd | sp.Expr:
    """A real or imaginary part; simplified where a ball leaves open whether it is 0, which takes long."""
    value = settled(expr)
    if isinstance(value, Surd):
        return value
    try:
        with precision(128):
            ball = judge.ball_of(value, 128)
            if isinstance(ball, arb) and not ball.contains(0):
                return value
    except NoBall:
        pass
    return settled(sp.simplify(expr))


def _complex(real: Surd | sp.Expr, imaginary: Surd | sp.Expr, digits: Digits) -> Rounded:
    parts, exact = [], True
    for value, unit in ((real, None), (imaginary, Name("i"))):
        if isinstance(value, Surd) and value.is_zero:
            continue
        rounded = _real(value, digits)
        exact &= rounded.exact
        negative, tree = (True, rounded.tree.body) if isinstance(rounded.tree, Negative) else (False, rounded.tree)
        if unit is not None:
            tree = unit if tree == Number("1") else product_of([tree, unit])
        parts.append((negative, tree))
    return Rounded(sum_of(parts), exact)


def _real(value: Surd | sp.Expr, digits: Digits) -> Rounded:
    if isinstance(value, Surd) and value.is_rational:
        return _rational(value.as_fmpq, digits)
    sign = judge.sign(value)
    if sign == 0:
        return _rational(fmpq(0), digits)
    size = value if sign > 0 else -value
    exponent = _exponent(size) if digits.unit == "sf" else 0
    places = digits.places - 1 - exponent if digits.unit == "sf" else digits.places
    scaled = _nearest(size, places, digits.places if digits.unit == "sf" else digits.places + _most_digits(size))
    exact = _is_exactly(size, scaled, places)
    return Rounded(_layout(sign, scaled, places, digits, exponent), exact)


def _rational(q: fmpq, digits: Digits) -> Rounded:
    sign, size = (-1 if q < 0 else 1), abs(q)
    exponent = _rational_exponent(size) if digits.unit == "sf" and q != 0 else 0
    places = digits.places - 1 - exponent if digits.unit == "sf" else digits.places
    moved = size * fmpq(10) ** places
    scaled = int((moved + fmpq(1, 2)).floor())
    exact = moved.q == 1
    if q == 0 and digits.unit == "sf":
        return Rounded(Number("0"), True)
    return Rounded(_layout(sign, scaled, places, digits, exponent), exact)


def _rational_exponent(size: fmpq) -> int:
    guess = len(str(size.p)) - len(str(size.q))
    return guess if size >= fmpq(10) ** guess else guess - 1


def _exponent(size: Surd | sp.Expr) -> int:
    """floor(log10(size))."""
    bits = 64
    while bits <= _LAST_BITS:
        try:
            ball = judge.ball_of(size, bits)
            with precision(bits):
                if isinstance(ball, arb) and ball > 0:
                    low = (ball.log() / arb(10).log()).floor().unique_fmpz()
                    if low is not None:
                        return int(low)
                    if bits > 500:
                        near = round(float((ball.log() / arb(10).log()).mid()))
                        if judge.compare(size, Surd.rational(fmpq(10) ** near)) == 0:
                            return near
        except NoBall:
            pass
        bits *= 2
    raise NoDecimal


def _most_digits(size: Surd | sp.Expr) -> int:
    """At most how many digits stand before the point."""
    try:
        ball = judge.ball_of(size, 64)
    except NoBall:
        return 0
    with precision(64):
        above = abs(ball).upper() + 1
        found = (above.log() / arb(10).log()).ceil().unique_fmpz()
    return int(found) if found is not None else 0


def _nearest(size: Surd | sp.Expr, places: int, length: int) -> int:
    """The whole number nearest to size·10^places, halves up; it has about `length` digits."""
    if length > _MOST_DIGITS:
        raise NoDecimal
    bits = first = 128 + 4 * max(length, 0)
    while bits <= _LAST_BITS + first:
        try:
            ball = judge.ball_of(size, bits)
            if not isinstance(ball, arb):
                ball = ball.real
            with precision(bits):
                moved = ball * arb(10) ** places
                found = (moved + arb(fmpq(1, 2))).floor().unique_fmpz()
            if found is not None:
                return int(found)
            if bits > 2_000:
                with precision(bits):
                    middle = int((moved.mid() * 2 + arb(fmpq(1, 2))).floor().unique_fmpz() or 0)
                if judge.is_zero(settled(_expr(size) - sp.Rational(middle, 2) / sp.Integer(10) ** places)):
                    return (middle + 1) // 2
        except NoBall:
            pass
        bits *= 2
    raise NoDecimal


def _expr(value: Surd | sp.Expr) -> sp.Expr:
    return to_sympy(value)


def _is_exactly(size: Surd | sp.Expr, scaled: int, places: int) -> bool:
    """Whether the rounded number is the number: never for an irrational surd; else decided."""
    if isinstance(size, Surd):
        return size.has_nested and judge.is_zero(size - Surd.rational(fmpq(scaled) / fmpq(10) ** places))
    if _lie_apart(size, scaled, places):
        return False
    if abs(places) > _MOST_DIGITS:  # a power of ten of such a size is not made: balls must tell the two apart
        raise NoDecimal
    try:
        return judge.is_zero(settled(size - sp.Rational(scaled) / sp.Integer(10) ** places))
    except LineError:
        raise NoDecimal from None


def _lie_apart(size: sp.Expr, scaled: int, places: int) -> bool:
    """Whether balls tell a number and its rounded decimal apart, as they mostly do."""
    bits = 128 + 8 * len(str(scaled))
    try:
        with precision(bits):
            return lies_surely_apart(judge.ball_of(size, bits) * arb(10) ** places - scaled)
    except NoBall:
        return False


def _layout(sign: int, scaled: int, places: int, digits: Digits, exponent: int) -> Node:
    """scaled/10^places as it is written: positional, or scientific for very small and large numbers to significant figures."""
    if digits.unit == "sf" and (exponent < -4 or exponent >= 10):
        if len(str(scaled)) > digits.places:  # rounding carried: 9.99 → 10.0
            scaled, exponent = scaled // 10, exponent + 1
        mantissa = _trimmed(decimal_digits(scaled, digits.places - 1), digits.keep)
        power = Power(Number("10"), Negative(Number(str(-exponent))) if exponent < 0 else Number(str(exponent)))
        node: Node = Product((Number(mantissa), power), ("", "*"))
    else:
        if digits.unit == "sf" and len(str(scaled)) > digits.places and places > 0:
            scaled, places = scaled // 10, places - 1
        text = decimal_digits(scaled, places) if places > 0 else str(scaled * 10 ** -places)
        node = Number(_trimmed(text, digits.keep))
        if scaled == 0:
            sign = 1
    return Negative(node) if sign < 0 else node


def _trimmed(text: str, keep: bool) -> str:
    return text if keep or "." not in text else text.rstrip("0").rstrip(".")


# -- expressions with letters ----------------------------------------------------------------------------------------


def _with_letters(expr: sp.Expr, digits: Digits, style: Style) -> Rounded:
    """The tree of the expression with each number in it rounded; exponents and roots stay as they are."""
    held: dict[sp.Symbol, Rounded] = {}

    @cache
    def number(part: sp.Expr) -> sp.Expr:
        rounded = _number(settled(part), digits)
        if part.is_Integer and rounded.exact and rounded.tree in (Number(str(part)), Negative(Number(str(-part)))):
            return part  # so that everything stands in the order of the exact result
        negative = isinstance(rounded.tree, Negative)
        dummy = sp.Symbol(f"\0{len(held)}", positive=True)
        held[dummy] = Rounded(rounded.tree.body, rounded.exact) if negative else rounded  # type: ignore[attr-defined]
        return -dummy if negative else dummy

    def walk(node: sp.Expr) -> sp.Expr:
        if not node.free_symbols:
            return node if node.is_infinite else number(node)
        if isinstance(node, sp.Mul | sp.Add):
            bases = [a for a in node.args if _is_log_base(a, node)]
            closed = [a for a in node.args if not a.free_symbols and a not in bases]
            rest = [*(walk(a) for a in node.args if a.free_symbols), *bases]
            if closed:
                total = node.func(*closed)
                rest.append(number(total) if total not in (1, -1) else total)
            return node.func(*rest)
        if isinstance(node, sp.Pow):
            return sp.Pow(walk(node.base), node.exp if not node.exp.free_symbols else walk(node.exp))
        if node.has(sp.Piecewise) or not isinstance(node, sp.Expr):
            raise NoDecimal
        return node.func(*(walk(a) for a in node.args)) if node.args else node

    if style.half_turn != sp.pi:
        expr, style = in_unit(expr, style.half_turn, with_letters=True), dataclasses.replace(style, half_turn=sp.pi)
    expr = logs_apart(expr)
    changed = walk(sp.expand_mul(expr) if _has_number_bracket(expr) else expr)
    if style.rising is not None:
        style = dataclasses.replace(style, rising=walk(style.rising))
    tree = _restored(expression_tree(changed, style), {s.name: r.tree for s, r in held.items()})
    return Rounded(tree, all(r.exact for r in held.values()))


def _is_log_base(part: sp.Expr, product: sp.Expr) -> bool:
    """1/ln(10) beside ln(x): together they are written log(x)."""
    return part == BASE and any(isinstance(a, sp.log) and a.free_symbols for a in product.args)


def _has_number_bracket(expr: sp.Expr) -> bool:
    return any(isinstance(a, sp.Add) and not a.free_symbols for m in expr.atoms(sp.Mul) for a in m.args)


def _restored(node: Node, held: dict[str, Node]) -> Node:
    """The tree with the rounded numbers in place of the letters that stood for them, numbers first in products."""
    if isinstance(node, Name):
        return held.get(node.name, node)
    if isinstance(node, Product):
        factors = [_restored(f, held) for f in node.factors]
        return Product(tuple(factors), node.operators)
    changes: dict[str, object] = {}
    for item in dataclasses.fields(node):
        value = getattr(node, item.name)
        if isinstance(value, Node):
            changes[item.name] = _restored(value, held)
        elif isinstance(value, tuple) and value and isinstance(value[0], Node):
            changes[item.name] = tuple(_restored(v, held) for v in value)
    return dataclasses.replace(node, **changes) if changes else node  # type: ignore[arg-type]
