"""Every constant, function and request, declared once: reading, completion, suggestions and the handbook read this."""

from .constants import CONSTANTS, GREEK, RESERVED_WORDS, SMALL_WORDS
from .entries import Entry
from .functions import FUNCTIONS, function_named
from .requests import REQUESTS

__all__ = ["CONSTANTS", "FUNCTIONS", "GREEK", "REQUESTS", "RESERVED_WORDS", "SMALL_WORDS", "Entry", "entries",
           "function_named"]


def entries() -> tuple[Entry, ...]:
    """All entries in the order in which completion offers them when nothing else decides."""
    return (*CONSTANTS.values(), *FUNCTIONS.values(), *REQUESTS.values())
