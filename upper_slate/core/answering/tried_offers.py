"""Offers are tried in their place before they are shown: one that leaves an error, or costs too much, is none."""

from __future__ import annotations

import sys
from collections.abc import Callable, Iterable
from dataclasses import replace
from inspect import CO_GENERATOR
from types import FrameType
from typing import Any, Final

from ..line.result import SuggestionResult
from ..line.tasks import LineOutcome, LineTask
from ..problems import Suggestion

#: Calls that one trial may make: about 300 ms on a quiet machine. They are counted, so that a line has the same offers everywhere.
_BUDGET: Final = 400_000
#: So many offers of a line are tried.
_MOST: Final = 4

Work = Callable[[LineTask], LineOutcome]


class _Spent(BaseException):
    """A trial used up its budget; nothing on the way may take it for an error of the line."""


def offers_that_work(task: LineTask, suggestions: Iterable[Suggestion], work: Work) -> list[SuggestionResult]:
    """The suggestions that leave a line without an error, in their order. `work` answers a line without trying offers of its own."""
    found: list[SuggestionResult] = []
    seen: set[str] = set()
    for suggestion in list(suggestions)[:_MOST]:
        text = suggestion.apply(task.source)
        if text in seen or (text == task.source and not (suggestion.as_note or suggestion.with_units)):
            continue
        seen.add(text)
        if suggestion.as_note:
            found.append({"text": suggestion.text, "start": suggestion.start, "end": suggestion.end, "as": "note"})
        elif suggestion.with_units:  # not tried: that the units differ is what the student should hear then
            found.append({"text": suggestion.text, "start": suggestion.start, "end": suggestion.end, "as": "units"})
        elif _leaves_no_error(task, text, work):
            found.append({"text": suggestion.text, "start": suggestion.start, "end": suggestion.end})
    return found


def _leaves_no_error(task: LineTask, text: str, work: Work) -> bool:
    names = dict(task.names)
    for line in text.split("\n"):
        try:
            outcome = _within_budget(lambda line=line: work(replace(task, source=line, names=dict(names), notices=())))  # type: ignore[misc]
        except _Spent:
            return False
        if outcome.failed:
            return False
        name = outcome.result["name"]
        if name and outcome.defined is not None:
            names[name] = outcome.defined
    return True


def _within_budget(work: Callable[[], LineOutcome]) -> LineOutcome:
    """Runs, and raises `_Spent` where it makes more calls than a trial may."""
    left = _BUDGET

    def count(frame: FrameType, event: str, argument: Any) -> None:
        nonlocal left
        if event == "call":
            left -= 1
            # not in a generator: one that is thrown away is called to end, and what is raised there is lost
            if left < 0 and not frame.f_code.co_flags & CO_GENERATOR:
                sys.setprofile(None)
                raise _Spent

    before = sys.getprofile()
    sys.setprofile(count)
    try:
        found = work()
        if left < 0:
            raise _Spent
        return found
    finally:
        sys.setprofile(before)
