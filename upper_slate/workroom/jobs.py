"""A line on its way through the workroom, and what whoever sent it holds of it."""

from __future__ import annotations

import time
from collections.abc import Callable
from concurrent.futures import CancelledError, Future, wait
from concurrent.futures import TimeoutError as FutureTimeout
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass, field

from pebble import ProcessExpired, ProcessFuture

from ..core.line.gate import unexpected
from ..core.line.result import error_result
from ..core.line.tasks import LineOutcome, LineTask
from .limits import OVERDUE


@dataclass(eq=False)
class Job:
    """A line, its limit in seconds, and where it is: waiting, or `sent` to a worker, which began with it at `begun`.

    With `put_back` its worker is being ended to let quick lines pass; `kills` of its workers were ended from outside, `breaks` could not take it.
    """

    task: LineTask
    limit: float
    future: Future[LineOutcome] = field(default_factory=Future)
    at_work: ProcessFuture | None = None
    sent: float = 0.0
    begun: float = 0.0
    put_back: bool = False
    kills: int = 0
    breaks: int = 0
    #: whose line it is: only a few slow ones of each go on at once
    owner: str = ""
    is_held_up: bool = False
    #: called when it is held up, and when it goes on
    listeners: list[Callable[[], None]] = field(default_factory=list)

    @property
    def seconds(self) -> float:
        """How long a worker has been at it, as far as somebody looked: one that is only just being made is at nothing yet."""
        if self.at_work is None or not (self.begun or self.at_work.running()):
            return 0.0
        self.begun = self.begun or time.monotonic()
        return time.monotonic() - self.begun

    def is_lost(self, taken_up: float) -> bool:
        """Whether its worker should have taken it up, within so many seconds, or ended it, and has not.

        A process that is killed while it holds what all workers of its pool need in order to speak leaves the pool alive and mute.
        """
        if self.at_work is None or self.at_work.done():
            return False
        if self.at_work.running():
            return self.seconds > self.limit + OVERDUE
        return time.monotonic() - self.sent > taken_up


class Ticket:
    """A line on its way: wait for its outcome, or stop it."""

    def __init__(self, job: Job, stop: Callable[[Job], bool]) -> None:
        self._job, self._stop = job, stop

    def stop(self) -> bool:
        """Ends the working out; the line answers `stopped`."""
        return self._stop(self._job)

    @property
    def is_done(self) -> bool:
        return self._job.future.done()

    @property
    def is_held_up(self) -> bool:
        """Whether it waits for a place among the slow lines."""
        return self._job.is_held_up

    def when_held_up(self, tell: Callable[[], None]) -> None:
        """Calls `tell` when the line begins to wait for a place among the slow ones, and when it goes on."""
        self._job.listeners.append(tell)

    def when_done(self, tell: Callable[[], None]) -> None:
        """Calls `tell` once the line is finished or ended."""
        self._job.future.add_done_callback(lambda _: tell())

    def outcome_within(self, seconds: float) -> LineOutcome | None:
        """The outcome, if it is there within that time."""
        future = self._job.future
        if not future.done():
            if seconds <= 0:
                return None
            wait([future], timeout=seconds)
        return self.outcome() if future.done() else None

    def outcome(self) -> LineOutcome:
        """Waits for the outcome; a line that was ended says why."""
        source = self._job.task.source
        try:
            return self._job.future.result()
        except (FutureTimeout, TimeoutError):
            return LineOutcome(error_result(source, "took-too-long", f"This took longer than {self._job.limit:g} seconds and was ended."))
        except CancelledError:
            return LineOutcome(error_result(source, "stopped", "Stopped before it was finished."))
        except (ProcessExpired, MemoryError):
            return LineOutcome(error_result(source, "out-of-memory", "This needed more memory than a line may use and was ended."))
        except BrokenProcessPool:
            return LineOutcome(error_result(source, "stopped", "The machine has no room for the working out just now; try it again."))
        except Exception:  # what came back cannot be read
            return unexpected("working out", source)
