"""Eigenvalues and eigenvectors of a square matrix, exactly: zeros of det(λI - A), and the vectors that A - λI takes to zero."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Request
from ...problems import LineError
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import ComplexRoot, EnclosedRoot
from ..ground.answer import Answer
from ..ground.lists import is_zero_entry, square_matrix
from ..ground.values import ListValue, Value
from ..solving.equation import ordered
from ..solving.search import Unsolved
from ..solving.zeros import zeros_in

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def eigenvalues(evaluator: Evaluator, node: Request) -> Answer:
    """The eigenvalues in rising order, each as often as it is a zero of the characteristic polynomial. Errors: not-real, not-supported."""
    matrix = square_matrix(evaluator.of(node.bodies[0]))
    found = _with_multiplicities(evaluator, matrix, node)
    if any(count > 1 for _, count in found):
        evaluator.context.note("An eigenvalue stands as often as it is a zero of the characteristic polynomial.")
    return Answer(ListValue(tuple(settled(value) for value, count in found for _ in range(count))), keeps_form=True)


def eigenvectors(evaluator: Evaluator, node: Request) -> Answer:
    """For each eigenvalue, in rising order, the vectors that span its space. Errors: as for eigenvalues."""
    matrix = square_matrix(evaluator.of(node.bodies[0]))
    found: list[Value] = []
    places: list[Value] = []
    pairs = _with_multiplicities(evaluator, matrix, node)
    if any(isinstance(value, EnclosedRoot | ComplexRoot) for value, _ in pairs):
        raise LineError("not-supported", "The eigenvalues of this matrix have no closed form, so the eigenvectors have none; eigenvalues of … gives their decimals.",
                        node.start, node.end)
    for value, _ in pairs:
        space = (matrix - value * sp.eye(matrix.rows)).nullspace(iszerofunc=is_zero_entry, simplify=lambda e: to_sympy(settled(sp.radsimp(sp.cancel(e)))))
        found += [ListValue(tuple(settled(entry) for entry in _cleared(vector))) for vector in space]
        places += [settled(value)] * len(space)
    context = evaluator.context
    if any(entry.free_symbols for entry in matrix):
        context.note("For single values of the letters, such as 0 or those that make two eigenvalues equal, there may be others.")
    if len(found) < matrix.rows:
        context.note(f"No more than {len(found)} {'is' if len(found) == 1 else 'are'} independent, so this matrix is not similar to a diagonal one.")
    if len(places) == 1:
        context.tell("It belongs to the eigenvalue {0}; every multiple of it is an eigenvector too.", *places)
    else:
        named = ", ".join(f"{{{k}}}" for k in range(len(places)))
        context.tell(f"Each row is an eigenvector; they belong to the eigenvalues {named}, in this order, and so does every multiple of one.", *places)
    return Answer(ListValue(tuple(found)), keeps_form=True)


def _with_multiplicities(evaluator: Evaluator, matrix: sp.Matrix, node: Request) -> list[tuple[sp.Expr, int]]:
    x = sp.Symbol("\0x", real=None if evaluator.context.complex else True)
    polynomial = sp.factor((x * sp.eye(matrix.rows) - matrix).det(method="berkowitz"))
    try:
        zeros = zeros_in(x, not evaluator.context.complex).of(polynomial)
    except Unsolved:
        raise _unknown(node) from None
    values = ordered(zeros.values)
    if not zeros.complete or zeros.families:
        raise _unknown(node)
    found = [(value, _times(polynomial, x, value)) for value in values]
    missing = matrix.rows - sum(count for _, count in found)
    if missing and (any(v.free_symbols for v in matrix) or not all(count for _, count in found)):
        raise _unknown(node)
    if not found:
        raise LineError("not-real", "This matrix has no real eigenvalues; in complex numbers it has some.", node.start, node.end)
    if missing:
        evaluator.context.note(f"In complex numbers there {'is' if missing == 1 else 'are'} {missing} more.")
    return found


def _times(polynomial: sp.Expr, x: sp.Symbol, value: sp.Expr) -> int:
    """How often a zero of a polynomial is repeated."""
    if isinstance(value, EnclosedRoot | ComplexRoot):
        return sum(count for factor, count in sp.factor_list(polynomial, x)[1] if _is_of(value, factor, x))
    count, slope = 0, polynomial
    while is_zero_entry(sp.expand(slope.subs(x, value))):
        count, slope = count + 1, sp.diff(slope, x)
    return count


def _is_of(value: EnclosedRoot | ComplexRoot, factor: sp.Expr, x: sp.Symbol) -> bool:
    """Whether a zero that is known by its place is one of an irreducible factor."""
    if isinstance(value, EnclosedRoot):
        return value.solves(factor, x)
    function = value.args[0]
    return bool(sp.cancel(function.expr.xreplace({function.variables[0]: x}) / factor).is_Rational)


def _cleared(vector: sp.Matrix) -> list[sp.Expr]:
    """A multiple of a vector with whole entries where they are fractions."""
    entries = [sp.cancel(entry) for entry in vector]
    if not all(entry.is_Rational for entry in entries):
        return entries
    common = sp.ilcm(1, *(entry.q for entry in entries))
    whole = [entry * common for entry in entries]
    shared = sp.igcd(*whole) or 1
    first = next((entry for entry in whole if entry != 0), sp.S.One)
    return [entry / (shared if first > 0 else -shared) for entry in whole]


def _unknown(node: Request) -> LineError:
    return LineError("not-supported", "The eigenvalues of this matrix have no closed form that could be found.", node.start, node.end)
