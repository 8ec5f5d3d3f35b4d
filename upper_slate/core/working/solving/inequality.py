"""Where a statement with inequalities holds, as relations with the letter on the left."""

from __future__ import annotations

from collections.abc import Sequence

import sympy as sp

from ...problems import LineError
from ..binding.statement import Atom, Trial
from ..context import Context
from ..exact.enclosed import EnclosedRoot
from .enclose import bounds_of, real_zeros
from .equation import Range, without_poles
from .families import Family, compare, exact, members, rational_ratio
from .regions import Piece, condition_of, true_pieces
from .search import Unsolved
from .zeros import zeros_in

_TRIG = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)
_MOST_STEPS = 500


def pieces_of(context: Context, trial: Trial, where: Range, more: list[sp.Basic] | None = None,
              points: Sequence[sp.Expr] = ()) -> tuple[list[Piece], sp.Expr | None, bool]:
    """The intervals on which a statement holds; for a periodic one those in one period from 0 up, and the period; whether this is proved.

    For an equation `more` are the conditions under which it holds on whole intervals; only there, and at its single
    solutions (`points`), can its truth change.
    """
    cuts = Cuts(trial, where)
    cuts.points += points
    for atom in trial.statement.atoms():
        if more is None:
            cuts.zeros(atom.difference)
            cuts.jumps(atom.difference)
    for requirement in trial.requirements:
        cuts.requirement(requirement.kind, requirement.expr)
        for relation in requirement.guard.atoms(sp.core.relational.Relational):
            cuts.zeros(relation.lhs - relation.rhs)
    for condition in more or []:
        for relation in condition.atoms(sp.core.relational.Relational):
            cuts.zeros(relation.lhs - relation.rhs)

    def holds(value: sp.Expr, is_cut: bool) -> bool:
        if isinstance(value, EnclosedRoot):
            return _holds_at_root(trial, value)
        return value not in where.excluded and trial.holds(value)

    period = cuts.period()
    if period is not None:
        if not _is_periodic(trial, period):
            raise LineError("not-supported", "This holds on infinitely many intervals; ask for those in an interval, as in solve … for x in [0, 10].")
        points = [m for f in cuts.families for m in members(f, sp.S.Zero, period)] + cuts.points
        pieces, period = _shortest(true_pieces(points, holds, sp.S.Zero, period, True, False), period)
        return _wrapped(pieces, period), period, cuts.complete
    return true_pieces([*cuts.points, *where.excluded], holds, where.low, where.high, where.has_low, where.has_high), None, cuts.complete


def _holds_at_root(trial: Trial, root: EnclosedRoot) -> bool:
    """At a cut that is known by balls: the differences that it solves are zero there, the others have a sign."""
    if not trial.has_meaning(root):
        return False
    orders: dict[Atom, int] = {}
    for atom in trial.statement.atoms():
        letter = root.args[0].variables[0]
        over = without_poles(atom.difference.xreplace({trial.letter: letter}))
        if over == root.args[0].expr or sp.expand(over - root.args[0].expr) == 0 or _divides(root.args[0].expr, over, letter):
            orders[atom] = 0
        else:
            order = trial.order(atom, root)
            if order is None:
                return False
            orders[atom] = order
    return trial.statement.truth(orders)


def _divides(factor: sp.Expr, expr: sp.Expr, letter: sp.Symbol) -> bool:
    return bool(factor.is_polynomial(letter) and expr.is_polynomial(letter) and sp.rem(expr, factor, letter) == 0)


class Cuts:
    """Points at which the truth of a statement may change."""

    def __init__(self, trial: Trial, where: Range) -> None:
        self.trial, self.where = trial, where
        self.points: list[sp.Expr] = []
        self.families: list[Family] = []
        self.complete = True

    def zeros(self, expr: sp.Expr) -> None:
        letter = self.trial.letter
        if letter not in expr.free_symbols:
            return
        if expr.free_symbols != {letter}:
            raise LineError("not-supported", "Which way this goes depends on the sign of another letter; assume something about it, as in assume a > 0.")
        try:
            found = zeros_in(letter, True, self.where.low, self.where.high).of(expr)
            if not found.complete:
                raise Unsolved
        except Unsolved:
            self._by_boxes(expr)
            return
        self.points += [v for v in found.values if v.is_real]
        for region in found.regions:
            for relation in region.atoms(sp.core.relational.Relational):
                self.zeros(relation.lhs - relation.rhs)
        self._repeat(found.families)

    def _repeat(self, families: list[Family]) -> None:
        if self.where.is_bounded:
            self.points += [m for f in families for m in members(f, self.where.low, self.where.high)]
        else:
            self.families += families

    def _by_boxes(self, expr: sp.Expr) -> None:
        letter = sp.Symbol("x", real=True)
        domain = [r.renamed({self.trial.letter: letter}) for r in self.trial.requirements]
        found = real_zeros(without_poles(expr).xreplace({self.trial.letter: letter}), letter, self.where.low, self.where.high, domain)
        if not found.complete:
            raise LineError("not-supported", "It could not be settled where the two sides are equal, so where this holds is not known.")
        self.points += found.values

    def requirement(self, kind: str, expr: sp.Expr) -> None:
        if kind in ("unit", "inside-one"):
            self.zeros(expr - 1)
            self.zeros(expr + 1)
        elif kind == "above-one":
            self.zeros(expr - 1)
        elif kind == "natural":
            raise LineError("not-supported", "n! has values at whole numbers only; an inequality with it cannot be solved.")
        else:
            self.zeros(expr)

    def jumps(self, expr: sp.Expr) -> None:
        """Signs, roundings and cases jump."""
        for node in expr.atoms(sp.sign):
            self.zeros(node.args[0])
        for node in expr.atoms(sp.floor, sp.ceiling):
            if self.trial.letter in node.free_symbols:
                self.steps(node.args[0])
        for node in expr.atoms(sp.Piecewise):
            for _, condition in node.args:
                for relation in condition.atoms(sp.core.relational.Relational):
                    self.zeros(relation.lhs - relation.rhs)

    def corners(self, expr: sp.Expr) -> None:
        """Sizes, signs, extremes and cases change from one expression to another."""
        for node in expr.atoms(sp.Abs):
            self.zeros(node.args[0])
        for node in expr.atoms(sp.Max, sp.Min):
            for other in node.args[1:]:
                self.zeros(node.args[0] - other)
        self.jumps(expr)

    def steps(self, inside: sp.Expr) -> None:
        bounds = bounds_of(inside, self.trial.letter, self.where.low, self.where.high) if self.where.is_bounded else None
        if bounds is None or bounds[1] - bounds[0] > _MOST_STEPS:
            raise LineError("not-supported", "Roundings jump at infinitely many points; ask for an interval, as in solve … for x in [0, 10].")
        for k in range(int(bounds[0]), int(bounds[1]) + 1):
            self.zeros(inside - k)

    def period(self) -> sp.Expr | None:
        """The common period of the families; None where there is none."""
        if not self.families:
            return None
        slopes = [n.args[0] for a in self._exprs() for n in a.atoms(*_TRIG) if self.trial.letter in n.free_symbols]
        slopes = [sp.diff(s, self.trial.letter) for s in slopes]
        periods = [abs(f.period) for f in self.families] + [2 * sp.pi / abs(s) for s in slopes if not s.free_symbols]
        ratios = [rational_ratio(p, periods[0]) for p in periods]
        if None in ratios:
            raise LineError("not-supported", "The parts of this repeat with different periods; ask for an interval, as in solve … for x in [0, 10].")
        return exact(periods[0] * sp.Rational(sp.ilcm(*(r.p for r in ratios), 1), sp.igcd(*(r.q for r in ratios), 0)))  # type: ignore[union-attr]

    def _exprs(self) -> list[sp.Expr]:
        return [*(a.difference for a in self.trial.statement.atoms()), *(r.expr for r in self.trial.requirements)]


def _is_periodic(trial: Trial, period: sp.Expr) -> bool:
    """Whether the letter comes in through trigonometric functions only; the period is made of theirs."""
    for expr in [*(a.difference for a in trial.statement.atoms()), *(r.expr for r in trial.requirements)]:
        flat = expr.replace(lambda n: isinstance(n, _TRIG), lambda n: sp.Dummy())
        if trial.letter in flat.free_symbols:
            return False
    return True


def _shortest(pieces: list[Piece], period: sp.Expr) -> tuple[list[Piece], sp.Expr]:
    """Pieces that repeat within the period have a shorter one."""
    for parts in (12, 8, 6, 4, 3, 2):
        step = exact(period / parts)
        first = [p for p in pieces if compare(p.low, step) < 0]
        if not first or compare(first[-1].high, step) > 0 or len(first) * parts != len(pieces):
            continue
        moved = [Piece(exact(p.low + k * step), exact(p.high + k * step), p.has_low, p.has_high) for k in range(parts) for p in first]
        if all(a.has_low == b.has_low and a.has_high == b.has_high and compare(a.low, b.low) == 0 == compare(a.high, b.high)
               for a, b in zip(moved, pieces, strict=True)):
            return first, step
    return pieces, period


def _wrapped(pieces: list[Piece], period: sp.Expr) -> list[Piece]:
    """A piece that ends with the period and one that begins with 0 are one piece."""
    if len(pieces) == 1 and pieces[0].low == 0 and pieces[0].high == period and pieces[0].has_low:
        return [Piece(-sp.oo, sp.oo, False, False)]
    if len(pieces) > 1 and pieces[0].low == 0 and pieces[0].has_low and pieces[-1].high == period:
        first, last = pieces[0], pieces[-1]
        joined = Piece(exact(last.low - period), first.high, last.has_low, first.has_high)
        return [joined, *pieces[1:-1]]
    return pieces


def periodic_condition(letter: sp.Symbol, pieces: list[Piece], period: sp.Expr, n: sp.Symbol) -> sp.Basic:
    """The pieces with the period's multiples added to their ends."""
    if not pieces or pieces[0].low == -sp.oo:
        return condition_of(letter, pieces)
    if len(pieces) > 1 and all(a.high == b.low for a, b in zip(pieces, [*pieces[1:], Piece(exact(pieces[0].low + period), sp.oo, False, False)], strict=True)):
        ends = [p.high for p in pieces]
        parts = [sp.Ne(letter, e + period * n, evaluate=False) for e in ends]
        return parts[0] if len(parts) == 1 else sp.And(*parts, evaluate=False)
    if len(pieces) == 1 and compare(pieces[0].high, exact(pieces[0].low + period)) == 0:
        return sp.Ne(letter, pieces[0].low + period * n, evaluate=False)
    moved = [Piece(p.low + period * n, p.high + period * n, p.has_low, p.has_high) for p in pieces]
    return condition_of(letter, moved)
