"""The signs that can be drawn: what each puts into a line, and the ways in which it is drawn, our own."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from ..language.words import GREEK
from .strokes import Point, smooth


@dataclass(frozen=True)
class Sign:
    """A sign by its name: what it puts into a line (`{…}` round each gap), its LaTeX, and its strokes in each way in which it is drawn."""

    name: str
    written: str
    sample: str
    ways: tuple[tuple[tuple[Point, ...], ...], ...]


def _stroke(text: str) -> tuple[Point, ...]:
    """`~` before points makes a smooth line through them; x to the right, y down, in hundredths of the height of a letter."""
    points = [(float(x), float(y)) for x, y in (pair.split(",") for pair in text.lstrip("~ ").split())]
    return tuple(smooth(points) if text.startswith("~") else points)


def _sign(name: str, written: str, sample: str, *ways: str) -> Sign:
    """Each way is its strokes, separated by semicolons."""
    return Sign(name, written, sample, tuple(tuple(_stroke(part.strip()) for part in way.split(";")) for way in ways))


_LETTER: Final = {name: sign for sign, name in reversed(GREEK.items())}


def _greek(name: str, *ways: str) -> Sign:
    return _sign(name, name, _LETTER[name], *ways)


_ROUND: Final = "~50,5 26,18 15,50 26,84 50,97 75,84 86,50 75,18 50,5"

SIGNS: Final = (
    _greek("alpha", "~95,15 62,75 36,90 12,65 18,30 40,12 62,35 95,88", "~92,12 70,62 45,88 18,72 16,38 38,14 62,30 78,70 98,86"),
    _greek("beta", "~15,122 24,40 40,6 66,14 62,40 36,50 70,62 72,88 46,99 24,88", "~20,120 22,20; ~22,20 50,4 66,22 36,48 70,62 66,92 26,92"),
    _greek("gamma", "~8,20 25,8 45,50 48,95 38,118 30,95 48,60 85,8", "~8,22 22,10 38,40 46,80; ~84,8 52,66 36,118"),
    _greek("delta", "~68,18 46,5 30,15 45,40 70,65 55,95 26,92 18,66 40,45 62,52"),
    _greek("epsilon", "~75,15 46,5 25,22 50,45 22,65 30,92 60,98 80,82", "~78,12 36,14 18,50 36,88 80,90; 20,50 66,50"),
    _greek("zeta", "~25,5 72,8 36,45 22,80 45,95 70,102 58,122"),
    _greek("eta", "~10,22 24,12 30,30 28,86 30,40 55,12 72,30 70,122"),
    _greek("theta", "~50,2 28,22 22,52 30,86 50,98 70,84 78,50 70,18 50,2; 24,50 76,50"),
    _greek("kappa", "25,18 20,92; ~72,18 42,46 28,54 52,64 74,92"),
    _greek("lambda", "~20,8 36,14 55,55 80,98; 50,45 18,98"),
    _greek("mu", "~20,122 25,10; ~25,50 36,76 62,60 66,10; ~66,10 66,64 84,76", "~18,122 26,12 26,60 40,76 62,60 66,12 66,64 84,74"),
    _greek("nu", "~14,15 26,18 44,86; ~44,86 72,50 78,15"),
    _greek("xi", "~70,6 36,12 36,28 62,30 30,44 30,58 58,60 24,76 32,94 66,100 58,120"),
    _greek("pi", "~8,26 24,12 92,12; ~36,14 32,60 20,92; ~64,14 66,72 82,88"),
    _greek("rho", "~20,120 25,50 45,15 70,25 72,55 50,76 28,64"),
    _greek("sigma", "~94,14 46,15 20,40 25,75 50,86 72,66 68,36 46,15"),
    _greek("tau", "~8,26 24,12 84,12; ~46,14 42,62 50,86 66,80"),
    _greek("phi", "~50,28 25,36 18,56 28,76 50,83 72,76 82,56 72,36 50,28; 50,-6 50,118", "~30,20 16,46 32,74 62,70 82,42 66,22 50,46 44,118"),
    _greek("chi", "~12,18 26,16 66,88 86,94; 80,14 18,98"),
    _greek("psi", "~12,15 20,50 45,70 75,52 86,15; 50,0 46,116"),
    _greek("omega", "~25,20 12,50 22,80 42,75 50,45 58,75 78,80 88,50 75,20"),
    _greek("Gamma", "25,96 25,8 80,8", "25,8 25,96; 25,8 80,8"),
    _greek("Delta", "50,8 12,92 88,92 50,8", "12,92 50,8 88,92; 12,92 88,92"),
    _greek("Theta", f"{_ROUND}; 34,50 66,50"),
    _greek("Lambda", "12,96 50,8 88,96"),
    _greek("Xi", "18,10 84,10; 28,50 74,50; 18,92 84,92"),
    _greek("Pi", "22,96 22,8 80,8 80,96", "22,8 22,96; 10,8 92,8; 80,8 80,96"),
    _greek("Sigma", "82,12 18,10 56,50 18,92 84,90"),
    _greek("Phi", "~50,24 24,32 15,54 26,76 50,84 75,76 86,54 75,32 50,24; 50,4 50,104; 34,4 66,4; 34,104 66,104"),
    _greek("Psi", "~10,12 16,46 46,62 80,46 88,12; 50,6 50,100; 34,6 66,6; 34,100 66,100"),
    _greek("Omega", "~12,94 36,92 18,62 25,20 50,8 76,20 84,62 66,92 90,94"),
    _sign("equals", "= ", "=", "10,38 90,38; 10,62 90,62"),
    _sign("not equal", "!= ", r"\ne", "10,38 90,38; 10,62 90,62; 70,12 30,88"),
    _sign("less", "< ", "<", "85,12 15,50 85,88"),
    _sign("greater", "> ", ">", "15,12 85,50 15,88"),
    _sign("at most", "<= ", r"\le", "85,5 15,38 85,70; 15,92 85,92", "85,5 15,38 85,70; 15,55 85,92"),
    _sign("at least", ">= ", r"\ge", "15,5 85,38 15,70; 15,92 85,92", "15,5 85,38 15,70; 85,55 15,92"),
    _sign("plus or minus", "±", r"\pm", "50,8 50,72; 15,40 85,40; 15,94 85,94"),
    _sign("tends to", "-> ", r"\to", "5,50 95,50; 72,28 95,50 72,72", "5,50 95,50 72,28; 95,50 72,72"),
    _sign("it follows", "=> ", r"\Rightarrow", "5,38 82,38; 5,62 82,62; 68,18 98,50 68,82"),
    _sign("same solutions", "<=> ", r"\Leftrightarrow", "20,40 82,40; 20,62 82,62; 30,18 2,50 30,82; 70,18 98,50 70,82"),
    _sign("in", " in ", r"\in", "~86,12 40,12 16,50 40,88 86,88; 18,50 80,50"),
    _sign("plus", "+", "+", "50,10 50,90; 10,50 90,50"),
    _sign("minus", "-", "-", "10,50 90,50"),
    _sign("times", "*", r"\times", "18,18 82,82; 82,18 18,82"),
    _sign("divided by", "/", r"\div", "10,50 90,50; ~50,16 54,20 50,24 46,20 50,16; ~50,78 54,82 50,86 46,82 50,78"),
    _sign("over", "/", "/", "78,2 22,98"),
    _sign("star", "*", "*", "50,15 50,85; 20,32 80,68; 80,32 20,68"),
    _sign("ring", "∘", r"\circ", "~50,30 34,38 30,52 38,68 52,70 66,62 70,46 62,32 50,30"),
    _sign("square root", "sqrt({x})", r"\sqrt{x}", "4,60 18,52 36,96 56,8 98,8", "4,60 14,54 32,98 50,6 60,6"),
    _sign("cube root", "cbrt({x})", r"\sqrt[3]{x}", "10,64 22,58 38,98 58,14 98,14; ~4,6 18,4 18,18 8,22 20,26 18,42 2,40"),
    _sign("infinity", "oo", r"\infty", "~50,50 30,28 10,36 8,62 28,74 50,50 72,26 92,38 92,62 72,74 50,50"),
    _sign("factorial", "!", "!", "50,2 50,66; ~50,88 54,92 50,96 46,92 50,88"),
    _sign("prime", "'", "x'", "58,6 44,46"),
    _sign("second prime", "''", "x''", "44,6 30,52; 74,6 60,52"),
    _sign("degree", "°", r"{}^\circ", "~50,20 38,26 34,40 42,52 54,52 64,42 62,28 50,20"),
    _sign("per cent", "%", r"\%", "86,4 14,98; ~26,8 10,20 24,36 38,22 26,8; ~76,64 60,78 74,94 90,80 76,64"),
    _sign("power", "^({n})", "x^n", "20,60 50,18 80,60"),
    _sign("bar", "|", "|", "50,0 50,100"),
    _sign("absolute value", "abs({x})", "|x|", "30,0 30,100; 70,0 70,100"),
    _sign("opening bracket", "(", "(", "~66,0 42,24 34,50 42,78 66,102"),
    _sign("closing bracket", ")", ")", "~34,0 58,24 66,50 58,78 34,102"),
    _sign("opening square bracket", "[", "[", "66,0 36,0 36,100 66,100"),
    _sign("closing square bracket", "]", "]", "34,0 64,0 64,100 34,100"),
    _sign("opening brace", "{", r"\{", "~70,0 52,6 52,36 36,50 52,64 52,94 70,100"),
    _sign("closing brace", "}", r"\}", "~30,0 48,6 48,36 64,50 48,64 48,94 30,100"),
    _sign("integral", "integral of {E} d{x}", r"\int", "~78,14 64,0 52,20 48,96 36,118 22,104"),
    _sign("derivative", "d/d{x} ({E})", r"\partial", "~26,22 44,4 66,14 76,50 66,88 42,98 26,80 34,58 56,52 74,62"),
    _sign("sum", "sum of {E} for {n} from {1} to {10}", r"\sum", "88,20 86,6 14,6 58,54 12,106 86,106 90,90"),
    _sign("product", "product of {E} for {n} from {1} to {10}", r"\prod", "4,4 96,4; 24,4 24,112; 76,4 76,112; 14,112 34,112; 66,112 86,112"),
    _sign("question", "?", "?", "~22,24 34,4 66,4 78,26 54,48 50,68; ~50,88 54,92 50,96 46,92 50,88"),
    _sign("colon", ":", ":", "~50,24 54,28 50,32 46,28 50,24; ~50,74 54,78 50,82 46,78 50,74"),
    _sign("half", "1/2", r"\tfrac12", "24,6 24,44; 8,52 42,52; ~8,66 24,58 40,68 12,98 42,98"),
)
