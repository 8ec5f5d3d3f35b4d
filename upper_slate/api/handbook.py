"""Live lines of the handbook."""

from __future__ import annotations

from fastapi import APIRouter

from ..desk.tries import tried
from ..formats.plot.svg import plot_svg
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import TriedLine, TryIn

router = APIRouter(prefix="/handbook", tags=["handbook"], route_class=PlainTextRoute)


@router.post("/try", operation_id="tryLines")
def try_lines(given: TryIn, office: OfficeIn) -> list[list[TriedLine]]:
    """Cells worked out from the top, apart from every worksheet; stores nothing. A graph comes as a drawing too."""
    rows = tried(given.cells, office.memory, office.room, office.shared.of("the handbook"), given.units)
    return [[TriedLine(line=line, plot=plot_svg(line["graph"]) if line["graph"] else None) for line in lines] for lines in rows]
