"""Products and sums that people read in two ways: how each was read is said, and the other reading offered."""

from __future__ import annotations

import re
from dataclasses import replace
from math import gcd
from typing import Final

from ..language.tree import Call, Mixed, Name, Negative, Node, Notice, Number, Postfix, Power
from ..problems import Suggestion
from .cursor import Cursor
from .grammar import INFIX_COUNTS
from .names import KnownNames
from .tokens import Token

#: Multiples of i, j and k, alone or behind a name: those of k may be missing.
_UNIT_VECTORS: Final = re.compile(r"(?:\s*[A-Za-z]\w*\s*=)?\s*(-?\s*[\d.]*)\s*i\s*([+-]\s*[\d.]*)\s*j(?:\s*([+-]\s*[\d.]*)\s*k)?\s*")


def note_slashes(cursor: Cursor, factors: list[Node], operators: list[str]) -> None:
    """`1/2x` is (1/2)x: since many mean 1/(2x), say so and offer it, unless a space sets the factor apart, as in `1/2 x`."""
    for at, sign in enumerate(operators):
        last = _tight_until(factors, operators, at)
        if sign != "/" or last == at:
            continue
        over, under = factors[at - 1], factors[at]
        start, end = factors[0].start, factors[last].end
        head, low, tail = cursor.source[start:over.end], cursor.text_of(under), cursor.source[under.end:end]
        cursor.note(f"Read as ({head}/{low}) {tail}. For {head} over {low}{tail} write {head}/({low}{tail}).", start, end,
                    offers=(Suggestion(f"({low}{tail})", under.start, end),))


def note_exponents(cursor: Cursor, factors: list[Node], operators: list[str]) -> None:
    """`e^2x` is e² x and `8^2/3` is 8²/3: many mean e^(2x) and 8^(2/3)."""
    for at, factor in enumerate(factors):
        if not isinstance(factor, Power) or cursor.source[factor.exponent.start - 1] != "^":
            continue
        last = _tight_until(factors, operators, at)
        if last > at and _goes_on_above(cursor, factor, factors[at + 1]):
            end = factors[last].end
            _note_exponent(cursor, factor, f"({cursor.text_of(factor)}) {cursor.source[factor.end:end]}", end)
        elif at + 1 < len(factors) and operators[at + 1] == "/" and cursor.source[factor.end:factors[at + 1].start] == "/" and _is_root(factor, factors[at + 1]):
            _note_exponent(cursor, factor, f"({cursor.text_of(factor)})/{cursor.text_of(factors[at + 1])}", factors[at + 1].end)


def note_mixed_number(cursor: Cursor, before: Token | None, number: Mixed) -> None:
    """`x^2 1/2` is x to the power 2½ and `2 22/7` is 2 + 22/7: many mean products."""
    is_raised = before is not None and before.kind == "^"
    if not is_raised and int(number.numerator.text) < int(number.denominator.text):
        return
    fraction = f"{number.numerator.text}/{number.denominator.text}"
    cursor.note(f"Read as {'the exponent ' if is_raised else ''}{number.whole.text} + {fraction}.", number.start, number.end,
                offers=(Suggestion(f"{number.whole.text}*{fraction}", number.start, number.end),))


def note_second_factorial(cursor: Cursor, body: Node, sign: Token) -> None:
    """`7!!` is the factorial of 7!: many mean the product of every second number."""
    if sign.kind != "!" or not isinstance(body, Postfix) or body.sign != "!" or body.end != sign.start:
        return
    shown, number = cursor.text_of(body), body.body
    offers: tuple[Suggestion, ...] = ()
    if isinstance(number, Number) and number.text.isdigit() and 2 < int(number.text[:9]) < 10 ** 4:
        n = int(number.text)
        factor, count = ("(2k - 1)", (n + 1) // 2) if n % 2 else ("(2k)", n // 2)
        offers = (Suggestion(f"(product of {factor} for k from 1 to {count})", body.start, sign.end),)
    cursor.note(f"Read as ({shown})!, the factorial of {shown}.", body.start, sign.end, offers=offers)


def note_both_signs(cursor: Cursor, sign: Token) -> None:
    """`2 +- 3` is 2 + (-3): many mean both signs."""
    following = cursor.token
    if sign.kind == "+" and following.kind == "-" and following.start == sign.end:
        cursor.note("Read as + and - behind it.", sign.start, following.end, offers=(Suggestion("±", sign.start, following.end),))


def note_sum_chosen(cursor: Cursor, terms: list[Node]) -> None:
    """`n + 1 choose 2` chooses from 1: many mean from n + 1."""
    last = terms[-1]
    if len(terms) != 2 or not isinstance(last, Call) or last.name not in INFIX_COUNTS.values() or cursor.source[last.start:].startswith(last.name):
        return
    number, below = last.arguments
    word = cursor.source[number.end:below.start].strip()
    whole = cursor.source[terms[0].start:number.end]
    cursor.note(f"Read as {cursor.text_of(terms[0])} and {cursor.text_of(last)}.", terms[0].start, last.end,
                offers=(Suggestion(f"({whole}) {word} {cursor.text_of(below)}", terms[0].start, last.end),))


def offer_share(cursor: Cursor, terms: list[Node], sign: str) -> None:
    """`60 + 25%` is 60.25: since many mean a quarter more, the notice of the sign offers that too."""
    share, notices = terms[-1], cursor.notices
    if not isinstance(share, Postfix) or share.sign != "%" or not notices or notices[-1].end != share.end:
        return
    before = cursor.source[terms[0].start:terms[-2].end]
    if before == "1":
        return  # it is a factor already
    whole = f"({before})" if len(terms) > 2 else before
    notices[-1] = replace(notices[-1], offers=(Suggestion(f"{whole}*(1 {sign} {cursor.text_of(share)})", terms[0].start, share.end),))


def note_unit_vectors(source: str, names: KnownNames) -> Notice | None:
    """`3i + 4j` is worked out with i as the imaginary unit; many mean the vector [3, 4]."""
    found = _UNIT_VECTORS.fullmatch(source)
    if found is None or any(names.has_meaning(letter) for letter in "ijk"):
        return None
    parts = [re.sub(r"\s", "", part) for part in found.groups() if part is not None]
    numbers = [f"{part.removeprefix('+')}1" if part in ("", "+", "-") else part.removeprefix("+") for part in parts]
    return Notice("Read with i as the imaginary unit.", found.start(1), len(source),
                  offers=(Suggestion(f"[{', '.join(numbers)}]", found.start(1), len(source.rstrip())),))


def _tight_until(factors: list[Node], operators: list[str], at: int) -> int:
    """The last of the factors that stand behind one with neither a sign nor a space between them."""
    while at + 1 < len(factors) and operators[at + 1] == "" and factors[at].end == factors[at + 1].start:
        at += 1
    return at


def _note_exponent(cursor: Cursor, power: Power, shown: str, end: int) -> None:
    exponent = cursor.source[power.exponent.start:end]
    cursor.note(f"Read as {shown}. For the power {exponent} write {cursor.text_of(power.base)}^({exponent}).", power.start, end,
                offers=(Suggestion(f"({exponent})", power.exponent.start, end),))


def _goes_on_above(cursor: Cursor, power: Power, following: Node) -> bool:
    """Whether what follows a power may be meant to stand in its exponent: a letter behind a number, of e also a letter or a bracket."""
    exponent = power.exponent.body if isinstance(power.exponent, Negative) else power.exponent
    is_natural = power.base == Name("e")
    opens = cursor.source[following.start] == "("
    if isinstance(exponent, Number):
        return is_natural or (isinstance(power.base, Number) and not opens)
    return is_natural and isinstance(exponent, Name) and not opens


def _is_root(power: Power, under: Node) -> bool:
    """Whether n/k may be meant as the exponent in `b^n/k`: n is 1, or b has a root of that kind."""
    exponent = power.exponent.body if isinstance(power.exponent, Negative) else power.exponent
    if not (isinstance(exponent, Number) and exponent.text.isdigit() and isinstance(under, Number) and under.text.isdigit()):
        return False
    over, below = int(exponent.text[:9]), int(under.text[:9])
    if over == 1:
        return True
    if not (isinstance(power.base, Number) and power.base.text.isdigit() and 2 <= below <= 5 and gcd(over, below) == 1 and len(power.base.text) < 9):
        return False
    base = int(power.base.text)
    return base > 1 and round(base ** (1 / below)) ** below == base
