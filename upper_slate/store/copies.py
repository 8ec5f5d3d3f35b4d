"""A copy of the database for each of the last days, and the way back to one."""

from __future__ import annotations

import logging
import shutil
import sqlite3
import threading
from datetime import date
from pathlib import Path
from typing import Final

from sqlalchemy import Engine

from .folder import NotUsable, hold_folder

DATABASE: Final = "upper-slate.sqlite"
_FOLDER: Final = "copies"
_KEPT: Final = 7
#: Seconds between two looks whether the day has changed.
_PAUSE: Final = 1800.0
_log = logging.getLogger(__name__)


def copies(folder: Path) -> list[Path]:
    """The copies of a data folder, the newest first; each is named by its day."""
    return sorted((folder / _FOLDER).glob("????-??-??.sqlite"), reverse=True)


def copy_of_today(engine: Engine, folder: Path, today: date | None = None) -> Path | None:
    """Makes the copy of the day where it is missing, and lets the oldest go; None where it was there. Nobody waits meanwhile (`VACUUM INTO`)."""
    place = folder / _FOLDER / f"{today or date.today():%Y-%m-%d}.sqlite"
    if place.exists():
        return None
    place.parent.mkdir(exist_ok=True)
    unfinished = place.with_suffix(".part")
    unfinished.unlink(missing_ok=True)
    with engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
        connection.exec_driver_sql("VACUUM INTO ?", (str(unfinished),))
    unfinished.rename(place)  # a copy that was broken off is none
    for old in copies(folder)[_KEPT:]:
        old.unlink(missing_ok=True)
    return place


def keep_copies(engine: Engine, folder: Path, ends: threading.Event) -> None:
    """Makes a copy each day until it ends. A full disk is noted and tried again."""
    while True:
        try:
            copy_of_today(engine, folder)
        except Exception as error:
            _log.warning("today's copy of the worksheets could not be made: %s", str(error).splitlines()[0])
        if ends.wait(_PAUSE):
            return


def restore(folder: Path, day: str) -> Path:
    """Puts the copy of a day in the place of the database; what was there stays beside it. NotUsable where there is no such copy, or the folder is in use.

    Returns where the database that was replaced is kept.
    """
    chosen = folder / _FOLDER / f"{day}.sqlite"
    if chosen not in copies(folder):
        raise NotUsable(f"There is no copy of {day} in {folder}.")
    hold_folder(folder)
    _check(chosen)
    database, before = folder / DATABASE, _free(folder, f"before-{day}")
    if database.exists():
        with sqlite3.connect(database) as connection:  # what still stands in the log goes into the file
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        connection.close()
        database.replace(before)
    for left in (folder / f"{DATABASE}-wal", folder / f"{DATABASE}-shm"):
        left.unlink(missing_ok=True)
    shutil.copyfile(chosen, database)
    return before


def _free(folder: Path, name: str) -> Path:
    """A file that is not there yet: what an earlier way back kept is not written over."""
    number, place = 2, folder / f"{name}.sqlite"
    while place.exists():
        number, place = number + 1, folder / f"{name}-{number}.sqlite"
    return place


def _check(file: Path) -> None:
    try:
        with sqlite3.connect(file) as connection:
            found = connection.execute("PRAGMA quick_check(1)").fetchone()
        connection.close()
    except sqlite3.DatabaseError:
        found = ("damaged",)
    if found != ("ok",):
        raise NotUsable(f"The copy {file.name} is damaged.")
