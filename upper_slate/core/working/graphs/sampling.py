"""A curve as polylines that follow it to a fraction of a pixel, by ball arithmetic.

A step is straight where the curvature proves that the curve leaves its chord by less than can be seen; otherwise it is
halved. What is left at the smallest step is a corner, a pole, a jump, the edge of the domain or a swing too quick for
the screen. A ball of values on the whole step tells the first and the last (the curve runs through) from the others
(it breaks).
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from flint import arb

from ..exact.balls import NoBall
from ..ground.values import Point, Window
from .bounds import Bounds, Enclosure

#: Steps at first, and how often one is halved: to a third of a pixel of a plot some 500 wide; at a break some more.
_FIRST: Final = 48
_HALVED: Final = 5
_AT_A_BREAK: Final = 7
#: Halvings of the way to a pole or to the edge of a domain.
_TOWARDS: Final = 44
#: A share of the height of the window that nobody sees.
_UNSEEN: Final = 1 / 3000
#: Shares of a step at which a curve that may swing is looked at; uneven, so that no swing hides between them.
_PROBES: Final = (0.137, 0.311, 0.479, 0.683, 0.871)
#: After so many evaluations steps that are left stay as they are.
_MOST: Final = 6_000


@dataclass(frozen=True)
class _Place:
    x: float
    y: float | None


class Sampler:
    """Samples one curve for a window (left, right, bottom, top)."""

    def __init__(self, curve: Enclosure, window: Window) -> None:
        self._enclosure = curve
        self._left, self._right, bottom, top = window
        self._height = top - bottom
        self._unseen = self._height * _UNSEEN
        self._floor, self._ceiling = bottom - self._height, top + self._height
        self._pieces: list[list[Point]] = [[]]
        self._count = 0

    def pieces(self) -> tuple[tuple[Point, ...], ...]:
        """Polylines from left to right; a break in the curve ends one and begins the next."""
        width = (self._right - self._left) / _FIRST
        places = [self._at(self._left + k * width) for k in range(_FIRST)] + [self._at(self._right)]
        for a, b in pairwise(places):
            self._step(a, b, _HALVED)
        return tuple(tuple(p) for p in self._pieces if len(p) > 1)

    def _at(self, x: float) -> _Place:
        self._count += 1
        return _Place(x, self._enclosure.number(x))

    def _step(self, a: _Place, b: _Place, left: int) -> None:
        """Draws from a to b; the step may be halved so often."""
        on = _ball(a.x, b.x)
        bounds = self._bounds(on)
        if bounds is not None and a.y is not None and b.y is not None:
            bulge = _size(bounds.bend) * (b.x - a.x) ** 2 / 8
            if bulge <= self._unseen or self._is_outside(bounds.value):
                return self._line(a, b)
            if left <= 0 or self._count > _MOST:
                return self._swing(a, b, bounds.value, bulge)
        elif left <= 0:
            return self._rough(a, b, on, left)
        elif bounds is None and a.y is None and b.y is None and self._enclosure.has_none(on):
            return None
        return self._halved(a, b, left)

    def _halved(self, a: _Place, b: _Place, left: int) -> None:
        middle = self._at((a.x + b.x) / 2)
        self._step(a, middle, left - 1)
        self._step(middle, b, left - 1)

    def _bounds(self, on: arb) -> Bounds | None:
        self._count += 1
        try:
            return self._enclosure.bounds(on)
        except (NoBall, ValueError, OverflowError):
            return None

    def _is_outside(self, value: arb) -> bool:
        return bool(value > self._ceiling or value < self._floor)

    def _rough(self, a: _Place, b: _Place, on: arb, left: int) -> None:
        """The smallest step, where no curvature is known."""
        values = self._enclosure.value(on)
        if values is not None and a.y is not None and b.y is not None:  # a value everywhere: it runs through
            self._swing(a, b, values, float("inf"))
        elif a.y is None and b.y is None:
            return
        elif left > -_AT_A_BREAK and self._count < _MOST:
            self._halved(a, b, left)
        elif a.y is None or b.y is None:
            self._edge(a, b)
        elif abs(b.y - a.y) <= 4 * self._unseen:  # a value that is missing in one point only
            self._line(a, b)
        else:
            self._break(a, b)

    def _line(self, a: _Place, b: _Place) -> None:
        assert a.y is not None and b.y is not None
        piece = self._pieces[-1]
        if not piece or piece[-1] != (a.x, a.y):
            if piece:
                self._pieces.append(piece := [])
            piece.append((a.x, a.y))
        piece.append((b.x, b.y))

    def _swing(self, a: _Place, b: _Place, values: arb, bulge: float) -> None:
        """A step in which the curve may swing: if it does, over as much of the height as it is known to stay in."""
        assert a.y is not None and b.y is not None
        probes = [p.y for p in (self._at(a.x + share * (b.x - a.x)) for share in _PROBES) if p.y is not None]
        least, most = min(a.y, b.y, *probes), max(a.y, b.y, *probes)
        strays = max((abs(y - a.y - share * (b.y - a.y)) for share, y in zip(_PROBES, probes, strict=False)), default=0.0)
        if strays <= 4 * self._unseen:  # bounds are often wider than the curve: places in between tell
            self._line(a, b)
            return
        way = [a, *(_Place(a.x + share * (b.x - a.x), y) for share, y in zip(_PROBES, probes, strict=False)), b]
        if len(probes) == len(_PROBES) and abs(sum(_sign(q, p) for p, q in pairwise(way))) == len(way) - 1:  # steep, all one way
            for one, other in pairwise(way):
                self._line(one, other)
            return
        room = most - least
        low = max(float(values.lower()), min(a.y, b.y) - bulge, least - room)
        high = min(float(values.upper()), max(a.y, b.y) + bulge, most + room)
        middle = (a.x + b.x) / 2
        first, second = (low, high) if a.y <= b.y else (high, low)
        for one, other in pairwise([a, _Place(middle, first), _Place(middle, second), b]):
            self._line(one, other)

    def _edge(self, a: _Place, b: _Place) -> None:
        """The curve ends between a and b: followed to its end."""
        way = self._towards(a, b) if a.y is not None else self._towards(b, a)
        for one, other in pairwise([a, *way] if a.y is not None else [*reversed(way), b]):
            self._line(one, other)

    def _towards(self, inside: _Place, outside: _Place) -> list[_Place]:
        """Places from one with a value towards one without."""
        way: list[_Place] = []
        far = outside.x
        for _ in range(_TOWARDS):
            middle = self._at((inside.x + far) / 2)
            if middle.x in (inside.x, far):
                break
            if middle.y is None:
                far = middle.x
                continue
            way.append(middle)
            inside = middle
            if self._has_left(middle):
                break
        return way

    def _break(self, a: _Place, b: _Place) -> None:
        """A jump, or a pole: towards a pole both sides are drawn until they leave the window."""
        left, right = [a], [b]
        for _ in range(_TOWARDS):
            one, other = left[-1], right[-1]
            between = self._at(one.x + 0.4142 * (other.x - one.x))
            if between.y is None or between.x in (one.x, other.x) or (self._has_left(one) and self._has_left(other)):
                break
            assert one.y is not None and other.y is not None
            (left if abs(between.y - one.y) <= abs(between.y - other.y) else right).append(between)
        for one, other in pairwise(left):
            self._line(one, other)
        last, first = left[-1], right[-1]
        if last.y is not None and first.y is not None and abs(first.y - last.y) <= 4 * self._unseen:
            self._line(last, first)  # steep, but whole
        else:
            self._pieces.append([])
        right.reverse()
        for one, other in pairwise(right):
            self._line(one, other)

    def _has_left(self, place: _Place) -> bool:
        return place.y is not None and not self._floor <= place.y <= self._ceiling


def _ball(a: float, b: float) -> arb:
    return arb(a).union(arb(b))


def _sign(p: _Place, q: _Place) -> int:
    assert p.y is not None and q.y is not None
    return (p.y > q.y) - (p.y < q.y)


def _size(value: arb) -> float:
    return float(abs(value).upper())

