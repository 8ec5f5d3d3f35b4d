"""What is asked of a function: its domain, the values that it takes, its asymptotes, its inverse."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Name, Request, unwrapped
from ...problems import LineError
from ..binding.bodies import Body, body_in
from ..binding.chosen_letters import chosen_letter, height_letter
from ..binding.statement import Statement, Trial
from ..calculus.extrema import image_of
from ..calculus.far_lines import far_line
from ..calculus.limits import NoLimit, side_limit
from ..context import Context
from ..exact.bridge import settled
from ..ground import lists
from ..ground.functionals import inverse_of
from ..ground.values import FunctionValue, ListValue, RelationValue, Scalar, SolutionsValue, Value
from ..solving.equation import Range
from ..solving.families import in_order
from ..solving.inequality import periodic_condition, pieces_of
from ..solving.inverse_on_domain import inverse_on_domain
from ..solving.isolate import isolate
from ..solving.regions import Piece, condition_of
from ..solving.solve import interval_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def inverse(evaluator: Evaluator, node: Request) -> Value:
    """The inverse function, or the inverse of a matrix."""
    context = evaluator.context
    value: Value | None = None
    if not node.letters and node.interval is None:
        value = evaluator.of(node.bodies[0])
        if isinstance(value, ListValue):
            return lists.call(context, "inverse", [value])
    if not isinstance(value, FunctionValue):
        value = _as_function(evaluator, node)
    return inverse_of(context, value, _undone)


def _undone(context: Context, body: Scalar, letter: sp.Symbol, image: sp.Symbol) -> list[sp.Expr] | None:
    """What undoes a function; of cases, that with values in their domain."""
    if not isinstance(body, sp.Piecewise):
        return isolate(context, body, letter, image)
    found = inverse_on_domain(context, body, letter, image)
    return None if found is None else [found]


def _as_function(evaluator: Evaluator, node: Request) -> FunctionValue:
    """An expression in one letter as a function, on the interval that is given. Error: not-a-function where it holds no letter."""
    given, names = unwrapped(node.bodies[0]), {n.name for n in node.bodies[0].walk() if isinstance(n, Name)}
    letter = node.letters[0] if node.letters else "x" if "x" in names and not evaluator.context.has_meaning("x") else None
    with evaluator.context.collecting():
        body = body_in(evaluator, given, letter)
    if body.letter not in body.expr.free_symbols or (isinstance(given, Name) and not isinstance(evaluator.of(given), FunctionValue)):
        raise LineError("not-a-function", "inverse of needs the name of a function or a matrix, as in inverse of f.", node.bodies[0].start, node.bodies[0].end)
    where = interval_of(evaluator, node.interval)
    sides = [(sp.Ge if has else sp.Gt)(body.letter, end) for end, has in ((where.low, where.has_low),) if end.is_finite]
    sides += [(sp.Le if has else sp.Lt)(body.letter, end) for end, has in ((where.high, where.has_high),) if end.is_finite]
    expr = sp.Piecewise((body.expr, sp.And(*sides))) if sides else body.expr
    return FunctionValue((body.letter,), settled(expr), tuple(body.requirements))


def domain(evaluator: Evaluator, node: Request) -> Value:
    """Where a function has a value, as a condition on its letter."""
    body = body_in(evaluator, node.bodies[0])
    pieces, period = _domain(evaluator.context, body)
    letter = body.letter
    if period is None:
        return SolutionsValue((letter.name,), (), True, None, condition_of(letter, pieces))
    name = chosen_letter(evaluator.context, node.name, {letter.name})
    n = sp.Symbol(name, integer=True)
    condition = periodic_condition(letter, pieces, period, n)
    return SolutionsValue((letter.name,), (), True, name if condition.has(n) else None, condition)


def _domain(context: Context, body: Body) -> tuple[list[Piece], sp.Expr | None]:
    pieces, period, proved = pieces_of(context, Trial(context, body.letter, Statement("and"), body.requirements), Range())
    if not proved:
        raise LineError("not-supported", "Where this has a value could not be settled.")
    return pieces, period


def image(evaluator: Evaluator, node: Request) -> Value:
    """The values that a function takes, as a condition on y."""
    body = body_in(evaluator, node.bodies[0], node.letters[0] if node.letters else None)
    context = evaluator.context
    if body.expr.free_symbols - {body.letter}:
        raise LineError("not-supported", "The values depend on other letters; give them values.", node.start, node.end)
    where = interval_of(evaluator, node.interval)
    with context.letters(body.letter.name):
        pieces = image_of(context, body, where)
    name = height_letter(context, node.name, {body.letter.name})
    return SolutionsValue((name,), (), True, None, condition_of(sp.Symbol(name, real=True), pieces))


def asymptotes(evaluator: Evaluator, node: Request) -> Value:
    """The equations of all asymptotes: upright ones in rising order, then those far out. Errors: undefined-value where there is none."""
    body = body_in(evaluator, node.bodies[0])
    context, letter = evaluator.context, body.letter
    if body.expr.free_symbols - {letter}:
        raise LineError("not-supported", "The asymptotes depend on other letters; give them values.", node.start, node.end)
    pieces, period = _domain(context, body)
    if period is not None:
        raise LineError("not-supported", "This function has infinitely many asymptotes; a graph shows those in its window.", node.start, node.end)
    ends = in_order([e for p in pieces for e in (p.low, p.high) if e.is_finite])
    x = settled(context.symbol(letter.name))
    found = [RelationValue((x, settled(e)), ("=",)) for e in ends if _is_pole(body, e, pieces)]
    name = height_letter(context, node.name, {letter.name})
    y = settled(context.symbol(name))
    lines: list[tuple[sp.Expr, sp.Expr]] = []
    for end in (-sp.oo, sp.oo):
        if not any(p.low == end or p.high == end for p in pieces):
            continue
        try:
            line = far_line(body.expr, letter, end)
        except NoLimit:
            continue
        if line is not None and line not in lines:
            lines.append(line)
    found += [RelationValue((y, settled(sp.expand(slope * context.symbol(letter.name) + height))), ("=",)) for slope, height in lines]
    if not found:
        raise LineError("undefined-value", "This curve has no asymptotes.", node.start, node.end)
    return found[0] if len(found) == 1 else ListValue(tuple(found))


def _is_pole(body: Body, place: sp.Expr, pieces: list[Piece]) -> bool:
    """Whether the values grow or fall without bound on a side of a place that belongs to the domain."""
    for side, touches in ((1, any(p.low == place and p.low != p.high for p in pieces)), (-1, any(p.high == place and p.low != p.high for p in pieces))):
        if not touches:
            continue
        try:
            if side_limit(body.expr, body.letter, place, side).is_infinite:
                return True
        except NoLimit:
            continue
    return False
