"""One record for each function that the working knows: what everything else about it is derived from.

A new function is declared in `language/words/functions.py` and has its record here; a rule of its own in `ground/functions.py` is
needed only where exact values or sentences of its own are wanted.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

import sympy as sp
from flint import acb, arb

from .enclosing import Ball, NoBall


@dataclass(frozen=True)
class Need:
    """What the argument must satisfy: the kind of a requirement, of which expression, and the code of the error."""

    kind: str
    of: Callable[[sp.Expr], sp.Expr]
    code: str
    in_complex: str | None = None


@dataclass(frozen=True)
class FunctionRecord:
    """`name` is its word in the language, `make` the library's class, `ball` its enclosure, `said` how a rule of differentiation calls it.

    `derivative` is by the argument, in functions declared before this one; `inverse` the word of the inverse function; `need` what must hold of a real argument;
    `bare` says that a simple argument is typeset without brackets; `tag` marks it in stored data.
    """

    name: str
    make: type
    ball: Callable[..., Ball]
    said: str = ""
    derivative: Callable[[sp.Expr], sp.Expr] | None = None
    inverse: str | None = None
    need: Need | None = None
    bare: bool = False
    tag: str = ""

    @property
    def stored(self) -> str:
        return self.tag or self.name


def _same(expr: sp.Expr) -> sp.Expr:
    return expr


def _log(value: Ball) -> Ball:
    if isinstance(value, arb):
        if value > 0:
            return value.log()
        if value.contains(0):
            raise NoBall
        return acb(value).log()
    if value.contains(0):
        raise NoBall
    return value.log()


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


def _plain(name: str) -> Callable[[Ball], Ball]:
    return lambda value: getattr(value, name)()


def _acosh(value: Ball) -> Ball:
    if isinstance(value, arb) and value >= 1:
        return value.acosh()
    return acb(value).acosh()


def _atanh(value: Ball) -> Ball:
    if isinstance(value, arb) and value > -1 and value < 1:
        return value.atanh()
    if not isinstance(value, acb):
        value = acb(value)
    return value.atanh()


def _whole(name: str) -> Callable[[Ball], Ball]:
    def rule(value: Ball) -> Ball:
        if not isinstance(value, arb):
            raise NoBall
        found = getattr(value, name)()
        if found.unique_fmpz() is None:
            raise NoBall
        return found
    return rule


def _sign(value: Ball) -> Ball:
    if isinstance(value, arb):
        if value > 0:
            return arb(1)
        if value < 0:
            return arb(-1)
        if value == 0:
            return arb(0)
    raise NoBall


def _extreme(pick: str) -> Callable[..., Ball]:
    def rule(*values: Ball) -> Ball:
        best = values[0]
        for value in values[1:]:
            if not (isinstance(best, arb) and isinstance(value, arb)):
                raise NoBall
            best = best.max(value) if pick == "max" else best.min(value)
        return best
    return rule


def _absolute(value: Ball) -> Ball:
    """Not below 0: the library keeps the width of a ball about 0 on both sides."""
    size = abs(value)
    return arb(0).union(size.abs_upper()) if size.contains(0) and size.rad() != 0 else size


def _erf(value: Ball) -> Ball:
    return (value if isinstance(value, acb) else acb(value)).erf()


_NO_COSINE: Final = Need("nonzero", sp.cos, "outside-domain", "nonzero")
_NO_SINE: Final = Need("nonzero", sp.sin, "outside-domain", "nonzero")
_UNIT: Final = Need("unit", _same, "not-real")

RECORDS: Final[tuple[FunctionRecord, ...]] = (
    FunctionRecord("exp", sp.exp, _plain("exp"), "exponential function", sp.exp, "ln"),
    FunctionRecord("ln", sp.log, _log, "natural logarithm", lambda u: 1 / u, "exp", Need("positive", _same, "outside-domain", "nonzero"), bare=True),
    FunctionRecord("sin", sp.sin, _plain("sin"), "sine", sp.cos, "arcsin", bare=True),
    FunctionRecord("cos", sp.cos, _plain("cos"), "cosine", lambda u: -sp.sin(u), "arccos", bare=True),
    FunctionRecord("tan", sp.tan, _plain("tan"), "tangent", lambda u: 1 / sp.cos(u) ** 2, "arctan", _NO_COSINE, bare=True),
    FunctionRecord("sec", sp.sec, _plain("sec"), "secant", lambda u: sp.sin(u) / sp.cos(u) ** 2, None, _NO_COSINE, bare=True),
    FunctionRecord("csc", sp.csc, _plain("csc"), "cosecant", lambda u: -sp.cos(u) / sp.sin(u) ** 2, None, _NO_SINE, bare=True),
    FunctionRecord("cot", sp.cot, _plain("cot"), "cotangent", lambda u: -1 / sp.sin(u) ** 2, None, _NO_SINE, bare=True),
    FunctionRecord("arcsin", sp.asin, _within_unit("asin"), "inverse sine", lambda u: 1 / sp.sqrt(1 - u ** 2), "sin", _UNIT, bare=True, tag="asin"),
    FunctionRecord("arccos", sp.acos, _within_unit("acos"), "inverse cosine", lambda u: -1 / sp.sqrt(1 - u ** 2), "cos", _UNIT, bare=True, tag="acos"),
    FunctionRecord("arctan", sp.atan, _plain("atan"), "inverse tangent", lambda u: 1 / (1 + u ** 2), "tan", bare=True, tag="atan"),
    FunctionRecord("sinh", sp.sinh, _plain("sinh"), "hyperbolic sine", sp.cosh, "arsinh", bare=True),
    FunctionRecord("cosh", sp.cosh, _plain("cosh"), "hyperbolic cosine", sp.sinh, "arcosh", bare=True),
    FunctionRecord("tanh", sp.tanh, _plain("tanh"), "hyperbolic tangent", lambda u: 1 / sp.cosh(u) ** 2, "artanh", bare=True),
    FunctionRecord("arsinh", sp.asinh, _plain("asinh"), "inverse hyperbolic sine", lambda u: 1 / sp.sqrt(1 + u ** 2), "sinh", tag="asinh"),
    FunctionRecord("arcosh", sp.acosh, _acosh, "inverse hyperbolic cosine", lambda u: 1 / sp.sqrt(u ** 2 - 1), "cosh", Need("above-one", _same, "not-real"), tag="acosh"),
    FunctionRecord("artanh", sp.atanh, _atanh, "inverse hyperbolic tangent", lambda u: 1 / (1 - u ** 2), "tanh", Need("inside-one", _same, "not-real"), tag="atanh"),
    FunctionRecord("abs", sp.Abs, _absolute, "absolute value"),
    FunctionRecord("sign", sp.sign, _sign),
    FunctionRecord("floor", sp.floor, _whole("floor")),
    FunctionRecord("ceil", sp.ceiling, _whole("ceil")),
    FunctionRecord("max", sp.Max, _extreme("max")),
    FunctionRecord("min", sp.Min, _extreme("min")),
    FunctionRecord("re", sp.re, lambda v: v if isinstance(v, arb) else v.real),
    FunctionRecord("im", sp.im, lambda v: arb(0) if isinstance(v, arb) else v.imag),
    FunctionRecord("conj", sp.conjugate, lambda v: v if isinstance(v, arb) else v.conjugate()),
    FunctionRecord("arg", sp.arg, lambda v: acb(v).arg()),
    FunctionRecord("erf", sp.erf, _erf),
    FunctionRecord("zeta", sp.zeta, _plain("zeta")),
    FunctionRecord("gamma", sp.gamma, _plain("gamma")),
    FunctionRecord("factorial", sp.factorial, lambda v: (v + 1).gamma(), need=Need("natural", _same, "outside-domain", "natural"), tag="fact"),
)
#: The records by the library's class.
RECORD_OF: Final = {record.make: record for record in RECORDS}
#: The words of what the language writes by a name in front of brackets.
NAMED: Final = {record.make: record.name for record in RECORDS if record.name not in ("exp", "zeta", "gamma", "factorial")}
