"""What the student has chosen for a graph beside its line: another window, a shaded area, a tangent."""

from __future__ import annotations

from dataclasses import dataclass

from ...language.tree import Node
from ...problems import LineError
from ..ground.values import Window

#: A number that was written beside the graph, or what is wrong with it.
Place = Node | LineError


@dataclass(frozen=True)
class AreaChoice:
    """The region between two curves by their places (the second None for the axis), between two ends."""

    one: int
    other: int | None
    low: Place
    high: Place


@dataclass(frozen=True)
class TangentChoice:
    """The tangent to a curve by its place in the line, at a number."""

    curve: int
    at: Place


@dataclass(frozen=True)
class PathChoice:
    """A point through which a solution is drawn."""

    x: Place
    y: Place


@dataclass(frozen=True)
class View:
    """`window` None leaves it to the line; without `marks` only the curves are wanted, quickly."""

    window: Window | None = None
    marks: bool = True
    area: AreaChoice | None = None
    tangent: TangentChoice | None = None
    paths: tuple[PathChoice, ...] = ()
