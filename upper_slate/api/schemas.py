"""What the interface sends and gets."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import AfterValidator, BaseModel, Field

from ..core.line.result import DraftRow, LineRow
from ..desk.events import CellData
from ..store.operations import MAX_TEXT, CellId, Operation

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


class FolderIn(BaseModel):
    """A folder by its path, `A/B` for B within A."""

    path: str = Field(max_length=200)


class FolderSchema(FolderIn):
    """With the number of worksheets in it itself."""

    count: int


class FolderMove(FolderIn):
    """A folder and the path that it gets."""

    to: str = Field(max_length=200)


class MoveIn(BaseModel):
    """Worksheets and the folder that they go into; the empty path is the shelf itself."""

    ids: list[str] = Field(max_length=2_000)
    folder: str = Field(max_length=200)


class TryIn(BaseModel):
    """Cells to try out, as on a worksheet with units or without."""

    cells: list[Annotated[str, Field(max_length=2_000), AfterValidator(_few_lines)]] = Field(max_length=40)
    units: bool = False


Coordinate = Annotated[float, Field(ge=-1e5, le=1e5, allow_inf_nan=False)]


class DrawingIn(BaseModel):
    """Strokes of a drawing, each its points, x to the right and y down, in any unit."""

    strokes: list[Annotated[list[tuple[Coordinate, Coordinate]], Field(min_length=1, max_length=1_000)]] = Field(min_length=1, max_length=20)


class SignSchema(BaseModel):
    """A sign: what it puts into a line, with `{…}` round each gap, and its LaTeX."""

    name: str
    written: str
    sample: str


class TriedLine(BaseModel):
    """A line with its result; `plot` is an SVG drawing of its graph."""

    line: LineRow
    plot: str | None


class ArchiveState(BaseModel):
    """An archive that is being made: how many of its worksheets are in it; `problem` says why there will be none."""

    id: str
    total: int
    done: int
    ready: bool
    problem: str


class Moved(BaseModel):
    """Worksheets that were moved, removed or made."""

    ids: list[str]


class BinnedRow(BaseModel):
    """A worksheet in the bin, with the folder in which it stood."""

    id: str
    title: str
    folder: str
    removed: datetime


class MatchRow(BaseModel):
    """A worksheet in which something was found: the cell and its line that matches, both empty where the title does."""

    id: str
    title: str
    folder: str
    updated: datetime
    cell: str
    kind: str
    line: str


class FileKind(BaseModel):
    """A kind of file, by its ending and its name."""

    ending: str
    name: str


class Imported(BaseModel):
    """What came of a file: the worksheet that was made of it, or why it cannot be read."""

    name: str
    id: str | None
    title: str
    problem: str


class WorksheetCreate(BaseModel):
    """A new worksheet; with `id` under the identity that its window gave it, so that writing need not wait for the answer. Sent twice it is made once."""

    id: str | None = Field(default=None, pattern="^[0-9a-f]{12}$")
    title: str = Field(default="Untitled", max_length=10_000)
    folder: str = Field(default="", max_length=200)
    markdown: str | None = None
    conventions: dict[str, str] = {}


class WorksheetUpdate(BaseModel):
    title: str = Field(min_length=1, max_length=200)


class WorksheetSchema(BaseModel):
    """An open worksheet with what is known of its results."""

    id: str
    title: str
    folder: str
    revision: int
    conventions: dict[str, str]
    cells: list[CellData]
    results: dict[str, list[LineRow]]
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


class NotationIn(BaseModel):
    """Text that was pasted: LaTeX, MathML, or anything else."""

    text: str = Field(max_length=60_000)


class NotationOut(BaseModel):
    """The same as lines of the language; `problem` says what could not be read, and the text stays as it was."""

    text: str
    problem: str | None


class DraftIn(BaseModel):
    """The text of a cell while it is being typed, at most 2,000 lines; `cell` tells where it stands, `client` marks the window of the browser."""

    client: Client = ""
    cell: CellId | None = None
    text: Annotated[str, Field(max_length=MAX_TEXT), AfterValidator(_few_lines)]


class DraftOut(BaseModel):
    lines: list[DraftRow]


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
    source: SourceHere | None = None


class SourceHere(BaseModel):
    """The worksheet that a name comes from."""

    title: str
    worksheetId: str


class NameThere(BaseModel):
    """A name that another worksheet gives; `latex` shows its meaning."""

    name: str
    latex: str


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
    """A pattern of the tray: `written` has `{…}` round each gap, `sample` is LaTeX; `also` are other words by which it is found."""

    group: str
    name: str
    written: str
    sample: str
    also: list[str]


class VocabularySchema(BaseModel):
    entries: list[EntrySchema]
    patterns: list[PatternSchema]


class ProblemOut(BaseModel):
    """What went wrong, in a sentence; `clash` where two windows changed the same cell."""

    detail: str
    clash: bool = False
