"""LaTeX and MathML become lines of the language; what is written as LaTeX comes back the same."""

from __future__ import annotations

import json
import unittest
from pathlib import Path

from upper_slate.core.problems import LineError
from upper_slate.core.reading.latex import from_latex
from upper_slate.core.reading.notations import is_other_notation, text_of_notation

from .lines import code, exact, result

CASES = Path(__file__).resolve().parents[3] / "shared" / "cases"

LATEX = [
    (r"\frac{1}{2} + \frac{2}{3}", "1/2 + 2/3"),
    (r"\frac12 + x^{2} \sqrt[3]{x}", "1/2 + x^2 cbrt(x)"),
    (r"\sqrt{72} + \sqrt[4]{2}", "sqrt(72) + root(2, 4)"),
    (r"\int_0^1 x^2\,dx", "∫_0^1 x^2 dx"),
    (r"\int \frac{1}{x} \,\mathrm{d}x", "∫ (1/x) dx"),
    (r"\sum_{n=1}^{\infty} \frac{1}{2^n}", "∑_(n = 1)^oo (1/(2^n))"),
    (r"\sum\limits_{n=1}^{5} n", "∑_(n = 1)^5 n"),
    (r"\lim_{x \to 0^+} \frac{\sin x}{x}", "lim_(x -> 0+) ((sin x)/x)"),
    (r"2 \cdot \left( 3 + \pi \right)", "2 * (3 + pi)"),
    (r"\begin{pmatrix} 1 & 2 \\ 3 & 4 \end{pmatrix}", "[[1, 2], [3, 4]]"),
    (r"\begin{vmatrix} 1 & 2 \\ 3 & 4 \end{vmatrix}", "det([[1, 2], [3, 4]])"),
    (r"f(x) = \begin{cases} x^2 & \text{if } x < 0 \\ 2x & \text{otherwise} \end{cases}", "f(x) = x^2 if x < 0, 2x otherwise"),
    (r"\begin{aligned} x &= 2 \\ y &= 3 \end{aligned}", "x = 2\ny = 3"),
    (r"\frac{d}{dx} \left( x^2 \sin x \right)", "d/dx (x^2 sin x)"),
    (r"\frac{\mathrm{d}^2 y}{\mathrm{d}x^2}", "d^2 y/dx^2"),
    (r"30^\circ", "30°"),
    (r"2\frac{1}{2}", "2 1/2"),
    (r"\frac{2x}{3} y", "((2x)/3) y"),
    (r"\log_2 8 + \log_b \left(x\right)", "log_2 8 + log(x, b)"),
    (r"\left| x - 3 \right| < 2", "abs(x - 3) < 2"),
    (r"\alpha + \beta x", "alpha + beta x"),
    (r"f^{\prime}(2)", "f'(2)"),
    (r"0.1\overline{6}", "0.1(6)"),
    (r"x_1 + M_{1,2}", "x_1 + M_(1, 2)"),
    (r"\binom{10}{3}", "choose(10, 3)"),
    (r"e^{-x^2}", "e^(-x^2)"),
    (r"x = \pm 4", "x = ± 4"),
    (r"\sin^{2} x + \cos^2\left(2x\right)", "sin^2 x + cos^2(2x)"),
    (r"$x^2 + 1$", "x^2 + 1"),
    (r"\( \sqrt{2} \)", "sqrt(2)"),
    (r"$$ \tfrac34 $$", "3/4"),
]
MATHML = [
    ("<math><mfrac><mn>1</mn><mn>2</mn></mfrac><mo>+</mo><msup><mi>x</mi><mn>2</mn></msup></math>", "1/2 + x^2"),
    ("<math><msubsup><mo>&int;</mo><mn>0</mn><mn>1</mn></msubsup><msup><mi>x</mi><mn>2</mn></msup><mo>&InvisibleTimes;</mo><mi>d</mi><mi>x</mi></math>", "∫_0^1 x^2 dx"),
    (
        "<math><munder><mo>lim</mo><mrow><mi>x</mi><mo>→</mo><mn>0</mn></mrow></munder><mfrac><mrow><mi>sin</mi><mo>&#x2061;</mo><mi>x</mi></mrow><mi>x</mi></mfrac></math>",
        "lim_(x -> 0) ((sin x)/x)",
    ),
    (
        "<math><mrow><mo>(</mo><mtable><mtr><mtd><mn>1</mn></mtd><mtd><mn>2</mn></mtd></mtr><mtr><mtd><mn>3</mn></mtd><mtd><mn>4</mn></mtd></mtr></mtable><mo>)</mo></mrow></math>",
        "[[1, 2], [3, 4]]",
    ),
    ("<math><msup><mrow><mo>(</mo><mi>x</mi><mo>+</mo><mn>1</mn><mo>)</mo></mrow><mn>2</mn></msup></math>", "(x + 1)^2"),
    ('<math><semantics><mrow><mi>x</mi></mrow><annotation encoding="application/x-tex">\\frac{x}{2}</annotation></semantics></math>', "x/2"),
]
REFUSED = [
    (r"1 + \foo", r"\foo has no meaning"),
    (r"\frac{1}{2", "do not match"),
    (r"\begin{tikz} x \end{tikz}", "environment tikz"),
    ("<math><mfoo/></math>", "mfoo"),
    ("<math><mn>1</mn>", "does not end"),
    ('<!DOCTYPE x [<!ENTITY a "b">]><math>&a;</math>', None),
    ('<math><!-- --><mi>&bomb;</mi></math>', "does not end"),
    ("\\" + "frac{1}{" * 3000 + "2" + "}" * 3000, None),
]


class Notations(unittest.TestCase):
    def test_latex(self) -> None:
        for source, wanted in LATEX:
            with self.subTest(source):
                self.assertEqual(from_latex(source), wanted)
                self.assertEqual(is_other_notation(source), "\\" in source or "$" in source)

    def test_mathml(self) -> None:
        for source, wanted in MATHML:
            with self.subTest(source):
                self.assertTrue(is_other_notation(source))
                self.assertEqual(text_of_notation(source), wanted)

    def test_what_cannot_be_read_says_so(self) -> None:
        for source, piece in REFUSED:
            with self.subTest(source[:40]):
                if piece is None:  # no more than that it is an ordinary error
                    self.assertNotEqual(code(source), "")
                    continue
                with self.assertRaises(LineError) as caught:
                    text_of_notation(source)
                self.assertIn(piece, caught.exception.message)

    def test_lines_are_worked_out(self) -> None:
        for lines, wanted in (
            ((r"\frac{1}{2} + \frac{2}{3}",), "7/6"),
            ((r"f(x) = \frac{x^2 - 1}{x + 2}", "f(3)"), "8/5"),
            ((r"\lim_{x \to 0} \frac{\sin x}{x}",), "1"),
            ((r"\int_0^1 x^2\,dx",), "1/3"),
            (("<math><msqrt><mn>8</mn></msqrt></math>",), "2*sqrt(2)"),
        ):
            with self.subTest(lines):
                self.assertEqual(exact(*lines), wanted)

    def test_an_error_in_it_has_its_place_in_the_whole_line(self) -> None:
        for source, wanted in ((r"\frac{1}{0} + 2", "division-by-zero"), (r"\sqrt{2} +", "syntax"), (r"x = \sqrt{-4}", "not-real")):
            error = result(source)["error"]
            self.assertEqual((error["code"], error["start"], error["end"]), (wanted, 0, len(source)))

    def test_what_is_written_comes_back_the_same(self) -> None:
        """Every exact result and every form of the public cases, as LaTeX and back."""
        seen: set[str] = set()
        for file in sorted(CASES.rglob("*.json")):
            for case in json.loads(file.read_text()):
                if any("\n" in line for line in case["lines"]) or case["lines"][-1].startswith(("graph ", "table ", "solve ")):
                    continue
                found = result(*case["lines"])
                if found["error"] or found["kind"] in ("graph", "table", "solutions"):
                    continue
                for written in (found["exact"], *found["forms"]):
                    if written is None or written["latex"] in seen:
                        continue
                    seen.add(written["latex"])
                    with self.subTest(written["latex"]):
                        self.assertEqual(exact(text_of_notation(written["latex"])), exact(written["text"]))
        self.assertGreater(len(seen), 250 if CASES.is_dir() else -1)


if __name__ == "__main__":
    unittest.main()
