"""Sentences of the schoolbook about points and lines, functions and equations, and how each is written here."""

from __future__ import annotations

import re
from typing import Final

from .sentence import REQUESTS, Sentence, bare, in_brackets, sentence, values_put_in

_POINT: Final = r"\(([^(),]+), ?([^(),]+)\)"
_VECTOR: Final = r"\(([^()]+,[^()]+)\)"
_LINE: Final = r"(?:the )?(?:straight )?line (?:through|joining|between|from|connecting|passing through)(?: the points?)?"
_ORDINALS: Final = {"fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8, "ninth": 9, "tenth": 10}
#: What is said of a function on part of its domain: which derivative is compared with 0, and how.
_WHERE: Final = {"increasing": (1, ">"), "decreasing": (1, "<"), "positive": (0, ">"), "negative": (0, "<"), "zero": (0, "="),
                 "concave up": (2, ">"), "concave down": (2, "<"), "convex": (2, ">"), "concave": (2, "<")}
_DERIVATIVES: Final = ("", "derivative of ", "second derivative of ")


def _slope(a: str, b: str, c: str, d: str) -> str:
    return f"({d.strip()}{_less(b.strip())})/({c.strip()}{_less(a.strip())})"


def _through(found: re.Match[str]) -> str:
    a, b, c, d = found.groups()
    return _point_and_slope(a, b, _slope(a, b, c, d))


def _point_and_slope(a: str, b: str, slope: str) -> str:
    run = "x" if a.strip() == "0" else f"(x{_less(a.strip())})"
    return f"y = {slope}*{run}{_more(b.strip())}"


def _less(number: str) -> str:
    return f" + {number[1:]}" if re.fullmatch(r"-[\w.]+", number) else f" - {in_brackets(number)}"


def _more(number: str) -> str:
    return "" if number == "0" else f" - {number[1:]}" if re.fullmatch(r"-[\w.]+", number) else f" + {in_brackets(number)}"


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


def _series(found: re.Match[str]) -> str | None:
    """`1 + 3 + 5 + … + 99`, where the numbers rise or fall by the same; `1 + 2 + … + 100` too."""
    first, second, last = int(found[1]), int(found[2]), int(found[4])
    step = second - first
    if not step or (last - first) % step or (last - first) // step < 2 or (found[3] and int(found[3]) - second != step):
        return None
    if step == 1:
        return f"sum of n for n from {first} to {last}"
    term = f"({first} + {step}*(n - 1))" if step > 0 else f"({first} - {-step}*(n - 1))"
    return f"sum of {term} for n from 1 to {(last - first) // step + 1}"


def _identity(found: re.Match[str]) -> str | None:
    size = int(found[1] or found[2] or 0)
    return f"[{', '.join(str([int(i == k) for k in range(size)]) for i in range(size))}]" if size else None


def _listed(found: re.Match[str]) -> str:
    """Points and vectors in round brackets: lists stand in square ones."""
    return re.sub(rf"(?<![A-Za-z_)]){_VECTOR}", r"[\1]", found[0])


def _vector_product(name: str) -> str:
    return f"{name}([{{0}}], [{{1}}])"


_VALUE: Final = r"[A-Za-z] ?= ?[\w.^()/*+-]+"
_ENDS: Final = r"(?:from|between|for x from|over) (\S+) (?:to|and) (\S+)"

SCHOOL: Final[tuple[Sentence, ...]] = (
    sentence(rf"(?:the )?(?:gradient|slope) of {_LINE} {_POINT} (?:and|to) {_POINT}", lambda f: _slope(*f.groups())),
    sentence(rf"(?:the )?(?:gradient|slope) (?:from|between) {_POINT} (?:and|to) {_POINT}", lambda f: _slope(*f.groups())),
    sentence(rf"(?:the )?(?:equation of )?{_LINE} {_POINT} (?:and|to) {_POINT}", _through),
    sentence(rf"(?:the )?(?:equation of )?{_LINE} {_POINT} with (?:gradient|slope) (\S+)", lambda f: _point_and_slope(f[1], f[2], in_brackets(f[3]))),
    sentence(rf"(?:the )?(?:equation of )?(?:the )?line with (?:gradient|slope) (\S+) (?:through|passing through) {_POINT}",
             lambda f: _point_and_slope(f[2], f[3], in_brackets(f[1]))),
    sentence(rf"(?:the )?mid-?point (?:of|between)(?: {_LINE})? {_VECTOR} (?:and|to) {_VECTOR}", bare("([{0}] + [{1}])/2")),
    sentence(rf"(?:the )?distance (?:between|from)(?: the points?)? {_VECTOR} (?:and|to) {_VECTOR}", bare("|[{0}] - [{1}]|")),
    sentence(rf"(?:the )?(?:magnitude|length|norm|modulus) of {_VECTOR}|\|{_VECTOR}\|", lambda f: f"|[{f[1] or f[2]}]|"),
    sentence(rf"{_VECTOR} ?(?:dot|\.|·|⋅) ?{_VECTOR}", bare(_vector_product("dot"))),
    sentence(rf"{_VECTOR} ?(?:cross|x|×) ?{_VECTOR}", bare(_vector_product("cross"))),
    sentence(r"(?:the )?(\d+)(?:st|nd|rd|th) root of PART", lambda f: f"root({f[2]}, {f[1]})"),
    sentence(rf"(?:the )?({'|'.join(_ORDINALS)}) root of PART", lambda f: f"root({f[2]}, {_ORDINALS[f[1].lower()]})"),
    sentence(r"(?:how many|the number of|number of) ways (?:are there )?(?:to choose|of choosing|to pick|of picking) (\w+)(?: \w+)? (?:from|out of) (\w+).*",
             bare("{1} choose {0}")),
    sentence(r"(factor|factori[sz]e|expand|simplify) PART (?:completely|fully)", bare("{0} {1}")),
    sentence(r"(?:the )?number of (?:real )?(?:solutions|roots) of (.+)", bare("solve {0}")),
    sentence(r"how many (?:real )?(?:solutions|roots) (?:does|do|has|are there to) (.+?)(?: have)?", bare("solve {0}")),
    sentence(r"does (.+=.+) have (?:any |a )?(?:real )?(?:solutions?|roots?)", bare("solve {0}")),
    sentence(r"(?:when|where) (?:is|does) (.+=.+)", bare("solve {0}")),
    sentence(rf"(?:when|where|for (?:what|which)(?: values of)? x) is (.+) ({'|'.join(_WHERE)})", _where),
    sentence(r"is (\w) (?:an )?odd(?: function)?", bare("{0}(-x) = -{0}(x) ?")),
    sentence(r"is (\w) (?:an )?even(?: function)?", bare("{0}(-x) = {0}(x) ?")),
    sentence(r"is (.+) (?:equal to|the same as) (.+)", bare("is {0} = {1}")),
    sentence(r"(?:the )?y-intercept of (\w)", bare("{0}(0)")),
    sentence(r"(?:the )?y-intercept of (?:y ?= ?)?(.{2,})", bare("{0} at x = 0")),
    sentence(r"(?:the )?x-intercepts? of (?:y ?= ?)?(.+)", bare("roots of {0}")),
    sentence(r"(?:the )?(?:axis|line) of symmetry of (?:y ?= ?)?(.+)", lambda f: f"solve derivative of {in_brackets(f[1])} = 0"),
    sentence(rf"(?:the )?average rate of change of (.+?) {_ENDS}", _rate),
    sentence(rf"(?:the )?(?:average|mean) value of (.+?) {_ENDS}", _average),
    sentence(rf"(?:the )?arc ?length of (.+?) {_ENDS}", _arc),
    sentence(rf"(?:the )?volume of revolution of (.+?) {_ENDS}", _turned),
    sentence(r"(?:express|write|put) (.+?) in (?:the form \w? ?\(? ?\w ?[+-] ?\w ?\) ?(?:\^2|²) ?[+-] ?\w|completed square form|vertex form)",
             bare("complete the square of {0}")),
    sentence(r"(?:tangent|tangent line) (?:to|of) (?:y ?= ?)?(.+) at \(([^(),]+),[^(),]+\)", bare("tangent to {0} at x = {1}")),
    sentence(r"(?:the )?maclaurin (?:series |expansion |polynomial )?(?:of|for) (.+?) (?:up to|to) x\^(\d+)", bare("series of {0} at x = 0 to order {1}")),
    sentence(r"(?:the )?maclaurin (?:expansion |polynomial )?(?:of|for) (.+?) (?:up to|to) (?:order |degree )(\d+)",
             bare("series of {0} at x = 0 to order {1}")),
    sentence(r"(solve .+?),? (?:by|using|with|graphically|algebraically)(?: .*)?", bare("{0}")),
    sentence(r"solve (?:by|using) (?:\w+ ){0,3}?(?:factori[sz]ing|factori[sz]ation|square|formula|elimination|substitution)[:,]? (.+)", bare("solve {0}")),
    sentence(r"differentiate (?:with respect to|wrt) (\w)[:,]? (.+)", lambda f: f"d/d{f[1]} {in_brackets(f[2])}"),
    sentence(r"lim(?:it)? (?:as )?(\w) (?:to|goes to|tends to|approaches) (\S+)(?: of)? (.+)", bare("limit of {2} as {0} -> {1}")),
    sentence(r"(?:the )?sum (?:of )?(.+?),? (?:for |from )?(\w) ?= ?(\S+) (?:to|\.\.) (\S+)", bare("sum of {0} for {1} from {2} to {3}")),
    sentence(r"(-?\d+) ?\+ ?(-?\d+) ?\+ ?(?:(-?\d+) ?\+ ?)?(?:\.\.\.|…) ?\+ ?(-?\d+)", _series),
    sentence(r"(mean|median|mode|average|variance|standard deviation|sum|max|min)(?: of)? (-?[\d.]+(?: -?[\d.]+)+)", lambda f: f"{f[1]} of {', '.join(f[2].split())}"),
    sentence(r"sum (\w) ?= ?(\S+) (?:to|\.\.) (\S+) (?:of )?(.+)", bare("sum of {3} for {0} from {1} to {2}")),
    sentence(r"(?:the )?(?:(\d) ?(?:x|×|by) ?\1 )?identity matrix(?: of (?:size|order))? ?(\d)?", _identity),
    sentence(r"(.*)<\s*(-?[\d.]+(?:\s*,\s*-?[\d.]+)+)\s*>(.*)", bare("{0}[{1}]{2}")),
    sentence(r"(?:the )?quadratic formula", lambda f: "solve a x^2 + b x + c = 0 for x"),
    sentence(r"(solve .+?) (?:over C|over ℂ|over the complex numbers|in C|in ℂ)", bare("{0} in complex numbers")),
    sentence(r"(.+?),? (?:when|where|if|given) (.+)", _behind),
    sentence(r"((\w)\(\w+\) ?= ?.+?)[,;]? (\2\([-\d., /]+\))", bare("{0}\n{2}")),
    sentence(r"y ?= ?(\w\(\w\) ?= ?.+)", bare("{0}")),
    sentence(rf"(.+), ?(?:then )?{REQUESTS} (?:the value of )?(.+)", _statements),
    sentence(rf"({_VALUE}),? ({_VALUE})(?:,? ({_VALUE}))?,?(?: (?:{REQUESTS} )?([^=]+))?", lambda f: "\n".join(filter(None, f.groups()))),
    sentence(r"(\w+\(\w+\) ?= ?)\{\s*(.+ if .+?)[;,] ?(.+ if .+?)\s*\}", bare("{0}{1}, {2}")),
    sentence(r"(\w+\(\w+\) ?= ?)\{\s*(.+?), (.+?[<>≤≥].*?); (.+?), (.+?[<>≤≥].*?)\s*\}", bare("{0}{1} if {2}, {3} if {4}")),
    sentence(r"(\w+\(\w+\) ?= ?)(.+) for (.+[<>≤≥].*), (.+) for (.+[<>≤≥].*)", bare("{0}{1} if {2}, {3} if {4}")),
    sentence(r".*\[[^\[\]]*;[^\[\]]*\].*", lambda f: re.sub(r"\[([^\[\]]*;[^\[\]]*)\]", lambda m: f"[{', '.join(f'[{row.strip()}]' for row in m[1].split(';'))}]", f[0])),
    sentence(rf".*(?<![A-Za-z_)]){_VECTOR}.*", _listed),
)
