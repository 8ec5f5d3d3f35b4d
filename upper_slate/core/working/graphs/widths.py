"""The width of a graph for which none is given: chosen by what is there, so that zeros, turning points, poles and meetings are in sight.

What is looked at are signs of value, slope and bend at many places, near 0 closely and far away coarsely. Nothing is stated from it:
a window may miss something, and what is listed on a graph is found by proofs of its own.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from typing import Final

import sympy as sp
from flint import arb

from ..binding.bodies import Body, gap_between
from ..exact.balls import NoBall
from ..ground.values import Point, Window
from .axes import TURNING
from .bounds import Enclosure, enclosed
from .windows import Drawer

Ends = tuple[sp.Expr, sp.Expr]

#: Places that are looked at reach so far to each side, and there are so many of them; they lie closest about 0.
_FARTHEST: Final = 1000.0
_PLACES: Final = 280
_BENT: Final = 8.3
#: Of more marks than this those nearest to 0 are shown.
_MOST: Final = 14
#: About a single mark, or about nothing, so much to each side.
_ALONE: Final = 4.0
#: Heights are shown up to so many times that of three quarters of the places.
_STEEP: Final = 2.0
#: Beyond the last bend a curve comes to rest, or begins to: it is shown for so much of the width of all marks.
_TAIL: Final = 1.2
#: The side of the square in which an equation is looked for, first to last.
_SQUARES: Final = (10.0, 100.0, 1000.0)


@dataclass(frozen=True)
class Chosen:
    """The ends of the width; bottom and top where what is to be seen asks for them; whether the curves have poles, which reach beyond any window.

    `levels` are heights to which curves seem to settle far away: their asymptotes are to be in sight.
    """

    ends: Ends
    upright: tuple[float, float] | None = None
    has_poles: bool = False
    levels: tuple[float, ...] = ()


@dataclass(frozen=True)
class _Mark:
    """Something to be seen at a place: zero, turning, bending, pole, meeting or edge (of the places with a value); at a height, where it has one."""

    kind: str
    at: float
    height: float | None = None


@dataclass(frozen=True)
class _Seen:
    """What is seen at a place: signs of value, slope and bend; nothing where there is no value."""

    at: float
    value: float | None
    signs: tuple[int, int, int] = (0, 0, 0)


def window_of_curves(curves: Sequence[Body]) -> Chosen:
    """The window for curves that are functions of a letter."""
    enclosures = [enclosed(curve) for curve in curves]
    turn = _longest_turn(curves)
    if turn is not None and all(curve.expr.has(*TURNING) for curve in curves):
        return Chosen((-turn, turn), has_poles=any(curve.expr.has(sp.tan, sp.cot, sp.sec, sp.csc) for curve in curves))
    marks = [mark for enclosure in enclosures for mark in _marks(enclosure)]
    met = [_Mark("meeting", m.at, enclosures[k].number(m.at)) for k, other in _pairs(len(curves))
           for m in _marks(enclosed(gap_between(curves[k], curves[other]))) if m.kind == "zero"]
    if turn is not None:
        within = [m for m in (*marks, *met) if abs(m.at) <= float(turn)]
        return Chosen((-turn, turn), _heights(within, enclosures, (-turn, turn)), any(m.kind == "pole" for m in within))
    if met:
        low, high = min(m.at for m in met), max(m.at for m in met)
        room = max(high - low, 4.5)
        marks = met + [m for m in marks if low - room <= m.at <= high + room]
    marks = sorted(sorted(marks, key=lambda m: abs(m.at))[:_MOST], key=lambda m: m.at)
    ends = _rounded(*_around(marks, enclosures))
    return Chosen(ends, _heights(marks, enclosures, ends), any(m.kind == "pole" for m in marks), tuple(_levels(enclosures, ends)))


def window_of_equations(drawers: Sequence[Drawer]) -> Chosen:
    """The window for equations: around them where they are closed, else about 0; of equal scales."""
    for half in _SQUARES:
        square: Window = (-half, half, -half, half)
        places = [place for draw in drawers for piece in draw(square) for place in piece]
        if not places:
            continue
        if max(max(abs(x), abs(y)) for x, y in places) > 0.97 * half:
            break
        return _square_around(places)
    usual = _rounded(-_ALONE - 1, _ALONE + 1)
    return Chosen(usual, (float(usual[0]), float(usual[1])))


def _square_around(places: Sequence[Point]) -> Chosen:
    xs, ys = [x for x, _ in places], [y for _, y in places]
    half = 0.65 * max(max(xs) - min(xs), max(ys) - min(ys), 1e-6)
    middles = (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
    across, up = (_rounded(middle - half, middle + half) for middle in middles)
    return Chosen(across, (float(up[0]), float(up[1])))


# -- one turn of what is periodic --------------------------------------------------------------------------------------


def _longest_turn(curves: Sequence[Body]) -> sp.Expr | None:
    """The longest period among sines, cosines and tangents of a multiple of the letter; None where there are none."""
    turns: list[sp.Expr] = []
    for curve in curves:
        for function in curve.expr.atoms(*TURNING):
            factor = sp.diff(function.args[0], curve.letter)
            if factor != 0 and not factor.free_symbols:
                turns.append(sp.Abs(2 * sp.pi / factor))
    return max(turns, key=lambda turn: float(turn)) if turns else None


# -- marks -------------------------------------------------------------------------------------------------------------


def _places() -> list[float]:
    """Odd in number of halves, so that none is 0 or another round number."""
    steps = [(k + 0.5) / _PLACES * 2 - 1 for k in range(_PLACES)]
    return [_FARTHEST * math.sinh(_BENT * t) / math.sinh(_BENT) * 1.000123 for t in steps]


def _look(curve: Enclosure, at: float) -> _Seen:
    try:
        found = curve.bounds(arb(at))
    except NoBall:
        value = curve.number(at)
        return _Seen(at, value, (0 if value is None else (value > 0) - (value < 0), 0, 0))
    return _Seen(at, float(found.value.mid()), (_sign(found.value), _sign(found.slope), _sign(found.bend)))


def _sign(ball: arb) -> int:
    return 1 if ball > 0 else -1 if ball < 0 else 0


def _marks(curve: Enclosure) -> list[_Mark]:
    """What changes between neighbouring places, each found more closely by halving."""
    seen = [_look(curve, at) for at in _places()]
    found: list[_Mark] = []
    changes = sorted(pairwise(seen), key=lambda pair: abs(pair[0].at))  # the nearest to 0 first
    for before, after in changes:
        if len(found) > 2 * _MOST:
            break
        if (before.value is None) != (after.value is None):
            found.append(_Mark("edge", _halved(curve, before, after, lambda s: s.value is not None)))
            continue
        if before.value is None or after.value is None:
            continue
        if before.signs[0] * after.signs[0] < 0:
            at = _halved(curve, before, after, lambda s: s.signs[0])
            found.append(_Mark("pole", at) if _grows(curve, at, before, after) else _Mark("zero", at, 0.0))
        elif before.signs[1] * after.signs[1] < 0:
            at = _halved(curve, before, after, lambda s: s.signs[1])
            found.append(_Mark("pole", at) if _grows(curve, at, before, after) else _Mark("turning", at, curve.number(at)))
        elif before.signs[2] * after.signs[2] < 0:
            at = _halved(curve, before, after, lambda s: s.signs[2])
            found.append(_Mark("bending", at, curve.number(at)))
    return found


def _halved(curve: Enclosure, before: _Seen, after: _Seen, of: Callable[[_Seen], object]) -> float:
    low, high, first = before.at, after.at, of(before)
    for _ in range(24):
        middle = (low + high) / 2
        if of(_look(curve, middle)) == first:
            low = middle
        else:
            high = middle
    return (low + high) / 2


def _grows(curve: Enclosure, at: float, before: _Seen, after: _Seen) -> bool:
    """Whether the curve is far higher beside the place than at the places about it: a pole, no zero."""
    shift = 1e-6 * (after.at - before.at)
    beside = [curve.number(at - shift), curve.number(at + shift)]
    most = max(abs(before.value or 0), abs(after.value or 0), 1e-9)
    return any(value is not None and abs(value) > 50 * most for value in beside)


def _pairs(count: int) -> list[tuple[int, int]]:
    return list(combinations(range(min(count, 3)), 2))


# -- the width ---------------------------------------------------------------------------------------------------------


def _around(marks: Sequence[_Mark], curves: Sequence[Enclosure]) -> tuple[float, float]:
    if not marks:
        half = max(_ALONE * _growth(curve) for curve in curves)
        return -half, half
    low, high = marks[0].at, marks[-1].at
    if low == high and marks[0].kind in ("zero", "bending"):  # how far it is from the other axis gives the scale
        low, high = min(low, 0.0), max(high, 0.0)
    span = high - low
    if span < 1e-9:
        before = after = _alone(curves, marks[0])
    else:
        has_pole = any(m.kind == "pole" for m in marks)
        before, after = (span * (0.9 if has_pole and len(marks) > 3 else 2.5 if has_pole else _TAIL if m.kind == "bending" else 0.45) for m in (marks[0], marks[-1]))
        if 0 < low <= 1.5 * span or 0 < -high <= 1.5 * span:  # the axis is near: it is shown
            low, high = min(low, 0.0), max(high, 0.0)
    left, right = low - before, high + after
    if not any(m.kind == "edge" for m in marks):
        return left, right
    has_more = any(m.kind != "edge" for m in marks)  # else only the edge is known, and no scale
    beyond, little = 4 * span if has_more and span > 1e-9 else max(4 * span, 2 * _ALONE - 1), 0.12 * (span if has_more and span > 1e-9 else max(span, 2.0))
    match _has_values(curves, left, low), _has_values(curves, high, right):
        case False, False:
            return low - 2 * little, high + 2 * little
        case False, True:
            return low - little, max(right, high + beyond)
        case True, False:
            return min(left, low - beyond), high + little
    return left, right


def _growth(curve: Enclosure) -> float:
    """The length over which an exponential grows by a factor of e, within bounds: e^(x/10) needs more room than e^x. 1 for what is none."""
    length: float | None = None
    for at in (0.0, 0.5, -0.5):
        try:
            _, slope, bend = (float(b.mid()) for b in curve.bounds(arb(at * (length or 0))))
        except NoBall:
            return 1.0
        if not bend or (length is not None and abs(abs(slope / bend) - length) > 1e-6 * length):
            return 1.0
        length = abs(slope / bend)
    return min(max(length or 1.0, 0.01), 100.0)


def _alone(curves: Sequence[Enclosure], mark: _Mark) -> float:
    """The room on both sides of a single mark: less where the curve falls from a high peak or is flat and then steep, as x^10 is."""
    for curve in curves:
        try:
            height, _, bend = (float(b.mid()) for b in curve.bounds(arb(mark.at)))
        except NoBall:
            continue
        if mark.kind == "turning" and height * bend < 0:
            return min(_ALONE, _ALONE * math.sqrt(abs(2 * height / bend)))
        halfway, end = (v for v in (curve.number(mark.at + part * _ALONE) for part in (0.5, 1.0)))
        if halfway is not None and end is not None and halfway != height and abs(bend) * _ALONE ** 2 < 1e-3 * abs(end - height):
            steepness = abs((end - height) / (halfway - height))
            return 1.5 if steepness > 200 else 2.0 if steepness > 24 else _ALONE
    return _ALONE


def _heights(marks: Sequence[_Mark], curves: Sequence[Enclosure], ends: Ends) -> tuple[float, float] | None:
    """Bottom and top about the marks, where the curves leave them far behind; None where they do not."""
    known = [m.height for m in marks if m.height is not None]
    left, right = float(ends[0]), float(ends[1])
    if left <= 0 <= right:
        known += [height for curve in curves if (height := curve.number(0.0)) is not None]
    if not known or any(m.kind == "pole" for m in marks):
        return None
    bottom, top = min(known), max(known)
    size = top - bottom
    reached = [v for curve in curves for k in range(41) if (v := curve.number(left + (right - left) * k / 40)) is not None]
    if not reached:
        return None
    if not 1e-6 * (whole := max(reached) - min(reached)) < size < whole / 5:
        return _without_the_steepest(reached, bottom, top)
    return max(bottom - 1.5 * size, min(reached) - 0.15 * size), min(top + 1.5 * size, max(reached) + 0.15 * size)


def _without_the_steepest(reached: Sequence[float], bottom: float, top: float) -> tuple[float, float] | None:
    """Bottom and top for most of the heights, where a few are far above all others, as at the end of an exponential; None where none are."""
    away = sorted(max(v - top, bottom - v, 0.0) for v in reached)
    limit = _STEEP * away[(3 * len(away)) // 4] + 0.5 * (top - bottom)
    if away[-1] <= 3 * limit or limit == 0:
        return None
    low, high = max(min(reached), bottom - limit), min(max(reached), top + limit)
    low, high = (min(low, 0.0), max(high, 0.0)) if abs(low) < 0.35 * (high - low) or abs(high) < 0.35 * (high - low) else (low, high)
    room = 0.08 * (high - low)
    return low - room, high + room


def _has_values(curves: Sequence[Enclosure], low: float, high: float) -> bool:
    return any(curve.number(low + (high - low) * k / 9) is not None for curve in curves for k in range(1, 9))


def _levels(curves: Sequence[Enclosure], ends: Ends) -> Iterator[float]:
    """Heights at which curves stay far away on either side."""
    for curve in curves:
        near = [v for end in ends if (v := curve.number(float(end))) is not None]
        for side in (-1.0, 1.0):
            far, farther = curve.number(side * 1e4), curve.number(side * 1e6)
            if far is not None and farther is not None and near and abs(far - farther) <= 0.01 * max(abs(farther - v) for v in near):
                yield farther


def _rounded(low: float, high: float) -> Ends:
    """Outward to round numbers."""
    rough = (high - low) / 10
    power = 10.0 ** math.floor(math.log10(rough))
    step = next(sp.Rational(str(power)) * times for times in (1, 2, 5, 10) if power * times >= 0.8 * rough)
    return step * math.floor(low / float(step) + 1e-6), step * math.ceil(high / float(step) - 1e-6)
