"""Inverse trigonometric functions of exact numbers: sums that are a known angle, functions of them that are algebraic."""

from __future__ import annotations

from fractions import Fraction
from math import lcm
from typing import Final

import sympy as sp
from flint import arb

from . import angles, balls
from .bridge import from_sympy, to_sympy
from .surd import I, Surd

_ARCS: Final = (sp.asin, sp.acos, sp.atan)
_TRIG: Final = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)
_ONE: Final = Surd.rational(1)
#: Sums of angles are recognised as multiples of 3°; more turns than this are not tried.
_MOST_TURNS: Final = 12


def known_angle(expr: sp.Expr) -> sp.Expr | None:
    """A closed sum of inverse functions as a multiple of pi, where it is one: arctan 1 + arctan 2 + arctan 3 = pi.

    Each arc is the angle of a complex number; the product of their powers, turned back by the supposed angle, must be a positive real number.
    That settles the sum up to whole turns, and a ball settles those.
    """
    terms = _terms(sp.expand(expr))
    if terms is None or not terms[0]:
        return None
    arcs, turns = terms
    degrees = _near(expr)
    if degrees is None:
        return None
    scale = lcm(*(c.denominator for _, c in arcs), (degrees - turns * 180).denominator)
    if any(abs(c * scale) > _MOST_TURNS for _, c in arcs):
        return None
    back = angles.cos_sin((turns * 180 - degrees) * scale)
    if back is None:
        return None
    product = back[0] + I * back[1]
    for arc, coefficient in arcs:
        number = _number_at(arc)
        if number is None:
            return None
        power = int(coefficient * scale)
        product = product * (number if power > 0 else number.conjugate()) ** abs(power)
    real, imaginary = product.parts()
    if not imaginary.is_zero or float(_middle(real)) <= 0:
        return None
    return sp.pi * sp.Rational(degrees.numerator, degrees.denominator) / 180


def _terms(expr: sp.Expr) -> tuple[list[tuple[sp.Expr, Fraction]], Fraction] | None:
    """Arcs with their rational coefficients, and the multiple of pi beside them; None where anything else stands there."""
    arcs: list[tuple[sp.Expr, Fraction]] = []
    turns = Fraction(0)
    for term in sp.Add.make_args(expr):
        coefficient, rest = term.as_coeff_Mul()
        if not coefficient.is_Rational:
            return None
        if rest == sp.pi:
            turns += Fraction(int(coefficient.p), int(coefficient.q))
        elif isinstance(rest, _ARCS):
            arcs.append((rest, Fraction(int(coefficient.p), int(coefficient.q))))
        else:
            return None
    return arcs, turns


def _near(expr: sp.Expr) -> Fraction | None:
    """The angle in degrees that a value lies at, as far as balls tell; None where no simple one lies there."""
    try:
        with balls.precision(160):
            found = balls.ball(expr / sp.pi * 180)
    except balls.NoBall:
        return None
    if not isinstance(found, arb):  # not real
        return None
    value = Fraction(found.mid().str(40, radius=False))
    simple = value.limit_denominator(8)
    return simple if abs(value - simple) < Fraction(1, 10 ** 25) else None


def _number_at(arc: sp.Expr) -> Surd | None:
    """A complex number whose angle is the arc."""
    given = from_sympy(arc.args[0])
    if given is None or given.has_imaginary:
        return None
    if isinstance(arc, sp.atan):
        return _ONE + I * given
    other = from_sympy(sp.sqrt(1 - arc.args[0] ** 2))
    if other is None or other.has_imaginary:
        return None
    return other + I * given if isinstance(arc, sp.asin) else given + I * other


def _middle(value: Surd) -> Fraction:
    from_ball = balls.ball(to_sympy(value)).mid().str(20, radius=False)
    return Fraction(from_ball)


def of_arcs(expr: sp.Expr) -> sp.Expr | None:
    """cos(2 arctan(1/2)) is 3/5: a function of inverse functions of numbers without any function; None where some are left."""
    if not isinstance(expr, _TRIG) or not expr.args[0].atoms(*_ARCS) or expr.free_symbols:
        return None
    found = sp.expand_trig(expr.func(sp.expand(expr.args[0])))
    return None if found.atoms(*_TRIG, *_ARCS) or found.has(sp.zoo, sp.nan) else found


def of_logarithms(expr: sp.Expr) -> sp.Expr | None:
    """sinh(ln 2) is 3/4."""
    if not isinstance(expr, sp.sinh | sp.cosh | sp.tanh) or not expr.args[0].has(sp.log) or expr.free_symbols:
        return None
    found = sp.together(expr.rewrite(sp.exp))
    return None if found.has(sp.exp, sp.log) or not found.is_algebraic else sp.radsimp(found)


def as_logarithm(name: str, value: Surd) -> sp.Expr | None:
    """arcosh(5/3) is ln 3: an inverse hyperbolic function at a number with a rational root."""
    if not value.is_rational:
        return None
    x = sp.Rational(int(value.as_fmpq.p), int(value.as_fmpq.q))
    inside = {"arsinh": lambda: x + sp.sqrt(x ** 2 + 1), "arcosh": lambda: x + sp.sqrt(x ** 2 - 1), "artanh": lambda: sp.sqrt((1 + x) / (1 - x))}[name]()
    if name == "artanh":
        ratio = (1 + x) / (1 - x)
        return sp.log(inside) if inside.is_Rational else sp.log(ratio) / 2 if ratio > 0 else None
    return sp.log(inside) if inside.is_Rational and inside > 0 else None
