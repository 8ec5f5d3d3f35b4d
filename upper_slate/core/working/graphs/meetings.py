"""Where two curves of a graph meet: two functions, a function and an equation, two equations."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations
from typing import Final, NamedTuple

from ..binding.bodies import Body, gap_between
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..ground.values import Feature, Window
from ..patience import Budget, OutOfPatience
from ..solving.enclose import at_most
from ..solving.equation import Range
from .bounds import as_float
from .equations import Equation, meetings_of_equations
from .heights import height_at
from .marks import BOXES, GIVES_UP, SECONDS, Search, is_seen

_MOST_CURVES: Final = 6


class Meetings(NamedTuple):
    """Pairs of curves by their places in the line, each with a point; and the curves that may meet others in more."""

    found: tuple[tuple[int, int, Feature], ...]
    unsure: frozenset[int]


class Look(NamedTuple):
    """Where meetings are looked for, the width with exact ends, and how long."""

    where: Range
    window: Window
    budget: Budget


class _Looked(NamedTuple):
    one: int
    other: int
    points: list[Feature]
    is_complete: bool


def meetings_of(context: Context, bodies: Sequence[tuple[int, Body]], equations: Sequence[tuple[int, Equation]], look: Look) -> Meetings:
    """Where every two of the curves meet in the window, by solving for it."""
    found: list[tuple[int, int, Feature]] = []
    unsure = {k for k, _ in [*bodies, *equations][_MOST_CURVES:]}
    kept, drawn = bodies[:_MOST_CURVES], equations[:max(_MOST_CURVES - len(bodies), 0)]
    looked = [*_of_functions(context, kept, look), *_with_equations(context, kept, drawn, look), *_of_equations(context, drawn, look)]
    for one, other, points, is_complete in looked:
        if not is_complete:
            unsure |= {one, other}
        found += [(one, other, point) for point in points if is_seen(point, look.window) and look.window[0] <= as_float(to_sympy(point.x)) <= look.window[1]]
    return Meetings(tuple(found), frozenset(unsure))


def _of_functions(context: Context, bodies: Sequence[tuple[int, Body]], look: Look) -> Iterator[_Looked]:
    for (k, one), (j, other) in combinations(bodies, 2):
        if one.letter == other.letter:
            yield _zeros_of(context, k, j, gap_between(one, other), one, look)


def _with_equations(context: Context, bodies: Sequence[tuple[int, Body]], equations: Sequence[tuple[int, Equation]], look: Look) -> Iterator[_Looked]:
    """The height of the function is put into the equation."""
    for k, body in bodies:
        for j, equation in equations:
            if equation.x.name == body.letter.name:
                swap = {equation.x: body.letter, equation.y: body.expr}
                gap = Body(equation.difference.xreplace(swap), body.letter, [*body.requirements, *(r.renamed(swap) for r in equation.requirements)])
                yield _zeros_of(context, min(k, j), max(k, j), gap, body, look)


def _zeros_of(context: Context, one: int, other: int, gap: Body, curve: Body, look: Look) -> _Looked:
    search = Search(context, gap, look.where, look.window, look.budget)
    try:
        with at_most(BOXES), look.budget.part(SECONDS):
            places = search.first(search.solved(gap.expr), "zero")
        points = [Feature("meeting", settled(x), height_at(context, curve, x)) for x in places]
    except GIVES_UP:
        return _Looked(one, other, [], False)
    return _Looked(one, other, points, not search.unsure)


def _of_equations(context: Context, equations: Sequence[tuple[int, Equation]], look: Look) -> Iterator[_Looked]:
    for (k, one), (j, other) in combinations(equations, 2):
        try:
            with look.budget.part(SECONDS):
                pairs = meetings_of_equations(context, [one.difference, other.difference], one.x, one.y)
        except OutOfPatience:
            pairs = None
        yield _Looked(k, j, [Feature("meeting", settled(x), settled(y)) for x, y in pairs or []], pairs is not None)
