"""Fields of slopes with solutions through points, and surfaces: clicked, typed, turned, saved."""

from __future__ import annotations

import json
import re
import unittest
from pathlib import Path

from playwright.sync_api import Locator, expect

from .in_browser import InBrowser


class FieldsAndSurfaces(InBrowser):
    on_shelf = False
    size = (1280, 1000)

    @property
    def curves(self) -> Locator:
        return self.page.locator(".plot .curve path")

    def test_solutions_through_points_of_a_field_of_slopes(self) -> None:
        self.open_worksheet("graph y' = x - y, y(0) = 1 for x from -3 to 3, y from -3 to 3")
        expect(self.page.locator(".plot .slopes")).to_have_count(1)
        expect(self.curves).to_have_count(1)
        box = self.page.locator(".plot").first.bounding_box()
        assert box is not None
        self.page.mouse.move(box["x"] + 150, box["y"] + 250)
        self.page.mouse.click(box["x"] + 150, box["y"] + 250)
        expect(self.curves).to_have_count(2)
        chosen = self.page.locator(".through")
        expect(chosen.locator("input")).to_have_count(2)
        # a drag is no click
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 220, box["y"] + 200, steps=4)
        self.page.mouse.up()
        expect(chosen).to_have_count(1)
        first = chosen.locator("input").first
        first.fill("1")
        first.press("Enter")
        chosen.locator("input").nth(1).fill("a")
        chosen.locator("input").nth(1).press("Enter")
        expect(chosen.locator(".problem")).to_contain_text("number is needed")
        chosen.locator("input").nth(1).fill("1/2")
        chosen.locator("input").nth(1).press("Enter")
        expect(self.curves).to_have_count(2)
        chosen.get_by_role("button", name="solve").click()
        expect(self.cell(2).locator(".value annotation").first).to_contain_text(r"e^{-x}")
        self.page.reload()
        expect(self.page.locator(".through")).to_have_count(1)
        self.page.locator(".through").get_by_role("button", name="Remove").click()
        expect(self.curves).to_have_count(1)
        self.page.locator(".graph").hover()
        self.page.get_by_role("button", name="solution", exact=True).click()  # by keyboard, in the middle of the window
        expect(self.curves).to_have_count(2)

    def test_a_surface_is_turned_and_seen_from_above(self) -> None:
        self.open_worksheet("graph z = x^2 - y^2 for x from -2 to 2, y from -2 to 2")
        canvas = self.page.locator("canvas")
        expect(canvas).to_have_attribute("aria-label", re.compile("heights from −4 to 4; saddle at x = 0, y = 0, z = 0"))
        expect(self.page.locator(".surface li")).to_contain_text("Saddle")
        picture = "document.querySelector('canvas').toDataURL()"
        self.wait_until(f"{picture}.length > 20000")
        seen = {self.page.evaluate(picture)}
        canvas.focus()
        for key in ("ArrowRight", "ArrowUp", "PageUp"):
            before = self.page.evaluate(picture)
            self.keys(key)
            self.wait_until(f"{picture} !== {json.dumps(before)}")
            seen.add(self.page.evaluate(picture))
        self.keys("Home")
        self.wait_until(f"{json.dumps(sorted(seen))}.includes({picture})")
        box = canvas.bounding_box()
        assert box is not None
        before = self.page.evaluate(picture)
        self.page.mouse.move(box["x"] + 200, box["y"] + 100)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 260, box["y"] + 130, steps=4)
        self.page.mouse.up()
        self.wait_until(f"{picture} !== {json.dumps(before)}")
        with self.page.expect_download() as saved:
            self.page.get_by_role("button", name="save SVG").click()
        drawing = Path(saved.value.path()).read_text("utf-8")
        self.assertEqual(drawing.count("<polygon"), 1600)
        self.assertIn("<title>Surface", drawing)
        self.page.get_by_role("button", name="level lines").click()
        expect(canvas).to_have_count(0)
        expect(self.curves.first).to_be_attached()


if __name__ == "__main__":
    unittest.main()
