"""What the student prefers, kept with the worksheets, so that it is there in every browser."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, ValidationError, field_validator

from ..core.line.conventions import Conventions
from .tables import Preference
from .worksheets import Worksheets

#: The one row.
_ROW = 1


class PrintChoices(BaseModel):
    """What is printed beside the lines, and on what paper."""

    numbers: bool = True
    results: bool = True
    conventions: bool = True
    names: bool = False
    paper: Literal["A4", "Letter"] = "A4"


class Preferences(BaseModel):
    """`enter` says whether Enter works a cell out or makes another line; `textSize` is in per cent; `conventions` are those that new
    worksheets begin with where they are not the usual ones; `shelfOrder` is how the shelf is sorted; `handbookDone`
    are the pages of the courses whose exercises were done."""

    enter: Literal["go on", "line"] = "go on"
    textSize: int = Field(100, ge=50, le=300)
    theme: Literal["light", "dark", "system"] = "system"
    conventions: dict[str, str] = {}
    shelfOrder: Literal["changed", "title"] = "changed"
    print: PrintChoices = PrintChoices()
    handbookDone: list[Annotated[str, Field(max_length=60)]] = Field([], max_length=300)

    @field_validator("conventions")
    @classmethod
    def _known(cls, value: dict[str, str]) -> dict[str, str]:
        Conventions().with_changes(value)
        return value


class PreferenceStore:
    """Reads and writes them. NotStored where the database cannot be read or written."""

    def __init__(self, worksheets: Worksheets) -> None:
        self._worksheets = worksheets

    def read(self) -> Preferences | None:
        """None where none were ever set, or what is stored is none of a version that is known."""
        with self._worksheets.reading() as session:
            row = session.get(Preference, _ROW)
            try:
                return None if row is None else Preferences.model_validate(row.value)
            except ValidationError:
                return None

    def write(self, preferences: Preferences) -> None:
        """Sets them all."""
        with self._worksheets.writing() as session:
            session.merge(Preference(id=_ROW, value=preferences.model_dump()))
