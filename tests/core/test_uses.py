"""Lines that use another worksheet: how they are read, and worksheets in files that use one another."""

from __future__ import annotations

import io
import json
import tempfile
import unittest
from contextlib import redirect_stdout
from pathlib import Path
from typing import Any

from tests.core.lines import result
from upper_slate.cli import main
from upper_slate.core.reading.tokens import split_lines
from upper_slate.core.reading.uses import meant_use, use_of, with_title


class Reading(unittest.TestCase):
    def test_names_and_title(self) -> None:
        for line, names, title in (
            ("use f, g from Hexagon cells", ("f", "g"), "Hexagon cells"), ("use all from Nectar to honey", None, "Nectar to honey"), ("Use f from from here to there", ("f",), "from here to there"),
            ("  use f(x), g_2 and h from A // for later", ("f", "g_2", "h"), "A"), ("use f from Honey (part 1", ("f",), "Honey (part 1"), ("use f from 100 % = $x$", ("f",), "100 % = $x$"),
            ("use f(x, y), g from A", ("f", "g"), "A"), ("use f, f from A", ("f",), "A"), ("use everything from A/B", None, "A/B"),
        ):
            with self.subTest(line):
                use = use_of(line)
                assert use is not None
                self.assertEqual((use.names, use.title, line[use.title_start:use.title_end]), (names, title, title))
        for line in ("use f", "use from A", "used f from A", "use f, from A", "f(x) = use", "use = 3", "use 3 from A", "use f from ", "use f from // A"):
            with self.subTest(line):
                self.assertIsNone(use_of(line))

    def test_a_bracket_in_a_title_stays_open(self) -> None:
        self.assertEqual([line for line, _ in split_lines("use f from Honey (ripe\nf(2)\n(1 +\n2)")], ["use f from Honey (ripe", "f(2)", "(1 +\n2)"])

    def test_what_was_meant(self) -> None:
        for line, meant in (("import f from A b", "use f from A b"), ("use from A", "use all from A"), ("use Hexagon cells", "use all from Hexagon cells"), ("load 3", None), ("use = 3", None), ("take x", None)):
            with self.subTest(line):
                self.assertEqual(meant_use(line), meant)

    def test_another_title(self) -> None:
        text = "use f from Honey\nHoney\nuse f from Club/honey // Honey\nuse g from Honey 2"
        self.assertEqual(with_title(text, "Honey", "Ripe (honey"), "use f from Ripe (honey\nHoney\nuse f from Club/Ripe (honey // Honey\nuse g from Honey 2")

    def test_alone_there_is_nothing_to_use(self) -> None:
        found = result("use f from Honey")
        self.assertEqual((found["kind"], found["error"] and found["error"]["code"]), ("error", "unknown-name"))
        self.assertIn("There is no worksheet", str(found["error"]))


class InFiles(unittest.TestCase):
    def setUp(self) -> None:
        held = tempfile.TemporaryDirectory()
        self.addCleanup(held.cleanup)
        self.folder = Path(held.name)

    def write(self, name: str, *cells: str, head: str = "") -> str:
        fences = "\n\n".join(f"```slate\n{cell}\n```" for cell in cells)
        path = self.folder / f"{name}.md"
        path.parent.mkdir(exist_ok=True)
        path.write_text(f"---\n{head}\n---\n{fences}\n" if head else fences, encoding="utf-8")
        return str(path)

    def lines(self, *files: str) -> list[dict[str, Any]]:
        held = io.StringIO()
        with redirect_stdout(held):
            main(["run", "--json", *files])
        return [line for cell in json.loads(held.getvalue().splitlines()[0])["cells"] for line in cell["lines"]]

    def told(self, *files: str) -> list[str]:
        return [line["error"]["message"] if line["error"] else line["kind"] if line["kind"] == "use" else line["exact"]["text"] for line in self.lines(*files)]

    def test_a_title_is_that_of_the_front_matter_or_the_name_of_the_file(self) -> None:
        self.write("cells", "A(s) = s^2\nk = 2", head="title: Hexagon cells")
        self.write("Nectar to honey", "use A from Hexagon cells\nB(s) = 2 A(s)")
        page = self.write("page", "use A, k from hexagon cells\nA(3) + k", "use all from Nectar to honey\nB(3)")
        self.assertEqual(self.told(page), ["use", "11", "use", "18"])

    def test_files_that_were_named_are_found_in_other_folders(self) -> None:
        other = self.write("far/Honey", "a = 5")
        page = self.write("page", "use a from Honey\na")
        self.assertEqual(self.told(page)[0], "There is no worksheet with the title “Honey”.")
        self.assertEqual(self.told(page, other), ["use", "5"])

    def test_functions_keep_their_letters_values_and_requirements(self) -> None:
        """What is used means what it meant there: compared with the same lines on one page."""
        there = ["k = 3", "f(x) = k x^2", "g(x) = f(x)/(x - a)", "k = 4", "h(x) = g(x) + m", "m = 2", "L = [1, k]", "r = sqrt(x)"]
        here = ["f(2)", "g(x)", "h(5)", "L", "k", "(f ∘ f)(1)", "f'(1)", "integral of f for x from 0 to 1", "r at x = 4", "solve f(x) = 12"]
        self.write("there", *there)
        found = self.lines(self.write("page", "use all from there", *here))[1:]
        alone = self.lines(self.write("alone", *there, *here))[len(there):]
        for one, other in zip(found, alone, strict=True):
            with self.subTest(one["source"]):
                self.assertIsNone(one["error"])
                for part in ("exact", "decimal", "conditions", "solutions"):
                    self.assertEqual(one[part], other[part])

    def test_letters_that_mean_something_there_are_put_in_everywhere(self) -> None:
        """Also in equations and solutions that have a name, and where a letter failed there is no meaning here."""
        there = ["t = tangent to k x^2 at x = 1", "r = solve x^2 = k for x", "g(x) = k x", "k = 9", "m = q + 1", "q = 1/0"]
        self.write("there", *there)
        page = self.write("page", "k = 2", "use t, r, g from there", "substitute x = 2 into t", "r", "g(1)", "use all from there\nm")
        alone = self.write("alone", *there, "substitute x = 2 into t", "r", "g(1)", "m")
        found, own = self.lines(page), self.lines(alone)
        for one, other in zip(found[2:5], own[len(there):], strict=False):
            with self.subTest(one["source"]):
                self.assertEqual((one["exact"], one["solutions"], one["error"]), (other["exact"], other["solutions"], other["error"]))
        self.assertIn("q, m have an error there", " ".join(n["text"] for n in found[5]["notices"]).replace("m, q", "q, m"))
        self.assertEqual([line["error"]["code"] for line in (found[6], own[-1])], ["needs-above", "needs-above"])

    def test_functions_keep_their_numbers(self) -> None:
        self.write("wide", "f(x) = sqrt(x)\nh(x) = x^2", head="numbers: complex")
        self.write("narrow", "f(x) = sqrt(x)")
        self.assertEqual(self.told(self.write("page", "use f from wide\nf(-4)")), ["use", "2*i"])
        found = self.lines(self.write("complex page", "use f from narrow\nf(-4)", head="numbers: complex"))
        self.assertEqual(found[1]["error"]["code"], "not-real")

    def test_a_free_letter_takes_its_value_here(self) -> None:
        self.write("there", "f(x) = a x", "a_2 = b")
        self.assertEqual(self.told(self.write("page", "a = 7\nb = 3", "use f, a_2 from there\nf(2)\na_2"))[-2:], ["14", "3"])

    def test_circles_failures_and_twins(self) -> None:
        self.write("One", "use b from Two\na = b", head="title: One")
        self.write("Two", "use a from One\nb = a")
        self.assertIn("itself uses this worksheet", self.told(self.write("page", "use a from One"))[0] + self.told(str(self.folder / "One.md"))[0])
        self.assertEqual(self.told(self.write("own", "use a from own"))[0], "A worksheet cannot use itself.")
        self.write("bad", "a = 1/0\nb = 2")
        self.assertEqual(self.told(self.write("page", "use a from bad", "use all from bad\nb", "use c from bad")),
                         ["a has an error in “bad”.", "use", "2", "“bad” has no c at its end."])
        self.write("twin", "a = 1", head="title: bad")
        self.assertIn("Several worksheets", self.told(self.write("page", "use a from bad"))[0])

    def test_offers(self) -> None:
        self.write("Hexagon cells", "area = 2\nb = 1")
        lines = self.lines(self.write("page", "use area from Hexagon sells", "use aera from Hexagon cells", "import area from Hexagon cells", "use Hexagon cells", "use f"))
        offers = [line["error"]["suggestion"] and line["error"]["suggestion"]["text"] for line in lines]
        self.assertEqual(offers, ["Hexagon cells", "area", "use area from Hexagon cells", "use all from Hexagon cells", None])


if __name__ == "__main__":
    unittest.main()
