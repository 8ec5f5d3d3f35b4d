"""Every built-in function is declared once and has one record; what is derived from the records agrees with independent computation."""

from __future__ import annotations

import unittest

import sympy as sp
from flint import arb

from upper_slate.core.language.words import FUNCTIONS
from upper_slate.core.working.calculus.jets import jet_of
from upper_slate.core.working.exact.balls import ball
from upper_slate.core.working.exact.enclosing import precision
from upper_slate.core.working.graphs.bounds import Enclosure, _by_record
from upper_slate.core.working.ground.function_records import BY_NAME, RECORDS
from upper_slate.core.working.ground.lists import is_list_function
from upper_slate.core.working.ground.vectors import is_vector_function

from .lines import code, exact, result

#: Places at which each function has a value.
PLACES = ("1/3", "1/2", "7/10")
ABOVE_ONE = ("3/2", "2", "5")


def places(name: str) -> tuple[str, ...]:
    return ABOVE_ONE if name == "arcosh" else PLACES


class Records(unittest.TestCase):
    def test_every_declaration_has_a_record(self) -> None:
        for name in FUNCTIONS:
            with self.subTest(name):
                self.assertTrue(name in BY_NAME or is_list_function(name, []) or is_vector_function(name), name)
        self.assertEqual(len({record.stored for record in RECORDS}), len(RECORDS))

    def test_derivatives(self) -> None:
        """Against the library's own, in balls."""
        u = sp.Symbol("u", real=True)
        for record in RECORDS:
            if record.derivative is None:
                continue
            for place in places(record.name):
                with self.subTest(record.name, place=place), precision(200):
                    at = {u: sp.Rational(place)}
                    gap = ball(record.derivative(u).xreplace(at) - sp.diff(record.make(u), u).xreplace(at))
                    self.assertTrue(abs(gap) < 1e-40)

    def test_series_by_the_derivative(self) -> None:
        """Coefficients against derivatives of the library."""
        t = sp.Symbol("t", real=True)
        for record in RECORDS:
            if record.derivative is None:
                continue
            place = sp.Rational(places(record.name)[0])
            with self.subTest(record.name), precision(200):
                jet = jet_of(record.make(place + t), t, 4)
                for k, found in enumerate(jet):
                    wanted = sp.diff(record.make(t), t, k).xreplace({t: place}) / sp.factorial(k)
                    self.assertTrue(abs(ball(found - wanted)) < 1e-30, (k, found))

    def test_bounds_hold_the_values_and_their_derivatives(self) -> None:
        u = sp.Symbol("u", real=True)
        for record in RECORDS:
            if record.derivative is None:
                continue
            with self.subTest(record.name), precision(100):
                place = sp.Rational(places(record.name)[1])
                middle = arb(int(place.p)) / arb(int(place.q))
                derived = _by_record(record.make)
                assert derived is not None
                for found in (Enclosure(record.make(u), u).bounds(middle + arb(0, 1e-6)), derived(middle + arb(0, 1e-6))):
                    for bound, order in zip(found, range(3)):
                        self.assertTrue(bound.overlaps(ball(sp.diff(record.make(u), u, order).xreplace({u: place}))))

    def test_what_each_needs_of_its_argument_goes_without_saying(self) -> None:
        for name in ("arcsin", "arccos", "arcosh", "artanh", "ln", "tan", "sec"):
            with self.subTest(name):
                self.assertEqual(result(f"{name}(x)")["conditions"], [])
        self.assertEqual(code("arcosh(1/2)"), "not-real")
        self.assertEqual(code("artanh(2)"), "not-real")
        self.assertEqual(exact("sinh^-1(x)"), "arsinh(x)")


if __name__ == "__main__":
    unittest.main()
