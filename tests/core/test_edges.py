"""Whether solutions are all, where the domain ends or the line goes on for ever: against values counted along the way by another library."""

import random
import unittest
from collections.abc import Callable
from itertools import pairwise

from mpmath import exp, log, mp, mpf, sqrt

from tests.core.lines import result
from tests.rounds import rounds

PROVED = (
    ("solve x ln x = 1", ["1.76322"]),
    ("solve ln x = 3/x", ["2.85739"]),
    ("solve x^x = 2", ["1.55961"]),
    ("solve x^x = 1/2", []),
    ("solve x^x = 0.8", ["0.0946497", "0.739534"]),
    ("solve x e^(-x) = 1/5", ["0.259171", "2.54264"]),
    ("solve x^2 e^(-x) = 1/2", ["-0.539835", "1.48796", "2.61787"]),
    ("solve sqrt(x) + ln(x - 2) = 0", ["2.225"]),
    ("solve arctan x = 1/x", ["-1.16234", "1.16234"]),
)
#: Products that come to rest, or do not, at 0 and far away; as they are typed, and by mpmath.
PRODUCTS: tuple[tuple[str, Callable[[mpf], mpf]], ...] = (
    ("x ln x", lambda x: x * log(x)),
    ("x^2 ln x", lambda x: x**2 * log(x)),
    ("sqrt(x) ln x", lambda x: sqrt(x) * log(x)),
    ("x^x", lambda x: x**x),
    ("sqrt(x) e^(-x)", lambda x: sqrt(x) * exp(-x)),
    ("ln(x)/x", lambda x: log(x) / x),
    ("ln(x)/x^2", lambda x: log(x) / x**2),
)


class Edges(unittest.TestCase):
    def test_what_is_proved(self) -> None:
        for line, wanted in PROVED:
            with self.subTest(line):
                solutions = result(line)["solutions"]
                found = [row["x"]["decimal"]["text"] for row in solutions["list"]]
                self.assertEqual((found, solutions["complete"]), (wanted, True))

    def test_where_it_is_said_that_these_are_all_there_are_as_many_as_changes_of_sign(self) -> None:
        rng = random.Random(5)
        mp.dps = 30
        grid = [mpf(10) ** (mpf(k) / 200) for k in range(-2400, 800)]
        proved, tried = 0, rounds(15)
        for _ in range(tried):
            typed, function = rng.choice(PRODUCTS)
            top, bottom = rng.choice([*range(-12, 0), *range(1, 40)]), rng.randint(3, 17)
            level = mpf(top) / bottom
            signs = [function(x) > level for x in grid]
            changes = sum(one != other for one, other in pairwise(signs))
            line = f"solve {typed} = {top}/{bottom}"
            with self.subTest(line):
                solutions = result(line)["solutions"]
                if solutions["complete"]:
                    self.assertEqual(len(solutions["list"]), changes)
                    proved += 1
        self.assertGreater(proved, 0.75 * tried)
