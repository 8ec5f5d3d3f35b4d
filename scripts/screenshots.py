"""Takes the pictures in docs/screenshots from the demo data: `python scripts/screenshots.py [folder]`."""

from __future__ import annotations

import sys
import tempfile
from collections.abc import Callable
from functools import partial
from pathlib import Path

from playwright.sync_api import Page

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.browser.driver import Application, browser_page

#: Which worksheet a picture shows.
TITLES = {
    "print": "Homework, checked",
    "writing": "Nectar to honey",
    "patterns": "Nectar to honey",
    "checked": "Homework, checked",
    "graph": "Hive weight through the year",
    "surface": "The warm brood nest",
    "units": "The honey extractor",
    "colony": "A colony that grows",
    "using": "Honey for the market",
}


#: Pictures of the shelf itself.
ON_SHELF = ("shelf", "search")


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, Application(Path(data), demo=True) as application:
        for name, size, theme in (
            ("shelf", (1280, 800), "light"),
            ("search", (1280, 800), "light"),
            ("print", (1280, 800), "light"),
            ("worksheet", (1280, 800), "light"),
            ("worksheet-dark", (1280, 800), "dark"),
            ("writing", (1280, 800), "light"),
            ("phone", (390, 844), "light"),
            ("checked", (1280, 800), "light"),
            ("arranging", (1280, 800), "light"),
            ("patterns", (1280, 800), "light"),
            ("find", (1280, 800), "dark"),
            ("keys", (1280, 800), "light"),
            ("graph", (1280, 800), "light"),
            ("units", (1280, 800), "light"),
            ("colony", (1280, 800), "light"),
            ("surface", (1280, 800), "dark"),
            ("using", (1280, 800), "light"),
            ("handbook", (1280, 800), "light"),
            ("handbook-search", (1280, 800), "light"),
        ):
            with browser_page(size, theme) as page:
                page.goto(application.url)
                page.wait_for_selector(".card")
                if name in ON_SHELF:
                    page.wait_for_timeout(500)
                else:
                    title = TITLES.get(name, "The cheapest cell")
                    page.get_by_role("heading", name=title).click()
                    page.wait_for_selector(".value .katex")
                    page.wait_for_timeout(2_500)
                if name in PREPARE:
                    PREPARE[name](page)
                    page.wait_for_timeout(600)
                page.screenshot(path=folder / f"{name}.png")


def _write(page: Page, text: str) -> None:
    """A line at the end of the page, as it is being written."""
    height = page.locator(".page").bounding_box()["height"]
    page.locator(".page").click(position={"x": 300, "y": height - 30})
    page.wait_for_selector(".cm-content:focus")
    page.keyboard.type(text, delay=20)


def _writing(page: Page) -> None:
    _write(page, "jars(honey(31)) + 3/(2 sqrt(5) - 3)")
    page.wait_for_selector(".ghost")


def _patterns(page: Page) -> None:
    _write(page, "")
    page.get_by_role("tab", name="Patterns").click()
    page.get_by_role("button", name="between limits").click()


def _arranging(page: Page) -> None:
    page.locator(".slot .number:text-is('2')").click()
    page.keyboard.press("Shift+ArrowDown")
    page.keyboard.press("Shift+ArrowDown")
    page.locator(".slot .number:text-is('3')").click(button="right")


def _find(page: Page) -> None:
    page.keyboard.press("Control+h")
    page.keyboard.type("t")
    page.get_by_text("whole names").click()


def _plot(tool: str, page: Page) -> None:
    """The graph in the middle, with an area or a tangent."""
    plot = page.locator("svg.plot").first
    while not page.locator("svg.plot").count():  # far cells are not on the page
        page.evaluate("scrollBy(0, 300)")
        page.wait_for_timeout(100)
    plot.evaluate("plot => plot.scrollIntoView({ block: 'center' })")
    page.wait_for_timeout(500)
    plot.hover(position={"x": 80, "y": 40})
    page.get_by_role("group", name="Graph").get_by_role("button", name=tool).click()
    page.wait_for_timeout(800)


def _course(page: Page) -> None:
    """A page of a course, with an answer that is not right yet."""
    page.get_by_role("tab", name="Handbook").click()
    page.get_by_role("button", name="Functions and composition").click()
    page.get_by_role("button", name="Next: Values of a function").click()
    page.get_by_role("button", name="Next: A function of a function").click()
    page.wait_for_selector(".live .katex")
    page.get_by_label("Your line").first.fill("x^2 + 3")
    page.get_by_role("button", name="Check").first.click()
    page.get_by_role("button", name="A hint").first.click()
    page.locator(".turn").first.scroll_into_view_if_needed()


def _handbook_search(page: Page) -> None:
    page.get_by_role("tab", name="Handbook").click()
    page.get_by_label("Search the handbook").fill("gradient")


def _field(page: Page) -> None:
    """A solution through a point that is clicked."""
    page.locator("svg.plot").first.evaluate("plot => plot.scrollIntoView({ block: 'center' })")
    page.wait_for_timeout(500)
    page.locator("svg.plot").first.click(position={"x": 110, "y": 60})
    page.wait_for_timeout(900)


#: What is done before a picture is taken.
PREPARE: dict[str, Callable[[Page], None]] = {
    "search": lambda page: page.get_by_label("Find a worksheet").fill("sqrt(3)"),
    "colony": _field,
    "handbook": _course,
    "handbook-search": _handbook_search,
    "print": lambda page: page.keyboard.press("Control+p"),
    "writing": _writing,
    "patterns": _patterns,
    "arranging": _arranging,
    "find": _find,
    "keys": lambda page: page.keyboard.press("Control+F1"),
    "graph": partial(_plot, "area"),
}


if __name__ == "__main__":
    main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots"))
