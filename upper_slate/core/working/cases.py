"""Values in cases, `x if x < 0, x^2 otherwise`: each with its condition, what it needs guarded by that."""

from __future__ import annotations

import sympy as sp

from ..language import tree as t
from ..problems import LineError
from .evaluating import Evaluating
from .exact.bridge import settled
from .ground.arithmetic import checked
from .ground.substitution import relation
from .ground.values import Requirement, Value, expression

_RELATIONS = {"=": sp.Eq, "!=": sp.Ne, "<": sp.StrictLessThan, "<=": sp.LessThan, ">": sp.StrictGreaterThan, ">=": sp.GreaterThan}


def cases(evaluator: Evaluating, node: t.Cases) -> Value:
    """The value of the first case that applies; where letters decide, all that may. Error: undefined-value where none does."""
    pieces: list[tuple[sp.Expr, sp.Basic]] = []
    passed: sp.Basic = sp.true
    for value_node, condition_node in node.choices:
        cond = _condition(evaluator, condition_node)
        if cond is sp.false:
            continue
        guard = sp.And(passed, cond)
        pieces.append((_guarded(evaluator, value_node, guard), cond))
        if cond is sp.true:
            break
        passed = sp.And(passed, sp.Not(cond))
    else:
        if node.otherwise is not None:
            pieces.append((_guarded(evaluator, node.otherwise, passed), sp.true))
    if not pieces:
        raise LineError("undefined-value", "None of the cases applies here.")
    if pieces[0][1] is sp.true:
        return settled(pieces[0][0])
    return checked(sp.Piecewise(*pieces))


def _guarded(evaluator: Evaluating, node: t.Node, guard: sp.Basic) -> sp.Expr:
    with evaluator.context.collecting() as requirements:
        value = expression(evaluator.scalar(node))
    for r in requirements:
        evaluator.context.require(Requirement(r.kind, r.expr, r.code, r.what, r.over, sp.And(guard, r.guard)))
    return value


def _condition(evaluator: Evaluating, node: t.Node) -> sp.Basic:
    """A condition as SymPy holds it; true or false where it has no letters."""
    match node:
        case t.Logic(sign="not"):
            return sp.Not(_condition(evaluator, node.parts[0]))
        case t.Logic():
            return (sp.And if node.sign == "and" else sp.Or)(*(_condition(evaluator, p) for p in node.parts))
        case t.Relation():
            sides = [evaluator.scalar(s) for s in node.sides]
            for side, part in zip(sides, node.sides, strict=True):
                if not set(node.signs) <= {"=", "!="} and expression(side).has(sp.I):
                    raise LineError("not-real", "Numbers that are not real have no order.", part.start, part.end)
            return sp.And(*(relation(_RELATIONS[sign], sides[k], sides[k + 1]) for k, sign in enumerate(node.signs)))
        case t.Bracket():
            return _condition(evaluator, node.body)
    raise LineError("syntax", "A condition such as x < 0 is expected here.", node.start, node.end)
