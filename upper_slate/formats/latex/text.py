"""Any text, and any mathematics, as LaTeX that a plain distribution compiles."""

from __future__ import annotations

import re
from functools import lru_cache
from pathlib import Path
from typing import Final

from latex2mathml.converter import convert
from pylatexenc.latexencode import RULE_CALLABLE, UnicodeToLatexConversionRule, UnicodeToLatexEncoder, get_builtin_uni2latex_dict
from pylatexenc.latexwalker import LatexWalker

_MARKED: Final = re.compile(r"\\htmlData\{[^{}]*\}\{")
#: Signs that the library writes with commands of packages that we do not load, or does not know.
_OWN: Final = {
    "−": r"\ensuremath{-}", "∘": r"\ensuremath{\circ}", "⇒": r"\ensuremath{\Rightarrow}", "⇔": r"\ensuremath{\Leftrightarrow}", "✓": r"\ensuremath{\checkmark}",
    "€": "EUR", "£": r"\pounds{}", "°": r"\ensuremath{^\circ}", "′": r"\ensuremath{'}", "…": r"\dots{}", "\u00a0": "~", "\t": " ",
    **{sign: rf"\ensuremath{{^{{{digit}}}}}" for digit, sign in enumerate("⁰¹²³⁴⁵⁶⁷⁸⁹")}, "√": r"\ensuremath{\surd}",
    "„": ",,", "‚": ",", "«": r"\ensuremath{\ll}", "»": r"\ensuremath{\gg}",
}
#: What a line of mathematics in a note may hold: commands that typeset and do nothing else, as LaTeX, amsmath and amssymb have them.
_COMMANDS: Final = frozenset((Path(__file__).parent / "commands.txt").read_text(encoding="utf-8").split()) | frozenset(",;:!|{}\\ ")
#: Accents and letters beyond mathematics that every LaTeX has in its first encoding.
_IN_TEXT: Final = frozenset("'`^\"~=.uvHcdbr#$%&_{}") | frozenset((
    "ss", "ae", "AE", "oe", "OE", "o", "O", "l", "L", "i", "j", "S", "P", "dag", "ddag", "pounds", "copyright",
    "ensuremath", "textquotedblleft",
    "textquotedblright", "textquoteleft", "textquoteright", "textendash", "textemdash", "textbackslash", "textasciitilde", "textasciicircum",
    "textbullet", "textperiodcentered",
    "textellipsis", "textexclamdown", "textquestiondown"))
#: Commands with as many arguments as the one that the parser knows.
_TWO: Final = re.compile(r"\\(?:[dtc]frac|[dt]?binom|overset|underset|stackrel)(?![A-Za-z])")
_ONE: Final = re.compile(r"\\(?:over|under)(?:line|brace)(?![A-Za-z])|\\wide(?:hat|tilde)(?![A-Za-z])|\\(?:boxed|phantom|operatorname)(?![A-Za-z])")
_ENVIRONMENTS: Final = frozenset({"matrix", "pmatrix", "bmatrix", "vmatrix", "Vmatrix", "cases", "aligned", "array", "gathered", "smallmatrix"})


def _known(text: str, at: int) -> tuple[int, str] | None:
    """A sign as LaTeX has it without further packages; by its number where it has not."""
    sign = text[at]
    if sign in _OWN:
        return 1, _OWN[sign]
    if sign.isascii():
        return None
    standard = _STANDARD.get(ord(sign), "")
    commands = set(re.findall(r"\\([A-Za-z]+|.)", standard))
    if not standard or not commands <= _COMMANDS | _IN_TEXT:
        return 1, rf"\texttt{{U+{ord(sign):04X}}}"
    return 1, rf"\ensuremath{{{standard}}}" if commands & _COMMANDS and "ensuremath" not in commands else standard


_STANDARD: Final[dict[int, str]] = get_builtin_uni2latex_dict()
_encoder: Final = UnicodeToLatexEncoder(replacement_latex_protection="braces-all", conversion_rules=[UnicodeToLatexConversionRule(RULE_CALLABLE, _known), "defaults"])


def text_latex(text: str) -> str:
    """Plain text; a sign that no face here has stands by its number."""
    return str(_encoder.unicode_to_latex(text))


def math_latex(latex: str) -> str:
    """Mathematics of our own typesetting, without the places in it and with every sign as a command; brackets stand close to what is before and after them."""
    return _as_commands(re.sub(r"\\left(?![A-Za-z])", r"\\mathopen{}\\left", re.sub(r"(\\right(?![A-Za-z])(?:\\[A-Za-z{}|]+|.))", r"\1\\mathclose{}", _unmarked(latex))))


def _as_commands(latex: str) -> str:
    return "".join(c if c.isascii() else f"{{{text_latex(c)}}}" for c in latex)


def _unmarked(latex: str) -> str:
    """Without the marks of places; the brackets around what was marked would change the spaces of signs and functions, so they go too."""
    while mark := _MARKED.search(latex):
        depth, end = 1, mark.end()
        while depth and end < len(latex):
            depth += {"{": 1, "}": -1}.get(latex[end], 0) if latex[end - 1] != "\\" else 0
            end += 1
        inside = latex[mark.end():end - 1]
        is_argument = latex[:mark.start()].rstrip()[-1:] in ("^", "_")
        latex = latex[:mark.start()] + (f"{{{inside}}}" if is_argument else inside) + latex[end:]
    return latex


@lru_cache(maxsize=2_000)
def typed_latex(latex: str) -> str:
    """Mathematics that somebody typed into a note: as it is where it typesets and does nothing else, shown as text where not."""
    return _as_commands(latex) if _is_harmless(latex) else rf"\text{{\texttt{{{text_latex(latex)}}}}}"


def _is_harmless(latex: str) -> bool:
    commands = re.findall(r"\\([A-Za-z]+|.|$)", latex, re.DOTALL)
    bare = re.sub(r"\\[^A-Za-z]", "", latex)
    environments = re.findall(r"\\(begin|end)\s*\{([^{}]*)\}", latex)
    has_columns = any(name in _ENVIRONMENTS for _, name in environments)
    if not all(command in _COMMANDS for command in commands) or re.search(r"[~^_]\s*(?:$|[}&])|[%#$]", bare) or (not has_columns and ("&" in bare or "\\" in commands)):
        return False
    if not all(name in _ENVIRONMENTS for _, name in environments) or len(environments) != commands.count("begin") + commands.count("end"):
        return False
    if "\n\n" in latex or commands.count("left") != commands.count("right"):
        return False
    try:
        convert(latex)  # refuses brackets that do not match, two exponents, a root of nothing
        LatexWalker(_ONE.sub(r"\\sqrt", _TWO.sub(r"\\frac", latex)), tolerant_parsing=False).get_latex_nodes()  # refuses what lacks an argument
    except Exception:  # the library raises whatever it meets
        return False
    return _is_balanced(bare)


def _is_balanced(bare: str) -> bool:
    depth = 0
    for sign in bare:
        depth += (sign == "{") - (sign == "}")
        if depth < 0:
            return False
    return depth == 0
