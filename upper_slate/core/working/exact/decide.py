"""Is it zero, and which sign: decided by balls where the number is away from zero, by algebra where it is not."""

from __future__ import annotations

from typing import Final

from flint import arb
from flint.types._gr import gr_complex_qqbar_ctx  # the only place that knows this module; its version is pinned

from .balls import NoBall, lies_surely_apart, precision, surd_ball
from .surd import Nested, Surd

_START_BITS: Final = 64
_ALGEBRAIC_AFTER: Final = 400
_LIMIT_BITS: Final = 20_000


class Undecided(Exception):
    """Neither balls nor algebra could settle the question within the limits."""


def surd_is_zero(surd: Surd) -> bool:
    """Whether a surd is zero; exact. Raises Undecided where the algebraic degree is out of reach."""
    if surd.is_zero:
        return True
    if not surd.has_nested:
        return False
    bits = _START_BITS
    while bits <= _ALGEBRAIC_AFTER:
        try:
            with precision(bits):
                if lies_surely_apart(surd_ball(surd)):
                    return False
        except NoBall:
            pass
        bits *= 2
    return _algebraic_is_zero(surd)


def surd_sign(surd: Surd) -> int:
    """-1, 0 or 1 for a real surd."""
    if surd.is_rational:
        q = surd.as_fmpq
        return (q > 0) - (q < 0)
    if surd_is_zero(surd):
        return 0
    bits = _START_BITS
    while bits <= _LIMIT_BITS:
        try:
            with precision(bits):
                value = surd_ball(surd)
                if isinstance(value, arb):
                    if value > 0:
                        return 1
                    if value < 0:
                        return -1
        except NoBall:
            pass
        bits *= 2
    raise Undecided


def _algebraic_is_zero(surd: Surd) -> bool:
    if _degree_bound(surd) > 128:
        raise Undecided
    context = gr_complex_qqbar_ctx.new()
    return bool(context.is_zero(_to_qqbar(surd, context)))


def _degree_bound(surd: Surd) -> int:
    bound = 1
    for generator in _generators(surd):
        bound *= generator[1]
    return bound


def _generators(surd: Surd) -> set[tuple[object, int]]:
    found: set[tuple[object, int]] = set()
    for monomial in surd.terms:
        for generator, exponent in monomial:
            found.add((generator, exponent.denominator))
            if isinstance(generator, Nested):
                found |= _generators(Surd(dict(generator.terms)))
    return found


def _to_qqbar(surd: Surd, context):  # type: ignore[no-untyped-def]
    """The same number among FLINT's exact algebraic numbers."""
    total = context(0)
    for monomial, q in surd.terms.items():
        value = context(int(q.p)) / context(int(q.q))
        for generator, exponent in monomial:
            if generator == -1:
                value = value * context.i()
                continue
            base = _to_qqbar(Surd(dict(generator.terms)), context) if isinstance(generator, Nested) else context(generator)
            value = value * context.pow(base, context(exponent.numerator) / context(exponent.denominator))
        total = total + value
    return total
