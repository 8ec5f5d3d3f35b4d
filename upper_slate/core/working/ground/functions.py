"""The built-in functions, applied to scalars."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from math import comb, gcd, lcm, perm
from typing import Final

import sympy as sp
from flint import fmpz

from ...language.words import FUNCTIONS
from ...problems import LineError, Suggestion
from ..context import Context
from ..exact import angles, roots
from ..exact.arcs import as_logarithm, of_arcs, of_logarithms
from ..exact.bridge import settled, to_sympy
from ..exact.function_records import RECORDS, FunctionRecord
from ..exact.surd import ONE, Surd
from . import judge
from .arithmetic import add, checked, divide, exponential, multiply, negate, power, too_large
from .requirements import check
from .values import Requirement, Scalar, expression

#: Declared functions that have a record, by name.
_RECORDS: Final = {record.name: record for record in RECORDS if record.name in FUNCTIONS}
_MAX_FACTORIAL: Final = 25_000


def call(context: Context, name: str, arguments: Sequence[Scalar]) -> Scalar:
    """The value of a built-in function of scalars. Errors: not-real, outside-domain, division-by-zero, too-large."""
    rule = _RULES.get(name)
    found = rule(context, *arguments) if rule is not None else _by_record(context, _RECORDS[name], *arguments)
    return _without_logarithm(context, name, arguments, found)


def _without_logarithm(context: Context, name: str, arguments: Sequence[Scalar], found: Scalar) -> Scalar:
    """sinh(ln 2) is a number, arcosh(5/3) a logarithm."""
    if isinstance(found, Surd) or not judge.is_closed(found):
        return found
    if name in ("arsinh", "arcosh", "artanh") and isinstance(arguments[0], Surd):
        plain = as_logarithm(name, arguments[0])
    else:
        plain = of_logarithms(found)
    return found if plain is None else settled(plain)


def is_scalar_function(name: str) -> bool:
    return name in _RULES or name in _RECORDS


def _by_record(context: Context, record: FunctionRecord, value: Scalar) -> Scalar:
    """A function with no exact values of its own: what it needs is required, or checked where there is no letter left."""
    if record.need is not None and (kind := record.need.in_complex if context.complex else record.need.kind):
        requirement = Requirement(kind, record.need.of(expression(value)), record.need.code, record.name)
        if judge.is_closed(value):
            check(requirement)
        else:
            context.require(requirement)
    return checked(record.make(expression(value)))


# -- roots, powers, logarithms ---------------------------------------------------------------------------------------


def _root(context: Context, value: Scalar, degree: Scalar) -> Scalar:
    if not (isinstance(degree, Surd) and degree.is_integer and degree.as_int() > 0):
        if judge.is_closed(degree):
            raise LineError("outside-domain", "root(x, n) needs a whole number n from 1 up.")
        return power(context, value, divide(context, ONE, degree))
    n = degree.as_int()
    if n > 10_000:
        raise too_large()
    if context.complex and n % 2 and isinstance(value, Surd) and not value.has_imaginary:
        found = roots.root(value, n)  # cbrt and root of a real number stay real where they can
        if found is not None:
            return found
    return power(context, value, Surd.rational(Fraction(1, n)))


def _ln(context: Context, value: Scalar) -> Scalar:
    if judge.is_closed(value):
        if isinstance(value, sp.Expr) and value == sp.oo:
            return sp.oo
        if judge.is_zero(value):
            raise LineError("outside-domain", "ln(0) has no value: no power of e is 0.")
        if (isinstance(value, Surd) and value.has_imaginary) or (not isinstance(value, Surd) and value.has(sp.I)):
            return _complex_log(context, value)
        if judge.sign(value) < 0:
            if not context.complex:
                raise LineError("not-real", "ln({0}) is not a real number. With the convention “complex numbers” it is {1}.",
                                values=(value, checked(sp.log(expression(negate(value))) + sp.I * sp.pi)))
            return add([_ln(context, negate(value)), sp.I * sp.pi])
    elif context.complex:
        context.require(Requirement("nonzero", expression(value), "outside-domain", "ln"))
    else:
        context.require(Requirement("positive", expression(value), "outside-domain", "ln"))
        return checked(_real_log(expression(value)))
    return checked(sp.log(expression(value)))


def _real_log(expr: sp.Expr) -> sp.Expr:
    """ln of an expression known to be positive, where the line is defined: ln(e^u) = u."""
    if isinstance(expr, sp.exp):
        return expr.args[0]
    return sp.log(expr)


def _complex_log(context: Context, value: Scalar) -> Scalar:
    if isinstance(value, Surd):
        size, angle = roots.absolute(value), angles.angle_of(value)
        if size is not None and angle is not None:
            return add([_ln(context, size), checked(sp.I * sp.pi * sp.Rational(angle.numerator, angle.denominator) / 180)])
    return checked(sp.log(expression(value)))


def _log(context: Context, value: Scalar, base: Scalar | None = None) -> Scalar:
    if base is None:
        base = Surd.rational(10)
        context.note("log is to base 10; ln is the natural logarithm.", "log")
    if judge.is_closed(base):
        if judge.is_zero(base) or (isinstance(base, Surd) and base == ONE):
            raise LineError("outside-domain", "The base of a logarithm is positive and not 1.")
        if not context.complex and judge.sign(base) < 0:
            raise LineError("outside-domain", "The base of a logarithm is positive and not 1.")
    if isinstance(value, Surd) and isinstance(base, Surd) and value.is_rational and base.is_rational and judge.sign(value) > 0:
        ratio = rational_log(value, base)
        if ratio is not None:
            return Surd.rational(ratio)
    return divide(context, _ln(context, value), _ln(context, base))


def rational_log(value: Surd, base: Surd) -> Fraction | None:
    """log of one positive rational to the base of another, where that is rational."""
    def exponents(surd: Surd) -> dict[int, int]:
        q = surd.as_fmpq
        if max(len(str(q.p)), len(str(q.q))) > 60:
            return {0: 1}
        found = {int(p): int(e) for p, e in fmpz(q.p).factor()}
        for p, e in fmpz(q.q).factor():
            found[int(p)] = found.get(int(p), 0) - int(e)
        return found

    over, under = exponents(value), exponents(base)
    if not over:
        return Fraction(0)
    if set(over) != set(under) or 0 in over or 0 in under:
        return None
    ratios = {Fraction(over[p], under[p]) for p in over}
    return ratios.pop() if len(ratios) == 1 else None


# -- trigonometry ----------------------------------------------------------------------------------------------------


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


def _trig(kind: str) -> Callable[[Context, Scalar], Scalar]:
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


def _arc(kind: str) -> Callable[[Context, Scalar], Scalar]:
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


def _arcosh(context: Context, value: Scalar) -> Scalar:
    if not context.complex:
        if judge.is_closed(value):
            if judge.compare(value, ONE) < 0:
                raise LineError("not-real", "arcosh({0}) is not a real number: a hyperbolic cosine is at least 1.", values=(value,))
        else:
            context.require(Requirement("above-one", expression(value), "not-real", "arcosh"))
    return checked(sp.acosh(expression(value)))


def _artanh(context: Context, value: Scalar) -> Scalar:
    if judge.is_closed(value):
        if isinstance(value, Surd) and value in (ONE, -ONE):
            raise LineError("outside-domain", "artanh has no value at 1 and -1.")
        if not context.complex and judge.sign(add([multiply([value, value]), -ONE])) > 0:
            raise LineError("not-real", "artanh({0}) is not a real number: a hyperbolic tangent lies between -1 and 1.", values=(value,))
    else:
        context.require(Requirement("inside-one", expression(value), "not-real", "artanh"))
    return checked(sp.atanh(expression(value)))


# -- absolute value, rounding, order ---------------------------------------------------------------------------------


def absolute(context: Context, value: Scalar) -> Scalar:
    """|value|."""
    if isinstance(value, Surd):
        found = roots.absolute(value)
        return found if found is not None else checked(sp.Abs(to_sympy(value)))
    if not value.free_symbols and not value.has(sp.I) and value.is_finite is not False:
        return negate(value) if judge.sign(value) < 0 else value
    return checked(sp.Abs(value))


def _sign(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(judge.sign(value)) if judge.is_closed(value) else checked(sp.sign(expression(value)))


def _floor(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(judge.floor_of(value)) if judge.is_closed(value) else checked(sp.floor(expression(value)))


def _ceil(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(-judge.floor_of(negate(value))) if judge.is_closed(value) else checked(sp.ceiling(expression(value)))


def _round(context: Context, value: Scalar) -> Scalar:
    if not judge.is_closed(value):
        raise LineError("not-supported", "round needs a number; letters cannot be rounded.")
    half = Surd.rational(Fraction(1, 2))
    if judge.sign(value) < 0:
        return Surd.rational(-judge.floor_of(add([negate(value), half])))
    return Surd.rational(judge.floor_of(add([value, half])))


def _extreme(which: int) -> Callable[..., Scalar]:
    def rule(context: Context, *values: Scalar) -> Scalar:
        if all(judge.is_closed(v) for v in values):
            best = values[0]
            for value in values[1:]:
                if judge.compare(value, best) * which > 0:
                    best = value
            return best
        return checked((sp.Max if which > 0 else sp.Min)(*map(expression, values)))

    return rule


# -- whole numbers ---------------------------------------------------------------------------------------------------


def _whole_numbers(name: str, values: Sequence[Scalar]) -> list[int]:
    found = []
    for value in values:
        if not (isinstance(value, Surd) and value.is_integer):
            if judge.is_closed(value):
                raise LineError("outside-domain", f"{name} needs whole numbers; {{0}} is not one.", values=(value,))
            raise LineError("not-supported", f"{name} needs whole numbers, and {{0}} has a letter in it.", values=(value,))
        found.append(value.as_int())
    return found


def _gcd(context: Context, *values: Scalar) -> Scalar:
    return Surd.rational(gcd(*_whole_numbers("gcd", values)))


def _lcm(context: Context, *values: Scalar) -> Scalar:
    return Surd.rational(lcm(*_whole_numbers("lcm", values)))


def factorial(context: Context, value: Scalar) -> Scalar:
    """n!"""
    if judge.is_closed(value):
        if not (isinstance(value, Surd) and value.is_integer) or value.as_int() < 0:
            raise LineError("outside-domain", "n! needs a whole number n from 0 up; {0} is not one.", values=(value,))
        n = value.as_int()
        if n > _MAX_FACTORIAL:
            raise too_large()
        return Surd.rational(fmpz.fac_ui(n))
    context.require(Requirement("natural", expression(value), "outside-domain", "!"))
    return checked(sp.factorial(expression(value)))


def _choose(context: Context, n: Scalar, k: Scalar) -> Scalar:
    if judge.is_closed(n) and judge.is_closed(k):
        whole, part = _whole_numbers("choose", (n, k))
        if whole < 0 or part < 0:
            raise LineError("outside-domain", "choose(n, k) needs whole numbers from 0 up.")
        if whole > 300_000 or min(part, whole - part) * max(whole.bit_length(), 1) > 332_200 * 2:
            raise too_large()
        return Surd.rational(comb(whole, part))
    _require_whole(context, "choose", n, k)
    if isinstance(k, Surd) and k.is_integer and 0 <= k.as_int() <= 20:
        return checked(sp.ff(expression(n), k.as_int()) / sp.factorial(k.as_int()))
    return checked(sp.binomial(expression(n), expression(k)))


def _require_whole(context: Context, name: str, *values: Scalar) -> None:
    """Where letters stand for the numbers, they are whole, from 0 up."""
    for value in values:
        if not judge.is_closed(value):
            context.require(Requirement("natural", expression(value), "outside-domain", name))


def _permutations(context: Context, n: Scalar, k: Scalar) -> Scalar:
    """n!/(n - k)!"""
    if judge.is_closed(n) and judge.is_closed(k):
        whole, part = _whole_numbers("permutations", (n, k))
        if whole < 0 or part < 0:
            raise LineError("outside-domain", "permutations(n, k) needs whole numbers from 0 up.")
        if part > whole:
            return Surd.rational(0)
        if part * max(whole.bit_length(), 1) > 332_200 * 2:
            raise too_large()
        return Surd.rational(perm(whole, part))
    _require_whole(context, "permutations", n, k)
    if isinstance(k, Surd) and k.is_integer and 0 <= k.as_int() <= 20:
        return checked(sp.ff(expression(n), k.as_int()))
    return divide(context, factorial(context, n), factorial(context, checked(expression(n) - expression(k))))


def modulo(context: Context, value: Scalar, modulus: Scalar) -> Scalar:
    """The remainder in [0, |modulus|)."""
    if not judge.is_closed(modulus):
        raise LineError("not-supported", "mod and div are by a number; here is a letter without a value.")
    if judge.is_zero(modulus):
        raise LineError("division-by-zero", "mod and div by zero have no value.")
    size = absolute(context, modulus)
    if not judge.is_closed(value):
        width = expression(size)
        return checked(expression(value) - width * sp.floor(expression(value) / width))
    quotient = judge.floor_of(divide(context, value, size))
    return add([value, negate(multiply([Surd.rational(quotient), size]))])


def whole_quotient(context: Context, value: Scalar, divisor: Scalar) -> Scalar:
    """(value - value mod divisor)/divisor."""
    rest = modulo(context, value, divisor)
    return divide(context, add([value, negate(rest)]), divisor)


# -- complex parts ---------------------------------------------------------------------------------------------------


def _real_part(context: Context, value: Scalar) -> Scalar:
    return value.parts()[0] if isinstance(value, Surd) else checked(sp.re(value))


def _imaginary_part(context: Context, value: Scalar) -> Scalar:
    return value.parts()[1] if isinstance(value, Surd) else checked(sp.im(value))


def _conjugate(context: Context, value: Scalar) -> Scalar:
    return value.conjugate() if isinstance(value, Surd) else checked(sp.conjugate(value))


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


_RULES: Final[dict[str, Callable[..., Scalar]]] = {
    "sqrt": lambda c, x: power(c, x, Surd.rational(Fraction(1, 2))),
    "cbrt": lambda c, x: _root(c, x, Surd.rational(3)),
    "root": _root, "abs": absolute, "exp": exponential, "ln": _ln, "log": _log,
    **{kind: _trig(kind) for kind in ("sin", "cos", "tan", "sec", "csc", "cot")},
    **{f"arc{kind}": _arc(kind) for kind in ("sin", "cos", "tan")},
    "arcosh": _arcosh, "artanh": _artanh, "sign": _sign, "floor": _floor, "ceil": _ceil, "round": _round,
    "min": _extreme(-1), "max": _extreme(1), "gcd": _gcd, "lcm": _lcm, "choose": _choose, "permutations": _permutations,
    "re": _real_part, "im": _imaginary_part, "conj": _conjugate, "arg": _argument,
}
