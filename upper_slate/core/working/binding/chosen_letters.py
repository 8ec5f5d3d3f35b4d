"""Letters that an answer brings in: a constant, a whole number, the height of a point."""

from __future__ import annotations

from ...language.words import REQUESTS
from ...problems import LineError
from ..context import Context


def chosen_letter(context: Context, request: str, taken: set[str]) -> str:
    """The first of the letters declared for a request that means nothing here and is not taken. Errors: not-supported where none is left."""
    for letter in REQUESTS[request].chooses:
        if not (letter in context.meanings or letter in context.failed or letter in context.bound or letter in taken):
            return letter
    raise LineError("not-supported", "Every letter that the answer could use has a meaning here; release one of them with “free”.")


def height_letter(context: Context, request: str, taken: set[str]) -> str:
    """The y of an equation of a line or of the values of a function: a letter there, whatever y means on the page, unless the curve itself holds it."""
    return "y" if "y" not in taken and "y" not in context.bound else chosen_letter(context, request, taken)


def chosen_letters(context: Context, taken: set[str], count: int) -> tuple[str, ...]:
    """Letters for so many constants: C for one, C_1, C_2 … for several."""
    if count == 1:
        return (chosen_letter(context, "integral of", taken),)
    found: list[str] = []
    while len(found) < count:
        numbered = {c for c in REQUESTS["integral of"].chooses if "_" not in c}
        found.append(chosen_letter(context, "integral of", {*taken, *found, *numbered}))
    return tuple(found)
