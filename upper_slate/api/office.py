"""The office, as routers ask for it."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from ..desk.office import Office


def get_office(request: Request) -> Office:
    """The office that the application was made with; tests put in their own."""
    office: Office = request.app.state.office
    return office


OfficeIn = Annotated[Office, Depends(get_office)]
