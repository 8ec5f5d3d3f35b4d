"""How people say a request, beside how it is written here: so that the answer to a near miss is the line that was meant."""

from __future__ import annotations

from typing import Final, NamedTuple


class Spoken(NamedTuple):
    """Words at the start of a request, and what is written for them; `only_with` must stand further on in the line, where it is given."""

    words: tuple[str, ...]
    written: str
    only_with: str = ""


def _rows(written: str, *said: str, only_with: str = "") -> list[Spoken]:
    return [Spoken(tuple(phrase.split()), written, only_with) for phrase in said]


#: What stands for the derivative of the rest of the line; the rest needs brackets.
DERIVATIVE: Final = "d/dx"

_ALL: Final = [
    *_rows("table of", "table"),
    *_rows("limit of", "limit"),
    *_rows("limit of", "lim", only_with="->"),
    *_rows("integral of", "integral", "integrate", "antiderivative of", "antiderivative", "primitive of"),
    *_rows("sum of", "sum", only_with="for"),
    *_rows("product of", "product"),
    *_rows("series of", "taylor series of", "maclaurin series of", "taylor polynomial of"),
    *_rows(DERIVATIVE, "differentiate", "derivative of", "derivative", "gradient of", "gradient function of"),
    *_rows("partial fractions of", "partial fractions"),
    *_rows("single fraction of", "single fraction"),
    *_rows("turning points of", "turning points", "stationary points of", "stationary points"),
    *_rows("greatest value of", "greatest value", "maximum of", "maximum value of", "max of", "largest value of"),
    *_rows("least value of", "least value", "minimum of", "minimum value of", "min of", "smallest value of"),
    *_rows("area between", "area of region between"),
    *_rows("graph", "graph of", "plot of", "plot", "draw", "sketch"),
    *_rows("solve", "roots of", "zeros of", "zeroes of", "solutions of"),
    *_rows("factor", "prime factors of", "factors of", "factor of"),
    *_rows("expand", "multiply out", "expand out"),
    *_rows("rationalize", *(f"{verb} the denominator of" for verb in ("rationalise", "rationalize"))),
    *_rows("sqrt", "square root of"),
    *_rows("cbrt", "cube root of"),
    *_rows("stdev", "standard deviation of"),
    *(row for name in ("mean", "median", "variance", "stdev", "sqrt", "sin", "cos", "tan", "ln", "log") for row in _rows(name, f"{name} of")),
    *_rows("", "calculate", "evaluate", "compute", "work out", "find the value of"),
]


def also_said(written: str) -> list[str]:
    """The other words for a request or function, by which it is looked for."""
    return [" ".join(row.words) for row in _ALL if row.written == written]


#: By their first word, the longest phrase first, so that `partial fractions of` is not taken for `partial fractions`.
SPOKEN: Final = {first: tuple(sorted((row for row in _ALL if row.words[0] == first), key=lambda row: -len(row.words))) for first in {row.words[0] for row in _ALL}}
