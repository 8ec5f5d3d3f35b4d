"""Quantities with units: how they are read, what they come to, and random ones compared with the library of definitions."""

from __future__ import annotations

import json
import random
import sys
import unittest
from fractions import Fraction
from pathlib import Path
from typing import Any

import pint

from upper_slate.core.language.plain import plain
from upper_slate.core.language.tree import Quantity
from upper_slate.core.language.units import NAMED, PLAIN, PREFIXED, split_prefix, unit_named
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames

from .lines import code, exact, notices, page, result

ROOT = Path(__file__).resolve().parents[2]
REGISTRY = pint.UnitRegistry(non_int_type=Fraction)

#: Lines on a worksheet with units, and what comes of them.
RESULTS: list[tuple[tuple[str, ...], str]] = [
    (("5 kg * 10 m/s^2",), "50 N"),
    (("10 m / 2 s",), "5 m/s"),
    (("1/2 m",), "1/2 m"),
    (("3 km + 200 m",), "16/5 km"),
    (("3 kW h",), "3 kW h"),
    (("3 kW h in MJ",), "54/5 MJ"),
    (("sqrt(2 m * 8 m)",), "4 m"),
    (("cbrt(27 m^3)",), "3 m"),
    (("(2 + sqrt(3)) m",), "(2 + sqrt(3)) m"),
    (("pi * (2 m)^2",), "(4*pi) m^2"),
    (("90 km/h in m/s",), "25 m/s"),
    (("v(t) = 9.81 m/s^2 * t", "v(3 s)"), "2943/100 m/s"),
    (("v(t) = 10 m/s^2 * t", "v'(t)"), "10 m/s^2"),
    (("v = 90 km/h", "v * 2 h"), "180 km"),
    (("v = 90 km/h", "v * 10 s"), "1/4 km"),
    (("20 °C in K",), "5863/20 K"),
    (("300 K in °C",), "537/20 °C"),
    (("5 in in cm",), "127/10 cm"),
    (("12 ft in m",), "2286/625 m"),
    (("5 km / 200 m",), "25"),
    (("10 N / 2 kg",), "5 N/kg"),
    (("5 N * 2 m",), "10 J"),
    (("5 Ω * 2 A",), "10 V"),
    (("100 km / (8 L)",), "25/2 km/L"),
    (("0.5 * 2 kg * (3 m/s)^2",), "9 J"),
    (("5 µm in mm",), "1/200 mm"),
    (("max(3 m, 2 km)",), "2 km"),
    (("abs(-3 m)",), "3 m"),
    (("mean of 1 m, 3 m",), "2 m"),
    (("-5 m + 2 m",), "-3 m"),
    (("2 kg - 2 kg",), "0"),
    (("integral of 10 m/s^2 * t for t from 0 s to 3 s",), "45 m"),
    (("derivative of 5 m/s^2 * t^2",), "(10*t) m/s^2"),
    (("2 m * x at x = 3 s",), "6 m s"),
    (("solve 3 m + x = 5 m for x",), "x = 2 m"),
    (("solve 5 m/s^2 * t^2 = 20 m for t",), "t = -2 s or t = 2 s"),
    (("solve 5 m/s^2 * t^2 = 20 m for t in [0 s, 5 s]",), "t = 2 s"),
    (("solve 2 kg * a = 10 N for a",), "a = 5 m/s^2"),
    (("table of 2 m/s * t for t from 0 s to 2 s",), "[[0, 0], [1 s, 2 m], [2 s, 4 m]]"),
    (("greatest value of 3 m/s * t - 1 m/s^2 * t^2 for t from 0 s to 3 s",), "9/4 m"),
    (("turning points of 3 m/s * t - 1 m/s^2 * t^2 for t in [0 s, 3 s]",), "t = 3/2 s and y = 9/4 m"),
    (("solve 3 m + x > 5 m",), "x > 2 m"),
    (("solve x^2 < 4 m^2 for x",), "-2 m < x < 2 m"),
    (("T = 20 °C", "T in K"), "5863/20 K"),
    (("kg = 2", "5 kg"), "10"),
    (("f(m) = 5 m", "f(3)"), "15"),
    (("s(t) = 5 m + 3 m/s * t", "s(2 s)"), "11 m"),
]

#: What cannot be: of another kind, or no plain number.
DIFFERING = (
    "5 kg + 3 s", "5 kg - 3 s", "3 m + 2", "20 °C + 5 K", "2 * 20 °C", "20 °C / 2", "mean of 20 °C, 30 °C", "solve x + 5 K = 20 °C for x", "solve sin(x) = 3 m",
    "table of 2 T for T from 0 °C to 10 °C", "sin(3 m)", "ln(2 kg)", "e^(3 s)", "2^(3 m)", "100 J in kg", "3 s < 2 km ?", "3 m = 2 s ?",
)


def shown(*cells: str) -> str:
    return exact(*cells, units="on")


class Results(unittest.TestCase):
    def test_what_quantities_come_to(self) -> None:
        for cells, wanted in RESULTS:
            with self.subTest(cells):
                self.assertEqual(shown(*cells), wanted)

    def test_what_comes_out_is_read_back(self) -> None:
        for cells, wanted in RESULTS:
            if len(cells) == 1 and not wanted.startswith(("x", "t", "a", "[")) and " in " not in cells[0]:
                with self.subTest(wanted):
                    self.assertEqual(shown(wanted), wanted)

    def test_unlike_kinds_are_an_error_in_words(self) -> None:
        for line in DIFFERING:
            with self.subTest(line):
                self.assertEqual(code(line, units="on"), "units-differ")
        self.assertEqual(result("5 kg + 3 s", units="on")["error"]["message"], "5 kg is a mass and 3 s is a time: they cannot be added.")
        self.assertEqual(code("s(t) = 5 m + 3 m/s * t", "s(2)", units="on"), "units-differ")
        self.assertEqual(code("f(x) = 2x", "f(20 °C)", units="on"), "units-differ")

    def test_questions_and_steps_compare_them(self) -> None:
        for line, verdict in (("5 km = 5000 m ?", "equal"), ("5 km = 500 m ?", "not-equal"), ("5 km > 3 m ?", "true"), ("1 km < 3 m ?", "not-true"),
                              ("20 °C = 293.15 K ?", "equal"), ("20 °C > 290 K ?", "true"), ("50 °F = 10 °C ?", "equal")):
            with self.subTest(line):
                self.assertEqual(result(line, units="on")["verdict"], verdict)
        lines = page("5 kg * 10 m/s^2\n= 50 N\n= 0.05 kN\n= 40 N", units="on").lines
        self.assertEqual([line.outcome.result["verdict"] for line in lines], [None, "equal", "equal", "not-equal"])

    def test_forms_offer_base_units(self) -> None:
        found = {form["name"]: form["text"] for form in result("50 kJ", units="on")["forms"]}
        self.assertEqual(found["base units"], "50000 kg m^2/s^2")

    def test_typeset_upright_with_a_thin_space(self) -> None:
        self.assertEqual(result("10 m/s^2", units="on")["reading"], r"10\,\mathrm{m}/\mathrm{s}^{2}")

    def test_graphs_are_in_the_units_of_their_ranges(self) -> None:
        graph = result("graph 2 m/s * t for t from 0 min to 1 min", units="on")["graph"]
        self.assertEqual((graph["window"][:2], graph["units"]), ([0, 1], ["min", "m"]))
        self.assertEqual(graph["curves"][0]["pieces"][0][-1], [1, 120])


class Reading(unittest.TestCase):
    def units_in(self, line: str, **names: Any) -> list[tuple[tuple[str, int], ...]]:
        body = read_line(line, KnownNames(units=True, **names)).body
        assert body is not None
        return [node.unit for node in body.walk() if isinstance(node, Quantity)]

    def test_a_unit_goes_on_over_powers_spaces_and_bars_and_ends_at_a_sign(self) -> None:
        for line, unit in (
            ("10 m/s^2", (("m", 1), ("s", -2))), ("3 kW h", (("kW", 1), ("h", 1))), ("5 J/(kg K)", (("J", 1), ("kg", -1), ("K", -1))), ("2 m²", (("m", 2),)),
            ("2 s^-1", (("s", -1),)), ("5kg", (("kg", 1),)), ("3 kg m/s * 2", (("kg", 1), ("m", 1), ("s", -1))), ("4 min", (("min", 1),)), ("4 L", (("L", 1),)),
            ("4 l", (("L", 1),)), ("4 um", (("µm", 1),)), ("4 µm", (("µm", 1),)), ("4 Ω", (("Ω", 1),)), ("30 °C", (("°C", 1),)),
        ):
            with self.subTest(line):
                self.assertEqual(self.units_in(line), [unit])

    def test_what_is_no_unit(self) -> None:
        for line in ("x m", "3 x m", "2 a", "5 as a decimal", "min(3, 4)", "30° + 5", "2 pi", "3 e", "5 C_2"):
            with self.subTest(line):
                self.assertEqual(self.units_in(line), [])
        self.assertEqual(self.units_in("5 kg", values=frozenset({"kg"})), [])
        self.assertEqual(self.units_in("5 m", bound=frozenset({"m"})), [])

    def test_a_half_is_said_and_the_other_reading_offered(self) -> None:
        (notice,) = result("1/2 m", units="on")["notices"]
        self.assertIn("(1/2) m", notice["text"])
        self.assertEqual(shown("1/(2 m)"), "1/2 m^-1")
        self.assertEqual(notices("10 m / 2 s", units="on"), [])

    def test_without_units_they_are_letters_and_that_is_said(self) -> None:
        (notice,) = result("5 kg * 10 m/s^2")["notices"]
        self.assertEqual(notice["suggestions"], [{"text": "", "start": 2, "end": 2, "as": "units"}])
        self.assertEqual(exact("5 kg * 10 m/s^2"), "50*g*k*m/s^2")
        for line in ("5 m", "2 a b", "3 x y", "5 s + 2 t"):
            with self.subTest(line):
                self.assertEqual(notices(line), [])
        self.assertEqual(result("90 km/h in m/s")["error"]["suggestion"]["as"], "units")

    def test_plain_text_reads_back_as_the_same(self) -> None:
        for line in ("10 m/s^2", "5 kg*10 m/s^2", "(x + 1)*2 m", "5 J/(kg K)", "(3 m)^2", "1/(2 m)", "3 km + 200 m", "90 km/h in m/s"):
            with self.subTest(line):
                body = read_line(line, KnownNames(units=True)).body
                assert body is not None
                self.assertEqual(plain(body), line)


class Definitions(unittest.TestCase):
    def test_the_table_is_that_of_the_library(self) -> None:
        sys.path.insert(0, str(ROOT / "scripts"))
        try:
            from units import table
        finally:
            sys.path.pop(0)
        self.assertEqual(json.loads((ROOT / "upper_slate/core/working/units/table.json").read_text("utf-8")), table())

    def test_every_symbol_is_its_own_name(self) -> None:
        for symbol in (*PLAIN, *PREFIXED):
            named = unit_named(symbol)
            assert named is not None
            self.assertEqual(split_prefix(named)[0], "")

    def test_random_products_and_sums_are_those_of_the_library(self) -> None:
        rng = random.Random(19)
        units = ("km", "m", "cm", "s", "min", "h", "kg", "g", "N", "J", "kW", "L", "ft", "mL")
        names = {"L": "liter", "mL": "milliliter"}
        for _ in range(60):
            first, second = rng.choice(units), rng.choice(units)
            a, b, sign = rng.randint(1, 40), rng.randint(1, 40), rng.choice("*/+")
            one, other = REGISTRY.Quantity(Fraction(a), names.get(first, first)), REGISTRY.Quantity(Fraction(b), names.get(second, second))
            line = f"{a} {first} {sign} {b} {second}"
            with self.subTest(line):
                if sign == "+" and one.dimensionality != other.dimensionality:
                    self.assertEqual(code(line, units="on"), "units-differ")
                    continue
                wanted = (one * other if sign == "*" else one / other if sign == "/" else one + other).to_base_units()
                unit = " ".join(f"{u}^{int(p)}" for u, p in zip(("kg", "m", "s"), self.powers(wanted), strict=True) if p)
                found = shown(f"({line}) in {unit}") if unit else shown(line)
                self.assertEqual(Fraction(found.split(" ")[0]), Fraction(wanted.magnitude))

    def powers(self, quantity: Any) -> list[int]:
        told = dict(quantity.unit_items())
        return [int(told.get(name, 0)) for name in ("kilogram", "meter", "second")]


if __name__ == "__main__":
    unittest.main()


class InWords(unittest.TestCase):
    def test_each_name_means_what_the_library_means_by_it(self) -> None:
        for name, symbol in NAMED.items():
            if name in ("mins", "secs", "kilo", "kilos", "amp", "amps", "gramme", "grammes"):  # spellings that the library does not have
                continue
            with self.subTest(name):
                self.assertEqual(REGISTRY.Quantity(1, name).to_base_units(), REGISTRY.Quantity(1, {**PLAIN, **PREFIXED}.get(symbol, symbol)).to_base_units())

    def test_they_are_read_where_the_worksheet_has_units(self) -> None:
        for line, value in (("3 hours in minutes", "180 min"), ("6 feet in m", "1143/625 m"), ("2 newtons * 3 metres", "6 J"), ("1 day in seconds", "86400 s")):
            with self.subTest(line):
                self.assertEqual(exact(line, units="on"), value)
        self.assertEqual(exact("hours = 3", "2 hours", units="on"), "6")

    def test_without_units_they_offer_them(self) -> None:
        error = result("3 hours in minutes")["error"]
        self.assertEqual((error["message"], error["suggestion"]["as"]), ("hours is the name of a unit, and this worksheet is without units.", "units"))
        self.assertEqual(result("25 C in F", units="on")["error"]["suggestion"]["text"], "25 °C in °F")


class BesideEachOther(unittest.TestCase):
    def test_two_quantities_without_a_sign_are_an_error_that_offers_one(self) -> None:
        for line, offers in (("3 h 20 min", [" + ", " * "]), ("5 kg 3 m", [" * "])):
            with self.subTest(line):
                error = result(line, units="on")["error"]
                assert error is not None
                self.assertEqual((error["code"], [s["text"] for s in error["suggestions"]]), ("syntax", offers))
        self.assertEqual(exact("(5 kg)(3 m)", units="on"), "15 kg m")

    def test_a_name_that_hides_a_unit_is_said_where_it_is_made(self) -> None:
        found = result("m = 2 kg", units="on")["notices"]
        self.assertEqual([s["text"] for n in found for s in n["suggestions"]], ["m_1"])
        self.assertEqual(notices("m = 2"), [])
