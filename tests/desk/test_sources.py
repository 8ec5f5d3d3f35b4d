"""A worksheet uses the names of another, and follows when that changes."""

from __future__ import annotations

import threading
import time
from typing import Any

from tests.desk.test_faults import WithOffice
from upper_slate.core.line.conventions import Conventions
from upper_slate.formats.markdown import FileCell
from upper_slate.store.operations import Edit, Insert, Retitle


class WithWorksheets(WithOffice):
    """Worksheets by their titles, and what their lines come to."""

    def made(self, title: str, *texts: str, folder: str = "", **conventions: str) -> str:
        return self.office.worksheets.create(title, folder, Conventions().with_changes(conventions), [FileCell("math", text) for text in texts])

    def lines(self, worksheet_id: str) -> list[str]:
        """Each line's result, or its error, once all is worked out."""
        desk = self.office.desk(worksheet_id)
        self.assertTrue(desk.wait_until_done(30))
        rows = desk.results()
        cells = self.office.worksheets.opened(worksheet_id).sheet.cells
        return [_told(row) for cell in cells for row in rows.get(cell.id, [])]

    def wait_for(self, worksheet_id: str, line: int, told: str) -> None:
        end = time.monotonic() + 20
        while not (found := self.lines(worksheet_id))[line].startswith(told):
            self.assertLess(time.monotonic(), end, found)
            time.sleep(0.05)

    def edit(self, worksheet_id: str, text: str, cell: int = 0) -> None:
        cells = self.office.worksheets.opened(worksheet_id).sheet.cells
        self.office.change(worksheet_id, [Edit(cell=cells[cell].id, text=text)])


class UsingAnother(WithWorksheets):
    def test_names_mean_what_they_mean_at_the_end_there(self) -> None:
        self.made("Hexagon cells", "g(x) = k x", "A(s) = 3 sqrt(3)/2 * s^2\nk = 2", "k = 5")
        page = self.made("Frames", "use A, g, k from Hexagon cells", "A(2)\ng(1)\nk", "use all from Hexagon cells\ng(2)")
        self.assertEqual(self.lines(page), ["use", "6*sqrt(3)", "5", "5", "use", "10"])

    def test_it_follows_when_the_other_changes(self) -> None:
        source = self.made("Source", "a = 2")
        page = self.made("Page", "use a from Source\n3 a")
        chained = self.made("Chained", "use all from Page\na + 1")
        self.assertEqual((self.lines(page), self.lines(chained)), (["use", "6"], ["use", "3"]))
        self.edit(source, "a = 7")
        self.wait_for(page, 1, "21")
        self.wait_for(chained, 1, "8")
        self.edit(source, "b = 7")
        self.wait_for(page, 0, "“Source” has no a")
        self.wait_for(page, 1, "a has no meaning here")
        self.edit(source, "a = 1/0")
        self.wait_for(page, 0, "a has an error in “Source”.")
        self.edit(source, "a = sqrt(2)")
        self.wait_for(page, 1, "3*sqrt(2)")

    def test_titles_that_are_not_there_or_stand_twice(self) -> None:
        page = self.made("Page", "use a from Honey\na")
        self.assertEqual(self.lines(page)[0], "There is no worksheet with the title “Honey”.")
        first = self.made("Honey", "a = 1", folder="Club")
        self.wait_for(page, 1, "1")
        self.made("Honey", "a = 2")
        self.wait_for(page, 0, "Several worksheets have the title")
        row = next(iter(self.office.desk(page).results().values()))[0]
        self.assertEqual([offer["text"] for offer in row["error"]["suggestions"]], ["Club/Honey"])
        self.edit(page, "use a from Club/Honey\na")
        self.wait_for(page, 1, "1")
        self.office.remove(first)
        self.wait_for(page, 0, "There is no worksheet")
        self.office.shelf.bring_back(first)
        self.wait_for(page, 1, "1")

    def test_circles_end(self) -> None:
        one = self.made("One", "use b from Two\na = b + 1")
        two = self.made("Two", "use c from Three\nb = c + 1")
        three = self.made("Three", "use a from One\nc = a + 1")
        for worksheet_id in (one, two, three):
            self.wait_for(worksheet_id, 0, "“")
            self.assertIn("itself uses this worksheet", self.lines(worksheet_id)[0])
        self.edit(three, "c = 1")
        self.wait_for(one, 1, "3")
        self.edit(one, "use a from One")
        self.wait_for(one, 0, "A worksheet cannot use itself.")

    def test_renaming_renames_it_where_it_is_used(self) -> None:
        source = self.made("Nectar to honey", "a = 2", folder="Club")
        page = self.made("Page", "use a from nectar to honey\na\nuse a from Club/Nectar to honey\n// Nectar to honey")
        self.assertEqual(self.lines(page)[1], "2")
        self.office.change(source, [Retitle(title="Honey (ripe")])
        text = self.office.worksheets.opened(page).sheet.cells[0].text
        self.assertEqual(text, "use a from Honey (ripe\na\nuse a from Club/Honey (ripe\n// Nectar to honey")
        self.wait_for(page, 1, "2")
        self.office.undo(source)
        self.assertIn("use a from Nectar to honey\n", self.office.worksheets.opened(page).sheet.cells[0].text)

    def test_conventions_are_those_of_the_function(self) -> None:
        self.made("Degrees", "f(x) = sin(x)\nz(x) = x + 1", angles="degrees", numbers="complex")
        page = self.made("Page", "use f from Degrees\nf(30)\nsin(pi/6)\nf(30) + sin(pi/6)")
        self.assertEqual(self.lines(page), ["use", "1/2", "1/2", "1"])
        rows = next(iter(self.office.desk(page).results().values()))
        self.assertEqual([notice["text"] for notice in rows[0]["notices"]], [f"“Degrees” has {what}; what comes from it keeps that." for what in ("angles in degrees", "complex numbers")])
        self.assertEqual([sorted(notice["tag"] for notice in row["notices"]) for row in rows[1:]], [["complex", "deg"], ["rad"], ["complex", "deg", "rad"]])

    def test_names_and_titles_to_choose_from(self) -> None:
        source = self.made("Source", "f(x) = x^2\na = ")
        page = self.made("Page", "use f from Source")
        self.lines(page)
        desk = self.office.desk(page)
        self.assertEqual(desk.sources(), ["Source"])
        self.assertEqual([(given.name, given.latex) for given in desk.names_of("source")], [("f", r"f\left(x\right) = x^{2}")])
        self.assertEqual(desk.names_of("Nothing"), [])
        (name,) = desk.names_at(None)["names"]
        self.assertEqual((name["source"], name["latex"]), ({"title": "Source", "worksheetId": source}, r"f\left(x\right) = x^{2}"))

    def test_many_that_use_one_another_change_at_once(self) -> None:
        """Each uses the one before; the first changes while others do: all come to rest with what the first says last."""
        ids = [self.made("Sheet 0", "a = 0")]
        ids += [self.made(f"Sheet {k}", f"use a from Sheet {k - 1}\na + 0\nb = {k}") for k in range(1, 6)]
        self.assertEqual(self.lines(ids[-1])[1], "0")

        def turn(worksheet_id: str) -> None:
            for k in range(10):
                self.office.change(worksheet_id, [Insert(cell=f"{worksheet_id[:20]} {k}", text=f"c_{k} = {k}")])

        threads = [threading.Thread(target=turn, args=(worksheet_id,)) for worksheet_id in ids]
        for thread in threads:
            thread.start()
        self.edit(ids[0], "a = 41", cell=-1)
        for thread in threads:
            thread.join()
        self.edit(ids[0], "a = 42", cell=-1)
        self.wait_for(ids[-1], 11, "42")


def _told(row: Any) -> str:
    if row["error"]:
        return str(row["error"]["message"])
    return row["kind"] if row["kind"] == "use" else (row["exact"] or {"text": ""})["text"]
