"""Several worksheets as one file (zip), and whatever somebody drops on the shelf."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Iterable
from dataclasses import dataclass, replace
from pathlib import PurePosixPath
from typing import Final

from .kinds import KEPT, READ_BY
from .markdown import BadFile, WorksheetFile
from .worked import Worked

#: What an archive may hold: so many files, so many bytes when they are unpacked.
_MOST_FILES: Final = 4_000
_MOST_BYTES: Final = 100_000_000
_LARGEST: Final = 20_000_000
#: Letters that some system takes for something else in the name of a file.
_NOT_IN_NAMES: Final = re.compile(r'[\\/:*?"<>|\x00-\x1f]')


@dataclass(frozen=True)
class ReadFile:
    """A file by its name: the worksheet that it holds, or why it cannot be read."""

    name: str
    sheet: WorksheetFile | None = None
    problem: str = ""


def read_any(name: str, data: bytes) -> list[ReadFile]:
    """The worksheets of a file, or of every file in an archive; a folder in the archive is a folder on the shelf."""
    if name.lower().endswith(".zip"):
        try:
            return _read_archive(data)
        except BadFile as error:
            return [ReadFile(name, problem=str(error))]
    return [_read_one(name, data)]


def _read_one(name: str, data: bytes) -> ReadFile:
    ending = PurePosixPath(name).suffix.lower().lstrip(".")
    kind = READ_BY.get(ending)
    if kind is None or kind.read is None:
        return ReadFile(name, problem="Only Markdown, JSON and zip files of them can be read.")
    if len(data) > _LARGEST:
        return ReadFile(name, problem=f"This file is larger than {_LARGEST // 1_000_000} MB.")
    try:
        sheet = kind.read(data.decode("utf-8"))
    except UnicodeDecodeError:
        return ReadFile(name, problem="This is no text in UTF-8.")
    except BadFile as error:
        return ReadFile(name, problem=str(error))
    return ReadFile(name, replace(sheet, title=sheet.title or PurePosixPath(name).stem))


def _read_archive(data: bytes) -> list[ReadFile]:
    """Each file is unpacked only as far as it may be: what an archive says of its sizes is not believed."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            entries = [entry for entry in archive.infolist() if not entry.is_dir() and not _is_hidden(entry.filename)]
            if len(entries) > _MOST_FILES:
                raise BadFile(f"This archive holds more than {_MOST_FILES:,} files.")
            twins = {str(PurePosixPath(e.filename).with_suffix("")) for e in entries if e.filename.lower().endswith(".json")}
            found, left = [], _MOST_BYTES
            for entry in entries:
                path = PurePosixPath(entry.filename)
                if path.suffix.lower() != ".json" and str(path.with_suffix("")) in twins:
                    continue  # the same worksheet stands beside it with all that was chosen
                with archive.open(entry) as file:
                    content = file.read(min(left, _LARGEST) + 1)
                left -= len(content)
                if left < 0:
                    raise BadFile(f"This archive holds more than {_MOST_BYTES // 1_000_000} MB.")
                found.append(_placed(_read_one(path.name, content), path))
            return found
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, EOFError, OSError, ValueError):
        raise BadFile("This archive cannot be read: it is damaged, or locked with a password.") from None


def _is_hidden(name: str) -> bool:
    return any(part.startswith((".", "__MACOSX")) and part not in ("..", ".") for part in PurePosixPath(name).parts)


def _placed(read: ReadFile, path: PurePosixPath) -> ReadFile:
    """In the folders of the archive; a way out of them (`..`) leads nowhere."""
    folders = "/".join(part for part in path.parts[:-1] if part not in ("..", ".", "/"))
    sheet = read.sheet and replace(read.sheet, folder=read.sheet.folder or folders or None)
    return ReadFile(str(path), sheet, read.problem)


def write_archive(sheets: Iterable[WorksheetFile]) -> bytes:
    """A zip with each worksheet in its folder, as Markdown to read and as JSON with all that was chosen."""
    held = io.BytesIO()
    taken: set[str] = set()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as archive:
        for sheet in sheets:
            folder = "/".join(file_name(part) for part in (sheet.folder or "").split("/") if part)
            stem = "/".join(part for part in (folder, file_name(sheet.title or "Untitled")) if part)
            name, number = stem, 2
            while name.casefold() in taken:
                name, number = f"{stem} {number}", number + 1
            taken.add(name.casefold())
            for ending, kind in KEPT.items():
                archive.writestr(f"{name}.{ending}", kind.write(Worked(sheet, ())))
    return held.getvalue()


def file_name(title: str) -> str:
    """A title as the name of a file on any system."""
    name = _NOT_IN_NAMES.sub(" ", title)
    return re.sub(r"\s+", " ", name).strip(" .")[:120] or "Untitled"
