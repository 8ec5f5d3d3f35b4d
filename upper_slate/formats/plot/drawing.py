"""A graph as strokes, dots and labels on a sheet: axes with their marks, curves with their dashes, what was found on them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import hypot
from typing import Final

from ...core.line.result import CurveResult, GraphResult
from .marks import marks

#: The sheet, in points, y downwards.
WIDTH, HEIGHT = 560.0, 380.0
LEFT, RIGHT, TOP, BOTTOM = 52.0, 18.0, 18.0, 32.0
#: The colours and dashes of curves in the light theme, in their order.
_COLOURS: Final = ("#28684d", "#6e0a1e", "#5440a0", "#b07a10", "#1f6f8b", "#b04a1c", "#5c6670", "#8a2f78")
_DASHES: Final[tuple[tuple[float, ...], ...]] = ((), (8, 4), (2, 3.5), (11, 4, 2, 4), (16, 5), (4, 3), (9, 3, 2, 3, 2, 3), (20, 4, 6, 4))
#: The length of a stroke of a field of slopes.
_STROKE: Final = 12.0
_GRID, _FRAME, _QUIET, _INK = "#e4dfd2", "#d8d2c2", "#5b6b73", "#1f2a30"


@dataclass(frozen=True)
class Stroke:
    """A line through points; `clipped` where it may leave the frame."""

    points: tuple[tuple[float, float], ...]
    colour: str
    width: float = 1.0
    dash: tuple[float, ...] = ()
    clipped: bool = False


@dataclass(frozen=True)
class Dot:
    """A filled circle, with an edge where `edge` is a colour."""

    x: float
    y: float
    radius: float
    fill: str
    edge: str = ""


@dataclass(frozen=True)
class Label:
    """A short text; `anchor` is start, middle or end, `is_letter` tells the name of an axis from a mark."""

    x: float
    y: float
    text: str
    anchor: str
    colour: str = _QUIET
    is_letter: bool = False


Shape = Stroke | Dot | Label


def curve_look(number: int) -> tuple[str, tuple[float, ...]]:
    """Colour and dash of a curve by its place in the line."""
    return _COLOURS[number % len(_COLOURS)], _DASHES[(number + number // len(_COLOURS)) % len(_DASHES)]


def drawn(graph: GraphResult) -> list[Shape]:
    """The drawing alone; its legend and what was found stand beside it as text."""
    return list(_Sheet(graph).shapes())


class _Sheet:
    def __init__(self, graph: GraphResult) -> None:
        self.graph = graph
        self.left, self.right, self.bottom, self.top = graph["window"]

    def x(self, value: float) -> float:
        return LEFT + (value - self.left) / (self.right - self.left) * (WIDTH - LEFT - RIGHT)

    def y(self, value: float) -> float:
        """Far beyond the edge any height will do."""
        height = HEIGHT - TOP - BOTTOM
        return min(max(HEIGHT - BOTTOM - (value - self.bottom) / (self.top - self.bottom) * height, -20 * height), 21 * height)

    def shapes(self) -> Iterator[Shape]:
        yield from self._grid()
        yield from self._axes()
        yield from self._slopes()
        for number, curve in enumerate(self.graph["curves"]):
            yield from self._lines(curve)
            yield from self._curve(curve, number)
        yield from self._dots()

    def _upright(self, at: float, colour: str) -> Stroke:
        return Stroke(((at, TOP), (at, HEIGHT - BOTTOM)), colour)

    def _level(self, at: float, colour: str) -> Stroke:
        return Stroke(((LEFT, at), (WIDTH - RIGHT, at)), colour)

    def _grid(self) -> Iterator[Shape]:
        for value, label in marks(self.left, self.right, 8, self.graph["axis"]):
            yield self._upright(self.x(value), _GRID)
            yield Label(self.x(value), HEIGHT - 14, label, "middle")
        for value, label in marks(self.bottom, self.top, 7, "plain"):
            yield self._level(self.y(value), _GRID)
            yield Label(LEFT - 7, self.y(value) + 4, label, "end")
        corners = ((LEFT, TOP), (WIDTH - RIGHT, TOP), (WIDTH - RIGHT, HEIGHT - BOTTOM), (LEFT, HEIGHT - BOTTOM), (LEFT, TOP))
        yield Stroke(corners, _FRAME)

    def _axes(self) -> Iterator[Shape]:
        if self.left <= 0 <= self.right:
            yield self._upright(self.x(0), _QUIET)
        if self.bottom <= 0 <= self.top:
            yield self._level(self.y(0), _QUIET)
        yield Label(WIDTH - 4, HEIGHT - BOTTOM + 4, self.graph["letter"], "end", is_letter=True)
        yield Label(LEFT + 4, TOP - 5, self._upright_letter(), "start", is_letter=True)

    def _upright_letter(self) -> str:
        field = self.graph.get("field")
        return field["upright"] if field else "x" if self.graph["letter"] == "y" else "y"

    def _curve(self, curve: CurveResult, number: int) -> Iterator[Shape]:
        colour, dash = curve_look(number)
        for run in (*curve["pieces"], *([curve["points"]] if curve["joined"] else [])):
            if run:
                yield Stroke(tuple((self.x(x), self.y(y)) for x, y in run), colour, 2.2, dash, clipped=True)
        for x, y in curve["points"]:
            if self.left <= x <= self.right and self.bottom <= y <= self.top:
                yield Dot(self.x(x), self.y(y), 3.5, colour)

    def _slopes(self) -> Iterator[Shape]:
        """Short strokes of the same length, each along the slope at its middle."""
        across, up = (WIDTH - LEFT - RIGHT) / (self.right - self.left), (HEIGHT - TOP - BOTTOM) / (self.top - self.bottom)
        for x, y, slope in (self.graph.get("field") or {"slopes": []})["slopes"]:
            part = _STROKE / 2 / hypot(across, slope * up)
            dx, dy = across * part, slope * up * part
            yield Stroke(((self.x(x) - dx, self.y(y) + dy), (self.x(x) + dx, self.y(y) - dy)), _QUIET, 1, clipped=True)

    def _lines(self, curve: CurveResult) -> Iterator[Shape]:
        for line in curve["asymptotes"]:
            at, slope = line["line"]
            if at is None:
                continue
            if line["kind"] == "vertical":
                points = ((self.x(at), TOP), (self.x(at), HEIGHT - BOTTOM))
            else:
                points = ((LEFT, self.y(at + (slope or 0) * self.left)), (WIDTH - RIGHT, self.y(at + (slope or 0) * self.right)))
            yield Stroke(points, _QUIET, 1.1, (5, 5), clipped=True)

    def _dots(self) -> Iterator[Shape]:
        """Solid where the curve has the point, open where it has not."""
        for feature in [f for curve in self.graph["curves"] for f in curve["features"]] + list(self.graph["meetings"]):
            x, y, left, right = feature["place"]
            is_open = feature["kind"] == "hole"
            heights = [(y, is_open), *((height, True) for height in (left, right) if height is not None and height != y)]
            for height, hollow in heights:
                if x is not None and height is not None and self.left <= x <= self.right and self.bottom <= height <= self.top:
                    yield Dot(self.x(x), self.y(height), 3.8, "#ffffff" if hollow else _INK, _INK)
