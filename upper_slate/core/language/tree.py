"""The syntax tree: frozen nodes, each knowing its place in the line (`start`, `end`, in characters)."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, fields, replace
from fractions import Fraction
from typing import overload

from ..problems import Suggestion


@dataclass(frozen=True)
class Node:
    """Any part of a line that was read."""

    start: int = field(default=0, compare=False, kw_only=True)
    end: int = field(default=0, compare=False, kw_only=True)

    def children(self) -> Iterator[Node]:
        """The nodes directly below this one, in reading order."""
        for item in fields(self):
            yield from _nodes_in(getattr(self, item.name))

    def walk(self) -> Iterator[Node]:
        """This node and everything below it."""
        stack = [self]
        while stack:
            node = stack.pop()
            yield node
            stack.extend(reversed(list(node.children())))


def _nodes_in(value: object) -> Iterator[Node]:
    if isinstance(value, Node):
        yield value
    elif isinstance(value, tuple):
        for item in value:
            yield from _nodes_in(item)


def placed(node: Node, start: int, end: int) -> Node:
    """The same tree with this one place for every part: of text that stands there in another notation."""
    changes = {item.name: _placed_in(getattr(node, item.name), start, end) for item in fields(node) if item.name not in ("start", "end")}
    return replace(node, **changes, start=start, end=end)


def with_name(node: Node, name: str, other: Node) -> Node:
    """The same tree with another in place of a name."""
    return mapped(node, lambda part: other if isinstance(part, Name) and part.name == name else None)


def mapped(node: Node, change: Callable[[Node], Node | None]) -> Node:
    """The same tree with others in place of some parts, from the whole down; where `change` gives none, a part stays and its own parts are asked for."""
    changed = change(node)
    if changed is not None:
        return changed
    changes = {item.name: _mapped_in(getattr(node, item.name), change) for item in fields(node) if item.name not in ("start", "end")}
    return replace(node, **changes, start=node.start, end=node.end)


def _mapped_in(value: object, change: Callable[[Node], Node | None]) -> object:
    if isinstance(value, Node):
        return mapped(value, change)
    return tuple(_mapped_in(item, change) for item in value) if isinstance(value, tuple) else value


def _placed_in(value: object, start: int, end: int) -> object:
    if isinstance(value, Node):
        return placed(value, start, end)
    return tuple(_placed_in(item, start, end) for item in value) if isinstance(value, tuple) else value


@dataclass(frozen=True)
class Number(Node):
    """A number as typed: `12`, `.5`, `4e6`, `0.1(6)`. Always exact."""

    text: str

    @property
    def value(self) -> Fraction:
        match = re.fullmatch(r"(\d*)\.(\d*)\((\d+)\)", self.text)
        if match:
            head, tail = match[1] + match[2], match[3]
            nines = 10 ** len(tail) - 1
            return (Fraction(int(head or 0)) + Fraction(int(tail), nines)) / 10 ** len(match[2])
        return Fraction(self.text)

    @property
    def is_decimal(self) -> bool:
        return not self.text.isdigit()

    @property
    def is_recurring(self) -> bool:
        return "(" in self.text


@dataclass(frozen=True)
class Quantity(Node):
    """A number with its unit, `10 m/s^2`: each symbol with its power, those below the bar with a negative one."""

    value: Node
    unit: tuple[tuple[str, int], ...]


@dataclass(frozen=True)
class Mixed(Node):
    """`9 5/6`."""

    whole: Number
    numerator: Number
    denominator: Number


@dataclass(frozen=True)
class Name(Node):
    """A name or a single letter, in its canonical spelling."""

    name: str


@dataclass(frozen=True)
class Sum(Node):
    """Terms with their signs: `a - b + c`."""

    terms: tuple[Node, ...]
    signs: tuple[str, ...]


@dataclass(frozen=True)
class Product(Node):
    """Factors, left to right; the operator before each: `*`, `/`, `mod`, `div` or nothing (`""`)."""

    factors: tuple[Node, ...]
    operators: tuple[str, ...]


@dataclass(frozen=True)
class Negative(Node):
    body: Node


@dataclass(frozen=True)
class Power(Node):
    base: Node
    exponent: Node


@dataclass(frozen=True)
class Postfix(Node):
    """`!`, `°` or `%` after its operand."""

    sign: str
    body: Node


@dataclass(frozen=True)
class Prime(Node):
    """`f'`, `v''`, `(f ∘ g)'`."""

    body: Node
    order: int


@dataclass(frozen=True)
class Bracket(Node):
    body: Node


@dataclass(frozen=True)
class Absolute(Node):
    body: Node


@dataclass(frozen=True)
class Call(Node):
    """A built-in or defined function applied to arguments; `bare` where the brackets were dropped."""

    name: str
    arguments: tuple[Node, ...]
    bare: bool = False


@dataclass(frozen=True)
class Apply(Node):
    """An expression that is a function, applied: `(f + g)(x)`, `f'(2)`, `(cell 3)(2)`."""

    function: Node
    arguments: tuple[Node, ...]


@dataclass(frozen=True)
class InverseFunction(Node):
    """`f^-1`."""

    function: Node


@dataclass(frozen=True)
class Compose(Node):
    outer: Node
    inner: Node


@dataclass(frozen=True)
class Derivative(Node):
    """`d/dx E`; `order` letters deep."""

    letter: str
    order: int
    body: Node


@dataclass(frozen=True)
class ListOf(Node):
    items: tuple[Node, ...]


@dataclass(frozen=True)
class Index(Node):
    """`M_(1,2)`."""

    name: str
    indices: tuple[Node, ...]


@dataclass(frozen=True)
class CellReference(Node):
    """`cell 3`, or `above` where `number` is None."""

    number: int | None


@dataclass(frozen=True)
class Relation(Node):
    """A chain of relations: `0 < x <= 5`."""

    sides: tuple[Node, ...]
    signs: tuple[str, ...]


@dataclass(frozen=True)
class Logic(Node):
    """`and`, `or` of conditions; `not` of one."""

    sign: str
    parts: tuple[Node, ...]


@dataclass(frozen=True)
class Cases(Node):
    """`x^2 if x < 0, 2x otherwise`."""

    choices: tuple[tuple[Node, Node], ...]
    otherwise: Node | None


@dataclass(frozen=True)
class At(Node):
    """`E at u = 2, v = 3`."""

    body: Node
    letters: tuple[str, ...]
    values: tuple[Node, ...]


@dataclass(frozen=True)
class ToDigits(Node):
    """`E to 3 dp`, `E to 10 sf`."""

    body: Node
    digits: int
    unit: str


@dataclass(frozen=True)
class InUnit(Node):
    """`E in km/h`: the same quantity in that unit."""

    body: Node
    unit: tuple[tuple[str, int], ...]


@dataclass(frozen=True)
class InForm(Node):
    """`E as a percentage`: the result is shown in that form."""

    body: Node
    form: str


@overload
def unwrapped(node: Node) -> Node: ...
@overload
def unwrapped(node: None) -> None: ...
@overload
def unwrapped(node: Node | None) -> Node | None: ...
def unwrapped(node: Node | None) -> Node | None:
    """What is worked out, without the digits and the form in which it is to be shown."""
    while isinstance(node, ToDigits | InForm):
        node = node.body
    return node


@dataclass(frozen=True)
class Interval(Node):
    """`in [a, b)`."""

    low: Node
    high: Node
    low_closed: bool
    high_closed: bool


@dataclass(frozen=True)
class Request(Node):
    """A request of section 6, with the gaps of its phrase filled in."""

    name: str
    bodies: tuple[Node, ...]
    letters: tuple[str, ...] = ()
    low: Node | None = None
    high: Node | None = None
    point: Node | None = None
    side: str = ""
    interval: Interval | None = None
    order: int | None = None
    step: Node | None = None
    points: tuple[Node, ...] = ()
    low_2: Node | None = None
    high_2: Node | None = None


@dataclass(frozen=True)
class Gap(Node):
    """A place where something is still missing; only the tolerant reading has gaps."""


@dataclass(frozen=True)
class Unread(Node):
    """Text that could not be read; only the tolerant reading has it."""

    text: str


@dataclass(frozen=True)
class Notice:
    """Something the student should know about how the line was read or worked out."""

    text: str
    start: int = 0
    end: int = 0
    tag: str | None = None
    #: other readings, each as a change of the line
    offers: tuple[Suggestion, ...] = ()


@dataclass(frozen=True)
class Line:
    """A whole line: its kind (section 1), what it defines, and its tree."""

    kind: str
    source: str
    body: Node | None = None
    name: str | None = None
    name_start: int = 0
    name_end: int = 0
    parameters: tuple[str, ...] = ()
    sign: str = ""
    letters: tuple[str, ...] = ()
    assumptions: tuple[Node, ...] = ()
    notices: tuple[Notice, ...] = ()
    #: the worksheet that a line uses
    title: str = ""
    #: what stands behind the part that could be read, of a line that is being written
    unread: str = ""
