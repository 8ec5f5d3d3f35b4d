"""What a line answers, as the JSON of section 9 of the language: one shape from the core to the screen.

Plain dictionaries with known keys, since they are stored, cross processes, and are sent as they are. The API's schema and the
types of the interface are made from these.
"""

from __future__ import annotations

from typing import Any, Literal, NotRequired

from typing_extensions import TypedDict

#: What stands before a result; after an arrow stands what follows from a question.
Sign = Literal["=", "≈", "⇒", "⇒ ≈"]
Kind = Literal["exact", "decimal", "both"]


class Written(TypedDict):
    """A value as text in the language and as LaTeX."""

    text: str
    latex: str


class DecimalWritten(Written):
    """A decimal with the sign that stands before it: `≈` where it was rounded."""

    relation: Sign


class ScalarResult(TypedDict):
    """A number or expression, exact and decimal, each null where there is none."""

    exact: Written | None
    decimal: DecimalWritten | None


class FormResult(Written):
    """Another way to write a value."""

    name: str
    relation: Sign


class NoticeResult(TypedDict):
    """A remark; `tag` is its short form for the margin, `suggestions` are other readings, as changes of the line."""

    text: str
    tag: str | None
    suggestions: list[SuggestionResult]


#: Text to put between two places of the line, in characters; a line break in it makes two lines, `as: note` makes the line a note,
#: `as: units` turns the units of the worksheet on.
SuggestionResult = TypedDict("SuggestionResult", {"text": str, "start": int, "end": int, "as": NotRequired[Literal["note", "units"]]})


class ErrorResult(TypedDict):
    """Why there is no result: code, one sentence, the place in the line; `suggestion` is the first of `suggestions`."""

    code: str
    message: str
    start: int
    end: int
    suggestion: SuggestionResult | None
    suggestions: list[SuggestionResult]


class WorkingStepResult(Written):
    """One step of the working, with the name of the rule used."""

    rule: str


class CounterexampleResult(TypedDict):
    """Values of the letters at which a claim fails, and both sides there; null for a side with no value."""

    at: dict[str, str]
    left: str | None
    right: str | None


class SolutionsResult(TypedDict):
    """`list` is null for an inequality; each solution has a value for every letter, a turning point its `type` too.
    `letter` is the whole-number letter of a general solution; `general` marks the general solution of a linear differential equation."""

    complete: bool
    list: list[dict[str, ScalarResult | str]] | None
    letter: NotRequired[str | None]
    general: NotRequired[bool]


class TableResult(TypedDict):
    """Headings and rows; null where there is no value."""

    headings: list[Written]
    rows: list[list[ScalarResult | None]]


class FeatureResult(TypedDict):
    """A point of a graph. `place` is its x, then y and the heights left and right of a jump; `request` is a line that proves it."""

    kind: str
    x: ScalarResult
    y: ScalarResult | None
    left: ScalarResult | None
    right: ScalarResult | None
    place: list[float | None]
    request: str


class MeetingResult(FeatureResult):
    """A point of two curves, by their places in the line."""

    curves: list[int]


class AsymptoteResult(TypedDict):
    """`line` is x for a vertical one, else the height at 0 and the slope."""

    kind: str
    at: ScalarResult
    slope: ScalarResult | None
    line: list[float | None]
    equation: Written
    request: str


class CurveResult(TypedDict):
    """`kind` is function, equation, points, slopes or levels; `word` is its name where it has one; of the kinds in `unsure` there may be more."""

    label: Written
    name: str
    source: str
    kind: str
    word: str | None
    pieces: list[list[list[float]]]
    points: list[list[float]]
    joined: bool
    features: list[FeatureResult]
    asymptotes: list[AsymptoteResult]
    unsure: list[str]


class AreaResult(TypedDict):
    """`strips` are runs of x, lower and upper height; `problem` says why there is no value."""

    problem: str | None
    value: ScalarResult | None
    strips: list[list[list[float]]]


class TangentResult(TypedDict):
    """`line` is x and y of the point, and the slope."""

    problem: str | None
    x: ScalarResult | None
    y: ScalarResult | None
    slope: ScalarResult | None
    equation: Written | None
    line: list[float] | None


class PathResult(TypedDict):
    """A solution through a point, or why there is none; `chosen` where the point is not the line's own; `request` is the line that solves it."""

    problem: str | None
    x: ScalarResult | None
    y: ScalarResult | None
    place: list[float]
    pieces: list[list[list[float]]]
    chosen: bool
    request: str


class FieldResult(TypedDict):
    """Slopes of a differential equation at points of a grid, each x, y and slope; `upright` is the letter of the function."""

    slopes: list[list[float]]
    paths: list[PathResult]
    upright: str


class SurfacePointResult(TypedDict):
    """A level point of a surface: maximum, minimum, saddle, or level where the second derivatives do not tell."""

    kind: str
    x: ScalarResult
    y: ScalarResult
    z: ScalarResult
    place: list[float]


class SurfaceResult(TypedDict):
    """Heights over a grid, row by row from the lower end, null in gaps; what they span; level points, and whether these are all (`sure`);
    the letters across, up the page, and of the height."""

    heights: list[list[float | None]]
    span: list[float]
    points: list[SurfacePointResult]
    sure: bool
    letters: list[str]


class GraphResult(TypedDict):
    """`units` are those of the numbers across and up, where they are quantities. `window` is left, right, bottom, top;
    `axis` is plain, pi or degrees; `elsewhere` is a window with something in it, where this has nothing."""

    window: list[float]
    letter: str
    axis: str
    curves: list[CurveResult]
    meetings: list[MeetingResult]
    elsewhere: list[float] | None
    area: AreaResult | None
    tangent: TangentResult | None
    field: NotRequired[FieldResult | None]
    units: NotRequired[list[str]]
    surface: NotRequired[SurfaceResult]


class HeadResult(TypedDict):
    """The line as it is set: what stands left of the sign at which lines are aligned, the sign, and what stands right of it, as LaTeX with places."""

    left: str
    sign: str
    right: str


class ShownResult(TypedDict):
    """One of the two values of a line, and the sign before it."""

    value: Literal["exact", "decimal"]
    relation: Sign


class ShownChoices(TypedDict):
    """What stands behind a line by the kind that is wanted: where the line itself was switched to it, and where the page (or the line's own text) asks for it;
    null where nothing does. A kind that is none of the three is a form by its name; where there is none of that name, it is `exact`.
    `bothKinds` tells whether there is something to switch between."""

    switched: dict[Kind, list[ShownResult]] | None
    onPage: dict[Kind, list[ShownResult]] | None
    bothKinds: bool


class LineResult(TypedDict):
    """The result of a line. A field that does not apply is null or empty.

    `digits` is a rounded result to other numbers of digits.
    `head` is the reading in its parts, `shown` what stands behind it; `saysMore` tells whether the result says something that the line does not, `asWritten`
    that a function is shown as it was defined, by its letters.
    """

    source: str
    kind: str
    name: str | None
    reading: str
    head: HeadResult
    exact: Written | None
    decimal: DecimalWritten | None
    digits: list[FormResult]
    forms: list[FormResult]
    conditions: list[str]
    conditionsLatex: list[str]
    notices: list[NoticeResult]
    working: list[WorkingStepResult]
    verdict: str | None
    counterexample: CounterexampleResult | None
    counterexampleLatex: CounterexampleResult | None
    solutions: SolutionsResult | None
    table: TableResult | None
    graph: GraphResult | None
    offers: dict[str, str]
    error: ErrorResult | None
    asked: Literal["decimal", "exact"] | None
    saysMore: bool
    asWritten: bool
    shown: ShownChoices


class LineRow(LineResult):
    """A line as the page shows it: `offset` is its place in the text of the cell, `key` names the working that made it. While it is at
    work `busySince` is the time since when, `heldUp` says that it waits for a place among the slow lines, and `waitsFor` are the names
    whose meaning is not there yet."""

    key: str
    offset: int
    busySince: float | None
    heldUp: bool
    waitsFor: list[str]


class DraftRow(TypedDict):
    """A line as it reads so far; `result` where it was quick. With `unfinished` its last word may still be on its way."""

    offset: int
    reading: str
    unfinished: bool
    result: LineRow | None


def empty_choices() -> ShownChoices:
    """Nothing to show."""
    return {"switched": None, "onPage": None, "bothKinds": False}


def empty_result(source: str, kind: str = "empty") -> LineResult:
    """A line with nothing in it yet."""
    return {"source": source, "kind": kind, "name": None, "reading": "", "head": {"left": "", "sign": "", "right": ""}, "exact": None, "decimal": None, "digits": [],
            "forms": [], "conditions": [], "conditionsLatex": [], "notices": [], "working": [], "verdict": None, "counterexample": None, "counterexampleLatex": None,
            "solutions": None, "table": None, "graph": None, "offers": {}, "error": None, "asked": None, "saysMore": False, "asWritten": False, "shown": empty_choices()}


def error_result(source: str, code: str, message: str, reading: str = "") -> LineResult:
    """A line that failed as a whole: the limits, Stop."""
    result = empty_result(source, "error")
    result["reading"] = reading
    result["error"] = {"code": code, "message": message, "start": 0, "end": len(source), "suggestion": None, "suggestions": []}
    return result


def printed(result: LineResult) -> dict[str, Any]:
    """The result as `run --json` prints it."""
    return {k: v for k, v in result.items() if k not in ("head", "digits", "saysMore", "asWritten", "shown")}
