"""Decides about closed numbers of every kind, transcendental ones too: sign, zero, floor. A doubt is an error, never a guess."""

from __future__ import annotations

import sympy as sp
from flint import arb, fmpz

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import from_sympy, has_letters, settled
from ..exact.decide import Undecided, surd_is_zero, surd_sign
from ..exact.roots import root
from ..exact.surd import ONE, I, Surd
from .values import Scalar, expression

_FIRST_BITS, _LAST_BITS = 64, 6_000


def is_closed(value: Scalar) -> bool:
    """Whether it is a number: no letter in it."""
    return isinstance(value, Surd) or not has_letters(value)


def ball_of(value: Scalar, bits: int) -> balls.Ball:
    """The ball of a closed number at that precision; NoBall where there is none."""
    with balls.precision(bits):
        return balls.surd_ball(value) if isinstance(value, Surd) else balls.ball(value)


def is_zero(value: Scalar) -> bool:
    """Whether a closed number is zero; LineError (not-supported) where it cannot be settled."""
    if isinstance(value, Surd):
        try:
            return surd_is_zero(value)
        except Undecided:
            raise _undecided() from None
    if value == 0:
        return True
    if value.is_infinite:
        return False
    bits = _FIRST_BITS
    while bits <= _LAST_BITS:
        try:
            if balls.lies_surely_apart(ball_of(value, bits)):
                return False
        except balls.NoBall:
            pass
        if bits == 1024 and proves_zero(value):
            return True
        bits *= 2
    raise _undecided()


def proves_zero(expr: sp.Expr) -> bool:
    """Whether algebra shows the expression to be zero (identities that SymPy applies exactly; no sampling)."""
    for rewrite in (sp.expand, lambda e: sp.expand(sp.expand_log(sp.expand_trig(e), force=False)), _logs_to_primes, _two_powers, _turns, sp.simplify):
        try:
            if rewrite(expr) == 0:
                return True
        except (balls.NoBall, NotImplementedError, ValueError, TypeError, RecursionError, AttributeError):
            continue
    return False


def _turns(expr: sp.Expr) -> sp.Expr:
    """0 for a small sum of inverse tangents, sines and cosines and multiples of pi whose turns multiply to a positive number.

    The sum must be known to lie near 0 (it is: balls did not tell it from 0), so that no whole turn can hide in it.
    """
    parts, scale = [], 1
    for term in sp.Add.make_args(sp.expand(expr)):
        coefficient, arc = term.as_coeff_Mul()
        if not coefficient.is_Rational or not (arc == sp.pi or isinstance(arc, sp.atan | sp.asin | sp.acos)):
            return expr
        parts.append((coefficient, arc))
        scale = int(sp.ilcm(scale, coefficient.q))
    if scale * max(abs(c) for c, _ in parts) > 200:
        return expr
    turn = ONE
    for coefficient, arc in parts:
        power = int(coefficient * scale)
        if arc == sp.pi:
            turn = turn if power % 2 == 0 else -turn
            continue
        ratio = from_sympy(arc.args[0])
        other = None if ratio is None or ratio.has_imaginary else ONE if isinstance(arc, sp.atan) else root(ONE - ratio * ratio, 2)
        if ratio is None or other is None:
            return expr
        factor = ratio + other * I if isinstance(arc, sp.acos) else other + ratio * I
        turn = turn * factor ** power if power > 0 else turn * factor.conjugate() ** -power
    real, imaginary = turn.parts()
    return sp.S.Zero if surd_is_zero(imaginary) and surd_sign(real) > 0 else expr


def _two_powers(expr: sp.Expr) -> sp.Expr:
    """0 for a·r^u - b·s^v where the logarithms of both terms are equal, written in logarithms of primes; else the expression."""
    terms = sp.Add.make_args(expr)
    if len(terms) != 2 or not expr.has(sp.log):
        return expr
    exponents, signs = [], []
    for term in terms:
        total, sign = sp.S.Zero, 1
        for factor in sp.Mul.make_args(term):
            base, exponent = (sp.E, factor.args[0]) if isinstance(factor, sp.exp) else factor.as_base_exp()
            if base.is_Rational and base.is_negative and exponent == 1:
                base, sign = -base, -sign
            if base == sp.E:
                total += exponent
            elif base.is_Rational and base.is_positive:
                total += exponent * sp.log(base)
            else:
                return expr
        exponents.append(total)
        signs.append(sign)
    if signs[0] == signs[1]:
        return expr
    return sp.S.Zero if sp.cancel(_logs_to_primes(exponents[0] - exponents[1])) == 0 else expr


def _logs_to_primes(expr: sp.Expr) -> sp.Expr:
    """Logarithms of positive rationals as sums of logarithms of primes."""
    def split(node: sp.Expr) -> sp.Expr:
        factors = sp.factorint(node.args[0])
        return sp.Add(*(e * sp.log(p, evaluate=False) for p, e in factors.items()))

    return sp.expand(expr.replace(lambda n: isinstance(n, sp.log) and n.args[0].is_Rational and n.args[0] > 0
                                  and n.args[0] not in (1,) and len(str(n.args[0])) < 40, split))


def sign(value: Scalar) -> int:
    """-1, 0 or 1 for a closed real number; LineError (not-real) for one that is not real."""
    if isinstance(value, Surd):
        if value.has_imaginary:
            raise LineError("not-real", "Numbers that are not real have no order.")
        try:
            return surd_sign(value)
        except Undecided:
            raise _undecided() from None
    if value == sp.oo:
        return 1
    if value == -sp.oo:
        return -1
    bits = _FIRST_BITS
    while bits <= _LAST_BITS:
        try:
            ball = ball_of(value, bits)
            if isinstance(ball, arb):
                if ball > 0:
                    return 1
                if ball < 0:
                    return -1
            elif not ball.imag.contains(0):
                raise LineError("not-real", "Numbers that are not real have no order.")
            elif bits > 1024:
                real = ball.real
                if proves_zero(sp.im(value)):
                    return 1 if real > 0 else -1 if real < 0 else 0
        except balls.NoBall:
            pass
        if bits == 1024 and proves_zero(value):
            return 0
        bits *= 2
    raise _undecided()


def compare(left: Scalar, right: Scalar) -> int:
    """The sign of left - right."""
    if isinstance(left, Surd) and isinstance(right, Surd):
        return sign(left - right)
    difference = expression(left) - expression(right)
    return sign(settled(difference))


def floor_of(value: Scalar) -> int:
    """The greatest whole number not above a closed real number."""
    if isinstance(value, Surd) and value.is_rational:
        q = value.as_fmpq
        return int(fmpz(q.p) // fmpz(q.q))
    if isinstance(value, Surd) and value.has_imaginary:
        raise LineError("not-real", "Rounding needs a real number.")
    bits = _FIRST_BITS
    while bits <= _LAST_BITS:
        try:
            ball = ball_of(value, bits)
            if isinstance(ball, arb):
                with balls.precision(bits):  # a ball is rounded to the precision in force by every operation
                    found = ball.floor().unique_fmpz()
                if found is not None:
                    return int(found)
                near = ball.mid().nint().unique_fmpz() if hasattr(ball.mid(), "nint") else None
                if bits >= 256 and near is not None and is_zero(expression(value) - int(near)):
                    return int(near)
        except balls.NoBall:
            pass
        bits *= 2
    raise _undecided()


def _undecided() -> LineError:
    return LineError("not-supported", "It could not be settled whether this number is exactly zero, so no result is given.")
