"""Zeros of sums with exponentials and logarithms."""

from __future__ import annotations

import sympy as sp

from ..exact.bridge import settled, to_sympy
from ..ground import judge
from .families import exact, rational_ratio
from .inversion import log_of
from .parts import back
from .search import Search, Zeros


def prime_exponent(node: sp.Basic) -> sp.Expr | None:
    """ln of a power of a number, by logarithms of primes: 2·x·ln 2 for 4^x; None for other nodes."""
    if isinstance(node, sp.exp) and node.args[0].free_symbols:
        return node.args[0]
    if isinstance(node, sp.Pow) and node.exp.free_symbols and not node.base.free_symbols:
        base = node.base
        if base == sp.E:
            return node.exp
        if base.is_Rational and base.is_positive:
            return node.exp * sp.Add(*(k * sp.log(p) for p, k in sp.factorint(base).items()))
        return node.exp * log_of(base) if base.is_positive else None
    return None


def _exponent(node: sp.Basic, x: sp.Symbol) -> sp.Expr | None:
    return prime_exponent(node) if x in node.free_symbols and not (isinstance(node, sp.Pow) and x in node.base.free_symbols) else None


def one_exponential(search: Search, expr: sp.Expr) -> Zeros | None:
    """All exponents are multiples of one, constants apart: t = e^u, as in 4^x - 3·2^x + 2."""
    x = search.letter
    nodes = {n: u for n in expr.atoms(sp.exp, sp.Pow) if (u := _exponent(n, x)) is not None}
    if not nodes:
        return None
    first: sp.Expr | None = None
    split: dict[sp.Basic, tuple[sp.Rational, sp.Expr]] = {}
    for node, exponent in sorted(nodes.items(), key=lambda pair: str(pair[0])):
        part, constant = _parts(exponent, x)
        if first is None:
            first = part
        ratio = _ratio(part, first, x)
        if ratio is None:
            return None
        split[node] = (ratio, constant)
    assert first is not None
    unit = _unit([r for r, _ in split.values()])
    t = search.fresh("t", positive=True) if search.real else search.fresh("t")
    lifted = expr.xreplace({n: t ** (r / unit) * _constant_power(c) for n, (r, c) in split.items()})
    if x in lifted.free_symbols or not lifted.is_rational_function(t):
        return None
    return _through(search, sp.fraction(sp.together(sp.expand(lifted)))[0], t, sp.expand(first * unit))


def even_exponentials(search: Search, expr: sp.Expr) -> Zeros | None:
    """Sums of three exponentials or more whose exponents differ by multiples of one: one divides the others, as 4^x does in 9^x + 6^x - 4^x."""
    x = search.letter
    terms = [_exponential(term, x) for term in sp.Add.make_args(expr)]
    if len(terms) < 3 or None in terms:
        return None
    (_, shared), *_ = known = [t for t in terms if t is not None]
    differences = [sp.expand(exponent - shared) for _, exponent in known]
    first = next((d for d in differences if d != 0), None)
    if first is None:
        return None
    ratios = [_ratio(d, first, x) if d != 0 else sp.S.Zero for d in differences]
    if None in ratios:
        return None
    unit = _unit([r for r in ratios if r])
    lowest = min(r for r in ratios if r is not None)
    t = search.fresh("t", positive=True) if search.real else search.fresh("t")
    over = sp.Add(*(factor * t ** ((r - lowest) / unit) for (factor, _), r in zip(known, ratios, strict=True) if r is not None))
    return _through(search, over, t, sp.expand(first * unit))


def _unit(ratios: list[sp.Rational]) -> sp.Rational:
    """The largest number of which all are whole multiples."""
    common = sp.ilcm(1, *(r.q for r in ratios))
    return sp.Rational(sp.igcd(0, *(sp.Integer(r * common) for r in ratios)), common)


def _through(search: Search, over: sp.Expr, t: sp.Symbol, exponent: sp.Expr) -> Zeros:
    """The zeros of a polynomial in t = e^exponent."""
    plain = search.fresh("p", real=True) if search.real else t
    found = search.inner(plain).of(over.subs(t, plain))
    if search.real:
        found.values = [v for v in found.values if v.free_symbols or _is_positive(v)]
    else:
        found.values = [v for v in found.values if v != 0]
    return back(search, found, sp.exp(exponent), plain)


def _exponential(term: sp.Expr, x: sp.Symbol) -> tuple[sp.Expr, sp.Expr] | None:
    """A term as a factor and the exponent of e: 3 and x·ln 2 for 3·2^x; None where the factor holds the letter."""
    total, factor = sp.S.Zero, sp.S.One
    for part in sp.Mul.make_args(term):
        exponent = _exponent(part, x)
        if exponent is None:
            factor *= part
        else:
            total += exponent
    return None if x in factor.free_symbols else (factor, total)


def _constant_power(exponent: sp.Expr) -> sp.Expr:
    """e^c, as a rational where c is a whole multiple of logarithms of rationals."""
    value = sp.S.One
    for term in sp.Add.make_args(sp.expand(exponent)):
        coefficient, log = term.as_coeff_Mul()
        value *= log.args[0] ** coefficient if isinstance(log, sp.log) else sp.exp(term)
    return to_sympy(settled(value))


def _is_positive(value: sp.Expr) -> bool:
    return judge.sign(settled(value)) > 0


def _parts(exponent: sp.Expr, x: sp.Symbol) -> tuple[sp.Expr, sp.Expr]:
    constant, part = sp.expand(exponent).as_independent(x, as_Add=True)
    return part, constant


def _ratio(part: sp.Expr, first: sp.Expr, x: sp.Symbol) -> sp.Rational | None:
    ratio = sp.cancel(part / first)
    if x in ratio.free_symbols:
        ratio = sp.simplify(ratio)
    if x in ratio.free_symbols or ratio.free_symbols:
        return None
    return ratio if ratio.is_Rational else rational_ratio(*sp.fraction(ratio))


def two_exponentials(search: Search, expr: sp.Expr) -> Zeros | None:
    """c·e^u = d·e^v, by logarithms: u - v = ln(d/c)."""
    x = search.letter
    terms = sp.Add.make_args(expr)
    if len(terms) != 2 or not search.real:
        return None
    known = [found for term in terms if (found := _exponential(term, x)) is not None]
    if len(known) < 2:
        return None
    factors, exponents = zip(*known, strict=True)
    image = exact(-factors[1] / factors[0]) if not (factors[0] * factors[1]).free_symbols else -factors[1] / factors[0]
    if image.free_symbols:
        search.need("positive", image)
    elif not _is_positive(image):
        return Zeros()
    difference = sp.expand(exponents[0] - exponents[1]) - log_of(image)
    return search.of(difference) if not difference.has(sp.exp) else None


def by_logarithms(search: Search, expr: sp.Expr) -> Zeros | None:
    """Sums of logarithms: taken together, then e to both sides."""
    x = search.letter
    if not search.real:
        return None
    expr = sp.expand_mul(expr)
    logs: list[tuple[sp.Expr, sp.Expr]] = []
    rest = sp.S.Zero
    for term in sp.Add.make_args(expr):
        factor, part = term.as_independent(x, as_Add=False)
        if part == 1:
            rest += factor
        elif isinstance(part, sp.log):
            logs.append((factor, part.args[0]))
        else:
            return None
    if len(logs) < 2:
        expanded = sp.expand_log(expr, force=True)
        return search.of(expanded) if expanded != expr and expr.has(sp.log) else None
    first = logs[0][0]
    ratios = [rational_ratio(c, first) for c, _ in logs]
    if None in ratios:
        return None
    common = sp.ilcm(*(r.q for r in ratios))  # type: ignore[union-attr]
    over = under = sp.S.One
    for ratio, (_, inside) in zip(ratios, logs, strict=True):
        power = int(ratio * common)
        if power > 0:
            over *= inside ** power
        else:
            under *= inside ** -power
    image = _constant_power(sp.expand(-rest / first * common))
    return search.of(sp.expand(over - image * under))
