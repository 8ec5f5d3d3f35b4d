"""Folders, the bin and the search, on a real database file."""

from __future__ import annotations

import sqlite3
import tempfile
import unittest
from datetime import timedelta
from pathlib import Path

from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.operations import Edit
from upper_slate.store.refusals import NotFound, Refused
from upper_slate.store.shelf import Shelf, path_of
from upper_slate.store.worksheets import Worksheets


class WithShelf(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.folder = Path(holder.name)
        engine = open_database(self.folder)
        self.addCleanup(engine.dispose)
        self.worksheets = Worksheets(engine)
        self.shelf = Shelf(self.worksheets)

    def make(self, title: str, folder: str = "", *cells: str) -> str:
        return self.worksheets.create(title, folder, cells=[FileCell("note" if c.startswith("#") else "math", c) for c in cells])

    def paths(self) -> list[tuple[str, int]]:
        return [(row.path, row.count) for row in self.shelf.folders()]

    def where(self) -> dict[str, str]:
        return {row.title: row.folder for row in self.worksheets.listed()}


class Folders(WithShelf):
    def test_paths_are_tidied_and_have_limits(self) -> None:
        self.assertEqual(path_of("  Honey /  comb   cells/"), "Honey/comb cells")
        self.assertEqual(path_of(" / "), "")
        for written in ("a/" * 8, "x" * 201):
            with self.assertRaises(Refused):
                path_of(written)

    def test_empty_ones_stay_and_those_between_are_there(self) -> None:
        self.shelf.make_folder("Revision")
        self.make("Areas", "Club/Honeycomb")
        self.assertEqual(self.paths(), [("Club", 0), ("Club/Honeycomb", 1), ("Revision", 0)])
        with self.assertRaises(Refused):
            self.shelf.make_folder("  ")

    def test_renamed_and_moved_with_everything_in_them(self) -> None:
        self.make("Areas", "Club/Honeycomb")
        self.make("Clubs", "Clubs")  # begins with the same letters, and is another folder
        self.shelf.make_folder("Club/Empty")
        self.assertEqual(self.shelf.rename_folder("Club", "Year 1/Bees"), "Year 1/Bees")
        self.assertEqual(self.where(), {"Areas": "Year 1/Bees/Honeycomb", "Clubs": "Clubs"})
        self.assertEqual(self.paths(), [("Clubs", 1), ("Year 1", 0), ("Year 1/Bees", 0), ("Year 1/Bees/Empty", 0), ("Year 1/Bees/Honeycomb", 1)])
        with self.assertRaises(Refused):
            self.shelf.rename_folder("Year 1", "Year 1/Old")
        with self.assertRaises(NotFound):
            self.shelf.rename_folder("Club", "Elsewhere")

    def test_no_name_fits_more_than_it_says(self) -> None:
        self.make("On the shelf itself")
        self.make("In percent", "100%")
        for path in ("", "\0", "%", "_", "100_", "/"):
            with self.subTest(path), self.assertRaises(NotFound):
                self.shelf.remove_folder(path)
        self.assertEqual(self.shelf.search("\0"), [])
        self.assertEqual(len(self.where()), 2)

    def test_several_worksheets_are_moved_or_none(self) -> None:
        one, other = self.make("A"), self.make("B")
        self.shelf.move([one, other], "Homework")
        self.assertEqual(self.where(), {"A": "Homework", "B": "Homework"})
        with self.assertRaises(NotFound):
            self.shelf.move([one, "none"], "Lost")
        self.assertEqual(self.where()["A"], "Homework")

    def test_a_copy_has_everything_and_is_another(self) -> None:
        sheet = self.make("Areas", "Club", "# A note", "f(x) = x^2")
        twin = self.shelf.copy(sheet)
        cells = self.worksheets.opened(sheet).sheet.cells
        self.worksheets.change(twin, [Edit(cell=self.worksheets.opened(twin).sheet.cells[1].id, text="f(x) = x^3")])
        copied = self.worksheets.opened(twin)
        self.assertEqual((copied.sheet.title, copied.folder), ("Areas (copy)", "Club"))
        self.assertEqual([c.text for c in copied.sheet.cells], ["# A note", "f(x) = x^3"])
        self.assertEqual([c.text for c in cells], ["# A note", "f(x) = x^2"])


class Bin(WithShelf):
    def test_put_there_and_brought_back_with_its_place(self) -> None:
        sheet = self.make("Areas", "Club", "f(x) = x^2")
        self.shelf.put_into_bin(sheet)
        self.assertEqual((self.where(), self.shelf.search("x^2")), ({}, []))
        self.assertEqual([(row.title, row.folder) for row in self.shelf.bin()], [("Areas", "Club")])
        with self.assertRaises(NotFound):
            self.worksheets.opened(sheet)
        self.shelf.bring_back(sheet)
        self.assertEqual(self.where(), {"Areas": "Club"})
        self.assertEqual(self.worksheets.opened(sheet).sheet.cells[0].text, "f(x) = x^2")
        with self.assertRaises(NotFound):
            self.shelf.bring_back(sheet)

    def test_a_folder_goes_with_what_is_in_it(self) -> None:
        inner, other = self.make("Areas", "Club/Comb"), self.make("Alone")
        self.assertEqual(self.shelf.remove_folder("Club"), [inner])
        self.assertEqual((self.paths(), list(self.where())), ([], ["Alone"]))
        self.shelf.bring_back(inner)
        self.assertEqual(self.paths(), [("Club", 0), ("Club/Comb", 1)])
        self.assertNotEqual(other, inner)

    def test_after_its_time_it_is_gone(self) -> None:
        sheet = self.make("Areas")
        self.shelf.put_into_bin(sheet)
        self.assertEqual((self.shelf.empty_bin(), len(self.shelf.bin())), (0, 1))
        self.assertEqual((self.shelf.empty_bin(timedelta(0)), self.shelf.bin()), (1, []))


class Search(WithShelf):
    def test_titles_notes_and_mathematics_as_typed(self) -> None:
        self.make("Nectar to honey", "Club", "# Four kilograms of nectar", "honey(n) = n/4", "jars(h) = 20h/9")
        self.make("Hexagon cells", "", "f(x) = 3 sqrt(3)/2 x^2")
        for wanted, titles, line in (
            ("honey", ["Nectar to honey"], ""), ("f(x)", ["Hexagon cells"], "f(x) = 3 sqrt(3)/2 x^2"), ("KILO", ["Nectar to honey"], "# Four kilograms of nectar"),
            ("n/4 honey(n)", ["Nectar to honey"], "honey(n) = n/4"), ("20h/9", ["Nectar to honey"], "jars(h) = 20h/9"), ("x^", ["Hexagon cells"], "f(x) = 3 sqrt(3)/2 x^2"),
            ('"', [], ""), ("wax moth", [], ""), ("%", [], ""), (" ", [], ""), ("sqrt OR jars", [], ""),
        ):
            with self.subTest(wanted):
                found = self.shelf.search(wanted)
                self.assertEqual([m.title for m in found], titles)
                self.assertEqual([m.line for m in found][:1], [line][:len(titles)])

    def test_it_follows_every_change(self) -> None:
        sheet = self.make("Areas", "", "f(x) = x^2")
        cell = self.worksheets.opened(sheet).sheet.cells[0].id
        self.worksheets.change(sheet, [Edit(cell=cell, text="g(x) = sin(x)")])
        self.assertEqual((len(self.shelf.search("sin(x)")), self.shelf.search("x^2")), (1, []))
        self.worksheets.undo(sheet)
        self.assertEqual((self.shelf.search("sin(x)"), len(self.shelf.search("x^2"))), ([], 1))
        self.shelf.put_into_bin(sheet)
        self.shelf.throw_away(sheet)
        with sqlite3.connect(self.folder / "upper-slate.sqlite") as connection:
            self.assertEqual(connection.execute("SELECT (SELECT count(*) FROM finding), (SELECT count(*) FROM found)").fetchone(), (0, 0))

    def test_the_index_is_what_the_cells_say(self) -> None:
        """Numbers of rows change when the file is rewritten; the index has its own."""
        for k in range(30):
            self.make(f"Sheet {k}", "", *(f"a_{k * 10 + n} = {k * n} kg" for n in range(10)))
        for row in self.worksheets.listed()[::3]:
            self.shelf.put_into_bin(row.id)
            self.shelf.throw_away(row.id)
        with sqlite3.connect(self.folder / "upper-slate.sqlite", isolation_level=None) as connection:
            connection.execute("VACUUM")
            wrong = connection.execute(
                "SELECT count(*) FROM cell LEFT JOIN finding ON finding.cell_id = cell.id LEFT JOIN found ON found.rowid = finding.id WHERE found.text IS NOT cell.text"
            ).fetchone()
        self.assertEqual(wrong, (0,))
        self.assertEqual([m.title for m in self.shelf.search("a_104")], ["Sheet 10"])

    def test_it_returns_no_more_than_can_be_read(self) -> None:
        for k in range(80):
            self.make(f"Sheet {k}", "", "honey(n) = n/4", f"k = {k}")
        self.assertEqual(len(self.shelf.search("honey(n)")), 60)
