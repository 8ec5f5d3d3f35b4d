"""`solve …`: equations, inequalities and systems, for one letter or several (section 6 of the language)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

import sympy as sp

from ...language import tree as t
from ...language.variables import likeliest_first
from ...language.words import RESERVED_WORDS, function_named
from ...problems import LineError, Suggestion
from ..binding.chosen_letters import chosen_letter
from ..binding.statement import Atom, Statement, Trial, statement_of
from ..context import Context
from ..exact.bridge import settled, to_sympy
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from ..ground.substitution import put_in_requirements
from ..ground.values import Requirement, Scalar, Solution, SolutionsValue, Value, expression
from ..tidy.rewriting import numbers_into_logs
from ..tidy.tidy import tidy
from ..units.definitions import is_unit
from ..units.equations import condition_in_units, in_numbers, unit_of_letter
from ..units.quantities import Monomial, monomial, number_in, settle
from .complex_parts import by_parts, has_parts
from .equation import Found, Range, ordered, solutions_of
from .families import Family, compare, merged
from .inequality import periodic_condition, pieces_of
from .regions import condition_of
from .systems import solve_system

if TYPE_CHECKING:
    from ..evaluate import Evaluator


def solve(evaluator: Evaluator, node: t.Request) -> Value:
    """The solutions of a request. Errors: not-supported where it cannot be solved, wrong-arguments for missing letters."""
    context = evaluator.context
    letters = node.letters or _only_letter(evaluator, node)
    own = _says_itself(evaluator, node, letters)
    with context.letters(*letters, *own), context.collecting() as requirements:
        statements = [statement_of(evaluator, body) for body in node.bodies]
    if len(letters) > 1:
        if node.interval is not None or node.point is not None:
            raise LineError("not-supported", "An interval can be given for one letter only.")
        return solve_system(context, letters, [part for s in statements for part in s.equations()], requirements)
    statement = statements[0] if len(statements) == 1 else Statement("and", tuple(statements))
    others = {s.name for a in statement.atoms() for s in a.difference.free_symbols if not is_unit(s)}
    if others and letters[0] not in others and not any(n.name == letters[0] for b in node.bodies for n in b.walk() if isinstance(n, t.Name)):
        raise LineError("wrong-arguments", f"{letters[0]} does not stand in this equation; it holds {' and '.join(sorted(others))}.")
    if context.has_units and (unit := _unit(context, letters[0], statement)) is not None:
        return _in_units(evaluator, node, letters[0], statement, requirements, unit)
    where = range_of_letter(evaluator, letters[0], node.interval)
    found = solve_statement(context, letters[0], statement, requirements, where)
    if context.has_units:  # an angle that would have a unit, and the like
        for solution in found.solutions:
            for _, value in solution.values:
                settle(value)
    return found if node.point is None else _near(evaluator, node, found)


def _unit(context: Context, name: str, statement: Statement) -> Monomial | None:
    """The unit of the letter, where the statement is one of quantities and tells it."""
    with context.letters(name):
        letter = context.symbol(name)
    if statement.atom is None or statement.atom.difference.free_symbols - {letter} - {s for s in statement.atom.difference.free_symbols if is_unit(s)}:
        return None
    return unit_of_letter(statement.atom.difference, letter)


def _in_units(evaluator: Evaluator, node: t.Request, name: str, statement: Statement, requirements: list[Requirement], unit: Monomial) -> SolutionsValue:
    """Solved for how many of the unit the letter is."""
    context = evaluator.context
    with context.letters(name):
        letter = context.symbol(name)
    assert statement.atom is not None
    atom = statement.atom
    plain = Statement("", atom=Atom(in_numbers(atom.difference, letter, unit), atom.sign))
    needs = [replace(r, expr=in_numbers(r.expr, letter, unit)) for r in requirements]
    if node.point is not None:
        raise LineError("not-supported", "Beside units no place can be named near which a solution is looked for; give an interval.", node.start, node.end)
    where = Range()
    if node.interval is not None:
        ends = [expression(number_in(evaluator.scalar(end), unit)) for end in (node.interval.low, node.interval.high)]
        where = Range(ends[0], ends[1], node.interval.low_closed, node.interval.high_closed, True)
    found = solve_statement(context, name, plain, needs, where)
    if not unit:
        return found
    if found.condition is not None:
        try:
            return replace(found, condition=condition_in_units(found.condition, name, unit))
        except NotImplementedError:
            raise LineError("not-supported", "The solutions of this inequality cannot be written with units.") from None
    kept = tuple(Solution(tuple((n, settled(expression(v) * monomial(unit))) for n, v in s.values), s.kind) for s in found.solutions)
    return replace(found, solutions=kept)


def _says_itself(evaluator: Evaluator, node: t.Request, letters: tuple[str, ...]) -> tuple[str, ...]:
    """In `solve v = u + a t for t` below the line `v = u + a t` the v is a letter: with its value the equation would say nothing."""
    body = node.bodies[0]
    if len(node.bodies) > 1 or not isinstance(body, t.Relation) or body.signs != ("=",):
        return ()
    context = evaluator.context
    names = [s.name for s in body.sides if isinstance(s, t.Name) and s.name in context.meanings and s.name not in (*letters, *context.bound)]
    if len(names) != 1:
        return ()
    with context.letters(*letters), context.collecting():
        statement = statement_of(evaluator, body)
    if statement.atom is None or sp.expand(statement.atom.difference) != 0:
        return ()
    context.note(f"{names[0]} is a letter here: with its value both sides are the same.")
    return (names[0],)


def _only_letter(evaluator: Evaluator, node: t.Request) -> tuple[str, ...]:
    """The letter to solve for, where the line names none and holds only one."""
    names = {n.name for body in node.bodies for n in body.walk() if isinstance(n, t.Name)}
    context = evaluator.context
    with context.collecting():
        statements = [statement_of(evaluator, body) for body in node.bodies]
    free = sorted({s.name for st in statements for a in st.atoms() for s in a.difference.free_symbols if not is_unit(s)})
    if len(free) == 1:
        return (free[0],)
    if len(free) > 1 and len(free) == sum(len(st.equations()) for st in statements) and all(part.is_equation for st in statements for part in st.equations()):
        order = [n.name for body in node.bodies for n in body.walk() if isinstance(n, t.Name) and n.name in free]  # of lists, as many equations as letters
        return tuple(dict.fromkeys(order))
    if not free:
        held = sorted(n for n in names if n in context.meanings) or sorted(n for n in names if n not in RESERVED_WORDS and not function_named(n))
        if len(held) == 1:
            return (held[0],)
    end = node.bodies[-1].end
    raise LineError("wrong-arguments", "Say for which letter, as in solve x^2 = 12 for x.", node.start, end,
                    tuple(Suggestion(f" for {letter}", end, end) for letter in likeliest_first(free)[:4]))


def range_of_letter(evaluator: Evaluator, letter: str, interval: t.Interval | None) -> Range:
    """The interval of a request, narrowed by what is assumed of the letter that is solved for."""
    return _narrowed(evaluator.context, letter, interval_of(evaluator, interval))


def interval_of(evaluator: Evaluator, interval: t.Interval | None) -> Range:
    """The interval of a request; all numbers where it names none. Errors: not-supported, not-real, outside-domain."""
    low, high, has_low, has_high, given = -sp.oo, sp.oo, False, False, False
    if interval is not None:
        low, high = (expression(evaluator.scalar(end)) for end in (interval.low, interval.high))
        for end, part in ((low, interval.low), (high, interval.high)):
            if end.free_symbols:
                raise LineError("not-supported", "The ends of an interval are numbers.", part.start, part.end)
            if end.is_extended_real is False:
                raise LineError("not-real", "The ends of an interval are real numbers.", part.start, part.end)
        has_low, has_high, given = interval.low_closed and low.is_finite, interval.high_closed and high.is_finite, True
        if compare(low, high) > 0:
            raise LineError("outside-domain", "This interval is empty: its first end is the greater one.", interval.start, interval.end)
    return Range(low, high, bool(has_low), bool(has_high), given)


def assumed_range(context: Context, letter: str) -> Range:
    """Where a letter may lie by what is assumed of it."""
    return _narrowed(context, letter, Range(), quiet=True)


def _narrowed(context: Context, letter: str, where: Range, quiet: bool = False) -> Range:
    known = context.assumptions.get(letter)
    if known is None:
        return where
    if not quiet:
        context.note(f"What is assumed of {letter} holds for its solutions too.")
    low, high, has_low, has_high, excluded = where.low, where.high, where.has_low, where.has_high, where.excluded
    for sign, end in known.bounds:
        if sign == "!=":
            excluded = (*excluded, end)
        if sign in (">", ">=") and compare(end, low) >= 0:
            low, has_low = end, sign == ">=" and (has_low or end != low or low == -sp.oo)
        if sign in ("<", "<=") and compare(end, high) <= 0:
            high, has_high = end, sign == "<=" and (has_high or end != high or high == sp.oo)
    if (known.positive or known.nonnegative) and compare(low, sp.S.Zero) <= 0:
        has_low = (not known.positive and not known.nonzero) and (compare(low, sp.S.Zero) < 0 or has_low)
        low = sp.S.Zero
    if (known.negative or known.nonpositive) and compare(high, sp.S.Zero) >= 0:
        has_high = (not known.negative and not known.nonzero) and (compare(high, sp.S.Zero) > 0 or has_high)
        high = sp.S.Zero
    return Range(low, high, bool(has_low), bool(has_high), where.is_given, excluded, known.integer)


def solve_statement(context: Context, name: str, statement: Statement, requirements: list[Requirement], where: Range) -> SolutionsValue:
    """The solutions for one letter."""
    with context.letters(name):
        letter = context.symbol(name)
    # the letter without what is assumed of it: the search must not lose a zero by it
    plain = sp.Symbol(name, real=True) if not context.complex else sp.Symbol(name)
    statement, requirements = statement.renamed({letter: plain}), [r.renamed({letter: plain}) for r in requirements]
    letter = plain
    with context.letters(name):
        trial = Trial(context, letter, statement, requirements)
        if statement.is_equation:
            assert statement.atom is not None
            if context.complex and has_parts(statement.atom.difference, letter):
                values = [v for v in by_parts(context, letter, statement.atom.difference) if trial.has_meaning(v)]
                return _as_value(context, letter, Found(ordered(values)), where)
            return _listed(context, trial, statement.atom, where)
        if _all_equations(statement):
            return _several(context, trial, where)
        return _regions(context, trial, where, None)


def _all_equations(statement: Statement) -> bool:
    return all(a.sign == "=" for a in statement.atoms()) and "not" not in _joins(statement)


def _joins(statement: Statement) -> set[str]:
    return {statement.join}.union(*(_joins(p) for p in statement.parts))


def _listed(context: Context, trial: Trial, atom: Atom, where: Range) -> SolutionsValue:
    found = solutions_of(context, trial, atom, where)
    if found.everywhere:
        if atom.difference.free_symbols - {trial.letter}:
            if found.regions != [sp.true] or any(trial.letter in r.expr.free_symbols for r in trial.requirements):
                raise LineError("not-supported", "Where this holds depends on the other letters; give them values.")
            for need in found.needs:
                context.require(need)
            return SolutionsValue((trial.letter.name,), (), True, None, sp.true)
        return _regions(context, trial, where, found.regions, found.values)
    for requirement in trial.requirements:
        if trial.letter not in requirement.expr.free_symbols:  # what is said of other letters holds for every solution
            context.require(requirement)
    found.values = [v for v in found.values if _is_kept(context, trial, v, found, where)]
    return _as_value(context, trial.letter, found, where)


def _is_kept(context: Context, trial: Trial, value: sp.Expr, found: Found, where: Range) -> bool:
    """Whether a solution with other letters in it can lie in the range; what it needs to be one becomes a condition of the line."""
    if not value.free_symbols or value.has(sp.Dummy):
        return True
    signs = {s: sp.Dummy(s.name, positive=True) for need in (*found.needs, *trial.requirements) if need.kind in ("nonneg", "positive")
             for s in need.expr.free_symbols if (need.expr / s).is_positive}
    supposed = value.xreplace(signs)
    if (where.low == 0 and supposed.is_nonpositive and not (where.has_low and supposed.is_zero is not False)) or (where.high == 0 and supposed.is_positive):
        return False
    own = [r for r in trial.requirements if trial.letter in r.expr.free_symbols and not r.expr.subs(trial.letter, value).xreplace(signs).is_positive]
    try:
        put_in_requirements(context, own, {trial.letter.name: settled(value)})
    except LineError:
        return False
    return True


def _as_value(context: Context, letter: sp.Symbol, found: Found, where: Range) -> SolutionsValue:
    for need in found.needs:
        context.require(need)
    values = list(found.values)
    name = None
    notes = list(found.notes)
    if found.families:
        name = chosen_letter(context, "solve", {letter.name})
        n = sp.Symbol(name, integer=True)
        values += [f.base + f.period * n for f in found.families]
        if where.low.is_finite:
            notes.append(f"Here {name} >= 0.")
        elif where.high.is_finite:
            raise LineError("not-supported", "For a periodic equation give an interval with two ends, or none.")
    shown = tuple(Solution(((letter.name, _shown(v)),)) for v in values)
    return SolutionsValue((letter.name,), shown, found.complete, name, None, tuple(notes), found.more_in_complex)


def _shown(value: sp.Expr) -> Scalar:
    """Logarithms and letters tidied; sums with angles stay sums."""
    if value.has(EnclosedRoot) or not (value.has(sp.log) or value.free_symbols):
        return settled(value)
    return tidy(settled(numbers_into_logs(value)))


def _several(context: Context, trial: Trial, where: Range) -> SolutionsValue:
    """Equations joined by and, or: candidates of each, kept where the whole holds."""
    values: list[sp.Expr] = []
    families: list[Family] = []
    complete = True
    only_or = _joins(trial.statement) <= {"or", ""}
    for atom in trial.statement.atoms():
        single = Trial(context, trial.letter, Statement("", atom=atom), [])
        found = solutions_of(context, single, atom, where)
        if found.everywhere or (found.families and not only_or):
            return _regions(context, trial, where, None)  # cut at every zero and tried piece by piece
        values += found.values
        families += found.families
        complete &= found.complete
    kept = [v for v in values if trial.holds(v)]
    return _as_value(context, trial.letter, Found(ordered(kept), merged(families), complete=complete), where)


def _regions(context: Context, trial: Trial, where: Range, more: list[sp.Basic] | None, points: Sequence[sp.Expr] = ()) -> SolutionsValue:
    if context.complex and any(a.sign not in ("=", "!=") for a in trial.statement.atoms()):
        raise LineError("not-supported", "Complex numbers have no order; an inequality is solved in real numbers.")
    others = {s for a in trial.statement.atoms() for s in a.difference.free_symbols} - {trial.letter}
    letter = trial.letter
    if others:
        return _linear_with_letters(context, trial, where)
    pieces, period, proved = pieces_of(context, trial, where, more, points)
    if where.is_whole:
        raise LineError("not-supported", f"{letter.name} is assumed to be a whole number; free {letter.name} to solve this for real numbers.")
    notes = () if proved else ("It could not be proved that nothing is missing.",)
    if period is not None:
        name = chosen_letter(context, "solve", {letter.name})
        condition = periodic_condition(letter, pieces, period, sp.Symbol(name, integer=True))
        if condition.has(sp.Symbol(name, integer=True)):
            return SolutionsValue((letter.name,), (), proved, name, condition, notes)
        return SolutionsValue((letter.name,), (), proved, None, condition, notes)
    return SolutionsValue((letter.name,), (), proved, None, condition_of(letter, pieces), notes)


def _linear_with_letters(context: Context, trial: Trial, where: Range) -> SolutionsValue:
    """a x + b < 0 with a sign of a that is known."""
    atoms = trial.statement.atoms()
    letter = trial.letter
    if trial.statement.atom is not None and not where.is_given:
        atom = atoms[0]
        difference = sp.expand(atom.difference)
        if difference.is_polynomial(letter) and sp.degree(difference, letter) == 1:
            a, b = sp.Poly(difference, letter).all_coeffs()
            if a.is_positive or a.is_negative:
                signs = ("<", "<=", ">", ">=") if a.is_positive else (">", ">=", "<", "<=")
                make = dict(zip(signs, (sp.Lt, sp.Le, sp.Gt, sp.Ge), strict=True)) | {"!=": sp.Ne}
                return SolutionsValue((letter.name,), (), True, None, make[atom.sign](letter, sp.cancel(-b / a), evaluate=False))
    raise LineError("not-supported", "Which way this goes depends on the sign of another letter; assume something about it, as in assume a > 0.")


_NEAREST = "The nearest of the solutions to this number."


def _near(evaluator: Evaluator, node: t.Request, found: SolutionsValue) -> SolutionsValue:
    """Of all solutions the one nearest to a number."""
    assert node.point is not None
    point = evaluator.scalar(node.point)
    if not judge.is_closed(point):
        raise LineError("not-supported", "After near a number is expected.", node.point.start, node.point.end)
    if found.condition is not None:
        raise LineError("not-supported", "near chooses one of several solutions; here there are whole intervals of them.")
    a = to_sympy(point)
    letter = found.letters[0]
    if found.period_letter is not None or not found.complete:
        return _nearest_in_windows(evaluator, node, a)
    best: sp.Expr | None = None
    for solution in found.solutions:
        value = expression(solution.values[0][1])
        if value.free_symbols or not value.is_real:
            continue
        if best is None or compare(abs(value - a), abs(best - a)) < 0:
            best = value
    if best is None:
        return SolutionsValue((letter,), (), found.complete, None, None, found.notes)
    return SolutionsValue((letter,), (Solution(((letter, settled(best)),)),), False, None, None, (_NEAREST,))


def _nearest_in_windows(evaluator: Evaluator, node: t.Request, a: sp.Expr) -> SolutionsValue:
    context = evaluator.context
    letters = node.letters or _only_letter(evaluator, node)
    with context.letters(*letters), context.collecting() as requirements:
        statements = [statement_of(evaluator, body) for body in node.bodies]
    asked = range_of_letter(evaluator, letters[0], node.interval)
    for reach in (1, 4, 16, 64):
        low, high = a - reach, a + reach
        where = Range(low if compare(low, asked.low) > 0 else asked.low, high if compare(high, asked.high) < 0 else asked.high, True, True, True)
        if compare(where.low, where.high) > 0:
            continue
        found = solve_statement(context, letters[0], statements[0], requirements, where)
        values = [expression(s.values[0][1]) for s in found.solutions]
        if values:
            best = values[0]
            for value in values[1:]:
                if compare(abs(value - a), abs(best - a)) < 0:
                    best = value
            return SolutionsValue(letters, (Solution(((letters[0], settled(best)),)),), False, None, None, (_NEAREST,))
    return SolutionsValue(letters, (), False, None, None, ("No solution was found within 64 of this number.",))
