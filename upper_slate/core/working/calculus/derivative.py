"""Derivatives. Corners and jumps have none: there the derivative is required not to be asked for."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..context import Context
from ..exact.surd import ZERO, Surd
from ..ground.arithmetic import checked
from ..ground.function_records import RECORD_OF
from ..ground.requirements import check
from ..ground.values import Requirement, Scalar

#: Functions of an angle, and those that give one.
_OF_ANGLES = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc, sp.asin, sp.acos, sp.atan)


def differentiate(context: Context, value: Scalar, letter: str) -> Scalar:
    """dvalue/dletter; what the derivative needs beyond the function is required of the line."""
    if isinstance(value, Surd):
        return ZERO
    symbol = context.symbol(letter)
    if symbol not in value.free_symbols:
        return ZERO
    note_unit(context, value, symbol)
    if value.has(sp.Piecewise):
        result = _by_cases(context, value, symbol)
    else:
        result = _plain(context, value, symbol)
    for requirement in natural_requirements(result, context.complex):
        if check(requirement) is not None:
            context.require(requirement)
    return checked(result)


def note_unit(context: Context, expr: sp.Expr, symbol: sp.Symbol) -> None:
    """Why π/180 stands in derivatives and integrals where angles are in degrees."""
    unit = context.conventions.angles
    if unit != "radians" and any(symbol in n.free_symbols for n in expr.atoms(*_OF_ANGLES)):
        turn = {"degrees": "π/180", "gon": "π/200"}[unit]
        context.note(f"With angles in {unit} the derivative of sin x is {turn} cos x: sin x rises by {turn} for each unit of x at 0.")


def _plain(context: Context, expr: sp.Expr, symbol: sp.Symbol) -> sp.Expr:
    if any(symbol in n.free_symbols for n in expr.atoms(sp.factorial, sp.binomial)):
        raise LineError("not-supported", "A factorial has a value at whole numbers only, so it has no derivative.")
    smooth = {size for size in expr.atoms(sp.Abs) if symbol in size.free_symbols and _is_smoothed(expr, size, symbol)}
    for size in expr.atoms(sp.Abs, sp.sign):
        if symbol in size.free_symbols and size not in smooth:
            context.require(Requirement("nonzero", size.args[0], "undefined-value", "corner"))
    for step in expr.atoms(sp.floor, sp.ceiling):
        if symbol in step.free_symbols:
            context.require(Requirement("nonzero", sp.sin(sp.pi * step.args[0]), "undefined-value", "corner"))
    flat = expr.replace(lambda n: isinstance(n, sp.floor | sp.ceiling | sp.sign) and symbol in n.free_symbols, lambda n: sp.Dummy("step", real=True))
    result = sp.diff(flat, symbol)
    for make, other in ((sp.tan, sp.cos), (sp.cot, sp.sin)):  # 1 + tan² is written 1/cos²
        for node in result.atoms(make):
            result = result.subs(make(*node.args) ** 2 + 1, 1 / other(*node.args) ** 2).subs(-make(*node.args) ** 2 - 1, -1 / other(*node.args) ** 2)
    if any(p.exp.free_symbols for p in result.atoms(sp.Pow)):
        result = sp.powsimp(result)  # x^n/x is x^(n - 1)
    inside = {size.args[0] for size in smooth}
    result = result.replace(lambda n: isinstance(n, sp.sign), lambda n: sp.Abs(n.args[0]) / n.args[0] if n.args[0] in inside else n.args[0] / sp.Abs(n.args[0]))
    if smooth:
        result = sp.cancel(result)
    if result.has(sp.Derivative, sp.Subs, sp.Heaviside, sp.DiracDelta) or any(s.name == "step" for s in result.free_symbols):
        raise LineError("not-supported", "The derivative of this expression cannot be worked out.")
    return result


def _is_smoothed(expr: sp.Expr, size: sp.Abs, symbol: sp.Symbol) -> bool:
    """Whether what |E| is multiplied by vanishes where E does, as in x·|x|: then there is no corner."""
    held = sp.Dummy("size", positive=True)
    factor = sp.diff(expr.subs(size, held), held).subs(held, 0)
    edge = size.args[0]
    return bool(factor.is_polynomial(symbol) and edge.is_polynomial(symbol) and sp.degree(edge, symbol) == 1 and sp.rem(factor, edge, symbol) == 0)


def _by_cases(context: Context, expr: sp.Expr, symbol: sp.Symbol) -> sp.Expr:
    """Piece by piece; where two pieces meet, the derivative exists only if values and gradients agree."""
    folded = sp.piecewise_fold(expr)
    if not isinstance(folded, sp.Piecewise):
        return _plain(context, folded, symbol)
    pieces = []
    for piece, cond in folded.args:
        pieces.append((sp.diff(piece, symbol), cond))
        for relation in cond.atoms(sp.core.relational.Relational):
            edge = relation.lhs - relation.rhs
            if symbol in edge.free_symbols and not _is_smooth(folded, edge, symbol):
                context.require(Requirement("nonzero", edge, "undefined-value", "corner"))
    return sp.Piecewise(*pieces)


def _is_smooth(cases: sp.Piecewise, edge: sp.Expr, symbol: sp.Symbol) -> bool:
    points = sp.solve(edge, symbol) if edge.is_polynomial(symbol) else None
    if points is None:
        return False
    for point in points:
        near = sorted({piece for piece, _ in cases.args}, key=str)
        values = {sp.simplify(p.subs(symbol, point)) for p in near}
        gradients = {sp.simplify(sp.diff(p, symbol).subs(symbol, point)) for p in near}
        if len(values) != 1 or len(gradients) != 1:
            return False
    return True


def natural_requirements(expr: sp.Basic, complex_numbers: bool) -> list[Requirement]:
    """What must hold for an expression, as it is written, to have a value."""
    found: list[Requirement] = []
    for node in sp.preorder_traversal(expr):
        if not node.free_symbols:
            continue
        if isinstance(node, sp.Piecewise):
            break
        if isinstance(node, sp.Pow):
            base, exponent = node.args
            if exponent.is_Rational:
                if exponent.q % 2 == 0 and not complex_numbers:
                    found.append(Requirement("positive" if exponent < 0 else "nonneg", base, "division-by-zero" if exponent < 0 else "not-real", "root"))
                elif exponent < 0 and base.free_symbols:
                    found.append(Requirement("nonzero", base, over=sp.S.One))
        elif isinstance(node, sp.log):
            inside = node.args[0]
            if isinstance(inside, sp.Abs):  # ln|u| has a value wherever u is not 0
                found.append(Requirement("nonzero", inside.args[0], "outside-domain", "ln"))
                continue
            found += _by_record(node, complex_numbers)
        else:
            found += _by_record(node, complex_numbers)
    return [r for k, r in enumerate(found) if r not in found[:k]]


def _by_record(node: sp.Basic, complex_numbers: bool) -> list[Requirement]:
    """What a function needs of its argument by its record."""
    record = RECORD_OF.get(type(node))
    if record is None or record.need is None:
        return []
    kind = record.need.in_complex if complex_numbers else record.need.kind
    return [Requirement(kind, record.need.of(node.args[0]), record.need.code, "!" if record.make is sp.factorial else record.name)] if kind else []
