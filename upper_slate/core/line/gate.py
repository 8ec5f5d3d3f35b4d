"""The gate for what nobody expected: an exception becomes a sentence at its line, is logged once with the line, and nothing around it stops."""

from __future__ import annotations

import logging
import threading
from collections import OrderedDict
from typing import Final

from .result import error_result
from .tasks import LineOutcome

_log = logging.getLogger(__name__)

#: What the student is told. It is never said of a line that was refused for a reason.
UNEXPECTED: Final = "Something went wrong here that nobody expected. Written in another way the line may work; the others go on."

_MOST: Final = 1_000
_told: OrderedDict[tuple[str, str], None] = OrderedDict()
_lock = threading.Lock()


def log_once(doing: str, source: str) -> None:
    """Logs the exception that is being handled, with what was done and the line; the same line only once."""
    with _lock:
        if (doing, source) in _told:
            return
        _told[doing, source] = None
        while len(_told) > _MOST:
            _told.popitem(last=False)
    _log.error("%s failed: %.2000r", doing, source, exc_info=True)


def unexpected(doing: str, source: str) -> LineOutcome:
    """The outcome of a line whose exception is being handled."""
    log_once(doing, source)
    return LineOutcome(error_result(source, "not-supported", UNEXPECTED), previous={"failed": True})
