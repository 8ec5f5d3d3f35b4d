"""Proofs that an expression is zero for all values of its letters at which it has a meaning.

Roots, absolute values, exponentials and trigonometric functions are taken as generators with polynomial relations; a
numerator that reduces to 0 by them is zero. Nothing is sampled. Where it is not shown, nothing is claimed.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import product

import sympy as sp

from ..exact.bridge import settled
from ..ground import judge
from ..ground.values import Requirement
from ..solving.exponentials import prime_exponent

_MOST_CASES = 6
_TRIG = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def proves_identity(expr: sp.Expr, requirements: Sequence[Requirement], real: bool) -> bool:
    """Whether the expression is certainly zero wherever it and the requirements have a meaning."""
    try:
        if sp.expand(expr) == 0:
            return True
        if expr.has(sp.Piecewise, sp.floor, sp.ceiling, sp.Max, sp.Min):
            expr = sp.piecewise_fold(expr) if expr.has(sp.Piecewise) else expr
            return bool(expr == 0)
        if _is_zero(expr) or (expr.has(sp.I) and expr.has(sp.exp) and _is_zero(_in_sines(expr))):
            return True
        if real and all(_is_zero(case) for case in _cases(expr, requirements)):
            return True
        return real and _by_derivative(expr, requirements)
    except (sp.PolynomialError, NotImplementedError, ValueError, TypeError, AttributeError, RecursionError, sp.CoercionFailed):
        return False


def _in_sines(expr: sp.Expr) -> sp.Expr:
    """Euler: e^(u + i v) is e^u (cos v + i sin v), for all complex u and v."""
    return sp.expand(expr.replace(lambda node: isinstance(node, sp.exp) and node.has(sp.I), _euler))


def _euler(power: sp.exp) -> sp.Expr:
    terms = sp.Add.make_args(sp.expand(power.args[0]))
    angle = sp.Add(*(sp.expand(term / sp.I) for term in terms if term.has(sp.I)))
    if angle.has(sp.I):
        return power
    return sp.exp(sp.Add(*(term for term in terms if not term.has(sp.I)))) * (sp.cos(angle) + sp.I * sp.sin(angle))


# -- signs -------------------------------------------------------------------------------------------------------------


def _signed_parts(expr: sp.Expr) -> list[sp.Expr]:
    """What stands, as an irreducible factor, in absolute values, signs, even roots and logarithms."""
    found: list[sp.Expr] = []
    for node in sp.preorder_traversal(expr):
        inside = None
        if isinstance(node, sp.Abs | sp.sign | sp.log):
            inside = node.args[0]
        elif isinstance(node, sp.Pow) and node.exp.is_Rational and node.exp.q % 2 == 0:
            inside = node.base
        if inside is None or not inside.free_symbols:
            continue
        for factor, _ in _factors(inside)[1]:
            if factor.free_symbols and factor not in found and not factor.is_positive:
                found.append(factor)
    return found


def _factors(expr: sp.Expr) -> tuple[sp.Expr, list[tuple[sp.Expr, sp.Expr]]]:
    """A content and irreducible factors with their exponents, negative ones for what is divided by."""
    over, under = sp.fraction(sp.together(expr))
    content, found = sp.S.One, []
    for part, sign in ((over, 1), (under, -1)):
        if not part.free_symbols:
            content *= part ** sign
            continue
        number, factors = sp.factor_list(part)
        content *= number ** sign
        found += [(f, sign * power) for f, power in factors]
    return content, found


def _cases(expr: sp.Expr, requirements: Sequence[Requirement]) -> Iterator[sp.Expr]:
    """The expression with |E|, even roots and logarithms written by factors of known sign; one case for each choice of signs."""
    parts = _signed_parts(expr)
    if len(parts) > _MOST_CASES:
        raise NotImplementedError
    for signs in product((1, -1), repeat=len(parts)):
        chosen = dict(zip(parts, signs, strict=True))
        if _contradicts(chosen, requirements):
            continue
        yield _with_signs(expr, chosen)


def _contradicts(signs: dict[sp.Expr, int], requirements: Sequence[Requirement]) -> bool:
    """Whether this choice of signs (zeros aside) leaves the expression without a meaning."""
    for requirement in requirements:
        if requirement.kind not in ("nonneg", "positive") or requirement.guard is not sp.true:
            continue
        if _sign_of(requirement.expr, signs) == -1:
            return True
    return any((s == 1 and f.is_negative) or (s == -1 and f.is_nonnegative) for f, s in signs.items())


def _sign_of(expr: sp.Expr, signs: dict[sp.Expr, int]) -> int | None:
    content, factors = _factors(expr)
    if not content.is_real or content == 0:
        return None
    total = 1 if content.is_positive else -1
    for factor, power in factors:
        if power % 2 == 0:
            continue
        if factor in signs:
            total *= signs[factor]
        elif factor.is_negative:
            total = -total
        elif not factor.is_positive:
            return None
    return total


def _with_signs(expr: sp.Expr, signs: dict[sp.Expr, int]) -> sp.Expr:
    """|E|, √E and ln E by their factors, each of which is the given sign times a positive number."""
    def positive(factor: sp.Expr) -> sp.Expr:
        return signs.get(factor, 1) * factor

    def walk(node: sp.Expr) -> sp.Expr:
        if not node.args or not node.free_symbols:
            return node
        if isinstance(node, sp.Abs | sp.sign):
            inside = node.args[0]
            sign = _sign_of(inside, signs)
            if sign is None:
                return node
            return sign * walk(inside) if isinstance(node, sp.Abs) else sp.Integer(sign)
        if isinstance(node, sp.log):
            inside = node.args[0].args[0] if isinstance(node.args[0], sp.Abs) else node.args[0]
            content, factors = _factors(inside)
            return sp.log(sp.Abs(content)) + sp.Add(*(power * sp.log(_Holder.of(positive(f))) for f, power in factors))
        if isinstance(node, sp.Pow) and node.exp.is_Rational and node.exp.q > 1:
            content, factors = _factors(node.base)
            if node.exp.q % 2 == 0:
                if not content.is_positive and not content.is_negative:
                    return node
                return sp.Abs(content) ** node.exp * sp.Mul(*(_Holder.root(walk(positive(f)), power * node.exp) for f, power in factors))
            return _odd(content, node.exp) * sp.Mul(*(_Holder.root(walk(f), power * node.exp) for f, power in factors))
        return node.func(*(walk(a) for a in node.args))

    return walk(expr)


def _odd(content: sp.Expr, exponent: sp.Rational) -> sp.Expr:
    """The real odd root of a number."""
    if content.is_negative:
        return sp.S.NegativeOne ** exponent.p * sp.Pow(-content, exponent)
    return sp.Pow(content, exponent)


class _Holder(sp.Function):
    """Keeps a positive quantity whole, so that nothing rewrites it: stands for its argument."""

    nargs = 1

    @classmethod
    def of(cls, expr: sp.Expr) -> sp.Expr:
        return cls(sp.expand(expr)) if expr.free_symbols else expr

    @classmethod
    def root(cls, expr: sp.Expr, exponent: sp.Rational) -> sp.Expr:
        whole, rest = divmod(exponent.p, exponent.q)
        return expr ** whole * sp.Pow(cls(sp.expand(expr)), sp.Rational(rest, exponent.q)) if rest else expr ** whole


# -- generators and relations ------------------------------------------------------------------------------------------


@dataclass
class _Generators:
    """Letters in place of functions, and what they satisfy: polynomials with the letter in which they are reduced."""

    relations: list[tuple[sp.Symbol, sp.Expr]] = field(default_factory=list)
    known: dict[object, sp.Symbol] = field(default_factory=dict)

    def letter(self, key: object) -> sp.Symbol:
        if key not in self.known:
            self.known[key] = sp.Symbol(f"\0g{len(self.known)}")
        return self.known[key]


def _is_zero(expr: sp.Expr) -> bool:
    if sp.expand(expr) == 0:
        return True
    changed = expr.rewrite(sp.exp) if expr.has(sp.sinh, sp.cosh, sp.tanh) else expr
    generators = _Generators()
    lifted = _angles(_lowest_factorials(changed), generators)
    lifted = _powers(lifted, generators)
    lifted = _roots(lifted, generators)
    lifted = _others(lifted, generators)
    over = sp.expand(sp.fraction(sp.together(lifted))[0])
    for letter, relation in reversed(generators.relations):
        if letter in over.free_symbols:
            over = sp.expand(sp.rem(sp.Poly(over, letter), sp.Poly(sp.expand(relation), letter)).as_expr())
            over = sp.fraction(sp.together(over))[0]
    return bool(sp.expand(over) == 0)


def _lowest_factorials(expr: sp.Expr) -> sp.Expr:
    """(n + 1)! as (n + 1)·n!, down to the lowest one that comes in."""
    expr = expr.rewrite(sp.factorial) if expr.has(sp.binomial) else expr
    nodes = [n for n in expr.atoms(sp.factorial) if n.free_symbols]
    for node in nodes:
        steps = [sp.expand(node.args[0] - other.args[0]) for other in nodes]
        down = max((s for s in steps if s.is_Integer), default=sp.S.Zero)
        if 0 < down <= 50:
            lowest = sp.expand(node.args[0] - down)
            expr = expr.xreplace({node: sp.Mul(*(lowest + k for k in range(1, int(down) + 1))) * sp.factorial(lowest)})
    return expr


def _angles(expr: sp.Expr, generators: _Generators) -> sp.Expr:
    """Sines and cosines of sums and multiples by those of single angles, with s² + c² = 1."""
    nodes = [n for n in expr.atoms(*_TRIG) if n.free_symbols]
    if not nodes:
        return expr
    units: dict[sp.Expr, int] = {}
    for node in nodes:
        for term in sp.Add.make_args(sp.expand(node.args[0])):
            coefficient, part = term.as_coeff_Mul()
            if part.free_symbols:
                units[part] = int(sp.ilcm(units.get(part, 1), coefficient.q))
    angles = {part: sp.Symbol(f"\0a{k}", real=True) for k, part in enumerate(sorted(units, key=str))}

    def in_angles(argument: sp.Expr) -> sp.Expr:
        total = sp.S.Zero
        for term in sp.Add.make_args(sp.expand(argument)):
            coefficient, part = term.as_coeff_Mul()
            total += coefficient * units[part] * angles[part] if part in angles else term
        return total

    def rewrite(node: sp.Expr) -> sp.Expr:
        u = in_angles(node.args[0])
        s, c = sp.sin(u), sp.cos(u)
        return {sp.sin: s, sp.cos: c, sp.tan: s / c, sp.cot: c / s, sp.sec: 1 / c, sp.csc: 1 / s}[type(node)]

    swapped = expr.xreplace({n: rewrite(n) for n in nodes})
    swapped = sp.expand_trig(swapped)
    for part, angle in angles.items():
        s, c = generators.letter(("sin", part)), generators.letter(("cos", part))
        swapped = swapped.subs({sp.sin(angle): s, sp.cos(angle): c})
        generators.relations.append((s, s ** 2 + c ** 2 - 1))
    return swapped


def _exponent(node: sp.Basic) -> sp.Expr | None:
    """The logarithm of a power with letters in its exponent: x·ln a for a^x."""
    found = prime_exponent(node)
    if found is None and isinstance(node, sp.Pow) and node.exp.free_symbols and node.base != sp.E:
        return node.exp * sp.log(_Holder(node.base))
    return found


def _powers(expr: sp.Expr, generators: _Generators) -> sp.Expr:
    """Exponentials by one generator for each part of their exponents."""
    nodes = {n: e for n in expr.atoms(sp.exp, sp.Pow) if (e := _exponent(n)) is not None}
    if not nodes:
        return expr
    parts: dict[sp.Expr, int] = {}
    for exponent in nodes.values():
        for term in sp.Add.make_args(sp.expand(exponent)):
            coefficient, part = term.as_coeff_Mul()
            parts[part] = int(sp.ilcm(parts.get(part, 1), coefficient.q))

    def rewrite(exponent: sp.Expr) -> sp.Expr:
        total = sp.S.One
        for term in sp.Add.make_args(sp.expand(exponent)):
            coefficient, part = term.as_coeff_Mul()
            if isinstance(part, sp.log) and coefficient.is_Integer:  # a whole power of the base itself
                total *= part.args[0].replace(_Holder, lambda u: u) ** coefficient
            else:
                total *= generators.letter(("exp", part)) ** (coefficient * parts[part])
        return total

    return expr.xreplace({n: rewrite(e) for n, e in nodes.items()})


def _roots(expr: sp.Expr, generators: _Generators) -> sp.Expr:
    """Roots by one generator r for each base, with r^q = base; inner ones first."""
    while True:
        nodes = [n for n in expr.atoms(sp.Pow) if n.exp.is_Rational and n.exp.q > 1
                 and not any(m != n and m.exp.is_Rational and m.exp.q > 1 for m in n.base.atoms(sp.Pow))]
        if not nodes:
            return expr.replace(_Holder, lambda u: u)
        base = min((n.base for n in nodes), key=str)
        same = [n for n in nodes if n.base == base]
        q = int(sp.ilcm(*(n.exp.q for n in same), 1))
        r = generators.letter(("root", base))
        expr = expr.xreplace({n: r ** (n.exp * q) for n in same})
        generators.relations.append((r, r ** q - base.replace(_Holder, lambda u: u)))


def _others(expr: sp.Expr, generators: _Generators) -> sp.Expr:
    """Every other function is a generator of its own, its argument in lowest terms."""
    nodes = sorted((n for n in expr.atoms(sp.Function) if n.free_symbols), key=sp.count_ops)
    for node in nodes:
        if not expr.has(node):
            continue
        key = (type(node).__name__, tuple(sp.cancel(a.replace(_Holder, lambda u: u)) for a in node.args))
        expr = expr.xreplace({node: generators.letter(key)})
    return expr


# -- derivatives -------------------------------------------------------------------------------------------------------


def _by_derivative(expr: sp.Expr, requirements: Sequence[Requirement]) -> bool:
    """Constant on a connected domain, by its derivative, and zero at one point of it."""
    if not expr.has(sp.asin, sp.acos, sp.atan, sp.asinh, sp.acosh, sp.atanh) or len(expr.free_symbols) != 1:
        return False
    (letter,) = expr.free_symbols
    if not _is_zero(sp.diff(expr, letter)) and not all(_is_zero(c) for c in _cases(sp.diff(expr, letter), requirements)):
        return False
    for requirement in requirements:
        if requirement.kind not in ("unit", "inside-one") or requirement.expr != letter:
            return False
    try:
        return judge.is_zero(settled(expr.subs(letter, 0)))
    except Exception:
        return False
