"""Sentences of everyday arithmetic that are not read as they stand, and how each is written here: it is offered, since words leave room for other readings."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

#: What stands for an expression in a sentence.
_PART: Final = r"(\S(?:.*?\S)?)"
_COUNTS: Final = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11,
                  "twelve": 12}
_PARTS: Final = {"half": 2, "halves": 2, "third": 3, "quarter": 4, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10,
                 "eleventh": 11, "twelfth": 12}
#: Longer texts are none of these sentences.
_MOST: Final = 200
_COUNT: Final = "|".join((*_COUNTS, r"\d+"))
_FRACTION: Final = rf"(?:(?P<count>{_COUNT})[ -])?(?P<part>{'|'.join(_PARTS)})s?"
_REQUESTS: Final = r"(?:find|evaluate|calculate|work out|compute|what is|give|show)"
#: What introduces a condition in front or behind: `given that x > 0, …`, `if x = 3, …`.
_GIVEN: Final = r"(?:given(?: that)?|if|when|where|for|assuming(?: that)?|suppose(?: that)?)"


def written_here(line: str) -> str | None:
    """The line, or the two lines, that a sentence is written as here; None for any other text."""
    if len(line) > _MOST:
        return None
    text = " ".join(line.split()).rstrip(".?").strip()
    for pattern, write in _SENTENCES:
        found = pattern.fullmatch(text)
        if found and (written := write(found)) is not None:
            return written
    return None


def _in_brackets(text: str) -> str:
    """A part that can stand beside any sign."""
    return text if re.fullmatch(r"[\w.]+%?|\([^()]*\)|[\w.]+\([^()]*\)", text) else f"({text})"


def _as(template: str) -> Callable[[re.Match[str]], str]:
    return lambda found: template.format(*map(_in_brackets, found.groups()))


def _changed_by(sign: str) -> Callable[[re.Match[str]], str]:
    """A number that grows or shrinks by a part of itself, or by another number."""
    def write(found: re.Match[str]) -> str:
        whole, change = found.groups()
        share = re.fullmatch(r"([\w.]+)\s*(?:%|percent|per cent)", change)
        return f"{_in_brackets(whole)}*(1 {sign} {share[1]}%)" if share else f"{whole} {sign} {_in_brackets(change)}"
    return write


def _fraction(found: re.Match[str]) -> str:
    count, of = found["count"] or "1", found["of"]
    written = f"{_COUNTS.get(count.lower(), count)}/{_PARTS[found['part'].lower()]}"
    return f"{written}*{_in_brackets(of)}" if of else written


def _with_condition(found: re.Match[str]) -> str | None:
    """A value that is put in, a definition above, or an assumption above."""
    given, asked = found["given"].strip(), found["asked"].strip()
    bare = re.sub(rf"^{_REQUESTS} (?:the value of )?", "", asked, flags=re.IGNORECASE)
    if re.search(r"[<>≤≥]|!=", given):
        return f"assume {given}\n{bare}"
    if re.fullmatch(r"\w+\s*=[^=]+", given):
        return f"{bare} at {given}"
    return f"{given}\n{bare}" if re.fullmatch(r"\w+\s*\([\w, ]+\)\s*=[^=]+", given) else None


def _sentence(pattern: str, write: Callable[[re.Match[str]], str | None]) -> tuple[re.Pattern[str], Callable[[re.Match[str]], str | None]]:
    return re.compile(pattern.replace("PART", _PART), re.IGNORECASE), write


_SENTENCES: Final = (
    _sentence(rf"(?:{_REQUESTS} )?the value of (\w) (?:when|if|where|for which|such that|so that) (.*=.*)", lambda f: f"solve {f[2]} for {f[1]}"),
    _sentence(rf"{_GIVEN} (?P<given>.+?)(?:,| then|, then) (?P<asked>.+)", _with_condition),
    _sentence(r"([^=]+=[^=,]+?)(?:,|;| and)? (?:find|solve(?: it)?(?: for)?) (\w)", lambda f: f"solve {f[1]} for {f[2]}"),
    _sentence(r"([^=]+=[^=,]+?)(?:,|;) (\w) ?= ?", lambda f: f"solve {f[1]} for {f[2]}"),
    _sentence(r"([^=]+=[^=,]+?),? solve(?: it)?", lambda f: f"solve {f[1]}"),
    _sentence(r"(?:the )?sum of (?:(?:all |the )?(?:whole |natural )?numbers )?(?:from )?(\w+) (?:to|up to|through) (\w+)", _as("sum of n for n from {0} to {1}")),
    _sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:natural |whole |positive |counting )?(?:numbers|integers)", _as("sum of n for n from 1 to {0}")),
    _sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:squares|square numbers)", _as("sum of n^2 for n from 1 to {0}")),
    _sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:cubes|cube numbers)", _as("sum of n^3 for n from 1 to {0}")),
    _sentence(r"is (\d+) (?:a )?prime(?: number)?", _as("factor {0}")),
    _sentence(r"(\w+) inverse", _as("inverse of {0}")),
    _sentence(r"(?:the )?(?:points? of inflection|inflection points?) of (\w)", _as("solve {0}''(x) = 0")),
    _sentence("(?:the )?binomial expansion of (.+)", lambda f: f"expand {f[1]}"),
    _sentence(r"(?:the )?function (\w+ ?\(.*\) ?=.+)", lambda f: f[1]),
    _sentence(r"round ?\(([^,]+), ?(\d+)\)", lambda f: f"{f[1]} to {f[2]} dp"),
    _sentence(r"(?:the )?range of (\S+(?:, ?| )\d.*)", lambda f: f"max({f[1]}) - min({f[1]})"),
    _sentence(rf"(?P<asked>(?:simplify|expand|factor|factorise|factorize|evaluate) .+?),? {_GIVEN} (?P<given>.+)", _with_condition),
    _sentence("(?:increase|raise) PART by PART", _changed_by("+")),
    _sentence("(?:decrease|reduce|lower) PART by PART", _changed_by("-")),
    _sentence("PART (?:increased|raised) by PART", _changed_by("+")),
    _sentence("PART (?:decreased|reduced|lowered) by PART", _changed_by("-")),
    _sentence("what (?:percentage|percent|per cent) of PART is PART", _as("{1}/{0} as a percentage")),
    _sentence("PART as a (?:percentage|percent) of PART", _as("{0}/{1} as a percentage")),
    _sentence("(?:what fraction of PART is PART)", _as("{1}/{0}")),
    _sentence("PART as a fraction of PART", _as("{0}/{1}")),
    _sentence(rf"{_FRACTION}(?: of (?P<of>.+))?", _fraction),
    _sentence("(?:twice|double|two times) PART", _as("2*{0}")),
    _sentence("(?:triple|treble|three times) PART", _as("3*{0}")),
    _sentence("(?:the )?reciprocal of PART", _as("1/{0}")),
    _sentence("(?:the )?square of PART", _as("{0}^2")),
    _sentence("(?:the )?cube of PART", _as("{0}^3")),
    _sentence("(?:the )?difference (?:between|of) PART and PART", _as("{0} - {1}")),
    _sentence("(?:the )?product of PART and PART", _as("{0}*{1}")),
    _sentence("(?:subtract|take(?: away)?) PART from PART", _as("{1} - {0}")),
    _sentence("add PART (?:to|and) PART", _as("{1} + {0}")),
    _sentence("multiply PART (?:by|and) PART", _as("{0}*{1}")),
    _sentence("divide PART by PART", _as("{0}/{1}")),
    _sentence(r"(\d[\d./]*) (?:less|fewer) than PART", _as("{1} - {0}")),  # of a letter it says how they compare
    _sentence(r"(\d[\d./]*) more than PART", _as("{1} + {0}")),
    _sentence("PART subtracted from PART", _as("{1} - {0}")),
    _sentence("PART added to PART", _as("{1} + {0}")),
)
