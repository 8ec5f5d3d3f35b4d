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

#: So many signs wide a left side that stands alone moves what goes on from it too far to the right.
_LONG_LEFT: Final = 24
_PREAMBLE: Final = (Path(__file__).parent / "preamble.tex").read_text(encoding="utf-8")


def write_latex(worked: Worked) -> str:
    """The document. It reads its pictures (see `pictures`) from beside it."""
    sheet = worked.sheet
    title = rf"\sheettitle{{{text_latex(sheet.title or 'Untitled')}}}{{{text_latex(sentence_of(sheet.conventions))}}}"
    body = _Writer(worked, own_commands=True).body()
    return f"{_PREAMBLE}\n\\begin{{document}}\n{title}\n\n{body}\n\\end{{document}}\n"


def write_pieces(worked: Worked) -> str:
    """The cells alone, for a document of somebody's own: no commands but those of amsmath and booktabs, no numbers and no pictures."""
    return _Writer(worked, own_commands=False).body() + "\n"


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


class _Writer:
    """Writes the cells, with the commands of the preamble or without them."""

    def __init__(self, worked: Worked, own_commands: bool) -> None:
        self.worked, self.own = worked, own_commands
        self.names = iter(name for name, _ in _graphs(worked))

    def body(self) -> str:
        sheet = self.worked.sheet
        parts = []
        for cell, lines, number in zip(sheet.cells, self.worked.results, self.worked.numbers(), strict=True):
            if number is None:
                parts.append(note_latex(cell.text, live_values(lines, sheet.conventions)))
            else:
                parts.append("\n".join(self._cell(shown_lines(cell, lines, sheet.conventions), number)))
        return "\n\n".join(part for part in parts if part)

    def _cell(self, lines: Iterable[ShownLine], number: int) -> Iterator[str]:
        """Runs of lines that stand aligned, with what stands below a line between them; the number beside the first."""
        rows: list[str] = []
        tag = rf" \cellnumber{{{number}}}" if self.own else ""
        for shown in lines:
            if shown.line["error"] is not None:
                yield from _aligned(rows)
                rows, tag = [], ""
                yield self._bad(text_latex(shown.line["source"].strip()), text_latex(shown.line["error"]["message"]))
                continue
            if rows and shown.line["kind"] != "step":  # aligned is what goes on from a line, not what merely stands below it
                yield from _aligned(rows)
                rows = []
            own = list(self._rows(shown))
            own[0] += tag
            rows, tag = [*rows, *own], ""
            below = [] if shown.hidden else list(self._below(shown))
            if below:
                yield from _aligned(rows)
                rows = []
                yield from below
        yield from _aligned(rows)

    def _rows(self, shown: ShownLine) -> Iterator[str]:
        """A line and its results, in as many rows as they need. A long left side alone on its row takes no part in the alignment."""
        head = shown.line["head"]
        left, sign, right = (math_latex(head[part]) for part in ("left", "sign", "right"))
        pieces = [(sign, right)] if sign or right else []
        pieces += [(text_latex(result.relation), math_latex(result.latex)) for result in shown.results]
        after = "".join(rf" \qquad \text{{where }} {math_latex(latex)}" for latex in shown.conditions)
        if shown.verdict:
            after += rf" \qquad {self._verdict(shown.verdict)}"
        row, used = f"{self._fit(left)} &", width_of(left)
        if not pieces and used > _LONG_LEFT:
            row = f"{self._past(left)} &"
        for place, (relation, latex) in enumerate(pieces):
            first, *rest = in_rows(latex)
            if used and used + width_of(first) > ROOM:
                yield f"{self._past(left)} &" if place == 0 else row
                row, used = "&", 0
            row, used = rf"{row} \mathrel{{{relation}}} {self._fit(first)}", used + width_of(first)
            for more in rest:
                yield row
                row, used = rf"& \qquad {self._fit(more)}", width_of(more)
        if after and used + width_of(after) > ROOM:
            yield row
            row = r"& \quad "
        yield row + after

    def _fit(self, latex: str) -> str:
        return rf"\fit{{{latex}}}" if self.own and latex else latex

    def _past(self, latex: str) -> str:
        return rf"\past{{{latex}}}" if self.own else rf"\rlap{{$\displaystyle {latex}$}}\quad"

    def _verdict(self, verdict: str) -> str:
        command = (r"\wrong" if is_wrong(verdict) else r"\holds") if self.own else r"\text"
        return rf"{command}{{{text_latex(VERDICTS[verdict])}}}"

    def _bad(self, source: str, message: str) -> str:
        return rf"\badline{{{source}}}{{{message}}}" if self.own else rf"\par\texttt{{{source}}} ({message})\par"

    def _remark(self, latex: str) -> str:
        return rf"\remark{{{latex}}}" if self.own else rf"\par({latex})\par"

    def _below(self, shown: ShownLine) -> Iterator[str]:
        line = shown.line
        if example := line["counterexampleLatex"]:
            yield self._remark(_failing(example))
        if table := line["table"]:
            yield _table(table, "longtable}[l]" if self.own else "tabular}", self.own)
        if line["graph"] is not None and self.own:
            yield _graph(line["graph"], next(self.names))
        yield from (self._remark(text_latex(remark)) for remark in shown.remarks)


def _aligned(rows: list[str]) -> Iterator[str]:
    if rows:
        yield "\\begin{align*}\n" + " \\\\\n".join(rows) + "\n\\end{align*}"


def _failing(example: CounterexampleResult) -> str:
    at = ", ".join(f"${math_latex(f'{letter} = {value}')}$" for letter, value in example["at"].items())
    left, right = (f"${math_latex(side)}$" if side is not None else "no value" for side in (example["left"], example["right"]))
    return f"{f'at {at}: ' if at else ''}{left} on the left, {right} on the right"


def _table(table: TableResult, environment: str, is_long: bool) -> str:
    """A long one may go over several pages."""
    rows = [[scalar_latex(value) for value in row] for row in table["rows"]]
    head = " & ".join(f"${math_latex(heading['latex'])}$" for heading in table["headings"])
    body = "\n".join(" & ".join(f"${math_latex(latex)}$" if latex else "--" for latex in row) + r" \\" for row in rows)
    end_of_head = "\\endhead\n" if is_long else ""
    name = environment.partition("}")[0]
    return f"\\begin{{{environment}{{{'r' * len(table['headings'])}}}\n\\toprule\n{head} \\\\\n\\midrule\n{end_of_head}{body}\n\\bottomrule\n\\end{{{name}}}"


def _graph(graph: GraphResult, name: str) -> str:
    legend = "\\qquad ".join(rf"\sample{{{curve_look(k)[0].lstrip('#').upper()}}}{{{math_latex(curve['label']['latex'])}}}" for k, curve in enumerate(graph["curves"]))
    found = "; ".join(f"{text_latex(kind)} ${math_latex(latex)}$" for kind, latex in found_on(graph))
    return f"\\plot{{{name}}}\n{{{legend}}}\n{{{found}}}"
