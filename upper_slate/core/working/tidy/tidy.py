"""Simplifies the result of a line: of several equal ways to write it, the shortest that a textbook would print.

Every way is made by exact algebra; as a second guard each is compared with the original by balls at two points, and
dropped if they differ.
"""

from __future__ import annotations

from collections.abc import Iterator
from itertools import islice
from typing import Final

import sympy as sp
from flint import arb, fmpq

from ..exact import balls, rational_functions
from ..exact.arcs import known_angle
from ..exact.bridge import from_sympy, has_letters, settled, to_sympy
from ..exact.surd import Surd, TooLarge
from ..ground.function_records.logarithms import rational_log
from ..ground.values import FunctionValue, ListValue, RelationValue, Value
from .exponentials import over_one_exponential
from .factorials import cancelled_factorials
from .joined import joined_powers

#: A product of polynomials that expands to at most so many terms is written expanded.
MAX_EXPANDED: Final = 4
#: Larger expressions are left as they are, since common denominators could take long.
_MAX_SIZE: Final = 600
#: So are those of a higher degree.
_MAX_DEGREE: Final = 500
#: Fractions that are longer keep a common factor.
_MAX_REDUCED: Final = 120
#: Products that may have more terms are not multiplied out.
_MAX_BOUND: Final = 400


def tidy(value: Value) -> Value:
    """The value, simplified."""
    match value:
        case Surd():
            return value
        case ListValue():
            return ListValue(tuple(tidy(i) for i in value.items))
        case FunctionValue():
            return FunctionValue(value.parameters, tidy(value.body), value.requirements, value.name)
        case RelationValue():
            return value
        case sp.Expr():
            return settled(_known_angle(value) or tidy_expression(value))
    return value


def _known_angle(expr: sp.Expr) -> sp.Expr | None:
    """A sum of arcs that is a known angle; in another unit than radians the sum stands times half a turn over pi."""
    if expr.free_symbols or not expr.atoms(sp.asin, sp.acos, sp.atan):
        return None
    found = known_angle(expr)
    if found is not None or not expr.has(1 / sp.pi):
        return found
    for half_turn in (180, 200):
        found = known_angle(sp.expand(expr * sp.pi / half_turn))
        if found is not None:
            return sp.expand(found * half_turn / sp.pi)
    return None


#: What an infinite expression has in it.
_ENDLESS: Final = (sp.oo, -sp.oo, sp.zoo)
#: What a fraction within a fraction adds to how long an expression looks.
_NESTED: Final = 4


def tidy_expression(expr: sp.Expr) -> sp.Expr:
    """The expression, simplified; never longer than it was, polynomial products aside."""
    if expr.is_Atom or _is_longer_than(expr, _MAX_SIZE) or degree_bound(expr) > _MAX_DEGREE:
        return collect_numbers(expr)
    quotient = rational_functions.quotient_of(expr)
    if quotient is None:
        if (expr.has(*_ENDLESS) and expr.is_infinite) or expr.has(sp.Piecewise) or has_high_exponential(expr):
            return collect_numbers(expr)
        expr = cancelled_factorials(expr)
        quotient = rational_functions.quotient_of(expr)
    letters = expr.free_symbols
    if quotient is not None:
        return _shortest_quotient(expr, quotient) if _has_denominator(expr) else _multiplied_out(expr, quotient)
    if letters and expr.is_polynomial(*letters):
        return collect_numbers(small_expand(expr))
    if expr.has(sp.Abs):
        expr = expr.replace(lambda n: isinstance(n, sp.Mul), _without_needless_size)
    best, size = None, 0
    for candidate in _candidates(expr):
        length = written_size(candidate)
        if best is None or (length < size and agrees(expr, candidate)):
            best, size = candidate, length
    assert best is not None
    return joined_powers(expand_numerator(in_lowest_terms(best)), expr)


def _multiplied_out(expr: sp.Expr, quotient: rational_functions.Quotient) -> sp.Expr:
    """A polynomial as `small_expand` has it, without a second look where few terms come out."""
    if len(quotient.over) <= MAX_EXPANDED and _expansion_bound(expr) <= _MAX_BOUND:
        return rational_functions.expression(quotient.over, quotient.letters, int(quotient.under.leading_coefficient()))
    return small_expand(expr)


def _is_longer_than(expr: sp.Expr, size: int) -> bool:
    """By its operations; counting the parts of a small expression is quicker, and it has no more operations than parts."""
    parts = sum(1 for _ in islice(sp.preorder_traversal(expr), size // 2))
    return parts == size // 2 and sp.count_ops(expr) > size


def _shortest_quotient(expr: sp.Expr, quotient: rational_functions.Quotient) -> sp.Expr:
    """The shortest way to write a quotient of polynomials; that it is the same is proved exactly."""
    lowest = quotient.reduced()
    reduced = _quotient_form(lowest)
    ways = [expr, reduced, _terms_factored(reduced)] if _is_plain_fraction(expr) else [expr, small_expand(expr), reduced, _terms_factored(reduced)]
    if isinstance(reduced, sp.Add):
        ways.append(rational_functions.factored_expression(reduced) or reduced)
    shortest = min(ways, key=written_size)
    is_short = max(len(lowest.over), len(lowest.under)) <= MAX_EXPANDED
    if shortest is expr and isinstance(expr, sp.Mul) and is_short and quotient.has_a_common_factor and not _is_longer_than(expr, _MAX_REDUCED):
        shortest = reduced  # without a common factor, though that may look longer (`in_lowest_terms`)
    found = expand_numerator(shortest)
    if shortest is not reduced:
        found = min(found, expand_numerator(reduced), key=written_size)  # multiplying out may have made it longer
    return found if found == reduced or lowest.is_the_same_as(found) else reduced


def _is_plain_fraction(expr: sp.Expr) -> bool:
    """A product of polynomials over sums: multiplied out, it would repeat what stands below the bar."""
    if not isinstance(expr, sp.Mul):
        return False
    below = [f for f in expr.args if _is_below(f)]
    return any(isinstance(f.base, sp.Add) for f in below) and not any(_has_denominator(f.base if f in below else f) for f in expr.args)


def _terms_factored(expr: sp.Expr) -> sp.Expr:
    """What all terms of a sum have in common in front of it."""
    parts = {total: common for total in expr.atoms(sp.Add) if (common := rational_functions.terms_factored(total)) is not None}
    return expr.xreplace(parts) if parts else expr


def _without_needless_size(product: sp.Mul) -> sp.Expr:
    """|x| √x is x √x: the root has a value only where x is not negative."""
    rooted = {f.base for f in product.args if isinstance(f, sp.Pow) and f.exp.is_Rational and f.exp.q % 2 == 0 and f.base.is_real}
    sizes = {f: f.as_base_exp() for f in product.args if isinstance(f.as_base_exp()[0], sp.Abs)} if rooted else {}
    return sp.Mul(*(sizes[f][0].args[0] ** sizes[f][1] if f in sizes and sizes[f][0].args[0] in rooted else f for f in product.args)) if sizes else product


def in_lowest_terms(expr: sp.Expr) -> sp.Expr:
    """A fraction whose numerator and denominator have a factor in common without it, though that may look longer: (x² + 2x + 4)/(x + 2) for
    (x³ - 8)/(x² - 4). Where more than four terms come out it stays: (x^10 - 1)/(x - 1)."""
    if not isinstance(expr, sp.Mul) or not _has_denominator(expr):
        return expr
    letters = expr.free_symbols
    rational = sp.Mul(*(f for f in expr.args if f.is_rational_function(*letters)))
    over, under = sp.fraction(rational)
    try:
        if not under.free_symbols or _is_longer_than(expr, _MAX_REDUCED) or not _have_a_common_factor(over, under):
            return expr
        reduced = collect_numbers(rational_form(rational))
    except (sp.PolynomialError, NotImplementedError, ValueError, TypeError, AttributeError):
        return expr
    if any(len(sp.Add.make_args(sp.expand(part))) > MAX_EXPANDED for part in sp.fraction(reduced)) or not agrees(rational, reduced):
        return expr
    return sp.Mul(reduced, *(f for f in expr.args if not f.is_rational_function(*letters)))


def _have_a_common_factor(over: sp.Expr, under: sp.Expr) -> bool:
    found = rational_functions.have_a_common_factor(over, under)
    return bool(sp.gcd(over, under).free_symbols) if found is None else found


def expand_numerator(expr: sp.Expr) -> sp.Expr:
    """A numerator that is a product of numbers and polynomials is expanded where at most four terms come out.

    So are numbers and powers of letters in front of one bracket; functions in front of it stay there.
    """
    if not isinstance(expr, sp.Mul):
        return expr
    if (brackets := [f for f in expr.args if isinstance(f, sp.Add)]) and len(brackets) == 1 and not _has_denominator(expr):
        if all(f.is_polynomial(*expr.free_symbols) for f in expr.args if f is not brackets[0]):
            expanded = _expand(expr)
            return collect_numbers(expanded) if len(sp.Add.make_args(expanded)) <= MAX_EXPANDED else expr
    over: list[sp.Expr] = []
    under: list[sp.Expr] = []
    for factor in expr.args:
        _base, exponent = factor.as_base_exp()
        (under if exponent.is_Rational and exponent < 0 else over).append(factor)
    if not any(u.free_symbols for u in under) or not any(isinstance(f, sp.Add) for f in over):
        return expr
    letters = expr.free_symbols
    others = [f for f in over if not isinstance(f, sp.Add)]
    if all(f.is_polynomial(*letters) for f in over) or (len(others) == len(over) - 1 and all(not f.free_symbols for f in others)):
        expanded = collect_numbers(_expand(sp.Mul(*over)))
        if len(sp.Add.make_args(expanded)) <= MAX_EXPANDED:
            return _with_whole_coefficients(expanded, under)
    return expr


def _with_whole_coefficients(over: sp.Expr, under: list[sp.Expr]) -> sp.Expr:
    """A fraction by its numerator and the factors below: (x + 6)/(2(x + 1)) for (x/2 + 3)/(x + 1)."""
    coefficients = [term.as_coeff_Mul()[0] for term in over.args] if isinstance(over, sp.Add) and not _has_denominator(over) else []
    common = sp.ilcm(*(c.q for c in coefficients if c.is_Rational)) if len(coefficients) > 1 else 1
    if common == 1 or not all(c.is_Rational for c in coefficients):
        return sp.Mul(over, *under)
    return sp.Mul(sp.Rational(1, common), sp.Add(*(common * term for term in over.args)), *under)


def written_size(expr: sp.Expr) -> int:
    """How long an expression looks: its parts, with fractions, roots and brackets counted, and fractions within fractions twice."""
    return sum(_weight(node) + (_NESTED if _is_nested(node) else 0) for node in sp.preorder_traversal(expr))


def _is_nested(node: sp.Basic) -> bool:
    """A fraction below the bar, or in a sum beside it."""
    if isinstance(node, sp.Pow):
        return _is_below(node) and isinstance(node.base, sp.Add) and _has_quotient(node.base)
    return isinstance(node, sp.Mul) and any(map(_is_below, node.args)) and any(isinstance(f, sp.Add) and _has_quotient(f) for f in node.args)


def _is_below(factor: sp.Basic) -> bool:
    return isinstance(factor, sp.Pow) and factor.exp.is_Rational is True and factor.exp.p < 0 and has_letters(factor.base)


def _has_quotient(total: sp.Add) -> bool:
    return any(_is_below(f) for term in total.args for f in sp.Mul.make_args(term))


def _weight(node: sp.Basic) -> int:
    if isinstance(node, sp.Rational):
        return 1 + len(str(abs(node.p))) // 2 + (1 + len(str(node.q)) // 2 if node.q != 1 else 0)
    return 2 if isinstance(node, sp.Add | sp.Function) else 1


def _candidates(expr: sp.Expr) -> Iterator[sp.Expr]:
    first = collect_numbers(expr)
    yield first
    yield collect_numbers(small_expand(first))
    logs = combine_logs(first)
    if logs != first:
        yield logs
    if first.has(sp.log) and _has_denominator(first):  # (ln 2 + ln 5)/ln 10
        over, under = sp.fraction(sp.together(first))
        yield collect_numbers(_ratio_of_logs(combine_logs(sp.expand(over)), under))
    if first.has(sp.tan, sp.cot, sp.sec, sp.csc) and first.has(sp.sin, sp.cos):
        by_ratio = {sp.tan: lambda u: sp.sin(u) / sp.cos(u), sp.cot: lambda u: sp.cos(u) / sp.sin(u), sp.sec: lambda u: 1 / sp.cos(u), sp.csc: lambda u: 1 / sp.sin(u)}
        yield first.replace(lambda n: type(n) in by_ratio, lambda n: by_ratio[type(n)](n.args[0]))
    if first.has(sp.exp) and _has_denominator(first) and (plain := over_one_exponential(first)) is not None:
        yield collect_numbers(plain)
    closed = not expr.free_symbols
    if closed and not _has_denominator(first):
        yield collect_numbers(sp.factor_terms(first))
        yield from (collect_numbers(c) for c in _pythagoras(first))
        return
    try:
        quotient = rational_form(first)
    except (sp.PolynomialError, NotImplementedError, ValueError, TypeError, AttributeError, ZeroDivisionError):
        return
    yield collect_numbers(quotient)
    yield collect_numbers(sp.factor_terms(quotient))
    if isinstance(quotient, sp.Add) and sp.count_ops(quotient) < 80:
        yield collect_numbers(_factored(quotient))
    for reduced in _pythagoras(quotient):
        yield collect_numbers(reduced)
        yield collect_numbers(rational_form(reduced))


def _has_denominator(expr: sp.Expr) -> bool:
    return any(p.exp.is_Rational and p.exp.p < 0 for p in expr.atoms(sp.Pow))


def _factored(expr: sp.Expr) -> sp.Expr:
    if (found := rational_functions.factored_expression(expr, of_functions=True)) is not None:
        return found
    try:
        return sp.factor(expr)
    except (sp.PolynomialError, NotImplementedError):
        return expr


def rational_form(expr: sp.Expr) -> sp.Expr:
    """One fraction in lowest terms: the numerator expanded where that is short, the denominator factored."""
    if (quotient := rational_functions.quotient_of(expr, of_functions=True)) is not None:
        return _quotient_form(quotient.reduced())
    together = sp.together(expr)
    has_surds = any(p.exp.is_Rational and not p.base.free_symbols for p in together.atoms(sp.Pow))
    small = has_surds and len(together.free_symbols) == 1 and sp.count_ops(together) < 40
    # coefficients with radicals: common factors such as x - sqrt(2) are found over the field that they generate
    numerator, denominator = sp.fraction(sp.cancel(together, extension=True) if small and together.is_rational_function(*together.free_symbols) else sp.cancel(together))
    if not denominator.free_symbols and denominator.is_Rational:
        return small_expand(numerator / denominator)
    if sp.count_ops(denominator) < 60:
        denominator = _factored(denominator)
    factored = _factored(numerator) if sp.count_ops(numerator) < 60 else numerator
    expanded = sp.expand(numerator)
    short = expanded if len(sp.Add.make_args(expanded)) <= MAX_EXPANDED else factored
    return short / denominator


def _quotient_form(quotient: rational_functions.Quotient) -> sp.Expr:
    """The same for one in lowest terms."""
    letters, over, under = quotient.letters, quotient.over, quotient.under
    if under.is_constant():
        total = rational_functions.expression(over, letters, int(under.leading_coefficient()))
        return small_expand(total)
    numerator = rational_functions.expression(over, letters) if len(over) <= MAX_EXPANDED else rational_functions.factored(over, letters)
    return rational_functions.over_factored(numerator, under, letters)


def _expand(expr: sp.Expr) -> sp.Expr:
    found = rational_functions.expanded(expr)
    return sp.expand(expr) if found is None else found


def small_expand(expr: sp.Expr) -> sp.Expr:
    """Products and powers of sums expanded where at most four terms come out, like terms collected."""
    if isinstance(expr, sp.Mul) or (isinstance(expr, sp.Pow) and expr.exp.is_Integer and 0 < expr.exp <= 12):
        expanded = _expand(expr) if _expansion_bound(expr) <= _MAX_BOUND else expr
        return expanded if len(sp.Add.make_args(expanded)) <= MAX_EXPANDED else expr
    if isinstance(expr, sp.Add):
        terms = [small_expand(t) for t in expr.args]
        total = sp.Add(*terms)
        if all(map(_is_term, total.args)):
            return total
        if _expansion_bound(total) <= _MAX_BOUND:
            whole = _expand(total)
            if len(sp.Add.make_args(whole)) <= max(MAX_EXPANDED, len(sp.Add.make_args(total))):
                return whole
        return total
    return expr


def _is_term(expr: sp.Expr) -> bool:
    """Whether nothing in a term of a sum can be multiplied out: a letter, a number, a power of a letter, one over a sum of such, times a number."""
    rest = expr.as_coeff_Mul()[1]
    if rest.is_Pow:
        return rest.base.is_Symbol or (rest.exp is sp.S.NegativeOne and rest.base.is_Add and all(map(_is_term, rest.base.args)))
    return bool(rest.is_Symbol or rest.is_Number)


def degree_bound(expr: sp.Expr) -> int:
    """At most what degree numerator and denominator have in the letters of an expression, as far as whole exponents show it."""
    match expr:
        case sp.Add():
            return max(degree_bound(a) for a in expr.args)
        case sp.Mul():
            return sum(degree_bound(a) for a in expr.args)
        case sp.Pow() if expr.exp.is_Rational:
            return degree_bound(expr.base) * -(-abs(expr.exp.p) // expr.exp.q)
    return 1 if expr.free_symbols else 0


def has_high_exponential(expr: sp.Expr) -> bool:
    """Whether a power of e is in it that algebra would take for one of a letter, to a high degree."""
    return any(node.args[0].is_Rational and abs(node.args[0]) > _MAX_DEGREE for node in expr.atoms(sp.exp))


def _expansion_bound(expr: sp.Expr) -> int:
    """At most how many terms an expansion could have."""
    if isinstance(expr, sp.Add):
        return sum(_expansion_bound(a) for a in expr.args)
    if isinstance(expr, sp.Mul):
        bound = 1
        for factor in expr.args:
            bound *= _expansion_bound(factor)
        return bound
    if isinstance(expr, sp.Pow) and expr.exp.is_Integer and expr.exp > 0:
        n = _expansion_bound(expr.base)
        return 1 if n == 1 else 10 ** 6 if expr.exp > 60 else int(sp.binomial(n + int(expr.exp) - 1, int(expr.exp)))
    return 1


def _pythagoras(expr: sp.Expr) -> Iterator[sp.Expr]:
    """sin² + cos² = 1 and cosh² - sinh² = 1 used in both directions, above and below the bar."""
    for sine, cosine, sign in ((sp.sin, sp.cos, 1), (sp.sinh, sp.cosh, -1)):
        angles = {f.args[0] for f in expr.atoms(sine)} & {f.args[0] for f in expr.atoms(cosine)}
        for angle in sorted(angles, key=str)[:2]:
            yield from _on_the_curve(expr, sine(angle), cosine(angle), sign)


def _on_the_curve(expr: sp.Expr, sine: sp.Expr, cosine: sp.Expr, sign: int) -> Iterator[sp.Expr]:
    """What it can be written as where cosine² + sign·sine² = 1."""
    s, c = sp.Dummy("s"), sp.Dummy("c")
    swapped = expr.subs({sine: s, cosine: c})
    numerator, denominator = sp.fraction(sp.together(swapped))
    if not (numerator.is_polynomial(s, c) and denominator.is_polynomial(s, c)):
        return
    if all(sp.degree(part, of) < 2 for part in (numerator, denominator) for of in (s, c)):  # no square to be replaced
        return
    curve = c ** 2 + sign * s ** 2 - 1
    back = {s: sine, c: cosine}
    for over in {sp.rem(numerator, curve, s), sp.rem(numerator, curve, c)}:
        for under in {denominator, sp.rem(denominator, curve, s), sp.rem(denominator, curve, c)}:
            if under != 0:
                yield sp.factor_terms(sp.cancel(over / under).subs(back))
                yield (sp.expand(over) / under).subs(back)


def _ratio_of_logs(over: sp.Expr, under: sp.Expr) -> sp.Expr:
    """over/under; a number where both are logarithms of powers of one rational."""
    if isinstance(over, sp.log) and isinstance(under, sp.log):
        value, base = from_sympy(over.args[0]), from_sympy(under.args[0])
        if value is not None and base is not None and value.is_rational and base.is_rational and (ratio := rational_log(value, base)) is not None:
            return sp.Rational(ratio.numerator, ratio.denominator)
    return over / under


def combine_logs(expr: sp.Expr) -> sp.Expr:
    """Sums of whole multiples of logarithms of positive rationals as one logarithm, where that stays small."""
    if not isinstance(expr, sp.Add):
        coefficient, log = expr.as_coeff_Mul()
        if isinstance(log, sp.log) and coefficient == -1 and log.args[0].is_Rational and log.args[0] > 0:
            return sp.log(1 / log.args[0])
        return expr
    product, rest, count = sp.S.One, [], 0
    for term in expr.args:
        coefficient, log = term.as_coeff_Mul()
        if isinstance(log, sp.log) and log.args[0].is_Rational and log.args[0] > 0 and coefficient.is_Integer and abs(coefficient) <= 20:
            product *= log.args[0] ** coefficient
            count += 1
        else:
            rest.append(term)
    if count < 2 or max(product.p, product.q) > 10 ** 6:
        return expr
    return sp.Add(sp.log(product), *rest)


def collect_numbers(expr: sp.Expr) -> sp.Expr:
    """Closed algebraic parts in canonical form: like radicals collected, no root of a number in a denominator."""
    if expr.is_Atom or not any(p.exp.is_Rational and not p.base.free_symbols for p in expr.atoms(sp.Pow)):
        return expr
    whole = from_sympy(expr)
    if whole is not None:
        return to_sympy(whole)
    if not expr.args or isinstance(expr, sp.Piecewise):
        return expr
    args = [collect_numbers(a) if isinstance(a, sp.Expr) else a for a in expr.args]
    if isinstance(expr, sp.Add | sp.Mul):
        numbers: list[Surd] = []
        others: list[sp.Expr] = []
        for arg in args:
            surd = from_sympy(arg)
            if surd is None:
                others.append(arg)
            else:
                numbers.append(surd)
        if len(numbers) > 1:
            try:
                total = numbers[0]
                for number in numbers[1:]:
                    total = total + number if isinstance(expr, sp.Add) else total * number
                return expr.func(*others, to_sympy(total))
            except TooLarge:
                return expr
    return expr.func(*args)


def agrees(left: sp.Expr, right: sp.Expr) -> bool:
    """Whether balls at two points with rational coordinates do not tell the expressions apart."""
    letters = sorted(left.free_symbols | right.free_symbols, key=str)
    compared = 0
    for k in range(6):
        point = {s: arb(fmpq(7 * k + 3 + 5 * j, 11 + 2 * j) * (-1 if k % 2 and not s.is_positive else 1)) for j, s in enumerate(letters)}
        try:
            with balls.precision(128):
                difference = balls.ball(left, point) - balls.ball(right, point)
                if balls.lies_surely_apart(difference):
                    return False
                compared += 1
        except balls.NoBall:
            continue
        if compared == 2:
            return True
    return True
