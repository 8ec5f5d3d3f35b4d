"""What becomes of text that is pasted into a page."""

from __future__ import annotations

import unittest

from upper_slate.formats.pasted import read_pasted

CASES: list[tuple[str, list[tuple[str, str]]]] = [
    ("```slate\nf(x) = x^2\n```\n\nBees.", [("math", "f(x) = x^2"), ("note", "Bees.")]),
    ("a = 3/8\n\n2 a + 1\n", [("math", "a = 3/8"), ("math", "2 a + 1")]),
    ("solve x^2 = 12 for x", [("math", "solve x^2 = 12 for x")]),
    ("The bees are well today.", [("note", "The bees are well today.")]),
    ("honey", [("note", "honey")]),
    ("# Comb\n\nTwo sides", [("note", "# Comb\n\nTwo sides")]),
    ("a = 2\nand then we see", [("note", "a = 2\nand then we see")]),
    ("---\n- no mapping\n---\nx", [("note", "---\n- no mapping\n---\nx")]),
    ("  \n ", []),
]


class Pasted(unittest.TestCase):
    def test_cells_of_a_pasted_text(self) -> None:
        for text, wanted in CASES:
            with self.subTest(text=text):
                self.assertEqual([(c.kind, c.text) for c in read_pasted(text)], wanted)


if __name__ == "__main__":
    unittest.main()
