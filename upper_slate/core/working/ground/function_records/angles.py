"""Functions of angles, and those that give an angle."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from typing import Final

import sympy as sp
from flint import acb, arb

from ....problems import LineError, Suggestion
from ...context import Context
from ...exact import angles
from ...exact.arcs import of_arcs
from ...exact.bridge import settled, to_sympy
from ...exact.enclosing import Ball, NoBall
from ...exact.surd import ONE, Surd
from .. import judge
from ..arithmetic import checked
from ..values import Requirement, Scalar, expression
from .record import FunctionRecord, Need, Record, ValueRule, plain, same


def _in_degrees(context: Context, angle: Scalar) -> Fraction | None:
    """The angle in degrees where that is a rational number."""
    per_unit = context.degrees_per_unit()
    if per_unit is None:
        if isinstance(angle, Surd):
            return Fraction(0) if angle.is_zero else None
        angle, per_unit = settled(angle / sp.pi), Fraction(180)
    if isinstance(angle, Surd) and angle.is_rational:
        q = angle.as_fmpq
        return Fraction(int(q.p), int(q.q)) * per_unit
    return None


def _in_radians(context: Context, angle: Scalar) -> sp.Expr:
    if context.conventions.angles == "radians":
        return expression(angle)
    return sp.pi * expression(angle) / context.half_turn


def _use_angle(context: Context, angle: Scalar) -> None:
    if angle in context.in_degrees:  # ° means degrees whatever the convention
        return
    context.used_angles = True
    if context.conventions.angles == "radians" and isinstance(angle, Surd) and angle.is_integer:
        n = angle.as_int()
        if n in (15, 18, 30, 36, 45, 54, 60, 72, 75, 90, 120, 135, 150, 180, 210, 225, 240, 270, 300, 315, 330, 360):
            offers = () if context.number_ends is None else (Suggestion("°", context.number_ends, context.number_ends),)
            context.note(f"{n} was read in radians. For degrees write {n}°.", "rad", offers)


def _note_parts_of_pi(context: Context, angle: Scalar) -> None:
    """In degrees an angle with pi in it is seldom meant: pi/6 is not 30."""
    if context.conventions.angles == "radians" or isinstance(angle, Surd) or angle in context.in_degrees or not angle.has(sp.pi) or angle.has(1 / sp.pi):
        return
    turned = settled(sp.expand(expression(angle) * context.half_turn / sp.pi))
    place = context.argument_place
    is_number = isinstance(turned, Surd) and turned.is_rational and turned.as_fmpq.q == 1
    offers = (Suggestion(str(turned.as_int()), *place),) if is_number and place is not None else ()
    context.note(f"This was read in {context.conventions.angles}, where π is a number of {context.conventions.angles} like any other.", None, offers)


def _trig(kind: str) -> ValueRule:
    make = {"sin": sp.sin, "cos": sp.cos, "tan": sp.tan, "sec": sp.sec, "csc": sp.csc, "cot": sp.cot}[kind]
    #: what must not be zero, and how it is called
    poles = {"tan": sp.cos, "sec": sp.cos, "csc": sp.sin, "cot": sp.sin}

    def rule(context: Context, angle: Scalar) -> Scalar:
        _use_angle(context, angle)
        _note_parts_of_pi(context, angle)
        degrees = _in_degrees(context, angle)
        if degrees is not None:
            both = angles.cos_sin(degrees)
            if kind in poles and degrees % 90 == 0 and both is not None:
                if (both[0] if poles[kind] is sp.cos else both[1]).is_zero:
                    raise LineError("outside-domain", f"{kind} has no value at this angle: the {'cosine' if poles[kind] is sp.cos else 'sine'} there is 0.")
            if both is not None:
                return _exact_trig(kind, degrees, both)
        radians = _in_radians(context, angle)
        if kind in poles and radians.free_symbols:
            context.require(Requirement("nonzero", poles[kind](radians), "outside-domain", kind))
        plain = of_arcs(make(radians))
        return checked(make(radians)) if plain is None else settled(plain)

    return rule


def _exact_trig(kind: str, degrees: Fraction, both: tuple[Surd, Surd]) -> Surd:
    cosine, sine = both
    match kind:
        case "sin":
            return sine
        case "cos":
            return cosine
        case "tan":
            value = angles.tangent(degrees)
        case "cot":
            value = angles.tangent(90 - degrees)
        case "sec":
            value = cosine.inverse()
        case _:
            value = sine.inverse()
    assert value is not None
    return value


def _arc(kind: str) -> ValueRule:
    make = {"sin": sp.asin, "cos": sp.acos, "tan": sp.atan}[kind]
    ratio = "a sine" if kind == "sin" else "a cosine"

    def rule(context: Context, value: Scalar) -> Scalar:
        context.used_angles = True
        if isinstance(value, Surd) and not value.has_imaginary:
            if kind != "tan" and not context.complex and judge.sign(value * value - ONE) > 0:
                raise LineError("not-real", f"arc{kind}({{0}}) is not a real number: {ratio} lies between -1 and 1.", values=(value,))
            degrees = angles.arc_degrees(kind, value)
            if degrees is not None:
                return _degrees_value(context, degrees)
        elif kind != "tan" and not context.complex:
            expr = expression(value)
            if not expr.free_symbols:
                if judge.sign(checked(expr ** 2 - 1)) > 0:
                    raise LineError("not-real", f"arc{kind}({{0}}) is not a real number: {ratio} lies between -1 and 1.", values=(value,))
            else:
                context.require(Requirement("unit", expr, "not-real", f"arc{kind}"))
        return _angle_value(context, make(expression(value)))

    return rule


def _degrees_value(context: Context, degrees: Fraction) -> Scalar:
    """An angle given in degrees, in the unit of the convention."""
    return checked(context.half_turn * sp.Rational(degrees.numerator, degrees.denominator) / 180)


def _angle_value(context: Context, radians: sp.Expr) -> Scalar:
    return checked(radians if context.conventions.angles == "radians" else radians * context.half_turn / sp.pi)


def degrees_sign(context: Context, value: Scalar) -> Scalar:
    """x° in the unit of the convention."""
    found = value if context.conventions.angles == "degrees" else checked(context.half_turn * expression(value) / 180)
    context.in_degrees.add(found)
    return found


def _argument(context: Context, value: Scalar) -> Scalar:
    context.used_angles = True
    if judge.is_closed(value) and judge.is_zero(value):
        raise LineError("undefined-value", "0 has no angle.")
    if isinstance(value, Surd):
        degrees = angles.angle_of(value)
        if degrees is not None:
            return _degrees_value(context, degrees)
        real, imaginary = value.parts()
        arc = sp.atan(to_sympy(imaginary / real))
        if judge.sign(real) < 0:
            arc += sp.pi if judge.sign(imaginary) > 0 else -sp.pi
        return _angle_value(context, arc)
    return _angle_value(context, sp.arg(value))


def _within_unit(name: str) -> Callable[[Ball], Ball]:
    def rule(value: Ball) -> Ball:
        if isinstance(value, arb):
            if value >= -1 and value <= 1:
                return getattr(value, name)()
            if value.contains(1) or value.contains(-1):
                raise NoBall
            return getattr(acb(value), name)()
        return getattr(value, name)()
    return rule


_NO_COSINE: Final = Need("nonzero", sp.cos, "outside-domain", "nonzero")
_NO_SINE: Final = Need("nonzero", sp.sin, "outside-domain", "nonzero")
_UNIT: Final = Need("unit", same, "not-real")


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("sin", sp.sin, plain("sin"), "sine", sp.cos, "arcsin", bare=True, value=_trig("sin")),
    FunctionRecord("cos", sp.cos, plain("cos"), "cosine", lambda u: -sp.sin(u), "arccos", bare=True, value=_trig("cos")),
    FunctionRecord("tan", sp.tan, plain("tan"), "tangent", lambda u: 1 / sp.cos(u) ** 2, "arctan", _NO_COSINE, bare=True, value=_trig("tan")),
    FunctionRecord("sec", sp.sec, plain("sec"), "secant", lambda u: sp.sin(u) / sp.cos(u) ** 2, None, _NO_COSINE, bare=True, value=_trig("sec")),
    FunctionRecord("csc", sp.csc, plain("csc"), "cosecant", lambda u: -sp.cos(u) / sp.sin(u) ** 2, None, _NO_SINE, bare=True, value=_trig("csc")),
    FunctionRecord("cot", sp.cot, plain("cot"), "cotangent", lambda u: -1 / sp.sin(u) ** 2, None, _NO_SINE, bare=True, value=_trig("cot")),
    FunctionRecord("arcsin", sp.asin, _within_unit("asin"), "inverse sine", lambda u: 1 / sp.sqrt(1 - u ** 2), "sin", _UNIT, bare=True, tag="asin", value=_arc("sin")),
    FunctionRecord("arccos", sp.acos, _within_unit("acos"), "inverse cosine", lambda u: -1 / sp.sqrt(1 - u ** 2), "cos", _UNIT, bare=True, tag="acos", value=_arc("cos")),
    FunctionRecord("arctan", sp.atan, plain("atan"), "inverse tangent", lambda u: 1 / (1 + u ** 2), "tan", bare=True, tag="atan", value=_arc("tan")),
    FunctionRecord("arg", sp.arg, lambda v: acb(v).arg(), value=_argument),
)
