"""Reads a whole line: which kind it is, what it defines, and its tree (section 1 of the language)."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import islice
from typing import Final

from ..language.tree import At, Bracket, Call, Cases, InUnit, Line, ListOf, Logic, Name, Node, Notice, Number, Product, Relation, Request, placed, unwrapped
from ..language.units import Factors
from ..language.words import LIST_FUNCTIONS, RESERVED_WORDS, function_named
from ..problems import LineError, Suggestion
from .assumptions import begins_assumption, read_assumptions
from .bare_requests import may_hold_requests, with_brackets
from .differential import refuse_unknown
from .heads import Head, head_of
from .impossible import refuse_impossible, says
from .letters import free_letters
from .names import KnownNames
from .notations import is_other_notation, text_of_notation
from .other_readings import note_unit_vectors
from .reader import Reader
from .said_around import without_opening, without_result_sign
from .tokens import Token, canonical_name, meaningless, tokenize
from .trailing import Ending, without_ending
from .units import ending_unit, letters_for_units, refuse_conversion
from .uses import use_of

_STEP_SIGNS: Final = ("=", "<=>", "=>")
#: While a line is being written no more than these are tried, so that every key is answered at once.
_WAYS_WHILE_TYPED: Final = 4
_MOST_WAYS: Final = 60
#: Names that hide a unit which goes with everything, as soon as they have a meaning; others (t, V, N) are seldom units beside their letter.
_EVERYDAY_UNITS: Final = ("m", "s", "g", "h", "L")
_TWO_SLASHES: Final = re.compile(r"(?<=[\d)\]])//(?=[\d(\[])")


def read_line(source: str, names: KnownNames, tolerant: bool = False) -> Line:
    """The line as a tree. Errors: syntax, unknown-name, reserved-name, wrong-arguments, each with its place."""
    if use := use_of(source):
        return Line("use", source, letters=tuple(map(canonical_name, use.names or ("all",))), title=use.title)
    if is_other_notation(source):
        return _read_latex(source, names, tolerant)
    try:
        tokens = tokenize(source)
    except LineError:
        if not tolerant:
            raise
        return Line("error", source)
    if may_hold_requests(tokens):
        return _with_bare_requests(source, tokens, names, tolerant)
    return _LineReader(source, tokens, names, tolerant).read()


def _with_bare_requests(source: str, tokens: list[Token], names: KnownNames, tolerant: bool) -> Line:
    """A line that cannot be read as it stands is tried with brackets round a request in it."""
    try:
        return _LineReader(source, list(tokens), names, tolerant=False).read()
    except LineError as error:
        told: LineError | None = None
        for way in islice(_ways(tokens, names), _WAYS_WHILE_TYPED if tolerant else _MOST_WAYS):
            try:
                return _LineReader(source, way, names, tolerant=False).read()
            except LineError as other:
                told = _more_telling(told or error, other)
        if tolerant:
            return _LineReader(source, tokens, names, tolerant=True).read()
        raise (told or error) from None


def _more_telling(error: LineError, other: LineError) -> LineError:
    """That a request's own first word is unknown says nothing: what is wrong in it, read as one, does."""
    is_within = other.code == "unknown-name" and (error.start or 0) < (other.start or 0)
    asks = other.code == "wrong-arguments" and bool(other.suggestions)
    return other if error.code == "unknown-name" and (is_within or asks) else error


def _read_latex(source: str, names: KnownNames, tolerant: bool) -> Line:
    """A line in LaTeX: read as the line of the language that it becomes, with places in the whole of it."""
    try:
        text = text_of_notation(source)
        if "\n" in text and not tolerant:
            raise LineError("syntax", "These are several lines.", 0, len(source), Suggestion(text, 0, len(source)))
        line = _read_text(text, names, tolerant)
    except LineError:
        if tolerant:
            return Line("error", source)
        raise
    except _InText as inner:
        error = inner.error
        offers = tuple(Suggestion(s.apply(text), 0, len(source), s.as_note, s.with_units) for s in error.suggestions)
        raise LineError(error.code, error.message, 0, len(source), offers, error.values) from None
    shown = Notice(f"Read as {text}.", 0, len(source), offers=(Suggestion(text, 0, len(source)),))
    others = tuple(replace(n, start=0, end=len(source), offers=tuple(Suggestion(o.apply(text), 0, len(source)) for o in n.offers)) for n in line.notices)
    body = None if line.body is None else placed(line.body, 0, len(source))
    assumptions = tuple(placed(node, 0, len(source)) for node in line.assumptions)
    return replace(line, source=source, body=body, assumptions=assumptions, name_start=0, name_end=0 if line.name is None else len(source), notices=(shown, *others))


def _ways(tokens: list[Token], names: KnownNames) -> Iterator[list[Token]]:
    """One request in brackets, then two: `derivative of f = derivative of g ?`."""
    first = list(with_brackets(tokens, names))
    yield from first
    for way in first:
        yield from with_brackets(way, names)


class _InText(Exception):
    """An error in the line that another notation became: its places are in that text."""

    def __init__(self, error: LineError) -> None:
        super().__init__(error.message)
        self.error = error


def _read_text(text: str, names: KnownNames, tolerant: bool) -> Line:
    try:
        return _LineReader(text, tokenize(text), names, tolerant).read()
    except LineError as error:
        raise _InText(error) from None


class _LineReader:
    def __init__(self, source: str, tokens: list[Token], names: KnownNames, tolerant: bool) -> None:
        self.source, self.tokens, self.names, self.tolerant = source, tokens, names, tolerant
        self.endings: list[Ending] = []
        self.notices: list[Notice] = []

    def read(self) -> Line:
        first = self.tokens[0]
        if first.kind == "end":
            return Line("empty", self.source)
        if begins_assumption(self.tokens, self.names):
            return self._assumption()
        if not self.tolerant:
            refuse_impossible(self.source, self.tokens, self.names)
            if not self.names.units and (told := letters_for_units(self.tokens, self.names)):
                self.notices.append(told)
            if (vectors := note_unit_vectors(self.source, self.names)) is not None:
                self.notices.append(vectors)
        self._note_two_slashes()
        self.tokens = self._without_articles()
        first = self.tokens[0]
        if first.kind in _STEP_SIGNS:
            return self._step()
        if first.kind == "name" and self.tokens[1].kind == "name" and not self.names.has_meaning(first.text) and first.text.lower() == "free":
            return self._release()
        return self._question() or self._definition() or self._expression()

    def _reader(self, names: KnownNames | None = None, start: int = 0) -> Reader:
        reader = Reader(self.source, self.tokens, names or self.names, self.tolerant)
        reader.cursor.at = start
        return reader

    def _line(self, kind: str, reader: Reader, body: Node, **more: object) -> Line:
        if not self.tolerant:
            bare = unwrapped(body)
            refuse_unknown(bare, self.names, is_relation=isinstance(bare, Relation) or (isinstance(bare, Request) and bare.name == "solve"))
        notices = (*self.notices, *reader.cursor.notices)
        rest = self.source[reader.cursor.token.start:].strip() if reader.cursor.token.kind != "end" else ""
        return Line(kind, self.source, body, notices=notices, unread=rest, **more)  # type: ignore[arg-type]

    # -- what is said around the line ------------------------------------------------------------------------------

    def _without_articles(self) -> list[Token]:
        """`find the derivative of x^2` is said as well as `find derivative of x^2`."""
        kept = [t for t in self.tokens if not (t.kind == "name" and t.text.lower() == "the" and not self.names.has_meaning(t.text))]
        return kept if len(kept) > 1 else self.tokens

    def _note_two_slashes(self) -> None:
        """`45//7` has no space at its slashes: perhaps the whole part of a division was meant."""
        if (found := _TWO_SLASHES.search(self.source)) is not None:
            at = found.start()
            self.notices.append(Notice("What stands behind // is a remark.", at, len(self.source), offers=(Suggestion(" div ", at, at + 2),)))

    def _finish(self, reader: Reader) -> None:
        token = reader.cursor.token
        if token.kind == "end" or self.tolerant:
            return
        refuse_conversion(reader.cursor)
        place = token.start, token.end
        if token.kind in (")", "]"):
            raise LineError("syntax", f"This {token.text} closes a bracket that was never opened.", *place, Suggestion("", *place))
        if token.kind == ",":
            raise LineError("syntax", "A comma separates the items of a list or the arguments of a function; it has no place here.", *place)
        if token.kind == "name" and token.text.lower() == "to":
            following = reader.cursor.ahead()
            if reader.cursor.stands(("to", "power", "of")):
                raise LineError("syntax", "A power is written ^, as in 2^5.", token.start, reader.cursor.ahead(2).end,
                                Suggestion("^", self.tokens[reader.cursor.at - 1].end, reader.cursor.ahead(3).start))
            if following.kind == "number" and reader.cursor.ahead(2).kind == "end":
                offers = tuple(Suggestion(f"{following.text} {unit}", following.start, following.end) for unit in ("dp", "sf"))
                raise LineError("syntax", "After “to” a number of digits is expected, as in “to 3 dp” (decimal places) or “to 3 sf” (significant figures).",
                                following.start, following.end, offers)
            raise LineError("syntax", "“to” stands at the end of a line, as in sqrt(3) to 3 dp.", *place)
        if token.kind == "." and self.names.lists:
            raise LineError("syntax", "The scalar product of two vectors is written u · v.", *place, Suggestion("·", *place))
        if token.kind in ("{", "}", ":", ";", ".", "_", "±", "∈"):
            raise meaningless(token)
        if token.kind == "=>":
            raise LineError("syntax", "=> begins a step; at least is written >=.", *place, Suggestion(">=", *place))
        raise LineError("syntax", f"The line could not be read from {token.text} on: a sign such as + was expected.", *place)

    # -- definitions -----------------------------------------------------------------------------------------------

    def _definition(self) -> Line | None:
        head = head_of(self.tokens)
        if head is None or (head.is_plain and self._is_statement(head)):
            return None
        if not self.tolerant and not (head.is_plain and head.letters and function_named(head.canonical)):
            self._check_name(head.name)
        letters = self._letters_of(head)
        names = self.names.binding(*letters) if letters else self.names
        self.tokens, self.endings = without_ending(self.tokens, names, self.tolerant)
        reader = self._reader(names, head.body)
        sign = self.tokens[head.body - 1]
        if reader.cursor.token.kind == "end" and not self.tolerant:
            raise LineError("syntax", f"After {sign.text} the meaning of {head.canonical} is missing.", sign.start, sign.end)
        body = self._top(reader)
        if not self.tolerant:
            body = self._with_condition_or_items(reader, body)
        if isinstance(body, Relation) and not self.tolerant:
            raise LineError("syntax", "A definition has one =. For an equation write it without a name, or with ? behind it.", body.start, body.end)
        self._finish(reader)
        kind = "function" if letters else "definition"
        if self.names.units and kind == "definition" and head.canonical in _EVERYDAY_UNITS:
            name = head.canonical
            self.notices.append(Notice(f"From here on {name} is this value, and no unit: 5 {name} is 5 times {name}.", head.name.start, head.name.end,
                                       offers=(Suggestion(f"{name}_1", head.name.start, head.name.end),)))
        return self._line(kind, reader, self._ended(body), name=head.canonical, name_start=head.name.start, name_end=self._end_of(head), parameters=letters)

    def _with_condition_or_items(self, reader: Reader, body: Node) -> Node:
        """`L = 3, 5, 8` is a list; `f(x) = x^2, x > 0` and `f(x) = x^2 for x > 0` are meant with if."""
        cursor = reader.cursor
        token = cursor.token
        says_where = token.kind == "name" and token.text.lower() in ("for", "where", "when") and not self.names.has_meaning(token.text)
        if token.kind != "," and not says_where:
            return body
        mark = cursor.mark()
        cursor.advance()
        try:
            following = reader.condition()
        except LineError:
            cursor.back_to(mark)
            return body
        if isinstance(following, Relation) and set(following.signs) <= {"<", "<=", ">", ">="}:
            start = cursor.tokens[mark.at - 1].end
            raise LineError("syntax", "A condition stands behind “if”, as in f(x) = x^2 if x > 0.", token.start, following.end,
                Suggestion(" if ", start, following.start))
        cursor.back_to(mark)
        return self._several(reader, body) if token.kind == "," and not isinstance(following, Relation) and not isinstance(body, Request) else body

    def _end_of(self, head: Head) -> int:
        """Where the head ends that the line shows: `f(x)`, `f: x`."""
        return self.tokens[head.body - 2].end

    def _letters_of(self, head: Head) -> tuple[str, ...]:
        letters = tuple(canonical_name(t.text) for t in head.letters)
        for token, letter in zip(head.letters, letters, strict=True):
            if letter in RESERVED_WORDS and letter != "i":
                raise _reserved(token, letter)
            if letters.count(letter) > 1:
                raise LineError("syntax", f"The letter {letter} stands twice in the brackets of {head.canonical}.", token.start, token.end)
        return letters

    def _is_statement(self, head: Head) -> bool:
        """Whether what looks like a definition says something else: `x = 3 or x = -3`, `f(x) = 0` where f has a meaning, `2 + 3 =`."""
        if not head.letters and says(self.tokens, self.names, "or", "and") and not says(self.tokens, self.names, "if"):
            return True
        if any(t.kind == "±" for t in self.tokens):
            return True
        if self.tokens[head.body].kind in ("end", "?"):  # `x =` works x out, where it has a value
            return self.names.has_meaning(head.canonical) and head.canonical != self.names.own
        if not head.letters:
            return False
        if function_named(head.canonical) and not self.names.is_page_function(head.canonical):
            return True
        return self._asks_of_known(head)

    def _asks_of_known(self, head: Head) -> bool:
        """`f(x) = 0` where f has a meaning and the right side does not have the letter; `f(a) = 9` where a has a value."""
        if not self.names.is_page_function(head.canonical):
            return False
        letters = tuple(canonical_name(t.text) for t in head.letters)
        if any(letter in self.names.values for letter in letters) and self.names.parameters(head.canonical) != letters:
            return True
        own_only = self.names.own == head.canonical
        if own_only:
            return False
        right = [t for t in self.tokens[head.body:] if t.kind == "name"]
        if any(canonical_name(t.text) in letters for t in right):
            return False
        try:
            body = self._reader(start=head.body).with_at()
        except LineError:
            return False
        if set(free_letters(body, self.names)) & set(letters):
            return False
        written = self.source[head.name.start:self.tokens[-1].end]
        self.notices.append(Notice(f"Read as an equation, since {head.canonical} has a meaning already.", head.name.start, self.tokens[-1].end,
                                   offers=(Suggestion(f"define {written}", head.name.start, self.tokens[-1].end),)))
        return True

    def _check_name(self, token: Token) -> None:
        name = canonical_name(token.text)
        if name in RESERVED_WORDS or function_named(name):
            raise _reserved(token, name)

    # -- questions -------------------------------------------------------------------------------------------------

    def _question(self) -> Line | None:
        """`A = B ?`, `is A = B`; not `2 + 3 = ?`, nor `what is 2 + 3?`, which ask for a result."""
        tokens, first = self.tokens, self.tokens[0]
        says_is = first.kind == "name" and first.text.lower() == "is" and not self.names.has_meaning(first.text) and tokens[1].kind not in ("=", "end")
        marked = len(tokens) > 2 and tokens[-2].kind == "?"
        if not (says_is or marked):
            return None
        if marked and not says_is and (tokens[-3].kind in ("=", "?") or without_opening(tokens, self.names)[1]):
            return None
        if marked:
            mark = tokens[-2]
            self.tokens = tokens = [*tokens[:-2], Token("end", "", mark.start, mark.start)]
        reader = self._reader(start=1 if says_is else 0)
        body = reader.condition()
        self._finish(reader)
        if not isinstance(unwrapped(body), Relation) and not self.tolerant:
            raise LineError("syntax", "A question asks about a relation, as in sqrt(147) = 7 sqrt(3) ?", body.start, body.end)
        return self._line("question", reader, body)

    # -- expressions, requests, equations --------------------------------------------------------------------------

    def _top(self, reader: Reader) -> Node:
        return reader.request() or reader.with_at()

    def _ended(self, body: Node) -> Node:
        for ending in self.endings:
            body = ending.around(body)
        return body

    def _expression(self) -> Line:
        rounds = self.tokens[0].text.lower() == "round"
        ends_in_digits = without_ending(self.tokens, self.names, tolerant=True)[1] if rounds else []
        self.tokens, start = without_opening(self.tokens, self.names, asks_for_digits=any(e.unit for e in ends_in_digits))
        whole = self.tokens
        self.tokens = without_result_sign(whole, self.names, start) if not self.tolerant else whole
        is_asked = self.tokens is not whole
        self.tokens, self.endings = without_ending(self.tokens, self.names, self.tolerant)
        unit = self._without_unit()
        if any(t.kind == "±" for t in self.tokens):
            return self._both_signs(start)
        reader = self._reader(start=start)
        body = self._top(reader)
        if not self.tolerant:
            self._refuse_value_behind(reader, body)
            if reader.cursor.token.kind == "," and not isinstance(body, Request):
                body = self._several(reader, body)
        self._finish(reader)
        body = self._ended(body if unit is None else InUnit(body, unit, start=body.start, end=whole[-1].end))
        bare = unwrapped(body)
        if is_asked and isinstance(bare, Request) and bare.name in ("solve", "graph"):
            raise LineError("syntax", "After = the other side is missing.", self.tokens[-1].start, len(self.source.rstrip()))
        self._note_two_statements(bare)
        self._refuse_value_at_zero(bare)
        self._note_value_behind_if(bare)
        self._note_function_without_brackets(bare)
        kind = "request" if isinstance(bare, Request) else "equation" if isinstance(bare, Relation | Logic) else "expression"
        return self._line(kind, reader, body)

    def _without_unit(self) -> Factors | None:
        """Takes `in km/h` off the end, where the worksheet has units."""
        found = ending_unit(self.tokens, self.source, self.names) if self.names.units else None
        if found is None:
            return None
        at, unit = found
        self.tokens = [*self.tokens[:at], Token("end", "", self.tokens[at - 1].end, self.tokens[at - 1].end, True)]
        return unit

    def _refuse_value_behind(self, reader: Reader, body: Node) -> None:
        """`x^2 where x = 3` and `x^2 + 1, x = 3` are meant with at."""
        cursor = reader.cursor
        token, letter, sign = cursor.token, cursor.ahead(), cursor.ahead(2)
        says_where = token.kind == "name" and token.text.lower() in ("where", "when", "for", "if", "with", "given") and not self.names.has_meaning(token.text)
        if (token.kind == "," or says_where) and letter.kind == "name" and sign.kind == "=" and not isinstance(body, Request | Relation | Logic):
            raise LineError("syntax", "A value is put in with “at”, as in x^2 at x = 3.", token.start, sign.end,
                            Suggestion(" at ", cursor.tokens[cursor.at - 1].end, letter.start))

    def _several(self, reader: Reader, first: Node) -> Node:
        """`f(0), f(1)` is a list; `mean 3, 4, 2` is the mean of one."""
        if isinstance(first, Call) and first.bare and first.name in LIST_FUNCTIONS:
            inner = self._several_of(reader, first.arguments[0])
            return replace(first, arguments=(inner,), end=inner.end)
        return self._several_of(reader, first)

    def _several_of(self, reader: Reader, first: Node) -> Node:
        items = [first]
        while reader.cursor.take(","):
            items.append(reader.with_at())
        if isinstance(first, At) and len(first.letters) == 1 and not any(isinstance(node, Name | At) for item in items[1:] for node in item.walk()):
            items[1:] = [replace(first, values=(item,), start=item.start, end=item.end) for item in items[1:]]  # x^2 at x = 1, 2, 3
        return ListOf(tuple(items), start=first.start, end=reader.cursor.last_end)

    def _both_signs(self, start: int) -> Line:
        """`x = ±4` is `x = 4 or x = -4`; `3 ± 2` is a list."""
        parts: list[Node] = []
        for sign in ("+", "-"):
            tokens = [Token(sign, sign, t.start, t.end, t.spaced) if t.kind == "±" else t for t in self.tokens]
            reader = Reader(self.source, tokens, self.names, self.tolerant)
            reader.cursor.at = start
            parts.append(reader.condition())
            self._finish(reader)
        place = {"start": parts[0].start, "end": parts[0].end}
        if all(isinstance(p, Relation) for p in parts):
            return self._line("equation", reader, Logic("or", tuple(parts), **place))
        return self._line("expression", reader, self._ended(ListOf(tuple(parts), **place)))

    def _note_two_statements(self, body: Node | None) -> None:
        """`x = 2 and y = 3` defines nothing; as two lines it would."""
        if not (isinstance(body, Logic) and body.sign == "and"):
            return
        parts = body.parts
        if all(isinstance(p, Relation) and p.signs == ("=",) and isinstance(p.sides[0], Name) for p in parts):
            lines = "\n".join(self.source[p.start:p.end].strip() for p in parts)
            self.notices.append(Notice("A statement, which defines nothing.", body.start, body.end, offers=(Suggestion(lines, body.start, body.end),)))

    def _note_value_behind_if(self, body: Node | None) -> None:
        """`x^2 if x = 3` is an expression that has a value there only; many mean that value."""
        match body:
            case Cases(((value, Relation((Name(), _), ("=",)) as condition),), None):
                self.notices.append(Notice("Read as an expression that has a value there only.", body.start, body.end,
                                           offers=(Suggestion(" at ", value.end, condition.start),)))

    def _refuse_value_at_zero(self, body: Node | None) -> None:
        """`y(0) = 1` with no function y: nobody means y times 0."""
        match body:
            case Relation((Product((Name(name), Bracket(Number("0")))) as head, _), ("=",)) if not self.tolerant:
                raise LineError("unknown-name", f"{name} is no function above this line, and {name} times 0 is always 0.", head.start, head.end)

    def _note_function_without_brackets(self, body: Node | None) -> None:
        """`f x = x^2` is an equation with the product of f and x; many define a function so."""
        match body:
            case Relation((Product((Name(name), Name(letter) | Bracket(Name(letter)))) as head, _), ("=",)):
                if name not in ("f", "g", "h") or self.names.has_meaning(name):
                    return
                self.notices.append(Notice(f"Read as the product of {name} and {letter}.", head.start, head.end,
                                           offers=(Suggestion(f"{name}({letter})", head.start, head.end),)))

    def _step(self) -> Line:
        sign = self.tokens[0]
        self.tokens, self.endings = without_ending(self.tokens, self.names, self.tolerant)
        if sign.kind != "=" and any(t.kind == "±" for t in self.tokens):
            return replace(self._both_signs(1), kind="step", sign=sign.kind)
        reader = self._reader(start=1)
        if reader.cursor.token.kind == "end" and not self.tolerant:
            raise LineError("syntax", f"After {sign.text} the next step of the working is missing.", sign.start, sign.end)
        read: Callable[[], Node] = reader.condition if sign.kind != "=" else reader.with_at
        body = read()
        self._finish(reader)
        return self._line("step", reader, self._ended(body), sign=sign.kind)

    # -- assumptions -----------------------------------------------------------------------------------------------

    def _assumption(self) -> Line:
        """`assume x > 0`, `assume a > 0, b > 0`, `assume n integer`."""
        reader = self._reader(start=1)
        try:
            letters, found = read_assumptions(reader)
            self._finish(reader)
        except LineError:
            refuse_impossible(self.source, self.tokens, self.names)
            raise
        return Line("assumption", self.source, letters=letters, assumptions=found)

    def _release(self) -> Line:
        letters = []
        reader = self._reader(start=1)
        while reader.cursor.token.kind == "name":
            letters.append(canonical_name(reader.cursor.advance().text))
            if not reader.cursor.take(","):
                break
        self._finish(reader)
        return Line("release", self.source, letters=tuple(letters))


def _reserved(token: Token, name: str) -> LineError:
    if entry := function_named(name):
        what = f"{name} is the built-in function {entry.meaning}"
    elif name in ("pi", "e", "i", "oo", "infinity", "phi"):
        what = f"{name} is a number of its own"
    else:
        what = f"{name} is a word of the language"
    near = f"{name}_1"
    return LineError("reserved-name", f"{what} and cannot be given another meaning; {near} is free.", token.start, token.end,
                     Suggestion(near, token.start, token.end))
