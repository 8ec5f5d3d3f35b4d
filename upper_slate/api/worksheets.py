"""Worksheets: list, open, change."""

from __future__ import annotations

from dataclasses import replace

from fastapi import APIRouter
from fastapi.responses import PlainTextResponse

from ..core.line.conventions import Conventions
from ..desk.files import pieces
from ..desk.office import Office, cell_data
from ..formats.kinds import PIECES
from ..formats.markdown import read_markdown
from ..formats.pasted import read_pasted
from ..store.operations import Insert, Retitle
from ..store.refusals import NotFound, Refused
from ..store.tables import new_id
from ..store.worksheets import Applied
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import (
    CellsIn,
    Changed,
    ClientIn,
    OperationsIn,
    Pasted,
    PasteIn,
    StopIn,
    Stopped,
    WorksheetCreate,
    WorksheetRow,
    WorksheetSchema,
    WorksheetUpdate,
)
from .shelf import rows_of

router = APIRouter(prefix="/worksheets", tags=["worksheets"], route_class=PlainTextRoute)


@router.get("", operation_id="listWorksheets")
def list_worksheets(office: OfficeIn) -> list[WorksheetRow]:
    return rows_of(office, office.worksheets.listed())


@router.post("", operation_id="createWorksheet", status_code=201)
def create_worksheet(given: WorksheetCreate, office: OfficeIn) -> WorksheetSchema:
    if given.markdown is None:
        return _opened(office, office.worksheets.create(given.title, given.folder, _conventions(given.conventions), worksheet_id=given.id))
    sheet = read_markdown(given.markdown)
    title, folder = sheet.title or given.title, given.folder or sheet.folder or ""
    return _opened(office, office.worksheets.create(title, folder, sheet.conventions, sheet.cells, given.id))


def _conventions(changes: dict[str, str]) -> Conventions:
    try:
        return Conventions().with_changes(changes)
    except ValueError as error:
        raise Refused(f"A new worksheet cannot have these conventions: {error}.") from None


@router.get("/{worksheet_id}", operation_id="openWorksheet")
def open_worksheet(worksheet_id: str, office: OfficeIn, first: int | None = None) -> WorksheetSchema:
    """A worksheet with what is known of its results; with `first` those of so many cells, for who listens to its events and gets all of them there."""
    return _opened(office, worksheet_id, first)


def _opened(office: Office, worksheet_id: str, first: int | None = None) -> WorksheetSchema:
    desk = office.desk(worksheet_id)
    desk.wait_until_done(0.15)  # stored results are there at once; what is new follows as events
    stored = office.worksheets.opened(worksheet_id)
    known = desk.results()
    results = known if first is None else {c.id: known[c.id] for c in stored.sheet.cells[:first] if c.id in known}
    return WorksheetSchema(
        id=stored.id, title=stored.sheet.title, folder=stored.folder, revision=stored.revision, conventions=stored.sheet.conventions,
        cells=[cell_data(c) for c in stored.sheet.cells], results=results,
        canUndo=stored.can_undo, canRedo=stored.can_redo)


@router.patch("/{worksheet_id}", operation_id="renameWorksheet")
def rename_worksheet(worksheet_id: str, given: WorksheetUpdate, office: OfficeIn) -> Changed:
    return _changed(office.change(worksheet_id, [Retitle(title=given.title)]))


@router.delete("/{worksheet_id}", operation_id="removeWorksheet", status_code=204)
def remove_worksheet(worksheet_id: str, office: OfficeIn) -> None:
    """Puts it into the bin."""
    office.remove(worksheet_id)


@router.post("/{worksheet_id}/copy/{kind}", operation_id="copyCells", response_class=PlainTextResponse)
def copy_cells(worksheet_id: str, kind: str, given: CellsIn, office: OfficeIn) -> str:
    """Some cells in page order: as Markdown (md) they come back the same when they are pasted; with their results as HTML or LaTeX (tex)."""
    write = PIECES.get(kind)
    if write is None:
        raise NotFound("Cells are not copied as that.")
    found = pieces(office, worksheet_id, given.cells, needs_results=kind != "md")
    return write(replace(found, sheet=replace(found.sheet, conventions=Conventions())) if kind == "md" else found)


@router.post("/{worksheet_id}/operations", operation_id="changeWorksheet")
def change_worksheet(worksheet_id: str, given: OperationsIn, office: OfficeIn) -> Changed:
    return _changed(office.change(worksheet_id, given.operations, given.client, given.again, given.group))


@router.post("/{worksheet_id}/paste", operation_id="pasteCells")
def paste_cells(worksheet_id: str, given: PasteIn, office: OfficeIn) -> Pasted:
    """Inserts the cells of a text after a cell."""
    operations: list[Insert] = []
    after = given.after
    for cell in read_pasted(given.markdown):
        operations.append(Insert(cell=new_id(), after=after, kind="note" if cell.kind == "note" else "math", text=cell.text))
        after = operations[-1].cell
    if operations:
        office.change(worksheet_id, list(operations), given.client)
    return Pasted(cells=[o.cell for o in operations])


@router.post("/{worksheet_id}/undo", operation_id="undo")
def undo(worksheet_id: str, given: ClientIn, office: OfficeIn) -> Changed:
    return _stepped(office, worksheet_id, office.undo(worksheet_id, given.client))


@router.post("/{worksheet_id}/redo", operation_id="redo")
def redo(worksheet_id: str, given: ClientIn, office: OfficeIn) -> Changed:
    return _stepped(office, worksheet_id, office.redo(worksheet_id, given.client))


@router.post("/{worksheet_id}/stop", operation_id="stop")
def stop(worksheet_id: str, given: StopIn, office: OfficeIn) -> Stopped:
    return Stopped(stopped=office.desk(worksheet_id).stop(given.cell))


@router.post("/{worksheet_id}/again", operation_id="workOutAgain")
def again(worksheet_id: str, given: StopIn, office: OfficeIn) -> None:
    if given.cell:
        office.desk(worksheet_id).again(given.cell)


def _changed(applied: Applied) -> Changed:
    stored = applied.stored
    return Changed(revision=stored.revision, canUndo=stored.can_undo, canRedo=stored.can_redo)


def _stepped(office: Office, worksheet_id: str, applied: Applied | None) -> Changed:
    if applied is not None:
        return _changed(applied)
    stored = office.worksheets.opened(worksheet_id)
    return Changed(revision=stored.revision, canUndo=stored.can_undo, canRedo=stored.can_redo)
