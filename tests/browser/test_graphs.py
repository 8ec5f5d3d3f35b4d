"""Graphs and tables in the page: drawn, moved, read off, shaded, saved; by mouse and by keys."""

from __future__ import annotations

import json
import math
import re
import unittest
from pathlib import Path

from playwright.sync_api import Locator, expect

from .in_browser import InBrowser

AREA = r"\frac{7 \sqrt{21}}{2} \approx 16.039"


class Graphs(InBrowser):
    on_shelf = False
    size = (1280, 1000)

    def write(self, *lines: str) -> None:
        self.open_worksheet(*lines, "")

    def two_curves(self) -> None:
        self.write("f(x) = x^2 - 3", "k(x) = x + 2", "graph f, k for x from -3 to 4")
        expect(self.curves).to_have_count(2)

    @property
    def plot(self) -> Locator:
        return self.page.locator(".plot").first

    @property
    def curves(self) -> Locator:
        return self.page.locator(".plot .curve path")

    def figure(self) -> Locator:
        return self.page.locator(".graph")

    def tool(self, name: str) -> None:
        self.figure().hover()
        self.figure().get_by_role("group", name="Graph").get_by_role(
            "button", name=name, exact=True
        ).click()

    def seen(self) -> tuple[float, float]:
        """From and to, as the plot says it."""
        label = self.plot.get_attribute("aria-label") or ""
        found = re.search(r"from (\S+) to (\S+)$", label)
        assert found, label
        return float(found[1]), float(found[2])

    def expect_window(self, low: float, high: float) -> None:
        expect(self.plot).to_have_attribute(
            "aria-label", re.compile(rf"from {re.escape(f'{low:g}')} to {re.escape(f'{high:g}')}$")
        )

    def drag(self, x: int, y: int) -> None:
        box = self.plot.bounding_box()
        assert box
        middle = (box["x"] + 250, box["y"] + 120)
        self.page.mouse.move(*middle)
        self.page.mouse.down()
        for k in range(1, 6):
            self.page.mouse.move(middle[0] + x * k / 5, middle[1] + y * k / 5)
        self.page.mouse.up()

    def listed(self, title: str) -> Locator:
        """The entries of the list under a heading."""
        return self.figure().locator(".features section", has_text=title).locator("li button")

    def test_curves_legend_and_what_was_found(self) -> None:
        self.two_curves()
        legend = self.figure().locator(".legend .label annotation")
        expect(legend).to_have_text(
            [re.compile(r"^f.* = x\^\{2\} - 3"), re.compile(r"^k.* = x \+ 2")]
        )
        expect(self.listed("Meetings")).to_have_count(2)
        expect(self.listed("Zeros of").locator("annotation")).to_have_text(
            [r"-\sqrt{3}", r"\sqrt{3}"]
        )
        self.assertEqual(self.page.locator(".plot .mark").count(), 8)
        # a mark and its entry in the list point at each other
        self.listed("Meetings").first.hover()
        expect(self.page.locator(".plot .mark.pointed")).to_have_count(1)
        self.page.locator(".plot .mark").nth(1).hover(force=True)
        expect(self.figure().locator("li button.pointed")).to_have_count(1)
        # a click adds the line that proves it
        self.listed("Meetings").first.click()
        self.expect_sources(
            "f(x) = x^2 - 3",
            "k(x) = x + 2",
            "graph f, k for x from -3 to 4",
            "solve f(x) = k(x) for x in [-3, 4]",
            "",
        )
        expect(self.cell(4)).to_contain_text("all solutions")

    def test_dragging_moves_the_window_and_never_a_definition(self) -> None:
        self.two_curves()
        before = self.curves.first.get_attribute("d")
        self.drag(100, 20)
        low, high = self.seen()
        self.assertLess(low, -3)
        self.assertAlmostEqual(high - low, 7, places=1)
        expect(self.listed("Meeting")).to_have_count(1)  # the other one is outside now
        self.assertNotEqual(self.curves.first.get_attribute("d"), before)
        self.page.reload()
        expect(self.curves).to_have_count(2)
        self.expect_window(low, high)
        self.page.locator(".number:text-is('3')").click()
        self.keys("Control+z")
        self.expect_window(-3, 4)
        expect(self.listed("Meetings")).to_have_count(2)
        self.keys("Control+y")
        self.expect_window(low, high)
        self.tool("as the line says")
        self.expect_window(-3, 4)
        self.assertEqual(self.sources()[:2], ["f(x) = x^2 - 3", "k(x) = x + 2"])

    def test_the_wheel_belongs_to_the_page_until_the_plot_has_the_focus(self) -> None:
        self.two_curves()
        self.plot.hover()
        self.page.mouse.wheel(0, 60)
        self.page.wait_for_timeout(300)
        self.expect_window(-3, 4)
        self.plot.focus()
        self.plot.hover()
        self.page.mouse.wheel(0, -120)
        expect(self.plot).not_to_have_attribute("aria-label", re.compile("from -3 to 4"))
        low, high = self.seen()
        self.assertLess(high - low, 7)

    def test_coordinates_are_read_off_and_an_axis_is_stretched(self) -> None:
        self.two_curves()
        box = self.plot.bounding_box()
        assert box
        y_of = self.plot.evaluate("(plot) => [...plot.querySelectorAll('.axes line')][0].getBoundingClientRect().top")
        self.page.mouse.move(box["x"] + 50 + 424 * 5 / 7, y_of - 40)  # x = 2: f is 1 there, k is 4
        told = self.plot.locator(".readout text")
        expect(told).to_have_text(re.compile(r"x = (1\.99|2|2\.0).*y = "))
        self.assertIn(self.plot.locator(".readout circle").evaluate("(dot) => dot.style.fill"), ("var(--curve-0)", "var(--curve-1)"))
        # the marks of the other curve step back, and the list comes to this one
        expect(self.page.locator(".features section.own").first).to_be_visible()
        self.page.mouse.move(box["x"] + 200, box["y"] + box["height"] - 15)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 340, box["y"] + box["height"] - 15, steps=4)
        self.page.mouse.up()
        low, high = self.seen()
        self.assertAlmostEqual(high - low, 3.5, delta=0.1)  # 140 px halve it
        expect(self.page.locator(".plot .labels text", has_text="−10")).to_have_count(0)
        self.tool("farther")
        self.tool("closer")
        self.assertAlmostEqual(self.seen()[1] - self.seen()[0], high - low, delta=0.1)
        self.tool("as the line says")
        self.expect_window(-3, 4)

    def test_titles_marks_and_coordinates_at_points(self) -> None:
        self.write("graph sin x for x from 0 to 2 pi")
        self.tool("window")
        fields = self.figure().locator(".window .fields").first.get_by_role("textbox")
        expect(fields.nth(1)).to_have_value("2π")
        for place, text in ((1, "3π"), (2, "pi/2; 3pi/2"), (3, "t in hours")):
            fields.nth(place).fill(text)
            fields.nth(place).press("Enter")
        self.expect_window(0, float(f"{3 * math.pi:.4g}"))
        labels = self.plot.locator(".labels")
        expect(labels).to_contain_text("t in hours")
        expect(labels).to_contain_text("3π/2")
        expect(labels).not_to_contain_text("2π")
        self.figure().get_by_label("title of the graph").fill("Tides")
        self.figure().get_by_label("title of the graph").press("Enter")
        expect(labels.locator(".title")).to_have_text("Tides")
        self.figure().get_by_text("coordinates at points").click()
        expect(self.plot.locator(".coordinates text", has_text="(1.57, 1)").first).to_be_visible()
        fields.nth(2).fill("often")
        fields.nth(2).press("Enter")
        expect(self.figure().get_by_role("alert")).to_contain_text("Marks stand at a step")
        expect(fields.nth(2)).to_have_value("often")  # what was typed stays

    def test_a_long_list_is_folded_by_kind(self) -> None:
        self.write("graph tan x, sin x, cos x for x from -6 to 6")
        zeros = self.figure().get_by_role("button", name=re.compile("Zeros of.*3")).first
        expect(zeros).to_have_attribute("aria-expanded", "false")
        zeros.click()
        expect(zeros).to_have_attribute("aria-expanded", "true")
        heights = self.figure().evaluate("(figure) => [figure.getBoundingClientRect().height, figure.querySelector('.plot').getBoundingClientRect().height]")
        self.assertLess(heights[0], 1.6 * heights[1])

    def test_what_cannot_be_listed_is_said(self) -> None:
        self.write("graph floor(10x) for x from -5 to 5")
        expect(self.figure()).to_contain_text("too often in this window")

    def test_the_window_by_keys(self) -> None:
        self.two_curves()
        self.page.locator(".number:text-is('3')").click()
        self.keys("Alt+c")
        expect(self.plot).to_be_focused()
        self.keys("ArrowRight")
        self.expect_window(-2.3, 4.7)
        self.keys("PageDown", "Shift+ArrowRight")
        self.expect_window(-2.3, 4.7)
        self.keys("Home")
        self.expect_window(-3, 4)
        self.keys("Enter")
        expect(self.page.get_by_role("dialog")).to_be_visible()
        expect(self.plot).to_be_focused()
        self.keys("Escape")
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        self.keys("Escape")
        expect(self.page.locator(".slot.marked .number")).to_have_text("3")

    def test_the_window_by_numbers_and_bad_ones(self) -> None:
        self.two_curves()
        self.tool("window")
        ends = self.figure().locator(".window .fields").first.get_by_role("textbox")
        ends.nth(0).fill("-1")
        ends.nth(0).press("Enter")
        self.expect_window(-1, 4)
        ends.nth(1).fill("soon")
        ends.nth(1).press("Enter")
        expect(self.figure().get_by_role("alert")).to_contain_text("A number is needed")
        ends.nth(1).fill("-2")
        ends.nth(1).press("Enter")
        expect(self.figure().get_by_role("alert")).to_contain_text("must be the smaller")
        self.expect_window(-1, 4)
        self.figure().get_by_role("button", name="−5 to 5").click()
        self.expect_window(-5, 5)
        ends.nth(2).fill("1/2")
        ends.nth(2).press("Enter")
        expect(self.page.locator(".plot .labels text", has_text="−4.5")).to_have_count(1)

    def test_equal_scales_make_a_circle_round(self) -> None:
        self.write("graph x^2 + y^2 = 25 for x from -8 to 8, y from -6 to 6")
        expect(self.curves).to_have_count(1)
        self.tool("window")
        self.figure().get_by_text("equal scales").click()
        self.wait_until(
            "() => { const b = document.querySelector('.plot .curve path').getBBox();"
            " return Math.abs(b.width / b.height - 1) < 0.02; }"
        )

    def test_axes_in_multiples_of_pi_and_in_degrees(self) -> None:
        self.write("graph sin x for x from 0 to 2 pi")
        expect(self.curves).to_have_count(1)
        labels = self.page.locator(".plot .labels text").all_text_contents()
        self.assertEqual(labels[:5], ["0", "π/2", "π", "3π/2", "2π"])
        self.page.get_by_role("button", name="Angles in radians: change").click()
        self.page.locator(".option", has_text="degrees").click()
        expect(self.page.locator(".plot .labels text", has_text="°").first).to_be_attached()
        self.tool("window")
        self.figure().get_by_role("button", name="one turn").click()
        expect(self.page.locator(".plot .labels text", has_text="180°")).to_have_count(1)

    def test_a_graph_is_drawn_while_its_line_is_typed(self) -> None:
        self.new_worksheet()
        self.page.keyboard.type("graph x^2 - 3")
        expect(self.page.locator(".editor .figure:not(.old) .curve path")).to_have_count(1)
        self.page.keyboard.type(", x + ")
        expect(self.page.locator(".editor .figure.old .curve path")).to_have_count(1)
        self.page.keyboard.type("2")
        expect(self.page.locator(".editor .figure:not(.old) .curve path")).to_have_count(2)
        self.keys("Enter")
        expect(self.cell(1).locator(".line .curve path")).to_have_count(2)
        self.page.keyboard.type("table of x^2 at 0, 1, 2")
        expect(self.page.locator(".editor .figure tbody tr")).to_have_count(3)
        self.keys("Control+a")
        self.page.keyboard.type("sqrt(8)")
        expect(self.page.locator(".editor .figure")).to_have_count(0)

    def test_the_area_between_two_curves(self) -> None:
        self.two_curves()
        self.tool("area")
        value = self.figure().get_by_label("Shaded area").locator(".value annotation")
        expect(value).to_have_text(AREA)
        expect(self.page.locator(".plot path.area")).to_have_count(1)
        end = self.page.get_by_role("slider", name="Right end of the area")
        end.focus()
        self.keys("ArrowLeft")
        expect(value).not_to_have_text(AREA)
        fields = self.figure().get_by_label("Shaded area").get_by_role("textbox")
        fields.first.fill("0")
        fields.first.press("Enter")
        fields.last.fill("1")
        fields.last.press("Enter")
        expect(value).to_have_text(r"\frac{31}{6} \approx 5.16667")
        fields.last.fill("honey")
        fields.last.press("Enter")
        expect(self.figure().locator(".problem")).to_be_visible()
        fields.last.fill("1")
        fields.last.press("Enter")
        value.locator("xpath=ancestor::button").click()
        self.expect_result(4, r"\frac{31}{6}")

    def test_a_handle_snaps_to_exact_places(self) -> None:
        self.two_curves()
        self.tool("area")
        handle = self.page.get_by_role("slider", name="Right end of the area")
        zero = self.page.locator(".plot .mark").nth(1).bounding_box()
        grip = handle.locator(".grip").bounding_box()
        assert zero and grip
        self.page.mouse.move(grip["x"] + 6, grip["y"] + 6)
        self.page.mouse.down()
        self.page.mouse.move(zero["x"] + 30, grip["y"])
        self.page.mouse.move(zero["x"] + 6, grip["y"])
        self.page.mouse.up()
        expect(self.figure().get_by_label("Shaded area").get_by_role("textbox").last).to_have_value(
            "sqrt(3)"
        )

    def test_a_tangent_and_its_equation(self) -> None:
        self.two_curves()
        self.tool("tangent")
        tangent = self.figure().get_by_label("Tangent", exact=True)
        place = tangent.get_by_role("textbox")
        place.fill("1")
        place.press("Enter")
        expect(tangent.locator("button annotation")).to_have_text("y = 2 x - 4")
        handle = self.page.get_by_role("slider", name="Point of the tangent")
        handle.focus()
        self.keys("ArrowRight")
        expect(place).to_have_value("1.14")
        expect(tangent.locator("button annotation")).to_have_text("y = 2.28 x - 4.2996")
        place.fill("0")
        place.press("Enter")
        expect(tangent.locator("button annotation")).to_have_text("y = -3")
        tangent.locator("button", has=self.page.locator("annotation")).click()
        self.expect_sources(
            "f(x) = x^2 - 3",
            "k(x) = x + 2",
            "graph f, k for x from -3 to 4",
            "y = -3",
            "",
        )

    def test_a_changed_or_nudged_definition_redraws(self) -> None:
        self.write("a = 2", "graph a x^2 for x from 0 to 1, y from 0 to 4")
        before = self.curves.first.get_attribute("d") or ""
        self.cell(1).locator(".cell").click()
        self.wait_for_editor()
        self.keys("Alt+ArrowUp")
        self.wait_until(f"document.querySelector('.plot .curve path')?.getAttribute('d') !== {json.dumps(before)}")

    def test_the_look_of_a_curve(self) -> None:
        self.two_curves()
        self.page.get_by_role("button", name="Look of f").click()
        self.page.get_by_role("group", name="Colour").get_by_role("button", name="violet").click()
        self.page.get_by_role("group", name="Thickness").get_by_role("button", name="thick").click()
        self.page.get_by_role("group", name="Dash").get_by_role("button", name="dotted").click()
        style = self.page.locator(".plot .curve").first
        expect(style).to_have_attribute("style", re.compile(r"curve-2.*3\.6px.*2, 3.5"))
        self.page.get_by_role("button", name="Hide this curve").click()
        expect(self.curves).to_have_count(1)
        expect(self.listed("Zeros of")).to_have_count(0)
        self.page.reload()
        expect(self.curves).to_have_count(1)

    def test_nothing_to_see_offers_where_there_is_something(self) -> None:
        self.write("graph sqrt(x - 100) for x from -10 to 10")
        expect(self.figure()).to_contain_text("Nothing of this curve lies in this window")
        self.page.get_by_role("button", name="Show where there is something").click()
        expect(self.curves).to_have_count(1)
        expect(self.figure()).not_to_contain_text("Nothing of")

    def saved(self, kind: str) -> bytes:
        self.tool("save")
        with self.page.expect_download() as download:
            self.figure().get_by_role("button", name=kind, exact=True).click()
        return Path(download.value.path()).read_bytes()

    def test_a_graph_goes_to_the_clipboard_as_a_picture(self) -> None:
        self.two_curves()
        self.tool("save")
        self.figure().get_by_role("button", name="to the clipboard").click()
        self.page.wait_for_timeout(300)
        size = "async () => { const [item] = await navigator.clipboard.read(); return item.types.includes('image/png') ? (await item.getType('image/png')).size : 0; }"
        for _ in range(100):
            if (held := self.page.evaluate(size)) > 5_000:
                break
            self.page.wait_for_timeout(100)
        self.assertGreater(held, 5_000)

    def test_saved_as_svg_png_and_csv(self) -> None:
        self.two_curves()
        svg = self.saved("SVG").decode()
        self.assertIn('xmlns="http://www.w3.org/2000/svg"', svg)
        self.assertEqual(svg.count("<script"), 0)
        self.assertIn("f(x) = x^2 - 3", svg)
        self.assertNotIn("var(", svg)
        self.assertRegex(svg, r"@font-face\{font-family:\W*KaTeX_Math\W*;.*src:url\(data:")  # the legend is typeset, with its own faces
        self.assertGreaterEqual(len(re.findall(r"<text [^>]*KaTeX", svg)), 10)
        self.assertNotIn("Drag to stretch", svg)
        self.assertEqual(self.saved("PNG")[:8], b"\x89PNG\r\n\x1a\n")
        samples = self.saved("CSV of the curves").decode().splitlines()
        self.assertEqual(samples[0], "curve,piece,x,y")
        name, piece, x, y = samples[10].split(",")
        self.assertEqual((name, piece), ("f(x) = x^2 - 3", "1"))
        self.assertAlmostEqual(float(x) ** 2 - 3, float(y))
        points = self.saved("CSV of the points").decode()
        self.assertIn("f(x) = x^2 - 3,zero,-sqrt(3),0,-1.73205,0", points)

    def test_the_size_is_dragged_and_kept(self) -> None:
        self.two_curves()
        self.figure().hover()
        grip = self.figure().locator(".grip").bounding_box()
        assert grip
        self.page.mouse.move(grip["x"] + 8, grip["y"] + 8)
        self.page.mouse.down()
        self.page.mouse.move(grip["x"] - 92, grip["y"] - 42)
        self.page.mouse.up()
        expect(self.plot).to_have_attribute("width", "392")
        self.page.reload()
        expect(self.plot).to_have_attribute("width", "392")

    def test_a_legend_leads_to_the_definition(self) -> None:
        self.two_curves()
        self.figure().locator(".legend button.label").last.click()
        expect(self.page.locator(".open .cm-content")).to_have_text("k(x) = x + 2")


class Tables(InBrowser):
    on_shelf = False

    def test_a_definition_offers_its_graph_and_its_table(self) -> None:
        self.open_worksheet("f(x) = x^2 - 3", "")
        self.cell(1).hover()
        self.cell(1).get_by_role("button", name="graph", exact=True).click()
        expect(self.page.locator(".plot .curve path")).to_have_count(1)
        self.page.locator(".number:text-is('1')").click()
        self.keys("Alt+t")
        self.expect_sources(
            "f(x) = x^2 - 3", "table of f for x from -5 to 5", "graph f", ""
        )
        expect(self.cell(2).locator("tbody tr")).to_have_count(11)

    def test_a_table_goes_on_as_points_text_and_file(self) -> None:
        self.open_worksheet("table of x^2, 1/x for x from 0 to 2 step 1/2", "")
        table = self.cell(1)
        table.hover()
        table.get_by_role("button", name="copy").click()
        rows = [row.split("\t") for row in self.clipboard().split("\n")]
        self.assertEqual(rows[0], ["x", "x^2", "1/x"])
        self.assertEqual(rows[1], ["0", "0", ""])
        self.assertEqual(rows[2], ["1/2", "1/4", "2"])
        with self.page.expect_download() as download:
            table.get_by_role("button", name="save as CSV").click()
        lines = Path(download.value.path()).read_text().splitlines()
        self.assertEqual(lines[2], "1/2,1/4,2")
        table.get_by_role("button", name="points of 1/x").click()
        expect(self.page.locator(".plot circle.given")).to_have_count(4)
        self.assertIn(
            "graph points [[1/2, 2], [1, 1], [3/2, 2/3], [2, 1/2]] joined", self.sources()
        )


if __name__ == "__main__":
    unittest.main()
