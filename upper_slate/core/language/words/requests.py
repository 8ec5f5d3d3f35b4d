"""The requests of section 6: whole phrases, with their gaps."""

from __future__ import annotations

from typing import Final

from .entries import Entry
from .forms import form

#: Letters for what an answer leaves open: a constant, whole numbers, the height of a point.
_CONSTANTS: Final = ("C", "D", "K", *(f"C_{k}" for k in range(1, 50)))
_WHOLE: Final = ("n", "k", "m", "p", "q", *(f"n_{k}" for k in range(1, 50)))
_HEIGHTS: Final = ("y", "z", "v", "w", *(f"y_{k}" for k in range(1, 10)))


def _request(name: str, pattern: str, sample: str, meaning: str, aims: tuple[str, ...] = (), *, written: str = "", chooses: tuple[str, ...] = ()) -> Entry:
    return Entry(name, "request", pattern, sample, meaning, aims=aims, form=form(written) if written else None, chooses=chooses)


REQUESTS: Final = {entry.name: entry for entry in (
    _request("simplify", "simplify {E}", r"\text{simplify } E", "the same value, written more simply"),
    _request("expand", "expand {E}", r"\text{expand } (a+b)^2", "multiplied out", aims=("multiply out", "brackets")),
    _request("factor", "factor {E}", r"\text{factor } x^2-1", "as a product; a whole number into primes",
             aims=("factorise", "primes")),
    _request("rationalize", "rationalize {E}", r"\tfrac{1}{\sqrt x+1}", "no root in the denominator", aims=("surd", "denominator")),
    _request("single fraction of", "single fraction of {E}", r"\tfrac1x+\tfrac1y", "over one common denominator",
             aims=("common denominator",), written="single fraction of {expression}"),
    _request("partial fractions of", "partial fractions of {E}", r"\tfrac{A}{x-1}+\tfrac{B}{x+1}", "split into simple fractions",
             written="partial fractions of {expression}"),
    _request("solve", "solve {x^2 = 12} for {x}", r"x=\dots", "all solutions of an equation, inequality or system",
             aims=("equation", "roots", "zeros"), chooses=_WHOLE),
    _request("limit of", "limit of {E} as {x} -> {a}", r"\lim_{x\to a}E", "limit, also x -> a+, a-, oo"),
    _request("integral of", "integral of {E} dx", r"\int E\,dx", "antiderivative of an expression", aims=("area", "antiderivative"), chooses=_CONSTANTS),
    _request("integral between", "integral of {E} for {x} from {a} to {b}", r"\int_a^b E\,dx", "between two values", aims=("area",)),
    _request("sum of", "sum of {E} for {n} from {a} to {b}", r"\sum_{n=a}^b E", "sum of terms", aims=("series", "sigma"),
             written="sum of {body} for {letter} from {low} to {high}"),
    _request("product of", "product of {E} for {n} from {a} to {b}", r"\prod_{n=a}^b E", "product of terms",
             written="product of {body} for {letter} from {low} to {high}"),
    _request("series of", "series of {E} at {x = 0} to order {5}", r"\sum c_n x^n", "Taylor polynomial", aims=("Taylor",),
             written="series of {body} at {letter} = {point} to order {order}"),
    _request("turning points of", "turning points of {f} for {x} from {a} to {b}", r"f'(x)=0", "maxima, minima and level points, with their kind",
             aims=("maximum", "minimum", "stationary"), written="turning points of {body} [for {letter} {range}]", chooses=_HEIGHTS),
    _request("greatest value of", "greatest value of {f} for {x} from {a} to {b}", r"\max f", "the greatest value and where it is taken", aims=("maximum",),
             written="greatest value of {body} [for {letter} {range}]"),
    _request("least value of", "least value of {f} for {x} from {a} to {b}", r"\min f", "the least value and where it is taken", aims=("minimum",),
             written="least value of {body} [for {letter} {range}]"),
    _request("tangent to", "tangent to {f} at {x} = {1}", r"y=mx+c", "the line that touches a curve at a point", aims=("gradient", "touching line"),
             written="tangent to {body} at [{letter} =] {point}", chooses=_HEIGHTS),
    _request("normal to", "normal to {f} at {x} = {1}", r"y=-\tfrac1m x+c", "the line at right angles to a curve at a point", aims=("perpendicular",),
             written="normal to {body} at [{letter} =] {point}", chooses=_HEIGHTS),
    _request("inverse of", "inverse of {f}", r"f^{-1}", "the inverse function, with its domain", written="inverse of {body}"),
    _request("laplace transform of", "laplace transform of {E} in {t}, as a function of {s}", r"\int_0^\infty e^{-st}E\,dt",
             "transform, with its condition on s"),
    _request("inverse laplace transform of", "inverse laplace transform of {E} in {s}, as a function of {t}", r"F(s)\to f(t)", "back from a transform"),
    _request("table of", "table of {f} for {x} from {a} to {b} step {1}", r"\begin{array}{c|c}x&f\end{array}",
             "values of functions, exact and decimal", aims=("values",)),
    _request("graph", "graph {f} for {x} from {a} to {b}", r"y=f(x)", "curves with their zeros and turning points", aims=("curve", "plot")),
    _request("area between", "area between {f} and {g} for x from {a} to {b}", r"\int_a^b|f-g|\,dx", "two curves, from a to b",
             written="area between {body} and {body} for {letter} from {low} to {high}"),
)}
