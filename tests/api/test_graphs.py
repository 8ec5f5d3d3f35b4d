"""Graphs in a view of their own, over HTTP; and the choice that is kept with the cell."""

from __future__ import annotations

import unittest
from typing import Any

from .test_server import WithServer


class Graphs(WithServer):
    def cell_of(self, sheet: str, at: int = -1) -> str:
        cell: str = self.http.get(f"/worksheets/{sheet}").json()["cells"][at]["id"]
        return cell

    def seen(self, sheet: str, cell: str, **view: Any) -> dict[str, Any]:
        answer = self.http.post(
            f"/worksheets/{sheet}/graph", json={"cell": cell, "line": 0, "view": view}
        )
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def test_another_window_and_a_tangent(self) -> None:
        sheet = self.create("f(x) = x^2", "graph f for x from -1 to 1")
        self.results(sheet)
        cell = self.cell_of(sheet)
        graph = self.seen(sheet, cell, window=[0, 4, -1, 9], tangent={"curve": 0, "at": "3"})
        self.assertEqual(graph["graph"]["window"], [0, 4, -1, 9])
        self.assertEqual(graph["graph"]["tangent"]["equation"]["text"], "y = 6*x - 9")
        curves = self.seen(sheet, cell, window=[0, 4, -1, 9], marks=False)["graph"]["curves"]
        self.assertEqual(curves[0]["features"], [])
        # the line itself shows what it showed
        (_, line) = self.results(sheet)
        self.assertEqual(line["graph"]["window"][:2], [-1, 1])

    def test_what_cannot_be_drawn_is_a_sentence(self) -> None:
        sheet = self.create("graph x", "2 + 2")
        self.results(sheet)
        graph, other = self.cell_of(sheet, 0), self.cell_of(sheet)
        self.assertIn("too small", self.seen(sheet, graph, window=[1, 1, 0, 1])["problem"])
        self.assertIsNone(self.seen(sheet, other)["graph"])
        self.assertIsNone(self.seen(sheet, "nowhere")["graph"])
        for window in ("[NaN, 1, 0, 1]", "[1, Infinity, 0, 1]", "[1, 2]", '["a", 1, 0, 1]'):
            answer = self.http.post(
                f"/worksheets/{sheet}/graph",
                content=f'{{"cell": "{graph}", "line": 0, "view": {{"window": {window}}}}}',
                headers={"content-type": "application/json"},
            )
            self.assertEqual(answer.status_code, 422, window)

    def test_a_choice_is_kept_and_undone(self) -> None:
        sheet = self.create("graph x^2")
        cell = self.cell_of(sheet)
        for high in (2, 3):  # one gesture: two changes of one group
            operation = {
                "op": "display",
                "cell": cell,
                "display": {"graph0": {"window": [0, high, 0, 9]}},
            }
            self.http.post(
                f"/worksheets/{sheet}/operations",
                json={"client": "", "operations": [operation], "again": False, "group": "drag"},
            )
        shown = self.http.get(f"/worksheets/{sheet}").json()["cells"][0]["display"]
        self.assertEqual(shown, {"graph0": {"window": [0, 3, 0, 9]}})
        self.http.post(f"/worksheets/{sheet}/undo", json={"client": ""})
        self.assertEqual(self.http.get(f"/worksheets/{sheet}").json()["cells"][0]["display"], {})


if __name__ == "__main__":
    unittest.main()
