"""Differentiation step by step, with the name of the rule used: what a student would write down."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import sympy as sp

from ..ground.function_records import RECORDS

_NAMES = {record.make: record.said for record in RECORDS if record.said}


@dataclass(frozen=True)
class Pending:
    """d/dx of a part, not yet worked out, as it stands in a step."""

    part: sp.Expr


Term = tuple["sp.Expr | Pending", ...]


@dataclass(frozen=True)
class RuleStep:
    """d/dx part = a sum of products of factors, some of them derivatives still to be worked out; over a denominator where there is one."""

    rule: str
    part: sp.Expr
    terms: tuple[Term, ...]
    signs: tuple[int, ...] = ()
    under: sp.Expr | None = None


def derivative_steps(expr: sp.Expr, letter: sp.Symbol) -> Iterator[RuleStep]:
    """The steps in the order in which they are needed: the outermost rule first, then those of its parts."""
    if letter not in expr.free_symbols:
        yield RuleStep("constant", expr, ((sp.S.Zero,),))
        return
    if expr == letter:
        return
    step = _step(expr, letter)
    yield step
    for term in step.terms:
        for factor in term:
            if isinstance(factor, Pending) and letter in factor.part.free_symbols:
                yield from derivative_steps(factor.part, letter)


def _step(expr: sp.Expr, letter: sp.Symbol) -> RuleStep:
    if isinstance(expr, sp.Add):
        parts = [t for t in expr.args if letter in t.free_symbols]
        return RuleStep("sum rule", expr, tuple((Pending(t),) for t in parts))
    if isinstance(expr, sp.Mul):
        return _product(expr, letter)
    if isinstance(expr, sp.Pow):
        return _power(expr, letter)
    return _function(expr, letter)


def _product(expr: sp.Mul, letter: sp.Symbol) -> RuleStep:
    constant, rest = expr.as_independent(letter, as_Add=False)
    if constant != 1:
        return RuleStep("constant factor", expr, ((constant, Pending(rest)),))
    over, under = sp.fraction(expr)
    if letter in under.free_symbols and over.has(letter):
        return RuleStep("quotient rule", expr, ((Pending(over), under), (over, Pending(under))), (1, -1), under ** 2)
    if letter in under.free_symbols:  # 1/(u v)
        return RuleStep("reciprocal rule", expr, ((over, Pending(under)),), (-1,), under ** 2)
    factors = list(expr.args)
    terms = tuple(tuple(Pending(f) if k == j else f for j, f in enumerate(factors)) for k in range(len(factors)))
    return RuleStep("product rule", expr, terms)


def _power(expr: sp.Pow, letter: sp.Symbol) -> RuleStep:
    base, exponent = expr.args
    if letter not in exponent.free_symbols:
        outer = exponent * base ** (exponent - 1)
        if base == letter:
            return RuleStep("power rule", expr, ((outer,),))
        return RuleStep("chain rule with the power rule", expr, ((outer, Pending(base)),))
    if letter not in base.free_symbols:
        rule = "exponential function" if exponent == letter else "chain rule with the exponential function"
        own: Term = (expr,) if base == sp.E else (expr, sp.log(base))
        return RuleStep(rule, expr, (own if exponent == letter else (*own, Pending(exponent)),))
    return RuleStep("logarithmic differentiation", expr, ((expr, Pending(exponent * sp.log(base))),))


def _function(expr: sp.Expr, letter: sp.Symbol) -> RuleStep:
    name = _NAMES.get(type(expr))
    if name is None or len(expr.args) != 1:
        return RuleStep("derivative", expr, ((sp.diff(expr, letter),),))
    inner = expr.args[0]
    u = sp.Dummy("u", real=True)
    outer = sp.diff(expr.func(u), u)
    outer = {sp.tan: 1 / sp.cos(u) ** 2, sp.cot: -1 / sp.sin(u) ** 2, sp.Abs: u / sp.Abs(u)}.get(type(expr), outer).subs(u, inner)
    if inner == letter:
        return RuleStep(name, expr, ((outer,),))
    return RuleStep(f"chain rule with the {name}", expr, ((outer, Pending(inner)),))
