"""Worksheets as files: what a file needs is put together, what comes in finds its place."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from ..core.line.conventions import Conventions
from ..core.line.result import LineRow
from ..formats.archive import read_any
from ..formats.markdown import FileCell, WorksheetFile
from ..formats.worked import Worked
from ..store.refusals import Refused
from ..store.shelf import path_of
from ..store.states import CellState
from ..store.worksheets import to_file
from .office import Office

#: Seconds that a file waits for lines that are still being worked out; what is not there by then is left open in it.
_PATIENCE: Final = 30.0
#: The same for what is copied, which must be there soon.
_SOON: Final = 1.5


@dataclass(frozen=True)
class Arrived:
    """What came of a file: the worksheet that was made of it, or why it cannot be read."""

    name: str
    id: str | None = None
    title: str = ""
    problem: str = ""


def worked(office: Office, worksheet_id: str, needs_results: bool) -> Worked:
    """A worksheet as a file holds it, with its results where they are needed."""
    stored = office.worksheets.opened(worksheet_id)
    return Worked(to_file(stored), _results(office, worksheet_id, stored.sheet.cells, _PATIENCE) if needs_results else ())


def pieces(office: Office, worksheet_id: str, cells: Collection[str], needs_results: bool) -> Worked:
    """Some cells of a worksheet, in page order, with their results as far as they are there soon."""
    stored, wanted = office.worksheets.opened(worksheet_id), set(cells)
    chosen = tuple(cell for cell in stored.sheet.cells if cell.id in wanted)
    sheet = WorksheetFile(Conventions(**stored.sheet.conventions), tuple(FileCell(cell.kind, cell.text, cell.display) for cell in chosen))
    return Worked(sheet, _results(office, worksheet_id, chosen, _SOON) if needs_results else ())


def _results(office: Office, worksheet_id: str, cells: Sequence[CellState], patience: float) -> tuple[tuple[LineRow, ...], ...]:
    desk = office.desk(worksheet_id)
    desk.wait_until_done(patience)
    known = desk.results()
    return tuple(tuple(known.get(cell.id, ())) for cell in cells)


def bring_in(office: Office, name: str, content: bytes, folder: str, replaces: bool) -> Iterator[Arrived]:
    """Makes the worksheets of a file or an archive, below a folder. With `replaces` one of the same title in its place goes into the bin."""
    into = path_of(folder)
    for read in read_any(name, content):
        if read.sheet is None:
            yield Arrived(read.name, problem=read.problem)
            continue
        try:
            yield Arrived(read.name, _made(office, read.sheet, into, replaces), read.sheet.title or "")
        except Refused as error:
            yield Arrived(read.name, problem=str(error))


def _made(office: Office, sheet: WorksheetFile, into: str, replaces: bool) -> str:
    own = sheet.folder or ""
    place = into if own == into else path_of(f"{into}/{own}")
    same = [row.id for row in office.worksheets.listed() if replaces and row.title == sheet.title and row.folder == place]
    made = office.worksheets.create(sheet.title or "Untitled", place, sheet.conventions, sheet.cells)
    for worksheet_id in same:
        office.remove(worksheet_id)
    return made
