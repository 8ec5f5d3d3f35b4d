r"""A tree as LaTeX, for KaTeX: the typeset reading of what was typed, and of results.

With `places`, every atom is wrapped in `\htmlData{at=START}{…}`, so that a click can find its place in the text.
"""

from __future__ import annotations

from typing import NamedTuple

from .by_form import pieces_of
from .signs import LATEX
from .tree import (
    Absolute,
    Apply,
    At,
    Bracket,
    Call,
    Cases,
    CellReference,
    Compose,
    Derivative,
    Gap,
    Index,
    InForm,
    Interval,
    InUnit,
    InverseFunction,
    Line,
    ListOf,
    Logic,
    Mixed,
    Name,
    Negative,
    Node,
    Number,
    Postfix,
    Power,
    Prime,
    Product,
    Quantity,
    Relation,
    Request,
    Sum,
    ToDigits,
    Unread,
)
from .units import unit_latex
from .words import CONSTANTS, GREEK, REQUESTS, function_named
from .words.trailing import WORDS_OF, rounding_words

_GREEK_NAMES = frozenset(GREEK.values())
_STEPS = {"=": "=", "<=>": r"\Leftrightarrow", "=>": r"\Rightarrow"}
#: Functions with a shape of their own, where a power cannot stand after the name.
_OWN_SHAPE = frozenset({"sqrt", "cbrt", "root", "abs", "exp", "choose", "dot", "cross", "conj", "floor", "ceil", "inverse", "transpose"})
_LOOSE, _SUM, _PRODUCT, _UNARY, _POWER, _ATOM = range(6)
#: LaTeX of a relation that fits into a row for certain (characters).
_SHORT = 70
_ESCAPES = str.maketrans({c: "\\" + c for c in "#$%&_{}"} | {"\\": r"\textbackslash{}", "^": r"\textasciicircum{}", "~": r"\textasciitilde{}"})


def typeset(node: Node, places: bool = False) -> str:
    """The LaTeX of a tree."""
    return _Typesetter(places).write(node)


class SetLine(NamedTuple):
    """A line as it is set, in the parts between which lines are aligned; the sign is empty where a line has none."""

    left: str
    sign: str
    right: str

    @property
    def whole(self) -> str:
        return " ".join(part for part in self if part)


def typeset_line(line: Line, places: bool = False) -> str:
    """The LaTeX of a whole line as it was read; empty for an empty line."""
    return set_line(line, places).whole


def set_line(line: Line, places: bool = False) -> SetLine:
    """The LaTeX of a line in its parts: what a definition names stands left, the sign of a step begins its line."""
    setter = _Typesetter(places)
    match line.kind:
        case "definition" | "function":
            head = setter.name(line.name or "", line.name_start)
            if line.kind == "function":
                head += rf"\left({', '.join(setter.letter(p) for p in line.parameters)}\right)"
            return SetLine(head, "=", _with_rest(setter.write(line.body) if line.body is not None else "", line))
        case "step":
            return SetLine("", _STEPS[line.sign], _with_rest(setter.write(line.body) if line.body is not None else "", line))
    return SetLine(_with_rest(_undivided(line, setter), line), "", "")


def _with_rest(latex: str, line: Line) -> str:
    """Behind what could be read stands the rest as it was typed: nothing goes while a line is written."""
    return rf"{latex}\;{typeset(Unread(line.unread))}" if line.unread else latex


def _undivided(line: Line, setter: _Typesetter) -> str:
    body = setter.write(line.body) if line.body is not None else ""
    match line.kind:
        case "question":
            return rf"{body}\;?"
        case "assumption":
            said = [rf"{setter.letter(n)}\text{{ {a.name}}}" if isinstance(a, Name) else _as_one(setter.write(a))
                    for n, a in zip(line.letters, line.assumptions, strict=True)]
            return r"\text{assume }" + ", ".join(said)
        case "use":
            names = r"\text{all}" if line.letters == ("all",) else ",\\ ".join(f"{{{setter.letter(n)}}}" for n in line.letters)
            return rf"\text{{use }}{names}\text{{ from {line.title.translate(_ESCAPES)}}}"
        case "release":
            return r"\text{free }" + ", ".join(r"\text{all}" if n == "all" else setter.letter(n) for n in line.letters)
    return body


def _as_one(latex: str) -> str:
    """A relation behind words; a minus with which it begins is not set as one between terms."""
    return f"{{{latex}}}" if latex.startswith("-") else latex


def latex_name(name: str) -> str:
    """A name as it is typeset: Greek, subscript, or upright letters."""
    base, _, tail = name.partition("_")
    if base in _GREEK_NAMES:
        shown = f"\\{base}" if base not in ("omicron",) else "o"
        if base in ("Alpha", "Beta", "Epsilon", "Zeta", "Eta", "Iota", "Kappa", "Mu", "Nu", "Rho", "Tau", "Chi"):
            shown = rf"\mathrm{{{base}}}"
    elif len(base) == 1:
        shown = base
    else:
        shown = rf"\operatorname{{{base}}}"
    return f"{shown}_{{{_subscript(tail)}}}" if tail else shown


def _subscript(tail: str) -> str:
    tail = tail.replace("_", r"\_")
    return tail if tail.isdigit() or len(tail) == 1 else rf"\mathrm{{{tail}}}"


class _Typesetter:
    def __init__(self, places: bool) -> None:
        self.places = places
        #: Each part is set once, however often the parts round it ask: else every level of nesting would double the work.
        self._set: dict[int, tuple[Node, tuple[str, int]]] = {}

    def mark(self, text: str, node: Node) -> str:
        return rf"\htmlData{{at={node.start}}}{{{text}}}" if self.places else text

    def name(self, name: str, start: int) -> str:
        shown = self.letter(name)
        return rf"\htmlData{{at={start}}}{{{shown}}}" if self.places else shown

    @staticmethod
    def letter(name: str) -> str:
        constant = CONSTANTS.get(name)
        return constant.sample if constant else latex_name(name)

    def write(self, node: Node) -> str:
        return self._write(node)[0]

    def within(self, node: Node, binding: int) -> str:
        text, own = self._write(node)
        return text if own >= binding else rf"\left({text}\right)"

    def bare(self, node: Node) -> str:
        """Without the brackets that a fraction bar, a root or an exponent makes needless."""
        return self.write(node.body if isinstance(node, Bracket) else node)

    def _write(self, node: Node) -> tuple[str, int]:
        held = self._set.get(id(node))
        if held is None:
            held = self._set[id(node)] = (node, self._written(node))  # the part is held too, so that nothing else gets its identity
        return held[1]

    def _written(self, node: Node) -> tuple[str, int]:
        match node:
            case Number():
                return self.mark(_number(node), node), _ATOM
            case Name():
                entry = None if node.name in CONSTANTS else function_named(node.name)
                return self.mark(entry.latex or "" if entry else self.letter(node.name), node), _ATOM
            case Quantity():
                return self._quantity(node), _UNARY
            case Mixed():
                return self._mixed(node), _PRODUCT
            case Sum():
                return self._sum(node), _SUM
            case Product():
                return self._product(node)
            case Negative():
                return "-" + self.within(node.body, _PRODUCT), _SUM
            case Power():
                return self._power(node), _POWER
            case Postfix():
                body = self.within(node.body, _POWER + 1)
                return body + {"!": "!", "°": r"^{\circ}", "%": r"\%"}[node.sign], _POWER
            case Prime():
                return self.within(node.body, _ATOM) + "'" * node.order, _ATOM
            case Bracket():
                return rf"\left({self.write(node.body)}\right)", _ATOM
            case Absolute():
                return rf"\left|{self.write(node.body)}\right|", _ATOM
            case Call():
                return self._call(node)
            case Apply():
                return self._apply(node)
            case InverseFunction():
                return self.within(node.function, _ATOM) + "^{-1}", _ATOM
            case Compose():
                return rf"{self.within(node.outer, _POWER)} \circ {self.within(node.inner, _POWER)}", _UNARY
            case Derivative():
                return self._derivative(node), _PRODUCT
            case ListOf():
                return self._list(node), _ATOM
            case Index():
                return rf"{latex_name(node.name)}_{{{', '.join(map(self.write, node.indices))}}}", _ATOM
            case CellReference():
                return self._cell(node), _ATOM
        return self._statement(node)

    def _statement(self, node: Node) -> tuple[str, int]:
        """What stands as a whole line, or in brackets."""
        match node:
            case Relation():
                text = self.write(node.sides[0])
                for sign, side in zip(node.signs, node.sides[1:], strict=True):
                    text += f" {LATEX[sign]} {self.write(side)}"
                return text, _LOOSE
            case Logic():
                if node.sign == "not":
                    return rf"\text{{not }}{self.write(node.parts[0])}", _LOOSE
                return rf"\;\text{{ {node.sign} }}\;".join(map(self._kept_together, node.parts)), _LOOSE
            case Cases():
                return self._cases(node), _ATOM
            case At():
                given = ", ".join(f"{self.letter(a)} = {self.write(v)}" for a, v in zip(node.letters, node.values, strict=True))
                return rf"{self.write(node.body)} \;\text{{ at }}\; {given}", _LOOSE
            case InUnit():
                return rf"{self.write(node.body)} \;\text{{ in }}\, {unit_latex(node.unit)}", _LOOSE
            case InForm():
                return rf"{self.write(node.body)} \;\text{{ {WORDS_OF[node.form]}}}", _LOOSE
            case ToDigits():
                return rf"{self.write(node.body)} \;\text{{ {rounding_words(node.digits, node.unit)}}}", _LOOSE
            case Request():
                return self._request(node), _LOOSE
            case Gap():
                return r"\square", _ATOM
            case Unread():
                return rf"\text{{{node.text.translate(_ESCAPES)}}}", _ATOM
        raise TypeError(type(node).__name__)

    def _cell(self, node: CellReference) -> str:
        return self.mark(r"\text{above}" if node.number is None else rf"\text{{cell }}{node.number}", node)

    def _mixed(self, node: Mixed) -> str:
        whole, top, under = (_number(n) for n in (node.whole, node.numerator, node.denominator))
        return self.mark(rf"{whole}\tfrac{{{top}}}{{{under}}}", node)

    def _quantity(self, node: Quantity) -> str:
        inner = node.value.body if isinstance(node.value, Bracket) else node.value
        number = self.within(node.value, _POWER) if isinstance(inner, Sum | Cases | At) else self.bare(inner)
        return self.mark(rf"{number}\,{unit_latex(node.unit)}", node)

    def _derivative(self, node: Derivative) -> str:
        power = f"^{{{node.order}}}" if node.order > 1 else ""
        if isinstance(node.body, Name) and node.body.start == node.start < node.end:  # it was written dy/dx
            return self.mark(rf"\frac{{\mathrm{{d}}{power} {self.within(node.body, _PRODUCT)}}}{{\mathrm{{d}}{self.letter(node.letter)}{power}}}", node)
        sign = self.mark(rf"\frac{{\mathrm{{d}}{power}}}{{\mathrm{{d}}{self.letter(node.letter)}{power}}}", node)
        return f"{sign} {self.within(node.body, _PRODUCT)}"

    def _sum(self, node: Sum) -> str:
        text = ""
        for k, (sign, term) in enumerate(zip(node.signs, node.terms, strict=True)):
            written = self.within(term, _PRODUCT) if k or sign != "+" or not isinstance(term, Negative) else self.write(term)
            text += written if k == 0 and sign == "+" else f"{sign}{written}" if k == 0 else f" {sign} {written}"
        return text

    def _product(self, node: Product) -> tuple[str, int]:
        text, binding, previous = "", _PRODUCT, None
        for k, (sign, factor) in enumerate(zip(node.operators, node.factors, strict=True)):
            if k == 0:
                text, binding = self._write(factor) if not isinstance(factor, Sum) else (self.within(factor, _PRODUCT), _ATOM)
            elif sign == "/":
                over = self.bare(previous) if k == 1 and previous is not None else text
                text, binding = rf"\frac{{{over}}}{{{self.bare(factor)}}}", _POWER - 1
            else:
                written = self.within(factor, _UNARY if not isinstance(factor, Negative) else _ATOM)
                joint = _joint(sign, previous, factor)
                text, binding = text + joint + written, _PRODUCT
            previous = factor
        return text, min(binding, _POWER - 1)

    def _power(self, node: Power) -> str:
        exponent = self.bare(node.exponent)
        base = node.base
        if isinstance(base, Call) and base.name not in _OWN_SHAPE:
            entry = function_named(base.name)
            if entry and entry.latex and isinstance(node.exponent, Number):
                return f"{self.mark(entry.latex, base)}^{{{exponent}}}{self._argument(base)}"
        rooted = isinstance(base, Call) and base.name in ("sqrt", "cbrt", "root", "exp")
        if rooted or isinstance(base, Prime | Apply | Mixed | Postfix):
            return rf"\left({self.write(base)}\right)^{{{exponent}}}"
        return f"{self.within(base, _ATOM)}^{{{exponent}}}"

    def _kept_together(self, node: Node) -> str:
        """A short relation among others as one piece, so that a row never breaks inside `x = 4.57`."""
        text = self.write(node)
        return f"{{{text}}}" if isinstance(node, Relation) and len(text) <= _SHORT else text

    def _argument(self, node: Call) -> str:
        argument = node.arguments[0] if len(node.arguments) == 1 else None
        if argument is not None and not isinstance(argument, Negative | Sum) and (node.bare or _is_plain_argument(argument)):
            return " " + self.write(node.arguments[0])
        return rf"\left({', '.join(map(self.write, node.arguments))}\right)"

    def _call(self, node: Call) -> tuple[str, int]:
        args = node.arguments
        if len(args) == 1 or (len(args) == 2 and node.name in ("root", "choose", "log", "dot", "cross")):
            first = self.bare(args[0])
            match node.name:
                case "sqrt":
                    return self.mark(rf"\sqrt{{{first}}}", node), _ATOM
                case "cbrt":
                    return self.mark(rf"\sqrt[3]{{{first}}}", node), _ATOM
                case "root":
                    return self.mark(rf"\sqrt[{self.write(args[1])}]{{{first}}}" if len(args) == 2 else rf"\sqrt{{{first}}}", node), _ATOM
                case "abs":
                    return rf"\left|{first}\right|", _ATOM
                case "floor":
                    return rf"\left\lfloor {first}\right\rfloor", _ATOM
                case "ceil":
                    return rf"\left\lceil {first}\right\rceil", _ATOM
                case "conj":
                    return rf"\overline{{{first}}}", _ATOM
                case "transpose":
                    return rf"{self.within(args[0], _ATOM)}^{{\mathsf T}}", _POWER
                case "inverse":
                    return rf"{self.within(args[0], _ATOM)}^{{-1}}", _POWER
                case "dot" | "cross" if len(args) == 2:
                    sign = r"\cdot" if node.name == "dot" else r"\times"
                    return f"{self.within(args[0], _PRODUCT)} {sign} {self.within(args[1], _POWER)}", _PRODUCT
                case "choose" if len(args) == 2:
                    return rf"\binom{{{first}}}{{{self.write(args[1])}}}", _ATOM
                case "log" if len(args) == 2:
                    sign = self.mark(r"\log", node)
                    return rf"{sign}_{{{self.write(args[1])}}}\left({first}\right)", _ATOM
        entry = function_named(node.name)
        sign = entry.latex if entry and entry.latex else latex_name(node.name)
        if entry and node.bare:
            return f"{self.mark(sign, node)}{self._argument(node)}", _UNARY
        return rf"{self.mark(sign, node)}\left({', '.join(map(self.write, args))}\right)", _ATOM

    def _apply(self, node: Apply) -> tuple[str, int]:
        function = node.function
        if isinstance(function, InverseFunction) and isinstance(function.function, Name):
            entry = function_named(function.function.name)
            sign = (entry.latex if entry else None) or self.letter(function.function.name)
            return rf"{self.mark(sign, function)}^{{-1}}\left({', '.join(map(self.write, node.arguments))}\right)", _ATOM
        return rf"{self.within(function, _ATOM)}\left({', '.join(map(self.write, node.arguments))}\right)", _ATOM

    def _list(self, node: ListOf) -> str:
        rows = [item for item in node.items if isinstance(item, ListOf)]
        if rows and len(rows) == len(node.items):
            body = r" \\ ".join(" & ".join(map(self.write, row.items)) for row in rows)
            return rf"\begin{{pmatrix}} {body} \end{{pmatrix}}"
        return rf"\left[{', '.join(map(self.write, node.items))}\right]"

    def _cases(self, node: Cases) -> str:
        rows = [rf"{self.write(value)} & \text{{if }} {self.write(condition)}" for value, condition in node.choices]
        if node.otherwise is not None:
            rows.append(rf"{self.write(node.otherwise)} & \text{{otherwise}}")
        return r"\begin{cases} " + r" \\ ".join(rows) + r" \end{cases}"

    def _piece(self, kind: str, piece: Node | Interval | str, is_first: bool) -> str:
        """A part of a request that is set by its form."""
        if isinstance(piece, Interval):
            return rf"\in {self._interval(piece)}"
        if isinstance(piece, Node):
            return _after_word(self.write(piece))
        match kind:
            case "words":
                return rf"\text{{{'' if is_first else ' '}{piece} }}"
            case "letter":
                return self.letter(piece)
            case "differential":
                return rf"\,\mathrm{{d}}{self.letter(piece)}"
        return {"->": r"\to"}.get(piece, piece) or r"\square"

    def _interval(self, node: Interval) -> str:
        left, right = "[" if node.low_closed else "(", "]" if node.high_closed else ")"
        return rf"\left{left}{self.write(node.low)}, {self.write(node.high)}\right{right}"

    def _request(self, node: Request) -> str:
        bodies = [_after_word(self.write(b)) for b in node.bodies]
        letters = ", ".join(map(self.letter, node.letters))
        low, high = (_after_word(self.write(n)) if n is not None else "" for n in (node.low, node.high))
        tight = self.within(node.bodies[0], _PRODUCT) if bodies else ""
        match node.name:
            case "limit of":
                side = f"^{{{node.side}}}" if node.side else ""
                point = self.write(node.point) if node.point is not None else ""
                return rf"\lim_{{{letters} \to {point}{side}}} {tight}"
            case "integral of":
                ends = f"_{{{low}}}^{{{high}}}" if node.low is not None else ""
                return rf"\int{ends} {tight} \,\mathrm{{d}}{letters}"
            case "sum of" | "product of" if node.low is not None:
                sign = r"\sum" if node.name == "sum of" else r"\prod"
                return rf"{sign}_{{{letters} = {low}}}^{{{high}}} {tight}"
        form = REQUESTS[node.name].form
        assert form is not None, node.name
        text = ""
        for k, (kind, piece) in enumerate(pieces_of(node, form)):
            written = self._piece(kind, piece, is_first=k == 0)
            text += written if written == "," else f" {written}"
        return text.strip()


def _after_word(latex: str) -> str:
    """What follows a word: its minus is a sign of its own, not a difference from the word."""
    return "{-}" + latex[1:] if latex.startswith("-") else latex


def _number(node: Number) -> str:
    if node.is_recurring:
        head, tail = node.text[:-1].split("(")
        return rf"{head}\overline{{{tail}}}"
    lowered = node.text.lower()
    if "e" in lowered:
        mantissa, exponent = lowered.split("e")
        return rf"{mantissa} \cdot 10^{{{int(exponent)}}}"
    return node.text


def _joint(sign: str, before: Node | None, after: Node) -> str:
    """What is set between two factors: a dot between numbers or where it was typed before one, else a thin space."""
    if sign in ("mod", "div"):
        return rf" \mathbin{{\text{{{sign}}}}} "
    starts_with_number = isinstance(_leftmost(after), Number | Mixed)
    if starts_with_number or (sign == "*" and not isinstance(before, Number)):
        return r" \cdot "
    if isinstance(before, Number | Mixed | Bracket) or isinstance(after, Bracket | Absolute):
        return " "
    short = all(len(part.name.split("_")[0]) == 1 or part.name in CONSTANTS for part in (before, _leftmost(after)) if isinstance(part, Name))
    return " " if short and isinstance(_leftmost(after), Name) and not isinstance(before, Call) else r"\,"


def _leftmost(node: Node) -> Node:
    while True:
        if isinstance(node, Product):
            if len(node.operators) > 1 and node.operators[1] == "/":
                return node
            node = node.factors[0]
        elif isinstance(node, Power | Postfix):
            node = node.base if isinstance(node, Power) else node.body
        else:
            return node


def _is_plain_argument(node: Node) -> bool:
    """An argument that reads well without brackets: a letter, a number, or a number times a letter."""
    if isinstance(node, Name | Number):
        return True
    return isinstance(node, Product) and "/" not in node.operators and all(isinstance(f, Name | Number) for f in node.factors)
