"""Graphs in a view of their own."""

from __future__ import annotations

from typing import cast

from fastapi import APIRouter, Response
from fastapi.concurrency import run_in_threadpool

from ..core.line.tasks import ViewData
from ..desk.desk import Desk
from ..desk.turns import Turn
from .graph_schemas import GraphAnswer, GraphIn
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .waiting import when_ready

_LATER = "Too much is asked at once; this view was left out."

router = APIRouter(prefix="/worksheets", tags=["graphs"], route_class=PlainTextRoute)


@router.post("/{worksheet_id}/graph", operation_id="viewGraph", response_model=GraphAnswer)
async def view_graph(worksheet_id: str, given: GraphIn, office: OfficeIn) -> Response:
    """A graph of the worksheet in another window, or with an area or a tangent. Nothing is stored; the newest view of a graph in a window of the browser wins."""
    desk = await run_in_threadpool(office.desk, worksheet_id)
    turn = desk.turns.take(("view", given.client, given.cell, given.line))
    return await when_ready(lambda: _seen(desk, given, turn), GraphAnswer(graph=None, problem=_LATER))


def _seen(desk: Desk, given: GraphIn, turn: Turn) -> GraphAnswer:
    view = cast(ViewData, given.view.model_dump(mode="json"))  # ViewIn has the keys of ViewData, checked
    outcome = desk.graphs.seen(given.cell, given.line, view, turn)
    if outcome is None:
        return GraphAnswer(graph=None)
    if outcome.result["graph"] is None:
        error = outcome.result["error"]
        return GraphAnswer(graph=None, problem=error["message"] if error else None)
    return GraphAnswer(graph=outcome.result["graph"])
