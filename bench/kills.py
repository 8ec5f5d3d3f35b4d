"""The server and its workers are killed again and again while two windows write: `python -m bench.kills SERVERS WORKERS SEED`.

What was confirmed is there, in its order, with the way back; what was sent and not confirmed is sent again, as a window does it.
"""

from __future__ import annotations

import os
import random
import signal
import sys
import tempfile
import threading
import time
from dataclasses import dataclass, field
from fractions import Fraction
from pathlib import Path
from typing import Any

import httpx

from tests.browser.driver import Application
from tests.processes import descendants
from upper_slate.core.line.conventions import Conventions
from upper_slate.store.housekeeping import STEPS
from upper_slate.store.operations import apply_operations, from_data, take_back
from upper_slate.store.states import CellState, SheetState

#: Seconds in which a window must get through to the server.
_PATIENCE = 60.0
#: Sums are written in sevenths, so that each has a value of its own.
_SEVENTHS = 7
#: One for all threads: a client of its own for each request reads all certificates of the machine each time. The server speaks plain HTTP.
_HTTP = httpx.Client(timeout=10, verify=False)


@dataclass
class Report:
    """What was done, and what went wrong."""

    killed: int = 0
    workers: int = 0
    confirmed: int = 0
    sent_again: int = 0
    steps: int = 0
    wrong: list[str] = field(default_factory=list)

    def told(self) -> str:
        return (f"{self.killed} servers and {self.workers} workers killed; {self.confirmed} changes confirmed, {self.sent_again} of them sent more than once, "
                f"{self.steps} steps of undo and redo; {len(self.wrong)} wrong")


def _pause(report: Report, draw: random.Random) -> None:
    """Until the next kill: half of them may come while the server is only beginning, before others something was confirmed again."""
    before, end, waits = report.confirmed, time.monotonic() + 10, draw.random() < 0.5
    while waits and report.confirmed == before and time.monotonic() < end:
        time.sleep(0.05)
    time.sleep(draw.uniform(0.02, 0.8))


class Window:
    """What one window writes: cells of its own, which nobody else touches, so that their texts and their order are known."""

    def __init__(self, server: Application, worksheet: str, name: str, seed: int, report: Report) -> None:
        self._server, self._worksheet, self._name, self._report = server, worksheet, name, report
        self._draw = random.Random(f"{name} {seed}")
        self.cells: list[tuple[str, str]] = []
        self._count = 0

    def write(self, ends: threading.Event) -> None:
        """Changes one thing after the other until it ends."""
        while not ends.is_set():
            try:
                self._one_change()
            except AssertionError as error:
                self._report.wrong.append(str(error))
                return
            time.sleep(self._draw.uniform(0, 0.03))

    def _one_change(self) -> None:
        kind = self._draw.choice(("insert", "insert", "edit", "edit", "move", "remove")) if len(self.cells) > 2 else "insert"
        if len(self.cells) > 40:
            kind = "remove"
        self._count += 1
        at = self._draw.randrange(len(self.cells)) if self.cells else 0
        after = [*self.cells]
        text = f"{self._count} + {self._draw.randint(1, 6)}/{_SEVENTHS}"
        if kind == "insert":
            cell = f"{self._name}{self._count}"
            operation = {"op": "insert", "cell": cell, "after": self.cells[at][0] if self.cells else None, "kind": "math", "text": text}
            after.insert(at + 1, (cell, text))
        elif kind == "edit":
            cell, was = self.cells[at]
            operation = {"op": "edit", "cell": cell, "text": text, "was": was}
            after[at] = (cell, text)
        elif kind == "remove":
            operation = {"op": "remove", "cell": after.pop(at)[0]}
        else:
            moved = after.pop(at)
            to = self._draw.randrange(len(after))
            operation = {"op": "move", "cell": moved[0], "after": after[to][0]}
            after.insert(to + 1, moved)
        sent(self._server, self._report, f"worksheets/{self._worksheet}/operations", {"operations": [operation], "client": f"{self._name}/{self._count}"}, again=True)
        self.cells = after
        self._report.confirmed += 1


def sent(server: Application, report: Report, address: str, body: dict[str, Any], again: bool = False) -> dict[str, Any]:
    """Sends until there is an answer, as the windows do; what may have arrived already says so (`again`)."""
    end = time.monotonic() + _PATIENCE
    first = True
    while time.monotonic() < end:
        try:
            answer = _HTTP.post(f"{server.url}api/{address}", json=body)
        except httpx.TransportError:
            report.sent_again += first
            first = False
            body = body | {"again": True} if again else body
            time.sleep(0.05)
            continue
        assert answer.status_code < 300, f"{answer.status_code} {answer.text} for {body}"
        found: dict[str, Any] = answer.json()
        return found
    raise AssertionError(f"no answer for {body}")


def state(server: Application, worksheet: str) -> dict[str, Any]:
    """The worksheet as a window that opens it gets it."""
    end = time.monotonic() + _PATIENCE
    while True:
        try:
            found: dict[str, Any] = _HTTP.get(f"{server.url}api/worksheets/{worksheet}").json()
            return found
        except httpx.TransportError:
            if time.monotonic() > end:
                raise
            time.sleep(0.05)


def two_windows(server: Application, servers: int, workers: int, seed: int) -> Report:
    """Two windows write at once while the server, and workers of it, are killed so often; then everything is compared."""
    report, draw, ends = Report(), random.Random(seed), threading.Event()
    worksheet = sent(server, report, "worksheets", {"title": "Comb"})["id"]
    windows = [Window(server, worksheet, name, seed, report) for name in ("left", "right")]
    threads = [threading.Thread(target=window.write, args=(ends,)) for window in windows]
    for thread in threads:
        thread.start()
    kinds = ["server"] * servers + ["worker"] * workers
    draw.shuffle(kinds)
    for kind in kinds:
        _pause(report, draw)
        if kind == "server":
            server.kill()
            server.start()
            report.killed += 1
        else:
            report.workers += _kill_a_worker(server, draw)
    ends.set()
    for thread in threads:
        thread.join()
    _compare(server, worksheet, windows, report)
    return report


def _kill_a_worker(server: Application, draw: random.Random) -> bool:
    assert server.process
    children = descendants(server.process.pid)
    if not children:
        return False
    try:
        os.kill(draw.choice(children), signal.SIGKILL)
    except ProcessLookupError:
        return False
    return True


def _compare(server: Application, worksheet: str, windows: list[Window], report: Report) -> None:
    """Cells and their order, their results, and the way back to the empty page and forth again."""
    cells = [(c["id"], c["text"]) for c in state(server, worksheet)["cells"]]
    written = {cell for window in windows for cell, _ in window.cells}
    for window in windows:
        own = {cell for cell, _ in window.cells}
        if (there := [c for c in cells if c[0] in own]) != window.cells:
            report.wrong.append(f"the cells of a window are {there} and should be {window.cells}")
    begun = [(cell, text) for cell, text in cells if cell not in written]
    if any(text for _, text in begun):
        report.wrong.append(f"cells that were removed are there: {begun}")
    report.wrong += _wrong_results(server, worksheet, report)
    for step, goal in (("undo", begun), ("redo", cells)):
        while sent(server, report, f"worksheets/{worksheet}/{step}", {})["canUndo" if step == "undo" else "canRedo"]:
            report.steps += 1
        if step == "undo" and report.steps >= STEPS:  # so many are kept, and no more
            continue
        if (found := [(c["id"], c["text"]) for c in state(server, worksheet)["cells"]]) != goal:
            report.wrong.append(f"after the last {step} there is {found} instead of {goal}")


def _wrong_results(server: Application, worksheet: str, report: Report) -> list[str]:
    """Each sum has its value; one whose worker was killed says so, and has it after it was tried again."""
    end = time.monotonic() + _PATIENCE
    while time.monotonic() < end:
        data = state(server, worksheet)
        missing = []
        for cell in data["cells"]:
            row = (data["results"].get(cell["id"]) or [None])[-1]
            # what is shown of an earlier text is paler in the window, and waits for its own result
            if cell["text"] and (row is None or row["error"] or row["exact"] is None or row["source"] != cell["text"]):
                missing.append((cell["text"], row and (row["source"], row["kind"], row["error"], row.get("busySince"))))
                if row is not None and row["error"]:
                    sent(server, report, f"worksheets/{worksheet}/again", {"cell": cell["id"]})
            elif cell["text"] and Fraction(row["exact"]["text"]) != _value(cell["text"]):
                return [f"{cell['text']} is said to be {row['exact']['text']}"]
        if not missing:
            return []
        time.sleep(0.2)
    return [f"no result for {missing}"]


def _value(text: str) -> Fraction:
    whole, part = text.split(" + ")
    return int(whole) + Fraction(part)


def one_after_the_other(server: Application, servers: int, seed: int) -> Report:
    """Changes, undo and redo in turn while the server is killed: the page is one that a model of it allows, and so is every step of the way back."""
    report, draw, ends = Report(), random.Random(seed), threading.Event()
    worksheet = sent(server, report, "worksheets", {"title": "Comb"})["id"]
    begun = state(server, worksheet)
    model = _Model(SheetState(begun["title"], Conventions().as_dict(), tuple(CellState(c["id"], c["kind"], c["text"], c["display"]) for c in begun["cells"])))
    killer = threading.Thread(target=_kill_often, args=(server, servers, draw, ends, report))
    killer.start()
    count = 0
    try:
        while killer.is_alive():
            count += 1
            _one_step(server, worksheet, model, draw, count, report)
    except AssertionError as error:
        report.wrong.append(str(error))
    ends.set()
    killer.join()
    while model.done and not report.wrong:
        sent(server, report, f"worksheets/{worksheet}/undo", {})
        model.undo()
        report.steps += 1
        _expect(server, worksheet, model.sheet, "on the way back")
    return report


def _kill_often(server: Application, servers: int, draw: random.Random, ends: threading.Event, report: Report) -> None:
    pauses = random.Random(draw.random())
    while report.killed < servers and not ends.is_set():
        _pause(report, pauses)
        server.kill()
        server.start()
        report.killed += 1


class _Model:
    """A worksheet in memory with its history."""

    def __init__(self, sheet: SheetState) -> None:
        self.sheet = sheet
        self.done: list[tuple[SheetState, SheetState]] = []
        self.undone: list[tuple[SheetState, SheetState]] = []

    def change(self, operation: dict[str, Any]) -> None:
        after, inverse = apply_operations(self.sheet, from_data([operation]))
        if after == self.sheet:
            return
        assert take_back(after, inverse) == self.sheet
        self.done.append((self.sheet, after))
        self.undone, self.sheet = [], after

    def undo(self) -> None:
        if self.done:
            self.undone.append(self.done.pop())
            self.sheet = self.undone[-1][0]

    def redo(self) -> None:
        if self.undone:
            self.done.append(self.undone.pop())
            self.sheet = self.done[-1][1]


def _one_step(server: Application, worksheet: str, model: _Model, draw: random.Random, count: int, report: Report) -> None:
    ids = [c.id for c in model.sheet.cells]
    kind = draw.choice(("insert", "insert", "edit", "move", "remove", "undo", "undo", "redo")) if len(ids) > 2 else "insert"
    if kind in ("undo", "redo"):
        _step(server, worksheet, model, kind, report)
        return
    text = f"{count} + {draw.randint(1, 6)}/{_SEVENTHS}"
    operation: dict[str, Any] = {"op": kind, "cell": draw.choice(ids) if ids else ""}
    if kind == "insert":
        operation = {"op": kind, "cell": f"c{count}", "after": draw.choice(ids) if ids else None, "kind": "math", "text": text}
    elif kind == "edit":
        operation |= {"text": text}
    elif kind == "move":
        operation |= {"after": draw.choice([None, *ids])}
    sent(server, report, f"worksheets/{worksheet}/operations", {"operations": [operation]}, again=True)
    model.change(operation)
    report.confirmed += 1
    _expect(server, worksheet, model.sheet, f"after {operation}")


def _step(server: Application, worksheet: str, model: _Model, kind: str, report: Report) -> None:
    """Undo or redo, which a window does not send again: where the answer is lost it was carried out or not, and the window sees which."""
    before = model.sheet
    report.steps += 1
    try:
        _HTTP.post(f"{server.url}api/worksheets/{worksheet}/{kind}", json={})
    except httpx.TransportError:
        there = state(server, worksheet)["cells"]
        if [(c["id"], c["text"]) for c in there] == [(c.id, c.text) for c in before.cells]:
            return
    getattr(model, kind)()
    _expect(server, worksheet, model.sheet, f"after {kind}")


def _expect(server: Application, worksheet: str, sheet: SheetState, where: str) -> None:
    cells = [(c["id"], c["text"]) for c in state(server, worksheet)["cells"]]
    wanted = [(c.id, c.text) for c in sheet.cells]
    assert cells == wanted, f"{where}: {cells} instead of {wanted}"


def main(arguments: list[str]) -> int:
    servers, workers, seed = (int(a) for a in (*arguments, *("200", "200", "1")[len(arguments):]))
    wrong = 0
    for name, run in (("two windows", lambda s: two_windows(s, servers // 2, workers, seed)), ("undo between", lambda s: one_after_the_other(s, servers - servers // 2, seed))):
        with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder, Application(Path(folder)) as server:
            begun = time.monotonic()
            report = run(server)
            print(f"{name}: {report.told()} ({time.monotonic() - begun:.0f} s)", *report.wrong[:5], sep="\n    ", flush=True)
            wrong += len(report.wrong)
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
