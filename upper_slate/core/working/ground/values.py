"""What a line can come to: numbers and expressions, lists, matrices, functions, relations."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import TypeGuard, Union

import sympy as sp

from ...language.tree import Node
from ...language.units import Factors
from ...problems import LineError
from ..exact.bridge import to_sympy
from ..exact.surd import Surd
from ..units.definitions import is_unit

Scalar = Union[Surd, sp.Expr]


@dataclass(frozen=True)
class Requirement:
    """Something that must hold for a line to have a value.

    `kind` is nonzero, nonneg, positive, unit (-1 ≤ e ≤ 1), above-one (e ≥ 1), inside-one (-1 < e < 1) or natural. `code` is the
    error where it fails; `over` is what was divided, so that 0/0 can be told from 1/0.
    `unless` guards it: it matters only where that condition of a case distinction holds.
    """

    kind: str
    expr: sp.Expr
    code: str = "division-by-zero"
    what: str = ""
    over: sp.Expr | None = None
    guard: sp.Basic = sp.true

    def renamed(self, swap: Mapping[sp.Symbol, sp.Symbol]) -> Requirement:
        """The same requirement of other letters."""
        over = None if self.over is None else self.over.xreplace(swap)
        return Requirement(self.kind, self.expr.xreplace(swap), self.code, self.what, over, self.guard.xreplace(swap))


@dataclass(frozen=True)
class ListValue:
    items: tuple[Value, ...]

    @property
    def is_matrix(self) -> bool:
        """Whether it is a list of rows of equal length."""
        rows = [item for item in self.items if isinstance(item, ListValue)]
        return bool(rows) and len(rows) == len(self.items) and len({len(r.items) for r in rows}) == 1 and bool(rows[0].items)

    @property
    def has_rows(self) -> bool:
        return any(isinstance(item, ListValue) for item in self.items)

    def rows(self) -> list[list[Value]]:
        return [list(item.items) for item in self.items if isinstance(item, ListValue)]

    @staticmethod
    def of_rows(rows: Iterable[Iterable[Value]]) -> ListValue:
        return ListValue(tuple(ListValue(tuple(row)) for row in rows))


@dataclass(frozen=True)
class FunctionValue:
    """A function of letters; `requirements` keep its domain, whatever the body was simplified to."""

    parameters: tuple[sp.Symbol, ...]
    body: Value
    requirements: tuple[Requirement, ...] = ()
    name: str = ""

    def written(self) -> str:
        return f"{self.name or 'f'}({', '.join(s.name for s in self.parameters)})"


@dataclass(frozen=True)
class RelationValue:
    """A chain of relations between scalars."""

    sides: tuple[Scalar, ...]
    signs: tuple[str, ...]

    def pairs(self) -> Iterator[tuple[Scalar, str, Scalar]]:
        for k, sign in enumerate(self.signs):
            yield self.sides[k], sign, self.sides[k + 1]


@dataclass(frozen=True)
class Solution:
    """One solution: a value for each letter; `kind` says what a turning point is."""

    values: tuple[tuple[str, Scalar], ...]
    kind: str = ""


@dataclass(frozen=True)
class SolutionsValue:
    """The solutions of a request, in rising order; or a condition that says where an inequality holds.

    `period_letter` stands for any whole number in them. `notes` are said beside them.
    """

    letters: tuple[str, ...]
    solutions: tuple[Solution, ...]
    complete: bool
    period_letter: str | None = None
    condition: sp.Basic | None = None
    notes: tuple[str, ...] = field(default=())
    #: found while solving, and not kept with a stored value: among complex numbers there are more
    more_in_complex: bool = False
    #: with free constants in it, and by a theorem all that there are: the general solution of a linear differential equation; not kept either
    is_general: bool = False


@dataclass(frozen=True)
class TableValue:
    """Rows of a table: the letter's value, then one for each function; None where a function has no value there."""

    letter: str
    headings: tuple[Node, ...]
    rows: tuple[tuple[Scalar | None, ...], ...]


Point = tuple[float, float]
Window = tuple[float, float, float, float]


@dataclass(frozen=True)
class Feature:
    """A point of a curve that a student looks for, exact.

    `kind` is zero, intercept, maximum, minimum, inflection, hole, jump, end or meeting. At a jump `left` and `right` are the heights that
    the curve comes to from both sides (None where it has no end there) and `y` its own value, None where it has none.
    `side` (-1 left, 1 right) is where a limit shows a jump or an end; at an inflection it is not 0 where the second derivative has no zero there.
    """

    kind: str
    x: Scalar
    y: Scalar | None
    left: Scalar | None = None
    right: Scalar | None = None
    side: int = 0


@dataclass(frozen=True)
class Asymptote:
    """A line that a curve comes near: upright at `at`, or `slope`·x + `at`; on the left (`side` -1) or on the right."""

    kind: str
    at: Scalar
    slope: Scalar | None = None
    side: int = 1


@dataclass(frozen=True)
class Marks:
    """What was found on a curve in a window; `unsure` are the kinds of which there may be more."""

    features: tuple[Feature, ...] = ()
    asymptotes: tuple[Asymptote, ...] = ()
    unsure: tuple[str, ...] = ()


@dataclass(frozen=True)
class Curve:
    """A curve in pieces, each a polyline, or points. `expr` is what it is the graph of, where it is one of a letter.

    `kind` is function, equation, points, slopes or levels.
    """

    label: Node
    kind: str
    pieces: tuple[tuple[Point, ...], ...] = ()
    marks: Marks = Marks()
    expr: sp.Expr | None = None
    letter: str = ""
    points: tuple[Point, ...] = ()
    joined: bool = False


@dataclass(frozen=True)
class Area:
    """The region between two curves (or one and the axis): polylines of (x, lower, upper), and its value."""

    value: Scalar
    strips: tuple[tuple[tuple[float, float, float], ...], ...]


@dataclass(frozen=True)
class Tangent:
    """The tangent of a curve at a point: y = slope·x + offset; in decimals where the place was typed as one."""

    curve: int
    x: Scalar
    y: Scalar
    slope: Scalar
    offset: Scalar
    in_decimals: bool = False


@dataclass(frozen=True)
class Path:
    """A solution of a differential equation through a point, as far as it stays near; `is_chosen` where the point is not the line's own."""

    x: Scalar
    y: Scalar
    pieces: tuple[tuple[Point, ...], ...]
    is_chosen: bool = False


@dataclass(frozen=True)
class SlopeField:
    """The slopes at points of a grid (x, y, slope), and solutions through points, or what is wrong with one that was chosen. `upright` is the name of the function."""

    slopes: tuple[tuple[float, float, float], ...]
    paths: tuple[Path | LineError, ...]
    upright: str


@dataclass(frozen=True)
class SurfacePoint:
    """A point at which a surface is level: a maximum, minimum or saddle, or level where the second derivatives do not tell."""

    kind: str
    x: Scalar
    y: Scalar
    z: Scalar


@dataclass(frozen=True)
class Surface:
    """Heights over a grid of the window, row by row from its lower end, None in gaps; what they span; level points, and whether these are all.
    `letters` are those across, up the page, and of the height."""

    heights: tuple[tuple[float | None, ...], ...]
    span: tuple[float, float]
    points: tuple[SurfacePoint, ...]
    is_sure: bool
    letters: tuple[str, str, str]


@dataclass(frozen=True)
class GraphValue:
    """Curves within a window (left, right, bottom, top); meetings name the two curves by their places.

    `ends` are the exact ends of the width; `axis` is plain, pi or degrees; `elsewhere` is a window with something in it, where this one is empty.
    """

    window: Window
    ends: tuple[Scalar, Scalar]
    curves: tuple[Curve, ...]
    meetings: tuple[tuple[int, int, Feature], ...] = ()
    letter: str = "x"
    axis: str = "plain"
    elsewhere: Window | None = None
    area: Area | LineError | None = None
    tangent: Tangent | LineError | None = None
    field: SlopeField | None = None
    surface: Surface | None = None
    #: the units of the numbers across and up, where they are quantities
    units: tuple[Factors, Factors] = ((), ())


Value = Union[Surd, sp.Expr, ListValue, FunctionValue, RelationValue, SolutionsValue, TableValue, GraphValue]


def is_scalar(value: object) -> TypeGuard[Scalar]:
    return isinstance(value, Surd | sp.Expr)


def expression(value: Scalar) -> sp.Expr:
    """The SymPy form of a scalar."""
    return to_sympy(value)


def free_letters(value: object) -> frozenset[str]:
    """Names of the letters that a value still holds."""
    match value:
        case Surd():
            return frozenset()
        case sp.Basic():
            return frozenset(s.name for s in value.free_symbols if not is_unit(s))
        case ListValue():
            return frozenset().union(*(free_letters(i) for i in value.items))
        case FunctionValue():
            return free_letters(value.body) - {s.name for s in value.parameters}
        case RelationValue():
            return frozenset().union(*(free_letters(s) for s in value.sides))
        case SolutionsValue():
            return frozenset().union(*(free_letters(v) for s in value.solutions for _, v in s.values)) - {value.period_letter or ""}
    return frozenset()


def what(value: Value) -> str:
    """A value in words, for sentences about it."""
    match value:
        case FunctionValue():
            return "a function"
        case ListValue():
            return "a matrix" if value.is_matrix else "a list"
        case RelationValue():
            return "an equation" if "=" in value.signs else "an inequality"
        case SolutionsValue():
            return "a list of solutions"
    return "a value"


def not_scalar(value: Value) -> LineError:
    """The error where a number or an expression was needed."""
    if isinstance(value, FunctionValue):
        written = value.written()
        return LineError("wrong-arguments", f"{value.name or 'This'} is a function: write {written}, with its argument in brackets.")
    return LineError("not-supported", f"A number or an expression is needed here, and this is {what(value)}.")
