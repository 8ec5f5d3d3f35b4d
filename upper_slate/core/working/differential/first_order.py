"""Equations y' = F(x, y) that are not linear: separable, Bernoulli's, homogeneous, exact."""

from __future__ import annotations

from collections.abc import Callable

import sympy as sp

from ...problems import LineError
from ..calculus.antiderivative import antiderivative
from ..ground.values import Requirement
from .explicit import Explicit, explicit
from .implicit import Implicit, OnlyImplicit
from .linear import Linear, solve_linear
from .problem import Branch, Found, NoMethod, constant


def solve_first_order(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Found:
    """Solutions of y' = slope by the first method that fits. Raises NoMethod where none does, OnlyImplicit where y cannot be told, LineError
    where an integral is not found."""
    told: LineError | None = None
    unsolved: OnlyImplicit | None = None
    for method in (_separable, _bernoulli, _homogeneous, _exact):
        try:
            return method(slope, x, y)
        except NoMethod:
            continue
        except OnlyImplicit as found:
            unsolved = unsolved or found
        except LineError as error:
            told = told or error
    if unsolved is not None:
        raise unsolved
    if told is not None:
        raise told
    raise NoMethod


def _integral(expr: sp.Expr, letter: sp.Symbol, needs: list[Requirement]) -> sp.Expr:
    found, more = antiderivative(expr, letter, True)
    needs += more
    return found


# -- separable ---------------------------------------------------------------------------------------------------------


def _separable(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Found:
    """y' = g(x) h(y)."""
    parts = sp.separatevars(sp.expand(slope, power_exp=True, basic=False) if slope.has(sp.exp) else sp.factor(slope), symbols=(x, y), dict=True)
    if parts is None:
        raise NoMethod
    of_x, of_y = parts["coeff"] * parts[x], parts[y]
    needs: list[Requirement] = []
    left, right = _integral(sp.simplify(1 / of_y), y, needs), _integral(of_x, x, needs)
    free = constant(1, 1)
    lost = _constant_solutions(of_y, y)
    return Found(_branches(explicit(left, right, free, y), needs, OnlyImplicit(Implicit(left, right, free, slope, tuple(needs)), lost)), (free,), lost)


def _branches(found: list[Explicit], needs: list[Requirement], unsolved: Exception, back: Callable[[sp.Expr], sp.Expr] = lambda value: value) -> tuple[Branch, ...]:
    if not found:
        raise unsolved
    return tuple(Branch((back(value),), (*needs, *more)) for value, more in found)


def _constant_solutions(of_y: sp.Expr, y: sp.Symbol) -> tuple[sp.Expr, ...]:
    """Where h(y) is 0, y may stay for ever; a division by h loses that."""
    over = sp.fraction(sp.together(of_y))[0]
    if y not in over.free_symbols:
        return ()
    try:
        found = sp.solve(over, y)
    except NotImplementedError:
        return ()
    return tuple(v for v in found if v.is_real is not False and not v.has(sp.Dummy))


# -- by another function -----------------------------------------------------------------------------------------------


def _bernoulli(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Found:
    """y' = a y + b y^n: u = y^(1-n) has a linear equation."""
    terms: dict[sp.Expr, sp.Expr] = {}
    for term in sp.Add.make_args(sp.expand(slope)):
        factor, power = term.as_independent(y, as_Add=False)
        base, exponent = power.as_base_exp() if power != 1 else (y, sp.S.Zero)
        if base != y or exponent.free_symbols:
            raise NoMethod
        terms[exponent] = terms.get(exponent, sp.S.Zero) + factor
    powers = [e for e in terms if e != 1]
    if len(powers) != 1 or powers[0] == 0 or not powers[0].is_Rational:
        raise NoMethod
    n = powers[0]
    a, b = terms.get(sp.S.One, sp.S.Zero), terms[n]
    below = solve_linear(Linear(x, (-(1 - n) * a, sp.S.One), (1 - n) * b))
    branch = below.branches[0]
    branches = _branches(explicit(y ** (1 - n), branch.values[0], None, y), list(branch.needs), NoMethod())
    return Found(branches, below.constants, (sp.S.Zero,) if n > 0 else ())


def _homogeneous(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Found:
    """y' = φ(y/x): v = y/x has a separable equation."""
    v = sp.Dummy("v", real=True)
    ratio = sp.simplify(slope.subs(y, v * x))
    if x in ratio.free_symbols:
        raise NoMethod
    difference = sp.simplify(ratio - v)
    if difference == 0:
        raise NoMethod
    needs: list[Requirement] = []
    left = _integral(sp.simplify(1 / difference), v, needs)
    free = constant(1, 1)
    lost = tuple(x * r for r in _constant_solutions(difference, v))
    unsolved = OnlyImplicit(Implicit(left.subs(v, y / x), sp.log(sp.Abs(x)), free, slope, tuple(n.renamed({v: y / x}) for n in needs)), lost)
    return Found(_branches(explicit(left, sp.log(sp.Abs(x)), free, v), needs, unsolved, lambda value: sp.simplify(x * value)), (free,), lost)


def _exact(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Found:
    """M + N y' = 0 with M_y = N_x: a potential stays constant."""
    over, under = sp.fraction(sp.together(slope))
    m, n = -over, under
    if sp.simplify(sp.diff(m, y) - sp.diff(n, x)) != 0:
        raise NoMethod
    needs: list[Requirement] = []
    along_x = _integral(sp.expand(m), x, needs)
    rest = sp.simplify(n - sp.diff(along_x, y))
    potential = sp.expand(along_x + (_integral(rest, y, needs) if rest != 0 else 0))
    free = constant(1, 1)
    return Found(_branches(explicit(potential, sp.S.Zero, free, y), needs, OnlyImplicit(Implicit(potential, sp.S.Zero, free, slope, tuple(needs)), ())), (free,))
