"""The letters that are free in what was read, as far as reading can tell: values of the page stand for the letters in them."""

from __future__ import annotations

from ..language.tree import At, Call, Derivative, Name, Node, Request
from ..language.words import CONSTANTS, function_named
from .names import KnownNames


def free_letters(node: Node, names: KnownNames) -> list[str]:
    """The free letters in the order in which they first stand there; a function by itself brings its own letters."""
    found: list[str] = []
    _gather(node, names, frozenset(), found)
    return found


def written_letters(node: Node, names: KnownNames) -> list[str]:
    """The letters as they stand there, those among them that have a value on the page."""
    seen = [n.name for n in node.walk() if isinstance(n, Name) and n.name not in CONSTANTS and not names.is_function(n.name) and names.is_letter(n.name)]
    return list(dict.fromkeys(seen))


def only_letter(node: Node, names: KnownNames) -> str | None:
    """The one letter by which an expression goes: free in it, or, where nothing is free, the only one that stands there."""
    free = free_letters(node, names)
    if len(free) == 1:
        return free[0]
    written = written_letters(node, names) if not free else []
    return written[0] if len(written) == 1 else None


def _gather(node: Node, names: KnownNames, bound: frozenset[str], found: list[str]) -> None:
    match node:
        case Name():
            _of_name(node.name, names, bound, found)
            return
        case Call() if node.name in names.functions:
            _add((letter for letter in names.letters.get(node.name, ()) if letter not in bound), found)
        case Derivative():
            bound = bound | {node.letter}
            _add((node.letter,), found)
        case At() | Request():
            bound = bound | set(node.letters)
    for child in node.children():
        _gather(child, names, bound, found)


def _of_name(name: str, names: KnownNames, bound: frozenset[str], found: list[str]) -> None:
    if name in bound or (name in CONSTANTS and name not in names.bound):
        return
    if name in names.bound:
        _add((name,), found)
    elif name in names.functions:
        _add((*names.parameters(name), *names.letters.get(name, ())), found)
    elif name in names.values:
        _add((letter for letter in names.letters.get(name, ()) if letter not in bound), found)
    elif function_named(name) is None:
        _add((name,), found)


def _add(letters: object, found: list[str]) -> None:
    found.extend(letter for letter in letters if letter not in found)  # type: ignore[attr-defined]
