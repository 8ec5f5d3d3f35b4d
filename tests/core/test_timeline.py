"""What happens to a name down a page: the last thing above a place counts."""

from __future__ import annotations

import unittest
from dataclasses import dataclass

from upper_slate.core.page.timeline import EVERYTHING, Event, Timeline, assumption
from upper_slate.core.page.words import cells_named, defined_name, released_letters, words_of


@dataclass
class At:
    id: str
    number: int


PLACES = [At(str(k), k) for k in range(8)]


def happened(
    number: int, word: str, kind: str, line: int = 0, facts: tuple[str, ...] = ()
) -> Event:
    return Event(PLACES[number], line, word, kind, facts=facts)


class Latest(unittest.TestCase):
    def setUp(self) -> None:
        self.timeline = Timeline()
        self.events = [
            happened(3, "a", "failed"),
            happened(1, "a", "defined"),
            happened(4, "a", "released"),
            happened(6, "a", "defined", line=2),
            happened(2, "b", "defined"),
            happened(5, EVERYTHING, "released"),
            happened(1, assumption("c"), "assumed", facts=("positive",)),
            happened(3, assumption("c"), "assumed", facts=("integer",)),
        ]
        self.timeline.add(self.events)

    def kind(self, word: str, *at: int) -> str | None:
        event = self.timeline.latest(word, (at[0], at[1] if len(at) > 1 else -1))
        return event.kind if event else None

    def test_the_last_thing_above_counts(self) -> None:
        for at, kind in (
            ((1,), None),
            ((2,), "defined"),
            ((3,), "defined"),
            ((4,), "failed"),
            ((5,), None),
            ((6, 2), None),
            ((6, 3), "defined"),
            ((7,), "defined"),
        ):
            with self.subTest(at=at):
                self.assertEqual(self.kind("a", *at), kind)

    def test_free_all_ends_everything_above_it(self) -> None:
        self.assertEqual((self.kind("b", 5), self.kind("b", 6)), ("defined", None))
        self.assertEqual(self.timeline.facts("c", (4, -1)), ["positive", "integer"])
        self.assertEqual(self.timeline.facts("c", (2, -1)), ["positive"])
        self.assertEqual(self.timeline.facts("c", (7, -1)), [])

    def test_what_is_removed_never_happened(self) -> None:
        self.timeline.remove([self.events[0]])
        self.assertEqual(self.kind("a", 4), "defined")
        self.timeline.remove(self.events[5:6])
        self.assertEqual(self.kind("b", 7), "defined")
        self.assertEqual({e.word for e in self.timeline.in_force((7, -1))}, {"a", "b"})

    def test_places_may_get_other_numbers(self) -> None:
        moved = [At("x", 1), At("y", 2)]
        timeline = Timeline()
        timeline.add([Event(moved[0], 0, "a", "defined"), Event(moved[1], 0, "a", "failed")])
        for place in moved:
            place.number += 5
        self.assertIsNone(timeline.latest("a", (6, -1)))
        found = timeline.latest("a", (7, -1))
        self.assertEqual(found and found.kind, "defined")


class Words(unittest.TestCase):
    def test_what_stands_in_a_line(self) -> None:
        self.assertLessEqual({"abc", "a", "b", "c"}, words_of("2 abc"))
        self.assertIn("x_1", words_of("x1 + 2"))
        self.assertIn("r", words_of("dr + 1"))
        self.assertEqual(words_of("2 a + \u20ac"), {"a"})
        self.assertEqual(cells_named("cell 3 + (cell 12)(2)"), [3, 12])
        for text, name in (
            ("f(x) = 2", "f"),
            ("x1 = 2", "x_1"),
            ("a == 2", "a"),
            ("let a = 2", "a"),
            ("a := 2", "a"),
            ("f: x -> 2x", "f"),
            ("f(2) = 9", None),
            ("a =", None),
            ("a => 2", None),
            ("2 = a", None),
        ):
            with self.subTest(text=text):
                self.assertEqual(defined_name(text), name)
        self.assertEqual(released_letters("free x, y // z"), ["x", "y"])
        self.assertIsNone(released_letters("free all"))


if __name__ == "__main__":
    unittest.main()
