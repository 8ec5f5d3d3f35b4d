"""Requests that stand without brackets inside a line: `integral of x for x from 0 to 1 = 1/2 ?`, `2 * limit of …`, `= derivative of …`.

A request reaches as far as its words go, so it is tried up to each relation sign of the line, and to its end.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ..language.words import REQUESTS
from .names import KnownNames
from .tokens import Token

_RELATIONS: Final = ("=", "!=", "<", "<=", ">", ">=")
#: What stands before a request inside a line: nothing, a relation, the sign of a step, an operation.
_BEFORE: Final = (*_RELATIONS, "<=>", "=>", "+", "-", "*", "/", "number")
#: So many ways are tried.
_MOST_WAYS: Final = 24
#: Requests that come to a value, and not to solutions, tables or graphs.
_OPENINGS: Final = {tuple(form.opening) for entry in REQUESTS.values() for form in (*((entry.form,) if entry.form else ()), *entry.said)
                    if not any(form.has(place) for place in ("conditions", "steps", "windows"))}
#: The last words of any opening, behind which another request may begin, and words that go on with the outer one.
_ENDINGS: Final = {form.opening[-1] for entry in REQUESTS.values() for form in (*((entry.form,) if entry.form else ()), *entry.said)}
_GOING_ON: Final = ("for", "at", "near", "on", "in", "as", "from", "to", "with")
_FIRST: Final = {opening[0] for opening in _OPENINGS}


def may_hold_requests(tokens: list[Token]) -> bool:
    """Whether a request's first word stands somewhere: cheaper than looking for ways."""
    return any(t.kind == "name" and t.text.lower() in _FIRST for t in tokens)


def with_brackets(tokens: list[Token], names: KnownNames) -> Iterator[list[Token]]:
    """The line with brackets round a request in it, in each way that may be meant, the longest requests first."""
    last = len(tokens) - 1 - (len(tokens) > 1 and tokens[-2].kind == "?")
    places = list(_at_depth_0(tokens))
    tried = 0
    for start in places:
        if start >= last or not _opens(tokens, start, names):
            continue
        for end in [last, *(k for k in reversed(places) if start + 1 < k < last and _may_end(tokens[k]))]:
            if (start, end) == (0, len(tokens) - 1):
                continue
            tried += 1
            if tried > _MOST_WAYS:
                return
            yield _in_brackets(tokens, start, end)


def _at_depth_0(tokens: list[Token]) -> Iterator[int]:
    depth = 0
    for k, token in enumerate(tokens):
        depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
        if depth == 0:
            yield k


def _may_end(token: Token) -> bool:
    return token.kind in _RELATIONS or (token.kind == "name" and token.text.lower() in _GOING_ON)


def _opens(tokens: list[Token], at: int, names: KnownNames) -> bool:
    """Whether the words of a request begin there, behind nothing or behind what a value stands behind."""
    if tokens[at].kind != "name" or tokens[at].text.lower() not in _FIRST or names.has_meaning(tokens[at].text):
        return False
    if at > 0 and tokens[at - 1].kind not in _BEFORE and tokens[at - 1].text.lower() not in _ENDINGS and not _is_operator(tokens, at):
        return False
    words = [t.text.lower() for t in tokens[at:at + 8]]
    return any(tuple(words[:len(opening)]) == opening for opening in _OPENINGS)


def _is_operator(tokens: list[Token], at: int) -> bool:
    """Whether `d/dx` stands before."""
    return at > 2 and tokens[at - 3].text == "d" and tokens[at - 2].kind == "/" and tokens[at - 1].text.startswith("d")


def _in_brackets(tokens: list[Token], start: int, end: int) -> list[Token]:
    before, behind = tokens[start].start, tokens[end - 1].end
    return [*tokens[:start], Token("(", "(", before, before, True), *tokens[start:end], Token(")", ")", behind, behind), *tokens[end:]]
