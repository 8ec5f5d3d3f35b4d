"""Values that stand live in the sentences of a note: `= E` in backticks."""

from __future__ import annotations

import re
from typing import Final

#: Code in a sentence: as many backticks at its end as at its beginning.
_CODE: Final = re.compile(r"(?<!`)(`+)(?!`)(.*?[^`])\1(?!`)")


def live_values(note: str) -> list[str]:
    """The expressions of a note that show their values, in order, each once."""
    found = (match[2].strip() for match in _CODE.finditer(note))
    return list(dict.fromkeys(text[1:].strip() for text in found if text.startswith("=") and text[1:].strip()))
