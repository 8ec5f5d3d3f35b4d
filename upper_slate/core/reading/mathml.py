"""Presentation MathML as LaTeX, from which a line is read: what a web page or a word processor puts on the clipboard."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final
from xml.etree.ElementTree import Element

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring

from ..language.words import GREEK, function_named
from ..problems import LineError

_MAX_MATHML: Final = 50_000
#: Named entities that stand in MathML of web pages; XML itself knows only five.
_ENTITIES: Final = {
    "int": "∫", "sum": "∑", "prod": "∏", "pi": "π", "infin": "∞", "minus": "−", "times": "×", "sdot": "·", "middot": "·", "divide": "÷", "le": "≤", "ge": "≥", "ne": "≠",
    "rarr": "→", "rightarrow": "→", "InvisibleTimes": "", "it": "", "ApplyFunction": "", "af": "", "nbsp": " ", "prime": "′", "deg": "°", "PlusMinus": "±", "pm": "±",
    "theta": "θ", "alpha": "α", "beta": "β", "lambda": "λ", "phi": "φ", "mu": "μ", "sigma": "σ", "dd": "d", "DifferentialD": "d", "ee": "e", "ii": "i", "part": "∂",
}
_SIGNS: Final = {
    "∫": r"\int ", "∑": r"\sum ", "∏": r"\prod ", "−": "-", "–": "-", "×": r"\times ", "·": r"\cdot ", "⋅": r"\cdot ", "∗": "*", "÷": r"\div ", "≤": r"\le ",
    "≥": r"\ge ", "≠": r"\ne ",
    "→": r"\to ", "∞": r"\infty ", "±": r"\pm ", "′": "'", "″": "''", "°": r"^\circ ", "\u2061": "", "\u2062": "", "\u2063": ",", "\u2064": "+", "∘": r"\circ ",
    "∂": r"\partial ",
    "%": r"\%", "⇒": r"\Rightarrow ", "⇔": r"\Leftrightarrow ", "∈": r"\in ", "ⅆ": "d", "ⅇ": "e", "ⅈ": "i", "{": r"\{", "}": r"\}",
}


def looks_like_mathml(text: str) -> bool:
    """Whether a text is a piece of MathML."""
    return re.match(r"\s*(?:<\?xml[^>]*>\s*)?<(?:\w+:)?math\b", text) is not None


def latex_of_mathml(source: str) -> str:
    """The LaTeX of presentation MathML. Errors: syntax where it is no whole MathML, or holds an element without a meaning here."""
    if len(source) > _MAX_MATHML:
        raise LineError("syntax", "This is too long to be read as MathML.", 0, len(source))
    text = re.sub(r"&(\w+);", lambda m: m[0] if m[1] in ("lt", "gt", "amp", "quot", "apos") else _ENTITIES.get(m[1], m[0]), source)
    try:
        root = fromstring(text.strip())
    except (ParseError, DefusedXmlException, ValueError, RecursionError):
        raise LineError("syntax", "This could not be read as MathML: an element does not end.", 0, len(source)) from None
    for element in root.iter():
        if _tag(element) == "annotation" and "tex" in (element.get("encoding") or "").lower() and element.text:
            return element.text.strip()
    try:
        return _of(root).strip()
    except RecursionError:
        raise LineError("too-large", "This MathML nests too deep.", 0, len(source)) from None


def _tag(element: Element) -> str:
    return element.tag.rpartition("}")[2].rpartition(":")[2]


def _of(element: Element) -> str:
    rule = _RULES.get(_tag(element))
    if rule is None:
        raise LineError("syntax", f"The element {_tag(element)} has no meaning here.", 0, 0)
    return rule(element)


def _row(element: Element) -> str:
    parts = list(element)
    if len(parts) == 3 and (_text(parts[0]), _text(parts[2])) in (("(", ")"), ("[", "]")) and _tag(_only(parts[1])) == "mtable":
        return _of(parts[1])
    if parts and _text(parts[0]) == "{" and len(parts) == 2 and _tag(_only(parts[1])) == "mtable":
        return _of(parts[1]).replace("{pmatrix}", "{cases}")
    return "".join(_of(child) for child in parts)


def _only(element: Element) -> Element:
    while _tag(element) == "mrow" and len(element) == 1:
        element = element[0]
    return element


def _text(element: Element) -> str:
    return (element.text or "").strip()


def _identifier(element: Element) -> str:
    text = _text(element)
    if text in _SIGNS:
        return _SIGNS[text]
    if text in GREEK:
        return rf"\{GREEK[text]} "
    if len(text) > 1:
        return rf"\operatorname{{{text}}} " if function_named(text) or text in ("lim", "log", "ln") else rf"\mathrm{{{text}}} "
    return text


def _operator(element: Element) -> str:
    text = _text(element)
    if text in ("lim", "mod", "div"):
        return r"\lim " if text == "lim" else rf"\text{{ {text} }}"
    if len(text) > 1 and text.isalpha():
        return _identifier(element)
    return "".join(_SIGNS.get(c, c) for c in text)


def _scripted(element: Element, marks: tuple[str, ...]) -> str:
    base, *rest = list(element)
    written = _of(base)
    if _text(base) == "lim":
        written = r"\lim"
    held = written.strip() if len(written.strip()) == 1 or written.startswith("\\") or _tag(_only(base)) in ("mn", "mo") else f"{{{written}}}"
    if held.startswith("{") and _tag(base) == "mrow":
        held = written  # brackets stand in the row themselves
    return held.rstrip() + "".join(f"{mark}{{{_of(part).strip()}}}" for mark, part in zip(marks, rest, strict=False))


def _fenced(element: Element) -> str:
    inside = ", ".join(_of(child) for child in element)
    return f"{element.get('open', '(')}{inside}{element.get('close', ')')}"


def _table(element: Element) -> str:
    rows = [" & ".join(_of(cell) for cell in row) for row in element]
    body = r" \\ ".join(rows)
    return rf"\begin{{pmatrix}} {body} \end{{pmatrix}}"


def _over(element: Element) -> str:
    base, mark = list(element)
    if _text(mark) in ("¯", "‾", "_", "―", "\u0305"):
        return rf"\overline{{{_of(base)}}}"
    return _scripted(element, ("^",))


_RULES: Final[dict[str, Callable[[Element], str]]] = {
    **dict.fromkeys(("math", "mrow", "mstyle", "mpadded", "mtd", "menclose"), _row), "semantics": lambda e: _of(e[0]), "mi": _identifier, "mn": _text, "mo": _operator,
    "mtext": lambda e: rf"\text{{ {_text(e)} }}", "mspace": lambda e: r"\, ", "ms": _text, "mphantom": lambda e: "",
    "mfrac": lambda e: rf"\frac{{{_of(e[0])}}}{{{_of(e[1])}}}", "msqrt": lambda e: rf"\sqrt{{{_row(e)}}}", "mroot": lambda e: rf"\sqrt[{_of(e[1])}]{{{_of(e[0])}}}",
    "msup": lambda e: _scripted(e, ("^",)), "msub": lambda e: _scripted(e, ("_",)), "msubsup": lambda e: _scripted(e, ("_", "^")),
    "munder": lambda e: _scripted(e, ("_",)), "munderover": lambda e: _scripted(e, ("_", "^")), "mover": _over, "mfenced": _fenced, "mtable": _table,
}
