"""Keeps the database as small as what it holds: results that no worksheet shows, steps of undo beyond a limit, what lay in the bin, pages of the file that are free."""

from __future__ import annotations

import logging
import threading
from datetime import datetime, timedelta
from typing import Final

from sqlalchemy import Engine, delete, func
from sqlmodel import Session, col, select

from .shelf import Shelf
from .tables import Change, Outcome, Shown, now

#: So many steps of a worksheet can be undone; older ones go.
STEPS: Final = 1_000
#: A result that no worksheet shows is kept so long, for a line that comes back by undo.
UNSHOWN = timedelta(days=1)
#: The file is written anew where more than this part of it, and so many bytes, are free.
_FREE_PART: Final = 0.25
_FREE_BYTES: Final = 4_000_000
#: So many rows go at once: a change waits no longer than for these.
_PORTION: Final = 500
#: Seconds between two rounds.
PAUSE = 1800.0
_log = logging.getLogger(__name__)


def keep_house(engine: Engine, shelf: Shelf, ends: threading.Event) -> None:
    """Tidies up twice an hour until it ends. What fails is tried again the next time: nothing depends on it."""
    while True:
        try:
            shelf.empty_bin()
            tidy_up(engine)
        except Exception as error:
            _log.warning("the database could not be tidied up: %s", str(error).splitlines()[0])
        if ends.wait(PAUSE):
            return


def tidy_up(engine: Engine, at: datetime | None = None) -> None:
    """Removes what nobody needs any more at this time, and makes the file as small as it can be."""
    _forget_unshown(engine, (at or now()) - UNSHOWN)
    _shorten_histories(engine)
    _shrink(engine)


def _forget_unshown(engine: Engine, before: datetime) -> None:
    with Session(engine) as session:
        shown = {key for keys in session.exec(select(Shown.keys)) for key in keys}
        unshown = [key for key in session.exec(select(Outcome.key).where(Outcome.used < before)) if key not in shown]
    for start in range(0, len(unshown), _PORTION):
        with Session(engine) as session:
            session.exec(delete(Outcome).where(col(Outcome.key).in_(unshown[start:start + _PORTION])))
            session.commit()


def _shorten_histories(engine: Engine) -> None:
    with Session(engine) as session:
        long = session.exec(select(Change.worksheet_id).group_by(Change.worksheet_id).having(func.count() > STEPS)).all()
    for worksheet_id in long:
        with Session(engine) as session:
            of_it = select(Change.id).where(Change.worksheet_id == worksheet_id)
            oldest_kept = session.exec(of_it.order_by(col(Change.id).desc()).offset(STEPS - 1).limit(1)).first()
            session.exec(delete(Change).where(col(Change.worksheet_id) == worksheet_id, col(Change.id) < oldest_kept))
            session.commit()


def _shrink(engine: Engine) -> None:
    """Free pages are used again by themselves, so the file is written anew only where they are many."""
    with engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
        free, pages, size = (connection.exec_driver_sql(f"PRAGMA {what}").scalar() or 0 for what in ("freelist_count", "page_count", "page_size"))
        if free * size > _FREE_BYTES and free > _FREE_PART * pages:
            connection.exec_driver_sql("VACUUM")
        connection.exec_driver_sql("PRAGMA wal_checkpoint(PASSIVE)")
