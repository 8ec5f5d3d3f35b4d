"""The lines that a definition offers to be added: its graph and its table."""

from __future__ import annotations

from typing import Final

from ..line.conventions import Conventions
from ..working.graphs.axes import axis_of
from ..working.ground.values import FunctionValue, ListValue, Value, expression, free_letters, is_scalar

#: One turn in each unit with a step for a table; anything else about 0.
_TURNS: Final = {"pi": ("0 to 2 pi", " step pi/6"), "degrees": ("0 to 360", " step 30"), "gon": ("0 to 400", " step 50")}
_USUAL: Final = ("-5 to 5", "")


def offers_of(name: str, value: Value, conventions: Conventions) -> dict[str, str]:
    """The lines by what they give; empty where there is nothing to draw."""
    if isinstance(value, ListValue):
        pairs = value.items and all(isinstance(i, ListValue) and len(i.items) == 2 and not free_letters(i) for i in value.items)
        return {"graph": f"graph points {name}"} if pairs else {}
    body, letters = (value.body, [p.name for p in value.parameters]) if isinstance(value, FunctionValue) else (value, sorted(free_letters(value)))
    if len(letters) != 1 or not is_scalar(body):
        return {}
    expr = expression(body)
    if len(expr.free_symbols) != 1:
        return {}
    (symbol,) = expr.free_symbols
    axis = axis_of(expr, symbol, conventions.angles)
    ends, step = _TURNS.get(axis, _USUAL)
    return {"graph": f"graph {name} for {letters[0]} from {ends}", "table": f"table of {name} for {letters[0]} from {ends}{step}"}
