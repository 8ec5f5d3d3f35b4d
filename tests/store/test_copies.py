"""Copies of the database by day: made while it is in use, kept for a week, brought back whole."""

from __future__ import annotations

import unittest
from contextlib import redirect_stderr, redirect_stdout
from datetime import date, timedelta
from io import StringIO
from pathlib import Path
from tempfile import TemporaryDirectory

from upper_slate.cli import main
from upper_slate.formats.markdown import FileCell
from upper_slate.store.copies import copies, copy_of_today, restore
from upper_slate.store.database import open_database
from upper_slate.store.folder import NotUsable, hold_folder
from upper_slate.store.shelf import Shelf
from upper_slate.store.worksheets import Worksheets

DAY = date(2026, 3, 1)


class Copies(unittest.TestCase):
    def setUp(self) -> None:
        holder = TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        self.engine = open_database(self.folder)
        self.addCleanup(self.engine.dispose)
        self.worksheets = Worksheets(self.engine)

    def titles(self) -> list[str]:
        engine = open_database(self.folder)
        try:
            return [row.title for row in Worksheets(engine).listed()]
        finally:
            engine.dispose()

    def test_one_each_day_and_a_week_of_them(self) -> None:
        self.assertIsNotNone(copy_of_today(self.engine, self.folder, DAY))
        self.assertIsNone(copy_of_today(self.engine, self.folder, DAY))
        for k in range(1, 10):
            copy_of_today(self.engine, self.folder, DAY + timedelta(days=k))
        self.assertEqual([file.stem for file in copies(self.folder)], [f"2026-03-{day:02}" for day in range(10, 3, -1)])

    def test_a_day_comes_back_whole_and_the_search_with_it(self) -> None:
        sheet = self.worksheets.create("Areas", "Club", cells=[FileCell("math", "f(x) = x^2")])
        copy_of_today(self.engine, self.folder, DAY)
        Shelf(self.worksheets).put_into_bin(sheet)
        self.worksheets.create("Later")
        self.engine.dispose()
        before = restore(self.folder, "2026-03-01")
        self.assertEqual(self.titles(), ["Areas"])
        self.assertTrue(before.exists())
        engine = open_database(self.folder)
        self.addCleanup(engine.dispose)
        self.assertEqual([m.line for m in Shelf(Worksheets(engine)).search("x^2")], ["f(x) = x^2"])

    def test_what_is_in_the_way_is_said(self) -> None:
        (self.folder / "copies").mkdir()
        (self.folder / "copies" / "2026-02-01.sqlite").write_bytes(b"no database")
        for day, told in (("2026-01-01", "no copy of 2026-01-01"), ("../upper-slate", "no copy"), ("2026-02-01", "damaged")):
            with self.subTest(day), self.assertRaisesRegex(NotUsable, told):
                restore(self.folder, day)
        self.assertEqual(self.titles(), [])

    def test_by_the_command_line(self) -> None:
        self.worksheets.create("Areas")
        copy_of_today(self.engine, self.folder, DAY)
        self.engine.dispose()
        out, err = StringIO(), StringIO()
        with redirect_stdout(out), redirect_stderr(err):
            self.assertEqual(main(["restore", "--data", str(self.folder)]), 0)
            self.assertEqual(main(["restore", "2025-01-01", "--data", str(self.folder)]), 2)
            self.assertEqual(main(["restore", "2026-03-01", "--data", str(self.folder)]), 0)
        self.assertIn("2026-03-01", out.getvalue())
        self.assertIn("are back", out.getvalue())
        self.assertIn("no copy of 2025-01-01", err.getvalue())

    def test_not_while_a_server_uses_the_folder(self) -> None:
        copy_of_today(self.engine, self.folder, DAY)
        hold_folder(self.folder)
        with self.assertRaisesRegex(NotUsable, "in use"):
            restore(self.folder, "2026-03-01")
