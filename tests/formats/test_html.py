"""Worksheets as HTML and as tables: everything of the page is in the file, and nothing that could do harm."""

from __future__ import annotations

import re
import tempfile
import unittest
from contextlib import redirect_stderr
from html.parser import HTMLParser
from io import StringIO
from pathlib import Path

from tests.core.lines import result
from upper_slate.cli import main
from upper_slate.core.answering.answer import work_out
from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.result import LineResult
from upper_slate.core.line.shown import shown_results
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.worked import remembered
from upper_slate.formats.html.mathml import mathml
from upper_slate.formats.html.page import write_html
from upper_slate.formats.kinds import KINDS
from upper_slate.formats.markdown import FileCell, WorksheetFile, read_markdown
from upper_slate.formats.neighbours import Neighbours
from upper_slate.formats.plot.marks import marks
from upper_slate.formats.worked import Worked, work_out_file

DEMO = Path(__file__).resolve().parents[2] / "demo"


def work(cells: list[MathCell], conventions: Conventions) -> list[tuple[str, LineResult]]:
    return [(line.line.cell_id, line.outcome.result) for line in work_out_page(cells, conventions, {}).lines]


def worked_file(file: Path) -> Worked:
    """A file with its results; its lines may use the files beside it."""
    sources = Neighbours([str(file)], remembered({}, work_out)).of(str(file))

    def with_neighbours(cells: list[MathCell], conventions: Conventions) -> list[tuple[str, LineResult]]:
        return [(line.line.cell_id, line.outcome.result) for line in work_out_page(cells, conventions, {}, sources=sources).lines]

    return work_out_file(read_markdown(file.read_text(encoding="utf-8")), with_neighbours)


def written(*cells: FileCell, title: str = "Comb", **conventions: str) -> str:
    return write_html(work_out_file(WorksheetFile(Conventions().with_changes(conventions), cells, title), work))


def maths(*lines: str, **conventions: str) -> str:
    return written(*(FileCell("math", line) for line in lines), **conventions)


class Tags(HTMLParser):
    """Every element and attribute of a file; elements that are opened are closed."""

    EMPTY = ("meta", "br", "hr", "img", "path", "rect", "circle", "mspace")

    def __init__(self, text: str) -> None:
        super().__init__()
        self.names: set[str] = set()
        self.attributes: set[str] = set()
        self.stack: list[str] = []
        self.feed(text)

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.names.add(tag)
        self.attributes |= {name for name, _ in attrs}
        if tag not in self.EMPTY:
            self.stack.append(tag)

    def handle_startendtag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.names.add(tag)
        self.attributes |= {name for name, _ in attrs}

    def handle_endtag(self, tag: str) -> None:
        if tag not in self.EMPTY:
            assert self.stack.pop() == tag, tag


class Html(unittest.TestCase):
    def test_the_demo_is_whole_and_well_formed(self) -> None:
        for file in sorted(DEMO.glob("*.md")):
            with self.subTest(file.name):
                sheet = worked_file(file)
                text = write_html(sheet)
                tags = Tags(text)
                self.assertEqual(tags.stack, [])
                self.assertFalse(tags.names & {"script", "link", "iframe", "object", "img", "code"})
                self.assertEqual(text.count('<span class="number">'), len(sheet.sheet.math_cells()))
                self.assertNotRegex(text.replace("http://www.w3.org", ""), r"https?://")
                self.assertNotIn("\\", re.sub(r"<[^>]*>|<style>.*?</style>", "", text.split("</style>")[1]))

    def test_lines_results_verdicts_and_figures(self) -> None:
        text = maths("f(x) = x^2", "f(3)\n= 9", "x^2 = 2 x ?", "table f for x from 1 to 2", "graph f for x from -1 to 2", "f(", "2/3 to 3 dp")
        for told in ("always equal", "not equal", "on the left", "<table>", "<svg", "Graph of f(x) = x^2", "0.667", "wrong"):
            self.assertIn(told, text)
        self.assertEqual(text.count('class="line"'), 8)

    def test_what_was_chosen_is_shown(self) -> None:
        for display, shown in (({}, "<mn>1</mn>"), ({"line0": "decimal"}, "<mn>0.333333</mn>"), ({"hidden": True}, "")):
            text = written(FileCell("math", "2/6", display))
            results = text.split('<span class="rel">')[1:]
            self.assertEqual(len(results), int(bool(shown)))
            self.assertIn(shown, "".join(results))
        self.assertIn("0.333333", maths("2/6", results="decimal"))

    def test_notes_with_mathematics_and_live_values(self) -> None:
        text = written(FileCell("math", "A = 2/6"), FileCell("note", "## Area\n\nIt is `= A` of $s^2$; `code` stays. [x](javascript:alert(1))"))
        self.assertIn("<h2>Area</h2>", text)
        self.assertIn("<mn>1</mn>", text.split("It is")[1])
        self.assertIn("<code>code</code>", text)
        self.assertNotIn("href", text)

    def test_nothing_that_was_typed_is_more_than_text(self) -> None:
        hostile = "<script>alert(1)</script><img src=x onerror=alert(1)>"
        text = written(FileCell("note", f"{hostile}\n\n$\\href{{javascript:alert(1)}}{{x}}$ $\\text{{{hostile}}}$ `{hostile}`"), FileCell("math", hostile), title=hostile)
        tags = Tags(text)
        self.assertFalse(tags.names & {"script", "img", "a"})
        self.assertFalse({name for name in tags.attributes if name.startswith("on") or name in ("href", "src")})

    def test_mathematics_that_cannot_be_read_is_shown_as_it_is(self) -> None:
        self.assertEqual(mathml(r"\begin{foo}<b>"), r"<code>\begin{foo}&lt;b&gt;</code>")
        self.assertIn("<mfrac>", mathml(r"\htmlData{at=3}{\frac{1}{2}}"))

    def test_marks_of_an_axis(self) -> None:
        for low, high, axis, labels in (
            (-2, 2, "plain", ["−2", "−1.5", "−1", "−0.5", "0", "0.5", "1", "1.5", "2"]), (-3.2, 3.2, "pi", ["−π", "−3π/4", "−π/2", "−π/4", "0", "π/4", "π/2", "3π/4", "π"]),
            (0, 360, "degrees", ["0°", "45°", "90°", "135°", "180°", "225°", "270°", "315°", "360°"]), (0, 3e-6, "plain", None), (-4e8, 4e8, "plain", None),
        ):
            with self.subTest((low, high, axis)):
                found = marks(low, high, 8, axis)
                self.assertTrue(2 < len(found) < 20)
                if labels:
                    self.assertEqual([label for _, label in found], labels)


class ShownResults(unittest.TestCase):
    def test_as_the_page_and_the_line_choose(self) -> None:
        for line, wanted, convention, expected in (
            ("2/6", None, "exact", ["= 1/3"]), ("2/6", None, "decimal", ["≈ 0.333333"]), ("2/6", None, "both", ["= 1/3", "≈ 0.333333"]), ("2/6", "decimal", "exact", ["≈ 0.333333"]),
            ("7/3", "mixed", "exact", ["= 2 1/3"]), ("x^2", None, "exact", []), ("f(x) = x + x", None, "exact", []), ("solve x^2 = 2", None, "exact", ["⇒ x = -sqrt(2) or x = sqrt(2)"]),
            ("solve x^2 = 2", None, "decimal", ["⇒ ≈ x = -1.41421 or x = 1.41421"]), ("solve x^5 - x = 1", None, "exact", ["⇒ ≈ x = 1.1673"]), ("1 = 1 ?", None, "exact", []), ("2 +", None, "exact", []),
            ("x^2 - 2 = 0", None, "both", []), ("y = x", "exact", "exact", []), ("7", None, "both", []), ("3 + 4", None, "both", ["= 7"]), ("2/6", "exact", "decimal", ["= 1/3"]),
            ("2/6 as a decimal", None, "exact", ["≈ 0.333333"]), ("2/6", "3 sf", "exact", ["≈ 0.333"]), ("2/6", "of another line", "exact", ["= 1/3"]),
            ("sqrt(2)", None, "exact", ["≈ 1.41421"]), ("sqrt(2) sqrt(3)", None, "exact", ["= sqrt(6)"]), ("ln(2) + ln(3)", None, "exact", ["= ln(6)", "≈ 1.79176"]),
            ("ln(2) + ln(3)", "exact", "exact", ["= ln(6)"]), ("f(x) = x + x", None, "5 sf", []), ("f(x) = x + x", "exact", "exact", ["= 2*x"]), ("tangent to x^2 at x = 1", None, "exact", ["⇒ y = 2*x - 1"]),
            ("solve x^2 = 2", None, "both", ["⇒ x = -sqrt(2) or x = sqrt(2)", "≈ x = -1.41421 or x = 1.41421"]), ("solve x^2 = 2", "3 sf", "exact", ["⇒ ≈ x = -1.41 or x = 1.41"]),
        ):
            with self.subTest(line, wanted=wanted, convention=convention):
                self.assertEqual([f"{s.relation} {s.text}" for s in shown_results(result(line), wanted, convention)], expected)


class Export(unittest.TestCase):
    def test_every_kind_and_what_is_in_the_way(self) -> None:
        with tempfile.TemporaryDirectory() as held:
            folder = Path(held)
            (folder / "bad.md").write_bytes(b"\xff\xfe")
            for to in KINDS:
                self.assertEqual(main(["export", str(DEMO / "hive-weight.md"), "--to", to, "-o", str(folder / f"out.{to}")]), 0)
                self.assertGreater((folder / f"out.{to}").stat().st_size, 30)
            self.assertIn("cell 8,table of W for t from 0 to 12 step 3\r\nt,W\r\n0,32\r\n", (folder / "out.csv").read_bytes().decode())
            self.assertEqual(main(["export", str(DEMO / "hexagon-cells.md"), str(folder / "out.json"), "--to", "md", "-o", str(folder / "several")]), 0)
            self.assertEqual({file.name for file in (folder / "several").iterdir()}, {"Hexagon cells.md", "Hive weight through the year.md"})
            told = StringIO()
            with redirect_stderr(told):
                self.assertEqual(main(["export", str(folder / "bad.md"), "--to", "md", "-o", str(folder / "x.md")]), 2)
                self.assertEqual(main(["export", str(folder / "none.md"), "--to", "md", "-o", str(folder / "x.md")]), 2)
                self.assertEqual(main(["export", str(DEMO / "hexagon-cells.md"), "--to", "docx", "-o", str(folder / "x")]), 2)
            for sentence in ("no text in UTF-8", "No such file", "no kind of file docx"):
                self.assertIn(sentence, told.getvalue())
