"""Two pages of homework, with the keyboard alone: from the shelf to a page that could be handed in."""

from __future__ import annotations

import unittest

from playwright.sync_api import expect

from .in_browser import InBrowser


class TwoPages(InBrowser):
    leaves_traces = True

    def setUp(self) -> None:
        super().setUp()
        # no pointer in these tests: whatever is clicked fails them
        self.page.add_init_script(
            "addEventListener('pointerdown', () => { throw new Error('the pointer was used') }, true)"
        )
        self.page.reload()
        expect(self.page.get_by_role("button", name="New worksheet")).to_be_visible()

    def begin(self, title: str) -> None:
        for _ in range(30):  # by Tab to the button
            if self.page.evaluate("document.activeElement?.textContent?.trim()") == "New worksheet":
                break
            self.keys("Tab")
        self.keys("Enter")
        self.page.wait_for_selector(".title:focus")
        self.page.keyboard.type(title)
        self.keys("Enter")
        self.wait_for_editor()

    def note(self, text: str) -> None:
        """A note in the empty open cell, and on to the next."""
        self.page.keyboard.type(text if text.startswith("#") else f" {text}")
        self.keys("Enter")
        self.wait_for_editor()

    def take_offer(self, which: int = 0) -> None:
        """The offer below the open line, by Tab and Enter; the cursor is in the line again."""
        offers = self.page.locator(".editor .offer")
        expect(offers.first).to_be_visible()
        for _ in range(which + 1):
            self.keys("Tab")
        expect(offers.nth(which)).to_be_focused()
        self.keys("Enter")
        self.wait_for_editor()

    def test_what_a_newcomer_types_first(self) -> None:
        self.begin("First tries")
        self.page.keyboard.type("Sin(30°)")
        self.take_offer()
        expect(self.page.locator(".cm-content")).to_have_text("sin(30°)")
        self.page.keyboard.type(" + 1")
        expect(self.page.locator(".cm-content")).to_contain_text("sin")
        self.keys("End", "Enter")
        self.wait_for_editor()
        self.type_lines("f(x) = x^2 - 4", "gradient of f at x = 3", "roots of f", "2 + 3 =")
        self.expect_result(3, "6")
        self.expect_result(4, r"{x = -2}\;\text{ or }\;{x = 2}", "⇒")
        self.expect_result(5, "5")
        self.page.keyboard.type("56 x 8")
        self.take_offer()
        self.keys("End", "Enter")
        self.wait_for_editor()
        self.expect_result(6, "448")
        self.page.keyboard.type("a = 6, b = 12")
        self.take_offer()
        self.keys("End", "Enter")
        self.wait_for_editor()
        self.type_lines("a b")
        self.expect_result(8, "72")
        self.page.keyboard.type("f(x)(2)")
        self.keys("Control+a")
        self.page.keyboard.type(r"\frac{1}{2} + \frac{1}{3}")
        self.keys("Enter")
        self.wait_for_editor()
        self.expect_result(9, r"\frac{5}{6}")
        self.page.keyboard.type("we have five frames left")
        self.take_offer()
        self.page.keyboard.type(" in the shed")
        self.keys("Escape")
        expect(self.page.get_by_text("we have five frames left in the shed")).to_be_visible()

    def test_functions_and_their_values(self) -> None:
        self.begin("Frames of honey")
        self.note("# Functions")
        self.note("The question gives two functions.")
        self.type_lines("f(x) = x^2 - 3", "g(x) = 5x + 2", "f(9)", "f(x) g(x)", "(f @ g)(x)")
        self.note("## Gradients")
        self.type_lines("f'(x)", "f'(6)", "solve f'(x) = 0 for x", "sqrt(147)", "59/6")
        for number, latex in (
            (3, "78"),
            (4, "5 x^{3} + 2 x^{2} - 15 x - 6"),
            (5, "25 x^{2} + 20 x + 1"),
            (6, "2 x"),
            (7, "12"),
            (9, r"7 \sqrt{3}"),
        ):
            self.expect_result(number, latex)
        # the paper wants a decimal here, and a mixed number there
        self.keys("Backspace", "Escape", "ArrowUp", "Control+.")
        self.expect_result(9, "12.1244", "≈")
        self.keys("Control+.")
        self.expect_result(9, r"7 \sqrt{3}")
        self.keys("ArrowDown", "Alt+i")
        expect(self.page.locator(".ways .way").first).to_be_focused()
        for _ in range(6):
            if "mixed" in self.page.evaluate("document.activeElement.textContent"):
                break
            self.keys("ArrowRight")
        self.keys("Enter")
        self.expect_result(10, r"9\tfrac{5}{6}")
        # a line like an earlier one, changed
        self.keys("Enter")
        self.wait_for_editor()
        self.keys("Enter")
        self.wait_for_editor()
        self.keys("Alt+w")
        expect(self.page.get_by_role("combobox")).to_be_focused()
        self.page.keyboard.type("f(9)")
        self.keys("Enter")
        self.wait_for_editor()
        self.keys("ArrowLeft", "Backspace")
        self.page.keyboard.type("-4")
        expect(self.page.locator(".ghost annotation")).to_have_text(r"\displaystyle 13")
        # next week, one number at the top is another
        self.keys("Escape")
        for _ in range(11):
            self.keys("ArrowUp")
        expect(self.page.locator(".slot.marked .left annotation").first).to_contain_text("f")
        self.keys("Enter")
        self.wait_for_editor()
        self.keys("End", "Alt+ArrowUp")
        self.expect_result(3, "77")
        self.keys("Escape", "Control+z")
        self.expect_result(3, "78")

    def test_working_that_is_checked(self) -> None:
        self.begin("Checked")
        self.note("# An equation")
        self.page.keyboard.type("9 - 4x = 1")
        for step in ("<=> 4x = 8", "<=> x = 2"):
            self.keys("Shift+Enter")
            self.page.keyboard.type(step)
        expect(self.page.locator(".draft .verdict.proved")).to_have_count(2)
        self.keys("Enter")
        self.wait_for_editor()
        self.page.keyboard.type("x^2 = 7x")
        self.keys("Shift+Enter")
        self.page.keyboard.type("<=> x = 7")
        self.keys("Enter")
        self.wait_for_editor()
        expect(self.cell(2).locator(".why")).to_contain_text("loses x = 0")
        self.keys("ArrowUp")  # the slip is mended where it is
        self.wait_for_editor()
        self.page.keyboard.type(" or x = 0")
        self.keys("Enter")
        self.wait_for_editor()
        expect(self.cell(2).locator(".tick")).to_have_count(1)
        self.type_line("(x + 4)^2 = x^2 + 8x + 16 ?")
        expect(self.cell(3).locator(".verdict")).to_have_text("always equal")
        self.note("# The comb")
        self.type_line("s = 2.7")
        self.note("A cell has the area `= 3 sqrt(3)/2 s^2 to 3 sf` square millimetres.")
        note = self.page.locator(".note .live annotation")
        expect(note).to_have_text("18.9")
        self.type_line("2 s + honny")
        expect(self.cell(5).locator(".why")).to_be_visible()
        self.keys("ArrowUp")
        self.wait_for_editor()
        self.keys("Control+Backspace")
        self.page.keyboard.type("1")
        self.keys("Enter")
        self.wait_for_editor()
        self.expect_result(5, r"\frac{32}{5}")
        # tidy up: the comb first, with everything under its heading, and one letter for another
        self.keys("Backspace", "Escape")
        for _ in range(3):
            self.keys("ArrowUp")
        self.keys("Alt+o")
        expect(self.page.locator(".folded")).to_contain_text("3 cells are folded away")
        for _ in range(4):
            self.keys("Alt+Shift+ArrowUp")
        self.keys("Alt+o")
        expect(self.page.locator(".slot h1").first).to_have_text("The comb")
        self.keys("Control+h")
        expect(self.page.get_by_role("textbox", name="Find")).to_be_focused()
        self.page.keyboard.type("s")
        self.keys("Tab", "Tab", "Tab", "Tab", "Tab", "Space")  # whole names
        expect(self.page.get_by_label("whole names")).to_be_checked()
        expect(self.page.locator(".find .count")).to_contain_text("of 3")
        self.keys("Tab", "Tab")
        self.page.keyboard.type("side")
        self.keys("Tab", "Tab", "Enter", "Escape")
        expect(note).to_have_text("18.9")
        self.assertIn("side = 2.7", self.sources())
        self.keys("Control+F1")
        expect(self.page.get_by_role("dialog", name="Keys")).to_be_visible()


if __name__ == "__main__":
    unittest.main()
