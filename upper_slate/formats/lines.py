"""What of a line's result a file shows: the same choices for every kind of file that has results."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..core.line.conventions import Conventions
from ..core.line.result import FeatureResult, GraphResult, LineResult, ScalarResult
from ..core.line.shown import Shown, shown_results
from .markdown import FileCell


@dataclass(frozen=True)
class ShownLine:
    """A line with the results that are shown; of a cell whose results are hidden there are none, and nothing stands below its lines."""

    line: LineResult
    results: tuple[Shown, ...]
    hidden: bool

    @property
    def conditions(self) -> list[str]:
        """LaTeX of where it holds."""
        return [] if self.hidden else self.line["conditionsLatex"]

    @property
    def verdict(self) -> str:
        return "" if self.hidden else self.line["verdict"] or ""

    @property
    def remarks(self) -> list[str]:
        """What is said below the line."""
        return [] if self.hidden else [notice["text"] for notice in self.line["notices"] if not notice["tag"]]


def shown_lines(cell: FileCell, lines: tuple[LineResult, ...], conventions: Conventions) -> Iterator[ShownLine]:
    """The lines of a cell; where a step follows, a line's own result is not given away."""
    hidden = bool(cell.display.get("hidden"))
    for place, line in enumerate(lines):
        if line["kind"] == "empty":
            continue
        wanted = cell.display.get(f"line{place}")
        goes_on = place + 1 < len(lines) and lines[place + 1]["kind"] == "step"
        results = () if hidden or goes_on else shown_results(line, wanted if isinstance(wanted, str) else None, conventions.results)
        yield ShownLine(line, tuple(results), hidden)


def live_values(lines: tuple[LineResult, ...], conventions: Conventions) -> dict[str, str]:
    """LaTeX of the values that stand in the sentences of a note, by their expressions."""
    return {line["source"].strip(): latex for line in lines if (latex := _value(line, conventions.results))}


def _value(line: LineResult, kind: str) -> str:
    shown = shown_results(line, None, kind)
    return shown[-1].latex if shown else (line["exact"] or line["decimal"] or {"latex": ""})["latex"]


def sentence_of(conventions: Conventions) -> str:
    """How the worksheet is to be read, as it stands at its head."""
    told = conventions.as_dict()
    digits = told["decimals"].replace("sf", "significant figures").replace("dp", "decimal places")
    units = "with units" if told["units"] == "on" else "without units"
    return f"Angles in {told['angles']}, {told['numbers']} numbers, decimals to {digits}, fractions {told['fractions']}, {units}."


def scalar_latex(value: ScalarResult | None) -> str:
    """A value as it stands in a table or a list; empty where there is none."""
    if value is None:
        return ""
    if value["exact"]:
        return value["exact"]["latex"]
    decimal = value["decimal"]
    return ("" if decimal["relation"] == "=" else r"\approx ") + decimal["latex"] if decimal else ""


def found_on(graph: GraphResult) -> Iterator[tuple[str, str]]:
    """What was found on a graph: what it is, and its point or line as LaTeX."""
    for curve in graph["curves"]:
        yield from ((feature["kind"], _point(feature)) for feature in curve["features"])
        yield from (("asymptote", line["equation"]["latex"]) for line in curve["asymptotes"] if line["equation"]["latex"])
    yield from (("meeting", _point(meeting)) for meeting in graph["meetings"])


def _point(feature: FeatureResult) -> str:
    heights = [scalar_latex(feature[side]) for side in ("y", "left", "right")]
    return rf"\left({scalar_latex(feature['x'])},\ {next((h for h in heights if h), '?')}\right)"
