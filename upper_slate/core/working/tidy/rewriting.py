"""Forms of an expression that is the same value: multiplied out, factored, over one denominator, split, without roots below. One copy, for requests and for the
forms that are offered below a result."""

from __future__ import annotations

import sympy as sp

from .tidy import rational_form

#: Higher multiples of a logarithm stay before it.
_COUNTED = 12
#: Zeros are looked for up to this degree.
_SOLVED = 8


def expanded(expr: sp.Expr) -> sp.Expr:
    """Multiplied out."""
    return sp.expand(expr)


def factored(expr: sp.Expr) -> sp.Expr:
    """As a product, as far as rational coefficients go."""
    return sp.factor(rational_form(expr)) if expr.free_symbols else expr


def linear_factors(expr: sp.Expr) -> sp.Expr:
    """As a product of factors of degree 1, as over the complex numbers, where the zeros are roots of whole numbers; else as far as rational coefficients go."""
    product = factored(expr)
    if len(expr.free_symbols) != 1:
        return product
    (letter,) = expr.free_symbols
    return sp.Mul(*(_linear(base, letter) ** power for base, power in (f.as_base_exp() for f in sp.Mul.make_args(product))))


def _linear(factor: sp.Expr, letter: sp.Symbol) -> sp.Expr:
    """A factor that no rational number divides, as a product over its zeros; itself where they are not simple."""
    if not factor.is_polynomial(letter) or not 2 <= sp.degree(factor, letter) <= _SOLVED:
        return factor
    polynomial = sp.Poly(factor, letter)
    zeros = sp.roots(polynomial, cubics=False, quartics=False)
    if sum(zeros.values()) != polynomial.degree():
        return factor
    product = sp.Mul(polynomial.LC(), *((letter - sp.expand(zero)) ** count for zero, count in zeros.items()))
    return product if sp.expand(sp.expand(product) - factor) == 0 else factor


def rationalized(expr: sp.Expr, most_terms: int) -> sp.Expr:
    """No square root in the denominator, and no fraction under one: the denominator is multiplied by its conjugates, where it has at most so many terms."""
    return sp.radsimp(sp.together(expr.replace(_is_root_of_fraction, _over_size)), max_terms=most_terms)


def _is_root_of_fraction(node: sp.Basic) -> bool:
    return isinstance(node, sp.Pow) and node.exp == sp.S.Half and bool(sp.fraction(node.base)[1].free_symbols) and all(s.is_real for s in node.free_symbols)


def _over_size(root: sp.Pow) -> sp.Expr:
    over, under = sp.fraction(root.base)
    return sp.sqrt(over * under) / sp.Abs(under)


def logs_together(expr: sp.Expr) -> sp.Expr:
    """ln(x) + 2 ln(y) as ln(x y²), which is the same wherever the sum has a value in real numbers."""
    return expr.replace(lambda node: isinstance(node, sp.Add), _one_log)


def _one_log(total: sp.Add) -> sp.Expr:
    logs: list[sp.Expr] = []
    rest: list[sp.Expr] = []
    for term in total.args:
        count, log = term.as_coeff_Mul()
        if isinstance(log, sp.log) and count.is_Integer and abs(count) <= _COUNTED:
            logs.append(log.args[0] ** count)
        else:
            rest.append(term)
    return sp.Add(*rest, sp.log(sp.Mul(*logs))) if len(logs) > 1 else total


def numbers_into_logs(expr: sp.Expr) -> sp.Expr:
    """ln(5) + ln(1/a) as ln(5/a): the logarithm of a positive number goes into one of letters that stands beside it."""
    return expr.replace(lambda node: isinstance(node, sp.Add), _with_its_number)


def _with_its_number(total: sp.Add) -> sp.Expr:
    numbers = [term for term in total.args if _is_log(term) and term.as_coeff_Mul()[1].args[0].is_Rational]
    letters = [term for term in total.args if _is_log(term) and term.free_symbols]
    if len(numbers) != 1 or len(letters) != 1:
        return total
    (sign, number), (turn, log) = numbers[0].as_coeff_Mul(), letters[0].as_coeff_Mul()
    joined = turn * sp.log(log.args[0] * number.args[0] ** (sign * turn))
    return sp.Add(joined, *(term for term in total.args if term not in (numbers[0], letters[0])))


def _is_log(term: sp.Expr) -> bool:
    count, log = term.as_coeff_Mul()
    return abs(count) == 1 and isinstance(log, sp.log)


def single_fraction(expr: sp.Expr, in_lowest_terms: bool) -> sp.Expr:
    """Over one denominator. In lowest terms a common factor is cancelled, whose zeros are then a condition of the result."""
    together = sp.together(expr)
    over, under = sp.fraction(sp.cancel(together) if in_lowest_terms else together)
    above, over = sp.expand(over).as_content_primitive()
    below, under = sp.factor(under).as_content_primitive()
    shared = above / below
    return sp.Mul(shared.p, over) / sp.Mul(shared.q, under) if shared.is_Rational else sp.expand(over * above) / (under * below)


def partial_fractions(expr: sp.Expr) -> sp.Expr:
    """Split into simple fractions. The expression is one polynomial over another, in one letter."""
    return sp.apart(expr)
