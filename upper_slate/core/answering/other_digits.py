"""A rounded result to other numbers of digits, each a click away: 3, 5 and 10 significant figures, and in standard form."""

from __future__ import annotations

from typing import Final

from ..language.tree import Negative, Node, Number
from ..line.result import FormResult
from ..problems import LineError
from ..working.ground.values import SolutionsValue, Value
from ..writing.decimals import Digits, NoDecimal, decimal_of
from ..writing.numbers import in_standard_form
from ..writing.solutions import decimal_solutions
from ..writing.style import Style
from ..writing.text import Written, write_tree

COUNTS: Final = (3, 5, 10)
#: The name of the form with a power of ten.
SCIENTIFIC: Final = "scientific"


def other_digits(value: Value, own: Digits, style: Style) -> list[FormResult]:
    """The decimals of a value to the numbers of significant figures that are not its own, then in standard form to its own."""
    found: list[FormResult] = []
    for count in COUNTS:
        if (own.places, own.unit) != (count, "sf"):
            found += _form(f"{count} sf", _rounded(value, Digits(count, "sf"), style))
    rounded = None if isinstance(value, SolutionsValue) else _tree(value, own if own.unit == "sf" else Digits(6, "sf"), style)
    standard = None if rounded is None else _standard(rounded[0])
    return found + _form(SCIENTIFIC, None if standard is None else (standard, False))


def _rounded(value: Value, digits: Digits, style: Style) -> tuple[Written, bool] | None:
    if isinstance(value, SolutionsValue):
        return decimal_solutions(value, digits, style)
    found = _tree(value, digits, style)
    return None if found is None else (write_tree(found[0]), found[1])


def _tree(value: Value, digits: Digits, style: Style) -> tuple[Node, bool] | None:
    try:
        rounded = decimal_of(value, digits, style)
    except (NoDecimal, LineError):
        return None
    return rounded.tree, rounded.exact


def _standard(tree: Node) -> Written | None:
    """`1.23*10^-5`, of a number that is not written with one digit before the point anyway."""
    negative, number = isinstance(tree, Negative), tree.body if isinstance(tree, Negative) else tree
    if not isinstance(number, Number):
        return None
    standard = in_standard_form(number.text, negative)
    return None if standard is None or isinstance(standard, Number) else write_tree(standard)


def _form(name: str, written: tuple[Written, bool] | None) -> list[FormResult]:
    if written is None:
        return []
    data = written[0].rounded(written[1])
    return [{"name": name, "text": data["text"], "latex": data["latex"], "relation": data["relation"]}]
