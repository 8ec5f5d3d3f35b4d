"""The real interface in headless Chromium, against a real server."""

from __future__ import annotations

import re
import unittest

from playwright.sync_api import Locator, expect

from tests.workroom.test_workroom import ENDLESS

from .in_browser import InBrowser


class Homework(InBrowser):
    on_shelf = False

    def test_a_page_of_homework_with_the_keyboard_alone(self) -> None:
        page = self.page
        page.goto(self.application.url)
        expect(page.get_by_role("button", name="New worksheet")).to_be_visible()
        for _ in range(30):  # by Tab to the button
            if page.evaluate("document.activeElement?.textContent?.trim()") == "New worksheet":
                break
            page.keyboard.press("Tab")
        page.keyboard.press("Enter")
        page.wait_for_selector(".title:focus")
        page.keyboard.type("Homework")
        page.keyboard.press("Enter")
        for line in (
            "f(x) = x^2 - 3",
            "g(x) = 5x + 2",
            "f(x) + g(x)",
            "f(x) g(x)",
            "(f @ g)(x)",
            "g'(x)",
            "f'(6)",
            "sqrt(147)",
            "sqrt(5)/7 to 3 sf",
        ):
            self.type_line(line)
        for number, latex in (
            (3, "x^{2} + 5 x - 1"),
            (4, "5 x^{3} + 2 x^{2} - 15 x - 6"),
            (5, "25 x^{2} + 20 x + 1"),
            (6, "5"),
            (7, "12"),
            (8, r"7 \sqrt{3}"),
        ):
            self.expect_result(number, latex)
        self.expect_result(9, "0.319", "≈")
        for _ in range(2):  # up from the empty last line to the radical, and to its decimal and back
            page.keyboard.press("ArrowUp")
            self.wait_for_editor()
        page.keyboard.press("Control+.")
        page.keyboard.press("Escape")
        self.expect_result(8, "12.1244", "≈")
        page.keyboard.press("Control+.")
        self.expect_result(8, r"7 \sqrt{3}")
        page.keyboard.press("Control+Shift+.")
        self.expect_result(8, "12.1244", "≈")
        page.keyboard.press("Control+Shift+.")
        self.expect_result(8, r"7 \sqrt{3}")

    def test_a_changed_definition_is_followed_and_everything_is_there_after_reloading(self) -> None:
        self.new_worksheet()
        for line in ("f(x) = x^2 - 3", "f(5)", "f'(x)"):
            self.type_line(line)
        self.expect_result(2, "22")
        self.cell(1).click()
        self.wait_for_editor()
        self.page.keyboard.press("Control+A")
        self.page.keyboard.type("f(x) = x^3")
        self.page.keyboard.press("Escape")
        self.expect_result(2, "125")
        self.expect_result(3, "3 x^{2}")
        self.page.keyboard.press("Escape")
        self.page.reload()
        self.expect_result(2, "125")
        self.assertEqual(self.page.locator(".title").input_value(), "Homework")
        self.page.keyboard.press("Control+z")
        self.expect_result(2, "22")

    def test_the_live_reading_and_the_quick_result_while_typing(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("1/(2 sqrt(5) - 3")
        expect(self.page.locator(".read annotation").first).to_contain_text(r"\frac")
        expect(self.page.locator(".ghost annotation")).to_have_text(r"\displaystyle \frac{3 + 2 \sqrt{5}}{11}")

    def test_working_is_checked_and_the_slip_is_said(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("x^2 = 7x")
        self.page.keyboard.press("Shift+Enter")
        self.page.keyboard.type("<=> x^2 - 7x = 0")
        self.page.keyboard.press("Shift+Enter")
        self.page.keyboard.type("<=> x = 7")
        self.page.keyboard.press("Escape")
        cell = self.cell(1)
        expect(cell.locator(".tick")).to_have_count(1)
        expect(cell.locator(".struck")).to_have_count(1)
        expect(cell.locator(".why")).to_contain_text("This step loses x = 0")

    def test_a_wide_fraction_is_set_smaller_so_that_all_of_it_is_in_sight(self) -> None:
        terms = " + ".join(f"{k + 2} a^{k % 5 + 1} b^{k % 3 + 1} c" for k in range(12))
        self.open_worksheet(f"1/({terms})", "sqrt(48) + sqrt(27)\n= 4 sqrt(3) + 3 sqrt(3)\n= 7 sqrt(3)")
        value = self.cell(1).locator(".left")
        expect(value.locator(".katex")).to_be_visible()
        parts = []
        for width in (1280, 640, 1280):  # a wider window gives room back
            self.page.set_viewport_size({"width": width, "height": 800})
            parts.append(self.part_of_its_size(value, parts[-1:]))
        self.assertLess(parts[1], parts[0])
        self.assertAlmostEqual(parts[2], parts[0], places=2)
        # it is set once for each width, and not again and again
        value.evaluate("box => { window.sets = 0; new MutationObserver((all) => sets += all.length).observe(box, { attributes: true }); }")
        self.page.wait_for_timeout(400)
        self.assertEqual(self.page.evaluate("[sets, document.getAnimations().length]"), [0, 0])
        expect(self.cell(2).locator(".tick")).to_have_count(2)
        expect(self.cell(2).locator("[style*='--fit']")).to_have_count(0)

    def part_of_its_size(self, box: Locator, before: list[float]) -> float:
        """How much smaller than its size the mathematics of a box is set, once all of it is in sight and it is another part than before."""
        part, over = 1.0, 0
        for _ in range(200):
            part, over = box.evaluate("box => [Number(box.style.getPropertyValue('--fit') || 1), box.scrollWidth - box.clientWidth]")
            if part < 1 and over <= 3 and part not in before:
                break
            self.page.wait_for_timeout(50)
        self.assertLess(part, 1)
        self.assertLessEqual(over, 3)
        return part

    def test_solutions_questions_working_and_tables_are_shown(self) -> None:
        self.new_worksheet()
        for line in (
            "solve x^2 = 5 for x",
            "(x + 4)^2 = x^2 + 16 ?",
            "d/dx (x^2 sin x)",
            "table of x^2 for x from 0 to 2",
        ):
            self.type_line(line)
        self.page.keyboard.press("Escape")
        expect(self.cell(1).locator(".verdict")).to_have_text("all solutions")
        expect(self.cell(2).locator(".why")).to_contain_text("Not equal: at")
        self.cell(3).hover()
        self.cell(3).get_by_role("button", name="working").click()
        expect(self.cell(3).locator(".rule").first).to_have_text("product rule")
        expect(self.cell(4).locator("tbody tr")).to_have_count(3)

    def test_an_error_and_its_mending(self) -> None:
        self.new_worksheet()
        self.type_line("honey(n) = n/4")
        self.type_line("2 honny(12) + 1")
        error = self.cell(2).locator(".error")
        expect(error.locator(".why")).to_contain_text("Nothing above this line is called honny")
        expect(error.locator(".place")).to_have_text("honny")
        error.get_by_role("button", name="honey").click()
        self.expect_result(2, "7")

    def test_a_line_that_does_not_end_is_stopped(self) -> None:
        self.new_worksheet()
        self.type_line(ENDLESS)
        self.type_line("2 + 2")
        self.expect_result(2, "4")
        busy = self.cell(1).get_by_role("status")
        expect(busy).to_contain_text("working")
        busy.get_by_role("button", name="Stop").click()
        expect(self.cell(1).locator(".why")).to_contain_text("Stopped")
        self.expect_result(2, "4")

    def test_ways_to_write_a_result_are_remembered(self) -> None:
        self.new_worksheet()
        self.type_line("59/6")
        self.cell(1).hover()
        self.cell(1).get_by_role("button", name="ways to write it").click()
        ways = self.page.get_by_role("group", name="Ways to write it")
        expect(ways.locator("small")).to_have_text(["exact", "decimal", "mixed", "recurring"])
        ways.get_by_text("mixed").click()
        self.expect_result(1, r"9\tfrac{5}{6}")
        self.page.reload()
        self.expect_result(1, r"9\tfrac{5}{6}")

    def test_cells_are_inserted_moved_and_removed_and_references_follow(self) -> None:
        self.new_worksheet()
        for line in ("7/6", "cell 1 * 6"):
            self.type_line(line)
        self.expect_result(2, "7")
        self.cell(1).click()
        self.wait_for_editor()
        self.page.keyboard.press("End")
        self.page.keyboard.press("Enter")
        self.wait_for_editor()
        self.page.keyboard.type("5")
        self.page.keyboard.press("Alt+Shift+ArrowUp")
        expect(self.page.locator(".slot .number").first).to_have_text("1")
        self.page.keyboard.press("Escape")
        expect(self.cell(3).locator(".left annotation")).to_contain_text("2")
        self.expect_result(3, "7")
        self.page.keyboard.press("Delete")  # the marked cell, which holds 5
        self.expect_result(2, "7")
        self.page.keyboard.press("Control+z")
        self.expect_result(3, "7")

    def test_notes_are_told_apart_by_one_key(self) -> None:
        self.new_worksheet()
        self.page.keyboard.press("Space")
        self.page.wait_for_selector(".note.open .cm-content")
        self.wait_for_editor()
        self.page.keyboard.type("# Comb")
        self.page.keyboard.press("Shift+Enter")
        self.page.keyboard.type("The side is $s$. <img src=x onerror=alert(1)>")
        self.page.keyboard.press("Enter")
        note = self.page.locator(".note .text")
        expect(note.locator("h1")).to_have_text("Comb")
        expect(note.locator(".katex").first).to_be_visible()
        self.assertEqual(note.locator("img").count(), 0)
        expect(note).to_contain_text("<img src=x")

    def test_conventions_are_changed_where_they_stand(self) -> None:
        self.new_worksheet()
        self.type_line("sin(30)")
        expect(self.cell(1).locator(".tag")).to_have_text("rad")
        self.page.get_by_role("button", name="Angles in radians: change").click()
        self.page.get_by_role("menuitem", name=re.compile("^degrees")).click()
        self.expect_result(1, r"\frac{1}{2}")
        expect(self.cell(1).locator(".tag")).to_have_text("deg")

    def test_the_panel_follows_the_cursor(self) -> None:
        self.new_worksheet()
        for line in ("s = 3", "s + 1", "s = 5/2"):
            self.type_line(line)
        panel = self.page.get_by_role("complementary", name="Beside the page")
        expect(panel).to_contain_text("cell 1 · replaced in cell 3")
        self.cell(2).click()
        expect(panel).not_to_contain_text("replaced")
        expect(panel).to_contain_text("cell 1 · used by 1 line")

    def test_two_windows_on_one_worksheet_agree(self) -> None:
        self.new_worksheet()
        self.type_line("a = 2")
        other = self.window()
        other.goto(self.page.url)
        other.wait_for_selector(".cell")
        self.type_line("a + 3")
        expect(other.locator(".value annotation").first).to_have_text(r"\displaystyle 5")


if __name__ == "__main__":
    unittest.main()
