"""What completion offers beside functions and requests: a second shape of a request, and what stands at the end of a line."""

from __future__ import annotations

from typing import Final

from .entries import Entry


def _shape(name: str, pattern: str, sample: str, meaning: str, aims: tuple[str, ...] = ()) -> Entry:
    return Entry(name, "request", pattern, sample, meaning, aims=aims)


def _ending(words: str, sample: str, meaning: str, *aims: str) -> Entry:
    return Entry(words, "request", words, sample, meaning, aims=aims)


COMPLETIONS: Final = (
    _shape("integral between", "integral of {E} for {x} from {a} to {b}", r"\int_a^b E\,dx", "between two values", ("area",)),
    _shape("function of a function", "({f} ∘ {g})({x})", r"f\circ g", "g first, then f", ("compose", "composition", "fog")),
    _shape("value at", "{E} at {x} = {2}", r"E\big|_{x=2}", "a value put in for a letter", ("substitute", "put in")),
    _shape("use another worksheet", "use {f} from {title}", r"f\text{ from }\ldots", "names of another worksheet", ("import", "include", "worksheet")),
    _ending("decimal places", r"\approx 3.14", "digits behind the point, as in pi to 2 decimal places", "dp", "round", "digits"),
    _ending("significant figures", r"\approx 3.14", "digits from the first that is not 0, as in pi to 3 significant figures", "sf", "round", "digits"),
    _ending("to the nearest whole number", r"\approx 3", "rounded", "round", "nearest"),
    _ending("as a decimal", "0.875", "the result in decimals", "decimal"),
    _ending("as a fraction", r"\tfrac78", "a decimal as a fraction", "fraction"),
    _ending("as a mixed number", r"3\tfrac25", "whole part and fraction", "mixed", "fraction"),
    _ending("as a percentage", r"37.5\%", "in hundredths", "percentage", "per cent"),
    _ending("as a single fraction", r"\tfrac{a}{b}", "over one denominator", "fraction"),
    _ending("in standard form", r"1.2\cdot10^5", "a number from 1 to 10 times a power of 10", "standard", "scientific"),
    _ending("in polar form", r"r e^{i\varphi}", "a complex number by size and angle", "polar", "complex"),
    _ending("in degrees", r"60^\circ", "an angle in degrees", "degrees", "angle"),
    _ending("in radians", r"\tfrac\pi3", "an angle in radians", "radians", "angle"),
    _ending("exactly", r"\sqrt2", "the exact result, where decimals are shown", "exact", "surd"),
    _ending("with respect to", r"\tfrac{d}{dx}", "the letter of a derivative", "derivative", "differentiate"),
)
