"""Requirements with numbers in them: they hold, or they are an error."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..exact.bridge import settled
from ..exact.surd import ONE, Surd
from . import judge
from .values import Requirement


def check(requirement: Requirement) -> Requirement | None:
    """None if it certainly holds, itself if letters leave it open. LineError where it fails."""
    value = settled(requirement.expr)
    if not judge.is_closed(value):
        return None if _holds_by_assumption(requirement) else requirement
    if requirement.kind == "nonzero":
        if judge.is_zero(value):
            over = None if requirement.over is None else settled(requirement.over)
            if requirement.code == "division-by-zero" and over is not None and judge.is_closed(over) and judge.is_zero(over):
                raise LineError("undefined-value", "0/0 has no value.")
            raise _failure(requirement)
        return None
    if requirement.kind == "natural":
        if not (isinstance(value, Surd) and value.is_integer and value.as_int() >= 0):
            if requirement.what == "sum":
                raise LineError("outside-domain", "The closed form of this sum holds for a whole number of terms, from 0 up; {0} is not one.", values=(value,))
            if requirement.what in ("choose", "permutations"):
                raise LineError("outside-domain", f"{requirement.what}(n, k) needs whole numbers from 0 up; {{0}} is not one.", values=(value,))
            raise LineError("outside-domain", "n! needs a whole number n from 0 up; {0} is not one.", values=(value,))
        return None
    if not _order_holds(requirement.kind, value):
        if requirement.kind == "positive" and requirement.code == "outside-domain" and judge.sign(value) < 0:
            raise LineError("not-real", "The logarithm of {0} is not a real number.", values=(value,))
        if requirement.kind == "positive" and requirement.code == "division-by-zero" and judge.sign(value) < 0:
            raise LineError("not-real", "The root of {0} is not a real number.", values=(value,))
        raise _failure(requirement, value)
    return None


def _order_holds(kind: str, value: object) -> bool:
    sign = judge.sign
    match kind:
        case "nonneg":
            return sign(value) >= 0
        case "positive":
            return sign(value) > 0
        case "unit":
            return judge.compare(value, ONE) <= 0 and judge.compare(value, -ONE) >= 0
        case "above-one":
            return judge.compare(value, ONE) >= 0
        case "inside-one":
            return judge.compare(value, ONE) < 0 and judge.compare(value, -ONE) > 0
    raise ValueError(kind)


def _holds_by_assumption(requirement: Requirement) -> bool:
    expr = requirement.expr
    match requirement.kind:
        case "nonzero":
            return bool(expr.is_nonzero or expr.is_positive or expr.is_negative or (expr.is_zero is False and expr.is_finite))
        case "nonneg":
            return bool(expr.is_nonnegative)
        case "positive":
            return bool(expr.is_positive) or (isinstance(expr, sp.exp) and not expr.has(sp.I))
        case "above-one":
            return bool((expr - 1).is_nonnegative)
        case "unit":
            return isinstance(expr, sp.sin | sp.cos)
    return False


def _failure(requirement: Requirement, value: object = None) -> LineError:
    match requirement.code, requirement.what:
        case "diverges", _:
            return LineError("diverges", "This diverges: the partial sums grow without bound, or come to no rest.")
        case "outside-domain", "ln":
            return LineError("outside-domain", "ln(0) has no value: no power of e is 0.")
        case "outside-domain", what:
            return LineError("outside-domain", f"{what} has no value at this angle.")
        case "not-real", "root":
            return LineError("not-real", "The root of {0} is not a real number.", values=(value,))
        case "not-real", what:
            return LineError("not-real", f"{what}({{0}}) is not a real number.", values=(value,))
        case "undefined-value", _:
            return LineError("undefined-value", "There is a corner or a jump here, so the derivative has no value.")
    return LineError(requirement.code, "Here something is divided by zero.")
