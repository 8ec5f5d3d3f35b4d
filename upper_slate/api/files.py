"""Files in and out: worksheets as files of several kinds, archives of a folder or of everything, whatever is dropped on the shelf."""

from __future__ import annotations

from typing import Annotated, Final
from urllib.parse import quote

from fastapi import APIRouter, Body, Query, Response

from ..core.line.result import LineResult
from ..formats.archive import file_name, read_any, write_archive
from ..formats.kinds import KINDS
from ..formats.markdown import WorksheetFile
from ..formats.worked import Worked
from ..store.refusals import NotFound, Refused
from ..store.shelf import path_of
from ..store.worksheets import to_file
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import FileKind, Imported, MoveIn

router = APIRouter(tags=["files"], route_class=PlainTextRoute)
#: Seconds that a file waits for lines that are still being worked out; what is not there by then is left open in it.
_PATIENCE: Final = 30.0


@router.get("/kinds", operation_id="listKinds")
def list_kinds() -> list[FileKind]:
    """The kinds of files as which a worksheet can be saved."""
    return [FileKind(ending=ending, name=kind.name) for ending, kind in KINDS.items()]


@router.get("/worksheets/{worksheet_id}/file/{ending}", operation_id="saveWorksheet", response_class=Response)
def save(worksheet_id: str, ending: str, office: OfficeIn) -> Response:
    """A worksheet as a file of that kind."""
    kind = KINDS.get(ending)
    if kind is None:
        raise NotFound("There is no such kind of file.")
    stored = office.worksheets.opened(worksheet_id)
    sheet: WorksheetFile = to_file(stored)
    results: tuple[tuple[LineResult, ...], ...] = ()
    if kind.needs_results:
        desk = office.desk(worksheet_id)
        desk.wait_until_done(_PATIENCE)
        known = desk.results()
        results = tuple(tuple(known.get(cell.id, ())) for cell in stored.sheet.cells)
    return _sent(kind.write(Worked(sheet, results)).encode(), f"{file_name(sheet.title or '')}.{ending}", kind.media)


@router.post("/archive", operation_id="saveArchive", response_class=Response)
def save_archive(given: MoveIn, office: OfficeIn) -> Response:
    """Worksheets (all where none are named) of a folder and everything below it, as a zip."""
    path = path_of(given.folder)
    listed = [row for row in office.worksheets.listed() if not path or row.folder == path or row.folder.startswith(f"{path}/")]
    wanted = set(given.ids) or {row.id for row in listed}
    sheets = (to_file(office.worksheets.opened(row.id)) for row in listed if row.id in wanted)
    return _sent(write_archive(sheets), f"{file_name(path.rsplit('/', 1)[-1]) if path else 'Upper Slate'}.zip", "application/zip")


def _sent(content: bytes, name: str, media: str) -> Response:
    return Response(content, media_type=media, headers={"Content-Disposition": f"attachment; filename*=UTF-8''{quote(name)}"})


@router.post("/import", operation_id="importFile")
def import_file(office: OfficeIn, content: Annotated[bytes, Body(media_type="application/octet-stream")], name: str = Query(max_length=400),
                folder: str = Query("", max_length=200), replaces: bool = False) -> list[Imported]:
    """Worksheets from a file or an archive; what cannot be read is said for each. With `replaces` one of the same title in its folder goes into the bin."""
    into = path_of(folder)
    found = []
    for read in read_any(name, content):
        if read.sheet is None:
            found.append(Imported(name=read.name, id=None, title="", problem=read.problem))
            continue
        sheet = read.sheet
        try:
            place = path_of("/".join(part for part in (into, sheet.folder or "") if part)) if into != (sheet.folder or "") else into
            same = [row.id for row in office.worksheets.listed() if replaces and row.title == sheet.title and row.folder == place]
            made = office.worksheets.create(sheet.title or "Untitled", place, sheet.conventions, sheet.cells)
        except Refused as error:
            found.append(Imported(name=read.name, id=None, title="", problem=str(error)))
            continue
        for worksheet_id in same:
            office.remove(worksheet_id)
        found.append(Imported(name=read.name, id=made, title=sheet.title or "", problem=""))
    return found
