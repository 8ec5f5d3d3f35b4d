"""The tables."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from sqlalchemy import JSON, Column
from sqlmodel import Field, SQLModel


def new_id() -> str:
    return uuid4().hex[:12]


def now() -> datetime:
    return datetime.now(UTC)


class Worksheet(SQLModel, table=True):
    """A worksheet; `revision` grows by one with every change."""

    id: str = Field(default_factory=new_id, primary_key=True)
    title: str
    folder: str = ""
    conventions: dict[str, Any] = Field(default_factory=dict, sa_column=Column(JSON, nullable=False))
    revision: int = 0
    created: datetime = Field(default_factory=now)
    updated: datetime = Field(default_factory=now)
    #: since when it is in the bin
    removed: datetime | None = None


class Preference(SQLModel, table=True):
    """What the student prefers: one row."""

    id: int = Field(primary_key=True)
    value: dict[str, Any] = Field(default_factory=dict, sa_column=Column(JSON, nullable=False))


class Folder(SQLModel, table=True):
    """A folder by its path, `A/B` for B within A: it is there also while nothing is in it."""

    path: str = Field(primary_key=True)


class Cell(SQLModel, table=True):
    """A cell of a worksheet; `position` orders them, `display` holds what was chosen for each of its lines."""

    id: str = Field(default_factory=new_id, primary_key=True)
    worksheet_id: str = Field(foreign_key="worksheet.id", index=True, ondelete="CASCADE")
    position: float
    kind: str = "math"
    text: str = ""
    display: dict[str, Any] = Field(default_factory=dict, sa_column=Column(JSON, nullable=False))


class Change(SQLModel, table=True):
    """An applied list of operations with its inverse: all that undo and redo need."""

    id: int | None = Field(default=None, primary_key=True)
    worksheet_id: str = Field(foreign_key="worksheet.id", index=True, ondelete="CASCADE")
    revision: int
    operations: list[Any] = Field(sa_column=Column(JSON, nullable=False))
    inverse: list[Any] = Field(sa_column=Column(JSON, nullable=False))
    undone: bool = False
    #: changes of one group that follow one another are undone together
    group: str = ""
    made: datetime = Field(default_factory=now)


class Shown(SQLModel, table=True):
    """The keys of the outcomes that a worksheet showed last."""

    worksheet_id: str = Field(foreign_key="worksheet.id", primary_key=True, ondelete="CASCADE")
    keys: list[str] = Field(sa_column=Column(JSON, nullable=False))


class Outcome(SQLModel, table=True):
    """What a line came to, by the key of everything that it depends on."""

    key: str = Field(primary_key=True)
    data: dict[str, Any] = Field(sa_column=Column(JSON, nullable=False))
    used: datetime = Field(default_factory=now)
