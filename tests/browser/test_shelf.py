"""The shelf: the demo, folders, finding, moving by mouse and keys, the bin, files in and out."""

from __future__ import annotations

import re
import tempfile
import unittest
import zipfile
from pathlib import Path

from playwright.sync_api import Locator, expect

from .in_browser import InBrowser

DEMO = ["Hexagon cells", "Hive weight through the year", "Homework, checked", "Nectar to honey", "Syrup and frames", "The cheapest cell", "Weighing day"]


class Shelf(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        expect(self.page.locator(".card h2").first).to_be_visible()

    def make(self, title: str, line: str, folder: str = "") -> str:
        made = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": title, "folder": folder, "markdown": f"---\ntitle: {title}\n---\n\n```slate\n{line}\n```"})
        self.addCleanup(lambda: self.page.request.delete(f"{self.application.url}api/worksheets/{made.json()['id']}"))
        self.page.reload()
        return str(made.json()["id"])

    def card(self, title: str) -> Locator:
        return self.page.locator(".card", has=self.page.get_by_role("heading", name=title, exact=True))

    def folder(self, name: str) -> Locator:
        return self.page.locator(".folders .place", has_text=name)

    def menu(self, what: str, entry: str) -> None:
        self.page.get_by_role("button", name=f"What to do with {what}", exact=True).click()
        self.page.get_by_role("menuitem", name=entry).click()

    def answer(self, **fields: str) -> None:
        dialog = self.page.get_by_role("dialog")
        for name, value in fields.items():
            dialog.get_by_label(name.capitalize()).fill(value)
        dialog.get_by_label("Name").press("Enter")
        expect(dialog).to_have_count(0)

    def remove_folder(self, name: str) -> None:
        self.page.request.delete(f"{self.application.url}api/folders?path={name}")

    def test_the_demo_is_there_and_opens_with_its_results(self) -> None:
        shown = [title for title in self.page.locator(".card h2").all_inner_texts() if title in DEMO]
        self.assertEqual(sorted(shown), DEMO)
        self.page.get_by_role("heading", name="The cheapest cell").click()
        self.expect_result(5, "0")
        self.assertEqual(self.page.locator(".error").count(), 0)

    def test_renamed_removed_and_brought_back(self) -> None:
        self.make("Wax", "2^10")
        self.menu("Wax", "Rename")
        self.answer(name="Comb wax")
        expect(self.card("Comb wax")).to_be_visible()
        self.menu("Comb wax", "Remove")
        expect(self.card("Comb wax")).to_have_count(0)
        self.page.locator(".el-message").get_by_role("button", name="Bring back").click()
        expect(self.card("Comb wax")).to_be_visible()
        self.card("Comb wax").get_by_role("link").focus()
        self.keys("Delete")
        expect(self.card("Comb wax")).to_have_count(0)
        self.folder("Bin").click()
        self.page.get_by_role("button", name="Bring back Comb wax").click()
        expect(self.page.get_by_role("button", name="Bring back Comb wax")).to_have_count(0)
        self.page.go_back()
        expect(self.card("Comb wax")).to_be_visible()
        self.menu("Comb wax", "Remove")
        self.folder("Bin").click()
        self.page.get_by_role("button", name="Remove for good: Comb wax").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("cannot be brought back")
        dialog.get_by_role("button", name="Cancel").click()
        expect(self.page.get_by_role("button", name="Bring back Comb wax")).to_be_visible()
        self.page.get_by_role("button", name="Remove for good: Comb wax").click()
        dialog.get_by_role("button", name="Remove for good").click()
        expect(self.page.get_by_role("button", name="Bring back Comb wax")).to_have_count(0)

    def test_folders_within_folders(self) -> None:
        self.addCleanup(self.remove_folder, "Season")
        self.make("Stores", "12 * 3")
        self.page.get_by_role("button", name="New folder").click()
        self.answer(name="Season")
        self.menu("the folder Season", "New folder in it")
        self.answer(name="Autumn")
        expect(self.folder("Autumn")).to_have_attribute("title", "Season/Autumn")
        self.card("Stores").drag_to(self.folder("Autumn"))
        expect(self.folder("Autumn").locator("small")).to_have_text("1")
        self.folder("Autumn").click()
        expect(self.page.get_by_role("heading", level=1)).to_have_text("Autumn")
        expect(self.page.locator(".card")).to_have_count(1)
        self.menu("the folder Season", "Rename or move")
        self.answer(name="Calendar")
        self.addCleanup(self.remove_folder, "Calendar")
        expect(self.folder("Autumn")).to_have_attribute("title", "Calendar/Autumn")
        self.menu("the folder Calendar", "Remove")
        expect(self.folder("Calendar")).to_have_count(0)
        self.folder("Bin").click()
        expect(self.page.locator(".bin")).to_contain_text("Stores")
        expect(self.page.locator(".bin")).to_contain_text("Calendar/Autumn")
        self.page.locator(".el-message").get_by_role("button", name="Bring back").click()
        expect(self.folder("Autumn").locator("small")).to_have_text("1")

    def test_several_at_once_and_by_keyboard(self) -> None:
        self.addCleanup(self.remove_folder, "Pair")
        for name in ("One pair", "Other pair"):
            self.make(name, "1")
        self.page.get_by_role("button", name="New folder").click()
        self.answer(name="Pair")
        for name in ("One pair", "Other pair"):
            self.card(name).hover()
            self.card(name).locator(".tick").click()
        expect(self.page.get_by_role("group", name="What is chosen")).to_contain_text("2 chosen")
        self.page.get_by_role("group", name="What is chosen").get_by_role("button", name="Move to…").click()
        self.page.get_by_role("dialog").get_by_role("combobox").click()
        option = self.page.get_by_role("option", name="Pair")
        expect(option).to_be_visible()
        for _ in range(5):  # while the list is unfolding it may miss a click
            self.page.wait_for_timeout(400)
            if not option.is_visible():
                break
            option.click()
        expect(option).to_be_hidden()
        self.page.get_by_role("dialog").get_by_role("button", name="Move").click()
        expect(self.folder("Pair").locator("small")).to_have_text("2")
        self.folder("Pair").click()
        self.card("One pair").get_by_role("link").focus()
        self.keys("F2")
        self.answer(name="First pair")
        expect(self.card("First pair")).to_be_visible()
        self.menu("First pair", "Copy")
        expect(self.card("First pair (copy)")).to_be_visible()

    def test_found_by_a_line_and_opened_there(self) -> None:
        self.make("Frames", "capacity(n) = 2.4 n")
        self.page.get_by_label("Find a worksheet").fill("capacity(n)")
        found = self.page.locator(".found li")
        expect(found).to_have_count(1)
        expect(found.locator("p mark")).to_have_text("capacity(n)")
        found.get_by_role("link").click()
        expect(self.page.locator(".slot.marked .number")).to_have_text("1")
        self.page.go_back()
        self.page.get_by_label("Find a worksheet").fill("no such thing anywhere")
        expect(self.page.locator(".main")).to_contain_text("Nothing was found")
        self.page.get_by_label("Find a worksheet").press("Escape")
        expect(self.card("Frames")).to_be_visible()

    def test_it_opens_where_it_was_left(self) -> None:
        cells = "\n\n".join(f"```slate\n{k} + 1\n```" for k in range(60))
        made = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": "Long", "markdown": cells}).json()["id"]
        self.addCleanup(lambda: self.page.request.delete(f"{self.application.url}api/worksheets/{made}"))
        self.page.reload()
        self.card("Long").get_by_role("link").click()
        self.page.wait_for_selector(".slot .value")
        self.keys("Control+End")
        self.page.locator(".number:text-is('58')").click()
        self.keys("Escape")
        self.page.get_by_role("link", name="Shelf", exact=True).click()
        self.card("Long").get_by_role("link").click()
        expect(self.page.locator(".slot.marked .number")).to_have_text("58")
        expect(self.page.locator(".slot.marked")).to_be_in_viewport()

    def test_a_new_worksheet_stands_in_its_folder(self) -> None:
        self.folder("Honeycomb").click()
        self.page.get_by_role("button", name="New worksheet").click()
        self.page.wait_for_selector(".title:focus")
        self.page.keyboard.type("Cells again")
        self.page.keyboard.press("Enter")
        self.type_line("1 + 1")
        worksheet = self.page.url.rsplit("/", 1)[1]
        self.addCleanup(lambda: self.page.request.delete(f"{self.application.url}api/worksheets/{worksheet}"))
        self.expect_sources("1 + 1", "")
        self.assertEqual(self.page.request.get(f"{self.application.url}api/worksheets/{worksheet}").json()["folder"], "Honeycomb")

    def test_files_out_and_in(self) -> None:
        self.addCleanup(self.remove_folder, "Taken")
        self.make("Feed", "1/3 + 1/6")
        with self.page.expect_download() as one:
            self.menu("Feed", "Save as JSON")
        self.assertEqual(one.value.suggested_filename, "Feed.json")
        with self.page.expect_download() as everything:
            self.page.get_by_role("button", name=re.compile("as zip$")).click()
        with zipfile.ZipFile(everything.value.path()) as archive:
            self.assertIn("Honeycomb/Hexagon cells.md", archive.namelist())
        with tempfile.TemporaryDirectory() as held:
            saved = Path(held) / "Feed.json"
            saved.write_bytes(Path(one.value.path()).read_bytes())
            bad = Path(held) / "picture.txt"
            bad.write_bytes(b"\xff\xd8")
            self.page.request.post(f"{self.application.url}api/folders", data={"path": "Taken"})
            self.page.goto(f"{self.application.url}?folder=Taken")
            self.page.get_by_label("Files to import").set_input_files([saved, bad])
            told = self.page.locator(".told")
            expect(told).to_contain_text("“Feed” is on the shelf.")
            expect(told).to_contain_text("picture.txt: This is no text in UTF-8.")
            expect(self.card("Feed")).to_be_visible()
            self.page.get_by_label("Files to import").set_input_files(saved)
            expect(told).to_contain_text("One with the same title was there before")
            expect(self.card("Feed")).to_have_count(2)
            told.get_by_role("button", name="Remove the earlier one").click()
            expect(self.card("Feed")).to_have_count(1)
            expect(told).not_to_contain_text("there before")


if __name__ == "__main__":
    unittest.main()
