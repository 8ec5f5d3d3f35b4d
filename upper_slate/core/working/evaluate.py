"""From a tree whose names are bound to a value: the working out of one line's expression."""

from __future__ import annotations

from collections.abc import Callable

import sympy as sp

from ..language import tree as t
from ..language.plain import plain
from ..language.words import function_named
from ..problems import LineError, Suggestion
from .calculus.written import derivative, prime, refuse_several_letters
from .cases import cases
from .context import Context, Meaning
from .exact.bridge import PHI, settled
from .exact.surd import I, Surd
from .ground import functions, lists, vectors
from .ground.answer import Answer
from .ground.arithmetic import add, divide, multiply, negate, power
from .ground.assumed import contradicts
from .ground.function_records import RECORDS
from .ground.function_records.angles import degrees_sign
from .ground.function_records.sizes import absolute
from .ground.function_records.whole_numbers import factorial, modulo, whole_quotient
from .ground.functionals import combine, compose, inverse_of
from .ground.rationals import rational_value
from .ground.substitution import put_in, put_in_requirements
from .ground.values import FunctionValue, ListValue, RelationValue, Scalar, SolutionsValue, Value, free_letters, is_scalar, not_scalar, what
from .units.quantities import converted, quantity, refuse_offset, require_same_kind, settle

_INVERSES = {record.name: record.inverse for record in RECORDS if record.inverse}


class Evaluator:
    """Works out trees in one context. Every error gets the place of the smallest part that caused it."""

    def __init__(self, context: Context) -> None:
        self.context = context
        self._is_fresh = True

    def of(self, node: t.Node) -> Value:
        if self._is_fresh:  # only the whole tree is tried: its parts would be tried again and again
            self._is_fresh = False
            number = rational_value(node)
            if number is not None:
                return Surd({(): number})
        try:
            value = _RULES[type(node)](self, node)
            return self._in_one_unit(node, value) if self.context.has_units else value
        except LineError as error:
            raise error.placed(node.start, node.end) from None

    def _in_one_unit(self, node: t.Node, value: Value) -> Value:
        """A value with its units brought together; what only names a quantity stays as it was written."""
        if isinstance(node, t.InUnit | t.Quantity):
            return value
        if not isinstance(node, t.Name | t.Bracket | t.CellReference | t.ToDigits | t.InForm):
            refuse_offset(value)
        return settle(value)

    def scalar(self, node: t.Node) -> Scalar:
        """The value where a number or an expression is needed. Errors: not-a-function, wrong-arguments."""
        value = self.of(node)
        if is_scalar(value):
            return value
        raise not_scalar(value).placed(node.start, node.end)

    # -- leaves ----------------------------------------------------------------------------------------------------

    def number(self, node: t.Number) -> Value:
        if node.is_decimal:
            self.context.typed_decimal = True
            if "e" in node.text.lower() and abs(int(node.text.lower().split("e")[1])) > 100_000:
                raise LineError("too-large", "This number would be longer than 100,000 digits.")
        return Surd.rational(node.value)

    def quantity(self, node: t.Quantity) -> Value:
        return quantity(self.scalar(node.value), node.unit)

    def in_unit(self, node: t.InUnit) -> Value:
        value = self.scalar(node.body)
        return quantity(converted(value, node.unit), node.unit)

    def mixed(self, node: t.Mixed) -> Value:
        under = node.denominator.value
        if under == 0:
            raise LineError("division-by-zero", "Here something is divided by zero.")
        return Surd.rational(node.whole.value + node.numerator.value / under)

    def name(self, node: t.Name) -> Value:
        context, name = self.context, node.name
        if name in context.bound:
            return context.symbol(name)
        match name:
            case "pi":
                return sp.pi
            case "e":
                return sp.E
            case "i":
                return I
            case "oo":
                return sp.oo
            case "phi":
                return PHI
        meaning = context.meanings.get(name)
        if meaning is not None:
            return self.resolved(meaning, name)
        if name in context.failed:
            raise _needs_above(name, context.failed[name])
        if name == context.defining:
            raise LineError("circular", f"The meaning of {name} leads back to {name} itself.")
        if entry := function_named(name):
            letter = sp.Symbol("x", real=None if context.complex else True)
            with context.collecting() as requirements:
                if entry.arity != (1, 1) or not functions.is_scalar_function(name):
                    raise LineError("wrong-arguments", f"{name} needs its arguments: it is written {entry.written}.")
                body = functions.call(context, name, [letter])
            return FunctionValue((letter,), body, tuple(requirements), name)
        base, _, tail = name.rpartition("_")
        if base and tail.isdigit() and base in context.meanings:
            held = context.meanings[base].value
            if isinstance(held, ListValue | SolutionsValue):
                return self._item(base, self.name(t.Name(base)), [int(tail)])
        return context.symbol(name)

    def resolved(self, meaning: Meaning, name: str) -> Value:
        """A meaning with the values that its letters have here put in."""
        context = self.context
        if isinstance(meaning.value, FunctionValue):
            return self.resolved_function(meaning, name)
        given = self.values_for(meaning.value, name)
        if not given:
            for requirement in meaning.requirements:
                context.require(requirement)
            return meaning.value
        put_in_requirements(context, meaning.requirements, given)
        return put_in(context, meaning.value, given)

    def resolved_function(self, meaning: Meaning, name: str) -> Value:
        """A function in which named expressions stand for what they are: its own letters are put in first, whatever values they have on the page."""
        value = meaning.value
        assert isinstance(value, FunctionValue)
        own = {s.name for s in value.parameters}
        with self.context.letters(*own):
            given = self.values_for(value, name)
        if not given:
            return value
        changed = put_in(self.context, value, given)
        assert isinstance(changed, FunctionValue)
        if any(free_letters(v) & own for v in given.values()):
            self.context.tell(f"{value.written()} = {{0}}", changed.body)
        return changed

    def values_for(self, value: Value, name: str = "") -> dict[str, Scalar]:
        """The values that the free letters of a value have at this line."""
        context = self.context
        given: dict[str, Scalar] = {}
        for letter in sorted(free_letters(value)):
            if letter in context.bound:
                continue
            if letter in context.failed:
                raise _needs_above(letter, context.failed[letter])
            held = context.meanings.get(letter)
            if held is None and letter in context.assumptions and letter != context.defining:
                given[letter] = settled(context.symbol(letter))
            if held is None:
                if letter == context.defining:
                    raise LineError("circular", f"The meaning of {letter} leads back to {letter} itself: {letter} uses {name}, and {name} uses {letter}.")
                continue
            if letter in context._resolving:
                circle = [*context._resolving[context._resolving.index(letter):], letter]
                raise LineError("circular", f"The meaning of {letter} leads back to itself: {' → '.join(circle)}.")
            if not is_scalar(held.value):
                raise LineError("not-supported", f"{letter} is a plain letter in {name} but stands for {what(held.value)} here.")
            context._resolving.append(letter)
            try:
                given[letter] = self.resolved(held, letter)
            finally:
                context._resolving.pop()
            known = context.assumptions.get(letter)
            if known is not None and contradicts(known, given[letter]):
                raise LineError("outside-domain", f"{name} was worked out with what is assumed of {letter}, and the value of {letter} here contradicts that.")
        return given

    def cell(self, node: t.CellReference) -> Value:
        context = self.context
        number = node.number if node.number is not None else context.above
        if number is None:
            raise LineError("no-such-cell", "There is no result above this line.")
        if number not in context.results:
            if number == context.cell:
                raise LineError("no-such-cell", f"This is cell {number} itself: a cell can use only results above it.")
            if number == 0:
                raise LineError("no-such-cell", "The cell that this pointed to was removed.")
            raise LineError("no-such-cell", f"There is no result of a cell {number} above this line: a line sees only what is above it.")
        meaning = context.results[number]
        if meaning is None:
            raise LineError("needs-above", f"Cell {number} has no result, so nothing can be worked out with it.")
        return self.resolved(meaning, f"cell {number}")

    # -- arithmetic ------------------------------------------------------------------------------------------------

    def sum(self, node: t.Sum) -> Value:
        values = [self.of(term) for term in node.terms]
        if self.context.has_units:
            require_same_kind([v for v in values if is_scalar(v)])
        if all(is_scalar(v) for v in values):
            return add([v if sign == "+" else negate(v) for v, sign in zip(values, node.signs, strict=True)])
        total = values[0] if node.signs[0] == "+" else self._negated(values[0])
        for value, sign in zip(values[1:], node.signs[1:], strict=True):
            total = self._two(total, value if sign == "+" else self._negated(value), "+")
        return total

    def _negated(self, value: Value) -> Value:
        return negate(value) if is_scalar(value) else self._two(Surd.rational(-1), value, "*")

    def product(self, node: t.Product) -> Value:
        total = self.of(node.factors[0])
        for sign, factor in zip(node.operators[1:], node.factors[1:], strict=True):
            value = self.of(factor)
            try:
                if sign in ("", "*") and vectors.is_vector(total) and vectors.is_vector(value):
                    raise self._two_vectors(node, factor)
                total = self._two(total, value, sign or "*")
            except LineError as error:
                raise error.placed(node.start if sign != "/" else factor.start, factor.end) from None
        return total

    def _two_vectors(self, node: t.Product, factor: t.Node) -> LineError:
        """`u v` and `u*v` of two vectors: which product is meant? An x between them is most likely the sign."""
        at = node.factors.index(factor) - 1
        is_cross = at and node.factors[at] == t.Name("x") and "x" not in self.context.meanings
        before = node.factors[at - 1 if is_cross else at]
        offers = tuple(Suggestion(f" {word} ", before.end, factor.start) for word in (("cross", "dot") if is_cross else ("dot", "cross")))
        return LineError("not-supported", "Say which product of the two vectors is meant: the scalar product u · v, or the vector product u × v.", before.start,
            factor.end, offers)

    def _two(self, left: Value, right: Value, sign: str) -> Value:
        context = self.context
        if isinstance(left, FunctionValue) or isinstance(right, FunctionValue):
            return combine(context, left, right, sign)
        if isinstance(left, ListValue) or isinstance(right, ListValue):
            return lists.combine(context, left, right, sign)
        for value in (left, right):
            if not is_scalar(value):
                raise not_scalar(value)
        assert is_scalar(left) and is_scalar(right)
        match sign:
            case "+":
                return add([left, right])
            case "*":
                return multiply([left, right])
            case "/":
                return divide(context, left, right)
            case "mod":
                return modulo(context, left, right)
        return whole_quotient(context, left, right)

    def negative(self, node: t.Negative) -> Value:
        return self._negated(self.of(node.body))

    def power(self, node: t.Power) -> Value:
        base = self.of(node.base)
        if isinstance(base, ListValue) and isinstance(node.exponent, t.Name) and node.exponent.name == "T" and not self.context.has_meaning("T"):
            return lists.call(self.context, "transpose", [base])
        if isinstance(base, ListValue) and isinstance(node.exponent, t.Name) and node.exponent.name == "T":
            self.context.note("T has a value here, so this is a power.", None, (Suggestion(f"transpose({plain(node.base)})", node.start, node.end),))
        exponent = self.scalar(node.exponent)
        if isinstance(base, FunctionValue):
            return combine(self.context, base, exponent, "^")
        if isinstance(base, ListValue):
            return lists.matrix_power(self.context, base, exponent)
        if not is_scalar(base):
            raise not_scalar(base)
        return power(self.context, base, exponent)

    def postfix(self, node: t.Postfix) -> Value:
        value = self.scalar(node.body)
        if node.sign == "!":
            return factorial(self.context, value)
        if node.sign == "°":
            return degrees_sign(self.context, value)
        self.context.typed_decimal = True
        return divide(self.context, value, Surd.rational(100))

    def absolute(self, node: t.Absolute) -> Value:
        value = _listed(self.of(node.body))
        if isinstance(value, ListValue):
            return lists.size(self.context, value)
        if not is_scalar(value):
            raise not_scalar(value).placed(node.body.start, node.body.end)
        return absolute(self.context, value)

    def bracket(self, node: t.Bracket) -> Value:
        return self.of(node.body)

    # -- functions -------------------------------------------------------------------------------------------------

    def call(self, node: t.Call) -> Value:
        context = self.context
        meaning = None if node.name in context.bound else context.meanings.get(node.name)
        if meaning is None:
            if node.name in context.failed:
                raise _needs_above(node.name, context.failed[node.name])
            if node.name == context.defining:
                raise LineError("circular", f"{node.name} is defined by itself: {node.name} leads back to {node.name}.")
            if function_named(node.name):
                return self._built_in(node)
            raise LineError("unknown-name", f"{node.name} has no definition above this line.", node.start, node.start + len(node.name))
        arguments = [self.of(a) for a in node.arguments]
        return self.applied(self.resolved(meaning, node.name), arguments, node.name)

    def _built_in(self, node: t.Call) -> Value:
        arguments = [_listed(self.of(a)) for a in node.arguments]
        if vectors.is_vector_function(node.name):
            return vectors.call(self.context, node.name, arguments)
        if lists.is_list_function(node.name, arguments):
            return lists.call(self.context, node.name, arguments)
        if len(arguments) == 1 and isinstance(arguments[0], FunctionValue):
            outer = self.name(t.Name(node.name))
            assert isinstance(outer, FunctionValue)
            return compose(self.context, outer, arguments[0])
        for argument in arguments:
            if not is_scalar(argument):
                raise not_scalar(argument)
        number = node.arguments[0] if len(node.arguments) == 1 else None
        self.context.number_ends = number.end if isinstance(number, t.Number) else None
        self.context.argument_place = (number.start, number.end) if number is not None else None
        return functions.call(self.context, node.name, arguments)

    def apply(self, node: t.Apply) -> Value:
        if isinstance(node.function, t.Prime) and isinstance(node.function.body, t.Name):
            refuse_several_letters(self, node.function.body.name)
        function = self.of(node.function)
        arguments = [self.of(a) for a in node.arguments]
        if is_scalar(function) and len(arguments) == 1 and isinstance(node.function, t.Bracket):
            return self._two(function, arguments[0], "*")
        return self.applied(function, arguments, "")

    def applied(self, function: Value, arguments: list[Value], name: str) -> Value:
        """A function at arguments; its domain is checked there."""
        if not isinstance(function, FunctionValue):
            raise LineError("not-a-function", f"{name or 'This'} is {what(function)}, not a function, so it cannot be called.")
        if len(arguments) != len(function.parameters):
            wanted = len(function.parameters)
            raise LineError("wrong-arguments", f"{function.name or name or 'This function'} takes {wanted} argument{'s' if wanted > 1 else ''}: "
                            f"it is written {function.written()}.")
        if len(arguments) == 1 and isinstance(arguments[0], FunctionValue):
            return compose(self.context, function, arguments[0])
        for argument in arguments:
            if not is_scalar(argument):
                raise not_scalar(argument)
        given = {s.name: a for s, a in zip(function.parameters, arguments, strict=True)}
        put_in_requirements(self.context, function.requirements, given)
        with self.context.collecting():
            return put_in(self.context, function.body, given)

    def compose(self, node: t.Compose) -> Value:
        outer, inner = self.of(node.outer), self.of(node.inner)
        for value, part in ((outer, node.outer), (inner, node.inner)):
            if not isinstance(value, FunctionValue):
                raise LineError("not-a-function", f"∘ stands between functions, and this is {what(value)}.", part.start, part.end)
        return compose(self.context, outer, inner)  # type: ignore[arg-type]

    def inverse(self, node: t.InverseFunction) -> Value:
        if isinstance(node.function, t.Name) and (arc := _INVERSES.get(node.function.name)) and node.function.name not in self.context.meanings:
            return self.name(t.Name(arc))
        function = self.of(node.function)
        if not isinstance(function, FunctionValue):
            raise LineError("not-a-function", f"^-1 of a function was expected, and this is {what(function)}.")
        if isinstance(function.body, sp.Piecewise):  # the answer to the request knows how to undo cases
            return self.request(t.Request("inverse of", (node.function,), start=node.start, end=node.end))
        return inverse_of(self.context, function)

    # -- values put in, choices, relations -------------------------------------------------------------------------

    def at(self, node: t.At) -> Value:
        context = self.context
        with context.collecting() as requirements, context.letters(*node.letters):
            body = self.of(node.body)
        given = {name: self.scalar(value) for name, value in zip(node.letters, node.values, strict=True)}
        put_in_requirements(context, requirements, given)
        if isinstance(body, FunctionValue):
            own = [s.name for s in body.parameters]
            if set(given) >= set(own):
                return self.applied(body, [given[n] for n in own], "")
        with context.collecting():
            return put_in(context, body, given)

    def relation(self, node: t.Relation) -> Value:
        return RelationValue(tuple(self.scalar(s) for s in node.sides), node.signs)

    def digits(self, node: t.ToDigits | t.InForm) -> Value:
        return self.of(node.body)

    # -- lists -----------------------------------------------------------------------------------------------------

    def list_of(self, node: t.ListOf) -> Value:
        items = [self.of(item) for item in node.items]
        for item, part in zip(items, node.items, strict=True):
            if not isinstance(item, ListValue) and not is_scalar(item):
                raise not_scalar(item).placed(part.start, part.end)
        return ListValue(tuple(items))

    def index(self, node: t.Index) -> Value:
        held, positions = self.name(t.Name(node.name)), []
        if is_scalar(held):
            raise LineError("not-supported", f"{node.name} is {what(held)}: it has no entries. "
                            f"A subscript that is part of a name is a number or a word: {node.name}_1, {node.name}_n.")
        for part in node.indices:
            value = self.scalar(part)
            if not (isinstance(value, Surd) and value.is_integer):
                raise LineError("outside-domain", "The number of an entry is a whole number.", part.start, part.end)
            positions.append(value.as_int())
        return self._item(node.name, held, positions)

    def _item(self, name: str, held: Value, positions: list[int]) -> Value:
        held = _listed(held)
        for position in positions:
            if not isinstance(held, ListValue):
                raise LineError("not-supported", f"{name} is {what(held)}: it has no entries.")
            if not 1 <= position <= len(held.items):
                raise LineError("outside-domain", f"{name} has {len(held.items)} entries; there is no entry {position}.")
            held = held.items[position - 1]
        return held

    def request(self, node: t.Request) -> Value:
        return self.answered(node).value

    def answered(self, node: t.Request) -> Answer:
        """The answer to a request, with what belongs to it."""
        if self.context.answer is None:
            raise LineError("not-supported", "A request cannot stand here.", node.start, node.end)
        try:
            return self.context.answer(self, node)
        except LineError as error:
            raise error.placed(node.start, node.end) from None

    def gap(self, node: t.Node) -> Value:
        raise LineError("syntax", "Something is missing here.")

    def logic(self, node: t.Logic) -> Value:
        raise LineError("not-supported", "and, or and not join conditions; here a value is needed.")


def _listed(value: Value) -> Value:
    """Solutions as a list of values, or of rows for several letters; anything else as it is."""
    if not isinstance(value, SolutionsValue) or value.condition is not None:
        return value
    return ListValue(tuple(s.values[0][1] if len(s.values) == 1 else ListValue(tuple(v for _, v in s.values)) for s in value.solutions))


def _needs_above(name: str, cell: int) -> LineError:
    return LineError("needs-above", f"{name} has no meaning here, because its definition in cell {cell} failed.")


_RULES: dict[type, Callable[..., Value]] = {
    t.Number: Evaluator.number, t.Quantity: Evaluator.quantity, t.InUnit: Evaluator.in_unit,
    t.Mixed: Evaluator.mixed, t.Name: Evaluator.name, t.CellReference: Evaluator.cell, t.Sum: Evaluator.sum,
    t.Product: Evaluator.product, t.Negative: Evaluator.negative, t.Power: Evaluator.power, t.Postfix: Evaluator.postfix,
    t.Absolute: Evaluator.absolute, t.Bracket: Evaluator.bracket, t.Call: Evaluator.call, t.Apply: Evaluator.apply, t.Compose: Evaluator.compose,
    t.InverseFunction: Evaluator.inverse, t.Prime: prime, t.Derivative: derivative, t.At: Evaluator.at,
    t.Cases: cases, t.Relation: Evaluator.relation, t.ToDigits: Evaluator.digits, t.InForm: Evaluator.digits, t.ListOf: Evaluator.list_of,
    t.Index: Evaluator.index, t.Request: Evaluator.request, t.Gap: Evaluator.gap, t.Unread: Evaluator.gap, t.Logic: Evaluator.logic,
}
