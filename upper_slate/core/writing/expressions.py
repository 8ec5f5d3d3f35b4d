"""SymPy expressions as trees, ordered as a textbook orders them (section 4 of the language)."""

from __future__ import annotations

from typing import Final

import sympy as sp
from sympy.core.function import AppliedUndef
from sympy.core.relational import Relational

from ..language.tree import Bracket, Call, Cases, Name, Negative, Node, Number, Postfix, Power, Product
from ..working.exact.bridge import from_sympy, to_sympy
from ..working.exact.surd import ONE, I, Surd, denominators
from ..working.ground.function_records import NAMED, RECORDS
from ..working.units.quantities import has_units, written_parts
from .common_logs import logs_apart
from .numbers import Signed, integer, product_of, quotient_of, root_node, sum_of, surd_tree
from .quantities import quantity_tree
from .relations import condition_tree
from .style import PLAIN, Style

#: Functions that are typeset without brackets round a simple argument.
_BARE: Final = frozenset({"log", *(record.name for record in RECORDS if record.bare)})
_SIN_LIKE: Final = (sp.sin, sp.cos, sp.tan, sp.sec, sp.csc, sp.cot)
_ARC_LIKE: Final = (sp.asin, sp.acos, sp.atan, sp.arg)


class NoExactForm(Exception):
    """The value holds a number that is known by what it solves only."""


def expression_tree(expr: sp.Basic, style: Style = PLAIN) -> Node:
    """The tree of an expression or a condition."""
    if style.half_turn != sp.pi and isinstance(expr, sp.Expr):
        expr = in_unit(expr, style.half_turn)
    return _Writer(style, has_units(expr)).write(logs_apart(expr))


def in_unit(expr: sp.Expr, half_turn: sp.Expr, with_letters: bool = False) -> sp.Expr:
    """Angles are held in radians; here they are turned into the unit of the convention, all of them or those with letters only."""
    arcs = {make: sp.Function(NAMED[make]) for make in (*_SIN_LIKE, *_ARC_LIKE)}

    def bottom_up(node: sp.Basic) -> sp.Basic:
        if not node.args or (with_letters and not node.free_symbols):
            return node
        args = [bottom_up(a) for a in node.args]
        if isinstance(node, _SIN_LIKE):
            return arcs[type(node)](sp.expand(args[0] * half_turn / sp.pi))
        if isinstance(node, _ARC_LIKE):
            return arcs[type(node)](*args) * sp.pi / half_turn
        return node.func(*args)

    return bottom_up(expr)


class _Writer:
    def __init__(self, style: Style, has_units: bool) -> None:
        self.style, self.has_units = style, has_units

    def write(self, expr: sp.Basic) -> Node:
        surd = from_sympy(expr) if isinstance(expr, sp.Expr) and not expr.free_symbols else None
        if surd is not None:
            return surd_tree(surd, self.style)
        if self.has_units and isinstance(expr, sp.Expr) and (parts := written_parts(expr)) is not None:
            return quantity_tree(self.write(to_sympy(parts[0])), parts[1])
        match expr:
            case sp.Symbol():
                return Name(expr.name)
            case sp.Add():
                return self._sum(expr)
            case sp.Mul():
                negative, node = self._signed(_turned(expr))
                return Negative(node) if negative else node
            case sp.Pow():
                return self._power(expr)
            case sp.exp() if _is_below(expr):
                return quotient_of(Number("1"), self.write(sp.exp(-expr.args[0])))
            case sp.exp() if expr.args[0].is_Rational and expr.args[0].p == 1 and expr.args[0].q > 1:
                return root_node(Name("e"), int(expr.args[0].q))
            case sp.exp():
                return Power(Name("e"), self.write(expr.args[0]))
            case sp.factorial():
                return Postfix("!", self._bracketed(expr.args[0]))
            case sp.Piecewise():
                return self._cases(expr)
            case Relational() | sp.And() | sp.Or() | sp.Not():
                return condition_tree(expr, self.write)
        if expr == sp.pi:
            return Name("pi")
        if expr == sp.E:
            return Name("e")
        if expr == sp.oo:
            return Name("oo")
        if expr == -sp.oo:
            return Negative(Name("oo"))
        if expr == sp.I:
            return Name("i")
        name = NAMED.get(type(expr))
        if name is None and isinstance(expr, AppliedUndef):
            name = str(expr.func)
        if name is None:
            raise NoExactForm
        return Call(name, tuple(self.write(a) for a in expr.args), bare=name in _BARE)

    def _bracketed(self, expr: sp.Basic) -> Node:
        node = self.write(expr)
        return node if isinstance(node, Name | Number | Call) else Bracket(node)

    # -- sums ------------------------------------------------------------------------------------------------------

    def _sum(self, expr: sp.Add) -> Node:
        base = self.style.rising
        if base is not None and any(base in term.as_powers_dict() for term in expr.args):
            return sum_of([self._signed(term) for term in sorted(expr.args, key=lambda term: (term.as_powers_dict().get(base, 0), term_key(term)))])
        numbers: list[sp.Expr] = []
        others: list[sp.Expr] = []
        for term in expr.args:
            (numbers if from_sympy(term) is not None else others).append(term)
        terms = sorted(others, key=term_key)
        last = next((term for term in terms if self._stands_last(term)), None)
        if last is not None:
            terms.remove(last)
        signed = [(term_key(t), self._signed(t)) for t in terms]
        if numbers:
            total = from_sympy(sp.Add(*numbers))
            assert total is not None
            signed += [(term_key(sp.S.One), s) for s in self._number_terms(total)]
            if all(t.has(sp.pi) for t in others):  # pi is written like a letter: 2 pi + 6
                pass
            elif all(not t.free_symbols for t in others):
                signed = signed[len(terms):] + signed[:len(terms)]
            else:
                signed.sort(key=lambda pair: pair[0])
        plain_terms = [s for _, s in signed]
        own = len(plain_terms)
        if last is not None:
            plain_terms.append(self._signed(last))
            own += own == 1 and self.style.last is None  # the letter C of the line's own: C - x
        if own == 2 and plain_terms[0][0] and not plain_terms[1][0]:
            plain_terms[:2] = plain_terms[1::-1]
        return sum_of(plain_terms) if self.style.apart else self._over_common(plain_terms)

    def _stands_last(self, term: sp.Expr) -> bool:
        """Whether a term is the constant of integration: the line's own, or the letter that is always used for it."""
        if self.style.last is not None:
            return bool(term == self.style.last)
        return len(term.free_symbols) == 1 and _letter_powers(term) == {_CONSTANT: 1}

    def _number_terms(self, total: Surd) -> list[Signed]:
        if total.has_imaginary and total.parts()[0].terms:
            real, imaginary = total.parts()
            return [*self._number_terms(real), *self._number_terms(imaginary * I)]
        return [_split_sign(surd_tree(total, self.style))]

    def _over_common(self, terms: list[Signed]) -> Node:
        """a/d + b/d as (a + b)/d, where every term has the same whole number under its bar."""
        unders = {_whole_denominator(node) for _, node in terms}
        if len(unders) == 1 and None not in unders and not self.style.decimals:
            (under,) = unders
            over = [(negative, _numerator(node)) for negative, node in terms]
            if all(negative for negative, _ in over):
                return Negative(quotient_of(sum_of([(False, n) for _, n in over]), Number(str(under))))
            return quotient_of(sum_of(over), Number(str(under)))
        return sum_of(terms)

    # -- products --------------------------------------------------------------------------------------------------

    def _signed(self, term: sp.Expr) -> Signed:
        """A term as sign and tree: number, letters, functions, brackets, over what stands under the bar."""
        if not isinstance(term, sp.Mul) or (self.has_units and written_parts(term) is not None):
            return _split_sign(self.write(term))
        coefficient, over, under = ONE, [], []
        for factor in term.args:
            surd = from_sympy(factor)
            if surd is not None:
                coefficient = coefficient * surd
            elif isinstance(factor, sp.Pow) and _is_negative_power(factor.exp):
                under.append(sp.Pow(factor.base, -factor.exp))
            elif _is_below(factor):
                under.append(sp.exp(-factor.args[0]))
            else:
                over.append(factor)
        if coefficient.has_imaginary and coefficient.parts()[0].is_zero and any(not f.free_symbols for f in over):
            coefficient, over = coefficient.parts()[1], [*over, sp.I]
        over, under = _common_logs(over, under)
        return self._quotient(coefficient, over, under)

    def _quotient(self, coefficient: Surd, over: list[sp.Expr], under: list[sp.Expr]) -> Signed:
        negative, node = _split_sign(surd_tree(coefficient, self.style))
        if self.style.decimals and not isinstance(node, Product):
            below = 1
        else:
            below = denominators(coefficient)
            negative, node = _split_sign(surd_tree(coefficient * Surd.rational(below), PLAIN))
        factors: list[Node] = []
        for factor in sorted(_apart(over), key=factor_key):
            written = self.write(factor)
            if isinstance(written, Negative) and _whole_denominator(written.body) is not None:
                negative, written = not negative, written.body
            if (whole := _whole_denominator(written)) is not None:  # a sum that stands over a number brings it under the bar
                below, written = below * whole, _numerator(written)
            factors += written.factors if isinstance(written, Product) and "/" not in written.operators else [written]
        if node != Number("1") or not factors:
            parts = list(node.factors) if isinstance(node, Product) and "/" not in node.operators else [node]
            factors = [*parts, *factors]
        divisors = [self.write(f) for f in sorted(_apart(under), key=factor_key)]
        if below != 1:
            divisors = [Number(str(below)), *divisors]
        return negative, quotient_of(product_of(factors), product_of(divisors) if divisors else None)

    # -- powers, cases, relations ----------------------------------------------------------------------------------

    def _power(self, expr: sp.Pow) -> Node:
        base, exponent = expr.args
        if _is_negative_power(exponent):
            return quotient_of(Number("1"), self.write(sp.Pow(base, -exponent)))
        if isinstance(exponent, sp.Rational) and not exponent.is_Integer:
            if exponent.p == 1:
                return root_node(self.write(base), int(exponent.q))
            if isinstance(base, sp.Symbol | sp.Abs):
                whole, rest = divmod(int(exponent.p), int(exponent.q))
                root = root_node(self.write(sp.Pow(base, rest)), int(exponent.q))
                return product_of([self.write(sp.Pow(base, whole)), root]) if whole else root
            if isinstance(base, sp.Add) and exponent.q <= 3:
                return Power(root_node(self.write(base), int(exponent.q)), integer(int(exponent.p)))
        return Power(self.write(base), self.write(exponent))

    def _cases(self, expr: sp.Piecewise) -> Node:
        choices, otherwise = [], None
        for value, condition in expr.args:
            if condition is sp.true:
                otherwise = self.write(value)
            else:
                choices.append((self.write(value), self.write(condition)))
        return Cases(tuple(choices), otherwise)


def _turned(product: sp.Mul) -> sp.Expr:
    """A minus before a fraction, or before every term above its bar, goes into a difference of two terms below it: x/(1 - x), (3x + 1)/(1 - 2x)."""
    below = [f for f in product.args if isinstance(f, sp.Pow) and _is_negative_power(f.exp)]
    if len(below) != 1 or below[0].exp != -1 or not isinstance(below[0].base, sp.Add) or len(below[0].base.args) != 2:
        return product
    difference = below[0].base
    if sum(_is_negative_term(term) for term in difference.args) != 1:
        return product
    number, over = sp.Mul(*(f for f in product.args if f is not below[0])).as_coeff_Mul()
    if not over.free_symbols:
        return product
    if number.is_negative:
        return sp.Mul(-number, over, sp.Pow(-difference, -1))
    if number == 1 and isinstance(over, sp.Add) and all(map(_is_negative_term, over.args)):
        return sp.Mul(-over, sp.Pow(-difference, -1))
    return product


def _is_negative_term(term: sp.Expr) -> bool:
    return term.as_coeff_Mul()[0].is_negative is True


def _is_below(factor: sp.Basic) -> bool:
    """e to a negative number stands under the bar: 2/e."""
    return isinstance(factor, sp.exp) and bool(factor.args[0].is_Rational and factor.args[0].is_negative)


def _apart(factors: list[sp.Expr]) -> list[sp.Expr]:
    """x^(3/2) as x and sqrt(x), each in its own place among the factors."""
    found: list[sp.Expr] = []
    for factor in factors:
        if isinstance(factor, sp.Pow) and isinstance(factor.base, sp.Symbol | sp.Abs) and factor.exp.is_Rational and not factor.exp.is_Integer and factor.exp > 1:
            whole = factor.exp.p // factor.exp.q
            found += [sp.Pow(factor.base, whole), sp.Pow(factor.base, factor.exp - whole)]
        else:
            found.append(factor)
    return found


def _split_sign(node: Node) -> Signed:
    return (True, node.body) if isinstance(node, Negative) else (False, node)


def _is_negative_power(exponent: sp.Expr) -> bool:
    return bool(exponent.is_Rational and exponent < 0) or (isinstance(exponent, sp.Mul) and exponent.as_coeff_Mul()[0].is_negative is True and not exponent.has(sp.I))


def _whole_denominator(node: Node) -> int | None:
    if isinstance(node, Product) and node.operators == ("", "/") and isinstance(node.factors[1], Number) and node.factors[1].text.isdigit():
        return int(node.factors[1].text)
    return None


def _numerator(node: Node) -> Node:
    assert isinstance(node, Product)
    return node.factors[0]


def _common_logs(over: list[sp.Expr], under: list[sp.Expr]) -> tuple[list[sp.Expr], list[sp.Expr]]:
    """ln(a)/ln(10) is written log(a)."""
    tenth = sp.log(10)
    logs = [f for f in over if isinstance(f, sp.log)]
    if tenth in under and logs:
        over, under = list(over), list(under)
        over.remove(logs[0])
        under.remove(tenth)
        over.append(sp.Function("log")(logs[0].args[0]))
    return over, under


# -- order -----------------------------------------------------------------------------------------------------------


def stands_for_number(symbol: sp.Basic) -> bool:
    """Letters whose name begins with a zero byte hold the place of a rounded number."""
    return isinstance(symbol, sp.Symbol) and symbol.name.startswith("\0")


def _is_closed(expr: sp.Basic) -> bool:
    return all(stands_for_number(s) for s in expr.free_symbols)


def degree(expr: sp.Expr) -> sp.Rational:
    """Total degree of a term in its letters; functions count as numbers."""
    if isinstance(expr, sp.Symbol):
        return sp.S.Zero if stands_for_number(expr) else sp.S.One
    if isinstance(expr, sp.Pow) and expr.exp.is_Rational:
        return degree(expr.base) * expr.exp
    if isinstance(expr, sp.Mul):
        return sum((degree(f) for f in expr.args), sp.S.Zero)
    if isinstance(expr, sp.Add):
        return max(degree(t) for t in expr.args)
    return sp.S.Zero


def _letter_powers(expr: sp.Expr) -> dict[str, sp.Rational]:
    powers: dict[str, sp.Rational] = {}
    for factor in sp.Mul.make_args(expr):
        base, exponent = factor.as_base_exp()
        if isinstance(base, sp.Symbol) and exponent.is_Rational and not stands_for_number(base):
            powers[base.name] = exponent
    return powers


_LAST_LETTER: Final = "\uffff"
#: The constant of integration, where a line has none of its own.
_CONSTANT: Final = "C"


def term_key(term: sp.Expr) -> tuple[object, ...]:
    """Falling degree, then the alphabet; numbers after letters."""
    powers = _letter_powers(term)
    letters = tuple((name, -float(power)) for name, power in sorted(powers.items()))
    closed = _is_closed(term)
    length = sp.count_ops(term) if closed else -sp.count_ops(term)
    return (1 if closed else 0, -float(degree(term)), (*letters, (_LAST_LETTER, 0.0)), -_power_of_functions(term), length, str(term))


def _power_of_functions(term: sp.Expr) -> float:
    """The greatest power of a function in a term: ln(x)^2 stands before ln(x)."""
    powers = [factor.as_base_exp() for factor in sp.Mul.make_args(term)]
    return max((float(exponent) for base, exponent in powers if isinstance(base, sp.Function) and base.free_symbols and exponent.is_Rational), default=0.0)


def factor_key(factor: sp.Expr) -> tuple[object, ...]:
    """Numbers, letters, roots and functions, then brackets by rising degree and by coefficients, leading first."""
    base, exponent = factor.as_base_exp()
    if _is_closed(factor):
        return (2, 1, (), str(factor)) if isinstance(factor, sp.log) else (0, int(factor == sp.I), (), str(factor))
    if isinstance(base, sp.Symbol) and (exponent.is_Integer or not exponent.is_Rational):
        return (1, 0, (), str(factor))
    if isinstance(base, sp.Add) and exponent.is_Integer:
        return (3, float(degree(base)), _coefficients(base), str(factor))
    return (2, 0, (), str(factor))


def _coefficients(expr: sp.Add) -> tuple[float, ...]:
    letters = sorted(expr.free_symbols, key=str)
    if expr.is_polynomial(*letters):
        try:
            return tuple(float(c) for c in sp.Poly(expr, *letters).coeffs()) if len(letters) > 1 else tuple(float(c) for c in sp.Poly(expr, *letters).all_coeffs())
        except (TypeError, sp.PolynomialError):
            return ()
    return ()
