"""Reads requests: whole phrases such as `solve x^2 = 12 for x in [0, 5]` (section 6 of the language)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from ..language.tree import Interval, Node, Request
from ..language.words import REQUESTS, Entry
from ..language.words.forms import Optional, Part, Place, Word
from .expressions import ExpressionReader
from .spoken import said_otherwise
from .tokens import Token, canonical_name

_ONE_WORD = ("simplify", "expand", "factor", "factorise", "factorize", "rationalize", "rationalise")
_SPELLINGS = {"factorise": "factor", "factorize": "factor", "rationalise": "rationalize"}
_OWN_WAYS = (("limit", "of"), ("integral", "of"), ("table", "of"), ("graph",), ("laplace", "transform", "of"), ("inverse", "laplace", "transform", "of"))
_OPENINGS = {*(entry.form.opening for entry in REQUESTS.values() if entry.form), *_OWN_WAYS}
#: The words with which a request begins, by the first of them.
_PHRASES = {first: tuple(words for words in _OPENINGS if words[0] == first) for first in {words[0] for words in _OPENINGS}}


class RequestReader(ExpressionReader):
    """Expressions, and requests where they may stand: at the start of a line, after `name =`, in brackets."""

    def inside_bracket(self) -> Node:
        return self.request() or self.with_at()

    def request(self) -> Node | None:
        """The request that starts here, or None if the words do not make one."""
        token = self.token
        if token.kind != "name" or token.text in self.names.values or token.text in self.names.functions:
            return None
        if not self.tolerant and (said := said_otherwise(self.source, self.tokens, self.at, self.names)):
            raise said
        if token.text in _ONE_WORD and self._operand_follows(1):
            self.advance()
            body = self.with_at()
            return Request(_SPELLINGS.get(token.text, token.text), (body,), start=token.start, end=self.last_end)
        if token.text == "solve" and self._operand_follows(1):
            self.advance()
            return self._solve(token)
        for phrase in _PHRASES.get(token.text, ()):
            if self._reads(phrase) and (phrase != ("graph",) or self._operand_follows(1)):
                self.at += len(phrase)
                return self._phrase(" ".join(phrase), token)
        return None

    def _reads(self, words: tuple[str, ...]) -> bool:
        return all(self.ahead(k).kind == "name" and self.ahead(k).text == word for k, word in enumerate(words))

    def _operand_follows(self, steps: int) -> bool:
        token = self.ahead(steps)
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
        return Request(entry.name, tuple(held.bodies), tuple(held.letters), **held.fields, start=first.start, end=self.last_end)  # type: ignore[arg-type]

    def _parts(self, parts: tuple[Part, ...], held: _Held, example: str) -> None:
        for k, part in enumerate(parts):
            match part:
                case Optional(inner):
                    if self._begins(inner):
                        self._parts(inner, held, example)
                case Word(text) if text.isalpha():
                    self._expect_word(text, example)
                case Word(text):
                    if not self.take(text) and not self.tolerant:
                        raise self.fail(f"Here {text} is expected, as in “{example}”.")
                case Place(name):
                    self._place(name, _following(parts[k + 1:]), held, example)

    def _begins(self, parts: tuple[Part, ...]) -> bool:
        """Whether parts that may be left out stand here."""
        first, following = parts[0], parts[1] if len(parts) > 1 else None
        if isinstance(first, Word):
            return self.is_word(first.text)
        return self.token.kind == "name" and isinstance(following, Word) and self.ahead().kind == following.text

    def _place(self, name: str, stops: tuple[str, ...], held: _Held, example: str) -> None:
        match name:
            case "body":
                held.bodies.append(self.binding(held.bound, lambda: self.within(lambda: self.is_word(*stops), self.sum)))
            case "expression":
                held.bodies.append(self.with_at())
            case "letter":
                held.letters.append(self._letter(example))
            case "order":
                held.fields["order"] = self._whole_number(example)
            case "range":
                if self.is_word("in"):
                    held.fields["interval"] = self._interval()
                else:
                    held.fields["low"], held.fields["high"] = self._from_to(example)
            case _:
                held.fields[name] = self.within(lambda: self.is_word(*stops), self.sum)

    def _whole_number(self, example: str) -> int | None:
        token = self.token
        if token.kind != "number" or not token.text.isdigit():
            if self.tolerant:
                return None
            raise self.fail(f"Here a whole number is expected, as in “{example}”.")
        self.advance()
        return int(token.text)

    # -- letters and ranges ----------------------------------------------------------------------------------------

    def _letters_after(self, word: str) -> tuple[str, ...]:
        """The letters that `for …` or `as …` will bind, looked up ahead so that the body is read with them."""
        depth = 0
        for k in range(self.at, len(self.tokens)):
            token = self.tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0:
                break
            if depth == 0 and token.kind == "name" and token.text == word:
                letters: list[str] = []
                k += 1
                while self.tokens[k].kind == "name":
                    letters.append(canonical_name(self.tokens[k].text))
                    if self.tokens[k + 1].kind != ",":
                        break
                    k += 2
                return tuple(letters)
        return ()

    def _expect_word(self, word: str, example: str) -> None:
        if not self.take_word(word) and not self.tolerant:
            raise self.fail(f"Here “{word}” is expected, as in “{example}”.")

    def _letter(self, example: str) -> str:
        if self.token.kind == "name":
            return canonical_name(self.advance().text)
        if self.tolerant:
            return "x"
        raise self.fail(f"Here a letter is expected, as in “{example}”.")

    def _from_to(self, example: str) -> tuple[Node, Node]:
        self._expect_word("from", example)
        low = self.within(lambda: self.is_word("to"), self.sum)
        self._expect_word("to", example)
        high = self.within(lambda: self.is_word("step"), self.sum)
        return low, high

    # -- the requests ----------------------------------------------------------------------------------------------

    def _solve(self, first: Token) -> Node:
        letters = self._letters_after("for")
        equations: list[Node] = []

        def read() -> Node:
            while True:
                equations.append(self.condition())
                if not self.take(","):
                    return equations[0]

        self.binding(letters, lambda: self.within(lambda: self.is_word("for", "near"), read))
        if self.take_word("for"):
            names = [self._letter("for x")]
            while self.take(","):
                token = self.token
                names.append(self._letter("for x, y"))
                if names[-1] in names[:-1] and not self.tolerant:
                    raise self.fail(f"The letter {names[-1]} stands twice behind “for”.", token)
        else:
            names = []
        interval = self._interval() if self.is_word("in") else None
        near = None
        if self.is_word("near"):
            self.advance()
            near = self.sum()
        return Request("solve", tuple(equations), tuple(names), interval=interval, point=near, start=first.start, end=self.last_end)

    def _interval(self) -> Interval:
        start = self.advance().start
        opened = self.token
        if opened.kind not in ("[", "("):
            raise self.fail("After “in” an interval is expected, as in [0, 5] or (0, oo).")
        self.advance()
        low = self.sum()
        if not self.take(",") and not self.tolerant:
            raise self.fail("An interval has two ends with a comma between them, as in [0, 5].")
        high = self.sum()
        closing = self.token
        if closing.kind not in ("]", ")") and not self.tolerant:
            raise self.fail("The interval ends with ] or ).")
        self.advance()
        return Interval(low, high, opened.kind == "[", closing.kind == "]", start=start, end=self.last_end)

    def _limit(self, first: Token) -> Node:
        example = "limit of sin(x)/x as x -> 0"
        letters = self._letters_after("as")
        body = self.binding(letters, lambda: self.within(lambda: self.is_word("as"), self.sum))
        self._expect_word("as", example)
        letter = self._letter(example)
        if not self.take("->") and not (self.take("-") and self.take(">")) and not self.tolerant:
            raise self.fail(f"Here -> is expected, as in “{example}”.")
        side = ""
        last = self._side_ahead()
        point = self.within(lambda: self.token is last, self.sum)
        if last is not None and self.token.kind in ("+", "-"):
            side = self.advance().kind
        return Request("limit of", (body,), (letter,), point=point, side=side, start=first.start, end=self.last_end)

    def _side_ahead(self) -> Token | None:
        """Where a + or - ends the phrase: `x -> 0+`."""
        depth = 0
        for k in range(self.at, len(self.tokens)):
            token = self.tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0 or token.kind in ("end", ",", "?") or (token.kind == "name" and token.text in ("to", "at")):
                before = self.tokens[k - 1]
                return before if before.kind in ("+", "-") and k - 1 > self.at else None
        return None

    def _integral(self, first: Token) -> Node:
        example = "integral of x^2 dx, or integral of x^2 for x from 0 to 3"
        letters = self._letters_after("for")

        def at_differential() -> bool:
            token = self.token
            return (token.kind == "name" and token.text.startswith("d") and len(token.text) > 1 and not self.names.is_known(token.text)
                    and (self.ahead().kind in ("end", ")", "=", "?", ",") or self.ahead().text in ("from", "to", "at")))

        body = self.binding(letters, lambda: self.within(lambda: at_differential() or self.is_word("for"), self.sum))
        if at_differential():
            letter = canonical_name(self.advance().text[1:])
            if not self.is_word("from"):
                return Request("integral of", (body,), (letter,), start=first.start, end=self.last_end)
        else:
            if not self.take_word("for") and not self.tolerant:
                raise self.fail(f"The letter of the integral is missing, as in “{example}”.")
            letter = self._letter(example)
        low, high = self._from_to(example)
        return Request("integral of", (body,), (letter,), low, high, start=first.start, end=self.last_end)

    def _items(self, read: Callable[[], Node], *ends: str) -> tuple[Node, ...]:
        """Items with commas between them, up to one of the words."""
        items = [self.within(lambda: self.is_word(*ends), read)]
        while self.take(","):
            items.append(self.within(lambda: self.is_word(*ends), read))
        return tuple(items)

    def _table(self, first: Token) -> Node:
        example = "table of f for x from 0 to 5 step 1"
        letters = self._letters_after("for")
        found: list[Node] = []

        def read() -> Node:
            found.extend(self._items(self.sum, "for", "at"))
            return found[0]

        self.binding(letters, read)
        if self.take_word("at"):
            points = self._items(self.sum)
            return Request("table of", tuple(found), points=points, start=first.start, end=self.last_end)
        self._expect_word("for", example)
        letter = self._letter(example)
        low, high = self._from_to(example)
        step = self.sum() if self.take_word("step") else None
        return Request("table of", tuple(found), (letter,), low, high, step=step, start=first.start, end=self.last_end)

    def _graph(self, first: Token) -> Node:
        example = "graph f for x from -5 to 5"
        if self.token.kind == "name" and self.token.text == "points" and self.ahead().kind in ("name", "["):
            self.advance()
            body = self.within(lambda: self.is_word("joined"), self.sum)
            joined = bool(self.take_word("joined"))
            return Request("graph points", (body,), side="joined" if joined else "", start=first.start, end=self.last_end)
        letters = self._letters_after("for")
        found: list[Node] = []

        def read() -> Node:
            found.extend(self._items(self.condition, "for"))
            return found[0]

        self.binding(letters or ("x", "y"), read)
        low = high = low_2 = high_2 = None
        names: list[str] = []
        if self.take_word("for"):
            names.append(self._letter(example))
            low, high = self._from_to(example)
            if self.take(","):
                names.append(self._letter(example))
                low_2, high_2 = self._from_to(example)
        return Request("graph", tuple(found), tuple(names), low, high, low_2=low_2, high_2=high_2, start=first.start, end=self.last_end)

    def _laplace(self, phrase: str, first: Token) -> Node:
        letter, image = ("s", "t") if phrase.startswith("inverse") else ("t", "s")
        example = f"{phrase} {'1/s' if letter == 's' else 'e^(2t)'} in {letter}, as a function of {image}"
        letters = self._letters_after("in")
        body = self.binding(letters, lambda: self.within(lambda: self.is_word("in"), self.sum))
        self._expect_word("in", example)
        letter = self._letter(example)
        if self.take(","):
            for word in ("as", "a", "function", "of"):
                self._expect_word(word, example)
            image = self._letter(example)
        return Request(phrase, (body,), (letter, image), start=first.start, end=self.last_end)


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
