"""Equations and systems that are to be solved."""

from __future__ import annotations

import re
from typing import Final

from .pattern import REQUESTS, Sentence, bare, sentence


def _for_letters(found: re.Match[str]) -> str:
    letters = re.findall(r"\b[A-Za-z]\b", found[1])
    return f"solve {found[2]} for {', '.join(letters)}"


def _meeting(found: re.Match[str]) -> str:
    """Where two curves meet: equations in x and y together, names of functions by their values."""
    one, other = found[1].strip(), found[2].strip()
    if "=" in one and "=" in other:
        return f"solve {one}, {other}"
    values = [f"{part}(x)" if re.fullmatch("[A-WZ]|[a-w]", part) else part.removeprefix("y = ") for part in (one, other)]
    return f"solve {values[0]} = {values[1]}"


def _system(found: re.Match[str]) -> str | None:
    """Several conditions side by side; definitions of single letters stand in lines of their own."""
    parts = [part.strip() for part in re.split("[,;]", found[0])]
    if not all(re.search("[=<>≤≥]", part) for part in parts):
        return None
    return None if all(re.match(r"\w+ ?=", part) for part in parts) else f"solve {', '.join(parts)}"


EQUATIONS: Final[tuple[Sentence, ...]] = (
    sentence(rf"(?:{REQUESTS} )?the value of (\w) (?:when|if|where|for which|such that|so that) (.*=.*)", lambda f: f"solve {f[2]} for {f[1]}"),
    sentence(r"([^=]+=[^=,]+?)(?:,|;| and)? (?:find|solve(?: it)?(?: for)?) (\w)", lambda f: f"solve {f[1]} for {f[2]}"),
    sentence(r"([^=]+=[^=,]+?)(?:,|;|,? so|,? then|,? hence) (\w) ?= ?", lambda f: f"solve {f[1]} for {f[2]}"),
    sentence(r"([^=<>≤≥]+(?:[<>]=?|[=≤≥])[^=<>≤≥,]+?),? solve(?: it)?", lambda f: f"solve {f[1]}"),
    sentence(r"(solve )?(\w+) ?: ?(\w+) ?= ?(\w+) ?: ?(\w+)", lambda f: f"{f[1] or ''}{f[2]}/{f[3]} = {f[4]}/{f[5]}"),
    sentence(r"is (\w) ?= ?(.+) an? (?:root|zero) of (.+)", bare("{0} = {1}\n{2} = 0 ?")),
    sentence(r"is (\w) ?= ?(.+) an? solution (?:of|to) (.+)", bare("{0} = {1}\n{2} ?")),
    sentence(r"solve for (\w),? ([^:,]+=.+)", bare("solve {1} for {0}")),
    sentence(r"find (\w)[:,] ?(.+=.+)", bare("solve {1} for {0}")),
    sentence(r"([^=]+=[^=,]+?)\. ?(?:find|solve for) (\w)", bare("solve {0} for {1}")),
    sentence(r"(?:find )?(?:the |all )*(?:real |possible |exact )?(?:solutions?|roots?|zeros?|values? of x) (?:of|to|for|in)(?: the equation)? (.+=.+)",
             bare("solve {0}")),
    sentence(r"(?:find )?(?:the )?(?:points? of )?intersections?(?: points?)? (?:of|between) (.+) and (.+)", _meeting),
    sentence(r"(?:where|when) do (.+) and (.+) (?:intersect|meet|cross)", _meeting),
    sentence(r"intersect (.+) (?:and|with) (.+)", _meeting),
    sentence(r"separable (.+)", bare("solve {0}")),
    sentence(r"(?:the )?number of (?:real )?(?:solutions|roots) of (.+)", bare("solve {0}")),
    sentence(r"how many (?:real )?(?:solutions|roots) (?:does|do|has|are there to) (.+?)(?: have)?", bare("solve {0}")),
    sentence(r"does (.+=.+) have (?:any |a )?(?:real )?(?:solutions?|roots?)", bare("solve {0}")),
    sentence(r"(?:when|where) (?:is|does) (.+=.+)", bare("solve {0}")),
    sentence(r"is (.+) (?:equal to|the same as) (.+)", bare("is {0} = {1}")),
    sentence(r"(solve .+?),? (?:by|using|with|graphically|algebraically|numerically)(?: .*)?", bare("{0}")),
    sentence(r"(solve .+?),? (?:where|when|if|given|such that) (.+[<>≤≥].*)", bare("{0}, {1}")),
    sentence(r"solve for (\w(?:(?:, ?| and |, and )\w)+)[:,]? (.+)", _for_letters),
    sentence(r"[^,;]+[,;].+", _system),
    sentence(r"solve (?:by|using) (?:\w+ ){0,3}?(?:factori[sz]ing|factori[sz]ation|square|formula|elimination|substitution)[:,]? (.+)", bare("solve {0}")),
    sentence(r"(?:the )?quadratic formula", lambda f: "solve a x^2 + b x + c = 0 for x"),
    sentence(r"(solve .+?) (?:over C|over ℂ|over the complex numbers|in C|in ℂ)", bare("{0} in complex numbers")),
)
