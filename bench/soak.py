"""Twenty students for an hour, with two windows each: `python -m bench.soak MINUTES`, where the hour is told in so many.

The clocks of what goes by time (desks that nobody looks at, tidying up) run as much faster. Printed are the memory of the server along
the way, and what is left when everybody has gone: threads, processes, and the database beside what it holds.
"""

from __future__ import annotations

import random
import subprocess
import sys
import tempfile
import threading
import time
from pathlib import Path
from typing import Any

import httpx

from bench.hostile import known_lines
from tests.browser.driver import Application
from tests.processes import descendants, memory_of, threads_of
from upper_slate.desk import office

HOUR = 60.0
STUDENTS = 20
#: Seconds between two acts of a student in the hour that is told.
_PACE = 8.0
#: How often a student goes on to another worksheet: after two dozen acts, as with homework.
_ANOTHER = 1 / 24
_NOTE = "The comb of a hive has $a = {k}$ rows; {{{{a + {k}}}}} of them are full."


class HastyServer(Application):
    """The application with its clocks that much faster."""

    def __init__(self, data: Path, haste: float) -> None:
        super().__init__(data)
        self._haste = haste

    def command(self) -> list[str]:
        return [sys.executable, "-m", "bench.hasty_server", str(self._haste), str(self.port), str(self.data)]


class Student:
    """Opens worksheets, writes, looks at graphs, takes back; each worksheet in two windows."""

    def __init__(self, server: Application, number: int, haste: float, lines: list[str]) -> None:
        self._server, self._haste, self._lines = server, haste, lines
        self._draw = random.Random(number)
        self._name = f"s{number}"
        self._http = httpx.Client(base_url=f"{server.url}api/", timeout=60)
        self._sheets: list[str] = []
        self._sheet = ""
        self._count = 0
        self._left: threading.Event = threading.Event()
        self.failed: list[str] = []
        self.acts = 0

    def work(self, ends: threading.Event) -> None:
        while not ends.is_set():
            try:
                self._act()
                self.acts += 1
            except Exception as error:
                self.failed.append(f"{type(error).__name__}: {error}")
            ends.wait(self._draw.expovariate(self._haste / _PACE))
        self._left.set()

    def _act(self) -> None:
        if not self._sheet or self._draw.random() < _ANOTHER:
            return self._open()
        kind = self._draw.choices(("line", "edit", "note", "graph", "undo", "remove"), (40, 20, 6, 6, 8, 6))[0]
        cells = self._post("", method="GET")["cells"]
        if kind in ("line", "note", "graph") or not cells:
            self._insert(kind, cells[-1]["id"] if cells else None)
        elif kind == "edit":
            cell = self._draw.choice(cells)["id"]
            self._type(cell, text := self._draw.choice(self._lines))
            self._operate({"op": "edit", "cell": cell, "text": text})
        elif kind == "remove":
            self._operate({"op": "remove", "cell": self._draw.choice(cells)["id"]})
        else:
            self._post("/undo", {})

    def _open(self) -> None:
        """Another worksheet, in two windows; the windows of the one before are closed."""
        self._left.set()
        self._left = threading.Event()
        if self._sheets and self._draw.random() < 0.6:
            self._sheet = self._draw.choice(self._sheets)
        else:
            self._sheet = self._http.post("worksheets", json={"title": f"Homework {self._name} {len(self._sheets)}"}).raise_for_status().json()["id"]
            self._sheets.append(self._sheet)
        for _ in range(2):
            threading.Thread(target=self._window, args=(self._sheet, self._left), daemon=True).start()

    def _window(self, sheet: str, left: threading.Event) -> None:
        """Listens to the events of a worksheet until it is left."""
        try:
            with httpx.stream("GET", f"{self._server.url}api/worksheets/{sheet}/events", timeout=30) as events:
                for _ in events.iter_lines():
                    if left.is_set():
                        return
        except httpx.HTTPError as error:
            self.failed.append(f"a window: {error}")

    def _insert(self, kind: str, after: str | None) -> None:
        self._count += 1
        cell = f"{self._name}x{self._count}"
        k = self._count % 9 + 2
        if kind == "note":
            return self._operate({"op": "insert", "cell": cell, "after": after, "kind": "note", "text": _NOTE.format(k=k)})
        text = f"graph x^3 - {k}x for x from -3 to {k}" if kind == "graph" else self._draw.choice(self._lines)
        if kind == "line":
            self._type(None, text)
        self._operate({"op": "insert", "cell": cell, "after": after, "kind": "math", "text": text})
        if kind == "graph":
            view = {"window": [-1.0, float(k), -5.0, 5.0], "marks": True}
            self._post("/graph", {"client": self._name, "cell": cell, "line": 0, "view": view})

    def _type(self, cell: str | None, text: str) -> None:
        """A line as it grows: read at each third of it, and its quick result at the end."""
        for part in (len(text) // 3, 2 * len(text) // 3, len(text)):
            self._post("/draft", {"client": self._name, "cell": cell, "text": text[:part]})
        self._post("/draft/results", {"client": self._name, "cell": cell, "text": text})

    def _operate(self, operation: dict[str, Any]) -> None:
        self._post("/operations", {"operations": [operation], "client": self._name})

    def _post(self, address: str, body: dict[str, Any] | None = None, method: str = "POST") -> dict[str, Any]:
        answer = self._http.request(method, f"worksheets/{self._sheet}{address}", json=body)
        if answer.status_code not in (200, 201, 204, 409):  # two windows may want to change the same
            raise AssertionError(f"{answer.status_code} {answer.text[:200]} for {address} {body}")
        found: dict[str, Any] = answer.json()
        return found


def soak(minutes: float) -> list[str]:
    """Runs the hour; what went wrong."""
    haste = HOUR / minutes
    lines = [line for page in known_lines() for line in page if len(line) < 60 and "\n" not in line]
    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder, HastyServer(Path(folder), haste) as server:
        assert server.process
        students = [Student(server, k, haste, lines) for k in range(STUDENTS)]
        ends = threading.Event()
        threads = [threading.Thread(target=student.work, args=(ends,)) for student in students]
        begun = time.monotonic()
        for thread in threads:
            thread.start()
        memory = {}
        for minute in (5, 15, 30, 45, 60):
            time.sleep(max(0.0, begun + 60 * minute / haste - time.monotonic()))
            memory[minute] = (memory_of(server.process.pid), sum(memory_of(pid) for pid in descendants(server.process.pid)))
            print(f"after {minute:2} minutes: server {memory[minute][0]:.0f} MB, its processes {memory[minute][1]:.0f} MB, {threads_of(server.process.pid)} threads, "
                  f"{len(descendants(server.process.pid))} processes", flush=True)
        ends.set()
        for thread in threads:
            thread.join()
        print(f"{sum(s.acts for s in students)} acts, {sum(len(s.failed) for s in students)} failed")
        found = [failure for student in students for failure in student.failed][:5]
        found += _left_over(server, haste)
        if memory[60][0] > 1.3 * memory[5][0]:
            found.append(f"the server has {memory[60][0] / memory[5][0]:.2f} times the memory that it had after five minutes")
        return found + _database(Path(folder), server)


def _left_over(server: Application, haste: float) -> list[str]:
    """Everybody has gone: after a while no desk is open, and there are no more processes than at the start."""
    assert server.process
    time.sleep(max(25.0, 2 * office.UNUSED / haste))
    threads, processes = threads_of(server.process.pid), len(descendants(server.process.pid))
    print(f"after everybody has gone: server {memory_of(server.process.pid):.0f} MB, {threads} threads, {processes} processes", flush=True)
    names = subprocess.run(["ps", "-L", "-o", "comm=", "-p", str(server.process.pid)], capture_output=True, text=True, check=False).stdout.split("\n")
    return [f"{len(desks)} desks are open"] if (desks := [name for name in names if name.startswith("desk")]) else []


def _database(folder: Path, server: Application) -> list[str]:
    """The file beside a copy of it that has no free page."""
    server.stop()
    size = sum(file.stat().st_size for file in folder.glob("upper-slate.sqlite*"))
    compact = folder / "compact.sqlite"
    subprocess.run([sys.executable, "-c", f"import sqlite3; sqlite3.connect({str(folder / 'upper-slate.sqlite')!r}).execute('VACUUM INTO ?', ({str(compact)!r},))"], check=True)
    held = compact.stat().st_size
    print(f"database {size / 1e6:.1f} MB, what it holds {held / 1e6:.1f} MB")
    return [f"the database has {size / held:.2f} times the size of what it holds"] if size > 1.4 * held + 4_000_000 else []


def main(arguments: list[str]) -> int:
    wrong = soak(float(arguments[0]) if arguments else 10.0)
    print(*wrong, sep="\n")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
