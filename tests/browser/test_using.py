"""A worksheet that uses another, and what goes to the clipboard."""

from __future__ import annotations

import unittest

from playwright.sync_api import expect

from .in_browser import InBrowser


class UsingAnother(InBrowser):
    on_shelf = False

    def setUp(self) -> None:
        super().setUp()
        self.source = self.made("Cells of wax", "side = 4")
        self.open_worksheet("")

    def made(self, title: str, *texts: str) -> str:
        markdown = "\n\n".join(f"```slate\n{text}\n```" for text in texts)
        made = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": title, "markdown": markdown}).json()["id"]
        self.addCleanup(lambda: self.page.request.delete(f"{self.application.url}api/worksheets/{made}"))
        return str(made)

    def operations(self, *operations: dict[str, str]) -> None:
        self.page.request.post(f"{self.application.url}api/worksheets/{self.source}/operations", data={"operations": list(operations), "client": "another"})

    def test_by_completion_it_follows_and_leads_there(self) -> None:
        self.page.locator(".slot").first.click()
        self.wait_for_editor()
        self.page.keyboard.type("use side from cel", delay=30)
        option = self.page.locator(".cm-tooltip-autocomplete li", has_text="Cells of wax")
        expect(option).to_be_visible()
        option.click()
        self.page.keyboard.press("Enter")
        self.wait_for_editor()
        self.page.keyboard.type("side^2")
        self.page.keyboard.press("Enter")
        value = self.page.locator(".slot").nth(1).locator(".result .katex-mathml")
        expect(value.first).to_contain_text("16")
        cell = self.page.request.get(f"{self.application.url}api/worksheets/{self.source}").json()["cells"][0]["id"]
        self.operations({"op": "edit", "cell": cell, "text": "side = 5"})
        expect(value.first).to_contain_text("25")
        self.operations({"op": "title", "title": "Wax"})
        expect(self.page.locator(".slot").first).to_contain_text("Wax")
        self.page.get_by_role("tab", name="Names here").click()
        self.page.get_by_role("tabpanel").get_by_role("link", name="Wax").click()
        expect(self.page.locator(".title")).to_have_value("Wax")

    def test_cells_are_copied_with_formulas_and_as_latex(self) -> None:
        self.open_worksheet("f(x) = x^2/2", "f(3)")
        expect(self.page.locator(".slot").nth(1).locator(".result").first).to_be_visible()
        self.page.locator(".number:text-is('1')").click()
        expect(self.page.locator(".slot.marked")).to_have_count(1)
        self.keys("Control+a")
        expect(self.page.locator(".slot.marked")).to_have_count(2)
        self.keys("Control+c")
        read = "async () => { const [item] = await navigator.clipboard.read(); return item.types.includes('text/html') ? (await item.getType('text/html')).text() : ''; }"
        for _ in range(100):
            held = self.page.evaluate(read)
            if "<math" in held:
                break
            self.page.wait_for_timeout(50)
        self.assertEqual(held.count("<p>"), 2)
        self.assertIn("<mfrac>", held)
        self.assertIn("```slate\nf(x) = x^2/2\n```", self.clipboard())
        self.page.locator(".slot").nth(1).click(button="right")
        self.page.get_by_role("menuitem", name="as LaTeX").last.click()
        for _ in range(100):
            if "align*" in self.clipboard():
                break
            self.page.wait_for_timeout(50)
        self.assertIn(r"\frac{9}{2}", self.clipboard())


if __name__ == "__main__":
    unittest.main()
