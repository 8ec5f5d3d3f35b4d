"""What may stand at the end of a line: to how many digits, or in which form, the result is asked for."""

from __future__ import annotations

from typing import Final

#: The words that count digits, each with the unit that it means: decimal places or significant figures.
UNITS: Final[dict[tuple[str, ...], str]] = {
    **dict.fromkeys([("dp",), ("d", ".", "p"), ("d", ".", "p", "."), ("d", "p"), ("decimal", "places"), ("decimal", "place"), ("decimals",), ("dps",), ("places",)],
        "dp"),
    **dict.fromkeys([("sf",), ("s", ".", "f"), ("s", ".", "f", "."), ("s", "f"), ("sig", "fig"), ("sig", "figs"), ("sig", ".", "fig", "."), ("sigfig",), ("sigfigs",),
                     ("significant", "figures"), ("significant", "figure"), ("significant", "digits"), ("figures",), ("digits",)], "sf"),
}

#: `to the nearest …`, each with the decimal places that it means; before the point they are negative.
NEAREST: Final = {"whole number": 0, "whole": 0, "integer": 0, "unit": 0, "tenth": 1, "hundredth": 2, "thousandth": 3,
                  "ten": -1, "10": -1, "hundred": -2, "100": -2, "thousand": -3, "1000": -3, "10000": -4, "100000": -5, "million": -6, "1000000": -6}


def rounding_words(digits: int, unit: str) -> str:
    """How the rounding of a line is said: `to 3 dp`, `to the nearest 100`."""
    return f"to the nearest {10 ** -digits}" if digits < 0 else f"to {digits} {unit}"


#: Not a form but the numbers in which the line is worked out.
IN_COMPLEX_NUMBERS: Final = "complex numbers"

#: The forms of a result by the words that ask for them.
FORMS: Final = {
    "as a decimal": "decimal", "as decimal": "decimal", "in decimal form": "decimal", "as a fraction": "fraction", "as fraction": "fraction",
    "as an improper fraction": "fraction", "as improper fraction": "fraction",
    "in fraction form": "fraction", "as a mixed number": "mixed number", "as a mixed fraction": "mixed number",
    "as a percentage": "percentage", "as a percent": "percentage", "as percentage": "percentage", "as a single fraction": "single fraction",
    "in standard form": "standard form", "in scientific notation": "standard form", "in scientific form": "standard form", "as a recurring decimal": "recurring",
    "as mixed number": "mixed number", "as mixed fraction": "mixed number", "as percent": "percentage", "in percent": "percentage", "in decimals": "decimal",
    "as decimals": "decimal", "as fractions": "fraction",
    "in radians": "radians", "in degrees": "degrees", "in polar form": "polar form", "in exponential form": "polar form", "exactly": "exact", "in exact form": "exact",
    "simplified": "simplified", "in simplest form": "simplified", "in its simplest form": "simplified", "in lowest terms": "simplified",
    "in its lowest terms": "simplified",
    "as a fraction in its simplest form": "fraction", "as a fraction in simplest form": "fraction", "as a fraction in lowest terms": "fraction",
    "rationalised": "rationalized", "rationalized": "rationalized", "factorised": "factorized", "factorized": "factorized", "multiplied out": "multiplied out",
    "to decimal": "decimal", "to fraction": "fraction", "to percentage": "percentage", "to mixed number": "mixed number",
    "to a decimal": "decimal", "to a fraction": "fraction", "to a percentage": "percentage", "to a mixed number": "mixed number", "to degrees": "degrees",
    "to radians": "radians", "to standard form": "standard form", "to polar form": "polar form", "in factored form": "factored", "in expanded form": "expanded",
    "in complex numbers": IN_COMPLEX_NUMBERS, "over complex numbers": IN_COMPLEX_NUMBERS,
    "as a product of prime factors": "prime factors", "as a product of primes": "prime factors",
}

#: Each form by the words with which it is written back.
WORDS_OF: Final = {form: words for words, form in reversed(FORMS.items())}
