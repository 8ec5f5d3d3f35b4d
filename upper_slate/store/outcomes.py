"""Outcomes by key: quick ones in memory, all of them in the database, so that a reopened worksheet has its results at once."""

from __future__ import annotations

import json
import threading
import zlib
from collections import OrderedDict
from collections.abc import Iterator, MutableMapping
from typing import Final

from sqlalchemy import Connection, Engine, bindparam
from sqlalchemy.dialects.sqlite import insert
from sqlmodel import Session, col, select

from ..core.line.tasks import LineOutcome
from .faults import forgiving
from .tables import Outcome, Shown, Worksheet, now

#: So many are held as they are used, and so many more packed, which takes a fifth of the room.
_AT_HAND: Final = 300
_PACKED: Final = 2_500
#: Outcomes that ended by a limit or by Stop are not kept: the next try may end otherwise.
_PASSING: Final = frozenset({"took-too-long", "out-of-memory", "stopped"})
_written = insert(Outcome)
#: Made once: to put a statement together anew takes longer than the database takes to follow it.
_STORE: Final = _written.on_conflict_do_update(index_elements=["key"], set_={"data": _written.excluded.data, "used": _written.excluded.used})
_READ: Final = select(Outcome.data).where(col(Outcome.key) == bindparam("key"))


class Outcomes(MutableMapping[str, LineOutcome]):
    """The memory of all pages."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        self._held: OrderedDict[str, LineOutcome] = OrderedDict()
        self._packed: OrderedDict[str, bytes] = OrderedDict()
        #: what came while a line was typed: it is stored once a worksheet shows it
        self._unstored: set[str] = set()
        self._lock = threading.Lock()

    def load_shown(self, worksheet_id: str) -> None:
        """Brings what a worksheet showed last into memory with few queries."""
        with forgiving("the results of a worksheet could not be fetched"), Session(self._engine) as session:
            shown = session.get(Shown, worksheet_id)
            missing = [k for k in shown.keys if k not in self._held and k not in self._packed] if shown else []
            for start in range(0, len(missing), 500):
                for key, data in session.exec(select(Outcome.key, Outcome.data).where(col(Outcome.key).in_(missing[start:start + 500]))):
                    self._hold(key, LineOutcome.from_dict(dict(data)))

    def keep_shown(self, worksheet_id: str, keys: list[str]) -> None:
        """Notes what a worksheet shows now; one that was removed meanwhile shows nothing."""
        with forgiving("what a worksheet shows could not be noted"), self._lock, Session(self._engine) as session:
            if session.get(Worksheet, worksheet_id) is None:
                return
            typed = {key: held for key in keys if key in self._unstored and (held := self._in_memory(key)) is not None}
            for key, held in typed.items():
                _store(session.connection(), key, held)
            session.merge(Shown(worksheet_id=worksheet_id, keys=keys))
            session.commit()
            self._unstored.difference_update(typed)

    def __getitem__(self, key: str) -> LineOutcome:
        with self._lock:
            if (held := self._in_memory(key)) is not None:
                return held
        outcome = None
        with forgiving("a stored result could not be read"), self._engine.connect() as connection:
            data = connection.scalar(_READ, {"key": key})
            outcome = None if data is None else LineOutcome.from_dict(data)
        if outcome is None:  # not there, or not to be read: it is worked out again
            raise KeyError(key)
        self._hold(key, outcome)
        return outcome

    def __setitem__(self, key: str, outcome: LineOutcome) -> None:
        self._hold(key, outcome)
        error = outcome.result["error"]
        if error and error["code"] in _PASSING:
            return
        with forgiving("a result could not be stored"), self._lock:
            with self._engine.begin() as connection:
                _store(connection, key, outcome)
            self._unstored.discard(key)

    def remember(self, key: str, outcome: LineOutcome) -> None:
        """Keeps an outcome in memory; it is stored where a worksheet comes to show it."""
        self._hold(key, outcome)
        with self._lock:
            self._unstored.add(key)

    def _hold(self, key: str, outcome: LineOutcome) -> None:
        with self._lock:
            self._put(key, outcome)

    def _in_memory(self, key: str) -> LineOutcome | None:
        """With the lock held."""
        held = self._held.get(key)
        if held is None and (packed := self._packed.pop(key, None)) is not None:
            held = LineOutcome.from_dict(json.loads(zlib.decompress(packed)))
        if held is not None:
            self._put(key, held)
        return held

    def _put(self, key: str, outcome: LineOutcome) -> None:
        """With the lock held."""
        self._packed.pop(key, None)
        self._held[key] = outcome
        self._held.move_to_end(key)
        while len(self._held) > _AT_HAND:
            old, packed = self._held.popitem(last=False)
            self._packed[old] = zlib.compress(json.dumps(packed.as_dict()).encode(), 1)
        while len(self._packed) > _PACKED:
            gone, _ = self._packed.popitem(last=False)
            self._unstored.discard(gone)

    def __delitem__(self, key: str) -> None:
        """Forgets an outcome that may end otherwise next time."""
        with self._lock:
            self._held.pop(key, None)
            self._packed.pop(key, None)
            self._unstored.discard(key)

    def __iter__(self) -> Iterator[str]:
        return iter([*self._packed, *self._held])

    def __len__(self) -> int:
        return len(self._held) + len(self._packed)


def _store(connection: Connection, key: str, outcome: LineOutcome) -> None:
    connection.execute(_STORE, {"key": key, "data": outcome.as_dict(), "used": now()})
