"""Long mathematics in rows that fit a page."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

#: About so many signs stand in the width of a page beside the left side.
ROOM: Final = 62


def width_of(latex: str) -> int:
    """About how many signs wide: a command counts as one, what is set above and below as the wider of both would, roughly."""
    bare = re.sub(r"\\(left|right|displaystyle|operatorname|mathrm|text|,|;|:|!)", "", latex)
    bare = re.sub(r"\\[dt]?frac\{([^{}]*)\}\{([^{}]*)\}", lambda m: max(m[1], m[2], key=len), bare)
    return len(re.sub(r"\\[A-Za-z]+|[{}^_\s\\]", lambda m: "x" if m[0].startswith("\\") and len(m[0]) > 1 else "", bare))


def in_rows(latex: str, room: int = ROOM) -> list[str]:
    """The same broken before signs + and − and after commas that stand in no bracket; one row where there is none."""
    rows: list[str] = []
    for piece in _pieces(latex):
        if rows and width_of(rows[-1]) + width_of(piece) <= room:
            rows[-1] += piece
        else:
            rows.append(piece)
    return rows


def _pieces(latex: str) -> Iterator[str]:
    depth, start, at = 0, 0, 0
    while at < len(latex):
        if token := re.compile(r"\\(left|right|begin|end)(?![A-Za-z])|\\[A-Za-z]+|\\.").match(latex, at):
            depth += {"left": 1, "begin": 1, "right": -1, "end": -1}.get(token[1] or "", 0)
            at = token.end()
            continue
        sign = latex[at]
        depth += (sign in "{([") - (sign in "})]")
        if depth == 0 and sign in "+-" and latex[start:at].strip() and latex[at - 1:at] == " ":
            yield latex[start:at]
            start = at
        if depth == 0 and sign == ",":
            yield latex[start:at + 1]
            start = at + 1
        at += 1
    yield latex[start:]
