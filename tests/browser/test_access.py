"""Access: axe-core finds nothing on any screen in either theme; narrow windows; keys alone; text for screen readers."""

from __future__ import annotations

import re
import unittest
from pathlib import Path
from typing import Any

from playwright.sync_api import expect

from .in_browser import InBrowser

AXE = Path(__file__).resolve().parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
#: All that can be told of a page; of its other theme only what colours change.
RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]


class Access(InBrowser):
    def audit(self, what: str, within: str = "html") -> None:
        """Fails with what axe-core finds, on the page or in a part of it; in the dark only colours are another matter."""
        expect(self.page.locator(".stale, .busy")).to_have_count(0)  # what is on its way is paler
        self.page.wait_for_timeout(100)
        if not self.page.evaluate("Boolean(window.axe)"):
            # as text of the page's own origin is not allowed by its policy, it is put in by the driver
            self.page.evaluate(AXE.read_text(encoding="utf-8"))
        self._run(what, within, {"type": "tag", "values": RULES})
        self.page.emulate_media(color_scheme="dark", reduced_motion="reduce")
        expect(self.page.locator("html")).to_have_class(re.compile(r"\bdark\b"))
        self._run(f"{what}, in the dark", within, {"type": "rule", "values": ["color-contrast"]})
        self.page.emulate_media(color_scheme="light", reduced_motion="reduce")

    def _run(self, what: str, within: str, rules: dict[str, object]) -> None:
        found: list[dict[str, Any]] = self.page.evaluate(
            "([rules, within]) => axe.run(within, {runOnly: rules, resultTypes: ['violations'], rules: {"
            # the head of an open dialog is a header too, while the one of the page is out of reach
            "'landmark-no-duplicate-banner': {enabled: false}, 'landmark-unique': {enabled: false}}})"
            ".then(result => result.violations)",
            [rules, within],
        )
        told = [
            f"{v['id']}: {v['help']}: {node['html'][:160]}: {node['failureSummary'][-160:]}"
            for v in found
            for node in v["nodes"][:3]
        ]
        self.assertFalse(told, what + ":\n" + "\n".join(told))

    def test_every_screen_and_part(self) -> None:
        self.page.wait_for_selector(".card")
        self.audit("shelf")
        self.page.get_by_label("Find a worksheet").fill("sqrt(3)")
        expect(self.page.locator(".found li").first).to_be_visible()
        self.audit("search", "main")
        self.page.get_by_label("Find a worksheet").fill("")
        self.page.locator(".folders .place", has_text="Bin").click()
        self.audit("bin")
        self.page.locator(".folders .place", has_text="All worksheets").click()
        self.open_demo("Homework, checked")
        self.audit("worksheet")
        self.page.get_by_role("tab", name="Handbook").click()
        expect(self.page.get_by_role("heading", name="Courses")).to_be_visible()
        self.audit("Handbook", ".panel")
        self.page.get_by_role("button", name="Differentiation").click()
        expect(self.page.locator("#panel-body .katex").first).to_be_visible()
        self.audit("a page of the handbook", ".panel")
        self.page.get_by_role("tab", name="Patterns").click()
        expect(self.page.locator("#panel-body .katex").first).to_be_visible()
        self.audit("Patterns", ".panel")
        self.page.get_by_role("tab", name="Names here").click()
        self.page.locator(".slot .cell").first.click()
        self.wait_for_editor()
        self.keys("End", "Enter")
        self.wait_for_editor()
        self.page.keyboard.type("2 honny(12) + sq")
        expect(self.page.locator(".cm-tooltip-autocomplete li").first).to_be_visible()
        self.audit("writing", ".slot:has(.open), .cm-tooltip-autocomplete")
        self.keys("Escape")
        expect(self.page.locator(".fault")).to_be_visible()
        self.audit("an error while writing", ".slot:has(.open)")
        self.keys("Escape", "Shift+F10")
        expect(self.page.get_by_role("menu")).to_be_visible()
        self.audit("menu of a cell", "[role=menu]")
        self.keys("Escape", "Control+h")
        self.audit("find and replace", ".find")
        self.keys("Escape")

    def test_a_graph_with_its_tools(self) -> None:
        self.open_worksheet("graph x^2 - 3, x + 2 for x from -3 to 4", "table of x^2 at 0, 1")
        expect(self.page.locator(".plot .curve path")).to_have_count(2)
        self.audit("a graph", ".graph")
        tools = self.page.get_by_role("group", name="Graph")
        tools.hover()
        for name in ("area", "tangent", "window"):
            tools.get_by_role("button", name=name).click()
        self.page.get_by_role("button", name="Look of x + 2").click()
        expect(self.page.get_by_label("Shaded area").locator(".value .katex")).to_be_visible()
        self.audit("a graph with its tools", ".graph")
        self.page.evaluate(
            "scrollTo(0, document.body.scrollHeight)"
        )  # far cells are not on the page
        expect(self.page.locator(".table")).to_be_visible()
        self.audit("a table", ".table")
        self.page.locator(".plot").focus()
        self.keys("Enter")
        expect(self.page.get_by_role("dialog")).to_be_visible()
        self.audit("a graph that fills the screen", ".graph")

    def test_dialogs(self) -> None:
        self.open_demo("Nectar to honey")
        for name in ("Keys", "Preferences", "Write again below"):
            self.choose(name)
            dialog = self.page.get_by_role("dialog", name=name)
            expect(dialog).to_be_visible()
            self.page.wait_for_timeout(400)  # it fades in; half-faded text has no contrast
            self.audit(name, "[role=dialog]")
            self.keys("Escape")
            expect(dialog).to_be_hidden()
            self.page.wait_for_timeout(300)  # and gives the focus back before the next menu is opened

    def test_the_menu_of_the_head_is_within_the_window(self) -> None:
        self.open_worksheet("1 + 1")
        for width, height in ((1280, 800), (390, 844)):
            self.page.set_viewport_size({"width": width, "height": height})
            self.page.get_by_role("button", name="More").click()
            expect(self.page.get_by_role("menuitem", name="Save as Markdown")).to_be_visible()
            self.page.wait_for_timeout(300)  # it fades in from a little above its place
            box = self.page.get_by_role("menu").bounding_box()
            assert box
            self.assertGreaterEqual(box["x"], 0)
            self.assertLessEqual(box["x"] + box["width"], width)
            self.assertLessEqual(box["y"] + box["height"], height)
            self.keys("Escape")
            expect(self.page.get_by_role("menu")).to_be_hidden()

    def test_every_result_and_verdict_has_text(self) -> None:
        self.open_demo("Hexagon cells")
        results = self.page.locator(".slot .value")
        expect(results.nth(2)).to_be_visible()
        for k in range(results.count()):
            self.assertTrue(results.nth(k).locator("math").count(), k)
        self.page.get_by_role("link", name="Shelf", exact=True).click()
        self.open_demo("Homework, checked")
        ticks = self.page.locator(".tick")
        expect(ticks.nth(2)).to_be_visible()
        for k in range(ticks.count()):
            self.assertTrue(ticks.nth(k).get_attribute("aria-label"))

    def test_the_focus_is_visible_and_never_lost(self) -> None:
        self.open_demo("Nectar to honey")
        seen = set()
        for _ in range(60):
            self.keys("Tab")
            where = self.page.evaluate(
                "(() => { const e = document.activeElement; const s = getComputedStyle(e);"
                "return [e.tagName, e.textContent.slice(0, 20), s.outlineStyle !== 'none' || s.boxShadow !== 'none'"
                " || e.matches('.cm-content, [role=tabpanel], input') ]; })()"
            )
            if where[0] == "BODY":
                break
            seen.add(where[1])
            self.assertTrue(where[2], where)
        self.assertGreater(len(seen), 10)


class Narrow(InBrowser):
    size = (360, 740)

    def test_nothing_is_wider_than_the_window(self) -> None:
        for title in ("Hexagon cells", "The cheapest cell", "Hive weight through the year"):
            self.page.goto(self.application.url)
            self.open_demo(title)
            self.assertLessEqual(
                self.page.evaluate("document.documentElement.scrollWidth"), 360, title
            )

    def test_patterns_lie_under_the_line_that_is_written(self) -> None:
        self.open_demo("Nectar to honey")
        self.assertEqual(self.page.locator(".panel").count(), 0)
        self.page.locator(".slot .left").last.click()
        self.wait_for_editor()
        self.keys("Control+a", "Delete")
        self.page.get_by_role("button", name="Patterns").click()
        self.page.get_by_role("button", name="square root").click()
        self.page.keyboard.type("147")
        expect(self.page.locator(".ghost annotation")).to_have_text(r"\displaystyle 7 \sqrt{3}")
        size = self.page.get_by_role("button", name="square root").bounding_box()
        assert size
        self.assertGreaterEqual(min(size["width"], size["height"]), 44)  # for thumbs
        self.page.get_by_role("button", name="Close the panel").click()
        self.assertEqual(self.page.locator(".panel").count(), 0)


if __name__ == "__main__":
    unittest.main()
