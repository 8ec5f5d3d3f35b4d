"""Sends lines to worker processes so that no slow one keeps a quick one waiting, ends those that take too long or too much, and replaces what was ended."""

from __future__ import annotations

import logging
import signal
import threading
import time
from collections import deque
from concurrent.futures import CancelledError
from concurrent.futures.process import BrokenProcessPool
from functools import partial
from types import TracebackType
from typing import Final, Self

from pebble import ProcessExpired, ProcessFuture

from ..core.line.tasks import LineOutcome, LineTask
from .jobs import Job, Ticket
from .lanes import Lane
from .limits import MEMORY_LIMIT, SHORT, SLOW_PLACES_OF_ONE, TAKEN_UP, TAKEN_UP_NEW, TAKEN_UP_ORPHANED, TIME_LIMIT

#: How often it is looked whether a line has become slow.
_LOOK: Final = 0.05
#: So many workers may be killed under a line until it is blamed: the machine ends what takes more than it has.
_KILLS: Final = 2
_BREAKS: Final = 10
#: How a worker ended that was ended together with the process that made it: nobody is left who could say more.
_UNKNOWN: Final = 255
#: So often it is tried to send a line to a worker; where none can be made the line says so.
_TRIES: Final = 8
_log = logging.getLogger(__name__)


class Workroom:
    """So many workers for quick lines, and beside them so many that go on with slow ones at low priority; a context manager.

    A line that has not finished within a short time gives its place away: its worker becomes a slow one and another takes the next line. Where
    all slow places are taken, it is ended once somebody waits, and begins anew when a slow place is free. With no slow places lines keep theirs.
    """

    def __init__(self, workers: int = 2, limit: float = TIME_LIMIT, memory: int = MEMORY_LIMIT, slow: int = 0) -> None:
        self.limit, self._workers, self._memory, self._slow = limit, workers, memory, slow
        self._lock = threading.RLock()
        self._news = threading.Condition(self._lock)
        self._closed = False
        self._quick = [self._new() for _ in range(workers)]
        self._spare = self._new() if slow else None
        self._slow_lanes: list[Lane] = []
        self._waiting: deque[Job] = deque()
        self._put_back: deque[Job] = deque()
        if slow:
            threading.Thread(target=self._watch, name="workroom", daemon=True).start()

    def _new(self) -> Lane:
        return Lane(self._memory, yields=self._slow > 0)

    @property
    def lanes(self) -> list[Lane]:
        """Every worker."""
        return [*self._quick, *self._slow_lanes, *([self._spare] if self._spare else [])]

    def start(self) -> None:
        """Starts the workers now, so that the first lines need not wait for them."""
        def warm_up() -> None:
            for lane in self.lanes:
                lane.warm_up(self.limit)

        threading.Thread(target=warm_up, daemon=True).start()

    def submit(self, task: LineTask, limit: float | None = None, first: bool = False, owner: str = "") -> Ticket:
        """Sends a line to the workers; with `first` before all that wait, as for what is being typed. `owner` says whose line it is."""
        job = Job(task, self.limit if limit is None else limit, owner=owner)
        with self._lock:
            (self._waiting.appendleft if first else self._waiting.append)(job)
            self._dispatch()
        return Ticket(job, self._stop)

    def work_out(self, task: LineTask) -> LineOutcome:
        """Sends a line and waits for it."""
        return self.submit(task).outcome()

    def close(self) -> None:
        """Ends the workers."""
        with self._lock:
            if self._closed:
                return
            self._closed = True
            lanes = self.lanes
            left = [*self._waiting, *self._put_back, *(lane.job for lane in lanes if lane.job is not None)]
            self._waiting.clear()
            self._put_back.clear()
            self._news.notify_all()
        for job in left:
            _tell_stopped(job)
        for lane in lanes:
            lane.pool.stop()
        for lane in lanes:
            lane.end()

    # -- going on, with the lock held ------------------------------------------------------------------------------

    def _dispatch(self) -> None:
        """Gives waiting lines to free workers."""
        if self._closed:
            return
        while self._waiting and (lane := next((lane for lane in self._quick if lane.job is None), None)):
            self._run(lane, self._waiting.popleft())
        while (job := next((job for job in self._put_back if self._has_slow_place(job)), None)) is not None:
            lane = self._fresh()
            lane.is_slow = True
            self._slow_lanes.append(lane)
            self._resume(lane, job)
        while self._put_back and not self._waiting and sum(lane.job is None for lane in self._quick) > 1:  # one stays free for what comes next
            self._resume(next(lane for lane in self._quick if lane.job is None), self._put_back[0])
        self._news.notify_all()

    def _has_slow_place(self, job: Job) -> bool:
        of_owner = sum(lane.job is not None and lane.job.owner == job.owner for lane in self._slow_lanes) if job.owner else 0
        return len(self._slow_lanes) < self._slow and of_owner < SLOW_PLACES_OF_ONE

    def _resume(self, lane: Lane, job: Job) -> None:
        """A line that was put back begins anew."""
        self._put_back.remove(job)
        self._hold_up(job, False)
        self._run(lane, job)

    @staticmethod
    def _hold_up(job: Job, is_held_up: bool) -> None:
        """Notes whether a line waits for a place, and tells it without the lock."""
        job.is_held_up = is_held_up
        if job.listeners:
            threading.Thread(target=lambda: [tell() for tell in job.listeners], daemon=True).start()

    def _run(self, lane: Lane, job: Job) -> None:
        for _ in range(_TRIES):
            if not lane.is_alive:  # it broke down as a whole: a new one takes over
                lane = self._replaced(lane)
            lane.job, job.sent = job, time.monotonic()
            job.begun = job.sent if lane.is_warm else 0.0
            try:
                job.at_work = lane.send(job.task, job.limit)
            except Exception as error:  # no process can be made this very moment
                _log.warning("a line could not be sent to a worker (%s): another is made", error)
                time.sleep(_LOOK)
            else:
                job.at_work.add_done_callback(partial(self._ended, lane, job))
                return
        lane.job = None
        if lane in self._slow_lanes:  # its place is free again
            self._slow_lanes.remove(lane)
            lane.close()
        threading.Thread(target=lambda: job.future.set_exception(BrokenProcessPool()), daemon=True).start()  # told without the lock

    def _fresh(self) -> Lane:
        """A worker for a line, which is there already where one was kept ready; another is made ready."""
        lane, self._spare = self._spare or self._new(), self._new()
        self._spare.warm_up(self.limit)
        return lane

    def _replaced(self, lane: Lane) -> Lane:
        """Another worker in the place of one that is not needed any more, or has broken down; of a slow one a slow one."""
        lane.close()
        fresh = self._fresh() if self._slow else self._new()
        if lane in self._slow_lanes:
            fresh.is_slow = True
            self._slow_lanes[self._slow_lanes.index(lane)] = fresh
        else:
            self._quick[self._quick.index(lane)] = fresh
        return fresh

    def _ended(self, lane: Lane, job: Job, future: ProcessFuture) -> None:
        with self._lock:
            if job.at_work is None or job.at_work is not future:  # it was lost here, and went to another worker
                return
            took = job.seconds
            lane.note_end(future)
            lane.job = job.at_work = None
            is_back = job.put_back and future.cancelled() and not self._closed
            job.put_back = False
            if is_back:
                self._put_back.append(job)
                self._hold_up(job, True)
            elif is_back := self._was_killed(job, future):
                self._waiting.appendleft(job)
            if lane in self._slow_lanes:
                self._slow_lanes.remove(lane)
                lane.close()
            elif self._slow and not self._closed and took > SHORT:
                self._replaced(lane)
            self._dispatch()
        if not is_back and not job.future.done():  # told without the lock: who is told may send the next line
            _tell(job, future)

    def _was_killed(self, job: Job, future: ProcessFuture) -> bool:
        """Whether somebody else ended its worker: then it is tried again. A line that needs too much memory mostly fails otherwise."""
        error = None if future.cancelled() else future.exception()
        if isinstance(error, ProcessExpired) and error.exitcode == -signal.SIGKILL:
            job.kills += 1
        elif isinstance(error, BrokenProcessPool) or (isinstance(error, ProcessExpired) and error.exitcode == _UNKNOWN):
            # the worker was ended while it was being spoken to, or what makes workers was
            job.breaks += 1
        else:
            return False
        return job.kills <= _KILLS and job.breaks <= _BREAKS and not self._closed

    def _stop(self, job: Job) -> bool:
        with self._lock:
            for queue in (self._waiting, self._put_back):
                if job in queue:
                    queue.remove(job)
                    break
            else:
                job.put_back = False
                return job.at_work is not None and bool(job.at_work.cancel())
        _tell_stopped(job)
        return True

    # -- slow lines ------------------------------------------------------------------------------------------------

    def _watch(self) -> None:
        """Looks after lines that take longer than a short time, and after those that were lost."""
        while True:
            with self._news:
                self._news.wait_for(lambda: self._closed or any(lane.job for lane in (*self._quick, *self._slow_lanes)))
                if self._closed:
                    return
                for lane in (*self._quick, *self._slow_lanes):
                    if lane.job is not None and lane.job.is_lost(TAKEN_UP_ORPHANED if lane.is_orphaned else TAKEN_UP if lane.is_warm else TAKEN_UP_NEW):
                        self._take_back(lane, lane.job)
                for lane in list(self._quick):
                    if lane.job is not None and lane.job.seconds > SHORT:
                        self._give_away(lane, lane.job)
            time.sleep(_LOOK)

    def _take_back(self, lane: Lane, job: Job) -> None:
        """A line that its worker never took up, or never ended, goes to another."""
        _log.warning("a worker did not answer, and is replaced")
        lane.job = job.at_work = None
        job.put_back = False
        job.breaks += 1
        if lane in self._slow_lanes:
            self._slow_lanes.remove(lane)
            lane.close()
        else:
            self._replaced(lane)
        if job.breaks <= _BREAKS:
            self._waiting.appendleft(job)
        else:
            threading.Thread(target=lambda: job.future.set_exception(BrokenProcessPool()), daemon=True).start()  # told without the lock
        self._dispatch()

    def _give_away(self, lane: Lane, job: Job) -> None:
        """The place of a slow line goes to the next."""
        if self._has_slow_place(job):
            lane.is_slow = True
            self._slow_lanes.append(lane)
            self._quick[self._quick.index(lane)] = self._fresh()
            self._dispatch()
        elif self._waiting and not job.put_back and job.at_work is not None:
            job.put_back = True
            job.at_work.cancel()

    def __enter__(self) -> Self:
        return self

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None) -> None:
        self.close()


def _tell_stopped(job: Job) -> None:
    if not job.future.done():
        job.future.set_exception(CancelledError())


def _tell(job: Job, future: ProcessFuture) -> None:
    try:
        outcome = future.result()
        outcome.share_words()
    except CancelledError as error:
        job.future.set_exception(error)
    except BaseException as error:  # whatever ended the worker is told to whoever waits
        job.future.set_exception(error)
    else:
        job.future.set_result(outcome)
