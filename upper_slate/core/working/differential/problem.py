"""What is asked: equations between functions and their derivatives, and values that the functions have to take."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp

from ..ground.values import Requirement


@dataclass(frozen=True)
class Unknown:
    """A function to be found, and the symbols that stand for it and its derivatives in an equation: y, y', y'' …"""

    name: str
    derivatives: tuple[sp.Symbol, ...]

    @property
    def order(self) -> int:
        """The highest derivative there is a symbol for."""
        return len(self.derivatives) - 1


@dataclass(frozen=True)
class Condition:
    """A value that a function, or its derivative of some order, takes at a point."""

    unknown: int
    order: int
    point: sp.Expr
    value: sp.Expr


@dataclass(frozen=True)
class Problem:
    """`equations` are expressions that have to be 0, with what they need to have a value; `letter` is what the functions are of."""

    letter: sp.Symbol
    unknowns: tuple[Unknown, ...]
    equations: tuple[sp.Expr, ...]
    requirements: tuple[Requirement, ...]
    conditions: tuple[Condition, ...]


@dataclass(frozen=True)
class Branch:
    """One way to fulfil an equation: a value for each unknown, and what has to hold for it."""

    values: tuple[sp.Expr, ...]
    needs: tuple[Requirement, ...] = ()


@dataclass(frozen=True)
class Found:
    """Branches with these constants in them, each of which may be any real number; `lost` are solutions beside them that a division
    would lose. `is_general` tells whether a theorem says that there are no others."""

    branches: tuple[Branch, ...]
    constants: tuple[sp.Symbol, ...]
    lost: tuple[sp.Expr, ...] = ()
    is_general: bool = False


class NoMethod(Exception):
    """An equation of another kind than a method is for."""


def constant(index: int, of: int) -> sp.Symbol:
    """A constant while an equation is being solved; it gets its letter when the answer is written."""
    return sp.Dummy(f"C{index}" if of > 1 else "C", real=True)
