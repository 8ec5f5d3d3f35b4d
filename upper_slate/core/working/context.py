"""What working out one line carries with it: conventions, names, and what is found on the way."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field
from fractions import Fraction
from functools import lru_cache
from typing import TYPE_CHECKING, Final

import sympy as sp

from ..language.tree import Notice
from ..line.conventions import Conventions
from ..problems import Suggestion
from .ground.answer import Answer
from .ground.values import Requirement, Value
from .units.definitions import is_unit_name, unit_symbol

if TYPE_CHECKING:
    from .graphs.view import View


_USUAL: Final = Conventions()


@lru_cache(maxsize=500)
def _letter(name: str, is_real: bool) -> sp.Symbol:
    """A letter of which nothing is assumed."""
    return sp.Symbol(name, real=True) if is_real else sp.Symbol(name)


@dataclass(frozen=True)
class Meaning:
    """What a name stands for at a line, and what that requires."""

    value: Value
    requirements: tuple[Requirement, ...] = ()


@dataclass(frozen=True)
class LetterAssumption:
    """What is assumed of a letter: signs and wholeness that SymPy understands, and bounds kept for solving."""

    positive: bool = False
    nonnegative: bool = False
    negative: bool = False
    nonpositive: bool = False
    nonzero: bool = False
    integer: bool = False
    bounds: tuple[tuple[str, sp.Expr], ...] = ()


@dataclass
class Context:
    """The state of one line while it is worked out."""

    conventions: Conventions = _USUAL
    meanings: Mapping[str, Meaning] = field(default_factory=dict)
    failed: Mapping[str, int] = field(default_factory=dict)
    results: Mapping[int, Meaning | None] = field(default_factory=dict)
    cell: int = 1
    above: int | None = None
    assumptions: Mapping[str, LetterAssumption] = field(default_factory=dict)
    defining: str | None = None
    complex: bool = False
    bound: set[str] = field(default_factory=set)
    requirements: list[Requirement] = field(default_factory=list)
    notices: list[Notice] = field(default_factory=list)
    #: remarks with values, each a sentence with places for them
    told: list[tuple[str, tuple[Value, ...]]] = field(default_factory=list)
    used_angles: bool = False
    #: where the number ends that a function is taken of, so that a notice can offer a degree sign behind it
    number_ends: int | None = None
    #: where the one argument of a function stands
    argument_place: tuple[int, int] | None = None
    #: angles that were written with °
    in_degrees: set[Value] = field(default_factory=set)
    typed_decimal: bool = False
    #: answers a request that stands in the line; evaluating knows no requests itself
    answer: Callable[..., Answer] | None = None
    #: what was chosen for a graph beside its line
    view: View | None = None
    _resolving: list[str] = field(default_factory=list)

    @property
    def has_units(self) -> bool:
        """Whether the worksheet is one with units."""
        return self.conventions.units == "on"

    def symbol(self, name: str) -> sp.Symbol:
        """The letter as SymPy sees it, with what is assumed of it; of a function's own letter, or one that is bound, nothing is assumed."""
        if is_unit_name(name):
            return unit_symbol(name.partition(" ")[2])
        known = None if name in self.bound else self.assumptions.get(name)
        if known is None:
            return _letter(name, not self.complex)
        facts: dict[str, bool] = {} if self.complex and not known.integer else {"real": True}
        for fact in ("positive", "nonnegative", "negative", "nonpositive", "nonzero", "integer"):
            if getattr(known, fact):
                facts[fact] = True
        return sp.Symbol(name, **facts)

    @property
    def half_turn(self) -> sp.Expr:
        """180° in the unit of the angle convention."""
        return {"radians": sp.pi, "degrees": sp.Integer(180), "gon": sp.Integer(200)}[self.conventions.angles]

    def degrees_per_unit(self) -> Fraction | None:
        """Degrees in one unit, where that is rational."""
        return {"degrees": Fraction(1), "gon": Fraction(9, 10)}.get(self.conventions.angles)

    def has_meaning(self, name: str) -> bool:
        """Whether the page or the line itself gives a meaning to a name."""
        return name in self.bound or name in self.meanings or name in self.failed

    def tell(self, sentence: str, *values: Value) -> None:
        """A remark with values in the places {0}, {1} … of its sentence; they are written when the line is."""
        if (sentence, values) not in self.told:
            self.told.append((sentence, values))

    def require(self, requirement: Requirement) -> None:
        if requirement not in self.requirements:
            self.requirements.append(requirement)

    def note(self, text: str, tag: str | None = None, offers: tuple[Suggestion, ...] = ()) -> None:
        notice = Notice(text, tag=tag, offers=offers)
        if notice not in self.notices:
            self.notices.append(notice)

    @contextmanager
    def collecting(self) -> Iterator[list[Requirement]]:
        """Collects the requirements of a part apart from those of the line."""
        outer, self.requirements = self.requirements, []
        try:
            yield self.requirements
        finally:
            self.requirements = outer

    @contextmanager
    def letters(self, *names: str) -> Iterator[None]:
        """Holds these names as letters of their own."""
        before = set(self.bound)
        self.bound |= set(names)
        try:
            yield
        finally:
            self.bound = before

    def quietly(self, work: Callable[[], Value]) -> Value:
        """Works something out without keeping its requirements."""
        with self.collecting():
            return work()
