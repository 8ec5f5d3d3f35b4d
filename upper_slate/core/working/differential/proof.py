"""Putting an answer back into its equations."""

from __future__ import annotations

import sympy as sp

from ..ground.values import Requirement
from ..questions.identity import proves_identity
from .problem import Branch, Problem


def put_back(problem: Problem, expr: sp.Expr, values: tuple[sp.Expr, ...]) -> sp.Expr:
    """An expression in the unknowns and their derivatives, with functions for them."""
    given: dict[sp.Symbol, sp.Expr] = {}
    for unknown, value in zip(problem.unknowns, values, strict=True):
        for order, symbol in enumerate(unknown.derivatives):
            given[symbol] = differentiated(value, problem.letter, order)
    return _with_real_roots(expr.xreplace(given))


def _with_real_roots(expr: sp.Expr) -> sp.Expr:
    """Roots of odd degree as real numbers: (-a)^(1/3) is -a^(1/3), and the cube root of a^(3/2), which has a value where a is not negative, a^(1/2)."""
    def rule(power: sp.Pow) -> sp.Expr:
        base, exponent = power.args
        if base.could_extract_minus_sign():
            return (-1) ** exponent.p * rule(sp.Pow(-base, exponent, evaluate=False))
        inner, own = base.as_base_exp()
        return inner ** (own * exponent) if own.is_Rational and own.q % 2 == 0 else sp.Pow(base, exponent)

    return expr.replace(lambda n: isinstance(n, sp.Pow) and n.exp.is_Rational and n.exp.q > 1 and n.exp.q % 2 == 1 and bool(n.base.free_symbols), rule)


def differentiated(value: sp.Expr, letter: sp.Symbol, order: int) -> sp.Expr:
    """A derivative; that of ln|u| is u'/u, and of |u| is |u| u'/u, on both sides of 0."""
    for _ in range(order):
        found = sp.diff(value, letter)
        value = found.replace(lambda n: isinstance(n, sp.sign), lambda n: sp.Abs(n.args[0]) / n.args[0])
    return value


def requirements_of(problem: Problem, branch: Branch) -> list[Requirement]:
    """What the equations need to have a value, said of the functions that were found."""
    found = []
    for need in problem.requirements:
        expr = put_back(problem, need.expr, branch.values)
        if need.kind != "nonzero":
            found.append(Requirement(need.kind, expr, need.code, need.what))
            continue
        for factor in sp.Mul.make_args(expr):
            is_root = isinstance(factor, sp.Pow) and factor.exp.is_Rational and factor.exp.q == 2  # which has to be a number too
            if not factor.is_number:
                found.append(Requirement("positive", factor.base, "outside-domain") if is_root else Requirement("nonzero", factor, need.code, need.what))
    return [*found, *branch.needs]


def is_proved(problem: Problem, branch: Branch) -> bool:
    """Whether every equation certainly holds where it has a value, whatever the constants are."""
    needs = requirements_of(problem, branch)
    return all(_vanishes(put_back(problem, equation, branch.values), needs) for equation in problem.equations)


def _vanishes(expr: sp.Expr, needs: list[Requirement]) -> bool:
    for way in (lambda e: e, sp.simplify):
        changed = way(expr)
        if changed == 0 or proves_identity(changed, needs, True):
            return True
    return False
