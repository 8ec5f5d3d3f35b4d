"""Which results of a line stand behind it: exact, decimal or both, as the page and the line choose.

`say_what_is_shown` says it once, with the result; whoever shows a line (a file, the terminal, the screen at every keystroke) only looks it up.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from .result import FormResult, Kind, LineResult, ShownResult, Sign, empty_choices

_NOTHING: Final = ("empty", "busy", "question", "step", "table", "graph")
#: The sign of what follows from a question, by the sign of the value.
_FOLLOWS: Final[dict[Sign, Sign]] = {"=": "⇒", "≈": "⇒ ≈"}


@dataclass(frozen=True)
class Shown:
    """One result after its relation sign."""

    relation: str
    text: str
    latex: str


def shown_results(line: LineResult, wanted: str | None, convention: str) -> list[Shown]:
    """The results in the kind that the line was switched to (`exact`, `decimal`, `both`, or a form by its name), else in that of the page."""
    said = line["shown"]["switched" if wanted else "onPage"]
    if said is None:
        return []
    choice = wanted or line["asked"] or convention
    form = None if choice == "exact" else next((form for form in (*line["forms"], *line["digits"]) if way_name(form) == choice), None)
    if form is not None:
        return [Shown(form["relation"], form["text"], form["latex"])]
    found = []
    for result in said["decimal" if choice == "decimal" else "both" if choice == "both" else "exact"]:
        value = line[result["value"]]
        assert value is not None
        found.append(Shown(result["relation"], value["text"], value["latex"]))
    return found


def way_name(form: FormResult) -> str:
    """Where decimals were typed, the form `exact` is the fraction; `exact` itself is what stands first."""
    return "fraction" if form["name"] == "exact" else form["name"]


def say_what_is_shown(line: LineResult, beside: bool = False) -> None:
    """Fills in `shown`. With `beside` the exact result says little of its size, and the decimal stands beside it where nobody chose."""
    exact, decimal = line["exact"], _own_decimal(line)
    follows = line["solutions"] is not None or line["kind"] == "equation"
    if follows:
        for form in line["digits"]:
            form["relation"] = _FOLLOWS.get(form["relation"], form["relation"])
    line["shown"] = shown = empty_choices()
    if line["error"] or line["kind"] in _NOTHING or (line["kind"] == "equation" and not line["saysMore"]):
        return
    shown["bothKinds"] = exact is not None and decimal is not None
    if follows:
        shown["onPage"] = shown["switched"] = _following(line)
        return
    first = [_shown("exact", "=")] if exact and line["saysMore"] else []
    rounded = [decimal] if decimal else []
    both = [*first, *rounded]
    shown["switched"] = {"exact": [_shown("exact", "=")] if exact and line["asWritten"] else first, "decimal": rounded or first, "both": both}
    shown["onPage"] = None if line["asWritten"] else {"exact": both if beside else first, "decimal": rounded or first, "both": both}


def _following(line: LineResult) -> dict[Kind, list[ShownResult]]:
    """What follows from a question stands after an arrow."""
    exact, decimal = [_shown("exact", "⇒")] if line["exact"] else [], _own_decimal(line)
    rounded = [] if decimal is None else [_shown("decimal", _FOLLOWS[decimal["relation"]])]
    both = [*exact, decimal] if exact and decimal else exact or rounded
    return {"exact": exact or rounded, "decimal": rounded or exact, "both": both}


def _own_decimal(line: LineResult) -> ShownResult | None:
    """The decimal where it says something else than the exact form."""
    decimal, exact = line["decimal"], line["exact"]
    if decimal is None or (exact is not None and decimal["text"] == exact["text"]):
        return None
    return _shown("decimal", decimal["relation"])


def _shown(value: Literal["exact", "decimal"], relation: Sign) -> ShownResult:
    return {"value": value, "relation": relation}
