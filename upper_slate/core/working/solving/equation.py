"""All solutions of an equation in one letter."""

from __future__ import annotations

from dataclasses import dataclass, field

import sympy as sp
from flint import acb, arb

from ...problems import LineError
from ..binding.statement import Atom, Trial
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import ComplexRoot, EnclosedRoot
from ..ground import judge
from ..ground.values import Requirement
from ..questions.identity import proves_identity
from .descartes import most_zeros, times
from .enclose import real_zeros
from .families import Family, compare, exact, in_order, members, merged
from .letter_powers import has_other_values
from .missed import misses
from .search import Unsolved
from .zeros import zeros_in

#: So many members of a family are tried before it is believed where the equation does not hold by itself.
_TRIED = 12
_ASK = "These are the solutions nearest to 0. There are more: ask for those in an interval, as in solve … for x in [0, 10]."
_POSITIVE_BASE = "A power with the letter above and below is taken where its base is positive; elsewhere it has values at single points only."
_UNPROVED = "It could not be proved that there are no more solutions."


@dataclass(frozen=True)
class Range:
    """Where solutions are asked for; `is_given` tells whether the line names it; assumptions may exclude points or ask for whole numbers."""

    low: sp.Expr = -sp.oo
    high: sp.Expr = sp.oo
    has_low: bool = False
    has_high: bool = False
    is_given: bool = False
    excluded: tuple[sp.Expr, ...] = ()
    is_whole: bool = False

    @property
    def is_bounded(self) -> bool:
        return bool(self.low.is_finite and self.high.is_finite)

    def holds(self, value: sp.Expr) -> bool:
        if self.is_whole and not value.is_Integer:
            return False
        if any(compare(value, e) == 0 for e in self.excluded):
            return False
        below, above = compare(value, self.low), compare(value, self.high)
        return (below > 0 or (below == 0 and self.has_low)) and (above < 0 or (above == 0 and self.has_high))


@dataclass
class Found:
    """Solutions: single ones in rising order, families, or `everywhere` where the equation holds on whole intervals."""

    values: list[sp.Expr] = field(default_factory=list)
    families: list[Family] = field(default_factory=list)
    everywhere: bool = False
    regions: list[sp.Basic] = field(default_factory=list)
    complete: bool = True
    notes: list[str] = field(default_factory=list)
    more_in_complex: bool = False
    needs: list[Requirement] = field(default_factory=list)


def solutions_of(context: Context, trial: Trial, atom: Atom, where: Range) -> Found:
    """The solutions of `difference = 0` in a range."""
    found = _solutions(context, trial, atom, where)
    if not context.complex and not found.everywhere and has_other_values(atom.difference, trial.letter):
        found.notes.append(_POSITIVE_BASE)
    return found


def _solutions(context: Context, trial: Trial, atom: Atom, where: Range) -> Found:
    real = not context.complex
    search = zeros_in(trial.letter, real, where.low, where.high)
    try:
        zeros = search.of(atom.difference)
    except Unsolved:
        return _enclosed(context, trial, atom, where)
    trial = Trial(context, trial.letter, trial.statement, [*trial.requirements, *search.needs])
    if zeros.regions:
        return Found([v for v in zeros.values if _counts(trial, atom, v, real, where)], [], True, zeros.regions, zeros.complete, needs=search.needs)
    found = Found(complete=zeros.complete, needs=search.needs)
    values = list(zeros.values)
    if zeros.families:
        if where.is_bounded:
            values += [m for family in zeros.families for m in members(family, where.low, where.high)]
        else:
            found.families = _kept_families(trial, atom, zeros.families, where)
    found.values = ordered([v for v in values if _counts(trial, atom, v, real, where)])
    if any(_is_doubtful(trial, v, where) for v in values):
        found.complete = False
        found.notes.append(_UNPROVED)
    if found.families:
        found.values = [v for v in found.values if v.free_symbols or not any(_is_member(v, f) for f in found.families)]
    known = [*found.values, *where.excluded]
    ends = (float(where.low), float(where.high))
    if real and zeros.complete and not where.is_whole and misses(atom.difference, trial.letter, *ends, known, found.families, trial.requirements):
        return _enclosed(context, trial, atom, where)
    if not zeros.complete:
        found.values = _nearest(found.values)
        found.notes.append(_ASK)
    elif real:
        _note_complex(atom, trial, found, where)
    return found


def _is_member(value: sp.Expr, family: Family) -> bool:
    turns = to_sympy(settled(sp.expand((value - family.base) / family.period)))
    return bool(turns.is_Integer)


def ordered(values: list[sp.Expr]) -> list[sp.Expr]:
    """Rising; what is not real by real, then imaginary part; expressions with letters as they come."""
    unique: list[sp.Expr] = []
    for value in values:
        if value not in unique:
            unique.append(value)
    if any(v.free_symbols for v in unique):
        return unique
    if all(v.is_real or isinstance(v, EnclosedRoot) or v.is_extended_real for v in unique):
        return in_order(unique)
    kept: list[sp.Expr] = []
    for value in sorted(unique, key=_complex_key):
        if not any(_equal(value, k) for k in kept):
            kept.append(value)
    return kept


def _equal(one: sp.Expr, other: sp.Expr) -> bool:
    if isinstance(one, ComplexRoot) or isinstance(other, ComplexRoot):
        return one == other
    return judge.is_zero(settled(one - other))


def _complex_key(value: sp.Expr) -> tuple[float, float]:
    with balls.precision(80):
        ball = acb(balls.ball(value))
    return round(float(ball.real.mid()), 9), float(ball.imag.mid())


def _is_doubtful(trial: Trial, value: sp.Expr, where: Range) -> bool:
    """Whether balls do not tell if everything has a value at a candidate."""
    return isinstance(value, EnclosedRoot) and where.holds(value) and not trial.has_meaning(value) and not trial.surely_without_meaning(value)


def _counts(trial: Trial, atom: Atom, value: sp.Expr, real: bool, where: Range) -> bool:
    """Whether a candidate is a solution: real where it must be, in the range, and true when put in."""
    if value.free_symbols:
        return trial.has_meaning(value) and trial.is_zero(atom, value) and _is_sure(trial, atom, value)
    if isinstance(value, EnclosedRoot | ComplexRoot):
        return (isinstance(value, ComplexRoot) or where.holds(value)) and trial.has_meaning(value) and not trial.lies_apart(atom, value)
    if real and (value.is_real is False or (value.is_real is None and not _is_real(value))):
        return False
    if value.is_infinite or value is sp.nan:
        return False
    if (real or value.is_real) and not where.holds(value):
        return False
    return trial.has_meaning(value) and trial.is_zero(atom, value)


def _is_sure(trial: Trial, atom: Atom, value: sp.Expr) -> bool:
    """Whether a candidate with other letters solves the equation for all of them. Where roots, sizes or logarithms of the letter were
    undone it must be shown by putting it in; LineError (not-supported) where it is not."""
    if not lets_in(atom.difference, trial.letter) or value.has(sp.Dummy):
        return True
    if proves_identity(atom.difference.subs(trial.letter, value), [*trial.requirements, *trial.context.requirements], True):
        return True
    for symbol in sorted(value.free_symbols, key=str):  # T = |T| holds where T is not negative
        supposed = sp.Dummy(symbol.name, positive=True)
        left = atom.difference.subs(trial.letter, value).xreplace({symbol: supposed})
        if proves_identity(left, [r.renamed({symbol: supposed}) for r in (*trial.requirements, *trial.context.requirements)], True):
            trial.context.require(Requirement("nonneg", symbol))
            return True
    raise LineError("not-supported", "Which of the candidates are solutions depends on the other letters; give them values, or assume something about them.")


def lets_in(expr: sp.Expr, letter: sp.Symbol) -> bool:
    """Whether solving undoes roots, sizes, logarithms or arcs, which may let in candidates that are no solutions."""
    return expr.has(sp.Abs, sp.log, sp.Piecewise, sp.Max, sp.Min, sp.asin, sp.acos, sp.atan) or any(
        p.exp.is_Rational and p.exp.q > 1 and letter in p.base.free_symbols for p in expr.atoms(sp.Pow))


def _is_real(value: sp.Expr) -> bool:
    try:
        with balls.precision(200):
            return isinstance(balls.ball(value), arb)
    except balls.NoBall:
        return False


def _kept_families(trial: Trial, atom: Atom, families: list[Family], where: Range) -> list[Family]:
    """The families that hold when put in, from the start of the range up."""
    if any(f.base.free_symbols or f.period.free_symbols for f in families) or not all(f.period.is_real for f in families):
        return families
    doubtful = bool(trial.requirements) or atom.difference.has(sp.Abs, sp.sign, sp.Piecewise) or any(p.exp.is_Rational and p.exp.q > 1 and p.base.free_symbols
                                                                                                    for p in atom.difference.atoms(sp.Pow))
    start = where.low if where.low.is_finite else sp.S.Zero
    if doubtful:
        families = [part for family in merged(families) for part in _parts_that_hold(trial, atom, family)]
    found = merged(families, start)
    if where.low.is_finite and not where.has_low:
        found = [Family(exact(f.base + f.period), f.period) if compare(f.base, where.low) == 0 else f for f in found]
    return found


def _parts_that_hold(trial: Trial, atom: Atom, family: Family) -> list[Family]:
    """The members that hold when put in, as few families as their pattern needs."""
    holds = [trial.has_meaning(family.member(k)) and trial.is_zero(atom, exact(family.member(k))) for k in range(_TRIED)]
    every = next(d for d in range(1, _TRIED + 1) if _TRIED % d == 0 and all(holds[k] == holds[k % d] for k in range(_TRIED)))
    return [Family(exact(family.member(k)), exact(family.period * every)) for k in range(every) if holds[k]]


def _nearest(values: list[sp.Expr], count: int = 7) -> list[sp.Expr]:
    if any(v.free_symbols or not v.is_real for v in values) or len(values) <= count:
        return values
    return in_order(sorted(values, key=lambda v: abs(float(sp.N(v, 15))))[:count])


def _note_complex(atom: Atom, trial: Trial, found: Found, where: Range) -> None:
    """In real numbers: that there are further solutions which are not real."""
    over, letter = sp.fraction(sp.together(atom.difference))[0], trial.letter
    if where.is_given or not over.is_polynomial(letter) or over.free_symbols != {letter}:
        return
    if any(r.expr.is_polynomial(letter) and sp.gcd(over, r.expr).has(letter) for r in trial.requirements):  # what is 0 only where something has no value
        return
    polynomial = sp.Poly(over, letter)
    if polynomial.degree() < 2 or polynomial.degree() > 60:
        return
    distinct = polynomial.quo(sp.gcd(polynomial, polynomial.diff())).degree()
    real = polynomial.count_roots() if all(c.is_Rational for c in polynomial.coeffs()) else len(found.values)
    if distinct > real:
        more = distinct - real
        found.more_in_complex = True
        found.notes.append(f"In complex numbers there {'is' if more == 1 else 'are'} {more} {'further ' if found.values else ''}solution{'' if more == 1 else 's'}.")


# -- where algebra does not reach ------------------------------------------------------------------------------------


def without_poles(expr: sp.Expr) -> sp.Expr:
    """The numerator, with sines and cosines in place of what has poles; it has every zero of the expression."""
    ratios = {sp.tan: lambda u: sp.sin(u) / sp.cos(u), sp.cot: lambda u: sp.cos(u) / sp.sin(u), sp.sec: lambda u: 1 / sp.cos(u), sp.csc: lambda u: 1 / sp.sin(u)}
    changed = expr.replace(lambda n: type(n) in ratios, lambda n: ratios[type(n)](n.args[0]))
    over, under = sp.fraction(sp.together(changed))
    has_poles = any(f.free_symbols and not isinstance(f.as_base_exp()[0], sp.exp) and f.as_base_exp()[0] != sp.E for f in sp.Mul.make_args(under))
    return over if has_poles else changed


def _without_roots(expr: sp.Expr) -> sp.Expr:
    """What has the same zeros, and goes through them: a root only touches 0, at the edge of its domain."""
    factors = [f.as_base_exp() for f in sp.Mul.make_args(expr)]
    return sp.Mul(*(base if exponent.is_Rational and exponent > 0 and exponent.q > 1 else base ** exponent for base, exponent in factors))


def _enclosed(context: Context, trial: Trial, atom: Atom, where: Range) -> Found:
    if atom.difference.free_symbols != {trial.letter}:
        raise LineError("not-supported", "No way was found to solve this for the letter while it holds other letters.")
    if atom.difference.has(sp.I):  # it has no sign that could change
        raise LineError("not-supported", "No way was found to solve this equation, which has i in it.")
    letter = sp.Symbol("x", real=True)
    expr = _without_roots(without_poles(atom.difference)).xreplace({trial.letter: letter})
    domain = [r.renamed({trial.letter: letter}) for r in trial.requirements]
    domain += [Requirement("positive", p.base) for p in expr.atoms(sp.Pow) if p.base.free_symbols and p.exp.free_symbols]
    enclosed = real_zeros(expr, letter, where.low, where.high, domain)
    inside = [v for v in enclosed.values if where.holds(v)]
    kept = [v for v in inside if trial.has_meaning(v)]
    doubtful = any(isinstance(v, EnclosedRoot) and not trial.surely_without_meaning(v) for v in inside if v not in kept)
    enclosed.complete |= most_zeros(expr, letter) == sum(times(expr, letter, v) for v in kept)
    enclosed.complete &= not doubtful
    found = Found(in_order(kept), complete=enclosed.complete)
    if context.complex:
        found.complete = False
        found.notes.append("Only real solutions were looked for.")
    elif not enclosed.complete:
        if where.is_bounded:
            found.notes.append(_UNPROVED)
        else:
            found.values = _nearest(found.values)
            found.notes.append(_ASK if len(found.values) >= 5 else _UNPROVED)
    return found
