"""The window of a graph: the heights that suit its curves, and where there is something to see when it shows nothing."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise

from ..ground.values import Point, Window
from .bounds import Enclosure

_TRIED = 160
#: What is higher than this is no part of a picture with axes.
_HIGHEST = 1e12

Drawer = Callable[[Window], tuple[tuple[Point, ...], ...]]


def heights(curves: Sequence[Enclosure], points: Sequence[Point], low: float, high: float) -> list[float]:
    """Heights of the curves at even steps, and of points, in the width of the window."""
    found = [y for x, y in points if low <= x <= high]
    for curve in curves:
        values = (curve.number(low + (high - low) * (k + 0.5) / _TRIED) for k in range(_TRIED))
        ends = (curve.number(low), curve.number(high))
        found += [v for v in (*values, *ends) if v is not None]
    return found


def height_of(values: Sequence[float], low: float, high: float, part: int = 40) -> tuple[float, float]:
    """Bottom and top for most of the heights, so that a pole does not flatten the rest; as the width where there are none.

    One in `part` of them may lie below, and one above.
    """
    ordered = sorted(v for v in values if abs(v) <= _HIGHEST) or sorted(values)
    if not ordered:
        return low, high
    n = len(ordered)
    bottom, top = ordered[n // part], ordered[n - 1 - n // part]
    if ordered[0] > bottom - 2 * (top - bottom) and ordered[-1] < top + 2 * (top - bottom):
        bottom, top = ordered[0], ordered[-1]
    for near, far in ((bottom, top), (top, bottom)):  # an axis that is nearly in sight is shown
        if 0 < abs(near) <= 0.35 * (top - bottom) and near * far > 0 and abs(near) < abs(far):
            bottom, top = min(bottom, 0.0), max(top, 0.0)
    room = 0.08 * (top - bottom)
    if room <= 1e-9 * max(abs(top), abs(bottom)):
        room = max(1.0, 0.1 * abs(top)) if abs(top) >= 1e-6 or top == 0 else abs(top)
    return bottom - room, top + room


def elsewhere(curves: Sequence[Enclosure], points: Sequence[Point], equations: Sequence[Drawer], window: Window) -> Window | None:
    """A window with something in it for one with nothing: the same width with other heights, else a wider one; None where none is found.

    `equations` draw the curves of equations in a window.
    """
    low, high = window[0], window[1]
    middle, half = (low + high) / 2, (high - low) / 2
    for times in (1, 3, 10, 40, 200, 1000):
        left, right = middle - half * times, middle + half * times
        found = heights(curves, points, left, right)
        if not found and equations:
            square = (left, right, min(left, window[2]), max(right, window[3]))
            found = [y for draw in equations for piece in draw(square) for _, y in piece]
        if len(found) > 2 or (found and points):
            bottom, top = height_of(found, left, right)
            return left, right, bottom, top
    return None


def shows(pieces: Sequence[Sequence[Point]], points: Sequence[Point], window: Window) -> bool:
    """Whether any of it crosses the window."""
    left, right, bottom, top = window
    if any(left <= x <= right and bottom <= y <= top for x, y in points):
        return True
    return any(max(a[1], b[1]) >= bottom and min(a[1], b[1]) <= top and b[0] >= left and a[0] <= right for p in pieces for a, b in pairwise(p))
