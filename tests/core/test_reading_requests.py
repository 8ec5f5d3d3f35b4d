"""How requests are read: typeset as a textbook prints them, while they are typed, and what a slip is told."""

from __future__ import annotations

import unittest

from upper_slate.core.language.tree import Request
from upper_slate.core.language.typeset import typeset_line
from upper_slate.core.page.known import tolerant_reading
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames

from .lines import result

#: request, as it is typeset
TYPESET = (
    (
        "solve x^2 = 12 for x in [0, 5]",
        r"\text{solve } x^{2} = 12 \text{ for } x \in \left[0, 5\right]",
    ),
    ("solve x = 1, y = 2 for x, y", r"\text{solve } x = 1, y = 2 \text{ for } x, y"),
    ("solve cos x = x near 1", r"\text{solve } \cos x = x \text{ near } 1"),
    ("limit of sin(x)/x as x -> 0", r"\lim_{x \to 0} \frac{\sin\left(x\right)}{x}"),
    ("limit of 1/x as x -> 0+", r"\lim_{x \to 0^{+}} \frac{1}{x}"),
    ("integral of x^2 dx", r"\int x^{2} \,\mathrm{d}x"),
    ("integral of x^2 for x from 0 to 3", r"\int_{0}^{3} x^{2} \,\mathrm{d}x"),
    ("integral of x^2 dx from 0 to 3", r"\int_{0}^{3} x^{2} \,\mathrm{d}x"),
    ("sum of 1/n^2 for n from 1 to oo", r"\sum_{n = 1}^{\infty} \frac{1}{n^{2}}"),
    ("product of k for k from 1 to n", r"\prod_{k = 1}^{n} k"),
    (
        "series of e^x at x = 0 to order 5",
        r"\text{series of } e^{x} \text{ at } x = 0 \text{ to order } 5",
    ),
    (
        "turning points of x^2 for x from 0 to 5",
        r"\text{turning points of } x^{2} \text{ for } x \text{ from } 0 \text{ to } 5",
    ),
    (
        "greatest value of x^2 for x in [0, 1)",
        r"\text{greatest value of } x^{2} \text{ for } x \in \left[0, 1\right)",
    ),
    ("least value of x^2", r"\text{least value of } x^{2}"),
    (
        "area between x and x^2 for x from 0 to 1",
        r"\text{area between } x \text{ and } x^{2} \text{ for } x \text{ from } 0 \text{ to } 1",
    ),
    (
        "table of x^2 for x from 0 to 1 step 1/4",
        r"\text{table of } x^{2} \text{ for } x \text{ from } 0 \text{ to } 1"
        r" \text{ step } \frac{1}{4}",
    ),
    ("table of x^2 at 0, 1", r"\text{table of } x^{2} \text{ at } 0, 1"),
    (
        "graph x^2 for x from 0 to 1, y from 0 to 2",
        r"\text{graph } x^{2} \text{ for } x \text{ from } 0 \text{ to } 1,"
        r" y \text{ from } 0 \text{ to } 2",
    ),
    (
        "laplace transform of t in t, as a function of s",
        r"\text{laplace transform of } t \text{ in } t, \text{ as a function of } s",
    ),
    ("simplify x/x", r"\text{simplify } \frac{x}{x}"),
    ("single fraction of 1/x", r"\text{single fraction of } \frac{1}{x}"),
)

#: what is typed so far, as it is read so far
UNFINISHED = (
    ("solve x^2 = ", r"\text{solve } x^{2} = \square"),
    ("limit of sin(x)/x as", r"\lim_{x \to \square} \frac{\sin\left(x\right)}{x}"),
    ("sum of n for n from 1", r"\sum_{n = 1}^{\square} n"),
    (
        "table of x^2 for x from 0 to",
        r"\text{table of } x^{2} \text{ for } x \text{ from } 0 \text{ to } \square",
    ),
    (
        "series of e^x at x = 0 to order",
        r"\text{series of } e^{x} \text{ at } x = 0 \text{ to order } \square",
    ),
    (
        "graph x^2 for",
        r"\text{graph } x^{2} \text{ for } x \text{ from } \square \text{ to } \square",
    ),
    (
        "solve x^2 = 4 for x in [0,",
        r"\text{solve } x^{2} = 4 \text{ for } x \in \left[0, \square\right)",
    ),
    ("turning points of", r"\text{turning points of } \square"),
)

#: a slip, where it is, a word of its sentence
SLIPS = (
    ("solve x^2 = 4 for", 17, 17, "a letter"),
    ("limit of x as x", 15, 15, "->"),
    ("limit of x as", 13, 13, "a letter"),
    ("integral of x y z", 0, 17, "for which letter"),
    ("sum of n for n from 1", 21, 21, "“to”"),
    ("series of e^(a x) to order 3", 18, 20, "“at”"),
    ("series of e^x at x = 0 to order x", 32, 33, "a whole number"),
    ("table of x^2", 12, 12, "a range"),
    ("solve x = 1 for x in 3", 21, 22, "an interval"),
    ("solve x^2 = 4 for x in [0 5]", 24, 27, "a sign is missing"),
    ("graph x^2 for x from 0", 22, 22, "“to”"),
    ("sum of n for 3 from 1 to 2", 13, 14, "a letter"),
    ("laplace transform of t in t, as function of s", 29, 31, "“as a function of”"),
    ("greatest value of x for x from 1", 32, 32, "“to”"),
)


#: Lines that cannot be read to their end, or are sentences, and how they stand meanwhile.
UNREAD = (
    ("midpoint of (1, 2) and (4, 8)", r"\text{midpoint of (1, 2) and (4, 8)}"),
    ("x = 2, find x^2", r"\text{x = 2, find x\textasciicircum{}2}"),
    ("x^2 + 3)", r"x^{2} + 3\;\text{)}"),
    ("x^2 + 3 to 2", r"x^{2} + 3\;\text{to 2}"),
    ("y = x^2; 3", r"y = x^{2}\;\text{; 3}"),
    ("solve x^2 = 4 for x in", r"\text{solve } x^{2} = 4 \text{ for } x \in \left[\square, \square\right]"),
)


class Requests(unittest.TestCase):
    def test_typeset_as_a_textbook_prints_them(self) -> None:
        for line, wanted in TYPESET:
            with self.subTest(line):
                self.assertEqual(typeset_line(read_line(line, KnownNames())), wanted)

    def test_read_while_they_are_typed(self) -> None:
        for line, wanted in UNFINISHED:
            with self.subTest(line):
                self.assertEqual(tolerant_reading(line, KnownNames()), wanted)

    def test_nothing_that_is_typed_goes_from_its_reading(self) -> None:
        for line, wanted in UNREAD:
            with self.subTest(line):
                self.assertEqual(tolerant_reading(line, KnownNames()), wanted)

    def test_every_beginning_of_a_request_has_a_reading(self) -> None:
        for line, _ in TYPESET:
            for end in range(1, len(line) + 1):
                with self.subTest(line[:end]):
                    self.assertIsInstance(tolerant_reading(line[:end], KnownNames()), str)

    def test_slips_have_their_place_and_what_was_expected(self) -> None:
        for line, start, end, word in SLIPS:
            with self.subTest(line):
                error = result(line)["error"]
                self.assertEqual(
                    (error["code"] in ("syntax", "wrong-arguments"), error["start"], error["end"]),
                    (True, start, end),
                )
                self.assertIn(word, error["message"])

    def test_the_gaps_are_in_the_tree(self) -> None:
        body = read_line("solve x^2 = 12 for x in [0, 5)", KnownNames()).body
        assert isinstance(body, Request) and body.interval is not None
        self.assertEqual(body.letters, ("x",))
        self.assertEqual((body.interval.low_closed, body.interval.high_closed), (True, False))
        body = read_line("limit of 1/x as x -> 0-", KnownNames()).body
        assert isinstance(body, Request)
        self.assertEqual(body.side, "-")
        body = read_line("graph points [[0, 1]] joined", KnownNames()).body
        assert isinstance(body, Request)
        self.assertEqual((body.name, body.side), ("graph points", "joined"))

    def test_words_of_requests_are_names_where_they_have_a_meaning(self) -> None:
        for word in ("area", "limit", "table", "graph", "series", "solve", "factor"):
            with self.subTest(word):
                self.assertEqual(result(f"{word} = 7", f"{word} + 1")["exact"]["text"], "8")

    def test_a_letter_that_a_request_binds_is_its_own(self) -> None:
        for line, wanted in (
            ("solve x^2 = 4 for x in [0, 9]", "x = 2"),
            ("limit of x^2 as x -> 3", "9"),
            ("integral of x for x from 0 to 2", "2"),
            ("sum of x for x from 1 to 3", "6"),
            ("product of x for x from 1 to 3", "6"),
            ("integral of x dx", "x^2/2 + C"),
            ("area between x and 0 for x from 0 to 2", "2"),
        ):
            with self.subTest(line):
                self.assertEqual(result("x = 100", line)["exact"]["text"], wanted)


if __name__ == "__main__":
    unittest.main()
