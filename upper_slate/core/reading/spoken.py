"""Requests in other words than those of the language: an error with the line that was meant as its suggestion."""

from __future__ import annotations

from ..language.words.spoken import DERIVATIVE, SPOKEN, Spoken
from ..problems import LineError, Suggestion
from .names import KnownNames
from .tokens import Token

_OPERAND = ("number", "name", "(", "[", "|", "-", "√", "∛")
#: Words of the language that may follow its own phrase: `table of` is no table of o·f.
_OWN = ("of", "between")


def said_otherwise(source: str, tokens: list[Token], at: int, names: KnownNames) -> LineError | None:
    """The error for the words that stand there, if they are a request as people say it; None if they are not, or have a meaning on the page."""
    row = next((row for row in SPOKEN.get(tokens[at].text, ()) if _stands(row, tokens, at, names)), None)
    if row is None:
        return None
    said = tokens[at:at + len(row.words)]
    start, end = said[0].start, said[-1].end
    words = " ".join(row.words)
    if row.written == DERIVATIVE:
        return _derivative(source, words, tokens, at + len(row.words), start)
    if not row.written:
        return LineError("unknown-name", f"What is to be worked out is written as it stands, without “{words}”.", start, end, Suggestion("", start, said[-1].end + 1))
    return LineError("unknown-name", f"“{words}” is written “{row.written}” here.", start, end, Suggestion(row.written, start, end))


def _stands(row: Spoken, tokens: list[Token], at: int, names: KnownNames) -> bool:
    words = tokens[at:at + len(row.words)]
    if [t.text for t in words] != list(row.words) or any(t.kind != "name" for t in words):
        return False
    if any(_has_meaning(t.text, names) for t in words):
        return False
    follower = tokens[at + len(row.words)]
    if follower.kind not in _OPERAND or follower.text in _OWN:
        return False
    return not row.only_with or any(t.text == row.only_with for t in tokens[at:])


def _has_meaning(word: str, names: KnownNames) -> bool:
    return word in names.values or word in names.functions or word in names.bound


def _derivative(source: str, words: str, tokens: list[Token], at: int, start: int) -> LineError:
    """`differentiate x^2 + 3x with respect to x`: all of the rest stands in brackets."""
    rest = tokens[at:-1]
    texts = [t.text for t in rest]
    letter = next((t.text for t in rest if t.kind == "name" and len(t.text) == 1 and t.text not in ("e", "i")), "x")
    if texts[-4:-1] == ["with", "respect", "to"]:
        letter, rest = texts[-1], rest[:-4]
    elif texts[-2:-1] in (["wrt"], ["by"]):
        letter, rest = texts[-1], rest[:-2]
    body = source[rest[0].start:rest[-1].end] if rest else ""
    if not (len(rest) > 1 and rest[0].kind == "(" and rest[-1].kind == ")" and texts.count("(") == 1):
        body = f"({body})"
    written = f"d/d{letter} {body}"
    return LineError("unknown-name", f"“{words}” is written with the letter by which it goes, here “{written}”.", start, tokens[at - 1].end,
                     Suggestion(written, start, tokens[-1].end))
