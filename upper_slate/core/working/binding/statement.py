"""What is to be solved: relations in letters, joined by and, or, not, with what they need to have a meaning."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TYPE_CHECKING

import sympy as sp
from flint import arb

from ...language import tree as t
from ...language.signs import holds
from ...problems import LineError
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from ..ground.arithmetic import add, negate
from ..ground.substitution import condition, put_in_requirements, put_in_scalar
from ..ground.values import ListValue, RelationValue, Requirement, Scalar, Value, expression, is_scalar, not_scalar
from ..tidy.factorials import cancelled_factorials
from ..units.quantities import without_units

if TYPE_CHECKING:
    from ..evaluate import Evaluator


@dataclass(frozen=True)
class Atom:
    """`difference` (left side - right side) stands in this relation to 0; the sides themselves are kept to be shown."""

    difference: sp.Expr
    sign: str
    sides: tuple[sp.Expr, sp.Expr] = field(default=(sp.S.Zero, sp.S.Zero), compare=False)

    def holds(self, order: int) -> bool:
        """Whether it holds where the difference has that sign."""
        return holds(self.sign, order)


@dataclass(frozen=True)
class Statement:
    """`join` is "and", "or", "not" (one part) or "" (one atom)."""

    join: str
    parts: tuple[Statement, ...] = ()
    atom: Atom | None = None

    def atoms(self) -> list[Atom]:
        return [self.atom] if self.atom else [a for p in self.parts for a in p.atoms()]

    def equations(self) -> tuple[Statement, ...]:
        """The equations that a statement joins by and; any other statement alone."""
        return self.parts if self.join == "and" and all(part.is_equation for part in self.parts) else (self,)

    @property
    def is_equation(self) -> bool:
        return self.atom is not None and self.atom.sign == "="

    def renamed(self, swap: dict[sp.Symbol, sp.Symbol]) -> Statement:
        """The same statement in other letters."""
        atom = self.atom and Atom(self.atom.difference.xreplace(swap), self.atom.sign, tuple(s.xreplace(swap) for s in self.atom.sides))
        return Statement(self.join, tuple(p.renamed(swap) for p in self.parts), atom)

    def truth(self, order_of: dict[Atom, int]) -> bool:
        """Whether it holds, from the sign of each difference."""
        if self.atom is not None:
            return self.atom.holds(order_of[self.atom])
        if self.join == "not":
            return not self.parts[0].truth(order_of)
        return (all if self.join == "and" else any)(p.truth(order_of) for p in self.parts)


def statement_of(evaluator: Evaluator, node: t.Node) -> Statement:
    """The statement that a tree makes; an expression with no relation is said to be 0."""
    match node:
        case t.Bracket():
            return statement_of(evaluator, node.body)
        case t.Logic():
            return Statement(node.sign, tuple(statement_of(evaluator, p) for p in node.parts))
        case t.Relation():
            sides = tuple(_side(evaluator, s) for s in node.sides)
            if any(isinstance(side, ListValue) for side in sides):
                return _of_lists(node, sides)
            return of_relation(RelationValue(tuple(side for side in sides if is_scalar(side)), node.signs))
    value = evaluator.of(node)
    if isinstance(value, RelationValue):
        return of_relation(value)
    if not is_scalar(value):
        raise LineError("not-supported", "An equation or an inequality is needed here.", node.start, node.end)
    return Statement("", atom=Atom(expression(value), "=", (expression(value), sp.S.Zero)))


def _side(evaluator: Evaluator, node: t.Node) -> Scalar | ListValue:
    """A side of an equation; the error of what is neither a scalar nor a list stands at its place."""
    value = evaluator.of(node)
    if is_scalar(value) or isinstance(value, ListValue):
        return value
    raise not_scalar(value).placed(node.start, node.end)


def _of_lists(node: t.Relation, sides: tuple[Value, ...]) -> Statement:
    """An equation of lists, or of matrices, holds where it does entry by entry: `M [x, y] = [5, 6]`."""
    if set(node.signs) != {"="}:
        raise LineError("not-supported", "Lists are equal or not; none is greater.", node.start, node.end)
    flat = [_entries(side) for side in sides]
    if len({len(entries) for entries in flat}) > 1:
        raise LineError("wrong-arguments", "These lists have not the same number of entries.", node.start, node.end)
    return Statement("and", tuple(of_relation(RelationValue(parts, node.signs)) for parts in zip(*flat, strict=True)))


def _entries(value: Value) -> list[Scalar]:
    if isinstance(value, ListValue):
        return [entry for item in value.items for entry in _entries(item)]
    if not is_scalar(value):
        raise LineError("not-supported", "A number or an expression is needed here.")
    return [value]


def of_relation(value: RelationValue) -> Statement:
    """A chain of relations holds where each of them does."""
    atoms = [of_sides(left, sign, right) for left, sign, right in value.pairs()]
    return atoms[0] if len(atoms) == 1 else Statement("and", tuple(atoms))


def of_sides(left: Scalar, sign: str, right: Scalar) -> Statement:
    """One relation; of quantities, one of their numbers."""
    left, right = without_units((left, right))
    return Statement("", atom=Atom(_difference(left, right), sign, (expression(left), expression(right))))


def _difference(left: Scalar, right: Scalar) -> sp.Expr:
    return cancelled_factorials(expression(add([left, negate(right)])))


def _on_edge(requirement: Requirement, letter: sp.Symbol, root: EnclosedRoot) -> bool | None:
    """Whether a requirement holds at a root that is certainly its edge; None for any other root."""
    match requirement.kind:
        case "unit" | "inside-one":
            edges = [requirement.expr - 1, requirement.expr + 1]
        case "above-one":
            edges = [requirement.expr - 1]
        case _:
            edges = [requirement.expr]
    if not any(root.solves(edge, letter) for edge in edges):
        return None
    return requirement.kind in ("nonneg", "unit", "above-one")


class Trial:
    """Tries a statement in one letter at exact numbers."""

    def __init__(self, context: Context, letter: sp.Symbol, statement: Statement, requirements: list[Requirement]) -> None:
        self.context, self.letter, self.statement, self.requirements = context, letter, statement, requirements

    def has_meaning(self, value: sp.Expr) -> bool:
        """Whether everything in the statement has a value there."""
        if hasattr(value, "enclosure") or (value.atoms(sp.Expr) and any(hasattr(a, "enclosure") for a in sp.preorder_traversal(value))):
            return all(self._met(r, value) is True for r in self.requirements)
        try:
            with self.context.collecting():
                put_in_requirements(self.context, self.requirements, {self.letter.name: settled(value)})
        except LineError:
            return False
        return True

    def surely_without_meaning(self, value: sp.Expr) -> bool:
        """Whether balls show that something has no value at a number that is known by balls only."""
        return any(self._met(r, value) is False for r in self.requirements)

    def _met(self, requirement: Requirement, value: sp.Expr) -> bool | None:
        """A requirement at a number that is known by balls only; None where they do not tell."""
        try:
            if requirement.guard is not sp.true and condition(self.context, requirement.guard, {self.letter.name: value}) is sp.false:
                return True
            if isinstance(value, EnclosedRoot) and (on_edge := _on_edge(requirement, self.letter, value)) is not None:
                return on_edge
            with balls.precision(256):
                ball = balls.ball(requirement.expr, {self.letter: balls.ball(value)})
                if not isinstance(ball, arb):
                    return False
                match requirement.kind:
                    case "nonzero":
                        return True if balls.lies_surely_apart(ball) else None
                    case "nonneg" | "positive":
                        return True if ball > 0 else False if ball < 0 else None
                    case "unit" | "inside-one":
                        return True if ball > -1 and ball < 1 else False if ball < -1 or ball > 1 else None
                    case "above-one":
                        return True if ball > 1 else False if ball < 1 else None
        except (balls.NoBall, LineError, TypeError):
            pass
        return None

    def order(self, atom: Atom, value: sp.Expr) -> int | None:
        """The sign of a difference there; None where it has no value, or one that is not real."""
        try:
            with self.context.collecting():
                return judge.sign(put_in_scalar(self.context, settled(atom.difference), {self.letter.name: settled(value)}))
        except LineError as error:
            if error.code == "not-supported":
                raise
            return None

    def holds(self, value: sp.Expr) -> bool:
        """Whether the statement has a meaning and is true there."""
        if not self.has_meaning(value):
            return False
        orders: dict[Atom, int] = {}
        for atom in self.statement.atoms():
            order = self.order(atom, value)
            if order is None:
                return False
            orders[atom] = order
        return self.statement.truth(orders)

    def is_zero(self, atom: Atom, value: sp.Expr) -> bool:
        """Whether a difference is zero there; complex numbers too."""
        try:
            with self.context.collecting():
                found = put_in_scalar(self.context, settled(atom.difference), {self.letter.name: settled(value)})
            if not judge.is_closed(found):
                reduced = sp.simplify(expression(found))
                return not (reduced.is_number and reduced != 0)
            return judge.is_zero(found)
        except LineError as error:
            if error.code != "not-supported":
                return False
        # Not settled by algebra. What came out of exact rules and cannot be told from a zero by hundreds of digits is one.
        try:
            with balls.precision(1_500):
                return not balls.lies_surely_apart(balls.ball(atom.difference, {self.letter: balls.ball(value)}))
        except balls.NoBall:
            return False

    def lies_apart(self, atom: Atom, value: sp.Expr) -> bool:
        """Whether a difference is certainly not zero at a number that is known by balls, or has no real value there."""
        try:
            for bits in (128, 1_500):
                with balls.precision(bits):
                    found = balls.ball(atom.difference, {self.letter: balls.ball(value)})
                    if balls.lies_surely_apart(found):
                        return True
            return False
        except balls.NoBall:
            return False
