"""What a question or a step comes to."""

from __future__ import annotations

from dataclasses import dataclass, field

import sympy as sp

from ..ground.values import Scalar


@dataclass(frozen=True)
class Counterexample:
    """Values of the letters, and what both sides are there; None for a side that has no value."""

    at: tuple[tuple[str, Scalar], ...]
    left: Scalar | None
    right: Scalar | None


@dataclass(frozen=True)
class Verdict:
    """The word of section 9, with where it holds, or where it fails."""

    word: str
    conditions: tuple[sp.Basic, ...] = ()
    counterexample: Counterexample | None = None
    notes: tuple[str, ...] = field(default=())
    #: sentences with a value in them: `This step loses x = {0}.`
    told: tuple[tuple[str, Scalar], ...] = field(default=())
