"""Worksheets as Markdown: in and out without loss."""

from __future__ import annotations

import io
import unittest

from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.result import empty_result
from upper_slate.formats.markdown import BadFile, FileCell, WorksheetFile, read_markdown, write_markdown
from upper_slate.formats.terminal import show

#: text, the cells that it holds
TEXTS = [
    ("", []),
    ("# Comb", [("note", "# Comb")]),
    ("```slate\n1 + 1\n```", [("math", "1 + 1")]),
    ("a\n\n```slate\nx\ny\n```\n\nb", [("note", "a"), ("math", "x\ny"), ("note", "b")]),
    ("```slate\n```", [("math", "")]),
    ("```python\nprint(1)\n```", [("note", "```python\nprint(1)\n```")]),
    ("~~~ slate\n2\n~~~", [("math", "2")]),
    ("```slate\nnever closed", [("math", "never closed")]),
    ("```slate\r\n1\r\n```\r\n", [("math", "1")]),
    ("\ufeff```slate\n1\n```", [("math", "1")]),
]

#: front matter, the conventions that it states
HEADS = [
    ("angles: degrees", {"angles": "degrees"}),
    ("numbers: complex", {"numbers": "complex"}),
    ("results: decimal", {"results": "decimal"}),
    ("decimals: 3 sf", {"decimals": "3 sf"}),
    ("decimals: 2 dp", {"decimals": "2 dp"}),
    ("fractions: mixed", {"fractions": "mixed"}),
    ("angles: gon\nfractions: mixed", {"angles": "gon", "fractions": "mixed"}),
    ("", {}),
]

#: front matter that cannot be used
BAD_HEADS = [
    "angles: turns",
    "numbers: 3",
    "decimals: 0 sf",
    "decimals: 51 dp",
    "decimals: many",
    "colour: red",
    "[1, 2]",
    "angles: [degrees",
    "angles: {degrees: 1}",
    "angles: !!int abc",
    "a: &a [x, x]\nb: *a",
    "angles: &a degrees\nnumbers: *a",
    "? [a]\n: b",
    "[" * 3_000,
]


class Markdown(unittest.TestCase):
    def test_titles_are_texts_whatever_they_look_like(self) -> None:
        for title in ("2026", "2026-13-45", "yes", "1e9", "null"):
            with self.subTest(title=title):
                self.assertEqual(read_markdown(f"---\ntitle: {title}\n---\n").title, title)

    def test_a_front_matter_that_never_ends_is_a_note(self) -> None:
        text = "---\n" + "angles: degrees\n" * 5_000 + "---\n"
        self.assertEqual(read_markdown(text).conventions, Conventions())

    def test_cells(self) -> None:
        for text, cells in TEXTS:
            with self.subTest(text=text):
                self.assertEqual([(c.kind, c.text) for c in read_markdown(text).cells], cells)

    def test_conventions_in_the_front_matter(self) -> None:
        for head, changes in HEADS:
            with self.subTest(head=head):
                found = read_markdown(f"---\n{head}\n---\n\n```slate\n1\n```\n")
                self.assertEqual(found.conventions, Conventions().with_changes(changes))
                self.assertEqual(found.math_cells(), ["1"])

    def test_bad_front_matter_is_said_in_a_sentence(self) -> None:
        for head in BAD_HEADS:
            with self.subTest(head=head), self.assertRaises(BadFile) as caught:
                read_markdown(f"---\n{head}\n---\n")
            self.assertTrue(str(caught.exception).endswith("."))

    def test_what_is_written_reads_back_the_same(self) -> None:
        for cells in (
            (),
            (FileCell("note", "# Comb\n\ntext"), FileCell("math", "a = 1\nb = 2")),
            (FileCell("math", "1"), FileCell("math", "2")),
            (FileCell("math", "```"), FileCell("note", "after")),
        ):
            conventions = Conventions(angles="degrees", decimals="2 dp")
            sheet = WorksheetFile(conventions, cells, "Nectar: to honey", "Honeycomb")
            with self.subTest(cells=cells):
                self.assertEqual(read_markdown(write_markdown(sheet)), sheet)


class Terminal(unittest.TestCase):
    def shown(self, line: dict) -> str:
        out = io.StringIO()
        sheet = WorksheetFile(Conventions(), (FileCell("math", line["source"]),))
        show("x.md", sheet, [[line]], several=False, out=out)
        return out.getvalue()

    def line(self, **changes: object) -> dict:
        return {**empty_result("", "value"), **changes}

    def test_a_result_stands_after_its_relation_sign(self) -> None:
        text = self.shown(self.line(source="2/4", exact={"text": "1/2"}))
        self.assertEqual(text, "  1  2/4  =  1/2\n")

    def test_an_error_is_underlined_at_its_place(self) -> None:
        error = {
            "code": "division-by-zero",
            "message": "No.",
            "start": 2,
            "end": 3,
            "suggestion": None,
        }
        lines = self.shown(self.line(source="1/0", kind="error", error=error)).splitlines()
        self.assertEqual(lines, ["  1  1/0", "       ~", "     No."])

    def test_conditions_and_verdicts_are_said(self) -> None:
        text = self.shown(self.line(source="x/x", exact={"text": "1"}, conditions=["x != 0"]))
        self.assertIn("where x != 0", text)
        text = self.shown(self.line(source="3 = 4", kind="equation", verdict="not-true"))
        self.assertIn("not true", text)


if __name__ == "__main__":
    unittest.main()
