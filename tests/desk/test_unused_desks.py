"""Desks that nobody looks at are closed, and nobody notices."""

from __future__ import annotations

import threading
import unittest
from unittest.mock import patch

from tests.desk.test_sources import WithWorksheets
from upper_slate.desk import office
from upper_slate.desk.freed import keep_in_few_pieces


class UnusedDesks(WithWorksheets):
    def threads(self) -> int:
        return sum(thread.name.startswith("desk ") for thread in threading.enumerate())

    def test_what_nobody_looks_at_is_closed_and_opens_again_as_it_was(self) -> None:
        begun = self.threads()
        quiet, watched = self.made("Quiet", "a = 2\n3 a"), self.made("Watched", "5")
        self.assertEqual((self.lines(quiet), self.lines(watched)), (["2", "6"], ["5"]))
        leave = self.office.desk(watched).listen(lambda _event: None)
        self.assertEqual(self.office.close_unused(60), 0)  # asked for a moment ago
        self.assertEqual(self.office.close_unused(0), 1)
        self.assertEqual([desk.worksheet_id for desk in self.office.open_desks()], [watched])
        self.assertEqual(self.threads(), begun + 1)
        self.edit(quiet, "a = 5\n3 a")
        self.assertEqual(self.lines(quiet), ["5", "15"])
        leave()
        self.assertEqual(self.office.close_unused(0), 2)

    def test_one_that_an_open_worksheet_uses_stays(self) -> None:
        source = self.made("Source", "a = 2")
        page = self.made("Page", "use a from Source\n3 a")
        self.assertEqual(self.lines(page), ["use", "6"])
        leave = self.office.desk(page).listen(lambda _event: None)
        self.assertEqual(self.office.close_unused(0), 0)
        self.edit(source, "a = 7")
        self.wait_for(page, 1, "21")
        leave()
        self.assertEqual(self.office.close_unused(0), 1)  # the one that uses
        self.assertEqual(self.office.close_unused(0), 1)  # then the one that was used
        self.edit(source, "a = 8")
        self.assertEqual(self.lines(page), ["use", "24"])

    def test_what_was_freed_is_given_back_at_each_look_also_where_the_library_cannot(self) -> None:
        given, ends = [], threading.Event()

        def gives() -> None:
            given.append(len(self.office.open_desks()))
            if len(given) == 2:
                ends.set()

        self.office.desk(self.office.worksheets.create("Comb"))
        with patch.object(office, "LOOK", 0.01), patch.object(office, "UNUSED", 0.0), patch.object(office, "give_back", gives):
            self.office.keep_desks_few(ends)
        self.assertEqual(len(given), 2)
        for library in (OSError("no library"), AttributeError("malloc_trim")):
            with patch("upper_slate.desk.freed.ctypes.CDLL", side_effect=library):
                office.give_back()
                keep_in_few_pieces()


if __name__ == "__main__":
    unittest.main()
