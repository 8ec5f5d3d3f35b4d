"""What a line that uses another worksheet says: what it takes from there, or why it cannot."""

from __future__ import annotations

from difflib import get_close_matches

from ..line.result import NoticeResult
from ..line.tasks import Given, LineTask
from ..problems import LineError, Suggestion
from ..reading.tokens import canonical_name
from ..reading.uses import Use, use_of


def take(task: LineTask) -> list[NoticeResult]:
    """The remarks on a line whose names are all there. LineError where the worksheet or one of the names is not."""
    use, given = use_of(task.source), task.given
    assert use is not None
    if given is None:
        raise LineError("unknown-name", "Here is no other worksheet whose names could be used.", use.title_start, use.title_end)
    if given.asked != use.title:  # tried as an offer: the page knows that there is such a worksheet
        if use.title in given.offers:
            return []
        raise LineError("unknown-name", f"There is no worksheet “{use.title}”.", use.title_start, use.title_end)
    _refuse_title(use, given)
    _refuse_names(task, use, given)
    said = [f"“{given.title}” has {difference}; what comes from it keeps that." for difference in given.differs]
    if use.names is None:
        said += _all_of(given)
    return [{"text": text, "tag": None, "suggestions": []} for text in said]


def _all_of(given: Given) -> list[str]:
    """Which names there are; those that have an error there mean nothing here either."""
    usable = [name.name for name in given.names if name.state == "defined"]
    failed = [name.name for name in given.names if name.state == "failed"]
    said = [f"{', '.join(usable)} from “{given.title}”." if usable else f"“{given.title}” gives nothing a name."]
    return [*said, *([f"{', '.join(failed)} {'has' if len(failed) == 1 else 'have'} an error there."] if failed else [])]


def _refuse_title(use: Use, given: Given) -> None:
    place = use.title_start, use.title_end
    offers = tuple(Suggestion(title, *place) for title in given.offers)
    match given.problem:
        case "missing":
            raise LineError("unknown-name", f"There is no worksheet with the title “{use.title}”.", *place, offers)
        case "several":
            raise LineError("unknown-name", f"Several worksheets have the title “{use.title}”: say the folder too.", *place, offers)
        case "itself":
            raise LineError("circular", "A worksheet cannot use itself.", *place)
        case "circle":
            raise LineError("circular", f"“{use.title}” itself uses this worksheet, so neither can begin.", *place)


def _refuse_names(task: LineTask, use: Use, given: Given) -> None:
    known = {name.name: name for name in given.names}
    for written in use.names or ():
        name = canonical_name(written)
        at = task.source.index(written, use.names_start)
        place = at, at + len(written)
        if name not in known:
            if name in given.all_names:  # tried as an offer
                continue
            near = get_close_matches(name, given.all_names, n=3, cutoff=0.5) or list(given.all_names[:3])
            raise LineError("unknown-name", f"“{given.title}” has no {written} at its end.", *place, tuple(Suggestion(other, *place) for other in near))
        if known[name].state == "failed":
            raise LineError("needs-above", f"{written} has an error in “{given.title}”.", *place)
