"""The gate between the database and the rest: what goes wrong there is said in a sentence."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from contextlib import contextmanager

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


@contextmanager
def as_sentences() -> Iterator[None]:
    """Turns errors of the database, and rows that cannot be read, into NotStored."""
    try:
        yield
    except SQLAlchemyError as error:
        _log.warning("the database did not take a request: %s", error)
        raise NotStored(f"{_reason(error)}, so nothing can be stored or read just now.") from error
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        _log.warning("a row of the database cannot be read: %s", error)
        raise NotStored("A part of the database cannot be read: it is damaged.") from error


def _reason(error: SQLAlchemyError) -> str:
    said = str(getattr(error, "orig", None) or error).lower()
    return next((sentence for part, sentence in _REASONS if part.lower() in said), "The database cannot do this")
