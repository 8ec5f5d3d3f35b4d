"""Notes as HTML."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from html import escape
from typing import Any

from markdown_it.renderer import RendererProtocol
from markdown_it.token import Token

from ..notes import live_value, note_parser
from .mathml import mathml


def note_html(text: str, values: Mapping[str, str]) -> str:
    """A note; `values` are the LaTeX of its live values by their expressions."""
    return str(_MARKDOWN.render(text, {"values": dict(values)}))


def _typeset(_renderer: RendererProtocol, tokens: Sequence[Token], index: int, _options: Any, _env: Any) -> str:
    return mathml(tokens[index].content, tokens[index].markup == "$$")


def _code(_renderer: RendererProtocol, tokens: Sequence[Token], index: int, _options: Any, env: Any) -> str:
    content = tokens[index].content.strip()
    latex = env["values"].get(live_value(content))
    return f"<code>{escape(content)}</code>" if latex is None else mathml(latex)


_MARKDOWN = note_parser()
_MARKDOWN.add_render_rule("mathematics", _typeset)
_MARKDOWN.add_render_rule("code_inline", _code)
