"""The requests that write a value in another form: expand, factor, rationalize, fractions."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Request
from ...problems import LineError
from ..exact.bridge import settled
from ..exact.surd import Surd
from ..ground.values import FunctionValue, Scalar, Value, is_scalar
from ..tidy.rewriting import expanded, factored, linear_factors, logs_together, partial_fractions, rationalized, single_fraction
from ..tidy.tidy import _expansion_bound, agrees, collect_numbers, degree_bound, in_lowest_terms, tidy_expression, written_size

if TYPE_CHECKING:
    from ..evaluate import Evaluator

#: An expansion may have at most so many terms.
_MAX_TERMS = 2_000
#: Factors of higher degrees would not be found in time.
_MAX_DEGREE = 1_000


def rewritten(evaluator: Evaluator, node: Request) -> Value:
    """The value in the form asked for. Errors: too-large, not-supported."""
    value = evaluator.of(node.bodies[0])
    if isinstance(value, FunctionValue):
        body = _rewritten(node.name, value.body, evaluator.context.complex)
        return FunctionValue(value.parameters, body, value.requirements, value.name)
    if not is_scalar(value):
        raise LineError("not-supported", f"{node.name} needs a number or an expression.")
    return _rewritten(node.name, value, evaluator.context.complex)


def _rewritten(name: str, value: Scalar, complex_numbers: bool) -> Value:
    if isinstance(value, Surd):
        return value
    if (degree := degree_bound(value)) > _MAX_DEGREE and name != "expand":
        raise LineError("too-large", f"The degree of this expression is {degree:,}; such forms are found up to degree {_MAX_DEGREE:,}.")
    try:
        rule = (_IN_COMPLEX_NUMBERS if complex_numbers else {}).get(name, _RULES[name])
        return settled(rule(value))
    except (sp.PolynomialError, NotImplementedError):
        raise LineError("not-supported", f"This expression has no such form: {name.removesuffix(' of')} works on sums, products and quotients of powers.") from None


def _simplify(expr: sp.Expr) -> sp.Expr:
    """The shortest of the ways that exact rewriting finds. In complex numbers logarithms do not add."""
    short = _simplify_anywhere(expr)
    together = logs_together(short)
    return together if len(together.atoms(sp.log)) < len(short.atoms(sp.log)) else short


def _simplify_anywhere(expr: sp.Expr) -> sp.Expr:
    candidates = [tidy_expression(expr)]
    for rewrite in (sp.expand_log, sp.trigsimp, sp.powsimp, sp.factor, sp.radsimp, lambda e: sp.cancel(sp.trigsimp(e))):
        try:
            candidates.append(in_lowest_terms(collect_numbers(rewrite(expr))))
        except (NotImplementedError, ValueError, TypeError, AttributeError, sp.PolynomialError):
            continue
    best = candidates[0]
    for candidate in candidates[1:]:
        if written_size(candidate) < written_size(best) and agrees(expr, candidate) and not candidate.has(sp.Piecewise):
            best = candidate
    return best


def _expand(expr: sp.Expr) -> sp.Expr:
    if _expansion_bound(expr) > _MAX_TERMS:
        raise LineError("too-large", "Multiplied out, this would have more than 2,000 terms.")
    return collect_numbers(expanded(expr))


def _partial_fractions(expr: sp.Expr) -> sp.Expr:
    if len(expr.free_symbols) != 1:
        raise LineError("not-supported", "Partial fractions need an expression with exactly one letter.")
    if not expr.is_rational_function():
        raise LineError("not-supported", "Partial fractions are made of one polynomial over another.")
    return partial_fractions(expr)


_RULES = {"simplify": _simplify, "expand": _expand, "factor": factored, "rationalize": lambda e: rationalized(e, 6),
          "single fraction of": lambda e: single_fraction(e, in_lowest_terms=True),
          "partial fractions of": _partial_fractions}
_IN_COMPLEX_NUMBERS = {"simplify": _simplify_anywhere, "factor": linear_factors}
#: Requests whose result stands in the form that was asked for.
REWRITING = frozenset(_RULES)
