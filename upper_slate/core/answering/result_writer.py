"""Writes what a line comes to into its result: the exact text, decimals, forms, conditions, solutions, tables, graphs, verdicts."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

import sympy as sp

from ..language import tree as t
from ..language.typeset import typeset
from ..language.words.trailing import IN_COMPLEX_NUMBERS
from ..line.conventions import Conventions
from ..line.result import LineResult
from ..problems import LineError
from ..working.conditions import conditions_of, joined, requirement_relations
from ..working.context import Context
from ..working.exact.surd import Surd, TooLarge
from ..working.ground.answer import Answer
from ..working.ground.assumed import says
from ..working.ground.values import FunctionValue, GraphValue, ListValue, RelationValue, SolutionsValue, TableValue, Value, free_letters, is_scalar
from ..working.questions.verdicts import Verdict
from ..writing.decimals import Digits, NoDecimal, decimal_of
from ..writing.expressions import NoExactForm
from ..writing.forms import forms_of, prime_factors
from ..writing.graphs import graph_data
from ..writing.solutions import decimal_solutions, exact_solutions, solutions_data
from ..writing.style import Style
from ..writing.tables import table_data, table_tree
from ..writing.text import text_of, tree_of, write_tree
from . import checks
from .asked_forms import in_form
from .other_digits import other_digits


class ResultWriter:
    """Fills in the result of one line; `answer` is what a request came to, where the line is one."""

    def __init__(self, result: LineResult, context: Context, conventions: Conventions) -> None:
        self.result, self.context, self.conventions = result, context, conventions
        self.line = t.Line("empty", "")
        self.answer: Answer | None = None
        #: whether the result is a number beside which its decimal is worth seeing
        self.is_irrational = self.is_hard_to_place = False

    @property
    def request(self) -> str:
        """The name of the request that the line is; empty where it is none."""
        bare = t.unwrapped(self.line.body)
        return bare.name if isinstance(bare, t.Request) else ""

    def style(self) -> Style:
        style = Style(self.context.typed_decimal, self.conventions.fractions == "mixed", self.context.half_turn)
        return style if self.answer is None else replace(style, apart=self.answer.apart, rising=self.answer.rises_in, last=self.answer.constant)

    def _digits(self) -> Digits:
        node = self.line.body
        while isinstance(node, t.ToDigits | t.InForm):
            if isinstance(node, t.ToDigits):
                return Digits(node.digits, node.unit, keep=True)
            node = node.body
        count, unit = self.conventions.digits
        return Digits(count, unit)

    def write(self, value: Value) -> None:
        if isinstance(value, SolutionsValue):
            self._write_solutions(value)
            return
        if isinstance(value, TableValue | GraphValue):
            self._write_data(value)
            return
        try:
            tree = self._tree_shown(value)
        except NoExactForm:  # made with a number that is known by its decimals only
            self._write_decimal_only(value)
            return
        exact = write_tree(tree)
        self.result["exact"] = exact.data
        self._weigh(value)
        self._write_decimal(value, exact.text)
        bare = t.unwrapped(self.line.body)
        is_angle = isinstance(bare, t.Call) and bare.name in ("arcsin", "arccos", "arctan", "arg")
        forms = forms_of(value, self.style(), exact.text, is_angle)
        self.result["forms"] = [{"name": f.name, "text": f.text, "latex": f.latex, "relation": f.relation} for f in forms]
        if is_scalar(value) or isinstance(value, FunctionValue | ListValue):
            self._write_conditions_of(value)

    def _tree_shown(self, value: Value) -> t.Node:
        """The exact result, in the form that the line asks for."""
        tree = tree_of(value, self.style())
        if self.request == "factor" and isinstance(value, Surd) and value.is_integer and abs(value.as_int()) > 1:
            try:
                tree = prime_factors(value.as_int()) or tree
            except TooLarge:
                raise LineError("too-large", "The prime factors of this number would not be found in time: too long a part of it has no small factor.") from None
        if isinstance(self.line.body, t.InForm) and self.line.body.form not in ("decimal", IN_COMPLEX_NUMBERS):
            tree = in_form(value, self.line.body.form, self.context.half_turn)
        return tree

    def _write_decimal(self, value: Value, exact: str) -> None:
        """The result in decimals, where it says anything beside the exact text."""
        try:
            rounded = decimal_of(value, self._digits(), self.style())
            text = write_tree(rounded.tree)
            says_nothing = text.text == exact and (isinstance(value, RelationValue) or (is_scalar(value) and free_letters(value)))
            if not says_nothing:
                self.result["decimal"] = text.rounded(rounded.exact)
                if not rounded.exact and not isinstance(value, FunctionValue | RelationValue):
                    self.result["digits"] = other_digits(value, self._digits(), self.style())
        except (NoDecimal, LineError):
            if is_scalar(value) and not free_letters(value) and not (isinstance(value, sp.Expr) and value.is_infinite):
                self.context.note("No decimal is shown: its last digit could not be proved.")

    def _write_conditions_of(self, value: Value) -> None:
        """Where the result holds, with what a request states of its answer."""
        try:
            found = conditions_of(self.context.requirements, value, self.context.complex)
        except (NotImplementedError, sp.PolynomialError, ValueError, TypeError):
            found = []
            self.context.note("Where exactly this holds could not be worked out.")
        own = list(self.answer.conditions) if self.answer is not None else []
        self._write_conditions([*(c for c in found if c not in own and not _is_implied(c, own)), *own], self.style(),
                               [p.name for p in value.parameters] if isinstance(value, FunctionValue) else ())
        if self.answer is not None and self.answer.left_out is not None:
            power = text_of(self.answer.left_out), typeset(tree_of(self.answer.left_out))
            self.result["conditions"].append(f"error of order {power[0]}")
            self.result["conditionsLatex"].append(rf"\text{{error of order }} {power[1]}")

    def _weigh(self, value: Value) -> None:
        """Whether a number says little as it stands: it is irrational; or nobody can place it, as nested roots and logarithms."""
        if not is_scalar(value) or free_letters(value):
            return
        if isinstance(value, Surd):
            self.is_irrational, self.is_hard_to_place = not value.is_rational, value.has_nested and not value.has_imaginary
        else:
            self.is_irrational = not value.is_rational and not value.is_infinite
            self.is_hard_to_place = value.has(sp.log, sp.exp, sp.sin, sp.cos, sp.tan, sp.asin, sp.acos, sp.atan) and not value.has(sp.I)

    def _write_data(self, value: TableValue | GraphValue) -> None:
        """Tables and graphs have fields of their own."""
        if isinstance(value, TableValue):
            self.result["kind"] = "table"
            self.result["table"] = table_data(value, self._digits(), self.style())
            exact = write_tree(table_tree(value, self.style()))
            self.result["exact"] = exact.data
        else:
            self.result["kind"] = "graph"
            self.result["graph"] = graph_data(value, self._digits(), self.style())

    def _write_decimal_only(self, value: Value) -> None:
        try:
            rounded = decimal_of(value, self._digits(), self.style())
        except NoDecimal:
            raise LineError("not-supported", "This has no closed form, and its decimals could not be proved.") from None
        self.result["decimal"] = write_tree(rounded.tree).rounded(rounded.exact)
        self.result["digits"] = other_digits(value, self._digits(), self.style())

    def _write_solutions(self, value: SolutionsValue) -> None:
        result, style, digits = self.result, self.style(), self._digits()
        exact = exact_solutions(value, style)
        rounded = decimal_solutions(value, digits, style)
        result["exact"] = None if exact is None else exact.data
        if rounded is not None and (exact is None or rounded[0].text != exact.text):
            result["decimal"] = rounded[0].rounded(rounded[1])
            if not rounded[1]:
                result["digits"] = other_digits(value, digits, style)
        result["solutions"] = solutions_data(value, digits, style)
        own = self.answer.conditions if self.answer is not None else ()
        self._write_conditions([*(c for c in requirement_relations(self.context.requirements) if c not in own), *own], style)
        if value.period_letter is not None:
            result["conditions"].append(f"{value.period_letter} integer")
            result["conditionsLatex"].append(typeset(t.Name(value.period_letter)) + r"\text{ integer}")
        for note in value.notes:
            self.context.note(note)

    def _write_conditions(self, found: list[sp.Basic], style: Style, own: Collection[str] = ()) -> None:
        """Conditions, without those that are assumed on the page; of a function's `own` letters, and of bound ones, nothing is."""
        bound = {*own, *(letter for node in (self.line.body.walk() if self.line.body else ()) if isinstance(node, t.Request) for letter in node.letters)}
        known = {name: facts for name, facts in self.context.assumptions.items() if name not in bound}
        found = joined([c for c in found if not says(known, c)] if known else found)
        self.result["conditions"] = [text_of(c, style) for c in found]
        self.result["conditionsLatex"] = [typeset(tree_of(c, style)) for c in found]

    def write_verdict(self, verdict: Verdict) -> None:
        self.result["verdict"] = verdict.word
        self.result["counterexample"] = checks.counterexample_data(verdict, self.style())
        self.result["counterexampleLatex"] = checks.counterexample_data(verdict, self.style(), latex=True)
        self._write_conditions(list(verdict.conditions), self.style())
        for note in verdict.notes:
            self.context.note(note)
        for sentence, value in verdict.told:
            try:
                self.context.note(sentence.format(text_of(value, self.style())))
            except NoExactForm:
                rounded = decimal_of(value, Digits(6, "sf"))
                self.context.note(sentence.replace("=", "≈").format(write_tree(rounded.tree).text))


def _is_implied(condition: sp.Basic, own: list[sp.Basic]) -> bool:
    """Whether s != a is said already by s > b with b ≥ a."""
    if not isinstance(condition, sp.Ne):
        return False
    gap = condition.lhs - condition.rhs
    for c in own:  # s^2 + a^2 is not 0 where s > 0
        if isinstance(c, sp.Gt) and isinstance(c.lhs, sp.Symbol) and c.lhs in gap.free_symbols and c.rhs.is_number \
                and sp.expand(gap.subs(c.lhs, c.rhs + sp.Dummy(positive=True))).is_positive:
            return True
    return any(isinstance(c, sp.Gt) and (sp.expand(gap - c.lhs + c.rhs) == 0 or sp.expand(gap + c.lhs - c.rhs) == 0
                                         or (c.lhs == condition.lhs and (c.rhs - condition.rhs).is_nonnegative)) for c in own)
