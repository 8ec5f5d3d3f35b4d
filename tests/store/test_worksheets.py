"""Worksheets in a real SQLite file."""

from __future__ import annotations

import random
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import time
import unittest
from contextlib import closing, nullcontext
from pathlib import Path

from upper_slate.core.line.result import empty_result, error_result
from upper_slate.core.line.tasks import LineOutcome, MeaningData
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.folder import NotUsable, hold_folder
from upper_slate.store.operations import from_data
from upper_slate.store.outcomes import Outcomes
from upper_slate.store.refusals import NotFound, NotStored, Refused
from upper_slate.store.shelf import Shelf
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

    def test_a_fresh_line_that_stayed_empty_is_no_step(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "k = 1")])
        cell = self.worksheets.opened(sheet).sheet.cells[0].id
        self.change(sheet, [{"op": "edit", "cell": cell, "text": "k = 2"}])
        self.change(sheet, [{"op": "insert", "cell": "f1", "after": cell, "kind": "math", "text": ""}], group="line f1")
        self.change(sheet, [{"op": "remove", "cell": "f1"}], group="line f1")
        self.worksheets.undo(sheet)
        self.assertEqual([c.text for c in self.worksheets.opened(sheet).sheet.cells], ["k = 1"])
        # one that was written in is undone as a whole
        self.change(sheet, [{"op": "insert", "cell": "f2", "after": cell, "kind": "math", "text": ""}], group="line f2")
        self.change(sheet, [{"op": "edit", "cell": "f2", "text": "2 k"}], group="line f2")
        self.worksheets.undo(sheet)
        self.assertEqual([c.text for c in self.worksheets.opened(sheet).sheet.cells], ["k = 1"])
        self.assertFalse(self.worksheets.opened(sheet).can_undo)

    def test_under_an_identity_asked_for_it_is_made_once(self) -> None:
        made = self.worksheets.create("Wax", worksheet_id="0123456789ab")
        self.assertEqual(made, "0123456789ab")
        self.assertEqual(self.worksheets.create("Wax again", worksheet_id=made), made)
        self.assertEqual(self.worksheets.opened(made).sheet.title, "Wax")

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
        shelf = Shelf(self.worksheets)
        shelf.put_into_bin(sheet)
        with self.assertRaises(NotFound):
            self.worksheets.opened(sheet)
        shelf.throw_away(sheet)
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
        with self.assertRaisesRegex(NotUsable, "damaged"):
            open_database(broken)
        with self.assertRaisesRegex(NotUsable, "is a file"):
            open_database(blocked)

    def test_a_database_that_is_damaged_in_the_middle_is_said_at_the_start(self) -> None:
        self.worksheets.create("Comb", cells=[FileCell("math", f"a_{k} = {k}") for k in range(3_000)])
        self.engine.dispose()
        file = self.folder / "upper-slate.sqlite"
        held = bytearray(file.read_bytes())
        held[20_000:60_000] = bytes(40_000)
        file.write_bytes(held)
        with self.assertRaisesRegex(NotUsable, "damaged"):
            open_database(self.folder)

    def test_a_database_of_a_newer_version_is_said(self) -> None:
        with self.engine.begin() as connection:
            connection.exec_driver_sql("UPDATE alembic_version SET version_num = '9999'")
        with self.assertRaisesRegex(NotUsable, "newer version"):
            open_database(self.folder)

    def test_nothing_is_called_stored_while_the_folder_is_not_in_its_place(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", "a = 1")])
        cell = self.worksheets.opened(sheet).sheet.cells[0].id
        elsewhere = self.folder.with_name(f"{self.folder.name} moved")
        self.folder.rename(elsewhere)
        for text in ("a = 2", "a = 3"):
            with self.assertLogs("upper_slate.store", "WARNING") if text == "a = 2" else nullcontext(), self.assertRaises(NotStored) as caught:
                self.change(sheet, [{"op": "edit", "cell": cell, "text": text}])
            self.assertIn("not where it was", str(caught.exception))
        self.assertEqual(self.worksheets.opened(sheet).sheet.cells[0].text, "a = 1")
        self.folder.mkdir()
        (self.folder / "upper-slate.sqlite").touch()  # another file is no better than none
        with self.assertRaises(NotStored):
            self.change(sheet, [{"op": "edit", "cell": cell, "text": "a = 4"}])
        shutil.rmtree(self.folder)
        elsewhere.rename(self.folder)
        self.change(sheet, [{"op": "edit", "cell": cell, "text": "a = 5"}])
        other = Worksheets(open_database(self.folder)).opened(sheet)
        self.assertEqual((other.sheet.cells[0].text, other.revision), ("a = 5", 1))

    def test_two_servers_do_not_share_a_folder(self) -> None:
        """The folder is let go of when the process ends, however it ends."""
        hold = "from pathlib import Path; from upper_slate.store.folder import hold_folder; import sys; hold_folder(Path(sys.argv[1])); print('held', flush=True); sys.stdin.read()"
        first = subprocess.Popen([sys.executable, "-c", hold, str(self.folder)], stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)
        with first:
            assert first.stdout is not None
            self.assertEqual(first.stdout.readline(), "held\n")
            with self.assertRaisesRegex(NotUsable, "in use"):
                hold_folder(self.folder)
            first.kill()
            first.wait()
        hold_folder(self.folder)

    def test_a_cell_keeps_its_worksheet(self) -> None:
        one, other = (self.worksheets.create(title, cells=[FileCell("math", "1")]) for title in ("One", "Other"))
        foreign = self.worksheets.opened(other).sheet.cells[0].id
        with self.assertRaises(Refused):
            self.change(one, [{"op": "insert", "cell": foreign, "text": "2"}])
        self.assertEqual([c.text for c in self.worksheets.opened(other).sheet.cells], ["1"])

    def test_a_full_page_is_changed_and_taken_back_at_once(self) -> None:
        """5,000 cells that name each other: once each of them cost as much as the page is long."""
        sheet = self.worksheets.create("Comb", cells=[FileCell("math", f"1 + cell {k}") for k in range(2_500)])
        first = self.worksheets.opened(sheet).sheet.cells[0].id
        block = [{"op": "insert", "cell": f"n{k}", "after": f"n{k - 1}" if k else first, "text": f"1 + cell {k}"} for k in range(2_500)]
        before = self.worksheets.opened(sheet).sheet
        start = time.monotonic()
        self.change(sheet, block)
        after = self.worksheets.opened(sheet).sheet
        self.assertEqual((len(after.cells), after.cells[-1].text), (5_000, "1 + cell 4999"))
        self.worksheets.undo(sheet)
        self.assertEqual(self.worksheets.opened(sheet).sheet, before)
        self.worksheets.redo(sheet)
        self.assertEqual(self.worksheets.opened(sheet).sheet, after)
        self.assertEqual(Worksheets(self.engine).opened(sheet).sheet, after)
        self.assertLess(time.monotonic() - start, 60)  # minutes once; the bench measures
        with self.assertRaises(Refused):
            self.change(sheet, [{"op": "insert", "cell": "more", "after": None, "text": "1"}])


class OfTheVersionBefore(unittest.TestCase):
    """A data folder as version 0.1.0 left it, with changes in its history and results of its core."""

    def test_it_opens_is_undone_and_goes_on(self) -> None:
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            with closing(sqlite3.connect(folder / "upper-slate.sqlite")) as connection:
                connection.executescript((Path(__file__).parent / "folders" / "version_0_1.sql").read_text(encoding="utf-8"))
            engine = open_database(folder)
            self.addCleanup(engine.dispose)
            worksheets = Worksheets(engine)
            (listed,) = worksheets.listed()
            stored = worksheets.opened(listed.id)
            self.assertEqual((stored.sheet.title, stored.sheet.conventions["angles"], stored.folder), ("Combs", "degrees", "Geometry"))
            now = [c.text for c in stored.sheet.cells]
            self.assertEqual(sorted(now), sorted(["# Comb", "a = 1", "assume r > 1/2", "sqrt(27) s", "s = 7/2", "cell 4 + above"]))
            outcomes = Outcomes(engine)
            outcomes.load_shown(listed.id)
            self.assertGreater(len(list(outcomes)), 2)
            seen = [now]
            while worksheets.undo(listed.id) is not None:
                seen.append([c.text for c in worksheets.opened(listed.id).sheet.cells])
            self.assertEqual(seen[-1], ["# Comb", "s = 5/2", "assume r > 1/2", "sqrt(27) s", "cell 1 + above"])
            while worksheets.redo(listed.id) is not None:
                pass
            self.assertEqual([c.text for c in worksheets.opened(listed.id).sheet.cells], now)


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
