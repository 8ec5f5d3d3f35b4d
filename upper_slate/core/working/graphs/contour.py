"""The curve of an equation in two letters: boxes in which both sides surely differ are left out by ball arithmetic, the rest is halved."""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import arb

from ..exact import balls
from ..exact.balls import NoBall
from ..ground.values import Point, Window
from .bounds import BITS
from .domain import Domain

#: Boxes along each side at first, and how often one is halved.
_FIRST: Final = 8
_HALVED: Final = 4
#: Steps of regula falsi towards the place where an edge of a box is crossed.
_STEPS: Final = 2
#: Boxes beside a line, to each side, in which nothing else is looked for: balls are wider than what they hold.
_BESIDE: Final = 3

Corner = tuple[int, int]
Edge = tuple[Corner, Corner]


class Contour:
    """The lines on which an expression is zero, where the line as it was written has a value.

    After `lines`, `is_unsure` says whether it may be zero in places where it does not change its sign.
    """

    def __init__(self, difference: sp.Expr, x: sp.Symbol, y: sp.Symbol, domain: Domain, window: Window) -> None:
        self._difference, self._x, self._y, self._domain = difference, x, y, domain
        self._crossed: set[Corner] = set()
        self._open: list[Corner] = []
        self._cells = _FIRST * 2 ** _HALVED
        self._left, self._bottom = window[0], window[2]
        self._wide, self._high = (window[1] - window[0]) / self._cells, (window[3] - window[2]) / self._cells
        self._known: dict[Corner, float | None] = {}
        self._neighbours: dict[Edge, list[Edge]] = {}
        self._crossings: dict[Edge, Point] = {}

    def lines(self) -> tuple[tuple[Point, ...], ...]:
        """Polylines."""
        size = 2 ** _HALVED
        with balls.precision(BITS):
            for i in range(_FIRST):
                for j in range(_FIRST):
                    self._box(i * size, j * size, size)
            return tuple(self._chains())

    @property
    def is_unsure(self) -> bool:
        """Whether boxes are left that may hold a zero, away from every line."""
        reach = range(-_BESIDE, _BESIDE + 1)
        return any(not any((i + a, j + b) in self._crossed for a in reach for b in reach) for i, j in self._open)

    def _box(self, i: int, j: int, size: int) -> None:
        across, up = self._span(self._left, self._wide, i, size), self._span(self._bottom, self._high, j, size)
        value = self._on(across, up)
        if (value is not None and not value.contains(0)) or self._domain.surely_fails(across, up):
            return
        if size == 1:
            self._smallest(i, j, value)
            return
        half = size // 2
        for a, b in ((i, j), (i + half, j), (i, j + half), (i + half, j + half)):
            self._box(a, b, half)

    @staticmethod
    def _span(start: float, step: float, at: int, size: int) -> arb:
        return arb(start + at * step).union(arb(start + (at + size) * step))

    def _on(self, a: arb, b: arb) -> arb | None:
        if self._domain.is_missing(a, b):
            return None
        try:
            found = balls.ball(self._difference, {self._x: a, self._y: b})
        except (NoBall, ValueError, OverflowError):
            return None
        return found if isinstance(found, arb) and found.is_finite() else None

    def _corner(self, corner: Corner) -> float | None:
        if corner not in self._known:
            found = self._on(arb(self._left + corner[0] * self._wide), arb(self._bottom + corner[1] * self._high))
            self._known[corner] = None if found is None else float(found.mid())
        return self._known[corner]

    def _smallest(self, i: int, j: int, value: arb | None) -> None:
        """Joins the crossings on the edges of a box."""
        corners = [(i, j), (i + 1, j), (i + 1, j + 1), (i, j + 1)]
        edges = [e for e in zip(corners, [*corners[1:], corners[0]], strict=True) if self._crosses(e, value is None)]
        if edges:
            self._crossed.add((i, j))
        elif value is not None:
            self._open.append((i, j))
        keys = [_key(e) for e in edges]
        for one, other in zip(keys[::2], keys[1::2], strict=False):
            self._neighbours.setdefault(one, []).append(other)
            self._neighbours.setdefault(other, []).append(one)

    def _crosses(self, edge: Edge, may_be_pole: bool) -> bool:
        key = _key(edge)
        if key in self._crossings:
            return True
        low, high = (self._corner(c) for c in key)
        if low is None or high is None or (low < 0) == (high < 0):
            return False
        place, value = self._crossing(key, low, high)
        if may_be_pole and abs(value) > min(abs(low), abs(high)):
            return False  # the sign changes through a pole
        self._crossings[key] = place
        return True

    def _crossing(self, edge: Edge, low: float, high: float) -> tuple[Point, float]:
        (i, j), (k, m) = edge
        start, end = 0.0, 1.0
        share, value = 0.5, low
        for _ in range(_STEPS):
            share = start + (end - start) * low / (low - high)
            found = self._on(arb(self._left + (i + share * (k - i)) * self._wide), arb(self._bottom + (j + share * (m - j)) * self._high))
            if found is None:
                break
            value = float(found.mid())
            if (value < 0) == (low < 0):
                start, low = share, value
            else:
                end, high = share, value
            if value == 0 or low == high:
                break
        return (self._left + (i + share * (k - i)) * self._wide, self._bottom + (j + share * (m - j)) * self._high), value

    def _chains(self) -> list[tuple[Point, ...]]:
        """The joined crossings as few long lines: open ones from their ends, then the closed ones."""
        chains: list[tuple[Point, ...]] = []
        ends = [e for e, others in self._neighbours.items() if len(others) == 1]
        for start in [*ends, *self._neighbours]:
            chain = [start]
            while others := self._neighbours.get(chain[-1]):
                following = others.pop()
                self._neighbours[following].remove(chain[-1])
                chain.append(following)
            if len(chain) > 1:
                chains.append(tuple(self._crossings[e] for e in chain))
        return chains


def _key(edge: Edge) -> Edge:
    return edge if edge[0] <= edge[1] else (edge[1], edge[0])
