"""What a request means that was said in other words: the tree of the request, the function or the derivative that it stands for."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace
from typing import Final, TypeGuard

from ..language.tree import Absolute, Apply, At, Bracket, Call, CellReference, Derivative, ListOf, Logic, Name, Node, Number, Prime, Relation, Request
from ..language.variables import likeliest_first
from ..language.words import SPREADS
from ..language.words.forms import Form
from ..problems import LineError, Suggestion
from .cursor import Cursor
from .differential import REQUEST as DIFFERENTIAL
from .differential import differential_equation, slope_field, unknown_functions
from .letters import free_letters, only_letter

#: Requests that draw or list along x, where several letters stand there.
_IN_X: Final = ("graph", "table of", "turning points of", "greatest value of", "least value of", "area between")
_ATOMS: Final = (Name, Number, Call, Bracket, Prime, Apply)
_ORDERS: Final = {"derivative of": 1, "second derivative of": 2, "third derivative of": 3}


def meaning_of(cursor: Cursor, request: Request, form: Form) -> Node:
    """The tree that a request stands for. Errors: wrong-arguments where the letter is not clear, syntax where a part is missing."""
    rule = _MEANT.get(request.name)
    node = request if rule is None else rule(cursor, request)
    if isinstance(node, Request) and form.has("tight", "bounds", "approach", "range", "ends", "steps", "windows"):
        return _with_letter(cursor, node)
    return node


def _with_letter(cursor: Cursor, request: Request) -> Request:
    """The letter of a range that was said without one: the only one, or x."""
    has_range = request.low is not None or request.interval is not None or bool(request.points)
    if request.letters or not (has_range or request.name == "integral of"):
        return request
    free = list(dict.fromkeys(letter for body in request.bodies for letter in free_letters(body, cursor.names)))
    letter = free[0] if len(free) == 1 else only_letter(request.bodies[0], cursor.names) if len(request.bodies) == 1 else None
    if letter is None and (not free or ("x" in free and request.name in _IN_X)):
        letter = "x"
    if letter is None:
        if cursor.tolerant:
            return replace(request, letters=("x",))
        raise _which_letter(cursor, request, free)
    return replace(request, letters=(letter,))


def _which_letter(cursor: Cursor, request: Request, free: list[str]) -> LineError:
    end, free = request.bodies[-1].end, likeliest_first(free)
    if request.name == "integral of" and request.low is None:
        offers = tuple(Suggestion(f" d{letter}", end, end) for letter in free[:4])
        return LineError("wrong-arguments", f"Say for which letter, as in … d{free[0]}.", request.start, request.end, offers)
    offers = tuple(Suggestion(f" for {letter}", end, end) for letter in free[:4])
    return LineError("wrong-arguments", f"Say for which letter, as in … for {free[0]} from 0 to 5.", request.start, request.end, offers)


# -- derivatives -------------------------------------------------------------------------------------------------------


def _derivative(cursor: Cursor, request: Request) -> Node:
    body, order = request.bodies[0], _ORDERS[request.name]
    place = {"start": request.start, "end": request.end}
    inner = body if isinstance(body, _ATOMS) else Bracket(body, start=body.start, end=body.end)
    letters = list(dict.fromkeys(request.letters))
    if cursor.is_function(body):
        own = cursor.names.parameters(body.name) if isinstance(body, Name) else ()
        if not letters or tuple(letters) == own:
            node: Node = Prime(inner, order, **place)
            return node if request.point is None else Apply(node, (request.point,), **place)
    free = free_letters(body, cursor.names)
    letter = letters[0] if letters else only_letter(body, cursor.names) or ("x" if not free else None)
    if letter is None:
        free = likeliest_first(free)
        if not cursor.tolerant:
            offers = tuple(Suggestion(f" with respect to {name}", body.end, body.end) for name in free[:4])
            raise LineError("wrong-arguments", f"Say by which letter, as in … with respect to {free[0]}.", request.start, request.end, offers)
        letter = free[0]
    node = Derivative(letter, order, inner, **place)
    return node if request.point is None else At(node, (letter,), (request.point,), **place)


# -- equations ---------------------------------------------------------------------------------------------------------


def _solve(cursor: Cursor, request: Request) -> Node:
    if unknown_functions(request.bodies, cursor.names):
        return differential_equation(cursor, request)
    equations = [part for body in request.bodies for part in _parts_of_system(cursor, body)]
    for equation in equations:
        _note_chain(cursor, equation)
    letters = request.letters
    if request.name == "solve" and len(letters) == len(equations) == 1 and (put_in := _value_asked(cursor, letters[0], equations[0], request)) is not None:
        return put_in
    if not letters and len(equations) > 1:
        letters = tuple(sorted(dict.fromkeys(letter for e in equations for letter in free_letters(e, cursor.names))))
    bodies = tuple(_equation(cursor, e, says_so=request.name == "solve") for e in equations)
    return replace(request, name="solve", bodies=bodies, letters=letters)


def _note_chain(cursor: Cursor, equation: Node) -> None:
    """`x + y = 3 x - y = 1` is a chain with 3 x in it; many mean two equations."""
    if not (isinstance(equation, Relation) and equation.signs == ("=", "=")):
        return
    middle = equation.sides[1]
    number = re.match(r"-?[\d.]+(?=\s+[A-Za-z(])", cursor.source[middle.start:middle.end])
    if number is not None:
        at = middle.start + number.end()
        cursor.note("Read as a chain of three equal sides.", equation.start, equation.end, offers=(Suggestion(",", at, at),))


def _value_asked(cursor: Cursor, letter: str, condition: Node, request: Request) -> Node | None:
    """`find y when x = 4`, where y is an expression in x on the page, puts 4 in; None where an equation is to be solved."""
    if not (_is_equation(condition) and isinstance(condition.sides[0], Name)):
        return None
    other, value = condition.sides[0].name, condition.sides[1]
    if other == letter or other not in cursor.names.letters.get(letter, ()) or letter in free_letters(value, cursor.names):
        return None
    name = Name(letter, start=request.start, end=request.end)
    return At(name, (other,), (value,), start=request.start, end=request.end)


def _parts_of_system(cursor: Cursor, body: Node) -> tuple[Node, ...]:
    """`x + y = 5 and x - y = 1` in several letters is a system; so is a list of equations."""
    if isinstance(body, ListOf) and all(isinstance(item, Relation) for item in body.items):
        return body.items
    if isinstance(body, Logic) and body.sign == "and" and all(isinstance(p, Relation) and p.signs == ("=",) for p in body.parts) \
            and len(free_letters(body, cursor.names)) > 1:
        return body.parts
    return (body,)


def _equation(cursor: Cursor, body: Node, says_so: bool) -> Node:
    """A function or an expression by itself is meant to be 0."""
    inner = body.body if isinstance(body, Bracket) else body
    if isinstance(inner, Relation | Logic | CellReference) or (isinstance(inner, Name) and inner.name in cursor.names.equations) or cursor.tolerant:
        return body
    start, end = body.start, body.end
    if isinstance(body, Name) and (own := cursor.names.parameters(body.name)):
        left: Node = Call(body.name, tuple(Name(letter, start=start, end=end) for letter in own), start=start, end=end)
    else:
        left = body
    if says_so:
        cursor.note(f"Read as {cursor.text_of(body)} = 0.", body.start, body.end)
    return Relation((left, Number("0", start=start, end=end)), ("=",), start=start, end=end)


# -- values ------------------------------------------------------------------------------------------------------------


def _total(cursor: Cursor, request: Request) -> Node:
    if request.low is None and not request.letters:
        if request.name == "sum of":
            return Call("sum", _listed(request), start=request.start, end=request.end)
        if not cursor.tolerant:
            raise LineError("syntax", "Here a range is expected, as in product of n for n from 1 to 5.", request.end, request.end)
    elif (request.low is None or request.high is None or len(request.bodies) > 1) and not cursor.tolerant:
        raise LineError("syntax", f"Here a range is expected, as in {request.name} n^2 for n from 1 to 5.", request.end, request.end)
    return request


def _listed(request: Request) -> tuple[Node, ...]:
    if len(request.bodies) == 1:
        return request.bodies
    return (ListOf(request.bodies, start=request.bodies[0].start, end=request.bodies[-1].end),)


def _of_list(name: str) -> Callable[[Cursor, Request], Node]:
    def meant(cursor: Cursor, request: Request) -> Node:
        if name in SPREADS:
            cursor.note(SPREADS[name][0], request.start, request.end, offers=(Suggestion("population ", request.start, request.start),))
        return Call(name, _listed(request), start=request.start, end=request.end)

    return meant


def _of_each(name: str) -> Callable[[Cursor, Request], Node]:
    return lambda cursor, request: Call(name, request.bodies, start=request.start, end=request.end)


def _extreme(cursor: Cursor, request: Request) -> Node:
    """The greatest of several numbers, or the greatest value of one expression."""
    if len(request.bodies) == 1:
        return request
    return Call("max" if request.name == "greatest value of" else "min", request.bodies, start=request.start, end=request.end)


def _laplace(cursor: Cursor, request: Request) -> Node:
    usual = ("s", "t") if request.name.startswith("inverse") else ("t", "s")
    letters = request.letters
    if not letters and (own := only_letter(request.bodies[0], cursor.names)):
        letters = (own,)
    image = usual[1] if (letters or usual)[0] != usual[1] else usual[0]
    return replace(request, letters=(letters[0] if letters else usual[0], letters[1] if len(letters) > 1 else image))


def _series(cursor: Cursor, request: Request) -> Node:
    """The only letter where none is said; at 0 where no place is."""
    body = request.bodies[0]
    letter = request.letters[0] if request.letters else only_letter(body, cursor.names)
    if letter is None:
        free = likeliest_first(free_letters(body, cursor.names))
        if free and not cursor.tolerant:
            offers = tuple(Suggestion(f" at {name} = 0", body.end, body.end) for name in free[:4]) if request.point is None else ()
            raise LineError("wrong-arguments", f"Say for which letter, as in … at {free[0]} = 0.", request.start, request.end, offers)
        letter = "x"
    point = request.point or Number("0", start=request.end, end=request.end)
    return replace(request, letters=(letter,), point=point)


def _graph(cursor: Cursor, request: Request) -> Node:
    """An equation with a derivative of an unknown function is drawn as the field of its slopes."""
    return slope_field(cursor, request) if unknown_functions(request.bodies, cursor.names) else _each(request)


def _each(request: Request) -> Request:
    """`graph x^2 and 2x + 3` has two bodies; conditions that hold together (`x > 1 and y < 2`) are one."""
    bodies = [part for body in request.bodies for part in (body.parts if _is_a_list_in_words(body) else (body,))]
    return replace(request, bodies=tuple(bodies))


def _is_a_list_in_words(body: Node) -> TypeGuard[Logic]:
    return isinstance(body, Logic) and body.sign == "and" and all(not isinstance(part, Relation | Logic) or _is_equation(part) for part in body.parts)


def _is_equation(node: Node) -> TypeGuard[Relation]:
    return isinstance(node, Relation) and node.signs == ("=",)


def _points(cursor: Cursor, request: Request) -> Node:
    return replace(request, bodies=_listed(request))


def _needs_range(cursor: Cursor, request: Request) -> Request:
    if request.low is None and not request.points and not cursor.tolerant:
        raise LineError("syntax", f"Here a range is expected, as in {request.name} … for x from 0 to 5.", request.end, request.end,
                        Suggestion(" from 0 to 5", request.end, request.end))
    each = _each(request)
    return replace(each, bodies=tuple(_right_side(cursor, body) for body in each.bodies))


def _right_side(cursor: Cursor, body: Node) -> Node:
    """`table of y = x^2` is one of x²."""
    if not _is_equation(body):
        return body
    left, right = body.sides
    return right if isinstance(left, Name) and left.name not in free_letters(right, cursor.names) else body


def _area_under(cursor: Cursor, request: Request) -> Node:
    """The area between a curve and the line y = 0."""
    place = _needs_range(cursor, request).bodies[0]
    return replace(request, name="area between", bodies=(place, Number("0", start=place.end, end=place.end)))


def _factored(cursor: Cursor, request: Request) -> Node:
    """`factors of 12` are its primes, or every number that divides it."""
    said = re.match(r"factors? of", cursor.source[request.start:request.end], re.IGNORECASE)
    if said and isinstance(request.bodies[0], Number):
        start, end = request.start, request.start + len(said[0])
        cursor.note("Read as the prime factors.", start, end, offers=(Suggestion("divisors of", start, end),))
    return request


def _logarithm(cursor: Cursor, request: Request) -> Node:
    assert request.point is not None
    return Call("log", (request.bodies[0], request.point), start=request.start, end=request.end)


def _substitute(cursor: Cursor, request: Request) -> Node:
    assert request.point is not None
    return At(request.bodies[0], request.letters, (request.point,), start=request.start, end=request.end)


def _absolute(cursor: Cursor, request: Request) -> Node:
    return Absolute(request.bodies[0], start=request.start, end=request.end)


_MEANT: Final[dict[str, Callable[[Cursor, Request], Node]]] = {
    **dict.fromkeys(_ORDERS, _derivative),
    DIFFERENTIAL: differential_equation, "graph slopes": slope_field, "graph": _graph,
    "solve": _solve, "roots of": _solve, "factor": _factored, "greatest value of": _extreme, "least value of": _extreme, "sum of": _total, "product of": _total,
    "laplace transform of": _laplace, "inverse laplace transform of": _laplace, "series of": _series,
    "graph points": _points, "table of": _needs_range, "area under": _area_under, "log base": _logarithm, "substitute": _substitute,
    "mean of": _of_list("mean"), "median of": _of_list("median"), "mode of": _of_list("mode"), "variance of": _of_list("variance"),
    "standard deviation of": _of_list("sd"), "population variance of": _of_list("popvariance"),
    "population standard deviation of": _of_list("popstdev"), "lcm of": _of_each("lcm"), "gcd of": _of_each("gcd"),
    "angle between": _of_each("angle"), "unit vector of": _of_each("unit"),
    **dict.fromkeys(("length of", "absolute value of"), _absolute), "determinant of": _of_each("det"),
    "transpose of": _of_each("transpose"), "trace of": _of_each("trace"), "rank of": _of_each("rank"),
    "reduced form of": _of_each("rref"), "square root of": _of_each("sqrt"), "cube root of": _of_each("cbrt"),
    "real part of": _of_each("re"), "imaginary part of": _of_each("im"), "conjugate of": _of_each("conj"), "argument of": _of_each("arg"),
}
