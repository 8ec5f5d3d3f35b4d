"""Graphs in a view of their own."""

from __future__ import annotations

from fastapi import APIRouter

from .graph_schemas import GraphAnswer, GraphIn, GraphSchema
from .office import OfficeIn

router = APIRouter(prefix="/worksheets", tags=["graphs"])


@router.post("/{worksheet_id}/graph", operation_id="viewGraph")
def view_graph(worksheet_id: str, given: GraphIn, office: OfficeIn) -> GraphAnswer:
    """A graph of the worksheet in another window, or with an area or a tangent. Nothing is stored."""
    outcome = office.desk(worksheet_id).graphs.seen(given.cell, given.line, given.view.model_dump(mode="json"))
    if outcome is None:
        return GraphAnswer(graph=None)
    if outcome.result["graph"] is None:
        error = outcome.result["error"]
        return GraphAnswer(graph=None, problem=error["message"] if error else None)
    return GraphAnswer(graph=GraphSchema(**outcome.result["graph"]))
