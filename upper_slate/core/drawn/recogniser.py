"""Which signs a drawing is most like, by clouds of points: neither the order nor the direction of the strokes matters.

The greedy matching of two clouds is that of Vatavu, Anthony and Wobbrock, "Gestures as point clouds: a $P recognizer for user interface
prototypes" (2012); turned copies of a sign stand beside it, since people write on a slant.
"""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from math import cos, dist, radians, sin
from typing import Final

from .signs import SIGNS, Sign
from .strokes import SIZE, Point, Stroke, cloud

#: Degrees by which a sign is turned beside its upright form.
_TURNS: Final = (-14, 0, 14)
#: So many of the most likely, by the nearest points alone, are matched point by point.
_MATCHED: Final = 18
#: A matching begins at every so many-th point.
_STARTS: Final = 7


def recognised(strokes: Sequence[Stroke], most: int = 8) -> list[Sign]:
    """The signs that a drawing is like, the likeliest first."""
    drawn = [stroke for stroke in strokes if stroke]
    if not drawn:
        return []
    points = cloud(drawn)
    near = sorted((_nearest(points, turned[len(turned) // 2]), k) for k, (_, turned) in enumerate(_templates()))[:_MATCHED]
    best: dict[str, float] = {}
    for _, k in near:
        sign, turned = _templates()[k]
        for template in turned:
            best[sign.name] = _matched(points, template, best.get(sign.name, float("inf")))
    by_name = {sign.name: sign for sign in SIGNS}
    return [by_name[name] for name in sorted(best, key=lambda name: best[name])[:most]]


@lru_cache(maxsize=1)
def _templates() -> list[tuple[Sign, list[list[Point]]]]:
    """Each way of each sign, turned in each direction."""
    return [(sign, [cloud([[_turned(p, degrees) for p in stroke] for stroke in way]) for degrees in _TURNS]) for sign in SIGNS for way in sign.ways]


def _turned(point: Point, degrees: float) -> Point:
    c, s = cos(radians(degrees)), sin(radians(degrees))
    return point[0] * c - point[1] * s, point[0] * s + point[1] * c


def _nearest(one: list[Point], other: list[Point]) -> float:
    """The sum of the distances of each point to the nearest of the other cloud, both ways."""
    apart = [[dist(p, q) for q in other] for p in one]
    return sum(map(min, apart)) + sum(map(min, zip(*apart, strict=True)))


def _matched(one: list[Point], other: list[Point], least: float) -> float:
    """The smallest sum of distances of a greedy matching, from several beginnings and both ways."""
    there = [[dist(p, q) for q in other] for p in one]
    back = [list(column) for column in zip(*there, strict=True)]
    for start in range(0, SIZE, _STARTS):
        least = min(least, _from(there, start, least), _from(back, start, least))
    return least


def _from(apart: list[list[float]], start: int, least: float) -> float:
    """Each point takes the nearest that is free; the first ones, which have the choice, count most."""
    free = list(range(SIZE))
    total = 0.0
    for step in range(SIZE):
        row = apart[(start + step) % SIZE]
        place = min(free, key=row.__getitem__)
        free.remove(place)
        total += row[place] * (1 - step / SIZE)
        if total >= least:
            return total
    return total
