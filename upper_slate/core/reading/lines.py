"""Reads a whole line: which kind it is, what it defines, and its tree (section 1 of the language)."""

from __future__ import annotations

from ..language.tree import Line, Name, Node, Relation, Request, ToDigits
from ..language.words import RESERVED_WORDS, function_named
from ..problems import LineError, Suggestion
from .names import KnownNames
from .reader import Reader
from .tokens import Token, canonical_name, tokenize

_STEP_SIGNS = ("=", "<=>", "=>")


def read_line(source: str, names: KnownNames, tolerant: bool = False) -> Line:
    """The line as a tree. Errors: syntax, unknown-name, reserved-name, wrong-arguments, each with its place."""
    try:
        tokens = tokenize(source)
    except LineError:
        if not tolerant:
            raise
        return Line("error", source)
    return _LineReader(source, tokens, names, tolerant).read()


class _LineReader:
    def __init__(self, source: str, tokens: list[Token], names: KnownNames, tolerant: bool) -> None:
        self.source, self.tokens, self.names, self.tolerant = source, tokens, names, tolerant

    def read(self) -> Line:
        first = self.tokens[0]
        if first.kind == "end":
            return Line("empty", self.source)
        if first.kind in _STEP_SIGNS:
            return self._step()
        if first.kind == "name" and self.tokens[1].kind == "name":
            if first.text == "assume" and first.text not in self.names.values:
                return self._assumption()
            if first.text == "free" and first.text not in self.names.values:
                return self._release()
        if not self._is_question():
            if head := self._definition_head():
                return self._definition(*head)
        return self._expression()

    def _reader(self, names: KnownNames | None = None, start: int = 0) -> Reader:
        reader = Reader(self.source, self.tokens, names or self.names, self.tolerant)
        reader.cursor.at = start
        return reader

    def _finish(self, reader: Reader) -> None:
        token = reader.cursor.token
        if token.kind == "end" or self.tolerant:
            return
        if token.kind in (")", "]"):
            raise LineError("syntax", f"This {token.text} closes a bracket that was never opened.", token.start, token.end,
                            Suggestion("", token.start, token.end))
        if token.kind == ",":
            raise LineError("syntax", "A comma separates the items of a list or the arguments of a function; it has no place here.",
                            token.start, token.end)
        if token.kind == "name" and token.text == "to":
            raise LineError("syntax", "“to” stands at the end of a line, as in sqrt(3) to 3 dp.", token.start, token.end)
        raise LineError("syntax", f"The line could not be read from {token.text} on: a sign such as + was expected.", token.start, token.end)

    # -- definitions -----------------------------------------------------------------------------------------------

    def _definition_head(self) -> tuple[Token, tuple[Token, ...], int] | None:
        """Name, letters and the position after `=`, where the line begins `name =` or `name(letters) =`."""
        tokens = self.tokens
        if tokens[0].kind != "name" or tokens[0].text in ("cell", "above"):
            return None
        if tokens[1].kind == "=":
            return tokens[0], (), 2
        if tokens[1].kind != "(":
            return None
        at, letters = 2, []
        while tokens[at].kind == "name":
            letters.append(tokens[at])
            at += 1
            if tokens[at].kind == ")":
                return (tokens[0], tuple(letters), at + 2) if tokens[at + 1].kind == "=" else None
            if tokens[at].kind != ",":
                return None
            at += 1
        return None

    def _definition(self, name_token: Token, letter_tokens: tuple[Token, ...], start: int) -> Line:
        name = canonical_name(name_token.text)
        self._check_name(name_token)
        letters = tuple(canonical_name(t.text) for t in letter_tokens)
        for token, letter in zip(letter_tokens, letters, strict=True):
            if letter in RESERVED_WORDS and letter != "i":
                raise _reserved(token, letter)
            if letters.count(letter) > 1:
                raise LineError("syntax", f"The letter {letter} stands twice in the brackets of {name}.", token.start, token.end)
        names = self.names.binding(*letters) if letters else self.names
        reader = self._reader(names, start)
        if reader.cursor.token.kind == "end" and not self.tolerant:
            sign = self.tokens[start - 1]
            raise LineError("syntax", f"After = the meaning of {name} is missing.", sign.start, sign.end)
        body = self._top(reader)
        if isinstance(body, Relation) and not self.tolerant:
            raise LineError("syntax", "A definition has one =. For an equation write it without a name, or with ? behind it.", body.start, body.end)
        self._finish(reader)
        kind = "function" if letters else "definition"
        return Line(kind, self.source, body, name, name_token.start, self.tokens[start - 2].end, letters, notices=tuple(reader.cursor.notices))

    def _check_name(self, token: Token) -> None:
        name = canonical_name(token.text)
        if not self.tolerant and (name in RESERVED_WORDS or function_named(name)):
            raise _reserved(token, name)

    # -- other kinds -----------------------------------------------------------------------------------------------

    def _top(self, reader: Reader) -> Node:
        node = reader.request()
        if node is None:
            return reader.top()
        if reader.cursor.token.kind != "end":
            node = self._go_on_after_request(reader, node)
        return node

    def _go_on_after_request(self, reader: Reader, node: Node) -> Node:
        if reader.cursor.is_word("to"):
            reader.cursor.advance()
            return reader.digits(node)
        return node

    def _expression(self) -> Line:
        question = self._is_question()
        if question:
            mark = self.tokens[-2]
            self.tokens = [*self.tokens[:-2], Token("end", "", mark.start, mark.start)]
        reader = self._reader()
        body = self._top(reader) if not question else reader.condition()
        self._finish(reader)
        bare = body.body if isinstance(body, ToDigits) else body
        kind = "expression"
        if question:
            if not isinstance(bare, Relation) and not self.tolerant:
                raise LineError("syntax", "A question asks about a relation, as in sqrt(147) = 7 sqrt(3) ?", body.start, body.end)
            kind = "question"
        elif isinstance(bare, Request):
            kind = "request"
        elif isinstance(bare, Relation) or type(bare).__name__ == "Logic":
            kind = "equation"
        return Line(kind, self.source, body, notices=tuple(reader.cursor.notices))

    def _is_question(self) -> bool:
        return len(self.tokens) > 2 and self.tokens[-2].kind == "?"

    def _step(self) -> Line:
        sign = self.tokens[0]
        reader = self._reader(start=1)
        if reader.cursor.token.kind == "end" and not self.tolerant:
            raise LineError("syntax", f"After {sign.text} the next step of the working is missing.", sign.start, sign.end)
        body = reader.condition() if sign.kind != "=" else reader.top()
        self._finish(reader)
        return Line("step", self.source, body, sign=sign.kind, notices=tuple(reader.cursor.notices))

    def _assumption(self) -> Line:
        """`assume x > 0`, `assume a > 0, b > 0`, `assume n integer`."""
        reader = self._reader(start=1)
        found: list[Node] = []
        letters: list[str] = []
        while True:
            token, following = reader.cursor.token, reader.cursor.ahead()
            if token.kind == "name" and following.kind == "name" and following.text in ("integer", "real", "positive", "negative", "whole"):
                reader.cursor.at += 2
                letters.append(canonical_name(token.text))
                found.append(Name(following.text, start=following.start, end=following.end))
            else:
                node = reader.relation()
                letter = _letter_of(node)
                if letter is None and not self.tolerant:
                    raise LineError("syntax", "An assumption is about one letter, as in assume x > 0 or assume n integer.", token.start, reader.cursor.last_end)
                letters.append(letter or "x")
                found.append(node)
            if not reader.cursor.take(","):
                break
        self._finish(reader)
        return Line("assumption", self.source, letters=tuple(letters), assumptions=tuple(found))

    def _release(self) -> Line:
        letters = []
        reader = self._reader(start=1)
        while reader.cursor.token.kind == "name":
            letters.append(canonical_name(reader.cursor.advance().text))
            if not reader.cursor.take(","):
                break
        self._finish(reader)
        return Line("release", self.source, letters=tuple(letters))


def _letter_of(node: Node) -> str | None:
    """The one letter that a relation is about."""
    if not isinstance(node, Relation):
        return None
    letters = [side.name for side in node.sides if isinstance(side, Name) and side.name not in ("pi", "e", "oo", "phi", "i")]
    return letters[0] if len(letters) == 1 else None


def _reserved(token: Token, name: str) -> LineError:
    if entry := function_named(name):
        what = f"{name} is the built-in function {entry.meaning}"
    elif name in ("pi", "e", "i", "oo", "infinity", "phi"):
        what = f"{name} is a number of its own"
    else:
        what = f"{name} is a word of the language"
    near = f"{name}_1"
    hint = f" For an equation write its sides the other way round, as in 3 = {name}(x)." if function_named(name) else ""
    return LineError("reserved-name", f"{what} and cannot be given another meaning; {near} is free.{hint}", token.start, token.end,
                     Suggestion(near, token.start, token.end))
