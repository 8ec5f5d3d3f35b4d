"""The interface measured in headless Chromium, against a server of its own: `python -m bench.in_browser`.

Prints the times from a key to the typeset reading and to the quick result, of opening and scrolling a long worksheet, of editing
one line of a short and of a long one, and the sizes of what is loaded.
"""

from __future__ import annotations

import gzip
import re
import statistics
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Page

from tests.browser.driver import ROOT, Application, browser_page

#: Put into the page: from the next key on, waits until what the selector finds has changed, and the frame with it is painted.
_WATCH = """
(selector) => { window.painted = new Promise((resolve) => {
  const shown = () => document.querySelector(selector)?.innerHTML;
  const before = shown();
  window.addEventListener('keydown', () => {
    const begun = performance.now();
    const over = setTimeout(() => resolve(1000), 1000);
    const watcher = new MutationObserver(() => {
      if (shown() === before || shown() === undefined) return;
      watcher.disconnect();
      clearTimeout(over);
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => resolve(performance.now() - begun); channel.port2.postMessage(0); });
    });
    watcher.observe(document.querySelector('.cells'), { subtree: true, childList: true, characterData: true });
  }, { once: true, capture: true });
}); }
"""
#: Put into every page: notes when the first results of a worksheet are painted, counted from the last click or from the start of loading.
_FIRST_SCREEN = """
{ let begun = 0;
  window.addEventListener('click', () => { begun = performance.now(); }, { capture: true });
  window.firstScreen = new Promise((resolve) => {
    const watcher = new MutationObserver(() => {
      if (!document.querySelector('.slot .value .katex')) return;
      watcher.disconnect();
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => resolve(performance.now() - begun); channel.port2.postMessage(0); });
    });
    watcher.observe(document, { subtree: true, childList: true });
  }); }
"""
#: Their last key always makes another result; a closing bracket would not, since brackets close themselves.
LINES = (
    "1/(2 sqrt(5) - 3) + 7",
    "2 sqrt(3) + sqrt(147",
    "(x^2 - 9)/(x - 3) + 5",
    "d/dx (x^2 sin x) + x^3",
    "2/3 + 5/6",
    "f(9) + sqrt(2) + f(5",
    "integral of x^2 for x from 0 to 3",
    "1/7 - 1/12",
)


def long_sheet(count: int) -> str:
    """A worksheet of so many cells, with two definitions that a quarter of the others use."""
    texts = ["a = 1", "f(x) = x^2 - 3"]
    kinds = ("{k} + 1/7", "f({k})", "sqrt({k})", "a + {k}")
    texts += [kinds[k % 4].format(k=k) for k in range(2, count)]
    return "\n\n".join(f"```slate\n{text}\n```" for text in texts)


def percentile(times: list[float], part: float) -> float:
    return sorted(times)[min(len(times) - 1, int(len(times) * part))]


def told(what: str, times: list[float]) -> None:
    median, late = statistics.median(times), percentile(times, 0.95)
    print(f"{what:52} median {median:7.1f} ms   95th percentile {late:7.1f} ms", flush=True)


def keys(page: Page) -> None:
    """From a key to the painted reading, and from the last key of a line to its result."""
    readings: list[float] = []
    results: list[float] = []
    for line in LINES:
        page.keyboard.press("Control+a")
        page.keyboard.press("Delete")
        page.wait_for_timeout(300)
        for at, char in enumerate(line):
            is_last = at == len(line) - 1
            page.evaluate(_WATCH, ".ghost" if is_last else ".read")
            page.keyboard.type(char)
            found: float = page.evaluate("window.painted")
            if is_last or found < 1000:  # typing over a closing bracket changes no reading
                (results if is_last else readings).append(found)
            page.wait_for_timeout(60)
    told("from a key to the typeset reading", readings)
    told("from the last key of a line to its quick result", results)


def beside_others(application: Application, page: Page, worksheet: str) -> None:
    """The same with eight other pages open in the same browser."""
    others = [page.context.new_page() for _ in range(8)]
    for other in others:
        other.goto(f"{application.url}w/{worksheet}")
        other.wait_for_selector(".slot .value .katex")
    page.bring_to_front()
    page.locator(".slot .cell").nth(7).locator(".left").click()  # the others had the focus
    page.wait_for_selector(".cm-content:focus")
    print("writing with eight other pages open:")
    keys(page)
    for other in others:
        other.close()


def graphs(application: Application, page: Page) -> None:
    """A worksheet of 1,000 cells, a tenth of them graphs: its first screen, and how much of the screen is blank while it is scrolled."""
    texts = [f"graph x^2 - {k} for x from -3 to {k % 5 + 3}" if k % 10 == 9 else f"{k} + 1/7" for k in range(1000)]
    worksheet = stored(application, page, "Graphs", "\n\n".join(f"```slate\n{text}\n```" for text in texts), 1000)
    times: list[float] = []
    page.add_init_script(_FIRST_SCREEN)
    for _ in range(5):
        page.goto(f"{application.url}w/{worksheet}")
        times.append(page.evaluate("window.firstScreen"))
    told("opening 1,000 cells with 100 graphs", times)
    page.wait_for_selector(".plot .curve path")
    blank: list[float] = page.evaluate(
        """() => new Promise((resolve) => {
          const shares = []; let y = 0;
          const step = () => {
            const seen = [...document.querySelectorAll('.far')].map((far) => far.getBoundingClientRect()).map((box) => Math.max(0, Math.min(box.bottom, innerHeight) - Math.max(box.top, 0)));
            shares.push(seen.reduce((sum, height) => sum + height, 0) / innerHeight); y += 60; window.scrollTo(0, y);
            shares.length < 300 ? requestAnimationFrame(step) : resolve(shares); };
          requestAnimationFrame(step); })"""
    )
    print(f"{'scrolling it: frames with a blank part':52} {sum(share > 0.01 for share in blank)} of {len(blank)}, the largest {100 * max(blank):.0f} % of the screen", flush=True)


def create(application: Application, page: Page, count: int) -> str:
    return stored(application, page, f"{count} cells", long_sheet(count), count)


def stored(application: Application, page: Page, title: str, markdown: str, count: int) -> str:
    """A worksheet of so many cells, worked out."""
    answer = page.request.post(f"{application.url}api/worksheets", data={"title": title, "markdown": markdown}, timeout=120_000)
    worksheet: str = answer.json()["id"]
    while True:
        data = page.request.get(f"{application.url}api/worksheets/{worksheet}").json()
        rows = data["results"].values()
        if len(rows) == count and all(r["kind"] != "busy" for row in rows for r in row):
            return worksheet
        time.sleep(0.5)


def editing(application: Application, page: Page, worksheets: dict[int, str]) -> None:
    """From Enter in one line to its new result on the screen: a short and a long worksheet by turns, since the machine is noisy."""
    pages = {}
    for count, worksheet in worksheets.items():
        pages[count] = page.context.new_page()
        pages[count].goto(f"{application.url}w/{worksheet}")
        pages[count].wait_for_selector(".slot .value .katex")
        pages[count].wait_for_timeout(3_000)  # opening is measured apart
    times: dict[int, list[float]] = {count: [] for count in worksheets}
    for k in range(30):
        for count, tab in pages.items():
            tab.bring_to_front()
            tab.locator(".slot .cell").nth(4).locator(".left").click()
            tab.wait_for_selector(".cm-content:focus")
            tab.keyboard.press("Control+a")
            tab.keyboard.type(f"{k + 2}/7 + {k}")
            tab.wait_for_timeout(500)
            tab.evaluate(_WATCH, ".slot:nth-child(5) .value")
            tab.keyboard.press("Enter")
            times[count].append(tab.evaluate("window.painted"))
    for count, found in times.items():
        told(f"editing one line of {count}: Enter to its result", found[2:])
    short, *_, long = (statistics.median(found[2:]) for found in times.values())
    print(f"{'the long one against the short one':52} {long / short:7.2f} times", flush=True)
    for tab in pages.values():
        tab.close()


def opening(application: Application, page: Page, worksheet: str) -> None:
    """A worksheet with stored results: from the shelf after the server was started anew, and by its address."""
    from_shelf: list[float] = []
    by_address: list[float] = []
    page.add_init_script(_FIRST_SCREEN)
    for _ in range(5):
        application.stop()
        application.start()
        page.goto(application.url)
        page.wait_for_selector(".card")
        page.get_by_role("heading", name="1000 cells").click()
        from_shelf.append(page.evaluate("window.firstScreen"))
        page.goto(f"{application.url}w/{worksheet}")
        by_address.append(page.evaluate("window.firstScreen"))
    told("opening 1,000 cells, server just started", from_shelf)
    told("opening them again, with the whole page", by_address)
    frames: list[float] = page.evaluate(
        """() => new Promise((resolve) => {
          const times = []; let last = performance.now(); let y = 0;
          const step = (now) => { times.push(now - last); last = now; y += 60; window.scrollTo(0, y);
            times.length < 240 ? requestAnimationFrame(step) : resolve(times.slice(2)); };
          requestAnimationFrame(step); })"""
    )
    told("scrolling it, 3,600 pixels a second: one frame", frames)


def sizes(application: Application, worksheets: dict[str, str]) -> None:
    """What the first load of each screen brings until its first results are painted, as it is and with gzip; what comes behind it is not waited for."""
    assets = ROOT / "web" / "dist" / "assets"
    for screen, address in worksheets.items():
        with browser_page() as page:  # a browser that has nothing yet
            loaded: list[str] = []
            page.on("requestfinished", lambda request, loaded=loaded: loaded.append(request.url.rsplit("/", 1)[1]))
            page.goto(f"{application.url}{address}")
            page.wait_for_selector(".card .katex, .slot .value .katex")
            needed = [assets / name for name in _static(assets, page.evaluate("[...document.scripts].map(s => s.src.split('/').pop())")[0], screen)]
            wanted = [file for file in needed if file.exists()]
            fonts = [name for name in loaded if name.endswith(".woff2")]
        packed = sum(len(gzip.compress(f.read_bytes())) for f in wanted) / 1024
        print(f"{screen}: scripts and styles {sum(f.stat().st_size for f in wanted) / 1024:.0f} kB, with gzip {packed:.0f} kB; {len(fonts)} fonts "
              f"{sum((assets / name).stat().st_size for name in fonts) / 1024:.0f} kB; in all so far {len(loaded)} files", flush=True)


def _static(assets: Path, entry: str, screen: str) -> set[str]:
    """The entry and the screen with everything that they import at once, and their styles."""
    screens = [file.name for file in assets.glob(f"{screen}-*.js")]
    found: set[str] = set()
    waiting = [entry, *screens]
    while waiting:
        name = waiting.pop()
        if name in found:
            continue
        found.add(name)
        waiting += re.findall(r"""(?:from|import)\s*["']\./([\w.-]+\.js)["']""", (assets / name).read_text(encoding="utf-8"))
    stems = {name.rsplit("-", 1)[0].removesuffix(".js") for name in found}
    return found | {file.name for file in assets.glob("*.css") if file.name.rsplit("-", 1)[0] in stems}


def main() -> None:
    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder:
        application = Application(Path(folder)).start()
        try:
            with browser_page() as page:
                short, long = (create(application, page, count) for count in (10, 1000))
                editing(application, page, {10: short, 1000: long})
                for worksheet, count in ((short, 10), (long, 1000)):
                    page.goto(f"{application.url}w/{worksheet}")
                    page.wait_for_selector(".slot .value .katex")
                    page.wait_for_timeout(3_000)
                    print(f"writing in a worksheet of {count} cells:")
                    page.locator(".slot .cell").nth(7).locator(".left").click()
                    page.wait_for_selector(".cm-content:focus")
                    keys(page)
                    page.keyboard.press("Escape")
                    page.keyboard.press("Control+z")
                page.goto(f"{application.url}w/{short}")
                page.wait_for_selector(".slot .value .katex")
                beside_others(application, page, long)
                opening(application, page, long)
                graphs(application, page)
            sizes(application, {"ShelfPage": "", "WorksheetPage": f"w/{short}"})  # each in a browser of its own
        finally:
            application.stop()


if __name__ == "__main__":
    main()
