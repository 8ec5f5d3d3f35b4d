"""The database file: opened with a write-ahead log and foreign keys, brought to the newest schema."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Engine, event
from sqlalchemy.exc import DatabaseError
from sqlmodel import create_engine

from .copies import DATABASE
from .faults import stays_in_place
from .folder import NotUsable, make_folder

_MIGRATIONS = Path(__file__).parent / "migrations"


def open_database(folder: Path) -> Engine:
    """The engine of the database in that folder, which is made where it is missing. NotUsable where that fails."""
    make_folder(folder)
    engine = create_engine(f"sqlite:///{folder / DATABASE}", connect_args={"check_same_thread": False, "timeout": 10})
    event.listen(engine, "connect", _prepare)
    try:
        _check(engine)
        migrate(engine)
    except DatabaseError as error:
        raise NotUsable(f"The database in {folder} is damaged: bring back a copy with upper-slate restore, or choose another folder with --data.") from error
    except CommandError as error:
        raise NotUsable(f"The database in {folder} was made by a newer version of Upper Slate; this one cannot read it.") from error
    except Exception as error:
        raise NotUsable(f"The database in {folder} cannot be opened: {str(error).splitlines()[0]}") from error
    stays_in_place(engine, folder / DATABASE)
    return engine


def _check(engine: Engine) -> None:
    """Whether the file can be read from end to end, so that damage is said at the start and not in the middle of the work."""
    with engine.connect() as connection:
        found = connection.exec_driver_sql("PRAGMA quick_check(1)").scalar()
    if found != "ok":
        raise DatabaseError("quick_check", None, sqlite3.DatabaseError(str(found).splitlines()[0]))


def _prepare(connection: sqlite3.Connection, _record: Any) -> None:
    # half a megabyte of pages for each connection instead of two: the machine holds the file anyway, and there are several connections
    for pragma in ("journal_mode=WAL", "foreign_keys=ON", "synchronous=NORMAL", "busy_timeout=10000", "cache_size=-512"):
        connection.execute(f"PRAGMA {pragma}")


def migrate(engine: Engine) -> None:
    """Applies every migration that the file has not seen."""
    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
