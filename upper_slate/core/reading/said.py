"""What was said in a request so far, while it is read."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..language.tree import Interval, Node, Request


@dataclass
class Said:
    """The parts of a request that were read; `bound` are letters of its own, known beforehand."""

    name: str
    example: str
    bound: tuple[str, ...] = ()
    bodies: list[Node] = field(default_factory=list)
    letters: list[str] = field(default_factory=list)
    low: Node | None = None
    high: Node | None = None
    interval: Interval | None = None
    low_2: Node | None = None
    high_2: Node | None = None
    step: Node | None = None
    point: Node | None = None
    points: tuple[Node, ...] = ()
    side: str = ""
    order: int | None = None

    @property
    def has_range(self) -> bool:
        return self.low is not None or self.interval is not None or bool(self.points)

    def as_interval(self) -> None:
        """The range as an interval, with both ends in it where it was said by its ends."""
        if self.low is not None and self.high is not None:
            self.interval = Interval(self.low, self.high, True, True, start=self.low.start, end=self.high.end)
            self.low = self.high = None

    def as_ends(self) -> None:
        """The range by its ends."""
        if self.interval is not None:
            self.low, self.high, self.interval = self.interval.low, self.interval.high, None

    def request(self, start: int, end: int) -> Request:
        """The request that was said."""
        return Request(self.name, tuple(self.bodies), tuple(self.letters), self.low, self.high, self.point, self.side, self.interval, self.order,
                       self.step, self.points, self.low_2, self.high_2, start=start, end=end)
