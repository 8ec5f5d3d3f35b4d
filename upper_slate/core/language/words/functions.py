"""The built-in functions."""

from __future__ import annotations

from typing import Final

from .entries import Entry

_TRIG = ("trigonometry", "angle")


def _function(name: str, pattern: str, sample: str, meaning: str, *, latex: str | None = None,
              arity: tuple[int, int | None] = (1, 1), aliases: tuple[str, ...] = (), aims: tuple[str, ...] = (),
              angle: str | None = None) -> Entry:
    return Entry(name, "function", pattern, sample, meaning, arity, aliases, aims, angle,
                 latex or rf"\operatorname{{{name}}}")


def _clipped(name: str, words: str, meaning: str) -> Entry:
    """A clipped name that worksheets of before hold: it is read, and written in words."""
    return Entry(name, "function", f"{words} {{L}}", rf"\text{{{words}}}\,L", meaning, (1, 1), latex=rf"\text{{{words}}}", in_words=words)


def _trig(name: str, meaning: str, latex: str | None = None, aliases: tuple[str, ...] = ()) -> Entry:
    sign = latex or f"\\{name}"
    return _function(name, f"{name}({{x}})", rf"{sign} x", meaning, latex=sign, aliases=aliases, aims=_TRIG, angle="takes")


def _arc(name: str, of: str, alias: str) -> Entry:
    return _function(name, f"{name}({{x}})", rf"\{name} x", f"angle whose {of} is x", latex=f"\\{name}",
                     aliases=(alias,), aims=_TRIG, angle="gives")


FUNCTIONS: Final = {entry.name: entry for entry in (
    _function("sqrt", "sqrt({x})", r"\sqrt{x}", "square root", aims=("surd", "radical", "root")),
    _function("cbrt", "cbrt({x})", r"\sqrt[3]{x}", "cube root", aims=("surd", "radical", "root")),
    _function("root", "root({x}, {n})", r"\sqrt[n]{x}", "n-th root", arity=(2, 2), aims=("surd", "radical")),
    _function("abs", "abs({x})", r"\left|x\right|", "absolute value", aims=("modulus", "size")),
    _function("exp", "exp({x})", "e^x", "e to the power x", latex=r"\exp"),
    _function("ln", "ln({x})", r"\ln x", "natural logarithm", latex=r"\ln", aims=("logarithm",)),
    _function("log", "log({x})", r"\log x", "logarithm to base 10, or log(x, b) to base b", latex=r"\log", arity=(1, 2),
              aims=("logarithm",)),
    _trig("sin", "sine"), _trig("cos", "cosine"), _trig("tan", "tangent"),
    _trig("sec", "secant, 1/cos"), _trig("csc", "cosecant, 1/sin", aliases=("cosec",)), _trig("cot", "cotangent, cos/sin"),
    _arc("arcsin", "sine", "asin"), _arc("arccos", "cosine", "acos"), _arc("arctan", "tangent", "atan"),
    _function("sinh", "sinh({x})", r"\sinh x", "hyperbolic sine", latex=r"\sinh"),
    _function("cosh", "cosh({x})", r"\cosh x", "hyperbolic cosine", latex=r"\cosh"),
    _function("tanh", "tanh({x})", r"\tanh x", "hyperbolic tangent", latex=r"\tanh"),
    _function("arsinh", "arsinh({x})", r"\operatorname{arsinh} x", "inverse of sinh"),
    _function("arcosh", "arcosh({x})", r"\operatorname{arcosh} x", "inverse of cosh"),
    _function("artanh", "artanh({x})", r"\operatorname{artanh} x", "inverse of tanh"),
    _function("sign", "sign({x})", r"\operatorname{sign} x", "-1, 0 or 1"),
    _function("floor", "floor({x})", r"\lfloor x\rfloor", "greatest whole number not above x", aims=("round down",)),
    _function("ceil", "ceil({x})", r"\lceil x\rceil", "least whole number not below x", aims=("round up",)),
    _function("round", "round({x})", r"\operatorname{round} x", "nearest whole number, halves away from zero"),
    _function("min", "min({a}, {b})", r"\min(a, b)", "least of several", latex=r"\min", arity=(1, None)),
    _function("max", "max({a}, {b})", r"\max(a, b)", "greatest of several", latex=r"\max", arity=(1, None)),
    _function("gcd", "gcd({a}, {b})", r"\gcd(a, b)", "greatest common divisor", latex=r"\gcd", arity=(1, None),
              aliases=("hcf",), aims=("highest common factor",)),
    _function("lcm", "lcm({a}, {b})", r"\operatorname{lcm}(a, b)", "least common multiple", arity=(1, None)),
    _function("choose", "choose({n}, {k})", r"\binom{n}{k}", "ways to choose k out of n", arity=(2, 2), aliases=("nCr",), aims=("binomial", "combinations")),
    _function("permutations", "permutations({n}, {k})", r"{}_nP_k", "ways to put k out of n in order", arity=(2, 2), aliases=("nPr",), aims=("arrangements",)),
    _function("re", "re({z})", r"\operatorname{re} z", "real part", aims=("complex",)),
    _function("im", "im({z})", r"\operatorname{im} z", "imaginary part", aims=("complex",)),
    _function("conj", "conj({z})", r"\overline{z}", "complex conjugate", aims=("complex",)),
    _function("arg", "arg({z})", r"\arg z", "angle of a complex number", latex=r"\arg", aims=("complex",), angle="gives"),
    _function("mean", "mean({L})", r"\operatorname{mean} L", "mean of a list", aims=("average",)),
    _function("median", "median({L})", r"\operatorname{median} L", "middle value of a list", aims=("average",)),
    _function("mode", "mode({L})", r"\operatorname{mode} L", "most frequent value of a list, or a list of several", aims=("average",)),
    _function("variance", "variance({L})", r"\operatorname{variance} L", "variance of a sample (divides by n - 1)"),
    _function("sd", "sd({L})", r"\operatorname{sd} L", "standard deviation of a sample (divides by n - 1)", aliases=("stdev",),
        aims=("spread", "standard deviation")),
    _clipped("popvariance", "population variance of", "variance of a whole population"),
    _clipped("popstdev", "population standard deviation of", "standard deviation of a whole population"),
    _function("sum", "sum({L})", r"\operatorname{sum} L", "sum of a list", aims=("total",)),
    _function("dot", "dot({u}, {v})", r"u\cdot v", "scalar product of two vectors, also u · v and u dot v", arity=(2, 2), aims=("vector", "scalar product")),
    _function("cross", "cross({u}, {v})", r"u\times v", "vector product, also u × v and u cross v", arity=(2, 2), aims=("vector",)),
    _function("unit", "unit({v})", r"\hat v", "vector of length 1 in the same direction", aims=("vector",)),
    _function("angle", "angle({u}, {v})", r"\angle(u, v)", "angle between two vectors", arity=(2, 2), aims=("vector",), angle="gives"),
    _function("det", "det({M})", r"\det M", "determinant", latex=r"\det", aims=("matrix",)),
    _function("inverse", "inverse({M})", r"M^{-1}", "inverse of a matrix", aims=("matrix",)),
    _function("transpose", "transpose({M})", r"M^{T}", "rows and columns exchanged", aims=("matrix",)),
    _function("trace", "trace({M})", r"\operatorname{trace} M", "sum of the diagonal", aims=("matrix",)),
    _function("rank", "rank({M})", r"\operatorname{rank} M", "number of independent rows", aims=("matrix",)),
    _clipped("rref", "reduced form of", "reduced row echelon form"),
)}

#: Functions of one list: `mean(3, 4, 2)` is `mean([3, 4, 2])`.
LIST_FUNCTIONS: Final = frozenset({"mean", "median", "mode", "variance", "sd", "popvariance", "popstdev", "sum"})
#: Spreads of a sample: what is said of them, and the words for those of a whole population.
SPREADS: Final = {
    "variance": ("This variance divides by n - 1, as of a sample.", "population variance of"),
    "sd": ("This standard deviation divides by n - 1, as of a sample.", "population standard deviation of"),
}
#: What `sin-1(1/2)` means.
INVERSE_NAMES: Final = {"sin": "arcsin", "cos": "arccos", "tan": "arctan", "sinh": "arsinh", "cosh": "arcosh", "tanh": "artanh"}

_BY_ALIAS: Final = {alias: entry for entry in FUNCTIONS.values() for alias in entry.aliases}


def function_named(name: str) -> Entry | None:
    """The built-in function of that name or alias."""
    return FUNCTIONS.get(name) or _BY_ALIAS.get(name)
