"""No line takes anything down: lines cut off at every key, lines made to break things, and what fails all the same fails alone."""

from __future__ import annotations

import logging
import unittest
from itertools import islice
from unittest.mock import patch

from bench.hostile import hostile_pages, known_lines, prefixes, read_by_itself, try_out
from tests.rounds import rounds
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.gate import UNEXPECTED
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.page import Page
from upper_slate.core.page.planning import plan_line
from upper_slate.workroom.workroom import Workroom

from .lines import code, exact, page, result

#: `python -m bench.hostile` makes thousands.
SEED, PAGES = 10, rounds(40)


class WhileItIsTyped(unittest.TestCase):
    def test_every_beginning_of_every_line_is_read_typeset_and_planned(self) -> None:
        seen: set[str] = set()
        for above, line in islice(prefixes(known_lines()), 0, None, 6):
            if line in seen:
                continue
            seen.add(line)
            self.assertIsNone(read_by_itself(line), line)
            planned = Page(Conventions(), [MathCell("above", "\n".join(above)), MathCell("own", line)])
            for cell in planned.settle(lambda _: None):
                self.assertEqual([o for o in cell.outcomes if o is not None], [], (above, line))
        self.assertGreater(len(seen), 300)

    def test_a_sign_without_a_meaning_in_front_of_a_range(self) -> None:
        for line in ("solve sin x = 1/2, 0 \x9c<= x <= 2π", "solve sin x = 1/2, \u1943쳰\x0b0 <= x <= 2π", "solve sin x = 1/2, ¤ 0 <= x <= 2π", "area under x^2 for ¤ 0 <= x <= 2"):
            with self.subTest(line):
                self.assertIsNone(read_by_itself(line))
                self.assertEqual(code(line), "syntax")

    def test_nesting_costs_no_more_than_its_length(self) -> None:
        """Each level of these was once set twice: 60 of them would have taken for ever."""
        for opening, closing in (("sin(", ")"), ("1/(", ")"), ("(x/(", "))"), ("(1 - (", "))"), ("x*-(", ")"), ("sqrt(", ")"), ("(limit of ", "")):
            with self.subTest(opening):
                self.assertIsNone(read_by_itself(opening * 60 + "x" + closing * 60))


class Hostile(unittest.TestCase):
    def test_lines_made_to_break_things(self) -> None:
        with Workroom(workers=1, limit=1) as room:
            report = try_out(hostile_pages(SEED, PAGES), room)
        self.assertEqual(report.wrong, [])
        self.assertEqual(report.tried, PAGES)

    def test_each_once_took_something_down(self) -> None:
        for line, wanted in [
            ("assume x > 0,", "syntax"),
            ("assume x,)", "syntax"),
            ("assume x > 0, [", "syntax"),
            (".²", "syntax"),
            ("x + .²", "syntax"),
            (".①", "syntax"),
            ("1.①", "syntax"),
            ("partial fractions of ceil(x)", "not-supported"),
            ("solve x + y = 3, x y = 2 for x, y, x", "syntax"),
            ("solve x^(10^-300) = 0 for x in [1/10, 1/2]", "too-large"),
            ("product of 1/(k^2 + 1) for k from -10^9 to 10^4", "too-large"),
            ("sum of x for k from 1 to -oo", "outside-domain"),
            ("greatest value of x for x from 2 to i", "not-real"),
            ("greatest value of 1/x for x from oo to 0", "outside-domain"),
            ("table of x for x from 0 to 5 step oo", "outside-domain"),
            ("integral of floor(x) for x from i to oo", "not-real"),
            ("f(x) = 1 if x > i, 2 otherwise", "not-real"),
            ("2i > 1 and i < 3", "not-real"),
            ("i > 0 ?", "not-real"),
            ("graph (integral of x dx) for x from 0 to 2", "not-supported"),
            ("x < e^(10^9) ?", "not-supported"),
            ("solve x^x = i", "not-supported"),
            ("solve x^x = i for x near 2", "not-supported"),
            ("integral of |x| for x from -1 to e^(10^9)", "not-supported"),
            ("factor 2^257 - 1", "too-large"),
            ("factor x^6000 - 1", "too-large"),
            ("solve x^6000 + x = 1", "too-large"),
            ("d/dx x!", "not-supported"),
            ("(2 + 3", "syntax"),
        ]:
            with self.subTest(line):
                self.assertEqual(code(line), wanted)
                self.assertNotEqual(result(line)["error"]["message"], UNEXPECTED)

    def test_each_has_its_answer(self) -> None:
        for line, wanted in [
            ("asin(x) = 2 x ?", "not-equal"),
            ("cosec(x) = 1/sin(x) ?", "equal"),
            ("(sum of x for k from 1 to 4) = 4x ?", "equal"),
            ("(limit of sin(x)/x as x -> 0) = 1 ?", "equal"),
            ("(integral of x for x from 0 to 1) = 1/2 ?", "equal"),
        ]:
            with self.subTest(line):
                self.assertEqual(result(line)["verdict"], wanted)
        self.assertEqual(exact("x^6000 - 1"), "x^6000 - 1")
        self.assertEqual(exact("solve x^6000 = 1"), "x = -1 or x = 1")
        self.assertEqual(result("e^(-10^9)")["decimal"]["text"], "1.24953*10^-434294482")
        self.assertEqual(result("e^(10^9) x")["decimal"]["text"], "8.00298*10^434294481*x")
        self.assertEqual(result("graph sqrt(-1 - x^2)")["kind"], "graph")
        self.assertEqual(result("graph sin(x y) = 0, ∛(floor(x)) for x from 0 to 10")["kind"], "graph")


class AtTheGate(unittest.TestCase):
    """A fault that is put in fails at its line alone, with a sentence, and is logged once."""

    def failing(self, part: str) -> list[str | None]:
        def fail(*arguments: object) -> object:
            if "honey" in str(arguments):
                raise ZeroDivisionError("put in")
            return plan_line(*arguments)  # type: ignore[arg-type]

        with patch(part, fail), self.assertLogs(level=logging.ERROR) as logged:
            worked = page("a = 2", "honey", "a + 1", "honey")
        self.assertEqual(len(logged.records), 1)
        self.assertIn("honey", logged.output[0])
        return [line.outcome.result["error"] and line.outcome.result["error"]["message"] for line in worked.lines]

    def test_planning(self) -> None:
        self.assertEqual(self.failing("upper_slate.core.page.page.plan_line"), [None, UNEXPECTED, None, UNEXPECTED])

    def test_working_out(self) -> None:
        with patch("upper_slate.core.answering.answer.tidy", side_effect=ZeroDivisionError), self.assertLogs(level=logging.ERROR):
            found = result("3/7 + wax")
        self.assertEqual(found["error"]["message"], UNEXPECTED)
        with patch("upper_slate.core.answering.answer.read_line", side_effect=KeyError("x")), self.assertLogs(level=logging.ERROR):
            self.assertEqual(result("4/7 + wax")["error"]["message"], UNEXPECTED)


if __name__ == "__main__":
    unittest.main()
