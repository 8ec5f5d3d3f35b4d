"""The database does not grow without bound, and what is needed stays in it."""

from __future__ import annotations

import unittest
from datetime import timedelta
from unittest.mock import patch

from sqlmodel import Session, col, func, select, update

from tests.store.test_worksheets import InFolder
from upper_slate.core.line.result import empty_result
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.formats.markdown import FileCell
from upper_slate.store.copies import DATABASE
from upper_slate.store.housekeeping import UNSHOWN, tidy_up
from upper_slate.store.operations import Edit
from upper_slate.store.outcomes import Outcomes
from upper_slate.store.tables import Change, Outcome, now

#: So many steps are kept here: a thousand undone one by one take their time.
STEPS = 60


def outcome(text: str = "1") -> LineOutcome:
    return LineOutcome(empty_result(text, 1) | {"kind": "value"}, None)


class Housekeeping(InFolder):
    def keys(self) -> list[str]:
        with Session(self.engine) as session:
            return sorted(session.exec(select(Outcome.key)))

    def steps(self, sheet: str) -> int:
        with Session(self.engine) as session:
            return session.exec(select(func.count()).where(col(Change.worksheet_id) == sheet)).one()

    def test_results_that_no_worksheet_shows_go_after_a_day(self) -> None:
        sheet, other = (self.worksheets.create(title) for title in ("Comb", "Frames"))
        memory = Outcomes(self.engine)
        for key in ("a", "b", "c"):
            memory[key] = outcome()
        memory.keep_shown(sheet, ["a"])
        memory.keep_shown(other, ["b", "a"])
        tidy_up(self.engine)
        self.assertEqual(self.keys(), ["a", "b", "c"])  # the line may come back by undo
        tidy_up(self.engine, now() + UNSHOWN + timedelta(minutes=1))
        self.assertEqual(self.keys(), ["a", "b"])
        memory.keep_shown(other, [])
        tidy_up(self.engine, now() + 400 * UNSHOWN)
        self.assertEqual(self.keys(), ["a"])  # as long as it is shown

    def test_what_came_while_a_line_was_typed_is_stored_once_it_is_shown(self) -> None:
        sheet = self.worksheets.create("Comb")
        memory = Outcomes(self.engine)
        memory.remember("draft", outcome())
        memory.remember("typed", outcome("2"))
        self.assertEqual(self.keys(), [])
        memory.keep_shown(sheet, ["typed"])
        self.assertEqual(self.keys(), ["typed"])
        self.assertEqual(Outcomes(self.engine)["typed"].result["source"], "2")

    def test_what_was_not_used_lately_is_held_packed_and_comes_back_the_same(self) -> None:
        memory = Outcomes(self.engine)
        with patch("upper_slate.store.outcomes._AT_HAND", 3), patch("upper_slate.store.outcomes._PACKED", 5):
            for k in range(10):
                memory.remember(str(k), outcome(str(k)))
            self.assertEqual(len(memory), 8)
            self.assertEqual({key: memory[key] for key in memory}, {str(k): outcome(str(k)) for k in range(2, 10)})
            self.assertNotIn("0", memory)  # it was not stored
            sheet = self.worksheets.create("Comb")
            memory.keep_shown(sheet, ["2", "9"])
            del memory["9"]
            self.assertEqual(self.keys(), ["2", "9"])

    @patch("upper_slate.store.housekeeping.STEPS", STEPS)
    def test_the_last_steps_of_each_worksheet_can_be_undone(self) -> None:
        long, short = (self.worksheets.create(title, cells=[FileCell("math", "0")]) for title in ("Long", "Short"))
        cell = self.worksheets.opened(long).sheet.cells[0].id
        for k in range(5):
            self.worksheets.change(long, [Edit(cell=cell, text=str(k + 1))])
        self.worksheets.change(short, [Edit(cell=self.worksheets.opened(short).sheet.cells[0].id, text="1")])
        with Session(self.engine) as session:  # as many more as make the first two too old
            rows = [Change(id=100 + k, worksheet_id=long, revision=5, operations=[], inverse=[]) for k in range(STEPS - 3)]
            session.add_all(rows)
            session.commit()
        tidy_up(self.engine)
        self.assertEqual((self.steps(long), self.steps(short)), (STEPS, 1))
        while self.worksheets.undo(long):
            pass
        stored = self.worksheets.opened(long)
        self.assertEqual((stored.sheet.cells[0].text, stored.can_undo), ("2", False))
        while self.worksheets.redo(long):
            pass
        self.assertEqual(self.worksheets.opened(long).sheet.cells[0].text, "5")

    def test_the_file_becomes_small_again(self) -> None:
        memory = Outcomes(self.engine)
        for k in range(30):
            memory[str(k)] = outcome("7" * 400_000)
        self.assertGreater((self.folder / DATABASE).stat().st_size, 10_000_000)
        with Session(self.engine) as session:
            session.execute(update(Outcome).values(used=now() - 2 * UNSHOWN))
            session.commit()
        tidy_up(self.engine)
        with self.engine.connect() as connection:
            connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
        self.assertLess((self.folder / DATABASE).stat().st_size, 1_000_000)


if __name__ == "__main__":
    unittest.main()
