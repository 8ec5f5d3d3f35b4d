"""Puts values in for letters: the expression is built again with the rules of the line, so that domains are kept."""

from __future__ import annotations

from collections.abc import Mapping

import sympy as sp

from ...language.words import FUNCTIONS
from ...problems import LineError
from ..context import Context
from ..exact.bridge import settled
from ..exact.surd import Surd
from . import functions, judge
from .arithmetic import add, checked, exponential, multiply, power
from .function_records import NAMED, RECORDS
from .function_records.whole_numbers import factorial
from .requirements import check
from .values import FunctionValue, ListValue, RelationValue, Requirement, Scalar, Solution, SolutionsValue, Value, expression


def _angle(name: str) -> str | None:
    entry = FUNCTIONS.get(name)
    return entry.angle if entry else None


#: What an angle convention does to each: functions of angles and those that give one have rules of their own here.
_TRIG = {record.make: record.name for record in RECORDS if _angle(record.name) == "takes"}
_ARCS = {record.make: record.name for record in RECORDS if _angle(record.name) == "gives" and record.make is not sp.arg}
_NAMES = {make: name for make, name in NAMED.items() if make not in (*_TRIG, *_ARCS, sp.arg, sp.erf)}


def put_in(context: Context, value: Value, given: Mapping[str, Scalar]) -> Value:
    """The value with scalars in place of letters, all at once. Errors as for working out the expression afresh."""
    if isinstance(value, Surd) or not given:
        return value
    match value:
        case ListValue():
            return ListValue(tuple(put_in(context, item, given) for item in value.items))
        case FunctionValue():
            own = {s.name for s in value.parameters}
            inner = {name: v for name, v in given.items() if name not in own}
            requirements = tuple(r for r in (_put_in_requirement(context, r, inner) for r in value.requirements) if r is not None)
            return FunctionValue(value.parameters, context.quietly(lambda: put_in(context, value.body, inner)), requirements, value.name)
        case RelationValue():
            return RelationValue(tuple(put_in_scalar(context, s, given) for s in value.sides), value.signs)
        case SolutionsValue():
            solutions = tuple(Solution(tuple((n, put_in_scalar(context, v, given)) for n, v in s.values)) for s in value.solutions)
            return SolutionsValue(value.letters, solutions, value.complete, value.period_letter, value.condition, value.notes)
    return put_in_scalar(context, value, given)


def put_in_scalar(context: Context, value: Scalar, given: Mapping[str, Scalar]) -> Scalar:
    """The same for a scalar."""
    if isinstance(value, Surd) or not any(s.name in given for s in value.free_symbols):
        return value
    return _Builder(context, given).of(value)


def put_in_requirements(context: Context, requirements: tuple[Requirement, ...] | list[Requirement], given: Mapping[str, Scalar]) -> None:
    """Checks requirements with values put in: what is settled passes or is an error, the rest is required of the line."""
    for requirement in requirements:
        kept = _put_in_requirement(context, requirement, given)
        if kept is not None:
            context.require(kept)


def _put_in_requirement(context: Context, requirement: Requirement, given: Mapping[str, Scalar]) -> Requirement | None:
    guard = requirement.guard
    if guard is not sp.true:
        decided = condition(context, guard, given)
        if decided is sp.false:
            return None
        guard = decided
    try:
        expr = context.quietly(lambda: put_in_scalar(context, requirement.expr, given))
        over = None if requirement.over is None else context.quietly(lambda: put_in_scalar(context, settled(requirement.over), given))
    except LineError:
        if guard is not sp.true:
            return None
        raise
    changed = Requirement(requirement.kind, expression(expr), requirement.code, requirement.what,
                          None if over is None else expression(over), guard)
    return changed if guard is not sp.true and changed.expr.free_symbols | guard.free_symbols else check(changed)


def condition(context: Context, expr: sp.Basic, given: Mapping[str, Scalar]) -> sp.Basic:
    """A condition with values put in; true or false where that settles it."""
    if expr in (sp.true, sp.false):
        return expr
    if isinstance(expr, sp.And | sp.Or | sp.Not):
        return expr.func(*(condition(context, a, given) for a in expr.args))
    assert isinstance(expr, sp.core.relational.Relational), type(expr)
    left, right = (_quietly(context, a, given) for a in expr.args)
    return relation(expr.func, left, right)


def _quietly(context: Context, expr: sp.Expr, given: Mapping[str, Scalar]) -> Scalar:
    """The expression with values put in; what it requires is checked elsewhere."""
    with context.collecting():
        return put_in_scalar(context, settled(expr), given)


def relation(make: type, left: Scalar, right: Scalar) -> sp.Basic:
    """A relation as SymPy holds it; decided exactly where both sides are numbers."""
    if judge.is_closed(left) and judge.is_closed(right):
        if make in (sp.Eq, sp.Ne):
            equal = judge.is_zero(add([left, multiply([Surd.rational(-1), right])]))
            return sp.true if equal == (make is sp.Eq) else sp.false
        order = judge.compare(left, right)
        holds = {sp.StrictLessThan: order < 0, sp.LessThan: order <= 0, sp.StrictGreaterThan: order > 0, sp.GreaterThan: order >= 0}[make]
        return sp.true if holds else sp.false
    return make(expression(left), expression(right), evaluate=False)


class _Builder:
    """Builds an expression again from its leaves up."""

    def __init__(self, context: Context, given: Mapping[str, Scalar]) -> None:
        self.context, self.given = context, given
        self.known: dict[sp.Basic, Scalar] = {}

    def of(self, expr: sp.Basic) -> Scalar:
        found = self.known.get(expr)
        if found is None:
            found = self.known[expr] = self._of(expr)
        return found

    def _of(self, expr: sp.Basic) -> Scalar:
        if isinstance(expr, sp.Symbol):
            return self.given.get(expr.name, expr)
        if not expr.free_symbols:
            return settled(expr)
        if isinstance(expr, sp.Add):
            return add([self.of(a) for a in expr.args])
        if isinstance(expr, sp.Mul):
            return self._product(expr)
        if isinstance(expr, sp.Pow):
            return power(self.context, self.of(expr.base), self.of(expr.exp))
        if isinstance(expr, sp.exp):
            return exponential(self.context, self.of(expr.args[0]))
        if isinstance(expr, sp.factorial):
            return factorial(self.context, self.of(expr.args[0]))
        if isinstance(expr, sp.Piecewise):
            return self._cases(expr)
        return self._function(expr)

    def _product(self, expr: sp.Mul) -> Scalar:
        """Divisors are tried first: 0/0 must not become 0."""
        factors = [self.of(a) for a in expr.args]
        if any(isinstance(f, sp.Expr) and f.is_infinite for f in factors) and any(isinstance(f, Surd) and f.is_zero for f in factors):
            raise LineError("undefined-value", "0·oo has no value.")
        return multiply(factors)

    def _cases(self, expr: sp.Piecewise) -> Scalar:
        open_pieces: list[tuple[sp.Expr, sp.Basic]] = []
        for value, cond in expr.args:
            decided = condition(self.context, cond, self.given)
            if decided is sp.false:
                continue
            if decided is sp.true and not open_pieces:
                return self.of(value)
            open_pieces.append((expression(_quietly(self.context, value, self.given)), decided))
            if decided is sp.true:
                break
        if not open_pieces:
            raise LineError("undefined-value", "None of the cases applies here.")
        return checked(sp.Piecewise(*open_pieces))

    def _function(self, expr: sp.Basic) -> Scalar:
        arguments = [self.of(a) for a in expr.args]
        kind = type(expr)
        if kind in _NAMES:
            return functions.call(self.context, _NAMES[kind], arguments)
        if kind in _TRIG:
            return self._trig(_TRIG[kind], arguments[0])
        if kind in _ARCS:
            value = functions.call(self.context, _ARCS[kind], arguments)
            if self.context.conventions.angles == "radians":
                return value
            return checked(expression(value) * sp.pi / self.context.half_turn)
        return checked(expr.func(*map(expression, arguments)))

    def _trig(self, name: str, radians: Scalar) -> Scalar:
        """Expressions hold their angles in radians; the rules want them in the unit of the convention."""
        if self.context.conventions.angles == "radians":
            return functions.call(self.context, name, [radians])
        return functions.call(self.context, name, [checked(expression(radians) * self.context.half_turn / sp.pi)])
