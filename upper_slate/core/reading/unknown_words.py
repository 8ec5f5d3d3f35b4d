"""Words without a meaning: which are never the product of their letters, and what was most likely meant."""

from __future__ import annotations

from difflib import get_close_matches
from itertools import pairwise

from ..language.units import NAMED
from ..language.words import CALLS, CONSTANTS, FUNCTIONS, NEVER_LETTERS, REQUESTS, SMALL_WORDS, function_named
from ..problems import LineError, Suggestion
from .cursor import Cursor
from .glued import unglued
from .tokens import Token, canonical_name

#: Every word of a request and of the small words of the language.
VOCABULARY = frozenset(word for entry in REQUESTS.values() for form in ((entry.form,) if entry.form else ()) + entry.said
                       for part in form.flat() if hasattr(part, "spellings") for spelling in part.spellings for word in spelling if len(word) > 1)


class Words:
    """What a run of letters without a meaning may be, on one line."""

    def __init__(self, cursor: Cursor) -> None:
        self.cursor = cursor

    def is_word(self, token: Token) -> bool:
        """Whether a run is a word that people know, not letters side by side."""
        lowered = token.text.lower()
        if len(lowered) < 2 or self._all_mean_something(token.text):
            return False
        return lowered in NEVER_LETTERS or self._built_in(token.text) is not None

    def is_product(self, token: Token) -> bool:
        """Whether each of its letters stands alone elsewhere in the line, or has a value on the page."""
        letters = set(token.text)
        alone = {t.text for t in self.cursor.tokens if t.kind == "name" and len(t.text) == 1}
        names = self.cursor.names
        return token.text.isalpha() and len(token.text) <= 6 and all(c in alone or c in names.values or c in names.bound for c in letters)

    def _all_mean_something(self, run: str) -> bool:
        return all(self.cursor.names.has_meaning(c) for c in run)

    def refuse_call(self, token: Token) -> None:
        """Raises for a call in other words than those of the language: `pow(2, 3)`, `C(10, 3)`. Errors: unknown-name."""
        first = None if self.cursor.tolerant else self._call_here(self.cursor.at)
        if first is None:
            return
        told, end = first
        written, at = told, self.cursor.at + 1
        while at < len(self.cursor.tokens) - 1:  # the offer mends the other calls too
            other = self._call_here(at) if self.cursor.tokens[at].start >= end else None
            if other is not None:
                written, end = f"{written}{self.cursor.source[end:self.cursor.tokens[at].start]}{other[0]}", other[1]
            at += 1
        raise LineError("unknown-name", f"{token.text}(…) is written {told} here.", token.start, first[1], Suggestion(written, token.start, end))

    def _call_here(self, at: int) -> tuple[str, int] | None:
        """What the call at a token is written as here, and where it ends; None for any other."""
        token, names = self.cursor.tokens[at], self.cursor.names
        template = CALLS.get(token.text if len(token.text) == 1 else token.text.lower()) if token.kind == "name" else None
        if template is None or self.cursor.tokens[at + 1].kind != "(" or names.has_meaning(token.text):
            return None
        found = self._arguments(at + 1)
        if found is None or len(found[0]) != template.count("{"):
            return None
        return template.format(*(a if a.isalnum() or template.endswith(")") else f"({a})" for a in found[0])), found[1]

    def _arguments(self, at: int) -> tuple[list[str], int] | None:
        """The texts between the brackets that open at a token, and where they close."""
        tokens, depth, start, texts = self.cursor.tokens, 0, 0, list[str]()
        for token in tokens[at:]:
            if token.kind in ("(", "["):
                depth += 1
                start = token.end if depth == 1 else start
            elif token.kind in (")", "]") or (token.kind == "," and depth == 1):
                if depth == 1:
                    texts.append(self.cursor.source[start:token.start].strip())
                    start = token.end
                depth -= token.kind != ","
                if depth == 0:
                    return texts, token.end
        return None

    def refuse(self, token: Token) -> None:
        """Raises for a run that must not be read as letters. Errors: unknown-name."""
        cursor = self.cursor
        self.refuse_call(token)
        called = cursor.ahead().kind == "(" and not cursor.ahead().spaced
        if self.is_word(token):
            raise self.other_word(token)
        if not called or not token.text.isalpha():
            return
        functions = [c for c in token.text if cursor.names.is_page_function(c)]
        if len(functions) == len(token.text) == 2:
            raise self.two_functions(functions[0], functions[1], token.start, token.end)
        if not self.is_product(token):
            raise self.unknown(token)

    def two_functions(self, outer: str, inner: str, start: int, end: int) -> LineError:
        """`fg(2)`: the function of a function, or a product?"""
        cursor = self.cursor
        opened = next((k for k, t in enumerate(cursor.tokens) if t.start >= end and t.kind == "("), None)
        message = f"Say whether {outer} of {inner}, or the product of both, is meant."
        if opened is None:
            return LineError("wrong-arguments", message, start, end)
        depth, last = 0, cursor.tokens[-1]
        for token in cursor.tokens[opened:]:
            depth += (token.kind == "(") - (token.kind == ")")
            if depth == 0:
                last = token
                break
        given = cursor.source[cursor.tokens[opened].start:last.end]
        return LineError("wrong-arguments", message, start, last.end,
                         (Suggestion(f"{outer}({inner}{given})", start, last.end), Suggestion(f"{outer}{given} {inner}{given}", start, last.end)))

    def composed(self, token: Token) -> list[Token] | None:
        """`fog(2)`: the tokens of f ∘ g in brackets, where f and g are functions here."""
        run, names = token.text, self.cursor.names
        if not (len(run) == 3 and run[1] == "o" and names.is_function(run[0]) and names.is_function(run[2])):
            return None
        first, last = (Token("name", run[k], token.start + k, token.start + k + 1, token.spaced and k == 0) for k in (0, 2))
        sign = Token("@", "o", token.start + 1, token.start + 2)
        bracket = (Token("(", "(", token.start, token.start, token.spaced), Token(")", ")", token.end, token.end))
        return [bracket[0], first, sign, last, bracket[1]]

    def other_word(self, token: Token) -> LineError:
        """The error for a word that is written otherwise here."""
        run = token.text
        known = self._built_in(run)
        meant = (known,) if known else NEVER_LETTERS.get(run.lower(), ())
        if run.lower() == "of" and self.cursor.at:
            return LineError("unknown-name", "“of” has no meaning here; a part of something is a product.", token.start, token.end,
                             Suggestion("*", token.start, token.end))
        if run.lower() in ("where", "when", "given", "with") and self.cursor.ahead(2).kind == "=":
            return LineError("unknown-name", "A value is put in with “at”, as in x^2 at x = 3.", token.start, token.end, Suggestion("at", token.start, token.end))
        end = self.cursor.ahead().end if run.lower() == "divided" and self.cursor.ahead().text == "by" else token.end
        offers = tuple(Suggestion(text, token.start, end) for text in meant)
        if not offers and self.cursor.at == 0 and self.cursor.ahead().kind not in ("end", "("):
            offers = (Suggestion("", token.start, self.cursor.ahead().start),)
        hint = f" Did you mean {meant[0]}?" if meant else ""
        return LineError("unknown-name", f"Nothing above this line is called {run}.{hint}", token.start, token.end, offers)

    @staticmethod
    def _built_in(run: str) -> str | None:
        """The built-in name that this is in other capitals."""
        lowered = run.lower()
        if run == lowered or len(run) < 2:
            return None
        return lowered if function_named(lowered) or lowered in CONSTANTS else None

    def unknown(self, token: Token) -> LineError:
        """The error for a run that means nothing, with the name that is nearest."""
        run, names = token.text, self.cursor.names
        before = self.cursor.tokens[self.cursor.at - 1] if self.cursor.at else None
        if before and before.kind == "number" and run in NAMED and not names.units:
            return LineError("unknown-name", f"{run} is the name of a unit, and this worksheet is without units.", token.start, token.end,
                             Suggestion("", token.start, token.start, with_units=True))
        apart = None if run.lower() in VOCABULARY else names.spaced(run) or unglued(run, names)
        if not apart and before and before.kind == "number" and before.end == token.start and ("_" in run or any(c.isdigit() for c in run) or len(run) > 3):
            return LineError("unknown-name", f"{before.text}{run}: a name cannot begin with a digit.", before.start, token.end)
        meant = apart or names.nearest(run) or self._nearest_word(run)
        if not meant:
            return LineError("unknown-name", f"Nothing above this line is called {run}.", token.start, token.end)
        if not apart:
            return LineError("unknown-name", f"Nothing above this line is called {run}. Did you mean {meant}?", token.start, token.end,
                             Suggestion(meant, token.start, token.end))
        offers = [self._rest_apart(token, inside) for inside in (True, False)]
        shown = offers[0].text if offers[0].text.count("(") == 1 else apart
        return LineError("unknown-name", f"Nothing above this line is called {run}. Did you mean {shown}?", token.start, token.end, tuple(dict.fromkeys(offers)))

    def _rest_apart(self, first: Token, raises_inside: bool) -> Suggestion:
        """The line from a run on, with each run of a function and letters written apart: an offer mends all of them."""
        cursor, written, at = self.cursor, "", first.start
        for k, token in enumerate(cursor.tokens):
            if token.start < at or token.kind != "name" or cursor.names.is_known(token.text):
                continue
            apart = cursor.names.spaced(token.text) or unglued(token.text, cursor.names)
            if apart is None:
                continue
            end = token.end
            exponent = self._exponent_end(k) if raises_inside and apart.endswith(")") else None
            if exponent is not None:
                apart, end = f"{apart[:-1]}{cursor.source[token.end:exponent]})", exponent
            written, at = f"{written}{cursor.source[at:token.start]}{apart}", end
        return Suggestion(written, first.start, at)

    def _exponent_end(self, at: int) -> int | None:
        """Where an exponent of one number or letter ends that stands at a token: `cosx^2` is the cosine of x², as `cos x^2` is, or the square of the cosine."""
        token, sign, exponent = (*self.cursor.tokens[at:at + 3], *[self.cursor.tokens[-1]] * 2)[:3]
        if sign.start != token.end:
            return None
        return sign.end if sign.kind == "super" else exponent.end if sign.kind == "^" and exponent.kind in ("number", "name") else None

    @staticmethod
    def _nearest_word(run: str) -> str | None:
        """A word of a request, or of everyday mathematics, that is one slip away."""
        lowered = run.lower()
        if NEVER_LETTERS.get(lowered):
            return NEVER_LETTERS[lowered][0]
        found = get_close_matches(lowered, [word for word in (*VOCABULARY, *FUNCTIONS) if len(word) > 3], n=1, cutoff=0.8)
        return found[0] if found and found[0] != run else None

    def reads_like_a_sentence(self) -> bool:
        """Whether three words or more mean nothing, one of them of four letters or more."""
        tokens = self.cursor.tokens
        words = [t.text for t in tokens if t.kind == "name" and len(t.text) > 1]
        stand_together = any(one.kind == other.kind == "name" and len(one.text) > 1 < len(other.text) for one, other in pairwise(tokens))
        if len(words) < 3 or not stand_together:  # `speed = distance/time` is a formula
            return False
        words = [word for word in words if self._means_nothing(word)]
        return len(words) >= 3 and any(len(word) >= 4 for word in words)

    def _means_nothing(self, run: str) -> bool:
        names, lowered = self.cursor.names, run.lower()
        if not run.isalpha() or len(run) < 2 or names.is_known(canonical_name(run)) or names.is_letter(run):
            return False
        return lowered not in VOCABULARY and lowered not in SMALL_WORDS and not function_named(lowered) and not (len(run) <= 3 and self.is_product_of_letters(run))

    def is_product_of_letters(self, run: str) -> bool:
        """Whether a short run is more likely letters side by side than a word: none of a, e, i, o, u in it, or letters that stand elsewhere."""
        return run.lower() not in NEVER_LETTERS and (not set(run.lower()) & set("aeiou") or self._all_mean_something(run))
