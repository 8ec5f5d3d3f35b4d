"""`solve y' = 2y`: differential equations."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Request
from ...problems import LineError
from ..binding.chosen_letters import chosen_letters
from ..binding.differential import problem_of
from ..calculus.derivative import natural_requirements
from ..context import Context
from ..differential.implicit import OnlyImplicit
from ..differential.initial import with_conditions
from ..differential.problem import Branch, Found, Problem
from ..differential.proof import requirements_of
from ..differential.solving import is_told_by_slope, solve_problem
from ..exact.bridge import settled
from ..ground.answer import Answer
from ..ground.substitution import put_in_requirements
from ..ground.values import Requirement, Solution, SolutionsValue
from ..solving.domains import domain_of
from ..solving.equation import Range
from ..solving.families import compare
from ..solving.regions import condition_of

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def differential(evaluator: Evaluator, node: Request) -> Answer:
    """The functions that solve a differential equation. Errors: not-supported, wrong-arguments."""
    context = evaluator.context
    problem = problem_of(evaluator, node)
    with context.letters(problem.letter.name):
        try:
            found = solve_problem(problem)
        except OnlyImplicit as unsolved:
            return Answer(_implicit(context, problem, unsolved))
        if problem.conditions:
            return _particular(context, problem, found)
        return Answer(_general(context, problem, found))


def _general(context: Context, problem: Problem, found: Found) -> SolutionsValue:
    swap = _letters(context, problem, found.constants)
    for branch in found.branches:
        shown = set() if found.lost else {(n.kind, n.expr) for v in branch.values for n in natural_requirements(v, False)}
        for need in requirements_of(problem, branch):
            if (need.kind, need.expr) not in shown and (not found.is_general or not need.expr.free_symbols & set(found.constants)):
                context.require(need.renamed(swap))
    branches = [tuple(v.xreplace(swap) for v in branch.values) for branch in found.branches] + [(v.xreplace(swap),) for v in found.lost]
    return SolutionsValue(tuple(u.name for u in problem.unknowns), _solutions(problem, branches), found.is_general, is_general=found.is_general)


def _letters(context: Context, problem: Problem, constants: tuple[sp.Symbol, ...]) -> dict[sp.Symbol, sp.Symbol]:
    """Letters for the constants, as far as they mean nothing here."""
    taken = {problem.letter.name, *(u.name for u in problem.unknowns), *(s.name for e in problem.equations for s in e.free_symbols)}
    return {c: sp.Symbol(name, real=True) for c, name in zip(constants, chosen_letters(context, taken, len(constants)), strict=True)}


def _solutions(problem: Problem, branches: list[tuple[sp.Expr, ...]]) -> tuple[Solution, ...]:
    return tuple(Solution(tuple((u.name, settled(v)) for u, v in zip(problem.unknowns, values, strict=True))) for values in branches)


def _implicit(context: Context, problem: Problem, unsolved: OnlyImplicit) -> SolutionsValue:
    """An equation between the letter and the function, beside what is constant; through a point, the one with its constant."""
    equation, lost = unsolved.equation, unsolved.lost
    x, (y, *_) = problem.letter, problem.unknowns[0].derivatives
    shown = sp.Symbol(problem.unknowns[0].name, real=True)
    free: sp.Expr = equation.free
    if problem.conditions:
        if len(problem.conditions) != 1 or problem.conditions[0].order:
            raise LineError("not-supported", f"This leads to an equation between {x.name} and {shown.name}; one value of {shown.name} can be put into it.")
        condition = problem.conditions[0]
        kept = [value for value in lost if sp.simplify(value.subs(x, condition.point) - condition.value) == 0]
        constant = equation.constant_at(x, y, condition.point, condition.value)
        if constant is None and not kept:
            raise LineError("not-supported", "The equation has no slope where this value is given, so what goes through it is not told.")
        lost, free = tuple(kept), sp.nan if constant is None else constant
    else:
        free = _letters(context, problem, (equation.free,))[equation.free]
    if free is sp.nan:
        return SolutionsValue((shown.name,), _solutions(problem, [(value,) for value in lost]), is_told_by_slope(problem))
    parts = [sp.Eq(shown, value, evaluate=False) for value in lost]
    parts.insert(0, sp.Eq(equation.left.xreplace({y: shown}), equation.right.xreplace({y: shown}) + free, evaluate=False))
    for need in equation.needs:
        context.require(need.renamed({y: shown}))
    return SolutionsValue((shown.name,), (), False, condition=parts[0] if len(parts) == 1 else sp.Or(*parts, evaluate=False),
                          notes=(f"This equation tells {shown.name} by {x.name}; it could not be solved for {shown.name}.",))


# -- with values that it takes -----------------------------------------------------------------------------------------


def _particular(context: Context, problem: Problem, found: Found) -> Answer:
    """What is left when the function has to take values, and where it holds: the interval around the point at which they are given."""
    points = {c.point for c in problem.conditions}
    for need in problem.requirements:
        if need.kind == "nonzero" and need.expr.free_symbols == {problem.letter} and any(need.expr.subs(problem.letter, point) == 0 for point in points):
            raise LineError("undefined-value", f"Where {problem.letter.name} has the value that is given, this equation has none, so no solution can begin there.")
    kept = [b for b in with_conditions(problem, found) if all(_holds_at(context, problem, b, point) for point in points)]
    free = tuple(dict.fromkeys(s for b in kept for v in b.values for s in sorted(v.free_symbols & set(found.constants), key=str)))
    for need in problem.requirements:
        if problem.letter not in need.expr.free_symbols and not any(need.expr.free_symbols & set(u.derivatives) for u in problem.unknowns):
            context.require(need)
    swap = _letters(context, problem, free)
    branches = [tuple(v.xreplace(swap) for v in b.values) for b in kept]
    names = tuple(u.name for u in problem.unknowns)
    is_complete = found.is_general or (len(points) == 1 and is_told_by_slope(problem))
    if not kept and not found.is_general:
        raise LineError("not-supported", "None of the solutions that were found takes these values; there may be others.")
    conditions = [] if len(kept) != 1 or free else _where(problem, kept[0], points)
    return Answer(SolutionsValue(names, _solutions(problem, branches), is_complete, is_general=bool(free) and found.is_general), tuple(conditions))


def _holds_at(context: Context, problem: Problem, branch: Branch, point: sp.Expr) -> bool:
    """Whether the equation has a value for this function where its values are given; at an edge it may begin there."""
    try:
        with context.collecting():
            needs = [n for n in requirements_of(problem, branch) if n.kind != "nonzero"]
            put_in_requirements(context, needs, {problem.letter.name: settled(point)})
    except LineError as error:
        return error.code == "not-supported"
    return True


def _where(problem: Problem, branch: Branch, points: set[sp.Expr]) -> list[sp.Basic]:
    """The greatest interval around the points in which the function and its equation have a value, where it is not the whole line."""
    letter = problem.letter
    needs: list[Requirement] = [*requirements_of(problem, branch), *(n for v in branch.values for n in natural_requirements(v, False))]
    needs = [n for n in needs if letter in n.expr.free_symbols]
    if not needs or any(n.expr.free_symbols != {letter} for n in needs) or any(p.free_symbols for p in points):
        return []
    try:
        pieces, period = domain_of(letter, needs)
        if period is not None:  # it ends on both sides within a period of the point
            at = next(iter(points))
            pieces, _ = domain_of(letter, needs, Range(at - period, at + period, True, True, True))
    except LineError:
        return []
    ends = [p for p in pieces if all(compare(p.low, at) <= 0 <= compare(p.high, at) for at in points)]
    condition = condition_of(letter, ends[:1]) if ends else sp.true
    return [] if condition in (sp.true, sp.false) else [condition]
