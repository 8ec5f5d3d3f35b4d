"""Level lines from heights over a grid alone, field by field: quick, and as true as straight lines between the corners of a field are."""

from __future__ import annotations

from collections.abc import Sequence

from ..ground.values import Point, Window

Heights = Sequence[Sequence[float | None]]


def lines_at(level: float, heights: Heights, window: Window) -> tuple[tuple[Point, ...], ...]:
    """Short lines on which the height is `level`, one or two in each field that it runs through; none beside a gap."""
    rows, columns = len(heights) - 1, len(heights[0]) - 1
    left, right, bottom, top = window

    def place(i: float, j: float) -> Point:
        return left + (right - left) * i / columns, bottom + (top - bottom) * j / rows

    found: list[tuple[Point, ...]] = []
    for j in range(rows):
        for i in range(columns):
            corners = ((i, j), (i + 1, j), (i + 1, j + 1), (i, j + 1))
            known = [heights[b][a] for a, b in corners]
            above = [None if h is None else h - level for h in known]
            if None in above or all(h > 0 for h in above if h is not None) or all(h <= 0 for h in above if h is not None):
                continue
            crossings = [_between(corners[k], corners[(k + 1) % 4], above[k] or 0.0, above[(k + 1) % 4] or 0.0) for k in range(4)]
            points = [place(*c) for c in crossings if c is not None]
            found += [tuple(points[k:k + 2]) for k in range(0, len(points) - 1, 2)]
    return tuple(found)


def _between(one: tuple[int, int], other: tuple[int, int], a: float, b: float) -> tuple[float, float] | None:
    """Where the height goes through the level on an edge; None where it does not."""
    if (a > 0) == (b > 0):
        return None
    part = a / (a - b)
    return one[0] + part * (other[0] - one[0]), one[1] + part * (other[1] - one[1])
