"""Strokes as points: smooth lines through points, and clouds of points of one size."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import hypot
from typing import Final

Point = tuple[float, float]
Stroke = Sequence[Point]

#: Points of a cloud.
SIZE: Final = 26
#: Movements smaller than this part of a drawing are none of its shape.
_TREMBLING: Final = 0.06
#: Points between two that a smooth line goes through.
_BETWEEN: Final = 6


def smooth(points: Stroke) -> list[Point]:
    """A line through all points, without corners (Catmull and Rom)."""
    if len(points) < 3:
        return list(points)
    held = [points[0], *points, points[-1]]
    found: list[Point] = []
    for a, b, c, d in zip(held, held[1:], held[2:], held[3:], strict=False):
        for k in range(_BETWEEN):
            t = k / _BETWEEN
            found.append(tuple(0.5 * (2 * q + (r - p) * t + (2 * p - 5 * q + 4 * r - s) * t**2 + (3 * q - p - 3 * r + s) * t**3)  # type: ignore[arg-type]
                               for p, q, r, s in zip(a, b, c, d, strict=True)))
    return [*found, points[-1]]


def cloud(strokes: Sequence[Stroke]) -> list[Point]:
    """So many points at equal distances along all strokes, about 0, within a square of side 1; a single dot stays one."""
    return _placed(_spread([_calm(stroke, _extent(strokes)) for stroke in strokes if stroke]))


def _extent(strokes: Sequence[Stroke]) -> float:
    xs, ys = [x for s in strokes for x, _ in s], [y for s in strokes for _, y in s]
    return max(max(xs) - min(xs), max(ys) - min(ys))


def _calm(stroke: Stroke, extent: float) -> list[Point]:
    """Without the trembling of a hand: points that are closer than a small part of the whole are taken together."""
    least = _TREMBLING * extent
    found = [stroke[0]]
    held: list[Point] = []
    for point in stroke[1:]:
        held.append(point)
        middle = sum(x for x, _ in held) / len(held), sum(y for _, y in held) / len(held)
        if hypot(middle[0] - found[-1][0], middle[1] - found[-1][1]) >= least:
            found.append(middle)
            held = []
    if held and len(found) < 2:
        found.append(held[-1])
    return found


def length(strokes: Sequence[Stroke]) -> float:
    """How long all strokes are together."""
    return sum(hypot(b[0] - a[0], b[1] - a[1]) for stroke in strokes for a, b in pairwise(stroke))


def _spread(strokes: list[list[Point]]) -> list[Point]:
    total = length(strokes)
    if total == 0:
        return [strokes[0][0]] * SIZE
    step = total / (SIZE - 1)
    found: list[Point] = []
    left = 0.0
    for stroke in strokes:
        before = stroke[0]
        if not found or len(stroke) == 1:
            found.append(before)
        for point in stroke[1:]:
            apart = hypot(point[0] - before[0], point[1] - before[1])
            while apart > 0 and left + apart >= step:
                part = (step - left) / apart
                before = before[0] + part * (point[0] - before[0]), before[1] + part * (point[1] - before[1])
                found.append(before)
                apart, left = hypot(point[0] - before[0], point[1] - before[1]), 0.0
            left += apart
            before = point
    return (found + [strokes[-1][-1]] * SIZE)[:SIZE]


def _placed(points: list[Point]) -> list[Point]:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    size = max(max(xs) - min(xs), max(ys) - min(ys)) or 1.0
    middle = sum(xs) / len(xs), sum(ys) / len(ys)
    return [((x - middle[0]) / size, (y - middle[1]) / size) for x, y in points]
