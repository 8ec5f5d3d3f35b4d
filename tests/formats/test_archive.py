"""Worksheets as JSON and as archives: what goes out comes in again; hostile files get a sentence."""

from __future__ import annotations

import io
import json
import subprocess
import sys
import tempfile
import unittest
import zipfile
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import jsonschema

from tests.formats.test_html import work, worked_file
from upper_slate.core.line.conventions import Conventions
from upper_slate.formats.archive import file_name, read_any, write_archive
from upper_slate.formats.json_file import read_json, write_json
from upper_slate.formats.kinds import KEPT
from upper_slate.formats.markdown import BadFile, FileCell, WorksheetFile
from upper_slate.formats.worked import Worked, work_out_file

ROOT = Path(__file__).resolve().parents[2]

SHEET = WorksheetFile(
    Conventions().with_changes({"angles": "degrees", "decimals": "3 sf"}),
    (FileCell("note", "## Honey\n\n<b>not bold</b> $x^2$"), FileCell("math", "f(x) = x^2\nf(3)", {"line1": "decimal", "hidden": True}), FileCell("math", "```"), FileCell("math", "")),
    "Nectar / honey: 100 %", "Club/Honeycomb")


def zipped(**files: bytes | str) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return held.getvalue()


class Json(unittest.TestCase):
    def test_everything_comes_in_again(self) -> None:
        self.assertEqual(read_json(write_json(Worked(SHEET, ()))), SHEET)

    def test_what_is_none_of_ours_is_said(self) -> None:
        good = json.loads(write_json(Worked(SHEET, ())))
        for text, told in (
            ("{", "no JSON"), ("[" * 100_000, "no JSON"), ("[]", "no worksheet"), ('{"format": "other"}', "no worksheet"), (json.dumps({**good, "version": 99}), "newer version"),
            (json.dumps({**good, "cells": {}}), "no list of cells"), (json.dumps({**good, "cells": [{"kind": "code", "text": ""}]}), "neither mathematics nor a note"),
            (json.dumps({**good, "title": "\ud800"}), "no JSON"), (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": {"x": float("nan")}}]}), "no JSON"),
            (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": {"x": "y" * 20_000}}]}), "shown"), (json.dumps({**good, "title": 3}), "no text"), (json.dumps({**good, "conventions": {"angles": "turns"}}), "conventions"), (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": 1}]}), "shown"),
        ):
            with self.subTest(text[:40]), self.assertRaisesRegex(BadFile, told):
                read_json(text)


class Schema(unittest.TestCase):
    """The published schema says what is written, with results of every kind; and it is the one that the types make."""

    PUBLISHED = ROOT / "docs" / "worksheet.schema.json"

    def test_what_is_written_fits_it(self) -> None:
        schema = json.loads(self.PUBLISHED.read_text(encoding="utf-8"))
        jsonschema.Draft202012Validator.check_schema(schema)
        validator = jsonschema.Draft202012Validator(schema)
        others = [FileCell("math", line) for line in ("2 +", "1 = 2 ?", "f(x) = x^2\n= x^3", "table f for x from 1 to 2", "graph f, 1/x for x from -1 to 2", "solve x^2 = 2", "free x", "")]
        sheets = [work_out_file(WorksheetFile(Conventions(), tuple(others)), work), *(worked_file(file) for file in sorted((ROOT / "demo").glob("*.md")))]
        for worked in sheets:
            sheet = worked.sheet
            with self.subTest(sheet.title):
                data = json.loads(write_json(worked))
                self.assertEqual([error.message for error in validator.iter_errors(data)], [])
                self.assertTrue(any(cell.get("results") for cell in data["cells"]))
                self.assertEqual(read_json(json.dumps(data)).cells, sheet.cells)
        self.assertFalse(validator.is_valid({**data, "cells": [{"kind": "code", "text": ""}]}))

    def test_it_is_made_from_the_types_in_force(self) -> None:
        with tempfile.TemporaryDirectory() as held:
            subprocess.run([sys.executable, "scripts/schema.py", f"{held}/fresh.json"], cwd=ROOT, check=True)
            self.assertEqual(json.loads(Path(held, "fresh.json").read_text()), json.loads(self.PUBLISHED.read_text()))


class OutAndIn(unittest.TestCase):
    def test_every_case_comes_in_again_the_same(self) -> None:
        """Lines of the public cases, where they are beside the checkout, and of our own, each a worksheet with a note of the same text."""
        files = [ROOT / "tests" / "core" / "second_guesses.json", *sorted((ROOT.parent / "shared" / "cases").rglob("*.json"))]
        texts = {text for file in files for text in _texts(json.loads(file.read_text(encoding="utf-8")))}
        self.assertGreater(len(texts), 20)
        for text in sorted(texts):
            note = text.strip("\n")
            cells = (FileCell("math", text, {"line0": "decimal"}), *([FileCell("note", note)] if note.strip() and "slate" not in note and not note.startswith("---") else []), FileCell("math", "1"))
            for ending, kind in KEPT.items():
                with self.subTest(text, ending=ending):
                    sheet = WorksheetFile(SHEET.conventions, cells, text[:60].strip() or None)
                    back = kind.read(kind.write(Worked(sheet, ()))) if kind.read else None
                    kept = sheet if ending == "json" else replace(sheet, cells=tuple(replace(cell, display={}) for cell in cells))
                    self.assertEqual(back, kept)


def _texts(data: object) -> Iterator[str]:
    """Every text that is written in a file of cases."""
    if isinstance(data, str):
        yield data
    elif isinstance(data, dict | list):
        for inside in data.values() if isinstance(data, dict) else data:
            yield from _texts(inside)


class Archives(unittest.TestCase):
    def test_what_goes_out_comes_in_again(self) -> None:
        twin = WorksheetFile(Conventions(), (FileCell("math", "1/3"),), "Nectar   honey  100 %", "Club/Honeycomb")
        read = read_any("all.zip", write_archive([SHEET, twin]))
        self.assertEqual([r.sheet for r in read], [SHEET, twin])
        self.assertEqual(len({r.name for r in read}), 2)

    def test_each_kind_is_read_by_its_endings(self) -> None:
        for kind in KEPT.values():
            for ending in kind.endings:
                (read,) = read_any(f"a.{ending.upper()}", kind.write(Worked(SHEET, ())).encode())
                self.assertIsNotNone(read.sheet, read.problem)
                self.assertEqual(read.sheet and read.sheet.title, SHEET.title)

    def test_files_by_hand(self) -> None:
        read = read_any("mine.zip", zipped(**{"Year 1/areas.md": "# Areas\n\n```slate\n2^10\n```\n", "__MACOSX/areas.md": "x", "Year 1/.hidden.md": "x", "picture.png": b"\x89PNG"}))
        self.assertEqual([(r.name, r.sheet and (r.sheet.title, r.sheet.folder)) for r in read], [("Year 1/areas.md", ("areas", "Year 1")), ("picture.png", None)])
        self.assertIn("Only Markdown", read[1].problem)

    def test_hostile_files_get_a_sentence(self) -> None:
        bomb = zipped(**{f"{k}.md": b"0" * 19_000_000 for k in range(6)})
        self.assertLess(len(bomb), 1_000_000)
        for name, data, told in (
            ("bomb.zip", bomb, "more than 100 MB"), ("broken.zip", b"PK\x03\x04nonsense", "cannot be read"), ("a.md", b"\xff\xfe\x00", "UTF-8"), ("a.exe", b"MZ", "Only Markdown"),
            ("many.zip", zipped(**{f"{k}.md": "" for k in range(4_001)}), "more than 4,000 files"), ("a.md", b"---\n- a\n---\n", "front matter"),
        ):
            with self.subTest(name, told=told):
                (read,) = read_any(name, data)
                self.assertIsNone(read.sheet)
                self.assertIn(told, read.problem)

    def test_no_path_leads_out_of_the_shelf(self) -> None:
        read = read_any("a.zip", zipped(**{"../../etc/x.md": "a", "/root/y.md": "b", "C:\\z.md": "c"}))
        self.assertEqual([r.sheet and (r.sheet.folder or "") for r in read], ["etc", "root", ""])
        self.assertEqual([file_name(t) for t in ("a/b", "..", 'x:"y"', "", "  dots. ")], ["a b", "Untitled", "x y", "Untitled", "dots"])
