"""Antiderivatives: found by rules, then differentiated again and compared."""

from __future__ import annotations

from collections.abc import Sequence

import sympy as sp
from flint import arb, fmpq
from sympy.integrals.manualintegrate import manualintegrate

from ...problems import LineError
from ..exact import balls
from ..exact.partial_fractions import partial_fractions
from ..exact.rational_functions import is_zero
from ..ground.values import Requirement
from ..questions.identity import proves_identity
from ..tidy.tidy import collect_numbers, tidy_expression, written_size
from .quasi_polynomials import quasi_polynomial
from .substitutions import fractional_powers, over_a_turn, root_of_square, waves_apart

#: What the language has no name for.
_FOREIGN = (sp.Integral, sp.erf, sp.erfc, sp.erfi, sp.Si, sp.Ci, sp.Shi, sp.Chi, sp.Ei, sp.li, sp.fresnels, sp.fresnelc, sp.hyper, sp.meijerg,
            sp.uppergamma, sp.lowergamma, sp.polylog, sp.elliptic_f, sp.elliptic_e, sp.elliptic_pi, sp.RootSum, sp.gamma, sp.expint, sp.Heaviside)


def antiderivative(expr: sp.Expr, letter: sp.Symbol, real: bool) -> tuple[sp.Expr, list[Requirement]]:
    """An antiderivative, without its constant, and what other letters must satisfy. LineError (not-supported) where none is found."""
    if letter not in expr.free_symbols:
        return expr * letter, []
    for find in (_power_of_linear, _with_size, quasi_polynomial, waves_apart, root_of_square, over_a_turn, _termwise, fractional_powers, _by_library):
        try:
            found = find(expr, letter)
        except (NotImplementedError, ValueError, TypeError, RecursionError, AttributeError, KeyError, sp.PolynomialError):
            continue
        if found is None:
            continue
        found, needs = _general_case(found, letter)
        if found.has(*_FOREIGN) or found.has(sp.zoo, sp.nan):
            continue
        found = _real_logs(found, expr, letter) if real else found
        for form in _forms(found, letter):
            if _is_antiderivative(form, expr, letter, real):
                return form, needs
    raise LineError("not-supported", "No antiderivative made of the functions of this language was found.")


def _power_of_linear(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """c (a x + b)^n, without multiplying it out."""
    factor, part = expr.as_independent(letter, as_Add=False)
    if not (isinstance(part, sp.Pow) and part.exp.is_Rational and part.exp not in (-1, 1) and part.base.is_polynomial(letter) and sp.degree(part.base, letter) == 1):
        return None
    slope = part.base.coeff(letter, 1)
    return None if slope.free_symbols else factor * part.base ** (part.exp + 1) / (slope * (part.exp + 1))


def _with_size(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """Polynomials with one |a x + b|: the antiderivative to the right of its zero, turned round on the left of it."""
    sizes = [n for n in expr.atoms(sp.Abs) if letter in n.free_symbols]
    if len(sizes) != 1:
        return None
    inside = sizes[0].args[0]
    plain = sp.expand(expr.subs(sizes[0], inside))
    odd = sp.expand(expr.subs(sizes[0], 0))
    if not (plain.is_polynomial(letter) and inside.is_polynomial(letter) and sp.degree(inside, letter) == 1 and odd == 0):
        return None
    root = sp.solve(inside, letter)[0]
    whole = sp.integrate(plain, letter)
    return sizes[0] * sp.factor(sp.cancel((whole - whole.subs(letter, root)) / inside))


def _termwise(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """Rules of a textbook, on the terms of a sum apart."""
    total = sp.S.Zero
    for term in _terms(expr, letter):
        factor, part = term.as_independent(letter, as_Add=False)
        rules = (_inverse_of_linear, _power_of_linear, _quadratic_denominator, _inverse_of_sine)
        found = next((known for rule in rules if (known := rule(part, letter)) is not None), None)
        if found is None:
            found = manualintegrate(part, letter)
        if found.has(sp.Integral):
            return None
        total += factor * found
    return total


def _terms(expr: sp.Expr, letter: sp.Symbol) -> Sequence[sp.Expr]:
    """The terms of a sum; of a quotient of polynomials its partial fractions."""
    if (fractions := partial_fractions(expr, letter)) is not None:
        return fractions
    if not expr.is_rational_function(letter):
        return sp.Add.make_args(expr)
    together = sp.together(expr)
    return sp.Add.make_args(sp.apart(together, letter) if sp.fraction(together)[1].has(letter) else sp.expand(expr))


def _inverse_of_linear(part: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """1/(a x + b): a logarithm."""
    if not (isinstance(part, sp.Pow) and part.exp == -1 and part.base.is_polynomial(letter) and sp.degree(part.base, letter) == 1):
        return None
    slope = part.base.coeff(letter, 1)
    return None if slope.free_symbols else sp.log(part.base) / slope


def _inverse_of_sine(part: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """1/sin(a x + b): the logarithm of the tangent of half the angle."""
    inside = part.args[0] if isinstance(part, sp.csc) else part.base.args[0] if isinstance(part, sp.Pow) and part.exp == -1 and isinstance(part.base, sp.sin) else None
    if inside is None or not inside.is_polynomial(letter) or sp.degree(inside, letter) != 1:
        return None
    slope = inside.coeff(letter, 1)
    return None if slope.free_symbols else sp.log(sp.tan(inside / 2)) / slope


def _quadratic_denominator(part: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    """(p x + q)/(a x² + b x + c) with no real zero below: a logarithm and an inverse tangent."""
    over, under = sp.fraction(part)
    if not (under.is_polynomial(letter) and over.is_polynomial(letter) and sp.degree(under, letter) == 2 and sp.degree(over, letter) <= 1):
        return None
    a, b, c = sp.Poly(under, letter).all_coeffs()
    gap = 4 * a * c - b ** 2
    if not gap.is_positive:
        return None
    p, q = sp.Poly(over, letter).coeff_monomial(letter), sp.Poly(over, letter).coeff_monomial(1)
    root = collect_numbers(sp.sqrt(gap))
    found = p / (2 * a) * sp.log(under) if p != 0 else sp.S.Zero
    rest = sp.expand(q - p * b / (2 * a))
    return found + rest * 2 / root * sp.atan(collect_numbers(sp.expand((2 * a * letter + b) / root)))


def _by_library(expr: sp.Expr, letter: sp.Symbol) -> sp.Expr | None:
    own = sp.Symbol(letter.name, real=True)
    found = sp.integrate(expr.xreplace({letter: own}), own)
    return None if found.has(sp.Integral) else found.xreplace({own: letter})


def _general_case(found: sp.Expr, letter: sp.Symbol) -> tuple[sp.Expr, list[Requirement]]:
    """The first case of a distinction between values of other letters; its condition is needed."""
    needs: list[Requirement] = []
    while isinstance(found, sp.Piecewise) or found.has(sp.Piecewise):
        node = found if isinstance(found, sp.Piecewise) else next(iter(found.atoms(sp.Piecewise)))
        value, condition = node.args[0]
        if letter in condition.free_symbols:
            break
        for relation in condition.atoms(sp.Ne):
            needs.append(Requirement("nonzero", sp.expand(relation.lhs - relation.rhs)))
        found = found.xreplace({node: value})
    return found, needs


def _real_logs(found: sp.Expr, expr: sp.Expr, letter: sp.Symbol) -> sp.Expr:
    """ln|u| where u may be negative: its derivative is u'/u on both sides of 0."""
    own = expr.atoms(sp.log)

    def with_size(node: sp.log) -> sp.Expr:
        inside = node.args[0]
        if letter not in inside.free_symbols or node in own or (not _is_linear(inside, letter) and _is_positive(inside, letter)):
            return node
        if isinstance(inside, sp.Pow) and inside.exp.is_Rational:
            return inside.exp * sp.log(sp.Abs(inside.base))
        return sp.log(sp.Abs(inside))

    return found.replace(lambda n: isinstance(n, sp.log), with_size)


def _is_linear(expr: sp.Expr, letter: sp.Symbol) -> bool:
    """a x + b with rational numbers."""
    parts = [term.as_coeff_Mul() for term in sp.Add.make_args(expr)]
    return all(number.is_Rational and rest in (letter, sp.S.One) for number, rest in parts)


def _is_positive(inside: sp.Expr, letter: sp.Symbol) -> bool:
    real = inside.xreplace({s: sp.Symbol(s.name, real=True) for s in inside.free_symbols})
    if real.is_positive:
        return True
    if inside.is_polynomial(letter) and inside.free_symbols == {letter} and sp.degree(inside, letter) == 2:
        a, b, c = sp.Poly(inside, letter).all_coeffs()
        return bool(a.is_positive and (b ** 2 - 4 * a * c).is_negative)
    return False


def _forms(found: sp.Expr, letter: sp.Symbol) -> list[sp.Expr]:
    """Ways to write it, shortest first; constants that came with a logarithm are dropped."""
    expanded = sp.expand(found)
    forms = {found: None, expanded: None}
    for change, of in dict.fromkeys(((tidy_expression, found), (tidy_expression, expanded), (sp.factor_terms, found))):
        try:
            forms[change(of)] = None
        except (NotImplementedError, ValueError, TypeError, sp.PolynomialError):
            continue
    forms |= dict.fromkeys(map(_primitive_logs, list(forms)))
    plain = dict.fromkeys(collect_numbers(sp.Add(*(t for t in sp.Add.make_args(f) if letter in t.free_symbols))) for f in forms)
    return sorted(plain, key=lambda f: (written_size(f), str(f)))


def _primitive_logs(found: sp.Expr) -> sp.Expr:
    """ln(e^x + 1) for ln(2 e^x + 2): they differ by a constant."""
    def without_number(node: sp.log) -> sp.Expr:
        inside = node.args[0]
        size = isinstance(inside, sp.Abs)
        _, rest = sp.factor_terms(inside.args[0] if size else inside).as_coeff_Mul()
        return sp.log(sp.Abs(rest) if size else rest)

    return found.replace(lambda n: isinstance(n, sp.log) and bool(n.free_symbols), without_number)


def _is_antiderivative(found: sp.Expr, expr: sp.Expr, letter: sp.Symbol, real: bool) -> bool:
    """Its derivative is the expression: proved, or the same to 50 digits at every one of eight points."""
    flat = found.replace(lambda n: isinstance(n, sp.log) and isinstance(n.args[0], sp.Abs), lambda n: sp.log(n.args[0].args[0]))
    difference = sp.diff(flat, letter) - expr
    if (known := is_zero(difference)) is not None:
        return known
    if not real:
        return bool(sp.simplify(difference) == 0)
    if not difference.has(sp.Abs, sp.sign) and proves_identity(difference, [], True):
        return True
    letters = sorted(difference.free_symbols, key=str)
    agreed = 0
    for k in range(80):
        over, under = (7 * k + 3, 13 * (1 + k % 4)) if k < 40 else (2 * k - 77, 89)  # far out, then between -1 and 1
        try:
            with balls.precision(220):
                point = {s: arb(fmpq(over + 5 * j, under + 2 * j) * (-1 if k % 3 == 2 and not s.is_positive else 1)) for j, s in enumerate(letters)}
                value = balls.ball(difference, point)
            if balls.lies_surely_apart(value):
                return False
            agreed += isinstance(value, arb) and bool(abs(value) < arb("1e-40"))
        except balls.NoBall:
            continue
        if agreed == 8:
            return True
    return False
