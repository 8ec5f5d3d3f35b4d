"""What a student looks for on a curve: zeros, intercepts, turning points, inflections, holes, jumps, ends and asymptotes.

Everything is solved for in the visible range, never read off the drawing: what is claimed is proved there, and where not all could
be found the kind is named as unsure.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Final

import sympy as sp
from flint import arb

from ...problems import LineError
from ..binding.bodies import Body
from ..binding.statement import Atom, Statement, Trial
from ..calculus.derivative import differentiate, natural_requirements
from ..calculus.extrema import by_cases, turning_points
from ..calculus.far_lines import far_line
from ..calculus.limits import NoLimit, side_limit
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..exact.decide import Undecided
from ..exact.enclosed import EnclosedRoot
from ..ground.values import Asymptote, Feature, Marks, Window
from ..patience import Budget, OutOfPatience
from ..solving.enclose import at_most
from ..solving.equation import Range, solutions_of
from ..tidy.tidy import tidy_expression
from .bounds import as_float
from .breaks import Breaks, needs_of
from .domain import Domain
from .heights import value_at

#: So many of a kind are listed; nobody reads more.
MOST: Final = 40
#: A graph is looked at while it is moved: zeros that only many boxes enclose are left to `solve`.
BOXES: Final = 500
#: Where no line of a student begins or ends any more.
_FAR_OUT: Final = 1e9
#: Each kind is looked for so long: a list that comes later helps nobody who reads the curve.
SECONDS: Final = 1.5
_SECONDS_FAR: Final = 0.7
#: What the solvers say when they do not know.
GIVES_UP = (OutOfPatience, LineError, NoLimit, Undecided, balls.NoBall, NotImplementedError, ValueError, TypeError, RecursionError, sp.PolynomialError)


def marks_of(context: Context, body: Body, where: Range, window: Window, budget: Budget) -> Marks:
    """Everything that is found on a curve in a window; `where` is its width with exact ends."""
    search = Search(context, body, where, window, budget)
    breaks = Breaks(context, body, where)
    parts: list[tuple[str, Callable[[], Iterable[Feature]]]] = [
        ("zero", search.zeros), ("intercept", search.intercept), ("turning", search.turning), ("inflection", search.inflections), ("break", breaks.features),
    ]
    found: list[Feature] = []
    with at_most(BOXES):
        for kind, part in parts:
            try:
                with budget.part(SECONDS):
                    found += part()
            except GIVES_UP:
                search.unsure.append(kind)
        lines = [*breaks.upright, *search.far_lines()]
    unsure = [*search.unsure, *(["break"] if breaks.is_unsure else [])]
    return Marks(tuple(f for f in found if is_seen(f, window)), tuple(lines), tuple(dict.fromkeys(unsure)))


def marks_of_crowded(context: Context, body: Body, where: Range, window: Window, budget: Budget) -> Marks:
    """Of a curve with too many points to list: that it is one, and what it comes near far out."""
    search = Search(context, body, where, window, budget)
    return Marks((), tuple(search.far_lines()), ("crowded", *search.unsure))


class Search:
    """Looks for the marks of one curve; kinds of which there may be more are put into `unsure`."""

    def __init__(self, context: Context, body: Body, where: Range, window: Window, budget: Budget) -> None:
        self.context, self.body, self.where, self.window, self.budget = context, body, where, window, budget
        self.unsure: list[str] = []

    def solved(self, expr: sp.Expr, kind: str = "zero") -> list[sp.Expr]:
        """Where an expression is zero and the curve has a value."""
        body = self.body
        if body.letter not in expr.free_symbols:
            return []
        atom = Atom(expr, "=", (expr, sp.S.Zero))
        found = solutions_of(self.context, Trial(self.context, body.letter, Statement("", atom=atom), body.requirements), atom, self.where)
        if not found.complete:
            self.unsure.append(kind)
        return [] if found.everywhere else found.values

    def first(self, places: list[sp.Expr], kind: str) -> list[sp.Expr]:
        """As many as are listed; where there are more it is said."""
        if len(places) > MOST:
            self.unsure.append(kind)
        return places[:MOST]

    def zeros(self) -> list[Feature]:
        return [Feature("zero", settled(x), settled(sp.S.Zero)) for x in self.first(self.solved(self.body.expr), "zero")]

    def intercept(self) -> list[Feature]:
        if not self.where.holds(sp.S.Zero):
            return []
        value = value_at(self.context, self.body, sp.S.Zero)
        return [] if value is None else [Feature("intercept", settled(sp.S.Zero), value)]

    def turning(self) -> list[Feature]:
        found = turning_points(self.context, self.body, self.where, "y")
        if not found.complete:
            self.unsure.append("turning")
        points = [Feature(s.kind, s.values[0][1], s.values[1][1]) for s in found.solutions if s.kind in ("maximum", "minimum")]
        if len(points) > MOST:
            self.unsure.append("turning")
        return points[:MOST]

    def inflections(self) -> list[Feature]:
        """Where the gradient itself turns, or stands upright between one bend and the other."""
        body = by_cases(self.body)
        with self.context.collecting(), self.context.letters(body.letter.name):
            slope = tidy_expression(to_sympy(differentiate(Context(conventions=self.context.conventions), settled(body.expr), body.letter.name)))
        if body.letter not in slope.free_symbols or slope.has(sp.sign, sp.floor, sp.ceiling):
            return []
        found = turning_points(self.context, Body(slope, body.letter, [*body.requirements, *natural_requirements(slope, False)]), self.where, "y")
        if not found.complete:
            self.unsure.append("inflection")
        places = self.first([to_sympy(s.values[0][1]) for s in found.solutions if s.kind in ("maximum", "minimum")], "inflection")
        level = [Feature("inflection", settled(x), y) for x in places if (y := value_at(self.context, body, x)) is not None]
        return [*level, *self._upright(slope)]

    def _upright(self, slope: sp.Expr) -> list[Feature]:
        """Inflections with an upright tangent: the gradient grows beyond every bound on both sides, and the bends are opposite."""
        body = self.body
        inside = {p.base for p in slope.atoms(sp.Pow) if p.exp.is_Rational and p.exp < 0 and p.exp.q % 2 == 1 and body.letter in p.base.free_symbols}
        bend = sp.diff(slope, body.letter)
        found = []
        for x in dict.fromkeys(x for expr in inside for x in self.solved(expr, "inflection")):
            if isinstance(x, EnclosedRoot):
                self.unsure.append("inflection")
                continue
            y = value_at(self.context, body, x)
            ends = [[side_limit(expr, body.letter, x, side) for side in (-1, 1)] for expr in (slope, bend)]
            if y is not None and all(end.is_infinite for pair in ends for end in pair) and ends[0][0] == ends[0][1] and ends[1][0] != ends[1][1]:
                found.append(Feature("inflection", settled(x), y, side=1))
        return found

    # -- far out -----------------------------------------------------------------------------------------------------

    def far_lines(self) -> list[Asymptote]:
        """Level and slanting asymptotes, on the sides to which the curve goes on."""
        expr, letter = self.body.expr, self.body.letter
        if letter not in expr.free_symbols or any(letter in n.free_symbols for n in expr.atoms(sp.floor, sp.ceiling)) or expr.is_polynomial(letter):
            return []
        found: dict[tuple[sp.Expr, sp.Expr], Asymptote] = {}
        domain = Domain(needs_of(self.body), letter)
        for side in (-1, 1):
            if domain.surely_fails(arb(side * _FAR_OUT)):
                continue
            try:
                with self.budget.part(_SECONDS_FAR):
                    near = far_line(expr, letter, side * sp.oo)
            except NoLimit:
                continue
            except GIVES_UP:
                self.unsure.append("asymptote")
                continue
            if near is not None:
                slope, height = near
                line = Asymptote("horizontal", settled(height), side=side) if slope == 0 else Asymptote("oblique", settled(height), settled(slope), side)
                if slope != 0 or self.window[2] <= as_float(height) <= self.window[3]:
                    found[near] = line
        return list(found.values())


def is_seen(feature: Feature, window: Window) -> bool:
    """Whether a point lies within the window, the frame counted in."""
    heights = [h for h in (feature.y, feature.left, feature.right) if h is not None]
    room = (window[3] - window[2]) * 1e-9
    try:
        return any(window[2] - room <= as_float(to_sympy(h)) <= window[3] + room for h in heights)
    except balls.NoBall:
        return False
