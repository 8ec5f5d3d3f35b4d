"""Linear equations of any order: with constant coefficients, Euler's, and of first order with any coefficients."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp

from ...problems import LineError
from ..calculus.antiderivative import antiderivative
from ..ground.values import Requirement
from .characteristic import Root, roots_of
from .exponential import exponential
from .problem import Branch, Found, NoMethod, Unknown, constant
from .quasi import particular


@dataclass(frozen=True)
class Linear:
    """a_0 y + a_1 y' + … + a_n y^(n) = right, with `coefficients` from a_0 up."""

    letter: sp.Symbol
    coefficients: tuple[sp.Expr, ...]
    right: sp.Expr

    @property
    def order(self) -> int:
        """The order of the highest derivative."""
        return len(self.coefficients) - 1


def as_linear(equation: sp.Expr, unknown: Unknown, letter: sp.Symbol) -> Linear | None:
    """The equation by its coefficients; None where it is not linear in the function and its derivatives."""
    symbols = unknown.derivatives
    over, under = sp.fraction(sp.together(equation))
    if under.free_symbols & set(symbols):
        equation = sp.expand(over)
    coefficients = [sp.simplify(sp.diff(equation, s)) for s in symbols]
    if any(c.free_symbols & set(symbols) for c in coefficients):
        return None
    while len(coefficients) > 1 and coefficients[-1] == 0:
        coefficients.pop()
    right = -equation.xreplace(dict.fromkeys(symbols, sp.S.Zero))
    return Linear(letter, tuple(coefficients), sp.expand(right)) if len(coefficients) > 1 else None


def solve_linear(equation: Linear) -> Found:
    """Every solution. Raises NoMethod for coefficients of other kinds, LineError where an integral is not found."""
    x, n = equation.letter, equation.order
    if not any(x in c.free_symbols for c in equation.coefficients):
        roots = roots_of(equation.coefficients)
        basis, needs = _basis(roots, x), _kept_apart(roots)
        special = particular(equation.coefficients, equation.right, x)
        special = special if special is not None else _varied(equation, basis)
        return _general(basis, special, needs)
    if n == 1:
        return _first_order(equation)
    scaled = _euler(equation)
    if scaled is None:
        raise NoMethod
    basis, needs = _euler_basis(scaled, x)
    special = _euler_particular(scaled, equation, x)
    return _general(basis, special if special is not None else _varied(equation, basis), needs)


def _general(basis: list[sp.Expr], special: sp.Expr, needs: tuple[Requirement, ...]) -> Found:
    constants = tuple(constant(k + 1, len(basis)) for k in range(len(basis)))
    total = sp.Add(*(c * f for c, f in zip(constants, basis, strict=True)), special)
    return Found((Branch((total,), needs),), constants, is_general=True)


def _kept_apart(roots: list[Root]) -> tuple[Requirement, ...]:
    """That roots with letters in them differ, and are not real by chance: else these functions would be less than all."""
    gaps = [one.real - other.real for k, one in enumerate(roots) for other in roots[:k] if one.imaginary == other.imaginary]
    gaps += [root.imaginary for root in roots if root.imaginary != 0]
    return tuple(Requirement("nonzero", gap) for gap in map(sp.factor, gaps) if gap.free_symbols)


def _basis(roots: list[Root], x: sp.Symbol) -> list[sp.Expr]:
    """Functions of which every solution without a right side is a sum."""
    found: list[sp.Expr] = []
    for root in roots:
        for power in range(root.times):
            front = x**power * sp.exp(root.real * x)
            found += [front] if root.imaginary == 0 else [front * sp.cos(root.imaginary * x), front * sp.sin(root.imaginary * x)]
    return found


# -- first order -------------------------------------------------------------------------------------------------------


def _first_order(equation: Linear) -> Found:
    """y' + p y = q, by the factor e^(∫p)."""
    x = equation.letter
    low, high = equation.coefficients
    p, q = sp.cancel(low / high), sp.simplify(equation.right / high)
    integral, needs = antiderivative(p, x, True)
    size = exponential(-integral)
    inside, more = antiderivative(sp.simplify(q / size), x, True) if q != 0 else (sp.S.Zero, [])
    return _general([size], sp.expand(sp.simplify(size * inside)), (*needs, *more))


# -- Euler's equations -------------------------------------------------------------------------------------------------


def _euler(equation: Linear) -> list[sp.Expr] | None:
    """The numbers c_k of c_0 y + c_1 x y' + c_2 x² y'' + …; None for other coefficients."""
    x, top = equation.letter, equation.coefficients[-1]
    scaled = [sp.simplify(c / top * x ** (equation.order - k)) for k, c in enumerate(equation.coefficients)]
    return None if any(x in c.free_symbols for c in scaled) else scaled


def _falling(scaled: list[sp.Expr], r: sp.Symbol) -> sp.Expr:
    return sp.expand(sum(c * sp.ff(r, k) for k, c in enumerate(scaled)))


def _euler_basis(scaled: list[sp.Expr], x: sp.Symbol) -> tuple[list[sp.Expr], tuple[Requirement, ...]]:
    r = sp.Dummy("r")
    coefficients = tuple(reversed(sp.Poly(sp.expand_func(_falling(scaled, r)), r).all_coeffs()))
    found: list[sp.Expr] = []
    log = sp.log(sp.Abs(x))
    roots = roots_of(coefficients)
    for root in roots:
        size = x if root.real.is_Integer else sp.Abs(x)
        for power in range(root.times):
            front = size**root.real * log**power
            found += [front] if root.imaginary == 0 else [front * sp.cos(root.imaginary * log), front * sp.sin(root.imaginary * log)]
    return found, _kept_apart(roots)


def _euler_particular(scaled: list[sp.Expr], equation: Linear, x: sp.Symbol) -> sp.Expr | None:
    """For a right side that is a sum of powers; None for others."""
    right = sp.expand(sp.simplify(equation.right / equation.coefficients[-1] * x**equation.order))
    r = sp.Dummy("r")
    characteristic = sp.expand_func(_falling(scaled, r))
    total = sp.S.Zero
    for term in sp.Add.make_args(right):
        factor, power = term.as_independent(x, as_Add=False)
        base, exponent = power.as_base_exp() if power != 1 else (x, sp.S.Zero)
        if base != x or x in exponent.free_symbols or exponent.free_symbols:
            return None
        times, slope = 0, characteristic
        while times <= equation.order and sp.simplify(slope.subs(r, exponent)) == 0:
            slope, times = sp.diff(slope, r), times + 1
        total += factor * x**exponent * sp.log(sp.Abs(x)) ** times / slope.subs(r, exponent)
    return total


# -- any right side ----------------------------------------------------------------------------------------------------


def _varied(equation: Linear, basis: list[sp.Expr]) -> sp.Expr:
    """A solution for any right side, by letting the constants vary (Lagrange); up to second order."""
    x = equation.letter
    right = sp.simplify(equation.right / equation.coefficients[-1])
    if right == 0:
        return sp.S.Zero
    if len(basis) == 1:
        inside = antiderivative(sp.simplify(right / basis[0]), x, True)[0]
        return sp.expand(basis[0] * inside)
    if len(basis) != 2:
        raise NoMethod
    one, two = basis
    wronskian = sp.simplify(one * sp.diff(two, x) - two * sp.diff(one, x))
    if wronskian == 0:
        raise LineError("not-supported", "The two solutions without a right side could not be told apart.")
    first = antiderivative(sp.simplify(two * right / wronskian), x, True)[0]
    second = antiderivative(sp.simplify(one * right / wronskian), x, True)[0]
    return sp.expand(sp.simplify(two * second - one * first))
