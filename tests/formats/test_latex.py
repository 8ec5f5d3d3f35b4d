"""Worksheets as LaTeX: documents that a plain distribution compiles, with everything of the page, and nothing that could do harm."""

from __future__ import annotations

import io
import re
import shutil
import subprocess
import tempfile
import unittest
import zipfile
from pathlib import Path

import pypdf

from tests.core.lines import result
from tests.formats.test_html import DEMO, work, worked_file
from upper_slate.cli import main
from upper_slate.core.line.conventions import Conventions
from upper_slate.formats.kinds import in_one, written
from upper_slate.formats.latex.page import pictures, write_latex
from upper_slate.formats.latex.rows import in_rows, width_of
from upper_slate.formats.latex.text import math_latex, text_latex, typed_latex
from upper_slate.formats.markdown import FileCell, WorksheetFile
from upper_slate.formats.worked import Worked, work_out_file

COMPILER = shutil.which("pdflatex")


def worked(*cells: FileCell, title: str = "Comb", **conventions: str) -> Worked:
    return work_out_file(WorksheetFile(Conventions().with_changes(conventions), cells, title), work)


def maths(*lines: str) -> Worked:
    return worked(*(FileCell("math", line) for line in lines))


def compiled(sheet: Worked) -> tuple[str, str]:
    """The text of the compiled document, and what the compiler says."""
    with tempfile.TemporaryDirectory() as held:
        folder = Path(held)
        for file in written(sheet, "tex", "page"):
            (folder / file.name).write_bytes(file.content)
        run = subprocess.run(["pdflatex", "-interaction=nonstopmode", "-halt-on-error", "-no-shell-escape", "page.tex"], cwd=folder, capture_output=True, timeout=120, check=False)
        said = run.stdout.decode(errors="replace")
        if run.returncode:
            raise AssertionError("\n".join(re.findall(r"^!.*(?:\n.*){6}", said, re.MULTILINE)) or said[-800:])
        return "\n".join(page.extract_text() for page in pypdf.PdfReader(folder / "page.pdf").pages), said


@unittest.skipUnless(COMPILER, "there is no LaTeX here")
class Compiled(unittest.TestCase):
    def test_the_whole_demo(self) -> None:
        for file in sorted(DEMO.glob("*.md")):
            with self.subTest(file.name):
                sheet = worked_file(file)
                text, said = compiled(sheet)
                self.assertIn((sheet.sheet.title or "").split()[0], text)
                self.assertEqual(re.findall(r"Overfull \\hbox \((\d\d+)\.", said), [])
                for number in (n for n in sheet.numbers() if n):
                    self.assertRegex(text, rf"\b{number}\b")

    def test_hostile_and_unusual_text(self) -> None:
        unusual = "äöüßéèñçøåłžşğ ÀÉ “quoted” ‘so’ – — … • · × ÷ ± ≤ ≥ ≠ ≈ ∞ √ ∑ ∏ ∫ ∂ ∈ ∉ ⊂ ∪ ∩ → ← ⇒ ⇔ α β γ π Ω Δ ½ ¾ ² ³ ⁴ ₂ ° ′ € £ § ¶ © ™ 你好 привет 🐝 \u200b\u0301 \\ { } $ % & # _ ^ ~ < > | \" '"
        hostile = r"$\input{/etc/passwd}$ \input{/etc/passwd} $\write18{ls}$ $\def\x{\x}\x$ $\csname end\endcsname$ `\end{document}` $a & b$ $\frac{1}$ $x^2^3$ $\left( x$ $}$ $$\begin{verbatim}$$ $100%$"
        lists = "\n".join(f"{'  ' * depth}- level {depth}" for depth in range(8))
        notes = [unusual, hostile, lists, "```\n\\end{verbatim} % $\n\n  x\n```", "> a\n\n# H _e_ **b** [link](http://x) ![picture](y)\n\n---\n\n1. one\n2. two", "$\\frac{a}{b}$ and $$\\begin{pmatrix}1&2\\\\3&4\\end{pmatrix}$$"]
        cells = [FileCell("note", note) for note in notes] + [FileCell("math", line) for line in (unusual, hostile, "2 +", "größe = 3", "α = 2/3", "f(")]
        text, _ = compiled(worked(*cells, title=f"{hostile} {unusual}"))
        self.assertNotIn("root:", text)
        for told in ("level 7", "link", "picture", "/etc/passwd"):
            self.assertIn(told, text)

    def test_every_kind_of_line(self) -> None:
        lines = ["f(x) = x^2", "f(3)\n= 9\n= 10", "x^2 = 2 x ?", "table f for x from 1 to 2", "graph f, 1/x for x from -1 to 2", "expand (a+b+c+d+e)^7", "solve x^2 + b x + c = 0 for x",
                 "[[1, 2], [3, 4]]", "[1, 2/3, sqrt(2)]", "solve sin x = 1/2", "integral of x e^x", "limit of sin(x)/x as x -> 0", "sum of k^2 for k from 1 to n", "area between x^2 and x + 2",
                 "solve x^2 < 2", "assume a > 0", "|x - 1| <= 2", "2/3 to 5 dp", "100!", "x = 1 or x = 2", "solve x + y = 3, x - y = 1", "mean([1, 2, 4])", "turning points of x^3 - 3x", "5 choose 2",
                 "f(x) = x if x > 0, -x otherwise", "conj(2 + 3i)", "∫_0^1 x dx", "d/dx x^3", "f''(x)", "x ∈ ℝ"]
        _, said = compiled(maths(*lines))
        self.assertEqual(re.findall(r"Overfull \\hbox \((\d{2,})\.", said), [])


class Written(unittest.TestCase):
    def test_lines_results_verdicts_and_figures(self) -> None:
        sheet = maths("f(x) = x^2", "f(3)\n= 9\n= 10", "table f for x from 1 to 2", "graph f for x from -1 to 2", "f(")
        text = write_latex(sheet)
        for told in (r"\cellnumber{2}", r"\holds{always equal}", r"\wrong{not equal}", r"\begin{longtable}", r"\plot{comb-graph-1.pdf}", r"\badline{f(}"):
            self.assertIn(told, text)
        (name, content), = pictures(sheet).items()
        self.assertEqual(name, "comb-graph-1.pdf")
        self.assertIn("−1", pypdf.PdfReader(io.BytesIO(content)).pages[0].extract_text())
        self.assertNotIn("htmlData", text)

    def test_with_pictures_it_is_an_archive_without_one_a_file(self) -> None:
        plain = in_one(written(maths("2/6"), "tex", "Comb"), "Comb")
        self.assertEqual((plain.name, plain.media), ("Comb.tex", "application/x-tex"))
        both = in_one(written(maths("graph x^2 for x from 0 to 1"), "tex", "Comb"), "Comb")
        with zipfile.ZipFile(io.BytesIO(both.content)) as archive:
            self.assertEqual(archive.namelist(), ["Comb.tex", "comb-graph-1.pdf"])

    def test_long_results_are_broken_between_terms(self) -> None:
        latex = result("expand (a + b + c + d)^5")["exact"]
        assert latex is not None
        rows = in_rows(latex["latex"])
        self.assertEqual("".join(rows), latex["latex"])
        self.assertGreater(len(rows), 3)
        self.assertTrue(all(row.lstrip()[0] == "+" for row in rows[1:]))
        self.assertTrue(all(width_of(row) <= 62 for row in rows))
        self.assertEqual(in_rows(r"\left(a + b\right)"), [r"\left(a + b\right)"])

    def test_text_and_mathematics(self) -> None:
        for text, latex in (("50 % & $", r"50 {\%} {\&} {\$}"), ("a_b", r"a{\_}b"), ("🐝", r"{\texttt{U+1F41D}}")):
            self.assertEqual(text_latex(text), latex)
        self.assertEqual(math_latex(r"9\htmlData{at=3}{\sin}\htmlData{at=4}{x}^{\htmlData{at=5}{2}}"), r"9\sin x^{2}".replace(" ", ""))
        self.assertEqual(typed_latex(r"\frac{a}{b}"), r"\frac{a}{b}")
        for refused in (r"\input{x}", r"\frac{1}", r"\dfrac{1}", r"\overline", "{x^}", "x^2^3", "a & b", "100%", r"\left( x", "}", "a$b", r"\begin{verbatim}\end{verbatim}"):
            with self.subTest(refused):
                self.assertIn("texttt", typed_latex(refused))

    def test_from_the_command_line(self) -> None:
        with tempfile.TemporaryDirectory() as held:
            folder = Path(held)
            file = str(DEMO / "hive-weight.md")
            self.assertEqual(main(["export", file, "--to", "tex", "-o", str(folder / "own.tex")]), 0)
            self.assertEqual({f.name for f in folder.iterdir()}, {"own.tex", "hive-weight-through-the-year-graph-1.pdf"})
            self.assertEqual(main(["export", file, "--to", "tex", "-o", str(folder / "own.zip")]), 0)
            self.assertEqual(len(zipfile.ZipFile(folder / "own.zip").namelist()), 2)
            self.assertEqual(main(["export", file, file, "--to", "tex", "-o", str(folder / "several")]), 0)
            self.assertEqual(len(list((folder / "several").glob("*.tex"))), 2)
