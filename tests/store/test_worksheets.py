"""Worksheets in a real SQLite file."""

from __future__ import annotations

import sqlite3
import tempfile
import unittest
from pathlib import Path

from upper_slate.core.meaning.tasks import LineOutcome, MeaningData, empty_result, error_result
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import NotUsable, open_database
from upper_slate.store.outcomes import Outcomes
from upper_slate.store.worksheets import NotFound, Refused, Worksheets


class InFolder(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.engine = open_database(self.folder)
        self.addCleanup(self.engine.dispose)
        self.worksheets = Worksheets(self.engine)


class Stored(InFolder):
    def test_the_database_has_the_write_ahead_log_and_foreign_keys(self) -> None:
        with self.engine.connect() as connection:
            self.assertEqual(connection.exec_driver_sql("PRAGMA journal_mode").scalar(), "wal")
            self.assertEqual(connection.exec_driver_sql("PRAGMA foreign_keys").scalar(), 1)

    def test_changes_are_there_for_a_second_reader(self) -> None:
        sheet = self.worksheets.create(
            "Comb", cells=[FileCell("math", "a = 1"), FileCell("note", "bees")]
        )
        cell = self.worksheets.opened(sheet).sheet.cells[0].id
        self.worksheets.change(sheet, [{"op": "edit", "cell": cell, "text": "a = 2"}])
        other = Worksheets(open_database(self.folder)).opened(sheet)
        self.assertEqual([c.text for c in other.sheet.cells], ["a = 2", "bees"])
        self.assertEqual(other.revision, 1)

    def test_undo_and_redo_walk_through_every_change(self) -> None:
        sheet = self.worksheets.create(
            "Comb", cells=[FileCell("math", "a"), FileCell("math", "cell 1")]
        )
        states = [self.worksheets.opened(sheet).sheet]
        first, second = (c.id for c in states[0].cells)
        for operations in (
            [{"op": "insert", "cell": "n", "after": None, "kind": "math", "text": "0"}],
            [{"op": "remove", "cell": first}],
            [{"op": "move", "cell": second, "after": None}],
            [
                {"op": "title", "title": "Hive"},
                {"op": "convention", "changes": {"decimals": "3 sf"}},
            ],
        ):
            self.worksheets.change(sheet, operations)
            states.append(self.worksheets.opened(sheet).sheet)
        for wanted in reversed(states[:-1]):
            self.worksheets.undo(sheet)
            self.assertEqual(self.worksheets.opened(sheet).sheet, wanted)
        self.assertIsNone(self.worksheets.undo(sheet))
        for wanted in states[1:]:
            self.worksheets.redo(sheet)
            self.assertEqual(self.worksheets.opened(sheet).sheet, wanted)
        self.assertIsNone(self.worksheets.redo(sheet))

    def test_a_change_after_undo_ends_redo(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a")])
        self.worksheets.change(sheet, [{"op": "title", "title": "One"}])
        self.worksheets.undo(sheet)
        self.worksheets.change(sheet, [{"op": "title", "title": "Two"}])
        self.assertIsNone(self.worksheets.redo(sheet))

    def test_a_refused_change_changes_nothing(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a")])
        before = self.worksheets.opened(sheet)
        with self.assertRaises(Refused):
            self.worksheets.change(
                sheet, [{"op": "title", "title": "X"}, {"op": "edit", "cell": "none", "text": "b"}]
            )
        self.assertEqual(self.worksheets.opened(sheet), before)

    def test_many_cells_in_between_keep_their_order(self) -> None:
        sheet = self.worksheets.create(
            "Comb", cells=[FileCell("math", "first"), FileCell("math", "last")]
        )
        first = self.worksheets.opened(sheet).sheet.cells[0].id
        for k in range(80):
            self.worksheets.change(
                sheet,
                [{"op": "insert", "cell": f"c{k}", "after": first, "kind": "math", "text": str(k)}],
            )
        self.assertEqual(
            [c.text for c in self.worksheets.opened(sheet).sheet.cells],
            ["first", *(str(k) for k in reversed(range(80))), "last"],
        )

    def test_removing_a_worksheet_removes_what_belongs_to_it(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a")])
        self.worksheets.remove(sheet)
        with self.assertRaises(NotFound):
            self.worksheets.opened(sheet)
        with sqlite3.connect(self.folder / "upper-slate.sqlite") as connection:
            self.assertEqual(connection.execute("select count(*) from cell").fetchone()[0], 0)

    def test_a_folder_that_cannot_be_used_is_said(self) -> None:
        blocked = self.folder / "file"
        blocked.write_text("not a folder")
        with self.assertRaises(NotUsable):
            open_database(blocked / "inside")
        broken = self.folder / "broken"
        broken.mkdir()
        (broken / "upper-slate.sqlite").write_bytes(b"this is no database" * 100)
        with self.assertRaises(NotUsable):
            open_database(broken)


class Remembered(InFolder):
    def test_outcomes_come_back_from_the_file(self) -> None:
        outcome = LineOutcome(
            empty_result("1 + 1", "value"),
            outcome=MeaningData("value", "2", letters=("x",)),
            assumptions={"x": ["positive"]},
        )
        Outcomes(self.engine)["k"] = outcome
        self.assertEqual(Outcomes(self.engine)["k"], outcome)

    def test_what_was_stopped_is_not_kept(self) -> None:
        Outcomes(self.engine)["k"] = LineOutcome(error_result("x", "stopped", "Stopped."))
        with self.assertRaises(KeyError):
            Outcomes(self.engine)["k"]


if __name__ == "__main__":
    unittest.main()
