"""Requests are declared once: reading and writing go by the form, and each has an answer."""

from __future__ import annotations

import unittest

from upper_slate.core.language.plain import plain
from upper_slate.core.language.tree import Request
from upper_slate.core.language.words import REQUESTS
from upper_slate.core.language.words.forms import Form, Optional, Place, Word, form
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.working.answers.requests import ANSWERS
from upper_slate.core.working.answers.rewriting import REWRITING

from .lines import exact

#: Requests in every spelling of their forms, and those that are read in ways of their own.
LINES = [
    "solve x^2 = 12 for x in [0, 5)",
    "solve x + y = 3, x - y = 1 for x, y",
    "solve cos(x) = x near 1",
    "solve the differential equation y' = 2*y for y as a function of x",
    "solve the differential equation x' = y, y' = -x, x(0) = 1 for x and y as a function of t",
    "slope field of y' = x - y, y(0) = 1 for x from -3 to 3, y from -2 to 2",
    "limit of sin(x)/x as x -> 0",
    "limit of 1/x as x -> 0+",
    "integral of x^2 dx",
    "integral of x^2 for x from 0 to 3",
    "sum of 1/n^2 for n from 1 to oo",
    "product of k for k from 1 to 5",
    "series of e^x at x = 0 to order 5",
    "single fraction of 1/x + 1/y",
    "partial fractions of 1/(x^2 - 1)",
    "turning points of x^3 - 3*x",
    "turning points of x^3 - 3*x for x from -2 to 2",
    "greatest value of x^2 for x in [0, 1)",
    "least value of x^2 for x in (-oo, 1]",
    "inverse of sin",
    "area between x and x^2 for x from 0 to 1",
    "laplace transform of e^(2*t) in t, as a function of s",
    "inverse laplace transform of 1/s in s, as a function of t",
    "table of x^2, 1/x for x from 0 to 5 step 1/2",
    "table of x^2 at 0, 1/2, pi",
    "graph x^2, x^2 + y^2 = 25 for x from -5 to 5, y from 0 to 5",
    "graph points [[0, 1], [1, 3]] joined",
    "simplify x/x",
    "factor x^2 - 1",
]


KNOWN = KnownNames({"f": "f(x)"}, lists=frozenset("A"), values=frozenset("A"))
#: Something for each place of a form.
PARTS = {
    "body": "x^2", "tight": "x^2", "expression": "x^2", "bodies": "x^2", "conditions": "x^2 = 4", "letter": "x", "point": "1", "order": "3", "differential": "dx",
    "approach": "x -> 0", "bounds": "_(x=1)^3", "range": "for x in [0, 1]", "interval": "on [0, 1]", "ends": "for x from 0 to 1", "steps": "from 0 to 1 step 1/2",
    "windows": "for x from 0 to 1", "unknowns": "y",
}
#: What is about unknown functions needs one.
DIFFERENTIAL = PARTS | {"conditions": "y' = x", "letter": "x", "interval": "for y", "windows": "for x from 0 to 1, y from 0 to 1"}


def filled(spelling: Form, name: str = "") -> str:
    """A line of this form, with everything in it that may be left out."""
    parts = DIFFERENTIAL if name in ("solve differential equation", "graph slopes") else PARTS
    return " ".join(part.text if isinstance(part, Word) else parts[part.name] for part in spelling.flat()).replace("∫ _(x=1)", "∫_0").replace("integral _(x=1)", "integral _0").replace(
        "int _(x=1)", "int _0")


def means_something_else(name: str) -> bool:
    """Whether a request is only another word for something."""
    entry = REQUESTS[name]
    assert entry.form is not None
    body = read_line(filled(entry.form, name), KNOWN).body
    return not (isinstance(body, Request) and body.name == name)


class Declared(unittest.TestCase):
    def test_each_request_has_an_answer_and_each_answer_a_declaration(self) -> None:
        said_otherwise = {name for name in REQUESTS if means_something_else(name)}
        self.assertEqual(set(REQUESTS) - said_otherwise, set(ANSWERS) | REWRITING)

    def test_every_spelling_is_read(self) -> None:
        """Each declared form, with something in its places, is read as its request or as what that means."""
        for entry in REQUESTS.values():
            for spelling in (entry.form, *entry.said):
                assert spelling is not None
                line = filled(spelling, entry.name)
                with self.subTest(line):
                    self.assertIsNotNone(read_line(line, KNOWN).body)

    def test_what_is_read_is_written_back_the_same(self) -> None:
        for line in LINES:
            with self.subTest(line):
                body = read_line(line, KnownNames()).body
                assert body is not None
                written = plain(body)
                self.assertEqual(written, line)
                self.assertEqual(plain(read_line(written, KnownNames()).body), written)  # type: ignore[arg-type]

    def test_forms(self) -> None:
        found = form("tangent to {body} at [{letter} =] {point}")
        self.assertEqual(found.opening, ("tangent", "to"))
        self.assertTrue(found.has("letter"))
        self.assertEqual(form("with_respect_to|wrt {letter}").parts[0], Word("with respect to", ("wrt",)))
        self.assertEqual(form("of {body} [at [{letter} =] {point}]").flat()[-1], Place("point"))
        self.assertEqual(found.parts[4], Optional((Place("letter"), Word("="))))
        with self.assertRaises(AssertionError):
            form("something of {nothing}")

    def test_letters_that_an_answer_brings_in_are_free_ones(self) -> None:
        self.assertEqual(exact("integral of x dx"), "x^2/2 + C")
        self.assertEqual(exact("C = 1", "D = 2", "K = 3", "integral of x dx"), "x^2/2 + C_1")
        self.assertEqual(exact("C = 1", "D = 2", "K = 3", "C_1 = 5", "integral of x dx"), "x^2/2 + C_2")
        self.assertEqual(exact("n = 3", "solve sin(x) = 0"), "x = pi*k")
        self.assertEqual(exact("C = 1", "integrate x"), "x^2/2 + D")
        self.assertEqual(exact("C = 1", "∫ x dx"), "x^2/2 + D")
        self.assertEqual(exact("n = 3", "zeros of sin(x)"), "x = pi*k")
        self.assertEqual(exact("n = 3", "domain of 1/sin(x)"), "x != pi*k")


if __name__ == "__main__":
    unittest.main()
