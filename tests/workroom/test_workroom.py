"""The workroom's endings: named by their outcomes."""

from __future__ import annotations

import os
import signal
import time
import unittest
from concurrent.futures.process import BrokenProcessPool
from multiprocessing import forkserver
from unittest.mock import patch

from pebble import ProcessFuture

from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask
from upper_slate.workroom.jobs import Ticket
from upper_slate.workroom.limits import SLOW_PLACES, SLOW_PLACES_OF_ONE
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


@patch("upper_slate.workroom.workroom.SHORT", 0.25)
class Fair(unittest.TestCase):
    """Slow lines keep no quick one waiting. The order is asserted, not the clock: a quick line is there while the slow ones are not. A line is slow sooner here than for a student."""

    def setUp(self) -> None:
        self.room = Workroom(workers=2, limit=60, slow=1)
        self.addCleanup(self.room.close)
        self.room.work_out(task("1"))

    def endless(self, count: int) -> list[Ticket]:
        tickets = [self.room.submit(task(ENDLESS.replace("sin(k)", f"sin(k) + {k}"))) for k in range(count)]
        self.addCleanup(lambda: [ticket.stop() for ticket in tickets])
        return tickets

    def test_a_quick_line_passes_six_endless_ones(self) -> None:
        slow = self.endless(6)
        for k in range(30):
            self.assertEqual(self.room.work_out(task(f"{k} + 1")).result["exact"]["text"], str(k + 1))
        self.assertEqual([ticket.is_done for ticket in slow], [False] * 6)

    def test_what_was_put_back_is_worked_out_after_all(self) -> None:
        """Each takes most of a second, and they have to give their places away."""
        slow = [self.room.submit(task(f"expand ({letters})^12")) for letters in ("a + b + c + d", "p + q + r + s")]
        quick = [self.room.submit(task(f"{k}/7")) for k in range(20)]
        self.assertEqual([ticket.outcome().result["error"] for ticket in quick], [None] * 20)
        for ticket in slow:
            outcome = ticket.outcome()
            self.assertIn((outcome.result["error"] or {"code": ""})["code"], ("", "too-large"))

    def test_stopping_at_any_place(self) -> None:
        slow = self.endless(6)
        self.room.work_out(task("2 + 2"))
        time.sleep(0.5)
        for ticket in slow:
            self.assertTrue(ticket.stop())
        for ticket in slow:
            self.assertEqual(ticket.outcome().result["error"]["code"], "stopped")
        self.assertEqual(self.room.work_out(task("1 + 2")).result["exact"]["text"], "3")
        self.assertEqual((len(self.room._waiting), len(self.room._put_back)), (0, 0))

    def test_what_is_being_typed_goes_first(self) -> None:
        with Workroom(workers=1, slow=0) as room:
            first = room.submit(task(ENDLESS), limit=1)
            waiting = [room.submit(task(f"{k} + 2")) for k in range(5)]
            typed = room.submit(task("7 + 7"), first=True)
            done: list[str] = []
            for name, ticket in [*((f"waiting {k}", ticket) for k, ticket in enumerate(waiting)), ("typed", typed)]:
                ticket.when_done(lambda name=name: done.append(name))  # type: ignore[misc]
            for ticket in (first, typed, *waiting):
                ticket.outcome()
            self.assertEqual(done[0], "typed")

    def signal_workers(self, number: signal.Signals) -> None:
        for lane in self.room.lanes:
            for worker in list(lane.pool._pool_manager.worker_manager.workers):
                os.kill(worker, number)

    def kill_workers(self) -> None:
        self.signal_workers(signal.SIGKILL)

    @patch("upper_slate.workroom.workroom.TAKEN_UP", 1.0)
    def test_a_line_that_its_worker_never_takes_up_goes_to_another(self) -> None:
        self.room.work_out(task("2"))
        self.signal_workers(signal.SIGSTOP)
        with self.assertLogs("upper_slate.workroom.workroom", "WARNING"):
            tickets = [self.room.submit(task(f"{k} + 8")) for k in range(3)]
            for k, ticket in enumerate(tickets):
                found = ticket.outcome_within(50)
                self.assertEqual(found and found.result["exact"]["text"], str(k + 8))
        self.assertEqual((len(self.room._slow_lanes), [lane.job for lane in self.room.lanes if lane.job]), (0, []))

    @patch("upper_slate.workroom.workroom.TAKEN_UP", 0.0)
    @patch("upper_slate.workroom.workroom.TAKEN_UP_NEW", 0.0)
    @patch("upper_slate.workroom.workroom._BREAKS", 1)
    def test_where_no_worker_ever_answers_the_line_says_so(self) -> None:
        self.signal_workers(signal.SIGSTOP)
        with patch.object(ProcessFuture, "running", return_value=False), self.assertLogs("upper_slate.workroom.workroom", "WARNING"):
            found = self.room.submit(task(ENDLESS)).outcome_within(30)
        self.assertEqual(found and found.result["error"]["code"], "stopped")

    def test_a_line_whose_worker_was_killed_is_tried_again(self) -> None:
        ticket = self.endless(1)[0]
        for _ in range(2):
            time.sleep(0.2)
            self.kill_workers()
            self.assertIsNone(ticket.outcome_within(0.7))
            for k in range(6):
                self.assertEqual(self.room.work_out(task(f"{k} + 5")).result["exact"]["text"], str(k + 5))
        for _ in range(8):  # what takes more than the machine has would be killed again and again
            if ticket.outcome_within(0.4) is None:
                self.kill_workers()
        self.assertEqual(ticket.outcome().result["error"]["code"], "out-of-memory")
        self.assertEqual(self.room.work_out(task("6 + 7")).result["exact"]["text"], "13")

    def test_only_a_few_slow_lines_of_one_worksheet_go_on_and_the_others_say_that_they_wait(self) -> None:
        with Workroom(workers=2, slow=SLOW_PLACES) as room:
            room.work_out(task("1"))
            slow = [room.submit(task(ENDLESS.replace("sin(k)", f"sin(k) + {k}")), owner="one") for k in range(SLOW_PLACES_OF_ONE + 2)]
            end = time.monotonic() + 20
            while not any(ticket.is_held_up for ticket in slow) and time.monotonic() < end:
                room.work_out(task(f"2 + {time.monotonic_ns()}"))  # somebody else wants a place
            self.assertEqual(sum(ticket.is_held_up for ticket in slow), 1)  # beside the other a quick worker is free
            self.assertEqual(sum(lane.job is not None for lane in room._slow_lanes), SLOW_PLACES_OF_ONE)
            other = room.submit(task(ENDLESS.replace("sin(k)", "cos(k)")), owner="another")
            while not any(lane.job is not None and lane.job.owner == "another" for lane in room._slow_lanes) and time.monotonic() < end:
                time.sleep(0.05)
            held_up = next(ticket for ticket in slow if ticket.is_held_up)
            next(ticket for ticket in slow if not ticket.is_held_up).stop()
            while held_up.is_held_up and time.monotonic() < end:
                time.sleep(0.05)
            self.assertFalse(held_up.is_held_up)
            self.assertIsNone(other.outcome_within(0.01))
            for ticket in (*slow, other):
                ticket.stop()

    def test_where_no_worker_can_be_made_lines_say_so_and_it_goes_on_later(self) -> None:
        broken = patch("upper_slate.workroom.lanes.ProcessPool.schedule", side_effect=BrokenProcessPool())
        with broken, self.assertLogs("upper_slate.workroom"):
            outcome = self.room.work_out(task("6 + 8"))
        self.assertEqual(outcome.result["error"]["code"], "stopped")
        self.assertIn("no room", outcome.result["error"]["message"])
        self.assertEqual(self.room.work_out(task("6 + 8")).result["exact"]["text"], "14")

    def test_a_process_that_makes_workers_and_was_killed_is_replaced(self) -> None:
        self.assertEqual(self.room.work_out(task("6 + 9")).result["exact"]["text"], "15")
        os.kill(forkserver._forkserver._forkserver_pid, signal.SIGKILL)  # type: ignore[attr-defined]
        for k in range(4):
            self.assertEqual(self.room.work_out(task(f"{k} + 9")).result["exact"]["text"], str(k + 9))

    @patch("upper_slate.workroom.workroom.TAKEN_UP", 1000.0)
    @patch("upper_slate.workroom.workroom.TAKEN_UP_NEW", 1000.0)
    def test_a_line_soon_goes_to_another_worker_where_the_maker_of_its_own_is_gone(self) -> None:
        """What was ended with its maker may have held what its successor needs in order to speak, which then is there and mute: as a stopped one is."""
        for lane in self.room.lanes:
            lane._maker = 1
        self.signal_workers(signal.SIGSTOP)
        with self.assertLogs("upper_slate.workroom.workroom", "WARNING"):
            found = self.room.submit(task("6 + 10")).outcome_within(50)
        self.assertEqual(found and found.result["exact"]["text"], "16")

    def test_closing_ends_what_waits(self) -> None:
        slow = self.endless(5)
        self.room.close()
        self.assertEqual({(ticket.outcome().result["error"] or {"code": ""})["code"] for ticket in slow}, {"stopped"})


if __name__ == "__main__":
    unittest.main()
