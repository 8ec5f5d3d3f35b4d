"""Tangents and normals against lines through two near points, and the places where there are none."""

from __future__ import annotations

import io
import unittest

from upper_slate.core.line.conventions import Conventions
from upper_slate.formats.markdown import FileCell, WorksheetFile
from upper_slate.formats.terminal import show

from .lines import code, exact, page, result

#: cells, the equation
LINES = [
    (("tangent to x^2 at x = 3",), "y = 6*x - 9"),
    (("normal to x^2 at x = 3",), "y = 19/2 - x/6"),
    (("f(x) = x^3 - 2x", "tangent to f at x = 1"), "y = x - 2"),
    (("f(x) = x^3 - 2x", "tangent to f at 1"), "y = x - 2"),
    (("f(x) = x^3 - 2x", "normal to f at x = 1"), "y = -x"),
    (("tangent to sqrt(t) at t = 4",), "y = t/4 + 1"),
    (("tangent to sin x at x = pi/6",), None),
    (("normal to x^2 at x = 0",), "x = 0"),
    (("tangent to 5 at x = 2",), "y = 5"),
    (("tangent to x^2 at x = a",), "y = 2*a*x - a^2"),
    (("y = 3", "tangent to x^2 at x = 1"), "y = 2*x - 1"),
    (("tangent to y^2 at y = 1",), "z = 2*y - 1"),
    (("a = 2", "tangent to a x^2 at x = 1"), "y = 4*x - 2"),
    (("x = 7", "tangent to x^2 at x = 3"), "y = 6*x - 9"),
]


class Tangents(unittest.TestCase):
    def test_the_equation(self) -> None:
        for cells, wanted in LINES:
            with self.subTest(cells):
                found = exact(*cells)
                self.assertEqual(found, wanted) if wanted else self.assertTrue(found.startswith("y = "))

    def test_it_touches_and_a_normal_stands_upright_on_it(self) -> None:
        """Where both meet the curve, and the product of the gradients."""
        for curve, place in (("x^3 - 2x + 1", "3/2"), ("e^x", "1"), ("ln(x)", "2"), ("sin(x)", "pi/3"), ("1/x", "-2"), ("sqrt(x + 3)", "sqrt(2)")):
            with self.subTest(curve):
                right = {word: exact(f"{word} to {curve} at x = {place}").removeprefix("y = ") for word in ("tangent", "normal")}
                for line in right.values():
                    self.assertEqual(result(f"({line}) - ({curve}) at x = {place}")["exact"]["text"], "0")
                slopes = "*".join(f"((d/dx ({line})) at x = {place})" for line in right.values())
                self.assertEqual(exact(slopes), "-1")
                self.assertEqual(exact(f"((d/dx ({right['tangent']})) - (d/dx ({curve}))) at x = {place}"), "0")

    def test_where_there_is_none(self) -> None:
        for cells, wanted in (
            (("tangent to abs(x) at x = 0",), "undefined-value"),
            (("tangent to 1/x at x = 0",), "division-by-zero"),
            (("tangent to ln(x) at x = -1",), "not-real"),
            (("tangent to x^2 at x = oo",), "outside-domain"),
            (("tangent to x^2 at x = i",), "not-real"),
            (("tangent to x^2 at",), "syntax"),
            (("tangent to x^2",), "syntax"),
            (("tangent to x y at x = 1",), None),
        ):
            with self.subTest(cells):
                self.assertEqual(code(*cells), wanted)

    def test_it_is_shown_as_what_follows(self) -> None:
        """An equation that was typed stands as it is; one that answers is a result."""
        for line, says in (("tangent to x^2 at x = 3", True), ("2x = 6", False)):
            with self.subTest(line):
                self.assertEqual(result(line)["saysMore"], says)
        out = io.StringIO()
        show("x.md", WorksheetFile(Conventions(), (FileCell("math", "tangent to x^2 at x = 3"),)), [[result("tangent to x^2 at x = 3")]], several=False, out=out)
        self.assertIn("=>  y = 6*x - 9", out.getvalue())

    def test_it_is_read_typeset_and_goes_on(self) -> None:
        self.assertEqual(result("tangent to x^2 at x = 3")["reading"], r"\text{tangent to } x^{2} \text{ at } x = 3")
        self.assertEqual(result("tangent to x^2 at 3")["reading"], r"\text{tangent to } x^{2} \text{ at } 3")
        lines = page("tangent to x^2 at x = 3", "solve (above) for x").lines
        self.assertEqual([line.outcome.result["error"] for line in lines], [None, None])


if __name__ == "__main__":
    unittest.main()
