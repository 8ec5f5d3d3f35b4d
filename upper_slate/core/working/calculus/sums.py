"""Sums and products over whole numbers: term by term where they are few, by a closed form that is proved by induction, and their limits."""

from __future__ import annotations

import mpmath
import sympy as sp
from flint import arb

from ...problems import LineError
from ..binding.bodies import Body
from ..context import Context
from ..exact import balls
from ..exact.bridge import settled
from ..exact.rational_functions import factored_expression, is_zero
from ..ground.arithmetic import add, multiply
from ..ground.substitution import put_in_requirements, put_in_scalar
from ..ground.values import Requirement, Scalar
from ..questions.identity import proves_identity
from ..tidy.tidy import tidy_expression, written_size
from .limits import NoLimit, side_limit
from .power_sums import endless_sum, finite_sum, power_terms, sum_of_binomials
from .rational_sums import endless_sum_of_quotient, sum_of_polynomial
from .sequences import along, alternating

#: So many terms are worked out one by one.
_FEW = 400
_MOST = 20_000


def total_of(context: Context, body: Body, low: sp.Expr, high: sp.Expr, is_product: bool) -> Scalar:
    """The sum or the product. Errors: diverges, outside-domain for ends that are not whole, too-large, not-supported."""
    for end in (low, high):
        if not end.free_symbols and end.is_finite and not end.is_Integer:
            raise LineError("outside-domain", "A sum or product runs over whole numbers, so its ends are whole numbers.")
    if low == sp.oo or high == -sp.oo:
        raise LineError("outside-domain", "A sum or product begins at the lower end and goes up, so it cannot begin at oo or end at -oo.")
    if low == -sp.oo:
        return _from_below(context, body, high, is_product)
    if high == sp.oo:
        return _infinite(context, body, low, is_product)
    if not low.free_symbols and not high.free_symbols:
        return _finite(context, body, int(low), int(high), is_product)
    if not is_product and (found := _with_letters(body, low, high)) is not None:
        return settled(found)
    closed = closed_form(body, low, is_product)
    if closed is None:
        raise LineError("not-supported", "No closed form of this was found.")
    form, n = closed
    value = form.subs(n, high)
    return settled(_nicest(value))


def _with_letters(body: Body, low: sp.Expr, high: sp.Expr) -> sp.Expr | None:
    """The sum of powers of other letters, or of binomials; None where it is none."""
    k = body.letter
    if body.expr.has(sp.binomial):
        return sum_of_binomials(body.expr, k, high) if low == 0 and high.is_Symbol else None
    terms = power_terms(body.expr, k) if body.expr.free_symbols - {k} else None
    if terms is None or not any(t.ratio.free_symbols for t in terms) or any(t.ratio == 1 for t in terms):
        return None
    return sp.Add(*(finite_sum(t, k, low, high) for t in terms))


def _nicest(value: sp.Expr) -> sp.Expr:
    if (polynomial := factored_expression(value)) is not None:
        return polynomial
    try:
        factored = sp.factor(sp.together(value))
    except (sp.PolynomialError, NotImplementedError):
        factored = value
    if factored.is_polynomial(*factored.free_symbols):
        return factored
    return min((sp.powsimp(value), tidy_expression(value)), key=written_size)


def _from_below(context: Context, body: Body, high: sp.Expr, is_product: bool) -> Scalar:
    turned = Body(body.expr.subs(body.letter, -body.letter), body.letter, [r.renamed({body.letter: -body.letter}) for r in body.requirements])
    return total_of(context, turned, -high, sp.oo, is_product)


def _finite(context: Context, body: Body, low: int, high: int, is_product: bool) -> Scalar:
    count = high - low + 1
    if count <= 0:
        return settled(sp.S.One if is_product else sp.S.Zero)
    if count > _FEW:
        closed = closed_form(body, sp.Integer(low), is_product)
        if closed is not None and not (is_product and count > _MOST):
            form, n = closed
            return settled(form.subs(n, high)) if form.is_polynomial(n) else put_in_scalar(context, settled(form), {n.name: settled(sp.Integer(high))})
        if count > _MOST:
            raise LineError("too-large", f"This has {count} terms and no closed form was found; {_MOST} are the most.")
    terms = []
    for k in range(low, high + 1):
        given = {body.letter.name: settled(sp.Integer(k))}
        with context.collecting():
            put_in_requirements(context, body.requirements, given)
            terms.append(put_in_scalar(context, settled(body.expr), given))
    return multiply(terms) if is_product else add(terms)


def closed_form(body: Body, low: sp.Expr, is_product: bool) -> tuple[sp.Expr, sp.Symbol] | None:
    """S(n) for the upper end n, proved by induction where it is not proved by how it is found: S(low) is the first term, and each step adds (multiplies) the next one."""
    letter = sp.Symbol(body.letter.name, integer=True)
    n = sp.Symbol("\0n", integer=True, positive=True)
    if not is_product and (of_polynomial := sum_of_polynomial(body.expr, body.letter, low, n)) is not None:
        return of_polynomial, n
    term = body.expr.xreplace({body.letter: letter})
    try:  # the library compares what has no order, and asks numbers for what they are not
        found = _found(term, letter, n, low, is_product)
        proved = found is not None and _is_proved(found, term, letter, n, low, is_product)
    except (NotImplementedError, ValueError, TypeError, RecursionError, AttributeError, ZeroDivisionError):
        return None
    return (found, n) if proved and found is not None else None


def _found(term: sp.Expr, letter: sp.Symbol, n: sp.Symbol, low: sp.Expr, is_product: bool) -> sp.Expr | None:
    found = sp.product(term, (letter, low, n)) if is_product else sp.summation(term, (letter, low, n))
    if isinstance(found, sp.Piecewise):
        found = next((v for v, c in found.args if not isinstance(c, sp.Eq)), found)
    if found.has(sp.Sum, sp.Product, sp.Piecewise, sp.zoo, sp.nan, sp.polygamma, sp.harmonic, sp.lerchphi, sp.zeta):
        return None
    found = sp.combsimp(found.rewrite(sp.factorial)) if found.has(sp.gamma, sp.RisingFactorial, sp.FallingFactorial) else found
    return None if found.has(sp.gamma, sp.RisingFactorial, sp.FallingFactorial) else found


def _is_proved(found: sp.Expr, term: sp.Expr, letter: sp.Symbol, n: sp.Symbol, low: sp.Expr, is_product: bool) -> bool:
    """Induction: the first total is the first term, and each step brings the next one."""
    following = term.subs(letter, n + 1)
    step = found.subs(n, n + 1) - (found * following if is_product else found + following)
    return _vanishes(found.subs(n, low) - term.subs(letter, low)) and _vanishes(step)


def _vanishes(expr: sp.Expr) -> bool:
    """Whether it is 0: the cheapest proof first."""
    known = is_zero(expr)
    return known if known is not None else proves_identity(expr, [], True) or bool(sp.simplify(expr) == 0)


def _infinite(context: Context, body: Body, low: sp.Expr, is_product: bool) -> Scalar:
    if body.expr.free_symbols - {body.letter}:
        if is_product:
            raise LineError("not-supported", "A product without an end is worked out for numbers; here are letters without a value.")
        return _geometric(context, body, low)
    _check_terms(context, body, low)
    if not is_product and (of_quotient := endless_sum_of_quotient(body.expr, body.letter, int(low))) is not None:
        if of_quotient == sp.zoo:
            raise _diverges()
        return settled(of_quotient)
    ratio = None if is_product else _limit_of_ratios(body)
    if ratio is not None and ratio > 1:
        raise _diverges()
    converges = ratio is not None and ratio < 1
    if not is_product and not converges:
        _check_limit_of_terms(body)
    closed = closed_form(body, low, is_product)
    if closed is not None:
        return settled(_limit_of_partial_sums(*closed))
    return _known(body, low, is_product, converges)


def _limit_of_partial_sums(form: sp.Expr, n: sp.Symbol) -> sp.Expr:
    """The limit of S(n), along even and along odd n where powers of a negative number come in. Error: diverges."""
    plain = sp.Symbol("x", positive=True)
    negative = alternating(form, n)
    found = []
    for odd in (0, 1) if negative else (None,):
        try:
            found.append(side_limit((form if odd is None else along(form, n, odd)).xreplace({n: plain}), plain, sp.oo, 1))
        except NoLimit as none:
            raise _without_limit(none) from None
    if any(v.is_finite is False for v in found) or sp.simplify(found[0] - found[-1]) != 0:
        raise _diverges()
    return found[0]


def _without_limit(none: NoLimit) -> LineError:
    """What moves without rest diverges; where there are no values nothing is known."""
    return _diverges() if none.has_values else LineError("not-supported", "This could not be worked out.")


def _diverges() -> LineError:
    return LineError("diverges", "This diverges: the partial sums grow without bound, or come to no rest.")


def _check_terms(context: Context, body: Body, low: sp.Expr) -> None:
    """The first terms must have values: 1/n has none at 0."""
    if low.free_symbols:
        raise LineError("not-supported", "An endless sum begins at a number.")
    for k in range(int(low), int(low) + 3):
        with context.collecting():
            put_in_requirements(context, body.requirements, {body.letter.name: settled(sp.Integer(k))})


def _limit_of_ratios(body: Body) -> sp.Expr | None:
    """The limit of |term(n + 1)/term(n)| where it is a number: below 1 the series converges, above 1 it diverges."""
    letter = sp.Symbol("x", positive=True)
    term = body.expr.xreplace({body.letter: letter})
    if not (term.has(sp.factorial) or any(p.exp.has(letter) for p in term.atoms(sp.Pow)) or term.has(sp.exp)):
        return None
    try:
        ratio = sp.powsimp(sp.combsimp(sp.expand_func(term.subs(letter, letter + 1) / term)))
        if ratio.has(sp.factorial, sp.gamma):
            return None
        found = sp.Abs(side_limit(sp.simplify(ratio), letter, sp.oo, 1))
    except (LineError, NoLimit, NotImplementedError, ValueError, TypeError):
        return None
    return found if found.is_number and (found == sp.oo or found.is_real) and found != 1 else None


def _check_limit_of_terms(body: Body) -> None:
    """A series whose terms do not tend to 0 diverges."""
    letter = sp.Symbol(body.letter.name, integer=True, positive=True)
    try:
        limit = sp.limit_seq(body.expr.xreplace({body.letter: letter}), letter)
    except (NotImplementedError, ValueError, TypeError, AttributeError, RecursionError):
        return
    if limit is not None and (limit.is_finite is False or limit.is_nonzero or isinstance(limit, sp.AccumBounds)):
        raise _diverges()


def _geometric(context: Context, body: Body, low: sp.Expr) -> Scalar:
    """Polynomials times q^k with a letter in q, where -1 < q < 1; q^k/k; other power series as the library knows them."""
    letter = body.letter
    terms = power_terms(body.expr, letter)
    if terms is not None:
        for term in terms:
            context.require(Requirement("inside-one", term.ratio, "diverges"))
        return settled(sp.Add(*(endless_sum(term, letter, low) for term in terms)))
    terms = power_terms(sp.expand(body.expr * letter), letter)
    if terms is not None and len(terms) == 1 and letter not in terms[0].polynomial.free_symbols and low == 1:
        ratio = terms[0].ratio
        context.require(Requirement("nonneg", 1 + ratio, "diverges"))
        context.require(Requirement("positive", 1 - ratio, "diverges"))
        return settled(-terms[0].polynomial * sp.log(1 - ratio))
    return _power_series(body, low)


def _power_series(body: Body, low: sp.Expr) -> Scalar:
    letter = sp.Symbol(body.letter.name, integer=True, nonnegative=True)
    found = sp.summation(body.expr.xreplace({body.letter: letter}), (letter, low, sp.oo))
    if found.has(sp.Sum, sp.Piecewise, sp.hyper, sp.nan, sp.zoo):
        raise LineError("not-supported", "No closed form of this sum was found.")
    return settled(tidy_expression(found))


def _known(body: Body, low: sp.Expr, is_product: bool, converges: bool) -> Scalar:
    """A value that is known though the partial sums have no closed form, checked by numbers."""
    letter = sp.Symbol(body.letter.name, integer=True, positive=True) if low.is_positive else sp.Symbol(body.letter.name, integer=True)
    term = body.expr.xreplace({body.letter: letter})
    if is_product:
        raise LineError("not-supported", "No closed form of this product was found.")
    if not converges and _surely_diverges(term, letter):
        raise _diverges()
    try:
        found = sp.summation(term, (letter, low, sp.oo))
    except (NotImplementedError, ValueError, TypeError, RecursionError, AttributeError):
        raise LineError("not-supported", "No closed form of this sum was found.") from None
    if found in (sp.oo, -sp.oo):
        raise _diverges()
    if isinstance(found, sp.Piecewise):
        found = found.args[0][0]
    if not found.is_number or found.has(sp.Sum, sp.hyper, sp.polygamma, sp.lerchphi, sp.nan, sp.zoo, sp.polylog, sp.gamma):
        raise LineError("not-supported", "No closed form of this sum was found.")
    value = tidy_expression(sp.expand_func(found))
    if not _is_near(term, letter, low, value):
        raise LineError("not-supported", "The value that was found does not agree with a numerical check, so none is given.")
    return settled(value)


def _surely_diverges(term: sp.Expr, letter: sp.Symbol) -> bool:
    """A rational function whose degree falls by at most 1 is compared with 1/n."""
    over, under = sp.fraction(sp.together(term))
    if over.is_polynomial(letter) and under.is_polynomial(letter):
        return bool(sp.degree(under, letter) - sp.degree(over, letter) <= 1)
    try:
        return sp.Sum(term, (letter, 1, sp.oo)).is_convergent() is sp.false
    except (NotImplementedError, ValueError, TypeError, AttributeError):
        return False


def _is_near(term: sp.Expr, letter: sp.Symbol, low: sp.Expr, value: sp.Expr) -> bool:
    #: powers of negative numbers want whole exponents
    has_signs = any(not p.base.is_positive and p.exp.free_symbols for p in term.atoms(sp.Pow))

    def at(k: mpmath.mpf) -> mpmath.mpf:
        with balls.precision(700):  # the sum is speeded up by differences of terms, which costs digits
            ball = None if has_signs else balls.ball(term, {letter: arb(int(k))})
            if not isinstance(ball, arb):
                ball = balls.ball(term.subs(letter, int(k)))
        return mpmath.mpf(ball.mid().str(200, radius=False))

    with mpmath.workdps(20):
        try:
            first = int(low)
            if abs(at(first + 80)) < mpmath.mpf("1e-40"):  # the terms fall so fast that the first ones are enough
                near = mpmath.fsum(at(first + k) for k in range(80))
            else:
                near = mpmath.nsum(at, [first, mpmath.inf])
            return bool(abs(near - mpmath.mpf(str(sp.N(value, 20)))) < mpmath.mpf("1e-8") * (1 + abs(near)))
        except (balls.NoBall, ValueError, ZeroDivisionError, TypeError, OverflowError, AttributeError):
            return False
