"""Names in force as the reading needs them, and readings of lines that may be unfinished."""

from __future__ import annotations

from functools import lru_cache

from ..language.tree import Unread
from ..language.typeset import SetLine, set_line, typeset
from ..language.words import function_named
from ..line.gate import log_once
from ..line.tasks import LineTask, MeaningData
from ..problems import LineError
from ..reading.heads import head_of
from ..reading.lines import read_line
from ..reading.names import KnownNames
from ..reading.sentences.written import written_here
from ..reading.tokens import tokenize


def known_names(names: dict[str, MeaningData], failed: dict[str, int], own: tuple[str, str] | None = None, near: tuple[str, ...] = (),
                units: bool = False) -> KnownNames:
    """What the reading must know: which names are functions, which are values. `own` is a function that is being defined."""
    functions = {n: m.written for n, m in names.items() if m.kind == "function"}
    is_new = own is not None and own[0] not in functions
    if own is not None and is_new:
        functions[own[0]] = own[1]
    return KnownNames(functions, frozenset(n for n in {*names, *failed} if n not in functions), near=near, own=own[0] if own is not None and is_new else "",
                      letters={n: m.letters for n, m in names.items() if m.letters}, lists=frozenset(n for n, m in names.items() if m.kind == "list"),
                      matrices=frozenset(n for n, m in names.items() if m.kind == "list" and any(isinstance(i, list) and i[:1] == ["list"] for i in m.value[1:])),
                      equations=frozenset(n for n, m in names.items() if m.kind in ("relation", "solutions")), units=units)


def names_of(task: LineTask, own: tuple[str, str] | None = None) -> KnownNames:
    """The same of a line's task, with whether its worksheet has units."""
    return known_names(task.names, task.failed, own, task.near, task.conventions.get("units") == "on")


def tolerant_reading(source: str, names: KnownNames, places: bool = False) -> str:
    """The LaTeX of a line that may be unfinished or wrong; what cannot be read at all stands as it was typed."""
    return tolerant_parts(source, names, places).whole


def tolerant_parts(source: str, names: KnownNames, places: bool = False) -> SetLine:
    """The same in its parts. A sentence that is not read as it stands is words, not letters with signs between them."""
    try:
        line = read_line(source, names, tolerant=True)
        is_begun = line.kind == "request" and not line.unread
        if is_begun or not written_here(source) or _can_be_read(source, names):
            return set_line(line, places)
    except LineError:
        pass
    except Exception:
        log_once("reading", source)
    return SetLine(typeset(Unread(source[:200])) if source.strip() else "", "", "")


def _can_be_read(source: str, names: KnownNames) -> bool:
    try:
        read_line(source, names)
    except LineError:
        return False
    return True


def names_said(task: LineTask) -> frozenset[str]:
    """The names that a line says itself, as it is read; not one that it defines, nor letters that it binds."""
    known = names_of(task, function_head(task.source))
    return _names_said(task.source, tuple(sorted(known.functions.items())), known.values, tuple(sorted(known.letters.items())), known.units)


@lru_cache(maxsize=2_000)
def _names_said(source: str, functions: tuple[tuple[str, str], ...], values: frozenset[str], letters: tuple[tuple[str, tuple[str, ...]], ...],
                units: bool) -> frozenset[str]:
    try:
        line = read_line(source, KnownNames(dict(functions), values, letters=dict(letters), units=units), tolerant=True)
    except LineError:
        return frozenset()
    except Exception:
        log_once("reading", source)
        return frozenset()
    nodes = [node for body in (line.body, *line.assumptions) if body is not None for node in body.walk()]
    bound = {*line.parameters, *(letter for node in nodes for letter in getattr(node, "letters", ()))}
    return frozenset(name for node in nodes if isinstance(name := getattr(node, "name", None), str)) - bound


def function_head(source: str) -> tuple[str, str] | None:
    """Name and spelling of a function that this line defines, so that its own name is read as a function in it."""
    try:
        head = head_of(tokenize(source))
    except LineError:
        return None
    if head is None or not head.letters or (head.is_plain and function_named(head.canonical)):  # sin(x) = 1 is an equation
        return None
    return head.canonical, head.written
