"""Names in force as the reading needs them, and readings of lines that may be unfinished."""

from __future__ import annotations

import re

from ..problems import LineError
from ..reading.lines import read_line
from ..reading.names import KnownNames
from ..reading.tokens import canonical_name
from ..reading.tree import Unread
from ..reading.typeset import typeset, typeset_line
from .tasks import MeaningData


def known_names(names: dict[str, MeaningData], failed: dict[str, int], own: tuple[str, str] | None = None, near: tuple[str, ...] = ()) -> KnownNames:
    """What the reading must know: which names are functions, which are values. `own` is a function that is being defined."""
    functions = {n: m.written for n, m in names.items() if m.kind == "function"}
    if own is not None and own[0] not in functions:
        functions[own[0]] = own[1]
    return KnownNames(functions, frozenset(n for n in {*names, *failed} if n not in functions), near=near)


def tolerant_reading(source: str, names: KnownNames, places: bool = False) -> str:
    """The LaTeX of a line that may be unfinished or wrong; what cannot be read at all stands as it was typed."""
    try:
        return typeset_line(read_line(source, names, tolerant=True), places)
    except LineError:
        return typeset(Unread(source[:200])) if source.strip() else ""


def function_head(source: str) -> tuple[str, str] | None:
    """Name and spelling of a function that this line defines, so that its own name is read as a function in it."""
    match = re.match(r"\s*([A-Za-z]\w*)\s*\(\s*([A-Za-z]\w*(?:\s*,\s*[A-Za-z]\w*)*)\s*\)\s*=(?![=>])", source)
    return (canonical_name(match[1]), f"{match[1]}({match[2]})") if match else None
