"""Where a result holds: the points at which the line and its result do not both have a value (section 5 of the language)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

import sympy as sp

from ..problems import LineError
from .calculus.derivative import natural_requirements
from .exact.bridge import settled, to_sympy
from .ground import judge
from .ground.requirements import check
from .ground.values import FunctionValue, ListValue, Requirement, Value, is_scalar
from .solving.domains import differing_points, domain_of
from .solving.regions import condition_of


@dataclass(frozen=True)
class _Piece:
    """A requirement in its simplest form: `relation` about one expression."""

    relation: str
    expr: sp.Expr


def conditions_of(requirements: Iterable[Requirement], value: Value, complex_numbers: bool) -> list[sp.Basic]:
    """What must be said with the result: conditions of the line that the result does not show, and the other way round."""
    if isinstance(value, FunctionValue):
        return conditions_of(value.requirements, value.body, complex_numbers)
    if not is_scalar(value) and not isinstance(value, ListValue):
        return []
    exprs = [to_sympy(v) for v in _scalars(value) if is_scalar(v)]
    needs = [r for r in requirements if r.guard is sp.true]
    own = [r for e in exprs for r in natural_requirements(e, complex_numbers)]
    asked, shown = _pieces(needs), _pieces(own)
    found = _difference(asked, shown)
    found = _among_whole_numbers(found, needs)
    if complex_numbers or all(_is_plain(c) for c in found):
        return found
    return _by_intervals(needs, own, found)


def _among_whole_numbers(found: list[sp.Basic], needs: Iterable[Requirement]) -> list[sp.Basic]:
    """The conditions without points that a letter does not reach, since it counts from 0 up: n! needs no n != -1."""
    lowest: dict[sp.Symbol, sp.Expr] = {}
    for need in needs:
        rest = [need.expr - s for s in need.expr.free_symbols if (need.expr - s).is_Integer] if need.kind == "natural" else []
        for letter in need.expr.free_symbols if rest else ():
            lowest[letter] = max(lowest.get(letter, -rest[0]), -rest[0])
    return [c for c in found if not (_is_plain(c) and c.lhs in lowest and c.rhs.is_Rational and (c.rhs < lowest[c.lhs] or not c.rhs.is_Integer))]


def _is_plain(condition: sp.Basic) -> bool:
    return isinstance(condition, sp.Ne) and isinstance(condition.lhs, sp.Symbol)


def _by_intervals(needs: list[Requirement], own: list[Requirement], found: list[sp.Basic]) -> list[sp.Basic]:
    """In one letter the two domains are compared as sets: they may be the same though they are described differently."""
    letters = {s for r in (*needs, *own) for s in r.expr.free_symbols}
    if len(letters) != 1:
        return found
    (letter,) = letters
    try:
        line, result = domain_of(letter, needs), domain_of(letter, own)
        if line == result:
            return []
        points = differing_points(line, result)
        if points is not None:
            return [sp.Ne(letter, p, evaluate=False) for p in points]
        if line[1] is not None or result[1] is not None or (len(found) == 1 and found[0].args[0] == letter):
            return found
        both, _ = domain_of(letter, [*needs, *own])
    except (LineError, NotImplementedError, sp.PolynomialError, ValueError, TypeError):
        return found
    condition = condition_of(letter, both)
    return list(condition.args) if isinstance(condition, sp.And) and all(isinstance(c, sp.Ne) for c in condition.args) else [condition]


def joined(found: list[sp.Basic]) -> list[sp.Basic]:
    """`x >= 0` and `x != 0` are `x > 0`."""
    strict = {sp.Ge: sp.Gt, sp.Le: sp.Lt}
    without = [sp.Ne(c.lhs, c.rhs, evaluate=False) for c in found if type(c) in strict]
    return [strict[type(c)](*c.args, evaluate=False) if type(c) in strict and sp.Ne(*c.args, evaluate=False) in found else c for c in found
            if not (isinstance(c, sp.Ne) and c in without)]


def domain_difference(one: Iterable[Requirement], other: Iterable[Requirement]) -> list[sp.Basic]:
    """What one of two sets of requirements says and the other does not, as relations."""
    return _difference(_pieces(one), _pieces(other))


def _difference(asked: list[_Piece], shown: list[_Piece]) -> list[sp.Basic]:
    found: list[sp.Basic] = []
    for piece, other in [*((p, shown) for p in asked), *((p, asked) for p in shown)]:
        for relation in _without(piece, other):
            if relation not in found and not _is_excluded(relation, other):
                found.append(relation)
    return _unless_implied(found, shown, asked)


def _is_excluded(relation: sp.Basic, others: list[_Piece]) -> bool:
    """Whether the other side excludes that point too, by a factor that is written otherwise: x + √2 excludes one root of x² - 2."""
    if not (_is_plain(relation) and relation.rhs.is_number):
        return False
    letter, point = relation.args
    vanishing = (p.expr for p in others if p.relation == "!=" and p.expr.free_symbols == {letter} and p.expr.is_polynomial(letter))
    return any(judge.is_zero(settled(expr.subs(letter, point))) for expr in vanishing)


def requirement_relations(requirements: Iterable[Requirement]) -> list[sp.Basic]:
    """Requirements on letters as relations, each said once."""
    found: list[sp.Basic] = []
    pieces = _pieces(requirements)
    for piece in pieces:
        for relation in _relations(piece):
            if relation not in found and relation is not sp.true:
                found.append(relation)
    return _unless_implied(found, pieces)


def _scalars(value: Value) -> list[Value]:
    return [v for i in value.items for v in _scalars(i)] if isinstance(value, ListValue) else [value]


def _pieces(requirements: Iterable[Requirement]) -> list[_Piece]:
    found: list[_Piece] = []
    for requirement in requirements:
        try:
            if check(requirement) is None:
                continue
        except LineError:
            continue
        for piece in _split(requirement):
            if piece not in found:
                found.append(piece)
    return found


def _split(requirement: Requirement) -> list[_Piece]:
    expr = requirement.expr
    if requirement.kind == "nonzero":
        numerator, denominator = sp.fraction(sp.together(expr))
        return [_Piece("!=", f) for part in (numerator, denominator) for f in _irreducible(part)]
    if requirement.kind == "natural":
        return []
    if requirement.kind in ("unit", "inside-one"):
        strict = requirement.kind == "inside-one"
        return [_Piece(">" if strict else ">=", 1 - expr), _Piece(">" if strict else ">=", 1 + expr)]
    if requirement.kind == "above-one":
        return [_Piece(">=", expr - 1)]
    if expr.is_nonnegative:  # only the zeros matter
        return [] if requirement.kind == "nonneg" else [_Piece("!=", f) for f in _irreducible(expr)]
    return [_Piece(">=", expr)] if requirement.kind == "nonneg" else [_Piece(">", _of_same_sign(expr))]


def _of_same_sign(expr: sp.Expr) -> sp.Expr:
    """1/a is positive where a is."""
    coefficient, power = expr.as_coeff_Mul()
    is_turned = isinstance(power, sp.Pow) and isinstance(power.base, sp.Symbol) and power.exp.is_Integer and power.exp < 0 and power.exp % 2
    return sp.sign(coefficient) * power.base if is_turned and coefficient.is_Rational else expr


def _irreducible(expr: sp.Expr) -> list[sp.Expr]:
    """The factors that can be zero, each in a standard form."""
    if not expr.free_symbols:
        return []
    letters = sorted(expr.free_symbols, key=str)
    if expr.is_polynomial(*letters):
        try:
            _, factors = sp.factor_list(expr)
            return [f for f, _ in factors if _can_vanish(f)]
        except sp.PolynomialError:
            return [expr]
    found = []
    for factor in sp.Mul.make_args(sp.factor_terms(expr)):
        base, _exponent = factor.as_base_exp()
        if isinstance(factor, sp.exp) or not base.free_symbols:
            continue
        if isinstance(base, sp.Abs):
            found.extend(_irreducible(base.args[0]))
            continue
        if (exponent := _of_unit_power(base)) is not None:
            found.extend(_irreducible(exponent))
            continue
        if base.is_polynomial(*letters) and base.free_symbols and base != expr:
            found.extend(_irreducible(base))
        elif _can_vanish(base):
            found.append(base)
    return found


def _of_unit_power(expr: sp.Expr) -> sp.Expr | None:
    """u for 1 - e^u, which is 0 where u is."""
    if isinstance(expr, sp.Add) and len(expr.args) == 2 and expr.is_real:
        number, power = sorted(expr.args, key=lambda part: bool(part.free_symbols))
        factor, power = power.as_coeff_Mul()
        if isinstance(power, sp.exp) and number == -factor:
            return power.args[0]
    return None


def _can_vanish(expr: sp.Expr) -> bool:
    if expr.is_positive or expr.is_negative or expr.is_nonzero or expr.is_zero is False or isinstance(expr, sp.factorial):
        return False
    if len(expr.free_symbols) == 1 and expr.is_polynomial() and all(s.is_real for s in expr.free_symbols):
        (letter,) = expr.free_symbols
        polynomial = sp.Poly(expr, letter)
        return polynomial.count_roots() > 0 if all(c.is_Rational for c in polynomial.coeffs()) else True
    if isinstance(expr, sp.Add) and not expr.is_polynomial():
        # sqrt(x) + 1: a sum of parts that are nowhere negative, one of them positive
        certain = [isinstance(t, sp.factorial) or bool(t.is_positive) for t in expr.args]
        return not (any(certain) and all(sure or t.is_nonnegative or _is_root(t) for t, sure in zip(expr.args, certain, strict=True)))
    return True


def _is_root(term: sp.Expr) -> bool:
    coefficient, rest = term.as_coeff_Mul()
    return bool(coefficient > 0) and all((isinstance(f, sp.Pow) and f.exp.is_Rational and f.exp.q % 2 == 0) or f.is_nonnegative for f in sp.Mul.make_args(rest))


def _without(piece: _Piece, others: list[_Piece]) -> list[sp.Basic]:
    """The piece as relations, unless the other side says it too."""
    for other in others:
        if other.expr == piece.expr and (other.relation == piece.relation or (other.relation == ">" and piece.relation in (">=", "!="))):
            return []
        if other.expr == -piece.expr and piece.relation == "!=" == other.relation:
            return []
    return _relations(piece)


def _relations(piece: _Piece) -> list[sp.Basic]:
    """Relations with the letter on the left."""
    expr, letters = piece.expr, sorted(piece.expr.free_symbols, key=str)
    for letter in letters:
        if piece.relation == "!=":
            if expr.is_polynomial(letter) and sp.degree(expr, letter) == 1:
                a, b = sp.Poly(expr, letter).all_coeffs()
                if not a.free_symbols:
                    return [sp.Ne(letter, to_sympy(settled(-b / a)), evaluate=False)]
    if len(letters) == 1 and expr.is_polynomial(letters[0]) and sp.degree(expr, letters[0]) <= 6:
        return _by_roots(piece, letters[0])
    if len(letters) == 1 and piece.relation == "!=" and isinstance(expr, sp.sin | sp.cos):
        return [sp.Ne(expr, 0, evaluate=False)]
    make = {"!=": sp.Ne, ">=": sp.Ge, ">": sp.Gt}[piece.relation]
    shared, plain = expr.primitive() if isinstance(expr, sp.Add) else (sp.S.One, expr)
    return [make(plain if shared.is_Integer and shared > 0 else expr, 0, evaluate=False)]


def _by_roots(piece: _Piece, letter: sp.Symbol) -> list[sp.Basic]:
    """The real roots cut the line; the pieces where the relation holds are written as relations."""
    polynomial = sp.Poly(piece.expr, letter)
    roots = [r for r in sp.roots(polynomial) if r.is_real]
    if len(sp.roots(polynomial)) and sum(sp.roots(polynomial).values()) != polynomial.degree():
        return [{"!=": sp.Ne, ">=": sp.Ge, ">": sp.Gt}[piece.relation](piece.expr, 0, evaluate=False)]
    roots = sorted({to_sympy(settled(r)) for r in roots}, key=lambda r: sp.N(r))
    if piece.relation == "!=":
        return [sp.Ne(letter, r, evaluate=False) for r in roots]
    return interval_relations(letter, roots, lambda at: judge.sign(settled(polynomial.eval(at))), piece.relation == ">=")


def interval_relations(letter: sp.Symbol, roots: list[sp.Expr], sign_at, closed: bool) -> list[sp.Basic]:  # type: ignore[no-untyped-def]
    """Where the sign is positive, as one relation: chains joined by or."""
    points = [roots[0] - 1, *((a + b) / 2 for a, b in pairwise(roots)), roots[-1] + 1] if roots else [sp.S.Zero]
    holds = [sign_at(p) > 0 for p in points]
    less, pieces = (sp.Le if closed else sp.Lt), []
    start = 0
    while start < len(holds):
        if not holds[start]:
            if closed and 0 < start <= len(roots) and not holds[start - 1] and (start == len(holds) or not holds[start]):
                pieces.append(sp.Eq(letter, roots[start - 1], evaluate=False))
            start += 1
            continue
        end = start
        while end + 1 < len(holds) and holds[end + 1] and closed:
            end += 1
        low = roots[start - 1] if start > 0 else None
        high = roots[end] if end < len(roots) else None
        bounds = []
        if low is not None:
            bounds.append((sp.Ge if closed else sp.Gt)(letter, low, evaluate=False))
        if high is not None:
            bounds.append(less(letter, high, evaluate=False))
        pieces.append(bounds[0] if len(bounds) == 1 else sp.And(*bounds, evaluate=False) if bounds else sp.true)
        start = end + 1
    if pieces == [sp.true]:
        return []
    return [pieces[0] if len(pieces) == 1 else sp.Or(*pieces, evaluate=False)] if pieces else [sp.false]


def _unless_implied(found: list[sp.Basic], *sides: list[_Piece]) -> list[sp.Basic]:
    """x > 0 makes x != -1 needless; x > 0 and y > 0 make x y > 0 so."""
    positive = [p.expr for side in sides for p in side if p.relation == ">"]
    nonneg = [p.expr for side in sides for p in side if p.relation == ">="]
    kept = []
    for relation in found:
        if isinstance(relation, sp.Ne):
            letter, value = relation.args
            if any(e == letter and value.is_number and value <= 0 for e in positive) or any(e == letter and value.is_number and value < 0 for e in nonneg):
                continue
        if isinstance(relation, sp.Gt) and relation.rhs == 0 and _is_product_of(relation.lhs, positive):
            continue
        if relation is not sp.true and not (isinstance(relation, sp.Ge) and sp.Gt(*relation.args, evaluate=False) in found):
            kept.append(relation)
    return sorted(kept, key=_place) if all(_is_plain(r) and r.rhs.is_number for r in kept) else kept


def _is_product_of(expr: sp.Expr, positive: list[sp.Expr]) -> bool:
    """Whether a product, a quotient or a power is made of what is known to be positive."""
    bases = [factor.as_base_exp()[0] for factor in sp.Mul.make_args(expr)]
    return isinstance(expr, sp.Mul | sp.Pow) and all(base != expr and (base.is_positive or base in positive) for base in bases)


def _place(relation: sp.Ne) -> tuple[str, float]:
    """Excluded points of a letter in rising order."""
    near = sp.N(relation.rhs, 15)
    return str(relation.lhs), float(sp.re(near))
