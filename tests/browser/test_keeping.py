"""Nothing is lost: a server that goes and comes back, a window that closes, two windows in the same cell."""

from __future__ import annotations

import contextlib
import json
import unittest
from contextlib import ExitStack

from playwright.sync_api import Error, expect

from .in_browser import InBrowser, own_context, started


class Gone(InBrowser):
    """The server goes and comes back: these tests have one of their own, which each leaves as it found it."""

    on_shelf = False
    leaves_traces = True

    @classmethod
    def setUpClass(cls) -> None:
        stack = ExitStack()
        cls.addClassCleanup(stack.close)
        cls.application = started(False, stack)

    def setUp(self) -> None:
        super().setUp()
        self.new_worksheet()

    def test_what_is_written_while_the_server_is_gone_is_sent_when_it_is_back(self) -> None:
        self.type_line("a = 2")
        self.expect_sources("a = 2", "")
        self.application.kill()
        expect(self.page.locator(".state")).to_contain_text("Not connected")
        self.type_lines("a + 1", "a^5")
        expect(self.page.locator(".state")).to_contain_text("what you write is kept here")
        self.application.start()
        expect(self.page.locator(".state")).to_have_text("Saved")
        self.expect_sources("a = 2", "a + 1", "a^5", "")
        self.expect_result(3, "32")
        self.keys("Escape")  # the empty line was never there
        self.expect_sources("a = 2", "a + 1", "a^5")
        self.keys("Control+z")  # the changes are undone one by one
        self.expect_sources("a = 2", "a + 1")

    def test_unsent_changes_outlive_the_window(self) -> None:
        self.type_line("a = 2")
        self.expect_sources("a = 2", "")
        address = self.page.url
        self.application.kill()
        self.type_line("a + 40")
        expect(self.page.locator(".state")).to_contain_text("Not connected")
        self.page.close()
        self.application.start()
        self.page = self.window()
        self.page.goto(address)
        self.expect_result(2, "42")
        self.expect_sources("a = 2", "a + 40", "")


class Keeping(InBrowser):
    on_shelf = False
    leaves_traces = True

    def setUp(self) -> None:
        super().setUp()
        self.new_worksheet()

    def test_what_cannot_be_stored_waits_and_is_said(self) -> None:
        """A disk that is full: what is written stays here, and is sent when there is room."""
        said = "The disk is full, so nothing can be stored or read just now."
        self.type_line("a = 2")
        self.expect_sources("a = 2", "")
        full = {"status": 503, "json": {"detail": said, "clash": False}}
        self.page.route("**/operations", lambda route: route.fulfill(**full))  # type: ignore[arg-type]
        self.type_line("a + 40")
        expect(self.page.locator(".problem")).to_have_text(said)
        expect(self.page.locator(".state")).to_have_text("Not stored yet: what you write is kept here")
        self.expect_sources("a = 2", "")  # on the server
        self.page.unroute("**/operations")
        expect(self.page.locator(".state")).to_have_text("Saved")
        expect(self.page.locator(".problem")).to_have_count(0)
        self.expect_result(2, "42")

    def test_what_is_preferred_outlives_a_server_that_does_not_answer(self) -> None:
        """A size that never came to the server is not put back by what the server has, whenever the window is opened again."""
        context = self.page.context  # its other windows are told of the change, and would send it
        context.route("**/api/preferences", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
        self.addCleanup(context.unroute, "**/api/preferences")
        self.keys("Alt+=")
        self.page.wait_for_timeout(600)  # it is sent in vain
        self.page.reload()
        self.page.wait_for_selector(".slot")
        size = "() => JSON.parse(localStorage.getItem('preferences')).textSize"
        self.assertEqual(self.page.evaluate(size), 115)
        context.unroute("**/api/preferences")
        with self.page.expect_response(lambda answer: answer.request.method == "PUT" and answer.url.endswith("/api/preferences")) as sent:
            self.page.reload()
        self.assertEqual(sent.value.json()["textSize"], 115)
        self.wait_until("localStorage.getItem('preferences unsent') === null")

    def test_seven_windows_of_one_browser_are_open_at_once(self) -> None:
        """A browser opens six connections to one address at most: windows that held one each would shut out the seventh."""
        self.type_line("a = 2")
        self.expect_sources("a = 2", "")
        others = [self.window() for _ in range(6)]
        for other in others:
            other.goto(self.page.url)
            expect(other.locator(".slot .katex").first).to_be_visible()
        self.page.bring_to_front()
        self.page.locator(".open .cm-content").focus()
        self.type_line("a + 40")
        self.expect_result(2, "42")
        expect(others[5].locator(".slot").nth(1)).to_contain_text("42")

    def test_results_of_another_text_are_dimmed(self) -> None:
        self.type_line("a = 6/4")
        self.expect_result(1, r"\frac{3}{2}")
        self.page.route_web_socket("**/live", lambda _socket: None)  # open, and silent
        self.page.route("**/operations", lambda route: route.abort())
        self.page.locator("[data-cell]").first.click()
        self.page.keyboard.type("5")
        self.keys("Escape")
        expect(self.page.locator(".lines.stale")).to_have_count(1)

    def test_a_title_is_not_written_over_while_it_is_typed(self) -> None:
        """What arrives meanwhile has the page drawn again: with its own answers held up, and a change from another window."""
        sheet = self.page.url.rsplit("/", 1)[1].partition("?")[0]
        title = self.page.locator(".title")
        title.click()
        title.press("Control+A")
        self.page.keyboard.type("Wax and")
        address = f"{self.application.url}api/worksheets/{sheet}/operations"
        self.page.request.post(address, data={"operations": [{"op": "insert", "cell": "elsewhere", "after": None, "text": "1/2 + 1/3"}]})
        self.page.wait_for_selector("[data-slot=elsewhere]")
        self.page.keyboard.type(" honey")
        expect(title).to_have_value("Wax and honey")
        self.keys("Enter")
        expect(self.page.locator(".state")).to_have_text("Saved")
        self.page.reload()
        expect(self.page.locator(".title")).to_have_value("Wax and honey")

    def test_a_half_written_line_is_stored_when_the_window_goes(self) -> None:
        self.type_line("a = 2")
        self.page.keyboard.type("a + 4")
        address = self.page.url
        self.page.goto("about:blank")
        self.page.goto(address)
        self.page.wait_for_selector(".slot")
        self.expect_sources("a = 2", "a + 4")

    def test_what_a_window_left_behind_comes_before_what_is_done_in_the_next(self) -> None:
        """However late the browser says which windows are open: else an older choice would come after the student's next one, and take it back."""
        self.open_worksheet("59/6 + 1/7")
        worksheet = self.page.url.rsplit("/", 1)[1]
        cell = self.page.locator(".cell").first.get_attribute("data-cell")
        older = {"op": "display", "cell": cell, "display": {"line0": "exact"}}
        kept = {"batches": [{"number": 1, "operations": [older], "group": "", "again": False}], "typed": []}
        self.page.evaluate("([key, kept]) => localStorage.setItem(key, kept)", [f"unconfirmed {worksheet} gone", json.dumps(kept)])
        self.page.add_init_script(
            "const query = navigator.locks.query.bind(navigator.locks);"
            "navigator.locks.query = async () => { await new Promise((later) => setTimeout(later, 2000)); return query(); };"
        )
        sent: list[dict[str, object]] = []
        self.page.on("request", lambda request: sent.extend(json.loads(request.post_data or "{}")["operations"]) if request.url.endswith("/operations") else None)
        self.page.reload()
        self.page.wait_for_selector(".slot .value .katex")
        self.page.locator(".slot .left").first.click()
        self.wait_for_editor()
        self.keys("Control+.", "Escape")
        self.expect_result(1, "9.97619", "≈")
        for _ in range(100):
            if len(sent) > 1:
                break
            self.page.wait_for_timeout(50)
        self.assertEqual([item["display"] for item in sent], [{"line0": "exact"}, {"line0": "decimal"}])
        self.page.reload()
        self.expect_result(1, "9.97619", "≈")

    def test_a_half_written_line_outlives_a_crash(self) -> None:
        stack = ExitStack()
        self.addCleanup(stack.close)
        browser = own_context(stack)
        self.page = self.window(browser)
        self.new_worksheet()
        address = self.page.url
        self.type_line("a = 2")
        self.page.keyboard.type("a + 4")
        self.page.wait_for_timeout(600)
        self.page.once("crash", lambda _: None)
        with contextlib.suppress(Error):
            self.page.goto("chrome://crash", timeout=2_000)
        self.page = self.window(browser)
        self.page.goto(address)
        self.wait_for_editor()
        expect(self.page.locator(".open .cm-content")).to_have_text("a + 4")

    def test_a_clash_is_shown_and_the_student_decides(self) -> None:
        self.type_line("a = 2")
        self.expect_sources("a = 2", "")
        self.keys("ArrowUp")
        self.wait_for_editor()
        self.page.keyboard.type("5")  # a = 25, not confirmed
        other = self.window()
        other.goto(self.page.url)
        other.locator(".slot .cell").first.click()
        other.wait_for_selector(".cm-content:focus")
        other.keyboard.press("Control+a")
        other.keyboard.type("a = 70")
        other.keyboard.press("Escape")
        self.expect_sources("a = 70")
        self.page.bring_to_front()
        self.keys("Enter")
        clash = self.page.locator(".clash")
        expect(clash).to_contain_text("changed in another window")
        expect(clash.locator("pre")).to_have_text(["a = 25", "a = 70"])
        clash.get_by_role("button", name="Keep mine").click()
        self.expect_sources("a = 25", "")
        expect(other.locator(".slot .cell").first).to_contain_text("25")

    def test_a_line_that_was_removed_elsewhere_can_be_put_back(self) -> None:
        self.type_lines("a = 2", "b = 3")
        self.expect_sources("a = 2", "b = 3", "")
        self.keys("ArrowUp")
        self.wait_for_editor()
        self.page.keyboard.type("33")
        other = self.window()
        other.goto(self.page.url)
        other.locator(".slot .number:text-is('2')").click()
        other.keyboard.press("Delete")
        clash = self.page.locator(".clash")
        expect(clash).to_contain_text("removed in another window")
        expect(clash.locator("pre")).to_have_text("b = 333")
        clash.get_by_role("button", name="Put it at the end").click()
        self.expect_sources("a = 2", "b = 333")


if __name__ == "__main__":
    unittest.main()
