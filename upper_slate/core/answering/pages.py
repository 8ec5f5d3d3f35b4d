"""The page: cells and conventions in, results out, in this process."""

from __future__ import annotations

from collections.abc import Sequence

from ..line.conventions import Conventions
from ..page import worked
from ..page.cells import MathCell
from ..page.page import Executor, Memory
from ..page.sources import Sources
from .answer import work_out


def work_out_page(cells: Sequence[MathCell], conventions: Conventions, memory: Memory, execute: Executor = work_out, sources: Sources | None = None) -> worked.WorkedPage:
    """As `worked.work_out_page`, with every line worked out here."""
    return worked.work_out_page(cells, conventions, memory, execute, sources)
