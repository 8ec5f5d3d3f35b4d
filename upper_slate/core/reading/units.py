"""Reads the unit behind a number or a closing bracket, where the page has units: `10 m/s^2`, `3 kW h`, `5 J/(kg K)`."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from ..language.tree import Node, Notice, Number, Product, Quantity
from ..language.units import COMMON, Factors, unit_named
from ..problems import LineError, Suggestion
from .cursor import Cursor
from .names import KnownNames
from .tokens import Token

#: Words of the language that spell a unit too.
_WORDS: Final = frozenset({"as", "at", "am", "min", "in"})


def with_unit(cursor: Cursor, node: Node) -> Node:
    """The operand that was read, with the unit that stands behind it."""
    if not cursor.names.units or any(stop() for stop in cursor.stops):
        return node
    before = cursor.tokens[cursor.at - 1]
    if before.kind not in ("number", ")", "fraction", "super") or isinstance(node, Quantity):
        return node
    factors = unit_at(cursor, is_behind_number=before.kind in ("number", "fraction"))
    return node if factors is None else Quantity(node, factors, start=node.start, end=cursor.last_end)


def unit_at(cursor: Cursor, is_behind_number: bool = False) -> Factors | None:
    """The unit that stands here, as far as it goes; None where there is none, and nothing is read then."""
    first = _symbol(cursor, is_first=is_behind_number)
    if first is None:
        return None
    found: dict[str, int] = {first: _power(cursor)}
    while True:
        mark, sign = cursor.mark(), 1
        if cursor.token.kind == "/":
            cursor.advance()
            sign = -1
            if cursor.token.kind == "(" and (group := _group(cursor)) is not None:
                for symbol, power in group:
                    found[symbol] = found.get(symbol, 0) - power
                continue
        following = _symbol(cursor)
        if following is None:
            cursor.back_to(mark)
            return tuple((symbol, power) for symbol, power in found.items() if power)
        found[following] = found.get(following, 0) + sign * _power(cursor)


def _group(cursor: Cursor) -> Factors | None:
    mark = cursor.mark()
    cursor.advance()
    inner = unit_at(cursor)
    if inner is None or not cursor.take(")"):
        cursor.back_to(mark)
        return None
    return inner


def _symbol(cursor: Cursor, is_first: bool = False) -> str | None:
    """The symbol that stands here. A name of the page, and a letter that is bound, is no unit; `in` is the inch directly behind a number only."""
    token = cursor.token
    text, steps = token.text, 1
    if token.kind == "°" and cursor.ahead().text in ("C", "F") and not cursor.ahead().spaced:
        text, steps = f"°{cursor.ahead().text}", 2
    elif token.text in ("mu", "Omega") and cursor.source[token.start] in "µμΩ":
        following = cursor.ahead()
        joined = token.text == "mu" and following.kind == "name" and not following.spaced
        text, steps = (f"µ{following.text}", 2) if joined else ("Ω", 1)
    elif token.kind != "name" or _is_value(cursor, token):
        return None
    if text in _WORDS and not ((text == "min" or (text == "in" and is_first)) and cursor.ahead().kind not in ("(", "[")):
        return None
    symbol = unit_named(text)
    if symbol is not None:
        cursor.at += steps
    return symbol


def _is_value(cursor: Cursor, token: Token) -> bool:
    """Whether the page or the line gives the word a meaning that it can have behind a number; a function without brackets has none."""
    names, text = cursor.names, token.text
    if text in names.bound or text in names.values:
        if unit_named(text) is not None and text not in names.bound:
            cursor.note(f"{text} is the {text} of this page here, not the unit.", token.start, token.end)
        return True
    return names.is_page_function(text) and cursor.ahead().kind == "("


def _power(cursor: Cursor) -> int:
    """The power behind a symbol; 1 where there is none."""
    if cursor.token.kind == "super":
        return int(cursor.advance().text)
    if cursor.token.kind != "^":
        return 1
    mark = cursor.mark()
    cursor.advance()
    opened = cursor.take("(")
    sign = -1 if cursor.take("-") else 1
    if cursor.token.kind == "number" and cursor.token.text.isdigit() and len(cursor.token.text) < 3:
        power = sign * int(cursor.advance().text)
        if not opened or cursor.take(")"):
            return power
    cursor.back_to(mark)
    return 1


def ending_unit(tokens: list[Token], source: str, names: KnownNames) -> tuple[int, Factors] | None:
    """The place of the `in` with which a line ends, and the unit behind it."""
    for at in range(len(tokens) - 2, 0, -1):
        if tokens[at].kind == "name" and tokens[at].text == "in":
            cursor = Cursor(source, tokens, names)
            cursor.at = at + 1
            factors = unit_at(cursor)
            return (at, factors) if factors is not None and cursor.token.kind == "end" else None
    return None


def halved(cursor: Cursor, factors: list[Node], operators: list[str]) -> None:
    """`1/2 m` is half a metre, and said to be."""
    if len(factors) != 2 or operators[1] != "/" or not isinstance(factors[0], Number) or not isinstance(factors[1], Quantity) or not isinstance(factors[1].value, Number):
        return
    over, under = factors[0], factors[1]
    text, unit = cursor.source[over.start:under.value.end], cursor.source[under.value.end:under.end].strip()
    fraction = Product((over, under.value), ("", "/"), start=over.start, end=under.value.end)
    cursor.note(f"{text} {unit} is read as the fraction with its unit, ({text}) {unit}.", over.start, under.end,
                offers=(Suggestion(f"{cursor.text_of(over)}/({cursor.source[under.start:under.end]})", over.start, under.end),))
    factors[:], operators[:] = [Quantity(fraction, under.unit, start=over.start, end=under.end)], [""]


def letters_for_units(tokens: list[Token], names: KnownNames) -> Notice | None:
    """Where units are off, a symbol such as kg directly behind a number is read as letters."""
    for before, token in pairwise(tokens):
        if before.kind == "number" and token.kind == "name" and token.text in COMMON and not names.has_meaning(token.text):
            letters = " and ".join(token.text) if token.text.isascii() and len(token.text) < 4 else "letters"
            told = f"{token.text} is read as the letters {letters}, since this worksheet is without units."
            return Notice(told, token.start, token.end, offers=(_turned_on(token),))
    return None


def _turned_on(token: Token) -> Suggestion:
    return Suggestion("", token.start, token.start, with_units=True)


def refuse_conversion(cursor: Cursor) -> None:
    """`90 km/h in m/s` where units are off."""
    token, following = cursor.token, cursor.ahead()
    if token.kind == "name" and token.text == "in" and not cursor.names.units and following.kind == "name" and unit_named(following.text):
        raise LineError("syntax", "A unit to convert to stands behind “in” where the worksheet has units.", token.start, following.end, _turned_on(token))
