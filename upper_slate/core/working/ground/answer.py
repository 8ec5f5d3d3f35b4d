"""What a request comes to, with all that belongs to it."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp

from .values import Value


@dataclass(frozen=True)
class Answer:
    """`conditions` are those that the answer states of itself (where a greatest value is taken, for which s a transform holds);
    `left_out` is the first power that a Taylor polynomial leaves out; with `keeps_form` it stands as it came, and is not simplified;
    `constant` is the constant of integration; with `apart` each term of a sum keeps a denominator of its own.
    """

    value: Value
    conditions: tuple[sp.Basic, ...] = ()
    left_out: sp.Expr | None = None
    keeps_form: bool = False
    apart: bool = False
    constant: sp.Symbol | None = None

    @property
    def rises_in(self) -> sp.Expr | None:
        """What the value is a sum of rising powers of: x - a for a Taylor polynomial."""
        return None if self.left_out is None else self.left_out.as_base_exp()[0]
