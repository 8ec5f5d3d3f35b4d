"""Quantities in expressions: what is added must be of one kind, what stands in a product is brought to as few units as it needs."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Final

import sympy as sp

from ...language.units import OFFSET, Factors
from ...problems import LineError
from ..exact.bridge import settled, to_sympy
from ..exact.surd import Surd
from ..ground.values import Scalar, Value
from .definitions import BASE, NAMED, PLAIN, Kind, definition, is_unit, name_of, unit_symbol, word_for

#: Functions of which a quantity may be the argument.
_KEEPING: Final = (sp.Abs, sp.Max, sp.Min, sp.Piecewise, sp.sign)

#: Units with their powers, as they stand in an expression.
Monomial = dict[str, Fraction]


def has_units(value: object) -> bool:
    """Whether a unit stands in a value."""
    return isinstance(value, sp.Basic) and any(is_unit(s) for s in value.free_symbols)


def has_offset(value: object) -> bool:
    """Whether a value is a temperature whose zero is no zero."""
    return isinstance(value, sp.Basic) and any(is_unit(s) and name_of(s) in OFFSET for s in value.free_symbols)


def refuse_offset(value: object) -> None:
    """Twice 20 °C is nothing: the two temperature scales with an offset only convert. Errors: units-differ."""
    if has_offset(value):
        raise LineError("units-differ", "A temperature in °C or °F can only be converted, as in 20 °C in K.")


def quantity(number: Scalar, factors: Factors) -> Scalar:
    """A number with its unit."""
    if any(symbol in OFFSET for symbol, _ in factors) and len(factors) + abs(factors[0][1]) > 2:
        refuse_offset(unit_symbol(next(symbol for symbol, _ in factors if symbol in OFFSET)))
    return settled(to_sympy(number) * sp.Mul(*(unit_symbol(symbol) ** power for symbol, power in factors)))


def settle(value: Value) -> Value:
    """A value that was worked out, in one unit; plain numbers where its units cancel. Errors: units-differ."""
    if not isinstance(value, sp.Expr) or not has_units(value):
        return value
    return settled(_settled(value))


def _settled(expr: sp.Expr) -> sp.Expr:
    if isinstance(expr, sp.Add):
        return _added(expr)
    if isinstance(expr, sp.Mul | sp.Pow | sp.Symbol):
        if isinstance(expr, sp.Pow) and has_units(expr.exp):
            raise LineError("units-differ", "An exponent is a plain number, without a unit.")
        number, units = split(expr)
        if has_units(number):
            number = number.func(*(_settled(a) for a in number.args)) if isinstance(number, sp.Mul | sp.Pow) else _settled(number)
        factor, left = reduced(units)
        return number * factor * monomial(left)
    if isinstance(expr, sp.Max | sp.Min):
        return _chosen(expr)
    if has_units(expr) and not isinstance(expr, _KEEPING):
        raise LineError("units-differ", f"{_called(expr)} is taken of plain numbers, without a unit.")
    return expr


def _chosen(expr: sp.Expr) -> sp.Expr:
    """The greatest or least of several in the unit of the first."""
    first = split(expr.args[0])[1]
    numbers = [to_sympy(number_in(argument, first)) for argument in expr.args]
    return expr.func(*numbers) * monomial(first)


def _called(expr: sp.Expr) -> str:
    names = {sp.log: "A logarithm", sp.exp: "A power of e"}
    return names.get(type(expr), "An angle" if isinstance(expr, sp.sin | sp.cos | sp.tan | sp.cot | sp.sec | sp.csc) else "This function")


def _added(expr: sp.Add) -> sp.Expr:
    """The terms in the unit of the first; terms with letters may be of any kind."""
    parts = [split(_settled(term) if not isinstance(term, sp.Symbol) else term) for term in sp.Add.make_args(expr)]
    known = [(number, units) for number, units in parts if not any(not is_unit(s) for s in number.free_symbols)]
    if not known:
        known = [p for p in parts if p[1]][:1]
    if not known:
        return expr
    first = min((units for _, units in known), key=_order)
    for _, units in known:
        if kind_of(units) != kind_of(first):
            raise _differ(known)
    same = [(number, units) for number, units in parts if kind_of(units) == kind_of(first)]
    others = [number * monomial(units) for number, units in parts if kind_of(units) != kind_of(first)]
    total = sp.Add(*(number * _ratio(units, first) for number, units in same))
    return sp.Add(total * monomial(first), *others) if others else total * monomial(first)


def _order(units: Monomial) -> tuple[int, str]:
    """Of the units that were typed, the larger ones are written."""
    size = factor_of(units)
    return (-(len(str(size.numerator)) - len(str(size.denominator))), str(sorted(units)))


def _differ(parts: list[tuple[sp.Expr, Monomial]], what: str = "added") -> LineError:
    one = parts[0]
    other = next(p for p in parts if kind_of(p[1]) != kind_of(one[1]))
    words = [word_for(kind_of(units)) for _, units in (one, other)]
    told = [f"{{{k}}} is {word}" if word else f"{{{k}}} is of its own kind" for k, word in enumerate(words)]
    values = tuple(settled(number * monomial(units)) for number, units in (one, other))
    return LineError("units-differ", f"{told[0]} and {told[1]}: they cannot be {what}.", values=values)


# -- parts -------------------------------------------------------------------------------------------------------------


def split(expr: sp.Expr) -> tuple[sp.Expr, Monomial]:
    """A product as what is no unit, and the units in it with their powers."""
    units: Monomial = {}
    rest: list[sp.Expr] = []
    for factor in sp.Mul.make_args(expr):
        base, exponent = factor.as_base_exp()
        if is_unit(base) and exponent.is_Rational:
            name = name_of(base)
            units[name] = units.get(name, Fraction(0)) + Fraction(int(exponent.p), int(exponent.q))
        else:
            rest.append(factor)
    return sp.Mul(*rest), {k: v for k, v in units.items() if v}


def monomial(units: Monomial) -> sp.Expr:
    """Units with their powers as an expression."""
    return sp.Mul(*(unit_symbol(name) ** sp.Rational(power.numerator, power.denominator) for name, power in units.items()))


def kind_of(units: Monomial) -> Kind:
    """The exponents of the base units."""
    total = PLAIN
    for name, power in units.items():
        total = tuple(a + power * b for a, b in zip(total, definition(name).kind, strict=True))
    return total


def factor_of(units: Monomial) -> Fraction:
    """How many of the coherent base units one of these is; as good as exact for powers that are not whole, which have no conversion here."""
    total = Fraction(1)
    for name, power in units.items():
        total *= definition(name).factor ** int(power) if power.denominator == 1 else Fraction(definition(name).factor ** power)
    return total


def _ratio(units: Monomial, other: Monomial) -> sp.Expr:
    """How many of the other one of these is."""
    total = sp.S.One
    for part, sign in ((units, 1), (other, -1)):
        for name, power in part.items():
            size = definition(name).factor
            total *= sp.Rational(size.numerator, size.denominator) ** (sp.Rational(power.numerator, power.denominator) * sign)
    return total


# -- how a product is written ------------------------------------------------------------------------------------------


def reduced(units: Monomial) -> tuple[sp.Expr, Monomial]:
    """The number that comes out, and the units that are left: several of one kind are brought to one, a product that is a named unit to that."""
    factor, left = _one_of_each(units)
    kind = kind_of(left)
    if kind == PLAIN:
        return factor * _ratio(left, {}), {}
    if len(left) == 1:
        return factor, left
    named = next((n for n in NAMED if definition(n).kind == kind), None)
    if named is not None and not _is_usual(left):
        return factor * _ratio(left, {named: Fraction(1)}), {named: Fraction(1)}
    in_base = {base: power for base, power in zip(BASE, kind, strict=True) if power}
    if list(in_base.values()) == [1]:  # a length, a time: nobody writes it J/N
        return factor * _ratio(left, in_base), in_base
    return factor, left


def _is_usual(units: Monomial) -> bool:
    """Kilowatt hours and ampere hours stay what they are."""
    above = [name for name, power in units.items() if power == 1]
    return len(above) == len(units) == 2 and "h" in above and any(name.endswith(("W", "A")) for name in above)


def _one_of_each(units: Monomial) -> tuple[sp.Expr, Monomial]:
    """Units of one kind brought to the first of them; those that cancel are gone."""
    factor, left = sp.S.One, Monomial()
    for name, power in sorted(units.items(), key=lambda item: (-item[1], item[0])):
        same = next((other for other in left if definition(other).kind == definition(name).kind), None)
        if same is None:
            left[name] = power
            continue
        factor *= _ratio({name: power}, {same: power})
        left[same] += power
    return factor, {k: v for k, v in left.items() if v}


# -- conversion --------------------------------------------------------------------------------------------------------


def converted(value: Scalar, factors: Factors) -> Scalar:
    """The number of a quantity in another unit, without the unit. Errors: units-differ."""
    wanted = {symbol: Fraction(power) for symbol, power in factors}
    number, units = split(to_sympy(value))
    target = kind_of(wanted)
    if has_units(number) or kind_of(units) != target:
        told = word_for(kind_of(units)) if not has_units(number) else ""
        other = word_for(target)
        raise LineError("units-differ", "{0} is " + (told or "of another kind") + (f", not {other}." if other else ", and cannot be converted to that."), values=(value,))
    (have,), (want,) = (tuple(u) if len(u) == 1 else ("",) for u in (units, wanted))
    if have in OFFSET or want in OFFSET:
        return settled(_from_kelvin(_to_kelvin(number, have or "K", units), want or "K", wanted))
    return settled(number * _ratio(units, wanted))


def _to_kelvin(number: sp.Expr, name: str, units: Monomial) -> sp.Expr:
    told = definition(name)
    return number * _ratio(units, {"K": Fraction(1)}) + sp.Rational(told.offset.numerator, told.offset.denominator)


def _from_kelvin(number: sp.Expr, name: str, wanted: Monomial) -> sp.Expr:
    told = definition(name)
    return (number - sp.Rational(told.offset.numerator, told.offset.denominator)) * _ratio({"K": Fraction(1)}, wanted)


def written_parts(value: Scalar) -> tuple[Scalar, Factors] | None:
    """The number and the unit of a quantity, as they are written; None for anything else."""
    if isinstance(value, Surd) or not has_units(value):
        return None
    terms = [split(term) for term in sp.Add.make_args(value)]
    units = terms[0][1]
    if any(other != units for _, other in terms) or any(has_units(number) for number, _ in terms) or any(power.denominator != 1 for power in units.values()):
        return None
    return settled(sp.Add(*(number for number, _ in terms))), tuple((name, int(power)) for name, power in sorted(units.items(), key=_place))


def _place(item: tuple[str, Fraction]) -> tuple[bool, int, str]:
    """Below the bar behind what is above it; derived units first, then mass, length, time."""
    kind = definition(item[0]).kind
    single = [k for k, power in enumerate(kind) if power]
    return item[1] < 0, single[0] + 1 if len(single) == 1 and kind[single[0]] == 1 else 0, item[0]


# -- without units -----------------------------------------------------------------------------------------------------


def require_same_kind(values: Sequence[Scalar]) -> None:
    """Terms as they were written, before they are added. Errors: units-differ."""
    parts = [split(to_sympy(value)) for value in values]
    known = [(number, units) for number, units in parts if not number.free_symbols]
    if any(units for _, units in known) and len({kind_of(units) for _, units in known}) > 1 and not any(number == 0 for number, _ in known):
        raise _differ(known)


def without_units(sides: Sequence[Scalar]) -> tuple[Scalar, ...]:
    """Quantities of one kind as plain numbers of the same unit; as they are where letters leave it open of which kind they are. Errors: units-differ."""
    if not any(has_units(side) for side in sides):
        return tuple(sides)
    parts = [split(to_sympy(side)) for side in sides]
    if any(has_units(number) for number, _ in parts):
        return tuple(sides)
    filled = [(number, units) for number, units in parts if number != 0]
    if len({kind_of(units) for _, units in filled}) > 1:
        if all(not number.free_symbols for number, _ in filled):
            raise _differ(filled, "compared")
        return tuple(sides)
    return tuple(settled(_in_base(number, units)) for number, units in parts)


def _in_base(number: sp.Expr, units: Monomial) -> sp.Expr:
    (name,) = tuple(units) if len(units) == 1 else ("",)
    return _to_kelvin(number, name, units) if name in OFFSET else number * _ratio(units, {})


def unit_of(*values: Scalar) -> Monomial:
    """The units of the first quantity in one term among these; none where all are plain numbers. A 0 has no unit, whatever was written behind it."""
    for value in values:
        refuse_offset(value)
    parts = next((found for value in values if (found := written_parts(value)) is not None), None)
    return {} if parts is None else {name: Fraction(power) for name, power in parts[1]}


def in_unit(number: Value, units: Monomial) -> Value:
    """A plain number of these units."""
    return settled(to_sympy(number) * monomial(units)) if units and isinstance(number, Surd | sp.Expr) else number


def number_in(value: Scalar, units: Monomial) -> Scalar:
    """How many of these units a quantity is. Errors: units-differ."""
    if (not units and not has_units(value)) or to_sympy(value) == 0:
        return value
    return converted(value, tuple((name, int(power)) for name, power in units.items()))
