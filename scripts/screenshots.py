"""Takes the pictures in docs/screenshots from the demo data: `python scripts/screenshots.py [folder]`."""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.browser.driver import Application, browser_page

#: Which worksheet a picture shows.
TITLES = {
    "writing": "Nectar to honey",
    "checked": "Homework, checked",
    "graph": "Hive weight through the year",
    "graph-dark": "Hive weight through the year",
}


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, Application(Path(data), demo=True) as application:
        for name, size, theme in (
            ("shelf", (1280, 800), "light"),
            ("worksheet", (1280, 800), "light"),
            ("worksheet-dark", (1280, 800), "dark"),
            ("writing", (1280, 800), "light"),
            ("phone", (390, 844), "light"),
            ("checked", (1280, 800), "light"),
            ("graph", (1280, 800), "light"),
            ("graph-dark", (1280, 800), "dark"),
        ):
            with browser_page(size, theme) as page:
                page.goto(application.url)
                page.wait_for_selector(".card")
                if name == "shelf":
                    page.wait_for_timeout(300)
                else:
                    title = TITLES.get(name, "The cheapest cell")
                    page.get_by_role("heading", name=title).click()
                    page.wait_for_selector(".value .katex")
                    page.wait_for_timeout(2_500)
                if name == "writing":
                    page.locator(".page").click(
                        position={
                            "x": 300,
                            "y": page.locator(".page").bounding_box()["height"] - 30,
                        }
                    )
                    page.wait_for_selector(".cm-content")
                    page.keyboard.type("jars(honey(31)) + 3/(2 sqrt(5) - 3)", delay=20)
                    page.wait_for_selector(".ghost")
                    page.wait_for_timeout(400)
                if name.startswith("graph"):
                    page.locator("svg.plot").scroll_into_view_if_needed()
                    page.wait_for_timeout(400)
                page.screenshot(path=folder / f"{name}.png")


if __name__ == "__main__":
    main(Path(sys.argv[1] if len(sys.argv) > 1 else "docs/screenshots"))
