"""Archives of worksheets that are made in the background: how far each is, and the file once it is there."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import dataclass, field
from typing import Final

from ..formats.archive import write_archive
from ..formats.markdown import WorksheetFile
from ..store.refusals import NotFound, Refused
from ..store.shelf import path_of
from ..store.tables import new_id
from ..store.worksheets import Worksheets, to_file

#: So many are made or wait to be fetched at once; one that nobody fetches goes after so many seconds.
_MOST: Final = 4
_KEPT: Final = 600.0


@dataclass
class Archive:
    """`total` worksheets go into it, `done` are in it; `content` is there at the end, or a sentence that says why not."""

    id: str
    total: int
    done: int = 0
    content: bytes | None = None
    problem: str = ""
    since: float = field(default_factory=time.monotonic)


class Archives:
    """May be asked from any thread."""

    def __init__(self, worksheets: Worksheets) -> None:
        self._worksheets = worksheets
        self._lock = threading.Lock()
        self._held: dict[str, Archive] = {}

    def begin(self, folder: str, ids: list[str]) -> Archive:
        """Begins an archive of worksheets (all where none are named) of a folder and everything below it. Refused where too many are on their way."""
        path, wanted = path_of(folder), set(ids)
        listed = (row for row in self._worksheets.listed() if not path or row.folder == path or row.folder.startswith(f"{path}/"))
        chosen = [row.id for row in listed if not wanted or row.id in wanted]
        archive = Archive(new_id(), len(chosen))
        with self._lock:
            self._held = {held.id: held for held in self._held.values() if not held.problem and time.monotonic() - held.since < _KEPT}
            if len(self._held) >= _MOST:
                raise Refused("Several archives are being made already; try again in a moment.")
            self._held[archive.id] = archive
        threading.Thread(target=self._make, args=(archive, chosen), name="archive", daemon=True).start()
        return archive

    def state(self, archive_id: str) -> Archive:
        """How far it is. NotFound where there is none."""
        with self._lock:
            if archive_id not in self._held:
                raise NotFound("There is no such archive; it may have been fetched already.")
            return self._held[archive_id]

    def fetch(self, archive_id: str) -> bytes:
        """The file, once. Refused where it is not ready."""
        archive = self.state(archive_id)
        if archive.content is None:
            raise Refused(archive.problem or "This archive is not ready yet.")
        with self._lock:
            self._held.pop(archive_id, None)
        return archive.content

    def _make(self, archive: Archive, ids: list[str]) -> None:
        try:
            archive.content = write_archive(self._files(archive, ids))
        except Exception:
            logging.getLogger(__name__).exception("an archive could not be made")
            archive.problem = "These worksheets could not be put together."

    def _files(self, archive: Archive, ids: list[str]) -> Iterator[WorksheetFile]:
        for worksheet_id in ids:
            with suppress(NotFound):  # removed meanwhile
                yield to_file(self._worksheets.opened(worksheet_id))
            archive.done += 1
