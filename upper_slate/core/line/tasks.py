"""What one line needs to be worked out, and what comes of it: plain data that can cross to another process."""

from __future__ import annotations

from dataclasses import asdict, dataclass, field, fields
from typing import Any

from .result import LineResult


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

    def as_dict(self) -> dict[str, Any]:
        return asdict(self)

    @classmethod
    def from_dict(cls, data: dict[str, Any]) -> MeaningData:
        return cls(**{**data, "requirements": tuple(data["requirements"]), "letters": tuple(data["letters"])})


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
    previous: Any = None
    notices: tuple[str, ...] = ()
    #: names of the page that an unknown word in the line may have meant
    near: tuple[str, ...] = ()
    #: what was chosen for a graph beside its line (see `View`)
    view: dict[str, Any] | None = None


@dataclass(frozen=True)
class LineOutcome:
    """The result of a line as the JSON of section 9, and what it means for the lines below.

    `defined` is the meaning that a definition gives to its name; `outcome` is what `cell n` refers to.
    """

    result: LineResult
    defined: MeaningData | None = None
    outcome: MeaningData | None = None
    assumptions: dict[str, list[str]] = field(default_factory=dict)
    previous: Any = None

    @property
    def failed(self) -> bool:
        return self.result["error"] is not None

    def as_dict(self) -> dict[str, Any]:
        return asdict(self)

    @classmethod
    def from_dict(cls, data: dict[str, Any]) -> LineOutcome:
        held = {name: None if data[name] is None else MeaningData.from_dict(data[name]) for name in ("defined", "outcome")}
        known = {item.name for item in fields(cls)}  # an older version may have stored more
        return cls(**{name: value for name, value in {**data, **held}.items() if name in known})
