"""What each unit comes to in base units, exactly: the definitions of Pint, in a table that `scripts/units.py` makes."""

from __future__ import annotations

import json
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from pathlib import Path
from typing import Any, Final

import sympy as sp

from ...language.units import split_prefix

#: The base units of the SI, in the order in which they are written.
BASE: Final = ("kg", "m", "s", "A", "K", "mol", "cd")
_POWERS: Final = {"Q": 30, "R": 27, "Y": 24, "Z": 21, "E": 18, "P": 15, "T": 12, "G": 9, "M": 6, "k": 3, "h": 2, "da": 1, "d": -1, "c": -2, "m": -3, "µ": -6, "n": -9,
                  "p": -12, "f": -15, "a": -18, "z": -21, "y": -24}
#: Named units of the SI that a product is written in, where their kind is that of the product.
NAMED: Final = ("N", "Pa", "J", "W", "C", "V", "Ω", "S", "F", "Wb", "T", "H")
#: Kinds of quantities that have a word, by an example of their unit.
_KINDS: Final = {"kg": "a mass", "m": "a length", "s": "a time", "A": "a current", "K": "a temperature", "mol": "an amount of substance",
                 "N": "a force", "J": "an energy", "W": "a power", "Pa": "a pressure", "C": "a charge", "V": "a voltage", "Ω": "a resistance", "Hz": "a frequency"}
_COMPOUND: Final = {(0, 1, -1): "a speed", (0, 1, -2): "an acceleration", (0, 2, 0): "an area", (0, 3, 0): "a volume", (1, -3, 0): "a density"}

#: Exponents of the base units, in their order.
Kind = tuple[Fraction, ...]
PLAIN: Final[Kind] = (Fraction(0),) * len(BASE)


@dataclass(frozen=True)
class Definition:
    """So many of the base units with these exponents; `offset` is what a temperature's zero is in kelvin."""

    factor: Fraction
    kind: Kind
    offset: Fraction = Fraction(0)


@lru_cache(maxsize=1)
def _table() -> dict[str, Any]:
    found: dict[str, Any] = json.loads((Path(__file__).parent / "table.json").read_text(encoding="utf-8"))
    return found


@lru_cache(maxsize=1_000)
def definition(symbol: str) -> Definition:
    """The definition of a symbol of the language."""
    prefix, unit = split_prefix(symbol)
    told = _table()[unit]
    kind = tuple(Fraction(told["powers"].get(base, 0)) for base in BASE)
    return Definition(Fraction(told["size"]) * Fraction(10) ** _POWERS.get(prefix, 0), kind, Fraction(told.get("zero", 0)))


#: How the names of unit symbols begin; nobody can type a letter like that.
_MARK: Final = "unit "


@lru_cache(maxsize=1_000)
def unit_symbol(symbol: str) -> sp.Symbol:
    """The symbol that stands for a unit in an expression."""
    return sp.Symbol(_MARK + symbol, positive=True)


def is_unit(symbol: sp.Basic) -> bool:
    """Whether a symbol of an expression stands for a unit."""
    return isinstance(symbol, sp.Symbol) and symbol.name.startswith(_MARK)


def name_of(symbol: sp.Symbol) -> str:
    """The symbol of the language that a unit symbol stands for."""
    return symbol.name.removeprefix(_MARK)


def is_unit_name(name: str) -> bool:
    """Whether the name of a symbol is that of a unit."""
    return name.startswith(_MARK)


def word_for(kind: Kind) -> str:
    """What a quantity of this kind is called; empty where there is no word for it."""
    for symbol, word in _KINDS.items():
        if definition(symbol).kind == kind:
            return word
    return next((word for powers, word in _COMPOUND.items() if (*powers, 0, 0, 0, 0) == kind), "a plain number" if kind == PLAIN else "")
