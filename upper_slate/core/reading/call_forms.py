"""Requests in the form of calls, `diff(x^2, x)`, and statements that are to be shown, `prove that …`: what is written for them here."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from typing import Final

from ..problems import LineError, Suggestion
from .names import KnownNames
from .tokens import Token

_RELATIONS: Final = ("=", "!=", "<", "<=", ">", ">=")


def _derivative(parts: Sequence[str]) -> str | None:
    return f"derivative of {parts[0]} with respect to {parts[1]}" if len(parts) == 2 else None


def _integral(parts: Sequence[str]) -> str | None:
    if len(parts) == 2:
        return f"integral of {parts[0]} d{parts[1]}"
    if len(parts) == 3:
        return f"integral of {parts[0]} from {parts[1]} to {parts[2]}"
    return f"integral of {parts[0]} for {parts[1]} from {parts[2]} to {parts[3]}" if len(parts) == 4 else None


def _solve(parts: Sequence[str]) -> str | None:
    return f"solve {parts[0]} for {', '.join(parts[1:])}"


def _limit(parts: Sequence[str]) -> str | None:
    letter, place = re.split("->|→|=", f"{parts[1]}=")[:2] if len(parts) == 2 else parts[1:] if len(parts) == 3 else ("", "")
    return f"limit of {parts[0]} as {letter.strip()} -> {place.strip()}" if place else None


def _total(word: str) -> Callable[[Sequence[str]], str | None]:
    def write(parts: Sequence[str]) -> str | None:
        if len(parts) == 4:
            return f"{word} of {parts[0]} for {parts[1]} from {parts[2]} to {parts[3]}"
        if len(parts) == 3 and re.search("[A-Za-z]", parts[0]) and all(re.fullmatch(r"-?\d+|oo|n", end) for end in parts[1:]):
            return f"{word} of {parts[0]} from {parts[1]} to {parts[2]}"
        return f"{word}([{', '.join(parts)}])" if word == "sum" else None
    return write


def _over_range(words: str) -> Callable[[Sequence[str]], str | None]:
    def write(parts: Sequence[str]) -> str | None:
        if len(parts) == 3 and not any(re.search("[xyt]", end) for end in parts[1:]):
            return f"{words} {parts[0]} from {parts[1]} to {parts[2]}"
        return f"{words} {', '.join(parts)}" if all(re.search("[A-Za-z]", part) for part in parts) else None
    return write


def _series(parts: Sequence[str]) -> str | None:
    return f"series of {parts[0]} at {parts[1]} = {parts[2]} to order {parts[3]}" if len(parts) == 4 else None


#: By the word before the bracket, what is written for its arguments.
_WRITTEN: Final[dict[str, Callable[[Sequence[str]], str | None]]] = {
    **dict.fromkeys(("diff", "differentiate", "derivative", "deriv", "derive"), _derivative), **dict.fromkeys(("integrate", "integral", "int"), _integral),
    "solve": _solve,
    **dict.fromkeys(("limit", "lim"), _limit), "sum": _total("sum"), "product": _total("product"), **dict.fromkeys(("series", "taylor"), _series),
    **dict.fromkeys(("plot", "graph", "draw"), _over_range("graph")), "table": _over_range("table of"),
}


def refuse_call(source: str, tokens: list[Token], names: KnownNames) -> None:
    """Raises the error of `diff(x^2, x)` and the like, wherever it stands, with what is written for it. Error: syntax."""
    for at, token in enumerate(tokens[:-1]):
        make = _WRITTEN.get(token.text.lower()) if token.kind == "name" and not names.has_meaning(token.text) else None
        if make is None or tokens[at + 1].kind != "(" or tokens[at + 1].spaced:
            continue
        parts, end = _arguments(source, tokens, at + 1)
        written = make(parts) if len(parts) > 1 and all(parts) else None
        if written is None:
            continue
        alone = at == 0 and tokens[end + 1].kind == "end"
        raise LineError("syntax", f"{token.text}(…) is written in words here: {written}.", token.start, tokens[end].end,
                        Suggestion(written if alone else f"({written})", token.start, tokens[end].end))


def _arguments(source: str, tokens: list[Token], opened: int) -> tuple[list[str], int]:
    """The texts between the commas of a bracket, and where it closes; none where it does not."""
    depth, begins, parts = 0, tokens[opened].end, []
    for k in range(opened, len(tokens)):
        token = tokens[k]
        depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
        if (token.kind == "," and depth == 1) or depth == 0:
            parts.append(source[begins:token.start].strip())
            begins = token.end
        if depth == 0:
            return parts, k
    return [], opened


def refuse_to_show(source: str, tokens: list[Token], names: KnownNames) -> None:
    """Raises the error of `prove that a = b`, which offers the question. Error: syntax."""
    words = [t.text.lower() for t in tokens[:2]]
    if words[0] not in ("prove", "show", "verify", "check") or names.has_meaning(tokens[0].text):
        return
    begins = 2 if words[1:] and words[1] in ("that", "if", "whether") else 1
    rest = [t for t in tokens[begins:] if t.kind not in ("end", "?")]
    if not rest or rest[0].kind in (*_RELATIONS, ":=") or not any(t.kind in _RELATIONS for t in rest):
        return
    question = f"{source[rest[0].start:rest[-1].end]} ?"
    raise LineError("syntax", "A statement is checked with a question mark behind it.", tokens[0].start, rest[-1].end, Suggestion(question, 0, len(source)))


def refuse_late_request(source: str, tokens: list[Token], names: KnownNames) -> None:
    """Raises the error of `x^2 = 4, solve for x`: the request stands first. Error: syntax."""
    words = [t.text.lower() for t in tokens[-5:-1]]
    if len(tokens) < 7 or words[:3] != [",", "solve", "for"] or names.has_meaning(tokens[-4].text) or tokens[-2].kind != "name":
        return
    comma = tokens[-5]
    raise LineError("syntax", "What is asked stands first, as in solve x^2 = 4 for x.", tokens[-4].start, tokens[-2].end,
                    Suggestion(f"solve {source[tokens[0].start:comma.start].strip()} for {tokens[-2].text}", 0, len(source)))
