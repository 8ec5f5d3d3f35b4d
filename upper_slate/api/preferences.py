"""What the student prefers, the same in every browser."""

from __future__ import annotations

from fastapi import APIRouter

from ..store.preferences import Preferences
from .office import OfficeIn
from .plain_text import PlainTextRoute

router = APIRouter(tags=["preferences"], route_class=PlainTextRoute)


@router.get("/preferences", operation_id="readPreferences")
def read_preferences(office: OfficeIn) -> Preferences | None:
    """Null where none were ever set here."""
    return office.preferences.read()


@router.put("/preferences", operation_id="setPreferences")
def set_preferences(given: Preferences, office: OfficeIn) -> Preferences:
    """Sets them all."""
    office.preferences.write(given)
    return given
