"""Prints, by family, the time of the core for an exact result beside SymPy called directly for the same answer; with `--all` everything that is measured."""

from __future__ import annotations

import itertools
import statistics
import subprocess
import sys
import time
from collections.abc import Callable

import sympy as sp

from upper_slate.core.answering.answer import work_out
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.page import Page
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.working.answers.requests import answer
from upper_slate.core.working.context import Context
from upper_slate.core.working.evaluate import Evaluator
from upper_slate.core.working.ground.polynomials import from_the_tree
from upper_slate.core.working.tidy.tidy import MAX_EXPANDED, tidy
from upper_slate.core.writing.decimals import Digits, decimal_of

x = sp.Symbol("x", real=True)
n, m = sp.symbols("n m", integer=True, positive=True)
R = sp.Rational

#: family → pairs of a line and the same answer asked of SymPy
FAMILIES: dict[str, list[tuple[str, Callable[[], object]]]] = {
    "rational arithmetic": [
        ("(2/3 + 5)/(4 - 1/6)", lambda: (R(2, 3) + 5) / (4 - R(1, 6))),
        ("5 - 4/3/6", lambda: 5 - R(4, 3) / 6),
    ],
    "radicals": [
        ("1/(2 sqrt(5) - 3)", lambda: sp.radsimp(1 / (2 * sp.sqrt(5) - 3))),
        ("sqrt(11 + 6 sqrt(2))", lambda: sp.sqrtdenest(sp.sqrt(11 + 6 * sp.sqrt(2)))),
        (
            "1/(1 + sqrt(2) + sqrt(3))",
            lambda: sp.expand(sp.radsimp(1 / (1 + sp.sqrt(2) + sp.sqrt(3)))),
        ),
    ],
    "trigonometric values": [
        ("tan(pi/12)", lambda: sp.sqrtdenest(sp.radsimp(sp.tan(sp.pi / 12)))),
        ("cos(pi/5)", lambda: sp.cos(sp.pi / 5)),
    ],
    "derivatives": [
        ("d/dx (x/(x^2 + 3))", lambda: sp.factor(sp.simplify(sp.diff(x / (x**2 + 3), x)))),
        ("d/dx sqrt(x^2 + 1)", lambda: sp.simplify(sp.diff(sp.sqrt(x**2 + 1), x))),
    ],
    "compositions": [
        (
            "sqrt(x) - 2/x at x = x^2 + 1",
            lambda: sp.simplify((sp.sqrt(x) - 2 / x).subs(x, x**2 + 1)),
        ),
    ],
    "solving": [
        ("solve x^2 - 5x + 2 = 0", lambda: sp.solve(x**2 - 5 * x + 2, x)),
        ("solve sqrt(x + 6) = x", lambda: sp.solve(sp.sqrt(x + 6) - x, x)),
        ("solve 4^x - 3*2^x + 2 = 0", lambda: sp.solve(4**x - 3 * 2**x + 2, x)),
        (
            "solve cos(x) = -1/2 for x in [0, 2pi]",
            lambda: sp.solveset(sp.cos(x) + R(1, 2), x, sp.Interval(0, 2 * sp.pi)),
        ),
        ("solve x^2 - 2x - 1 < 0", lambda: sp.solve_univariate_inequality(x**2 - 2 * x < 1, x)),
    ],
    "limits": [
        ("limit of sin(x)/x as x -> 0", lambda: sp.limit(sp.sin(x) / x, x, 0)),
        (
            "limit of sqrt(x^2 + x) - x as x -> oo",
            lambda: sp.limit(sp.sqrt(x**2 + x) - x, x, sp.oo),
        ),
    ],
    "integrals": [
        ("integral of x cos(x) dx", lambda: sp.integrate(x * sp.cos(x), x)),
        ("integral of 1/(x^2 - 1) dx", lambda: sp.integrate(1 / (x**2 - 1), x)),
        ("integral of x^2 for x from 0 to 3", lambda: sp.integrate(x**2, (x, 0, 3))),
    ],
    "sums": [
        ("sum of n^2 for n from 1 to 100", lambda: sp.summation(n**2, (n, 1, 100))),
        ("sum of k for k from 1 to m", lambda: sp.summation(n, (n, 1, m))),
        ("sum of 1/n^2 for n from 1 to oo", lambda: sp.summation(1 / n**2, (n, 1, sp.oo))),
    ],
    "algebra": [
        ("(x^2 - 9)/(x - 3)", lambda: sp.cancel((x**2 - 9) / (x - 3))),
        ("(x^2 - 3)(5x + 2)", lambda: sp.expand((x**2 - 3) * (5 * x + 2))),
        ("(x^8 - 1)/(x^4 - 2x^2 + 1)", lambda: sp.factor(sp.cancel((x**8 - 1) / (x**4 - 2 * x**2 + 1)))),
        ("1/(x + 1) + 1/(x + 2) + 1/(x + 3)", lambda: sp.factor(sp.together(1 / (x + 1) + 1 / (x + 2) + 1 / (x + 3)))),
    ],
}
DECIMALS: list[tuple[str, Callable[[], object]]] = [
    ("sqrt(2) + sqrt(3)", lambda: sp.N(sp.sqrt(2) + sp.sqrt(3), 50)),
    (
        "e^(pi sqrt(163)) - 262537412640768744",
        lambda: sp.N(sp.exp(sp.pi * sp.sqrt(163)) - 262537412640768744, 50),
    ),
]


def best(work: Callable[[], object], rounds: int = 15) -> float:
    """Median of several runs in milliseconds; caches of SymPy are emptied before each."""
    times = []
    for _ in range(rounds):
        sp.core.cache.clear_cache()
        start = time.perf_counter()
        work()
        times.append(time.perf_counter() - start)
    return 1000 * statistics.median(times)


def reading(text: str) -> Callable[[], object]:
    names = KnownNames()
    return lambda: read_line(text, names)


def working(text: str) -> Callable[[], object]:
    """From the tree to the simplified value, as SymPy starts from its own tree."""
    tree = read_line(text, KnownNames()).body
    assert tree is not None

    def work() -> object:
        context = Context(answer=answer)
        plain = from_the_tree(context, tree, MAX_EXPANDED)
        return tidy(Evaluator(context).of(tree) if plain is None else plain)

    return work


def editing(count: int) -> Callable[[], object]:
    """Changes one line of an open page of so many cells, another way each time."""
    cells = [MathCell("0", "a = 1"), *(MathCell(str(k), f"{k} + 1") for k in range(1, count))]
    page = Page(Conventions(), cells)
    fresh = itertools.count(2)

    def settle() -> None:
        list(page.settle(lambda line: work_out(line.task)))

    def edit() -> None:
        changed = MathCell("1", f"a + {next(fresh)}")
        page.change([cells[0], changed, *cells[2:]], Conventions())
        settle()

    settle()
    return edit


def main() -> None:
    print(
        f"{'family':24}{'line':44}{'reading':>9}{'working':>9}{'SymPy ms':>10}{'ratio':>8}"
        "   (working / SymPy)"
    )
    for family, rows in FAMILIES.items():
        for text, theirs in rows:
            read, ours, other = best(reading(text)), best(working(text)), best(theirs)
            print(f"{family:24}{text:44}{read:9.2f}{ours:9.2f}{other:10.2f}{ours / other:8.2f}")
    for text, theirs in DECIMALS:
        value = working(text)()
        ours, other = best(lambda value=value: decimal_of(value, Digits(50, "sf"))), best(theirs)  # type: ignore[misc,arg-type]
        print(
            f"{'decimals, 50 digits':24}{text:44}{'':9}{ours:9.2f}{other:10.2f}{ours / other:8.2f}"
        )
    for module in ("upper_slate.core.reading.lines", "upper_slate.core.answering.answer"):
        times = []
        for _ in range(3):
            start = time.perf_counter()
            subprocess.run([sys.executable, "-c", f"import {module}"], check=True)
            times.append(time.perf_counter() - start)
        print(f"start-up with {module}: {min(times):.2f} s")
    for count in (10, 1000):
        edit = editing(count)
        print(f"editing one line of {count:5} on an open page: {best(edit):.2f} ms")


#: The other measurements, with what they are given; together they take about two hours.
OTHERS = ("fair", "shelf", "graphs", "in_browser", "kills 200 200 1", "soak 10", "hostile 1 100000", "hostile 2 20000 server", "properties 20000")

if __name__ == "__main__":
    main()
    for other in OTHERS if "--all" in sys.argv else ():
        print(f"\n== bench.{other}", flush=True)
        subprocess.run([sys.executable, "-m", f"bench.{other.split()[0]}", *other.split()[1:]], check=False)
