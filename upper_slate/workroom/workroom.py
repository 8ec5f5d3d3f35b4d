"""Sends lines to worker processes, ends those that take too long or too much, and replaces what was ended."""

from __future__ import annotations

import multiprocessing
import threading
from collections.abc import Callable
from concurrent.futures import CancelledError, wait
from concurrent.futures import TimeoutError as FutureTimeout
from types import TracebackType
from typing import Self

from pebble import CONSTS, ProcessExpired, ProcessFuture, ProcessPool

from ..core.line.conventions import Conventions
from ..core.line.gate import unexpected
from ..core.line.result import error_result
from ..core.line.tasks import LineOutcome, LineTask
from .limits import MEMORY_LIMIT, TIME_LIMIT

#: Seconds between the two signals that end a worker: one that is deep in a library does not hear the first.
CONSTS.term_timeout = 0.1


class Ticket:
    """A line on its way: wait for its outcome, or stop it."""

    def __init__(self, task: LineTask, future: ProcessFuture, limit: float) -> None:
        self.task, self._future, self._limit = task, future, limit

    def stop(self) -> bool:
        """Ends the working out; the line answers `stopped`."""
        return bool(self._future.cancel())

    @property
    def is_done(self) -> bool:
        return bool(self._future.done())

    def when_done(self, tell: Callable[[], None]) -> None:
        """Calls `tell` once the line is finished or ended."""
        self._future.add_done_callback(lambda _: tell())

    def outcome_within(self, seconds: float) -> LineOutcome | None:
        """The outcome, if it is there within that time."""
        if not self._future.done():
            if seconds <= 0:
                return None
            wait([self._future], timeout=seconds)
        return self.outcome() if self._future.done() else None

    def outcome(self) -> LineOutcome:
        """Waits for the outcome; a line that was ended says why."""
        source = self.task.source
        try:
            return self._future.result()
        except (FutureTimeout, TimeoutError):
            return LineOutcome(error_result(source, "took-too-long", f"This took longer than {self._limit:g} seconds and was ended."))
        except CancelledError:
            return LineOutcome(error_result(source, "stopped", "Stopped before it was finished."))
        except (ProcessExpired, MemoryError):
            return LineOutcome(error_result(source, "out-of-memory", "This needed more memory than a line may use and was ended."))
        except Exception:  # what came back cannot be read
            return unexpected("working out", source)


class Workroom:
    """A pool of worker processes that hold the core; a context manager."""

    def __init__(self, workers: int = 2, limit: float = TIME_LIMIT, memory: int = MEMORY_LIMIT) -> None:
        self.limit, self._workers, self._memory = limit, workers, memory
        self._closed = False
        self._pool = self._new_pool()
        self._lock = threading.Lock()

    def _new_pool(self) -> ProcessPool:
        from .worker import prepare

        context = multiprocessing.get_context("forkserver")
        # the fork server holds the core: a replacement for an ended worker is there at once
        context.set_forkserver_preload(["upper_slate.workroom.preload"])
        return ProcessPool(max_workers=self._workers, context=context, initializer=prepare, initargs=[self._memory])

    def start(self) -> None:
        """Starts the workers now, so that the first line need not wait for them."""
        threading.Thread(target=lambda: [self.submit(LineTask("1", 1, Conventions().as_dict())) for _ in range(self._workers)], daemon=True).start()

    def submit(self, task: LineTask, limit: float | None = None) -> Ticket:
        """Sends a line to the workers."""
        from .worker import work

        seconds = self.limit if limit is None else limit
        with self._lock:
            if not self._closed and not self._pool.active:  # it broke down as a whole: a new one takes over
                self._pool = self._new_pool()
            future = self._pool.schedule(work, args=[task], timeout=seconds)
        return Ticket(task, future, seconds)

    def work_out(self, task: LineTask) -> LineOutcome:
        """Sends a line and waits for it."""
        return self.submit(task).outcome()

    def close(self) -> None:
        """Ends the workers."""
        self._closed = True
        self._pool.stop()
        self._pool.join()

    def __enter__(self) -> Self:
        return self

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None) -> None:
        self.close()
