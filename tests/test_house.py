"""The house: imports run downwards only, the client is current, the demo and the pictures are whole."""

from __future__ import annotations

import ast
import functools
import json
import re
import subprocess
import sys
import tempfile
import unittest
from collections.abc import Iterable
from pathlib import Path

from upper_slate.core.answering.answer import work_out
from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.language.words import PATTERNS, entries
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.known import tolerant_reading
from upper_slate.core.page.worked import remembered
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.formats.markdown import read_markdown, write_markdown
from upper_slate.formats.neighbours import Neighbours

from .__main__ import JOBS, modules_of
from .circles import circles

ROOT = Path(__file__).resolve().parents[1]
PACKAGE = ROOT / "upper_slate"
#: What the files of each folder may import besides their own: the folders before it in this order, less those that are named behind it.
LAYOUT: dict[str, tuple[str, ...]] = {
    "core/problems": (),
    "core/language": (),
    "core/drawn": (),
    "core/reading": ("core/drawn",),
    "core/line": ("core/reading",),
    "core/page": (),
    "core/working": ("core/reading", "core/page"),
    "core/writing": ("core/reading", "core/page"),
    "core/answering": (),
    "formats": ("core/working", "core/writing", "core/answering"),
    "workroom": ("formats",),
    "store": ("workroom", "core/working", "core/writing", "core/answering"),
    "desk": ("core/working", "core/writing", "core/answering"),
    "api": ("core/working", "core/writing", "core/answering"),
    "cli": (),
}
#: The same for the interface.
WEB_LAYOUT = ("shared", "sheet", "graph", "lines", "editor", "handbook", "worksheet", "shelf", "router", "App", "main")
#: Files whose imports stand inside functions, since what they load is heavy and not always needed.
MAY_IMPORT_LATE = ("cli", "workroom")


#: One line of each kind and of each request.
EVERY_KIND = [
    "f(x) = x^2 if x < 0, 2x otherwise",
    "assume a > 0",
    "x^2 = 4 or x = 3",
    "solve x^2 = 5 for x",
    "solve sin x = 1/2",
    "solve x^2 >= 4 or x = 0",
    "solve x + y = 3, x - y = 1 for x, y",
    "solve x^5 = x + 1",
    "solve x = x + 1",
    "solve a x^2 + b x + c = 0 for x in [0, oo)",
    "(x + 1)^2 = x^2 + 1 ?",
    "x/x = 1 ?",
    "2 < 3 < 5 ?",
    "x^2 = 7x\n<=> x = 7\n=> x^2 = 49",
    "(x + 1)^2\n= x^2 + 2x + 1\n= x^2",
    "limit of sin(t)/t as t -> 0+",
    "integral of 1/u du",
    "integral of e^(u^2) for u from 0 to 1",
    "sum of 1/n^2 for n from 1 to oo",
    "product of k for k from 1 to m",
    "series of e^u at u = 0 to order 3",
    "laplace transform of e^(2t) in t, as a function of s",
    "inverse laplace transform of 1/(s^2 + 1) in s, as a function of t",
    "turning points of u^3 - 3u for u from -5 to 5",
    "greatest value of u e^(-u)",
    "area between u and u^2 for u from 0 to 1",
    "table of u^2, 1/u for u from 0 to 2 step 1/2",
    "graph u^2 - 1, u for u from -2 to 2",
    "graph points [[0, 1], [1, 3]] joined",
    "d/du (u^2 sin u)",
    "[[2, 1], [1, 3]]",
    "0.1(6)",
]


def latex_in(result: object) -> list[str]:
    """Every piece of LaTeX in a result, however deep."""
    found: list[str] = []
    if isinstance(result, dict):
        for key, value in result.items():
            if key in ("latex", "reading") and isinstance(value, str):
                found.append(value)
            elif key == "head":
                found += value.values()
            elif key == "conditionsLatex":
                found += value
            elif key == "counterexampleLatex" and value:
                found += [
                    *value["at"],
                    *value["at"].values(),
                    value["left"] or "",
                    value["right"] or "",
                ]
            else:
                found += latex_in(value)
    elif isinstance(result, list):
        for value in result:
            found += latex_in(value)
    return found


def place_of(module: str, layout: Iterable[str]) -> str:
    """The folder of the layout that a file belongs to; empty for what stands above all of them."""
    return next((folder for folder in layout if module == folder or module.startswith((folder + "/", folder + "."))), "")


@functools.cache
def modules() -> dict[str, ast.Module]:
    """Every file of the package by its path without ending."""
    files = [f for f in PACKAGE.rglob("*.py") if "migrations" not in f.parts]
    return {f.relative_to(PACKAGE).with_suffix("").as_posix(): ast.parse(f.read_text()) for f in files}


def imported_by(module: str, tree: ast.AST, known: Iterable[str]) -> set[str]:
    """The files of this package that a file imports, also where only types are checked."""
    found = set()
    here = module.split("/")[:-1]
    for node in ast.walk(tree):
        if isinstance(node, ast.ImportFrom) and node.level:
            parts = [*here[: len(here) - node.level + 1], *(node.module.split(".") if node.module else ())]
            for name in node.names:
                options = ("/".join([*parts, name.name]), "/".join([*parts, name.name, "__init__"]), "/".join(parts), "/".join([*parts, "__init__"]))
                found |= {next((o for o in options if o in known), "__init__")}
    return found - {module}


@functools.cache
def web_imports() -> dict[str, set[str]]:
    """The files of the interface with those that they import."""
    root = ROOT / "web" / "src"
    found: dict[str, set[str]] = {}
    for file in root.rglob("*"):
        if file.suffix not in (".ts", ".vue") or file.name.endswith((".d.ts", ".test.ts")):
            continue
        own = found[file.relative_to(root).as_posix()] = set()
        for said in re.findall(r'(?:from|import)\s*\(?\s*"(\.[^"]+)"', file.read_text()):
            target = (file.parent / said).resolve()
            for option in (target, target.with_name(target.name + ".ts"), target / "index.ts"):
                if option.is_file() and option.suffix in (".ts", ".vue"):
                    own.add(option.relative_to(root).as_posix())
                    break
    return found


class House(unittest.TestCase):
    def test_no_file_leads_back_to_itself(self) -> None:
        known = modules()
        self.assertEqual(circles({module: imported_by(module, tree, known) for module, tree in known.items()}), [])
        self.assertEqual(circles(web_imports()), [])

    def test_a_circle_would_be_seen(self) -> None:
        self.assertEqual(circles({"a": {"b"}, "b": {"c"}, "c": {"b"}, "d": {"a"}}), [["b", "c"]])

    def test_folders_import_what_the_layout_allows(self) -> None:
        known, order = modules(), list(LAYOUT)
        for module, tree in known.items():
            own = place_of(module, LAYOUT)
            for imported in imported_by(module, tree, known):
                other = place_of(imported, LAYOUT)
                if own and other and own != other:
                    with self.subTest(module=module, imports=imported):
                        self.assertLess(order.index(other), order.index(own))
                        self.assertNotIn(other, LAYOUT[own])
        for file, imports in web_imports().items():
            for imported in imports:
                with self.subTest(file=file, imports=imported):
                    self.assertLessEqual(WEB_LAYOUT.index(place_of(imported, WEB_LAYOUT)), WEB_LAYOUT.index(place_of(file, WEB_LAYOUT)))

    def test_imports_stand_at_the_top(self) -> None:
        for module, tree in modules().items():
            if module.startswith(MAY_IMPORT_LATE):
                continue
            for function in ast.walk(tree):
                if isinstance(function, ast.FunctionDef | ast.AsyncFunctionDef):
                    late = [node.lineno for node in ast.walk(function) if isinstance(node, ast.Import | ast.ImportFrom)]
                    self.assertEqual(late, [], module)

    def test_functions_are_short_and_types_are_seldom_overruled(self) -> None:
        ignores = 0
        for module, tree in modules().items():
            ignores += (PACKAGE / f"{module}.py").read_text().count("type: ignore")
            for node in ast.walk(tree):
                if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                    self.assertLessEqual((node.end_lineno or 0) - node.lineno + 1, 45, f"{module}: {node.name}")
        self.assertLess(ignores, 40)

    def test_nothing_typed_is_evaluated(self) -> None:
        for file in PACKAGE.rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text())):
                if isinstance(node, ast.Call):
                    if isinstance(node.func, ast.Name):
                        self.assertNotIn(
                            node.func.id,
                            {"eval", "exec", "sympify", "parse_expr", "lambdify"},
                            f"{file}:{node.lineno}",
                        )
                    elif isinstance(node.func, ast.Attribute):
                        self.assertNotIn(
                            node.func.attr,
                            {"sympify", "parse_expr", "parse_latex", "S", "lambdify"},
                            f"{file}:{node.lineno}",
                        )

    def test_the_server_does_not_load_the_working(self) -> None:
        """Nor does the command line, whose worker loads it meanwhile."""
        for loaded in ("upper_slate.api.serve", "upper_slate.cli, upper_slate.core.page.worked, upper_slate.formats.neighbours, upper_slate.workroom.workroom"):
            with self.subTest(loaded):
                code = f"import sys; import {loaded}; print('sympy' in sys.modules)"
                run = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, cwd=ROOT, check=True)
                self.assertEqual(run.stdout.strip(), "False")

    def test_the_client_is_generated_from_the_schema_in_force(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            fresh = Path(folder, "openapi.json")
            subprocess.run([sys.executable, "scripts/openapi.py", str(fresh)], cwd=ROOT, check=True)
            self.assertEqual(
                json.loads(fresh.read_text()), json.loads((ROOT / "web/openapi.json").read_text())
            )

    def test_no_lock_file_names_a_host(self) -> None:
        for file in (
            ROOT / "web/package-lock.json",
            ROOT / "requirements.lock",
            ROOT / "web/.npmrc",
        ):
            self.assertNotRegex(file.read_text(), r"https?://(registry|pypi|files)")

    def test_the_demo_works_out_without_an_error_and_comes_back_the_same(self) -> None:
        files = sorted((ROOT / "demo").glob("*.md"))
        self.assertGreaterEqual(len(files), 3)
        for file in files:
            sheet = read_markdown(file.read_text())
            self.assertEqual(read_markdown(write_markdown(sheet)), sheet)
            page = work_out_page(
                [MathCell(str(k), t) for k, t in enumerate(sheet.math_cells())],
                sheet.conventions,
                {},
                sources=Neighbours([str(file)], remembered({}, work_out)).of(str(file)),
            )
            for worked in page.lines:
                with self.subTest(file=file.name, line=worked.line.task.source):
                    self.assertIsNone(worked.outcome.result["error"])

    def test_every_picture_is_linked(self) -> None:
        readme = (ROOT / "README.md").read_text()
        for picture in (ROOT / "docs/screenshots").glob("*.png"):
            self.assertIn(picture.name, readme)

    def test_latex_of_the_vocabulary_and_of_results_renders(self) -> None:
        samples = [e.sample for e in entries()]
        pages = [
            (sheet.math_cells(), sheet.conventions)
            for sheet in (read_markdown(f.read_text()) for f in (ROOT / "demo").glob("*.md"))
        ]
        pages.append((EVERY_KIND, Conventions()))
        for cells, conventions in pages:
            page = work_out_page(
                [MathCell(str(k), t) for k, t in enumerate(cells)], conventions, {}
            )
            for worked in page.lines:
                samples += latex_in(worked.outcome.result)
        samples += [tolerant_reading(line, KnownNames()) for line in ("x = 2, find x^2", r"use f from a\b~c^2", "x^2 + 3) & 5")]
        self.assertGreater(len(samples), 400)
        script = (
            "const katex = require('katex'); for (const t of JSON.parse(require('fs').readFileSync(0))) katex.renderToString(t, "
            "{throwOnError: true, strict: 'ignore', trust: true}); console.log('ok')"
        )
        run = subprocess.run(
            ["node", "-e", script],
            cwd=ROOT / "web",
            input=json.dumps(samples),
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(run.stdout.strip(), "ok", run.stderr[-500:])

    def test_every_pattern_of_the_tray_can_be_read(self) -> None:
        names = KnownNames({"f": "f(x)", "g": "g(x)"})
        for pattern in PATTERNS:
            written = pattern.written.replace("{", "").replace("}", "")
            if pattern.written.strip() in ("<=>", "=>"):
                written += "x = 2"
            elif pattern.written.endswith(" "):
                written = f"1 {written}2"
            with self.subTest(pattern=pattern.name):
                read_line(written, names)

    def test_every_test_is_run(self) -> None:
        run = [module for job in JOBS if job not in ("checks", "cases", "vitest") for module in modules_of(job)]
        there = [".".join(f.relative_to(ROOT).with_suffix("").parts) for f in (ROOT / "tests").rglob("test_*.py")]
        self.assertEqual(sorted(run), sorted(there))

    def test_changelog_and_version_agree(self) -> None:
        version = re.search(r'version = "([^"]+)"', (ROOT / "pyproject.toml").read_text())
        assert version
        self.assertIn(f"## {version[1]} ", (ROOT / "CHANGELOG.md").read_text())


if __name__ == "__main__":
    unittest.main()
