"""The handbook is true: every live line comes to what its page says, every exercise knows what is right, every word of the language has a page."""

from __future__ import annotations

import re
import unittest

from tests.handbook_pages import pages, told_of, worked
from upper_slate.core.language.words import entries
from upper_slate.core.problems import CODES

RIGHT = ("true", "true-where-defined", "equal", "equal-where-defined", "follows")


class Handbook(unittest.TestCase):
    def test_every_live_line_comes_to_what_its_page_says(self) -> None:
        for page in pages().values():
            rows = worked(["\n".join(line for line, _ in cell) for cell in page.cells], page.head.get("units", "off"))
            for cell, lines in zip(page.cells, rows, strict=True):
                self.assertEqual(len(cell), len(lines), page.name)
                for (source, told), line in zip(cell, lines, strict=True):
                    with self.subTest(page.name, line=source):
                        self.assertEqual(told_of(line), told)

    def test_each_page_begins_with_a_situation_and_mends_a_slip(self) -> None:
        for page in pages().values():
            with self.subTest(page.name):
                self.assertRegex(page.body, r"\A[A-Z]")
                self.assertIn("**A slip.**", page.body)
                self.assertTrue(page.cells)
                self.assertLess(len(page.body), 2_200)
                self.assertTrue(page.listed("aims") and page.head["title"])

    def test_every_word_and_every_error_has_a_page(self) -> None:
        words = {word.lower() for page in pages().values() for word in page.listed("words")}
        self.assertEqual([entry.name for entry in entries() if entry.name.lower() not in words], [])
        codes = {code for page in pages().values() for code in page.listed("codes")}
        self.assertEqual(CODES - codes, set())

    def test_links_lead_to_pages_and_every_page_is_linked(self) -> None:
        linked = {name for page in pages().values() for name in page.listed("next")}
        self.assertEqual(linked - set(pages()), set())
        self.assertEqual([name for name, page in pages().items() if name not in linked and "course" not in page.head], [])

    def test_exercises_know_what_is_right(self) -> None:
        """The answer of the page is right; the same with 1 more, and what only repeats the task, is not taken."""
        count = 0
        for page in pages().values():
            for turn in page.turns:
                count += 1
                given = turn.given.replace(" ;; ", "\n")

                def asked(answer: str, check: str = turn.check, given: str = given) -> str | None:
                    if check.startswith(("=", "<=>")):
                        cells = [f"{given}\n{check.replace('{}', answer)}"]
                    else:
                        cells = [*([given] if given else []), check.replace("{}", f"({answer})")]
                    return [line for cell in worked(cells) for line in cell][-1]["verdict"]

                with self.subTest(page.name, answer=turn.answer):
                    self.assertIn(asked(turn.answer), RIGHT)
                    wrong = re.sub(r"(\d+)(?!.*\d)", lambda m: str(int(m[1]) + 1), turn.answer) if re.search(r"\d", turn.answer) else f"{turn.answer} + 1"
                    self.assertNotIn(asked(wrong), RIGHT, wrong)
                    self.assertTrue(turn.hint.endswith((".", "?")))
        self.assertGreaterEqual(count, 40)
