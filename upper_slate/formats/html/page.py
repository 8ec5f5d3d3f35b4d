"""A worksheet as one HTML file: typeset mathematics, graphs, tables and faces in it, no script, nothing fetched."""

from __future__ import annotations

import base64
import re
from collections.abc import Iterator
from functools import lru_cache
from html import escape
from pathlib import Path
from typing import Final

from ...core.line.conventions import Conventions
from ...core.line.result import CounterexampleResult, GraphResult, LineResult, ScalarResult, TableResult
from ..lines import ShownLine, found_on, live_values, scalar_latex, sentence_of, shown_lines
from ..plot.drawing import curve_look
from ..plot.svg import dashes, plot_svg
from ..verdicts import VERDICTS, is_wrong
from ..worked import Worked
from .mathml import mathml
from .notes import note_html

_STYLE: Final = (Path(__file__).parent / "style.css").read_text(encoding="utf-8")
_BUILT: Final = Path(__file__).resolve().parents[3] / "web" / "dist" / "assets"
#: The faces that go along, by the beginnings of their files.
_FACES: Final = (("400-normal", "normal", 400), ("400-italic", "italic", 400), ("600-normal", "normal", 600))


def write_html(worked: Worked) -> str:
    """The whole file."""
    sheet = worked.sheet
    title = escape(sheet.title or "Untitled")
    cells = zip(sheet.cells, worked.results, worked.numbers(), strict=True)
    agreed = sheet.conventions
    body = [_note(cell.text, lines, agreed) if number is None else _cell(shown_lines(cell, lines, agreed), number) for cell, lines, number in cells]
    head = f'<meta charset="utf-8">\n<meta name="viewport" content="width=device-width, initial-scale=1">\n<title>{title}</title>\n<style>\n{_faces()}\n{_STYLE}</style>'
    top = f'<h1>{title}</h1>\n<p class="conventions">{escape(sentence_of(sheet.conventions))}</p>'
    main = "\n".join([top, *body])
    return f'<!doctype html>\n<html lang="en">\n<head>\n{head}\n</head>\n<body>\n<main>\n{main}\n</main>\n</body>\n</html>\n'


def write_pieces(worked: Worked) -> str:
    """The cells alone, for the clipboard: paragraphs with MathML, which word processors take as formulas; no numbers, no styles."""
    sheet = worked.sheet
    body = []
    for cell, lines in zip(sheet.cells, worked.results, strict=True):
        if cell.kind == "note":
            body.append(note_html(cell.text, live_values(lines, sheet.conventions)))
        else:
            body += [_paragraph(shown) for shown in shown_lines(cell, lines, sheet.conventions)]
    return f'<meta charset="utf-8"><meta name="generator" content="Upper Slate">{"".join(body)}'


def _paragraph(shown: ShownLine) -> str:
    """A line without the styles that set its parts apart."""
    line = re.sub(r'<div class="line">(.*?)</div>', r"<p>\1</p>", _line(shown))
    return re.sub(r'<span class="(?:rel|verdict|wrong|small)">(.*?)</span>', r" \1 ", line)


@lru_cache(maxsize=1)
def _faces() -> str:
    rules = []
    for beginning, style, weight in _FACES:
        for file in sorted(_BUILT.glob(f"source-serif-4-latin-{beginning}-*.woff2"))[:1]:
            held = base64.b64encode(file.read_bytes()).decode()
            source = f'url(data:font/woff2;base64,{held}) format("woff2")'
            rules.append(f'@font-face {{ font-family: "Source Serif 4"; font-style: {style}; font-weight: {weight}; src: {source}; }}')
    return "\n".join(rules)


def _note(text: str, lines: tuple[LineResult, ...], conventions: Conventions) -> str:
    return f'<section class="note">{note_html(text, live_values(lines, conventions))}</section>'


def _cell(lines: Iterator[ShownLine], number: int) -> str:
    return f'<section class="cell"><div class="lines">{"".join(map(_line, lines))}</div><span class="number">{number}</span></section>'


def _line(shown: ShownLine) -> str:
    line = shown.line
    if error := line["error"]:
        return f'<div class="line"><code>{escape(line["source"])}</code></div><p class="wrong">{escape(error["message"])}</p>'
    head = line["head"]
    parts = [_math(head["left"]), _sign(head["sign"]), _math(head["right"])]
    for result in shown.results:
        parts += [f'<span class="rel">{escape(result.relation)}</span>', mathml(result.latex, full=True)]
    if shown.verdict:
        parts.append(f'<span class="{"wrong" if is_wrong(shown.verdict) else "verdict"}">{escape(VERDICTS[shown.verdict])}</span>')
    parts += [f'<span class="small">where {mathml(latex)}</span>' for latex in shown.conditions]
    return f'<div class="line">{"".join(parts)}</div>{"" if shown.hidden else "".join(_below(shown))}'


def _math(latex: str) -> str:
    return mathml(latex, full=True) if latex else ""


def _sign(latex: str) -> str:
    return f'<span class="rel">{mathml(latex)}</span>' if latex else ""


def _below(shown: ShownLine) -> Iterator[str]:
    line = shown.line
    if example := line["counterexampleLatex"]:
        yield f'<p class="wrong">{_failing(example)}</p>'
    if table := line["table"]:
        yield _table(table)
    if graph := line["graph"]:
        yield _graph(graph)
    yield from (f'<p class="remark">{escape(remark)}</p>' for remark in shown.remarks)


def _failing(example: CounterexampleResult) -> str:
    at = ", ".join(mathml(f"{letter} = {value}") for letter, value in example["at"].items())
    left, right = (mathml(side) if side is not None else "no value" for side in (example["left"], example["right"]))
    return f'{f"at {at}: " if at else ""}{left} on the left, {right} on the right'


def _table(table: TableResult) -> str:
    head = "".join(f"<th>{mathml(heading['latex'])}</th>" for heading in table["headings"])
    rows = "".join(f"<tr>{''.join(f'<td>{_entry(value)}</td>' for value in row)}</tr>" for row in table["rows"])
    return f"<table><thead><tr>{head}</tr></thead><tbody>{rows}</tbody></table>"


def _entry(value: ScalarResult | None) -> str:
    latex = scalar_latex(value)
    return mathml(latex) if latex else "–"


def _graph(graph: GraphResult) -> str:
    legend = []
    for number, curve in enumerate(graph["curves"]):
        colour, dash = curve_look(number)
        look = f'fill="none" stroke="{colour}" stroke-width="2.2" stroke-dasharray="{dashes(dash)}"'
        legend.append(f'<li><svg class="sample" viewBox="0 0 26 8"><path d="M1 4H25" {look}/></svg> {mathml(curve["label"]["latex"])}</li>')
    found = "".join(f"<li>{escape(kind)} {mathml(latex)}</li>" for kind, latex in found_on(graph))
    return f'<figure>{plot_svg(graph)}<figcaption><ul class="legend">{"".join(legend)}</ul><ul class="found">{found}</ul></figcaption></figure>'
