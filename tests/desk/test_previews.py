"""The first lines on the shelf: read once, never waited for long."""

from __future__ import annotations

import tempfile
import time
import unittest
from pathlib import Path
from unittest.mock import patch

from upper_slate.desk.previews import Previews
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.operations import Edit
from upper_slate.store.worksheets import Worksheets


class Shelf(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.engine = open_database(Path(holder.name))
        self.addCleanup(self.engine.dispose)
        self.worksheets = Worksheets(self.engine)
        self.previews = Previews(self.worksheets)

    def shown(self) -> list[list[str]]:
        return self.previews.of(self.worksheets.listed())

    def test_the_first_lines_of_mathematics_as_they_are_now(self) -> None:
        sheet = self.worksheets.create("Comb", cells=[FileCell("note", "# Comb"), FileCell("math", "a = 1/2\n\nb = 3"), FileCell("math", "assume x > 0,"), FileCell("math", "c\nd\ne")])
        self.assertEqual(self.shown(), [[r"a = \frac{1}{2}", "b = 3", r"\text{assume }x > 0, \square", "c"]])
        cell = self.worksheets.opened(sheet).sheet.cells[1].id
        self.worksheets.change(sheet, [Edit(cell=cell, text="k^2")])
        self.assertEqual(self.shown()[0][0], "k^{2}")

    def test_each_line_knows_the_names_above_it(self) -> None:
        self.worksheets.create("Jars", cells=[FileCell("math", "jar = 9/20\n12 jar"), FileCell("math", "load(n) = n jar\nload(3)")])
        self.assertEqual([line.count(r"\operatorname") for line in self.shown()[0]], [1, 1, 2, 1])

    def test_what_takes_long_comes_the_next_time(self) -> None:
        for k in range(30):
            self.worksheets.create(f"Comb {k}", cells=[FileCell("math", f"a = {k}")])
        read = self.worksheets.first_texts

        def slowly(sheet: str, count: int = 8) -> list[str]:
            time.sleep(0.02)
            return read(sheet, count)

        with patch.object(self.worksheets, "first_texts", slowly):
            first = self.shown()
            self.assertTrue(any(first))
            self.assertIn([], first)
            end = time.monotonic() + 30
            while not all(self.shown()) and time.monotonic() < end:
                time.sleep(0.05)
        self.assertTrue(all(self.shown()))


if __name__ == "__main__":
    unittest.main()
