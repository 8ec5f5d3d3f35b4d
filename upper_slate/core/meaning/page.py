"""The page as a pure function with a memory: names in force by page order, dependencies, results by key.

The key of a line's outcome is a hash of everything that it depends on: its text, the keys of the meanings that it uses
(and of the letters in them), the assumptions and conventions that matter, and the version of the core. Same key, same
outcome: from memory, or from wherever the memory got it. A line whose key is known is never worked out again.
"""

from __future__ import annotations

import hashlib
import json
import re
from collections.abc import Callable, Iterator, MutableMapping, Sequence
from dataclasses import dataclass, field, replace
from difflib import get_close_matches
from functools import lru_cache
from typing import Any, Final

from .. import CORE_VERSION
from ..problems import LineError
from ..reading.tokens import canonical_name, split_lines, tokenize
from ..vocabulary import CONSTANTS, function_named
from .conventions import Conventions
from .tasks import LineOutcome, LineTask, MeaningData

Memory = MutableMapping[str, LineOutcome]


@dataclass(frozen=True)
class MathCell:
    """A cell of the page: an identity that stays when it moves, and its text."""

    id: str
    text: str


@dataclass(frozen=True)
class PlannedLine:
    """A line in its place: what it needs, and the key under which its outcome is remembered."""

    cell_id: str
    cell: int
    index: int
    offset: int
    task: LineTask
    key: str
    #: The names or cells whose outcome is still being worked out, so that this line has to wait.
    waits_for: tuple[str, ...] = ()


@dataclass
class State:
    """What is in force after a line; copied cheaply, since lines change little of it."""

    names: dict[str, MeaningData] = field(default_factory=dict)
    origins: dict[str, int] = field(default_factory=dict)
    failed: dict[str, int] = field(default_factory=dict)
    assumptions: dict[str, list[str]] = field(default_factory=dict)
    results: dict[int, MeaningData | None] = field(default_factory=dict)
    above: int | None = None
    pending: dict[str, int] = field(default_factory=dict)
    pending_cells: set[int] = field(default_factory=set)
    uses: dict[str, frozenset[str]] = field(default_factory=dict)
    #: how each meaning in force is written: `k = 4`
    texts: dict[str, str] = field(default_factory=dict)
    replaced: tuple[tuple[str, int, int], ...] = ()


def plan(cells: Sequence[MathCell], conventions: Conventions) -> Iterator[PlannedLine | State]:
    """Generator over the lines of a page: yields each planned line and is sent its outcome; yields the final state last.

    None in place of an outcome means that it is not there yet: the lines that depend on it are yielded with `waits_for`
    and want None in their turn, the others go on.
    """
    state = State()
    for number, cell in enumerate(cells, start=1):
        last: MeaningData | None = None
        has_result = False
        previous: Any = None
        for index, (text, offset) in enumerate(split_lines(cell.text)):
            line = _planned(state, cell, number, index, offset, text, conventions, previous)
            outcome: LineOutcome | None = yield line
            if outcome is None:
                _postpone(state, line)
                previous = _PENDING
                continue
            _apply(state, line, outcome)
            previous = outcome.previous
            if outcome.result["kind"] not in ("empty", "assumption", "release"):
                has_result, last = True, replace(outcome.outcome, key=line.key) if outcome.outcome else None
        if has_result or previous is _PENDING:
            state.results[number] = last
            if last is not None or previous is _PENDING:
                state.above = number
    yield state


def _planned(state: State, cell: MathCell, number: int, index: int, offset: int, text: str, conventions: Conventions, previous: Any) -> PlannedLine:
    words = words_of(text)
    names, failed = _reachable(state, words)
    results = {n: state.results[n] for n in _cells_named(text) if n in state.results}
    above = state.above if "above" in words else None
    if above is not None:
        results[above] = state.results[above]
    for data in results.values():  # letters in a result take the values that they have here
        if data is not None:
            more, lost = _reachable(state, data.letters)
            names, failed = {**more, **names}, {**lost, **failed}
    letters = {*words, *(letter for m in names.values() for letter in m.letters)}
    assumptions = {n: facts for n, facts in state.assumptions.items() if n in letters}
    notices = _replacement_notices(state, text)
    unknown = [w for w in words if len(w) > 2 and w not in names and w not in failed and not function_named(w)]
    near = tuple(sorted({n for w in unknown for n in get_close_matches(w, state.names, n=1, cutoff=0.7)})) if unknown and state.names else ()
    goes_on = text.lstrip().startswith(("=", "<", "⇔", "⇒", "//")) or not text.strip()  # only a step needs the line above; an empty line hands it on
    before = previous if goes_on and previous is not _PENDING else None
    task = LineTask(text, number, conventions.as_dict(), names, failed, results, above, assumptions, before, notices, near)
    waits = [w for w in {*words, *letters, *failed} if w in state.pending]
    waits += [f"cell {n}" for n in (*results, *([above] if above else [])) if n in state.pending_cells]
    if previous is _PENDING and goes_on:
        waits.append("the line above")
    return PlannedLine(cell.id, number, index, offset, task, "" if waits else _key(task), tuple(sorted(waits)))


_PENDING: Final = ("pending",)


def _postpone(state: State, line: PlannedLine) -> None:
    """The line has no outcome yet: its name and its cell cannot be used so far."""
    state.pending_cells.add(line.cell)
    name = _defined_name(line.task.source)
    if name:
        state.pending[name] = line.cell
        state.origins[name] = line.cell


#: Letters that an answer may bring in; whether they are free depends on what they mean here.
_CHOSEN_LETTERS: Final = {"integral": ("C", "D", "K"), "solve": ("n", "k", "m", "p", "q"), "turning": ("y", "z", "v", "w")}


@lru_cache(maxsize=20_000)
def words_of(text: str) -> frozenset[str]:
    """Every name that stands in a line, and the parts of runs that may be read as products of letters."""
    try:
        tokens = tokenize(text)
    except LineError:
        return frozenset()
    words: set[str] = set()
    for token in tokens:
        if token.kind != "name":
            continue
        words |= {token.text, canonical_name(token.text)}
        if len(token.text) <= 3:
            words |= set(token.text)
        if token.text.startswith("d") and len(token.text) > 1:  # dx, dv: the letter of a derivative
            words.add(canonical_name(token.text[1:]))
        base = canonical_name(token.text).partition("_")[0]
        words.add(base)
    for word, letters in _CHOSEN_LETTERS.items():
        if word in words:
            words |= set(letters)
    return frozenset(words)


def _cells_named(text: str) -> list[int]:
    return [int(n) for n in re.findall(r"\bcell\s+(\d{1,6})\b", text)]


def _reachable(state: State, words: Any) -> tuple[dict[str, MeaningData], dict[str, int]]:
    """The meanings that the words lead to, through the free letters of each."""
    names: dict[str, MeaningData] = {}
    failed: dict[str, int] = {}
    stack = list(words)
    while stack:
        word = stack.pop()
        if word in names or word in failed:
            continue
        if word in state.failed:
            failed[word] = state.failed[word]
        elif word in state.names:
            names[word] = state.names[word]
            stack.extend(state.names[word].letters)
    return names, failed


def _replacement_notices(state: State, text: str) -> tuple[str, ...]:
    """What a definition must say about the one that it replaces."""
    match = re.match(r"\s*([A-Za-z]\w*)\s*(?:\([^()=]*\))?\s*=(?![=>])", text)
    name = canonical_name(match[1]) if match else None
    if name is None or (name not in state.origins):
        return ()
    said = [f"Replaces {name} of cell {state.origins[name]}."]
    users = [other for other, cell in state.origins.items() if other != name and name in _made_with(state, other)]
    earlier = state.texts.get(name, f"the earlier {name}")
    said += [f"{user} was made with {earlier} and keeps it." for user in sorted(users)[:3]]
    return tuple(said)


def _made_with(state: State, name: str) -> frozenset[str]:
    return state.uses.get(name, frozenset())


def _apply(state: State, line: PlannedLine, outcome: LineOutcome) -> None:
    """Brings what the line did into force."""
    result = outcome.result
    name = result["name"]
    if outcome.defined is not None and name:
        if name in state.origins:
            state.replaced = (*state.replaced, (name, state.origins[name], line.cell))
        state.names[name] = replace(outcome.defined, cell=line.cell, key=line.key)
        state.origins[name] = line.cell
        state.texts[name] = _written(result, outcome.defined.written or name)
        state.failed.pop(name, None)
        state.uses[name] = frozenset(line.task.names) - {name}
        state.pending.pop(name, None)
    elif result["error"] is not None:
        failed = name or _defined_name(line.task.source)
        if failed and not function_named(failed) and failed not in CONSTANTS:
            state.names.pop(failed, None)
            state.failed[failed] = line.cell
            state.origins[failed] = line.cell
    if outcome.assumptions:
        for letter, facts in outcome.assumptions.items():
            state.assumptions[letter] = [*state.assumptions.get(letter, []), *facts]
    if result["kind"] == "release":
        _release(state, line.task.source)


def _written(result: dict[str, Any], left: str) -> str:
    """A meaning as it is written; long ones only by name."""
    text = (result["exact"] or result["decimal"] or {"text": ""})["text"]
    return f"{left} = {text}" if 0 < len(text) <= 40 else f"the earlier {left}"


def _defined_name(text: str) -> str | None:
    match = re.match(r"\s*([A-Za-z]\w*)\s*(?:\([^()=]*\))?\s*=(?![=>])", text)
    return canonical_name(match[1]) if match else None


def _release(state: State, text: str) -> None:
    letters = [canonical_name(w) for w in re.findall(r"[A-Za-z]\w*", text.split("//")[0])[1:]]
    for letter in list({*state.names, *state.failed, *state.assumptions}) if letters == ["all"] else letters:
        state.names.pop(letter, None)
        state.failed.pop(letter, None)
        state.assumptions.pop(letter, None)
        state.origins.pop(letter, None)


def _key(task: LineTask) -> str:
    """The hash of all that the outcome depends on."""
    conventions = dict(task.conventions)
    conventions.pop("results")  # how a result is shown first is not part of it
    material = [CORE_VERSION, task.source, task.cell if "cell" in task.source else 0, conventions,
                sorted((n, m.key, m.cell) for n, m in task.names.items()), sorted(task.failed.items()),
                sorted((n, m.key if m else None) for n, m in task.results.items()), task.above, sorted(task.assumptions.items()),
                task.previous, task.notices, task.near]
    return hashlib.sha256(json.dumps(material, sort_keys=True, default=str).encode()).hexdigest()[:40]


Executor = Callable[[LineTask], LineOutcome]
