"""What stands in the text of a line, before it is read: names, the name that it defines, cells that it points to."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final

from ..language.words import NEVER_LETTERS, REQUESTS, function_named
from ..problems import LineError
from ..reading.heads import head_of
from ..reading.named import INDICES
from ..reading.tokens import canonical_name, tokenize
from ..reading.unknown_words import VOCABULARY
from ..reading.uses import use_of

#: Letters that an answer may bring in, by the first word or sign of each spelling of the request; whether they are free depends on what they mean here.
_CHOSEN_LETTERS: Final[dict[str, set[str]]] = {}
for _entry in REQUESTS.values():
    for _form in (_entry.form, *_entry.said) if _entry.form else ():
        _CHOSEN_LETTERS.setdefault(_form.opening[0], set()).update(_entry.chooses)


@lru_cache(maxsize=6_000)
def words_of(text: str) -> frozenset[str]:
    """Every name that stands in a line, and the parts of runs that may be read as products of letters; none where another worksheet is used."""
    if use_of(text):
        return frozenset()
    try:
        tokens = tokenize(text)
    except LineError:
        return frozenset()
    words: set[str] = set()
    for token in tokens:
        words |= _CHOSEN_LETTERS.get(token.text.lower(), set())
        words |= {"above"} & {*NEVER_LETTERS.get(token.text.lower(), ())}  # `ans` is offered as that
        if token.kind != "name":
            continue
        words |= {token.text, canonical_name(token.text)}
        if len(token.text) <= 6 and token.text.lower() not in VOCABULARY and not function_named(token.text):
            words |= set(token.text)
        if token.text.startswith("d") and len(token.text) > 1:  # dx, dv: the letter of a derivative
            words.add(canonical_name(token.text[1:]))
        base, _, index = canonical_name(token.text).partition("_")
        words |= {base, *(f"{base}_{letter}" for letter in INDICES if index.isdigit())}  # a_5 may be meant as a_n for n = 5
    return frozenset(words)


def cells_named(text: str) -> list[int]:
    """The numbers n of every `cell n` in a line."""
    return [] if use_of(text) else [int(n) for n in re.findall(r"\bcell\s+([0-9]{1,6})\b", text)]


@lru_cache(maxsize=6_000)
def defined_name(text: str) -> str | None:
    """The name that a line would define; None where it is no definition, or takes names from another worksheet."""
    if use_of(text):
        return None
    try:
        tokens = tokenize(text)
    except LineError:
        return None
    head = head_of(tokens)
    if head is None or tokens[-2].kind == "?" or tokens[head.body].kind == "end" or (head.is_plain and head.letters and function_named(head.canonical)):
        return None
    return head.canonical


def released_letters(text: str) -> list[str] | None:
    """The letters that a `free` line releases; None for all of them."""
    letters = [canonical_name(w) for w in re.findall(r"[A-Za-z]\w*", text.split("//")[0], re.ASCII)[1:]]
    return None if letters == ["all"] else letters
