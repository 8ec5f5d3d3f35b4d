"""Sampling of curves in the core, and frames while a graph is moved in headless Chromium: `python -m bench.graphs`."""

from __future__ import annotations

import statistics
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Page

from bench.in_browser import told
from tests.browser.driver import Application, browser_page
from upper_slate.core.answering.answer import work_out
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask

LINES = (
    "graph x^2 - 3 for x from -3 to 4",
    "graph tan x for x from -5 to 5",
    "graph sin(1/x) for x from -1 to 1",
    "graph x sin x for x from -20 to 20",
    "graph (x^2 - 9)/(x - 3) for x from -5 to 6",
    "graph e^(-x^2) for x from -3 to 3",
    "graph sqrt(9 - x^2) for x from -5 to 5",
    "graph x^2 + y^2 = 25 for x from -6 to 6, y from -6 to 6",
    "graph x^3 - 3x, x^2 - 1, 2 sin x for x from -3 to 3",
)
#: Moves the mouse over the plot with the button held, one step at each frame, and gives the times between frames.
_FRAMES = """
() => new Promise((resolve) => {
  const plot = document.querySelector('.plot');
  const box = plot.getBoundingClientRect();
  const at = (k) => ({ bubbles: true, cancelable: true, view: window, button: 0, buttons: 1, clientX: box.x + 250 + 80 * Math.sin(k / 20), clientY: box.y + 150 + 30 * Math.cos(k / 20) });
  plot.dispatchEvent(new MouseEvent('mousedown', at(0)));
  const times = [];
  let last = performance.now();
  const step = (now) => {
    times.push(now - last);
    last = now;
    window.dispatchEvent(new MouseEvent('mousemove', at(times.length)));
    if (times.length < 180) requestAnimationFrame(step);
    else { window.dispatchEvent(new MouseEvent('mouseup', at(times.length))); resolve(times.slice(2)); }
  };
  requestAnimationFrame(step);
})
"""
#: From a key that moves the window to the first answer with new curves, drawn.
_RENEWED = """
() => new Promise((resolve) => {
  const plot = document.querySelector('.plot');
  plot.focus();
  const begun = performance.now();
  const seen = performance.getEntriesByType('resource').length;
  plot.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
  const look = () => {
    const news = performance.getEntriesByType('resource').slice(seen).filter((entry) => entry.name.endsWith('/graph') && entry.responseEnd);
    if (news.length) requestAnimationFrame(() => resolve(performance.now() - begun));
    else setTimeout(look, 2);
  };
  look();
})
"""


def sampling() -> None:
    """Curves alone, and with everything that is found on them (ms, the best of three)."""
    print(f"{'':62}curves    with marks    points")
    for line in LINES:
        best = []
        for view in ({"marks": False}, {"marks": True}):
            times = []
            for _ in range(3):
                start = time.perf_counter()
                outcome = work_out(LineTask(line, 1, Conventions().as_dict(), view=view))
                times.append((time.perf_counter() - start) * 1000)
            best.append(min(times))
        count = sum(len(p) for c in outcome.result["graph"]["curves"] for p in c["pieces"])
        print(f"{line:62}{best[0]:6.1f}    {best[1]:10.1f}    {count:6}")


def moving(page: Page) -> None:
    """Frames while dragging, and how soon new curves come."""
    frames: list[float] = page.evaluate(_FRAMES)
    told("dragging a graph of three curves: one frame", frames)
    page.wait_for_timeout(2_000)
    renewed = []
    for _ in range(20):
        renewed.append(page.evaluate(_RENEWED))
        page.wait_for_timeout(700)
    told("a step by key: new curves and what is found on them", renewed)
    late = sum(time > 17.5 for time in frames)
    print(f"  {late} of {len(frames)} frames were late; median {statistics.median(frames):.1f} ms")


def main() -> None:
    sampling()
    with (
        tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder,
        Application(Path(folder)) as application,
        browser_page() as page,
    ):
        made = page.request.post(
            f"{application.url}api/worksheets",
            data={"title": "Graph", "markdown": f"```slate\n{LINES[-1]}\n```"},
        )
        page.goto(f"{application.url}w/{made.json()['id']}")
        page.wait_for_selector(".plot .curve path")
        page.wait_for_timeout(1_500)
        moving(page)


if __name__ == "__main__":
    main()
