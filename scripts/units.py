"""Writes the table of units from the definitions of Pint, exactly, with fractions: `python scripts/units.py FILE`.

The application reads the table, since loading the library takes most of a second in every worker; a test compares the two.
"""

from __future__ import annotations

import json
import sys
from fractions import Fraction
from pathlib import Path
from typing import Any

import pint

from upper_slate.core.language.units import OFFSET, PLAIN, PREFIXED

#: The base units of the SI by the names of the library.
BASE = {"kilogram": "kg", "meter": "m", "second": "s", "ampere": "A", "kelvin": "K", "mole": "mol", "candela": "cd"}


def table() -> dict[str, dict[str, Any]]:
    """For each unit of the language: its size in coherent base units, their powers, and for a temperature where its zero is."""
    registry = pint.UnitRegistry(non_int_type=Fraction)
    found: dict[str, dict[str, Any]] = {}
    for symbol, name in sorted((PREFIXED | PLAIN).items()):
        if symbol in OFFSET:
            zero, one = (Fraction(registry.Quantity(Fraction(n), name).to("kelvin").magnitude) for n in (0, 1))
            found[symbol] = {"size": str(one - zero), "powers": {"K": 1}, "zero": str(zero)}
            continue
        quantity = registry.Quantity(Fraction(1), name).to_base_units()
        powers = {BASE[unit]: int(power) for unit, power in quantity.unit_items() if unit in BASE}
        found[symbol] = {"size": str(Fraction(quantity.magnitude)), "powers": dict(sorted(powers.items()))}
    return found


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(json.dumps(table(), ensure_ascii=False, indent=0) + "\n", encoding="utf-8")
