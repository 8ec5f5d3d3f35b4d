"""What was chosen beside a graph, read: another window, an area, a tangent."""

from __future__ import annotations

from ..line.tasks import ViewData
from ..problems import LineError
from ..reading.lines import read_line
from ..reading.names import KnownNames
from ..working.graphs.view import AreaChoice, PathChoice, Place, TangentChoice, View

_LONGEST = 200


def view_of(data: ViewData) -> View:
    """The view of plain data; what it does not name is as usual."""
    window, area, tangent = data.get("window"), data.get("area"), data.get("tangent")
    return View(
        None if window is None else tuple(float(v) for v in window),  # type: ignore[arg-type]
        bool(data.get("marks", True)),
        None if area is None else AreaChoice(area["one"], area["other"], _place(area["low"]), _place(area["high"])),
        None if tangent is None else TangentChoice(tangent["curve"], _place(tangent["at"])),
        tuple(PathChoice(_place(p["x"]), _place(p["y"])) for p in data.get("paths") or ()))


def _place(text: str) -> Place:
    """A number as the student writes it, or what is wrong with it."""
    try:
        line = read_line(text[:_LONGEST], KnownNames())
    except LineError as error:
        return error
    if line.body is None or line.kind != "expression":
        return LineError("outside-domain", "A number is needed here, as in 2, 1/2 or sqrt(3).")
    return line.body
