"""The database file: opened with a write-ahead log and foreign keys, brought to the newest schema."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, event
from sqlmodel import create_engine

_MIGRATIONS = Path(__file__).parent / "migrations"


class NotUsable(Exception):
    """The data folder or its database cannot be used; the message says why in one sentence."""


def open_database(folder: Path) -> Engine:
    """The engine of the database in that folder, which is made where it is missing. NotUsable where that fails."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        probe = folder / ".writable"
        probe.touch()
        probe.unlink()
    except OSError as error:
        raise NotUsable(f"The data folder {folder} cannot be written: {error.strerror}.") from None
    engine = create_engine(f"sqlite:///{folder / 'upper-slate.sqlite'}", connect_args={"check_same_thread": False, "timeout": 10})
    event.listen(engine, "connect", _prepare)
    try:
        migrate(engine)
    except Exception as error:
        raise NotUsable(f"The database in {folder} cannot be opened: {str(error).splitlines()[0]}") from error
    return engine


def _prepare(connection: sqlite3.Connection, _record: Any) -> None:
    for pragma in ("journal_mode=WAL", "foreign_keys=ON", "synchronous=NORMAL", "busy_timeout=10000"):
        connection.execute(f"PRAGMA {pragma}")


def migrate(engine: Engine) -> None:
    """Applies every migration that the file has not seen."""
    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
