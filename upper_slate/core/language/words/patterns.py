"""The tray of patterns: what is hard to type, or hard to remember how to type, each a word with a typeset sample."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from .constants import GREEK


@dataclass(frozen=True)
class Pattern:
    """A pattern to insert: `written` with `{…}` round each gap, `sample` in LaTeX, sorted under a group; `also` are other words by which it is found."""

    group: str
    name: str
    written: str
    sample: str
    also: tuple[str, ...] = ()


def _group(group: str, *patterns: tuple[str, str, str] | tuple[str, str, str, str]) -> tuple[Pattern, ...]:
    """Patterns of a group, each as name, text and sample; a fourth part holds other words, separated by commas."""
    return tuple(Pattern(group, *pattern[:3], also=tuple(pattern[3].split(", ")) if len(pattern) > 3 else ()) for pattern in patterns)


_LETTERS: Final = ("alpha", "beta", "gamma", "delta", "epsilon", "theta", "lambda", "mu", "pi", "rho", "sigma", "phi", "omega", "Delta", "Sigma", "Omega")
_SIGN_OF: Final = {name: sign for sign, name in reversed(GREEK.items())}

PATTERNS: Final = (
    *_group(
        "Numbers",
        ("fraction", "({a})/({b})", r"\tfrac{a}{b}", "divide, over, quotient, ratio"),
        ("mixed number", "{9} {5}/{6}", r"9\tfrac56", "whole and fraction"),
        ("power", "{x}^({n})", "x^n", "exponent, index, superscript, raise"),
        ("square root", "sqrt({x})", r"\sqrt{x}", "surd, radical, sqrt"),
        ("cube root", "cbrt({x})", r"\sqrt[3]{x}", "radical, cbrt"),
        ("root", "root({x}, {n})", r"\sqrt[n]{x}", "n-th root, radical"),
        ("absolute value", "abs({x})", r"|x|", "modulus, size, bars"),
        ("recurring", "0.{1}({6})", r"0.1\overline{6}", "repeating decimal"),
        ("pi", "pi", r"\pi"),
        ("infinity", "oo", r"\infty", "oo, unbounded"),
        ("degrees", "{60}°", r"60^\circ", "angle"),
        ("per cent", "{20}%", r"20\%", "percentage"),
    ),
    *_group(
        "Functions",
        ("define", "{f}({x}) = {x^2 - 3}", "f(x)=", "function"),
        ("by cases", "{f}({x}) = {x^2} if {x < 0}, {2x} otherwise", r"\begin{cases}\cdot\\\cdot\end{cases}", "piecewise"),
        ("compose", "({f} ∘ {g})({x})", r"f\circ g", "composition, ring"),
        ("put in", "{E} at {x} = {2}", r"E\big|_{x=2}", "substitute, at, where, evaluate"),
        ("sine", "sin({x})", r"\sin x", "sin, trigonometry"),
        ("logarithm", "ln({x})", r"\ln x", "ln, log, natural"),
        ("exponential", "e^({x})", "e^x", "e to the power, exp"),
    ),
    *_group(
        "Calculus",
        ("derivative at a point", "{f}'({x})", "f'(x)", "prime, gradient, slope"),
        ("d by dx", "d/dx ({E})", r"\tfrac{d}{dx}", "differentiate, derivative, gradient"),
        ("integral", "integral of {E} dx", r"\int E\,dx", "integrate, antiderivative"),
        ("between limits", "integral of {E} for {x} from {a} to {b}", r"\int_a^b", "definite integral, area"),
        ("sum", "sum of {E} for {n} from {1} to {10}", r"\sum_{n=1}^{10}", "sigma, series, total"),
        ("limit", "limit of {E} as {x} -> {0}", r"\lim_{x\to0}", "tends to, approaches"),
    ),
    *_group(
        "Signs",
        ("at most", "<= ", r"\le", "less than or equal, <="),
        ("at least", ">= ", r"\ge", "greater than or equal, >="),
        ("plus or minus", "{a} ± {b}", r"a\pm b", "both signs"),
        ("not equal", "!= ", r"\ne", "unequal, !="),
        ("same solutions", "<=> ", r"\Leftrightarrow", "equivalent, if and only if"),
        ("it follows", "=> ", r"\Rightarrow", "implies, therefore"),
        ("ask", "{A} = {B} ?", r"A=B\,?", "is it equal, check, question"),
    ),
    *_group(
        "Lists",
        ("list", "[{3}, {1}, {4}]", r"[3,1,4]", "data, set"),
        ("matrix", "[[{a}, {b}], [{c}, {d}]]", r"\begin{pmatrix}a&b\\c&d\end{pmatrix}", "rows, columns, array"),
    ),
    *_group(
        "Solve",
        ("solve", "solve {x^2 = 12} for {x}", r"x=\dots", "roots, equation"),
        ("factor", "factor {x^2 - 1}", r"(x-1)(x+1)", "factorise"),
        ("expand", "expand {(a + b)^2}", r"a^2+2ab+b^2", "multiply out, brackets"),
        ("to 3 figures", "{E} to 3 sf", r"\approx", "significant figures, round, decimal"),
        ("graph", "graph {f} for {x} from {-5} to {5}", r"y=f(x)", "plot, draw, sketch"),
    ),
    *(Pattern("Greek", name, name, _SIGN_OF[name]) for name in _LETTERS),
)
