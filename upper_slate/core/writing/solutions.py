"""The solutions of a request: each value exact and decimal, a condition as relations, and the whole in one line."""

from __future__ import annotations

from typing import Any

import sympy as sp

from ..language.tree import Logic, Name, Negative, Node, Relation
from ..line.result import ScalarResult, SolutionsResult
from ..problems import LineError
from ..working.exact.bridge import settled, to_sympy
from ..working.ground.values import Scalar, SolutionsValue, expression
from .data import scalar_data
from .decimals import Digits, NoDecimal, Rounded, decimal_of
from .expressions import NoExactForm
from .numbers import sum_of
from .relations import condition_tree
from .style import Style
from .text import Written, tree_of, write_tree

_NONE, _ALL = "no solution", "every real number"
#: Where it is not proved that there is none.
_NONE_FOUND = "none found"


def in_words(text: str) -> Written:
    return Written(text, rf"\text{{{text}}}")


def exact_solutions(value: SolutionsValue, style: Style) -> Written | None:
    """All solutions in one line; None where one of them has no closed form."""
    if value.condition is not None:
        if value.condition in (sp.true, sp.false):
            return in_words(_ALL if value.condition == sp.true else _NONE)
        try:
            return write_tree(condition_tree(value.condition, lambda e: _exact_tree(settled(e), value.period_letter, style)))
        except NoExactForm:
            return None
    try:
        written = _in_one_line(value, lambda v: _exact_tree(v, value.period_letter, style))
        pair = _as_pair(value, style)
    except NoExactForm:
        return None
    return written if pair is None else Written(written.text, pair)


def _as_pair(value: SolutionsValue, style: Style) -> str | None:
    """Two values that differ by the sign of a root, typeset together: x = (-3 ± √17)/2. None for any others."""
    if len(value.solutions) != 2 or value.period_letter is not None or any(s.kind or len(s.values) != 1 for s in value.solutions):
        return None
    (name, one), (_, other) = (s.values[0] for s in value.solutions)
    one, other = expression(one), expression(other)
    if not isinstance(one, sp.Expr) or not isinstance(other, sp.Expr) or any(hasattr(v, "enclosure") for v in (one, other)):
        return None
    middle, half = sp.together(sp.expand((one + other) / 2)), sp.together(sp.expand((one - other) / 2))
    if half.could_extract_minus_sign():
        half = -half
    if not any(p.exp == sp.Rational(1, 2) for p in half.atoms(sp.Pow)) or any(p.exp.is_Rational and p.exp.q > 1 for p in middle.atoms(sp.Pow)):
        return None
    under = sp.lcm(sp.denom(middle), sp.denom(half))
    center, root = to_sympy(settled(sp.cancel(middle * under))), to_sympy(settled(sp.simplify(half * under)))
    if isinstance(root, sp.Add) or root.has(sp.I):
        return None
    above = rf"\pm {_typeset(root, style)}" if center == 0 else rf"{_typeset(center, style)} \pm {_typeset(root, style)}"
    if center == 0 and under != 1:
        return rf"{_typeset(sp.Symbol(name), style)} = \pm {_typeset(half, style)}"
    return rf"{_typeset(sp.Symbol(name), style)} = " + (above if under == 1 else rf"\frac{{{above}}}{{{_typeset(under, style)}}}")


def _typeset(expr: sp.Expr, style: Style) -> str:
    return write_tree(tree_of(settled(expr), style)).latex


def decimal_solutions(value: SolutionsValue, digits: Digits, style: Style) -> tuple[Written, bool] | None:
    """The same in decimals, and whether all of them are exact; None in words and where there is none."""
    exact = True

    def tree(scalar: Scalar) -> Node:
        nonlocal exact
        rounded = _decimal(scalar, digits, style, value.period_letter)
        exact &= rounded.exact
        return rounded.tree

    try:
        if value.condition is not None:
            if value.condition in (sp.true, sp.false):
                return None
            return write_tree(condition_tree(value.condition, lambda e: Name(e.name) if isinstance(e, sp.Symbol) else tree(settled(e)))), exact
        return (_in_one_line(value, tree), exact) if value.solutions else None
    except (NoDecimal, LineError):
        return None


def _in_one_line(value: SolutionsValue, tree: Any) -> Written:
    rows: list[Node] = []
    for solution in value.solutions:
        parts: list[Node] = [Relation((Name(name), tree(v)), ("=",)) for name, v in solution.values]
        rows.append(parts[0] if len(parts) == 1 else Logic("and", tuple(parts)))
    if not rows:
        return in_words(_NONE if value.complete else _NONE_FOUND)
    written = write_tree(rows[0] if len(rows) == 1 else Logic("or", tuple(rows)))
    if not any(s.kind for s in value.solutions):
        return written
    kinds = [rf"{write_tree(row).latex}\;\text{{({s.kind})}}" for row, s in zip(rows, value.solutions, strict=True)]
    return Written(written.text, r",\quad ".join(kinds))


def _exact_tree(value: Scalar, period_letter: str | None, style: Style) -> Node:
    parts = _period_parts(value, period_letter)
    if parts is None:
        return tree_of(value, style)
    base, turn = parts
    if base == 0:
        return tree_of(settled(turn), style)
    return sum_of([_signed(tree_of(settled(base), style)), _signed(tree_of(settled(turn), style))])


def _signed(node: Node) -> tuple[bool, Node]:
    return (True, node.body) if isinstance(node, Negative) else (False, node)


def _period_parts(value: Scalar, period_letter: str | None) -> tuple[sp.Expr, sp.Expr] | None:
    """base and period·n of a family."""
    if period_letter is None or not isinstance(value, sp.Expr) or not any(s.name == period_letter for s in value.free_symbols):
        return None
    letter = next(s for s in value.free_symbols if s.name == period_letter)
    base, turn = sp.expand(value).as_independent(letter, as_Add=True)
    return base, sp.factor_terms(turn)


def _decimal(value: Scalar, digits: Digits, style: Style, period_letter: str | None) -> Rounded:
    parts = _period_parts(value, period_letter)
    if parts is None:
        return decimal_of(value, digits, style)
    base, turn = (decimal_of(settled(p), digits, style) for p in parts)
    if parts[0] == 0:
        return turn
    return Rounded(sum_of([_signed(base.tree), _signed(turn.tree)]), base.exact and turn.exact)


def solutions_data(value: SolutionsValue, digits: Digits, style: Style) -> SolutionsResult:
    """The `solutions` of section 9."""
    found: list[dict[str, ScalarResult | str]] = []
    for solution in value.solutions:
        found.append({name: _value_data(v, digits, style, value.period_letter) for name, v in solution.values})
        if solution.kind:
            found[-1]["type"] = solution.kind
    data: SolutionsResult = {"complete": value.complete, "list": None if value.condition is not None else found}
    if value.period_letter is not None:
        data["letter"] = value.period_letter
    if value.is_general:
        data["general"] = True
    return data


def _value_data(value: Scalar, digits: Digits, style: Style, period_letter: str | None) -> ScalarResult:
    if _period_parts(value, period_letter) is None:
        return scalar_data(value, digits, style)
    exact = write_tree(_exact_tree(value, period_letter, style))
    rounded = _decimal(value, digits, style, period_letter)
    return {"exact": exact.data, "decimal": write_tree(rounded.tree).rounded(rounded.exact)}
