"""The requests of section 6: whole phrases, with their gaps, in every spelling in which people say them."""

from __future__ import annotations

from typing import Final

from .entries import Entry
from .forms import Form, Word, form

#: Letters for what an answer leaves open: a constant, whole numbers, the height of a point.
_CONSTANTS: Final = ("C", "D", "K", *(f"C_{k}" for k in range(1, 50)))
_WHOLE: Final = ("n", "k", "m", "p", "q", *(f"n_{k}" for k in range(1, 50)))
_HEIGHTS: Final = ("y", "z", "v", "w", *(f"y_{k}" for k in range(1, 10)))


def _request(name: str, pattern: str, sample: str, meaning: str, written: str, *said: str, aims: tuple[str, ...] = (),
             ways: tuple[str, ...] = (), chooses: tuple[str, ...] = ()) -> Entry:
    """A request whose form is `written`; `said` are other openings before the same parts, `ways` are forms of their own."""
    own = form(written)
    opening, rest = " ".join(own.opening), own.rest
    others = tuple(Form((*map(Word, text.split()), *rest)) for text in said if text != opening)
    return Entry(name, "request", pattern, sample, meaning, aims=aims, form=own, said=(*others, *map(form, ways)), chooses=chooses)


def _of_numbers(name: str, sample: str, meaning: str, *said: str, aims: tuple[str, ...] = ()) -> Entry:
    """What is said of several numbers, or of a list."""
    return _request(f"{name} of", f"{name} of {{3, 4, 2}}", sample, meaning, f"{name} of {{bodies}}", *(f"{text} of" for text in said), aims=aims)


def _of_one(name: str, pattern: str, sample: str, meaning: str, *said: str, aims: tuple[str, ...] = (), is_bare: bool = False) -> Entry:
    """What is said of one value; with `is_bare` also without `of`."""
    others = (*(f"{text} of" for text in said), *([name] if is_bare else []))
    return _request(f"{name} of", pattern, sample, meaning, f"{name} of {{expression}}", *others, aims=aims)


_DERIVATIVE: Final = "{body} [with_respect_to|wrt|by {letter}] [at [{letter} =] {point}]"
_ORDER: Final = "to_order|to_degree|of_order|of_degree|up_to_order|up_to_degree {order}"
_TURNING: Final = "{body} [{range}]"
_GIVEN: Final = "given|with|where|subject_to|such_that"
_OF_LETTER: Final = "as_a_function_of|as_functions_of {letter}"
_EXTREME: Final = "{bodies} [{range}]"

_CHANGING: Final = (
    _request("simplify", "simplify {E}", r"\text{simplify } E", "the same value, written more simply", "simplify {expression}"),
    _request("expand", "expand {E}", r"\text{expand } (a+b)^2", "multiplied out", "expand {expression}",
             "multiply out", "expand and simplify", "expand out", aims=("multiply out", "brackets")),
    _request("factor", "factor {E}", r"\text{factor } x^2-1", "as a product; a whole number into primes", "factor {expression}",
             "factorise", "factorize", "factors of", "factor of", "prime factors of", "prime factorisation of", "prime factorization of", "fully factorise",
             "factorise fully",
             "factorise completely", aims=("factorise", "primes")),
    _request("divisors of", "divisors of {12}", r"d\mid 12", "every whole number that divides it", "divisors of {expression}", "all factors of", "all divisors of",
             "positive divisors of", "divisors", aims=("factors",)),
    _request("rationalize", "rationalize {E}", r"\tfrac{1}{\sqrt x+1}", "no root in the denominator", "rationalize {expression}",
             "rationalise", "rationalise the denominator of", "rationalize the denominator of", "rationalise the denominator", aims=("surd", "denominator")),
    _request("single fraction of", "single fraction of {E}", r"\tfrac1x+\tfrac1y", "over one common denominator", "single fraction of {expression}",
             "single fraction", aims=("common denominator",)),
    _request("partial fractions of", "partial fractions of {E}", r"\tfrac{A}{x-1}+\tfrac{B}{x+1}", "split into simple fractions",
             "partial fractions of {expression}", "partial fractions", "partial fraction decomposition of", "partial fraction of"),
    _request("complete the square of", "complete the square of {x^2 + 6x}", "(x+3)^2-9", "a quadratic as a square and a number",
             "complete the square of {expression}", "complete the square in", "complete the square for", "complete the square", "completed square of",
             "completed square form of", aims=("quadratic", "vertex")),
    _request("discriminant of", "discriminant of {a x^2 + b x + c}", "b^2-4ac", "tells how many roots a polynomial has", "discriminant of {expression}",
             aims=("quadratic",)),
    _request("coefficient of", "coefficient of {x^3} in {(1 + x)^5}", r"c_k\,x^k", "what a power has before it when all is multiplied out",
             "coefficient of {point} in {body}", ways=("coefficient of {point} in_the_expansion_of {body}", "find coefficient of {point} in {body}"),
             aims=("binomial", "expansion")),
    _request("constant term of", "constant term of {(x + 1/x)^6}", "c_0", "what stands without the letter when all is multiplied out", "constant term of {expression}",
             "constant term in", "term independent of x in", "constant term in the expansion of", "term independent of x in the expansion of",
             aims=("binomial", "expansion")),
    _request("remainder of", "remainder of {A} divided by {B}", r"A=qB+r", "what a division leaves, of whole numbers or polynomials",
             "remainder of {body} divided_by|over|and|by {body}", ways=("remainder when {body} is_divided_by {body}", "remainder of {body} on_division_by {body}"),
             aims=("division", "polynomial", "mod")),
    _request("quotient of", "quotient of {A} divided by {B}", r"A=qB+r", "the whole part of a division, of whole numbers or polynomials",
             "quotient of {body} divided_by|over|and|by {body}", ways=("quotient when {body} is_divided_by {body}",), aims=("division", "polynomial", "div")),
)

_SOLVING: Final = (
    _request("solve", "solve {x^2 = 12} for {x}", r"x=\dots", "all solutions of an equation, inequality or system", "solve {conditions} [{interval}] [near {point}]",
             "solve the equation", "solve the equations", "solve the inequality", "solve the system", "solve the simultaneous equations", "solve simultaneously",
             "solve the quadratic equation", "solve the quadratic", "solve the cubic equation", "solve the cubic", "solve system",
             "solve equations", "simultaneous equations",
             "rearrange",
             ways=("solve for {letter} : {conditions}", "make {letter} the_subject_of {conditions}", "solve for {letter} , {conditions}",
                   "find {letter} if|when|such_that|where|given|given_that|from {conditions}",
                   "what is {letter} if|when|such_that|where|given|given_that {conditions}", "solve {conditions} to_find {letter}",
                   "rearrange {conditions} to_make {letter} the_subject"),
             aims=("equation", "roots", "zeros"), chooses=_WHOLE),
    _request("solve differential equation", "solve the differential equation {y' = 2y} for {y} as a function of {x}", r"y'=2y", "the functions whose derivatives fit",
             f"solve the differential equation {{conditions}} [for {{unknowns}}] [{_GIVEN} {{conditions}}] [{_OF_LETTER}]",
             "solve the differential equations", "solve the ode", "solve the initial value problem", "general solution of", "general solution to",
             "particular solution of", "particular solution to", "general solution of the differential equation", "particular solution of the differential equation",
             ways=(f"solve {{conditions}} [{{interval}}] {_GIVEN} {{conditions}} [{_OF_LETTER}]", "solve {conditions} for {unknowns} , {conditions}",
                   f"solve {{conditions}} [for {{unknowns}}] {_OF_LETTER}"),
             aims=("differential equation", "ode", "separable", "integrating factor", "growth", "decay", "initial value"), chooses=_CONSTANTS),
    _request("roots of", "roots of {f}", "f(x)=0", "where an expression is 0", "roots of {conditions} [{interval}] [near {point}]",
             "zeros of", "zeroes of", "solutions of", "solutions to", "roots", "zeros", aims=("solve",), chooses=_WHOLE),
)

_CALCULUS: Final = (
    _request("derivative of", "derivative of {E}", r"\tfrac{d}{dx}E", "rate of change, as an expression or at a point", f"derivative of {_DERIVATIVE}",
             "differentiate", "derivative", "gradient of", "gradient function of", "first derivative of", "rate of change of", "slope of",
             "derive", "partial derivative of",
             "diff", "deriv",
             aims=("differentiate", "gradient", "slope")),
    _request("second derivative of", "second derivative of {E}", r"\tfrac{d^2}{dx^2}E", "the derivative of the derivative", f"second derivative of {_DERIVATIVE}",
             aims=("differentiate",)),
    _request("third derivative of", "third derivative of {E}", r"\tfrac{d^3}{dx^3}E", "differentiated three times", f"third derivative of {_DERIVATIVE}"),
    _request("limit of", "limit of {E} as {x} -> {a}", r"\lim_{x\to a}E", "limit, also x -> a+, a-, oo", "limit of {body} as {approach}", "limit", "lim",
             ways=("lim {approach} {tight}", "limit {approach} {tight}", "lim _ {approach} {tight}", "lim {approach} of {body}", "limit {approach} of {body}",
                   "lim of {body} as {approach}", "limit of {body} when {approach}", "limit as {approach} of {body}", "lim {body} when {approach}")),
    _request("integral of", "integral of {E} dx", r"\int E\,dx", "antiderivative, or between two values", "integral of {body} [{differential}] [{ends}]",
             "integrate", "integral", "antiderivative of", "antiderivative", "primitive of", "indefinite integral of", "definite integral of", "int",
             ways=("∫ {bounds} {tight} [{differential}] [{ends}]", "∫ {tight} [{differential}] [{ends}]", "∫ from {point} to {point} of {body} {differential}",
                   "integral {bounds} {tight} {differential}", "integral {ends} of {body} [{differential}]",
                   "int {bounds} {tight} {differential}"),
             aims=("area", "antiderivative"), chooses=_CONSTANTS),
    _request("sum of", "sum of {E} for {n} from {a} to {b}", r"\sum_{n=a}^b E", "sum of terms", "sum of {bodies} [{ends}]", "sum",
             ways=("∑ {bounds} {tight}", "sum {bounds} {tight}", "∑ {bodies} {ends}", "sum {ends} of {body}"), aims=("series", "sigma")),
    _request("product of", "product of {E} for {n} from {a} to {b}", r"\prod_{n=a}^b E", "product of terms", "product of {bodies} [{ends}]",
             ways=("∏ {bounds} {tight}", "product {bounds} {tight}", "prod {bounds} {tight}", "∏ {bodies} {ends}", "product {ends} of {body}")),
    _request("series of", "series of {E} at {x = 0} to order {5}", r"\sum c_n x^n", "Taylor polynomial",
             f"series of {{body}} at|about|around [{{letter}} =] {{point}} {_ORDER}",
             "taylor series of", "maclaurin series of", "taylor of", "taylor polynomial of", "taylor expansion of", "series expansion of",
             ways=(f"maclaurin series of {{body}} {_ORDER}",
                   f"maclaurin polynomial of {{body}} {_ORDER}", f"maclaurin expansion of {{body}} {_ORDER}"),
             aims=("Taylor",)),
    _request("turning points of", "turning points of {f} for {x} from {a} to {b}", r"f'(x)=0", "maxima, minima and level points, with their kind",
             f"turning points of {_TURNING}", "turning points", "stationary points of", "stationary points", "critical points of", "turning point of",
             "stationary point of", "vertex of",
             "local maxima and minima of",
             aims=("maximum", "minimum", "stationary"), chooses=_HEIGHTS),
    _request("greatest value of", "greatest value of {f} for {x} from {a} to {b}", r"\max f", "the greatest value and where it is taken", f"greatest value of {_EXTREME}",
             "greatest value", "maximum of", "maximum value of", "max of", "largest value of", "maximum", "maximise", "maximize", aims=("maximum",)),
    _request("least value of", "least value of {f} for {x} from {a} to {b}", r"\min f", "the least value and where it is taken", f"least value of {_EXTREME}",
             "least value", "minimum of", "minimum value of", "min of", "smallest value of", "minimum", "minimise", "minimize", aims=("minimum",)),
    _request("tangent to", "tangent to {f} at {x} = {1}", r"y=mx+c", "the line that touches a curve at a point", "tangent to {body} at [{letter} =] {point}",
             "tangent of", "tangent line to", "tangent line of", "equation of the tangent to", "equation of tangent to", "the tangent to",
             "equation of the tangent line to",
             aims=("gradient", "touching line"), chooses=_HEIGHTS),
    _request("normal to", "normal to {f} at {x} = {1}", r"y=-\tfrac1m x+c", "the line at right angles to a curve at a point", "normal to {body} at [{letter} =] {point}",
             "normal of", "normal line to", "equation of the normal to", "equation of normal to", "the normal to", aims=("perpendicular",), chooses=_HEIGHTS),
    _request("area between", "area between {f} and {g} for x from {a} to {b}", r"\int_a^b|f-g|\,dx", "two curves, from a to b",
             "area between {body} and {body} [{ends}]", "area of region between", "area of the region between", "area enclosed by", "area bounded by"),
    _request("area under", "area under {f} for x from {a} to {b}", r"\int_a^b|f|\,dx", "between a curve and the x-axis", "area under {body} {ends}", "area below",
             "area of the region under"),
    _request("laplace transform of", "laplace transform of {E} in {t}, as a function of {s}", r"\int_0^\infty e^{-st}E\,dt",
             "transform, with its condition on s", "laplace transform of {body} [in {letter}] [, as_a_function_of {letter}]", "laplace of", "laplace transform"),
    _request("inverse laplace transform of", "inverse laplace transform of {E} in {s}, as a function of {t}", r"F(s)\to f(t)", "back from a transform",
             "inverse laplace transform of {body} [in {letter}] [, as_a_function_of {letter}]", "inverse laplace of"),
)

_FUNCTIONS: Final = (
    _request("inverse of", "inverse of {f}", r"f^{-1}", "the inverse function, with its domain; the inverse of a matrix", "inverse of {body} [{interval}]",
             "inverse function of"),
    _request("log base", "log base {b} of {x}", r"\log_b x", "logarithm to a base", "log base {point} of {tight}", "logarithm base", "logarithm to base",
        "log to base"),
    _request("substitute", "substitute {x} = {3} into {E}", r"E\big|_{x=3}", "a value put in for a letter", "substitute {letter} = {point} into|in {expression}", "put",
             "sub", "subs", "plug", "plug in", "insert"),
    _request("domain of", "domain of {f}", r"D_f", "where a function has a value", "domain of {body}", "largest domain of", "maximal domain of", "natural domain of",
             chooses=_WHOLE),
    _request("range of", "range of {f}", r"R_f", "the values that a function takes", "range of {body} [{interval}]", chooses=_HEIGHTS),
    _request("asymptotes of", "asymptotes of {f}", r"y\to mx+c", "lines that a curve comes near", "asymptotes of {body}", "asymptote of", chooses=_HEIGHTS),
    _request("table of", "table of {f} for {x} from {a} to {b} step {1}", r"\begin{array}{c|c}x&f\end{array}",
             "values of functions, exact and decimal", "table of {conditions} [{steps}]", "table", "table of values of", "table of values for", "values of",
             aims=("values",)),
    _request("graph", "graph {f} for {x} from {a} to {b}", r"y=f(x)", "curves with their zeros and turning points", "graph {conditions} [{windows}]",
             "graph of", "plot of", "graph the curve", "graph the function", "plot", "draw", "sketch", "draw the graph of", "sketch the graph of",
             aims=("curve", "plot")),
    _request("graph slopes", "slope field of {y' = x - y} for x from {-3} to {3}, y from {-3} to {3}", r"y'=F(x,y)", "the directions of a differential equation",
             "slope field of {conditions} [{windows}]", "direction field of", "field of slopes of", "graph the slope field of", "graph slope field of", "slope field for",
             "draw the slope field of", "sketch the slope field of", "direction field for", "direction field", "slope field",
             aims=("differential equation", "direction field", "isocline")),
    _request("graph points", "graph points {L}", r"(x,y)", "points of a list of pairs", "graph points {bodies} [joined]", "plot points", aims=("scatter",)),
)

_OF_NUMBERS: Final = (
    _of_numbers("mean", r"\bar x", "the sum over how many there are", "average", aims=("average",)),
    _of_numbers("median", r"\tilde x", "the middle value", aims=("average",)),
    _of_numbers("mode", r"x_m", "the most frequent value, or a list of several", aims=("average",)),
    _of_numbers("variance", r"s^2", "spread about the mean, of a sample (divides by n - 1)", "var", "sample variance", aims=("spread",)),
    _of_numbers("standard deviation", r"s", "square root of the variance, of a sample", "sd", "sample standard deviation", aims=("spread",)),
    _of_numbers("population variance", r"\sigma^2", "variance of a whole population", aims=("spread",)),
    _of_numbers("population standard deviation", r"\sigma", "standard deviation of a whole population", aims=("spread",)),
    _of_numbers("lcm", r"\operatorname{lcm}", "least common multiple", "lowest common multiple", "least common multiple"),
    _of_numbers("gcd", r"\gcd", "greatest common divisor", "hcf", "highest common factor", "greatest common divisor", aims=("highest common factor",)),
)

_OF_ONE: Final = (
    _request("angle between", "angle between {u} and {v}", r"\angle(u, v)", "angle between two vectors", "angle between {body} and {body}", "the angle between",
        aims=("vector",)),
    _of_one("unit vector", "unit vector of {v}", r"\hat v", "vector of length 1 in the same direction", aims=("vector",)),
    _of_one("length", "length of {v}", r"|v|", "length of a vector", "norm", aims=("vector",)),
    _of_one("determinant", "determinant of {A}", r"\det A", "determinant of a matrix", "det", aims=("matrix",)),
    _of_one("transpose", "transpose of {A}", r"A^T", "rows and columns exchanged", aims=("matrix",)),
    _of_one("trace", "trace of {A}", r"\operatorname{tr}A", "sum of the diagonal", aims=("matrix",)),
    _of_one("rank", "rank of {A}", r"\operatorname{rank}A", "number of independent rows", aims=("matrix",)),
    _of_one("eigenvalues", "eigenvalues of {A}", r"\lambda", "numbers by which a matrix stretches vectors", "eigenvalue", is_bare=True, aims=("matrix",)),
    _of_one("eigenvectors", "eigenvectors of {A}", r"Av=\lambda v", "vectors that a matrix only stretches", "eigenvector", is_bare=True, aims=("matrix",)),
    _of_one("reduced form", "reduced form of {A}", r"\operatorname{reduced}A", "reduced row echelon form of a matrix", "reduced row echelon form", "row reduced form",
            aims=("matrix", "row echelon")),
    _request("square root of", "square root of {E}", r"\sqrt{E}", "square root", "square root of {tight}", aims=("surd",)),
    _request("cube root of", "cube root of {E}", r"\sqrt[3]{E}", "cube root", "cube root of {tight}", aims=("surd",)),
    _of_one("absolute value", "absolute value of {E}", r"|E|", "size of a number", "modulus", "magnitude"),
    _of_one("real part", "real part of {z}", r"\operatorname{re}z", "real part of a complex number", aims=("complex",)),
    _of_one("imaginary part", "imaginary part of {z}", r"\operatorname{im}z", "imaginary part of a complex number", aims=("complex",)),
    _of_one("conjugate", "conjugate of {z}", r"\overline z", "complex conjugate", "complex conjugate", aims=("complex",)),
    _of_one("argument", "argument of {z}", r"\arg z", "angle of a complex number", aims=("complex",)),
)

REQUESTS: Final = {entry.name: entry for entry in (*_CHANGING, *_SOLVING, *_CALCULUS, *_FUNCTIONS, *_OF_NUMBERS, *_OF_ONE)}
