"""What is asked of functions: where they rise, where they meet the axes, their averages, series, integrals."""

from __future__ import annotations

import re
from typing import Final

from .pattern import Sentence, bare, filled, in_brackets, sentence, values_put_in

#: What is said of a function on part of its domain: which derivative is compared with 0, and how.
_WHERE: Final = {"increasing": (1, ">"), "decreasing": (1, "<"), "positive": (0, ">"), "negative": (0, "<"), "zero": (0, "="),
                 "concave up": (2, ">"), "concave down": (2, "<"), "convex": (2, ">"), "concave": (2, "<")}
_DERIVATIVES: Final = ("", "derivative of ", "second derivative of ")
_ENDS: Final = r"(?:from|between|for x from|over) (\S+) (?:to|and) (\S+)"


def _where(found: re.Match[str]) -> str:
    order, sign = _WHERE[found[2].lower()]
    body = found[1]
    compared = f"{body}{order * chr(39)}(x)" if _is_name(body) else f"{_DERIVATIVES[order]}{in_brackets(body)}"
    return f"solve {compared} {sign} 0"


def _is_name(body: str) -> bool:
    return len(body) == 1 and body.isalpha()


def _of_x(name: str) -> str:
    """A function by its name, or an expression in x, for x."""
    return f"{name}(x)" if _is_name(name) else in_brackets(name)


def _ends(found: re.Match[str]) -> tuple[str, str, str]:
    body, low, high = found.groups()
    return body.strip(), low, high


def _rate(found: re.Match[str]) -> str:
    body, low, high = _ends(found)
    at = (f"{body}({high})", f"{body}({low})") if _is_name(body) else (f"({body} at x = {high})", f"({body} at x = {low})")
    return f"({at[0]} - {at[1]})/({high} - {in_brackets(low)})"


def _average(found: re.Match[str]) -> str:
    body, low, high = _ends(found)
    return f"(integral of {_of_x(body)} dx from {low} to {high})/({high} - {in_brackets(low)})"


def _arc(found: re.Match[str]) -> str:
    body, low, high = _ends(found)
    derivative = f"{body}'(x)" if _is_name(body) else f"(d/dx {in_brackets(body)})"
    return f"integral of sqrt(1 + {derivative}^2) dx from {low} to {high}"


def _turned(found: re.Match[str]) -> str:
    body, low, high = _ends(found)
    return f"pi*integral of {_of_x(body)}^2 dx from {low} to {high}"


def _implicit(found: re.Match[str]) -> str | None:
    """dy/dx on a curve F(x, y) = 0 is -(∂F/∂x)/(∂F/∂y), wherever the lower one is not 0; as in any textbook of calculus."""
    left, right, place = found["left"].strip(), found["right"].strip(), found.groupdict().get("place")
    if not all(re.search(rf"(?<![A-Za-z]){letter}|(?<=[xy]){letter}", f"{left} {right}") for letter in "xy"):
        return None
    curve = f"({left} - {in_brackets(right)})"
    slope = f"d/dx {in_brackets(right)}" if left == "y" and "y" not in right else f"-(d/dx {curve})/(d/dy {curve})"
    if place is None:
        return slope
    point = re.fullmatch(r"\(([^(),]+),([^(),]+)\)", place)
    put_in = f"x = {point[1].strip()}, y = {point[2].strip()}" if point else values_put_in(place)
    return put_in and f"({slope}) at {put_in}"


def _series_of(found: re.Match[str]) -> str | None:
    """A series without its place or its order has them at 0 and to 5; with several letters nobody knows which one is meant."""
    body, place, order = found["body"], found.groupdict().get("place"), found["order"]
    letters = set(re.findall(r"(?<![A-Za-z])[A-Za-z](?![A-Za-z])", body)) - {"e", "i", "d"}
    if len(letters) > 1:
        return None
    return f"series of {body} at {letters.pop() if letters else 'x'} = {place or 0} to order {order or 5}"


_CURVE: Final = r"\(?(?P<left>[^=<>]+)=(?P<right>[^=<>]+?)\)?(?: implicitly)?(?:,? at (?:the point )?(?P<place>\(.+\)|\w+ ?(?:=|is) ?.+))?"

FUNCTIONS: Final[tuple[Sentence, ...]] = (
    sentence(rf"(?:find |work out |calculate )?(?:the )?(?:value of )?(?:dy/dx|y'|gradient|slope|implicit derivative|implicit differentiation)"
             rf" (?:of|for|if|when|where|given|given that|from|on|in|by implicit differentiation of|implicitly of) (?:the curve )?{_CURVE}", _implicit),
    sentence(rf"(?:implicitly )?differentiate (?:implicitly )?{_CURVE}(?: with respect to x)?", _implicit),
    sentence(r"(?:the )?derivative of y (?:with respect to|wrt) x (?:of|for|if|when|where|given|given that|from|on|in) " + _CURVE, _implicit),
    sentence(r"d/dx ?\((?P<left>[^=<>]+)=(?P<right>[^=<>]+)\)", _implicit),
    sentence(r"(\w+) inverse", filled("inverse of {0}")),
    sentence(r"(\w+) ?= ?\(?([a-z])\)? ?(?:->|→|↦|=>|⇒|⟼) ?(.+)", bare("{0}({1}) = {2}")),
    sentence(r"([a-z]) ?: ?\S+ ?(?:->|→|⟶) ?\S+?[,;:]? ?(?:where |with |by |defined by |given by )?(\1\(\w\) ?= ?.+)", bare("{1}")),
    sentence(r"(?:the )?(?:points? of inflection|inflection points?) of (\w)", filled("solve {0}''(x) = 0")),
    sentence(r"(?:(?:the )?binomial expansion of|expand) (?P<body>\(.+\)\^\S+),? (?:up to|as far as|to)(?: and including)?(?: the term in)? \w\^(?P<order>\d+)",
             _series_of),
    sentence(r"(?:express |write |put )?(.+?) (?:in|as|into|in terms of) partial fractions", bare("partial fractions of {0}")),
    sentence(r"(?:the )?quotient and (?:the )?remainder (?:of|when|for) (.+?) ?(?:(?:is )?divided by|/|÷) ?\(?([^()]+?)\)?",
             bare("quotient of {0} divided by {1}\nremainder of {0} divided by {1}")),
    sentence("(?:the )?binomial expansion of (.+)", lambda f: f"expand {f[1]}"),
    sentence(r"(factor|factori[sz]e|expand|simplify) PART (?:completely|fully)", bare("{0} {1}")),
    sentence(rf"(?:when|where|for (?:what|which)(?: values of)? x) is (.+) ({'|'.join(_WHERE)})", _where),
    sentence(rf"(?:is|where is) (.+) ({'|'.join(_WHERE)})", _where),
    sentence(r"is (\w) (?:an )?odd(?: function)?", bare("{0}(-x) = -{0}(x) ?")),
    sentence(r"is (\w) (?:an )?even(?: function)?", bare("{0}(-x) = {0}(x) ?")),
    sentence(r"(?:the )?y-intercept of (\w)", bare("{0}(0)")),
    sentence(r"(?:the )?y-intercept of (?:y ?= ?)?(.{2,})", bare("{0} at x = 0")),
    sentence(r"(?:the )?x-intercepts? of (?:y ?= ?)?(.+)", bare("roots of {0}")),
    sentence(r"(?:the )?(?:axis|line) of symmetry of (?:y ?= ?)?(.+)", lambda f: f"solve derivative of {in_brackets(f[1])} = 0"),
    sentence(rf"(?:the )?average rate of change of (.+?) {_ENDS}", _rate),
    sentence(rf"(?:the )?(?:average|mean) value of (.+?) {_ENDS}", _average),
    sentence(rf"(?:the )?arc ?length of (.+?) {_ENDS}", _arc),
    sentence(rf"(?:the )?volume of revolution of (.+?) {_ENDS}", _turned),
    sentence(r"(?:(?:express|write|put) )?(.+?) in (?:the form \w? ?\(? ?\w ?[+-] ?\w ?\) ?(?:\^2|²) ?[+-] ?\w|completed square form|vertex form)",
             bare("complete the square of {0}")),
    sentence(r"(?:tangent|tangent line) (?:to|of) (?:y ?= ?)?(.+) at \(([^(),]+),[^(),]+\)", bare("tangent to {0} at x = {1}")),
    sentence(r"(?:the )?(?:taylor|maclaurin|power|series)(?: series| expansion| polynomial)?(?: of| for)? (?P<body>.+?)"
             r"(?: (?:at|about|around|near) (?:\w ?= ?)?(?P<place>\S+?))?"
             r"(?:,? (?:up to|to) (?:x\^|order |degree |the )?(?P<order>\d+)(?:th|rd|nd|st)?(?: order| degree)?)?", _series_of),
    sentence(r"(?:the )?(?:slope|gradient) of (?:the )?(?:tangent|curve)(?: line)?(?: to| of)? (?:y ?= ?)?(.+) at (?:\w ?= ?)?(\S+)", bare("derivative of {0} at {1}")),
    sentence(r"(?:the )?local (?:maxim(?:um|a)|minim(?:um|a)|extrema) of (.+)", bare("turning points of {0}")),
    sentence(r"(?:the )?(?:points? of inflection|inflection points?) of (?:y ?= ?)?(.{2,})", lambda f: f"solve second derivative of {in_brackets(f[1])} = 0"),
    sentence(r"(?:integrate|integral of|antiderivative of) (.+) (?:with respect to|wrt) (\w)( from .*)?",
             lambda f: f"integral of {in_brackets(f[1])} d{f[2]}{f[3] or ''}"),
    sentence(r"(?:int|integrate|integral(?: of)?|∫) (.+ d\w),? (\S+) to (\S+)", bare("integral of {0} from {1} to {2}")),
    sentence(r"(?:polynomial (?:long )?division(?: of)?|long divi(?:sion|de)(?: of)?) (.+) (?:by|÷) (.+)", bare("quotient of {0} divided by {1}")),
    sentence(r"\(?([^()/]+)\)? ?[/÷] ?\(?([^()/]+)\)? (?:by |using )?(?:polynomial )?long division", bare("quotient of {0} divided by {1}")),
    sentence(r"differentiate (?:with respect to|wrt) (\w)[:,]? (.+)", lambda f: f"d/d{f[1]} {in_brackets(f[2])}"),
    sentence(r"lim(?:it)? (?:as )?(\w) (?:to|goes to|tends to|approaches) (\S+)(?: of)? (.+)", bare("limit of {2} as {0} -> {1}")),
    sentence(r"(?:the )?sum (?:of )?(.+?),? (?:for |from )?(\w) ?= ?(\S+) (?:to|\.\.) (\S+)", bare("sum of {0} for {1} from {2} to {3}")),
    sentence(r"sum (\w) ?= ?(\S+) (?:to|\.\.) (\S+) (?:of )?(.+)", bare("sum of {3} for {0} from {1} to {2}")),
)
