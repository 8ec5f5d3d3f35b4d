"""Sentences of the schoolbook: each is answered by how it is written here, and what is offered comes to what was meant."""

from __future__ import annotations

import unittest

from upper_slate.core.reading.sentences.written import written_here

from .lines import page, result

#: sentence, how it is written here, what that comes to
SENTENCES = (
    ("gradient of the line through (1,2) and (4,8)", "(8 - 2)/(4 - 1)", "2"),
    ("the slope of the line joining the points (-1, 3) and (2, -3)", "(-3 - 3)/(2 + 1)", "-2"),
    ("slope between (1, 2) and (4, 8)", "(8 - 2)/(4 - 1)", "2"),
    ("equation of the line through (1,2) and (4,8)", "y = (8 - 2)/(4 - 1)*(x - 1) + 2", "2*x"),
    ("line through (1, -2) with gradient 3", "y = 3*(x - 1) - 2", "3*x - 5"),
    ("line with slope -1/2 through (0, 4)", "y = (-1/2)*x + 4", "4 - x/2"),
    ("midpoint of (1,2) and (4,8)", "([1,2] + [4,8])/2", "[5/2, 5]"),
    ("the distance between (1,2) and (4,6)", "|[1,2] - [4,6]|", "5"),
    ("mag of (3, 4)", "|[3, 4]|", "5"),
    ("‖(3, 4)‖ + 1", "|[3, 4]| + 1", "6"),
    ("dy/dx of x^2 + y^2 = 25", "-(d/dx (x^2 + y^2 - 25))/(d/dy (x^2 + y^2 - 25))", "-x/y"),
    ("differentiate x^2 + xy + y^2 = 7 implicitly", "-(d/dx (x^2 + xy + y^2 - 7))/(d/dy (x^2 + xy + y^2 - 7))", "(-2*x - y)/(x + 2*y)"),
    ("find dy/dx if x^2 + y^2 = 25 at (3, 4)", "(-(d/dx (x^2 + y^2 - 25))/(d/dy (x^2 + y^2 - 25))) at x = 3, y = 4", "-3/4"),
    ("dy/dx of y = x^2 + 3x", "d/dx (x^2 + 3x)", "2*x + 3"),
    ("(3x + 5)/(x^2 - 1) in partial fractions", "partial fractions of (3x + 5)/(x^2 - 1)", "4/(x - 1) - 1/(x + 1)"),
    ("x^2 + 6x + 5 in completed square form", "complete the square of x^2 + 6x + 5", "(x + 3)^2 - 4"),
    ("binomial expansion of (1 + x)^(1/2) up to x^2", "series of (1 + x)^(1/2) at x = 0 to order 2", "1 + x/2 - x^2/8"),
    ("sum to infinity of 1 + 1/2 + 1/4 + ...", "sum of ((1/2)^(n - 1)) for n from 1 to oo", "2"),
    ("9 + 3 + 1 + …", "sum of (9*(1/3)^(n - 1)) for n from 1 to oo", "27/2"),
    ("sum of the geometric series 3 + 6 + 12 + ... to 10 terms", "sum of (3*2^(n - 1)) for n from 1 to 10", "3069"),
    ("1 + 2 + 4 + ... + 1024", "sum of (2^(n - 1)) for n from 1 to 11", "2047"),
    ("64 + 32 + 16 + ... + 1", "sum of (64*(1/2)^(n - 1)) for n from 1 to 7", "127"),
    ("f = x -> x^2 + 1", "f(x) = x^2 + 1", "x^2 + 1"),
    ("f : R -> R, f(x) = x^2 + 1", "f(x) = x^2 + 1", "x^2 + 1"),
    ("⌊3.7⌋ + ⌈3.2⌉", "floor(3.7) + ceil(3.2)", "7"),
    ("|(2,3,6)|", "|[2,3,6]|", "7"),
    ("(1,2,3) dot (4,5,6)", "dot([1,2,3], [4,5,6])", "32"),
    ("(1,2,3) x (4,5,6)", "cross([1,2,3], [4,5,6])", "[-3, 6, -3]"),
    ("2(1,2) + 3(0,1)", "2[1,2] + 3[0,1]", "[2, 7]"),
    ("[1,2;3,4] * [5;6]", "[[1,2], [3,4]] * [[5], [6]]", "[[17], [39]]"),
    ("4th root of 16", "root(16, 4)", "2"),
    ("the fifth root of 32", "root(32, 5)", "2"),
    ("how many ways to choose 3 from 10", "10 choose 3", "120"),
    ("number of ways of choosing 2 bees from 5", "5 choose 2", "10"),
    ("factor x^2 + 5x + 6 completely", "factor x^2 + 5x + 6", "(x + 2)*(x + 3)"),
    ("how many solutions does x^2 = 4 have?", "solve x^2 = 4", "x = -2 or x = 2"),
    ("does x^2 + 1 = 0 have real solutions?", "solve x^2 + 1 = 0", "no solution"),
    ("where is x^2 - 4x decreasing", "solve derivative of (x^2 - 4x) < 0", "x < 2"),
    ("for what values of x is x^2 - 4 negative?", "solve (x^2 - 4) < 0", "-2 < x < 2"),
    ("is (x+1)^2 equal to x^2 + 2x + 1", "is (x+1)^2 = x^2 + 2x + 1", "(x + 1)^2 = x^2 + 2*x + 1"),
    ("y-intercept of y = 2x + 3", "2x + 3 at x = 0", "3"),
    ("x-intercepts of y = x^2 - 9", "roots of x^2 - 9", "x = -3 or x = 3"),
    ("axis of symmetry of x^2 - 4x + 1", "solve derivative of (x^2 - 4x + 1) = 0", "x = 2"),
    ("average rate of change of x^2 from 1 to 3", "((x^2 at x = 3) - (x^2 at x = 1))/(3 - 1)", "4"),
    ("average value of x^2 from 0 to 3", "(integral of (x^2) dx from 0 to 3)/(3 - 0)", "3"),
    ("arc length of x^2 from 0 to 1", "integral of sqrt(1 + (d/dx (x^2))^2) dx from 0 to 1", "sqrt(5)/2 + arsinh(2)/4"),
    ("volume of revolution of sqrt x from 0 to 4", "pi*integral of (sqrt x)^2 dx from 0 to 4", "8*pi"),
    ("express x^2 + 6x + 10 in the form (x+a)^2 + b", "complete the square of x^2 + 6x + 10", "(x + 3)^2 + 1"),
    ("tangent to y = x^2 at (1,1)", "tangent to x^2 at x = 1", "y = 2*x - 1"),
    ("maclaurin series of cos x up to x^4", "series of cos x at x = 0 to order 4", "1 - x^2/2 + x^4/24"),
    ("3x + 2y when x=1 and y=2", "3x + 2y at x=1, y=2", "7"),
    ("x^2 when x is 4", "x^2 at x = 4", "16"),
    ("x = 3, y = 4, find x^2 + y^2", "x^2 + y^2 at x = 3, y = 4", "25"),
    ("solve x^2 + 1 = 0 over C", "solve x^2 + 1 = 0 in complex numbers", "x = -i or x = i"),
    ("x^2 = 16 so x = ?", "solve x^2 = 16 for x", "x = -4 or x = 4"),
    ("2x < 10 solve", "solve 2x < 10", "x < 5"),
    ("solve x^2 - 4x + 3 = 0 by completing the square", "solve x^2 - 4x + 3 = 0", "x = 1 or x = 3"),
    ("solve by factorising x^2 - 5x + 6 = 0", "solve x^2 - 5x + 6 = 0", "x = 2 or x = 3"),
    ("differentiate with respect to x: x^2 y", "d/dx (x^2 y)", "2*x*y"),
    ("lim n to infinity (1+1/n)^n", "limit of (1+1/n)^n as n -> infinity", "e"),
    ("sum 1/2^n n=0 to infinity", "sum of 1/2^n for n from 0 to infinity", "2"),
    ("1 + 2 + 3 + ... + 100", "sum of n for n from 1 to 100", "5050"),
    ("1 + 3 + 5 + ... + 99", "sum of (1 + 2*(n - 1)) for n from 1 to 50", "2500"),
    ("10 + 7 + ... + 1", "sum of (10 - 3*(n - 1)) for n from 1 to 4", "22"),
    ("mean 2 4 6", "mean of 2, 4, 6", "4"),
    ("sum k=1 to n of k", "sum of k for k from 1 to n", "n*(n + 1)/2"),
    ("2x2 identity matrix", "[[1, 0], [0, 1]]", "[[1, 0], [0, 1]]"),
    ("u = <1, 2>", "u = [1, 2]", "[1, 2]"),
    ("slope of the tangent to x^2 at x = 3", "derivative of x^2 at 3", "6"),
    ("local maximum of x^3 - 3x", "turning points of x^3 - 3x", "x = -1 and y = 2 or x = 1 and y = -2"),
    ("is x^3 increasing", "solve derivative of (x^3) > 0", "x != 0"),
    ("points of inflection of x^3 - 3x", "solve second derivative of (x^3 - 3x) = 0", "x = 0"),
    ("integrate x t with respect to t from 0 to 1", "integral of (x t) dt from 0 to 1", "x/2"),
    ("int x^2 dx 0 to 1", "integral of x^2 dx from 0 to 1", "1/3"),
    ("taylor series of ln(1+x)", "series of ln(1+x) at x = 0 to order 5", "x - x^2/2 + x^3/3 - x^4/4 + x^5/5"),
    ("(x^2+1)/(x-1) long division", "quotient of x^2+1 divided by x-1", "x + 1"),
    ("solve for a and b: a + b = 5, a - b = 1", "solve a + b = 5, a - b = 1 for a, b", "a = 3 and b = 2"),
    ("x + y = 3, x - y = 1", "solve x + y = 3, x - y = 1", "x = 2 and y = 1"),
    ("solve x^2 = 2 where x > 0", "solve x^2 = 2, x > 0", "x = sqrt(2)"),
    ("solve x^2 = 4 numerically", "solve x^2 = 4", "x = -2 or x = 2"),
    ("nth term of 3, 7, 11, 15", "3 + 4*(n - 1)", "4*n - 1"),
    ("the 10th term of 2, 6, 18", "2*3^(n - 1) at n = 10", "39366"),
    ("sum of the first 20 terms of 3, 7, 11, ...", "sum of (3 + 4*(n - 1)) for n from 1 to 20", "820"),
    ("first 3 terms of 3n + 2", "table of 3n + 2 for n from 1 to 3", "[[1, 5], [2, 8], [3, 11]]"),
    ("first 4 terms of (1+x)^(1/2)", "series of (1+x)^(1/2) at x = 0 to order 3", "1 + x/2 - x^2/8 + x^3/16"),
    ("magnitude((3, 4))", "|[3, 4]|", "5"),
    ("sqrt(8, 3)", "root(8, 3)", "2"),
    ("standard deviation 2, 4, 6", "standard deviation of 2, 4, 6", "2"),
    ("please solve x^2 = 4", "solve x^2 = 4", "x = -2 or x = 2"),
    ("I want the derivative of x^2", "derivative of x^2", "2*x"),
    ("what's 5 + 5", "5 + 5", "10"),
    ("x squared plus 3x minus 1", "x^2 + 3x - 1", "x^2 + 3*x - 1"),
    ("solve 2x plus 3 equals 7", "solve 2x + 3 = 7", "x = 2"),
    ("one third plus one half", "1/3 + 1/2", "5/6"),
    ("minus 3 squared", "-3^2", "-9"),
    ("2 to the 5", "2^5", "32"),
    ("7 percent of 50", "7%*50", "3.5"),
    ("20 is what percent of 80", "20/80 as a percentage", "25%"),
    ("simplify the expression (x^2 - 1)/(x - 1)", "simplify (x^2 - 1)/(x - 1)", "x + 1"),
    ("find all real solutions of x^2 = 9", "solve x^2 = 9", "x = -3 or x = 3"),
    ("find x: 2x + 3 = 7", "solve 2x + 3 = 7 for x", "x = 2"),
    ("where do y = x^2 and y = 2x + 3 intersect?", "solve y = x^2, y = 2x + 3", "x = -1 and y = 1 or x = 3 and y = 9"),
    ("intersection of x^2 and x", "solve x^2 = x", "x = 0 or x = 1"),
    ("area of a circle with radius 5", "pi*5^2", "25*pi"),
    ("volume of a sphere of radius 3", "4/3*pi*3^3", "36*pi"),
    ("volume of a cone with radius 3 and height 4", "1/3*pi*3^2*4", "12*pi"),
    ("hypotenuse of 3 and 4", "sqrt(3^2 + 4^2)", "5"),
    ("20% off 80", "80*(1 - 20%)", "64"),
    ("percentage change from 50 to 60", "(60 - 50)/50 as a percentage", "20%"),
    ("compound interest on 1000 at 5% for 2 years", "1000*(1 + 5%)^2 - 1000", "102.5"),
    ("2.5 million", "2.5*10^6", "2500000"),
    ("share 45 in the ratio 1:2:6", "45*[1, 2, 6]/(1 + 2 + 6)", "[5, 10, 30]"),
    ("ratio 12:18 in its simplest form", "12/18", "2/3"),
    ("solve 2:3 = x:12", "solve 2/3 = x/12", "x = 8"),
    ("9 out of 12", "9/12", "3/4"),
    ("0.1666...", "0.1(6)", "1/6"),
    ("0.142857142857…", "0.(142857)", "1/7"),
    ("0.1 recurring", "0.(1)", "1/9"),
    ("£5 + £3", "5 + 3", "8"),
    ("let x be 5", "x = 5", "5"),
)
#: sentence about f(x) = x^3 - 3x, how it is written here, what that comes to
OF_F = (
    ("where is f increasing?", "solve f'(x) > 0", "x < -1 or x > 1"),
    ("where is f concave up", "solve f''(x) > 0", "x > 0"),
    ("is f odd", "f(-x) = -f(x) ?", "f(-x) = -f(x)"),
    ("y-intercept of f", "f(0)", "0"),
    ("when is f(x) = 2", "solve f(x) = 2", "x = -1 or x = 2"),
    ("average rate of change of f from 1 to 3", "(f(3) - f(1))/(3 - 1)", "10"),
    ("average value of f from 0 to 2", "(integral of f(x) dx from 0 to 2)/(2 - 0)", "-1"),
)
#: sentence, the lines that it is written in, what the last comes to
SEVERAL_LINES = (
    ("f(x) = 2x+1, g(x) = x^2, find f(g(3))", ("f(x) = 2x+1", "g(x) = x^2", "f(g(3))"), "19"),
    ("x=3 y=4 x+y", ("x=3", "y=4", "x+y"), "7"),
    ("is y = e^(2x) a solution of y' = 2y", ("y = e^(2x)", "y' = 2y ?"), "y' = 2*y"),
    ("is x = 2 a root of x^2 - 4", ("x = 2", "x^2 - 4 = 0 ?"), "x^2 - 4 = 0"),
    ("f(x)=3x+2 f(5)", ("f(x)=3x+2", "f(5)"), "17"),
    ("g(f(x)) where f(x) = x^2 and g(x) = x+1", ("f(x) = x^2", "g(x) = x+1", "g(f(x))"), "x^2 + 1"),
    ("f(x) = { x^2 if x < 1; 2x - 1 if x >= 1 }", ("f(x) = x^2 if x < 1, 2x - 1 if x >= 1",), "x^2 if x < 1, 2*x - 1 otherwise"),
    ("f(x) = { x^2, x < 1; 2x - 1, x >= 1 }", ("f(x) = x^2 if x < 1, 2x - 1 if x >= 1",), "x^2 if x < 1, 2*x - 1 otherwise"),
    ("f(x) = x^2 for x < 0, x for x >= 0", ("f(x) = x^2 if x < 0, x if x >= 0",), "x^2 if x < 0, x otherwise"),
)


#: lines of one cell, what the last is offered as
IN_A_CELL = (
    (("2x + 3 = 11", "so 2x = 8"), "=> 2x = 8"),
    (("2x + 3 = 11", "Therefore, 2x = 8"), "=> 2x = 8"),
    (("2x + 3 = 11", "<=> 2x = 8 (subtract 3)"), "<=> 2x = 8 // subtract 3"),
    (("so 2x = 8",), "2x = 8"),
)


class SchoolSentences(unittest.TestCase):
    def test_what_is_offered_comes_to_what_was_meant(self) -> None:
        for sentence, written, value in SENTENCES:
            with self.subTest(sentence):
                self.assertEqual(result(sentence)["error"]["suggestion"]["text"], written)
                found = result(written)
                self.assertEqual((found["exact"] or found["decimal"])["text"], value)

    def test_sentences_about_a_function(self) -> None:
        for sentence, written, value in OF_F:
            with self.subTest(sentence):
                self.assertEqual(page("f(x) = x^3 - 3x", sentence).lines[1].outcome.result["error"]["suggestion"]["text"], written)
                self.assertEqual(page("f(x) = x^3 - 3x", written).lines[1].outcome.result["exact"]["text"], value)

    def test_several_statements_stand_in_lines_of_their_own(self) -> None:
        for sentence, lines, value in SEVERAL_LINES:
            with self.subTest(sentence):
                self.assertEqual(result(sentence)["error"]["suggestion"]["text"], "\n".join(lines))
                self.assertEqual(page(*lines).lines[-1].outcome.result["exact"]["text"], value)

    def test_steps_in_words_go_on_from_the_line_above(self) -> None:
        for lines, written in IN_A_CELL:
            with self.subTest(lines):
                self.assertEqual(result("\n".join(lines))["error"]["suggestion"]["text"], written)
                self.assertEqual(result("\n".join((*lines[:-1], written)))["verdict"], "follows" if len(lines) > 1 else None)

    def test_what_is_none_of_these_is_left(self) -> None:
        for text in ("0.123...", "1 + 2 + 4 + ... + 65", "1 + 3 + ... + 8", "nth term of 1, 4, 9", "first 4 terms of sin x", "where is the queen", "is it odd that bees dance", "line through the hive", "f is increasing", "5 and 6"):
            with self.subTest(text):
                self.assertEqual(written_here(text), [])


if __name__ == "__main__":
    unittest.main()
