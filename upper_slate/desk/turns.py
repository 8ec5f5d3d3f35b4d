"""What is asked for again and again while it changes (a draft, the window of a graph): the newest wins, and no wait is without end."""

from __future__ import annotations

import threading
import time
from collections import OrderedDict
from collections.abc import Hashable
from typing import Final

from ..core.line.tasks import LineOutcome
from ..workroom.jobs import Ticket

#: What was replaced by something newer is left to end by itself so long: ending its worker would cost the next one more.
_LEFT_ALONE: Final = 0.5
#: How often a turn looks whether a newer one has come.
_LOOK: Final = 0.05
#: So many things are told apart.
_MOST: Final = 1_000


class Turns:
    """Which request is the newest, for each thing that is asked for."""

    def __init__(self) -> None:
        self._newest: OrderedDict[Hashable, Turn] = OrderedDict()
        self._lock = threading.Lock()

    def take(self, of: Hashable) -> Turn:
        """A turn that replaces every earlier one of the same thing."""
        turn = Turn(self, of)
        with self._lock:
            self._newest[of] = turn
            self._newest.move_to_end(of)
            while len(self._newest) > _MOST:
                self._newest.popitem(last=False)
        return turn

    def close(self) -> None:
        """The server ends: nothing is waited for any more."""
        with self._lock:
            self._newest.clear()

    def is_newest(self, turn: Turn) -> bool:
        return self._newest.get(turn.of) is turn


class Turn:
    """One request for a thing."""

    def __init__(self, turns: Turns, of: Hashable) -> None:
        self.turns, self.of = turns, of

    @property
    def is_newest(self) -> bool:
        return self.turns.is_newest(self)

    def outcome(self, ticket: Ticket, seconds: float) -> LineOutcome | None:
        """The outcome of a line; None, and the line is ended, where it takes longer or something newer was asked for meanwhile."""
        begun = time.monotonic()
        while (waited := time.monotonic() - begun) < seconds:
            if outcome := ticket.outcome_within(_LOOK):
                return outcome
            if not self.is_newest and waited > _LEFT_ALONE:
                break
        ticket.stop()
        return None
