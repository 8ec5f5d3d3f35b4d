"""A line that uses another worksheet: `use f, g from Hexagon cells`, `use all from …`. The title is the rest of the line, whatever it holds."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

#: Names with or without the letters of a function behind them, between commas or `and`.
_NAME: Final = r"[^\W\d]\w*(?:\s*\([^()]*\))?"
_NAMES: Final = rf"{_NAME}(?:\s*(?:,|\band\b)\s*{_NAME})*"
_USE: Final = re.compile(rf"\s*use\s+(?P<names>{_NAMES})\s+from\s+(?P<title>(?!//)\S.*?)\s*(?:\s//.*)?$", re.IGNORECASE)


@dataclass(frozen=True)
class Use:
    """The names as they are written, None for all of them; the title and its place in the line, and that of the names."""

    names: tuple[str, ...] | None
    title: str
    title_start: int
    title_end: int
    names_start: int
    names_end: int


@lru_cache(maxsize=6_000)
def use_of(line: str) -> Use | None:
    """What a line uses; None where it does not use another worksheet."""
    found = _USE.match(line) if line.lstrip()[:3].lower() == "use" else None
    if found is None or "\n" in line:
        return None
    names = tuple(re.sub(r"\s*\(.*", "", name).strip() for name in re.split(r",|\band\b(?![^(]*\))", re.sub(r"\([^()]*\)", "", found["names"])))
    is_all = tuple(name.lower() for name in names) in (("all",), ("everything",))
    return Use(None if is_all else tuple(dict.fromkeys(names)), found["title"], *found.span("title"), *found.span("names"))


#: Words with which people take names from elsewhere.
_TAKES: Final = re.compile(r"\s*(?P<word>use|import|include|load|take)\s+(?P<rest>\S.*?)\s*$", re.IGNORECASE)


def meant_use(line: str) -> str | None:
    """The line that was meant by `import f from Title`, `use from Title`, `use Title`; None where nothing of the kind was."""
    found = _TAKES.match(line) if "\n" not in line else None
    if found is None or use_of(line):
        return None
    rest = found["rest"]
    if re.search(r"\bfrom\s+\S", rest):
        meant = f"use all {rest}" if rest.lower().startswith("from ") else f"use {rest}"
        return meant if use_of(meant) else None
    return f"use all from {rest}" if found["word"].lower() == "use" and rest[0].isalpha() else None


def with_title(text: str, before: str, after: str) -> str:
    """The text of a cell whose lines use a worksheet, after that has got another title."""
    lines = text.split("\n")
    for place, line in enumerate(lines):
        use = use_of(line)
        folder, _, title = use.title.rpartition("/") if use and use.title.casefold() != before.casefold() else ("", "", before)
        if use is not None and title.casefold() == before.casefold():
            lines[place] = line[:use.title_start] + (f"{folder}/{after}" if folder else after) + line[use.title_end:]
    return "\n".join(lines)
