"""Systems of equations in several letters: one letter after another is found and put into the rest."""

from __future__ import annotations

from dataclasses import dataclass, field

import sympy as sp

from ...problems import LineError
from ..binding.statement import Statement
from ..context import Context
from ..exact.bridge import settled
from ..exact.enclosed import EnclosedRoot
from ..ground import judge
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Requirement, Solution, SolutionsValue
from ..questions.identity import proves_identity
from ..tidy.tidy import tidy_expression
from .families import exact
from .search import Unsolved
from .zeros import zeros_in

Row = dict[sp.Symbol, sp.Expr]
_MOST_ROWS = 64


def solve_system(context: Context, names: tuple[str, ...], statements: list[Statement], requirements: list[Requirement]) -> SolutionsValue:
    """All solutions of a system, each with a value for every letter."""
    if not all(s.is_equation for s in statements):
        raise LineError("not-supported", "A system is made of equations; an inequality is solved for one letter.")
    with context.letters(*names):
        letters = [context.symbol(n) for n in names]
    equations = [s.atom.difference for s in statements if s.atom]
    system = System(context, letters)
    try:
        rows = system.rows(equations, letters)
    except Unsolved:
        raise LineError("not-supported", "No way was found to solve this system.") from None
    kept = [row for row in rows if system.counts(row, equations, requirements)]
    for need in system.needs:
        context.require(need)
    ordered = sorted(kept, key=lambda row: tuple(_key(row[s]) for s in letters))
    solutions = tuple(Solution(tuple((s.name, settled(tidy_expression(row[s]) if row[s].free_symbols else row[s])) for s in letters)) for row in ordered)
    free = sorted({s.name for row in rows for v in row.values() for s in v.free_symbols} & set(names))
    notes = (f"{' and '.join(free)} may have any value.",) if free else ()
    if system.dropped:
        notes = (*notes, "In complex numbers there are further solutions.")
    return SolutionsValue(names, solutions, True, None, None, notes, bool(system.dropped))


def _key(value: sp.Expr) -> tuple[float, float]:
    if value.free_symbols:
        return 0.0, 0.0
    near = sp.N(value, 20)
    return round(float(sp.re(near)), 9), float(sp.im(near))


@dataclass
class System:
    """Equations in several letters, and what their solving needs of others."""

    context: Context
    letters: list[sp.Symbol]
    needs: list[Requirement] = field(default_factory=list)
    dropped: bool = False
    depth: int = 0

    def rows(self, equations: list[sp.Expr], letters: list[sp.Symbol]) -> list[Row]:
        """Values for the letters; letters that stay free are expressed by themselves."""
        self.depth += 1
        try:
            if self.depth > 40:
                raise Unsolved
            return self._rows(equations, letters)
        finally:
            self.depth -= 1

    def _rows(self, equations: list[sp.Expr], letters: list[sp.Symbol]) -> list[Row]:
        open_equations: list[sp.Expr] = []
        for equation in equations:
            over = sp.fraction(sp.together(equation))[0]
            over = sp.expand(over) if over.is_polynomial(*letters) else over
            used = over.free_symbols & set(letters)
            if used:
                open_equations.append(over)
            elif not self._is_zero(over):
                return []
        if not open_equations:
            return [{s: s for s in letters}]
        if all(e.is_polynomial(*letters) and sp.Poly(e, *letters).total_degree() == 1 for e in open_equations):
            return self._linear(open_equations, letters)
        for equation in open_equations:
            factors = self._factors(equation, letters)
            if len(factors) > 1:
                others = [e for e in open_equations if e is not equation]
                return self._joined([self.rows([f, *others], letters) for f in factors])
        single = [e for e in open_equations if len(e.free_symbols & set(letters)) == 1]
        for equation in sorted(single, key=sp.count_ops):
            (letter,) = equation.free_symbols & set(letters)
            return self._with_values(self._zeros(equation, letter), letter, open_equations, equation, letters)
        by_number = [(e, s) for e in open_equations for s in reversed(letters) if self._slope(e, s) == "number"]
        by_letter = [(e, s) for e in open_equations for s in reversed(letters) if self._slope(e, s) == "letter"]
        if by_number:
            equation, letter = by_number[0]
            a, b = sp.Poly(equation, letter).all_coeffs()
            return self._with_values([sp.cancel(-b / a)], letter, open_equations, equation, letters)
        if all(e.is_polynomial(*letters) for e in open_equations) and not any(e.free_symbols - set(letters) for e in open_equations):
            return self._by_basis(open_equations, letters)
        if by_letter:
            equation, letter = by_letter[0]
            a, b = sp.Poly(equation, letter).all_coeffs()
            others = [e for e in open_equations if e is not equation]
            return self._joined([self._with_values([sp.cancel(-b / a)], letter, open_equations, equation, letters), self.rows([a, b, *others], letters)])
        for equation in sorted(open_equations, key=sp.count_ops):
            for letter in letters:
                if letter in equation.free_symbols:
                    try:
                        return self._with_values(self._zeros(equation, letter), letter, open_equations, equation, letters)
                    except Unsolved:
                        continue
        raise Unsolved

    @staticmethod
    def _joined(groups: list[list[Row]]) -> list[Row]:
        rows: list[Row] = []
        for group in groups:
            rows += [row for row in group if row not in rows]
        if len(rows) > _MOST_ROWS:
            raise LineError("too-large", f"This system has more than {_MOST_ROWS} solutions.")
        return rows

    def _with_values(self, values: list[sp.Expr], letter: sp.Symbol, equations: list[sp.Expr], used: sp.Expr, letters: list[sp.Symbol]) -> list[Row]:
        groups = []
        others = [s for s in letters if s != letter]
        for value in values:
            rest = [e.subs(letter, value) for e in equations if e is not used]
            for row in self.rows(rest, others):
                found = value.subs(row) if value.free_symbols else value
                groups.append([{**row, letter: exact(sp.expand(found)) if not found.free_symbols else sp.factor(sp.cancel(found))}])
        return self._joined(groups)

    def _zeros(self, equation: sp.Expr, letter: sp.Symbol) -> list[sp.Expr]:
        search = zeros_in(letter, not self.context.complex)
        found = search.of(equation)
        if found.families or found.regions or not found.complete or any(isinstance(v, EnclosedRoot) for v in found.values):
            raise Unsolved
        self.needs += [n for n in search.needs if not n.expr.free_symbols & set(self.letters)]
        over = equation
        if not self.context.complex and over.is_polynomial(letter) and over.free_symbols == {letter} and sum(
                m for _, m in sp.factor_list(over, letter)[1]) and sp.degree(over, letter) > len(found.values) and self._has_complex(over, letter):
            self.dropped = True
        return found.values

    @staticmethod
    def _has_complex(polynomial: sp.Expr, letter: sp.Symbol) -> bool:
        whole = sp.Poly(polynomial, letter)
        if not all(c.is_Rational for c in whole.coeffs()):
            return False
        free = whole.quo(sp.gcd(whole, whole.diff()))
        return bool(free.count_roots() < free.degree())

    @staticmethod
    def _factors(equation: sp.Expr, letters: list[sp.Symbol]) -> list[sp.Expr]:
        if not equation.is_polynomial(*letters) or sp.count_ops(equation) > 150:
            return [f for f in sp.Mul.make_args(equation) if f.free_symbols & set(letters)]
        try:
            return [f for f, _ in sp.factor_list(equation)[1] if f.free_symbols & set(letters)]
        except sp.PolynomialError:
            return [equation]

    def _slope(self, equation: sp.Expr, letter: sp.Symbol) -> str:
        if not equation.is_polynomial(letter) or sp.degree(equation, letter) != 1:
            return ""
        slope = sp.Poly(equation, letter).LC()
        return "letter" if slope.free_symbols & set(self.letters) else "" if slope.free_symbols else "number"

    def _is_zero(self, expr: sp.Expr) -> bool:
        value = settled(sp.expand(expr))
        if judge.is_closed(value):
            return judge.is_zero(value)
        if sp.simplify(expr) == 0:
            return True
        raise Unsolved

    # -- linear systems --------------------------------------------------------------------------------------------

    def _linear(self, equations: list[sp.Expr], letters: list[sp.Symbol]) -> list[Row]:
        """Gauss: the pivot is a number where there is one, else an expression that must not be zero."""
        matrix = [[sp.Poly(e, *letters).coeff_monomial(s) for s in letters] + [-sp.Poly(e, *letters).coeff_monomial(1)] for e in equations]
        pivots: list[int] = []
        at = 0
        for column in range(len(letters)):
            candidates = [r for r in range(at, len(matrix)) if self._not_zero(matrix[r][column])]
            if not candidates:
                continue
            best = min(candidates, key=lambda r: (bool(matrix[r][column].free_symbols), sp.count_ops(matrix[r][column])))
            matrix[at], matrix[best] = matrix[best], matrix[at]
            pivot = matrix[at][column]
            if pivot.free_symbols:
                self._need_nonzero(pivot)
            matrix[at] = [self._tidy(v / pivot) for v in matrix[at]]
            for r in range(len(matrix)):
                if r != at and matrix[r][column] != 0:
                    factor = matrix[r][column]
                    matrix[r] = [self._tidy(a - factor * b) for a, b in zip(matrix[r], matrix[at], strict=True)]
            pivots.append(column)
            at += 1
        for row in matrix[at:]:
            if self._not_zero(row[-1]):
                if row[-1].free_symbols:
                    raise LineError("not-supported", "Whether this system has solutions depends on the other letters.")
                return []
        found: Row = {s: s for s in letters}
        for r, column in enumerate(pivots):
            free = [letters[c] * matrix[r][c] for c in range(len(letters)) if c not in pivots]
            found[letters[column]] = self._tidy(matrix[r][-1] - sp.Add(*free))
        return [found]

    def _need_nonzero(self, pivot: sp.Expr) -> None:
        for factor, _ in sp.factor_list(sp.fraction(sp.together(pivot))[0])[1]:
            requirement = Requirement("nonzero", factor)
            if requirement not in self.needs:
                self.needs.append(requirement)

    @staticmethod
    def _tidy(value: sp.Expr) -> sp.Expr:
        return sp.factor(sp.cancel(value)) if value.free_symbols else exact(value)

    @staticmethod
    def _not_zero(value: sp.Expr) -> bool:
        return sp.cancel(value) != 0 if value.free_symbols else not judge.is_zero(settled(value))

    # -- polynomial systems ----------------------------------------------------------------------------------------

    def _by_basis(self, equations: list[sp.Expr], letters: list[sp.Symbol]) -> list[Row]:
        """A lexicographic Gröbner basis has an equation in the last letter alone where there are finitely many solutions."""
        try:
            basis = sp.groebner(equations, *letters, order="lex")
        except (sp.PolynomialError, NotImplementedError, ValueError):
            raise Unsolved from None
        exprs = list(basis.exprs)
        if exprs == [sp.S.One]:
            return []
        last = [e for e in exprs if len(e.free_symbols & set(letters)) == 1]
        if not last:
            raise Unsolved
        return self.rows(exprs, letters) if set(exprs) != set(equations) else self._with_last(exprs, last[0], letters)

    def _with_last(self, equations: list[sp.Expr], last: sp.Expr, letters: list[sp.Symbol]) -> list[Row]:
        (letter,) = last.free_symbols & set(letters)
        return self._with_values(self._zeros(last, letter), letter, equations, last, letters)

    # -- checking --------------------------------------------------------------------------------------------------

    def counts(self, row: Row, equations: list[sp.Expr], requirements: list[Requirement]) -> bool:
        """Whether the row solves every equation, when put in; real in real numbers."""
        context = self.context
        given = {s.name: settled(v) for s, v in row.items() if v != s}
        if not context.complex and any(v.is_real is False for v in row.values()):
            self.dropped = True
            return False
        try:
            with context.collecting():
                put_in_requirements(context, requirements, given)
                for equation in equations:
                    value = put_in_scalar(context, settled(equation), given)
                    if judge.is_closed(value):
                        if not judge.is_zero(value):
                            return False
                    elif not proves_identity(value, [*requirements, *self.needs], True) and sp.simplify(value) != 0:
                        raise LineError("not-supported", "Which of the candidates are solutions depends on the other letters; give them values.")
        except LineError as error:
            if error.code == "not-supported":
                raise
            return False
        return True
