"""Steps of equations and inequalities: `<=>` claims the same solutions, `=>` that none is lost."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import pairwise

import sympy as sp

from ...language.signs import TURNED
from ...problems import LineError
from ..binding.statement import Atom, Statement, Trial
from ..conditions import domain_difference
from ..context import Context
from ..exact.bridge import settled
from ..exact.enclosed import EnclosedRoot
from ..ground.substitution import put_in_scalar
from ..ground.values import Requirement, Scalar
from ..solving.equation import Found, Range, lets_in, solutions_of
from ..solving.families import exact
from ..solving.inequality import pieces_of
from ..solving.regions import Piece, between
from ..solving.search import Unsolved
from ..solving.zeros import zeros_in
from .ask import failure_at, truth_at
from .identity import proves_identity
from .system_steps import system_step
from .trial_points import trial_points
from .verdicts import Counterexample, Verdict

#: So many members of a family on each side of 0 are put into the other statement.
_MEMBERS = 12


@dataclass(frozen=True)
class Claim:
    """A statement with what it needs to have a meaning."""

    statement: Statement
    requirements: list[Requirement]


@dataclass
class _Changes:
    lost: list[sp.Expr] = field(default_factory=list)
    added: list[sp.Expr] = field(default_factory=list)


def check_step(context: Context, before: Claim, after: Claim, sign: str) -> Verdict:
    """The verdict on a step from one statement to the next."""
    letters = sorted({s.name for c in (before, after) for a in c.statement.atoms() for s in a.difference.free_symbols})
    if not letters:
        return _without_letters(context, before, after, sign)
    if len(letters) == 1:
        with context.letters(letters[0]):
            return _one_letter(context, letters[0], before, after, sign)
    if before.statement.atom is None or after.statement.atom is None:
        verdict = system_step(context, letters, before.statement, before.requirements, after.statement, after.requirements, sign)
    else:
        verdict = _several_letters(context, letters, before, after)
    if sign == "=>" and verdict.word == "adds-solutions":
        return Verdict("follows")
    if sign == "=>" and verdict.word == "does-not-follow":  # that word is for <=> alone
        return Verdict("loses-solutions", (), verdict.counterexample)
    return verdict


def _without_letters(context: Context, before: Claim, after: Claim, sign: str) -> Verdict:
    letter = sp.Symbol("x", real=True)
    first, second = (Trial(context, letter, c.statement, c.requirements).holds(sp.S.Zero) for c in (before, after))
    if first == second or (sign == "=>" and not first):
        return Verdict("follows")
    return Verdict("does-not-follow" if sign == "<=>" else "loses-solutions", notes=(f"The line above is {_word(first)}, this one is {_word(second)}.",))


def _word(truth: bool) -> str:
    return "true" if truth else "not true"


# -- one letter --------------------------------------------------------------------------------------------------------


def _one_letter(context: Context, name: str, before: Claim, after: Claim, sign: str) -> Verdict:
    own = context.symbol(name)
    plain = sp.Symbol(name) if context.complex else sp.Symbol(name, real=True)
    trials = [_trial(context, claim, own, plain) for claim in (before, after)]
    if _proportional(trials[0], trials[1]):
        return Verdict("follows")
    try:
        changes = _changes(context, trials[0], trials[1])
    except LineError:
        return Verdict("not-settled", notes=("The solutions of the two lines could not all be found.",))
    if changes is None:
        return Verdict("not-settled", notes=("The solutions of the two lines could not all be found.",))
    if not changes.lost and (sign == "=>" or not changes.added):
        return Verdict("follows")
    told = []
    if changes.lost:
        told.append((f"This step loses {name} = {{0}}.", settled(changes.lost[0])))
    if changes.added and (sign == "<=>"):
        told.append((f"This step adds {name} = {{0}}.", settled(changes.added[0])))
    if changes.lost and changes.added and sign == "<=>":
        word = "does-not-follow"
    else:
        word = "loses-solutions" if changes.lost else "adds-solutions"
    tried = (_example(context, name, trial, value) for trial, values in ((trials[1], changes.lost), (trials[0], changes.added)) for value in values)
    return Verdict(word, (), next((example for example in tried if example is not None), None), (), tuple(told))


def _trial(context: Context, claim: Claim, own: sp.Symbol, plain: sp.Symbol) -> Trial:
    swap = {own: plain}
    return Trial(context, plain, claim.statement.renamed(swap), [r.renamed(swap) for r in claim.requirements])


def _proportional(first: Trial, second: Trial) -> bool:
    """One difference is a constant multiple of the other, with the sign turned if that is negative; and both need the same."""
    one, other = first.statement.atom, second.statement.atom
    if one is None or other is None or set(first.requirements) != set(second.requirements):
        return False
    if other.difference == 0 or one.difference == 0:
        return False
    ratio = sp.cancel(one.difference / other.difference)
    if ratio.free_symbols or not ratio.is_real or ratio == 0:
        return False
    return one.sign == (other.sign if ratio.is_positive else TURNED[other.sign])


def _changes(context: Context, first: Trial, second: Trial) -> _Changes | None:
    """Solutions that the second lacks, and those that it has besides; None where they could not be found."""
    if _is_listed(first.statement) and _is_listed(second.statement):
        sets = [_listed(context, t) for t in (first, second)]
        if sets[0] is None or sets[1] is None:
            return None
        if not sets[0].everywhere and not sets[1].everywhere:
            return _Changes(_missing(sets[0], second), _missing(sets[1], first))
    if context.complex:
        return None
    pieces = [pieces_of(context, t, Range()) for t in (first, second)]
    if not all(proved for _, _, proved in pieces):
        return None
    periods = {p for _, p, _ in pieces}
    if pieces[0][0] == pieces[1][0] and len(periods) == 1:
        return _Changes()
    return _Changes(_outside(pieces[0][0], second), _outside(pieces[1][0], first))


def _is_listed(statement: Statement) -> bool:
    return all(a.sign == "=" for a in statement.atoms()) and statement.join != "not"


def _listed(context: Context, trial: Trial) -> Found | None:
    """The solutions of equations joined by and, or."""
    total = Found()
    for atom in trial.statement.atoms():
        single = Trial(context, trial.letter, Statement("", atom=atom), trial.requirements)
        found = solutions_of(context, single, atom, Range())
        if not found.complete:
            return None
        if found.everywhere:
            return found
        total.values += [v for v in found.values if v not in total.values]
        total.families += found.families
    if trial.statement.atom is not None:
        return total
    # what solves one part need not solve the whole
    if any(isinstance(v, EnclosedRoot) for v in total.values) and trial.statement.join != "or":
        return None
    total.values = [v for v in total.values if isinstance(v, EnclosedRoot) or _solves(trial, v)]
    members = [f.member(k) for f in total.families for k in range(-_MEMBERS, _MEMBERS + 1)]
    return total if all(_solves(trial, exact(m)) for m in members) else None


def _missing(found: Found, other: Trial) -> list[sp.Expr]:
    """Solutions that are not solutions of the other statement."""
    members = [exact(f.member(n)) for f in found.families for n in range(-_MEMBERS, _MEMBERS + 1)]
    missing = []
    for value in [*found.values, *sorted(members, key=lambda v: (abs(float(sp.N(v, 15))), -float(sp.N(v, 15))))]:
        if not _solves(other, value):
            missing.append(value)
    return missing


def _solves(trial: Trial, value: sp.Expr) -> bool:
    if not trial.has_meaning(value):
        return False
    orders = {a: 0 if trial.is_zero(a, value) else 1 for a in trial.statement.atoms()}
    return trial.statement.truth(orders)


def _outside(pieces: list[Piece], other: Trial) -> list[sp.Expr]:
    """A simple point of the pieces at which the other statement does not hold."""
    small = [sp.Rational(v) for v in ("0", "1", "-1", "2", "-2", "3", "-3", "4", "-4", "5", "-5", "10", "-10", "1/2", "-1/2", "100", "-100")]
    for value in small:
        if any(_in_piece(value, p) for p in pieces) and not other.holds(value):
            return [value]
    others = pieces_of(other.context, other, Range())[0]
    cuts = sorted({e for p in (*pieces, *others) for e in (p.low, p.high) if e.is_finite}, key=lambda v: float(sp.N(v, 15)))
    ends = [-sp.oo, *cuts, sp.oo]
    candidates = [*cuts, *(between(a, b) for a, b in pairwise(ends) if a != b)]
    for value in candidates:
        if not isinstance(value, EnclosedRoot) and any(_in_piece(value, p) for p in pieces) and not other.holds(value):
            return [value]
    return []


def _in_piece(value: sp.Expr, piece: Piece) -> bool:
    return Range(piece.low, piece.high, piece.has_low, piece.has_high).holds(value)


def _example(context: Context, name: str, trial: Trial, value: sp.Expr) -> Counterexample | None:
    if isinstance(value, EnclosedRoot) or len(trial.statement.atoms()) != 1:
        return None
    return Counterexample(((name, settled(value)),), *_two_sides(context, trial.statement.atoms()[0], name, value))


def _two_sides(context: Context, atom: Atom, name: str, value: sp.Expr) -> tuple[Scalar | None, Scalar | None]:
    """Left and right side there; the sides of an equation are kept with it."""
    found: list[Scalar | None] = []
    for side in atom.sides:
        try:
            with context.collecting():
                found.append(put_in_scalar(context, settled(side), {name: settled(value)}))
        except LineError:
            found.append(None)
    return found[0], found[1]


# -- several letters ---------------------------------------------------------------------------------------------------


def _several_letters(context: Context, letters: list[str], before: Claim, after: Claim) -> Verdict:
    """Multiples of one another, or both solved for a letter that they share, with the same solutions."""
    one, other = before.statement.atom, after.statement.atom
    assert one is not None and other is not None
    symbols = [context.symbol(n) for n in letters]
    trials = [Trial(context, symbols[0], c.statement, c.requirements) for c in (before, after)]
    if _proportional(trials[0], trials[1]):
        return Verdict("follows")
    refuted = _refuted(context, symbols, before, after)
    if refuted is not None:
        return refuted
    if one.sign != "=" or other.sign != "=":
        return Verdict("not-settled")
    for letter in symbols:
        if letter not in one.difference.free_symbols or letter not in other.difference.free_symbols:
            continue
        searches = [zeros_in(letter, not context.complex) for _ in range(2)]
        try:
            first, second = (s.of(a.difference) for s, a in zip(searches, (one, other), strict=True))
        except Unsolved:
            continue
        if first.families or second.families or first.regions or second.regions or not (first.complete and second.complete):
            continue
        if lets_in(one.difference, letter) or lets_in(other.difference, letter):
            continue  # equal candidates are no proof of equal solutions
        needs = [n for s in searches for n in s.needs]
        same = [v for v in first.values if any(_equal(v, w, needs, context) for w in second.values)]
        back = [w for w in second.values if any(_equal(v, w, needs, context) for v in first.values)]
        if len(same) == len(first.values) and len(back) == len(second.values) and first.values:
            said = [*domain_difference(searches[0].needs, searches[1].needs), *domain_difference(after.requirements, before.requirements),
                    *domain_difference(before.requirements, after.requirements)]  # a x = b needs a != 0 to be x = b/a
            conditions = [c for k, c in enumerate(said) if c not in said[:k]]
            if all(isinstance(c, sp.Ne) for c in conditions):  # anything more would be a restriction of the solutions
                return Verdict("follows", tuple(conditions))
    return Verdict("not-settled")


def _equal(one: sp.Expr, other: sp.Expr, needs: list[Requirement], context: Context) -> bool:
    return proves_identity(one - other, needs, not context.complex)


def _refuted(context: Context, symbols: list[sp.Symbol], before: Claim, after: Claim) -> Verdict | None:
    """Small numbers at which one statement holds and the other has a meaning but does not."""
    lost = added = None
    exprs = [a.difference for c in (before, after) for a in c.statement.atoms()]
    for point in trial_points(context, symbols, exprs):
        truths = [truth_at(context, c.statement, c.requirements, point) for c in (before, after)]
        if truths == [True, False] and lost is None:
            lost = point
        if truths == [False, True] and added is None:
            added = point
        if lost and added:
            break
    if lost is None and added is None:
        return None
    word = "does-not-follow" if lost and added else "loses-solutions" if lost else "adds-solutions"
    at = lost or added or {}
    return Verdict(word, (), failure_at(context, (after if lost else before).statement, at))
