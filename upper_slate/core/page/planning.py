"""One line in its place: what it needs from above, and the key under which its outcome is remembered."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable
from dataclasses import replace
from difflib import get_close_matches
from typing import Any, Final

from .. import CORE_VERSION
from ..language.words import function_named
from ..line.tasks import Given, LineTask, MeaningData, ViewData
from ..reading.sentences.statements import follows_in_words
from ..reading.uses import Use, meant_use, use_of
from .cells import PlannedLine
from .look import Look
from .sources import NotFound, given_for
from .timeline import NUMBERS
from .words import cells_named, defined_name, words_of

#: Stands for the line above while that has no outcome.
PENDING: Final = ("pending",)


def plan_line(look: Look, cell_id: str, index: int, offset: int, text: str, previous: Any) -> PlannedLine:
    """What a line needs where it stands; `previous` is what the line above in its cell hands on."""
    if (use := use_of(text)) is not None:
        return _plan_use(look, cell_id, (index, offset, text), use)
    words = words_of(text)
    found = _Reached(look, words)
    results: dict[int, MeaningData | None] = {}
    waits: list[str] = []
    above = look.above() if "above" in words else None
    for number in [*cells_named(text), *([above] if above is not None else [])]:
        has, pending, value = look.result(number)
        if has:
            results[number] = value
        if pending:
            waits.append(f"cell {number}")
    for value in results.values():  # letters in a result take the values that they have here
        if value is not None:
            found.reach(value.letters)
    letters = {*words, *(letter for m in found.names.values() for letter in m.letters)}
    assumptions = {n: facts for n in sorted(letters) if (facts := look.facts(n))}
    notices = _replacement_notices(look, text)
    near = _near_names(look, words, found)
    found.reach(near)  # what an offer may put into the line
    if found.failed or notices:
        look.reads.add(NUMBERS)
    # only a step needs the line above, also one in words, which is offered as such; an empty line hands it on
    goes_on = text.lstrip().startswith(("=", "<", "⇔", "⇒", "∴", "//")) or not text.strip() or follows_in_words(text) is not None
    before = previous if goes_on and previous is not PENDING else None
    number = look.place.number + look.place.is_note
    meant = use_of(meant_use(text) or "")  # an offer to use another worksheet is tried with what that has
    given = None if meant is None else _given(look, meant)
    task = LineTask(text, number, look.page.conventions.as_dict(), found.names, found.failed, results, above, assumptions, before, notices, near, given=given)
    waits += found.pending
    if previous is PENDING and goes_on:
        waits.append("the line above")
    return PlannedLine(cell_id, index, offset, task, "" if waits else _key(task), tuple(sorted(set(waits))))


def _plan_use(look: Look, cell_id: str, at: tuple[int, int, str], use: Use) -> PlannedLine:
    """A line that uses another worksheet needs that, and nothing of this page."""
    index, offset, text = at
    given = _given(look, use)
    waits = (use.title,) if given is None else tuple(f"{name.name} of {use.title}" for name in given.names if name.state == "pending")
    task = LineTask(text, look.place.number + look.place.is_note, look.page.conventions.as_dict(), given=given)
    return PlannedLine(cell_id, index, offset, task, "" if waits else _key(task), waits)


def _given(look: Look, use: Use) -> Given | None:
    found = look.source(use.title)
    if found is None:
        return None
    if isinstance(found, NotFound):
        return Given(use.title, use.title, found.problem, found.offers)
    return given_for(use, found, look.page.conventions)


class _Reached:
    """The meanings that words lead to, through the free letters of each."""

    def __init__(self, look: Look, words: Iterable[str]) -> None:
        self._look, self._seen = look, set[str]()
        self.names: dict[str, MeaningData] = {}
        self.failed: dict[str, int] = {}
        self.pending: list[str] = []
        self.reach(words)

    def reach(self, words: Iterable[str]) -> None:
        stack = [w for w in words if w not in self._seen]
        while stack:
            word = stack.pop()
            if word in self._seen:
                continue
            self._seen.add(word)
            event = self._look.event(word)
            if event is None:
                continue
            if event.kind == "failed":
                self.failed[word] = event.place.number
            elif event.kind == "pending":
                self.pending.append(word)
            elif event.meaning is not None:
                self.names[word] = event.meaning
                stack.extend(event.meaning.letters)


def _near_names(look: Look, words: frozenset[str], found: _Reached) -> tuple[str, ...]:
    """Names of the page that an unknown word may have meant."""
    unknown = [w for w in words if len(w) > 2 and w not in found.names and w not in found.failed and not function_named(w)]
    if not unknown:
        return ()
    names = [n for n, event in look.names_in_force().items() if event.kind == "defined"]
    return tuple(sorted({n for w in unknown for n in get_close_matches(w, names, n=1, cutoff=0.7)}))


def _replacement_notices(look: Look, text: str) -> tuple[str, ...]:
    """What a definition must say about the one that it replaces."""
    name = defined_name(text)
    earlier = look.event(name) if name else None
    if name is None or earlier is None or earlier.kind == "failed":
        return ()
    said = [f"Replaces {name} of cell {earlier.place.number}."]
    users = [other for other, event in look.names_in_force().items() if other != name and name in event.uses]
    written = earlier.text or f"the earlier {name}"
    return (*said, *(f"{user} was made with {written} and keeps it." for user in sorted(users)[:3]))


def _key(task: LineTask) -> str:
    """The hash of all that the outcome depends on. Numbers of cells count only where the outcome can say them."""
    conventions = dict(task.conventions)
    conventions.pop("results")  # how a result is shown first is not part of it
    material = [CORE_VERSION, task.source, task.cell if "cell" in task.source else 0, sorted(conventions.items()),
                sorted((n, m.key) for n, m in task.names.items()), sorted(task.failed.items()),
                sorted((n, m.key if m else None) for n, m in task.results.items()), task.above, sorted(task.assumptions.items()),
                task.previous, task.notices, task.near, *([task.given.material] if task.given else [])]
    return _hash(material)


def with_view(line: PlannedLine, view: ViewData) -> PlannedLine:
    """The same line with another view of its graph, which is an outcome of its own."""
    return replace(line, task=replace(line.task, view=view), key=_hash([line.key, sorted(view.items())]) if line.key else "")


def _hash(material: list[Any]) -> str:
    return hashlib.sha256(json.dumps(material, default=str).encode()).hexdigest()[:40]
