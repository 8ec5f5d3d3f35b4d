"""Lines in another notation than the language: LaTeX and MathML, typed or pasted."""

from __future__ import annotations

from ..problems import LineError
from .latex import from_latex, looks_like_latex
from .mathml import latex_of_mathml, looks_like_mathml


def is_other_notation(source: str) -> bool:
    """Whether a text is LaTeX or MathML."""
    return looks_like_latex(source) or looks_like_mathml(source)


def text_of_notation(source: str) -> str:
    """LaTeX or MathML as a line, or lines, of the language; any other text as it is. Errors: syntax, with the place of what cannot be read."""
    if looks_like_mathml(source):
        latex = latex_of_mathml(source)
        try:
            return from_latex(latex)
        except LineError as error:
            raise LineError(error.code, error.message, 0, len(source)) from None
    return from_latex(source) if looks_like_latex(source) else source
