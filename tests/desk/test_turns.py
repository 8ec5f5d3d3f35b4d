"""The newest of what is asked for wins, and no wait is without end."""

from __future__ import annotations

import unittest
from typing import Any

from upper_slate.core.line.result import empty_result
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.desk.turns import Turns


class Waiting:
    """A line at work that comes to something after so many looks."""

    def __init__(self, looks: int = 10**9) -> None:
        self.looks, self.is_stopped = looks, False
        self.on_look: Any = None

    def outcome_within(self, seconds: float) -> LineOutcome | None:
        self.looks -= 1
        if self.on_look:
            self.on_look()
        return LineOutcome(empty_result("1")) if self.looks < 0 else None

    def stop(self) -> bool:
        self.is_stopped = True
        return True


class TheNewest(unittest.TestCase):
    def test_each_thing_has_one(self) -> None:
        turns = Turns()
        first, other, second = turns.take("a"), turns.take("b"), turns.take("a")
        self.assertEqual([first.is_newest, other.is_newest, second.is_newest], [False, True, True])

    def test_a_turn_waits_for_its_line(self) -> None:
        line = Waiting(looks=3)
        self.assertIsNotNone(Turns().take("a").outcome(line, 5))  # type: ignore[arg-type]
        self.assertFalse(line.is_stopped)

    def test_one_that_was_replaced_ends_its_line(self) -> None:
        turns = Turns()
        turn, line = turns.take("a"), Waiting()
        line.on_look = lambda: turns.take("a")
        self.assertIsNone(turn.outcome(line, 60))  # type: ignore[arg-type]
        self.assertTrue(line.is_stopped)

    def test_the_end_of_the_server_ends_all(self) -> None:
        turns = Turns()
        turn, line = turns.take("a"), Waiting()
        line.on_look = turns.close
        self.assertIsNone(turn.outcome(line, 60))  # type: ignore[arg-type]
        self.assertTrue(line.is_stopped)

    def test_a_line_that_takes_too_long_is_ended(self) -> None:
        line = Waiting()
        self.assertIsNone(Turns().take("a").outcome(line, 0.01))  # type: ignore[arg-type]
        self.assertTrue(line.is_stopped)


if __name__ == "__main__":
    unittest.main()
