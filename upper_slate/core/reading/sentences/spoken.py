"""Words for signs, and words around what is asked: the same line with signs, and without them."""

from __future__ import annotations

import re
from typing import Final

#: What people say before what they ask for.
_POLITE: Final = re.compile(
    r"^(?:(?:please|kindly|can you|could you|i want(?: to(?: know)?)?|i need(?: to)?|give me|tell me|show me|help me|what's|whats|what is|how much is|find|calculate|"
    r"work out|determine|get|compute)(?: the value of)?[:,]? )+", re.IGNORECASE)
#: What says only what kind of thing follows.
_KINDS: Final = re.compile(r"\b(?:the |this )?(?:expression|polynomial|brackets?|following)(?=[: ]+[^ ]*[\dx(])[: ]+", re.IGNORECASE)
_FRACTIONS: Final = {"half": 2, "third": 3, "quarter": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10}
_COUNTS: Final = {"a": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10}
_SOME_PARTS: Final = re.compile(rf"\b({'|'.join(_COUNTS)})[ -]({'|'.join(_FRACTIONS)})s?\b", re.IGNORECASE)
_SIGNS: Final = tuple((re.compile(pattern, re.IGNORECASE), sign) for pattern, sign in (
    (r"(?<=[\w)]) to the power(?: of)? (?=[\w(-])", "^"), (r"(?<=[\w)]) to the (?=-?(?:\d+|[a-z])\b(?!th))", "^"),
    (r" squared\b", "^2"), (r" cubed\b", "^3"), (r" ?\b(?:percent|per cent)\b", "%"), (r"% of ", "%*"), (r" degrees\b", "°"),
    (r"\bplus\b", "+"), (r"(?<=[\w)]) minus ", " - "), (r"\b(?:minus|negative)\b ?", "-"), (r"\b(?:times|multiplied by)\b", "*"),
    (r" (?:divided by|over) ", "/"), (r"\b(?:equals|is equal to)\b", "="),
))


def without_words(text: str) -> list[str]:
    """The line with signs for words, and that without what is said around it, where these are other lines."""
    signs = text
    for pattern, sign in _SIGNS:
        signs = pattern.sub(sign, signs)
    signs = _SOME_PARTS.sub(lambda found: f"{_COUNTS[found[1].lower()]}/{_FRACTIONS[found[2].lower()]}", signs)
    signs = _KINDS.sub("", signs)
    bare = re.sub(r"^(?:the|a) ", "", _POLITE.sub("", signs))
    return [line for line in dict.fromkeys((signs, bare)) if line != text]
