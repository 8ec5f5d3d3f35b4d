"""Several statements in one line: values that are put in, definitions above, conditions, pieces of a function."""

from __future__ import annotations

import re
from typing import Final

from .pattern import REQUESTS, Sentence, bare, sentence, values_put_in

#: What introduces a condition in front or behind: `given that x > 0, …`, `if x = 3, …`.
_GIVEN: Final = r"(?:given(?: that)?|if|when|where|for|assuming(?: that)?|suppose(?: that)?)"
_VALUE: Final = r"[A-Za-z] ?= ?[\w.^()/*+-]+"


def _with_condition(found: re.Match[str]) -> str | None:
    """A value that is put in, a definition above, or an assumption above."""
    given, asked = found["given"].strip(), found["asked"].strip()
    bare = re.sub(rf"^{REQUESTS} (?:the value of )?", "", asked, flags=re.IGNORECASE)
    if re.search(r"[<>≤≥]|!=", given):
        return f"assume {given}\n{bare}"
    if values := values_put_in(given):
        return f"{bare} at {values}"
    return f"{given}\n{bare}" if re.fullmatch(r"\w+\s*\([\w, ]+\)\s*=[^=]+", given) else None


def _statements(found: re.Match[str]) -> str | None:
    """`x = 3, y = 4, find x^2 + y^2`: values are put in; definitions stand above."""
    return _said(found[1], found[2])


def _said(given: str, asked: str) -> str | None:
    if values := values_put_in(given):
        return f"{asked} at {values}"
    above = [part.strip() for part in re.split(r",(?![^()]*\))|;|\band\b", re.sub("^(?:let|given|if) ", "", given, flags=re.IGNORECASE))]
    return "\n".join([*above, asked]) if all(re.match(r"\w+(?:\([\w, ]+\))?\s*=[^=]", part) for part in above) else None


def _behind(found: re.Match[str]) -> str | None:
    """The same with the statements behind: `x^2 when x is 4`, `g(f(x)) where f(x) = x^2 and g(x) = x + 1`."""
    asked = re.sub(f"^{REQUESTS} ", "", found[1], flags=re.IGNORECASE)
    return _said(found[2], asked)


_FOLLOWS: Final = re.compile(r"\s*(?:so|therefore|thus|hence|then|consequently)\b,?\s*(.+)", re.IGNORECASE)


def follows_in_words(line: str) -> str | None:
    """What a line says that begins with `so`, `therefore`: a step from the line above, where there is one."""
    found = _FOLLOWS.fullmatch(line)
    return found[1].strip() if found else None


STATEMENTS: Final[tuple[Sentence, ...]] = (
    Sentence(_FOLLOWS, bare("=> {0}")),
    Sentence(_FOLLOWS, bare("{0}")),
    sentence(r"(.*[=<>≤≥].*?) ?\(([a-z]{3,} [^()]*|[a-z]{4,})\)", bare("{0} // {1}")),
    sentence(rf"{_GIVEN} (?P<given>.+?)(?:,| then|, then) (?P<asked>.+)", _with_condition),
    sentence(r"(?:let )?(\w) (?:is|be|equals|is equal to) ([^=]*\d[^=]*|\w)", lambda f: f"{f[1]} = {f[2]}"),
    sentence(r"(?:(?:the )?function|def|func) (\w+ ?\(.*\) ?=.+)", lambda f: f[1]),
    sentence(rf"(?P<asked>(?:simplify|expand|factor|factorise|factorize|evaluate) .+?),? {_GIVEN} (?P<given>.+)", _with_condition),
    sentence(r"(.+?),? (?:when|where|if|given) (.+)", _behind),
    sentence(r"((\w)\(\w+\) ?= ?.+?)[,;]? (\2\([-\d., /]+\))", bare("{0}\n{2}")),
    sentence(r"y ?= ?(\w\(\w\) ?= ?.+)", bare("{0}")),
    sentence(rf"(.+), ?(?:then )?{REQUESTS} (?:the value of )?(.+)", _statements),
    sentence(rf"({_VALUE}),? ({_VALUE})(?:,? ({_VALUE}))?,?(?: (?:{REQUESTS} )?([^=]+))?", lambda f: "\n".join(filter(None, f.groups()))),
    sentence(r"(\w+\(\w+\) ?= ?)\{\s*(.+ if .+?)[;,] ?(.+ if .+?)\s*\}", bare("{0}{1}, {2}")),
    sentence(r"(\w+\(\w+\) ?= ?)\{ ?([^,;]+), ([^,;]*[<>≤≥][^,;]*?); ([^,;]+), ([^,;]*[<>≤≥][^,;]*?) ?\}", bare("{0}{1} if {2}, {3} if {4}")),
    sentence(r"(\w+\(\w+\) ?= ?)(.+) for (.+[<>≤≥].*), (.+) for (.+[<>≤≥].*)", bare("{0}{1} if {2}, {3} if {4}")),
)
