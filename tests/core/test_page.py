"""The page: meaning follows page order, and only what depends on a change is worked out again."""

from __future__ import annotations

import unittest

from upper_slate.core.answering.answer import work_out
from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineOutcome, LineTask
from upper_slate.core.page.cells import MathCell, PlannedLine
from upper_slate.core.page.page import Page

from .lines import exact, page, result

MEANINGS = [
    (("k = 4", "m = k^2 + 1", "k = 7", "m"), "17"),
    (("w = r^2 - 1", "r = 4", "w"), "15"),
    (("w = r^2 - 1", "r = 4", "r = 3", "w"), "8"),
    (("x = 5", "f(x) = x^2", "f(3)"), "9"),
    (("c = 9", "c = c/2", "c"), "9/2"),
    (("f(x) = k x", "k = 3", "f(2)"), "6"),
    (("k = 3", "f(x) = k x", "k = 4", "f(2)"), "6"),
    (("q = 7/2", "free q", "q - 3"), "q - 3"),
    (("7/6", "cell 1 * 6"), "7"),
    (("7/6", "above + 5/6"), "2"),
    (("r = s + 1", "s = 2", "r"), "3"),
    (("f(x) = x^2", "(cell 1)(3)"), "9"),
    (("x = 2", "free all", "x"), "x"),
    (("f(x) = x + a", "a = b", "b = 4", "f(1)"), "5"),
    (("x1 = 4", "x_1 + 1"), "5"),
    (("theta = pi/3", "cos(θ)"), "1/2"),
    (("h(t) = t", "x = 3", "h(x) at x = 5"), "5"),
    (("g(x) = x", "f = g g", "f(3)"), "9"),
    (("f(x) = x^2 - 3", "h = f'", "h(4)"), "8"),
    (("f(x) = x", "g(x) = 2x", "h = f - g", "h(3)"), "-3"),
    (("f(x) = 7x", "f(x) = ln(x^2)", "f(e)"), "2"),
    (("a = 2\na + 1", "cell 1"), "3"),
]


class Meaning(unittest.TestCase):
    def test_meaning_follows_the_page(self) -> None:
        for lines, wanted in MEANINGS:
            with self.subTest(lines=lines):
                self.assertEqual(exact(*lines), wanted)

    def test_a_replaced_name_says_so(self) -> None:
        notices = [n["text"] for n in result("k = 4", "m = k^2 + 1", "k = 7")["notices"]]
        self.assertIn("Replaces k of cell 1.", notices)
        self.assertTrue(any(text.startswith("m was made with") for text in notices))

    def test_an_open_bracket_goes_on_on_the_next_line(self) -> None:
        self.assertEqual(exact("(1 +\n2)"), "3")

    def test_a_remark_is_ignored(self) -> None:
        self.assertEqual(exact("1 + 1 // two"), "2")


class Counting(unittest.TestCase):
    """An executor that counts what it is asked to work out."""

    def setUp(self) -> None:
        self.memory: dict[str, LineOutcome] = {}
        self.asked: list[str] = []

    def execute(self, task: LineTask) -> LineOutcome:
        self.asked.append(task.source)
        return work_out(task)

    def run_page(self, *texts: str, **conventions: str) -> list[str]:
        self.asked = []
        cells = [MathCell(str(k), t) for k, t in enumerate(texts)]
        work_out_page(cells, Conventions().with_changes(conventions), self.memory, self.execute)
        return self.asked

    def test_only_what_depends_on_a_change_is_worked_out_again(self) -> None:
        self.run_page("a = 2", "b = 5", "a + 1", "b + 1")
        self.assertEqual(self.run_page("a = 3", "b = 5", "a + 1", "b + 1"), ["a = 3", "a + 1"])

    def test_going_back_costs_nothing(self) -> None:
        self.run_page("a = 2", "a + 1")
        self.run_page("a = 3", "a + 1")
        self.assertEqual(self.run_page("a = 2", "a + 1"), [])

    def test_what_depends_through_a_letter_follows(self) -> None:
        self.run_page("w = r + 1", "r = 1", "w")
        self.assertEqual(self.run_page("w = r + 1", "r = 2", "w"), ["r = 2", "w"])

    def test_how_results_are_shown_first_costs_nothing(self) -> None:
        self.run_page("a = 2", "a/3")
        self.assertEqual(self.run_page("a = 2", "a/3", results="decimal"), [])
        self.assertEqual(self.run_page("a = 2", "a/3", decimals="3 sf"), ["a = 2", "a/3"])

    def test_a_line_without_outcome_holds_up_only_what_needs_it(self) -> None:
        cells = [
            MathCell(str(k), t)
            for k, t in enumerate(("slow = 1", "slow + 1", "2 + 2", "cell 1", "above"))
        ]
        waits: dict[str, tuple[str, ...]] = {}

        def answer(line: PlannedLine) -> LineOutcome | None:
            waits[line.task.source] = line.waits_for
            return None if line.waits_for or line.task.source == "slow = 1" else work_out(line.task)

        list(Page(Conventions(), cells).settle(answer))
        self.assertEqual(waits["slow + 1"], ("slow",))
        self.assertEqual(waits["2 + 2"], ())
        self.assertEqual(waits["cell 1"], ("cell 1",))

    def test_a_large_page_is_worked_out(self) -> None:
        found = page(*["a = 1"], *["a + 1"] * 300)
        self.assertEqual(found.lines[-1].outcome.result["exact"]["text"], "2")
        self.assertEqual(found.fresh, 2)


if __name__ == "__main__":
    unittest.main()
