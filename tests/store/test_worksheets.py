"""Worksheets in a real SQLite file."""

from __future__ import annotations

import random
import sqlite3
import tempfile
import unittest
from pathlib import Path

from upper_slate.core.meaning.tasks import LineOutcome, MeaningData, empty_result, error_result
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.folder import NotUsable
from upper_slate.store.operations import from_data
from upper_slate.store.outcomes import Outcomes
from upper_slate.store.refusals import NotFound, Refused
from upper_slate.store.worksheets import Applied, Worksheets


class InFolder(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.engine = open_database(self.folder)
        self.addCleanup(self.engine.dispose)
        self.worksheets = Worksheets(self.engine)

    def change(self, sheet: str, operations: list[dict], group: str = "") -> Applied:
        """Operations as a window sends them."""
        return self.worksheets.change(sheet, from_data(operations), group=group)


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
        self.change(sheet, [{"op": "edit", "cell": cell, "text": "a = 2"}])
        other = Worksheets(open_database(self.folder)).opened(sheet)
        self.assertEqual([c.text for c in other.sheet.cells], ["a = 2", "bees"])
        self.assertEqual(other.revision, 1)

    def test_changes_of_one_group_are_one_step_of_undo(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "k = 1")])
        cell = self.worksheets.opened(sheet).sheet.cells[0].id

        def edit(text: str, group: str) -> None:
            self.change(sheet, [{"op": "edit", "cell": cell, "text": text}], group=group)

        def text() -> str:
            return self.worksheets.opened(sheet).sheet.cells[0].text

        for step in ("k = 2", "k = 3", "k = 4"):
            edit(step, "one nudge")
        for step in ("k = 5", "k = 6"):
            edit(step, "another")
        for wanted in ("k = 4", "k = 1"):
            self.worksheets.undo(sheet)
            self.assertEqual(text(), wanted)
        self.worksheets.redo(sheet)
        self.assertEqual(text(), "k = 4")

    def test_what_changes_nothing_is_no_step(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a")])
        cell = self.worksheets.opened(sheet).sheet.cells[0].id
        self.change(sheet, [{"op": "edit", "cell": cell, "text": "a"}])
        stored = self.worksheets.opened(sheet)
        self.assertEqual((stored.revision, stored.can_undo), (0, False))

    def test_what_is_held_agrees_with_the_file(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", str(k)) for k in range(5)])
        chance = random.Random(7)
        for turn in range(40):
            ids = [c.id for c in self.worksheets.opened(sheet).sheet.cells]
            some, other = chance.choice(ids), chance.choice([None, *ids])
            operation = chance.choice(
                [
                    {"op": "insert", "cell": f"n{turn}", "after": other, "text": "cell 1"},
                    {"op": "edit", "cell": some, "text": f"{turn} + cell 2"},
                    {"op": "move", "cell": some, "after": other},
                    {"op": "display", "cell": some, "display": {"hidden": True}},
                    {"op": "remove", "cell": some}
                    if len(ids) > 2
                    else {"op": "title", "title": "T"},
                ]
            )
            if turn % 7 == 6:
                self.worksheets.undo(sheet)
            else:
                self.change(sheet, [operation])
            fresh = Worksheets(self.engine).opened(sheet)
            self.assertEqual(fresh, self.worksheets.opened(sheet), (turn, operation))

    def test_what_a_worksheet_showed_is_fetched_together(self) -> None:
        sheet = self.worksheets.create("Comb")
        memory = Outcomes(self.engine)
        keys = [f"k{n}" for n in range(1200)]
        for key in keys[:3]:
            memory[key] = LineOutcome(empty_result("1", "value"))
        memory.keep_shown(sheet, keys)
        fresh = Outcomes(self.engine)
        fresh.load_shown(sheet)
        self.assertEqual(sorted(fresh), keys[:3])
        fresh.load_shown("nobody")
        fresh.keep_shown("nobody", keys)  # removed meanwhile: nothing is kept

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
            self.change(sheet, operations)
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
        self.change(sheet, [{"op": "title", "title": "One"}])
        self.worksheets.undo(sheet)
        self.change(sheet, [{"op": "title", "title": "Two"}])
        self.assertIsNone(self.worksheets.redo(sheet))

    def test_a_refused_change_changes_nothing(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a")])
        before = self.worksheets.opened(sheet)
        with self.assertRaises(Refused):
            self.change(
                sheet, [{"op": "title", "title": "X"}, {"op": "edit", "cell": "none", "text": "b"}]
            )
        self.assertEqual(self.worksheets.opened(sheet), before)

    def test_many_cells_in_between_keep_their_order(self) -> None:
        sheet = self.worksheets.create(
            "Comb", cells=[FileCell("math", "first"), FileCell("math", "last")]
        )
        first = self.worksheets.opened(sheet).sheet.cells[0].id
        for k in range(80):
            self.change(
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
