"""From the values of a part of an expression to those of the letter in it."""

from __future__ import annotations

import sympy as sp

from .enclose import bounds_of
from .families import Family, exact, members
from .search import Search, Unsolved, Zeros


def back(search: Search, found: Zeros, part: sp.Expr, t: sp.Symbol) -> Zeros:
    """From the values of a part to those of the letter."""
    total = Zeros(complete=found.complete)
    if found.regions:
        raise Unsolved
    for value in found.values:
        if search.real and value.is_real is False:
            continue
        total = total.join(search.of(part - value))
    for family in found.families:
        total = total.join(family_zeros(search, part, family))
    return total


def family_zeros(search: Search, part: sp.Expr, family: Family) -> Zeros:
    """All letters with part = base + period·n for some whole n."""
    x = search.letter
    if part == x:
        return Zeros(families=[family])
    if part.is_polynomial(x) and sp.degree(part, x) == 1:
        slope, rest = sp.Poly(part, x).all_coeffs()
        search.need("nonzero", slope)
        return Zeros(families=[Family(exact(sp.expand((family.base - rest) / slope)), exact(family.period / slope))])
    if part.free_symbols == {x} and search.real:
        bounds = bounds_of(part, x, search.low, search.high)
        if bounds is not None:
            return search.union([part - member for member in members(family, *bounds)])
    total = search.union([part - exact(family.member(n)) for n in range(-3, 4)])
    total.complete = False
    return total
