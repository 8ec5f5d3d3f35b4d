"""What the student has chosen for a graph beside its line: another window, a shaded area, a tangent."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ..values import Window


@dataclass(frozen=True)
class AreaChoice:
    """The region between two curves by their places (the second None for the axis), between two ends as typed."""

    one: int
    other: int | None
    low: str
    high: str


@dataclass(frozen=True)
class TangentChoice:
    """The tangent to a curve by its place, at a number as typed."""

    curve: int
    at: str


@dataclass(frozen=True)
class View:
    """`window` None leaves it to the line; without `marks` only the curves are wanted, quickly."""

    window: Window | None = None
    marks: bool = True
    area: AreaChoice | None = None
    tangent: TangentChoice | None = None

    @classmethod
    def from_data(cls, data: Mapping[str, Any] | None) -> View:
        """The view of plain data; what it does not name is as usual."""
        if not data:
            return cls()
        window, area, tangent = data.get("window"), data.get("area"), data.get("tangent")
        return cls(None if window is None else tuple(float(v) for v in window), bool(data.get("marks", True)),  # type: ignore[arg-type]
                   None if area is None else AreaChoice(area["one"], area["other"], area["low"], area["high"]),
                   None if tangent is None else TangentChoice(tangent["curve"], tangent["at"]))
