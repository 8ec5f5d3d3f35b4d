"""The tables and lists of a worksheet as comma-separated values (RFC 4180): each with the number of its cell above it."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator

from ..core.line.result import LineResult, ScalarResult
from .worked import Worked


def write_csv(worked: Worked) -> str:
    """Every table, and every list of points that is drawn, in page order; nothing else of the worksheet."""
    held = io.StringIO()
    writer = csv.writer(held, lineterminator="\r\n")
    is_first = True
    for lines, number in zip(worked.results, worked.numbers(), strict=True):
        for line in lines if number is not None else ():
            for rows in _tables(line):
                if not is_first:
                    writer.writerow([])
                writer.writerows([[f"cell {number}", line["source"].strip()], *rows])
                is_first = False
    return held.getvalue()


def _tables(line: LineResult) -> Iterator[list[list[str]]]:
    if table := line["table"]:
        yield [[heading["text"] for heading in table["headings"]], *([_text(value) for value in row] for row in table["rows"])]
    if graph := line["graph"]:
        letter, other = graph["letter"], "x" if graph["letter"] == "y" else "y"
        for curve in graph["curves"]:
            if curve["kind"] == "points":
                yield [[letter, other], *([repr(x), repr(y)] for x, y in curve["points"])]


def _text(value: ScalarResult | None) -> str:
    return "" if value is None else (value["exact"] or value["decimal"] or {"text": ""})["text"]
