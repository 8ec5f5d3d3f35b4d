"""Differential equations: which letters stand for functions, and of which letter they are functions."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace

from ..language.tree import Apply, Bracket, Derivative, Name, Node, Prime, Product, Relation, Request, mapped
from ..language.words import CONSTANTS
from ..problems import LineError, Suggestion
from .cursor import Cursor
from .letters import free_letters
from .names import KnownNames

#: The request as it stands in the tree.
REQUEST = "solve differential equation"
SLOPES = "graph slopes"


def unknown_functions(bodies: Iterable[Node], names: KnownNames) -> list[str]:
    """The letters without a meaning whose derivative stands in an equation, in their order."""
    found = (_unknown_in(node, names) for body in bodies for node in body.walk())
    return list(dict.fromkeys(name for name in found if name is not None))


def _unknown_in(node: Node, names: KnownNames) -> str | None:
    """The y of y' or dy/dx where it has no meaning."""
    if not isinstance(node, Prime | Derivative) or not isinstance(node.body, Name):
        return None
    name = node.body.name
    is_unknown = not names.is_known(name) and names.is_letter(name) and not (isinstance(node, Derivative) and node.letter == name)
    return name if is_unknown else None


def written_as_quotient(node: Node, names: KnownNames) -> bool:
    """`dy/dx` where y has no meaning."""
    return isinstance(node, Derivative) and _unknown_in(node, names) is not None and node.start == node.body.start


def refuse_unknown(body: Node, names: KnownNames, is_relation: bool) -> None:
    """`y' = 2y` is about a function y: where y has no meaning it must not be read as a letter with the derivative 1."""
    for node in body.walk():
        if isinstance(node, Request) and node.name in (REQUEST, SLOPES):
            return
        _refuse_late_prime(node)
        name = _unknown_in(node, names)
        if name is None or not (isinstance(node, Prime) or is_relation or written_as_quotient(node, names)):
            continue
        if isinstance(body, Relation) and is_relation:
            raise LineError("unknown-name", f"This is a differential equation: {name} has no meaning above this line. It can be solved for {name}.",
                            node.start, node.end, Suggestion("solve ", body.start, body.start))
        raise LineError("unknown-name", f"{name} has no meaning above this line, so it cannot be differentiated.", node.start, node.end)


def _refuse_late_prime(node: Node) -> None:
    """`y(x)'`: the prime belongs to the function."""
    if not isinstance(node, Product):
        return
    for factor, following, sign in zip(node.factors, node.factors[1:], node.operators[1:], strict=False):
        if isinstance(factor, Name) and isinstance(following, Prime) and isinstance(following.body, Bracket) and isinstance(following.body.body, Name) and sign == "":
            end = following.body.end
            raise LineError("syntax", f"The prime stands behind the name: {factor.name}'({following.body.body.name}).", factor.start, following.end,
                            (Suggestion(f"{factor.name}'({following.body.body.name})", factor.start, end + 1),))


def differential_equation(cursor: Cursor, request: Request) -> Request:
    """The request with its letters: the functions, then what they are functions of. Errors: wrong-arguments where these are not clear."""
    unknown = unknown_functions(request.bodies, cursor.names)
    if request.interval is not None and not cursor.tolerant:
        raise LineError("not-supported", "A differential equation is solved wherever it has a value; no interval is given with it.",
                        request.interval.start, request.interval.end)
    if not unknown:
        if cursor.tolerant:
            return replace(request, name=REQUEST)
        raise LineError("wrong-arguments", "There is no derivative of an unknown function in this: it is written y' or dy/dx.", request.start, request.end)
    said = [name for name in request.letters if name not in unknown]
    for name in request.letters:
        if cursor.names.is_known(name) and name not in said:
            raise LineError("wrong-arguments", f"{name} has a meaning above this line.", request.start, request.end)
    said = list(dict.fromkeys((*said, *_arguments(request.bodies, unknown))))
    if len(said) > 1:
        raise LineError("wrong-arguments", f"It is not clear whether {unknown[0]} is a function of {said[0]} or of {said[1]}.", request.start, request.end)
    ordered = [*(name for name in request.letters if name in unknown), *(name for name in unknown if name not in request.letters)]
    letter = said[0] if said else _usual_letter(cursor, request, unknown)
    bodies = tuple(_with_arguments(body, unknown, letter) for body in request.bodies)
    return replace(request, name=REQUEST, bodies=bodies, letters=(*ordered, letter), interval=None)


def slope_field(cursor: Cursor, request: Request) -> Request:
    """The request with the letters of both axes: what the function is of, then the function. Errors: wrong-arguments where there is not one function."""
    if cursor.tolerant:
        return replace(request, name=SLOPES)
    unknown = unknown_functions(request.bodies, cursor.names)
    equation = differential_equation(cursor, replace(request, letters=tuple(n for n in request.letters[:1] if n not in unknown)))
    request = replace(request, bodies=equation.bodies)
    *functions, letter = equation.letters
    if len(functions) > 1:
        raise LineError("wrong-arguments", "The slopes of one function are drawn.", request.start, request.end)
    letters = (letter, functions[0])
    if request.letters == letters[::-1] and request.low_2 is not None:
        return replace(request, name=SLOPES, letters=letters, low=request.low_2, high=request.high_2, low_2=request.low, high_2=request.high)
    if len(request.letters) > 1 and request.letters != letters:
        raise LineError("wrong-arguments", f"The axes are {letters[0]} and {letters[1]}.", request.start, request.end)
    return replace(request, name=SLOPES, letters=letters)


def _arguments(bodies: Iterable[Node], unknown: list[str]) -> Iterator[str]:
    """The letters below the bar of dy/dt, and in the brackets of y(t)."""
    for body in bodies:
        for node in body.walk():
            if isinstance(node, Derivative) and isinstance(node.body, Name) and node.body.name in unknown:
                yield node.letter
            if isinstance(node, Product):
                for factor, following, sign in zip(node.factors, node.factors[1:], node.operators[1:], strict=False):
                    is_of = isinstance(factor, Prime) or (isinstance(factor, Name) and factor.name in unknown)
                    argument = following.body if is_of and sign == "" and isinstance(following, Bracket) else None
                    if isinstance(argument, Name) and argument.name not in (*unknown, *CONSTANTS):
                        yield argument.name


def _with_arguments(body: Node, unknown: list[str], letter: str) -> Node:
    """`y(x)` and `y(0)` as values of the function; `y(1 - y)` stays a product."""
    own = {*unknown, letter}

    def change(node: Node) -> Node | None:
        match node:
            case Relation(sides=(left, right), signs=("=",)):
                for k, (side, other) in enumerate(((left, right), (right, left))):
                    if isinstance(side, Product) and _is_value(side, unknown) and not _names_in(side.factors[1]) & own and not _names_in(other) & own:
                        sides = [left, right]
                        sides[k] = _value_of(side.factors[0], side.factors[1])
                        return replace(node, sides=tuple(sides))
            case Product() if _is_value(node, unknown) and _is_plain_argument(node.factors[1], letter):
                return _value_of(node.factors[0], node.factors[1])
            case Product():
                return _joined(node, unknown, letter, change)
        return None

    return mapped(body, change)


def _joined(product: Product, unknown: list[str], letter: str, change: Callable[[Node], Node | None]) -> Product:
    factors: list[Node] = []
    operators: list[str] = []
    for factor, operator in zip(product.factors, product.operators, strict=True):
        if factors and operator == "" and _is_function(factors[-1], unknown) and _is_plain_argument(factor, letter):
            factors[-1] = _value_of(factors[-1], factor)
        else:
            factors.append(mapped(factor, change))
            operators.append(operator)
    return replace(product, factors=tuple(factors), operators=tuple(operators))


def _is_function(node: Node, unknown: list[str]) -> bool:
    name = node.body if isinstance(node, Prime) else node
    return isinstance(name, Name) and name.name in unknown


def _is_value(node: Product, unknown: list[str]) -> bool:
    return len(node.factors) == 2 and node.operators[1] == "" and isinstance(node.factors[1], Bracket) and _is_function(node.factors[0], unknown)


def _is_plain_argument(node: Node, letter: str) -> bool:
    """The letter itself, or something without letters."""
    return isinstance(node, Bracket) and (node.body == Name(letter) or not _names_in(node))


def _names_in(node: Node) -> set[str]:
    return {part.name for part in node.walk() if isinstance(part, Name)}


def _value_of(function: Node, bracket: Node) -> Apply:
    assert isinstance(bracket, Bracket)
    return Apply(function, (bracket.body,), start=function.start, end=bracket.end)


def _usual_letter(cursor: Cursor, request: Request, unknown: list[str]) -> str:
    """x; where x is a function itself, or only t stands in the equation, t."""
    free = {name for body in request.bodies for name in free_letters(body, cursor.names)}
    if "x" in unknown:
        return "t" if "t" not in unknown else "s"
    if "t" in free and "x" not in free and "t" not in unknown:
        end = request.bodies[-1].end
        cursor.note(f"{unknown[0]} is read as a function of t, since t stands in the equation.", request.start, request.end,
                    offers=(Suggestion(" as a function of x", end, end),))
        return "t"
    return "x"
