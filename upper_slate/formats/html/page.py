"""A worksheet as one HTML file: typeset mathematics, graphs, tables and faces in it, no script, nothing fetched."""

from __future__ import annotations

import base64
from collections.abc import Iterator
from functools import lru_cache
from html import escape
from pathlib import Path
from typing import Final

from ...core.line.conventions import Conventions
from ...core.line.result import CounterexampleResult, GraphResult, LineResult, ScalarResult, TableResult
from ...core.line.shown import shown_results
from ..verdicts import VERDICTS, is_wrong
from ..worked import Worked
from .mathml import mathml
from .notes import note_html
from .plot import COLOURS, DASHES, plot_svg

_STYLE: Final = (Path(__file__).parent / "style.css").read_text(encoding="utf-8")
_BUILT: Final = Path(__file__).resolve().parents[3] / "web" / "dist" / "assets"
#: The faces that go along, by the beginnings of their files.
_FACES: Final = (("400-normal", "normal", 400), ("400-italic", "italic", 400), ("600-normal", "normal", 600))


def write_html(worked: Worked) -> str:
    """The whole file."""
    sheet = worked.sheet
    title = escape(sheet.title or "Untitled")
    cells = zip(sheet.cells, worked.results, worked.numbers(), strict=True)
    kind = sheet.conventions.results
    body = [_note(cell.text, lines, kind) if number is None else _cell(lines, cell.display, number, kind) for cell, lines, number in cells]
    head = f'<meta charset="utf-8">\n<meta name="viewport" content="width=device-width, initial-scale=1">\n<title>{title}</title>\n<style>\n{_faces()}\n{_STYLE}</style>'
    top = f'<h1>{title}</h1>\n<p class="conventions">{escape(sentence_of(sheet.conventions))}</p>'
    main = "\n".join([top, *body])
    return f'<!doctype html>\n<html lang="en">\n<head>\n{head}\n</head>\n<body>\n<main>\n{main}\n</main>\n</body>\n</html>\n'


def sentence_of(conventions: Conventions) -> str:
    """How the worksheet is to be read, as it stands at its head."""
    told = conventions.as_dict()
    digits = told["decimals"].replace("sf", "significant figures").replace("dp", "decimal places")
    return f"Angles in {told['angles']}, {told['numbers']} numbers, decimals to {digits}, fractions {told['fractions']}."


@lru_cache(maxsize=1)
def _faces() -> str:
    rules = []
    for beginning, style, weight in _FACES:
        for file in sorted(_BUILT.glob(f"source-serif-4-latin-{beginning}-*.woff2"))[:1]:
            held = base64.b64encode(file.read_bytes()).decode()
            source = f'url(data:font/woff2;base64,{held}) format("woff2")'
            rules.append(f'@font-face {{ font-family: "Source Serif 4"; font-style: {style}; font-weight: {weight}; src: {source}; }}')
    return "\n".join(rules)


def _note(text: str, lines: tuple[LineResult, ...], kind: str) -> str:
    values = {line["source"].strip(): latex for line in lines if (latex := _value(line, kind))}
    return f'<section class="note">{note_html(text, values)}</section>'


def _value(line: LineResult, kind: str) -> str:
    """What stands in a sentence for a live value."""
    shown = shown_results(line, None, kind)
    return shown[-1].latex if shown else (line["exact"] or line["decimal"] or {"latex": ""})["latex"]


def _cell(lines: tuple[LineResult, ...], display: object, number: int, kind: str) -> str:
    chosen = display if isinstance(display, dict) else {}
    hidden = bool(chosen.get("hidden"))
    rows = "".join(_line(line, chosen.get(f"line{place}"), kind, hidden, _goes_on(lines[place + 1:])) for place, line in enumerate(lines) if line["kind"] != "empty")
    return f'<section class="cell"><div class="lines">{rows}</div><span class="number">{number}</span></section>'


def _goes_on(following: tuple[LineResult, ...]) -> bool:
    """Whether a step follows: then a line's own result is not given away."""
    return bool(following) and following[0]["kind"] == "step"


def _line(line: LineResult, wanted: object, kind: str, hidden: bool, goes_on: bool) -> str:
    if error := line["error"]:
        return f'<div class="line"><code>{escape(line["source"])}</code></div><p class="wrong">{escape(error["message"])}</p>'
    head = line["head"]
    parts = [_math(head["left"]), _sign(head["sign"]), _math(head["right"])]
    if not hidden:
        for shown in () if goes_on else shown_results(line, wanted if isinstance(wanted, str) else None, kind):
            parts += [f'<span class="rel">{escape(shown.relation)}</span>', mathml(shown.latex, full=True)]
        if line["verdict"]:
            parts.append(f'<span class="{"wrong" if is_wrong(line["verdict"]) else "verdict"}">{escape(VERDICTS[line["verdict"]])}</span>')
        parts += [f'<span class="small">where {mathml(latex)}</span>' for latex in line["conditionsLatex"]]
    return f'<div class="line">{"".join(parts)}</div>{"" if hidden else "".join(_below(line))}'


def _math(latex: str) -> str:
    return mathml(latex, full=True) if latex else ""


def _sign(latex: str) -> str:
    return f'<span class="rel">{mathml(latex)}</span>' if latex else ""


def _below(line: LineResult) -> Iterator[str]:
    if example := line["counterexampleLatex"]:
        yield f'<p class="wrong">{_failing(example)}</p>'
    if table := line["table"]:
        yield _table(table)
    if graph := line["graph"]:
        yield _graph(graph)
    yield from (f'<p class="remark">{escape(notice["text"])}</p>' for notice in line["notices"] if not notice["tag"])


def _failing(example: CounterexampleResult) -> str:
    at = ", ".join(mathml(f"{letter} = {value}") for letter, value in example["at"].items())
    left, right = (mathml(side) if side is not None else "no value" for side in (example["left"], example["right"]))
    return f'{f"at {at}: " if at else ""}{left} on the left, {right} on the right'


def _scalar(value: ScalarResult | None) -> str:
    if value is None:
        return "–"
    if value["exact"]:
        return mathml(value["exact"]["latex"])
    decimal = value["decimal"]
    return mathml(("" if decimal["relation"] == "=" else r"\approx ") + decimal["latex"]) if decimal else "–"


def _table(table: TableResult) -> str:
    head = "".join(f"<th>{mathml(heading['latex'])}</th>" for heading in table["headings"])
    rows = "".join(f"<tr>{''.join(f'<td>{_scalar(value)}</td>' for value in row)}</tr>" for row in table["rows"])
    return f"<table><thead><tr>{head}</tr></thead><tbody>{rows}</tbody></table>"


def _graph(graph: GraphResult) -> str:
    legend, found = [], []
    for number, curve in enumerate(graph["curves"]):
        dash = DASHES[(number + number // len(COLOURS)) % len(DASHES)]
        look = f'fill="none" stroke="{COLOURS[number % len(COLOURS)]}" stroke-width="2.2" stroke-dasharray="{dash}"'
        legend.append(f'<li><svg class="sample" viewBox="0 0 26 8"><path d="M1 4H25" {look}/></svg> {mathml(curve["label"]["latex"])}</li>')
        found += [f"<li>{f['kind']} ({_scalar(f['x'])}, {_scalar(f['y'] or f['left'] or f['right'])})</li>" for f in curve["features"]]
        found += [f"<li>asymptote {mathml(a['equation']['latex'])}</li>" for a in curve["asymptotes"] if a["equation"]["latex"]]
    found += [f"<li>meeting ({_scalar(f['x'])}, {_scalar(f['y'])})</li>" for f in graph["meetings"]]
    return f'<figure>{plot_svg(graph)}<figcaption><ul class="legend">{"".join(legend)}</ul><ul class="found">{"".join(found)}</ul></figcaption></figure>'
