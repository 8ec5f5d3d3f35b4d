"""A request as plain text: typing it back in gives the same request."""

from __future__ import annotations

from collections.abc import Callable

from .by_form import pieces_of
from .tree import Interval, Node, Request
from .words import REQUESTS

Write = Callable[[Node], str]


def request_text(node: Request, write: Write) -> str:
    """The words of a request with its parts, each written by `write`."""
    entry = REQUESTS.get(node.name)
    if entry is not None and entry.form is not None:
        return " ".join(_piece(kind, piece, write) for kind, piece in pieces_of(node, entry.form))
    body = ", ".join(map(write, node.bodies))
    point = "" if node.point is None else write(node.point)
    letters = ", ".join(node.letters)
    match node.name:
        case "solve":
            return f"solve {body}{_for(node, write)}{f' near {point}' if point else ''}"
        case "limit of":
            return f"limit of {body} as {letters} -> {point}{node.side}"
        case "integral of" if node.low is None:
            return f"integral of {body} d{letters}"
        case "laplace transform of" | "inverse laplace transform of":
            return f"{node.name} {body} in {node.letters[0]}, as a function of {node.letters[1]}"
        case "graph points":
            return f"graph points {body}{' joined' if node.side else ''}"
    at = f" at {', '.join(map(write, node.points))}" if node.points else ""
    return f"{node.name} {body}{at}{_for(node, write)}{f' step {write(node.step)}' if node.step is not None else ''}"


def _piece(kind: str, piece: Node | Interval | str, write: Write) -> str:
    if isinstance(piece, Interval):
        return f"in {_interval(piece, write)}"
    return write(piece) if isinstance(piece, Node) else piece


def _for(node: Request, write: Write) -> str:
    """The letters of a request with their ranges, as far as it has them."""
    if not node.letters:
        return ""
    if node.low is None or node.high is None:
        return f" for {', '.join(node.letters)}{'' if node.interval is None else f' in {_interval(node.interval, write)}'}"
    found = f" for {node.letters[0]} from {write(node.low)} to {write(node.high)}"
    if node.low_2 is not None and node.high_2 is not None:
        found += f", {node.letters[1]} from {write(node.low_2)} to {write(node.high_2)}"
    return found


def _interval(node: Interval, write: Write) -> str:
    return f"{'[' if node.low_closed else '('}{write(node.low)}, {write(node.high)}{']' if node.high_closed else ')'}"
