"""Worksheets as JSON and as archives: what goes out comes in again; hostile files get a sentence."""

from __future__ import annotations

import io
import json
import unittest
import zipfile

from upper_slate.core.line.conventions import Conventions
from upper_slate.formats.archive import file_name, read_any, write_archive
from upper_slate.formats.json_file import read_json, write_json
from upper_slate.formats.kinds import KEPT
from upper_slate.formats.markdown import BadFile, FileCell, WorksheetFile
from upper_slate.formats.worked import Worked

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
        self.assertEqual(read_json(write_json(SHEET)), SHEET)

    def test_what_is_none_of_ours_is_said(self) -> None:
        good = json.loads(write_json(SHEET))
        for text, told in (
            ("{", "no JSON"), ("[" * 100_000, "no JSON"), ("[]", "no worksheet"), ('{"format": "other"}', "no worksheet"), (json.dumps({**good, "version": 99}), "newer version"),
            (json.dumps({**good, "cells": {}}), "no list of cells"), (json.dumps({**good, "cells": [{"kind": "code", "text": ""}]}), "neither mathematics nor a note"),
            (json.dumps({**good, "title": "\ud800"}), "no JSON"), (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": {"x": float("nan")}}]}), "no JSON"),
            (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": {"x": "y" * 20_000}}]}), "shown"), (json.dumps({**good, "title": 3}), "no text"), (json.dumps({**good, "conventions": {"angles": "turns"}}), "conventions"), (json.dumps({**good, "cells": [{"kind": "math", "text": "", "display": 1}]}), "shown"),
        ):
            with self.subTest(text[:40]), self.assertRaisesRegex(BadFile, told):
                read_json(text)


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
