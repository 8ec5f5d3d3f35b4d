"""The API against a real server with a real SQLite file."""

from __future__ import annotations

import json
import re
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from pathlib import Path
from typing import Any

import httpx
from websockets.exceptions import InvalidStatus
from websockets.sync.client import connect

from tests.browser.driver import ROOT, Application
from tests.processes import descendants, is_alive
from tests.workroom.test_workroom import ENDLESS


class WithServer(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        holder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        cls.addClassCleanup(holder.cleanup)
        cls.application = Application(Path(holder.name)).start()
        cls.addClassCleanup(cls.application.stop)

    def setUp(self) -> None:
        self.http = httpx.Client(base_url=self.application.url + "api", timeout=30)
        self.addCleanup(self.http.close)

    def create(self, *texts: str) -> str:
        markdown = "\n\n".join(f"```slate\n{text}\n```" for text in texts)
        return self.http.post("/worksheets", json={"title": "Comb", "markdown": markdown}).json()[
            "id"
        ]

    def results(self, sheet: str, seconds: float = 40) -> list[dict[str, Any]]:
        """The last line of each cell, once nothing is at work."""
        end = time.monotonic() + seconds
        while True:
            asked = time.monotonic()
            data = self.http.get(f"/worksheets/{sheet}").json()
            lines = [
                data["results"].get(c["id"], [{"kind": "busy"}])[-1]
                for c in data["cells"]
                if c["kind"] == "math"
            ]
            if (
                all(
                    line["kind"] != "busy"
                    and not line.get("busySince")
                    and not line.get("waitsFor")
                    for line in lines
                )
                or time.monotonic() > end
            ):
                return lines
            time.sleep(max(0.05, 4 * (time.monotonic() - asked)))  # a long worksheet is not read all the time

    def cells(self, sheet: str) -> list[dict[str, Any]]:
        return self.http.get(f"/worksheets/{sheet}").json()["cells"]

    def change(self, sheet: str, *operations: dict[str, Any]) -> httpx.Response:
        return self.http.post(
            f"/worksheets/{sheet}/operations", json={"operations": list(operations)}
        )


class Api(WithServer):
    def test_a_worksheet_from_making_to_removing(self) -> None:
        sheet = self.create("f(x) = x^2", "f(3)")
        self.assertEqual([line["exact"]["text"] for line in self.results(sheet)], ["x^2", "9"])
        self.http.patch(f"/worksheets/{sheet}", json={"title": "Hive"})
        listed = {row["id"]: row["title"] for row in self.http.get("/worksheets").json()}
        self.assertEqual(listed[sheet], "Hive")
        self.assertIn("```slate\nf(3)\n```", self.http.get(f"/worksheets/{sheet}/file/md").text)
        self.assertEqual(self.http.delete(f"/worksheets/{sheet}").status_code, 204)
        self.assertEqual(self.http.get(f"/worksheets/{sheet}").status_code, 404)

    def test_cells_are_copied_and_pasted_as_text(self) -> None:
        sheet = self.create("a = 2", "a + 1")
        ids = [c["id"] for c in self.cells(sheet)]
        text = self.http.post(f"/worksheets/{sheet}/copy/md", json={"cells": ids[1:]}).text
        self.assertEqual(text, "```slate\na + 1\n```\n")
        made = self.http.post(
            f"/worksheets/{sheet}/paste", json={"after": ids[0], "markdown": text}
        ).json()["cells"]
        self.assertEqual([c["id"] for c in self.cells(sheet)], [ids[0], *made, ids[1]])

    def test_a_drawing_is_told_its_signs(self) -> None:
        found = self.http.post("signs", json={"strokes": [[[0, 0], [100, 0]], [[0, 30], [100, 30]]]}).json()
        self.assertEqual((found[0]["name"], found[0]["written"]), ("equals", "= "))
        for strokes in ([], [[]], [[[0, 1e9]]], [[[0, 0]]] * 21, [[[0, 0]] * 1_001], "x"):
            self.assertEqual(self.http.post("signs", json={"strokes": strokes}).status_code, 422)

    def test_a_new_worksheet_takes_its_conventions(self) -> None:
        made = self.http.post("/worksheets", json={"conventions": {"decimals": "2 dp"}}).json()
        self.assertEqual(made["conventions"]["decimals"], "2 dp")
        refused = self.http.post("/worksheets", json={"conventions": {"decimals": "many"}})
        self.assertEqual(refused.status_code, 409)

    def test_a_clash_is_told_as_one(self) -> None:
        sheet = self.create("a = 2")
        edit = {"op": "edit", "cell": self.cells(sheet)[0]["id"], "text": "a = 3", "was": "b"}
        answer = self.change(sheet, edit)
        self.assertEqual((answer.status_code, answer.json()["clash"]), (409, True))

    def test_names_say_what_uses_them(self) -> None:
        sheet = self.create("a = 2", "a + a", "5", "a = 3", "2 a")
        self.results(sheet)
        ids = [c["id"] for c in self.cells(sheet)]
        first, second = self.http.get(f"/worksheets/{sheet}/names").json()["names"]
        self.assertEqual((first["users"], first["replacedIn"]), ([ids[1]], 4))
        self.assertEqual((second["users"], second["usedBy"]), ([ids[4]], 1))
        above = self.http.get(f"/worksheets/{sheet}/names", params={"cell": ids[2]}).json()["names"]
        self.assertEqual([name["replacedIn"] for name in above], [None])

    def test_the_vocabulary_has_words_and_patterns(self) -> None:
        found = self.http.get("/vocabulary").json()
        self.assertIn("sqrt", [entry["name"] for entry in found["entries"]])
        self.assertIn("Greek", [pattern["group"] for pattern in found["patterns"]])

    def test_a_change_is_followed_by_what_depends_on_it(self) -> None:
        sheet = self.create("a = 2", "a + 1")
        self.results(sheet)
        self.change(sheet, {"op": "edit", "cell": self.cells(sheet)[0]["id"], "text": "a = 5"})
        self.assertEqual(self.results(sheet)[1]["exact"]["text"], "6")
        self.http.post(f"/worksheets/{sheet}/undo", json={})
        self.assertEqual(self.results(sheet)[1]["exact"]["text"], "3")

    def test_what_was_confirmed_survives_a_killed_server(self) -> None:
        sheet = self.create("a = 2")
        cell = self.cells(sheet)[0]["id"]
        self.change(
            sheet,
            {"op": "edit", "cell": cell, "text": "a = 7"},
            {"op": "insert", "cell": "fresh", "after": cell, "kind": "math", "text": "a^2"},
        )
        self.application.kill()
        self.application.start()
        self.assertEqual([c["text"] for c in self.cells(sheet)], ["a = 7", "a^2"])
        self.assertEqual(self.results(sheet)[1]["exact"]["text"], "49")

    def test_workers_end_with_a_killed_server(self) -> None:
        sheet = self.create(ENDLESS)
        self.assertTrue(sheet)
        time.sleep(1.5)
        children = descendants(self.application.process.pid)
        self.assertTrue(children)
        self.application.kill()
        end = time.monotonic() + 10
        while any(is_alive(pid) for pid in children) and time.monotonic() < end:
            time.sleep(0.1)
        self.assertEqual([pid for pid in children if is_alive(pid)], [])
        self.application.start()

    def test_events_tell_changes_and_results(self) -> None:
        sheet = self.create("a = 2")
        self.results(sheet)
        seen: list[dict[str, Any]] = []
        ready = threading.Event()

        def listen() -> None:
            with httpx.stream(
                "GET", f"{self.application.url}api/worksheets/{sheet}/events", timeout=20
            ) as stream:
                for line in stream.iter_lines():
                    if line.startswith("data: "):
                        seen.append(json.loads(line[6:]))
                        ready.set()
                        if seen[-1]["type"] == "done":
                            return

        listener = threading.Thread(target=listen, daemon=True)
        listener.start()
        self.assertTrue(ready.wait(5))
        self.change(sheet, {"op": "edit", "cell": self.cells(sheet)[0]["id"], "text": "a = 3"})
        listener.join(8)
        kinds = [event["type"] for event in seen]
        self.assertEqual(kinds[0], "hello")
        self.assertIn("changed", kinds)
        self.assertIn("results", kinds)

    def test_windows_hear_the_same_events_over_a_socket_and_other_sites_do_not(self) -> None:
        sheet = self.create("a = 2", "a + 1")
        self.results(sheet)
        address = f"{self.application.url}api/worksheets/{sheet}/live".replace("http", "ws")
        with connect(address, origin=self.application.url.rstrip("/")) as socket:  # type: ignore[arg-type]
            hello = json.loads(socket.recv(10))
            self.assertEqual((hello["type"], len(hello["results"])), ("hello", 2))
            self.change(sheet, {"op": "edit", "cell": self.cells(sheet)[0]["id"], "text": "a = 5"})
            heard = [json.loads(socket.recv(10))]
            while heard[-1]["type"] != "done":
                heard.append(json.loads(socket.recv(10)))
            self.assertEqual(heard[0]["type"], "changed")
            found = [rows[0]["exact"]["text"] for event in heard if event["type"] == "results" for rows in event["cells"].values() if rows[0]["exact"]]
            self.assertIn("6", found)
        for origin, place in (("http://evil.example", address), ("null", address), (None, address.replace(sheet, "nowhere"))):
            with self.subTest(origin=origin, place=place), self.assertRaises(InvalidStatus):
                connect(place, origin=origin)  # type: ignore[arg-type]

    def test_a_line_that_does_not_end_is_stopped_and_holds_nothing_up(self) -> None:
        sheet = self.create(f"slow = {ENDLESS}", "slow + 1", "2 + 2")
        end = time.monotonic() + 15
        lines: list[dict[str, Any]] = []
        while time.monotonic() < end and not (
            lines and lines[2]["exact"] and lines[0]["busySince"]
        ):
            time.sleep(0.1)
            data = self.http.get(f"/worksheets/{sheet}").json()
            found = [data["results"].get(c["id"]) for c in data["cells"]]
            lines = [f[-1] for f in found if f] if all(found) else []
        self.assertIsNotNone(lines[0]["busySince"])
        self.assertEqual(lines[1]["waitsFor"], ["slow"])
        self.assertEqual(lines[2]["exact"]["text"], "4")
        start = time.monotonic()
        self.http.get("/worksheets")
        self.assertLess(time.monotonic() - start, 5)
        self.assertEqual(self.http.post(f"/worksheets/{sheet}/stop", json={}).json()["stopped"], 1)
        found = self.results(sheet)
        self.assertEqual(
            [line["error"] and line["error"]["code"] for line in found],
            ["stopped", "needs-above", None],
        )

    def test_drafts_are_read_and_tried_without_being_stored(self) -> None:
        sheet = self.create("f(x) = x^2")
        self.results(sheet)
        line = self.http.post(
            f"/worksheets/{sheet}/draft", json={"cell": None, "text": "f(3) + "}
        ).json()["lines"][0]
        self.assertIn(r"\square", line["reading"])
        line = self.http.post(
            f"/worksheets/{sheet}/draft/results", json={"cell": None, "text": "f(3) + 1"}
        ).json()["lines"][0]
        self.assertEqual(line["result"]["exact"]["text"], "10")
        self.assertEqual(len(self.cells(sheet)), 1)

    def test_names_in_force_depend_on_the_place(self) -> None:
        sheet = self.create("s = 3", "s + 1", "s = 5/2", "f(t) = s t")
        self.results(sheet)
        cells = self.cells(sheet)
        names = self.http.get(f"/worksheets/{sheet}/names", params={"cell": cells[1]["id"]}).json()[
            "names"
        ]
        self.assertEqual([(n["name"], n["replacedIn"]) for n in names], [("s", None)])
        found = self.http.get(f"/worksheets/{sheet}/names").json()
        self.assertEqual(
            [(n["name"], n["cell"], n["replacedIn"]) for n in found["names"]],
            [("s", 1, 3), ("s", 3, None), ("f", 4, None)],
        )
        self.assertEqual(found["letters"], ["t"])

    def test_a_thousand_cells_pasted_at_once(self) -> None:
        sheet = self.create("a = 1")
        cell = self.cells(sheet)[0]["id"]
        markdown = "\n\n".join(f"```slate\na + {k}\n```" for k in range(1_000))
        start = time.monotonic()
        self.assertEqual(
            self.http.post(
                f"/worksheets/{sheet}/paste", json={"after": cell, "markdown": markdown}
            ).status_code,
            200,
        )
        self.assertLess(time.monotonic() - start, 30)
        self.http.get("/vocabulary")
        self.assertEqual(self.results(sheet, 60)[-1]["exact"]["text"], "1000")

    def test_bad_input_gets_a_sentence(self) -> None:
        sheet = self.create("1")
        cell = self.cells(sheet)[0]["id"]
        for response in (
            self.change(sheet, {"op": "edit", "cell": "none", "text": "x"}),
            self.change(sheet, {"op": "convention", "changes": {"angles": "turns"}}),
        ):
            self.assertEqual(response.status_code, 409)
            self.assertTrue(response.json()["detail"].endswith("."))
        self.assertEqual(
            self.http.post(
                "/worksheets", json={"markdown": "---\nangles: turns\n---\n"}
            ).status_code,
            422,
        )
        self.assertEqual(self.http.get("/worksheets/none").status_code, 404)
        for text in (
            "",
            "x" * 2001,
            "(" * 1000,
            "9^9^9^9",
            "(10^9)!",
            "a = a",
            "\u202e1 + 1",
            "2\u00001",
            "<script>alert(1)</script>",
        ):
            self.change(sheet, {"op": "edit", "cell": cell, "text": text})
            with self.subTest(text=text[:20]):
                line = self.results(sheet)[0]
                self.assertTrue(line["kind"] == "empty" or line["error"] or line["exact"])

    def test_other_sites_are_not_answered(self) -> None:
        self.assertEqual(
            self.http.get("/worksheets", headers={"Host": "example.org"}).status_code, 403
        )
        self.assertEqual(
            self.http.post(
                "/worksheets", json={}, headers={"Origin": "http://example.org"}
            ).status_code,
            403,
        )


class CommandLine(unittest.TestCase):
    def run_command(self, *arguments: str, text: str = "") -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [sys.executable, "-m", "upper_slate", *arguments],
            input=text,
            capture_output=True,
            text=True,
            cwd=ROOT,
            check=False,
            timeout=60,
        )

    def test_run_prints_one_object_for_each_file(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            good, bad = Path(folder, "good.md"), Path(folder, "bad.md")
            good.write_text("---\nfractions: mixed\n---\n# Comb\n\n```slate\n59/6\n```\n")
            bad.write_text("```slate\n1/0\n```\n")
            run = self.run_command("run", str(good), str(bad), "--json")
            first, second = map(json.loads, run.stdout.splitlines())
            self.assertEqual(first["cells"][0]["lines"][0]["exact"]["text"], "9 5/6")
            self.assertEqual(first["conventions"]["fractions"], "mixed")
            self.assertEqual(second["cells"][0]["lines"][0]["error"]["code"], "division-by-zero")
            self.assertEqual(run.returncode, 1)

    def test_exit_status_and_reading_from_standard_input(self) -> None:
        run = self.run_command(
            "run", "-", text="```slate\nf(x) = x^2\n```\n\n```slate\nf(1/3)\n```\n"
        )
        self.assertEqual(run.returncode, 0)
        self.assertIn("f(1/3)  =  1/9", run.stdout)
        run = self.run_command("run", "nowhere.md", "-", "--json", text="```slate\n2\n```")
        self.assertEqual(run.returncode, 2)
        self.assertIn("nowhere.md cannot be read", run.stderr)
        self.assertEqual(len(run.stdout.splitlines()), 1)

    def test_serve_says_what_is_in_the_way(self) -> None:
        with socket.socket() as taken, tempfile.TemporaryDirectory() as folder:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            run = self.run_command("serve", "--port", str(taken.getsockname()[1]), "--data", folder)
            self.assertEqual(run.returncode, 2)
            self.assertIn("cannot be used", run.stderr)
            blocked = Path(folder, "file")
            blocked.write_text("")
            run = self.run_command("serve", "--port", "0", "--data", str(blocked))
            self.assertEqual(run.returncode, 2)
            self.assertIn("is a file", run.stderr)

    @staticmethod
    def listen(address: str) -> None:
        """A window: it reads events, and asks for them again at once until nobody answers."""
        while True:
            try:
                with httpx.stream("GET", address, timeout=5) as events:
                    for _ in events.iter_lines():
                        pass
            except httpx.ConnectError:
                return
            except httpx.HTTPError:
                continue

    def test_a_server_that_is_asked_to_end_tidies_up_and_says_nothing(self) -> None:
        for number in (signal.SIGTERM, signal.SIGINT):
            with self.subTest(number), tempfile.TemporaryDirectory() as folder:
                server = subprocess.Popen(
                    [sys.executable, "-m", "upper_slate", "serve", "--port", "0", "--data", folder],
                    cwd=ROOT,
                    stdout=subprocess.PIPE,
                    stderr=subprocess.PIPE,
                    text=True,
                )
                assert server.stdout
                url = re.search(r"http\S+", server.stdout.readline())
                assert url
                made = httpx.post(
                    url[0] + "api/worksheets",
                    json={"title": "Comb", "markdown": "```slate\nsqrt(72)\n```"},
                )
                address = f"{url[0]}api/worksheets/{made.json()['id']}"
                for _ in range(100):
                    lines = next(iter(httpx.get(address).json()["results"].values()), [])
                    if lines and lines[0]["exact"]:
                        break
                    time.sleep(0.1)
                window = threading.Thread(target=self.listen, args=[address + "/events"])
                window.start()
                time.sleep(0.3)
                server.send_signal(number)
                _, complaint = server.communicate(timeout=30)
                window.join(timeout=10)
                self.assertEqual((server.returncode, complaint), (0, ""))


if __name__ == "__main__":
    unittest.main()
