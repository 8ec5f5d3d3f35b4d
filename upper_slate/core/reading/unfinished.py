"""Whether the last word of a line may still be on its way: `tur` begins `turning points`, and is no product of letters yet."""

from __future__ import annotations

import re
from typing import Final

from .names import KnownNames
from .unknown_words import VOCABULARY

_LAST_WORD: Final = re.compile(r"[A-Za-z]{2,}\Z")


def ends_in_unfinished_word(text: str, names: KnownNames) -> bool:
    """A run of letters at the end that means nothing by itself, and begins a word of the language or a name of the page."""
    found = _LAST_WORD.search(text)
    if found is None:
        return False
    run = found[0]
    if names.is_known(run) or all(names.has_meaning(letter) for letter in run):
        return False
    lowered = run.lower()
    return any(len(word) > len(run) and word.lower().startswith(lowered) for word in (*VOCABULARY, *names.long_names()))
