"""The shelf over HTTP: folders, moving, copying, the bin, the search, files in and out."""

from __future__ import annotations

import io
import time
import zipfile
from typing import Any

from .test_server import WithServer


class Shelf(WithServer):
    def setUp(self) -> None:
        super().setUp()
        for row in self.rows():
            self.http.delete(f"/worksheets/{row['id']}")

    def rows(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.http.get("/worksheets").json()
        return found

    def test_folders_moving_and_the_bin(self) -> None:
        sheet = self.create("f(x) = x^2")
        self.assertEqual(self.http.post("/folders", json={"path": " Club / Comb "}).json(), {"path": "Club/Comb", "count": 0})
        self.assertEqual(self.http.post("/move", json={"ids": [sheet], "folder": "Club/Comb"}).status_code, 204)
        self.assertEqual(self.http.patch("/folders", json={"path": "Club", "to": "Bees"}).json(), {"path": "Bees"})
        self.assertIn({"path": "Bees/Comb", "count": 1}, self.http.get("/folders").json())
        self.assertEqual(self.http.request("DELETE", "/folders", params={"path": "Bees"}).json(), {"ids": [sheet]})
        self.assertEqual(self.http.get(f"/worksheets/{sheet}").status_code, 404)
        self.assertIn((sheet, "Bees/Comb"), [(row["id"], row["folder"]) for row in self.http.get("/bin").json()])
        self.assertEqual(self.http.post(f"/bin/{sheet}").status_code, 204)
        self.assertEqual([row["folder"] for row in self.rows()], ["Bees/Comb"])
        twin = self.http.post(f"/worksheets/{sheet}/copy").json()["ids"][0]
        self.assertEqual(self.results(twin)[0]["name"], "f")
        self.assertEqual(self.http.post("/bin/nothing").status_code, 404)
        self.assertEqual(self.http.patch("/folders", json={"path": "Bees", "to": "Bees/Old"}).status_code, 409)
        self.http.delete(f"/worksheets/{twin}")
        self.assertEqual(self.http.delete(f"/bin/{twin}").status_code, 204)
        self.assertNotIn(twin, [row["id"] for row in self.http.get("/bin").json()])

    def test_search_says_the_line(self) -> None:
        sheet = self.create("a = 1\nf(x) = 3 sqrt(3)/2 x^2")
        found = self.http.get("/search", params={"wanted": "sqrt(3)/2"}).json()
        self.assertEqual([(m["id"], m["line"]) for m in found], [(sheet, "f(x) = 3 sqrt(3)/2 x^2")])
        self.assertEqual(self.http.get("/search", params={"wanted": "x" * 301}).status_code, 422)

    def archive(self, folder: str, ids: tuple[str, ...] = ()) -> bytes:
        begun = self.http.post("/archives", json={"ids": list(ids), "folder": folder}).json()
        end = time.monotonic() + 20
        while not (state := self.http.get(f"/archives/{begun['id']}").json())["ready"]:
            self.assertLess(time.monotonic(), end, state)
        self.assertEqual(state["done"], state["total"])
        answer = self.http.get(f"/archives/{begun['id']}/file", params={"name": "Bees/2026"})
        self.assertIn("Bees%202026.zip", answer.headers["Content-Disposition"])
        self.assertEqual(self.http.get(f"/archives/{begun['id']}/file").status_code, 404)
        return answer.content

    def test_everything_out_and_in_again(self) -> None:
        one, other = self.create("1/3 + 1/6"), self.create("f(t) = sin(t)")
        self.http.post("/move", json={"ids": [other], "folder": "Club"})
        self.http.patch(f"/worksheets/{other}", json={"title": "Tides"})
        self.assertEqual({kind["ending"] for kind in self.http.get("/kinds").json()}, {"html", "tex", "md", "json", "csv"})
        for ending, held in (("html", "<mfrac>"), ("md", "1/3 + 1/6"), ("json", "1/3 + 1/6"), ("csv", "")):
            self.assertTrue(held in self.http.get(f"/worksheets/{one}/file/{ending}").text, ending)
        self.assertEqual(self.http.get(f"/worksheets/{one}/file/exe").status_code, 404)
        archive = self.archive("")
        with zipfile.ZipFile(io.BytesIO(archive)) as opened:
            self.assertEqual(set(opened.namelist()), {"Comb.md", "Comb.json", "Club/Tides.md", "Club/Tides.json"})
        made = self.http.post("/import", params={"name": "all.zip", "folder": "Again"}, content=archive).json()
        self.assertEqual([(row["title"], row["problem"]) for row in made], [("Tides", ""), ("Comb", "")])
        self.assertEqual(sorted((row["title"], row["folder"]) for row in self.rows()), [("Comb", ""), ("Comb", "Again"), ("Tides", "Again/Club"), ("Tides", "Club")])
        self.http.post("/import", params={"name": "all.zip", "folder": "Again", "replaces": True}, content=archive)
        self.assertEqual(len(self.rows()), 4)
        bad = self.http.post("/import", params={"name": "a.md"}, content=b"\xff\xfe").json()
        self.assertEqual((bad[0]["id"], bad[0]["problem"]), (None, "This is no text in UTF-8."))
