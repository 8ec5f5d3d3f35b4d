"""What the interface sends and gets."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from ..store.operations import MAX_TEXT, CellId, Operation
from .graph_schemas import GraphSchema
from .written_schemas import Decimal, ValueSchema, Written

#: Marks a window of the browser, so that it knows its own changes.
Client = Annotated[str, Field(max_length=128)]


def _few_lines(text: str) -> str:
    if text.count("\n") >= 2_000:
        raise ValueError("a draft has at most 2,000 lines")
    return text


class WorksheetRow(BaseModel):
    """A worksheet in the list; `preview` is LaTeX of its first lines."""

    id: str
    title: str
    folder: str
    updated: datetime
    preview: list[str]


class WorksheetCreate(BaseModel):
    title: str = Field(default="Untitled", max_length=10_000)
    folder: str = Field(default="", max_length=200)
    markdown: str | None = None
    conventions: dict[str, str] = {}


class WorksheetUpdate(BaseModel):
    title: str = Field(min_length=1, max_length=200)


class CellSchema(BaseModel):
    id: str
    kind: Literal["math", "note"]
    text: str
    display: dict[str, Any]


class FormSchema(Written):
    name: str
    relation: Literal["=", "≈"]


class NoticeSchema(BaseModel):
    text: str
    tag: str | None = None


class SuggestionSchema(BaseModel):
    text: str
    start: int
    end: int


class ErrorSchema(BaseModel):
    code: str
    message: str
    start: int
    end: int
    suggestion: SuggestionSchema | None = None


class WorkingStepSchema(BaseModel):
    """One step of the working, with the name of the rule used."""

    rule: str
    text: str
    latex: str


class CounterexampleSchema(BaseModel):
    """Values of the letters at which a claim fails, and both sides there; null for a side with no value."""

    at: dict[str, str]
    left: str | None
    right: str | None


class SolutionsSchema(BaseModel):
    """`list` is null for an inequality; each solution has a value for every letter, a turning point its `type` too."""

    complete: bool
    list: list[dict[str, ValueSchema | str]] | None
    letter: str | None = None


class TableSchema(BaseModel):
    headings: list[Written]
    rows: list[list[ValueSchema | None]]


class LineSchema(BaseModel):
    """A line's result as in section 9 of the language; `offset` is its place in the cell's text."""

    model_config = ConfigDict(extra="allow")

    source: str
    kind: str
    name: str | None
    reading: str
    exact: Written | None
    decimal: Decimal | None
    forms: list[FormSchema]
    conditions: list[str]
    conditionsLatex: list[str] = []
    notices: list[NoticeSchema]
    working: list[WorkingStepSchema]
    verdict: str | None
    counterexample: CounterexampleSchema | None = None
    counterexampleLatex: CounterexampleSchema | None = None
    solutions: SolutionsSchema | None
    table: TableSchema | None = None
    graph: GraphSchema | None = None
    offers: dict[str, str] = {}
    error: ErrorSchema | None
    placed: str = ""
    asked: str | None = None
    offset: int = 0
    key: str = ""
    busySince: float | None = None
    waitsFor: list[str] = []


class WorksheetSchema(BaseModel):
    """An open worksheet with what is known of its results."""

    id: str
    title: str
    folder: str
    revision: int
    conventions: dict[str, str]
    cells: list[CellSchema]
    results: dict[str, list[LineSchema]]
    canUndo: bool
    canRedo: bool


class OperationsIn(BaseModel):
    """`client` marks the window, so that it knows its own changes; `again` says that the same was sent before and its answer was lost."""

    client: Client = ""
    again: bool = False
    #: changes of one group that follow one another are one step of undo
    group: str = Field("", max_length=40)
    operations: list[Operation] = Field(max_length=6_000)


class CellsIn(BaseModel):
    """Cells of a worksheet."""

    cells: list[CellId] = Field(max_length=6_000)


class PasteIn(BaseModel):
    """Cells as Markdown, or lines of mathematics, to stand after a cell, or first."""

    after: CellId | None = None
    markdown: str = Field(max_length=2_000_000)
    client: Client = ""


class Pasted(BaseModel):
    """The cells that were made."""

    cells: list[str]


class ClientIn(BaseModel):
    client: Client = ""


class Changed(BaseModel):
    revision: int
    canUndo: bool
    canRedo: bool


class StopIn(BaseModel):
    cell: CellId | None = None


class Stopped(BaseModel):
    stopped: int


class DraftIn(BaseModel):
    """The text of a cell while it is being typed, at most 2,000 lines; `cell` tells where it stands, `client` marks the window of the browser."""

    client: Client = ""
    cell: CellId | None = None
    text: Annotated[str, Field(max_length=MAX_TEXT), AfterValidator(_few_lines)]


class DraftLine(BaseModel):
    """A line as it reads so far; `result` where it was quick."""

    offset: int
    reading: str
    result: LineSchema | None = None


class DraftOut(BaseModel):
    lines: list[DraftLine]


class NameHere(BaseModel):
    """A name in force at a cell; `latex` shows its meaning."""

    name: str
    latex: str
    cell: int
    cellId: str
    usedBy: int
    users: list[str]
    replacedIn: int | None = None
    failed: bool = False


class NamesOut(BaseModel):
    names: list[NameHere]
    letters: list[str]


class EntrySchema(BaseModel):
    """A word of the language, for completion and the tray."""

    name: str
    kind: str
    pattern: str
    sample: str
    meaning: str
    aims: list[str]


class PatternSchema(BaseModel):
    """A pattern of the tray: `written` has `{…}` round each gap, `sample` is LaTeX."""

    group: str
    name: str
    written: str
    sample: str


class VocabularySchema(BaseModel):
    entries: list[EntrySchema]
    patterns: list[PatternSchema]


class ProblemOut(BaseModel):
    """What went wrong, in a sentence; `clash` where two windows changed the same cell."""

    detail: str
    clash: bool = False
