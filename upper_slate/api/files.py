"""Files in and out: worksheets as files of several kinds, archives of a folder or of everything, whatever is dropped on the shelf."""

from __future__ import annotations

from typing import Annotated
from urllib.parse import quote

from fastapi import APIRouter, Body, Query, Response

from ..desk.archives import Archive
from ..desk.files import bring_in, worked
from ..formats.archive import file_name
from ..formats.kinds import KINDS, in_one, written
from ..store.refusals import NotFound
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import ArchiveState, FileKind, Imported, MoveIn

router = APIRouter(tags=["files"], route_class=PlainTextRoute)


@router.get("/kinds", operation_id="listKinds")
def list_kinds() -> list[FileKind]:
    """The kinds of files as which a worksheet can be saved."""
    return [FileKind(ending=ending, name=kind.name) for ending, kind in KINDS.items()]


@router.get("/worksheets/{worksheet_id}/file/{ending}", operation_id="saveWorksheet", response_class=Response)
def save(worksheet_id: str, ending: str, office: OfficeIn) -> Response:
    """A worksheet as a file of that kind; with the files that it reads from beside it as a zip."""
    kind = KINDS.get(ending)
    if kind is None:
        raise NotFound("There is no such kind of file.")
    found = worked(office, worksheet_id, kind.needs_results)
    stem = file_name(found.sheet.title or "")
    made = in_one(written(found, ending, stem), stem)
    return _sent(made.content, made.name, made.media)


@router.post("/archives", operation_id="beginArchive")
def begin_archive(given: MoveIn, office: OfficeIn) -> ArchiveState:
    """Begins a zip of worksheets (all where none are named) of a folder and everything below it."""
    return _state(office.archives.begin(given.folder, given.ids))


@router.get("/archives/{archive_id}", operation_id="readArchive")
def read_archive(archive_id: str, office: OfficeIn) -> ArchiveState:
    """How far it is."""
    return _state(office.archives.state(archive_id))


@router.get("/archives/{archive_id}/file", operation_id="fetchArchive", response_class=Response)
def fetch_archive(archive_id: str, office: OfficeIn, name: str = Query("Upper Slate", max_length=200)) -> Response:
    """The file, once."""
    return _sent(office.archives.fetch(archive_id), f"{file_name(name)}.zip", "application/zip")


def _state(archive: Archive) -> ArchiveState:
    return ArchiveState(id=archive.id, total=archive.total, done=archive.done, ready=archive.content is not None, problem=archive.problem)


def _sent(content: bytes, name: str, media: str) -> Response:
    return Response(content, media_type=media, headers={"Content-Disposition": f"attachment; filename*=UTF-8''{quote(name)}"})


@router.post("/import", operation_id="importFile")
def import_file(office: OfficeIn, content: Annotated[bytes, Body(media_type="application/octet-stream")], name: str = Query(max_length=400),
                folder: str = Query("", max_length=200), replaces: bool = False) -> list[Imported]:
    """Worksheets from a file or an archive; what cannot be read is said for each. With `replaces` one of the same title in its folder goes into the bin."""
    return [Imported(name=a.name, id=a.id, title=a.title, problem=a.problem) for a in bring_in(office, name, content, folder, replaces)]
