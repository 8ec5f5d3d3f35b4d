"""Points, lines and vectors in round brackets, matrices with semicolons."""

from __future__ import annotations

import re
from typing import Final

from .pattern import Sentence, bare, in_brackets, sentence

_POINT: Final = r"\(([^(),]+), ?([^(),]+)\)"
_VECTOR: Final = r"\(([^()]+,[^()]+)\)"
_LINE: Final = r"(?:the )?(?:straight )?line (?:through|joining|between|from|connecting|passing through)(?: the points?)?"


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


def _identity(found: re.Match[str]) -> str | None:
    size = int(found[1] or found[2] or 0)
    return f"[{', '.join(str([int(i == k) for k in range(size)]) for i in range(size))}]" if size else None


def _listed(found: re.Match[str]) -> str:
    """Points and vectors in round brackets: lists stand in square ones."""
    return re.sub(rf"(?<![A-Za-z_)]){_VECTOR}", r"[\1]", found[0])


def _vector_product(name: str) -> str:
    return f"{name}([{{0}}], [{{1}}])"


POINTS: Final[tuple[Sentence, ...]] = (
    sentence(rf"(?:the )?(?:gradient|slope) of {_LINE} {_POINT} (?:and|to) {_POINT}", lambda f: _slope(*f.groups())),
    sentence(rf"(?:the )?(?:gradient|slope) (?:from|between) {_POINT} (?:and|to) {_POINT}", lambda f: _slope(*f.groups())),
    sentence(rf"(?:the )?(?:equation of )?{_LINE} {_POINT} (?:and|to) {_POINT}", _through),
    sentence(rf"(?:the )?(?:equation of )?{_LINE} {_POINT} with (?:gradient|slope) (\S+)", lambda f: _point_and_slope(f[1], f[2], in_brackets(f[3]))),
    sentence(rf"(?:the )?(?:equation of )?(?:the )?line with (?:gradient|slope) (\S+) (?:through|passing through) {_POINT}",
             lambda f: _point_and_slope(f[2], f[3], in_brackets(f[1]))),
    sentence(rf"(?:the )?mid-?point (?:of|between)(?: {_LINE})? {_VECTOR} (?:and|to) {_VECTOR}", bare("([{0}] + [{1}])/2")),
    sentence(rf"(?:the )?distance (?:between|from)(?: the points?)? {_VECTOR} (?:and|to) {_VECTOR}", bare("|[{0}] - [{1}]|")),
    sentence(rf"(?:the )?(?:magnitude|mag|length|norm|modulus) of {_VECTOR}|\|{_VECTOR}\|", lambda f: f"|[{f[1] or f[2]}]|"),
    sentence(r"(?:norm|mag|magnitude|length)\(\(?([^()]+,[^()]+)\)?\)", bare("|[{0}]|")),
    sentence(rf"{_VECTOR} ?(?:dot|\.|·|⋅) ?{_VECTOR}", bare(_vector_product("dot"))),
    sentence(rf"{_VECTOR} ?(?:cross|x|×) ?{_VECTOR}", bare(_vector_product("cross"))),
    sentence(r"(?:the )?(?:(\d) ?(?:x|×|by) ?\1 )?identity matrix(?: of (?:size|order))? ?(\d)?", _identity),
    sentence(r"(.*)<\s*(-?[\d.]+(?:\s*,\s*-?[\d.]+)+)\s*>(.*)", bare("{0}[{1}]{2}")),
    sentence(r".*\[[^\[\]]*;[^\[\]]*\].*", lambda f: re.sub(r"\[([^\[\]]*;[^\[\]]*)\]", lambda m: f"[{', '.join(f'[{row.strip()}]' for row in m[1].split(';'))}]", f[0])),
    sentence(rf".*(?<![A-Za-z_)]){_VECTOR}.*", _listed),
)
