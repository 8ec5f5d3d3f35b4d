"""Everyday arithmetic: parts and percentages, ratios, operations in words."""

from __future__ import annotations

import re
from collections.abc import Callable
from fractions import Fraction
from itertools import pairwise
from typing import Final

from .pattern import Sentence, bare, filled, in_brackets, sentence

_COUNTS: Final = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11,
                  "twelve": 12}
_PARTS: Final = {"half": 2, "halves": 2, "third": 3, "quarter": 4, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10,
                 "eleventh": 11, "twelfth": 12}
_NUMBERS: Final = r"(-?\d[\d./]*(?:(?: ?, ?| )-?\d[\d./]*)+)(?:,? ?(?:\.\.\.|…))?"
_POWERS_OF_TEN: Final = {"thousand": 3, "million": 6, "billion": 9}
_ORDINALS: Final = {"fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10}
_COUNT: Final = "|".join((*_COUNTS, r"\d+"))
_FRACTION: Final = rf"(?:(?P<count>{_COUNT})[ -])?(?P<part>{'|'.join(_PARTS)})s?"


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


def _shares(found: re.Match[str]) -> str:
    """A whole that is shared in a ratio, as the list of the shares."""
    parts = re.split(r" ?: ?", found[2])
    return f"{in_brackets(found[1])}*[{', '.join(parts)}]/({' + '.join(parts)})"


def _rule(text: str) -> str | None:
    """What the n-th of some numbers is, where they rise by the same, or each is the same multiple of the one before; None for fewer than three."""
    numbers = [Fraction(number) for number in re.split(r" ?, ?| ", text)]
    if len(numbers) < 3:
        return None
    first, step = numbers[0], numbers[1] - numbers[0]
    if all(after - before == step for before, after in pairwise(numbers)):
        return f"{first} {'+' if step >= 0 else '-'} {abs(step)}*(n - 1)"
    if 0 not in numbers and all(after / before == numbers[1] / first for before, after in pairwise(numbers)):
        return _multiples(first, numbers[1] / first)
    return None


def _multiples(first: Fraction, ratio: Fraction) -> str:
    """The n-th of numbers each of which is the same multiple of the one before."""
    power = f"{ratio if ratio.denominator == 1 and ratio > 0 else f'({ratio})'}^(n - 1)"
    return power if first == 1 else f"{first}*{power}"


def _term(found: re.Match[str]) -> str | None:
    which, numbers = found.groups()
    rule = _rule(numbers)
    return rule if rule is None or not which or which == "n" else f"{rule} at n = {which}"


def _first_terms(found: re.Match[str]) -> str | None:
    """Of a rule in n its values, of a power of a binomial its series; of anything else nobody knows which terms count."""
    count, body = int(found[1]), found[2]
    letters = set(re.findall(r"(?<![A-Za-z])[A-Za-z](?![A-Za-z])", body))
    if letters == {"n"}:
        return f"table of {body} for n from 1 to {count}"
    if len(letters) == 1 and re.fullmatch(r"\([^()]+[+-][^()]+\)\^(?:\w+|\([^()]+\))", body):
        return f"series of {body} at {letters.pop()} = 0 to order {count - 1}"
    return None


def _sum_of_terms(found: re.Match[str]) -> str | None:
    rule = _rule(found[2])
    return rule and f"sum of ({rule}) for n from 1 to {found[1]}"


def _endless(found: re.Match[str]) -> str | None:
    """`1 + 1/2 + 1/4 + …`, where each is the same multiple of the one before; with a count only that many."""
    rule, count = _rule(re.sub(r" ?[+,] ?", ",", found["terms"])), found.groupdict().get("count")
    if rule is None or not (count or "^" in rule):
        return None
    return f"sum of ({rule}) for n from 1 to {count or 'oo'}"


def _powers_up_to(first: Fraction, ratio: Fraction, last: int) -> str | None:
    term, count = first, 1
    while term != last:
        if count > 200 or (abs(ratio) > 1) != (abs(term) < abs(last)):
            return None
        term, count = term * ratio, count + 1
    return f"sum of ({_multiples(first, ratio)}) for n from 1 to {count}"


def _series(found: re.Match[str]) -> str | None:
    """`1 + 3 + 5 + … + 99`, where the numbers rise or fall by the same; `1 + 2 + … + 100` too; `1 + 2 + 4 + … + 64`, where each is the same multiple."""
    first, second, last = int(found[1]), int(found[2]), int(found[4])
    step = second - first
    if found[3] and first and second and int(found[3]) * first == second * second and step:
        return _powers_up_to(Fraction(first), Fraction(second, first), last)
    if not step or (last - first) % step or (last - first) // step < 2 or (found[3] and int(found[3]) - second != step):
        return None
    if step == 1:
        return f"sum of n for n from {first} to {last}"
    term = f"({first} + {step}*(n - 1))" if step > 0 else f"({first} - {-step}*(n - 1))"
    return f"sum of {term} for n from 1 to {(last - first) // step + 1}"


def _in_words(found: re.Match[str]) -> str:
    """Bars that stand for a whole number near by, or for the length of a vector."""
    line = found[0]
    for pattern, written in ((r"⌊([^⌊⌋]+)⌋", r"floor(\1)"), (r"⌈([^⌈⌉]+)⌉", r"ceil(\1)"), (r"‖\((.+?)\)‖", r"|[\1]|"), ("‖([^‖]+)‖", r"|\1|")):
        line = re.sub(pattern, written, line)
    return line


ARITHMETIC: Final[tuple[Sentence, ...]] = (
    sentence(r"(?:the )?sum of (?:(?:all |the )?(?:whole |natural )?numbers )?(?:from )?(\w+) (?:to|up to|through) (\w+)", filled("sum of n for n from {0} to {1}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:natural |whole |positive |counting )?(?:numbers|integers)", filled("sum of n for n from 1 to {0}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:squares|square numbers)", filled("sum of n^2 for n from 1 to {0}")),
    sentence(r"(?:the )?sum of (?:the )?first (\w+) (?:cubes|cube numbers)", filled("sum of n^3 for n from 1 to {0}")),
    sentence(r".*⌊[^⌊⌋]+⌋.*|.*⌈[^⌈⌉]+⌉.*|.*‖[^‖]+‖.*", _in_words),
    sentence("PART ?≈ ?", filled("{0} as a decimal")),
    sentence(r"is (\d+) (?:a )?prime(?: number)?", filled("factor {0}")),
    sentence(r"sqrt ?\(([^(),]+), ?(\d+)\)", bare("root({0}, {1})")),
    sentence(r"round ?\(([^,]+), ?(\d+)\)", lambda f: f"{f[1]} to {f[2]} dp"),
    sentence(r"(?:the )?range of (\S+(?:, ?| )\d.*)", lambda f: f"max({f[1]}) - min({f[1]})"),
    sentence("(?:increase|raise) PART by PART", _changed_by("+")),
    sentence("(?:decrease|reduce|lower) PART by PART", _changed_by("-")),
    sentence("PART (?:increased|raised) by PART", _changed_by("+")),
    sentence("PART (?:decreased|reduced|lowered) by PART", _changed_by("-")),
    sentence("what (?:percentage|percent|per cent) of PART is PART", filled("{1}/{0} as a percentage")),
    sentence("PART as a (?:percentage|percent) of PART", filled("{0}/{1} as a percentage")),
    sentence(r"([\d.]+)\s*% off PART", lambda f: f"{in_brackets(f[2])}*(1 - {f[1]}%)"),
    sentence(r"(?:the )?percentage (?:change|increase|decrease) from (\S+) to (\S+)", lambda f: f"({f[2]} - {f[1]})/{in_brackets(f[1])} as a percentage"),
    sentence(r"(?:the )?compound interest (?:on )?(\S+) at ([\d.]+)\s*% (?:for|over) (\w+) years?", lambda f: f"{f[1]}*(1 + {f[2]}%)^{f[3]} - {f[1]}"),
    sentence(r"(-?[\d.]+) ?(?:degrees? )?(C|F|celsius|fahrenheit) (?:in|to) (?:degrees? )?(C|F|celsius|fahrenheit)",
             lambda f: f"{f[1]} °{f[2][0].upper()} in °{f[3][0].upper()}"),
    sentence(r"([\d.]+) (thousand|million|billion)", lambda f: f"{f[1]}*10^{_POWERS_OF_TEN[f[2].lower()]}"),
    sentence(r"(?:divide|share|split) (\S+) (?:in|into|in to) (?:the ratio|a ratio of) (\d+(?: ?: ?\d+)+)", _shares),
    sentence(r"(?:simplify )?(?:the )?ratio (\d[\d.]*) ?: ?(\d[\d.]*)(?: in (?:its )?(?:simplest form|lowest terms))?", bare("{0}/{1}")),
    sentence(r"simplify (\d[\d.]*) ?: ?(\d[\d.]*)|(\d[\d.]*) ?: ?(\d[\d.]*) in (?:its )?(?:simplest form|lowest terms)",
             lambda f: f"{f[1] or f[3]}/{f[2] or f[4]}"),
    sentence(r"(\w+|\([^()]*\)) to the (-?\d+|[a-z])", bare("{0}^{1}")),
    sentence(r"(\d+) out of (\d+)( as a .+)?", lambda f: f"{f[1]}/{f[2]}{f[3] or ''}"),
    sentence(r"(\S+) is what (?:percentage|percent|per cent|%) of (\S+)", filled("{0}/{1} as a percentage")),
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
    sentence(r"(?:the )?(\d+)(?:st|nd|rd|th) root of PART", lambda f: f"root({f[2]}, {f[1]})"),
    sentence(rf"(?:the )?({'|'.join(_ORDINALS)}) root of PART", lambda f: f"root({f[2]}, {_ORDINALS[f[1].lower()]})"),
    sentence(r"(?:how many|the number of|number of) ways (?:are there )?(?:to choose|of choosing|to pick|of picking) (\w+)(?: \w+)? (?:from|out of) (\w+).*",
             bare("{1} choose {0}")),
    sentence(rf"(?:the )?(?:(n|\d+)(?:-?th|st|nd|rd)|general|) term (?:of|in)(?: the)?(?: sequence| series)? {_NUMBERS}", _term),
    sentence(rf"(?:the )?sum of (?:the )?first (\w+) terms of(?: the)?(?: sequence| series)? {_NUMBERS}", _sum_of_terms),
    sentence(r"(?:the )?first (\d+) terms of(?: the (?:expansion|sequence) (?:of )?)? (.+)", _first_terms),
    sentence(r"(?:(?:the )?(?:value of |sum (?:to infinity )?)(?:of )?)?(?:the )?(?:infinite |geometric |arithmetic )*(?:series |sequence )?"
             r"(?P<terms>-?\d[\d./]*(?: ?[+,] ?-?\d[\d./]*){2,})(?: ?[+,])? ?(?:\.\.\.|…)(?: ?(?:to |up to )?(?P<count>\d+) terms)?", _endless),
    sentence(r"(?:the )?sum to infinity of (?P<terms>-?\d[\d./]*(?: ?[+,] ?-?\d[\d./]*){2,})", _endless),
    sentence(r"(-?\d+) ?\+ ?(-?\d+) ?\+ ?(?:(-?\d+) ?\+ ?)?(?:\.\.\.|…) ?\+ ?(-?\d+)", _series),
    sentence(r"(mean|median|mode|average|variance|standard deviation|sum|max|min)(?: of)? (-?[\d.]+(?:(?: |, ?)-?[\d.]+)+)",
             lambda f: f"{f[1]} of {', '.join(re.split(', ?| ', f[2]))}"),
)
