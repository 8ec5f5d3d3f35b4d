"""Numbers that order the cells of a worksheet in the database, so that a change of the order writes few of them."""

from __future__ import annotations

from bisect import bisect_left
from itertools import pairwise


def positions_of(ids: list[str], held: dict[str, float]) -> dict[str, float]:
    """A position for each cell, rising in the order given. Most cells keep the one that they have; those between two that
    do are spread evenly between them; where there is no room left, all are numbered anew."""
    stay = _rising([(k, held[cell_id]) for k, cell_id in enumerate(ids) if cell_id in held])
    found: dict[str, float] = {}
    last, begun = None, 0
    for k in [*stay, len(ids)]:
        following = held[ids[k]] if k < len(ids) else None
        between = ids[begun:k]
        for n, cell_id in enumerate(between, start=1):
            if last is not None and following is not None:
                found[cell_id] = last + (following - last) * n / (len(between) + 1)
            elif following is not None:
                found[cell_id] = following - len(between) - 1 + n
            else:
                found[cell_id] = (-1.0 if last is None else last) + n
        if following is not None:
            found[ids[k]] = last = following
        begun = k + 1
    ordered = [found[cell_id] for cell_id in ids]
    if any(a >= b for a, b in pairwise(ordered)):
        return {cell_id: float(k) for k, cell_id in enumerate(ids)}
    return found


def _rising(placed: list[tuple[int, float]]) -> list[int]:
    """The places of a longest run of rising positions."""
    tails: list[float] = []
    at: list[int] = []
    before: list[int] = [-1] * len(placed)
    for n, (_, position) in enumerate(placed):
        k = bisect_left(tails, position)
        tails[k:k + 1] = [position]
        at[k:k + 1] = [n]
        before[n] = at[k - 1] if k else -1
    found = []
    n = at[-1] if at else -1
    while n >= 0:
        found.append(placed[n][0])
        n = before[n]
    return found[::-1]
