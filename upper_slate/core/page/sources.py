"""Other worksheets as a page sees them, and what a page gives to others: its names as they stand at its end."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Protocol

from ..language.typeset import latex_name
from ..line.conventions import Conventions
from ..line.tasks import Given, GivenName, LineOutcome
from ..reading.tokens import canonical_name, split_lines
from ..reading.uses import Use, use_of
from .cells import MathCell, PlannedCell, PlannedLine
from .timeline import Event, Timeline

#: Gives the outcome of a planned line, or None where it is not there yet.
Answer = Callable[[PlannedLine], LineOutcome | None]


@dataclass(frozen=True)
class Library:
    """What a worksheet gives to others: names in page order, conventions, and the titles that it uses itself."""

    title: str
    conventions: Conventions
    names: dict[str, GivenName]
    uses: tuple[str, ...] = ()


@dataclass(frozen=True)
class NotFound:
    """Why there is no library: `problem` is missing, several, itself or circle; `offers` may have been meant."""

    problem: str
    offers: tuple[str, ...] = ()


class Sources(Protocol):
    """Other worksheets by their titles, as one of them sees them."""

    def find(self, title: str) -> Library | NotFound | None:
        """None while it is still being worked out."""
        ...


class Drafting(Protocol):
    """A page that can plan a text at its end."""

    conventions: Conventions
    cells: list[PlannedCell]
    timeline: Timeline

    def get(self, cell_id: str) -> PlannedCell | None: ...

    def draft(self, cell_id: str | None, number: int, text: str, answer: Answer) -> PlannedCell: ...


def given_for(use: Use, library: Library, here: Conventions) -> Given:
    """What a line is told of a library."""
    wanted = tuple(library.names) if use.names is None else tuple(map(canonical_name, use.names))
    names = tuple(library.names[name] for name in wanted if name in library.names)
    usable = tuple(name for name, given in library.names.items() if given.state != "failed")
    return Given(use.title, library.title, names=names, all_names=usable, differs=_differs(library.conventions, here))


def _differs(there: Conventions, here: Conventions) -> tuple[str, ...]:
    """Conventions that change what a line means; how results look is of this page."""
    said = []
    if there.angles != here.angles:
        said.append(f"angles in {there.angles}")
    if there.numbers != here.numbers:
        said.append(f"{there.numbers} numbers")
    return tuple(said)


def titles_used(cells: list[MathCell]) -> tuple[str, ...]:
    """The titles that the lines of a worksheet name."""
    lines = [line for cell in cells if not cell.is_note and "use" in cell.text.lower() for line, _ in split_lines(cell.text)]
    return tuple(dict.fromkeys(use.title for line in lines if (use := use_of(line))))


def library_of(title: str, page: Drafting, uses: tuple[str, ...], answer: Answer) -> Library:
    """What a page gives to others. A name made with letters that mean something at the end of its page has these put in; where one of
    these failed, so has the name."""
    end = (len(page.cells) + 1, 0)
    events = sorted(page.timeline.in_force(end), key=lambda event: event.position)
    with_meaning = frozenset(event.word for event in events)
    return Library(title, page.conventions, {event.word: _given(page, event, with_meaning, answer) for event in events}, uses)


def _given(page: Drafting, event: Event, with_meaning: frozenset[str], answer: Answer) -> GivenName:
    if event.kind != "defined" or event.meaning is None:
        return GivenName(event.word, "failed" if event.kind == "failed" else "pending")
    if not with_meaning & (set(event.meaning.letters) - {event.word}):
        cell = page.get(event.place.id)
        outcome = cell.outcomes[event.line] if cell is not None and event.line < len(cell.outcomes) else None
        return GivenName(event.word, "defined", event.meaning, event.text, event.latex or (meaning_latex(outcome) if outcome is not None else ""))
    key, closed = _closed(page, event.meaning.written or event.word, with_meaning, answer)
    if closed is None:
        return GivenName(event.word, "pending")
    if closed.defined is None:
        return GivenName(event.word, "failed")
    written = event.meaning.written
    text = (closed.result["exact"] or {"text": ""})["text"]
    return GivenName(event.word, "defined", replace(closed.defined, written=written, key=key), f"{written or event.word} = {text}", meaning_latex(closed, event.word))


def _closed(page: Drafting, written: str, taken: frozenset[str], answer: Answer) -> tuple[str, LineOutcome | None]:
    """The meaning with what its letters mean at the end of the page, and its key; None while it is worked out."""
    fresh = next(name for k in range(1, len(taken) + 2) if (name := f"given_{k}") not in taken)
    letters = written.partition("(")[2]
    drafted = page.draft(None, len(page.cells) + 1, f"{fresh}({letters} = {written}" if letters else f"{fresh} = {written}", answer)
    return drafted.lines[0].key, drafted.outcomes[0]


def meaning_latex(outcome: LineOutcome, name: str = "") -> str:
    """A definition as it was written, or with its result where that says more; under another name where that is given."""
    result, exact = outcome.result, outcome.result["exact"]
    if exact is None or (result["asWritten"] and not name):
        return result["reading"]
    head = latex_name(name or result["name"] or "")
    if outcome.defined is not None and outcome.defined.kind == "function":
        head += rf"\left({', '.join(map(latex_name, own_letters(outcome)))}\right)"
    return f"{head} = {exact['latex']}"


def own_letters(outcome: LineOutcome) -> list[str]:
    """The letters in the brackets of a function."""
    written = outcome.defined.written if outcome.defined is not None else ""
    return [n.strip() for n in written.partition("(")[2].rstrip(")").split(",") if n.strip()]
