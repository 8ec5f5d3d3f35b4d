"""Memory that was freed and is still held by the C library (glibc; elsewhere nothing is done)."""

from __future__ import annotations

import contextlib
import ctypes
from typing import Final

#: `M_ARENA_MAX` of malloc.h, and how many pieces there may be: for each thread that asks at the same time it would begin another, up to eight for a processor.
_ARENA_MAX: Final = -8
_ARENAS: Final = 2


def give_back() -> None:
    """Hands freed memory back to the machine."""
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)


def keep_in_few_pieces() -> None:
    """Before threads begin: a desk for each open worksheet, and each with a piece of its own, would hold a tenth more (`bench.soak`)."""
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL(None).mallopt(_ARENA_MAX, _ARENAS)
