"""The shelf: folders, moving and copying, the bin, the search."""

from __future__ import annotations

from fastapi import APIRouter, Query

from ..desk.office import Office
from ..store.worksheets import Listed
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import BinnedRow, FolderIn, FolderMove, FolderSchema, MatchRow, Moved, MoveIn, WorksheetRow

router = APIRouter(tags=["shelf"], route_class=PlainTextRoute)


def rows_of(office: Office, listed: list[Listed]) -> list[WorksheetRow]:
    """Worksheets as the shelf shows them, with their first lines."""
    return [WorksheetRow(id=row.id, title=row.title, folder=row.folder, updated=row.updated, preview=preview)
            for row, preview in zip(listed, office.previews.of(listed), strict=True)]


@router.get("/folders", operation_id="listFolders")
def list_folders(office: OfficeIn) -> list[FolderSchema]:
    return [FolderSchema(path=row.path, count=row.count) for row in office.shelf.folders()]


@router.post("/folders", operation_id="makeFolder", status_code=201)
def make_folder(given: FolderIn, office: OfficeIn) -> FolderSchema:
    return FolderSchema(path=office.shelf.make_folder(given.path), count=0)


@router.patch("/folders", operation_id="renameFolder")
def rename_folder(given: FolderMove, office: OfficeIn) -> FolderIn:
    """Renames a folder, or moves it with everything in it."""
    return FolderIn(path=office.shelf.rename_folder(given.path, given.to))


@router.delete("/folders", operation_id="removeFolder")
def remove_folder(office: OfficeIn, path: str = Query(max_length=200)) -> Moved:
    """What was in it goes into the bin."""
    return Moved(ids=office.remove_folder(path))


@router.post("/move", operation_id="moveWorksheets", status_code=204)
def move(given: MoveIn, office: OfficeIn) -> None:
    office.shelf.move(given.ids, given.folder)


@router.post("/worksheets/{worksheet_id}/copy", operation_id="copyWorksheet", status_code=201)
def copy(worksheet_id: str, office: OfficeIn) -> Moved:
    return Moved(ids=[office.shelf.copy(worksheet_id)])


@router.get("/bin", operation_id="listBin")
def list_bin(office: OfficeIn) -> list[BinnedRow]:
    """What was removed in the last 30 days; what is older goes for good."""
    office.shelf.empty_bin()
    return [BinnedRow(id=row.id, title=row.title, folder=row.folder, removed=row.removed) for row in office.shelf.bin()]


@router.post("/bin/{worksheet_id}", operation_id="bringBack", status_code=204)
def bring_back(worksheet_id: str, office: OfficeIn) -> None:
    """Puts a worksheet back where it stood."""
    office.shelf.bring_back(worksheet_id)


@router.delete("/bin/{worksheet_id}", operation_id="throwAway", status_code=204)
def throw_away(worksheet_id: str, office: OfficeIn) -> None:
    """Removes it for good."""
    office.shelf.throw_away(worksheet_id)


@router.get("/search", operation_id="searchWorksheets")
def search(office: OfficeIn, wanted: str = Query(max_length=300)) -> list[MatchRow]:
    """Worksheets that hold every part of what is wanted in title, notes or mathematics, with the line that matched."""
    return [MatchRow(id=m.id, title=m.title, folder=m.folder, updated=m.updated, cell=m.cell, kind=m.kind, line=m.line) for m in office.shelf.search(wanted)]
