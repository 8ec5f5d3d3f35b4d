"""What divides a whole number."""

from __future__ import annotations

from math import prod
from typing import TYPE_CHECKING

from ...language.tree import Request
from ...problems import LineError
from ..exact.primes import prime_powers
from ..exact.surd import Surd, TooLarge
from ..ground.values import ListValue

if TYPE_CHECKING:
    from ..evaluate import Evaluator

#: A longer list is not read by anybody.
_MOST = 1000


def divisors(evaluator: Evaluator, node: Request) -> ListValue:
    """Every positive whole number that divides it, rising. Errors: not-supported for anything but a whole number from 1 on, too-large."""
    body = node.bodies[0]
    value = evaluator.of(body)
    if not (isinstance(value, Surd) and value.is_integer and value.as_int() != 0):
        raise LineError("not-supported", "A whole number other than 0 is needed here: other numbers have no divisors.", body.start, body.end)
    try:
        powers = [(p, e) for p, e in prime_powers(abs(value.as_int())) if p > 1]
    except TooLarge:
        raise LineError("too-large", "The divisors of this number would not be found in time: too long a part of it has no small factor.",
                        body.start, body.end) from None
    count = prod(e + 1 for _, e in powers)
    if count > _MOST:
        raise LineError("too-large", f"This number has {count} divisors; {_MOST} are the most that are listed.", body.start, body.end)
    found = [1]
    for p, e in powers:
        found = [d * p ** k for d in found for k in range(e + 1)]
    return ListValue(tuple(Surd.rational(d) for d in sorted(found)))
