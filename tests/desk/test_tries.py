"""Lines that are tried out apart from every worksheet."""

from __future__ import annotations

from tests.desk.test_faults import WithOffice
from upper_slate.desk.tries import tried
from upper_slate.formats.markdown import FileCell


class Tries(WithOffice):
    def told(self, *texts: str) -> list[list[str]]:
        rows = tried(texts, self.office.memory, self.room, self.office.shared.of("the handbook"))
        return [[(line["error"] or {"code": ""})["code"] or (line["exact"] or {"text": line["kind"]})["text"] for line in lines] for lines in rows]

    def test_cells_see_those_above_them_and_nothing_is_stored(self) -> None:
        self.assertEqual(self.told("f(x) = x^2\nf(3)", "f(4) + 1", "2 +", "f(5)"), [["x^2", "9"], ["17"], ["syntax"], ["25"]])
        self.assertEqual(self.office.worksheets.listed(), [])

    def test_another_worksheet_is_waited_for(self) -> None:
        self.office.worksheets.create("Comb", "", None, [FileCell("math", "side = 3")])
        self.assertEqual(self.told("use side from Comb\nside^2", "use side from Nothing"), [["use", "9"], ["unknown-name"]])

    def test_what_was_tried_is_remembered(self) -> None:
        first = self.told("integral of x^3 e^x")
        self.assertEqual(self.told("integral of x^3 e^x"), first)
