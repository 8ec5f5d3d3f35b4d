"""A graph as SVG: axes with their marks, curves with their dashes, what was found on them."""

from __future__ import annotations

import math
from collections.abc import Iterable
from html import escape
from typing import Final

from ...core.line.result import CurveResult, GraphResult

_WIDTH, _HEIGHT = 560.0, 380.0
_LEFT, _RIGHT, _TOP, _BOTTOM = 52.0, 18.0, 18.0, 32.0
#: The colours and dashes of curves in the light theme, in their order.
COLOURS: Final = ("#28684d", "#6e0a1e", "#5440a0", "#b07a10", "#1f6f8b", "#b04a1c", "#5c6670", "#8a2f78")
DASHES: Final = ("", "8 4", "2 3.5", "11 4 2 4", "16 5", "4 3", "9 3 2 3 2 3", "20 4 6 4")


def plot_svg(graph: GraphResult) -> str:
    """The drawing alone; its legend and what was found stand beside it as text."""
    return _Plot(graph).svg()


class _Plot:
    def __init__(self, graph: GraphResult) -> None:
        self.graph = graph
        self.left, self.right, self.bottom, self.top = graph["window"]

    def x(self, value: float) -> float:
        return _LEFT + (value - self.left) / (self.right - self.left) * (_WIDTH - _LEFT - _RIGHT)

    def y(self, value: float) -> float:
        """Far beyond the edge any height will do."""
        height = _HEIGHT - _TOP - _BOTTOM
        return min(max(_HEIGHT - _BOTTOM - (value - self.bottom) / (self.top - self.bottom) * height, -20 * height), 21 * height)

    def svg(self) -> str:
        names = "; ".join(curve["label"]["text"] for curve in self.graph["curves"])
        parts = [*self._grid(), *self._axes(), '<g clip-path="url(#window)" fill="none" stroke-width="2.2" stroke-linejoin="round">']
        for number, curve in enumerate(self.graph["curves"]):
            parts += [*self._lines(curve, number), *self._curve(curve, number)]
        parts += ["</g>", *self._dots()]
        frame = f'<rect x="{_LEFT}" y="{_TOP}" width="{_WIDTH - _LEFT - _RIGHT}" height="{_HEIGHT - _TOP - _BOTTOM}"'
        return (f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {_WIDTH:g} {_HEIGHT:g}" role="img" aria-label="Graph of {escape(names)}">'
                f'<defs><clipPath id="window">{frame}/></clipPath></defs>{frame} fill="none" stroke="#d8d2c2"/>{"".join(parts)}</svg>')

    def _grid(self) -> Iterable[str]:
        for value, label in marks(self.left, self.right, 8, self.graph["axis"]):
            at = self.x(value)
            yield f'<path d="M{at:.2f} {_TOP}V{_HEIGHT - _BOTTOM}" stroke="#e4dfd2"/>'
            yield f'<text x="{at:.2f}" y="{_HEIGHT - 14}" text-anchor="middle" class="mark">{label}</text>'
        for value, label in marks(self.bottom, self.top, 7, "plain"):
            at = self.y(value)
            yield f'<path d="M{_LEFT} {at:.2f}H{_WIDTH - _RIGHT}" stroke="#e4dfd2"/><text x="{_LEFT - 7}" y="{at + 4:.2f}" text-anchor="end" class="mark">{label}</text>'

    def _axes(self) -> Iterable[str]:
        if self.left <= 0 <= self.right:
            yield f'<path d="M{self.x(0):.2f} {_TOP}V{_HEIGHT - _BOTTOM}" stroke="#5b6b73"/>'
        if self.bottom <= 0 <= self.top:
            yield f'<path d="M{_LEFT} {self.y(0):.2f}H{_WIDTH - _RIGHT}" stroke="#5b6b73"/>'
        up = "x" if self.graph["letter"] == "y" else "y"
        yield f'<text x="{_WIDTH - 4}" y="{_HEIGHT - _BOTTOM + 4}" text-anchor="end" class="letter">{escape(self.graph["letter"])}</text>'
        yield f'<text x="{_LEFT + 4}" y="{_TOP - 5}" class="letter">{up}</text>'

    def _curve(self, curve: CurveResult, number: int) -> Iterable[str]:
        colour, dash = COLOURS[number % len(COLOURS)], DASHES[(number + number // len(COLOURS)) % len(DASHES)]
        runs = [*curve["pieces"], *([curve["points"]] if curve["joined"] else [])]
        for run in runs:
            if run:
                path = "L".join(f"{self.x(x):.2f} {self.y(y):.2f}" for x, y in run)
                yield f'<path d="M{path}" stroke="{colour}"' + (f' stroke-dasharray="{dash}"' if dash else "") + "/>"
        for x, y in curve["points"]:
            yield f'<circle cx="{self.x(x):.2f}" cy="{self.y(y):.2f}" r="3.5" fill="{colour}"/>'

    def _lines(self, curve: CurveResult, _number: int) -> Iterable[str]:
        for line in curve["asymptotes"]:
            at, slope = line["line"]
            if at is None:
                continue
            if line["kind"] == "vertical":
                path = f"M{self.x(at):.2f} {_TOP}V{_HEIGHT - _BOTTOM}"
            else:
                path = f"M{_LEFT} {self.y(at + (slope or 0) * self.left):.2f}L{_WIDTH - _RIGHT} {self.y(at + (slope or 0) * self.right):.2f}"
            yield f'<path d="{path}" stroke="#5b6b73" stroke-width="1.1" stroke-dasharray="5 5"/>'

    def _dots(self) -> Iterable[str]:
        """Solid where the curve has the point, open where it has not."""
        for feature in [f for curve in self.graph["curves"] for f in curve["features"]] + list(self.graph["meetings"]):
            x, y, left, right = feature["place"]
            is_open = feature["kind"] == "hole"
            heights = [(y, is_open), *((height, True) for height in (left, right) if height is not None and height != y)]
            for height, hollow in heights:
                if x is not None and height is not None and self.left <= x <= self.right and self.bottom <= height <= self.top:
                    fill = "#fff" if hollow else "#1f2a30"
                    yield f'<circle cx="{self.x(x):.2f}" cy="{self.y(height):.2f}" r="3.8" fill="{fill}" stroke="#1f2a30" stroke-width="1.4"/>'


def marks(low: float, high: float, count: int, axis: str) -> list[tuple[float, str]]:
    """Round places of an axis, about so many, with their labels: multiples of π or of degrees where the axis has these."""
    unit = math.pi if axis == "pi" else 1.0
    rough = (high - low) / unit / count
    steps = (1 / 12, 1 / 6, 1 / 4, 1 / 2, 1, 2, 4) if axis == "pi" else (1, 2, 5, 15, 30, 45, 90, 180, 360) if axis == "degrees" else ()
    step = next((s for s in steps if s >= rough * 0.95), None) or _round_step(rough)
    first, last = math.ceil(low / unit / step - 1e-9), math.floor(high / unit / step + 1e-9)
    return [(k * step * unit, _label(k * step, step, axis)) for k in range(first, last + 1)]


def _round_step(rough: float) -> float:
    power = 10.0 ** math.floor(math.log10(rough))
    return next((lead * power for lead in (1, 2, 5) if lead * power >= rough * 0.95), 10 * power)


def _label(value: float, step: float, axis: str) -> str:
    sign = "−" if value < 0 else ""
    if axis == "pi":
        over = next((d for d in (1, 2, 3, 4, 6, 12) if abs(value * d - round(value * d)) < 1e-6), 0)
        times = abs(round(value * over)) if over else 0
        if over:
            return "0" if not times else f"{sign}{'' if times == 1 else times}π{f'/{over}' if over > 1 else ''}"
    digits = max(0, 2 - math.floor(math.log10(step)))
    size = abs(value)
    text = f"{size:.2e}" if size >= 1e6 or 0 < size < 1e-4 else f"{size:.{digits}f}".rstrip("0").rstrip(".") if digits else f"{size:.0f}"
    return ("" if text == "0" else sign) + text + ("°" if axis == "degrees" else "")
