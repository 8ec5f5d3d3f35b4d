"""Symbols of units that a line may have: which there are, and which take prefixes. What they come to is told by a library of definitions."""

from __future__ import annotations

from functools import lru_cache
from typing import Final

#: Prefixes of the SI, in which µ may be typed as u.
PREFIXES: Final = ("Q", "R", "Y", "Z", "E", "P", "T", "G", "M", "k", "h", "da", "d", "c", "m", "µ", "n", "p", "f", "a", "z", "y")
#: Symbols with the name under which the library knows them.
PREFIXED: Final = {
    "g": "gram", "m": "meter", "s": "second", "A": "ampere", "K": "kelvin", "mol": "mole", "cd": "candela", "Hz": "hertz", "N": "newton", "Pa": "pascal",
    "J": "joule", "W": "watt", "C": "coulomb", "V": "volt", "Ω": "ohm", "ohm": "ohm", "S": "siemens", "F": "farad", "Wb": "weber", "T": "tesla", "H": "henry",
    "lm": "lumen", "lx": "lux", "Bq": "becquerel", "Gy": "gray", "Sv": "sievert", "kat": "katal", "L": "liter", "l": "liter", "eV": "electron_volt",
    "bar": "bar", "Wh": "watt_hour", "cal": "calorie", "t": "metric_ton",
}
PLAIN: Final = {
    "min": "minute", "h": "hour", "day": "day", "days": "day", "week": "week", "weeks": "week", "year": "year", "years": "year", "ha": "hectare", "in": "inch",
    "ft": "foot", "yd": "yard", "mi": "mile", "mile": "mile", "miles": "mile", "mph": "mile_per_hour", "lb": "pound", "oz": "ounce", "gal": "gallon",
    "atm": "atmosphere", "psi": "pound_force_per_square_inch", "hp": "horsepower", "ly": "light_year", "au": "astronomical_unit", "mmHg": "millimeter_Hg",
    "Da": "dalton", "°C": "degree_Celsius", "°F": "degree_Fahrenheit",
}
#: Names of units, in one and in several, with the symbol of each.
NAMED: Final = {
    name: symbol
    for names, symbol in (
        ("hour hours", "h"), ("minute minutes mins", "min"), ("second seconds secs", "s"), ("metre metres meter meters", "m"), ("gram grams gramme grammes", "g"),
        ("kilometre kilometres kilometer kilometers", "km"), ("centimetre centimetres centimeter centimeters", "cm"), ("foot feet", "ft"), ("inch inches", "in"),
        ("millimetre millimetres millimeter millimeters", "mm"), ("kilogram kilograms kilo kilos", "kg"), ("milligram milligrams", "mg"), ("tonne tonnes", "t"),
        ("litre litres liter liters", "L"), ("millilitre millilitres milliliter milliliters", "mL"), ("yard yards", "yd"), ("pound pounds", "lb"),
        ("ounce ounces", "oz"), ("gallon gallons", "gal"), ("hectare hectares", "ha"), ("newton newtons", "N"), ("joule joules", "J"), ("watt watts", "W"),
        ("volt volts", "V"), ("amp amps ampere amperes", "A"), ("hertz", "Hz"), ("pascal pascals", "Pa"), ("kelvin", "K"), ("days", "day"), ("weeks", "week"),
        ("years", "year"), ("mile miles", "mi"), ("l", "L"), ("ohm ohms", "Ω"),
    )
    for name in names.split()
}
#: Temperatures whose zero is no zero: they can only be converted.
OFFSET: Final = frozenset({"°C", "°F"})
#: Words and letters that mean the same symbol.
_SAME: Final = {"µ": "µ", "μ": "µ", "u": "µ"}
#: Symbols that nobody takes for a product of letters: where units are off, they are noticed.
COMMON: Final = frozenset({"kg", "mg", "km", "cm", "mm", "dm", "ml", "mL", "cl", "dl", "kJ", "MJ", "kW", "MW", "kWh", "kPa", "hPa", "MPa", "Hz", "kHz", "MHz", "GHz",
                           "mol", "kN", "mA", "mV", "kV", "ms", "Pa", "Wh", "eV", "ft", "lb", "mph", "°C", "°F", "µm", "nm"})

#: One symbol with its power, in the order in which they were written; below the bar it is negative.
Factors = tuple[tuple[str, int], ...]


@lru_cache(maxsize=1_000)
def unit_named(text: str) -> str | None:
    """The symbol that a text is, in its usual spelling; None for anything else."""
    if text in NAMED:
        return NAMED[text]
    if text in PLAIN or text in PREFIXED:
        return text
    for length in (2, 1):
        prefix = _SAME.get(text[:length], text[:length])
        if prefix in PREFIXES and (rest := text[length:]) in PREFIXED:
            if rest == "t" and prefix not in ("k", "M", "G"):
                return None
            return prefix + {"l": "L", "ohm": "Ω"}.get(rest, rest)
    return None


def split_prefix(symbol: str) -> tuple[str, str]:
    """The prefix of a symbol, which may be none, and the unit behind it."""
    if symbol in PLAIN or symbol in PREFIXED:
        return "", symbol
    length = 2 if symbol[:2] == "da" and symbol[2:] in PREFIXED else 1
    return symbol[:length], symbol[length:]


def unit_text(factors: Factors) -> str:
    """A unit as it is typed: `kg m/s^2`."""
    return _joined(factors, lambda symbol, power: symbol if power == 1 else f"{symbol}^{power}", " ", "/")


def unit_latex(factors: Factors) -> str:
    """A unit as it is set: upright, with thin spaces between its symbols."""
    return _joined(factors, lambda symbol, power: rf"\mathrm{{{_LATEX.get(symbol, symbol)}}}" + ("" if power == 1 else f"^{{{power}}}"), r"\,", "/")


_LATEX: Final = {"°C": r"{}^{\circ}C", "°F": r"{}^{\circ}F"}


def _joined(factors: Factors, write: object, between: str, slash: str) -> str:
    assert callable(write)
    above = [write(symbol, power) for symbol, power in factors if power > 0]
    below = [(symbol, -power) for symbol, power in factors if power < 0]
    if not above:
        return between.join(write(symbol, -power) for symbol, power in below)
    under = between.join(write(symbol, power) for symbol, power in below)
    return between.join(above) + (f"{slash}{under}" if len(below) == 1 else f"{slash}({under})" if below else "")
