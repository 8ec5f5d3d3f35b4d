"""A page that stays open: whatever is done to it, it comes to what the same page comes to from nothing."""

from __future__ import annotations

import random
import unittest

from upper_slate.core.answering.answer import work_out
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.core.page.cells import MathCell, PlannedLine
from upper_slate.core.page.notes import live_values
from upper_slate.core.page.page import Page

TEXTS = (
    "a = 2",
    "a = b + 1",
    "b = 3",
    "b = a^2",
    "w = a c",
    "c = 1/0",
    "c = 5",
    "a + b",
    "w",
    "above + 1",
    "cell 2",
    "f(x) = a x",
    "f(2)",
    "weight = 4",
    "weigth + 1",
    "assume c > 0",
    "sqrt(c^2)",
    "free a",
    "free all",
    "a = 7\na + 1\n= 8",
    "",
    "x^2 = b\n<=> x = b",
)


class Opened:
    """A page that is changed again and again, with a memory that outlives its changes."""

    def __init__(self) -> None:
        self.memory: dict[str, LineOutcome] = {}
        self.page = Page()
        self.planned = 0
        self.slow: set[str] = set()

    def answer(self, line: PlannedLine) -> LineOutcome | None:
        if line.waits_for or line.key in self.slow:
            return None
        if line.key not in self.memory:
            self.memory[line.key] = work_out(line.task)
        return self.memory[line.key]

    def come_to(self, cells: list[MathCell]) -> int:
        """Brings the page to these cells; returns how many were planned."""
        self.page.change(cells, self.page.conventions)
        return len(list(self.page.settle(self.answer)))

    def lines(self, page: Page | None = None) -> list[tuple[object, ...]]:
        return [
            (line.cell_id, cell.number, line.key, line.waits_for, line.task.notices)
            for cell in (page or self.page).all
            for line in cell.lines
        ]

    def anew(self) -> list[tuple[object, ...]]:
        """The same page planned from nothing."""
        cells = [MathCell(c.id, c.text, c.is_note) for c in self.page.all]
        page = Page(self.page.conventions, cells)
        list(page.settle(self.answer))
        return self.lines(page)


class RandomChanges(unittest.TestCase):
    def test_any_change_leads_to_what_the_page_is_from_nothing(self) -> None:
        for seed in range(30):
            chance, opened = random.Random(seed), Opened()
            cells = [MathCell(f"c{k}", chance.choice(TEXTS)) for k in range(7)]
            for turn in range(25):
                what = chance.choice(
                    ("edit", "edit", "insert", "remove", "move", "swap", "note", "note")
                )
                at = chance.randrange(len(cells)) if cells else 0
                if what == "insert" or not cells:
                    cells.insert(at, MathCell(f"n{turn}", chance.choice(TEXTS)))
                elif what == "edit":
                    held = cells[at]
                    cells[at] = MathCell(held.id, chance.choice(TEXTS), held.is_note)
                elif what == "note":
                    held = cells[at]
                    cells[at] = MathCell(held.id, held.text, not held.is_note)
                elif what == "remove":
                    del cells[at]
                elif what == "move":
                    cells.insert(chance.randrange(len(cells)), cells.pop(at))
                else:
                    chance.shuffle(cells)
                opened.come_to(list(cells))
                self.assertEqual(opened.lines(), opened.anew(), (seed, turn, what, cells))

    def test_a_late_outcome_is_followed_by_what_waited_for_it(self) -> None:
        opened = Opened()
        cells = [MathCell("s", "a = 2"), MathCell("u", "a + 1"), MathCell("v", "1 + 1")]
        opened.page.change(cells, Conventions())
        first = next(iter(opened.page.settle(lambda line: None)))
        opened.slow = {first.lines[0].key}
        opened.page.touch("s")
        list(opened.page.settle(opened.answer))
        self.assertEqual({c.id for c in opened.page.unsettled}, {"s", "u"})
        self.assertEqual(opened.page["u"].lines[0].waits_for, ("a",))
        opened.slow = set()
        opened.page.touch("s")
        self.assertEqual([c.id for c in opened.page.settle(opened.answer)], ["s", "u"])
        self.assertEqual(opened.lines(), opened.anew())


class Reach(unittest.TestCase):
    """How many cells a change has planned again."""

    def setUp(self) -> None:
        self.opened = Opened()
        self.cells = [MathCell("d", "a = 2")]
        self.cells += [
            MathCell(f"u{k}", "a + 1" if k % 50 == 0 else f"{k} + 1") for k in range(200)
        ]
        self.opened.come_to(self.cells)

    def test_a_line_that_nothing_uses_is_planned_alone(self) -> None:
        self.cells[70] = MathCell("u69", "7 + 7")
        self.assertEqual(self.opened.come_to(self.cells), 1)

    def test_a_definition_reaches_those_that_use_it(self) -> None:
        self.cells[0] = MathCell("d", "a = 3")
        self.assertEqual(self.opened.come_to(self.cells), 5)

    def test_a_new_cell_at_the_top_reaches_nobody(self) -> None:
        self.assertEqual(self.opened.come_to([MathCell("n", "3/4"), *self.cells]), 1)
        self.assertEqual(self.opened.lines(), self.opened.anew())

    def test_a_value_in_a_note_sees_the_cell_above_it_and_says_nothing(self) -> None:
        cells = [
            MathCell("d", "a = 2"),
            MathCell("n", "a + 1\na = 5\nabove\ncell 1", is_note=True),
            MathCell("u", "a"),
            MathCell("v", "cell 2"),
        ]
        opened = Opened()
        opened.come_to(cells)
        shown = [o.result["exact"]["text"] for o in opened.page["n"].outcomes]
        self.assertEqual(shown, ["3", "5", "2", "2"])
        self.assertEqual(opened.page["u"].outcomes[0].result["exact"]["text"], "2")
        self.assertEqual(opened.page["v"].outcomes[0].result["exact"]["text"], "2")
        opened.come_to([MathCell("d", "a = 7"), *cells[1:]])
        self.assertEqual(opened.page["n"].outcomes[0].result["exact"]["text"], "8")

    def test_the_values_of_a_note_are_found(self) -> None:
        for note, values in (
            ("The comb weighs `= w to 3 sf` kg, so `= w/2` a side.", ["w to 3 sf", "w/2"]),
            ("Twice `= a` and `= a` is one value.", ["a"]),
            ("Code such as `x = 3` or `` `=` `` shows itself; `=` is empty.", []),
            ("``= [1, 2]`` counts", ["[1, 2]"]),
        ):
            with self.subTest(note=note):
                self.assertEqual(live_values(note), values)

    def test_a_draft_changes_nothing(self) -> None:
        before = self.opened.lines()
        drafted = self.opened.page.draft("d", 1, "a = 9\na + 1", self.opened.answer)
        self.assertEqual(drafted.lines[1].task.names["a"].value, drafted.events[0].meaning.value)
        self.assertEqual(self.opened.lines(), before)
        self.assertEqual(self.opened.come_to(self.cells), 0)


if __name__ == "__main__":
    unittest.main()
