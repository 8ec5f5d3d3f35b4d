"""From the tree of a differential equation to a problem: y, y', y'' become symbols of their own."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...problems import LineError
from ..differential.problem import Condition, Problem, Unknown
from ..exact.bridge import to_sympy
from ..ground.values import expression

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def problem_of(evaluator: Evaluator, node: t.Request) -> Problem:
    """The problem that a request asks about; its letters are the functions, then what they are functions of. Errors: wrong-arguments, not-supported."""
    *names, letter = node.letters
    bodies = [part for body in node.bodies for part in parts_of(body)]
    order = dict.fromkeys(names, 0)
    for body in bodies:
        for found in body.walk():
            if (said := _derivative_of(found, names)) is not None:
                order[said[0]] = max(order[said[0]], said[1])
    context = evaluator.context
    conditions: list[Condition] = []
    equations: list[t.Relation] = []
    own = [_primed(name, k) for name in names for k in range(order[name] + 1)]
    with context.letters(letter, *own):
        for body in bodies:
            condition = _condition(evaluator, body, names, letter)
            if condition is not None:
                conditions.append(condition)
            elif isinstance(body, t.Relation) and body.signs == ("=",):
                equations.append(body)
            else:
                raise LineError("not-supported", "A differential equation is expected, or a value that the function takes, as in y(0) = 1.", body.start, body.end)
        with context.collecting() as requirements:
            sides = [tuple(expression(evaluator.scalar(_plain(side, names, letter))) for side in e.sides) for e in equations]
        unknowns = tuple(Unknown(name, tuple(context.symbol(_primed(name, k)) for k in range(order[name] + 1))) for name in names)
        if any(e.has(sp.I) for pair in sides for e in pair):
            raise LineError("not-supported", "Differential equations are solved in real numbers.", node.start, node.end)
        problem = Problem(context.symbol(letter), unknowns, tuple(left - right for left, right in sides), tuple(requirements), tuple(conditions))
        return _in_real_letters(problem) if context.complex else problem


def _in_real_letters(problem: Problem) -> Problem:
    """The problem with letters for real numbers, where the page takes them for complex ones."""

    def real(expr: sp.Expr) -> sp.Expr:
        return expr.xreplace({s: sp.Symbol(s.name, real=True) for s in expr.free_symbols if s.is_real is None})

    return Problem(real(problem.letter), tuple(Unknown(u.name, tuple(map(real, u.derivatives))) for u in problem.unknowns), tuple(map(real, problem.equations)),
                   tuple(replace(r, expr=real(r.expr)) for r in problem.requirements),
                   tuple(replace(c, point=real(c.point), value=real(c.value)) for c in problem.conditions))


def parts_of(body: t.Node) -> tuple[t.Node, ...]:
    """The equations that are joined by `and`."""
    if isinstance(body, t.Bracket):
        return parts_of(body.body)
    if isinstance(body, t.Logic) and body.sign == "and":
        return tuple(part for inner in body.parts for part in parts_of(inner))
    return (body,)


def _primed(name: str, order: int) -> str:
    """The name of the symbol for a derivative; nobody can type it as a letter."""
    return name + "'" * order


def _derivative_of(node: t.Node, names: list[str]) -> tuple[str, int] | None:
    """The function and the order that a tree is by itself: y, y'', dy/dx."""
    match node:
        case t.Name(name=name) if name in names:
            return name, 0
        case t.Prime(body=t.Name(name=name), order=order) if name in names:
            return name, order
        case t.Derivative(body=t.Name(name=name), order=order) if name in names:
            return name, order
    return None


def _at_argument(node: t.Node, names: list[str]) -> tuple[tuple[str, int], t.Node] | None:
    """`y'(0)`: the derivative and what stands in the brackets behind it."""
    if isinstance(node, t.Apply) and len(node.arguments) == 1 and (said := _derivative_of(node.function, names)) is not None:
        return said, node.arguments[0]
    return None


def _condition(evaluator: Evaluator, body: t.Node, names: list[str], letter: str) -> Condition | None:
    """`y(0) = 1`, `y'(0) = 0`; None for anything else."""
    if not isinstance(body, t.Relation) or body.signs != ("=",):
        return None
    for left, right in (body.sides, body.sides[::-1]):
        found = _at_argument(left, names)
        if found is None or any(isinstance(n, t.Name) and n.name in (*names, letter) for side in (found[1], right) for n in side.walk()):
            continue
        (name, order), point = found
        return Condition(names.index(name), order, to_sympy(evaluator.scalar(point)), to_sympy(evaluator.scalar(right)))
    return None


def _plain(node: t.Node, names: list[str], letter: str) -> t.Node:
    """The tree with a name for each derivative; `y(x)` is y."""

    def change(part: t.Node) -> t.Node | None:
        said = _derivative_of(part, names)
        if said is not None:
            return t.Name(_primed(*said), start=part.start, end=part.end)
        if (found := _at_argument(part, names)) is not None:
            if found[1] != t.Name(letter):
                raise LineError("not-supported", "The value of the function at a point can only be given by itself, as in y(0) = 1; for a product write *.",
                                part.start, part.end)
            return t.Name(_primed(*found[0]), start=part.start, end=part.end)
        if isinstance(part, t.Derivative) and any(_derivative_of(inner, names) for inner in part.walk()):
            raise LineError("not-supported", "Multiply this derivative out first: the function in it stands among other things.", part.start, part.end)
        return None

    return t.mapped(node, change)
