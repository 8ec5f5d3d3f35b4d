"""What the reading of a line must know about the names in force: which are functions, which are values."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from difflib import get_close_matches

from ..language.words import CONSTANTS, FUNCTIONS, GREEK, function_named

_ALIASES = {alias: entry.name for entry in CONSTANTS.values() for alias in entry.aliases}
_GREEK_NAMES = frozenset(GREEK.values())


@dataclass(frozen=True)
class KnownNames:
    """Names of the page at a line: functions with the way they are written (`f(x)`), values, and letters bound here."""

    functions: Mapping[str, str] = field(default_factory=dict)
    values: frozenset[str] = frozenset()
    bound: frozenset[str] = frozenset()
    #: other names of the page, only to be proposed
    near: tuple[str, ...] = ()
    #: the function that the line itself defines, where it has no other meaning
    own: str = ""
    #: the letters that are free in what a name stands for
    letters: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    #: names of lists and matrices
    lists: frozenset[str] = frozenset()
    #: those among them that have rows
    matrices: frozenset[str] = frozenset()
    #: names of equations
    equations: frozenset[str] = frozenset()
    #: whether symbols behind numbers are units
    units: bool = False

    def binding(self, *letters: str) -> KnownNames:
        """The same names, with these as letters of their own."""
        return replace(self, bound=self.bound | set(letters)) if letters else self

    def has_meaning(self, name: str) -> bool:
        """Whether the page or the line itself gives a meaning to the name."""
        return name in self.bound or name in self.values or name in self.functions

    def parameters(self, name: str) -> tuple[str, ...]:
        """The letters of a function of the page, as it is written; none for anything else."""
        if name in self.bound or name not in self.functions:
            return ()
        return tuple(letter.strip() for letter in self.functions[name].partition("(")[2].rstrip(")").split(",") if letter.strip())

    def is_function(self, name: str) -> bool:
        return name not in self.bound and (name in self.functions or (name not in self.values and function_named(name) is not None))

    def is_page_function(self, name: str) -> bool:
        return name not in self.bound and name in self.functions

    def is_known(self, name: str) -> bool:
        """Whether the whole name has a meaning: bound, of the page, or built in."""
        return (name in self.bound or name in self.values or self.is_function(name)
                or name in CONSTANTS or name in _ALIASES)

    def is_letter(self, name: str) -> bool:
        """Whether it reads as one letter: a letter or Greek name, with a subscript or without."""
        base = name.split("_", 1)[0]
        return len(base) == 1 or base in _GREEK_NAMES

    def long_names(self) -> Iterator[str]:
        """Every name of two letters or more that a run of letters might begin or end with."""
        for name in (*self.bound, *self.functions, *self.values, *CONSTANTS, *_ALIASES, *FUNCTIONS, *_GREEK_NAMES,
                     *(alias for entry in FUNCTIONS.values() for alias in entry.aliases)):
            if len(name) > 1:
                yield name

    def nearest(self, name: str) -> str | None:
        """The known name that a slip of the keys most likely meant."""
        found = get_close_matches(name, {*self.near, *self.long_names()}, n=1, cutoff=0.76)
        return found[0] if found else None

    def spaced(self, run: str) -> str | None:
        """`pix` → `pi x`, `lnx` → `ln(x)`: the run as a known name beside letters."""
        for known in sorted(set(self.long_names()), key=len, reverse=True):
            rest = run[len(known):]
            if run.startswith(known) and rest and (self.is_known(rest) or self.is_letter(rest) or (len(rest) <= 2 and rest.isalpha()) or (re.fullmatch(r"\d+[a-z]?",
                rest) and self.is_function(known))):
                return f"{known}({rest})" if self.is_function(known) else f"{known} {rest}"
            rest = run[:-len(known)]
            if run.endswith(known) and rest and (self.is_known(rest) or (len(rest) <= 2 and rest.isalpha())):
                if not self.is_function(known) and not self.is_function(rest):
                    return f"{rest} {known}"
        return None


def constant_name(name: str) -> str:
    """`infinity` → `oo`; other names as they are."""
    return _ALIASES.get(name, name)
