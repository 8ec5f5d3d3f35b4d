"""An equation of quantities as one of plain numbers: the unit of its letter is told by the kinds of its terms."""

from __future__ import annotations

from fractions import Fraction

import sympy as sp
from sympy.core.relational import Relational

from ...problems import LineError
from .definitions import BASE, Kind, definition, is_unit, name_of
from .quantities import Monomial, has_units, kind_of, monomial, refuse_offset, split


def unit_of_letter(expr: sp.Expr, letter: sp.Symbol) -> Monomial | None:
    """The unit in which a letter has to be, so that every term of an expression is of one kind; None where the terms do not tell. Errors: units-differ."""
    if not has_units(expr):
        return None
    refuse_offset(expr)
    terms = [split(term) for term in sp.Add.make_args(sp.expand(expr))]
    told: list[tuple[Fraction, Kind]] = []
    for number, units in terms:
        degree = number.as_powers_dict().get(letter, sp.S.Zero) if isinstance(number, sp.Expr) else sp.S.Zero
        rest = number / letter**degree
        if letter in rest.free_symbols or has_units(rest) or not degree.is_Rational:
            return None
        told.append((Fraction(int(degree.p), int(degree.q)), kind_of(units)))
    first = told[0]
    other = next((t for t in told if t[0] != first[0]), None)
    if other is None:
        return {}
    kind = tuple((a - b) / (other[0] - first[0]) for a, b in zip(first[1], other[1], strict=True))
    whole = {tuple(k + power * step for k, step in zip(own, kind, strict=True)) for power, own in told}
    if len(whole) > 1:
        raise LineError("units-differ", f"No unit of {letter.name} makes the sides of this equation of one kind.")
    return _written(kind, expr)


def _written(kind: Kind, expr: sp.Expr) -> Monomial:
    """A kind in a unit that stands in the equation, else in base units."""
    typed = sorted(name_of(s) for s in expr.free_symbols if is_unit(s))
    for name in typed:
        if definition(name).kind == kind:
            return {name: Fraction(1)}
    return {base: power for base, power in zip(BASE, kind, strict=True) if power}


def condition_in_units(condition: sp.Basic, letter_name: str, unit: Monomial) -> sp.Basic:
    """What holds for the number of a quantity, said of the quantity: x > 2 as x > 2 m. NotImplementedError for conditions of another shape."""
    if condition in (sp.true, sp.false):
        return condition
    if isinstance(condition, sp.And | sp.Or):
        return condition.func(*(condition_in_units(part, letter_name, unit) for part in condition.args), evaluate=False)
    if isinstance(condition, Relational) and isinstance(condition.lhs, sp.Symbol) and condition.lhs.name == letter_name:
        return condition.func(condition.lhs, condition.rhs * monomial(unit), evaluate=False)
    raise NotImplementedError


def in_numbers(expr: sp.Expr, letter: sp.Symbol, unit: Monomial) -> sp.Expr:
    """The expression with so many of the unit for the letter, all of it in base units without their names."""
    sizes = {s: definition(name_of(s)).factor for s in expr.free_symbols if is_unit(s)}
    size = monomial(unit)
    sizes |= {s: definition(name_of(s)).factor for s in size.free_symbols}
    given = {s: sp.Rational(f.numerator, f.denominator) for s, f in sizes.items()}
    return expr.xreplace({letter: letter * size}).xreplace(given)
