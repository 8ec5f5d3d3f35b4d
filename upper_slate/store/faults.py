"""The gate between the database and the rest: what goes wrong there is said in a sentence."""

from __future__ import annotations

import json
import logging
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any, Final

from sqlalchemy import Connection, Engine, ExecutionContext, event
from sqlalchemy.exc import SQLAlchemyError

from .refusals import NotStored

_log = logging.getLogger(__name__)

_REASONS = (
    ("disk is full", "The disk is full"),
    ("readonly", "The data folder cannot be written"),
    ("disk I/O", "The disk cannot be read or written"),
    ("locked", "Another program holds the database"),
    ("malformed", "The database is damaged"),
    ("not a database", "The database is damaged"),
    ("unable to open", "The database cannot be opened"),
)


#: Seconds in which the same is not said again on the terminal: a full disk fails every change.
_ONCE_IN: Final = 60.0
_said: dict[str, float] = {}


@contextmanager
def as_sentences() -> Iterator[None]:
    """Turns errors of the database, and rows that cannot be read, into NotStored."""
    try:
        yield
    except SQLAlchemyError as error:
        sentence = f"{_reason(error)}, so nothing can be stored or read just now."
        _say(sentence, error)
        raise NotStored(sentence) from error
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        _log.warning("a row of the database cannot be read: %s", error)
        raise NotStored("A part of the database cannot be read: it is damaged.") from error


@contextmanager
def forgiving(what: str) -> Iterator[None]:
    """What can be made again ends nothing where the disk is full or a row cannot be read; `what` was not done is noted."""
    try:
        yield
    except NotStored as error:
        _say(str(error))
    except SQLAlchemyError as error:
        _say(f"{_reason(error)}, so {what}.", error)
    except Exception:
        _log.warning("%s", what, exc_info=True)


def stays_in_place(engine: Engine, file: Path) -> None:
    """Nothing is said to be stored once another file, or none, stands in the place of the database: what is written to it then would be lost with the process."""
    opened = _identity(file)

    def look(_connection: Connection, _cursor: Any, _statement: str, _parameters: Any, context: ExecutionContext, _many: bool) -> None:
        writes = getattr(context, "isinsert", False) or getattr(context, "isupdate", False) or getattr(context, "isdelete", False)
        if writes and _identity(file) != opened:
            sentence = "The data folder is not where it was, so nothing can be stored just now."
            _say(sentence)
            raise NotStored(sentence)

    event.listen(engine, "before_cursor_execute", look)


def _identity(file: Path) -> tuple[int, int] | None:
    try:
        found = file.stat()
    except OSError:
        return None
    return found.st_dev, found.st_ino


def _say(sentence: str, error: SQLAlchemyError | None = None) -> None:
    """Notes a sentence on the terminal, with what the database said."""
    at = time.monotonic()
    if at - _said.get(sentence, -_ONCE_IN) >= _ONCE_IN:
        _said[sentence] = at
        _log.warning("%s%s", sentence, f" ({str(getattr(error, 'orig', None) or error).splitlines()[0]})" if error else "")


def _reason(error: SQLAlchemyError) -> str:
    said = str(getattr(error, "orig", None) or error).lower()
    return next((sentence for part, sentence in _REASONS if part.lower() in said), "The database cannot do this")
