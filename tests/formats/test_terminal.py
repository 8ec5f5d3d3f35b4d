"""What `upper-slate run` prints for a reader: one line for each line, what belongs to it below."""

from __future__ import annotations

import io
import unittest

from tests.core.lines import page
from upper_slate.formats.markdown import read_markdown
from upper_slate.formats.terminal import show


def printed(*cells: str, front: str = "") -> list[str]:
    """The lines that a worksheet of these cells prints."""
    text = front + "\n\n".join(f"```slate\n{cell}\n```" for cell in cells)
    sheet = read_markdown(text)
    conventions = {"results": sheet.conventions.results}
    found: dict[str, list] = {}
    for worked in page(*cells, **conventions).lines:
        found.setdefault(worked.line.cell_id, []).append(worked)
    out = io.StringIO()
    show(
        "x.md",
        sheet,
        [[w.outcome.result for w in found[str(k)]] for k in range(1, len(cells) + 1)],
        False,
        out,
    )
    return [line.rstrip() for line in out.getvalue().splitlines() if line.strip()]


class Terminal(unittest.TestCase):
    def test_a_value_stands_after_its_sign(self) -> None:
        self.assertEqual(printed("2/3 + 1/6"), ["  1  2/3 + 1/6  =  5/6"])
        self.assertEqual(
            printed("1/3", front="---\nresults: decimal\n---\n"), ["  1  1/3  ≈  0.333333"]
        )

    def test_solutions_follow_from_what_was_asked(self) -> None:
        self.assertEqual(
            printed("solve x^2 = 5 for x")[0],
            "  1  solve x^2 = 5 for x  =>  x = -sqrt(5) or x = sqrt(5)",
        )
        self.assertEqual(
            printed("solve x^5 = x + 1")[0], "  1  solve x^5 = x + 1  =>  ≈ x = 1.1673"
        )
        self.assertIn("(there may be more)", printed("solve tan x = x for x")[0])

    def test_a_question_is_not_repeated(self) -> None:
        self.assertEqual(
            printed("(x + 5)^2 = x^2 + 25 ?"),
            [
                "  1  (x + 5)^2 = x^2 + 25 ?   not equal",
                "       at x = 1: 36 on the left, 26 on the right",
            ],
        )
        self.assertEqual(
            printed("sqrt(147) = 7 sqrt(3) ?"), ["  1  sqrt(147) = 7 sqrt(3) ?   always equal"]
        )

    def test_steps_have_their_verdict(self) -> None:
        found = printed("x^2 = 7x\n<=> x = 7")
        self.assertEqual(found[:2], ["  1  x^2 = 7x", "     <=> x = 7   loses solutions"])
        self.assertIn("       This step loses x = 0.", found)

    def test_a_side_without_a_value_is_said(self) -> None:
        found = printed("ln(x^2) = 0\n<=> 2 ln x = 0")
        self.assertIn("       at x = -1: no value on the left, 0 on the right", found)

    def test_turning_points_have_their_kind(self) -> None:
        found = printed("turning points of x^3 - 3x")
        self.assertIn("       maximum: -1, 2", found)
        self.assertIn("       minimum: 1, -2", found)

    def test_tables_have_rows(self) -> None:
        found = printed("table of x^2, 1/x at 0, 1/2")
        self.assertEqual(found[0], "  1  table of x^2, 1/x at 0, 1/2")
        self.assertEqual(
            [row.split() for row in found[1:]],
            [["x", "x^2", "1/x"], ["0", "0", "–"], ["1/2", "1/4", "2"]],
        )

    def test_graphs_list_their_points(self) -> None:
        found = printed("graph x^2 - 1 for x from -2 to 2")
        self.assertIn("       x^2 - 1: zero (-1, 0)", found)
        self.assertIn("       x^2 - 1: minimum (0, -1)", found)

    def test_errors_are_marked_at_their_place(self) -> None:
        found = printed("2 + * 3")
        self.assertEqual(found[0], "  1  2 + * 3")
        self.assertEqual(found[1].strip(), "~")
        self.assertEqual(found[1].index("~"), found[0].index("*"))

    def test_conditions_stand_below(self) -> None:
        self.assertIn("       where x != 3", printed("(x^2 - 9)/(x - 3)"))


if __name__ == "__main__":
    unittest.main()
