"""Where a curve is not whole: holes, jumps, ends, and poles with their upright asymptotes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, NamedTuple

import sympy as sp
from flint import arb

from ..binding.bodies import Body
from ..binding.statement import Statement, Trial
from ..calculus.derivative import natural_requirements
from ..calculus.limits import NoLimit, side_limit
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from ..ground.values import Asymptote, Feature, Requirement, Scalar
from ..solving.equation import Range
from ..solving.families import in_order
from ..solving.inequality import Cuts
from .bounds import BITS, as_float
from .domain import Domain
from .heights import height_at, value_at

#: So many are listed; nobody reads more.
_MOST: Final = 40
#: How far (in widths of the range) beyond its end the curve is looked at.
_BESIDE: Final = 1e-6
_JUMPING = (sp.sign, sp.floor, sp.ceiling, sp.Piecewise)


class _Cut(NamedTuple):
    """A place where the curve may break, and places beside it with no other cut in between."""

    x: sp.Expr
    left: float
    right: float


class Breaks:
    """Looks for the breaks of one curve. After `features` the poles are in `upright`; `is_unsure` says that there may be more."""

    def __init__(self, context: Context, body: Body, where: Range) -> None:
        self._context, self._body, self._where = context, body, where
        self._needs = needs_of(body)
        self._domain = Domain(self._needs, body.letter)
        self.upright: list[Asymptote] = []
        self.is_unsure = False

    def features(self) -> list[Feature]:
        """Holes, jumps and ends. Raises what the solvers raise where they give up."""
        body = self._body
        cuts = Cuts(Trial(self._context, body.letter, Statement("and"), body.requirements), self._where)
        for requirement in self._needs:
            if body.letter in requirement.expr.free_symbols:
                cuts.requirement(requirement.kind, requirement.expr)
        cuts.jumps(body.expr)
        places = [x for x in in_order(list(dict.fromkeys(cuts.points))) if self._where.holds(x)]
        self.is_unsure = not cuts.complete or len(places) > _MOST
        found: list[Feature] = []
        for cut in self._apart(places)[:_MOST]:
            try:
                feature = self._enclosed(cut) if isinstance(cut.x, EnclosedRoot) else self._exact(cut)
            except _NotSettled:
                self.is_unsure = True
                continue
            found += [] if feature is None else [feature]
        return found

    def _apart(self, places: Sequence[sp.Expr]) -> list[_Cut]:
        at = [as_float(x) for x in places]
        low, high = as_float(self._where.low), as_float(self._where.high)
        beyond = _BESIDE * (high - low)
        walls = [low - beyond if at and at[0] - low <= beyond / 2 else low, *at, high + beyond if at and high - at[-1] <= beyond / 2 else high]
        return [_Cut(x, (walls[k] + at[k]) / 2, (walls[k + 2] + at[k]) / 2) for k, x in enumerate(places)]

    def _reaches(self, beside: float) -> bool:
        """Whether the curve has values between a cut and its neighbour."""
        with balls.precision(BITS):
            return not self._domain.surely_fails(arb(beside))

    # -- at a place that is known exactly ------------------------------------------------------------------------------

    def _exact(self, cut: _Cut) -> Feature | None:
        x, value = cut.x, value_at(self._context, self._body, cut.x)
        sides = [self._limit(x, side) if self._reaches(beside) else None for side, beside in ((-1, cut.left), (1, cut.right))]
        poles = [side for side, limit in zip((-1, 1), sides, strict=True) if limit is not None and limit.is_infinite]
        if poles:
            self.upright.append(Asymptote("vertical", settled(x), side=poles[-1]))
            sides = [None if s is None or s.is_infinite else s for s in sides]
            if value is None:
                return None
        return _told(x, value, *(None if s is None else settled(s) for s in sides))

    def _limit(self, x: sp.Expr, side: int) -> sp.Expr | None:
        """The height that the curve comes to; None where it has no values on that side, or comes to none."""
        try:
            found = side_limit(self._body.expr, self._body.letter, x, side)
        except NoLimit as none:
            if not none.has_values:
                return None
            raise _NotSettled from None
        if found.is_extended_real is False:  # the library took another branch of a root
            raise _NotSettled
        return found

    # -- at a place that is known by balls -----------------------------------------------------------------------------

    def _enclosed(self, cut: _Cut) -> Feature | None:
        """A pole, or the end of what is under a root, where what vanishes is plain to see; the rest is not settled."""
        body, x = self._body, cut.x
        zero = [need for need in self._needs if self._vanishes(need, x)]
        if len({_inside(need.expr) for need in zero}) != 1 or any(body.letter in part.free_symbols for part in body.expr.atoms(*_JUMPING)):
            raise _NotSettled
        inside = _inside(zero[0].expr)
        left, right = (self._reaches(beside) for beside in (cut.left, cut.right))
        if all(need.kind == "nonneg" for need in zero) and left != right:
            edge = self._edge(inside, x)
            return Feature("end", settled(x), edge, edge if left else None, edge if right else None, side=-1 if left else 1)
        if self._is_pole(inside, x):
            self.upright.append(Asymptote("vertical", settled(x), side=1 if right else -1))
            return None
        raise _NotSettled

    def _vanishes(self, need: Requirement, x: EnclosedRoot) -> bool:
        if self._body.letter not in need.expr.free_symbols or need.kind not in ("nonneg", "nonzero", "positive"):
            return False
        with balls.precision(256):
            return bool(balls.ball(need.expr, {self._body.letter: balls.ball(x)}).contains(0))

    def _edge(self, inside: sp.Expr, x: EnclosedRoot) -> Scalar:
        """The height where what is under a root is 0."""
        bare = self._body.expr.replace(lambda n: isinstance(n, sp.Pow) and n.base == inside and bool(n.exp.is_positive), lambda _: sp.S.Zero)
        if bare == self._body.expr:
            raise _NotSettled
        return height_at(self._context, Body(bare, self._body.letter, []), x)

    def _is_pole(self, inside: sp.Expr, x: EnclosedRoot) -> bool:
        """Whether the curve is a number other than 0 times a negative power of what is 0, or such a number of times its logarithm and a number."""
        expr, logarithm = self._body.expr, sp.log(inside)
        times = expr.coeff(logarithm)
        if times != 0 and not (rest := sp.expand(expr - times * logarithm)).has(logarithm):
            return self._number(rest, x) is not None and self._is_apart(times, x)
        power, others = sp.S.Zero, []
        for factor in sp.Mul.make_args(expr):
            base, exponent = factor.as_base_exp()
            if base == inside:
                power += exponent
            else:
                others.append(factor)
        if not power.is_negative:
            raise _NotSettled
        return self._is_apart(sp.Mul(*others), x)

    def _is_apart(self, expr: sp.Expr, x: EnclosedRoot) -> bool:
        value = self._number(expr, x)
        return value is not None and not value.contains(0)

    def _number(self, expr: sp.Expr, x: EnclosedRoot) -> arb | None:
        with balls.precision(256):
            value = balls.ball(expr, {self._body.letter: balls.ball(x)})
        return value if isinstance(value, arb) else None


class _NotSettled(Exception):
    """What happens at a place is not known."""


def _inside(expr: sp.Expr) -> sp.Expr:
    """What is 0 where a root of it is."""
    base, exponent = expr.as_base_exp()
    return base if exponent.is_positive else expr


def needs_of(body: Body) -> list[Requirement]:
    """What the line needs as it was written, and what its expression needs."""
    return list(dict.fromkeys([*body.requirements, *natural_requirements(body.expr, False)]))


def _told(x: sp.Expr, value: Scalar | None, left: Scalar | None, right: Scalar | None) -> Feature | None:
    """What a break is, by the value there and by the heights that the curve comes to."""
    if left is not None and right is not None:
        if not _same(left, right):
            return Feature("jump", settled(x), value, left, right, side=1 if value is not None and _same(value, left) else -1)
        if value is None:
            return Feature("hole", settled(x), left)
        return None if _same(value, left) else Feature("jump", settled(x), value, left, right, side=-1)
    edge = left if right is None else right
    if edge is None:
        return None
    return Feature("end", settled(x), value, left, right, side=-1 if right is None else 1)


def _same(one: Scalar, other: Scalar) -> bool:
    return judge.is_zero(settled(to_sympy(one) - to_sympy(other)))
