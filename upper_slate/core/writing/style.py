"""How a value is to be written."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp


@dataclass(frozen=True)
class Style:
    """`decimals`: terminating fractions as decimals, where the line was typed with decimals; `mixed`: mixed numbers;
    `half_turn`: 180° in the unit of the angle convention; `apart`: each term of a sum over its own denominator; `rising`: what a sum is written in rising powers
    of, as a Taylor polynomial is; `last`: the constant of integration, which stands behind all else."""

    decimals: bool = False
    mixed: bool = False
    half_turn: sp.Expr = sp.pi
    apart: bool = False
    rising: sp.Expr | None = None
    last: sp.Symbol | None = None


PLAIN = Style()
