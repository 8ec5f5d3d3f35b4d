"""The tray of patterns: what is hard to type, or hard to remember how to type, each a word with a typeset sample."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from .constants import GREEK


@dataclass(frozen=True)
class Pattern:
    """A pattern to insert: `written` with `{…}` round each gap, `sample` in LaTeX, sorted under a group."""

    group: str
    name: str
    written: str
    sample: str


def _group(group: str, *patterns: tuple[str, str, str]) -> tuple[Pattern, ...]:
    return tuple(Pattern(group, *pattern) for pattern in patterns)


_LETTERS: Final = ("alpha", "beta", "gamma", "delta", "epsilon", "theta", "lambda", "mu", "pi", "rho", "sigma", "phi", "omega", "Delta", "Sigma", "Omega")
_SIGN_OF: Final = {name: sign for sign, name in reversed(GREEK.items())}

PATTERNS: Final = (
    *_group(
        "Numbers", ("fraction", "({a})/({b})", r"\tfrac{a}{b}"), ("mixed number", "{9} {5}/{6}", r"9\tfrac56"), ("power", "{x}^{n}", "x^n"),
        ("square root", "sqrt({x})", r"\sqrt{x}"), ("cube root", "cbrt({x})", r"\sqrt[3]{x}"), ("root", "root({x}, {n})", r"\sqrt[n]{x}"),
        ("absolute value", "abs({x})", r"|x|"), ("recurring", "0.{1}({6})", r"0.1\overline{6}"), ("pi", "pi", r"\pi"), ("infinity", "oo", r"\infty"),
        ("degrees", "{60}°", r"60^\circ"), ("per cent", "{20}%", r"20\%")),
    *_group(
        "Functions", ("define", "{f}({x}) = {x^2 - 3}", "f(x)="), ("by cases", "{f}({x}) = {x^2} if {x < 0}, {2x} otherwise", r"\begin{cases}\cdot\\\cdot\end{cases}"),
        ("compose", "({f} ∘ {g})({x})", r"f\circ g"), ("put in", "{E} at {x} = {2}", r"E\big|_{x=2}"), ("sine", "sin({x})", r"\sin x"),
        ("logarithm", "ln({x})", r"\ln x"), ("exponential", "e^({x})", "e^x")),
    *_group(
        "Calculus", ("derivative at a point", "{f}'({x})", "f'(x)"), ("d by dx", "d/dx ({E})", r"\tfrac{d}{dx}"), ("integral", "integral of {E} dx", r"\int E\,dx"),
        ("between limits", "integral of {E} for {x} from {a} to {b}", r"\int_a^b"), ("sum", "sum of {E} for {n} from {1} to {10}", r"\sum_{n=1}^{10}"),
        ("limit", "limit of {E} as {x} -> {0}", r"\lim_{x\to0}")),
    *_group(
        "Signs", ("at most", "<= ", r"\le"), ("at least", ">= ", r"\ge"), ("not equal", "!= ", r"\ne"), ("same solutions", "<=> ", r"\Leftrightarrow"),
        ("it follows", "=> ", r"\Rightarrow"), ("ask", "{A} = {B} ?", r"A=B\,?")),
    *_group("Lists", ("list", "[{3}, {1}, {4}]", r"[3,1,4]"), ("matrix", "[[{a}, {b}], [{c}, {d}]]", r"\begin{pmatrix}a&b\\c&d\end{pmatrix}")),
    *_group("Solve", ("solve", "solve {x^2 = 12} for {x}", r"x=\dots"), ("factor", "factor {x^2 - 1}", r"(x-1)(x+1)"), ("expand", "expand {(a + b)^2}", r"a^2+2ab+b^2"),
            ("to 3 figures", "{E} to 3 sf", r"\approx"), ("graph", "graph {f} for {x} from {-5} to {5}", r"y=f(x)")),
    *(Pattern("Greek", name, name, _SIGN_OF[name]) for name in _LETTERS),
)
