"""Exact numbers as trees: one fraction bar, radicals in order, no root in a denominator."""

from __future__ import annotations

from collections.abc import Sequence
from math import lcm

from flint import fmpq

from ..language.tree import Call, Mixed, Name, Negative, Node, Number, Power, Product, Sum
from ..working.exact.surd import Monomial, Nested, Surd
from .style import PLAIN, Style

Signed = tuple[bool, Node]


def integer(n: int) -> Node:
    return Negative(Number(str(-n))) if n < 0 else Number(str(n))


def product_of(factors: Sequence[Node]) -> Node:
    """The factors side by side, or 1."""
    if not factors:
        return Number("1")
    return factors[0] if len(factors) == 1 else Product(tuple(factors), ("",) * len(factors))


def quotient_of(over: Node, under: Node | None) -> Node:
    return over if under is None else Product((over, under), ("", "/"))


def sum_of(terms: Sequence[Signed]) -> Node:
    """The terms with their signs (True for minus)."""
    if len(terms) == 1:
        negative, node = terms[0]
        return Negative(node) if negative else node
    return Sum(tuple(node for _, node in terms), tuple("-" if negative else "+" for negative, _ in terms))


def terminating(q: fmpq) -> str | None:
    """A fraction as a finite decimal, if it has one of at most 60 places."""
    under, places = int(q.q), 0
    twos = fives = 0
    while under % 2 == 0:
        under, twos = under // 2, twos + 1
    while under % 5 == 0:
        under, fives = under // 5, fives + 1
    places = max(twos, fives)
    if under != 1 or places > 60:
        return None
    return decimal_digits(int(q.p) * 10 ** places // int(q.q), places)


def decimal_digits(scaled: int, places: int) -> str:
    """scaled/10^places with exactly that many places."""
    sign, digits = "-" if scaled < 0 else "", str(abs(scaled)).rjust(places + 1, "0")
    return f"{sign}{digits[:-places]}.{digits[-places:]}" if places else f"{sign}{digits}"


def in_standard_form(decimal: str, negative: bool = False) -> Node | None:
    """1.2*10^5 from the digits of a decimal above 0; a number from 1 to 10 stands alone. None for 0."""
    whole, _, part = decimal.partition(".")
    digits = (whole + part).lstrip("0")
    if not digits:
        return None
    power = len(whole) - 1 if whole.strip("0") else -(len(part) - len(part.lstrip("0")) + 1)
    shown = digits.rstrip("0")
    mantissa = Number(("-" if negative else "") + shown[0] + ("." + shown[1:] if len(shown) > 1 else ""))
    return mantissa if power == 0 else Product((mantissa, Power(Number("10"), integer(power))), ("", "*"))


def rational_tree(q: fmpq, style: Style = PLAIN) -> Node:
    """A fraction, a mixed number or a decimal, by the style."""
    if q < 0:
        return Negative(rational_tree(-q, style))
    p, d = int(q.p), int(q.q)
    if d == 1:
        return Number(str(p))
    if style.decimals and (text := terminating(q)) is not None:
        return Number(text)
    if style.mixed and p > d:
        return Mixed(Number(str(p // d)), Number(str(p % d)), Number(str(d)))
    return Product((Number(str(p)), Number(str(d))), ("", "/"))


def radicals(monomial: Monomial) -> list[Node]:
    """The roots of a monomial: like denominators under one root, the imaginary unit last."""
    groups: dict[int, int] = {}
    nested: list[Node] = []
    imaginary = False
    for generator, exponent in monomial:
        if generator == -1:
            imaginary = True
        elif isinstance(generator, Nested):
            root = root_node(surd_tree(Surd(dict(generator.terms))), exponent.denominator)
            nested.append(root if exponent.numerator == 1 else Power(root, Number(str(exponent.numerator))))
        else:
            groups[exponent.denominator] = groups.get(exponent.denominator, 1) * generator ** exponent.numerator
    for degree in sorted(groups, reverse=True):  # ²√2·⁴√3 stands under one fourth root
        for smaller in [d for d in groups if d < degree and degree % d == 0]:
            groups[degree] *= groups.pop(smaller) ** (degree // smaller)
        if degree not in groups:
            continue
    nodes: list[Node] = [root_node(Number(str(n)), d) for d, n in sorted(groups.items())]
    return [*nodes, *nested, *([Name("i")] if imaginary else [])]


def root_node(radicand: Node, degree: int) -> Node:
    match degree:
        case 1:
            return radicand
        case 2:
            return Call("sqrt", (radicand,))
        case 3:
            return Call("cbrt", (radicand,))
    return Call("root", (radicand, Number(str(degree))))


def _order(item: tuple[Monomial, fmpq]) -> tuple[object, ...]:
    monomial, _ = item
    imaginary = any(g == -1 for g, _ in monomial)
    nested = any(isinstance(g, Nested) for g, _ in monomial)
    degree = lcm(*(e.denominator for _, e in monomial)) if monomial else 1
    radicand = 1
    for generator, exponent in monomial:
        if isinstance(generator, int) and generator > 0:
            radicand *= generator ** int(exponent * degree)
    return imaginary, nested, degree, radicand, repr(monomial) if nested else ""


def surd_tree(surd: Surd, style: Style = PLAIN) -> Node:
    """A surd over one fraction bar: the fraction first, then radicals by what stands under them, imaginary parts last."""
    if surd.is_rational:
        return rational_tree(surd.as_fmpq, style)
    if style.decimals and all(q.q == 1 or terminating(q) for q in surd.terms.values()):
        return sum_of(_terms(surd, 1, style))
    denominator = lcm(*(int(q.q) for q in surd.terms.values()))
    terms = _terms(surd, denominator, PLAIN)
    if denominator == 1:
        return sum_of(terms)
    under = Number(str(denominator))
    if len(terms) == 1:
        negative, node = terms[0]
        over = quotient_of(node, under)
        return Negative(over) if negative else over
    if all(negative for negative, _ in terms):
        return Negative(quotient_of(sum_of([(False, n) for _, n in terms]), under))
    return quotient_of(sum_of(terms), under)


def _terms(surd: Surd, denominator: int, style: Style) -> list[Signed]:
    terms: list[Signed] = []
    for monomial, q in sorted(surd.terms.items(), key=_order):
        scaled = q * denominator
        roots = radicals(monomial)
        size = abs(scaled)
        factors = roots if size == 1 and roots else [rational_tree(size, style), *roots]
        terms.append((scaled < 0, product_of(factors)))
    if len(terms) == 2 and terms[0][0] and not terms[1][0] and not surd.has_imaginary:
        terms.reverse()
    return terms
