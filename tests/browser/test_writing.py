"""Writing: completion with gaps, patterns, errors while typing, names, nudging, notes with values."""

from __future__ import annotations

import unittest

from playwright.sync_api import expect

from .in_browser import InBrowser


class Writing(InBrowser):
    on_shelf = False

    def test_completion_offers_names_and_requests_and_goes_through_the_gaps(self) -> None:
        self.new_worksheet()
        self.type_line("nectar(n) = n/4")
        expect(self.page.locator(".panel")).to_contain_text("nectar")
        self.page.keyboard.type("nec")
        offered = self.page.locator(".cm-tooltip-autocomplete li")
        expect(offered.first).to_contain_text("nectar")
        expect(offered.first.locator(".katex").first).to_be_visible()
        self.keys("Escape", "Control+a", "Delete")
        self.page.keyboard.type("integ")
        expect(offered.first).to_contain_text("antiderivative")
        self.keys("ArrowDown", "ArrowDown", "Enter")
        editor = self.page.locator(".cm-content")
        expect(editor).to_have_text("integral of E for x from a to b")
        self.page.keyboard.type("t^2")
        self.keys("Tab")
        self.page.keyboard.type("t")
        self.keys("Tab")
        self.page.keyboard.type("1")
        self.keys("Shift+Tab", "Tab", "Tab")
        self.page.keyboard.type("4")
        expect(editor).to_have_text("integral of t^2 for t from 1 to 4")
        self.keys("ArrowLeft", "Tab")  # to the end of the line
        self.page.keyboard.type(" // honey")
        self.keys("Enter")
        self.expect_result(2, "21")

    def test_a_pattern_goes_to_the_cursor_with_gaps(self) -> None:
        self.new_worksheet()
        self.page.get_by_role("tab", name="Patterns").click()
        self.page.get_by_role("button", name="fraction", exact=True).click()
        self.page.keyboard.type("3")
        self.keys("Tab")
        self.page.keyboard.type("8")
        expect(self.page.locator(".cm-content")).to_have_text("3/(8)")
        self.keys("Escape")
        self.page.get_by_role(
            "button", name="pi", exact=True
        ).first.click()  # no cell is open: a new line
        expect(self.page.locator(".open .cm-content")).to_have_text("pi")

    def test_brackets_close_themselves_and_are_typed_over(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("sqrt(16")
        expect(self.page.locator(".cm-content")).to_have_text("sqrt(16)")
        self.page.keyboard.type(") + 1")
        expect(self.page.locator(".cm-content")).to_have_text("sqrt(16) + 1")

    def test_an_error_is_said_while_writing_after_a_pause(self) -> None:
        self.new_worksheet()
        self.type_line("honey(n) = n/4")
        self.page.keyboard.type("2 honny(12)")
        fault = self.page.locator(".fault")
        expect(fault).to_contain_text("Nothing above this line is called honny")
        expect(self.page.locator(".cm-error-place")).to_have_text("honny")
        fault.get_by_role("button", name="honey").click()
        expect(self.page.locator(".cm-content")).to_have_text("2 honey(12)")
        expect(self.page.locator(".fault")).to_have_count(0)
        expect(self.page.locator(".ghost annotation")).to_have_text(r"\displaystyle 6")

    def test_steps_are_checked_as_they_are_typed(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("9 - 4x = 1")
        self.keys("Shift+Enter")
        self.page.keyboard.type("<=> x = 2")
        expect(self.page.locator(".draft .verdict.proved")).to_have_text("✓")

    def test_a_step_typed_into_a_new_line_goes_on_from_the_one_above(self) -> None:
        self.new_worksheet()
        self.type_line("x^2 = 7x")
        self.page.keyboard.type("<=> x = 7")
        expect(self.page.locator(".draft .verdict.wrong")).to_have_count(1)
        self.keys("Enter")
        self.type_line("(x + 1)(x + 2)")
        self.page.keyboard.type("= x^2 + 3x + 2")
        self.keys("Enter")
        self.wait_for_editor()
        self.page.keyboard.type("= 2 + x(x + 3)")
        self.keys("Escape")
        self.expect_sources("x^2 = 7x\n<=> x = 7", "(x + 1)(x + 2)\n= x^2 + 3x + 2\n= 2 + x(x + 3)")
        expect(self.cell(2).locator(".tick")).to_have_count(2)
        self.keys("Control+z")
        self.expect_sources("x^2 = 7x\n<=> x = 7", "(x + 1)(x + 2)\n= x^2 + 3x + 2")

    def test_where_there_is_no_line_above_a_step_stays_where_it_is_typed(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("= 5")
        expect(self.page.locator(".fault")).to_contain_text("line")
        self.keys("Escape")
        self.expect_sources("= 5")

    def test_notes_go_by_the_keys_of_mathematics(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("# Nectar")
        self.keys("Shift+Enter")
        self.page.keyboard.type("from twelve hives")
        self.keys("Enter")
        self.type_line("12 * 3/8")
        self.expect_sources("# Nectar\nfrom twelve hives", "12 * 3/8", "")
        # in a paragraph that is wrapped the arrows go from row to row before they leave it
        self.page.keyboard.type(" " + "The frames were weighed one by one. " * 6)
        self.keys("ArrowUp")
        expect(self.page.locator(".note.open .cm-content:focus")).to_have_count(1)
        self.keys("ArrowUp", "ArrowUp", "ArrowUp")
        expect(self.page.locator(".cell.open .cm-content:focus")).to_have_text("12 * 3/8")

    def test_the_open_line_stays_in_sight_while_results_push_it_down(self) -> None:
        self.new_worksheet()
        for k in range(12):
            self.type_line(f"1/(x^{k + 2} + 1) + 1/x")
            field = self.page.locator(".cell.open .field")
            expect(self.cell(k + 1).locator(".value .katex")).to_have_count(1)
            self.page.wait_for_timeout(60)  # the page is laid out with the result
            box = field.bounding_box()
            assert box
            self.assertLess(box["y"] + box["height"], 800, f"line {k + 2}")

    def test_who_scrolls_away_from_the_open_line_is_left_alone(self) -> None:
        self.open_worksheet(*(f"1/(x^{k % 5 + 2} + {k}) + 1/x" for k in range(80)))
        self.cell(3).locator(".left").click()
        self.wait_for_editor()
        self.page.mouse.move(500, 500)
        places = [0.0]
        for _ in range(50):
            self.page.mouse.wheel(0, 15)
            self.page.wait_for_timeout(25)  # cells that come into the window are measured
            places.append(self.page.evaluate("scrollY"))
        self.assertEqual(places, sorted(places))
        self.assertGreater(places[-1], 600)

    def test_a_number_is_nudged_and_everything_follows_as_one_step_of_undo(self) -> None:
        self.new_worksheet()
        self.type_lines("w = 2.5", "2 w", "w + 1")
        self.keys("ArrowUp", "ArrowUp", "ArrowUp")
        self.wait_for_editor()
        for _ in range(7):
            self.keys("Alt+ArrowUp")
        expect(self.page.locator(".cm-content")).to_have_text("w = 3.2")
        expect(self.cell(2).locator(".value annotation")).to_have_text(
            r"\displaystyle \frac{32}{5}"
        )
        self.keys("Escape")
        self.expect_sources("w = 3.2", "2 w", "w + 1")
        self.keys("Control+z")
        self.expect_sources("w = 2.5", "2 w", "w + 1")
        expect(self.cell(2).locator(".value annotation")).to_have_text(r"\displaystyle 5")

    def test_a_number_is_nudged_with_the_handle(self) -> None:
        self.new_worksheet()
        self.type_lines("k = -1", "k^2")
        self.page.get_by_role("button", name="nudge").click()
        handle = self.page.get_by_role("group", name="Nudge k")
        for _ in range(3):
            handle.get_by_role("button", name="More").press("Enter")
        expect(handle.locator("output")).to_have_text("2")
        self.expect_result(2, "4")

    def test_names_lead_to_their_definition_and_to_what_uses_them(self) -> None:
        self.new_worksheet()
        self.type_lines("a = 3/8", "b = 2 a", "5 + 5", "a + b")
        self.expect_result(4, r"\frac{9}{8}")
        self.page.keyboard.type("a")
        self.keys("Alt+u")
        expect(self.page.locator(".slot.pointed .number")).to_have_text(["2", "4"])
        self.keys("Alt+g")
        expect(self.page.locator(".open .cm-content")).to_have_text("a = 3/8")
        self.keys("Escape")
        expect(self.page.locator(".open")).to_have_count(0)  # the page has closed up
        self.cell(4).locator(".left [data-at]").first.hover()
        card = self.page.locator(".card")
        expect(card.locator("annotation").first).to_contain_text(r"\frac{3}{8}")
        card.get_by_role("button", name="cell 1").click()
        expect(self.page.locator(".open .cm-content")).to_have_text("a = 3/8")

    def test_values_stand_live_in_a_note(self) -> None:
        self.new_worksheet()
        self.type_line("w = 27")
        self.page.keyboard.type(" The comb weighs `= w/10 to 1 dp` kg, or `= q/0`: $$x^2$$")
        self.keys("Enter")
        note = self.page.locator(".note .text")
        expect(note.locator(".live annotation")).to_have_text("2.7")
        expect(note.locator("code.failed")).to_have_text("= q/0")
        expect(note.locator(".katex-display")).to_have_count(1)
        self.cell(1).click()
        self.wait_for_editor()
        self.keys("Control+a")
        self.page.keyboard.type("w = 31")
        self.keys("Escape")
        expect(note.locator(".live annotation")).to_have_text("3.1")

    def test_nothing_typed_is_lost_when_a_line_becomes_a_note(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type(" Twelve frames", delay=0)
        self.keys("Enter")
        self.page.keyboard.type("12/5", delay=0)
        self.keys("Escape")
        self.expect_sources("Twelve frames", "12/5")

    def test_write_again_below(self) -> None:
        self.new_worksheet()
        self.type_lines("x^2 - 3", "sqrt(147)", "2/3 + 1/6")
        self.keys("Alt+w")
        expect(self.page.get_by_role("combobox")).to_be_focused()
        self.page.keyboard.type("sq")
        expect(self.page.get_by_role("option")).to_have_count(1)
        self.keys("Enter")
        self.wait_for_editor()
        expect(self.page.locator(".open .cm-content")).to_have_text("sqrt(147)")
        self.keys("Escape")
        self.expect_sources("x^2 - 3", "sqrt(147)", "2/3 + 1/6", "sqrt(147)")

    def test_enter_makes_lines_for_those_who_prefer_it(self) -> None:
        self.new_worksheet()
        self.choose("Preferences")
        dialog = self.page.get_by_role("dialog", name="Preferences")
        dialog.get_by_text("makes another line of the cell; Shift").click()
        dialog.get_by_role("combobox", name="Decimals to").press("Enter")
        self.page.get_by_role("option", name="2 decimal places").click()
        dialog.get_by_text("130 %").click()
        self.keys("Escape")
        expect(dialog).to_be_hidden()
        self.cell(1).click()
        self.wait_for_editor()
        self.page.keyboard.type("a = 1/3")
        self.keys("Enter")
        self.page.keyboard.type("2 a")
        self.keys("Shift+Enter")
        self.expect_sources("a = 1/3\n2 a", "")
        self.assertEqual(
            self.page.locator(".cells").evaluate("element => getComputedStyle(element).zoom"), "1.3"
        )
        self.page.get_by_role("link", name="Shelf", exact=True).click()
        self.new_worksheet("Two places")
        expect(self.page.locator(".conventions")).to_contain_text("2 decimal places")


if __name__ == "__main__":
    unittest.main()
