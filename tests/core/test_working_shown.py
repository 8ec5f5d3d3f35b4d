"""The working of a result: rules by name, each step an equation that is true."""

from __future__ import annotations

import unittest

from .lines import result


def steps(*cells: str) -> list[tuple[str, str]]:
    return [(s["rule"], s["text"]) for s in result(*cells)["working"]]


class DerivativesStepByStep(unittest.TestCase):
    def test_rules_in_the_order_of_need(self) -> None:
        self.assertEqual(
            steps("d/dx (x^2 sin x)"),
            [
                ("product rule", "d/dx (x^2*sin(x)) = (d/dx (x^2))*sin(x) + x^2*(d/dx sin(x))"),
                ("power rule", "d/dx (x^2) = 2*x"),
                ("sine", "d/dx sin(x) = cos(x)"),
                ("simplified", "d/dx (x^2*sin(x)) = x^2*cos(x) + 2*x*sin(x)"),
            ],
        )

    def test_names_of_the_rules(self) -> None:
        for line, rules in (
            ("d/dx (x^3 + x)", {"sum rule", "power rule"}),
            ("d/dx (5 x^3)", {"constant factor", "power rule"}),
            ("d/dx (x/(x + 1))", {"quotient rule", "sum rule"}),
            ("d/dx sqrt(x^2 + 1)", {"chain rule with the power rule", "sum rule", "power rule"}),
            ("d/dx ln(3x)", {"chain rule with the natural logarithm", "constant factor"}),
            ("d/dx e^(-x^2)", {"chain rule with the exponential function", "constant factor"}),
            ("d/dx 2^x", {"exponential function"}),
            ("d/dx x^x", {"logarithmic differentiation", "product rule", "natural logarithm"}),
            ("d/dx arctan(x)", {"inverse tangent"}),
        ):
            with self.subTest(line):
                found = {rule for rule, _ in steps(line)} - {"simplified"}
                self.assertLessEqual(rules, found)

    def test_a_value_is_put_in_last(self) -> None:
        found = steps("f(x) = sqrt(x^2 + 1)", "f'(2)")
        self.assertEqual(found[-2], ("value put in", "f'(2) = 2/sqrt(2^2 + 1)"))
        self.assertEqual(found[-1], ("simplified", "f'(2) = 2*sqrt(5)/5"))

    def test_each_step_of_a_rule_is_true(self) -> None:
        for line in ("d/dx (x^2 e^x)", "d/dx (sin x/(x + 2))", "d/dx ((2x + 1)^5 + 3)"):
            for rule, text in steps(line):
                with self.subTest(text):
                    left, right = text.split(" = ")
                    question = f"{left} = {right} ?"
                    self.assertIn(
                        result(question)["verdict"], ("equal", "equal-where-defined"), rule
                    )

    def test_nothing_to_show_shows_nothing(self) -> None:
        self.assertEqual(steps("2 + 3"), [])
        self.assertEqual(steps("d/dx 5"), [])


class CompositionsBySubstitution(unittest.TestCase):
    FUNCTIONS = ("f(x) = sqrt(x) - 2/x", "g(x) = x^2 + 1")

    def test_the_inner_function_is_put_into_the_outer(self) -> None:
        found = steps(*self.FUNCTIONS, "f(g(3))")
        self.assertEqual(found[0], ("inner function", "g(3) = 10"))
        self.assertEqual(found[1], ("put into the outer function", "f(g(3)) = sqrt(10) - 2/10"))

    def test_every_way_to_compose(self) -> None:
        for line in ("f(g(x))", "(f @ g)(x)", "h = f ∘ g"):
            with self.subTest(line):
                found = steps(*self.FUNCTIONS, line)
                self.assertIn(
                    (
                        "put into the outer function",
                        "f(g(x)) = sqrt(x^2 + 1) - 2/(x^2 + 1)",
                    ),
                    found,
                )
