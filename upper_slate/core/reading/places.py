"""Reads the places of a request's form: what it is about, letters, ranges, differentials, what a letter comes near."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from ..language.tree import Bracket, Gap, Negative, Node, Number, Relation
from ..language.words.forms import RANGES, Form, Place
from ..problems import LineError, Suggestion
from .cursor import Cursor
from .grammar import SPOKEN_SIGNS, Grammar, Part
from .ranges import Ranges
from .said import Said
from .tokens import Token, canonical_name

#: The side from which a letter comes near; `the` says nothing.
_SIDES: Final = {("from", "right"): "+", ("from", "above"): "+", ("from", "left"): "-", ("from", "below"): "-"}
#: What may stand between a letter and what it comes near.
_NEARING: Final = (("tends", "to"), ("approaches",), ("goes", "to"), ("→",))

Stop = Callable[[], bool]


class Places(Part):
    """Every place of a form, by its name."""

    def __init__(self, cursor: Cursor, grammar: Grammar) -> None:
        super().__init__(cursor, grammar)
        self._ranges = Ranges(cursor, grammar)

    def begins(self, place: Place, steps: int = 0) -> bool:
        """Whether what belongs in a place stands here, or so many tokens ahead."""
        cursor = self.cursor
        at, cursor.at = cursor.at, min(cursor.at + steps, len(cursor.tokens) - 1)
        try:
            match place.name:
                case "differential":
                    return self._at_differential()
                case "approach":
                    return self._approach_begins()
                case "bounds":
                    return cursor.token.kind in ("_", "sub")
                case name if name in RANGES:
                    return self._ranges.starts(name == "steps")
            return not cursor.at_stop()
        finally:
            cursor.at = at

    def read(self, place: Place, said: Said, stop: Stop) -> None:
        """Reads what belongs in a place into `said`; `stop` tells where it ends."""
        _READ[place.name](self, said, stop)

    # -- letters that are bound ahead ------------------------------------------------------------------------------

    def letters_ahead(self, form: Form) -> tuple[str, ...]:
        """The letters that the request will bind, looked up ahead so that its body is read with them."""
        if form.has("approach"):
            return self._letters_after("as")
        if form.has("bounds"):
            found = self._letter_below()
            return (found,) if found else ()
        if form.has(*RANGES):
            return self._letters_after("for")
        return ()

    def _letters_after(self, word: str) -> tuple[str, ...]:
        tokens, depth = self.cursor.tokens, 0
        for k in range(self.cursor.at, len(tokens)):
            token = tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0:
                break
            if depth == 0 and token.kind == "name" and token.text.lower() == word:
                letters: list[str] = []
                k += 1
                while tokens[k].kind == "name":
                    letters.append(canonical_name(tokens[k].text))
                    if tokens[k + 1].kind != ",":
                        break
                    k += 2
                return tuple(letters)
        return ()

    def _letter_below(self) -> str | None:
        """The n of `∑_(n=0)^oo`."""
        cursor = self.cursor
        for k in range(1, 6):
            if cursor.ahead(k).kind == "name" and cursor.ahead(k + 1).kind == "=":
                return canonical_name(cursor.ahead(k).text)
        return None

    # -- expressions -----------------------------------------------------------------------------------------------

    def _body(self, said: Said, stop: Stop) -> None:
        self._skip_left_side()
        said.bodies.append(self.cursor.binding(said.bound, lambda: self.cursor.within(stop, self._inner(self.grammar.sum))))

    def _inner(self, read: Callable[[], Node]) -> Callable[[], Node]:
        """Reads what a request is about, which may be another one: `derivative of integral of sin(t^2) for t from 0 to x`."""
        def either() -> Node:
            start = self.cursor.token.start
            found = self.grammar.request()
            return read() if found is None else Bracket(found, start=start, end=found.end)
        return either

    def _skip_left_side(self) -> None:
        """`gradient of y = 3x + 2` is about 3x + 2; so is `f(x) = 3x + 2`, where f has no meaning yet."""
        cursor = self.cursor
        token = cursor.token
        if token.kind != "name" or cursor.names.has_meaning(token.text) or cursor.names.is_function(token.text):
            return
        if cursor.ahead().kind == "=" and token.text in ("y", "f", "g", "h"):
            cursor.at += 2
        elif cursor.ahead().kind == "(" and cursor.ahead(2).kind == "name" and cursor.ahead(3).kind == ")" and cursor.ahead(4).kind == "=":
            cursor.at += 5

    def _bodies(self, said: Said, stop: Stop) -> None:
        self._items(said, stop, self.grammar.sum, ("and",))

    def _conditions(self, said: Said, stop: Stop) -> None:
        if said.name == "graph" and self.cursor.ahead().kind == "(":  # draw f(x) = x^2
            self._skip_left_side()
        self._items(said, stop, self.grammar.cases if said.name == "graph" else self.grammar.condition, ())

    def _items(self, said: Said, stop: Stop, read: Callable[[], Node], joints: tuple[str, ...]) -> None:
        """Items with commas between them, up to where they end."""

        def item() -> Node:
            said.bodies.append(self.cursor.within(stop, read))
            return said.bodies[-1]

        def items() -> Node:
            item()
            while not stop() and (self.cursor.take(",") or (joints and any(self.cursor.take_word(j) for j in joints))):
                item()
            return said.bodies[0]

        self.cursor.binding(said.bound, items)

    def _tight(self, said: Said, stop: Stop) -> None:
        """As far as a product reaches; up to `dx` where one follows."""
        cursor = self.cursor
        start = cursor.token.start
        reads = self.grammar.sum if self._differential_ahead() else self.grammar.product
        said.bodies.append(cursor.binding(said.bound, lambda: cursor.within(stop, reads)))
        if cursor.token.kind in ("+", "-"):
            self._note_short_reach(said.bodies[-1], start, stop)

    def _note_short_reach(self, body: Node, start: int, stop: Stop) -> None:
        """That a sum behind `∑ k` or `square root of 16` is not under the sign; offered with it in brackets."""
        cursor = self.cursor
        if cursor.ahead().text.lower() in SPOKEN_SIGNS:  # square root of 16 + square root of 9
            return
        mark, at = cursor.mark(), next(k for k, token in enumerate(cursor.tokens) if token.start >= start)
        offers: tuple[Suggestion, ...] = ()
        try:
            cursor.at = at
            whole = cursor.within(stop, self.grammar.sum)
            offers = (Suggestion(f"({cursor.source[start:whole.end]})", start, whole.end),)
        except LineError:
            pass
        cursor.back_to(mark)
        cursor.note(f"This reaches as far as the product: {cursor.text_of(body)}. Put a longer expression in brackets.", start, body.end, offers=offers)

    def _expression(self, said: Said, stop: Stop) -> None:
        cursor = self.cursor
        said.bodies.append(cursor.within(stop, self._inner(self.grammar.with_at)))
        if isinstance(said.bodies[-1], Relation) and not cursor.tolerant:
            raise cursor.fail("Here the words end that belong together; what they are about stands in brackets before =.")

    # -- letters and numbers ---------------------------------------------------------------------------------------

    def _letter(self, said: Said, stop: Stop) -> None:
        said.letters.append(self._ranges.letter(said))

    def _unknowns(self, said: Said, stop: Stop) -> None:
        """Letters with commas or `and` between them."""
        self._letter(said, stop)
        while self.cursor.ahead().kind == "name" and self.cursor.ahead(2).kind not in ("(", "'") and (self.cursor.take(",") or self.cursor.take_word("and")):
            self._letter(said, stop)

    def _point(self, said: Said, stop: Stop) -> None:
        if said.point is not None:  # the second of two ends
            said.low, said.high, said.point = said.point, self.cursor.within(stop, self.grammar.sum), None
            return
        said.point = self.cursor.within(stop, self.grammar.sum)

    def _order(self, said: Said, stop: Stop) -> None:
        token = self.cursor.token
        if token.kind == "number" and token.text.isdigit():
            self.cursor.advance()
            said.order = int(token.text)
        elif not self.cursor.tolerant:
            raise self.cursor.fail(f"Here a whole number is expected, as in “{said.example}”.")

    # -- differentials ---------------------------------------------------------------------------------------------

    def _at_differential(self) -> bool:
        return self._is_differential(self.cursor.at)

    def _is_differential(self, at: int) -> bool:
        tokens, names = self.cursor.tokens, self.cursor.names
        token, following = tokens[at], tokens[min(at + 1, len(tokens) - 1)]
        if token.kind != "name" or not token.text.startswith("d") or len(token.text) < 2 or names.has_meaning(token.text):
            return False
        if not names.is_letter(canonical_name(token.text[1:])):
            return False
        if following.kind in ("end", ")", "=", "?", ",", "+", "-", "]") or following.text in ("from", "to", "at", "for", "between", "in", "on", "and"):
            return True
        return following is not token and self._is_differential(at + 1)  # ∫∫ x y dx dy

    def has_differential(self, steps: int) -> bool:
        """Whether `dx` follows further on, from so many tokens ahead."""
        return self._differential_ahead(steps)

    def _differential_ahead(self, steps: int = 0) -> bool:
        depth = 0
        for at in range(self.cursor.at + steps, len(self.cursor.tokens)):
            token = self.cursor.tokens[at]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if depth < 0:
                return False
            if depth == 0 and self._is_differential(at):
                return True
        return False

    def _differential(self, said: Said, stop: Stop) -> None:
        said.letters.append(canonical_name(self.cursor.advance().text[1:]))

    # -- what a letter comes near ----------------------------------------------------------------------------------

    def _approach_begins(self) -> bool:
        cursor = self.cursor
        steps = 1 if cursor.token.kind in ("(", "{", "[") else 0
        letter = cursor.ahead(steps)
        return letter.kind == "name" and (cursor.ahead(steps + 1).kind == "->" or any(cursor.ahead(steps + 1).text == words[0] for words in _NEARING))

    def _approach(self, said: Said, stop: Stop) -> None:
        """`x -> 0+`, `x tends to 0`, also in brackets."""
        cursor = self.cursor
        opened = cursor.token if cursor.token.kind in ("(", "[") else None
        if opened is not None:
            cursor.advance()
        said.letters.append(self._ranges.letter(said))
        if not self._takes_arrow() and not cursor.tolerant:
            raise cursor.fail(f"Here -> is expected, as in “{said.example}”.")
        if said.bodies or opened is not None:
            last = self._side_ahead()
            said.point = cursor.within(lambda: cursor.token is last, self.grammar.sum)
        else:
            said.point = self._short_point()
        if cursor.token.kind in ("+", "-") and (opened is not None or said.bodies or (not cursor.token.spaced and cursor.ahead().spaced)):
            said.side = cursor.advance().kind
        elif (words := next((words for words in _SIDES if cursor.stands(words)), None)) is not None:
            said.side = _SIDES[words]
            cursor.at += len(words)
        if opened is not None:
            cursor.expect(")" if opened.kind == "(" else "]", opened)

    def _takes_arrow(self) -> bool:
        cursor = self.cursor
        if cursor.take("->") or (cursor.take("-") and cursor.take(">")):
            return True
        for words in _NEARING:
            if cursor.stands(words):
                cursor.at += len(words)
                return True
        return False

    def _short_point(self) -> Node:
        """In `lim x->3 E` the number ends where E begins: it is one number or letter, perhaps with a sign or over another."""
        cursor = self.cursor
        stop = cursor.at + (cursor.token.kind in ("-", "+")) + 1
        if cursor.tokens[min(stop, len(cursor.tokens) - 1)].kind == "/":
            stop += 2

        def ended() -> bool:
            return cursor.at >= stop

        return cursor.within(ended, self.grammar.sum)

    def _side_ahead(self) -> Token | None:
        """Where a side ends the phrase: the + of `x -> 0+`, the `from` of `x -> 0 from the right`."""
        cursor, depth = self.cursor, 0
        for k in range(cursor.at, len(cursor.tokens)):
            token = cursor.tokens[k]
            depth += (token.kind in ("(", "[")) - (token.kind in (")", "]"))
            if token.text == "from" and ("from", cursor.tokens[k + 1].text) in _SIDES:
                return token
            if depth < 0 or token.kind in ("end", ",", "?") or (token.kind == "name" and token.text in ("to", "at", "of")):
                before = cursor.tokens[k - 1]
                return before if before.kind in ("+", "-") and k - 1 > cursor.at else None
        return None

    # -- ranges ----------------------------------------------------------------------------------------------------

    def _bounds(self, said: Said, stop: Stop) -> None:
        """`_(n=0)^oo`, `_0^1`, `₀¹`."""
        cursor = self.cursor
        if cursor.token.kind != "sub":
            cursor.advance()
        said.low = self._bound(said)
        if not cursor.take("^") and cursor.token.kind != "super" and not cursor.tolerant:
            raise cursor.fail(f"Here ^ and the upper end are expected, as in “{said.example}”.")
        said.high = self._bound(said)

    def _bound(self, said: Said) -> Node:
        cursor = self.cursor
        if cursor.token.kind in ("super", "sub"):
            token = cursor.advance()
            return Number(token.text, start=token.start, end=token.end)
        opened = cursor.token
        if opened.kind == "-":
            cursor.advance()
            body = self.grammar.atom()
            return Negative(body, start=opened.start, end=body.end)
        if opened.kind != "(":
            return self.grammar.atom()
        cursor.advance()
        if cursor.token.kind == "name" and cursor.ahead().kind == "=":
            said.letters.append(canonical_name(cursor.advance().text))
            cursor.advance()
        node = self.grammar.sum()
        cursor.expect(")", opened)
        return node

    def _range(self, said: Said, stop: Stop) -> None:
        self._ranges.read(said)

    def _interval(self, said: Said, stop: Stop) -> None:
        self._ranges.read(said)
        said.as_interval()

    def _ends(self, said: Said, stop: Stop) -> None:
        self._ranges.read(said)
        said.as_ends()
        self._fill(said)

    def _steps(self, said: Said, stop: Stop) -> None:
        self._ranges.read(said, with_places=True)
        said.as_ends()
        self._fill(said)

    def _fill(self, said: Said) -> None:
        """Gaps for the ends of a range that is still being written."""
        if self.cursor.tolerant and said.letters and said.low is None and not said.points:
            here = self.cursor.token.start
            said.low = said.high = Gap(start=here, end=here)

    def _windows(self, said: Said, stop: Stop) -> None:
        """One range, or two: `for x from a to b, y from c to d`."""
        cursor = self.cursor
        self._ends(said, stop)
        if cursor.token.kind == "," and cursor.ahead().kind == "name" and said.low is not None:
            cursor.advance()
            other = Said(said.name, said.example)
            other.letters.append(self._ranges.letter(said))
            if self._ranges.starts():
                self._ranges.read(other)
                other.as_ends()
            said.letters += other.letters
            said.low_2, said.high_2 = other.low, other.high


_READ: Final[dict[str, Callable[[Places, Said, Stop], None]]] = {
    "body": Places._body, "bodies": Places._bodies, "conditions": Places._conditions, "tight": Places._tight, "expression": Places._expression,
    "letter": Places._letter, "unknowns": Places._unknowns,
    "point": Places._point, "order": Places._order, "differential": Places._differential, "approach": Places._approach,
    "bounds": Places._bounds, "range": Places._range, "interval": Places._interval, "ends": Places._ends, "steps": Places._steps, "windows": Places._windows,
}
