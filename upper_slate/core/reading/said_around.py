"""What people say around an expression to have it worked out: `what is …`, `calculate …`, `… =`."""

from __future__ import annotations

from typing import Final

from ..problems import LineError
from .names import KnownNames
from .tokens import Token, canonical_name

_OPENINGS: Final = tuple(tuple(text.split()) for text in (
    "what is the value of", "what is", "what are", "find the value of", "find the exact value of", "work out", "calculate", "evaluate", "compute", "find", "give",
    "show", "write", "express",
    "convert", "state"))
#: Only before what asks for digits: `round 3.14159 to 2 dp`.
_ROUNDING: Final = tuple(tuple(text.split()) for text in ("round", "round off", "round the number"))
_CONDITIONS: Final = ("if", "when", "such", "where", "given", "from")
_FIRST: Final = {opening[0] for opening in (*_OPENINGS, *_ROUNDING)}


def without_opening(tokens: list[Token], names: KnownNames, asks_for_digits: bool = False) -> tuple[list[Token], int]:
    """The tokens, and the position behind words such as `what is`; a ? at the end goes with them."""
    if tokens[0].text.lower() not in _FIRST or names.has_meaning(tokens[0].text):
        return tokens, 0
    words = [t.text.lower() for t in tokens[:6]]
    for asked in ("find",), ("what", "is"):  # of a letter, with a condition: a request of its own
        if tuple(words[:len(asked)]) == asked and words[len(asked) + 1:][:1] and words[len(asked) + 1] in _CONDITIONS:
            return tokens, 0
    for opening in (*_OPENINGS, *(_ROUNDING if asks_for_digits else ())):
        count = len(opening)
        if tuple(words[:count]) == opening and len(tokens) > count and tokens[count].kind not in ("end", "=", "+", "*", "/", "^", ")", ",", "<", ">"):
            if tokens[-2].kind == "?":
                tokens = [*tokens[:-2], Token("end", "", tokens[-2].start, tokens[-2].start)]
            return tokens, count
    return tokens, 0


def without_result_sign(tokens: list[Token], names: KnownNames, start: int) -> list[Token]:
    """The tokens without the = of `2 + 3 =` or `f(2) = ?`. Errors: syntax where only a letter without a meaning stands before it."""
    last = len(tokens) - 2
    if tokens[last].kind == "?":
        last -= 1
    if last <= start or tokens[last].kind != "=":
        return tokens
    inner = tokens[start:last]
    sign = tokens[last]
    if _is_unknown_head(inner, names):
        raise LineError("syntax", f"After = the meaning of {inner[0].text} is missing.", sign.start, sign.end)
    return [*tokens[:last], Token("end", "", inner[-1].end, inner[-1].end, True)]


def _is_unknown_head(tokens: list[Token], names: KnownNames) -> bool:
    """Whether only a letter, or `name(letters)`, stands there and has no meaning."""
    if tokens[0].kind != "name" or names.is_known(canonical_name(tokens[0].text)):
        return False
    if len(tokens) == 1:
        return True
    return tokens[1].kind == "(" and tokens[-1].kind == ")" and all(t.kind in ("name", ",") for t in tokens[2:-1])
