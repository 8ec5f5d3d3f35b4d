"""Graphs as the data that the interface draws."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import replace

import sympy as sp

from ..language.plain import plain
from ..language.tree import Call, Name, Node, Relation
from ..language.typeset import typeset
from ..language.units import unit_text
from ..language.words import CONSTANTS, FUNCTIONS
from ..line import result as r
from ..line.result import AreaResult, AsymptoteResult, CurveResult, FeatureResult, GraphResult, MeetingResult, ScalarResult, TangentResult, Written
from ..problems import LineError
from ..working.exact.balls import NoBall
from ..working.exact.bridge import settled, to_sympy
from ..working.exact.decide import Undecided
from ..working.ground.values import Area, Asymptote, Curve, Feature, GraphValue, Path, Scalar, SlopeField, Surface, Tangent, expression
from .data import scalar_data
from .decimals import Digits
from .expressions import NoExactForm
from .proofs import Proofs
from .style import Style
from .text import tree_of, write_tree

#: What several names come to is written out in the legend up to this length.
_SHORT = 60


def graph_data(value: GraphValue, digits: Digits, style: Style) -> GraphResult:
    """The window, curves with their polylines and marks, meetings, and what was chosen."""
    return _Writer(value, digits, style).data()


class _Writer:
    def __init__(self, value: GraphValue, digits: Digits, style: Style) -> None:
        self.value, self.digits, self.style = value, digits, style
        self.proofs = Proofs(value.letter, [self._end(e, w) for e, w in zip(value.ends, value.window, strict=False)])

    def _end(self, end: Scalar, near: float) -> str:
        """An end of the window as it can be written in a request; one that was dragged to is a decimal."""
        if not value_is_short(end):
            return f"{near:.6f}".rstrip("0").rstrip(".")
        return write_tree(tree_of(end, self.style)).text

    def data(self) -> GraphResult:
        value = self.value
        told = ((k, j, self._feature(f, self.proofs.meeting(value.curves[k].label, value.curves[j].label))) for k, j, f in value.meetings)
        meetings: list[MeetingResult] = [{"curves": [k, j], **feature} for k, j, feature in told if feature is not None]
        found: GraphResult = {"window": list(value.window), "letter": value.letter, "axis": value.axis, "curves": [self._curve(c) for c in value.curves],
                               "meetings": meetings,
                "elsewhere": None if value.elsewhere is None else list(value.elsewhere), "area": self._area(value.area), "tangent": self._tangent(value.tangent)}
        if any(value.units):
            found["units"] = [unit_text(unit) if unit else "" for unit in value.units]
        if value.surface is not None:
            found["surface"] = self._surface(value.surface)
        return found if value.field is None else found | {"field": self._field(value.field)}

    def _surface(self, surface: Surface) -> r.SurfaceResult:
        heights = [[None if h is None else float(f"{h:.6g}") for h in row] for row in surface.heights]
        points: list[r.SurfacePointResult] = []
        for p in surface.points:
            place = [_float(v) for v in (p.x, p.y, p.z)]
            points.append({"kind": p.kind, "x": self._told(p.x), "y": self._told(p.y), "z": self._told(p.z), "place": place})
        return {"heights": heights, "span": list(surface.span), "points": points, "sure": surface.is_sure, "letters": list(surface.letters)}

    def _told(self, value: Scalar) -> ScalarResult:
        return scalar_data(value, self.digits, self.style)

    def _field(self, field: SlopeField) -> r.FieldResult:
        return {"slopes": [[float(f"{v:.6g}") for v in s] for s in field.slopes], "paths": [self._path(p, field) for p in field.paths], "upright": field.upright}

    def _path(self, path: Path | LineError, field: SlopeField) -> r.PathResult:
        if isinstance(path, LineError):
            return {"problem": path.message, "x": None, "y": None, "place": [], "pieces": [], "chosen": True, "request": ""}
        x, y = (self._text(v) for v in (path.x, path.y))
        problem = None if path.pieces else "The slope has no value at this point."
        return {"problem": problem, "x": self._scalar(path.x), "y": self._scalar(path.y), "place": [_float(path.x), _float(path.y)],
                "pieces": [[[_short(a), _short(b)] for a, b in piece] for piece in path.pieces], "chosen": path.is_chosen,
                "request": f"solve {plain(self.value.curves[0].label)}, {field.upright}({x}) = {y}" if x and y else ""}

    def _curve(self, curve: Curve) -> CurveResult:
        label: Node = curve.label
        if curve.expr is not None and _names_in(label) - {curve.letter}:  # names of the page: with what they come to
            named = Call(label.name, (Name(curve.letter),)) if isinstance(label, Name) else label
            with suppress(NoExactForm):
                stands_for = tree_of(settled(curve.expr), self.style)
                label = Relation((named, stands_for), ("=",)) if isinstance(label, Name) or len(plain(stands_for)) <= _SHORT else label
        marks = curve.marks
        return {"label": {"text": plain(label), "latex": typeset(label)}, "name": typeset(curve.label), "source": plain(curve.label), "kind": curve.kind,
                "word": curve.label.name if isinstance(curve.label, Name) else None,
                "pieces": [[[x, _short(y)] for x, y in p] for p in curve.pieces], "points": [list(p) for p in curve.points], "joined": curve.joined,
                "features": [told for f in marks.features if (told := self._feature(f, self.proofs.of(curve.label, f, self._text(f.x)))) is not None],
                "asymptotes": [self._asymptote(a, curve.label) for a in marks.asymptotes], "unsure": list(marks.unsure)}

    def _feature(self, feature: Feature, request: str) -> FeatureResult | None:
        """A point exact and decimal, where it is marked, and the line that proves it, none for quantities; None where its digits cannot be settled."""
        try:
            return self._written_feature(feature, "" if any(self.value.units) else request)
        except (LineError, Undecided, NoBall):
            return None

    def _written_feature(self, feature: Feature, request: str) -> FeatureResult:
        heights = [feature.y, feature.left, feature.right]
        return {"kind": feature.kind, "x": scalar_data(feature.x, self.digits, self.style), "y": self._scalar(feature.y), "left": self._scalar(feature.left),
                "right": self._scalar(feature.right), "place": [_float(feature.x), *(None if h is None else _float(h) for h in heights)], "request": request}

    def _scalar(self, value: Scalar | None) -> ScalarResult | None:
        return None if value is None else scalar_data(value, self.digits, self.style)

    def _text(self, value: Scalar) -> str | None:
        try:
            return write_tree(tree_of(value, self.style)).text
        except NoExactForm:
            return None

    def _asymptote(self, line: Asymptote, label: Node) -> AsymptoteResult:
        slope = None if line.slope is None else _float(line.slope)
        request = self.proofs.asymptote(label, line, self._text(line.at))
        return {"kind": line.kind, "at": scalar_data(line.at, self.digits, self.style), "slope": self._scalar(line.slope), "line": [_float(line.at), slope],
                "equation": self._line_equation(line), "request": request}

    def _line_equation(self, line: Asymptote) -> Written:
        if line.kind == "vertical":
            return self._equation(self.value.letter, line.at)
        return self._equation("y" if self.value.letter != "y" else "x", line.at, line.slope)

    def _equation(self, left: str, offset: Scalar, slope: Scalar | None = None) -> Written:
        """The equation of a straight line."""
        right = to_sympy(offset)
        if slope is not None:
            right = to_sympy(slope) * sp.Symbol(self.value.letter, real=True) + right
        try:
            written = write_tree(Relation((Name(left), tree_of(settled(right), self.style)), ("=",)))
        except NoExactForm:  # known by its digits only
            return self._near(left, offset)
        return written.data

    def _near(self, left: str, offset: Scalar) -> Written:
        digits = scalar_data(offset, self.digits, self.style)["decimal"]
        return {"text": f"{left} ≈ {digits['text']}", "latex": rf"{left} \approx {digits['latex']}"} if digits else {"text": "", "latex": ""}

    def _area(self, area: Area | LineError | None) -> AreaResult | None:
        if area is None or isinstance(area, LineError):
            return None if area is None else {"problem": area.message, "value": None, "strips": []}
        return {"problem": None, "value": self._scalar(area.value), "strips": [[list(p) for p in strip] for strip in area.strips]}

    def _tangent(self, tangent: Tangent | LineError | None) -> TangentResult | None:
        if tangent is None or isinstance(tangent, LineError):
            return None if tangent is None else {"problem": tangent.message, "x": None, "y": None, "slope": None, "equation": None, "line": None}
        writer = _Writer(self.value, self.digits, replace(self.style, decimals=self.style.decimals or tangent.in_decimals))
        equation = writer._equation("y" if self.value.letter != "y" else "x", tangent.offset, tangent.slope)
        numbers = {name: writer._scalar(getattr(tangent, name)) for name in ("x", "y", "slope")}
        return {"problem": None, "x": numbers["x"], "y": numbers["y"], "slope": numbers["slope"], "equation": equation,
                "line": [_float(v) for v in (tangent.x, tangent.y, tangent.slope)]}


def _names_in(node: Node) -> set[str]:
    """Names in a line that are no constants and no built-in functions."""
    return {part.name for part in node.walk() if isinstance(part, Name | Call) and part.name not in FUNCTIONS and part.name not in CONSTANTS}


def value_is_short(value: Scalar) -> bool:
    """Whether a number is one that a person would write."""
    expr = to_sympy(value)
    return not expr.is_Rational or (abs(expr.p) < 10 ** 6 and expr.q <= 1000)


def _short(coordinate: float) -> float:
    """Ten digits of a height are enough for any screen, and half as long to send; across, a jump may stand beside the next number."""
    return float(f"{coordinate:.10g}")


def _float(value: Scalar) -> float:
    return float(sp.N(expression(value), 17))
