"""Helpers for tests of the core: work out lines as cells of a page, without server or database."""

from __future__ import annotations

from typing import Any

from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.worked import WorkedPage

#: Outcomes by key, for all tests of one run: the same line in the same place is worked out once.
_MEMORY: dict[str, LineOutcome] = {}


def page(*cells: str, **conventions: str) -> WorkedPage:
    """The cells as a page, worked out."""
    return work_out_page(
        [MathCell(str(k), text) for k, text in enumerate(cells, start=1)],
        Conventions().with_changes(conventions),
        _MEMORY,
    )


def result(*cells: str, **conventions: str) -> dict[str, Any]:
    """The result of the last line."""
    return page(*cells, **conventions).lines[-1].outcome.result


def exact(*cells: str, **conventions: str) -> str:
    """The exact text of the last line, or its error's code and sentence."""
    found = result(*cells, **conventions)
    return (
        found["exact"]["text"]
        if found["exact"]
        else f"{found['error']['code']}: {found['error']['message']}"
        if found["error"]
        else found["kind"]
    )


def decimal(*cells: str, **conventions: str) -> str:
    """The decimal of the last line with its relation sign."""
    found = result(*cells, **conventions)
    assert found["decimal"], found
    return f"{found['decimal']['relation']} {found['decimal']['text']}"


def code(*cells: str, **conventions: str) -> str | None:
    """The code of the last line's error."""
    error = result(*cells, **conventions)["error"]
    return error["code"] if error else None


def notices(*cells: str, **conventions: str) -> list[str]:
    """The notices of the last line."""
    return [notice["text"] for notice in result(*cells, **conventions)["notices"]]


def conditions(*cells: str, **conventions: str) -> list[str]:
    """The conditions of the last line."""
    return list(result(*cells, **conventions)["conditions"])


def outcome(*cells: str, **conventions: str) -> LineOutcome:
    """What the last line comes to, with what it brings into force."""
    return page(*cells, **conventions).lines[-1].outcome
