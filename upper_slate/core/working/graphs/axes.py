"""In which unit the axis across is best marked."""

from __future__ import annotations

from typing import Final

import sympy as sp

TURNING: Final = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def axis_of(expr: sp.Expr, letter: sp.Symbol, angles: str) -> str:
    """pi, degrees or gon where the curve is trigonometric in its letter and turns with that unit; plain otherwise."""
    inside = [n.args[0] for n in expr.atoms(*TURNING) if letter in n.free_symbols]
    if not inside:
        return "plain"
    if angles != "radians":
        return angles
    return "pi" if any(i.is_polynomial(letter) and not sp.diff(i, letter).has(sp.pi) for i in inside) else "plain"
