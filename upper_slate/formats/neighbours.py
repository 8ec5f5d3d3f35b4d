"""Worksheets in files that use one another by their titles: those that were named, and those in the folders of these."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from difflib import get_close_matches
from pathlib import Path

from ..core.line.tasks import LineOutcome
from ..core.page.cells import MathCell, PlannedLine
from ..core.page.notes import planned_cell
from ..core.page.page import Page
from ..core.page.sources import Library, NotFound, library_of, titles_used
from .archive import read_any
from .kinds import READ_BY
from .markdown import WorksheetFile

Answer = Callable[[PlannedLine], LineOutcome]


class Neighbours:
    """Worksheets by title; each is read when it is first looked for and worked out when it is first used."""

    def __init__(self, files: Iterable[str], answer: Answer) -> None:
        named = [Path(file).resolve() for file in files if file != "-"]
        beside = [path for folder in dict.fromkeys(path.parent for path in named) for path in sorted(folder.iterdir()) if path.suffix.lower().lstrip(".") in READ_BY]
        self._files = list(dict.fromkeys([*named, *beside]))
        self._answer = answer
        self._sheets: dict[Path, WorksheetFile] | None = None
        self._libraries: dict[Path, Library] = {}

    def of(self, file: str) -> AsSeenFrom:
        """The others as one of the files sees them; `-` is none of them."""
        return AsSeenFrom(self, None if file == "-" else Path(file).resolve())

    def sheets(self) -> dict[Path, WorksheetFile]:
        """Every file that holds one worksheet; what cannot be read is none."""
        if self._sheets is None:
            self._sheets = {}
            for path in self._files:
                try:
                    reads = read_any(path.name, path.read_bytes())
                except OSError:
                    continue
                if len(reads) == 1 and reads[0].sheet is not None:
                    self._sheets[path] = reads[0].sheet
        return self._sheets

    def library(self, path: Path) -> Library:
        """What a worksheet gives to others."""
        if path not in self._libraries:
            sheet = self.sheets()[path]
            cells = _cells(sheet)
            page = Page(sheet.conventions, cells, AsSeenFrom(self, path))
            for _ in page.settle(self._answer):
                pass
            self._libraries[path] = library_of(sheet.title or "", page, titles_used(cells), self._answer)
        return self._libraries[path]

    def titled(self, title: str) -> list[Path]:
        """The files of that title, whatever its capitals."""
        return [path for path, sheet in self.sheets().items() if (sheet.title or "").casefold() == title.casefold()]

    def leads_to(self, start: Path, goal: Path | None, seen: set[Path]) -> bool:
        """Whether a worksheet uses another, itself or through others."""
        if start == goal:
            return True
        if start in seen:
            return False
        seen.add(start)
        return any(self.leads_to(path, goal, seen) for title in titles_used(_cells(self.sheets()[start])) for path in self.titled(title))


class AsSeenFrom:
    """The neighbours of one worksheet."""

    def __init__(self, all_of_them: Neighbours, own: Path | None) -> None:
        self._all, self._own = all_of_them, own

    def find(self, title: str) -> Library | NotFound | None:
        """A worksheet by its title."""
        found = self._all.titled(title)
        others = [path for path in found if path != self._own]
        if len(others) > 1:
            return NotFound("several")
        if not others and found:
            return NotFound("itself")
        if not others:
            return NotFound("missing", near_titles(title, [sheet.title or "" for path, sheet in self._all.sheets().items() if path != self._own]))
        if self._all.leads_to(others[0], self._own, set()):
            return NotFound("circle")
        return self._all.library(others[0])


def near_titles(title: str, titles: Iterable[str]) -> tuple[str, ...]:
    """Titles that may have been meant."""
    by_fold = {t.casefold(): t for t in titles}
    begins = [t for fold, t in by_fold.items() if fold.startswith(title.casefold()) or title.casefold().startswith(fold)]
    near = [by_fold[fold] for fold in get_close_matches(title.casefold(), by_fold, n=3, cutoff=0.6)]
    return tuple(dict.fromkeys([*near, *begins]))[:3]


def _cells(sheet: WorksheetFile) -> list[MathCell]:
    planned = [planned_cell(str(place), cell.kind, cell.text) for place, cell in enumerate(sheet.cells)]
    return [cell for cell in planned if cell is not None]
