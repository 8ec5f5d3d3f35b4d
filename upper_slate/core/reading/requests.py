"""Reads requests: whole phrases such as `solve x^2 = 12 for x in [0, 5]` (section 6 of the language)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from ..language.tree import Interval, Node, Request
from ..language.words import REQUESTS, Entry
from ..language.words.forms import Optional, Part, Place, Word
from .grammar import Part
from .spoken import said_otherwise
from .tokens import Token, canonical_name

_ONE_WORD = ("simplify", "expand", "factor", "factorise", "factorize", "rationalize", "rationalise")
_SPELLINGS = {"factorise": "factor", "factorize": "factor", "rationalise": "rationalize"}
_OWN_WAYS = (("limit", "of"), ("integral", "of"), ("table", "of"), ("graph",), ("laplace", "transform", "of"), ("inverse", "laplace", "transform", "of"))
_OPENINGS = {*(entry.form.opening for entry in REQUESTS.values() if entry.form), *_OWN_WAYS}
#: The words with which a request begins, by the first of them.
_PHRASES = {first: tuple(words for words in _OPENINGS if words[0] == first) for first in {words[0] for words in _OPENINGS}}


class Requests(Part):
    """Expressions, and requests where they may stand: at the start of a line, after `name =`, in brackets."""

    def inside_bracket(self) -> Node:
        return self.request() or self.grammar.with_at()

    def request(self) -> Node | None:
        """The request that starts here, or None if the words do not make one."""
        token = self.cursor.token
        if token.kind != "name" or token.text in self.cursor.names.values or token.text in self.cursor.names.functions:
            return None
        if not self.cursor.tolerant and (said := said_otherwise(self.cursor.source, self.cursor.tokens, self.cursor.at, self.cursor.names)):
            raise said
        if token.text in _ONE_WORD and self._operand_follows(1):
            self.cursor.advance()
            body = self.grammar.with_at()
            return Request(_SPELLINGS.get(token.text, token.text), (body,), start=token.start, end=self.cursor.last_end)
        if token.text == "solve" and self._operand_follows(1):
            self.cursor.advance()
            return self._solve(token)
        for phrase in _PHRASES.get(token.text, ()):
            if self._reads(phrase) and (phrase != ("graph",) or self._operand_follows(1)):
                self.cursor.at += len(phrase)
                return self._phrase(" ".join(phrase), token)
        return None

    def _reads(self, words: tuple[str, ...]) -> bool:
        return all(self.cursor.ahead(k).kind == "name" and self.cursor.ahead(k).text == word for k, word in enumerate(words))

    def _operand_follows(self, steps: int) -> bool:
        token = self.cursor.ahead(steps)
        return token.kind in ("number", "name", "(", "[", "|", "-", "√", "∛") and not (
            token.kind == "name" and token.text in ("to", "at", "mod", "div", "and", "or", "if", "otherwise"))

    def _phrase(self, phrase: str, first: Token) -> Node:
        match phrase:
            case "limit of":
                return self._limit(first)
            case "integral of":
                return self._integral(first)
            case "table of":
                return self._table(first)
            case "graph":
                return self._graph(first)
            case "laplace transform of" | "inverse laplace transform of":
                return self._laplace(phrase, first)
        return self._by_form(REQUESTS[phrase], first)

    # -- by the declared form --------------------------------------------------------------------------------------

    def _by_form(self, entry: Entry, first: Token) -> Node:
        """Reads what follows the opening words of a request as its form says."""
        assert entry.form is not None
        held = _Held(self._letters_after(entry.form.word_before("letter") or ""))
        self._parts(entry.form.parts[len(entry.form.opening):], held, _example(entry))
        return Request(entry.name, tuple(held.bodies), tuple(held.letters), **held.fields, start=first.start, end=self.cursor.last_end)  # type: ignore[arg-type]

    def _parts(self, parts: tuple[Part, ...], held: _Held, example: str) -> None:
        for k, part in enumerate(parts):
            match part:
                case Optional(inner):
                    if self._begins(inner):
                        self._parts(inner, held, example)
                case Word(text) if text.isalpha():
                    self._expect_word(text, example)
                case Word(text):
                    if not self.cursor.take(text) and not self.cursor.tolerant:
                        raise self.cursor.fail(f"Here {text} is expected, as in “{example}”.")
                case Place(name):
                    self._place(name, _following(parts[k + 1:]), held, example)

    def _begins(self, parts: tuple[Part, ...]) -> bool:
        """Whether parts that may be left out stand here."""
        first, following = parts[0], parts[1] if len(parts) > 1 else None
        if isinstance(first, Word):
            return self.cursor.is_word(first.text)
        return self.cursor.token.kind == "name" and isinstance(following, Word) and self.cursor.ahead().kind == following.text

    def _place(self, name: str, stops: tuple[str, ...], held: _Held, example: str) -> None:
        match name:
            case "body":
                held.bodies.append(self.cursor.binding(held.bound, lambda: self.cursor.within(lambda: self.cursor.is_word(*stops), self.grammar.sum)))
            case "expression":
                held.bodies.append(self.grammar.with_at())
            case "letter":
                held.letters.append(self._letter(example))
            case "order":
                held.fields["order"] = self._whole_number(example)
            case "range":
                if self.cursor.is_word("in"):
                    held.fields["interval"] = self._interval()
                else:
                    held.fields["low"], held.fields["high"] = self._from_to(example)
            case _:
                held.fields[name] = self.cursor.within(lambda: self.cursor.is_word(*stops), self.grammar.sum)

    def _whole_number(self, example: str) -> int | None:
        token = self.cursor.token
        if token.kind != "number" or not token.text.isdigit():
            if self.cursor.tolerant:
                return None
            raise self.cursor.fail(f"Here a whole number is expected, as in “{example}”.")
        self.cursor.advance()
        return int(token.text)

    # -- letters and ranges ----------------------------------------------------------------------------------------

    def _letters_after(self, word: str) -> tuple[str, ...]:
        """The letters that `for …` or `as …` will bind, looked up ahead so that the body is read with them."""
        depth = 0
        for k in range(self.cursor.at, len(self.cursor.tokens)):
            token = self.cursor.tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0:
                break
            if depth == 0 and token.kind == "name" and token.text == word:
                letters: list[str] = []
                k += 1
                while self.cursor.tokens[k].kind == "name":
                    letters.append(canonical_name(self.cursor.tokens[k].text))
                    if self.cursor.tokens[k + 1].kind != ",":
                        break
                    k += 2
                return tuple(letters)
        return ()

    def _expect_word(self, word: str, example: str) -> None:
        if not self.cursor.take_word(word) and not self.cursor.tolerant:
            raise self.cursor.fail(f"Here “{word}” is expected, as in “{example}”.")

    def _letter(self, example: str) -> str:
        if self.cursor.token.kind == "name":
            return canonical_name(self.cursor.advance().text)
        if self.cursor.tolerant:
            return "x"
        raise self.cursor.fail(f"Here a letter is expected, as in “{example}”.")

    def _from_to(self, example: str) -> tuple[Node, Node]:
        self._expect_word("from", example)
        low = self.cursor.within(lambda: self.cursor.is_word("to"), self.grammar.sum)
        self._expect_word("to", example)
        high = self.cursor.within(lambda: self.cursor.is_word("step"), self.grammar.sum)
        return low, high

    # -- the requests ----------------------------------------------------------------------------------------------

    def _solve(self, first: Token) -> Node:
        letters = self._letters_after("for")
        equations: list[Node] = []

        def read() -> Node:
            while True:
                equations.append(self.grammar.condition())
                if not self.cursor.take(","):
                    return equations[0]

        self.cursor.binding(letters, lambda: self.cursor.within(lambda: self.cursor.is_word("for", "near"), read))
        if self.cursor.take_word("for"):
            names = [self._letter("for x")]
            while self.cursor.take(","):
                token = self.cursor.token
                names.append(self._letter("for x, y"))
                if names[-1] in names[:-1] and not self.cursor.tolerant:
                    raise self.cursor.fail(f"The letter {names[-1]} stands twice behind “for”.", token)
        else:
            names = []
        interval = self._interval() if self.cursor.is_word("in") else None
        near = None
        if self.cursor.is_word("near"):
            self.cursor.advance()
            near = self.grammar.sum()
        return Request("solve", tuple(equations), tuple(names), interval=interval, point=near, start=first.start, end=self.cursor.last_end)

    def _interval(self) -> Interval:
        start = self.cursor.advance().start
        opened = self.cursor.token
        if opened.kind not in ("[", "("):
            raise self.cursor.fail("After “in” an interval is expected, as in [0, 5] or (0, oo).")
        self.cursor.advance()
        low = self.grammar.sum()
        if not self.cursor.take(",") and not self.cursor.tolerant:
            raise self.cursor.fail("An interval has two ends with a comma between them, as in [0, 5].")
        high = self.grammar.sum()
        closing = self.cursor.token
        if closing.kind not in ("]", ")") and not self.cursor.tolerant:
            raise self.cursor.fail("The interval ends with ] or ).")
        self.cursor.advance()
        return Interval(low, high, opened.kind == "[", closing.kind == "]", start=start, end=self.cursor.last_end)

    def _limit(self, first: Token) -> Node:
        example = "limit of sin(x)/x as x -> 0"
        letters = self._letters_after("as")
        body = self.cursor.binding(letters, lambda: self.cursor.within(lambda: self.cursor.is_word("as"), self.grammar.sum))
        self._expect_word("as", example)
        letter = self._letter(example)
        if not self.cursor.take("->") and not (self.cursor.take("-") and self.cursor.take(">")) and not self.cursor.tolerant:
            raise self.cursor.fail(f"Here -> is expected, as in “{example}”.")
        side = ""
        last = self._side_ahead()
        point = self.cursor.within(lambda: self.cursor.token is last, self.grammar.sum)
        if last is not None and self.cursor.token.kind in ("+", "-"):
            side = self.cursor.advance().kind
        return Request("limit of", (body,), (letter,), point=point, side=side, start=first.start, end=self.cursor.last_end)

    def _side_ahead(self) -> Token | None:
        """Where a + or - ends the phrase: `x -> 0+`."""
        depth = 0
        for k in range(self.cursor.at, len(self.cursor.tokens)):
            token = self.cursor.tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0 or token.kind in ("end", ",", "?") or (token.kind == "name" and token.text in ("to", "at")):
                before = self.cursor.tokens[k - 1]
                return before if before.kind in ("+", "-") and k - 1 > self.cursor.at else None
        return None

    def _integral(self, first: Token) -> Node:
        example = "integral of x^2 dx, or integral of x^2 for x from 0 to 3"
        letters = self._letters_after("for")

        def at_differential() -> bool:
            token = self.cursor.token
            return (token.kind == "name" and token.text.startswith("d") and len(token.text) > 1 and not self.cursor.names.is_known(token.text)
                    and (self.cursor.ahead().kind in ("end", ")", "=", "?", ",") or self.cursor.ahead().text in ("from", "to", "at")))

        body = self.cursor.binding(letters, lambda: self.cursor.within(lambda: at_differential() or self.cursor.is_word("for"), self.grammar.sum))
        if at_differential():
            letter = canonical_name(self.cursor.advance().text[1:])
            if not self.cursor.is_word("from"):
                return Request("integral of", (body,), (letter,), start=first.start, end=self.cursor.last_end)
        else:
            if not self.cursor.take_word("for") and not self.cursor.tolerant:
                raise self.cursor.fail(f"The letter of the integral is missing, as in “{example}”.")
            letter = self._letter(example)
        low, high = self._from_to(example)
        return Request("integral of", (body,), (letter,), low, high, start=first.start, end=self.cursor.last_end)

    def _items(self, read: Callable[[], Node], *ends: str) -> tuple[Node, ...]:
        """Items with commas between them, up to one of the words."""
        items = [self.cursor.within(lambda: self.cursor.is_word(*ends), read)]
        while self.cursor.take(","):
            items.append(self.cursor.within(lambda: self.cursor.is_word(*ends), read))
        return tuple(items)

    def _table(self, first: Token) -> Node:
        example = "table of f for x from 0 to 5 step 1"
        letters = self._letters_after("for")
        found: list[Node] = []

        def read() -> Node:
            found.extend(self._items(self.grammar.sum, "for", "at"))
            return found[0]

        self.cursor.binding(letters, read)
        if self.cursor.take_word("at"):
            points = self._items(self.grammar.sum)
            return Request("table of", tuple(found), points=points, start=first.start, end=self.cursor.last_end)
        self._expect_word("for", example)
        letter = self._letter(example)
        low, high = self._from_to(example)
        step = self.grammar.sum() if self.cursor.take_word("step") else None
        return Request("table of", tuple(found), (letter,), low, high, step=step, start=first.start, end=self.cursor.last_end)

    def _graph(self, first: Token) -> Node:
        example = "graph f for x from -5 to 5"
        if self.cursor.token.kind == "name" and self.cursor.token.text == "points" and self.cursor.ahead().kind in ("name", "["):
            self.cursor.advance()
            body = self.cursor.within(lambda: self.cursor.is_word("joined"), self.grammar.sum)
            joined = bool(self.cursor.take_word("joined"))
            return Request("graph points", (body,), side="joined" if joined else "", start=first.start, end=self.cursor.last_end)
        letters = self._letters_after("for")
        found: list[Node] = []

        def read() -> Node:
            found.extend(self._items(self.grammar.condition, "for"))
            return found[0]

        self.cursor.binding(letters or ("x", "y"), read)
        low = high = low_2 = high_2 = None
        names: list[str] = []
        if self.cursor.take_word("for"):
            names.append(self._letter(example))
            low, high = self._from_to(example)
            if self.cursor.take(","):
                names.append(self._letter(example))
                low_2, high_2 = self._from_to(example)
        return Request("graph", tuple(found), tuple(names), low, high, low_2=low_2, high_2=high_2, start=first.start, end=self.cursor.last_end)

    def _laplace(self, phrase: str, first: Token) -> Node:
        letter, image = ("s", "t") if phrase.startswith("inverse") else ("t", "s")
        example = f"{phrase} {'1/s' if letter == 's' else 'e^(2t)'} in {letter}, as a function of {image}"
        letters = self._letters_after("in")
        body = self.cursor.binding(letters, lambda: self.cursor.within(lambda: self.cursor.is_word("in"), self.grammar.sum))
        self._expect_word("in", example)
        letter = self._letter(example)
        if self.cursor.take(","):
            for word in ("as", "a", "function", "of"):
                self._expect_word(word, example)
            image = self._letter(example)
        return Request(phrase, (body,), (letter, image), start=first.start, end=self.cursor.last_end)


@dataclass
class _Held:
    """The parts of a request that were read so far; `bound` are letters of its own, known beforehand."""

    bound: tuple[str, ...]
    bodies: list[Node] = field(default_factory=list)
    letters: list[str] = field(default_factory=list)
    fields: dict[str, object] = field(default_factory=dict)


def _following(parts: tuple[Part, ...]) -> tuple[str, ...]:
    """The words that may end what stands before these parts."""
    found: list[str] = []
    for part in parts:
        first = part.parts[0] if isinstance(part, Optional) else part
        if isinstance(first, Word):
            found.append(first.text)
        if not isinstance(part, Optional):
            break
    return tuple(found)


def _example(entry: Entry) -> str:
    return entry.written.replace("{", "").replace("}", "")
