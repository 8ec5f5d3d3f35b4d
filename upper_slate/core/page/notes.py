"""Values that stand live in the sentences of a note: `= E` in backticks."""

from __future__ import annotations

import re
from typing import Final

from .cells import MathCell

#: Code in a sentence: as many backticks at its end as at its beginning.
_CODE: Final = re.compile(r"(?<!`)(`+)(?!`)(.*?[^`])\1(?!`)")


def live_values(note: str) -> list[str]:
    """The expressions of a note that show their values, in order, each once."""
    found = (match[2].strip() for match in _CODE.finditer(note))
    return list(dict.fromkeys(text[1:].strip() for text in found if text.startswith("=") and text[1:].strip()))


def planned_cell(cell_id: str, kind: str, text: str) -> MathCell | None:
    """A cell of mathematics, or a note that shows values, as it is worked out; None for any other note."""
    if kind == "math":
        return MathCell(cell_id, text)
    values = live_values(text) if "`" in text else []
    return MathCell(cell_id, "\n".join(values), is_note=True) if values else None
