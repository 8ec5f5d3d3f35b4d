"""A request written by its form: the same walk for plain text and for LaTeX."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from .tree import Interval, Node, Request
from .words.forms import Form, Optional, Part, Place, Word

#: What writes words, parts, letters and intervals.
Pieces = Iterator[tuple[str, Node | Interval | str]]


def pieces_of(node: Request, form: Form) -> Pieces:
    """What stands in a request, in order: `words` that stand together, each `part`, `letter`, `interval` and `text`."""
    words: list[str] = []
    for kind, piece in _walk(node, form.parts):
        if kind == "word":
            words.append(str(piece))
            continue
        if words:
            yield "words", " ".join(words)
            words = []
        yield kind, piece
    if words:
        yield "words", " ".join(words)


def _walk(node: Request, parts: tuple[Part, ...]) -> Iterator[tuple[str, Node | Interval | str]]:
    bodies, letters = iter(node.bodies), iter(node.letters)
    for part in parts:
        match part:
            case Word(text):
                yield ("word" if text.isalpha() else "sign"), text
            case Place(name):
                yield from _part(node, name, bodies, letters)
            case Optional(inner):
                if _is_there(node, inner):
                    for piece in inner:
                        if isinstance(piece, Word):
                            yield ("word" if piece.text.isalpha() else "sign"), piece.text
                        elif isinstance(piece, Place):
                            yield from _part(node, piece.name, bodies, letters)


def _is_there(node: Request, parts: tuple[Part, ...]) -> bool:
    """Whether something was said in the parts that may be left out."""
    names = [part.name for part in parts if isinstance(part, Place)]
    return bool(node.letters) if "letter" in names else any(getattr(node, name, None) is not None for name in names)


def _part(node: Request, name: str, bodies: Iterator[Node], letters: Iterator[str]) -> Iterator[tuple[str, Node | Interval | str]]:
    match name:
        case "body" | "expression":
            yield "part", next(bodies)
        case "letter":
            yield "letter", next(letters, "")
        case "order":
            yield "text", "" if node.order is None else str(node.order)
        case "range":
            yield from _range(node)
        case _:
            value: Callable[[], Node] | Node | None = getattr(node, name)
            if isinstance(value, Node):
                yield "part", value


def _range(node: Request) -> Iterator[tuple[str, Node | Interval | str]]:
    if node.interval is not None:
        yield "interval", node.interval
    elif node.low is not None and node.high is not None:
        yield "word", "from"
        yield "part", node.low
        yield "word", "to"
        yield "part", node.high
