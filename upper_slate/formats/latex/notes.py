"""Notes as LaTeX."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from markdown_it.tree import SyntaxTreeNode

from ..notes import live_value, note_parser
from .text import math_latex, text_latex, typed_latex

_PARSER: Final = note_parser()
_HEADINGS: Final = {"h1": "section*", "h2": "section*", "h3": "subsection*", "h4": "subsubsection*", "h5": "paragraph*", "h6": "paragraph*"}
_AROUND: Final = {
    "strong": (r"\textbf{", "}"), "em": (r"\emph{", "}"), "paragraph": ("", "\n\n"), "bullet_list": ("\\begin{itemize}\n", "\\end{itemize}\n\n"),
    "ordered_list": ("\\begin{enumerate}\n", "\\end{enumerate}\n\n"), "list_item": (r"\item{} ", ""), "blockquote": ("\\begin{quote}\n", "\\end{quote}\n\n"),
}
_ALONE: Final = {"hr": "\\par\\medskip\\hrule\\medskip\n\n", "softbreak": "\\\\\n", "hardbreak": "\\\\\n"}
#: LaTeX has no lists within more lists than this.
_DEEPEST: Final = 4


def note_latex(text: str, values: Mapping[str, str]) -> str:
    """A note; `values` are the LaTeX of its live values by their expressions."""
    return _Writer(values).all_of(SyntaxTreeNode(_PARSER.parse(text))).strip()


class _Writer:
    def __init__(self, values: Mapping[str, str]) -> None:
        self._values = values
        self._depth = 0

    def all_of(self, node: SyntaxTreeNode) -> str:
        return "".join(self._one(child) for child in node.children)

    def _one(self, node: SyntaxTreeNode) -> str:
        match node.type:
            case "text":
                return text_latex(node.content)
            case "mathematics":
                return rf"\[{typed_latex(node.content)}\]" if node.markup == "$$" else f"${typed_latex(node.content)}$"
            case "code_inline":
                latex = self._values.get(live_value(node.content) or "")
                return rf"\texttt{{{text_latex(node.content)}}}" if latex is None else f"${math_latex(latex)}$"
            case "fence" | "code_block":
                lines = [rf"\texttt{{{text_latex(line).replace(' ', '~')}}}" for line in node.content.rstrip("\n").split("\n")]
                return "\\begin{quote}\n" + "\\\\\n".join(lines) + "\n\\end{quote}\n\n"
            case "heading":
                return rf"\{_HEADINGS[node.tag]}{{{self.all_of(node)}}}" + "\n\n"
            case "image":
                return text_latex(node.content)
            case "bullet_list" | "ordered_list" | "blockquote":
                return self._nested(node)
            case kind:
                before, after = _AROUND.get(kind, ("", ""))
                return _ALONE.get(kind) or before + self.all_of(node) + after

    def _nested(self, node: SyntaxTreeNode) -> str:
        """Within too many lists only what they hold is written."""
        self._depth += 1
        before, after = _AROUND[node.type]
        inside = self.all_of(node)
        written = before + inside + after if self._depth <= _DEEPEST else inside.replace(r"\item{}", r"\par--")
        self._depth -= 1
        return written
