"""Reads requests: whole phrases such as `solve x^2 = 12 for x in [0, 5]` (section 6 of the language), each by its declared forms."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Final

from ..language.tree import Node
from ..language.words import REQUESTS, Entry
from ..language.words.forms import RANGES, Form, Optional, Place, Word
from ..language.words.forms import Part as FormPart
from ..problems import LineError
from .cursor import Cursor
from .grammar import SPOKEN_SIGNS, Grammar, Part
from .meant import meaning_of
from .places import Places
from .said import Said

#: Spellings that are tried for one line. Requests that stand in each other and lack a word would be read in every way of each otherwise.
_MOST_TRIES: Final = 1_000
#: The signs with which a request begins; they stand in expressions too.
SIGNS: Final = ("∫", "∑", "∏")


@dataclass(frozen=True, eq=False)
class Spelling:
    """One way to say a request: its opening words, and the words that must stand further on, each in its spellings."""

    entry: Entry
    form: Form
    opening: tuple[str, ...]
    needed: tuple[tuple[str, ...], ...]
    is_usual: bool

    @classmethod
    def of(cls, entry: Entry, form: Form) -> Spelling:
        """What is looked up again and again is looked up once."""
        read = form.without_articles()
        needed = tuple(tuple(spelling[0] for spelling in part.spellings) for part in read.rest if isinstance(part, Word))
        return cls(entry, read, read.opening, needed, entry.form is not None and read.rest == entry.form.without_articles().rest)

    @property
    def fixed(self) -> int:
        """How much of it is fixed: the more, the sooner it is tried."""
        return len(self.opening) * 10 + sum(isinstance(part, Word | Place) for part in self.form.rest)


def _spellings() -> Iterator[Spelling]:
    for entry in REQUESTS.values():
        if entry.form is not None:
            yield Spelling.of(entry, entry.form)
        for form in entry.said:
            yield Spelling.of(entry, form)


#: Every spelling by its first word, the longest opening first, so that `partial fractions of` is not taken for `partial fractions`.
_BY_FIRST: Final[dict[str, list[Spelling]]] = {}
for _spelling in sorted(_spellings(), key=lambda s: -s.fixed):
    _BY_FIRST.setdefault(_spelling.opening[0], []).append(_spelling)


class Requests(Part):
    """Requests, where they may stand: at the start of a line, after `name =`, in brackets; those with a sign in any expression."""

    def __init__(self, cursor: Cursor, grammar: Grammar) -> None:
        super().__init__(cursor, grammar)
        self._places = Places(cursor, grammar)
        self._tries = 0

    def inside_bracket(self) -> Node:
        return self.request() or self.grammar.with_at()

    def request(self) -> Node | None:
        """The request that starts here, or None if the words do not make one."""
        cursor = self.cursor
        if cursor.token.kind not in ("name", *SIGNS) or cursor.names.has_meaning(cursor.token.text):
            return None
        mark = cursor.mark()
        found = self._first_of(self._spellings_here())
        if found is not None and cursor.token.kind in ("+", "-", "*", "/", "=") and self._is_signed_at(mark.at):
            cursor.back_to(mark)  # it is a part of an expression
            return None
        return found

    def _is_signed_at(self, at: int) -> bool:
        token = self.cursor.tokens[at]
        return token.kind in SIGNS or token.text.lower() in SPOKEN_SIGNS

    def signed(self) -> Node | None:
        """The request that starts here with a sign, or with `lim` and what stands below it: it may stand in an expression."""
        if self.cursor.token.kind not in SIGNS and not (self.cursor.is_word(*SPOKEN_SIGNS) and self.cursor.ahead().kind in ("_", "sub", "name")):
            return None
        return self._first_of([s for s in self._spellings_here() if s.form.has("tight")])

    def _spellings_here(self) -> list[Spelling]:
        """The spellings whose opening stands here, and whose other words stand further on; where no spelling has all of its words, those
        that begin here, so that the error says what is missing."""
        known = _BY_FIRST.get(self.cursor.token.text.lower(), ())
        if not known:
            return []
        ahead = {token.text.lower() for token in self.cursor.tokens[self.cursor.at:]}
        begun = [s for s in known if self.cursor.stands(s.opening) and self._opens(s)]
        return [s for s in begun if self._can_go_on(s, ahead)] or begun

    def _first_of(self, spellings: list[Spelling]) -> Node | None:
        """Reads by the first spelling that fits; where none does, the error is that of the usual shape. While a line is still being
        written, its gaps are those of the usual shape."""
        cursor = self.cursor
        mark, tolerant = cursor.mark(), cursor.tolerant
        usual = next((s for s in spellings if s.is_usual), spellings[0] if spellings else None)
        told: LineError | None = None
        cursor.tolerant = False
        try:
            for spelling in spellings:
                try:
                    return self._by_form(spelling)
                except LineError as error:
                    told = error if spelling is usual or told is None else told
                    cursor.back_to(mark)
        finally:
            cursor.tolerant = tolerant
        if tolerant and usual is not None:
            return self._by_form(usual)
        if told is not None:
            raise told
        return None

    def _opens(self, spelling: Spelling) -> bool:
        """Whether something that a form is about stands behind its opening."""
        opening = spelling.opening
        first = spelling.form.parts[len(opening)]
        if isinstance(first, Place) and first.name in ("approach", "bounds", *RANGES):
            return self._places.begins(first, len(opening))
        token = self.cursor.ahead(len(opening))
        if self.cursor.tolerant and token.kind == "end":
            return len(opening) > 1
        if opening == ("int",) and not self._places.has_differential(len(opening)):
            return False
        if opening[0] in SIGNS:
            return token.kind not in ("end", "_", "sub")
        return token.kind in ("number", "fraction", "name", "(", "[", "{", "|", "-", "√", "∛", "∜", *SIGNS) and not self._is_joint(token.text.lower(), len(opening))

    def _can_go_on(self, spelling: Spelling, ahead: set[str]) -> bool:
        """Whether the words that it needs further on stand anywhere in the line."""
        return self.cursor.tolerant or all(any(word in ahead for word in words) for words in spelling.needed)

    def _is_joint(self, word: str, steps: int) -> bool:
        """Whether a word only joins parts: `table of` without a function behind it is no request, nor is `of` what it is about."""
        if self.cursor.names.has_meaning(self.cursor.ahead(steps).text):
            return False
        return word in ("to", "at", "mod", "div", "and", "or", "if", "otherwise", "for", "of", "as", "from")

    # -- by the form -----------------------------------------------------------------------------------------------

    def _by_form(self, spelling: Spelling) -> Node:
        self._tries += 1
        if self._tries > _MOST_TRIES:
            raise self.cursor.fail("Requests stand in each other here in more ways than can be tried; give the inner ones names.")
        cursor, entry, form = self.cursor, spelling.entry, spelling.form
        start = cursor.token.start
        said = Said(entry.name, entry.written, self._places.letters_ahead(form))
        cursor.at += len(spelling.opening)
        self._parts(form.parts[len(spelling.opening):], said, ())
        request = said.request(start, cursor.last_end)
        if cursor.tolerant and not request.bodies:
            return request
        return meaning_of(cursor, request, form)

    def _parts(self, parts: tuple[FormPart, ...], said: Said, after: tuple[FormPart, ...]) -> None:
        """Reads parts in their order; `after` is what follows all of them."""
        for k, part in enumerate(parts):
            rest = (*parts[k + 1:], *after)
            match part:
                case Optional(inner):
                    if self._begins(inner):
                        self._parts(inner, said, rest)
                case Word():
                    self._word(part, said, is_mark=len(parts) == 1)
                case Place():
                    self._places.read(part, said, self._stop(rest))

    def _word(self, word: Word, said: Said, is_mark: bool) -> None:
        """A word of a form; one that may be left out by itself is a mark of the request."""
        cursor = self.cursor
        for spelling in word.spellings:
            if cursor.stands(spelling):
                cursor.at += len(spelling)
                if is_mark and word.text.isalpha():
                    said.side = word.text
                return
        if not cursor.tolerant:
            raise cursor.fail(f"Here {f'“{word.text}”' if word.text[0].isalpha() else word.text} is expected, as in “{said.example}”.")

    def _begins(self, parts: tuple[FormPart, ...]) -> bool:
        """Whether parts that may be left out stand here."""
        first, following = parts[0], parts[1] if len(parts) > 1 else None
        match first:
            case Word():
                return any(self.cursor.stands(spelling) for spelling in first.spellings) and self._follows(first, following)
            case Place() if first.name == "letter":
                return self.cursor.token.kind == "name" and isinstance(following, Word) and self.cursor.ahead().kind == following.text
            case Place():
                return self._places.begins(first)
        return self._begins(first.parts)

    def _follows(self, word: Word, following: FormPart | None) -> bool:
        """`by` and `in` before a letter only: they mean other things too."""
        if not (isinstance(following, Place) and following.name == "letter"):
            return True
        steps = next(len(s) for s in word.spellings if self.cursor.stands(s))
        return self.cursor.ahead(steps).kind in ("name", "end")

    def _stop(self, rest: tuple[FormPart, ...]) -> Callable[[], bool]:
        """Tells where what stands before these parts ends."""
        firsts: list[tuple[FormPart, ...]] = []
        for k, part in enumerate(rest):
            firsts.append(part.parts if isinstance(part, Optional) else rest[k:])
            if not isinstance(part, Optional):
                break

        def at_end() -> bool:
            return any(self._begins(first) for first in firsts)

        return at_end
