"""What the browser tests have in common: one server and one Chromium for all classes of a run, a fresh window for each test."""

from __future__ import annotations

import atexit
import functools
import shutil
import tempfile
import unittest
from contextlib import ExitStack, suppress
from pathlib import Path

from playwright.sync_api import BrowserContext, Error, Locator, Page, Playwright, expect, sync_playwright

from .driver import Application, lasting_context

_OPEN = ExitStack()
atexit.register(_OPEN.close)


def started(demo: bool, stack: ExitStack) -> Application:
    """A server on a data folder of its own, which ends with the stack."""
    holder = tempfile.mkdtemp()  # a TemporaryDirectory would be gone at exit before the server is
    stack.callback(shutil.rmtree, holder, ignore_errors=True)
    application = Application(Path(holder), demo=demo).start()
    stack.callback(application.stop)
    return application


@functools.cache
def shared_server() -> Application:
    """The server of this run: its workers load once, and the demo is worked out once."""
    return started(True, _OPEN)


@functools.cache
def _playwright() -> Playwright:
    return _OPEN.enter_context(sync_playwright())


def own_context(stack: ExitStack, shared: bool = False) -> BrowserContext:
    """A Chromium for a test that ends the process of a window; it ends with the stack."""
    folder = stack.enter_context(tempfile.TemporaryDirectory(ignore_cleanup_errors=True))
    return stack.enter_context(lasting_context(_playwright(), folder, shared))


@functools.cache
def shared_context() -> BrowserContext:
    """One for all tests of a run, so that scripts are fetched and compiled once."""
    return own_context(_OPEN, shared=True)


#: What an earlier test preferred or left unconfirmed goes before the application looks at it: once in each window.
_FORGET = "if (location.protocol.startsWith('http') && !sessionStorage.length) { localStorage.clear(); sessionStorage.setItem('begun', '1'); }"


#: What a window is told to forget of the test before: what that preferred, and where it left its worksheets.
_FORGET_HERE = "() => { localStorage.clear(); document.dispatchEvent(new Event('visibilitychange')); }"
#: To another address without a new load, as a link does; what stands there yet is marked, so that it is seen to have gone.
_GO = """path => {
  for (const element of document.querySelectorAll('.slot, .card, .title')) element.dataset.before = '';
  history.pushState(null, '', path);
  dispatchEvent(new PopStateEvent('popstate', { state: null }));
}"""
#: Whether a window is as a new one would be: nothing is kept in it but what is forgotten anyway, nothing is preferred, the first tab of the panel is open, no dialog is.
_AS_NEW = """usual => {
  const preferred = Object.entries(JSON.parse(localStorage.getItem('preferences') ?? '{}'));
  return Object.keys(localStorage).every((key) => ['preferences', 'left-at'].includes(key) || key.startsWith('unconfirmed '))
    && preferred.every(([name, value]) => JSON.stringify(value) === JSON.stringify(usual[name]))
    && document.querySelector('.panel [role=tab]')?.getAttribute('aria-selected') !== 'false'
    && [...document.querySelectorAll('.el-overlay')].every((overlay) => !overlay.checkVisibility());
}"""
#: The window that the last test left as a new one would be.
_LEFT: list[Page] = []
#: Addresses of worksheets of tests that are over.
_OLD: list[str] = []


class InBrowser(unittest.TestCase):
    """Each test begins on the shelf, or without `on_shelf` with the worksheet that it makes; a JavaScript error fails it.

    A window goes from test to test as a student leaves one worksheet for another, since loading is half of the work of a short test. With `leaves_traces` a test
    does something to its window that the next must not meet (scripts, delays): it has one of its own. So has the one after a failure.
    """

    on_shelf = True
    leaves_traces = False
    size = (1280, 800)
    theme = "light"

    @classmethod
    def setUpClass(cls) -> None:
        cls.application = shared_server()

    def setUp(self) -> None:
        self.errors: list[str] = []
        self._is_on_shelf = self.on_shelf
        self._usual = shared_context().request.put(f"{self.application.url}api/preferences", data={}).json()
        left = _LEFT.pop() if _LEFT and not self.leaves_traces and self.application is shared_server() else None
        self.page = left or self._first_window()
        self._dress(self.page)
        self.page.on("pageerror", self._note_error)
        self.addCleanup(self._leave, self.page)
        if left:
            left.evaluate(_FORGET_HERE)
        if self.on_shelf:
            self.go("/")

    def _first_window(self) -> Page:
        page = shared_context().new_page()
        page.add_init_script(_FORGET)
        return page

    def _note_error(self, error: object) -> None:
        self.errors.append(str(error))

    def _leave(self, page: Page) -> None:
        """Leaves the window to the next test where it is as a new one."""
        page.remove_listener("pageerror", self._note_error)
        if page.is_closed():
            return
        outcome = self._outcome  # type: ignore[attr-defined]
        with suppress(Error):
            is_usual = page.request.get(f"{self.application.url}api/preferences").json() == self._usual
            if is_usual and not self.leaves_traces and outcome.success and page.url.startswith(shared_server().url) and page.evaluate(_AS_NEW, self._usual):
                _LEFT.append(page)
                return
        page.close()

    def _dress(self, page: Page) -> None:
        page.set_viewport_size({"width": self.size[0], "height": self.size[1]})
        page.emulate_media(color_scheme=self.theme, reduced_motion="reduce")  # type: ignore[arg-type]
        page.set_default_timeout(15_000)

    def window(self, context: BrowserContext | None = None) -> Page:
        """One more window, which ends with the test."""
        page = (context or shared_context()).new_page()
        self._dress(page)
        self.addCleanup(page.close)
        page.on("pageerror", self._note_error)
        return page

    def go(self, path: str) -> None:
        """To a page of the application: by its own ways where the window shows it, else by loading it."""
        before, address = self.page.url, self.application.url + path.lstrip("/")
        if before.startswith(self.application.url) and ("/w/" in before or "/w/" in address):
            self.page.mouse.move(0, 0)
            self.page.wait_for_selector("main", state="attached")  # before its first page is there the application follows no address
            self.page.evaluate(_GO, path)
            self.wait_until("!document.querySelector('[data-before]')")
        else:
            self.page.goto(address)
        while _OLD and self.application is shared_server():  # nobody is there any more; the shelf stays as short as a student's
            self.page.request.delete(_OLD.pop())

    def _made(self, title: str, **more: str) -> str:
        """The path of a worksheet that is made at the server. It goes with the test."""
        worksheet = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": title, **more}).json()["id"]
        if self.application is shared_server():
            self.addCleanup(_OLD.append, f"{self.application.url}api/worksheets/{worksheet}")
        return f"/w/{worksheet}"

    def tearDown(self) -> None:
        self.assertEqual(self.errors, [])

    def new_worksheet(self, title: str = "Homework") -> None:
        """A new worksheet with this title and the cursor in the first line: from the shelf, but for the first of a test that does not begin there."""
        if not self._is_on_shelf or self.page.url == "about:blank":
            self._is_on_shelf = True
            self.go(self._made(title))
            return self.wait_for_editor()
        self.page.get_by_role("button", name="New worksheet").click()
        self.page.wait_for_selector(".title:focus")
        self.page.keyboard.type(title)
        self.page.keyboard.press("Enter")
        self.wait_for_editor()

    def open_worksheet(self, *lines: str) -> None:
        """A worksheet with these cells, made at the server and opened."""
        cells = "\n\n".join(f"```slate\n{line}\n```" for line in lines)
        self.go(self._made("Homework", markdown=cells))
        self.page.wait_for_selector(".slot")

    def open_demo(self, title: str) -> None:
        self.page.get_by_role("heading", name=title).click()
        self.page.wait_for_selector(".slot .value .katex")

    def choose(self, name: str) -> None:
        """An entry of the menu in the head. On a busy machine the menu may miss a click while it is fading: it is clicked again while it is there."""
        self.page.get_by_role("button", name="More").click()
        entry = self.page.get_by_role("menuitem", name=name)
        expect(entry).to_be_visible()
        self.page.wait_for_timeout(250)
        for _ in range(4):
            if not entry.is_visible():
                return
            entry.click()
            for _ in range(40):
                if not entry.is_visible():
                    return
                self.page.wait_for_timeout(50)

    def wait_until(self, expression: str) -> None:
        """Waits until an expression of JavaScript is true: asked for again and again, since the page evaluates no texts itself."""
        for _ in range(600):
            if self.page.evaluate(expression):
                return
            self.page.wait_for_timeout(50)
        self.fail(f"{expression} did not come true")

    def wait_for_editor(self) -> None:
        self.page.wait_for_selector(".cm-content:focus")

    def keys(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)

    def type_line(self, text: str) -> None:
        """Puts a text into the open cell, all of it at once, as from a clipboard, and goes on with Enter. What is about typing presses the keys itself."""
        self.wait_for_editor()
        self.page.keyboard.insert_text(text)
        before = self.page.locator(".open").get_attribute("data-cell")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(f".open:not([data-cell='{before}']) .cm-content:focus")

    def type_lines(self, *texts: str) -> None:
        for text in texts:
            self.type_line(text)

    def cell(self, number: int) -> Locator:
        """The place of the cell with that number."""
        return self.page.locator(".slot", has=self.page.locator(f".number:text-is('{number}')"))

    def relation(self, number: int) -> str:
        return self.cell(number).locator(".result .rel").first.inner_text()

    def expect_result(self, number: int, latex: str, relation: str = "=") -> None:
        expect(self.cell(number).locator(".value annotation").first).to_have_text(
            r"\displaystyle " + latex
        )
        self.assertEqual(self.relation(number), relation)

    def sources(self) -> list[str]:
        """The texts of the cells, as the server has them."""
        worksheet = self.page.url.rsplit("/", 1)[1].split("?")[0]
        answer = self.page.request.get(f"{self.application.url}api/worksheets/{worksheet}")
        return [cell["text"] for cell in answer.json()["cells"]]

    def expect_sources(self, *texts: str) -> None:
        """Waits until the server has these texts."""
        for _ in range(150):
            if self.sources() == list(texts):
                return
            self.page.wait_for_timeout(100)
        self.assertEqual(self.sources(), list(texts))

    def clipboard(self) -> str:
        text: str = self.page.evaluate("navigator.clipboard.readText()")
        return text
