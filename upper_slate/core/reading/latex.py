"""LaTeX as a line of the language: `\\frac{1}{2} + \\sqrt[3]{x}` is `1/2 + cbrt(x)`.

The parsing is that of pylatexenc; this file says what each command means here.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Final

from pylatexenc.latexwalker import LatexWalker, LatexWalkerError

from ..language.words import CONSTANTS, GREEK, REQUESTS, function_named
from ..language.words.forms import Word
from ..problems import LineError

#: More than this is no line that somebody pasted.
MAX_LATEX: Final = 20_000

_LOOKS: Final = re.compile(r"\\[A-Za-z,;:!{}%()\[\]]|^\s*\$.+\$\s*$", re.DOTALL)
_SIGNS: Final = {
    "cdot": "*", "times": "*", "ast": "*", "div": "/", "pm": "±", "le": "<=", "leq": "<=", "leqslant": "<=", "ge": ">=", "geq": ">=", "geqslant": ">=", "ne": "!=",
    "neq": "!=",
    "lt": "<", "gt": ">", "to": "->", "rightarrow": "->", "longrightarrow": "->", "mapsto": "->", "Rightarrow": "=>", "implies": "=>", "Leftrightarrow": "<=>",
    "iff": "<=>",
    "circ": "@", "colon": ":", "mid": "|", "vert": "|", "lor": "or", "vee": "or", "land": "and", "wedge": "and", "neg": "not", "lnot": "not", "in": "in",
}
_OPERANDS: Final = {"infty": "oo", "degree": "°", "%": "%", "partial": "∂", "prime": "'"}
_BIG: Final = {"sum": "∑", "prod": "∏", "int": "∫", "lim": "lim"}
_SPACES: Final = frozenset({",", ";", ":", "!", " ", "quad", "qquad", "enspace", "thinspace", "displaystyle", "textstyle", "limits", "nolimits", "hfill", "&",
    "relax", "mathop",
                            "mathbin", "mathrel", "mathord", "mathopen", "mathclose", "big", "Big", "bigg", "Bigg", "bigl", "bigr", "Bigl", "Bigr", "left.", "right."})
_WORDS: Final = frozenset({"text", "mathrm", "operatorname", "textrm", "mathit", "mathsf", "mathbf", "textit", "mbox", "rm"})
_OTHER_NAMES: Final = {"lg": "log", "arcsinh": "arsinh", "arccosh": "arcosh", "arctanh": "artanh", "tg": "tan", "ctg": "cot", "varphi": "phi", "vartheta": "theta",
                       "varepsilon": "epsilon", "varrho": "rho"}
_OPENING: Final = {"lfloor": "floor(", "lceil": "ceil(", "lvert": "abs(", "langle": "(", "lbrace": "{", "{": "{", "lbrack": "["}
_CLOSING: Final = {"rfloor": ")", "rceil": ")", "rvert": ")", "rangle": ")", "rbrace": "}", "}": "}", "rbrack": "]"}
_MATRICES: Final = frozenset({"pmatrix", "bmatrix", "matrix", "vmatrix", "smallmatrix", "array", "Bmatrix"})
_LINES: Final = frozenset({"aligned", "align", "align*", "gathered", "gather", "gather*", "split", "eqnarray", "eqnarray*", "equation", "equation*"})
_GREEK: Final = frozenset(GREEK.values()) | set(CONSTANTS)
_SIMPLE: Final = re.compile(r"[A-Za-z]\w*|\d+(?:\.\d+)?|\d*[A-Za-z]")


#: A word with a space, or the end, behind it; and the words with which requests are made.
_WORD: Final = re.compile(r"[A-Za-z]{2,}(?=\s|$)")
_PARTS: Final = [part for entry in REQUESTS.values() for form in (entry.form, *entry.said) if form is not None for part in form.flat()]
_SAID: Final = {"for", *(text for part in _PARTS if isinstance(part, Word) for spelling in part.spellings for text in spelling if len(text) > 1 and text.isalpha())}


def looks_like_latex(text: str) -> bool:
    """Whether a line holds commands, or stands between dollar signs."""
    return _LOOKS.search(text) is not None


def from_latex(source: str) -> str:
    """The line, or lines, in this language. Errors: syntax for a command that has no meaning here, with its place."""
    if len(source) > MAX_LATEX:
        raise LineError("syntax", "This is too long to be read as LaTeX.", 0, len(source))
    text, offset = _bare(source)
    try:
        nodes, _, _ = LatexWalker(f"${text}$", tolerant_parsing=False).get_latex_nodes()
        inside = nodes[0].nodelist if len(nodes) == 1 and hasattr(nodes[0], "nodelist") else None
    except (LatexWalkerError, RecursionError):
        inside = None
    if inside is None:
        raise LineError("syntax", "This could not be read as LaTeX: brackets or environments do not match.", 0, len(source))
    return _Writer(_items(inside, offset - 1), source).text().strip()


def _bare(source: str) -> tuple[str, int]:
    """The text between the marks that set mathematics apart, and where it begins."""
    for opened, closed in (("$$", "$$"), ("$", "$"), (r"\(", r"\)"), (r"\[", r"\]")):
        stripped = source.strip()
        if stripped.startswith(opened) and stripped.endswith(closed) and len(stripped) >= len(opened) + len(closed):
            return stripped[len(opened):len(stripped) - len(closed)], source.index(opened) + len(opened)
    if source.count("$") % 2 == 0 and "\\$" not in source:  # words of the language around mathematics: places stay what they are
        return source.replace("$", " "), 0
    return source, 0


@dataclass(frozen=True)
class _Item:
    """A character, a group, a command with the arguments that the parser knows, or an environment."""

    kind: str
    value: str
    place: int
    inner: tuple[_Item, ...] = ()
    arguments: tuple[tuple[_Item, ...] | None, ...] = ()


def _items(nodes: list[Any], offset: int) -> tuple[_Item, ...]:
    found: list[_Item] = []
    for node in nodes:
        place = node.pos + offset
        match type(node).__name__:
            case "LatexCharsNode":
                found += [_Item("char", c, place + k) for k, c in enumerate(node.chars)]
            case "LatexGroupNode" | "LatexMathNode":
                found.append(_Item("group", "", place, _items(node.nodelist, offset)))
            case "LatexMacroNode":
                given = node.nodeargd.argnlist if node.nodeargd is not None and node.nodeargd.argnlist else []
                arguments = tuple(None if a is None else _argument(a, offset) for a in given)
                found.append(_Item("macro", node.macroname, place, arguments=arguments))
            case "LatexEnvironmentNode":
                found.append(_Item("environment", node.environmentname, place, _items(node.nodelist, offset)))
            case "LatexSpecialsNode":
                found += [_Item("char", c, place + k) for k, c in enumerate(node.specials_chars)]
    return tuple(found)


def _argument(node: Any, offset: int) -> tuple[_Item, ...]:
    items = _items([node], offset)
    return items[0].inner if len(items) == 1 and items[0].kind == "group" else items


class _Writer:
    """Writes a row of items as text of the language."""

    def __init__(self, items: tuple[_Item, ...], source: str, in_integral: bool = False) -> None:
        self.items, self.source, self.at = items, source, 0
        self.out = ""
        self.in_integral = in_integral

    def text(self) -> str:
        while self.at < len(self.items):
            self._next()
        return re.sub(r"(?<=[(\[]) +| +(?=[)\]])|(?<= ) +", "", self.out)

    def _next(self) -> None:
        item = self.items[self.at]
        self.at += 1
        match item.kind:
            case "char":
                self._char(item)
            case "group":
                self._write(self._inner(item.inner), is_operand=True)
            case "macro":
                self._macro(item)
            case "environment":
                self._environment(item)

    def _inner(self, items: tuple[_Item, ...]) -> str:
        return _Writer(items, self.source, self.in_integral).text().strip()

    def _fail(self, item: _Item, what: str) -> LineError:
        return LineError("syntax", f"{what} has no meaning here.", item.place, item.place + len(item.value) + 1)

    # -- characters ------------------------------------------------------------------------------------------------

    def _char(self, item: _Item) -> None:
        char = item.value
        if char == "^":
            self._raise()
        elif char == "_":
            self._lower()
        elif char.isspace() or char == "~" or char == "&":
            self.out += " "
        elif char.isalpha() and char.isascii():
            if not self._plain_word(item):
                self._letter(char)
        elif char in "+-" and self.out.rstrip()[-1:] in ("", *"=<>+-*/^,(["):
            self.out += char  # a sign of its own
        elif char in "=<>+-*/:,":
            self.out = self.out.rstrip(" ") + (f"{char} " if char == "," else f" {char} ")
        else:
            self._write(char, is_operand=char.isdigit() or char == ".", joins=char.isdigit() or char == ".")

    def _plain_word(self, item: _Item) -> bool:
        """Takes a word of a request that stands between spaces: `solve \\frac{x}{2} = 3 for x` was typed by hand."""
        word = _WORD.match(self.source, item.place)
        if word is None or word[0].lower() not in _SAID or (item.place and not self.source[item.place - 1].isspace()):
            return False
        rest = self.items[self.at:self.at + len(word[0]) - 1]
        if "".join(i.value for i in rest if i.kind == "char") != word[0][1:]:
            return False
        self.at += len(rest)
        self.out += f" {word[0]} "
        return True

    def _letter(self, char: str) -> None:
        """Letters beside each other are a product, but for `dx` in an integral."""
        if char == "d" and self.in_integral and self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isalpha():
            char += self.items[self.at].value
            self.at += 1
        if self.out and (self.out[-1].isalpha() or (len(char) > 1 and self.out[-1].isalnum())):
            self.out += " "
        self.out += char

    def _write(self, text: str, is_operand: bool, joins: bool = False) -> None:
        """Adds text; an operand behind another is set apart, so that no name or number grows."""
        last = self.out[-1:]
        if is_operand and not joins and (last.isalnum() or last == "_") and text[:1].isalnum():
            self.out += " "
        if joins and last.isalpha():
            self.out += " "
        self.out += text

    # -- raised and lowered ----------------------------------------------------------------------------------------

    def _take(self) -> tuple[_Item, ...]:
        """The next group or single thing; commands bring their own arguments."""
        while self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isspace():
            self.at += 1
        if self.at >= len(self.items):
            raise LineError("syntax", "Something is missing at the end.", max(len(self.source) - 1, 0), len(self.source))
        item = self.items[self.at]
        self.at += 1
        return item.inner if item.kind == "group" else (item,)

    def _raise(self) -> None:
        text = self._inner(self._take())
        if text in ("@", "°"):
            self.out = self.out.rstrip() + "°"
        elif (text and not text.strip("'")) or (text in ("+", "-") and self.at >= len(self.items)):
            self.out = self.out.rstrip() + text
        else:
            self.out = self.out.rstrip() + (f"^{text}" if _SIMPLE.fullmatch(text) and not (text[0].isdigit() and text[-1].isalpha()) else f"^({text})")

    def _lower(self) -> None:
        text = self._inner(self._take())
        self.out = self.out.rstrip() + (f"_{text}" if re.fullmatch(r"[A-Za-z0-9]+", text) else f"_({text})")

    # -- commands --------------------------------------------------------------------------------------------------

    def _macro(self, item: _Item) -> None:
        name = item.value
        if name in ("left", "right"):
            self._delimiter(item, name == "left")
        elif name in _SPACES:
            self.out += " "
        elif name in _SIGNS:
            self.out = f"{self.out.rstrip()} {_SIGNS[name]} "
        elif name in _OPERANDS:
            self._write(_OPERANDS[name], is_operand=True)
        elif name in _BIG:
            self._big(name)
        elif name in _WORDS:
            self._words(item)
        elif name in _RULES:
            _RULES[name](self, item)
        elif name in _OPENING or name in _CLOSING:
            self._write((_OPENING | _CLOSING)[name], is_operand=False)
        elif name == "\\":
            self.out = f"{self.out.rstrip()}\n"
        else:
            self._named(item)

    def _named(self, item: _Item) -> None:
        """A Greek letter or a function."""
        name = _OTHER_NAMES.get(item.value, item.value)
        if name == "log":
            self._logarithm()
        elif function_named(name):
            self._write(name, is_operand=True)
            self._space_before_argument()
        elif name in _GREEK:
            self._write(name, is_operand=True)
            if self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isalnum():
                self.out += " "
        else:
            raise self._fail(item, f"\\{item.value}")

    def _space_before_argument(self) -> None:
        following = self.items[self.at] if self.at < len(self.items) else None
        if following is not None and not (following.kind == "char" and following.value in "(^_") and not (following.kind == "macro" and following.value == "left"):
            self.out += " "

    def _logarithm(self) -> None:
        if not (self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value == "_"):
            self._write("log", is_operand=True)
            self._space_before_argument()
            return
        self.at += 1
        base = self._inner(self._take())
        if base.isdigit():
            self._write(f"log_{base}", is_operand=True)
            self._space_before_argument()
            return
        argument = self._operand()
        self._write(f"log({argument}, {base})", is_operand=True)

    def _operand(self) -> str:
        """What a function without brackets is taken of: the brackets that follow, or the next thing."""
        while self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isspace():
            self.at += 1
        start, depth = self.at, 0
        for k in range(self.at, len(self.items)):
            item = self.items[k]
            is_opened = item.value == "left" or (item.kind == "char" and item.value == "(" and not (k and self.items[k - 1].value in ("left", "right")))
            is_closed = item.value == "right" or (item.kind == "char" and item.value == ")" and not (k and self.items[k - 1].value in ("left", "right")))
            depth += is_opened - is_closed
            if depth == 0:
                end = k + (2 if item.value == "right" else 1)
                self.at = end
                text = self._inner(self.items[start:end])
                return text[1:-1] if text.startswith("(") and text.endswith(")") else text
        raise LineError("syntax", "Something is missing at the end.", max(len(self.source) - 1, 0), len(self.source))

    def _words(self, item: _Item) -> None:
        items = item.arguments[-1] if item.arguments and item.arguments[-1] is not None else self._take()
        text = "".join(_plain(i) for i in items)
        if item.value in ("mathrm", "rm") and text == "d":
            self._differential()
            return
        name = _OTHER_NAMES.get(text, text)
        if text.strip() != text or " " in text:
            self.out += f" {text.strip()} "
        elif function_named(name):
            self._write(name, is_operand=True)
            self._space_before_argument()
        elif name in ("mod", "div", "and", "or", "not", "if", "otherwise", "to", "at", "for", "in"):
            self.out += f" {name} "
        else:
            self._write(name, is_operand=True)

    def _differential(self) -> None:
        """An upright d belongs to the letter behind it."""
        self._write("d", is_operand=True)
        while self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isspace():
            self.at += 1
        if self.at < len(self.items) and self.items[self.at].kind == "char" and self.items[self.at].value.isalpha():
            self.out += self.items[self.at].value
            self.at += 1

    def _delimiter(self, item: _Item, opens: bool) -> None:
        following = self._take()
        sign = following[0].value if following else "."
        if sign == "|" or sign in ("lvert", "rvert", "vert"):
            self._write("abs(" if opens else ")", is_operand=opens)
        elif sign in _OPENING or sign in _CLOSING:
            self._write((_OPENING | _CLOSING)[sign], is_operand=opens)
        elif sign != ".":
            self._write(sign, is_operand=False)

    def _big(self, name: str) -> None:
        """A sign with what stands below and above it."""
        self._write(_BIG[name], is_operand=True)
        self.in_integral = self.in_integral or name == "int"
        bounds = {}
        while self.at < len(self.items) and self.items[self.at].kind in ("char", "macro"):
            item = self.items[self.at]
            if item.value in ("limits", "nolimits") or (item.kind == "char" and item.value.isspace()):
                self.at += 1
            elif item.kind == "char" and item.value in "_^":
                self.at += 1
                bounds[item.value] = self._inner(self._take())
            else:
                break
        for sign in "_^":
            if sign in bounds:
                self.out += f"{sign}{bounds[sign]}" if re.fullmatch(r"\w+", bounds[sign]) else f"{sign}({bounds[sign]})"
        self.out += " "

    # -- fractions, roots and other shapes -------------------------------------------------------------------------

    def _arguments(self, item: _Item, count: int) -> list[str]:
        given = [self._inner(a) for a in item.arguments if a is not None]
        return (given + [self._inner(self._take()) for _ in range(count - len(given))])[:count]

    def _fraction(self, item: _Item) -> None:
        over, under = self._arguments(item, 2)
        derivative = re.fullmatch(r"d(\^\d+)? ?([A-Za-z]\w*)?", over), re.fullmatch(r"d ?([A-Za-z]\w*?)(\^\d+)?", under)
        if derivative[0] and derivative[1]:
            order, of = derivative[0][1] or "", derivative[0][2] or ""
            self._write(f"d{order}{' ' if order and of else ''}{of}/d{derivative[1][1]}{derivative[1][2] or ''} ", is_operand=True)
            return
        text = f"{_grouped(over)}/{_grouped(under)}"
        before, after = self.out.rstrip()[-1:], self._following()
        if before.isdigit() and over.isdigit() and under.isdigit() and re.search(r"(?:^|[^\w.])\d+ ?$", self.out):
            self.out = f"{self.out.rstrip()} {text}"  # a mixed number
        elif (before == "" or before in "=<>+-*,([") and after in ("", "=", "+", "-", ",", ")", "]", "<", ">"):
            self._write(text, is_operand=False)
        else:
            self._write(f"({text})", is_operand=False)

    def _following(self) -> str:
        """The next sign; a letter or a command stands for an operand."""
        for item in self.items[self.at:]:
            if item.kind == "char" and not item.value.isspace():
                return item.value
            if item.kind == "macro":
                if item.value in _SIGNS:
                    return "*" if _SIGNS[item.value] in ("*", "/", "@") else "="
                if item.value == "right" or item.value in _CLOSING:
                    return ")"
                if item.value not in _SPACES:
                    return "x"
            elif item.kind != "char":
                return "x"
        return ""

    def _root(self, item: _Item) -> None:
        degree = self._inner(item.arguments[0]) if item.arguments and item.arguments[0] is not None else ""
        given = item.arguments[1] if len(item.arguments) > 1 and item.arguments[1] is not None else self._take()
        inside = self._inner(given)
        self._write({"": f"sqrt({inside})", "2": f"sqrt({inside})", "3": f"cbrt({inside})"}.get(degree, f"root({inside}, {degree})"), is_operand=True)

    def _binomial(self, item: _Item) -> None:
        self._write(f"choose({', '.join(self._arguments(item, 2))})", is_operand=True)

    def _overline(self, item: _Item) -> None:
        (inside,) = self._arguments(item, 1)
        if inside.isdigit() and re.search(r"\d\.\d*$|^\.\d*$", self.out):
            self.out += f"({inside})"
        else:
            self._write(f"conj({inside})", is_operand=True)

    def _marked(self, item: _Item) -> None:
        """`\\htmlData{…}{E}`: what is said of E is no part of it."""
        self._write(self._arguments(item, 2)[1], is_operand=True)

    # -- environments ----------------------------------------------------------------------------------------------

    def _environment(self, item: _Item) -> None:
        rows = [[self._inner(cell) for cell in _split(row, "&")] for row in _split_rows(item.inner)]
        rows = [row for row in rows if any(row)]
        if item.value in _MATRICES:
            column = all(len(row) == 1 for row in rows)
            text = ", ".join(row[0] for row in rows) if column else ", ".join(f"[{', '.join(row)}]" for row in rows)
            self._write(f"det([{text}])" if item.value == "vmatrix" else f"[{text}]", is_operand=True)
        elif item.value == "cases":
            self._write(", ".join(_case(row) for row in rows), is_operand=False)
        elif item.value in _LINES:
            self._write("\n".join(" ".join(cell for cell in row if cell) for row in rows), is_operand=False)
        else:
            raise self._fail(item, f"The environment {item.value}")


def _grouped(text: str) -> str:
    return text if _SIMPLE.fullmatch(text) and not (text[0].isdigit() and text[-1].isalpha()) else f"({text})"


def _plain(item: _Item) -> str:
    if item.kind == "group":
        return "".join(map(_plain, item.inner))
    return item.value if item.kind == "char" else ""


def _split(items: tuple[_Item, ...], char: str) -> list[tuple[_Item, ...]]:
    parts: list[list[_Item]] = [[]]
    for item in items:
        if item.kind == "char" and item.value == char:
            parts.append([])
        else:
            parts[-1].append(item)
    return [tuple(part) for part in parts]


def _split_rows(items: tuple[_Item, ...]) -> list[tuple[_Item, ...]]:
    rows: list[list[_Item]] = [[]]
    for item in items:
        if item.kind == "macro" and item.value == "\\":
            rows.append([])
        else:
            rows[-1].append(item)
    return [tuple(row) for row in rows]


def _case(row: list[str]) -> str:
    value = row[0].rstrip(", ")
    condition = " ".join(row[1:]).strip()
    for word in ("if", "for", "when", "falls", "where"):
        condition = condition.removeprefix(f"{word} ").strip()
    return f"{value} otherwise" if condition in ("otherwise", "else", "") else f"{value} if {condition}"


_RULES: Final[dict[str, Callable[[_Writer, _Item], None]]] = {
    **dict.fromkeys(("frac", "tfrac", "dfrac", "cfrac"), _Writer._fraction), "sqrt": _Writer._root, "binom": _Writer._binomial, "tbinom": _Writer._binomial,
    "dbinom": _Writer._binomial, "overline": _Writer._overline, "htmlData": _Writer._marked,
}
