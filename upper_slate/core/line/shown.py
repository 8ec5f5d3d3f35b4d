"""Which results of a line are shown: exact, decimal or both, as the page and the line choose. The screen chooses by the same rules (`web/src/lines/shown.ts`)
at every keystroke, so that no switch waits for the server."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from .result import FormResult, LineResult

_NOTHING: Final = ("empty", "busy", "question", "step", "table", "graph")


@dataclass(frozen=True)
class Shown:
    """One result after its relation sign."""

    relation: str
    text: str
    latex: str


def shown_results(line: LineResult, wanted: str | None, convention: str) -> list[Shown]:
    """The results in the kind that is wanted: a form by name, `exact`, `decimal` or `both`; `convention` is that of the page."""
    if line["error"] or (line["kind"] == "equation" and not line["saysMore"]) or line["kind"] in _NOTHING:
        return []
    choice = wanted or line["asked"] or convention
    if line["solutions"] or line["kind"] == "equation":
        return _solutions(line, choice)
    if line["asWritten"] and not wanted:
        return []
    form = None if choice == "exact" else _form(line, choice)
    if form is not None:
        return [Shown(form["relation"], form["text"], form["latex"])]
    exact, decimal = line["exact"], _own_decimal(line)
    if choice == "decimal" and decimal is not None:
        return [decimal]
    first = [Shown("=", exact["text"], exact["latex"])] if exact and (line["saysMore"] or (wanted == "exact" and line["asWritten"])) else []
    beside = choice == "both" or (line["besideDecimal"] and choice == "exact" and not wanted)
    return [*first, decimal] if beside and decimal is not None else first


def _solutions(line: LineResult, choice: str) -> list[Shown]:
    """What follows from a question stands after an arrow."""
    digits = next((form for form in line["digits"] if form["name"] == choice), None)
    if digits is not None:
        return [Shown("⇒ ≈" if digits["relation"] == "≈" else "⇒", digits["text"], digits["latex"])]
    exact = Shown("⇒", line["exact"]["text"], line["exact"]["latex"]) if line["exact"] else None
    decimal = _own_decimal(line)
    if decimal is not None and (exact is None or choice != "both"):
        decimal = Shown("⇒ ≈" if decimal.relation == "≈" else "⇒", decimal.text, decimal.latex)
    if exact is None or (choice == "decimal" and decimal is not None):
        return [] if decimal is None else [decimal]
    return [exact, decimal] if choice == "both" and decimal is not None else [exact]


def _own_decimal(line: LineResult) -> Shown | None:
    """The decimal where it says something else than the exact form."""
    decimal, exact = line["decimal"], line["exact"]
    if decimal is None or (exact is not None and decimal["text"] == exact["text"]):
        return None
    return Shown(decimal["relation"], decimal["text"], decimal["latex"])


def _form(line: LineResult, choice: str) -> FormResult | None:
    """A way to write it by its name; `fraction` is the exact form where decimals were typed."""
    return next((form for form in (*line["forms"], *line["digits"]) if ("fraction" if form["name"] == "exact" else form["name"]) == choice), None)
