"""Complex equations with conjugates, sizes or parts of the letter: real and imaginary part as a system in two real letters."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..context import Context
from .search import Unsolved
from .systems import System

_PARTS = (sp.conjugate, sp.Abs, sp.re, sp.im, sp.arg)


def has_parts(difference: sp.Expr, letter: sp.Symbol) -> bool:
    """Whether an equation is about conjugates, sizes or parts of its letter."""
    return any(letter in node.free_symbols for node in difference.atoms(*_PARTS))


def by_parts(context: Context, letter: sp.Symbol, difference: sp.Expr) -> list[sp.Expr]:
    """All z = u + i v with difference = 0. Errors: not-supported where the system cannot be solved, or holds on whole curves."""
    u, v = sp.Symbol("\0u", real=True), sp.Symbol("\0v", real=True)
    real, imaginary = sp.expand(difference.subs(letter, u + sp.I * v), complex=True).as_real_imag()
    equations = [sp.expand(part) for part in (real, imaginary) if sp.expand(part) != 0]
    if any(node.has(sp.re, sp.im, sp.arg) for node in equations):
        raise LineError("not-supported", "Real and imaginary part of this equation could not be told apart.")
    system = System(Context(conventions=context.conventions), [u, v])
    try:
        rows = system.rows(equations, [u, v])
    except Unsolved:
        raise LineError("not-supported", "No way was found to solve this for real and imaginary part.") from None
    kept = [row for row in rows if system.counts(row, equations, [])]
    if any(value.free_symbols for row in kept for value in row.values()):
        raise LineError("not-supported", "This holds on whole curves in the plane of complex numbers, not at single ones.")
    return [sp.expand(row[u] + sp.I * row[v]) for row in kept]
