"""Lines that nobody should type, and that somebody will: `python -m bench.hostile SEED COUNT [server]`.

Each ends with a result or a sentence: no exception that was not expected, no traceback, the place of an error inside the
line, and what passes its limit is ended there and listed. With `server` they go through a running server, ten pages to a worksheet.
"""

from __future__ import annotations

import json
import random
import sys
import tempfile
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import islice
from pathlib import Path
from typing import Any

import httpx

from tests.browser.driver import Application
from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.language.typeset import typeset_line
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.gate import UNEXPECTED
from upper_slate.core.line.tasks import LineOutcome, LineTask
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.known import tolerant_reading
from upper_slate.core.problems import LineError
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.formats.markdown import read_markdown
from upper_slate.workroom.workroom import Workroom

ROOT = Path(__file__).resolve().parents[1]
CASES = ROOT.parent / "shared" / "cases"
#: Seconds that a line may take here.
LIMIT = 5.0
#: So many pages stand in one worksheet where they go through the server.
_PAGES = 10

_PIECES = (
    "sqrt(", "cbrt(", "root(x, ", "sin", "arcsin(", "ln", "log(", "abs(", "|", "(", ")", "[", "]", ",", "x", "y", "e", "i", "pi", "oo", "phi", "theta",
    "0", "1", "2", "-3", "1/2", "0.1(6)", "10^9", "1e300", "2.5E-7", ".5", "1.", "+", "-", "*", "/", "^", "^-1", "²", "⁻¹", "!", "'", "°", "%", "√", "∛",
    "=", "!=", "<", "<=", ">", "=>", "<=>", "->", "?", " at x = ", " to 3 dp", " to 50 sf", " mod ", " div ", " and ", " or ", "not ", " if ", " otherwise",
    "f(x)", "f'", "f''(2)", "f^-1(x)", " @ ", "d/dx ", "d^2/dx^2 ", "cell 1", "above", "assume ", "free ", "integer", "solve ", " for x", " in [0, 5]",
    " in (", " near ", "limit of ", " as x -> ", "integral of ", " dx", " from 0 to ", "sum of ", "product of ", " for k from ", " to ", "series of ",
    " at x = 0 to order ", "turning points of ", "greatest value of ", "table of ", " step ", "graph ", "factor ", "expand ", "simplify ", "rationalize ",
    "single fraction of ", "partial fractions of ", "inverse of ", "laplace transform of ", " in t, as a function of s", "area between ", "choose(",
    "gcd(", "floor(", "round(", "max(", "det ", "[[1, 2], [3, 4]]", "mean ", "_2", "_(1,2)", "//", "\t", "\n",
)
_NUMBERS = ("0", "-0", "10^10^10", "9" * 400, "1e99999", "1/10^300", "-10^9", "2^257 - 1", "0.(3)", "oo", "-oo", "i", "1/0", "0/0", "sqrt(-1)", "e^(10^9)", "10^(-10^9)")
_RANGES = (
    "sum of {b} for k from {n} to {m}", "product of {b} for k from {n} to {m}", "integral of {b} for x from {n} to {m}", "table of {b} for x from {n} to {m}",
    "table of {b} for x from 0 to 5 step {n}", "graph {b} for x from {n} to {m}", "greatest value of {b} for x from {n} to {m}", "solve {b} = 0 for x in [{n}, {m}]",
    "turning points of {b} for x from {n} to {m}", "area between {b} and x for x from {n} to {m}", "limit of {b} as x -> {n}", "series of {b} at x = {n} to order 4",
    "solve {b} = {n} for x near {m}", "{b} at x = {n}", "({b})^({n})", "{b} = {n} ?", "{b} < {n} ?", "{b} to {k} dp", "root({b}, {n})", "choose({n}, {m})",
    "{n} mod {m}", "f(x) = {b} if x > {n}, {m} otherwise", "assume x > {n}",
)
_BODIES = ("x", "x^2 - 1", "1/x", "sqrt(x)", "sin(x)", "ln(x)", "x!", "floor(x)", "|x|", "e^x", "x^x", "k", "1/(k^2 + 1)", "(-1)^k/k", "tan(x)", "arccos(x)", "x^(1/3)", "0", "i x")


def known_lines() -> list[list[str]]:
    """The pages of the demo, and of the public cases where they are beside the checkout."""
    pages = [read_markdown(file.read_text(encoding="utf-8")).math_cells() for file in sorted((ROOT / "demo").glob("*.md"))]
    for file in sorted(CASES.rglob("*.json")):
        pages += [case["lines"] for case in json.loads(file.read_text(encoding="utf-8"))]
    return pages


def prefixes(pages: list[list[str]]) -> Iterator[tuple[list[str], str]]:
    """Every line as it stands after each key, with the cells above it."""
    for page in pages:
        for at, cell in enumerate(page):
            for length in range(1, len(cell) + 1):
                yield page[:at], cell[:length]


def hostile_pages(seed: int, count: int) -> Iterator[list[str]]:
    """Pages whose last line is a hostile one; most have only that."""
    rng = random.Random(seed)
    lines = [cell for page in known_lines() for cell in page]
    makers = (_unicode, _pieces, _mutated, _mutated, _deep, _tower, _range, _range, _page, _page)
    for _ in range(count):
        yield rng.choice(makers)(rng, lines)


def _unicode(rng: random.Random, lines: list[str]) -> list[str]:
    """Signs of all planes, alone or put into a line."""
    def sign() -> str:
        top = rng.choice((0x100, 0x600, 0x3000, 0x10000, 0x110000))
        found = chr(rng.randrange(1, top))
        return "x" if "\ud800" <= found <= "\udfff" else found

    text = "".join(sign() for _ in range(rng.randint(1, 6)))
    line = rng.choice(lines)
    at = rng.randint(0, len(line))
    return [text if rng.random() < 0.4 else line[:at] + text + line[at:]]


def _pieces(rng: random.Random, lines: list[str]) -> list[str]:
    return ["".join(rng.choice(_PIECES) for _ in range(rng.randint(1, 9)))]


def _mutated(rng: random.Random, lines: list[str]) -> list[str]:
    """A line with some of its signs left out, doubled, exchanged, or cut off."""
    line = rng.choice(lines)
    for _ in range(rng.randint(1, 3)):
        at = rng.randint(0, len(line))
        other = rng.choice(lines)
        line = rng.choice((line[:at], line[:at] + line[at + 1:], line[:at] + rng.choice(_PIECES) + line[at:], line[:at] + line[max(0, at - 3):],
                           line[:at] + other[rng.randint(0, len(other)):]))
    return [line]


def _deep(rng: random.Random, lines: list[str]) -> list[str]:
    depth = rng.choice((5, 40, 130, 900))
    opening, closing = rng.choice((("(", ")"), ("[", "]"), ("|", "|"), ("sqrt(", ")"), ("sin(", ")"), ("-", ""), ("x^", ""), ("1/(1 + ", ")"), ("not ", ""), ("√", ""), ("e^(", ")"),
                                   ("(limit of ", " as x -> 0)")))
    return [opening * depth + rng.choice(("x", "1", "", "2.5")) + closing * rng.choice((depth, depth - 1, 0))]


def _tower(rng: random.Random, lines: list[str]) -> list[str]:
    base = [rng.choice(("2", "10", "e", "x", "(-1)", "pi", "sqrt(2)", "0.1", "i")) for _ in range(rng.randint(2, 4))]
    return [rng.choice(("", "factor ", "expand ", "1/", "ln ", "sin ")) + "^".join(base) + rng.choice(("", "!", " mod 7", " to 9 sf", " ?", " = 0 ?"))]


def _range(rng: random.Random, lines: list[str]) -> list[str]:
    return [rng.choice(_RANGES).format(b=rng.choice(_BODIES), n=rng.choice(_NUMBERS), m=rng.choice((*_NUMBERS, "2", "10", "n")), k=rng.choice((0, 3, 50, 51, 999)))]


def _page(rng: random.Random, lines: list[str]) -> list[str]:
    """Definitions that lead to each other, in a row or in a circle, and a line that uses them."""
    names = [f"a_{k}" for k in range(rng.randint(2, 6))]
    cells = []
    for k, name in enumerate(names):
        other = names[(k + 1) % len(names)] if rng.random() < 0.5 else names[k - 1]
        cells.append(rng.choice((f"{name} = {other} + {other}^2", f"{name}(x) = {other} x", f"{name} = cell {rng.randint(0, 9)} + above", f"{name} = {rng.choice(_NUMBERS)}", f"free {other}",
                                 f"assume {other} > {rng.choice(_NUMBERS)}", f"{name} = [{other}, {other}]", f"{name}(t) = 1/{other}(t)")))
    used = rng.choice(names)
    return [*cells, rng.choice((f"{used}", f"{used}(2)", f"{used}'", f"solve {used} = 0", f"graph {used}", f"d/dx {used}", f"{used}_1", f"{used} @ {used}", "x = above"))]


def read_by_itself(line: str) -> str | None:
    """What goes wrong where a line is read and typeset, with gaps for what is missing and without; None where nothing does."""
    try:
        for tolerant in (True, False):
            try:
                read = read_line(line, KnownNames(), tolerant=tolerant)
            except LineError as error:
                problem = error.problem(len(line))
                if not 0 <= problem.start <= problem.end <= len(line):
                    return f"the place {problem.start} to {problem.end} is not in the line"
                continue
            typeset_line(read)
            typeset_line(read, places=True)
        tolerant_reading(line, KnownNames(), places=True)
    except Exception as error:
        return f"{type(error).__name__}: {error}"
    return None


def wrong_with(result: dict[str, Any]) -> str | None:
    """What must not be in the result of any line."""
    error = result["error"]
    if error is None:
        return None if result["kind"] != "error" else "an error without a sentence"
    if error["message"] == UNEXPECTED:
        return "an exception that nobody expected"
    if not error["message"].strip().endswith((".", "?", "!")) or "Traceback" in error["message"]:
        return f"no sentence: {error['message']}"
    if not 0 <= error["start"] <= error["end"] <= len(result["source"]):
        return f"the place {error['start']} to {error['end']} is not in the line"
    return None


@dataclass
class Report:
    """What came of many lines."""

    tried: int = 0
    ended: int = 0
    slowest: float = 0.0
    wrong: list[tuple[list[str], str]] = field(default_factory=list)
    slow: list[str] = field(default_factory=list)
    #: whether slow lines are told as they are met, and how far it is
    prints: bool = False


def try_out(pages: Iterator[list[str]], room: Workroom, prints: bool = False) -> Report:
    """Works out each page; notes what must not happen, and how late a line was ended at most."""
    report = Report(prints=prints)

    def execute(task: LineTask) -> LineOutcome:
        start = time.monotonic()
        outcome = room.work_out(task)
        report.slowest = max(report.slowest, time.monotonic() - start)
        return outcome

    for page in pages:
        report.tried += 1
        if report.prints and report.tried % 5_000 == 0:
            print(f"{report.tried} pages …", flush=True)
        found = read_by_itself(page[-1])
        worked = work_out_page([MathCell(str(k), text) for k, text in enumerate(page)], Conventions(), {}, execute)
        for line in worked.lines:
            result = line.outcome.result
            _note_end(report, result)
            found = found or wrong_with(result)
        if found:
            report.wrong.append((page, found))
    return report


def _note_end(report: Report, result: dict[str, Any]) -> None:
    if result["error"] and result["error"]["code"] == "took-too-long":
        report.ended += 1
        if result["source"] not in report.slow:
            report.slow.append(result["source"])
            if report.prints:
                print(f"longer than {LIMIT:g} s: {result['source']!r}", flush=True)


def try_out_at_server(pages: Iterator[list[str]], server: Application) -> Report:
    """The same through a server: the worksheets are made, worked out, looked at and thrown away."""
    report = Report(prints=True)
    with httpx.Client(base_url=f"{server.url}api/", timeout=120) as client:
        while some := list(islice(pages, _PAGES)):
            report.tried += len(some)
            cells = [cell for page in some for cell in page]
            begun = time.monotonic()
            try:
                rows = _rows_at_server(client, cells)
            except (httpx.HTTPError, AssertionError) as error:
                report.wrong.append((cells, f"the server: {error}"))
                continue
            report.slowest = max(report.slowest, time.monotonic() - begun)
            for row in rows:
                _note_end(report, row)
                if found := wrong_with(row):
                    report.wrong.append(([row["source"]], found))
    return report


def _rows_at_server(client: httpx.Client, cells: list[str]) -> list[dict[str, Any]]:
    made = client.post("worksheets", json={"title": "Hostile"}).json()["id"]
    operations = [{"op": "insert", "cell": f"{made}{k}", "after": f"{made}{k - 1}" if k else None, "text": cell} for k, cell in enumerate(cells)]
    answer = client.post(f"worksheets/{made}/operations", json={"operations": operations})
    assert answer.status_code == 200, answer.text[:300]
    end = time.monotonic() + 120
    while True:
        data = client.get(f"worksheets/{made}").json()
        rows = [row for cell in data["cells"] for row in data["results"].get(cell["id"], [{"kind": "busy"}])]
        if not any(row["kind"] == "busy" for row in rows):
            break
        assert time.monotonic() < end, "no end within two minutes"
        time.sleep(0.1)
    client.delete(f"worksheets/{made}")
    client.delete(f"bin/{made}")
    return rows


def main(arguments: list[str]) -> int:
    is_at_server = "server" in arguments
    numbers = [a for a in arguments if a != "server"]
    seed, count = (int(a) for a in (*numbers, *("1", "100000")[len(numbers):]))
    start = time.monotonic()
    if is_at_server:
        with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder, Application(Path(folder), options=["--limit", str(LIMIT)]) as server:
            report = try_out_at_server(hostile_pages(seed, count), server)
    else:
        with Workroom(workers=1, limit=LIMIT) as room:
            report = try_out(hostile_pages(seed, count), room, prints=True)
    for page, found in report.wrong:
        print(f"{found}\n    " + "\n    ".join(repr(cell) for cell in page))
    print(f"{report.tried} pages in {time.monotonic() - start:.0f} s: {len(report.wrong)} wrong, {report.ended} lines ended at {LIMIT:g} s, the slowest after {report.slowest:.2f} s")
    return 1 if report.wrong else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
