"""What runs inside a worker process."""

from __future__ import annotations

import ctypes
import os
import resource
import signal
import threading
import time
from typing import Final

from ..core.line.tasks import LineOutcome, LineTask
from .limits import NICE

_PR_SET_PDEATHSIG: Final = 1

# The core is imported inside the functions: the server names them without loading what only the workers need.


def prepare(memory_limit: int) -> None:
    """Limits the address space of this process, and ends it with the server; more memory ends in a MemoryError or in the process."""
    end_with_parent()
    resource.setrlimit(resource.RLIMIT_AS, (memory_limit, memory_limit))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))


def end_with_parent() -> None:
    """A worker whose server was killed has nobody to end it: without this an endless line would run on for ever."""
    parent = os.getppid()
    try:
        ctypes.CDLL(None).prctl(_PR_SET_PDEATHSIG, signal.SIGKILL)
    except (OSError, AttributeError):  # not Linux
        threading.Thread(target=_watch, args=[parent], daemon=True).start()
    if os.getppid() != parent:
        os._exit(1)


def _watch(parent: int) -> None:
    while os.getppid() == parent:
        time.sleep(1)
    os._exit(1)


def work(task: LineTask, nice_after: float = 0.0) -> LineOutcome:
    """Works out one line, at low priority once it has taken so many seconds."""
    from ..core.answering.answer import work_out

    signal.signal(signal.SIGALRM, _be_nice)
    signal.setitimer(signal.ITIMER_REAL, nice_after)
    try:
        return work_out(task)
    finally:
        signal.setitimer(signal.ITIMER_REAL, 0)


def _be_nice(*_: object) -> None:
    os.nice(NICE)


def warm_up() -> None:
    """Works out a few lines so that the first real one is quick."""
    from ..core.answering.answer import work_out
    from ..core.line.conventions import Conventions

    lines = ("sqrt(72)", "(x^2 - 9)/(x - 3)", "d/dx (x^2 sin x)", "sin(75°)", "integral of x^2 for x from 0 to 3", "solve x^2 - 5x + 2 = 0", "sum of k for k from 1 to m")
    for source in lines:
        work_out(LineTask(source, 1, Conventions().as_dict()))
