"""Arranging: several cells at once, moving, duplicating, folding, hiding, copying, finding and replacing."""

from __future__ import annotations

import unittest

from playwright.sync_api import expect

from .in_browser import InBrowser


class Arranging(InBrowser):
    on_shelf = False

    def setUp(self) -> None:
        super().setUp()
        self.new_worksheet()

    def write(self, *texts: str) -> None:
        """Lines, with the cursor taken off the page afterwards."""
        self.type_lines(*texts)
        self.keys("Backspace", "Escape")  # the empty line at the end goes
        self.expect_sources(*texts)

    def test_several_are_marked_moved_duplicated_and_removed(self) -> None:
        self.write("1", "2", "3", "4")
        self.keys("ArrowUp", "Shift+ArrowUp")
        expect(self.page.locator(".slot.marked .number")).to_have_text(["2", "3"])
        self.keys("Alt+Shift+ArrowUp")
        self.expect_sources("2", "3", "1", "4")
        self.keys("Alt+Shift+ArrowDown", "Alt+Shift+ArrowDown")
        self.expect_sources("1", "4", "2", "3")
        self.keys("Control+d")
        self.expect_sources("1", "4", "2", "3", "2", "3")
        self.keys("Delete")
        self.expect_sources("1", "4", "2", "3")
        self.keys("Control+z")
        self.expect_sources("1", "4", "2", "3", "2", "3")
        self.keys("Control+a", "Delete")
        self.expect_sources()
        self.keys("Control+z")
        self.expect_sources("1", "4", "2", "3", "2", "3")

    def test_what_is_marked_is_dragged_by_its_number_and_references_follow(self) -> None:
        self.write("7/6", "2 + 2", "cell 1 * 6")
        self.cell(2).locator(".number").click()
        start = self.cell(2).locator(".number").bounding_box()
        end = self.cell(1).bounding_box()
        assert start and end
        mouse = self.page.mouse
        mouse.move(start["x"] + 10, start["y"] + 8)
        mouse.down()
        for k in range(1, 11):
            mouse.move(start["x"] + 10, start["y"] + 8 + (end["y"] - start["y"] - 4) * k / 10)
            self.page.wait_for_timeout(30)
        mouse.up()
        self.expect_sources("2 + 2", "7/6", "cell 2 * 6")
        self.expect_result(3, "7")

    def test_text_and_mathematics_are_no_handle(self) -> None:
        self.write("7/6", "2 + 2")
        box = self.cell(1).locator(".left").bounding_box()
        assert box
        self.page.mouse.move(box["x"] + 5, box["y"] + 5)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 5, box["y"] + 120, steps=8)
        self.page.mouse.up()
        self.expect_sources("7/6", "2 + 2")

    def test_cells_are_copied_as_text_and_come_back_the_same(self) -> None:
        self.type_lines("f(x) = x^2 - 3")
        self.page.keyboard.type(" The value at *nine*:")
        self.keys("Enter")
        self.type_line("f(9)")
        self.keys("Backspace", "Escape", "Control+a", "Control+c")
        for _ in range(50):
            if "slate" in self.clipboard():
                break
            self.page.wait_for_timeout(100)
        self.assertEqual(
            self.clipboard(),
            "```slate\nf(x) = x^2 - 3\n```\n\nThe value at *nine*:\n\n```slate\nf(9)\n```\n",
        )
        self.keys("ArrowDown", "Control+v")
        three = ("f(x) = x^2 - 3", "The value at *nine*:", "f(9)")
        self.expect_sources(*three, *three)
        self.keys("Control+z")
        self.expect_sources(*three)

    def test_lines_from_elsewhere_become_lines_or_a_note(self) -> None:
        self.write("1")
        self.page.evaluate("navigator.clipboard.writeText('a = 3/8\\n2 a + 1')")
        self.keys("Control+v")
        self.expect_sources("1", "a = 3/8", "2 a + 1")
        self.page.evaluate("navigator.clipboard.writeText('The bees are well today.')")
        self.keys("Control+v")
        self.expect_sources("1", "a = 3/8", "2 a + 1", "The bees are well today.")

    def test_a_result_is_copied_as_text_latex_mathml_and_picture(self) -> None:
        self.write("1/(2 sqrt(5) - 3)")
        self.expect_result(1, r"\frac{3 + 2 \sqrt{5}}{11}")

        def copied(name: str) -> str:
            self.page.evaluate("navigator.clipboard.writeText('')")
            self.keys("Shift+F10")
            self.page.get_by_role("menuitem", name=name).click()
            for _ in range(50):
                if self.clipboard():
                    break
                self.page.wait_for_timeout(100)
            return self.clipboard()

        self.assertEqual(copied("Copy result as text"), "(3 + 2*sqrt(5))/11")
        self.assertEqual(copied("Copy result as LaTeX"), r"\frac{3 + 2 \sqrt{5}}{11}")
        self.assertRegex(copied("Copy line as MathML"), r"^<math.*<msqrt>.*</math>$")
        self.keys("Shift+F10")
        self.page.get_by_role("menuitem", name="Copy line as picture").click()
        kinds = "navigator.clipboard.read().then(items => items[0].types)"
        for _ in range(80):
            if self.page.evaluate(kinds) == ["image/png"]:
                break
            self.page.wait_for_timeout(100)
        size = self.page.evaluate(
            "navigator.clipboard.read().then(items => items[0].getType('image/png'))"
            ".then(blob => createImageBitmap(blob)).then(image => [image.width, image.height])"
        )
        self.assertGreater(size[0], 300)
        self.assertGreater(size[1], 100)

    def test_sections_are_folded_and_results_hidden(self) -> None:
        for note in ("# Comb", "## Cells"):
            self.page.keyboard.type(note)
            self.keys("Enter")
            self.type_line("3/4 + 1/4")
        self.keys("Backspace", "Escape")
        self.keys("ArrowUp", "Alt+o")  # the second heading
        expect(self.page.locator(".folded")).to_contain_text("1 cell is folded away")
        expect(self.page.locator(".slot")).to_have_count(3)
        self.keys("ArrowUp", "Alt+h")
        expect(self.cell(1).locator(".value")).to_have_count(0)
        self.page.reload()
        self.cell(1).get_by_role("button", name="show the result").click()
        self.expect_result(1, "1")
        self.page.locator(".folded").click()
        self.expect_result(2, "1")

    def test_a_folded_section_moves_as_a_whole(self) -> None:
        self.page.keyboard.type("# A")
        self.keys("Enter")
        self.type_line("1")
        self.page.keyboard.type("# B")
        self.keys("Enter")
        self.type_line("2")
        self.keys("Backspace", "Escape")
        self.expect_sources("# A", "1", "# B", "2")
        self.keys("ArrowUp", "Alt+o", "Alt+Shift+ArrowUp")
        self.expect_sources("# A", "# B", "2", "1")

    def test_find_and_replace(self) -> None:
        self.write("max(x, 3)", "x^2 + x", "y + 1")
        self.keys("Control+h")
        find = self.page.get_by_role("textbox", name="Find")
        find.fill("x")
        count = self.page.locator(".find .count")
        expect(count).to_have_text("1 of 4")
        self.page.get_by_text("whole names").click()
        expect(count).to_have_text("1 of 3")
        find.press("Enter")
        expect(self.page.locator(".find .around")).to_contain_text("cell 2")
        self.page.get_by_label("Replace with").fill("t")
        self.page.get_by_role("button", name="Replace all").click()
        self.expect_sources("max(t, 3)", "t^2 + t", "y + 1")
        self.page.get_by_role("button", name="Undo").click()
        self.expect_sources("max(x, 3)", "x^2 + x", "y + 1")
        find.press("Control+Enter")
        self.wait_for_editor()

    def test_undo_and_redo_of_everything_also_after_a_reload(self) -> None:
        self.write("59/6", "2")
        self.keys("ArrowUp", "Control+.")
        self.expect_result(1, "9.83333", "≈")
        self.keys("Alt+h", "Control+d", "Alt+Shift+ArrowDown")
        self.expect_sources("59/6", "2", "59/6")
        self.page.reload()
        expect(self.page.locator(".slot")).to_have_count(3)
        for wanted in (
            ["59/6", "59/6", "2"],
            ["59/6", "2"],
        ):
            self.keys("Control+z")
            self.expect_sources(*wanted)
        self.keys("Control+z")
        self.expect_result(1, "9.83333", "≈")
        self.keys("Control+z")
        expect(self.cell(1).locator(".value")).to_have_count(0)  # 59/6 says itself
        for _ in range(4):
            self.keys("Control+y")
        self.expect_sources("59/6", "2", "59/6")
        self.keys("Control+y")  # nothing more: nothing happens
        self.expect_sources("59/6", "2", "59/6")

    def test_ways_to_write_are_reached_by_keyboard(self) -> None:
        self.write("59/6")
        self.keys("Alt+i")
        expect(self.page.locator(".ways .way").first).to_be_focused()
        self.keys("ArrowRight", "ArrowRight", "Enter")
        self.expect_result(1, r"9\tfrac{5}{6}")
        self.keys("Enter")  # the cell has the focus again, and opens
        self.wait_for_editor()

    def test_what_is_asked_of_a_line_before_it_has_a_result_comes_with_the_result(self) -> None:
        self.wait_for_editor()
        self.page.keyboard.insert_text("59/6 + 1/3")
        self.keys("Alt+i")
        expect(self.page.locator(".ways .way").first).to_be_focused()
        self.keys("Escape", "Enter", "End")
        self.wait_for_editor()
        self.page.keyboard.insert_text(" + 1/7")
        self.keys("Escape", "Control+.")
        self.expect_result(1, "10.3095", "≈")


if __name__ == "__main__":
    unittest.main()
