"""The shelf with 2,000 worksheets: searching, listing, and putting everything into an archive. `python -m bench.shelf`."""

from __future__ import annotations

import random
import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from upper_slate.desk.archives import Archives
from upper_slate.formats.markdown import FileCell
from upper_slate.store.database import open_database
from upper_slate.store.shelf import Shelf
from upper_slate.store.worksheets import Worksheets

WORKSHEETS = 2_000
CELLS = 24
WANTED = ("f(x)", "hexagon", "sqrt(3)", "integral of", "x^2 - 7x + 12", "honey", "comb 1999", "nothing like this", "so", "λ", "3/8", "= 2")


def main() -> None:
    with tempfile.TemporaryDirectory() as folder:
        worksheets = Worksheets(open_database(Path(folder)))
        shelf = Shelf(worksheets)
        draw = random.Random(7)
        for number in range(WORKSHEETS):
            worksheets.create(f"Comb {number}", f"Year {number % 8}", cells=[_cell(draw, k) for k in range(CELLS)])
        print(f"{WORKSHEETS:,} worksheets of {CELLS} cells")
        for wanted in WANTED:
            _told(f"search {wanted!r}", [_timed(lambda wanted=wanted: shelf.search(wanted)) for _ in range(20)])  # type: ignore[misc]
        _told("list", [_timed(worksheets.listed) for _ in range(20)])
        archives = Archives(worksheets)

        def archive() -> None:
            begun = archives.begin("", [])
            while begun.content is None:
                time.sleep(0.01)

        _told("archive of everything", [_timed(archive)])


def _cell(draw: random.Random, place: int) -> FileCell:
    a, b = draw.randint(2, 99), draw.randint(2, 99)
    texts = (f"f(x) = x^2 - {a}x + {b}", f"f({a})", f"integral of x^{b} for x from 0 to {a}", f"sqrt({a}) + sqrt({b})", f"solve {a} x = {b}", f"{a}/{b} + 3/8")
    notes = ("The hexagon of a cell is filled with honey.", "A frame holds two combs, so it weighs twice as much.", "Nectar loses most of its water.")
    return FileCell("note", draw.choice(notes)) if place % 4 == 0 else FileCell("math", draw.choice(texts))


def _timed(act: Callable[[], object]) -> float:
    begun = time.perf_counter()
    act()
    return (time.perf_counter() - begun) * 1000


def _told(name: str, times: list[float]) -> None:
    print(f"{name:28} median {statistics.median(times):8.1f} ms, worst {max(times):8.1f} ms", flush=True)


if __name__ == "__main__":
    main()
