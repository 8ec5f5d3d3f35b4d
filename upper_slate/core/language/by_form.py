"""A request written by its form: the same walk for plain text and for LaTeX."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from .tree import Interval, Node, Request
from .words.forms import RANGES, Form, Optional, Part, Place, Word

#: What writes words, parts, letters and intervals, each with its kind.
Pieces = Iterator[tuple[str, Node | Interval | str]]


def pieces_of(node: Request, form: Form) -> Pieces:
    """What stands in a request, in order: `words` that stand together, each `part`, `letter`, `interval`, `sign` and `text`."""
    words: list[str] = []
    for kind, piece in _Walk(node, form).pieces(form.parts):
        if kind == "word":
            words.append(str(piece))
            continue
        if words:
            yield "words", " ".join(words)
            words = []
        yield kind, piece
    if words:
        yield "words", " ".join(words)


class _Walk:
    """Goes along a form and takes the parts of a request as their places come."""

    def __init__(self, node: Request, form: Form) -> None:
        self.node = node
        self.has_differential = form.has("differential")
        self.bodies, self.letters = iter(node.bodies), iter(node.letters)

    def pieces(self, parts: tuple[Part, ...]) -> Pieces:
        for part in parts:
            match part:
                case Word(text):
                    yield ("word" if text.replace(" ", "").isalpha() else "sign"), text
                case Place(name):
                    yield from _PLACES.get(name, _field(name))(self)
                case Optional(inner):
                    if self._is_there(inner):
                        yield from self.pieces(inner)

    def _is_there(self, parts: tuple[Part, ...]) -> bool:
        """Whether something was said in the parts that may be left out."""
        names = [part.name for part in parts if isinstance(part, Place)]
        if not names:
            return all(isinstance(part, Word) and part.text == self.node.side for part in parts)
        if "letter" in names or "unknowns" in names:
            return bool(self.node.letters)
        if any(name in RANGES for name in names):
            return self._has_range() or (bool(self.node.letters) and not self.has_differential)
        if "differential" in names:
            return self.node.low is None
        return any(getattr(self.node, name, None) is not None for name in names)

    def _has_range(self) -> bool:
        return self.node.low is not None or self.node.interval is not None or bool(self.node.points)

    # -- places ----------------------------------------------------------------------------------------------------

    def body(self) -> Pieces:
        yield "part", next(self.bodies)

    def all_bodies(self) -> Pieces:
        for k, body in enumerate(self.node.bodies):
            if k:
                yield "sign", ","
            yield "part", body

    def letter(self) -> Pieces:
        yield "letter", next(self.letters, "")

    def unknowns(self) -> Pieces:
        for k in range(len(self.node.letters) - 1):
            if k:
                yield "word", "and"
            yield "letter", next(self.letters)

    def order(self) -> Pieces:
        yield "text", "" if self.node.order is None else str(self.node.order)

    def differential(self) -> Pieces:
        if self.node.low is None:
            yield "differential", "".join(self.node.letters)

    def approach(self) -> Pieces:
        yield "letter", next(self.letters, "")
        yield "sign", "->"
        if self.node.point is not None:
            yield "part", self.node.point
        if self.node.side:
            yield "side", self.node.side

    def range(self) -> Pieces:
        """`for x from a to b`, `for x in [a, b]`, `at 0, 1, 2`."""
        node = self.node
        if node.low is None and node.interval is None and node.points:
            yield "word", "at"
            yield from self._items(node.points)
            return
        windows = [(node.low, node.high), (node.low_2, node.high_2)]
        together = node.low is None  # `for x, y`, or one interval for all
        if node.letters:
            yield "word", "for"
        for k, letter in enumerate(node.letters):
            if k:
                yield "sign", ","
            yield "letter", letter
            if not together and k < len(windows):
                yield from self._from_to(*windows[k])
        if node.interval is not None:
            yield "interval", node.interval
        if node.step is not None:
            yield "word", "step"
            yield "part", node.step

    def _from_to(self, low: Node | None, high: Node | None) -> Pieces:
        if low is not None and high is not None:
            yield "word", "from"
            yield "part", low
            yield "word", "to"
            yield "part", high

    def _items(self, nodes: tuple[Node, ...]) -> Pieces:
        for k, node in enumerate(nodes):
            if k:
                yield "sign", ","
            yield "part", node


def _field(name: str) -> Callable[[_Walk], Pieces]:
    """A place that is a part of the request by itself: `point`."""

    def pieces(walk: _Walk) -> Pieces:
        value = getattr(walk.node, name)
        if isinstance(value, Node):
            yield "part", value

    return pieces


_PLACES: dict[str, Callable[[_Walk], Pieces]] = {
    "body": _Walk.body, "expression": _Walk.body, "tight": _Walk.body, "bodies": _Walk.all_bodies, "conditions": _Walk.all_bodies, "letter": _Walk.letter,
    "unknowns": _Walk.unknowns,    "order": _Walk.order, "differential": _Walk.differential, "approach": _Walk.approach, **dict.fromkeys(RANGES, _Walk.range),
}
