"""LaTeX as MathML with nothing in it but mathematics."""

from __future__ import annotations

import re
from functools import lru_cache
from html import escape
from typing import Final
from xml.etree import ElementTree

from defusedxml.ElementTree import fromstring
from latex2mathml.converter import convert

_NAMESPACE: Final = "{http://www.w3.org/1998/Math/MathML}"
#: Elements and attributes that typeset; a link or a script is none of them.
_ELEMENTS: Final = {
    "math", "mrow", "mi", "mn", "mo", "ms", "mtext", "mspace", "mfrac", "msqrt", "mroot", "msup", "msub", "msubsup", "mover", "munder", "munderover",
    "mtable", "mtr", "mtd", "mstyle", "mpadded", "mphantom", "menclose",
}
_ATTRIBUTES: Final = {
    "display", "displaystyle", "mathvariant", "stretchy", "form", "fence", "separator", "lspace", "rspace", "width", "linethickness", "columnalign",
    "rowspacing", "columnspacing", "accent", "accentunder", "notation", "minsize", "maxsize", "movablelimits", "largeop", "symmetric",
}
_MARKED: Final = re.compile(r"\\htmlData\{[^{}]*\}")


@lru_cache(maxsize=4_000)
def mathml(latex: str, block: bool = False, full: bool = False) -> str:
    """MathML of a piece of LaTeX, `full` with fractions at full height; the LaTeX itself as a text where it cannot be read."""
    try:
        made = fromstring(convert(_MARKED.sub("", latex)))
    except Exception:  # the library raises whatever it meets on what it does not know
        return f"<code>{escape(latex)}</code>"
    tree = _clean(made)
    tree.set("display", "block" if block else "inline")
    if full:
        tree.set("displaystyle", "true")
    tree.set("xmlns", "http://www.w3.org/1998/Math/MathML")
    return ElementTree.tostring(tree, encoding="unicode")


def _clean(element: ElementTree.Element) -> ElementTree.Element:
    name = element.tag.removeprefix(_NAMESPACE)
    kept = ElementTree.Element(name if name in _ELEMENTS else "mrow", {key: value for key, value in element.attrib.items() if key in _ATTRIBUTES})
    kept.text = element.text
    kept.extend(_clean(child) for child in element)
    return kept
