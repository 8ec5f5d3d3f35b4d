"""Splits a line into tokens that know their place."""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass, replace
from typing import Final

from ..language.words import GREEK
from ..problems import LineError, Suggestion
from .uses import use_of

MAX_LINE: Final = 2000

_SIGNS: Final = {
    "−": "-", "–": "-", "—": "-", "·": "*", "×": "*", "∙": "*", "⋅": "*", "•": "*", "÷": "/", "∕": "/", "⁄": "/", "≠": "!=", "≤": "<=", "≥": ">=", "∘": "@",
    "⇔": "<=>", "⇒": "=>", "∴": "=>", "→": "->", "↦": "->", "⟶": "->", "′": "'", "’": "'", "‘": "'", "´": "'", "`": "'", "∣": "|", "º": "°",
    "∶": ":",
}
#: Signs that are two primes, or a fraction with its number beside it.
_DOUBLE_PRIMES: Final = frozenset("\"″”“")
FRACTIONS: Final = {
    "½": (1, 2), "⅓": (1, 3), "⅔": (2, 3), "¼": (1, 4), "¾": (3, 4), "⅕": (1, 5), "⅖": (2, 5), "⅗": (3, 5), "⅘": (4, 5), "⅙": (1, 6), "⅚": (5, 6),
    "⅐": (1, 7), "⅛": (1, 8), "⅜": (3, 8), "⅝": (5, 8), "⅞": (7, 8), "⅑": (1, 9), "⅒": (1, 10),
}
_OPERATORS: Final = ("<=>", "=>", "<=", ">=", "!=", "->", ":=", "**", "+/-", "+", "-", "*", "/", "^", "=", "<", ">", "!", "'", "°", "%", "@",
                     "(", ")", "[", "]", "|", ",", "?", "√", "∛", "∜", "∫", "∑", "∏", "∂", "±", "_", "∈", "{", "}", ":", ";", ".")
_OPERATOR: Final = re.compile("|".join(map(re.escape, _OPERATORS)))
_SUPERSCRIPTS: Final = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹⁻⁺", "0123456789-+")
_DIGITS_BELOW: Final = "₀₁₂₃₄₅₆₇₈₉"
_SUB: Final = re.compile(f"[{_DIGITS_BELOW}]+")
_SUBSCRIPTS: Final = str.maketrans(_DIGITS_BELOW, "0123456789")
#: Small words that are a product in the formulas of physics.
_LETTERS_TOO: Final = frozenset({"at", "as", "is", "it"})
#: Signs with which no longer sign begins.
_ONE_SIGN: Final = frozenset("/^()[]|,?")
#: A number: digits with a point and perhaps recurring digits, or an exponent with no space inside.
_NUMBER: Final = re.compile(r"(?:\d+\.?\d*|\.\d+)(?:\(\d+\)|[eE][+-]?\d+)?", re.ASCII)
_NAME: Final = re.compile(r"[A-Za-z][A-Za-z0-9_]*")
#: `x_{12}`, `v_{max}`: a subscript in braces is part of the name.
_BRACED_SUBSCRIPT: Final = re.compile(r"([A-Za-z]+_)\{\s*([A-Za-z0-9]+)\s*\}")
#: `lim_(x->0)`, `int_0^1`: what stands below is no part of the word.
_SIGN_WORD: Final = re.compile(r"(?:lim|int|sum|product|prod)(?=_)")
_SUPER: Final = re.compile(r"[⁻⁺]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+")
#: Marks that direct or join text and show nothing; they come along when text is pasted.
_UNSEEN: Final = frozenset("\u200b\u200c\u200d\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2060\u2066\u2067\u2068\u2069\ufeff\u00ad\u061c")


@dataclass(frozen=True)
class Token:
    """`kind` is number, fraction (½), name, super (superscript digits), end, or the sign itself; `spaced` says that a space stands before.

    A sign that nobody knows has the kind `unknown`: reading says so where it comes to it.
    """

    kind: str
    text: str
    start: int
    end: int
    spaced: bool = False


def without_remark(source: str) -> str:
    """The line without `// remark`."""
    return source.split("//", 1)[0]


def canonical_name(text: str) -> str:
    """`x1` and `x_1` are one name."""
    match = re.fullmatch(r"([A-Za-z]+?)_?(\d+)", text)
    return f"{match[1]}_{match[2]}" if match else text


def tokenize(source: str) -> list[Token]:
    """The tokens of a line, ended by an `end` token. Errors: syntax (a sign with no meaning, a line too long)."""
    if len(source) > MAX_LINE:
        raise LineError("syntax", f"A line has at most 2,000 characters; this one has {len(source):,}.", MAX_LINE, len(source))
    text, tokens, at, spaced = without_remark(source), [], 0, False
    while at < len(text):
        char = text[at]
        if char.isspace() or char in _UNSEEN:
            spaced, at = True, at + 1
            continue
        token = _token_at(text, at, spaced)
        tokens.append(token)
        at, spaced = token.end, False
    end = len(text.rstrip())
    return [*_with_letters_of_formulas(_without_braces(tokens)), Token("end", "", end, end, spaced)]


def _with_letters_of_formulas(tokens: list[Token]) -> list[Token]:
    """`2as`, `1/2 at^2`: a small word right behind a number, or with an exponent, is letters side by side."""
    if not any(token.text in _LETTERS_TOO for token in tokens):
        return tokens
    found: list[Token] = []
    for k, token in enumerate(tokens):
        following = tokens[k + 1] if k + 1 < len(tokens) else None
        is_behind = k > 0 and tokens[k - 1].kind == "number" and tokens[k - 1].end == token.start
        is_raised = following is not None and following.kind in ("^", "super") and following.start == token.end
        if token.kind == "name" and token.text in _LETTERS_TOO and (is_behind or is_raised):
            middle = token.start + 1
            found += [Token("name", token.text[0], token.start, middle, token.spaced), Token("name", token.text[1], middle, token.end)]
        else:
            found.append(token)
    return found


def _without_braces(tokens: list[Token]) -> list[Token]:
    """Braces behind `_` and `^` group; elsewhere they hold a list. One without its partner stays as it is."""
    if not any(token.kind == "{" for token in tokens):
        return tokens
    found, opened = list(tokens), list[int]()
    for k, token in enumerate(tokens):
        if token.kind == "{":
            opened.append(k)
        elif token.kind == "}" and opened:
            first = opened.pop()
            kinds = ("(", ")") if first and _takes_group(tokens[first - 1]) else ("[", "]")
            found[first], found[k] = replace(tokens[first], kind=kinds[0], text=kinds[0]), replace(token, kind=kinds[1], text=kinds[1])
    return found


def _takes_group(token: Token) -> bool:
    return token.kind in ("_", "^") or (token.kind == "name" and token.text.endswith("_"))


def _token_at(text: str, at: int, spaced: bool) -> Token:
    char = text[at]
    if char in _ONE_SIGN:  # the commonest first
        return Token(char, char, at, at + 1, spaced)
    if match := _NUMBER.match(text, at):
        literal = match[0]
        if "(" in literal and "." not in literal:
            literal = literal.split("(")[0]
        if "(" not in literal and "e" not in literal.lower() and literal.endswith("."):
            raise LineError("syntax", "A digit is missing after the decimal point.", at, at + len(literal), Suggestion(literal[:-1], at, at + len(literal)))
        return Token("number", literal, at, at + len(literal), spaced)
    if match := _SIGN_WORD.match(text, at) or _BRACED_SUBSCRIPT.match(text, at) or _NAME.match(text, at):
        name, end = "".join(match.groups()) or match[0], match.end()
        while end < len(text) and text[end] in _DIGITS_BELOW:
            name, end = name + text[end].translate(_SUBSCRIPTS), end + 1
        return Token("name", name, at, end, spaced)
    if char in "ΣΠ" and re.match(r"[ΣΠ]\s*(?:_|.*\bfrom\b)", text[at:]):  # a capital letter typed for the sign
        big = "∑" if char == "Σ" else "∏"
        return Token(big, big, at, at + 1, spaced)
    if char in GREEK:
        name, end = GREEK[char], at + 1
        tail = re.compile(r"(_)\{\s*([A-Za-z0-9]+)\s*\}|[0-9_]+[A-Za-z0-9]*|[₀₁₂₃₄₅₆₇₈₉]+").match(text, end)
        if tail and GREEK[char] not in ("pi",):
            name, end = name + ("".join(tail.groups("")) or tail[0]).translate(_SUBSCRIPTS), tail.end()
        return Token("name", name, at, end, spaced)
    if char == "∂":
        match = re.compile(r"[A-Za-z]\w*", re.ASCII).match(text, at + 1)
        name = "d" + (match[0] if match else "")
        return Token("name", name, at, at + len(name), spaced)
    if char == "∞":
        return Token("name", "oo", at, at + 1, spaced)
    if match := _SUPER.match(text, at) or _SUB.match(text, at):
        return Token("sub" if char in _DIGITS_BELOW else "super", match[0].translate(_SUPERSCRIPTS | _SUBSCRIPTS), at, match.end(), spaced)
    sign = _SIGNS.get(char)
    if sign:
        return Token(sign, char if sign == "*" else sign, at, at + 1, spaced)
    if char in _DOUBLE_PRIMES:
        return Token("''", "''", at, at + 1, spaced)
    if char in FRACTIONS:
        return Token("fraction", char, at, at + 1, spaced)
    if match := _OPERATOR.match(text, at):
        sign = match[0]
        kind = {"**": "^", "+/-": "±"}.get(sign, sign)
        return Token(kind, "±" if kind == "±" else sign, at, match.end(), spaced)
    return Token("unknown", char, at, at + 1, spaced)


def meaningless(token: Token) -> LineError:
    """The error for a sign that nobody knows, or that has no meaning where it stands."""
    char, at = _DIGITS_BELOW[int(token.text[0])] if token.kind == "sub" else token.text, token.start
    if unicodedata.category(char) in ("Cc", "Cf", "Co", "Cn", "Cs"):
        return LineError("syntax", "Here is an invisible character that has no meaning.", at, at + 1, Suggestion("", at, at + 1))
    instead = {"}": ")", ":": "/", "⟨": "(", "⟩": ")", "$": "", ".": "*"}.get(char)
    suggestion = None if instead is None else Suggestion(instead, at, token.end)
    hint = " Division is written /." if char == ":" else ""
    return LineError("syntax", f"The sign {char} has no meaning here.{hint}", at, token.end, suggestion)


def split_lines(cell: str) -> list[tuple[str, int]]:
    """The lines of a cell with their offsets; a line that ends inside an open bracket goes on on the next."""
    lines: list[tuple[str, int]] = []
    pending, start, at = "", 0, 0
    for raw in cell.split("\n"):
        if not pending and use_of(raw):  # a title may hold a bracket that is never closed
            at += len(raw) + 1
            lines.append((raw, start))
            start = at
            continue
        pending = raw if not pending else f"{pending}\n{raw}"
        depth = 0
        for part in pending.split("\n"):
            bare = without_remark(part)
            depth += sum(bare.count(c) for c in "([") - sum(bare.count(c) for c in ")]")
        at += len(raw) + 1
        if depth <= 0 or at > len(cell):
            lines.append((pending, start))
            pending, start = "", at
    return lines
