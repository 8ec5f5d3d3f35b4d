"""Signs found by drawing them: distorted in every way that a hand distorts them, the right one stands among the first three."""

from __future__ import annotations

import math
import random
import unittest
from collections.abc import Sequence
from itertools import pairwise

from tests.rounds import rounds
from upper_slate.core.drawn.recogniser import recognised
from upper_slate.core.drawn.signs import SIGNS
from upper_slate.core.drawn.strokes import SIZE, Point, Stroke, cloud, smooth
from upper_slate.core.problems import LineError
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames

#: Distorted copies of each way; the bench draws more.
ROUNDS = rounds(1)


def drawn_by_hand(rng: random.Random, way: Sequence[Stroke]) -> list[list[Point]]:
    """The strokes turned, scaled, sheared, trembling, in another order and some of them backwards."""
    turn, shear = math.radians(rng.uniform(-15, 15)), rng.uniform(-0.2, 0.2)
    wide, high, size = rng.uniform(0.75, 1.3), rng.uniform(0.75, 1.3), rng.uniform(0.3, 3)
    found = []
    for stroke in way:
        points = [stroke[0]]
        for (a, b), (c, d) in pairwise(stroke):
            steps = max(1, int(math.hypot(c - a, d - b) / 5))
            points += [(a + (c - a) * k / steps, b + (d - b) * k / steps) for k in range(1, steps + 1)]
        moved = []
        for x, y in points:
            u, v = x * wide + shear * y, y * high
            u, v = u * math.cos(turn) - v * math.sin(turn), u * math.sin(turn) + v * math.cos(turn)
            moved.append((size * (u + rng.gauss(0, 1)) + 40, size * (v + rng.gauss(0, 1)) + 90))
        found.append(moved[::-1] if rng.random() < 0.5 else moved)
    rng.shuffle(found)
    return found


class Drawn(unittest.TestCase):
    def test_the_right_one_is_among_the_first_three(self) -> None:
        rng = random.Random(7)
        tried, missed = 0, []
        for sign in SIGNS:
            for way in sign.ways:
                for _ in range(ROUNDS):
                    tried += 1
                    names = [found.name for found in recognised(drawn_by_hand(rng, way), 3)]
                    if sign.name not in names:
                        missed.append((sign.name, names))
        self.assertGreater(tried, 80)
        self.assertLessEqual(len(missed), 0.05 * tried, missed)

    def test_as_it_is_each_stands_first(self) -> None:
        for sign in SIGNS:
            with self.subTest(sign.name):
                self.assertEqual(recognised(sign.ways[0], 1)[0].name, sign.name)

    def test_from_the_first_stroke_on_there_are_proposals(self) -> None:
        self.assertEqual(len(recognised([[(10, 40), (90, 42)]])), 8)
        self.assertEqual(len(recognised([[(5, 5)]])), 8)
        self.assertEqual(recognised([]), [])
        self.assertEqual(recognised([[]]), [])

    def test_there_are_about_eighty_and_each_is_read(self) -> None:
        self.assertGreaterEqual(len(SIGNS), 73)
        self.assertEqual(len({sign.name for sign in SIGNS}), len(SIGNS))
        # a sign as it stands in some line
        frames = ("{} = 1", "2{}3", "2 {} 3", "x {} y", "{}x = 2", "x{}", "x{} = 2", "({})", "2 + {}", "x {} [1, 2]", "({}2)", "(2{})", "|2{}", "f(x){}", "{}2]", "[2{}", "{}2}", "{2{}", "2{}3)", "(2 + 3{}", "f{} x", "x = 2 {}",
                  "cell{}x", "solve x {} 5", "limit of x as x {} 2", "solve x^2 = 4 for x {} [0, 5]")
        for sign in SIGNS:
            written = sign.written.replace("{", "").replace("}", "") if len(sign.written) > 1 else sign.written
            with self.subTest(sign.name):
                self.assertTrue(any(self.is_read(written.join(frame.split("{}"))) for frame in frames) or sign.name in ("colon", "it follows", "same solutions"))

    def is_read(self, line: str) -> bool:
        try:
            return read_line(line, KnownNames({"f": "f(x)"})).body is not None
        except LineError:
            return False

    def test_clouds(self) -> None:
        points = cloud([[(0, 0), (100, 0)], [(0, 50), (100, 50)]])
        self.assertEqual(len(points), SIZE)
        self.assertAlmostEqual(max(x for x, _ in points) - min(x for x, _ in points), 1)
        self.assertAlmostEqual(sum(x for x, _ in points), 0, places=9)
        self.assertEqual(smooth([(0, 0), (1, 1)]), [(0, 0), (1, 1)])
        self.assertIn((5.0, 5.0), smooth([(0, 0), (5, 5), (9, 0)]))


if __name__ == "__main__":
    unittest.main()
