"""How lines are read: their kind and their typeset reading; and that the plain text of a tree reads back the same."""

from __future__ import annotations

import unittest

from upper_slate.core.language.plain import plain
from upper_slate.core.language.tree import Request
from upper_slate.core.language.typeset import typeset, typeset_line
from upper_slate.core.problems import LineError
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.reading.tokens import MAX_LINE, split_lines, tokenize

#: A page on which f and g are functions and v is a value.
NAMES = KnownNames({"f": "f(x)", "g": "g(x)"}, frozenset({"v"}))

#: line, kind, LaTeX of the reading
READINGS = [
    ("1/2x", "expression", "\\frac{1}{2} x"),
    ("a/b/c", "expression", "\\frac{\\frac{a}{b}}{c}"),
    ("2x", "expression", "2 x"),
    ("x y", "expression", "x y"),
    ("2(x + 1)", "expression", "2 \\left(x + 1\\right)"),
    ("(x + 1)(x - 1)", "expression", "\\left(x + 1\\right) \\left(x - 1\\right)"),
    ("2 pi r", "expression", "2 \\pi r"),
    ("2 sin x", "expression", "2 \\sin x"),
    ("-x^2", "expression", "-x^{2}"),
    ("2^3^2", "expression", "2^{3^{2}}"),
    ("2^-1", "expression", "2^{-1}"),
    ("x²", "expression", "x^{2}"),
    ("x⁻¹", "expression", "x^{-1}"),
    ("3!", "expression", "3!"),
    ("50%", "expression", "50\\%"),
    ("45°", "expression", "45^{\\circ}"),
    ("|x - 1|", "expression", "\\left|x - 1\\right|"),
    ("2|x|", "expression", "2 \\left|x\\right|"),
    ("sqrt x", "expression", "\\sqrt{x}"),
    ("√2", "expression", "\\sqrt{2}"),
    ("√(x + 1)", "expression", "\\sqrt{x + 1}"),
    ("∛8", "expression", "\\sqrt[3]{8}"),
    ("sin 2x", "expression", "\\sin 2 x"),
    ("sin x cos x", "expression", "\\sin x\\,\\cos x"),
    ("sin x^2", "expression", "\\sin x^{2}"),
    ("sin^2 x", "expression", "\\sin^{2} x"),
    ("sin^2(x)", "expression", "\\sin^{2} x"),
    ("sin^-1 x", "expression", "\\sin^{-1}\\left(x\\right)"),
    ("ln |x|", "expression", "\\ln \\left|x\\right|"),
    ("sin -x", "expression", "\\sin\\left(-x\\right)"),
    ("cos 60°", "expression", "\\cos 60^{\\circ}"),
    ("9 5/6", "expression", "9\\tfrac{5}{6}"),
    ("-2 1/3", "expression", "-2\\tfrac{1}{3}"),
    ("0.1(6)", "expression", "0.1\\overline{6}"),
    ("4e6", "expression", "4 \\cdot 10^{6}"),
    (".5", "expression", ".5"),
    ("xe^x", "expression", "x e^{x}"),
    ("abc", "expression", "a b c"),
    ("theta", "expression", "\\theta"),
    ("θ", "expression", "\\theta"),
    ("x1", "expression", "x_{1}"),
    ("x_1", "expression", "x_{1}"),
    ("x_{12}", "expression", "x_{12}"),
    ("σ_{ab}", "expression", "\\sigma_{\\mathrm{ab}}"),
    ("x_max", "expression", "x_{\\mathrm{max}}"),
    ("π r", "expression", "\\pi r"),
    ("∞", "expression", "\\infty"),
    ("4 × 3 ÷ 6 − 1", "expression", "\\frac{4 \\cdot 3}{6} - 1"),
    ("a mod b", "expression", "a \\mathbin{\\text{mod}} b"),
    ("a div b", "expression", "a \\mathbin{\\text{div}} b"),
    ("x ≠ 2", "equation", "x \\neq 2"),
    ("0 < x <= 5", "equation", "0 < x \\leq 5"),
    ("x < 1 or x > 2", "equation", "{x < 1}\\;\\text{ or }\\;{x > 2}"),
    ("not x < 1", "equation", "\\text{not }x < 1"),
    ("f(3)", "expression", "f\\left(3\\right)"),
    ("f'(x)", "expression", "f'\\left(x\\right)"),
    ("f''(x)", "expression", "f''\\left(x\\right)"),
    ("f' ", "expression", "f'"),
    ("(f ∘ g)(8)", "expression", "\\left(f \\circ g\\right)\\left(8\\right)"),
    ("f @ g", "expression", "f \\circ g"),
    ("(f + g)(x)", "expression", "\\left(f + g\\right)\\left(x\\right)"),
    ("(f g)(x)", "expression", "\\left(f g\\right)\\left(x\\right)"),
    ("f^-1(x)", "expression", "f^{-1}\\left(x\\right)"),
    ("f^2(x)", "expression", "f\\left(x\\right)^{2}"),
    (
        "d/dx (x^2 sin x)",
        "expression",
        "\\frac{\\mathrm{d}}{\\mathrm{d}x} \\left(x^{2}\\,\\sin x\\right)",
    ),
    ("d/dx x^2 y", "expression", "\\frac{\\mathrm{d}}{\\mathrm{d}x} x^{2} y"),
    (
        "d^2/dx^2 (x^5)",
        "expression",
        "\\frac{\\mathrm{d}^{2}}{\\mathrm{d}x^{2}} \\left(x^{5}\\right)",
    ),
    ("d/dr v", "expression", "\\frac{\\mathrm{d}}{\\mathrm{d}r} v"),
    ("3u^2 at u = 2", "expression", "3 u^{2} \\;\\text{ at }\\; u = 2"),
    ("x y at x = 1, y = 3", "expression", "x y \\;\\text{ at }\\; x = 1, y = 3"),
    ("sqrt(3) to 3 dp", "expression", "\\sqrt{3} \\;\\text{ to 3 dp}"),
    ("x to 10 sf", "expression", "x \\;\\text{ to 10 sf}"),
    ("[3, 1, 4]", "expression", "\\left[3, 1, 4\\right]"),
    ("[[2, 5], [1, 4]]", "expression", "\\begin{pmatrix} 2 & 5 \\\\ 1 & 4 \\end{pmatrix}"),
    ("M_(1,2)", "expression", "M_{1, 2}"),
    ("M_{1,2}", "expression", "M_{1, 2}"),
    (
        "det [[2, 1], [5, 3]]",
        "expression",
        "\\det \\begin{pmatrix} 2 & 1 \\\\ 5 & 3 \\end{pmatrix}",
    ),
    ("cell 3", "expression", "\\text{cell }3"),
    ("above + 1", "expression", "\\text{above} + 1"),
    ("(cell 3)(2)", "expression", "\\left(\\text{cell }3\\right)\\left(2\\right)"),
    ("log_2(8)", "expression", "\\log_{2}\\left(8\\right)"),
    ("log(8, 2)", "expression", "\\log_{2}\\left(8\\right)"),
    ("root(x, 3)", "expression", "\\sqrt[3]{x}"),
    ("choose(n, k)", "expression", "\\binom{n}{k}"),
    ("max(1, 2)", "expression", "\\max\\left(1, 2\\right)"),
    (
        "solve x^2 = 12 for x in [0, 5]",
        "request",
        "\\text{solve } x^{2} = 12 \\text{ for } x \\in \\left[0, 5\\right]",
    ),
    (
        "solve x + y = 1, x - y = 2 for x, y",
        "request",
        "\\text{solve } x + y = 1, x - y = 2 \\text{ for } x, y",
    ),
    ("limit of sin(x)/x as x -> 0", "request", "\\lim_{x \\to 0} \\frac{\\sin\\left(x\\right)}{x}"),
    ("limit of 1/x as x -> 0+", "request", "\\lim_{x \\to 0^{+}} \\frac{1}{x}"),
    ("integral of x cos(x) dx", "request", "\\int x\\,\\cos\\left(x\\right) \\,\\mathrm{d}x"),
    ("integral of x^2 for x from 0 to 3", "request", "\\int_{0}^{3} x^{2} \\,\\mathrm{d}x"),
    ("integral of x^2 dx from 0 to 3", "request", "\\int_{0}^{3} x^{2} \\,\\mathrm{d}x"),
    ("sum of n^2 for n from 1 to 100", "request", "\\sum_{n = 1}^{100} n^{2}"),
    ("product of k for k from 1 to 6", "request", "\\prod_{k = 1}^{6} k"),
    (
        "series of e^x at x = 0 to order 5",
        "request",
        "\\text{series of } e^{x} \\text{ at } x = 0 \\text{ to order } 5",
    ),
    (
        "area between f and g for x from 0 to 1",
        "request",
        "\\text{area between } f \\text{ and } g \\text{ for } x \\text{ from } 0 \\text{ to } 1",
    ),
    ("factor x^2 - 1", "request", "\\text{factor } x^{2} - 1"),
    ("2 (limit of x as x -> 1)", "expression", "2 \\left(\\lim_{x \\to 1} x\\right)"),
    ("sum of i for i from 1 to 4", "request", "\\sum_{i = 1}^{4} i"),
    ("x^2 = 12", "equation", "x^{2} = 12"),
    (
        "f(x) = x^2 if x < 0, 2x otherwise",
        "function",
        "f\\left(x\\right) = \\begin{cases} x^{2} & \\text{if } x < 0 \\\\ 2 x & \\text{otherwise} \\end{cases}",
    ),
    ("a = 3/8", "definition", "a = \\frac{3}{8}"),
    ("h = f g", "definition", "h = f g"),
    ("sqrt(147) = 7 sqrt(3) ?", "question", "\\sqrt{147} = 7 \\sqrt{3}\\;?"),
    ("<=> 2x = 9", "step", "\\Leftrightarrow 2 x = 9"),
    ("= x + 3", "step", "= x + 3"),
    ("assume x > 0", "assumption", "\\text{assume }x > 0"),
    ("assume n integer", "assumption", "\\text{assume }n\\text{ integer}"),
    ("free x", "release", "\\text{free }x"),
    ("free all", "release", "\\text{free }\\text{all}"),
    ("2x // remark", "expression", "2 x"),
    ("dx", "expression", "d x"),
    ("3!=6", "equation", "3 \\neq 6"),
    ("e^(2 i pi/3)", "expression", "e^{\\frac{2 i \\pi}{3}}"),
    ("sin(x)/x", "expression", "\\frac{\\sin\\left(x\\right)}{x}"),
    ("2^x^2", "expression", "2^{x^{2}}"),
    ("(-2)^2", "expression", "\\left(-2\\right)^{2}"),
    ("-(x + 1)", "expression", "-\\left(x + 1\\right)"),
    ("v'", "expression", "v'"),
]

#: What is typed while a line is unfinished, and how it reads so far.
UNFINISHED = [
    ("", ""),
    ("2 +", r"2 + \square"),
    ("1/(2 sqrt(5) -", r"\frac{1}{2 \sqrt{5} - \square}"),
    ("(x + 1", r"\left(x + 1\right)"),
    ("x^", r"x^{\square}"),
    ("f(3", r"f\left(3\right)"),
    ("f(x) =", r"f\left(x\right) = \square"),
    ("sqrt(", r"\sqrt{\square}"),
    ("honny(2)", r"\operatorname{honny} \left(2\right)"),
    ("solve x^2 = 4 for", r"\text{solve } x^{2} = 4 \text{ for } x"),
    ("d/dx", r"\frac{\mathrm{d}}{\mathrm{d}x} \square"),
]

#: Cells and the lines that they hold, with offsets.
CELLS = [
    ("a\nb", [("a", 0), ("b", 2)]),
    ("(1 +\n2)\n3", [("(1 +\n2)", 0), ("3", 8)]),
    ("[1,\n2]", [("[1,\n2]", 0)]),
    ("a // (\nb", [("a // (", 0), ("b", 7)]),
    ("", [("", 0)]),
    ("(1", [("(1", 0)]),
]


class Reading(unittest.TestCase):
    def test_kind_and_typeset_reading(self) -> None:
        for source, kind, latex in READINGS:
            with self.subTest(source=source):
                line = read_line(source, NAMES)
                self.assertEqual((line.kind, typeset_line(line)), (kind, latex))

    def test_plain_text_reads_back_as_the_same_mathematics(self) -> None:
        compared = 0
        for source, kind, _ in READINGS:
            if kind != "expression":
                continue
            body = read_line(source, NAMES).body
            assert body is not None
            if any(isinstance(node, Request) for node in body.walk()):
                continue
            with self.subTest(source=source):
                text = plain(body)
                again = read_line(text, NAMES).body
                assert again is not None
                self.assertEqual(plain(again), text)
                compared += 1
        self.assertGreater(compared, 50)

    def test_every_node_knows_its_place(self) -> None:
        for source, _, _ in READINGS:
            body = read_line(source, NAMES).body
            for node in body.walk() if body is not None else ():
                with self.subTest(source=source, node=type(node).__name__):
                    self.assertLessEqual(0, node.start)
                    self.assertLessEqual(node.start, node.end)
                    self.assertLessEqual(node.end, len(source))

    def test_unfinished_lines_always_read(self) -> None:
        for source, latex in UNFINISHED:
            with self.subTest(source=source):
                self.assertEqual(typeset_line(read_line(source, NAMES, tolerant=True)), latex)

    def test_every_beginning_of_a_line_reads_without_failing(self) -> None:
        for source, _, _ in READINGS:
            for end in range(len(source)):
                try:
                    read_line(source[:end], NAMES, tolerant=True)
                except LineError as error:
                    self.assertIn(
                        error.code, {"syntax", "too-large", "unknown-name", "reserved-name"}
                    )

    def test_places_are_marked_for_clicks(self) -> None:
        body = read_line("2 + x", NAMES).body
        assert body is not None
        self.assertEqual(typeset(body, places=True), r"\htmlData{at=0}{2} + \htmlData{at=4}{x}")

    def test_cells_are_cut_into_lines(self) -> None:
        for cell, lines in CELLS:
            with self.subTest(cell=cell):
                self.assertEqual(split_lines(cell), lines)

    def test_a_line_may_have_2000_characters(self) -> None:
        tokenize("1+" * 999 + "1")
        with self.assertRaises(LineError):
            tokenize("1" * (MAX_LINE + 1))


if __name__ == "__main__":
    unittest.main()
