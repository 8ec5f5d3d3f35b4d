"""Faults that are put in: the page says so, nothing around them stops, and it comes back right by itself."""

from __future__ import annotations

import logging
import os
import signal
import sqlite3
import tempfile
import threading
import time
import unittest
from pathlib import Path
from typing import Any
from unittest.mock import patch

from sqlalchemy import event
from sqlalchemy.exc import OperationalError

from upper_slate.core.line.gate import UNEXPECTED
from upper_slate.core.page.page import Page
from upper_slate.desk.desk import Desk
from upper_slate.desk.office import Office
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.operations import Edit
from upper_slate.store.refusals import NotStored
from upper_slate.workroom.workroom import Workroom


class WithOffice(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.room = Workroom(workers=1, limit=10)
        cls.addClassCleanup(cls.room.close)

    def setUp(self) -> None:
        logging.disable(logging.CRITICAL)
        self.addCleanup(logging.disable, logging.NOTSET)
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.engine = open_database(self.folder)
        self.addCleanup(self.engine.dispose)
        self.office = self.open_office()

    def open_office(self) -> Office:
        office = Office(self.engine, self.room)
        self.addCleanup(lambda: [desk.close() for desk in office.open_desks()])
        return office

    def sheet(self, *texts: str) -> tuple[str, Desk]:
        made = self.office.worksheets.create("Comb", cells=[FileCell("math", text) for text in texts])
        return made, self.office.desk(made)

    def edit(self, sheet: str, at: int, text: str) -> None:
        cell = self.office.worksheets.opened(sheet).sheet.cells[at].id
        self.office.change(sheet, [Edit(cell=cell, text=text)])

    def rows(self, desk: Desk) -> list[dict[str, Any]]:
        """The lines as the page shows them, once the newest state is worked out."""
        self.assertTrue(desk.wait_until_done(20))
        shown = desk.results()
        sheet = self.office.worksheets.opened(desk.worksheet_id).sheet
        return [row for cell in sheet.cells for row in shown[cell.id]]

    def answers(self, desk: Desk) -> list[str | None]:
        return [(row["exact"] or {"text": None})["text"] for row in self.rows(desk)]

    def wait_for(self, holds: Any) -> None:
        end = time.monotonic() + 20
        while not holds() and time.monotonic() < end:
            time.sleep(0.02)
        self.assertTrue(holds())


class Passes(WithOffice):
    def test_a_pass_that_breaks_is_said_and_the_next_change_begins_anew(self) -> None:
        sheet, desk = self.sheet("a = 2", "a + 1")
        self.assertEqual(self.answers(desk), ["2", "3"])
        told: list[Any] = []
        desk.listen(told.append)
        change = Page.change

        def fail(page: Page, cells: Any, conventions: Any) -> None:
            if cells:
                raise ZeroDivisionError("put in")
            change(page, cells, conventions)

        with patch.object(Page, "change", fail):
            self.edit(sheet, 0, "a = 5")
            self.wait_for(lambda: desk.trouble)
        self.edit(sheet, 0, "a = 7")
        self.assertEqual(self.answers(desk), ["7", "8"])
        self.assertIsNone(desk.trouble)
        said = [e["sentence"] for e in told if e["type"] == "trouble"]
        self.assertTrue(said[0].endswith("."))
        self.assertIsNone(said[-1])

    def test_it_comes_back_by_itself_too(self) -> None:
        sheet, desk = self.sheet("a = 2")
        self.assertEqual(self.answers(desk), ["2"])
        with patch.object(Page, "settle", side_effect=RuntimeError):
            self.edit(sheet, 0, "a = 5")
            self.wait_for(lambda: desk.trouble)
        self.assertEqual(self.answers(desk), ["5"])

    def test_a_thread_that_died_is_replaced_at_the_next_change(self) -> None:
        sheet, desk = self.sheet("a = 2")
        self.assertEqual(self.answers(desk), ["2"])
        with patch.object(Desk, "_pass", side_effect=SystemExit), patch.object(threading, "excepthook"):
            self.edit(sheet, 0, "a = 5")
            self.wait_for(lambda: not desk._thread.is_alive())
        self.edit(sheet, 0, "a = 6")
        self.assertEqual(self.answers(desk), ["6"])

    def test_a_line_that_cannot_be_shown_fails_alone(self) -> None:
        def fail(line: Any, outcome: Any) -> dict[str, Any]:
            if "wax" in line.task.source and outcome.result["error"] is None:
                raise KeyError("put in")
            return {**outcome.result, "key": line.key, "offset": line.offset}

        with patch("upper_slate.desk.rows.settled_row", fail):
            _, desk = self.sheet("a = 2", "wax = 5", "a + 1")
            rows = self.rows(desk)
        self.assertEqual([row["error"] and row["error"]["message"] for row in rows], [None, UNEXPECTED, None])

    def test_a_listener_that_is_gone_does_not_hold_the_others_up(self) -> None:
        sheet, desk = self.sheet("a = 2")
        told: list[Any] = []
        desk.listen(lambda _: [][1])
        desk.listen(told.append)
        self.edit(sheet, 0, "a = 3")
        self.assertEqual(self.answers(desk), ["3"])
        self.assertIn("results", [e["type"] for e in told])


class Stores(WithOffice):
    def full(self) -> None:
        raise OperationalError("INSERT", {}, sqlite3.OperationalError("database or disk is full"))

    def test_a_disk_that_is_full_is_said_and_results_go_on(self) -> None:
        sheet, desk = self.sheet("a = 2", "a + 1")
        self.assertEqual(self.answers(desk), ["2", "3"])
        event.listen(self.engine, "before_cursor_execute", lambda c, cursor, statement, *rest: self.full() if not statement.startswith("SELECT") else None)
        with self.assertRaises(NotStored) as caught:
            self.edit(sheet, 0, "a = 5")
        self.assertIn("disk is full", str(caught.exception))
        self.assertEqual(self.office.worksheets.opened(sheet).sheet.cells[0].text, "a = 2")
        self.assertEqual(self.answers(desk), ["2", "3"])
        other = self.open_office()  # its outcomes cannot be written, and are there all the same
        self.assertEqual(other.desk(sheet).wait_until_done(20), True)
        self.assertEqual([rows[0]["exact"]["text"] for rows in other.desk(sheet).results().values()], ["2", "3"])

    def test_what_is_refused_while_the_disk_is_full_is_taken_when_there_is_room(self) -> None:
        sheet, desk = self.sheet("a = 2")
        self.assertEqual(self.answers(desk), ["2"])
        fault = OperationalError("COMMIT", {}, sqlite3.OperationalError("disk I/O error"))
        with patch("sqlalchemy.orm.Session.commit", side_effect=fault), self.assertRaises(NotStored):
            self.edit(sheet, 0, "a = 5")
        self.edit(sheet, 0, "a = 6")
        self.assertEqual(self.answers(desk), ["6"])
        self.office.undo(sheet)
        self.assertEqual(self.answers(desk), ["2"])

    def test_a_stored_outcome_that_cannot_be_read_is_worked_out_again(self) -> None:
        sheet, desk = self.sheet("a = 2", "a^2 + 1/3")
        self.assertEqual(self.answers(desk), ["2", "13/3"])
        for broken in ("{", "{}", "[1]", "null"):
            with self.subTest(broken=broken):
                with self.engine.begin() as connection:
                    connection.exec_driver_sql("UPDATE outcome SET data = ?", (broken,))
                other = self.open_office()
                self.assertTrue(other.desk(sheet).wait_until_done(20))
                self.assertEqual([rows[0]["exact"]["text"] for rows in other.desk(sheet).results().values()], ["2", "13/3"])
        with self.engine.connect() as connection:  # and stored anew
            self.assertEqual(connection.exec_driver_sql("SELECT count(*) FROM outcome WHERE length(data) < 10").scalar(), 0)

    def test_a_row_of_a_worksheet_that_cannot_be_read(self) -> None:
        sheet, _ = self.sheet("a = 2")
        with self.engine.begin() as connection:
            connection.exec_driver_sql("UPDATE worksheet SET conventions = '{\"angles\": \"turns\"}'")
        self.assertEqual(self.open_office().worksheets.opened(sheet).sheet.conventions["angles"], "radians")
        with self.engine.begin() as connection:
            connection.exec_driver_sql("UPDATE worksheet SET conventions = '{'")
        other = self.open_office()
        self.assertEqual(len(other.worksheets.listed()), 1)
        with self.assertRaises(NotStored) as caught:
            other.desk(sheet)
        self.assertIn("damaged", str(caught.exception))


class Workers(WithOffice):
    def test_results_come_although_workers_are_killed(self) -> None:
        sheet, desk = self.sheet("2 + 2")
        for k in range(4):
            self.edit(sheet, 0, f"solve x^3 - {k + 3}x + 1 = 0")
            time.sleep(0.1 * k)
            for worker in [w for lane in self.room.lanes for w in list(lane.pool._pool_manager.worker_manager.workers.values())]:
                os.kill(worker.pid, signal.SIGKILL)
            self.assertEqual([row["error"] for row in self.rows(desk)], [None])


if __name__ == "__main__":
    unittest.main()
