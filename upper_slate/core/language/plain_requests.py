"""A request as plain text: typing it back in gives the same request."""

from __future__ import annotations

from collections.abc import Callable

from .by_form import pieces_of
from .tree import Interval, Node, Request
from .words import REQUESTS

Write = Callable[[Node], str]


def request_text(node: Request, write: Write) -> str:
    """The words of a request with its parts, each written by `write`."""
    form = REQUESTS[node.name].form
    assert form is not None, node.name
    text = ""
    for kind, piece in pieces_of(node, form):
        written = _piece(kind, piece, write)
        text += written if not text or kind == "side" or written == "," else f" {written}"
    return text


def _piece(kind: str, piece: Node | Interval | str, write: Write) -> str:
    if isinstance(piece, Interval):
        return f"in {_interval(piece, write)}"
    if isinstance(piece, Node):
        return write(piece)
    return f"d{piece}" if kind == "differential" else piece


def _interval(node: Interval, write: Write) -> str:
    return f"{'[' if node.low_closed else '('}{write(node.low)}, {write(node.high)}{']' if node.high_closed else ')'}"
