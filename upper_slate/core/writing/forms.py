"""The other ways to write a result (section 5 of the language); each only if it differs from the others."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Final

import sympy as sp
from flint import fmpq

from ..language.plain import plain
from ..language.tree import Call, Mixed, Name, Negative, Node, Number, Postfix, Power, Product, Sum
from ..language.typeset import typeset
from ..language.units import OFFSET, Factors
from ..line.result import Sign
from ..working.exact import angles, roots
from ..working.exact.bridge import to_sympy
from ..working.exact.primes import prime_powers
from ..working.exact.surd import Surd
from ..working.ground.values import FunctionValue, Value
from ..working.tidy import rewriting
from ..working.tidy.tidy import _expansion_bound, agrees, degree_bound, has_high_exponential
from ..working.units.definitions import BASE
from ..working.units.quantities import converted, has_units, kind_of, written_parts
from .numbers import decimal_digits, integer, product_of, quotient_of, surd_tree, terminating
from .quantities import quantity_tree
from .style import PLAIN, Style
from .text import tree_of

_MAX_PERIOD = 60
#: Forms that need factors are offered up to this degree.
_MAX_DEGREE = 200


@dataclass(frozen=True)
class Form:
    """One way to write a value, exactly equal to it."""

    name: str
    text: str
    latex: str
    relation: Sign = "="


def forms_of(value: Value, style: Style, shown: str, is_angle: bool = False) -> list[Form]:
    """The forms of a value that differ from `shown` and from each other; an angle in degrees or gon has its radians."""
    found: list[Form] = []
    seen = {shown}
    body = value.body if isinstance(value, FunctionValue) else value
    candidates = [*_candidates(body, style), *(_radians(body, style) if is_angle else ())]
    for name, tree in candidates:
        text = plain(tree)
        if text not in seen:
            seen.add(text)
            found.append(Form(name, text, typeset(tree)))
    return found


def forms_in_trees(value: Value, style: Style) -> dict[str, Node]:
    """Every form of a value by its name, those among them that are as it is shown."""
    return dict(_candidates(value, style))


def _candidates(value: Value, style: Style) -> Iterator[tuple[str, Node]]:
    if isinstance(value, Surd):
        if style != PLAIN:
            yield ("exact" if style.decimals else "improper", surd_tree(value))
        yield from _rational_forms(value.as_fmpq) if value.is_rational else _radical_forms(value)
    elif (parts := written_parts(value)) is not None:
        yield from _in_base_units(value, parts[1], style)
        yield from ((name, quantity_tree(tree, parts[1])) for name, tree in _candidates(parts[0], style) if name not in _OF_PLAIN_NUMBERS)
    elif has_units(value):
        return
    elif style.last is not None and style.last in sp.Add.make_args(value):
        yield from ((name, _with_last(tree, style.last)) for name, tree in _candidates(value - style.last, replace(style, last=None)))
    elif isinstance(value, sp.Expr) and value.free_symbols and not value.has(sp.Piecewise) and sp.count_ops(value) < 150:
        if style.decimals:
            yield ("exact", tree_of(value, Style(half_turn=style.half_turn)))
        yield from _algebraic_forms(value, style)
    elif isinstance(value, sp.Expr) and style.half_turn == sp.pi:
        turn = value / sp.pi
        if turn.is_Rational:
            q = fmpq(int(turn.p), int(turn.q)) * 180
            yield ("degrees", _degrees(q))
        if value.has(sp.I):
            yield from _rectangular(value)


def _with_last(tree: Node, constant: sp.Symbol) -> Node:
    """The constant of integration behind a form."""
    behind = Name(constant.name)
    return Sum((*tree.terms, behind), (*tree.signs, "+")) if isinstance(tree, Sum) else Sum((tree, behind), ("+", "+"))


#: Forms that say nothing of a number with a unit.
_OF_PLAIN_NUMBERS: Final = ("prime factors", "percentage", "degrees", "radians")


def _in_base_units(value: sp.Expr, unit: Factors, style: Style) -> Iterator[tuple[str, Node]]:
    """In kilograms, metres, seconds …, where it is written in others."""
    kind = kind_of({name: Fraction(power) for name, power in unit})
    base = tuple((name, int(power)) for name, power in zip(BASE, kind, strict=True) if power)
    if base != unit and not any(name in OFFSET for name, _ in unit):
        yield "base units", quantity_tree(tree_of(converted(value, base), style), base)



def _radians(value: Value, style: Style) -> Iterator[tuple[str, Node]]:
    if isinstance(value, Surd) and value.is_rational and style.half_turn != sp.pi:
        yield ("radians", tree_of(to_sympy(value) * sp.pi / style.half_turn))


def _rectangular(value: sp.Expr) -> Iterator[tuple[str, Node]]:
    """Real part and imaginary part of a number that stands as a power of e."""
    real, imaginary = value.as_real_imag()
    if not (real.has(sp.re, sp.im) or imaginary.has(sp.re, sp.im)) and imaginary != 0:
        yield ("rectangular", tree_of(real + imaginary * sp.I))


def _degrees(q: fmpq) -> Node:
    tree = surd_tree(Surd.rational(abs(q)))
    postfix = Postfix("°", tree)
    return Negative(postfix) if q < 0 else postfix


# -- fractions -------------------------------------------------------------------------------------------------------


def _rational_forms(q: fmpq) -> Iterator[tuple[str, Node]]:
    p, d = int(q.p), int(q.q)
    if d != 1:
        if abs(p) > d:
            mixed = Mixed(Number(str(abs(p) // d)), Number(str(abs(p) % d)), Number(str(d)))
            yield ("mixed", Negative(mixed) if p < 0 else mixed)
        if (recurring := _recurring(abs(p), d)) is not None:
            yield ("recurring", Negative(Number(recurring)) if p < 0 else Number(recurring))
    elif 3 < abs(p) < 10 ** 30:
        if (tree := prime_factors(p)) is not None:
            yield ("prime factors", tree)
    if (scientific := _scientific(q)) is not None:
        yield ("scientific", scientific)


def _recurring(p: int, d: int) -> str | None:
    """9.8(3), if the period is short enough to read."""
    rest = d
    twos = fives = 0
    while rest % 2 == 0:
        rest, twos = rest // 2, twos + 1
    while rest % 5 == 0:
        rest, fives = rest // 5, fives + 1
    if rest == 1:
        return None
    head, period, power = max(twos, fives), 1, 10 % rest
    while power != 1:
        power, period = power * 10 % rest, period + 1
        if period > _MAX_PERIOD:
            return None
    scaled = p * 10 ** head // d
    remainder = p * 10 ** head - scaled * d
    digits = str(remainder * 10 ** period // d).rjust(period, "0")
    before = decimal_digits(scaled, head) if head else f"{scaled}."
    return f"{before}({digits})"


def prime_factors(n: int) -> Node | None:
    """2^3*3^2*5, for a whole number that is not prime. TooLarge where its factors would not be found in time."""
    factors = prime_powers(n)
    if len(factors) == 1 and factors[0][1] == 1:
        return None
    nodes: list[Node] = [Number(str(p)) if e == 1 else Power(Number(str(p)), Number(str(e))) for p, e in factors]
    return Negative(product_of(nodes)) if n < 0 else product_of(nodes)


def _scientific(q: fmpq) -> Node | None:
    text = terminating(abs(q))
    if text is None or q == 0 or (fmpq(1, 1000) <= abs(q) < 10 ** 6):
        return None
    digits = text.replace(".", "").strip("0")
    if len(digits) > 15:
        return None
    places = len(text.split(".")[0]) - 1 if not text.startswith("0") else -(len(text.split(".")[1]) - len(text.split(".")[1].lstrip("0")) + 1)
    mantissa = digits[0] + ("." + digits[1:] if len(digits) > 1 else "")
    node: Node = Product((Number(mantissa), Power(Number("10"), integer(places))), ("", "*"))
    return Negative(node) if q < 0 else node


# -- radicals and complex numbers ------------------------------------------------------------------------------------


def _radical_forms(value: Surd) -> Iterator[tuple[str, Node]]:
    if value.has_imaginary:
        yield from _polar(value)
        return
    if len(value.terms) != 1 or value.has_nested:
        return
    ((monomial, q),) = value.terms.items()
    degree = max(e.denominator for _, e in monomial)
    radicand = value ** degree
    if radicand.is_rational and len(str(radicand.as_fmpq.p)) < 12:
        inside = surd_tree(Surd.rational(abs(radicand.as_fmpq)))
        node: Node = Call("sqrt", (inside,)) if degree == 2 else Call("cbrt", (inside,)) if degree == 3 else Call("root", (inside, Number(str(degree))))
        yield ("radical", Negative(node) if q < 0 else node)
    powers: list[Node] = []
    by_exponent: dict[Fraction, int] = {}
    for generator, exponent in monomial:
        by_exponent[exponent] = by_exponent.get(exponent, 1) * generator  # type: ignore[operator]
    for exponent, base in by_exponent.items():
        powers.append(Power(Number(str(base)), Product((Number(str(exponent.numerator)), Number(str(exponent.denominator))), ("", "/"))))
    over: list[Node] = ([] if abs(int(q.p)) == 1 else [Number(str(abs(int(q.p))))]) + powers
    node = quotient_of(product_of(over), Number(str(q.q)) if q.q != 1 else None)
    yield ("power", Negative(node) if q < 0 else node)


def _polar(value: Surd) -> Iterator[tuple[str, Node]]:
    size, angle = roots.absolute(value), angles.angle_of(value)
    if size is None or angle is None:
        return
    turn = sp.pi * sp.Rational(angle.numerator, angle.denominator) / 180
    power = Power(Name("e"), tree_of(sp.I * turn))
    yield ("polar", power if size == Surd.rational(1) else product_of([surd_tree(size), power]))


# -- expressions with letters ----------------------------------------------------------------------------------------


def _algebraic_forms(expr: sp.Expr, style: Style) -> Iterator[tuple[str, Node]]:
    rational = Style(half_turn=style.half_turn)
    letters = expr.free_symbols
    polynomial = expr.is_polynomial(*letters)
    if degree_bound(expr) > _MAX_DEGREE or has_high_exponential(expr):
        return
    for name, rewrite in _REWRITES:
        if name in ("single fraction", "partial fractions") and polynomial:
            continue
        try:
            changed = rewrite(expr)
        except (sp.PolynomialError, NotImplementedError, ValueError, AttributeError, TypeError):
            continue
        if changed is not None and changed != expr and agrees(expr, changed):
            if name == "factored" and not isinstance(changed, sp.Mul | sp.Pow):
                continue
            yield (name, tree_of(changed, rational))


def _rationalized(expr: sp.Expr) -> sp.Expr | None:
    """Where a root of a letter stands below the bar."""
    under = sp.fraction(sp.together(expr))[1]
    has_root = any(p.exp.is_Rational and p.exp.q == 2 and p.base.free_symbols for p in under.atoms(sp.Pow))
    return rewriting.rationalized(expr, 4) if has_root else None


def _expanded(expr: sp.Expr) -> sp.Expr | None:
    return rewriting.expanded(expr) if _expansion_bound(expr) <= 60 else None


def _single_fraction(expr: sp.Expr) -> sp.Expr | None:
    """Of a sum of fractions; nothing is cancelled, since a form holds where the result does."""
    if not isinstance(expr, sp.Add) or sp.fraction(sp.together(expr))[1] == 1:
        return None
    return rewriting.single_fraction(expr, in_lowest_terms=False)


def _partial_fractions(expr: sp.Expr) -> sp.Expr | None:
    if len(expr.free_symbols) != 1 or not expr.is_rational_function():
        return None
    split = rewriting.partial_fractions(expr)
    return split if isinstance(split, sp.Add) and len(split.args) <= 6 else None


_REWRITES = (("single fraction", _single_fraction), ("factored", sp.factor), ("expanded", _expanded), ("partial fractions", _partial_fractions),
             ("rationalized", _rationalized))
