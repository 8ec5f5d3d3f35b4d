"""What crosses the API about graphs."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from .written_schemas import ValueSchema, Written

Finite = Annotated[float, Field(allow_inf_nan=False)]
WindowIn = tuple[Finite, Finite, Finite, Finite]


class FeatureSchema(BaseModel):
    """A point of a graph, exact and decimal. `place` is its x, then y and the heights left and right of a jump; `request` is a line that proves it."""

    kind: str
    x: ValueSchema
    y: ValueSchema | None
    left: ValueSchema | None = None
    right: ValueSchema | None = None
    place: list[float | None]
    request: str


class MeetingSchema(FeatureSchema):
    curves: list[int]


class AsymptoteSchema(BaseModel):
    """`line` is x for a vertical one, else the height at 0 and the slope."""

    kind: str
    at: ValueSchema
    slope: ValueSchema | None
    line: list[float | None]
    equation: Written
    request: str


class CurveSchema(BaseModel):
    """`kind` is function, equation or points; `word` is its name where it has one; of the kinds in `unsure` there may be more."""

    label: Written
    name: str
    source: str
    kind: str
    word: str | None
    pieces: list[list[list[float]]]
    points: list[list[float]]
    joined: bool
    features: list[FeatureSchema]
    asymptotes: list[AsymptoteSchema]
    unsure: list[str]


class AreaSchema(BaseModel):
    """`strips` are runs of x, lower and upper height; `problem` says why there is no value."""

    problem: str | None
    value: ValueSchema | None
    strips: list[list[list[float]]]


class TangentSchema(BaseModel):
    """`line` is x and y of the point, and the slope."""

    problem: str | None
    x: ValueSchema | None
    y: ValueSchema | None
    slope: ValueSchema | None
    equation: Written | None
    line: list[float] | None


class GraphSchema(BaseModel):
    """`window` is left, right, bottom, top; `axis` is plain, pi or degrees; `elsewhere` is a window with something in it, where this has nothing."""

    window: list[float]
    letter: str
    axis: str
    curves: list[CurveSchema]
    meetings: list[MeetingSchema]
    elsewhere: list[float] | None
    area: AreaSchema | None
    tangent: TangentSchema | None


class AreaIn(BaseModel):
    """The region between two curves by their places (other null: the axis), between two ends as typed."""

    one: int = Field(ge=0)
    other: int | None = Field(default=None, ge=0)
    low: str = Field(max_length=200)
    high: str = Field(max_length=200)


class TangentIn(BaseModel):
    curve: int = Field(ge=0)
    at: str = Field(max_length=200)


class ViewIn(BaseModel):
    """What was chosen beside the line; without `marks` only the curves are wanted."""

    window: WindowIn | None = None
    marks: bool = True
    area: AreaIn | None = None
    tangent: TangentIn | None = None


class GraphIn(BaseModel):
    """Which line of which cell, and how it is to be seen; `client` marks the window of the browser."""

    client: str = Field(default="", max_length=64)
    cell: str = Field(max_length=64)
    line: int = Field(ge=0)
    view: ViewIn


class GraphAnswer(BaseModel):
    """The graph, or the sentence that says why there is none."""

    graph: GraphSchema | None
    problem: str | None = None
