"""Ranges and places that look like degrees on a line that is worked out in radians."""

from __future__ import annotations

from typing import Final

from ..language import tree as t
from ..problems import Suggestion

#: Ends of ranges, and places, that people mean in degrees.
_TURNS: Final = frozenset({90, 180, 270, 360, 450, 540, 720})
_ANGLES: Final = frozenset({15, 30, 45, 60, 75, 90, 105, 120, 135, 150, 165, 180, 210, 225, 240, 270, 300, 315, 330, 360})


def in_degrees(request: t.Request, source: str) -> tuple[str, Suggestion] | None:
    """The number that was most likely meant in degrees, and all of the range or places with that sign; None where nothing looks so."""
    interval = request.interval
    ends = [end for end in (request.low, request.high, *((interval.low, interval.high) if interval else ())) if end is not None]
    numbers = _numbers([*ends, *request.points, *([request.step] if request.step is not None else [])])
    meant = [number for number in numbers if number is not request.step and number.text.isdigit() and int(number.text) in (_ANGLES if request.points else _TURNS)]
    if not meant or any(source[number.end:number.end + 1] == "°" for number in numbers):
        return None
    signed = [number for number in numbers if number.text.strip("0.") and number.text.isdigit()]
    start, end = signed[0].end, signed[-1].end
    text = "".join("°" + source[one.end:(other.end if other else one.end)] for one, other in zip(signed, [*signed[1:], None], strict=True))
    return meant[-1].text, Suggestion(text, start, end)


def _numbers(nodes: list[t.Node]) -> list[t.Number]:
    """Plain numbers with a sign or without, in the order of the line; none where anything else stands among them."""
    found: list[t.Number] = []
    for node in nodes:
        bare = node.body if isinstance(node, t.Negative | t.Bracket) else node
        if not isinstance(bare, t.Number):
            return []
        found.append(bare)
    return sorted(found, key=lambda number: number.start)
