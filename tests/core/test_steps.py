"""Section 7 of the language: steps of the student's own working, checked."""

from __future__ import annotations

import unittest
from typing import Any

from .lines import page

#: a cell, the verdicts of its lines after the first
CHAINS = (
    (
        "(x^2 - 9)/(x - 3)\n= (x - 3)(x + 3)/(x - 3)\n= x + 3",
        ["equal", "equal-where-defined"],
    ),
    ("(x + 5)(x - 2)\n= x^2 + 3x - 10", ["equal"]),
    ("(x + 5)^2\n= x^2 + 25", ["not-equal"]),
    ("5/4 - 1/6\n= 4/2\n= 2", ["not-equal", "equal"]),
    ("sqrt(48) + sqrt(27)\n= 4 sqrt(3) + 3 sqrt(3)\n= 7 sqrt(3)", ["equal", "equal"]),
    ("3x - 4 = 11\n<=> 3x = 15\n<=> x = 5", ["follows", "follows"]),
    ("3x - 4 = 11\n<=> 3x = 7\n<=> x = 7/3", ["does-not-follow", "follows"]),
    ("x^2 = 7x\n<=> x = 7", ["loses-solutions"]),
    ("x^2 = 7x\n=> x = 7", ["loses-solutions"]),
    ("sqrt(x + 2) = x\n=> x + 2 = x^2", ["follows"]),
    ("sqrt(x + 2) = x\n<=> x + 2 = x^2", ["adds-solutions"]),
    ("5 - 2x < 11\n<=> x > -3", ["follows"]),
    ("5 - 2x < 11\n<=> x < -3", ["does-not-follow"]),
    ("x^2 = 4\n<=> x = 2 or x = -2", ["follows"]),
    ("x^2 = 4\n<=> |x| = 2\n=> x = 2", ["follows", "loses-solutions"]),
    ("ln(x^2) = 0\n<=> 2 ln x = 0", ["loses-solutions"]),
    ("sin x = 0\n<=> x = 0", ["loses-solutions"]),
    ("sin(2x) = sin x\n<=> 2 cos x = 1", ["loses-solutions"]),
    ("(x - 1)(x - 2) < 0\n<=> 1 < x < 2", ["follows"]),
    ("1/x < 1\n<=> 1 < x", ["loses-solutions"]),
    ("x/2 + x/3 = 5\n<=> 3x + 2x = 30\n<=> x = 6", ["follows", "follows"]),
    ("a x + b = c\n<=> a x = c - b\n<=> x = (c - b)/a", ["follows", "follows"]),
    ("a x = b\n<=> x = b", ["does-not-follow"]),
    ("x^2 = 9\n<=> x = ±3", ["follows"]),
    ("2x = 8\n∴ x = 4", ["follows"]),
    ("x + y = 5 and x - y = 1\n<=> 2x = 6 and x - y = 1\n<=> x = 3 and y = 2\n=> x = 3", ["follows", "follows", "follows"]),
    ("x + y = 5 and x - y = 1\n<=> x = 3 and y = 1", ["does-not-follow"]),
    ("x + y = 5 and x - y = 1\n<=> x = 3", ["not-settled"]),
    ("x^2 + y^2 = 25 and x + y = 7\n<=> x = 3 and y = 4 or x = 4 and y = 3", ["follows"]),
    ("x^2 + y^2 = 25 and x + y = 7\n<=> x = 3 and y = 4", ["loses-solutions"]),
    ("x = 3 and y = 4\n<=> x^2 + y^2 = 25 and x + y = 7", ["adds-solutions"]),
    ("x = 3 and y = 4\n=> x^2 + y^2 = 25 and x + y = 7", ["follows"]),
    ("a < b\n=> a^2 < b^2", ["loses-solutions"]),
    ("a < b\n<=> a - b < 0", ["follows"]),
    ("x^2 + y^2 = 25\n<=> y = sqrt(25 - x^2)", ["loses-solutions"]),
    ("u = v\n=> u^2 = v^2", ["follows"]),
    ("u = v\n<=> u^2 = v^2", ["adds-solutions"]),
    ("x/(x - 1) = 1/(x - 1)\n<=> x = 1", ["adds-solutions"]),
    ("-2x > 6\n<=> x > -3", ["does-not-follow"]),
    ("|x - 2| = 3\n<=> x - 2 = 3 or x - 2 = -3\n<=> x = 5 or x = -1", ["follows", "follows"]),
    ("ln x + ln 2 = 3\n<=> ln(2x) = 3\n<=> 2x = e^3", ["follows", "follows"]),
    ("x > 1\n=> x > 2", ["loses-solutions"]),
    ("sqrt(x + a) = x\n<=> x + a = x^2", ["adds-solutions"]),
    ("sin x = 0 or cos x = 0\n<=> sin(2x) = 0", ["follows"]),
    ("sin x = 0 and cos x = 1\n<=> cos x = 1", ["not-settled"]),
    ("x^2 = 1 or x = 3\n<=> x = 1 or x = 3", ["loses-solutions"]),
    ("x^2 = 1 and x > 0\n<=> x = 1", ["follows"]),
    ("x^2 = 1 and x^3 = 1\n<=> x = 1", ["follows"]),
    ("x > 2\n=> x > 1", ["follows"]),
    ("d/dx (x^2 sin x)\n= 2x sin x + x^2 cos x", ["equal"]),
    ("x^3 - x - 1 = 0\n<=> x^3 = x + 1", ["follows"]),
    ("x^5 = x + 1\n=> x^6 = x^2 + x", ["follows"]),
    ("x = 3\n=> x^2 = 9\n=> x = 3", ["follows", "loses-solutions"]),
    ("2 = 3\n= 4", ["not-equal"]),
    ("f(x) = (x + 1)^2\n= x^2 + 2x + 1", ["equal"]),
    ("y = 2x + 1\n= 2(x + 1) - 1\n<=> x = (y - 1)/2", ["equal", "follows"]),
    ("2x = 4 // halved\n// a remark\n<=> x = 2", [None, "follows"]),
)


def results(cell: str) -> list[dict[str, Any]]:
    return [line.outcome.result for line in page(cell).lines]


class Steps(unittest.TestCase):
    def test_verdicts(self) -> None:
        for cell, verdicts in CHAINS:
            with self.subTest(cell):
                found = results(cell)[1:]
                self.assertEqual([r["verdict"] for r in found], verdicts, found)

    def test_a_step_shows_what_was_written(self) -> None:
        found = results("5/4 - 1/6\n= 4/2")[1]
        self.assertEqual((found["kind"], found["exact"]["text"]), ("step", "4/2"))

    def test_which_solution_is_lost_or_added(self) -> None:
        lost = results("x^2 = 7x\n<=> x = 7")[1]
        self.assertIn("This step loses x = 0.", [n["text"] for n in lost["notices"]])
        self.assertEqual(lost["counterexample"], {"at": {"x": "0"}, "left": "0", "right": "7"})
        added = results("sqrt(x + 2) = x\n<=> x + 2 = x^2")[1]
        self.assertIn("This step adds x = -1.", [n["text"] for n in added["notices"]])
        near = results("x^5 = x + 1\n<=> x = 1")[1]
        self.assertIn("This step loses x ≈ 1.1673.", [n["text"] for n in near["notices"]])

    def test_a_step_needs_a_line_above(self) -> None:
        found = results("= 3")[0]
        self.assertEqual(found["error"]["code"], "syntax")
        found = results("1/0\n= 2")[1]
        self.assertEqual(found["error"]["code"], "needs-above")

    def test_a_slip_is_pointed_out_once(self) -> None:
        found = results("2(x + 3) = 10\n<=> 2x + 3 = 10\n<=> 2x = 7\n<=> x = 7/2")[1:]
        self.assertEqual([r["verdict"] for r in found], ["does-not-follow", "follows", "follows"])

    def test_cell_numbers_point_to_the_last_step(self) -> None:
        lines = page("(x + 1)^2\n= x^2 + 2x + 1", "cell 1 at x = 2").lines
        self.assertEqual(lines[-1].outcome.result["exact"]["text"], "9")
