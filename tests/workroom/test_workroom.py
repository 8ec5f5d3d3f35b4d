"""The workroom's endings: named by their outcomes."""

from __future__ import annotations

import time
import unittest

from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask
from upper_slate.workroom.workroom import Workroom

#: A line that takes the core minutes: so many terms, none of them rational.
ENDLESS = "sum of 1/(k^3 + sin(k)) for k from 1 to 20000"


def task(source: str) -> LineTask:
    return LineTask(source, 1, Conventions().as_dict())


class Endings(unittest.TestCase):
    room: Workroom

    @classmethod
    def setUpClass(cls) -> None:
        cls.room = Workroom(workers=2, limit=20)
        cls.room.work_out(task("1"))

    @classmethod
    def tearDownClass(cls) -> None:
        cls.room.close()

    def test_finished(self) -> None:
        self.assertEqual(self.room.work_out(task("sqrt(72)")).result["exact"]["text"], "6*sqrt(2)")

    def test_took_too_long_and_the_worker_is_replaced(self) -> None:
        outcome = self.room.submit(task(ENDLESS), limit=1).outcome()
        self.assertEqual(outcome.result["error"]["code"], "took-too-long")
        self.assertEqual(self.room.work_out(task("1 + 1")).result["exact"]["text"], "2")

    def test_stopped_within_a_second_and_the_next_starts_at_once(self) -> None:
        ticket = self.room.submit(task(ENDLESS))
        time.sleep(0.3)
        start = time.monotonic()
        ticket.stop()
        self.assertEqual(ticket.outcome().result["error"]["code"], "stopped")
        self.assertLess(time.monotonic() - start, 5)
        self.assertEqual(self.room.work_out(task("1 + 1")).result["exact"]["text"], "2")

    def test_others_go_on_while_one_is_busy(self) -> None:
        busy = self.room.submit(task(ENDLESS))
        self.assertEqual(self.room.work_out(task("2 + 2")).result["exact"]["text"], "4")
        self.assertIsNone(busy.outcome_within(0.01))
        busy.stop()

    def test_out_of_memory(self) -> None:
        with Workroom(workers=1, memory=64 * 1024**2) as small:
            outcome = small.work_out(
                task("[" + ", ".join(f"{n}!" for n in range(24_000, 24_150)) + "]")
            )
            self.assertEqual(outcome.result["error"]["code"], "out-of-memory")
        self.assertEqual(self.room.work_out(task("1 + 1")).result["exact"]["text"], "2")


if __name__ == "__main__":
    unittest.main()
