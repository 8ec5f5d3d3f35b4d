"""A worksheet as a LaTeX document for a plain distribution: notes as text, working aligned at its signs, graphs as pictures beside it."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Final

from ...core.line.result import CounterexampleResult, GraphResult, TableResult
from ..lines import ShownLine, found_on, live_values, scalar_latex, sentence_of, shown_lines
from ..plot.drawing import curve_look
from ..plot.pdf import plot_pdf
from ..verdicts import VERDICTS, is_wrong
from ..worked import Worked
from .notes import note_latex
from .rows import ROOM, in_rows, width_of
from .text import math_latex, text_latex

_WRONG, _HOLDS = r"\wrong", r"\holds"
#: So many signs wide a left side that stands alone moves what goes on from it too far to the right.
_LONG_LEFT: Final = 24
_PREAMBLE: Final = (Path(__file__).parent / "preamble.tex").read_text(encoding="utf-8")


def write_latex(worked: Worked) -> str:
    """The document. It reads its pictures (see `pictures`) from beside it."""
    sheet = worked.sheet
    parts = [rf"\sheettitle{{{text_latex(sheet.title or 'Untitled')}}}{{{text_latex(sentence_of(sheet.conventions))}}}"]
    names = iter(name for name, _ in _graphs(worked))
    for cell, lines, number in zip(sheet.cells, worked.results, worked.numbers(), strict=True):
        if number is None:
            parts.append(note_latex(cell.text, live_values(lines, sheet.conventions)))
        else:
            parts.append("\n".join(_cell(shown_lines(cell, lines, sheet.conventions), number, names)))
    body = "\n\n".join(part for part in parts if part)
    return f"{_PREAMBLE}\n\\begin{{document}}\n{body}\n\\end{{document}}\n"


def pictures(worked: Worked) -> dict[str, bytes]:
    """The graphs of the worksheet as PDF, by the names under which the document reads them."""
    return {name: plot_pdf(graph) for name, graph in _graphs(worked)}


def _graphs(worked: Worked) -> Iterator[tuple[str, GraphResult]]:
    """The names are plain, since not every distribution reads others."""
    plain = unicodedata.normalize("NFKD", worked.sheet.title or "").encode("ascii", "ignore").decode().lower()
    stem = re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:40] or "worksheet"
    count = 0
    for cell, lines, number in zip(worked.sheet.cells, worked.results, worked.numbers(), strict=True):
        for line in lines if number is not None and not cell.display.get("hidden") else ():
            if line["graph"] is not None and line["error"] is None:
                count += 1
                yield f"{stem}-graph-{count}.pdf", line["graph"]


def _cell(lines: Iterable[ShownLine], number: int, names: Iterator[str]) -> Iterator[str]:
    """Runs of lines that stand aligned, with what stands below a line between them; the number beside the first."""
    rows: list[str] = []
    tag = rf" \cellnumber{{{number}}}"
    for shown in lines:
        if shown.line["error"] is not None:
            yield from _aligned(rows)
            rows, tag = [], ""
            yield rf"\badline{{{text_latex(shown.line['source'].strip())}}}{{{text_latex(shown.line['error']['message'])}}}"
            continue
        if rows and shown.line["kind"] != "step":  # aligned is what goes on from a line, not what merely stands below it
            yield from _aligned(rows)
            rows = []
        own = list(_rows(shown))
        own[0] += tag
        rows, tag = [*rows, *own], ""
        below = [] if shown.hidden else list(_below(shown, names))
        if below:
            yield from _aligned(rows)
            rows = []
            yield from below
    yield from _aligned(rows)


def _aligned(rows: list[str]) -> Iterator[str]:
    if rows:
        yield "\\begin{align*}\n" + " \\\\\n".join(rows) + "\n\\end{align*}"


def _rows(shown: ShownLine) -> Iterator[str]:
    """A line and its results, in as many rows as they need. A long left side alone on its row takes no part in the alignment."""
    head = shown.line["head"]
    left, sign, right = (math_latex(head[part]) for part in ("left", "sign", "right"))
    pieces = [(sign, right)] if sign or right else []
    pieces += [(text_latex(result.relation), math_latex(result.latex)) for result in shown.results]
    after = "".join(rf" \qquad \text{{where }} {math_latex(latex)}" for latex in shown.conditions)
    if shown.verdict:
        after += rf" \qquad {_WRONG if is_wrong(shown.verdict) else _HOLDS}{{{text_latex(VERDICTS[shown.verdict])}}}"
    row, used = rf"\fit{{{left}}} &", width_of(left)
    if not pieces and used > _LONG_LEFT:
        row = rf"\past{{{left}}} &"
    for place, (relation, latex) in enumerate(pieces):
        first, *rest = in_rows(latex)
        if used and used + width_of(first) > ROOM:
            yield rf"\past{{{left}}} &" if place == 0 else row
            row, used = "&", 0
        row, used = rf"{row} \mathrel{{{relation}}} \fit{{{first}}}", used + width_of(first)
        for more in rest:
            yield row
            row, used = rf"& \qquad \fit{{{more}}}", width_of(more)
    if after and used + width_of(after) > ROOM:
        yield row
        row = r"& \quad "
    yield row + after


def _below(shown: ShownLine, names: Iterator[str]) -> Iterator[str]:
    line = shown.line
    if example := line["counterexampleLatex"]:
        yield rf"\remark{{{_failing(example)}}}"
    if table := line["table"]:
        yield _table(table)
    if graph := line["graph"]:
        yield _graph(graph, next(names))
    yield from (rf"\remark{{{text_latex(remark)}}}" for remark in shown.remarks)


def _failing(example: CounterexampleResult) -> str:
    at = ", ".join(f"${math_latex(f'{letter} = {value}')}$" for letter, value in example["at"].items())
    left, right = (f"${math_latex(side)}$" if side is not None else "no value" for side in (example["left"], example["right"]))
    return f"{f'at {at}: ' if at else ''}{left} on the left, {right} on the right"


def _table(table: TableResult) -> str:
    """It may go over several pages."""
    rows = [[scalar_latex(value) for value in row] for row in table["rows"]]
    head = " & ".join(f"${math_latex(heading['latex'])}$" for heading in table["headings"])
    body = "\n".join(" & ".join(f"${math_latex(latex)}$" if latex else "--" for latex in row) + r" \\" for row in rows)
    return f"\\begin{{longtable}}[l]{{{'r' * len(table['headings'])}}}\n\\toprule\n{head} \\\\\n\\midrule\n\\endhead\n{body}\n\\bottomrule\n\\end{{longtable}}"


def _graph(graph: GraphResult, name: str) -> str:
    legend = "\\qquad ".join(rf"\sample{{{curve_look(k)[0].lstrip('#').upper()}}}{{{math_latex(curve['label']['latex'])}}}" for k, curve in enumerate(graph["curves"]))
    found = "; ".join(f"{text_latex(kind)} ${math_latex(latex)}$" for kind, latex in found_on(graph))
    return f"\\plot{{{name}}}\n{{{legend}}}\n{{{found}}}"
