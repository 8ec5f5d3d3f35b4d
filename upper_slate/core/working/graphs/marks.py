"""What a student looks for on a curve: zeros, intercepts, turning points, inflections, holes, jumps, ends and asymptotes.

Everything is solved for in the visible range, never read off the drawing: what is claimed is proved there, and where not all could
be found the kind is named as unsure.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from itertools import combinations
from typing import Final

import sympy as sp

from ...problems import LineError
from ..binding.bodies import Body
from ..binding.statement import Atom, Statement, Trial
from ..calculus.derivative import differentiate, natural_requirements
from ..calculus.extrema import turning_points
from ..calculus.far_lines import far_line
from ..calculus.limits import NoLimit, side_limit
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..exact.decide import Undecided
from ..exact.enclosed import EnclosedRoot
from ..exact.surd import Surd
from ..ground import judge
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Asymptote, Feature, Marks, Scalar, Window
from ..solving.enclose import at_most
from ..solving.equation import Range, solutions_of
from ..solving.families import in_order
from ..solving.inequality import Cuts
from ..tidy.tidy import tidy_expression
from .bounds import as_float

#: So many of a kind are listed; nobody reads more.
_MOST: Final = 40
_MOST_CURVES: Final = 6
#: A graph is looked at while it is moved: zeros that only many boxes enclose are left to `solve`.
_BOXES: Final = 500
#: What the solvers say when they do not know.
_GIVES_UP = (LineError, NoLimit, Undecided, balls.NoBall, NotImplementedError, ValueError, TypeError, RecursionError, sp.PolynomialError)


def marks_of(context: Context, body: Body, where: Range, window: Window) -> Marks:
    """Everything that is found on a curve in a window; `where` is its width with exact ends."""
    search = _Search(context, body, where, window)
    parts: list[tuple[str, Callable[[], Iterable[Feature]]]] = [
        ("zero", search.zeros), ("intercept", search.intercept), ("turning", search.turning), ("inflection", search.inflections), ("break", search.breaks),
    ]
    found: list[Feature] = []
    with at_most(_BOXES):
        for kind, part in parts:
            try:
                found += part()
            except _GIVES_UP:
                search.unsure.append(kind)
        lines = [*search.upright, *search.far_lines()]
    return Marks(tuple(f for f in found if _is_seen(f, window)), tuple(lines), tuple(dict.fromkeys(search.unsure)))


def meetings_of(context: Context, bodies: Sequence[tuple[int, Body]], where: Range, window: Window) -> tuple[tuple[tuple[int, int, Feature], ...], frozenset[int]]:
    """Where two curves meet in the window, by solving for it; and the curves that may have more."""
    found: list[tuple[int, int, Feature]] = []
    unsure = {k for k, _ in bodies[_MOST_CURVES:]}
    for (k, one), (j, other) in combinations(bodies[:_MOST_CURVES], 2):
        if one.letter != other.letter:
            continue
        gap = Body(sp.expand(one.expr - other.expr), one.letter, [*one.requirements, *other.requirements])
        search = _Search(context, gap, where, window)
        try:
            with at_most(_BOXES):
                places = search.first(search.solved(gap.expr), "zero")
            points = [Feature("meeting", settled(x), _height(context, one, x)) for x in places]
        except _GIVES_UP:
            unsure |= {k, j}
            continue
        if search.unsure:
            unsure |= {k, j}
        found += [(k, j, point) for point in points if _is_seen(point, window)]
    return tuple(found), frozenset(unsure)


class _Search:
    """Looks for the marks of one curve; kinds of which there may be more are put into `unsure`."""

    def __init__(self, context: Context, body: Body, where: Range, window: Window) -> None:
        self.context, self.body, self.where, self.window = context, body, where, window
        self.unsure: list[str] = []
        self.upright: list[Asymptote] = []

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
        if len(places) > _MOST:
            self.unsure.append(kind)
        return places[:_MOST]

    def zeros(self) -> list[Feature]:
        return [Feature("zero", settled(x), settled(sp.S.Zero)) for x in self.first(self.solved(self.body.expr), "zero")]

    def intercept(self) -> list[Feature]:
        if not self.where.holds(sp.S.Zero):
            return []
        value = self._value(sp.S.Zero)
        return [] if value is None else [Feature("intercept", settled(sp.S.Zero), value)]

    def turning(self) -> list[Feature]:
        found = turning_points(self.context, self.body, self.where, "y")
        if not found.complete:
            self.unsure.append("turning")
        points = [Feature(s.kind, s.values[0][1], s.values[1][1]) for s in found.solutions if s.kind in ("maximum", "minimum")]
        if len(points) > _MOST:
            self.unsure.append("turning")
        return points[:_MOST]

    def inflections(self) -> list[Feature]:
        """Where the gradient itself turns."""
        body = self.body
        with self.context.collecting(), self.context.letters(body.letter.name):
            slope = tidy_expression(to_sympy(differentiate(Context(conventions=self.context.conventions), settled(body.expr), body.letter.name)))
        if body.letter not in slope.free_symbols or slope.has(sp.sign, sp.floor, sp.ceiling):
            return []
        found = turning_points(self.context, Body(slope, body.letter, [*body.requirements, *natural_requirements(slope, False)]), self.where, "y")
        if not found.complete:
            self.unsure.append("inflection")
        places = self.first([to_sympy(s.values[0][1]) for s in found.solutions if s.kind in ("maximum", "minimum")], "inflection")
        return [Feature("inflection", settled(x), y) for x in places if (y := self._value(x)) is not None]

    # -- where the curve is not whole --------------------------------------------------------------------------------

    def breaks(self) -> list[Feature]:
        """Holes, jumps and ends of the curve; poles are kept as upright asymptotes."""
        body = self.body
        cuts = Cuts(Trial(self.context, body.letter, Statement("and"), body.requirements), self.where)
        for requirement in [*body.requirements, *natural_requirements(body.expr, False)]:
            if body.letter in requirement.expr.free_symbols:
                cuts.requirement(requirement.kind, requirement.expr)
        cuts.jumps(body.expr)
        inside = [x for x in in_order(list(dict.fromkeys(cuts.points))) if self.where.holds(x)]
        exact = [x for x in inside if not isinstance(x, EnclosedRoot)]
        if not cuts.complete or len(exact) < len(inside):  # what happens at a place that is only enclosed is not settled
            self.unsure.append("break")
        found = (self._break_at(x) for x in self.first(exact, "break"))
        return [f for f in found if f is not None]

    def _break_at(self, x: sp.Expr) -> Feature | None:
        value = self._value(x)
        sides = [self._side(x, side) for side in (-1, 1)]
        if any(s is not None and s.is_extended_real is False for s in sides):  # the library took another branch of a root: what happens here is not settled
            self.unsure.append("break")
            return None
        if any(s is not None and s.is_infinite for s in sides):
            self.upright.append(Asymptote("vertical", settled(x)))
            sides = [None if s is None or s.is_infinite else s for s in sides]
            if value is None:
                return None
        left, right = (None if s is None else settled(s) for s in sides)
        if left is not None and right is not None and judge.is_zero(settled(to_sympy(left) - to_sympy(right))):
            if value is None:
                return Feature("hole", settled(x), left)
            if judge.is_zero(settled(to_sympy(value) - to_sympy(left))):
                return None
            return Feature("jump", settled(x), value, left, right)
        if left is None and right is None:
            return None
        if left is None or right is None:
            edge = left if right is None else right
            assert edge is not None
            return Feature("end", settled(x), value, left, right)
        return Feature("jump", settled(x), value, left, right)

    def _side(self, x: sp.Expr, side: int) -> sp.Expr | None:
        try:
            return side_limit(self.body.expr, self.body.letter, x, side)
        except NoLimit:
            return None

    def _value(self, x: sp.Expr) -> Scalar | None:
        try:
            return _height(self.context, self.body, x)
        except LineError as error:
            if error.code == "not-supported":
                raise
            return None

    # -- far out -----------------------------------------------------------------------------------------------------

    def far_lines(self) -> list[Asymptote]:
        """Level and slanting asymptotes."""
        expr, letter = self.body.expr, self.body.letter
        if letter not in expr.free_symbols or any(letter in n.free_symbols for n in expr.atoms(sp.floor, sp.ceiling)) or expr.is_polynomial(letter):
            return []
        found: list[Asymptote] = []
        for end in (-sp.oo, sp.oo):
            try:
                near = far_line(expr, letter, end)
            except _GIVES_UP:
                continue
            if near is None:
                continue
            line = Asymptote("horizontal", settled(near[1])) if near[0] == 0 else Asymptote("oblique", settled(near[1]), settled(near[0]))
            if line not in found and (line.kind == "oblique" or self.window[2] <= as_float(to_sympy(line.at)) <= self.window[3]):
                found.append(line)
        return found


def _height(context: Context, body: Body, x: sp.Expr) -> Scalar:
    """The value of a curve at a place. LineError where it has none."""
    given = {body.letter.name: settled(x)}
    with context.collecting():
        if not isinstance(x, EnclosedRoot):
            put_in_requirements(context, body.requirements, given)
        value = put_in_scalar(context, settled(body.expr), given)
    return value if isinstance(value, Surd) or x.has(EnclosedRoot) else settled(tidy_expression(to_sympy(value)))


def _is_seen(feature: Feature, window: Window) -> bool:
    """Whether a point lies within the window, the frame counted in."""
    heights = [h for h in (feature.y, feature.left, feature.right) if h is not None]
    room = (window[3] - window[2]) * 1e-9
    try:
        return any(window[2] - room <= as_float(to_sympy(h)) <= window[3] + room for h in heights)
    except balls.NoBall:
        return False
