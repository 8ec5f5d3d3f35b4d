"""`A = B ?` and its like: proved, refuted at small numbers, or not settled."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..binding.statement import Atom, Statement, Trial
from ..conditions import domain_difference
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled
from ..ground import judge
from ..ground.arithmetic import add, negate
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import ListValue, Requirement, Scalar, Value, expression, free_letters, is_scalar
from ..solving.domains import differing_points, domain_of
from ..solving.equation import Range
from ..solving.inequality import pieces_of
from ..solving.regions import between, condition_of, true_pieces
from ..solving.search import Unsolved
from ..solving.solve import assumed_range
from ..solving.zeros import zeros_in
from .identity import proves_identity
from .trial_points import trial_points
from .verdicts import Counterexample, Verdict


class Side:
    """One side of a relation with what it needs to have a value."""

    def __init__(self, value: Value, requirements: list[Requirement]) -> None:
        self.value, self.requirements = value, requirements


def ask_equal(context: Context, left: Side, right: Side) -> Verdict:
    """Whether two sides are always equal."""
    if isinstance(left.value, ListValue) or isinstance(right.value, ListValue):
        return _lists_equal(context, left, right)
    if not is_scalar(left.value) or not is_scalar(right.value):
        raise LineError("not-supported", "Only numbers, expressions and lists can be compared.")
    letters = sorted(free_letters(left.value) | free_letters(right.value) | {s.name for r in (*left.requirements, *right.requirements) for s in r.expr.free_symbols})
    if not letters:
        difference = add([left.value, negate(right.value)])
        try:
            equal = judge.is_zero(difference)
        except LineError:  # no digit tells them apart, and no rule proves them equal
            return Verdict("not-settled", notes=("The two sides agree to more than 1,000 digits; that is no proof.",))
        if equal:
            return Verdict("equal")
        return Verdict("not-equal", counterexample=Counterexample((), left.value, right.value))
    symbols = [context.symbol(n) for n in letters]
    differ = _differ_somewhere(context, symbols, left, right)
    if not differ and _is_proved(context, symbols, left, right):
        conditions = _where_both(context, symbols, left, right)
        return Verdict("equal-where-defined" if conditions else "equal", tuple(conditions))
    found, agreed = _counterexample(context, symbols, left, right)
    if found is not None:
        return Verdict("not-equal", counterexample=found)
    return Verdict("not-settled", notes=(f"Both sides agree at every one of {agreed} points tried; that is no proof.",))


def _is_proved(context: Context, letters: list[sp.Symbol], left: Side, right: Side) -> bool:
    difference = expression(left.value) - expression(right.value)
    if proves_identity(difference, [*left.requirements, *right.requirements], not context.complex):
        return True
    return _holds_by_pieces(context, letters, left, right)


def _where_both(context: Context, letters: list[sp.Symbol], left: Side, right: Side) -> list[sp.Basic]:
    """What must be said where only one side has a value: excluded points one by one, else where both have one."""
    conditions = domain_difference(left.requirements, right.requirements)
    if not conditions or len(letters) != 1 or context.complex:
        return conditions
    (letter,) = letters
    try:
        first, second = (domain_of(letter, s.requirements) for s in (left, right))
        if first == second:
            return []
        both, period = domain_of(letter, [*left.requirements, *right.requirements])
    except (LineError, NotImplementedError, sp.PolynomialError, ValueError, TypeError):
        return conditions
    if period is not None or all(isinstance(c, sp.Ne) and c.lhs == letter for c in conditions):
        return conditions
    points = differing_points(first, second)
    if points is not None:
        return [sp.Ne(letter, p, evaluate=False) for p in points]
    condition = condition_of(letter, both)
    return list(condition.args) if isinstance(condition, sp.And) and all(isinstance(c, sp.Ne) for c in condition.args) else [condition]


def _lists_equal(context: Context, left: Side, right: Side) -> Verdict:
    if not (isinstance(left.value, ListValue) and isinstance(right.value, ListValue)) or len(left.value.items) != len(right.value.items):
        return Verdict("not-equal", notes=("The two sides do not have the same shape.",))
    words = []
    for one, other in zip(left.value.items, right.value.items, strict=True):
        verdict = ask_equal(context, Side(one, left.requirements), Side(other, right.requirements))
        if verdict.word in ("not-equal", "not-settled"):
            return verdict
        words.append(verdict)
    return next((v for v in words if v.word != "equal"), Verdict("equal"))


def _value_at(context: Context, side: Side, point: dict[str, sp.Expr]) -> Scalar | None:
    """The value at a point, None where there is none."""
    given = {name: settled(v) for name, v in point.items()}
    try:
        with context.collecting():
            put_in_requirements(context, side.requirements, given)
            return put_in_scalar(context, side.value, given)
    except LineError:
        return None


def _differ(one: Scalar, other: Scalar) -> bool:
    """Whether two closed numbers surely differ; balls decide, and numbers that they do not tell apart count as equal."""
    difference = add([one, negate(other)])
    for bits in (64, 512):
        try:
            if balls.lies_surely_apart(judge.ball_of(difference, bits)):
                return True
        except balls.NoBall:
            continue
    return False


def _differ_somewhere(context: Context, letters: list[sp.Symbol], left: Side, right: Side) -> bool:
    """A quick look at a few points, so that no proof is sought for what is not so."""
    looked = 0
    for point in trial_points(context, letters, []):
        values = _value_at(context, left, point), _value_at(context, right, point)
        if values[0] is not None and values[1] is not None and all(judge.is_closed(v) for v in values if v is not None):
            if _differ(values[0], values[1]):
                return True
            looked += 1
        if looked == 3:
            break
    return False


def _counterexample(context: Context, letters: list[sp.Symbol], left: Side, right: Side) -> tuple[Counterexample | None, int]:
    """A point at which both sides have values that differ, and at how many points they agreed."""
    agreed = 0
    for point in trial_points(context, letters, [expression(s.value) for s in (left, right)]):
        values = _value_at(context, left, point), _value_at(context, right, point)
        if values[0] is None or values[1] is None or not all(judge.is_closed(v) for v in values if v is not None):
            continue
        if _differ(values[0], values[1]):
            return Counterexample(tuple((n, settled(v)) for n, v in point.items()), *values), agreed
        agreed += 1
        if agreed >= 25:
            break
    return None, agreed


def _holds_by_pieces(context: Context, letters: list[sp.Symbol], left: Side, right: Side) -> bool:
    """One letter: proved on each interval between the points at which a sign, a case or a rounding may change."""
    if len(letters) != 1 or context.complex:
        return False
    (letter,) = letters
    difference = expression(left.value) - expression(right.value)
    if not difference.has(sp.Abs, sp.sign, sp.Piecewise, sp.Max, sp.Min):
        return False
    trial = Trial(context, letter, Statement("", atom=Atom(difference, "=")), [*left.requirements, *right.requirements])
    try:
        zeros = zeros_in(letter, True).of(difference)
        pieces = pieces_of(context, trial, Range(), zeros.regions, zeros.values)[:2]
        domain = domain_of(letter, trial.requirements)
    except (Unsolved, LineError):
        return False
    return pieces == domain


# -- other relations ---------------------------------------------------------------------------------------------------


def ask_relation(context: Context, statement: Statement, requirements: list[Requirement]) -> Verdict:
    """Whether an inequality, a chain or a != holds for all values of its letters."""
    for atom in statement.atoms():
        if atom.sign not in ("=", "!=") and any(side.has(sp.I) for side in atom.sides):
            raise LineError("not-real", "Numbers that are not real have no order.")
    exprs = [a.difference for a in statement.atoms()]
    letters = sorted({s.name for e in exprs for s in e.free_symbols} | {s.name for r in requirements for s in r.expr.free_symbols})
    symbols = [context.symbol(n) for n in letters]
    if context.complex and any(a.sign not in ("=", "!=") for a in statement.atoms()) and letters:
        raise LineError("not-supported", "Complex numbers have no order.")
    if not symbols:
        trial = Trial(context, sp.Symbol("x", real=True), statement, requirements)
        return Verdict("true" if trial.holds(sp.S.Zero) else "not-true")
    tried = 0
    for point in trial_points(context, symbols, exprs):
        truth = truth_at(context, statement, requirements, point)
        if truth is False:
            return Verdict("not-true", counterexample=failure_at(context, statement, point))
        tried += truth is True
        if tried >= 40:
            break
    if len(symbols) == 1:
        verdict = _by_pieces(context, symbols[0], statement, requirements)
        if verdict is not None:
            return verdict
    if all(_surely(a) for a in statement.atoms()):
        return Verdict("true-where-defined" if domain_difference(requirements, []) else "true", tuple(domain_difference(requirements, [])))
    return Verdict("not-settled", notes=(f"It holds at every one of {tried} points tried; that is no proof.",))


def truth_at(context: Context, statement: Statement, requirements: list[Requirement], point: dict[str, sp.Expr]) -> bool | None:
    """Whether it holds there; None where it has no meaning."""
    given = {n: settled(v) for n, v in point.items()}
    try:
        with context.collecting():
            put_in_requirements(context, requirements, given)
            orders = {}
            for atom in statement.atoms():
                value = put_in_scalar(context, settled(atom.difference), given)
                orders[atom] = judge.sign(value) if atom.sign not in ("=", "!=") else 0 if judge.is_zero(value) else 1
    except LineError:
        return None
    return statement.truth(orders)


def failure_at(context: Context, statement: Statement, point: dict[str, sp.Expr]) -> Counterexample:
    """The point with both sides of the first relation that fails there."""
    given = {n: settled(v) for n, v in point.items()}
    sides: list[Scalar] = []
    with context.collecting():
        for atom in statement.atoms():
            sides = [put_in_scalar(context, settled(s), given) for s in atom.sides]
            order = judge.compare(*sides) if atom.sign not in ("=", "!=") else int(not judge.is_zero(add([sides[0], negate(sides[1])])))
            if not atom.holds(order):
                break
    return Counterexample(tuple(given.items()), sides[0], sides[1])


def _by_pieces(context: Context, letter: sp.Symbol, statement: Statement, requirements: list[Requirement]) -> Verdict | None:
    plain = sp.Symbol(letter.name, real=True)
    swap = {letter: plain}
    moved = statement.renamed(swap)
    needs = [r.renamed(swap) for r in requirements]
    trial = Trial(context, plain, moved, needs)
    where = assumed_range(context, letter.name)
    try:
        with context.letters(letter.name):
            pieces, _, proved = pieces_of(context, trial, where)
            domain, _, _ = pieces_of(context, Trial(context, plain, Statement("and"), needs), where)
    except LineError:
        return None
    if not proved:
        return None
    if pieces == domain:
        whole = true_pieces([], lambda v, c: True, where.low, where.high, where.has_low, where.has_high)
        conditions = () if domain == whole else tuple(domain_difference(requirements, []))
        return Verdict("true-where-defined" if conditions else "true", conditions)
    cuts = [e for p in pieces for e in (p.low, p.high) if e.is_finite]
    for piece in domain:
        for a, b in zip([piece.low, *cuts], [*cuts, piece.high], strict=True):
            candidates = [a] if a.is_finite else []
            if a != b and (a.is_infinite or b.is_infinite or a < b):
                candidates.append(between(a, b))
            for value in candidates:
                if trial.has_meaning(value) and not trial.holds(value):
                    return Verdict("not-true", counterexample=failure_at(context, moved, {letter.name: value}))
    return None


def _surely(atom: Atom) -> bool:
    """Whether signs of squares and of assumed letters show it."""
    if atom.sign == "!=":
        return atom.difference.is_nonzero is True or atom.difference.is_positive is True or atom.difference.is_negative is True
    for expr in (atom.difference, sp.factor(atom.difference), _completed(atom.difference)):
        holds = {"<": expr.is_negative, "<=": expr.is_nonpositive, ">": expr.is_positive, ">=": expr.is_nonnegative}.get(atom.sign)
        if holds:
            return True
    return False


def _completed(expr: sp.Expr) -> sp.Expr:
    """A quadratic polynomial as a sum of squares, letter after letter."""
    rest = sp.expand(expr)
    total = sp.S.Zero
    for letter in sorted(expr.free_symbols, key=str):
        if not rest.is_polynomial(letter) or sp.degree(rest, letter) != 2:
            continue
        a, b, c = sp.Poly(rest, letter).all_coeffs()
        if a.free_symbols:
            return expr
        total += a * (letter + b / (2 * a)) ** 2
        rest = sp.expand(c - b ** 2 / (4 * a))
    return total + rest
