"""Where a condition in one letter holds: the real line is cut at every point where that can change, and each piece is tried exactly."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

import sympy as sp
from flint import arb

from ..exact import balls
from .families import compare, in_order


@dataclass(frozen=True)
class Piece:
    """An interval, a point where both ends are one; infinite ends are open."""

    low: sp.Expr
    high: sp.Expr
    has_low: bool
    has_high: bool


Truth = Callable[[sp.Expr, bool], bool]


def true_pieces(cuts: list[sp.Expr], holds: Truth, low: sp.Expr, high: sp.Expr, has_low: bool, has_high: bool) -> list[Piece]:
    """The pieces of an interval on which `holds` is true; it is asked at every cut (second argument true) and once between two cuts."""
    points = [p for p in in_order(cuts) if compare(p, low) > 0 and compare(p, high) < 0]
    ends = [low, *points, high]
    pieces: list[Piece] = []

    def add(piece: Piece) -> None:
        if pieces and pieces[-1].high == piece.low and (pieces[-1].has_high or piece.has_low):
            last = pieces.pop()
            piece = Piece(last.low, piece.high, last.has_low, piece.has_high)
        pieces.append(piece)

    if has_low and low.is_finite and holds(low, True):
        add(Piece(low, low, True, True))
    for left, right in pairwise(ends):
        if left != right and holds(between(left, right), False):
            add(Piece(left, right, False, False))
        if right != high and holds(right, True):
            add(Piece(right, right, True, True))
    if has_high and high.is_finite and high != low and holds(high, True):
        add(Piece(high, high, True, True))
    return pieces


#: A number above it is not written out to find one between it and another.
_LARGEST: Final = arb(2) ** 400_000


def between(low: sp.Expr, high: sp.Expr) -> sp.Rational:
    """A simple rational strictly between two ends."""
    if low == -sp.oo and high == sp.oo:
        return sp.S.Zero
    if low == -sp.oo:
        return sp.floor(_ends(high)[0]) - 1
    if high == sp.oo:
        return sp.ceiling(_ends(low)[1]) + 1
    a, b = _ends(low)[1], _ends(high)[0]
    scale = 1
    while True:
        candidate = sp.Rational(sp.floor((a + b) / 2 * scale), scale)
        for value in (candidate, candidate + sp.Rational(1, scale)):
            if compare(value, low) > 0 and compare(value, high) < 0:
                return value
        scale *= 2


def _ends(value: sp.Expr) -> tuple[sp.Rational, sp.Rational]:
    """Rational numbers that are certainly not above and not below it; of a rational number itself."""
    if value.is_Rational:
        return value, value
    with balls.precision(128):
        found = balls.ball(value)
        if not isinstance(found, arb) or not abs(found) < _LARGEST:
            raise balls.NoBall
        return _rational(found.lower()), _rational(found.upper())


def _rational(exact: arb) -> sp.Rational:
    """A ball without width."""
    number, exponent = exact.man_exp()
    return sp.Integer(int(number)) * sp.Integer(2) ** int(exponent)


def condition_of(letter: sp.Symbol, pieces: list[Piece], low: sp.Expr = -sp.oo, high: sp.Expr = sp.oo) -> sp.Basic:
    """Pieces as relations with the letter on the left, joined by and, or; true and false where nothing is left to say."""
    if not pieces:
        return sp.false
    if excluded := _all_but_points(pieces, low, high):
        parts = [sp.Ne(letter, p, evaluate=False) for p in excluded]
        return parts[0] if len(parts) == 1 else sp.And(*parts, evaluate=False)
    parts = [_piece_condition(letter, p) for p in pieces]
    return parts[0] if len(parts) == 1 else sp.Or(*parts, evaluate=False)


def _all_but_points(pieces: list[Piece], low: sp.Expr, high: sp.Expr) -> list[sp.Expr]:
    if low != -sp.oo or high != sp.oo or pieces[0].low != low or pieces[-1].high != high:
        return []
    gaps = list(pairwise(pieces))
    return [a.high for a, _ in gaps] if gaps and all(a.high == b.low for a, b in gaps) else []


def _piece_condition(letter: sp.Symbol, piece: Piece) -> sp.Basic:
    if piece.low == piece.high:
        return sp.Eq(letter, piece.low, evaluate=False)
    parts = []
    if piece.low != -sp.oo:
        parts.append((sp.Ge if piece.has_low else sp.Gt)(letter, piece.low, evaluate=False))
    if piece.high != sp.oo:
        parts.append((sp.Le if piece.has_high else sp.Lt)(letter, piece.high, evaluate=False))
    if not parts:
        return sp.true
    return parts[0] if len(parts) == 1 else sp.And(*parts, evaluate=False)
