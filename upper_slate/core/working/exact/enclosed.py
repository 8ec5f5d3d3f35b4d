"""Numbers with no closed form, known by what they solve: an isolating interval, from which any number of digits follows."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

import sympy as sp
from flint import acb, arb, ctx, fmpq, fmpz_poly

from . import balls
from .analytic import analytic_ball


class EnclosedRoot(sp.Expr):
    """The only zero of a function between two rationals; the function changes its sign there.

    Arguments: a Lambda of one letter, the lower and the upper end.
    """

    is_real = True
    is_finite = True
    is_commutative = True
    is_number = True

    def __new__(cls, function: sp.Lambda, low: sp.Rational, high: sp.Rational) -> EnclosedRoot:
        return super().__new__(cls, function, sp.Rational(low), sp.Rational(high))

    @property
    def free_symbols(self) -> set[sp.Symbol]:
        return set()

    def enclosure(self) -> arb:
        """A ball of about the precision in force that holds the root. NoBall if the sign could not be told."""
        return _root_ball(self, ctx.prec)

    def solves(self, expr: sp.Expr, letter: sp.Symbol) -> bool:
        """Whether an expression in a letter is certainly 0 here: a multiple of the function, or a polynomial that has this root in common with it."""
        function, low, high = self.args
        own = function.variables[0]
        other = expr.xreplace({letter: own})
        if not (function.expr.is_polynomial(own) and other.is_polynomial(own) and other.free_symbols == {own}):
            return self._is_factor(sp.expand(other))
        common = sp.gcd(function.expr, other)
        return own in common.free_symbols and bool(common.subs(own, low) * common.subs(own, high) < 0)

    def _is_factor(self, expr: sp.Expr) -> bool:
        """Whether the function is this times what is not 0 here."""
        function = self.args[0].expr
        others = [f for f in sp.Mul.make_args(function) if sp.expand(f) not in (expr, sp.expand(-expr))]
        if len(others) == len(sp.Mul.make_args(function)):
            return False
        try:
            with balls.precision(128):
                rest = balls.ball(sp.Mul(*others), {self.args[0].variables[0]: self.enclosure()})
        except balls.NoBall:
            return False
        return balls.lies_surely_apart(rest)

    def _eval_evalf(self, prec: int) -> sp.Float:
        with balls.precision(prec + 16):
            return sp.Float(self.enclosure().mid().str(prec // 3 + 5, radius=False), precision=prec)

    def _eval_is_zero(self) -> bool | None:
        low, high = self.args[1:]
        return False if low * high > 0 else None

    def _eval_is_extended_positive(self) -> bool | None:
        low, high = self.args[1:]
        return True if low >= 0 else False if high <= 0 else None

    def _eval_is_extended_negative(self) -> bool | None:
        positive = self._eval_is_extended_positive()
        return None if positive is None else not positive

    def _eval_subs(self, old: Any, new: Any) -> EnclosedRoot:
        return self


@lru_cache(maxsize=500)
def _derivative(function: sp.Lambda) -> sp.Expr:
    return sp.diff(function.expr, function.variables[0])


@lru_cache(maxsize=2_000)
def _root_ball(root: EnclosedRoot, bits: int) -> arb:
    function, low, high = root.args
    letter = function.variables[0]
    ends = (fmpq(int(low.p), int(low.q)), fmpq(int(high.p), int(high.q)))
    with balls.precision(bits + 64):
        def value(at: arb, of: sp.Expr = function.expr) -> arb:
            found = balls.ball(of, {letter: at})
            if not isinstance(found, arb):
                raise balls.NoBall
            return found

        left, right = arb(ends[0]), arb(ends[1])
        rising = value(right) > 0
        for _ in range(40):  # bisection brings Newton's steps near enough
            if (right - left) < arb(2) ** -20:
                break
            middle = ((left + right) / 2).mid()
            sign = value(middle)
            if sign.contains(0):
                break
            if (sign > 0) == rising:
                right = middle
            else:
                left = middle
        guess = ((left + right) / 2).mid()
        for _ in range(bits.bit_length() + 6):
            slope = value(guess, _derivative(function))
            if slope.contains(0):
                break
            step = (value(guess) / slope).mid()
            guess = (guess - step).mid()
            if abs(step) < arb(2) ** -(bits + 32):
                break
        for room in range(bits + 8, 4, -8):
            width = arb(2) ** -room * (1 + abs(guess).mid())
            below, above = value((guess - width).mid()), value((guess + width).mid())
            if (below > 0 and above < 0) or (below < 0 and above > 0):
                found = arb(guess, width.mid())
                if found >= arb(ends[0]) - width and found <= arb(ends[1]) + width:
                    return found
                break
    raise balls.NoBall


class ComplexRoot(sp.Expr):
    """A root of a polynomial with whole coefficients that is not real: a Lambda, and its number in the order of (real part, imaginary part)."""

    is_real = False
    is_finite = True
    is_commutative = True
    is_number = True

    def __new__(cls, function: sp.Lambda, number: sp.Integer) -> ComplexRoot:
        return super().__new__(cls, function, sp.Integer(number))

    @property
    def free_symbols(self) -> set[sp.Symbol]:
        return set()

    def enclosure(self) -> acb:
        function, number = self.args
        letter = function.variables[0]
        return complex_roots(tuple(int(c) for c in sp.Poly(function.expr, letter).all_coeffs()))[int(number)]

    def as_real_imag(self, deep: bool = True, **hints: Any) -> tuple[sp.Expr, sp.Expr] | None:
        return None if hints.get("ignore") == self else (sp.re(self), sp.im(self))

    def _eval_subs(self, old: Any, new: Any) -> ComplexRoot:
        return self


def complex_roots(coefficients: tuple[int, ...]) -> list[acb]:
    """The roots that are not real of a square-free polynomial (leading coefficient first), ordered by real, then imaginary part."""
    found = [r for r, _ in fmpz_poly(list(reversed(coefficients))).complex_roots() if not r.imag.contains(0)]
    return sorted(found, key=lambda r: (round(float(r.real.mid()), 9), float(r.imag.mid())))


class EnclosedIntegral(sp.Expr):
    """A definite integral with no closed form, of a function that is analytic on the way: a Lambda and two ends."""

    is_real = True
    is_finite = True
    is_commutative = True
    is_number = True

    def __new__(cls, function: sp.Lambda, low: sp.Expr, high: sp.Expr) -> EnclosedIntegral:
        return super().__new__(cls, function, low, high)

    @property
    def free_symbols(self) -> set[sp.Symbol]:
        return set()

    def enclosure(self) -> arb:
        """A ball that holds the value, by rigorous quadrature (FLINT's acb.integral)."""
        return _integral_ball(self, ctx.prec)

    def _eval_evalf(self, prec: int) -> sp.Float:
        with balls.precision(prec + 16):
            return sp.Float(self.enclosure().mid().str(prec // 3 + 5, radius=False), precision=prec)

    def _eval_subs(self, old: Any, new: Any) -> EnclosedIntegral:
        return self


@lru_cache(maxsize=500)
def _integral_ball(integral: EnclosedIntegral, bits: int) -> arb:
    function, low, high = integral.args
    letter = function.variables[0]

    def at(z: acb, must_be_analytic: bool) -> acb:
        try:
            return acb(analytic_ball(function.expr, {letter: z}, must_be_analytic))
        except balls.NoBall:
            return acb("nan")

    with balls.precision(bits):
        found = acb.integral(at, acb(balls.ball(low)), acb(balls.ball(high)))
    if not found.is_finite() or not found.imag.contains(0):
        raise balls.NoBall
    return found.real
