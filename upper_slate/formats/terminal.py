"""A worked worksheet as text that is pleasant to read in a terminal."""

from __future__ import annotations

import os
import sys
from typing import TextIO

from ..core.line.result import CounterexampleResult, LineResult, ScalarResult
from .markdown import WorksheetFile
from .verdicts import VERDICTS


def show(file: str, sheet: WorksheetFile, cells: list[list[LineResult]], several: bool, out: TextIO | None = None) -> None:
    """Prints notes and cells in page order: the number, what was written, the result after its true relation sign."""
    out = out or sys.stdout
    paint = _Paint(out.isatty() and "NO_COLOR" not in os.environ)
    if several:
        print(paint.bold(file), file=out)
    results = iter(cells)
    number = 0
    for cell in sheet.cells:
        if cell.kind == "note":
            print(f"\n{cell.text}\n", file=out)
            continue
        number += 1
        for k, line in enumerate(next(results)):
            _line(line, f"{number:>3}  " if k == 0 else "     ", sheet.conventions.results, paint, out)


def _line(line: LineResult, margin: str, first: str, paint: _Paint, out: TextIO) -> None:
    source = line["source"].strip()
    if line["kind"] == "empty":
        return
    if error := line["error"]:
        print(f"{paint.quiet(margin)}{source}", file=out)
        start, end = error["start"], max(error["end"], error["start"] + 1)
        lead = len(line["source"]) - len(line["source"].lstrip())
        print(f"     {' ' * max(start - lead, 0)}{paint.wrong('~' * min(end - start, 80))}", file=out)
        hint = f"  [{error['suggestion']['text']}]" if error["suggestion"] and error["suggestion"]["text"] else ""
        print(f"     {paint.wrong(error['message'])}{paint.quiet(hint)}", file=out)
        return
    print(f"{paint.quiet(margin)}{source}{_answer(line, source, first)}", file=out)
    if example := line["counterexample"]:
        print(paint.wrong(f"       {_failing(example)}"), file=out)
    for row in _rows(line):
        print(f"       {row}", file=out)
    for condition in line["conditions"]:
        print(paint.quiet(f"       where {condition}"), file=out)
    for notice in line["notices"]:
        print(paint.quiet(f"       {notice['text']}"), file=out)


def _answer(line: LineResult, source: str, first: str) -> str:
    exact, decimal = line["exact"], line["decimal"]
    asked = first != "exact" or " to " in source or exact is None
    shown = ""
    if line["solutions"]:
        wanted = decimal if decimal and (asked and first != "both") else exact
        if wanted:
            shown = f"  =>  {'≈ ' if wanted is decimal and decimal['relation'] == '≈' else ''}{wanted['text']}"
        if line["solutions"]["list"] and not line["solutions"]["complete"]:
            shown += "   (there may be more)"
    elif line["kind"] == "equation" and line["saysMore"]:
        shown = f"  =>  {(decimal if asked and decimal else exact or {'text': ''})['text']}"
    elif line["kind"] not in ("equation", "question", "step", "table", "graph"):
        if exact and first != "decimal" and exact["text"].replace(" ", "") not in (source.replace(" ", ""), source.partition("=")[2].replace(" ", "")):
            shown += f"  =  {exact['text']}"
        if decimal and asked and (exact is None or decimal["text"] != exact["text"]):
            shown += f"  {decimal['relation']}  {decimal['text']}"
    if line["verdict"]:
        shown += f"   {VERDICTS[line['verdict']]}"
    return shown


def _failing(example: CounterexampleResult) -> str:
    """`at x = 1: 36 on the left, 26 on the right`."""
    at = ", ".join(f"{letter} = {value}" for letter, value in example["at"].items())
    left, right = (v if v is not None else "no value" for v in (example["left"], example["right"]))
    return f"{f'at {at}: ' if at else ''}{left} on the left, {right} on the right"


def _rows(line: LineResult) -> list[str]:
    """What follows below a line: kinds of turning points, the rows of a table, the points of a graph."""
    def text(value: ScalarResult | str | None) -> str:
        if value is None or isinstance(value, str):
            return value or "–"
        return (value["exact"] or value["decimal"] or {"text": "?"})["text"]

    solutions = line["solutions"]
    rows = [f"{entry['type']}: {', '.join(text(v) for k, v in entry.items() if k != 'type')}"
            for entry in (solutions["list"] if solutions else None) or [] if "type" in entry]
    if table := line["table"]:
        rows += ["  ".join(f"{cell:>10}" for cell in row) for row in
                 [[h["text"] for h in table["headings"]], *([text(v) for v in row] for row in table["rows"])]]
    graph = line["graph"]
    if graph is None:
        return rows
    for curve in graph["curves"]:
        rows += [f"{curve['label']['text']}: {f['kind']} ({text(f['x'])}, {text(f['y'])})" for f in curve["features"]]
        rows += [f"{curve['label']['text']}: asymptote {a['equation']['text']}" for a in curve["asymptotes"]]
    rows += [f"meeting ({text(f['x'])}, {text(f['y'])})" for f in graph["meetings"]]
    return rows


class _Paint:
    def __init__(self, on: bool) -> None:
        self.on = on

    def _with(self, code: str, text: str) -> str:
        return f"\033[{code}m{text}\033[0m" if self.on else text

    def bold(self, text: str) -> str:
        return self._with("1", text)

    def quiet(self, text: str) -> str:
        return self._with("2", text)

    def wrong(self, text: str) -> str:
        return self._with("31", text)
