"""Words of everyday mathematics that are no names here: never a product of their letters, and what was meant by each."""

from __future__ import annotations

from typing import Final

#: By the word in small letters: what to write for it; nothing where only leaving it out helps.
NEVER_LETTERS: Final[dict[str, tuple[str, ...]]] = {
    "let": (), "be": (), "is": (), "so": (), "hence": (), "thus": (), "then": (), "and": (), "since": (), "the": (), "of": (), "when": (), "where": (), "that": (),
    "if": (),
    "are": (), "has": (), "get": (), "gives": (), "now": (), "by": (), "we": (), "this": (), "it": (), "as": (), "was": (), "not": (), "but": (), "for": (),
    "given": (), "with": (),
    "ans": ("above",), "answer": ("above",), "int": ("floor", "integral of"), "inv": ("inverse",), "deg": ("°",), "rad": (), "std": ("sd",), "var": ("variance",),
    "avg": ("mean",), "average": ("mean",), "lim": ("limit of",), "der": ("derivative of",), "deriv": ("derivative of",), "diff": ("derivative of",),
    "grad": ("gradient of",),
    "lg": ("log",), "tg": ("tan",), "ctg": ("cot",), "ncr": ("choose",), "npr": ("permutations",), "sqr": ("sqrt",), "sqroot": ("sqrt",), "mod": (), "div": (),
    "abs": ("abs",),
    "arcsine": ("arcsin",), "sine": ("sin",), "cosine": ("cos",), "degrees": ("°",), "degree": ("°",), "degs": ("°",), "radians": (), "choose": (), "det": ("det",),
    "inf": ("oo",), "infty": ("oo",), "mean": ("mean",),
    "root": ("root",), "plus": ("+",), "minus": ("-",), "times": ("*",), "over": ("/",), "divided": ("/",), "squared": ("^2",), "cubed": ("^3",), "halved": ("/2",),
    "exp": ("exp",), "sgn": ("sign",), "signum": ("sign",), "ceiling": ("ceil",), "arctg": ("arctan",), "arcctg": ("arccot",),
    "tr": ("trace",), "cis": (), "equals": ("=",), "per": ("/",), "add": ("+",),
    "one": ("1",), "two": ("2",), "six": ("6",), "ten": ("10",),
    "off": (), "out": (), "all": (), "any": (), "odd": (), "how": (), "why": (), "who": (), "you": (), "yes": (), "can": (), "set": (), "put": (), "use": (), "try": (),
}

#: Calls in other words, each with what is written for it; the places take the arguments.
CALLS: Final = {
    "factorial": "{}!", "fact": "{}!", "pow": "{}^{}", "power": "{}^{}", "mod": "{} mod {}", "rem": "{} mod {}", "binom": "choose({}, {})", "binomial": "choose({}, {})",
    "comb": "choose({}, {})", "perm": "permutations({}, {})", "C": "choose({}, {})", "P": "permutations({}, {})", "cuberoot": "cbrt({})", "squareroot": "sqrt({})",
    "nthroot": "root({}, {})", "deg": "{} in degrees", "rad": "{}° in radians", "degrees": "{} in degrees", "radians": "{} in radians", "square": "{}^2", "cube": "{}^3",
    "sq": "{}^2", **dict.fromkeys(("norm", "magnitude", "mag", "modulus"), "|{}|"), "ceiling": "ceil({})", "signum": "sign({})",
}
