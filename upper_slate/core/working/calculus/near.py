"""Expressions on one side of a point: absolute values, signs, roundings and cases decided there."""

from __future__ import annotations

import sympy as sp
from flint import arb, fmpq

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import settled
from ..ground import judge

#: Steps towards a point at which a sign is looked at, as powers of two.
_STEPS = (12, 24, 40, 60)
_FAR = (8, 16, 30, 50)
#: So many that a function which swings does not show one sign by chance.
_MANY = tuple(range(9, 62, 2))


JUMPS = (sp.Abs, sp.sign, sp.floor, sp.ceiling, sp.Piecewise, sp.Max, sp.Min)


def has_sides(expr: sp.Expr, letter: sp.Symbol) -> bool:
    """Whether a part may be another expression on each side of a point: sizes, roundings, cases, real odd roots."""
    return expr.has(*JUMPS) or any(_is_odd_root(p) and letter in p.base.free_symbols for p in expr.atoms(sp.Pow))


def _is_odd_root(power: sp.Pow) -> bool:
    return bool(power.exp.is_Rational and power.exp.q % 2 == 1 and power.exp.q > 1)


def on_side(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> sp.Expr:
    """The expression as it is just left (-1) or right (1) of the point, far out for an infinite one.

    LineError (not-supported) where a sign near the point does not settle.
    """
    def walk(node: sp.Expr) -> sp.Expr:
        if letter not in node.free_symbols or not node.args:
            return node
        if isinstance(node, sp.Piecewise):
            return _case(node, letter, point, side, walk)
        args = [walk(a) for a in node.args]
        if isinstance(node, sp.Abs | sp.sign):
            sign = sign_near(args[0], letter, point, side)
            return sign * args[0] if isinstance(node, sp.Abs) else sp.Integer(sign)
        if isinstance(node, sp.Max | sp.Min):
            best = args[0]
            for other in args[1:]:
                larger = sign_near(other - best, letter, point, side) > 0
                best = other if larger == isinstance(node, sp.Max) else best
            return best
        if isinstance(node, sp.floor | sp.ceiling):
            return _rounded(node.func, args[0], letter, point, side)
        if isinstance(node, sp.Pow) and _is_odd_root(node) and args[0].free_symbols == {letter} and sign_near(args[0], letter, point, side) < 0:
            return sp.S.NegativeOne ** node.exp.p * sp.Pow(-args[0], node.exp)
        return node.func(*args)

    return walk(expr)


def _case(node: sp.Piecewise, letter: sp.Symbol, point: sp.Expr, side: int, walk) -> sp.Expr:  # type: ignore[no-untyped-def]
    for value, condition in node.args:
        if condition is sp.true or _holds_near(condition, letter, point, side):
            return walk(value)
    raise LineError("undefined-value", "None of the cases applies near this point.")


def _holds_near(condition: sp.Basic, letter: sp.Symbol, point: sp.Expr, side: int) -> bool:
    if isinstance(condition, sp.And | sp.Or):
        return (all if isinstance(condition, sp.And) else any)(_holds_near(c, letter, point, side) for c in condition.args)
    if isinstance(condition, sp.Not):
        return not _holds_near(condition.args[0], letter, point, side)
    sign = sign_near(condition.lhs - condition.rhs, letter, point, side)
    return {sp.StrictLessThan: sign < 0, sp.LessThan: sign <= 0, sp.StrictGreaterThan: sign > 0, sp.GreaterThan: sign >= 0,
            sp.Eq: sign == 0, sp.Ne: sign != 0}[type(condition)]


def _rounded(make: type, inside: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> sp.Expr:
    limit = sp.limit(inside, letter, point, "+" if side > 0 else "-") if point.is_finite else sp.limit(inside, letter, point)
    if not limit.is_finite or limit.free_symbols:
        raise LineError("no-limit", "A rounding jumps without end near this point.")
    whole = judge.floor_of(settled(limit))
    if limit == whole:
        beyond = sign_near(inside - limit, letter, point, side)
        return sp.Integer(whole - (beyond < 0)) if make is sp.floor else sp.Integer(whole + (beyond > 0))
    return sp.Integer(whole if make is sp.floor else whole + 1)


def points_near(point: sp.Expr, side: int, steps: tuple[int, ...] = ()) -> list[tuple[arb, int]]:
    """Balls towards the point, each with the precision to use."""
    found = []
    for step in steps or (_STEPS if point.is_finite else _FAR):
        bits = 200 + 4 * step
        with balls.precision(bits):
            away = arb(fmpq(1, 2 ** step)) if point.is_finite else arb(fmpq(2 ** step))
            found.append((balls.ball(point) + side * away if point.is_finite else (away if point == sp.oo else -away), bits))
    return found


def sign_near(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> int:
    """The sign that the expression keeps close to the point. LineError (not-supported) where it keeps none."""
    if sp.expand(expr) == 0:
        return 0
    signs = []
    for at, bits in points_near(point, side, _MANY):
        try:
            with balls.precision(bits):
                value = balls.ball(expr, {letter: at})
        except balls.NoBall:
            continue
        if isinstance(value, arb) and (value > 0 or value < 0):
            signs.append(1 if value > 0 else -1)
    if len(signs) >= 2 and len(set(signs[-16:])) == 1:
        return signs[-1]
    raise LineError("not-supported", "It could not be settled which sign a part of this has near the point.")


def has_values_near(expr: sp.Expr, letter: sp.Symbol, point: sp.Expr, side: int) -> bool:
    """Whether the expression has real values arbitrarily close to the point on that side."""
    for at, bits in points_near(point, side)[-2:]:
        try:
            with balls.precision(bits):
                if not isinstance(balls.ball(expr, {letter: at}), arb):
                    return False
        except balls.NoBall:
            return False
    return True
