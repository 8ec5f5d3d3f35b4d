"""What is found on curves: exact, in the window only, and each with a line that proves it."""

from __future__ import annotations

import math
import unittest
from typing import Any
from unittest import mock

from upper_slate.core.answering.answer import work_out
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask

from .lines import result
from .test_graphs import graph


def written(value: dict[str, Any] | None) -> str | None:
    return None if value is None else (value["exact"] or value["decimal"])["text"]


def marks(line: str, *above: str) -> dict[str, list[tuple[str | None, str | None]]]:
    """The marks of the first curve by kind, as text."""
    found: dict[str, list[tuple[str | None, str | None]]] = {}
    for f in graph(line, *above)["curves"][0]["features"]:
        found.setdefault(f["kind"], []).append((written(f["x"]), written(f["y"])))
    return found


def asymptotes(line: str) -> list[str]:
    return [a["equation"]["text"] for a in graph(line)["curves"][0]["asymptotes"]]


#: a line, a kind, and all of that kind in its window
FOUND: tuple[tuple[str, str, list[tuple[str, str | None]]], ...] = (
    ("graph x^2 - 3 for x from -3 to 4", "zero", [("-sqrt(3)", "0"), ("sqrt(3)", "0")]),
    ("graph x^2 - 3 for x from 0 to 4", "zero", [("sqrt(3)", "0")]),
    ("graph x^2 - 3 for x from -3 to 4", "intercept", [("0", "-3")]),
    ("graph x^2 - 3 for x from 1 to 4", "intercept", []),
    ("graph x^2 - 3 for x from -3 to 4", "minimum", [("0", "-3")]),
    ("graph x^3 - 3x for x from -3 to 3", "maximum", [("-1", "2")]),
    ("graph x^3 - 3x for x from -3 to 3", "inflection", [("0", "0")]),
    (
        "graph e^(-x^2) for x from -3 to 3",
        "inflection",
        [("-sqrt(2)/2", "1/sqrt(e)"), ("sqrt(2)/2", "1/sqrt(e)")],
    ),
    ("graph x^4 - 2x^3 for x from -2 to 3", "inflection", [("0", "0"), ("1", "-1")]),
    ("graph (x^2 - 9)/(x - 3) for x from -5 to 6", "hole", [("3", "6")]),
    ("graph sin(x)/x for x from -3 to 3", "hole", [("0", "1")]),
    ("graph floor(x) for x from -1/2 to 3/2", "jump", [("0", "0"), ("1", "1")]),
    ("graph sqrt(x) for x from -1 to 5", "end", [("0", "0")]),
    ("graph sqrt(9 - x^2) for x from -5 to 5", "end", [("-3", "0"), ("3", "0")]),
    ("graph |x| for x from -2 to 2", "minimum", [("0", "0")]),
    ("graph |x| for x from -2 to 2", "inflection", []),
    ("graph cbrt(x) for x from -2 to 2", "zero", [("0", "0")]),
    ("graph e^x for x from -2 to 2", "zero", []),
    ("graph x^2 - 3 for x from -3 to 4, y from -1 to 9", "minimum", []),
)

ASYMPTOTES: tuple[tuple[str, list[str]], ...] = (
    ("graph 1/x", ["x = 0", "y = 0"]),
    ("graph tan x for x from -2 to 2", ["x = -pi/2", "x = pi/2"]),
    ("graph ln x", ["x = 0"]),
    ("graph (x^2 + 1)/(x - 1) for x from -6 to 6", ["x = 1", "y = x + 1"]),
    ("graph 1/(x^2 - 2) for x from -4 to 4", ["x = -sqrt(2)", "x = sqrt(2)", "y = 0"]),
    ("graph e^x - 2 for x from -2 to 2", ["y = -2"]),
    ("graph arctan x", ["y = -pi/2", "y = pi/2"]),
    ("graph (x^2 - 9)/(x - 3) for x from -5 to 6", []),
    ("graph |x|", []),
    ("graph x^3 - x", []),
    ("graph sin x", []),
)


#: lines whose entries are asked for one by one
PROVED = (
    "graph 2^x", "graph e^x - 3x", "graph sqrt(x)^2", "graph ln(2 - x)", "graph floor(sqrt x)", "graph cbrt(x) + x", "graph x + sqrt(x^2 + 1)",
    "graph |x|/x", "graph 1/(x^3 - x - 1)", "graph x e^(1/x)", "graph max(x, x^2)", "graph x^2 + y^2 = 25, x + y = 1", "graph x^2 + y^2 = 2, x^2",
)


def says(answer: dict[str, Any], entry: dict[str, Any]) -> bool:
    """Whether an answer holds the place or the height of an entry, exact or in decimals."""
    if answer["error"]:
        return False
    told = " ".join(answer[form]["text"] for form in ("exact", "decimal") if answer[form])
    kind = entry["kind"]
    if kind == "vertical":
        return "oo" in told or entry["at"]["decimal"]["text"] in told
    values = [entry["slope"] or entry["at"]] if kind in ("horizontal", "oblique") else [entry["x"]] if answer["kind"] == "solutions" else [entry["y"], entry["left"], entry["right"]]
    return any(form["text"] in told for value in values if value for form in (value["exact"], value["decimal"]) if form)


class Marks(unittest.TestCase):
    def test_what_is_found(self) -> None:
        for line, kind, expected in FOUND:
            with self.subTest(line, kind=kind):
                self.assertEqual(marks(line).get(kind, []), expected)

    def test_asymptotes(self) -> None:
        for line, expected in ASYMPTOTES:
            with self.subTest(line):
                self.assertEqual(asymptotes(line), expected)

    def test_a_jump_says_where_it_comes_from_and_goes_to(self) -> None:
        data = graph("graph f for x from -2 to 2", "f(x) = x^2 if x < 0, x + 1 otherwise")
        (jump,) = [f for f in data["curves"][0]["features"] if f["kind"] == "jump"]
        self.assertEqual(
            [written(jump[k]) for k in ("x", "left", "right", "y")], ["0", "0", "1", "1"]
        )

    def test_where_not_all_were_found_it_is_said(self) -> None:
        with mock.patch("upper_slate.core.working.graphs.graph._SECONDS", 0.3):
            self.assertIn("zero", graph("graph x sin(1/x) for x from 0 to 3")["curves"][0]["unsure"])
        self.assertNotIn("zero", graph("graph x^x for x from 0 to 3")["curves"][0]["unsure"])
        self.assertEqual(graph("graph x^2 - 3")["curves"][0]["unsure"], [])
        # a pole that is only enclosed, where numerator and denominator are not plain to see, and meetings
        self.assertIn("break", graph("graph 1 + x/(x^5 - x - 1)")["curves"][0]["unsure"])
        both = graph("graph x^x, x^(1/x) for x from 0 to 3")["curves"]
        self.assertTrue(all("meeting" in curve["unsure"] for curve in both))
        both = graph("graph x^2, x for x from 0 to 3")["curves"]
        self.assertFalse(any(curve["unsure"] for curve in both))

    def test_meetings_of_every_two_curves(self) -> None:
        data = graph("graph f, k, 2 for x from -3 to 4", "f(x) = x^2 - 3", "k(x) = x + 2")
        found = [(m["curves"], written(m["x"]), written(m["y"])) for m in data["meetings"]]
        self.assertEqual(
            found,
            [
                ([0, 1], "(1 - sqrt(21))/2", "(5 - sqrt(21))/2"),
                ([0, 1], "(1 + sqrt(21))/2", "(5 + sqrt(21))/2"),
                ([0, 2], "-sqrt(5)", "2"),
                ([0, 2], "sqrt(5)", "2"),
                ([1, 2], "0", "2"),
            ],
        )
        for meeting in data["meetings"]:
            x, y = meeting["place"][:2]
            height = {0: x * x - 3, 1: x + 2, 2: 2.0}
            for curve in meeting["curves"]:
                self.assertAlmostEqual(y, height[curve])

    def test_a_curve_that_nobody_can_follow_has_no_list(self) -> None:
        self.assertEqual(marks("graph sin(1/x) for x from -1 to 1"), {})

    def test_every_line_that_proves_a_mark_works(self) -> None:
        above = ("f(x) = (x^2 - 4)/(x - 1)", "k(x) = x + 1/2")
        data = graph("graph f, k, sqrt(x) for x from -4 to 4", *above)
        asked = [
            (f["kind"], f["request"], f)
            for source in (*data["curves"], {"features": data["meetings"]})
            for f in source["features"]
        ]
        lines = {a["request"] for c in data["curves"] for a in c["asymptotes"]}
        self.assertGreater(len(asked), 8)
        self.assertEqual(len(lines), 2)
        for request in [r for _, r, _ in asked] + sorted(lines):
            with self.subTest(request):
                self.assertIsNone(result(*above, request)["error"])
        for kind, request, mark in asked:
            if kind in ("zero", "meeting"):
                listed = result(*above, request)["solutions"]["list"]
                self.assertIn(written(mark["x"]), [written(s["x"]) for s in listed])

    def test_the_line_of_every_entry_comes_to_it(self) -> None:
        """Also on the left, at ends and jumps, at upright tangents, and where only digits are known."""
        for line in PROVED:
            data = graph(line)
            found = [entry for c in data["curves"] for entry in (*c["features"], *c["asymptotes"])] + data["meetings"]
            self.assertTrue(found, line)
            for entry in found:
                with self.subTest(line, request=entry["request"]):
                    self.assertTrue(says(result(entry["request"]), entry))

    def test_the_legend_says_what_names_come_to(self) -> None:
        above = ("f(x) = x^2", "g(x) = 3 - x")
        labels = [c["label"]["text"] for c in graph("graph f - g, f @ g, f(x) + 1, x, sin x", *above)["curves"]]
        self.assertEqual(labels, ["f - g = x^2 + x - 3", "f @ g = (3 - x)^2", "f(x) + 1 = x^2 + 1", "x", "sin(x)"])
        self.assertEqual([f["request"] for f in graph("graph x")["curves"][0]["features"] if f["kind"] == "intercept"], ["x at x = 0"])

    def test_the_legend_says_what_a_name_stands_for(self) -> None:
        data = graph("graph f for x from 0 to 1", "f(x) = x^2 - 3")
        self.assertEqual(data["curves"][0]["label"]["text"], "f(x) = x^2 - 3")
        self.assertEqual(data["curves"][0]["word"], "f")


#: a definition, and the graph that it offers ("" for none)
OFFERS: tuple[tuple[str, str], ...] = (
    ("f(x) = x^2", "graph f"),
    ("g(t) = sin t", "graph g for t from 0 to 2 pi"),
    ("h(t) = sin(2 pi t)", "graph h"),
    ("v = x^2 - 1", "graph v"),
    ("P = [[1, 2], [3, 4]]", "graph points P"),
    ("L = [1, 2, 3]", "graph points L"),
    ("E = [[1, 2], [x, 4]]", ""),
    ("w = 3", ""),
    ("k(x, y) = x y", ""),
)


class Offers(unittest.TestCase):
    def test_what_a_definition_offers_and_that_it_works(self) -> None:
        for definition, offered in OFFERS:
            with self.subTest(definition):
                offers = result(definition)["offers"]
                self.assertEqual(offers.get("graph", ""), offered)
                for line in offers.values():
                    self.assertIsNone(result(definition, line)["error"])

    def test_in_degrees_one_turn_is_360(self) -> None:
        offers = result("g(t) = sin t", angles="degrees")["offers"]
        self.assertEqual(offers["graph"], "graph g for t from 0 to 360")
        self.assertEqual(offers["table"], "table of g for t from 0 to 360 step 30")


class Views(unittest.TestCase):
    """A line in another window, with an area, with a tangent."""

    def seen(self, line: str, **view: Any) -> dict[str, Any]:
        outcome = work_out(LineTask(line, 1, Conventions().as_dict(), view=view))
        self.assertIsNone(outcome.result["error"], outcome.result["error"])
        return outcome.result["graph"]

    def test_another_window(self) -> None:
        data = self.seen("graph x^2 - 3", window=[0, 3, -1, 4])
        self.assertEqual(data["window"], [0, 3, -1, 4])
        places = [f["place"][:2] for f in data["curves"][0]["features"]]
        self.assertEqual(len(places), 1)  # the zero; the minimum and the intercept lie below
        self.assertAlmostEqual(places[0][0], math.sqrt(3))

    def test_curves_alone_for_a_moving_window(self) -> None:
        data = self.seen("graph x^2 - 3", window=[0, 3, -1, 4], marks=False)
        self.assertTrue(data["curves"][0]["pieces"])
        self.assertEqual(data["curves"][0]["features"], [])

    def test_a_window_that_cannot_be_drawn(self) -> None:
        for window in ([1, 1, 0, 1], [1, 0, 0, 1], [1e300, 2e300, 0, 1], [1, 1 + 1e-14, 0, 1]):
            outcome = work_out(
                LineTask("graph x", 1, Conventions().as_dict(), view={"window": window})
            )
            self.assertEqual(outcome.result["error"]["code"], "outside-domain")

    def test_the_area_between_two_curves_is_exact(self) -> None:
        ends = {"low": "(1 - sqrt(21))/2", "high": "(1 + sqrt(21))/2"}
        area = self.seen("graph x^2 - 3, x + 2", area={"one": 0, "other": 1, **ends})["area"]
        self.assertEqual(written(area["value"]), "7*sqrt(21)/2")
        strip = area["strips"][0]
        self.assertAlmostEqual(strip[0][0], (1 - math.sqrt(21)) / 2)
        for x, low, high in strip:
            self.assertAlmostEqual(low, x * x - 3)
            self.assertAlmostEqual(high, x + 2)

    def test_the_area_under_one_curve(self) -> None:
        one = {"one": 0, "other": None, "low": "0", "high": "pi"}
        self.assertEqual(written(self.seen("graph sin x", area=one)["area"]["value"]), "2")

    def test_ends_that_are_no_numbers_are_a_sentence(self) -> None:
        for low in ("x", "", "1/0", "2 +", "sin("):
            with self.subTest(low):
                area = {"one": 0, "other": None, "low": low, "high": "1"}
                found = self.seen("graph x^2", area=area)["area"]
                self.assertIsNone(found["value"])
                self.assertGreater(len(found["problem"]), 10)

    def test_a_tangent_and_its_equation(self) -> None:
        for line, at, equation in (
            ("graph x^2", "3", "y = 6*x - 9"),
            ("graph x^2", "0.5", "y = x - 0.25"),
            ("graph sin x", "pi/3", "y = x/2 + sqrt(3)/2 - pi/6"),
            ("graph 7", "1", "y = 7"),
        ):
            with self.subTest(line, at=at):
                found = self.seen(line, tangent={"curve": 0, "at": at})["tangent"]
                self.assertEqual(found["equation"]["text"], equation)

    def test_no_tangent_at_a_corner_or_a_pole(self) -> None:
        for line in ("graph |x|", "graph 1/x", "graph sqrt(x)"):
            with self.subTest(line):
                found = self.seen(line, tangent={"curve": 0, "at": "0"})["tangent"]
                self.assertTrue(found["problem"])
                self.assertIsNone(found["line"])


if __name__ == "__main__":
    unittest.main()
