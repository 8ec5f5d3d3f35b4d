"""Every kind of result passes through the API's schema and comes out as it went in."""

from __future__ import annotations

import unittest
from typing import Any

from pydantic import TypeAdapter

from tests.core.lines import page
from tests.test_house import EVERY_KIND
from upper_slate.core.line.result import LineResult


def through(result: dict[str, Any]) -> dict[str, Any]:
    """A result as the server would send it."""
    return TypeAdapter(LineResult).validate_python(result)


def results(*cells: str, **conventions: str) -> list[dict[str, Any]]:
    return [line.outcome.result for line in page(*cells, **conventions).lines]


class Schemas(unittest.TestCase):
    def test_every_kind_of_line(self) -> None:
        for result in results(*EVERY_KIND):
            with self.subTest(result["source"]):
                sent = through(result)
                for field in ("kind", "exact", "decimal", "conditions", "verdict", "reading"):
                    self.assertEqual(sent[field], result[field], field)

    def test_solutions_keep_their_values_letters_and_kinds(self) -> None:
        (line,) = results("solve x + y = 3, x - y = 1 for x, y")
        sent = through(line)["solutions"]
        self.assertEqual(sent["list"][0]["x"]["exact"]["text"], "2")
        self.assertEqual(sent["list"][0]["y"]["exact"]["text"], "1")
        self.assertTrue(sent["complete"])
        (line,) = results("solve sin x = 0")
        self.assertEqual(through(line)["solutions"]["letter"], "n")
        (line,) = results("turning points of x^3 - 3x")
        self.assertEqual(
            [row["type"] for row in through(line)["solutions"]["list"]], ["maximum", "minimum"]
        )
        (line,) = results("solve x^2 < 4")
        self.assertIsNone(through(line)["solutions"]["list"])

    def test_a_value_without_a_closed_form_has_no_exact_text(self) -> None:
        (line,) = results("solve x^5 = x + 1")
        value = through(line)["solutions"]["list"][0]["x"]
        self.assertIsNone(value["exact"])
        self.assertEqual(value["decimal"]["relation"], "≈")

    def test_counterexamples_in_both_ways_of_writing(self) -> None:
        (line,) = results("(x + 4)^2 = x^2 + 16 ?")
        sent = through(line)
        self.assertEqual(sent["counterexample"], {"at": {"x": "1"}, "left": "25", "right": "17"})
        self.assertEqual(sent["counterexampleLatex"]["at"], {"x": "1"})
        _, step = results("ln(x^2) = 0\n<=> 2 ln x = 0")
        self.assertIsNone(through(step)["counterexample"]["left"])

    def test_working_has_rules(self) -> None:
        (line,) = results("d/dx (x^2 sin x)")
        steps = through(line)["working"]
        self.assertEqual(steps[0]["rule"], "product rule")
        self.assertTrue(all(step["text"] and step["latex"] for step in steps))

    def test_tables_have_gaps(self) -> None:
        (line,) = results("table of 1/x at 0, 2")
        rows = through(line)["table"]["rows"]
        self.assertIsNone(rows[0][1])
        self.assertEqual(rows[1][1]["exact"]["text"], "1/2")
        self.assertEqual(rows[1][1]["decimal"], {"text": "0.5", "latex": "0.5", "relation": "="})

    def test_graphs_have_a_window_curves_and_points(self) -> None:
        (line,) = results("graph x^2 - 1, x for x from -2 to 2")
        graph = through(line)["graph"]
        self.assertEqual(len(graph["curves"]), 2)
        self.assertEqual(len(graph["meetings"]), 2)
        self.assertEqual(graph["meetings"][0]["curves"], [0, 1])
        left, right, bottom, top = graph["window"]
        for curve in graph["curves"]:
            for feature in curve["features"]:
                x, y = feature["place"][:2]
                self.assertTrue(left <= x <= right and bottom <= y <= top)

    def test_errors_have_their_place(self) -> None:
        (line,) = results("2 + honny")
        error = through(line)["error"]
        self.assertEqual((error["code"], error["start"], error["end"]), ("unknown-name", 4, 9))
        (line,) = results("lnx")
        self.assertEqual(through(line)["error"]["suggestion"]["text"], "ln(x)")


if __name__ == "__main__":
    unittest.main()
