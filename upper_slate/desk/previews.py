"""The first lines of worksheets as the shelf shows them; read once for each state of a worksheet."""

from __future__ import annotations

import threading
import time
from typing import Final

from ..core.page.known import function_head, tolerant_reading
from ..core.page.words import defined_name
from ..core.reading.names import KnownNames
from ..core.reading.tokens import split_lines
from ..store.worksheets import Listed, Worksheets

_LINES: Final = 4
_LENGTH: Final = 200
#: A long text is not taken apart for its first lines.
_TEXT: Final = 5_000
#: Seconds that a list waits for lines that were not read yet; the others are read behind it, and are there the next time.
_PATIENCE: Final = 0.15


class Previews:
    """LaTeX of the first lines of mathematics of each worksheet."""

    def __init__(self, worksheets: Worksheets) -> None:
        self._worksheets = worksheets
        self._held: dict[str, tuple[int, list[str]]] = {}
        self._reading = threading.Lock()

    def of(self, listed: list[Listed]) -> list[list[str]]:
        """The first lines of each, from memory where a worksheet is as it was; none where they could not be read in time."""
        end = time.monotonic() + _PATIENCE
        missing = [row for row in listed if not self._is_held(row)]
        while missing and time.monotonic() < end:
            self._read(missing.pop(0))
        if missing:
            threading.Thread(target=self._read_behind, args=[missing], daemon=True).start()
        return [self._held[row.id][1] if row.id in self._held else [] for row in listed]

    def warm_up(self) -> None:
        """Reads the first lines of all worksheets, so that the first list has them."""
        self._read_behind(self._worksheets.listed())

    def _is_held(self, row: Listed) -> bool:
        held = self._held.get(row.id)
        return held is not None and held[0] == row.revision

    def _read(self, row: Listed) -> None:
        lines = [line[:_LENGTH] for text in self._worksheets.first_texts(row.id) for line, _ in split_lines(text[:_TEXT]) if line.strip()]
        self._held[row.id] = (row.revision, _readings(lines[:_LINES]))

    def _read_behind(self, rows: list[Listed]) -> None:
        if not self._reading.acquire(blocking=False):  # somebody is at it
            return
        try:
            for row in rows:
                if not self._is_held(row):
                    self._read(row)
        finally:
            self._reading.release()


def _readings(lines: list[str]) -> list[str]:
    """LaTeX of lines that stand below each other: each knows the names that those above it define."""
    found, functions, values = [], dict[str, str](), set[str]()
    for line in lines:
        found.append(tolerant_reading(line, KnownNames(functions, frozenset(values))))
        if (head := function_head(line)) is not None:
            functions[head[0]] = head[1]
        elif (name := defined_name(line)) is not None:
            values.add(name)
    return found
