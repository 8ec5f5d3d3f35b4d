"""The application as a process of its own, and Chromium to drive it with."""

from __future__ import annotations

import os
import re
import shutil
import signal
import subprocess
import sys
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path
from types import TracebackType
from typing import Self

from playwright.sync_api import Browser, BrowserContext, Page, Playwright, expect, sync_playwright

ROOT = Path(__file__).resolve().parents[2]
_FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--in-process-gpu",
]
# a window that is opened shares the process, and what it has compiled, of the others: and ends with it
_SHARED = ["--process-per-site", "--renderer-process-limit=1"]
# the shell is Chromium without its own windows and menus: the same pages for a fifth less work
_BROWSERS = ("chromium-headless-shell", "chromium", "chromium-browser")
# a busy machine may take its time: these limits are for what never comes, not for speed
expect.set_options(timeout=15_000)


class Application:
    """A server on a free port and a data folder; a context manager."""

    def __init__(self, data: Path, demo: bool = False, options: Sequence[str] = ()) -> None:
        self.data, self.demo, self.options = data, demo, options
        self.port = 0
        self.process: subprocess.Popen[str] | None = None

    def command(self) -> list[str]:
        """What starts the server."""
        command = [sys.executable, "-m", "upper_slate", "serve", "--port", str(self.port), "--data", str(self.data), *self.options]
        return [*command, "--demo", str(ROOT / "demo")] if self.demo else command

    def start(self) -> Self:
        command = self.command()
        self.process = subprocess.Popen(
            command, cwd=ROOT, stdout=subprocess.PIPE, text=True, start_new_session=True
        )
        assert self.process.stdout
        line = self.process.stdout.readline()
        found = re.search(r"http://127\.0\.0\.1:(\d+)/", line)
        assert found, f"the server did not say where it is: {line!r}"
        self.port = int(found[1])
        return self

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}/"

    def kill(self) -> None:
        """Ends the server at once, as a crash would."""
        assert self.process
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()

    def stop(self) -> None:
        if self.process and self.process.poll() is None:
            os.kill(self.process.pid, signal.SIGTERM)
            try:
                self.process.wait(timeout=8)
            except subprocess.TimeoutExpired:
                self.kill()
        if self.process and self.process.stdout:
            self.process.stdout.close()

    def __enter__(self) -> Self:
        return self.start()

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self.stop()


def _browser() -> str:
    """Where Chromium is on this machine."""
    found = next(filter(None, map(shutil.which, _BROWSERS)), None)
    assert found, "Chromium is not installed; ./test installs it"
    return found


@contextmanager
def chromium() -> Iterator[Browser]:
    """A headless Chromium."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=_browser(), args=_FLAGS)
        try:
            yield browser
        finally:
            browser.close()


@contextmanager
def lasting_context(playwright: Playwright, folder: str, shared: bool = True) -> Iterator[BrowserContext]:
    """A headless Chromium that keeps what it has compiled in a folder: a page that is opened again is there sooner. With `shared` one process does for all windows."""
    context = playwright.chromium.launch_persistent_context(
        folder, executable_path=_browser(), args=[*_FLAGS, *(_SHARED if shared else ())], permissions=["clipboard-read", "clipboard-write"]
    )
    try:
        yield context
    finally:
        context.close()


@contextmanager
def browser_page(size: tuple[int, int] = (1280, 800), theme: str = "light") -> Iterator[Page]:
    """A page in a headless Chromium of its own."""
    with chromium() as browser:
        page = browser.new_context(
            viewport={"width": size[0], "height": size[1]},
            color_scheme=theme,  # type: ignore[arg-type]
        ).new_page()
        page.set_default_timeout(15_000)
        yield page
