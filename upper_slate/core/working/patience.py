"""Gives up on what takes too long in one piece: a search whose steps nobody can bound beforehand."""

from __future__ import annotations

import signal
import threading
import time
from collections.abc import Iterator
from contextlib import AbstractContextManager, contextmanager
from types import FrameType
from typing import Final

#: Seconds between two attempts to stop, where a library has taken the first for an error of its own.
_AGAIN: Final = 0.05
#: What is left to a search when others have used up everything: enough for what is seen at once.
_LEAST: Final = 0.02


class OutOfPatience(BaseException):
    """No error of the work itself: nothing that handles errors may take it for one."""


@contextmanager
def patience(seconds: float) -> Iterator[None]:
    """Raises OutOfPatience in the block after so many seconds of this process's own time: a busy machine changes nothing.

    Without effect in a thread that gets no signals, on a system without such timers, and within another block.
    """
    if not hasattr(signal, "setitimer") or threading.current_thread() is not threading.main_thread() or signal.getitimer(signal.ITIMER_VIRTUAL)[0]:
        yield
        return

    def stop(number: int, frame: FrameType | None) -> None:
        raise OutOfPatience

    before = signal.signal(signal.SIGVTALRM, stop)
    signal.setitimer(signal.ITIMER_VIRTUAL, seconds, _AGAIN)
    try:
        yield
    finally:
        signal.setitimer(signal.ITIMER_VIRTUAL, 0)
        signal.signal(signal.SIGVTALRM, before)


class Budget:
    """So many seconds of this process's own time for several searches, one after the other."""

    def __init__(self, seconds: float) -> None:
        self._until = time.process_time() + seconds

    @property
    def is_spent(self) -> bool:
        """Whether nothing is left of it."""
        return time.process_time() >= self._until

    def part(self, most: float) -> AbstractContextManager[None]:
        """Patience for one of them: so much at most, and no more than what is left."""
        return patience(max(min(most, self._until - time.process_time()), _LEAST))
