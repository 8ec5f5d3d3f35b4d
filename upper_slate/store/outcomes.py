"""Outcomes by key: quick ones in memory, all of them in the database, so that a reopened worksheet has its results at once."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Iterator, MutableMapping
from dataclasses import asdict
from typing import Final

from sqlalchemy import Engine
from sqlalchemy.dialects.sqlite import insert
from sqlmodel import Session, col, select

from ..core.line.tasks import LineOutcome
from .faults import forgiving
from .tables import Outcome, Shown, Worksheet, now

_IN_MEMORY: Final = 20_000
#: Outcomes that ended by a limit or by Stop are not kept: the next try may end otherwise.
_PASSING: Final = frozenset({"took-too-long", "out-of-memory", "stopped"})


class Outcomes(MutableMapping[str, LineOutcome]):
    """The memory of all pages."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        self._held: OrderedDict[str, LineOutcome] = OrderedDict()
        #: what came while a line was typed: it is stored once a worksheet shows it
        self._unstored: set[str] = set()
        self._lock = threading.Lock()

    def load_shown(self, worksheet_id: str) -> None:
        """Brings what a worksheet showed last into memory with few queries."""
        with forgiving("the results of a worksheet could not be fetched"), Session(self._engine) as session:
            shown = session.get(Shown, worksheet_id)
            missing = [k for k in shown.keys if k not in self._held] if shown else []
            for start in range(0, len(missing), 500):
                for key, data in session.exec(select(Outcome.key, Outcome.data).where(col(Outcome.key).in_(missing[start:start + 500]))):
                    self._hold(key, LineOutcome.from_dict(dict(data)))

    def keep_shown(self, worksheet_id: str, keys: list[str]) -> None:
        """Notes what a worksheet shows now; one that was removed meanwhile shows nothing."""
        with forgiving("what a worksheet shows could not be noted"), self._lock, Session(self._engine) as session:
            if session.get(Worksheet, worksheet_id) is None:
                return
            typed = [key for key in dict.fromkeys(keys) if key in self._unstored and key in self._held]
            for key in typed:
                _store(session, key, self._held[key])
            session.merge(Shown(worksheet_id=worksheet_id, keys=keys))
            session.commit()
            self._unstored.difference_update(typed)

    def __getitem__(self, key: str) -> LineOutcome:
        with self._lock:
            if key in self._held:
                self._held.move_to_end(key)
                return self._held[key]
        outcome = None
        with forgiving("a stored result could not be read"), Session(self._engine) as session:
            row = session.get(Outcome, key)
            outcome = None if row is None else LineOutcome.from_dict(row.data)
        if outcome is None:  # not there, or not to be read: it is worked out again
            raise KeyError(key)
        self._hold(key, outcome)
        return outcome

    def __setitem__(self, key: str, outcome: LineOutcome) -> None:
        self._hold(key, outcome)
        error = outcome.result["error"]
        if error and error["code"] in _PASSING:
            return
        with forgiving("a result could not be stored"), self._lock, Session(self._engine) as session:
            _store(session, key, outcome)
            session.commit()
            self._unstored.discard(key)

    def remember(self, key: str, outcome: LineOutcome) -> None:
        """Keeps an outcome in memory; it is stored where a worksheet comes to show it."""
        self._hold(key, outcome)
        with self._lock:
            self._unstored.add(key)

    def _hold(self, key: str, outcome: LineOutcome) -> None:
        with self._lock:
            self._held[key] = outcome
            self._held.move_to_end(key)
            while len(self._held) > _IN_MEMORY:
                gone, _ = self._held.popitem(last=False)
                self._unstored.discard(gone)

    def __delitem__(self, key: str) -> None:
        """Forgets an outcome that may end otherwise next time."""
        with self._lock:
            self._held.pop(key, None)
            self._unstored.discard(key)

    def __iter__(self) -> Iterator[str]:
        return iter(list(self._held))

    def __len__(self) -> int:
        return len(self._held)


def _store(session: Session, key: str, outcome: LineOutcome) -> None:
    written = insert(Outcome).values({"key": key, "data": asdict(outcome), "used": now()})
    session.execute(written.on_conflict_do_update(index_elements=["key"], set_={"data": written.excluded.data, "used": written.excluded.used}))
