"""Balls: a midpoint and a radius that certainly contains the number (FLINT's arb and acb)."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Union

from flint import acb, arb, ctx

Ball = Union[arb, acb]


class NoBall(Exception):
    """There is no such number, or it cannot be enclosed (yet) at this precision."""


@contextmanager
def precision(bits: int) -> Iterator[None]:
    """Works with that many bits inside."""
    before = ctx.prec
    ctx.prec = bits
    try:
        yield
    finally:
        ctx.prec = before
