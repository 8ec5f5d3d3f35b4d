"""The conventions of a worksheet (section 3 of the language)."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Final

ANGLES: Final = ("radians", "degrees", "gon")
NUMBERS: Final = ("real", "complex")
RESULTS: Final = ("exact", "decimal", "both")
FRACTIONS: Final = ("improper", "mixed")
UNITS: Final = ("off", "on")


@dataclass(frozen=True)
class Conventions:
    """How angles, numbers and results are to be understood on a page; `decimals` as in `6 sf` or `2 dp`."""

    angles: str = "radians"
    numbers: str = "real"
    results: str = "exact"
    decimals: str = "6 sf"
    fractions: str = "improper"
    units: str = "off"

    def __post_init__(self) -> None:
        for name, allowed in (("angles", ANGLES), ("numbers", NUMBERS), ("results", RESULTS), ("fractions", FRACTIONS), ("units", UNITS)):
            if getattr(self, name) not in allowed:
                raise ValueError(f"{name} is one of {', '.join(allowed)}, not {getattr(self, name)}")
        count, unit = self.digits
        if not (1 if unit == "sf" else 0) <= count <= 50:
            raise ValueError("decimals go from 1 sf to 50 sf, or from 0 dp to 50 dp")

    @property
    def digits(self) -> tuple[int, str]:
        """Number of digits and unit: `dp` or `sf`."""
        match = re.fullmatch(r"\s*([0-9]{1,3})\s*(dp|sf)\s*", self.decimals)
        if not match:
            raise ValueError(f"decimals are written like 6 sf or 2 dp, not {self.decimals}")
        return int(match[1]), match[2]

    def with_changes(self, changes: Mapping[str, object]) -> Conventions:
        """The conventions with some of them changed; ValueError for an unknown one."""
        unknown = set(changes) - set(self.as_dict())
        if unknown:
            raise ValueError(f"{sorted(unknown)[0]} is not a convention")
        return replace(self, **{name: str(value) for name, value in changes.items()})

    def as_dict(self) -> dict[str, str]:
        return {"angles": self.angles, "numbers": self.numbers, "results": self.results, "decimals": self.decimals,
                "fractions": self.fractions, "units": self.units}
