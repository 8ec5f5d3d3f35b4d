"""The line that a student can add to the worksheet to have what a graph shows proved there."""

from __future__ import annotations

from collections.abc import Sequence

from ..language.plain import plain
from ..language.tree import Bracket, Call, Name, Node, Relation, with_name
from ..working.ground.values import Asymptote, Feature


class Proofs:
    """Lines about the curves of one graph, in its letter and between its ends as text."""

    def __init__(self, letter: str, ends: Sequence[str]) -> None:
        self._letter, self._low, self._high = letter, *ends

    def of(self, curve: Node, feature: Feature, at: str | None) -> str:
        """The line for a point of a curve; `at` is its exact place, where it has one."""
        match feature.kind:
            case "zero":
                return self._solve(f"{self._value(curve)} = 0")
            case "maximum" | "minimum":
                return f"turning points of {plain(curve)} for {self._letter} from {self._low} to {self._high}"
            case "inflection":
                return self._solve(f"{self._bend(curve)} {'>' if feature.side else '='} 0")
            case "hole":
                return self._limit(curve, at or "")
            case "end" | "jump" if at is not None:
                return self._limit(curve, f"{at}{'-' if feature.side < 0 else '+'}")
        if at is None:
            return self._domain(curve)
        return f"{self._value(curve)} at {self._letter} = {at}" if not isinstance(curve, Name) or curve.name == self._letter else f"{curve.name}({at})"

    def meeting(self, one: Node, other: Node) -> str:
        """The line for the meetings of two curves: the height of a function is put into an equation, two equations are solved together."""
        up = "y" if self._letter != "y" else "x"
        match isinstance(one, Relation), isinstance(other, Relation):
            case True, True:
                return f"solve {plain(one)} and {plain(other)} for {self._letter}, {up}"
            case True, False:
                return self._solve(plain(with_name(one, up, self._height(other))))
            case False, True:
                return self._solve(plain(with_name(other, up, self._height(one))))
        return self._solve(f"{self._value(one)} = {self._value(other)}")

    def _height(self, curve: Node) -> Node:
        """A function at the letter of the graph, or what was written, in brackets."""
        return Call(curve.name, (Name(self._letter),)) if isinstance(curve, Name) and curve.name != self._letter else Bracket(curve)

    def asymptote(self, curve: Node, line: Asymptote, at: str | None) -> str:
        """The line for an asymptote, on the side on which it is."""
        far = "-oo" if line.side < 0 else "oo"
        if line.kind == "vertical":
            return self._limit(curve, f"{at}{'-' if line.side < 0 else '+'}") if at is not None else self._domain(curve)
        if line.kind == "horizontal":
            return self._limit(curve, far)
        return f"limit of {self._factor(curve)}/{self._letter} as {self._letter} -> {far}"

    def _domain(self, curve: Node) -> str:
        return f"domain of {plain(curve)}"

    def _limit(self, curve: Node, end: str) -> str:
        return f"limit of {self._value(curve)} as {self._letter} -> {end}"

    def _solve(self, equation: str) -> str:
        return f"solve {equation} for {self._letter} in [{self._low}, {self._high}]"

    def _value(self, curve: Node) -> str:
        return f"{curve.name}({self._letter})" if isinstance(curve, Name) and curve.name != self._letter else plain(curve)

    def _factor(self, curve: Node) -> str:
        return self._value(curve) if isinstance(curve, Name) else f"({plain(curve)})"

    def _bend(self, curve: Node) -> str:
        """The second derivative."""
        if isinstance(curve, Name) and curve.name != self._letter:
            return f"{curve.name}''({self._letter})"
        return f"d^2/d{self._letter}^2 ({plain(curve)})"
