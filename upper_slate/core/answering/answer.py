"""Works out one line: reading, meaning, working and writing in a row. A pure function from task to outcome."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Any, Final, Literal

import sympy as sp

from ..language import tree as t
from ..language.signs import holds
from ..language.typeset import set_line, typeset, typeset_line
from ..language.words import function_named
from ..language.words.trailing import IN_COMPLEX_NUMBERS
from ..line.assumptions import bounds_in, facts_of, simple_facts
from ..line.conventions import Conventions
from ..line.gate import UNEXPECTED, log_once, unexpected
from ..line.result import NoticeResult, SuggestionResult, empty_result
from ..line.shown import say_what_is_shown
from ..line.tasks import LineOutcome, LineTask, MeaningData
from ..page.known import function_head, names_of, tolerant_reading
from ..problems import LineError, Suggestion
from ..reading.lines import read_line
from ..reading.names import KnownNames
from ..reading.sentences.written import said_with_signs, written_here
from ..working.answers.requests import answer
from ..working.binding.statement import of_relation, statement_of
from ..working.context import Context, LetterAssumption, Meaning
from ..working.evaluate import Evaluator
from ..working.exact.balls import NoBall
from ..working.exact.decide import Undecided
from ..working.exact.surd import Surd, TooLarge
from ..working.ground import codec, judge
from ..working.ground.answer import Answer
from ..working.ground.arithmetic import add, negate, too_large
from ..working.ground.assumed import contradicts
from ..working.ground.polynomials import from_the_tree
from ..working.ground.values import FunctionValue, ListValue, RelationValue, SolutionsValue, Value, expression, free_letters, is_scalar
from ..working.questions.ask import ask_relation
from ..working.tidy.tidy import MAX_EXPANDED, tidy
from ..working.units.quantities import settle, without_units
from ..writing.decimals import Digits, decimal_of
from ..writing.expressions import NoExactForm
from ..writing.text import text_of, write_tree
from . import checks
from .degrees import in_degrees
from .offers import of_no_solution, of_statement, offers_of
from .result_writer import ResultWriter
from .shown_working import working_of
from .tried_offers import offers_that_work
from .uses import take
from .views import view_of


def work_out(task: LineTask) -> LineOutcome:
    """The outcome of a line; every failure is a sentence in it, never an exception."""
    try:
        return _worked_out(_LineWorker(task))
    except Exception:
        return unexpected("working out", task.source)


def _worked_out(worker: _LineWorker) -> LineOutcome:
    try:
        return worker.run()
    except LineError as error:
        return worker.failure(error)
    except (TooLarge, OverflowError):
        return worker.failure(too_large())
    except Undecided:
        return worker.failure(LineError("not-supported", "It could not be settled whether a number here is exactly zero, so no result is given."))
    except NoBall:
        return worker.failure(LineError("not-supported", "A number here is too large or too small to be compared with the others, so no result is given."))
    except NoExactForm:
        return worker.failure(LineError("not-supported", "What comes of this cannot be written in the language, so no result is given."))
    except MemoryError:
        return worker.failure(LineError("out-of-memory", "This needs more memory than a line may use."))
    except RecursionError:
        return worker.failure(LineError("too-large", "This expression nests too deep to be worked out."))
    except Exception:
        log_once("working out", worker.task.source)
        return worker.failure(LineError("not-supported", UNEXPECTED))


class _LineWorker:
    def __init__(self, task: LineTask, tries_offers: bool = True) -> None:
        self.task, self.tries_offers = task, tries_offers
        self.conventions = Conventions(**task.conventions)
        self.result = empty_result(task.source)
        self.context = Context(self.conventions, cell=task.cell, above=task.above, answer=answer)
        self.line: t.Line | None = None
        self.writer = ResultWriter(self.result, self.context, self.conventions)

    # -- running ---------------------------------------------------------------------------------------------------

    def run(self) -> LineOutcome:
        outcome = self._run()
        beside = self.writer.is_hard_to_place or (self.writer.is_irrational and not self.result["saysMore"])
        say_what_is_shown(self.result, beside)
        return outcome

    def _run(self) -> LineOutcome:
        task, context = self.task, self.context
        line = self.line = self.writer.line = read_line(task.source, self._names())
        set_parts = set_line(line, places=True)
        self.result["reading"] = typeset_line(line)
        self.result["head"] = {"left": set_parts.left, "sign": set_parts.sign, "right": set_parts.right}
        self.result["asked"] = _asked(line.body)
        self.result["name"] = line.name
        if line.kind == "use":
            self.result["notices"], self.result["kind"] = take(task), "use"
            return LineOutcome(self.result)
        if line.kind == "empty":
            return LineOutcome(self.result, previous=task.previous)
        context.complex = self.conventions.numbers == "complex" or _is_in_complex_numbers(line.body)
        context.view = None if task.view is None else view_of(task.view)
        self._prepare(line)  # nothing is assumed of letters in what is above: where they are free here, it is put in
        context.assumptions = {n: self._assumed(facts) for n, facts in task.assumptions.items()}
        match line.kind:
            case "assumption" | "release":
                return self._assume(line)
            case "definition" | "function":
                return self._define(line)
        return self._calculate(line)

    def _names(self) -> KnownNames:
        own = function_head(self.task.source)
        return names_of(self.task, own)

    def _prepare(self, line: t.Line) -> None:
        """Decodes what the line uses, and decides whether it is worked out in complex numbers."""
        task, context = self.task, self.context
        bodies = [n for n in (line.body, *line.assumptions) if n is not None]
        used = {node.name for body in bodies for node in body.walk() if isinstance(node, t.Name | t.Call | t.Index)}
        own = set(line.parameters) | {letter for body in bodies for node in body.walk() if isinstance(node, t.Request) for letter in node.letters}
        if "i" in used and "i" not in own and not context.complex:
            context.complex = True
            context.note("Worked out in complex numbers, because i is in it.", "complex")
        reached = _reached(used, task)
        if not context.complex and any(m.complex for m in [*reached, *(r for r in task.results.values() if r)]):
            context.complex = True
            context.note("Worked out in complex numbers, because something it uses was made in them.", "complex")
        context.meanings = {name: self._decoded(m) for name, m in task.names.items()}
        context.failed = task.failed
        context.results = {number: None if m is None else self._decoded(m) for number, m in task.results.items()}

    def _assumed(self, facts: list[str]) -> LetterAssumption:
        bounds = tuple((sign, expression(codec.decode(self.context, data))) for sign, data in bounds_in(facts))
        return LetterAssumption(**simple_facts(facts), bounds=bounds)

    def _decoded(self, data: MeaningData) -> Meaning:
        value = codec.decode(self.context, data.value)
        return Meaning(value, tuple(codec.decode_requirement(self.context, r) for r in data.requirements))

    # -- kinds of lines --------------------------------------------------------------------------------------------

    def _assume(self, line: t.Line) -> LineOutcome:
        self.result["kind"] = line.kind
        if line.kind == "release":
            return LineOutcome(self.result)
        found: dict[str, list[str]] = {}
        for letter, node in zip(line.letters, line.assumptions, strict=True):
            found.setdefault(letter, []).extend(facts_of(letter, node, self._bound_of))
        return LineOutcome(self.result, assumptions=found)

    def _bound_of(self, node: t.Node) -> tuple[int, Any]:
        """Sign of a bound in an assumption, and the bound as data."""
        value = Evaluator(self.context).scalar(node)
        if not judge.is_closed(value):
            raise LineError("not-supported", "An assumption compares a letter with a number.", node.start, node.end)
        return judge.sign(value), codec.encode(value)

    def _define(self, line: t.Line) -> LineOutcome:
        context = self.context
        assert line.body is not None and line.name is not None
        context.defining = None if line.name in context.meanings else line.name
        evaluator = Evaluator(context)
        if line.parameters:
            with context.letters(*line.parameters), context.collecting() as requirements:
                body = self._answered(evaluator, line.body)
            if isinstance(body, FunctionValue):
                raise LineError("wrong-arguments", f"{body.name or 'This'} is a function: write {body.written()}, with its argument in brackets.",
                                line.body.start, line.body.end)
            with context.letters(*line.parameters):
                letters = tuple(context.symbol(p) for p in line.parameters)
            function = FunctionValue(letters, body, tuple(requirements), line.name)
            if self._uses_own_letters(line):
                context.tell(f"{function.written()} = {{0}}", body)
            value: Value = function
        else:
            value = self._answered(evaluator, line.body)
            if isinstance(value, FunctionValue):
                value = FunctionValue(value.parameters, value.body, value.requirements, line.name)
            if line.name in free_letters(value):
                raise LineError("circular", f"The meaning of {line.name} leads back to {line.name} itself.", line.body.start, line.body.end)
        value = self._tidied(value)
        known = context.assumptions.get(line.name)
        if known is not None and is_scalar(value) and contradicts(known, value):
            context.note(f"This contradicts what is assumed of {line.name}.")
        self.result["kind"] = "function" if isinstance(value, FunctionValue) else "definition"
        self.writer.write(value)
        self._finish_notices(line)
        self.result["working"] = working_of(context, line.body, value, self.writer.style())
        self.result["offers"] = offers_of(line, self.task.source, value, self.conventions)
        meaning = self._meaning(value)
        own = None if line.parameters or isinstance(value, FunctionValue) else line.name
        return self._outcome(meaning, defined=meaning, previous=checks.remembered(value, context.requirements, (), own) if meaning else None)

    def _uses_own_letters(self, line: t.Line) -> bool:
        """Whether a named expression in a function's body has the function's own letters in it."""
        assert line.body is not None
        own = set(line.parameters)
        used = {node.name for node in line.body.walk() if isinstance(node, t.Name)} - own
        return any(m.kind == "value" and own & set(m.letters) for name in used if (m := self.task.names.get(name)) is not None)

    def _answered(self, evaluator: Evaluator, node: t.Node) -> Value:
        """The value of a line; what belongs to the answer of a request is kept for when it is written."""
        bare = t.unwrapped(node)
        assert bare is not None
        if isinstance(bare, t.Request):
            self.writer.answer = evaluator.answered(bare)
        else:
            plain = from_the_tree(self.context, node, MAX_EXPANDED)
            self.writer.answer = Answer(evaluator.of(node) if plain is None else plain)
        if self.context.has_units and is_scalar(self.writer.answer.value) and isinstance(bare, t.Request):
            self.writer.answer = replace(self.writer.answer, value=settle(self.writer.answer.value))
        return self.writer.answer.value

    def _tidied(self, value: Value) -> Value:
        """Simplified, unless the line asked for a form."""
        return value if self.writer.answer is not None and self.writer.answer.keeps_form else tidy(value)

    def _calculate(self, line: t.Line) -> LineOutcome:
        assert line.body is not None
        if line.kind == "question":
            return self._question(line)
        if line.kind == "step":
            return self._step(line)
        body = t.unwrapped(line.body)
        if isinstance(body, t.Logic):
            return self._joined_relations(line, body)
        value = self._tidied(self._answered(Evaluator(self.context), line.body))
        if isinstance(value, RelationValue):
            return self._relation(value, line)
        self.result["kind"] = {FunctionValue: "function", SolutionsValue: "solutions"}.get(type(value), "value")
        self.writer.write(value)
        self._finish_notices(line)
        self.result["working"] = working_of(self.context, line.body, value, self.writer.style())
        if isinstance(value, SolutionsValue):
            self.result["offers"] = of_no_solution(body, self.task.source, value)
        else:
            self.result["offers"] = offers_of(line, self.task.source, value, self.conventions)
        meaning = self._meaning(value)
        previous = checks.remembered(value, self.context.requirements) if meaning else None
        return self._outcome(meaning, previous=checks.remembered_integral(previous, body))

    def _relation(self, value: RelationValue, line: t.Line) -> LineOutcome:
        self.result["kind"] = "equation"
        if not free_letters(value):
            holds = all(_holds(left, sign, right) for left, sign, right in value.pairs())
            self.result["verdict"] = "true" if holds else "not-true"
        self.writer.write(value)
        self._finish_notices(line)
        self.result["offers"] = offers_of(line, self.task.source, value, self.conventions)
        self.result["saysMore"] = bool(self.writer.request)  # an equation stands as it was written; one that answers a request is its result
        return self._outcome(self._meaning(value), previous=checks.remembered_statement(of_relation(value), self.context.requirements))

    def _joined_relations(self, line: t.Line, body: t.Node) -> LineOutcome:
        """Relations joined by and, or, not: they stand as they were written."""
        statement = statement_of(Evaluator(self.context), body)
        self.result["kind"] = "equation"
        if not any(a.difference.free_symbols for a in statement.atoms()):
            self.result["verdict"] = ask_relation(self.context, statement, []).word
        self.result["exact"] = write_tree(body).data
        self.result["offers"] = of_statement(body, self.task.source, sorted({s.name for a in statement.atoms() for s in a.difference.free_symbols}))
        self._finish_notices(line)
        return self._outcome(None, previous=checks.remembered_statement(statement, self.context.requirements))

    # -- questions and steps ---------------------------------------------------------------------------------------

    def _question(self, line: t.Line) -> LineOutcome:
        assert line.body is not None
        body = t.unwrapped(line.body)
        verdict = checks.ask(self.context, body)
        self.result["kind"] = "question"
        self.result["exact"] = write_tree(body).data
        self.writer.write_verdict(verdict)
        self._finish_notices(line)
        return self._outcome(None)

    def _step(self, line: t.Line) -> LineOutcome:
        assert line.body is not None
        verdict, value, previous = checks.check(self.context, line, self.task.previous)
        body = t.unwrapped(line.body)
        self.result["kind"] = "step"
        if value is not None and not isinstance(value, RelationValue):
            self.writer.write(value)
            self._finish_notices(line)
        self.result["exact"] = write_tree(body).data  # what the student wrote
        self.result["forms"] = []
        self.writer.write_verdict(verdict)
        self._finish_notices(line)
        return self._outcome(None if value is None else self._meaning(value), previous=previous)

    # -- what is said beside the result ------------------------------------------------------------------------------

    def _finish_notices(self, line: t.Line) -> None:
        context = self.context
        request = t.unwrapped(line.body)
        if context.used_angles and self.conventions.angles == "radians" and isinstance(request, t.Request) and (found := in_degrees(request, line.source)):
            number, offer = found
            context.note(f"{number} was read in radians. For degrees write {number}°.", "rad", (offer,))
        for unit in self._units_of_angles(line) if context.used_angles else ():
            context.note(f"Angles in {unit}.", {"radians": "rad", "degrees": "deg", "gon": "gon"}[unit])
        notices = [self._notice(n) for n in (*line.notices, *context.notices)]
        notices += [{"text": sentence.format(*(_value_text(v) for v in values)), "tag": None, "suggestions": []} for sentence, values in context.told]
        if line.kind in ("definition", "function"):
            notices += [{"text": text, "tag": None, "suggestions": []} for text in self.task.notices]
        self.result["notices"] = notices
        self._say_more(line)

    def _units_of_angles(self, line: t.Line) -> list[str]:
        """The units in which the line has angles: its own, and those of functions that another worksheet made."""
        nodes = [node for body in (line.body, *line.assumptions) if body is not None for node in body.walk()]
        used = {node.name for node in nodes if isinstance(node, t.Name | t.Call)}
        made = {m.angles for m in _reached(used, self.task)} - {""}
        own = not made or any(isinstance(node, t.Call) and (entry := function_named(node.name)) and entry.angle for node in nodes)
        return sorted(made | {self.conventions.angles} if own else made)

    def _leans_on_others(self, line: t.Line) -> bool:
        """Whether a function is made of others, so that what it comes to has to be shown: `h(x) = f(x) g(x)`, `g(x) = f'(x)`."""
        others = set(self.task.names) - set(line.parameters)
        return line.body is not None and any(
            isinstance(node, t.Derivative | t.Prime | t.Request | t.CellReference) or (isinstance(node, t.Name | t.Call) and node.name in others)
            for node in line.body.walk())

    def _notice(self, notice: t.Notice) -> NoticeResult:
        return {"text": notice.text, "tag": notice.tag, "suggestions": self._offers(notice.offers)}

    def _offers(self, suggestions: tuple[Suggestion, ...]) -> list[SuggestionResult]:
        """The suggestions that work, each tried in its place."""
        if not self.tries_offers or not suggestions:
            return []
        return offers_that_work(self.task, suggestions, lambda task: _worked_out(_LineWorker(task, tries_offers=False)))

    def _written_otherwise(self, lines: list[str]) -> list[SuggestionResult]:
        """The first of some lines for the whole of this one that works."""
        return self._offers(tuple(Suggestion(written, 0, len(self.task.source)) for written in lines))[:1]

    def _say_more(self, line: t.Line) -> None:
        """Whether the result says something that the line does not, and whether a function stands best as it was defined."""
        written = typeset(line.body) if line.name and line.body is not None else self.result["reading"]
        exact = self.result["exact"]
        self.result["asWritten"] = self.result["kind"] == "function" and bool(line.parameters) and not self._leans_on_others(line)
        self.result["saysMore"] = exact is not None and _bare(exact["latex"]) != _bare(written)

    # -- outcomes --------------------------------------------------------------------------------------------------

    def _meaning(self, value: Value) -> MeaningData | None:
        requirements = () if isinstance(value, FunctionValue) else tuple(codec.encode_requirement(r) for r in self.context.requirements)
        try:
            data = codec.encode(value)
        except codec.NotStorable:
            return None
        kind = {FunctionValue: "function", ListValue: "list", RelationValue: "relation", SolutionsValue: "solutions"}.get(type(value), "value")
        imaginary = (isinstance(value, Surd) and value.has_imaginary) or (isinstance(value, sp.Expr) and value.has(sp.I))
        is_complex = imaginary or (kind == "function" and self.conventions.numbers == "complex")  # a function keeps the numbers that it was made with
        return MeaningData(kind, data, requirements, self.task.cell, is_complex, value.written() if isinstance(value, FunctionValue) else "",
                           tuple(sorted(free_letters(value))), angles=self.conventions.angles if self.context.used_angles else "")

    def _outcome(self, outcome: MeaningData | None, defined: MeaningData | None = None, previous: Any = None) -> LineOutcome:
        return LineOutcome(self.result, defined, outcome, previous=previous)

    def failure(self, error: LineError) -> LineOutcome:
        """The outcome of a line that failed: its reading as far as it goes, the sentence, the place."""
        result = self.result
        if not result["reading"]:
            result["reading"] = tolerant_reading(self.task.source, self._names())
            result["head"] = {"left": result["reading"], "sign": "", "right": ""}
        message = error.message
        if error.values:
            message = message.format(*(_value_text(v) for v in error.values))
        problem = error.problem(len(self.task.source))
        empty = empty_result(self.task.source)
        suggestions = problem.suggestions
        if error.code == "not-real" and not suggestions and self.line is not None:
            end = len(self.task.source.rstrip())
            suggestions = (Suggestion(" in complex numbers", end, end),)
        offers = self._offers(suggestions)
        meant = self._written_otherwise(written_here(self.task.source))
        if not meant and all(offer.get("as") == "note" for offer in offers):
            meant = self._written_otherwise(said_with_signs(self.task.source))
        if meant:
            told = meant[0]["text"].replace("\n", "”, and below it “")
            message, problem = f"Here this is written “{told}”.", replace(problem, start=0, end=len(self.task.source))
            offers = [meant[0], *(offer for offer in offers if offer.get("as") == "note")]
        result["kind"] = "error"
        result["error"] = {"code": problem.code, "message": message, "start": problem.start, "end": problem.end,
                           "suggestion": offers[0] if offers else None, "suggestions": offers}
        for field in ("exact", "decimal", "digits", "forms", "conditions"):
            result[field] = empty[field]
        line = self.line
        if line is not None:
            result["notices"] = [self._notice(n) for n in line.notices]
        return LineOutcome(result, previous={"failed": True})


def _reached(used: set[str], task: LineTask) -> list[MeaningData]:
    """The meanings that names lead to, through the letters of each."""
    found: dict[str, MeaningData] = {}
    stack = [*used, *(letter for r in task.results.values() if r for letter in r.letters)]
    while stack:
        name = stack.pop()
        if name in task.names and name not in found:
            found[name] = task.names[name]
            stack.extend(found[name].letters)
    return list(found.values())


def _is_in_complex_numbers(node: t.Node | None) -> bool:
    """Whether the line ends so."""
    while isinstance(node, t.ToDigits | t.InForm):
        if isinstance(node, t.InForm) and node.form == IN_COMPLEX_NUMBERS:
            return True
        node = node.body
    return False


def _asked(node: t.Node | None) -> Literal["decimal", "exact"] | None:
    """How a line itself says that its result is to be shown."""
    while isinstance(node, t.InForm) and node.form == IN_COMPLEX_NUMBERS:
        node = node.body
    if isinstance(node, t.ToDigits) or (isinstance(node, t.InForm) and node.form == "decimal"):
        return "decimal"
    return "exact" if isinstance(node, t.InForm) else None


def _holds(left: Any, sign: str, right: Any) -> bool:
    left, right = without_units((left, right))
    if sign in ("=", "!="):
        return judge.is_zero(add([left, negate(right)])) == (sign == "=")
    return holds(sign, judge.compare(left, right))


#: What tells nothing apart: spaces, and the growing of brackets.
_SPACING: Final = re.compile(r"[\s{}]|\\[,;]|\\left|\\right")


def _bare(latex: str) -> str:
    return _SPACING.sub("", latex)


def _value_text(value: Value) -> str:
    """A value in a sentence: exact, or a decimal where there is no exact form."""
    try:
        return text_of(value)
    except NoExactForm:
        return write_tree(decimal_of(value, Digits(6, "sf")).tree).text
