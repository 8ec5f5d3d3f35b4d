"""Questions and checked steps of a line: what is compared, and how the verdict is written."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import sympy as sp

from ..language import tree as t
from ..language.typeset import typeset
from ..language.words import REQUESTS
from ..line.result import CounterexampleResult
from ..line.tasks import Previous
from ..problems import LineError
from ..working.binding.statement import Statement, of_sides, statement_of
from ..working.context import Context
from ..working.evaluate import Evaluator
from ..working.exact.bridge import settled
from ..working.ground import codec
from ..working.ground.substitution import put_in
from ..working.ground.values import FunctionValue, ListValue, RelationValue, Value, expression, free_letters, is_scalar
from ..working.questions.ask import Side, ask_equal, ask_relation
from ..working.questions.steps import Claim, check_step
from ..working.questions.verdicts import Verdict
from ..working.units.quantities import without_units
from ..writing.style import Style
from ..writing.text import tree_of, write_tree

_WORST = ("not-equal", "not-settled", "equal-where-defined", "equal")


def ask(context: Context, node: t.Node) -> Verdict:
    """The verdict on a question."""
    evaluator = Evaluator(context)
    if isinstance(node, t.Relation) and set(node.signs) == {"="}:
        sides = [_side(evaluator, s) for s in node.sides]
        verdicts = [ask_equal(context, *_comparable(context, a, b)) for a, b in pairwise(sides)]
        return min(verdicts, key=lambda v: _WORST.index(v.word))
    with context.collecting() as requirements:
        statement = statement_of(evaluator, node)
    return ask_relation(context, statement, requirements)


def _side(evaluator: Evaluator, node: t.Node) -> Side:
    with evaluator.context.collecting() as requirements:
        value = evaluator.of(node)
    return Side(value, requirements)


def _comparable(context: Context, left: Side, right: Side) -> tuple[Side, Side]:
    """Functions are compared by what they give for one letter, quantities by their numbers in one unit."""
    if context.has_units and is_scalar(left.value) and is_scalar(right.value):
        one, other = without_units([left.value, right.value])
        return Side(one, left.requirements), Side(other, right.requirements)
    if not isinstance(left.value, FunctionValue) and not isinstance(right.value, FunctionValue):
        return left, right
    if not (isinstance(left.value, FunctionValue) and isinstance(right.value, FunctionValue)) or len(left.value.parameters) != len(right.value.parameters):
        raise LineError("not-supported", "A function can be compared with a function of as many letters only.")
    letters = [s.name for s in left.value.parameters]
    found = []
    for function in (left.value, right.value):
        given: dict[str, Any] = {p.name: settled(context.symbol(n)) for p, n in zip(function.parameters, letters, strict=True)}
        swap = {p: context.symbol(n) for p, n in zip(function.parameters, letters, strict=True)}
        found.append(Side(put_in(context, function.body, given), [r.renamed(swap) for r in function.requirements]))
    return found[0], found[1]


# -- steps -------------------------------------------------------------------------------------------------------------


def check(context: Context, line: t.Line, previous: Previous | None) -> tuple[Verdict, Value | None, Previous]:
    """The verdict on a step, the value of what it says, and what the next step goes on from."""
    assert line.body is not None
    if previous is None:
        raise LineError("syntax", "A step goes on from the line above it in its cell, and there is none.", 0, len(line.sign))
    if previous.get("failed"):
        raise LineError("needs-above", "The line above failed, so there is nothing that this step could go on from.", 0, len(line.sign))
    body = t.unwrapped(line.body)
    with context.letters(*previous.get("letters", ())):
        if line.sign == "=":
            return _check_value(context, body, previous)
        return _check_statement(context, line, body, previous)


def _check_value(context: Context, body: t.Node, previous: Previous) -> tuple[Verdict, Value | None, Previous]:
    evaluator = Evaluator(context)
    if previous.get("value") is None:
        raise LineError("not-supported", "The line above has no value that this step could be equal to.")
    before = Side(codec.decode(context, previous["value"]), [codec.decode_requirement(context, r) for r in previous["requirements"]])
    with context.collecting() as requirements:
        value = evaluator.of(body)
    if isinstance(value, RelationValue):
        raise LineError("not-supported", "After = comes one expression; for an equation begin the step with <=> or =>.")
    verdict = ask_equal(context, *_comparable(context, before, Side(value, requirements)))
    data = remembered(value, requirements, previous.get("letters", ()), previous.get("name"))
    if by := previous.get("by"):
        data["by"] = by
        if verdict.word != "equal" and _differ_by_a_constant(before.value, value, by):
            verdict = Verdict("equal", notes=("Antiderivatives agree up to a constant.",))
    return verdict, value, data


def _differ_by_a_constant(one: Value, other: Value, by: str) -> bool:
    """Whether two antiderivatives differ by something without the letter of the integral, both with a constant of their own."""
    if not (is_scalar(one) and is_scalar(other)):
        return False
    constants = set(REQUESTS["integral of"].chooses) | {"c", "k"}
    if not (free_letters(one) & constants and free_letters(other) & constants):
        return False
    difference = sp.simplify(expression(one) - expression(other))
    return by not in {s.name for s in difference.free_symbols}


def _check_statement(context: Context, line: t.Line, body: t.Node, previous: Previous) -> tuple[Verdict, Value | None, Previous]:
    if previous.get("statement") is None:
        raise LineError("not-supported", "The line above is not an equation or an inequality; begin this step with =.")
    name = previous.get("name")
    with context.letters(*([name] if name else [])):
        before = Claim(_decode_statement(context, previous["statement"]), [codec.decode_requirement(context, r) for r in previous["requirements"]])
        with context.collecting() as requirements:
            statement = statement_of(Evaluator(context), body)
        verdict = check_step(context, before, Claim(statement, requirements), line.sign)
    data = remembered_statement(statement, requirements, previous.get("letters", ()))
    if name:
        data["name"] = name
    value = of_statement(statement)
    return verdict, value, data


def remembered_integral(data: Previous | None, node: t.Node | None) -> Previous | None:
    """What a step after an indefinite integral needs besides: the letter by which it was integrated."""
    if data is not None and isinstance(node, t.Request) and node.name == "integral of" and node.low is None:
        return {**data, "by": node.letters[0]}
    return data


def remembered(value: Value, requirements: Any, letters: Any = (), name: str | None = None) -> Previous:
    """What a step after this line needs: its value, and for a definition the equation that it makes."""
    if isinstance(value, FunctionValue):
        requirements, letters, value = value.requirements, tuple(s.name for s in value.parameters), value.body
    if not (is_scalar(value) or isinstance(value, ListValue)):
        return {"value": None, "requirements": [], "letters": list(letters)}
    data: Previous = {"value": codec.encode(value), "requirements": [codec.encode_requirement(r) for r in requirements], "letters": list(letters)}
    if name is not None and is_scalar(value):
        data |= {"name": name, "statement": ["", "=", ["s", name], codec.encode(value)]}
    return data


def remembered_statement(statement: Statement, requirements: Any, letters: Any = ()) -> Previous:
    """The same for an equation or inequality; `=` goes on from its right side."""
    right = statement.atoms()[-1].sides[1]
    return {"statement": _encode_statement(statement), "requirements": [codec.encode_requirement(r) for r in requirements], "letters": list(letters),
            "value": codec.encode(settled(right))}


def of_statement(statement: Statement) -> RelationValue | None:
    """One relation as a value; None for several joined ones."""
    if statement.atom is None:
        return None
    left, right = statement.atom.sides
    return RelationValue((settled(left), settled(right)), (statement.atom.sign,))


def _encode_statement(statement: Statement) -> Any:
    if statement.atom is not None:
        return ["", statement.atom.sign, *(codec.encode(settled(s)) for s in statement.atom.sides)]
    return [statement.join, *(_encode_statement(p) for p in statement.parts)]


def _decode_statement(context: Context, data: Any) -> Statement:
    if data[0] == "":
        left, right = (codec.decode(context, d) for d in data[2:])
        return of_sides(left, data[1], right)
    return Statement(data[0], tuple(_decode_statement(context, d) for d in data[1:]))


def counterexample_data(verdict: Verdict, style: Style, latex: bool = False) -> CounterexampleResult | None:
    """The counterexample of section 9, as plain text or as LaTeX."""
    found = verdict.counterexample
    if found is None:
        return None

    def write(value: Any) -> str | None:
        if value is None:
            return None
        written = write_tree(tree_of(value, style))
        return written.latex if latex else written.text

    at = {typeset(t.Name(n)) if latex else n: write(v) or "" for n, v in found.at}
    return {"at": at, "left": write(found.left), "right": write(found.right)}
