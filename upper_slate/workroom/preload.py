"""Imported by the fork server before it makes workers: each worker starts with the core loaded and warm."""

from __future__ import annotations

import gc
import os
import signal

from .worker import warm_up

_SERVER = os.getppid()


def _end_with_server(*_: object) -> None:
    """The fork server outlives a server that was killed; this ends it, and its end ends the workers (see worker.prepare)."""
    if os.getppid() != _SERVER:
        os._exit(1)


# A timer and no thread: workers are forked from here, and a fork of a process with threads may hang for want of memory. They do not
# inherit the timer. A death signal would come when the thread ends that started this process, which may be long before the server does.
signal.signal(signal.SIGALRM, _end_with_server)
signal.setitimer(signal.ITIMER_REAL, 0.5, 0.5)
warm_up()
# what is loaded stays: no worker looks through it for garbage, which would copy every page of it into each of them
gc.collect()
gc.freeze()
