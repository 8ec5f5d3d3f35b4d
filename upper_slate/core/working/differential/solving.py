"""The solutions of a problem: by the method for its kind, each proved before it is given back."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import sympy as sp

from ...problems import LineError
from ..calculus.antiderivative import antiderivative
from ..ground.values import Requirement
from .first_order import solve_first_order
from .implicit import OnlyImplicit
from .linear import as_linear, solve_linear
from .problem import Branch, Found, NoMethod, Problem, constant
from .proof import is_proved
from .systems import solve_pair

_NO_METHOD = ("Equations of first order that are linear, separable, homogeneous, exact or Bernoulli's are solved, linear ones of higher order "
              "with constant coefficients or Euler's, and two linear ones together; this one is of another kind.")


def solve_problem(problem: Problem) -> Found:
    """All that is known to solve it, with free constants. Raises OnlyImplicit, proved, where y cannot be told. Errors: not-supported where no
    method is known or an answer could not be proved."""
    try:
        found = solve_pair(problem) if len(problem.unknowns) > 1 else _solve_one(problem)
    except NoMethod:
        raise LineError("not-supported", _NO_METHOD) from None
    except OnlyImplicit as unsolved:
        y = problem.unknowns[0].derivatives[0]
        if problem.unknowns[0].order != 1 or not unsolved.equation.is_proved(problem.letter, y):
            raise LineError("not-supported", f"This leads to an equation between {problem.letter.name} and {y.name} that cannot be solved for {y.name}.") from None
        raise
    if not all(is_proved(problem, branch) for branch in found.branches):
        raise LineError("not-supported", "An answer was found, but it could not be proved to fulfil the equation.")
    found = replace(found, branches=tuple(map(plain_constants(found), found.branches)))
    lost = tuple(v for v in found.lost if is_proved(problem, Branch((v,))) and not _comes_out(found, v))
    return replace(found, lost=lost)


def plain_constants(found: Found) -> Callable[[Branch], Branch]:
    """Writes C for 2C and the like, where a constant stands with the same number everywhere: it may be any number anyhow."""
    swap: dict[sp.Symbol, sp.Expr] = {}
    for free in found.constants:
        numbers = set()
        for expr in (e for b in found.branches for e in (*b.values, *(n.expr for n in b.needs))):
            numbers |= {node.as_coeff_Mul()[0] for node in expr.atoms(sp.Mul) if free in node.args}
            numbers |= {sp.S.One for node in expr.atoms(sp.Add, sp.Pow, sp.Function) if free in node.args}
        if len(numbers) == 1 and (number := numbers.pop()) != 1:
            swap[free] = free / number
    return lambda branch: Branch(tuple(v.xreplace(swap) for v in branch.values), tuple(_put_in(n, swap) for n in branch.needs)) if swap else branch


def _put_in(need: Requirement, given: dict[sp.Symbol, sp.Expr]) -> Requirement:
    return replace(need, expr=need.expr.xreplace(given))


def _comes_out(found: Found, value: sp.Expr) -> bool:
    """Whether a constant makes a branch this solution."""
    return any(sp.simplify(branch.values[0].xreplace(dict.fromkeys(found.constants, sp.S.Zero)) - value) == 0 for branch in found.branches)


def _solve_one(problem: Problem) -> Found:
    if len(problem.equations) != 1:
        raise LineError("wrong-arguments", "For one function one equation is needed, with values that it takes behind it, as in y(0) = 1.")
    (equation,), (unknown,), x = problem.equations, problem.unknowns, problem.letter
    linear = as_linear(equation, unknown, x)
    if linear is not None:
        return solve_linear(linear)
    if unknown.order == 2 and unknown.derivatives[0] not in equation.free_symbols:
        return _by_slope(equation, unknown.derivatives[1:], x)
    if unknown.order != 1:
        raise NoMethod
    y, slope = unknown.derivatives
    return solve_first_order(solved_for(equation, slope), x, y)


def solved_for(equation: sp.Expr, slope: sp.Symbol) -> sp.Expr:
    """What the slope is by an equation in which it stands in the first degree. Raises NoMethod for others."""
    over = sp.expand(sp.fraction(sp.together(equation))[0])
    if sp.diff(over, slope, 2) != 0:
        raise NoMethod
    factor = sp.diff(over, slope)
    return sp.factor(-(over - factor * slope).expand() / factor)


def _by_slope(equation: sp.Expr, derivatives: tuple[sp.Symbol, ...], x: sp.Symbol) -> Found:
    """y does not stand in an equation of second order: the slope has one of first order."""
    from_slope = solve_first_order(solved_for(equation, derivatives[1]), x, derivatives[0])
    free = constant(2, 2)
    branches = []
    for branch in from_slope.branches:
        value, needs = antiderivative(branch.values[0], x, True)
        branches.append(Branch((value + free,), (*branch.needs, *needs)))
    lost = tuple(v * x + free for v in from_slope.lost if x not in v.free_symbols)
    return Found((*branches, *(Branch((v,)) for v in lost)), (*from_slope.constants, free))


def is_told_by_slope(problem: Problem) -> bool:
    """Whether one function takes the value that is given for it: y' = F(x, y), with F and its derivative by y continuous there (Picard and Lindelöf)."""
    if len(problem.unknowns) != 1 or problem.unknowns[0].order != 1 or len(problem.conditions) != 1 or problem.conditions[0].order:
        return False
    y, slope = problem.unknowns[0].derivatives
    condition = problem.conditions[0]
    try:
        right = solved_for(problem.equations[0], slope)
    except NoMethod:
        return False
    there = {problem.letter: condition.point, y: condition.value}
    parts = (node for expr in (right, sp.diff(right, y)) for node in sp.preorder_traversal(expr) if node.free_symbols & set(there))
    return all(_is_smooth_at(node, there) for node in parts)


def _is_smooth_at(node: sp.Expr, there: dict[sp.Symbol, sp.Expr]) -> bool:
    """Whether a part of an expression is continuous around a point: no division by zero, no root or logarithm at the edge of its domain."""
    if isinstance(node, sp.Pow):
        base, exponent = (part.xreplace(there) for part in node.args)
        if exponent.is_Integer and exponent.is_nonnegative:
            return True
        return bool(base.is_positive or (exponent.is_Integer and base.is_nonzero))
    if isinstance(node, sp.log):
        return bool(node.args[0].xreplace(there).is_positive)
    return not node.args or isinstance(node, sp.Add | sp.Mul | sp.exp | sp.sin | sp.cos | sp.atan | sp.sinh | sp.cosh | sp.tanh)
