"""Notes as HTML: Markdown with mathematics and live values. HTML in a note is shown as text."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from html import escape
from typing import Any

from markdown_it import MarkdownIt
from markdown_it.renderer import RendererProtocol
from markdown_it.rules_inline import StateInline
from markdown_it.token import Token

from .mathml import mathml


def note_html(text: str, values: Mapping[str, str]) -> str:
    """A note; `values` are the LaTeX of its live values by their expressions."""
    return str(_MARKDOWN.render(text, {"values": dict(values)}))


def _mathematics(state: StateInline, silent: bool) -> bool:
    """`$…$` in a sentence, `$$…$$` displayed."""
    sign = "$$" if state.src.startswith("$$", state.pos) else "$"
    start = state.pos + len(sign)
    if state.src[state.pos] != "$":
        return False
    end = state.src.find(sign, start)
    if end <= start or (sign == "$" and state.src[start].isspace()):
        return False
    if not silent:
        token = state.push("mathematics", "", 0)
        token.content, token.markup = state.src[start:end].strip(), sign
    state.pos = end + len(sign)
    return True


def _typeset(_renderer: RendererProtocol, tokens: Sequence[Token], index: int, _options: Any, _env: Any) -> str:
    return mathml(tokens[index].content, tokens[index].markup == "$$")


def _code(_renderer: RendererProtocol, tokens: Sequence[Token], index: int, _options: Any, env: Any) -> str:
    content = tokens[index].content.strip()
    latex = env["values"].get(content[1:].strip()) if content.startswith("=") else None
    return f"<code>{escape(content)}</code>" if latex is None else mathml(latex)


_MARKDOWN = MarkdownIt("commonmark", {"html": False, "breaks": True})
_MARKDOWN.inline.ruler.before("escape", "mathematics", _mathematics)
_MARKDOWN.add_render_rule("mathematics", _typeset)
_MARKDOWN.add_render_rule("code_inline", _code)
