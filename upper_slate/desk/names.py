"""The names in force at a place of the page: meaning, origin, what replaced them, and what uses them."""

from __future__ import annotations

from dataclasses import dataclass

from ..core.line.tasks import LineOutcome
from ..core.page.cells import PlannedCell
from ..core.page.known import names_said
from ..core.page.page import Page
from ..core.page.sources import meaning_latex, own_letters
from ..core.page.timeline import EVERYTHING, Event


@dataclass(frozen=True)
class NameInForce:
    """A name as the panel shows it; `latex` is its meaning, `users` are the cells whose lines say it, in page order."""

    name: str
    latex: str
    cell: int
    cell_id: str
    users: tuple[str, ...]
    used_by: int
    replaced_in: int | None
    failed: bool
    letters: tuple[str, ...]
    #: the title of the worksheet that it comes from, where that is another
    source: str = ""


def names_in_force(page: Page, number: int) -> tuple[list[NameInForce], list[str]]:
    """The names at a cell of that number, its own included, in page order; and the letters in them that are plain."""
    found: list[tuple[tuple[int, int], NameInForce]] = []
    cleared = [e.position for e in page.timeline.of(EVERYTHING) if e.place.number <= number]
    for word in page.timeline.words():
        events = [e for e in page.timeline.of(word) if e.place.number <= number]
        for k, event in enumerate(events):
            later = events[k + 1] if k + 1 < len(events) else None
            if event.kind not in ("defined", "failed") or (later is not None and later.kind == "released"):
                continue
            if any(position > event.position for position in cleared):
                continue
            shown = _shown(page, event, later)
            if shown is not None:
                found.append((event.position, shown))
    found.sort(key=lambda item: item[0])
    names = [name for _, name in found]
    letters = sorted({letter for name in names for letter in name.letters} - {name.name for name in names})
    return names, letters


def _shown(page: Page, event: Event, later: Event | None) -> NameInForce | None:
    cell = page.get(event.place.id)
    outcome = cell.outcomes[event.line] if cell is not None and event.line < len(cell.outcomes) else None
    if cell is None or outcome is None:
        return None
    users = _users(page, event)
    return NameInForce(event.word, event.latex or meaning_latex(outcome), cell.number, cell.id, tuple(dict.fromkeys(c.id for c in users)), len(users),
                       later.place.number if later else None, outcome.failed, _letters_of(outcome), event.source)


def _users(page: Page, event: Event) -> list[PlannedCell]:
    """The cell of each line that says the name in this meaning; one that says it in two lines comes twice."""
    if event.meaning is None:
        return []
    return [cell for cell in page.readers(event.word) for line in cell.lines
            if (meaning := line.task.names.get(event.word)) is not None and meaning.key == event.meaning.key and event.word in names_said(line.task)]


def _letters_of(outcome: LineOutcome) -> tuple[str, ...]:
    """The letters that a definition holds: its own, for a function, and free ones."""
    if outcome.defined is None:
        return ()
    return (*own_letters(outcome), *outcome.defined.letters)
