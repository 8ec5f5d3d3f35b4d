"""What is told to every window on a worksheet: plain data with known keys, sent as it is. The types of the interface are made from these."""

from __future__ import annotations

from typing import Any, Literal, Union

from typing_extensions import TypedDict

from ..core.line.result import LineRow


class CellData(TypedDict):
    """A cell: `display` holds what was chosen for each of its lines."""

    id: str
    kind: Literal["math", "note"]
    text: str
    display: dict[str, Any]


class HelloEvent(TypedDict):
    """The first event of a stream: all results that are known, by cell, and what keeps the page from being worked out."""

    type: Literal["hello"]
    results: dict[str, list[LineRow]]
    trouble: str | None


class ResultsEvent(TypedDict):
    """Results that have come, by cell."""

    type: Literal["results"]
    revision: int
    cells: dict[str, list[LineRow]]


class DoneEvent(TypedDict):
    """A revision is worked out."""

    type: Literal["done"]
    revision: int


class ChangedEvent(TypedDict):
    """The worksheet was changed by a window (`client`): the cells that differ, and the order where it does."""

    type: Literal["changed"]
    revision: int
    client: str
    title: str
    conventions: dict[str, str]
    order: list[str] | None
    cells: list[CellData]
    canUndo: bool
    canRedo: bool


class TroubleEvent(TypedDict):
    """Why the results are not kept up to date; null where they are again."""

    type: Literal["trouble"]
    sentence: str | None


class RemovedEvent(TypedDict):
    """The worksheet was removed: the stream ends."""

    type: Literal["removed"]


class ClosingEvent(TypedDict):
    """The server ends."""

    type: Literal["closing"]


Event = Union[HelloEvent, ResultsEvent, DoneEvent, ChangedEvent, TroubleEvent, RemovedEvent, ClosingEvent]
