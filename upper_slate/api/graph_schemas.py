"""What crosses the API about graphs."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from ..core.line.result import GraphResult

Finite = Annotated[float, Field(allow_inf_nan=False)]
WindowIn = tuple[Finite, Finite, Finite, Finite]


class AreaIn(BaseModel):
    """The region between two curves by their places (other null: the axis), between two ends as typed."""

    one: int = Field(ge=0)
    other: int | None = Field(default=None, ge=0)
    low: str = Field(max_length=200)
    high: str = Field(max_length=200)


class TangentIn(BaseModel):
    curve: int = Field(ge=0)
    at: str = Field(max_length=200)


class PathIn(BaseModel):
    """A point through which a solution of a differential equation goes, as typed."""

    x: str = Field(max_length=200)
    y: str = Field(max_length=200)


class ViewIn(BaseModel):
    """What was chosen beside the line; without `marks` only the curves are wanted."""

    window: WindowIn | None = None
    marks: bool = True
    area: AreaIn | None = None
    tangent: TangentIn | None = None
    paths: list[PathIn] = Field(default=[], max_length=12)


class GraphIn(BaseModel):
    """Which line of which cell, and how it is to be seen; `client` marks the window of the browser."""

    client: str = Field(default="", max_length=64)
    cell: str = Field(max_length=64)
    line: int = Field(ge=0)
    view: ViewIn


class GraphAnswer(BaseModel):
    """The graph, or the sentence that says why there is none."""

    graph: GraphResult | None
    problem: str | None = None
