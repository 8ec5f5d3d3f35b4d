"""The head of a definition: the name that a line gives a meaning to, and the letters of a function."""

from __future__ import annotations

from dataclasses import dataclass

from .tokens import Token, canonical_name


@dataclass(frozen=True)
class Head:
    """`name` and `letters` as they stand in the line; the meaning begins at token `body`. `is_plain` where only = says that it is a definition."""

    name: Token
    letters: tuple[Token, ...]
    body: int
    is_plain: bool = True

    @property
    def written(self) -> str:
        """`f(x)`."""
        letters = ", ".join(t.text for t in self.letters)
        return f"{self.name.text}({letters})" if letters else self.name.text

    @property
    def canonical(self) -> str:
        """The name in its one spelling."""
        return canonical_name(self.name.text)


def head_of(tokens: list[Token]) -> Head | None:
    """The head with which a line begins: `a =`, `f(x) =`, `a :=`, `let a =`, `define f(x) =`, `f: x ->`; None where it begins otherwise."""
    at = 0
    if tokens[0].kind == "name" and tokens[0].text.lower() in ("let", "define") and tokens[1].kind == "name":
        at = 1
    name = tokens[at]
    if name.kind != "name" or name.text in ("cell", "above"):
        return None
    following = tokens[at + 1]
    if following.kind == ":" and len(tokens) > at + 3 and tokens[at + 2].kind == "name" and tokens[at + 3].kind == "->":
        return Head(name, (tokens[at + 2],), at + 4, is_plain=False)
    if following.kind in ("=", ":="):
        return Head(name, (), at + 2, is_plain=at == 0 and following.kind == "=")
    if following.kind != "(":
        return None
    letters: list[Token] = []
    k = at + 2
    while tokens[k].kind == "name":
        letters.append(tokens[k])
        if tokens[k + 1].kind == ")":
            sign = tokens[k + 2]
            return Head(name, tuple(letters), k + 3, is_plain=at == 0 and sign.kind == "=") if sign.kind in ("=", ":=") else None
        if tokens[k + 1].kind != ",":
            return None
        k += 2
    return None
