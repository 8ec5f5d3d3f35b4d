"""Value, slope and curvature of an expression on an interval, as balls that certainly contain them.

Forward differentiation to the second order in ball arithmetic: each rule gives f(u), f(u)′ and f(u)″ from u, u′ and u″.
With an interval for the letter the curvature bounds how far a curve can leave its chord.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final, NamedTuple

import sympy as sp
from flint import acb, arb, arb_poly

from ..binding.bodies import Body
from ..exact import balls
from ..exact.balls import NoBall
from ..ground.function_records import RECORD_OF
from ..ground.values import Requirement
from .domain import Domain

#: Bits of every ball: enough for the screen, cheap; and where much cancels.
BITS: Final = 64
_MORE_BITS: Final = 320
#: The middle of a ball is a height where it is as sharp as this, by its size or in itself.
_SHARP, _SHARP_AT_0 = 1e-9, 1e-40
#: Heights beyond this are drawn as this: far outside of any window, and still a number.
_HIGHEST: Final = 1e200


def as_float(value: sp.Expr) -> float:
    """A real number to the precision of a float. NoBall where it is none."""
    with balls.precision(BITS):
        found = balls.ball(value)
    if not isinstance(found, arb):
        raise NoBall
    return float(found.mid())


class Bounds(NamedTuple):
    """Balls that contain the value, the first and the second derivative."""

    value: arb
    slope: arb
    bend: arb


_ZERO, _ONE = arb(0), arb(1)


class Enclosure:
    """An expression in one letter, made ready to be enclosed on many intervals; it has values where the line as it was written has them."""

    def __init__(self, expr: sp.Expr, letter: sp.Symbol, requirements: Sequence[Requirement] = ()) -> None:
        self._expr, self._letter = expr, letter
        self._domain = Domain(requirements, letter)
        with balls.precision(BITS):
            self._polynomial = _polynomial(expr, letter)
            self._bounds = _compiled(expr, letter)

    def bounds(self, on: arb) -> Bounds:
        """The bounds for a ball of the letter. NoBall where there is no value or no derivative, or where balls do not tell."""
        with balls.precision(BITS):
            found = self._bounds(on)
            if not (found.value.is_finite() and found.slope.is_finite() and found.bend.is_finite() and self._domain.surely_holds(on)):
                raise NoBall
        return found

    def value(self, on: arb) -> arb | None:
        """A ball that contains the real values; None where there is none, or where balls do not tell."""
        with balls.precision(BITS):
            return self._value(on) if self._domain.surely_holds(on) else None

    def _value(self, on: arb) -> arb | None:
        if self._polynomial is not None:
            return _around_middle(self._polynomial, on)
        try:
            found = balls.ball(self._expr, {self._letter: on})
        except (NoBall, ValueError, OverflowError):
            return None
        return found if isinstance(found, arb) and found.is_finite() else None

    def has_none(self, on: arb) -> bool:
        """Whether there is surely no real value anywhere on a ball."""
        with balls.precision(BITS):
            if self._domain.surely_fails(on):
                return True
            try:
                found = balls.ball(self._expr, {self._letter: on})
            except (NoBall, ValueError, OverflowError):
                return False
        return isinstance(found, acb) and not found.imag.contains(0)

    def number(self, x: float) -> float | None:
        """The value at a place, to the precision of a float; None where there is none, or where it cancels beyond every precision."""
        at = arb(x)
        with balls.precision(BITS):
            found = None if self._domain.is_missing(at) else self._value(at)
        if found is not None and not _is_sharp(found):
            with balls.precision(_MORE_BITS):
                found = self._value(at)
        return None if found is None or not _is_sharp(found) else max(-_HIGHEST, min(_HIGHEST, float(found.mid())))


def enclosed(body: Body) -> Enclosure:
    """A curve as the line has it."""
    return Enclosure(body.expr, body.letter, body.requirements)


def _is_sharp(value: arb) -> bool:
    return bool(value.rad() <= _SHARP * abs(value) or value.rad() <= _SHARP_AT_0)


Enclosed = Callable[[arb], Bounds]


def _polynomial(expr: sp.Expr, letter: sp.Symbol) -> arb_poly | None:
    """The polynomial that an expression is, of a degree that is worth it."""
    if not expr.is_polynomial(letter) or expr.free_symbols != {letter} or not isinstance(expr, sp.Add | sp.Symbol):
        return None
    try:
        coefficients = [balls.ball(c) for c in reversed(sp.Poly(expr, letter).all_coeffs())]
    except (NoBall, sp.PolynomialError):
        return None
    return arb_poly(coefficients) if len(coefficients) <= 60 and all(isinstance(c, arb) for c in coefficients) else None


def _shifted(polynomial: arb_poly, on: arb) -> tuple[arb_poly, arb]:
    """The polynomial about the middle of a ball, and the ball about 0: powers of what is small bound it closely."""
    middle = on.mid()
    return polynomial(arb_poly([middle, 1])), on - middle


def _around_middle(polynomial: arb_poly, on: arb) -> arb:
    shifted, rest = _shifted(polynomial, on)
    return shifted(rest)


def _compiled(expr: sp.Basic, letter: sp.Symbol) -> Enclosed:
    """The rules for an expression, put together once."""
    if letter not in expr.free_symbols:
        return _constant(expr)
    if expr == letter:
        return lambda on: Bounds(on, _ONE, _ZERO)
    if isinstance(expr, sp.Add):
        polynomial = _polynomial(expr, letter)
        return _sum([_compiled(a, letter) for a in expr.args]) if polynomial is None else _of_polynomial(polynomial)
    if isinstance(expr, sp.Mul):
        return _times([_compiled(a, letter) for a in expr.args])
    if isinstance(expr, sp.Pow):
        return _power(expr, letter)
    if isinstance(expr, sp.Piecewise):
        return _cases(expr, letter)
    if isinstance(expr, sp.Max | sp.Min):
        return _extreme([_compiled(a, letter) for a in expr.args], isinstance(expr, sp.Max))
    rule = _RULES.get(expr.func) or _by_record(expr.func)
    if rule is None or len(expr.args) != 1:
        return _unknown
    inner = _compiled(expr.args[0], letter)

    def found(on: arb) -> Bounds:
        u = inner(on)
        return _chain(u, *rule(u.value))
    return found


def _unknown(on: arb) -> Bounds:
    raise NoBall


def _constant(expr: sp.Basic) -> Enclosed:
    try:
        value = balls.ball(expr)
    except NoBall:
        return _unknown
    if not isinstance(value, arb):
        return _unknown
    bounds = Bounds(value, _ZERO, _ZERO)
    return lambda on: bounds


def _of_polynomial(polynomial: arb_poly) -> Enclosed:
    def found(on: arb) -> Bounds:
        shifted, rest = _shifted(polynomial, on)
        slope = shifted.derivative()
        return Bounds(shifted(rest), slope(rest), slope.derivative()(rest))
    return found


def _sum(parts: list[Enclosed]) -> Enclosed:
    def found(on: arb) -> Bounds:
        value, slope, bend = parts[0](on)
        for part in parts[1:]:
            more = part(on)
            value, slope, bend = value + more.value, slope + more.slope, bend + more.bend
        return Bounds(value, slope, bend)
    return found


def _times(parts: list[Enclosed]) -> Enclosed:
    def found(on: arb) -> Bounds:
        total = parts[0](on)
        for part in parts[1:]:
            total = _product(total, part(on))
        return total
    return found


def _power(expr: sp.Pow, letter: sp.Symbol) -> Enclosed:
    base, exponent = expr.args
    if base == sp.E:
        power = _compiled(exponent, letter)

        def exponential(on: arb) -> Bounds:
            u = power(on)
            y = u.value.exp()
            return _chain(u, y, y, y)
        return exponential
    inner = _compiled(base, letter)
    if isinstance(exponent, sp.Integer) and exponent > 0:
        return lambda on: _whole_power(inner(on), int(exponent))
    if isinstance(exponent, sp.Rational):
        r, p, q = balls.ball(exponent), int(exponent.p), int(exponent.q)

        def root(on: arb) -> Bounds:
            u = inner(on)
            if u.value.contains(0):
                raise NoBall  # a corner, a vertical tangent, a pole or the edge of the domain
            y = balls.root_power(u.value, p, q)
            if not isinstance(y, arb):
                raise NoBall
            first = r * y / u.value
            return _chain(u, y, first, (r - 1) * first / u.value)
        return root
    outer = _compiled(exponent, letter)

    def general(on: arb) -> Bounds:
        u = inner(on)
        if not u.value > 0:
            raise NoBall
        exponents = _product(outer(on), _chain(u, u.value.log(), 1 / u.value, -1 / (u.value * u.value)))
        y = exponents.value.exp()
        return _chain(exponents, y, y, y)
    return general


def _cases(expr: sp.Piecewise, letter: sp.Symbol) -> Enclosed:
    parts = {value: _compiled(value, letter) for value, _ in expr.args}

    def found(on: arb) -> Bounds:
        return parts[balls.case_in_force(expr, lambda part: balls.ball(part, {letter: on}))](on)
    return found


def _extreme(parts: list[Enclosed], is_greatest: bool) -> Enclosed:
    def found(on: arb) -> Bounds:
        best, *others = (part(on) for part in parts)
        for other in others:
            if not (best.value > other.value or best.value < other.value):
                raise NoBall
            if (best.value < other.value) == is_greatest:
                best = other
        return best
    return found


def _product(u: Bounds, v: Bounds) -> Bounds:
    return Bounds(u.value * v.value, u.slope * v.value + u.value * v.slope, u.bend * v.value + 2 * u.slope * v.slope + u.value * v.bend)


def _whole_power(u: Bounds, n: int) -> Bounds:
    if n == 1:
        return u
    below = balls.whole_power(u.value, n - 2) if n > 2 else _ONE
    return _chain(u, balls.whole_power(u.value, n), n * balls.whole_power(u.value, n - 1), n * (n - 1) * below)


def _chain(u: Bounds, y: arb, first: arb, second: arb) -> Bounds:
    """f(u) from f, f′ and f″ at u."""
    return Bounds(y, first * u.slope, second * u.slope * u.slope + first * u.bend)


Rule = Callable[[arb], tuple[arb, arb, arb]]


def _log(u: arb) -> tuple[arb, arb, arb]:
    if not u > 0:
        raise NoBall
    return u.log(), 1 / u, -1 / (u * u)


def _sin(u: arb) -> tuple[arb, arb, arb]:
    s, c = u.sin(), u.cos()
    return s, c, -s


def _cos(u: arb) -> tuple[arb, arb, arb]:
    s, c = u.sin(), u.cos()
    return c, -s, -c


def _tan(u: arb) -> tuple[arb, arb, arb]:
    t = u.tan()
    first = 1 + t * t
    return t, first, 2 * t * first


def _cot(u: arb) -> tuple[arb, arb, arb]:
    t = u.cot()
    first = -(1 + t * t)
    return t, first, -2 * t * first


def _sec(u: arb) -> tuple[arb, arb, arb]:
    s, t = u.sec(), u.tan()
    return s, s * t, s * (1 + 2 * t * t)


def _csc(u: arb) -> tuple[arb, arb, arb]:
    s, t = u.csc(), u.cot()
    return s, -s * t, s * (1 + 2 * t * t)


def _inside_unit(u: arb) -> arb:
    rest = 1 - u * u
    if not rest > 0:
        raise NoBall
    return rest


def _asin(u: arb) -> tuple[arb, arb, arb]:
    rest = _inside_unit(u)
    root = rest.sqrt()
    return u.asin(), 1 / root, u / (rest * root)


def _acos(u: arb) -> tuple[arb, arb, arb]:
    rest = _inside_unit(u)
    root = rest.sqrt()
    return u.acos(), -1 / root, -u / (rest * root)


def _atan(u: arb) -> tuple[arb, arb, arb]:
    over = 1 + u * u
    return u.atan(), 1 / over, -2 * u / (over * over)


def _tanh(u: arb) -> tuple[arb, arb, arb]:
    t = u.tanh()
    first = 1 - t * t
    return t, first, -2 * t * first


def _asinh(u: arb) -> tuple[arb, arb, arb]:
    over = u * u + 1
    root = over.sqrt()
    return u.asinh(), 1 / root, -u / (over * root)


def _acosh(u: arb) -> tuple[arb, arb, arb]:
    over = u * u - 1
    if not (over > 0 and u > 0):
        raise NoBall
    root = over.sqrt()
    return u.acosh(), 1 / root, -u / (over * root)


def _atanh(u: arb) -> tuple[arb, arb, arb]:
    rest = _inside_unit(u)
    return u.atanh(), 1 / rest, 2 * u / (rest * rest)


def _exp(u: arb) -> tuple[arb, arb, arb]:
    y = u.exp()
    return y, y, y


def _absolute(u: arb) -> tuple[arb, arb, arb]:
    if u.contains(0):
        raise NoBall
    return abs(u), _ONE if u > 0 else -_ONE, _ZERO


def _sign(u: arb) -> tuple[arb, arb, arb]:
    if u.contains(0):
        raise NoBall
    return (_ONE if u > 0 else -_ONE), _ZERO, _ZERO


def _level(name: str) -> Rule:
    def rule(u: arb) -> tuple[arb, arb, arb]:
        found = getattr(u, name)()
        if found.unique_fmpz() is None:
            raise NoBall
        return found, _ZERO, _ZERO
    return rule


_RULES: Final[dict[type, Rule]] = {
    sp.exp: _exp, sp.log: _log, sp.sin: _sin, sp.cos: _cos, sp.tan: _tan, sp.cot: _cot, sp.sec: _sec, sp.csc: _csc,
    sp.asin: _asin, sp.acos: _acos, sp.atan: _atan, sp.sinh: lambda u: (u.sinh(), u.cosh(), u.sinh()),
    sp.cosh: lambda u: (u.cosh(), u.sinh(), u.cosh()), sp.tanh: _tanh, sp.asinh: _asinh, sp.acosh: _acosh, sp.atanh: _atanh,
    sp.Abs: _absolute, sp.sign: _sign, sp.floor: _level("floor"), sp.ceiling: _level("ceil"),
}


def _by_record(make: type) -> Rule | None:
    """A function with no bounds of its own: its derivative and the derivative of that, enclosed."""
    record = RECORD_OF.get(make)
    if record is None or record.ball is None or record.derivative is None:
        return None
    enclosed = record.ball
    u = sp.Dummy("u", real=True)
    first = record.derivative(u)
    second = sp.diff(first, u)

    def rule(on: arb) -> tuple[arb, arb, arb]:
        found = enclosed(on), balls.ball(first, {u: on}), balls.ball(second, {u: on})
        if not all(isinstance(part, arb) for part in found):
            raise NoBall
        return found

    return rule
