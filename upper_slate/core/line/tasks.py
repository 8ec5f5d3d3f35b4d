"""What one line needs to be worked out, and what comes of it: plain data that can cross to another process."""

from __future__ import annotations

from dataclasses import dataclass, field, fields
from typing import Any

from typing_extensions import TypedDict

from .result import LineResult
from .shared_words import share_words


class Previous(TypedDict, total=False):
    """What a step goes on from: the value or the statement of the line above as data, with what it needs and the letters that it binds.

    `failed` where there is nothing to go on from; `name` is what a definition gave its value to, `by` the letter of an indefinite integral.
    """

    failed: bool
    value: Any
    statement: Any
    requirements: list[Any]
    letters: list[str]
    name: str
    by: str


class AreaData(TypedDict):
    """Which two curves bound an area, and between which places, as typed."""

    one: int
    other: int | None
    low: str
    high: str


class TangentData(TypedDict):
    """Which curve a tangent touches, and where, as typed."""

    curve: int
    at: str


class PathData(TypedDict):
    """A point through which a solution of a differential equation goes, as typed."""

    x: str
    y: str


class ViewData(TypedDict, total=False):
    """What was chosen for a graph beside its line; what is not named is as usual."""

    window: list[float] | None
    marks: bool
    area: AreaData | None
    tangent: TangentData | None
    paths: list[PathData] | None


@dataclass(frozen=True)
class MeaningData:
    """A meaning as stored: `kind` is value, function, list, relation or solutions; `value` is data for the working.

    `written` shows a function with its letters; `letters` are the free ones; `key` names the working that made it.
    """

    kind: str
    value: Any
    requirements: tuple[Any, ...] = ()
    cell: int = 0
    complex: bool = False
    written: str = ""
    letters: tuple[str, ...] = ()
    key: str = ""
    #: the unit of angles that it was made with, where that matters
    angles: str = ""

    def as_dict(self) -> dict[str, Any]:
        """What it holds, to be written at once: nothing in it is copied."""
        return dict(vars(self))

    @classmethod
    def from_dict(cls, data: dict[str, Any]) -> MeaningData:
        return cls(**{**data, "requirements": tuple(data["requirements"]), "letters": tuple(data["letters"])})


@dataclass(frozen=True)
class GivenName:
    """A name as it stands at the end of a worksheet: its meaning, how it is written and typeset, and what stands in the way of using it.

    `state` is defined, pending or failed; only a defined one has a meaning.
    """

    name: str
    state: str = "defined"
    meaning: MeaningData | None = None
    text: str = ""
    latex: str = ""


@dataclass(frozen=True)
class Given:
    """What a line that uses another worksheet is told: the names that it asked for, or why there are none.

    `asked` is the title as the line writes it, `title` as the worksheet has it; `problem` is missing, several, itself or circle; `offers` are
    titles, or paths with titles, that may have been meant. `all_names` are all that the worksheet has; `differs` says in words where its
    conventions are not those of this page.
    """

    asked: str
    title: str
    problem: str = ""
    offers: tuple[str, ...] = ()
    names: tuple[GivenName, ...] = ()
    all_names: tuple[str, ...] = ()
    differs: tuple[str, ...] = ()

    @property
    def material(self) -> list[Any]:
        """All that the outcome of the line depends on."""
        names = [(given.name, given.state, given.meaning.key if given.meaning else "", given.text) for given in self.names]
        return [self.asked, self.title, self.problem, self.offers, names, self.all_names, self.differs]


@dataclass(frozen=True)
class LineTask:
    """A line with everything above it that it sees."""

    source: str
    cell: int
    conventions: dict[str, str]
    names: dict[str, MeaningData] = field(default_factory=dict)
    failed: dict[str, int] = field(default_factory=dict)
    results: dict[int, MeaningData | None] = field(default_factory=dict)
    above: int | None = None
    assumptions: dict[str, list[str]] = field(default_factory=dict)
    previous: Previous | None = None
    notices: tuple[str, ...] = ()
    #: names of the page that an unknown word in the line may have meant
    near: tuple[str, ...] = ()
    #: what was chosen for a graph beside its line (see `View`)
    view: ViewData | None = None
    #: what a line that uses another worksheet is told
    given: Given | None = None


@dataclass(frozen=True)
class LineOutcome:
    """The result of a line as the JSON of section 9, and what it means for the lines below.

    `defined` is the meaning that a definition gives to its name; `outcome` is what `cell n` refers to.
    """

    result: LineResult
    defined: MeaningData | None = None
    outcome: MeaningData | None = None
    assumptions: dict[str, list[str]] = field(default_factory=dict)
    previous: Previous | None = None

    @property
    def failed(self) -> bool:
        return self.result["error"] is not None

    def share_words(self) -> None:
        """Holds the short words in it once with all other outcomes."""
        share_words(self.result)
        share_words(self.previous)
        for meaning in (self.defined, self.outcome):
            share_words(None if meaning is None else meaning.value)

    def as_dict(self) -> dict[str, Any]:
        """What it holds, to be written at once: nothing in it is copied."""
        return {name: value.as_dict() if isinstance(value, MeaningData) else value for name, value in vars(self).items()}

    @classmethod
    def from_dict(cls, data: dict[str, Any]) -> LineOutcome:
        share_words(data)
        held = {name: None if data[name] is None else MeaningData.from_dict(data[name]) for name in ("defined", "outcome")}
        known = {item.name for item in fields(cls)}  # an older version may have stored more
        return cls(**{name: value for name, value in {**data, **held}.items() if name in known})
