"""A worker process with its own queue of one: it can be given away to a slow line, and replaced."""

from __future__ import annotations

import logging
import multiprocessing
import threading
from multiprocessing import forkserver

from pebble import CONSTS, ProcessFuture, ProcessPool

from ..core.line.conventions import Conventions
from ..core.line.tasks import LineTask
from .jobs import Job
from .limits import LINES_PER_WORKER, SHORT
from .worker import prepare, work

#: Seconds between the two signals that end a worker: one that is deep in a library does not hear the first.
CONSTS.term_timeout = 0.1
#: A worker lowers its own priority this much later than its line is given up as slow, so that none is lowered that goes on with quick lines.
_LATER = 0.25
_log = logging.getLogger(__name__)


def _maker() -> int | None:
    """The process that makes workers, as far as one was started."""
    found: int | None = getattr(forkserver._forkserver, "_forkserver_pid", None)
    return found


class Lane:
    """One worker; `job` is what it is at. A slow lane is closed after its line, since a process may not raise its priority again."""

    def __init__(self, memory: int, yields: bool) -> None:
        context = multiprocessing.get_context("forkserver")
        # the fork server holds the core: a replacement for an ended worker is there at once
        context.set_forkserver_preload(["upper_slate.workroom.preload"])
        self.pool = ProcessPool(max_workers=1, max_tasks=LINES_PER_WORKER, context=context, initializer=prepare, initargs=[memory])
        #: whether a line that takes long lowers its priority
        self._nice_after = SHORT + _LATER if yields else 0.0
        self.job: Job | None = None
        self.is_slow = False
        #: whether its worker has answered: then it is at a line as soon as that is sent
        self.is_warm = False
        self._maker: int | None = None

    @property
    def is_orphaned(self) -> bool:
        """Whether the process that made its worker was replaced: the worker was ended with it, and may have held what the next needs in order to speak."""
        return self._maker is not None and self._maker != _maker()

    @property
    def is_alive(self) -> bool:
        """Whether it takes lines; a pool breaks down as a whole where no process can be made."""
        try:
            return bool(self.pool.active)
        except Exception:
            return False

    def send(self, task: LineTask, limit: float) -> ProcessFuture:
        """Sends a line; it is ended after so many seconds."""
        future = self.pool.schedule(work, args=[task, self._nice_after], timeout=limit)
        self._maker = self._maker or _maker()
        return future

    def warm_up(self, limit: float) -> None:
        """Makes the worker ready now. Where that fails it is not alive, and is replaced when a line comes."""
        try:
            self.send(LineTask("1", 1, Conventions().as_dict()), limit).add_done_callback(self.note_end)
        except Exception:
            _log.warning("a worker could not be started", exc_info=True)

    def note_end(self, future: ProcessFuture) -> None:
        """A line has ended here; after anything but an answer another worker is made."""
        self.is_warm = not future.cancelled() and future.exception() is None

    def close(self) -> None:
        """Ends the worker, and does not wait for that."""
        threading.Thread(target=self._end, name="lane ends", daemon=True).start()

    def _end(self) -> None:
        self.pool.stop()
        self.pool.join()

    def end(self) -> None:
        """Ends the worker and waits for it."""
        self._end()
