"""The lines that a line offers to be added below it: what a student asks next of a function, an equation, a list, a matrix."""

from __future__ import annotations

from typing import Final

from ..language import tree as t
from ..language.plain import plain
from ..line.conventions import Conventions
from ..working.graphs.axes import axis_of
from ..working.ground.values import FunctionValue, ListValue, RelationValue, SolutionsValue, Value, expression, free_letters, is_scalar

#: One turn in each unit with a step for a table; anything else about 0. A graph of anything else has the width that suits it.
_TURNS: Final = {"pi": ("0 to 2 pi", " step pi/6"), "degrees": ("0 to 360", " step 30"), "gon": ("0 to 400", " step 50")}
_USUAL: Final = ("-5 to 5", "")
#: A text longer than this (characters) is not repeated in another line.
_LONGEST: Final = 80
#: An equation with more letters than this is not offered to be solved for each of them.
_MOST_LETTERS: Final = 3


def offers_of(line: t.Line, source: str, value: Value, conventions: Conventions) -> dict[str, str]:
    """The lines by what they give, in the order in which they are shown; empty where nothing suggests itself. `source` is the line as it was typed."""
    body = t.unwrapped(line.body)
    if body is None or isinstance(body, t.Request):
        return {}
    match value:
        case RelationValue():
            return of_statement(body, source, sorted(free_letters(value)))
        case ListValue():
            return _of_list(line.name or as_typed(body, source), value, named=line.name is not None)
    if line.name is None:
        return {}
    return _of_function(line.name, value, conventions)


def _of_function(name: str, value: Value, conventions: Conventions) -> dict[str, str]:
    is_function = isinstance(value, FunctionValue)
    body, letters = (value.body, [p.name for p in value.parameters]) if isinstance(value, FunctionValue) else (value, sorted(free_letters(value)))
    if len(letters) != 1 or not is_scalar(body):
        return {}
    expr = expression(body)
    if len(expr.free_symbols) != 1:
        return {}
    (symbol,) = expr.free_symbols
    axis = axis_of(expr, symbol, conventions.angles)
    ends, step = _TURNS.get(axis, _USUAL)
    letter = letters[0]
    written = f"{name}({letter})" if is_function else name
    return {
        "derivative": f"{name}'({letter})" if is_function else f"derivative of {name}",
        "zeros": f"solve {written} = 0",
        "graph": f"graph {name} for {letter} from {ends}" if axis in _TURNS else f"graph {name}",
        "table": f"table of {name} for {letter} from {ends}{step}",
    }


def as_typed(body: t.Node, source: str) -> str:
    """The part of a line that was read as the body, as it was typed; in the plain language where it was typed in another notation."""
    typed = source[body.start:body.end].strip()
    return plain(body) if not typed or "\\" in typed or typed.startswith("<") else typed


def of_statement(body: t.Node, source: str, letters: list[str]) -> dict[str, str]:
    """What an equation, an inequality or several of them that stand alone are asked next: only what is answered for its kind."""
    text = as_typed(body, source)
    if not letters or len(letters) > _MOST_LETTERS or len(text) > _LONGEST:
        return {}
    if len(letters) == 1:
        return {"solve": f"solve {text}"}
    if isinstance(body, t.Logic):
        return {"solve": f"solve {text}"} if body.sign == "and" and all(map(_is_equation, body.parts)) else {}
    if not _is_equation(body):
        return {}
    found = {f"solve for {letter}": f"solve {text} for {letter}" for letter in letters}
    return found | ({"graph": f"graph {text}"} if set(letters) == {"x", "y"} else {})


def _is_equation(node: t.Node) -> bool:
    bare = t.unwrapped(node)
    return isinstance(bare, t.Relation) and bare.signs == ("=",)


def _of_list(text: str, value: ListValue, named: bool) -> dict[str, str]:
    """A square matrix is asked for its inverse, numbers for their mean and spread; pairs can be drawn as points."""
    if not value.items or (not named and len(text) > _LONGEST):
        return {}
    found: dict[str, str] = {}
    rows = [i for i in value.items if isinstance(i, ListValue)]
    if len(rows) == len(value.items):
        if all(len(row.items) == len(rows) and all(is_scalar(i) for i in row.items) for row in rows):
            found |= {"inverse": f"inverse of {text}", "determinant": f"determinant of {text}"}
        pairs = all(len(row.items) == 2 and not free_letters(row) for row in rows)
        return found | ({"graph": f"graph points {text}"} if pairs else {})
    numbers = [i for i in value.items if is_scalar(i) and not free_letters(i) and expression(i).is_extended_real]
    if len(numbers) < len(value.items) or len(numbers) < 2:
        return {}
    return {"mean": f"mean of {text}", "spread": f"standard deviation of {text}", "graph": f"graph points {text}"}


def of_no_solution(request: t.Node | None, source: str, value: SolutionsValue) -> dict[str, str]:
    """What no real number solves, and complex ones do."""
    if value.solutions or not value.more_in_complex or not isinstance(request, t.Request):
        return {}
    return {"in complex numbers": f"{as_typed(request, source)} in complex numbers"}
