"""Sentences of everyday arithmetic that are not read as they stand, and how each is written here: it is offered, since words leave room for other readings."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from .school import SCHOOL
from .sentence import REQUESTS, bare, filled, in_brackets, sentence, values_put_in

_COUNTS: Final = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11,
                  "twelve": 12}
_PARTS: Final = {"half": 2, "halves": 2, "third": 3, "quarter": 4, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10,
                 "eleventh": 11, "twelfth": 12}
_POWERS_OF_TEN: Final = {"thousand": 3, "million": 6, "billion": 9}
#: Longer texts are none of these sentences.
_MOST: Final = 200
_COUNT: Final = "|".join((*_COUNTS, r"\d+"))
_FRACTION: Final = rf"(?:(?P<count>{_COUNT})[ -])?(?P<part>{'|'.join(_PARTS)})s?"
#: What introduces a condition in front or behind: `given that x > 0, …`, `if x = 3, …`.
_GIVEN: Final = r"(?:given(?: that)?|if|when|where|for|assuming(?: that)?|suppose(?: that)?)"


def written_here(line: str) -> str | None:
    """The line, or the two lines, that a sentence is written as here; None for any other text."""
    if len(line) > _MOST:
        return None
    text = re.sub(r"\?+$|(?<!\.)\.$", "", " ".join(line.split())).strip()
    for pattern, write in (*_SENTENCES, *SCHOOL):
        found = pattern.fullmatch(text)
        if found and (written := write(found)) is not None:
            return written
    return None


def _changed_by(sign: str) -> Callable[[re.Match[str]], str]:
    """A number that grows or shrinks by a part of itself, or by another number."""
    def write(found: re.Match[str]) -> str:
        whole, change = found.groups()
        share = re.fullmatch(r"([\w.]+)\s*(?:%|percent|per cent)", change)
        return f"{in_brackets(whole)}*(1 {sign} {share[1]}%)" if share else f"{whole} {sign} {in_brackets(change)}"
    return write


def _fraction(found: re.Match[str]) -> str:
    count, of = found["count"] or "1", found["of"]
    written = f"{_COUNTS.get(count.lower(), count)}/{_PARTS[found['part'].lower()]}"
    return f"{written}*{in_brackets(of)}" if of else written


def _with_condition(found: re.Match[str]) -> str | None:
    """A value that is put in, a definition above, or an assumption above."""
    given, asked = found["given"].strip(), found["asked"].strip()
    bare = re.sub(rf"^{REQUESTS} (?:the value of )?", "", asked, flags=re.IGNORECASE)
    if re.search(r"[<>≤≥]|!=", given):
        return f"assume {given}\n{bare}"
    if values := values_put_in(given):
        return f"{bare} at {values}"
    return f"{given}\n{bare}" if re.fullmatch(r"\w+\s*\([\w, ]+\)\s*=[^=]+", given) else None


def _shares(found: re.Match[str]) -> str:
    """A whole that is shared in a ratio, as the list of the shares."""
    parts = re.split(r" ?: ?", found[2])
    return f"{in_brackets(found[1])}*[{', '.join(parts)}]/({' + '.join(parts)})"


_SENTENCES: Final = (
    sentence(rf"(?:{REQUESTS} )?the value of (\w) (?:when|if|where|for which|such that|so that) (.*=.*)", lambda f: f"solve {f[2]} for {f[1]}"),
    sentence(rf"{_GIVEN} (?P<given>.+?)(?:,| then|, then) (?P<asked>.+)", _with_condition),
    sentence(r"([^=]+=[^=,]+?)(?:,|;| and)? (?:find|solve(?: it)?(?: for)?) (\w)", lambda f: f"solve {f[1]} for {f[2]}"),
    sentence(r"([^=]+=[^=,]+?)(?:,|;|,? so|,? then|,? hence) (\w) ?= ?", lambda f: f"solve {f[1]} for {f[2]}"),
    sentence(r"([^=<>≤≥]+(?:[<>]=?|[=≤≥])[^=<>≤≥,]+?),? solve(?: it)?", lambda f: f"solve {f[1]}"),
    sentence(r"(?:let )?(\w) (?:is|be|equals|is equal to) ([^=]*\d[^=]*|\w)", lambda f: f"{f[1]} = {f[2]}"),
    sentence(r"(?:the )?sum of (?:(?:all |the )?(?:whole |natural )?numbers )?(?:from )?(\w+) (?:to|up to|through) (\w+)", filled("sum of n for n from {0} to {1}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:natural |whole |positive |counting )?(?:numbers|integers)", filled("sum of n for n from 1 to {0}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:squares|square numbers)", filled("sum of n^2 for n from 1 to {0}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:cubes|cube numbers)", filled("sum of n^3 for n from 1 to {0}")),
    sentence(r"is (\d+) (?:a )?prime(?: number)?", filled("factor {0}")),
    sentence(r"(\w+) inverse", filled("inverse of {0}")),
    sentence(r"(?:the )?(?:points? of inflection|inflection points?) of (\w)", filled("solve {0}''(x) = 0")),
    sentence("(?:the )?binomial expansion of (.+)", lambda f: f"expand {f[1]}"),
    sentence(r"(?:(?:the )?function|def|func) (\w+ ?\(.*\) ?=.+)", lambda f: f[1]),
    sentence(r"round ?\(([^,]+), ?(\d+)\)", lambda f: f"{f[1]} to {f[2]} dp"),
    sentence(r"(?:the )?range of (\S+(?:, ?| )\d.*)", lambda f: f"max({f[1]}) - min({f[1]})"),
    sentence(rf"(?P<asked>(?:simplify|expand|factor|factorise|factorize|evaluate) .+?),? {_GIVEN} (?P<given>.+)", _with_condition),
    sentence("(?:increase|raise) PART by PART", _changed_by("+")),
    sentence("(?:decrease|reduce|lower) PART by PART", _changed_by("-")),
    sentence("PART (?:increased|raised) by PART", _changed_by("+")),
    sentence("PART (?:decreased|reduced|lowered) by PART", _changed_by("-")),
    sentence("what (?:percentage|percent|per cent) of PART is PART", filled("{1}/{0} as a percentage")),
    sentence("PART as a (?:percentage|percent) of PART", filled("{0}/{1} as a percentage")),
    sentence(r"([\d.]+)\s*% off PART", lambda f: f"{in_brackets(f[2])}*(1 - {f[1]}%)"),
    sentence(r"(?:the )?percentage (?:change|increase|decrease) from (\S+) to (\S+)", lambda f: f"({f[2]} - {f[1]})/{in_brackets(f[1])} as a percentage"),
    sentence(r"(?:the )?compound interest (?:on )?(\S+) at ([\d.]+)\s*% (?:for|over) (\w+) years?", lambda f: f"{f[1]}*(1 + {f[2]}%)^{f[3]} - {f[1]}"),
    sentence(r"([\d.]+) (thousand|million|billion)", lambda f: f"{f[1]}*10^{_POWERS_OF_TEN[f[2].lower()]}"),
    sentence(r"(?:divide|share|split) (\S+) (?:in|into|in to) (?:the ratio|a ratio of) (\d+(?: ?: ?\d+)+)", _shares),
    sentence(r"(?:simplify )?(?:the )?ratio (\d[\d.]*) ?: ?(\d[\d.]*)(?: in (?:its )?(?:simplest form|lowest terms))?", bare("{0}/{1}")),
    sentence(r"simplify (\d[\d.]*) ?: ?(\d[\d.]*)|(\d[\d.]*) ?: ?(\d[\d.]*) in (?:its )?(?:simplest form|lowest terms)",
             lambda f: f"{f[1] or f[3]}/{f[2] or f[4]}"),
    sentence(r"(solve )?(\w+) ?: ?(\w+) ?= ?(\w+) ?: ?(\w+)", lambda f: f"{f[1] or ''}{f[2]}/{f[3]} = {f[4]}/{f[5]}"),
    sentence(r"(\d+) out of (\d+)", filled("{0}/{1}")),
    sentence(r"(\d*\.\d*?)(?:(\d)\2{2,}|(\d{2,6})\3+)(?:\.\.\.|…)", lambda f: f"{f[1]}({f[2] or f[3]})"),
    sentence(r"(\d*\.)(\d) (?:recurring|repeating)", lambda f: f"{f[1]}({f[2]})"),
    sentence(r"(?=.*[£€¥$]).*\d.*", lambda f: " ".join(re.sub(r"[£€¥$]", " ", f[0]).split())),
    sentence("(?:what fraction of PART is PART)", filled("{1}/{0}")),
    sentence("PART as a fraction of PART", filled("{0}/{1}")),
    sentence(rf"{_FRACTION}(?: of (?P<of>.+))?", _fraction),
    sentence("(?:twice|double|two times) PART", filled("2*{0}")),
    sentence("(?:triple|treble|three times) PART", filled("3*{0}")),
    sentence("(?:the )?reciprocal of PART", filled("1/{0}")),
    sentence("(?:the )?square of PART", filled("{0}^2")),
    sentence("(?:the )?cube of PART", filled("{0}^3")),
    sentence("(?:the )?difference (?:between|of) PART and PART", filled("{0} - {1}")),
    sentence("(?:the )?product of PART and PART", filled("{0}*{1}")),
    sentence("(?:subtract|take(?: away)?) PART from PART", filled("{1} - {0}")),
    sentence("add PART (?:to|and) PART", filled("{1} + {0}")),
    sentence("multiply PART (?:by|and) PART", filled("{0}*{1}")),
    sentence("divide PART by PART", filled("{0}/{1}")),
    sentence(r"(\d[\d./]*) (?:less|fewer) than PART", filled("{1} - {0}")),  # of a letter it says how they compare
    sentence(r"(\d[\d./]*) more than PART", filled("{1} + {0}")),
    sentence("PART subtracted from PART", filled("{1} - {0}")),
    sentence("PART added to PART", filled("{1} + {0}")),
)
