"""A worksheet and its cells as changes see them: plain data that never changes."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class CellState:
    """A cell: `kind` is math or note, `display` holds what was chosen for each of its lines."""

    id: str
    kind: str = "math"
    text: str = ""
    display: dict[str, Any] = field(default_factory=dict)

    def as_dict(self) -> dict[str, Any]:
        return {"id": self.id, "kind": self.kind, "text": self.text, "display": self.display}


@dataclass(frozen=True)
class SheetState:
    """A worksheet with its cells in page order."""

    title: str
    conventions: dict[str, str]
    cells: tuple[CellState, ...] = ()
