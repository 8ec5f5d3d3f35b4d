"""Powers of one number in a product, written as one power: `e*e^x` is `e^(x + 1)`.

Algebra on fractions takes such powers apart; a textbook does not print them so.
"""

from __future__ import annotations

import sympy as sp


def joined_powers(expr: sp.Expr, original: sp.Expr) -> sp.Expr:
    """The expression with powers of e joined, and of whole numbers where the `original` had them so: 2^(x + 1) stays that, and 2*2^x too."""
    if not expr.free_symbols or not (expr.has(sp.exp) or any(_is_number_power(p) for p in expr.atoms(sp.Pow))):
        return expr
    written: dict[sp.Expr, set[int]] = {}
    for power in filter(_is_number_power, original.atoms(sp.Pow)):
        constant = power.exp.as_coeff_Add()[0]
        if constant.is_Integer and constant > 0:
            written.setdefault(power.base, set()).add(int(constant))
    return expr.replace(lambda n: isinstance(n, sp.Mul), lambda n: _joined(n, written))


def _is_number_power(power: sp.Pow) -> bool:
    return bool(power.base.is_Integer and power.base > 1 and power.exp.free_symbols)


def _joined(product: sp.Mul, written: dict[sp.Expr, set[int]]) -> sp.Expr:
    exponents: dict[sp.Expr, list[sp.Expr]] = {}
    rest: list[sp.Expr] = []
    for factor in product.args:
        if isinstance(factor, sp.exp) or factor is sp.E:
            exponents.setdefault(sp.E, []).append(sp.S.One if factor is sp.E else factor.args[0])
        elif isinstance(factor, sp.Pow) and _is_number_power(factor):
            exponents.setdefault(factor.base, []).append(factor.exp)
        else:
            rest.append(factor)
    for base, found in exponents.items():
        if base is not sp.E and rest and rest[0].is_Integer:
            # the factor that was split off comes back: the one that was written, or none
            back = max((k for k in written.get(base, ()) if rest[0] % base**k == 0), default=0)
            rest[0] /= base**back
            found.append(sp.Integer(back))
        rest.append(base ** sp.expand(sp.Add(*found)) if any(e.free_symbols for e in found) else sp.Mul(*(base**e for e in found)))
    return sp.Mul(*rest)
