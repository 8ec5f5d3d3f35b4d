"""Every constant, function and request, declared once: reading, completion, suggestions and the handbook read this."""

from .completions import COMPLETIONS
from .constants import CONSTANTS, GREEK, RESERVED_WORDS, SMALL_WORDS
from .entries import Entry
from .functions import FUNCTIONS, INVERSE_NAMES, LIST_FUNCTIONS, SPREADS, function_named
from .patterns import PATTERNS, Pattern
from .plain_words import CALLS, NEVER_LETTERS
from .requests import REQUESTS

__all__ = ["CALLS", "CONSTANTS", "FUNCTIONS", "GREEK", "INVERSE_NAMES", "LIST_FUNCTIONS", "NEVER_LETTERS", "PATTERNS", "REQUESTS", "RESERVED_WORDS",
           "SMALL_WORDS", "SPREADS", "Entry", "Pattern", "entries", "function_named"]


def entries() -> tuple[Entry, ...]:
    """All entries in the order in which completion offers them when nothing else decides."""
    return (*CONSTANTS.values(), *(e for e in FUNCTIONS.values() if not e.in_words), *REQUESTS.values(), *COMPLETIONS)
