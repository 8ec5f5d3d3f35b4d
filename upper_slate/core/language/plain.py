"""A tree as plain text in the language: typing it back in gives the same tree."""

from __future__ import annotations

from .plain_requests import request_text
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
    InUnit,
    InverseFunction,
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
from .units import unit_text
from .words.functions import function_named
from .words.trailing import WORDS_OF, rounding_words

#: How tightly each kind of node binds; a looser one inside a tighter one needs brackets.
_LOOSE, _SUM, _PRODUCT, _UNARY, _POWER, _POSTFIX, _ATOM = range(7)


def plain(node: Node) -> str:
    """The text of a tree."""
    return _write(node)[0]


def _within(node: Node, binding: int) -> str:
    text, own = _write(node)
    return text if own >= binding else f"({text})"


def _write(node: Node) -> tuple[str, int]:
    match node:
        case Number():
            return node.text, _ATOM
        case Name():
            return node.name, _ATOM
        case Mixed():
            return f"{node.whole.text} {node.numerator.text}/{node.denominator.text}", _PRODUCT
        case Sum():
            return _sum(node), _SUM
        case Product():
            return _product(node), _PRODUCT
        case Negative():
            return "-" + _within(node.body, _UNARY if not isinstance(node.body, Product | Mixed) else _PRODUCT), _PRODUCT
        case Power():
            return f"{_within(node.base, _POSTFIX)}^{_exponent(node.exponent)}", _POWER
        case Postfix(sign="%", body=Product(factors=(Number(), Number()), operators=("", "/"))):
            return plain(node.body) + "%", _PRODUCT
        case Postfix():
            return _within(node.body, _POSTFIX) + node.sign, _POSTFIX
        case Prime():
            return _within(node.body, _POSTFIX) + "'" * node.order, _POSTFIX
        case Bracket():
            return f"({plain(node.body)})", _ATOM
        case Absolute():
            return f"abs({plain(node.body)})", _ATOM
        case Call():
            return _call(node)
        case Apply():
            return f"{_within(node.function, _POSTFIX)}({', '.join(map(plain, node.arguments))})", _ATOM
        case InverseFunction():
            return f"{_within(node.function, _ATOM)}^-1", _POWER
        case Compose():
            return f"{_within(node.outer, _POWER)} @ {_within(node.inner, _POWER)}", _UNARY
        case Derivative():
            power = f"^{node.order}" if node.order > 1 else ""
            return f"d{power}/d{node.letter}{power} {_within(node.body, _ATOM)}", _PRODUCT
        case ListOf():
            return f"[{', '.join(map(plain, node.items))}]", _ATOM
        case Index():
            return f"{node.name}_({','.join(map(plain, node.indices))})", _ATOM
        case CellReference():
            return ("above" if node.number is None else f"cell {node.number}"), _ATOM
    return _statement(node)


def _quantity(node: Quantity) -> str:
    is_number = isinstance(node.value, Number | Negative | Mixed) or (isinstance(node.value, Product) and node.value.operators == ("", "/"))
    return f"{plain(node.value) if is_number else _within(node.value, _POWER)} {unit_text(node.unit)}"


def _call(node: Call) -> tuple[str, int]:
    """`sqrt(2)`; a clipped name is written in words."""
    entry = function_named(node.name)
    if entry is not None and entry.in_words and len(node.arguments) == 1:
        return f"{entry.in_words} {_within(node.arguments[0], _POSTFIX)}", _LOOSE
    return f"{node.name}({', '.join(map(plain, node.arguments))})", _ATOM


def _statement(node: Node) -> tuple[str, int]:
    """What stands as a whole line, or in brackets."""
    match node:
        case Relation():
            text = plain(node.sides[0])
            for sign, side in zip(node.signs, node.sides[1:], strict=True):
                text += f" {sign} {plain(side)}"
            return text, _LOOSE
        case Logic():
            if node.sign == "not":
                return f"not {plain(node.parts[0])}", _LOOSE
            return f" {node.sign} ".join(map(plain, node.parts)), _LOOSE
        case Cases():
            parts = [f"{plain(value)} if {plain(condition)}" for value, condition in node.choices]
            if node.otherwise is not None:
                parts.append(f"{plain(node.otherwise)} otherwise")
            return ", ".join(parts), _LOOSE
        case At():
            given = ", ".join(f"{a} = {plain(v)}" for a, v in zip(node.letters, node.values, strict=True))
            return f"{plain(node.body)} at {given}", _LOOSE
        case Quantity():
            return _quantity(node), _PRODUCT
        case InUnit():
            return f"{plain(node.body)} in {unit_text(node.unit)}", _LOOSE
        case InForm():
            return f"{plain(node.body)} {WORDS_OF[node.form]}", _LOOSE
        case ToDigits():
            return f"{plain(node.body)} {rounding_words(node.digits, node.unit)}", _LOOSE
        case Request():
            return request_text(node, plain), _LOOSE
        case Unread():
            return node.text, _ATOM
        case Gap():
            return "", _ATOM
    raise TypeError(type(node).__name__)


def _exponent(node: Node) -> str:
    if isinstance(node, Negative) and isinstance(node.body, Number | Name):
        return "-" + plain(node.body)
    return _within(node, _POWER)


def _sum(node: Sum) -> str:
    text = ""
    for k, (sign, term) in enumerate(zip(node.signs, node.terms, strict=True)):
        if k == 0:
            text = ("-" if sign == "-" else "") + _within(term, _PRODUCT)
            continue
        written = _within(term, _PRODUCT)
        if written.startswith("-"):
            written = f"({written})"
        text += f" {sign} {written}"
    return text


def _product(node: Product) -> str:
    text = ""
    for k, (sign, factor) in enumerate(zip(node.operators, node.factors, strict=True)):
        is_bracketed = isinstance(factor, Mixed) or (isinstance(factor, Negative) and (k or not isinstance(factor.body, Number | Name)))
        written = f"({plain(factor)})" if is_bracketed else _within(factor, _UNARY if k and not (isinstance(factor, Quantity) and sign in ("*", "")) else _PRODUCT)
        if k == 0:
            text = written
        elif sign in ("mod", "div"):
            text += f" {sign} {written}"
        else:
            text += (sign or "*") + written
    return text
