"""A result as it is written: as text in the language, and as LaTeX."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel


class Written(BaseModel):
    text: str
    latex: str


class Decimal(Written):
    relation: Literal["=", "≈"]


class ValueSchema(BaseModel):
    exact: Written | None
    decimal: Decimal | None
