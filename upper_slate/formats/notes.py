"""Notes as files read them: Markdown with mathematics (`$…$`, `$$…$$`) and live values; HTML in a note is text."""

from __future__ import annotations

from markdown_it import MarkdownIt
from markdown_it.rules_inline import StateInline


def note_parser() -> MarkdownIt:
    """A parser whose tokens `mathematics` hold LaTeX in `content` and their sign in `markup`."""
    parser = MarkdownIt("commonmark", {"html": False, "breaks": True})
    parser.inline.ruler.before("escape", "mathematics", _mathematics)
    return parser


def live_value(code: str) -> str | None:
    """The expression of a live value, where a piece of code in a sentence is one."""
    content = code.strip()
    return content[1:].strip() if content.startswith("=") else None


def _mathematics(state: StateInline, silent: bool) -> bool:
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
