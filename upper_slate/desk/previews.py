"""The first lines of worksheets as the shelf shows them; read once for each state of a worksheet."""

from __future__ import annotations

from typing import Final

from ..core.page.known import tolerant_reading
from ..core.reading.names import KnownNames
from ..core.reading.tokens import split_lines
from ..store.worksheets import Listed, Worksheets

_LINES: Final = 4
_LENGTH: Final = 200
#: A long text is not taken apart for its first lines.
_TEXT: Final = 5_000


class Previews:
    """LaTeX of the first lines of mathematics of each worksheet."""

    def __init__(self, worksheets: Worksheets) -> None:
        self._worksheets = worksheets
        self._held: dict[str, tuple[int, list[str]]] = {}

    def of(self, listed: Listed) -> list[str]:
        """The first lines; from memory where the worksheet is as it was."""
        held = self._held.get(listed.id)
        if held is None or held[0] != listed.revision:
            texts = self._worksheets.first_texts(listed.id)
            lines = [line for text in texts for line, _ in split_lines(text[:_TEXT]) if line.strip()]
            held = self._held[listed.id] = (listed.revision, [tolerant_reading(line[:_LENGTH], KnownNames()) for line in lines[:_LINES]])
        return held[1]
