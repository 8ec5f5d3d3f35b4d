"""Constants, Greek letters and the words that cannot be names."""

from __future__ import annotations

from typing import Final

from .entries import Entry


def _constant(name: str, sample: str, meaning: str, aliases: tuple[str, ...] = (), aims: tuple[str, ...] = ()) -> Entry:
    return Entry(name, "constant", name, sample, meaning, aliases=aliases, aims=aims, latex=sample)


CONSTANTS: Final = {entry.name: entry for entry in (
    _constant("pi", r"\pi", "circumference over diameter, 3.14159…", aims=("circle",)),
    _constant("e", "e", "base of natural logarithms, 2.71828…", aims=("exponential",)),
    _constant("i", "i", "square root of -1", aims=("complex", "imaginary")),
    _constant("oo", r"\infty", "infinity, in limits and intervals", aliases=("infinity",)),
    _constant("phi", r"\varphi", "golden ratio, 1.61803…", aims=("golden ratio",)),
)}

#: Sign → name, for letters typed as themselves.
GREEK: Final = {
    "α": "alpha", "β": "beta", "γ": "gamma", "δ": "delta", "ε": "epsilon", "ζ": "zeta", "η": "eta", "θ": "theta",
    "κ": "kappa", "λ": "lambda", "μ": "mu", "ν": "nu", "ξ": "xi", "π": "pi", "ρ": "rho", "σ": "sigma", "τ": "tau",
    "φ": "phi", "χ": "chi", "ψ": "psi", "ω": "omega", "Γ": "Gamma", "Δ": "Delta", "Θ": "Theta", "Λ": "Lambda",
    "Ξ": "Xi", "Π": "Pi", "Σ": "Sigma", "Φ": "Phi", "Ψ": "Psi", "Ω": "Omega", "ϕ": "phi", "ϑ": "theta", "ϵ": "epsilon",
    "µ": "mu",
}

#: Words that hold a line together; they end an operand and can never be names.
SMALL_WORDS: Final = frozenset({"at", "to", "in", "for", "mod", "div", "and", "or", "not", "if", "otherwise"})

#: Everything that cannot be defined, beside the names of built-in functions.
RESERVED_WORDS: Final = SMALL_WORDS | {"cell", "above"} | set(CONSTANTS) | {"infinity"}
