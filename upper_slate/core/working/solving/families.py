"""Solutions that repeat: base + period·n for every whole n. Representatives, evenly spaced families merged, members in an interval."""

from __future__ import annotations

import functools
from collections.abc import Iterator
from dataclasses import dataclass

import sympy as sp

from ...problems import LineError
from ..exact.bridge import settled, to_sympy
from ..ground import judge

#: More members than this in an interval are not listed.
MOST_MEMBERS = 400


@dataclass(frozen=True)
class Family:
    base: sp.Expr
    period: sp.Expr

    def member(self, n: int | sp.Expr) -> sp.Expr:
        return self.base + self.period * n


def exact(expr: sp.Expr) -> sp.Expr:
    """A closed algebraic number in canonical form; anything else with like terms collected."""
    found = to_sympy(settled(expr))
    return found if not isinstance(found, sp.Add | sp.Mul) or found.free_symbols else to_sympy(settled(sp.expand(found)))


def rational_ratio(one: sp.Expr, other: sp.Expr) -> sp.Rational | None:
    """one/other where that is certainly a rational number of moderate size; None otherwise."""
    ratio = to_sympy(settled(sp.cancel(one / other)))
    if ratio.is_Rational:
        return ratio
    if ratio.free_symbols or not ratio.is_number:
        return None
    try:
        guess = sp.nsimplify(sp.N(ratio, 30), rational=True, tolerance=sp.Float("1e-25"))
        if not guess.is_Rational or guess.q > 1_000:
            return None
        return guess if judge.is_zero(settled(one - guess * other)) else None
    except (LineError, ValueError, TypeError):
        return None


def reduced(value: sp.Expr, period: sp.Expr, low: sp.Expr = sp.S.Zero) -> sp.Expr:
    """The member of value + period·n that lies in [low, low + period)."""
    turns = judge.floor_of(settled(sp.expand((value - low) / period)))
    return exact(value - turns * period)


def merged(families: list[Family], low: sp.Expr = sp.S.Zero) -> list[Family]:
    """The same solutions with representatives in one period from `low` up, evenly spaced families as one."""
    groups: list[list[Family]] = []
    for family in families:
        family = Family(family.base, family.period if judge.sign(settled(family.period)) > 0 else -family.period)
        for group in groups:
            if rational_ratio(family.period, group[0].period) is not None:
                group.append(family)
                break
        else:
            groups.append([family])
    return [f for group in groups for f in _merged_group(group, low)]


def _merged_group(group: list[Family], low: sp.Expr) -> list[Family]:
    unit = group[0].period
    ratios = [rational_ratio(f.period, unit) for f in group]
    whole = sp.ilcm(*(r.p for r in ratios)) if len(ratios) > 1 else ratios[0].p  # type: ignore[union-attr]
    common = sp.igcd(*(r.q for r in ratios)) if len(ratios) > 1 else ratios[0].q  # type: ignore[union-attr]
    period = exact(unit * sp.Rational(whole, common))
    bases: list[sp.Expr] = []
    for family, ratio in zip(group, ratios, strict=True):
        count = int(sp.Rational(whole, common) / ratio)
        for k in range(count):
            base = reduced(family.member(k), period, low)
            if not any(_same(base, other) for other in bases):
                bases.append(base)
    found: list[Family] = []
    left = in_order(bases)
    for parts in range(len(left), 0, -1):
        step = exact(period / parts)
        for base in list(left):
            if base not in left:
                continue
            orbit = [next((o for o in left if _same(reduced(base + k * step, period, low), o)), None) for k in range(parts)]
            if None not in orbit:
                found.append(Family(reduced(base, step, low), step))
                left = [b for b in left if b not in orbit]
    return sorted(found, key=lambda f: float(sp.N(f.base, 20)))


def _same(one: sp.Expr, other: sp.Expr) -> bool:
    return one == other or judge.is_zero(settled(one - other))


def in_order(values: list[sp.Expr]) -> list[sp.Expr]:
    """Closed real numbers in rising order, each once."""
    kept: list[sp.Expr] = []
    for value in sorted(values, key=functools.cmp_to_key(compare)):
        if not kept or compare(kept[-1], value) != 0:
            kept.append(value)
    return kept


def compare(one: sp.Expr, other: sp.Expr) -> int:
    """-1, 0 or 1; infinite ends too. LineError where it cannot be settled."""
    if one == other:
        return 0
    for value, sign in ((one, 1), (other, -1)):
        if value in (sp.oo, -sp.oo):
            return sign if value == sp.oo else -sign
    difference = one - other
    if not one.free_symbols:
        near = sp.N(difference, 15)
        if near.is_number and near.is_real and abs(near) > 1e-6 * (1 + abs(sp.N(one, 15))):
            return 1 if near > 0 else -1
    if difference.free_symbols and (difference.is_positive or difference.is_negative):  # by what is assumed of a letter
        return 1 if difference.is_positive else -1
    try:
        return judge.sign(settled(difference))
    except LineError:
        if not difference.free_symbols:
            raise
        known = " and ".join(sorted(map(str, difference.free_symbols)))
        raise LineError("not-supported", f"Which of two values here is the greater depends on {known}.") from None


def members(family: Family, low: sp.Expr, high: sp.Expr) -> Iterator[sp.Expr]:
    """The members between two finite ends, both included. LineError (too-large) for very many."""
    period = family.period if judge.sign(settled(family.period)) > 0 else -family.period
    first = -judge.floor_of(settled(sp.expand((family.base - low) / period)))
    last = judge.floor_of(settled(sp.expand((high - family.base) / period)))
    if last - first > MOST_MEMBERS:
        raise LineError("too-large", f"More than {MOST_MEMBERS} solutions lie in this interval.")
    for n in range(first, last + 1):
        yield exact(family.base + period * n)
