"""The lines that a definition offers to be added: its graph and its table."""

from __future__ import annotations

import sympy as sp

from .meaning.conventions import Conventions
from .working.values import FunctionValue, ListValue, Value, expression, free_letters, is_scalar

_TURNING = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def offers_of(name: str, value: Value, conventions: Conventions) -> dict[str, str]:
    """The lines by what they give; empty where there is nothing to draw."""
    if isinstance(value, ListValue):
        pairs = value.items and all(isinstance(i, ListValue) and len(i.items) == 2 and not free_letters(i) for i in value.items)
        return {"graph": f"graph points {name}"} if pairs else {}
    body, letters = (value.body, [p.name for p in value.parameters]) if isinstance(value, FunctionValue) else (value, sorted(free_letters(value)))
    if len(letters) != 1 or not is_scalar(body):
        return {}
    letter, expr = letters[0], expression(body)  # type: ignore[arg-type]
    if expr.free_symbols - {s for s in expr.free_symbols if s.name == letter}:
        return {}
    turn = {"degrees": "360", "gon": "400"}.get(conventions.angles, "2 pi")
    turns = any(not n.args[0].is_number for n in expr.atoms(*_TURNING)) and not any(sp.diff(n.args[0]).has(sp.pi) for n in expr.atoms(*_TURNING) if len(n.free_symbols) == 1)
    ends = f"0 to {turn}" if turns or (conventions.angles != "radians" and expr.has(*_TURNING)) else "-5 to 5"
    steps = f"{ends} step {'pi/6' if turn == '2 pi' else '30' if turn == '360' else '50'}" if ends.startswith("0") else ends
    return {"graph": f"graph {name} for {letter} from {ends}", "table": f"table of {name} for {letter} from {steps}"}
