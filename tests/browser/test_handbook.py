"""The handbook beside the page: found by aim, at the word, from an error; live lines, exercises, progress."""

from __future__ import annotations

import unittest

from playwright.sync_api import expect

from .in_browser import InBrowser


class Handbook(InBrowser):
    on_shelf = False
    leaves_traces = True

    def looked_for(self, wanted: str) -> None:
        self.page.get_by_label("Search the handbook").fill(wanted)

    def test_at_the_word_by_search_and_from_an_error(self) -> None:
        self.open_worksheet("sqrt(-4)", "")
        self.cell(2).click()
        self.wait_for_editor()
        self.page.keyboard.type("cbrt")
        self.keys("F1")
        title = self.page.locator("article h2")
        expect(title).to_have_text("Roots")
        self.cell(2).click()
        self.wait_for_editor()
        self.keys("Control+a")
        self.page.keyboard.type("(x + 1)^")
        self.keys("F1")
        expect(title).to_have_text("Powers")
        self.looked_for("gradiant of a curve")
        self.page.locator(".panel li button").first.click()
        expect(title).to_have_text("The gradient at a point")
        self.page.get_by_role("navigation", name="Where to go on").get_by_role("button", name="Tangent and normal").click()
        expect(title).to_have_text("Tangent and normal")
        self.page.get_by_role("button", name="Handbook on this error").click()
        expect(title).to_have_text("The angle of a sine")
        self.looked_for("xyzzy qwrtz")
        expect(self.page.locator(".panel")).to_contain_text("No page is about that")

    def test_live_lines_are_changed_in_place_and_sent(self) -> None:
        self.open_worksheet("1 + 1")
        self.page.get_by_role("tab", name="Handbook").click()
        self.looked_for("surds")
        self.page.locator(".panel li button").first.click()
        live = self.page.locator(".live").first
        expect(live).to_contain_text("7")
        live.get_by_role("button", name="Change").click()
        live.get_by_label("These lines").fill("sqrt(48) + sqrt(3)")
        expect(live.locator("li")).to_have_count(1)
        expect(live.locator("annotation").last).to_have_text("5 \\sqrt{3}")
        live.get_by_role("button", name="To the worksheet").click()
        self.expect_sources("1 + 1", "sqrt(48) + sqrt(3)")

    def test_an_exercise_is_checked_by_the_core_and_progress_is_kept(self) -> None:
        self.open_worksheet("1 + 1")
        self.page.get_by_role("tab", name="Handbook").click()
        self.page.get_by_role("button", name="Checking your own working").click()
        turn = self.page.locator(".turn")
        turn.get_by_label("Your line").fill("x^2 - 4x")
        turn.get_by_role("button", name="Check").click()
        expect(turn).to_contain_text("the left side is")
        turn.get_by_role("button", name="A hint").click()
        expect(turn).to_contain_text("middle term")
        turn.get_by_label("Your line").fill("(x - 2)^2")
        turn.get_by_role("button", name="Check").click()
        expect(turn).to_contain_text("That is true, but not yet what the task asks for")
        turn.get_by_label("Your line").fill("4 - 4x + x^2")
        with self.page.expect_response(lambda answer: answer.request.method == "PUT" and answer.url.endswith("/api/preferences")):
            turn.get_by_label("Your line").press("Enter")
        expect(turn).to_contain_text("That is right")
        self.page.evaluate("localStorage.clear()")
        self.page.reload()
        self.page.get_by_role("tab", name="Handbook").click()
        expect(self.page.get_by_role("button", name="Checking your own working")).to_contain_text("1 of 5 pages done")

    def test_the_pages_of_the_line_that_is_written(self) -> None:
        self.open_worksheet("turning points of x^2", "1")
        self.page.get_by_role("tab", name="Handbook").click()
        self.cell(1).locator(".left").click()
        self.wait_for_editor()
        here = self.page.locator(".panel section", has=self.page.get_by_role("heading", name="For this line"))
        expect(here).to_contain_text("Maxima, minima, turning points")


if __name__ == "__main__":
    unittest.main()
