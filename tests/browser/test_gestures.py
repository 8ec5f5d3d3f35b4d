"""Gestures that must not slip: letters write, Enter is as on paper, the cursor comes back, the page stays still."""

from __future__ import annotations

import re
import time
import unittest

from playwright.sync_api import Route, expect

from .in_browser import InBrowser


class Gestures(InBrowser):
    on_shelf = False

    def marked(self) -> list[str]:
        return self.page.locator(".slot.marked .number").all_inner_texts()

    def expect_writing(self, text: str) -> None:
        """The cursor is in an open line that holds this."""
        expect(self.page.locator(".open .cm-content:focus")).to_have_text(text)

    # -- letters write, always ---------------------------------------------------------------------------------------

    def test_with_nothing_open_letters_begin_a_line_below_the_mark(self) -> None:
        self.open_worksheet("f(x) = x^2", "f(3)", "graph f for x from -2 to 2")
        self.page.keyboard.type("h + g")  # no mark yet: at the end
        self.keys("Escape", "ArrowUp", "ArrowUp")
        self.page.keyboard.type("t")
        self.keys("Escape")
        self.expect_sources("f(x) = x^2", "f(3)", "t", "graph f for x from -2 to 2", "h + g")
        plot = self.page.locator(".plot")
        plot.focus()
        self.page.keyboard.type("+0f")  # in a plot too: below its line
        self.keys("Escape")
        self.expect_sources("f(x) = x^2", "f(3)", "t", "graph f for x from -2 to 2", "+0f", "h + g")
        self.cell(1).locator(".left").click()
        self.page.get_by_role("tab", name="Handbook").focus()
        self.page.keyboard.type("1")  # with a line open the letters go there
        self.expect_writing("f(x) = x^21")

    def test_the_mark_moves_extends_and_opens(self) -> None:
        self.open_worksheet("1", "2", "3", "4")
        self.cell(2).locator(".left").click()
        self.keys("Escape")
        self.assertEqual(self.marked(), ["2"])
        self.keys("Shift+ArrowDown", "Shift+ArrowDown")
        self.assertEqual(self.marked(), ["2", "3", "4"])
        self.keys("Shift+ArrowUp", "Escape")
        self.assertEqual(self.marked(), ["3"])
        self.keys("Enter")
        self.expect_writing("3")

    def test_dragging_over_the_numerals_marks(self) -> None:
        self.open_worksheet("1", "2", "3", "4")
        boxes = [self.cell(k).locator(".number").bounding_box() for k in (2, 4)]
        (x, top), (_, bottom) = ((box["x"] + 8, box["y"] + 8) for box in boxes if box)
        self.page.mouse.move(x, top)
        self.page.mouse.down()
        self.page.mouse.move(x, bottom, steps=8)
        self.page.mouse.up()
        self.assertEqual(self.marked(), ["2", "3", "4"])
        self.expect_sources("1", "2", "3", "4")
        self.keys("Delete")
        self.expect_sources("1")

    # -- Enter as on paper -------------------------------------------------------------------------------------------

    def test_enter_gives_a_fresh_line_and_an_empty_one_goes_away(self) -> None:
        self.open_worksheet("a = 2", "b = 3")
        self.cell(1).locator(".left").click()
        self.keys("End", "Enter")
        self.expect_sources("a = 2", "", "b = 3")
        self.keys("Enter", "Enter")  # in an empty line it changes nothing
        self.expect_sources("a = 2", "", "b = 3")
        self.keys("ArrowDown")
        self.expect_writing("b = 3")
        self.expect_sources("a = 2", "b = 3")
        self.keys("Home", "Enter")  # at the very beginning: above
        self.page.keyboard.type("c = a + 1")
        self.keys("Shift+Enter")
        self.page.keyboard.type("c^2")
        self.keys("Enter")  # below the cell, not within it
        self.expect_sources("a = 2", "c = a + 1\nc^2", "", "b = 3")
        self.keys("Escape", "Control+z")
        self.expect_sources("a = 2", "b = 3")  # the line is one step, the empty ones are none
        expect(self.page.get_by_role("button", name="Undo")).to_be_disabled()

    def test_a_line_that_was_emptied_comes_back_by_undo(self) -> None:
        self.open_worksheet("a = 2")
        self.cell(1).locator(".left").click()
        self.keys("End", "Enter")
        self.page.keyboard.type("b = 3")
        self.keys("Escape", "Enter", "Control+a", "Delete", "Escape")
        self.expect_sources("a = 2")
        self.keys("Control+z")
        self.expect_sources("a = 2", "b = 3")

    def test_leaving_a_line_in_any_way_works_it_out(self) -> None:
        self.open_worksheet("a = 2", "a + 1")
        for number, leave in enumerate(("Escape", "ArrowDown", "Enter")):
            self.cell(1).locator(".left").click()
            self.keys("Control+a")
            self.page.keyboard.type(f"a = {number + 5}")
            self.keys(leave, "Escape")
            self.expect_result(2, str(number + 6))

    # -- nothing typed is lost ---------------------------------------------------------------------------------------

    def test_a_new_worksheet_waits_for_nothing(self) -> None:
        """Neither for its scripts nor for the server: what is typed meanwhile is there."""
        def late(route: Route) -> None:
            time.sleep(0.2)
            route.continue_()

        self.page = self.window()
        self.page.route(re.compile("/api/|/assets/WorksheetPage"), late)
        self.page.goto(self.application.url)
        self.page.get_by_role("button", name="New worksheet").click()
        self.page.keyboard.type("Quicl")
        self.keys("Backspace")
        self.page.keyboard.type("k")
        self.keys("Enter")
        self.page.keyboard.type("1/3 + 1/4")
        self.keys("Enter")
        self.page.keyboard.type("2 + 2")
        self.expect_result(1, r"\frac{7}{12}")
        self.page.unroute_all()
        self.expect_writing("2 + 2")
        self.keys("Escape")
        self.expect_sources("1/3 + 1/4", "2 + 2")
        self.page.reload()
        expect(self.page.locator(".title")).to_have_value("Quick")

    def test_what_is_typed_before_the_editor_has_come_stands_in_it(self) -> None:
        def late(route: Route) -> None:
            time.sleep(0.8)
            route.continue_()

        self.page = self.window()
        self.page.route(re.compile("/assets/editors"), late)
        self.open_worksheet("a = 1")
        self.page.keyboard.type("a+23")
        self.expect_writing("a+23")
        self.page.unroute_all()
        self.keys("Escape")
        self.expect_sources("a = 1", "a+23")
        self.expect_result(2, "24")

    def test_the_cursor_comes_back_from_buttons_menus_dialogs_and_paper(self) -> None:
        self.open_worksheet("59/6", "f(x) = x^2 - 3", "")
        self.cell(1).locator(".left").click()
        self.keys("Escape", "ArrowDown")
        self.page.keyboard.type("7")
        wanted = "7"

        def goes_on(letter: str) -> None:
            nonlocal wanted
            self.page.keyboard.type(letter)
            wanted += letter
            self.expect_writing(wanted)

        self.cell(1).hover()
        self.cell(1).get_by_role("button", name="as a decimal").click()
        goes_on("+1")
        self.cell(2).hover()
        self.cell(2).get_by_role("button", name="zeros").click()
        goes_on("+2")
        self.page.get_by_text("Both", exact=True).click()
        goes_on("+3")
        self.page.get_by_role("button", name="More").click()
        expect(self.page.get_by_role("menuitem", name="Keys")).to_be_visible()
        self.page.wait_for_timeout(300)
        self.keys("Escape")
        goes_on("+4")
        for dialog in ("Keys", "Preferences", "Write again below"):
            self.choose(dialog)
            expect(self.page.get_by_role("dialog", name=dialog)).to_be_visible()
            self.page.wait_for_timeout(400)
            self.keys("Escape")
            expect(self.page.get_by_role("dialog", name=dialog)).to_be_hidden()
            goes_on("+5")
        self.page.get_by_role("button", name="Angles in radians: change").click()
        self.page.get_by_role("menuitem", name=re.compile("^degrees")).click()
        goes_on("+6")
        self.cell(1).click(button="right")
        self.page.get_by_role("menuitem", name="Duplicate").click()
        goes_on("+7")
        self.keys("Enter")
        self.page.locator(".page").click(position={"x": 300, "y": 600})  # blank paper, an empty line open
        wanted = ""
        goes_on("8")

    def test_escape_closes_a_dialog_that_has_not_yet_taken_the_focus_and_leaves_the_line_open(self) -> None:
        self.open_worksheet("a = 1")
        self.cell(1).locator(".left").click()
        self.choose("Write again below")
        dialog = self.page.get_by_role("dialog", name="Write again below")
        expect(dialog).to_be_visible()
        escape = "line => { line.focus(); line.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', code: 'Escape', bubbles: true, cancelable: true })); }"
        self.page.locator(".open .cm-content").evaluate(escape)
        expect(dialog).to_be_hidden()
        self.expect_writing("a = 1")

    def test_undo_leaves_the_page_ready_to_write(self) -> None:
        self.open_worksheet("a = 1")
        self.cell(1).locator(".left").click()
        self.keys("Enter")
        self.type_lines("b = 2")
        self.keys("Control+z")  # in the empty line: what was written last
        self.expect_sources("a = 1")
        self.page.keyboard.type("c = 3")
        self.expect_writing("c = 3")

    # -- the page stays still ----------------------------------------------------------------------------------------

    def test_with_twelve_graphs_the_page_moves_as_it_is_moved(self) -> None:
        cells = [line for k in range(12) for line in (f"f_{k + 1}(x) = x^2 - {k + 2}x", f"graph f_{k + 1} for x from -3 to {k + 6}")]
        self.open_worksheet(*cells)
        self.wait_until("document.documentElement.scrollHeight > 4500")  # all are worked out
        self.page.reload()
        expect(self.page.locator(".plot .curve path").first).to_be_visible()
        height = self.page.evaluate("document.documentElement.scrollHeight")
        self.page.mouse.move(600, 400)
        for _ in range(25):
            before = self.page.evaluate("[...document.querySelectorAll('.slot')].map(s => [s.dataset.slot, s.getBoundingClientRect().top])")
            kept = next(slot for slot in before if 100 < slot[1] < 760)
            self.page.mouse.wheel(0, 100)
            self.page.wait_for_timeout(70)
            top = self.page.evaluate("id => document.querySelector(`[data-slot='${id}']`).getBoundingClientRect().top", kept[0])
            self.assertAlmostEqual(top, kept[1] - 100, delta=3)
        self.assertAlmostEqual(self.page.evaluate("document.documentElement.scrollHeight"), height, delta=160)
        self.page.evaluate("scrollTo(0, 0)")
        self.keys("End")
        self.page.wait_for_timeout(700)
        self.assertAlmostEqual(*self.page.evaluate("[scrollY + innerHeight, document.documentElement.scrollHeight]"), delta=2)

    def test_a_cell_that_grows_while_it_is_far_away_has_its_new_height(self) -> None:
        """Measured when it was one row, then with a table of twenty and more: the page is as long as it will be before it is looked at."""
        self.open_worksheet("n = 1", *["2 + 2"] * 40, "f(x) = x^2", "table of f for x from 1 to n")
        height = "document.documentElement.scrollHeight"
        self.page.mouse.wheel(0, 9000)
        expect(self.page.locator(".slot table")).to_be_visible()
        before = self.page.evaluate(height)
        self.page.mouse.wheel(0, -9000)
        expect(self.page.locator(".slot table")).to_have_count(0)
        self.cell(1).locator(".left").click()
        self.keys("End", "Backspace")
        self.page.keyboard.type("21")
        self.keys("Escape")
        self.wait_until(f"{height} > {before + 20 * 25}")
        expect(self.page.locator(".slot table")).to_have_count(0)


class Writing(InBrowser):
    on_shelf = False

    def pattern(self, name: str) -> None:
        self.page.locator("#panel-body button", has=self.page.locator(f"small:text-is('{name}')")).click()

    def test_a_sign_is_found_by_drawing_it(self) -> None:
        """With no line open it goes into a fresh one, whose editor may still be on its way."""
        self.open_worksheet("x^2")
        self.page.get_by_role("tab", name="Patterns").click()
        field = self.page.locator(".draw .field")
        box = field.bounding_box()
        assert box is not None
        alpha = ((95, 15), (78, 45), (60, 75), (36, 90), (12, 65), (18, 30), (40, 12), (62, 35), (95, 88))
        self.page.mouse.move(box["x"] + 60 + alpha[0][0], box["y"] + 15 + alpha[0][1])
        self.page.mouse.down()
        for x, y in alpha[1:]:
            self.page.mouse.move(box["x"] + 60 + x, box["y"] + 15 + y, steps=5)
        self.page.mouse.up()
        likely = self.page.locator(".likely button")
        expect(likely.first).to_contain_text("alpha")
        likely.first.click()
        self.wait_for_editor()
        expect(self.page.locator(".cm-content")).to_have_text("alpha")
        expect(field.locator("path")).to_have_count(0)
        self.page.mouse.click(box["x"] + 50, box["y"] + 50)
        expect(field.locator("path")).to_have_count(1)
        self.page.get_by_role("button", name="clear").click()
        expect(likely).to_have_count(0)

    def test_patterns_keep_what_is_there_and_their_gaps(self) -> None:
        self.new_worksheet()
        self.page.get_by_role("tab", name="Patterns").click()
        line = self.page.locator(".open .cm-content")
        self.page.keyboard.type("3x")
        self.pattern("fraction")  # what stands before the cursor is the numerator
        self.page.keyboard.type("y+1")
        self.keys("Tab")
        expect(line).to_have_text("3x/(y+1)")
        self.pattern("power")
        self.page.keyboard.type("n")
        self.keys("Tab")
        expect(line).to_have_text("3x/(y+1)^n")  # one letter needs no brackets
        self.keys("Control+a", "Delete")
        self.pattern("sum")
        self.pattern("fraction")  # within the first gap: the others live on
        for k, text in enumerate(("1", "k", "k", "2", "20")):
            self.keys(*["Tab"] * (k > 0))
            self.page.keyboard.type(text)
        expect(line).to_have_text("sum of 1/k for k from 2 to 20")
        self.keys("Control+a", "Delete")
        self.page.keyboard.type("x ")
        self.pattern("at least")
        self.page.keyboard.type("2")
        expect(line).to_have_text("x >= 2")
        self.page.get_by_label("Find a pattern or a sign").fill("surd")
        self.keys("Enter")  # the first that is found, and the cursor is back
        self.page.keyboard.type("7")
        expect(line).to_have_text("x >= 2sqrt(7)")

    def test_the_kind_of_answer_is_chosen_while_the_line_is_written(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("25/9")
        self.keys("Control+.")
        expect(self.page.locator(".ghost .rel")).to_have_text("≈")
        self.keys("Enter")
        self.expect_result(1, "2.77778", "≈")
        self.cell(1).hover()
        self.cell(1).get_by_role("button", name="3 sf").click()
        self.expect_result(1, "2.78", "≈")
        self.page.get_by_text("Both", exact=True).click()
        expect(self.cell(1).locator(".result")).to_have_count(1)  # 25/9 says itself, the decimal stands beside it
        self.expect_result(1, "2.77778", "≈")

    def test_a_word_that_begins_something_waits(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("tu + 0 tur", delay=30)
        self.page.wait_for_timeout(500)
        expect(self.page.locator(".ghost")).to_have_count(0)
        self.keys("Control+a")
        self.page.keyboard.type("3 + 4")
        expect(self.page.locator(".ghost annotation")).to_have_text(r"\displaystyle 7")

    def test_a_part_that_is_selected_is_worked_out(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("5 + 2*3^2")
        for _ in range(5):
            self.keys("Shift+ArrowLeft")
        part = self.page.locator(".part")
        expect(part).to_contain_text("18")
        part.get_by_role("button", name="as a decimal").click()
        self.keys("End")
        self.page.keyboard.type(" + 1")
        self.keys("Escape")
        self.expect_sources("5 + 2*3^2 + 1", "2*3^2 as a decimal")

    def test_offers_beside_lines(self) -> None:
        self.open_worksheet("x^2 + 4 = 0", "M = [[2, 5], [1, 4]]", "[3, 1, 4]")
        for number, name, line in ((3, "mean", "mean of [3, 1, 4]"), (2, "inverse", "inverse of M"), (1, "solve", "solve x^2 + 4 = 0")):
            self.cell(number).hover()
            self.cell(number).get_by_role("button", name=name, exact=True).click()
            expect(self.page.locator(".slot.marked .number")).to_have_text(str(number + 1))
            self.assertIn(line, self.sources())
        self.cell(2).hover()
        self.cell(2).get_by_role("button", name="in complex numbers").click()
        self.expect_result(3, r"{x = -2 i}\;\text{ or }\;{x = 2 i}", "⇒")

    def test_conventions_by_keyboard(self) -> None:
        self.open_worksheet("sin(30)", "59/6\ncos(60)")
        expect(self.page.locator(".tag")).to_have_text(["rad", "rad"])  # once a cell, in the margin
        word = self.page.get_by_role("button", name=re.compile("^Angles in"))
        word.focus()
        self.keys("Enter")
        items = self.page.get_by_role("menuitem")
        expect(items.first).to_be_focused()
        self.keys("ArrowDown")
        expect(items.nth(1)).to_be_focused()
        self.keys("Enter")
        self.expect_result(1, r"\frac{1}{2}")
        expect(word).to_be_focused()
        self.keys("Enter")
        expect(items.first).to_be_visible()
        self.keys("Escape")
        expect(items.first).to_be_hidden()
        expect(word).to_be_focused()
        digits = self.page.get_by_role("button", name=re.compile("^Decimals to"))
        digits.focus()
        self.keys("Enter")
        expect(self.page.get_by_label("Number of digits")).to_be_focused()
        self.keys("ArrowDown", "ArrowDown", "Escape")
        expect(digits).to_have_text("4 significant figures")
        expect(digits).to_be_focused()

    def test_words_beside_a_result_stay_on_the_page_and_off_the_numbers(self) -> None:
        long = " + ".join(f"{k}/{k + 7} sqrt({k + 1})" for k in range(2, 7))
        self.open_worksheet(long, f"g(x) = x^9 - 8x^7 + {long}", "7^60")
        for number in (1, 2, 3):
            cell = self.cell(number)
            cell.locator(".cell").hover()
            words, numeral, box = (cell.locator(where).bounding_box() for where in (".words", ".number", ".cell"))
            assert words and numeral and box
            right = cell.locator(".words .word:visible").last.bounding_box()
            assert right
            self.assertLessEqual(right["x"] + right["width"], box["x"] + box["width"])
            self.assertTrue(right["x"] + right["width"] <= numeral["x"] + 1 or right["y"] >= numeral["y"] + 20, number)


if __name__ == "__main__":
    unittest.main()
