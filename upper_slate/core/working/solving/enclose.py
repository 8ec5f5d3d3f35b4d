"""Real zeros where algebra does not reach: enclosed one by one, with a proof that none is missing, or the word that there is none."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from typing import Final

import sympy as sp
from flint import arb, fmpq

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import settled
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from ..ground.values import Requirement
from .edges import Edges, in_factors
from .families import compare
from .ranges import NoRange, excludes_zero, range_of, sign_over
from .touching import Touching

_MOST_BOXES: ContextVar[int] = ContextVar("most boxes", default=6_000)
#: Boxes narrower than this are given up: a double zero, or the edge of the domain.
_NARROW: Final = sp.Rational(1, 2 ** 30)
#: In boxes from this width down a zero without a change of sign is looked for.
_CLOSE: Final = sp.Rational(1, 4)
_FAR: Final = tuple(sp.Integer(2) ** k for k in (1, 2, 3, 5, 8, 12))


@contextmanager
def at_most(boxes: int) -> Iterator[None]:
    """Looks at fewer boxes inside: what is found sooner is given up sooner, and said to be incomplete."""
    token = _MOST_BOXES.set(boxes)
    try:
        yield
    finally:
        _MOST_BOXES.reset(token)


@dataclass
class Enclosed:
    """Zeros in rising order; whether these are all."""

    values: list[sp.Expr] = field(default_factory=list)
    complete: bool = True


def bounds_of(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> tuple[sp.Expr, sp.Expr] | None:
    """Rational bounds of an expression on an interval; None where it is not bounded there."""
    try:
        bottom, top = range_of(expr, letter, low, high)
    except NoRange:
        return None
    if abs(bottom) > 10 ** 6 or abs(top) > 10 ** 6:
        return None
    return sp.floor(sp.Rational(str(bottom))), sp.ceiling(sp.Rational(str(top)))


def real_zeros(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr, domain: Sequence[Requirement] = ()) -> Enclosed:
    """All real zeros between two ends, which may be infinite."""
    search = _Boxes(expr, letter, domain)
    complete = True
    left, right = _rational_end(low, -1), _rational_end(high, 1)
    if left is None:
        left, proved = search.far_end(right, -1)
        complete &= proved
    if right is None:
        right, proved = search.far_end(left, 1)
        complete &= proved
    found = search.between(left, right)
    found.complete &= complete
    found.values = [v for v in (_recognised(expr, letter, v) for v in found.values) if _inside(v, low, high)]
    return found


def _recognised(expr: sp.Expr, letter: sp.Symbol, value: sp.Expr) -> sp.Expr:
    """The rational number in place of an enclosed root, where a simple one lies there and is certainly a zero."""
    if not isinstance(value, EnclosedRoot):
        return value
    try:
        with balls.precision(128):
            near = sp.Rational(value.enclosure().mid().str(30, radius=False))
        guess = near.limit_denominator(200)
        if abs(guess - near) < sp.Rational(1, 10 ** 20) and judge.is_zero(settled(sp.expand(expr.subs(letter, guess)))):
            return guess
    except (balls.NoBall, LineError):
        pass
    return value


def _inside(value: sp.Expr, low: sp.Expr, high: sp.Expr) -> bool:
    return compare(value, low) >= 0 and compare(value, high) <= 0


def _rational_end(value: sp.Expr, side: int) -> sp.Rational | None:
    """A rational at or a little beyond the end."""
    if value in (sp.oo, -sp.oo):
        return None
    if value.is_Rational:
        return value
    step = sp.Integer(2) ** 40
    return (sp.Integer(judge.floor_of(settled(value * step))) + (1 if side > 0 else 0)) / step


class _Boxes:
    def __init__(self, expr: sp.Expr, letter: sp.Symbol, domain: Sequence[Requirement]) -> None:
        self.letter, self.domain = letter, domain
        self.expr = expr
        self.slope = sp.diff(expr, letter)
        self.function = sp.Lambda(letter, expr)
        self.touching = Touching(expr, letter, self._ball)
        self.edges = Edges(expr, self.slope, letter, domain, lambda at: self._sign_at(expr, at))

    # -- the ends of the line --------------------------------------------------------------------------------------

    def far_end(self, other: sp.Rational | None, side: int) -> tuple[sp.Rational, bool]:
        """A number beyond which there is surely no zero, and True; or a number far enough to look, and False."""
        for far in _FAR:
            end = side * far
            if other is not None and (end - other) * side <= 0:
                continue
            if self._none_beyond(end, side):
                return end, True
        return sp.Integer(side * 32) if other is None or (side * 32 - other) * side > 0 else other + 32 * side, False

    def _none_beyond(self, end: sp.Rational, side: int) -> bool:
        low, high = (end, sp.oo) if side > 0 else (-sp.oo, end)
        if self._outside(low, high):
            return True
        chain = [self.expr]
        for _ in range(4):
            sign, is_strict = sign_over(in_factors(chain[-1]), self.letter, low, high)
            if is_strict:  # every lower derivative keeps, going outwards, the sign that it has at the end
                for lower in reversed(chain[:-1]):
                    sign *= side
                    if self._sign_at(lower, end) != sign:
                        return False
                return True
            chain.append(sp.diff(chain[-1], self.letter))
        return self.edges.limit_on_the_way(side * sp.oo, end) is not None

    def _outside(self, low: sp.Expr, high: sp.Expr) -> bool:
        """Whether the domain surely has no point there."""
        for requirement in self.domain:
            if requirement.kind in ("nonneg", "positive") and requirement.guard is sp.true:
                try:
                    if range_of(requirement.expr, self.letter, low, high)[1] < 0:
                        return True
                except NoRange:
                    continue
        return False

    def _sign_at(self, expr: sp.Expr, at: sp.Rational) -> int:
        """-1 or 1; 0 where it is zero or has no real value."""
        for bits in (64, 256, 1024):
            try:
                with balls.precision(bits):
                    value = balls.ball(expr, {self.letter: arb(fmpq(int(at.p), int(at.q)))})
                if not isinstance(value, arb):
                    return 0
                if value > 0:
                    return 1
                if value < 0:
                    return -1
            except balls.NoBall:
                continue
        return 0

    # -- boxes -----------------------------------------------------------------------------------------------------

    def between(self, low: sp.Rational, high: sp.Rational) -> Enclosed:
        """The zeros in [low, high]."""
        found = Enclosed()
        boxes = [(low, high)]
        count = 0
        while boxes:
            a, b = boxes.pop()
            count += 1
            if count > _MOST_BOXES.get():
                found.complete = False
                break
            if self._is_free(a, b):
                continue
            verdict = self._monotone(a, b)
            if isinstance(verdict, list):
                found.values += [v for v in verdict if v not in found.values]
                continue
            if b - a <= _CLOSE and (touched := self.touching.only_zero(a, b)) is not None:
                found.values += [touched] if touched not in found.values else []
                continue
            if b - a < _NARROW:
                at_edge = self.edges.zeros(a, b)
                found.complete &= at_edge is not None
                found.values += [v for v in at_edge or () if v not in found.values]
                continue
            middle = (a + b) / 2
            if self._sign_at(self.expr, middle) == 0:
                middle = (3 * a + 4 * b) / 7 if self._sign_at(self.expr, (3 * a + 4 * b) / 7) else middle
            boxes += [(middle, b), (a, middle)]
        return found

    def _ball(self, expr: sp.Expr, a: sp.Rational, b: sp.Rational) -> arb | None:
        with balls.precision(64):
            box = arb(fmpq(int(a.p), int(a.q))).union(arb(fmpq(int(b.p), int(b.q))))
            try:
                value = balls.ball(expr, {self.letter: box})
            except balls.NoBall:
                return None
        return value if isinstance(value, arb) else None

    def _is_free(self, a: sp.Rational, b: sp.Rational) -> bool:
        value = self._ball(self.expr, a, b)
        if value is not None and not value.contains(0):
            return True
        return self._outside(a, b) or excludes_zero(self.expr, self.letter, a, b) != 0 or self.touching.sign(a, b, self._sign_at) != 0

    def _monotone(self, a: sp.Rational, b: sp.Rational) -> list[sp.Expr] | None:
        """The zero of a box where the function only rises or only falls; None where that is not shown."""
        slope = self._ball(self.slope, a, b)
        if slope is None or slope.contains(0):
            return None
        signs = self._sign_at(self.expr, a), self._sign_at(self.expr, b)
        if 0 in signs:
            ends = []
            for at, sign in zip((a, b), signs, strict=True):
                if sign == 0:
                    try:
                        if not judge.is_zero(settled(self.expr.subs(self.letter, at))):
                            return None
                    except LineError:
                        return None
                    ends.append(at)
            return ends
        return [] if signs[0] == signs[1] else [EnclosedRoot(self.function, a, b)]
