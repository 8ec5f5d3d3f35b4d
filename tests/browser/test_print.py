"""A worksheet on paper: printed to PDF and read back."""

from __future__ import annotations

import io
import re
import unittest

import pypdfium2
from playwright.sync_api import expect
from pypdf import PdfReader

from .in_browser import InBrowser

#: Keeps what the page is when it would go on paper: the dialog waits for everything, then calls this.
_STUB = """
() => { window.print = () => { window.printed = {
  cells: document.querySelectorAll('.slot').length, waiting: document.querySelectorAll('.room:not(:has(.plot))').length,
  names: document.querySelector('.printed-names')?.innerText ?? '', numbers: !document.documentElement.matches('.print-no-numbers'),
  paper: [...document.querySelectorAll('style')].map((s) => s.textContent).find((t) => t.includes('@page')) ?? '' }; }; }
"""


class Print(InBrowser):
    theme = "dark"
    leaves_traces = True  # a window that was on paper may be slow to come back to the screen

    def pdf(self) -> PdfReader:
        """What the browser's own menu would print."""
        return PdfReader(io.BytesIO(self.page.pdf(prefer_css_page_size=True, print_background=True)))

    def test_the_demo_is_on_paper_as_it_reads(self) -> None:
        self.open_demo("Homework, checked")
        expect(self.page.locator(".slot .tick").first).to_be_visible()
        found = self.pdf()
        text = re.sub(r"\s+", " ", " ".join(page.extract_text() for page in found.pages))
        for told in ("Homework, checked", "Three exercises with the working written out", "the only solution", "always equal", "1 / "):
            self.assertIn(told, text)
        for frame in ("Names here", "Saved", "ways to write it", "Undo"):
            self.assertNotIn(frame, text)
        self.assertEqual([round(float(side)) for side in found.pages[0].mediabox[2:]], [595, 842])
        expect(self.page.locator("html")).not_to_have_class(re.compile("print-no"))

    def test_the_pages_as_pictures(self) -> None:
        """Black on white with nothing cut: no ink in the margins or across an end of a page, and no heading or note alone at the foot."""
        for title in ("Hive weight through the year", "The cheapest cell", "Homework, checked"):
            self.page.goto(self.application.url)
            self.open_demo(title)
            self.page.wait_for_timeout(500)
            document = pypdfium2.PdfDocument(self.page.pdf(prefer_css_page_size=True, print_background=True))
            for number, page in enumerate(document, start=1):
                with self.subTest(title, page=number):
                    picture = page.render(scale=1).to_pil().convert("L")  # a point is a pixel
                    width, height = picture.size
                    self.assertEqual(picture.getpixel((3, 3)), 255)
                    self.assertLess(picture.getextrema()[0], 110)  # thin strokes are smoothed
                    self.assertLess(sum(picture.histogram()[:128]) / (width * height), 0.12)
                    for name, margin in {"left": (0, 0, 44, height), "right": (width - 44, 0, width, height), "above": (0, 36, width, 46), "below": (0, height - 56, width, height - 46)}.items():
                        self.assertEqual(picture.crop(margin).getextrema()[0], 255, name)

    def test_keys_and_signs_are_one_sheet(self) -> None:
        self.open_worksheet("1 + 1", "2 + 2")
        self.page.wait_for_selector(".slot .value .katex")
        self.page.evaluate("() => { window.print = () => { window.printed = true; }; }")
        self.keys("Escape", "Control+F1")
        self.page.get_by_role("button", name="Print keys and signs").click()
        self.wait_until("window.printed")
        pages = self.pdf().pages
        self.assertEqual(len(pages), 1)
        text = pages[0].extract_text()
        for told in ("Shift + Enter", "sqrt(x)", "omega", "<=>", "Alt + I"):
            self.assertIn(told, text)
        self.assertNotIn("Homework", text)
        self.page.evaluate("dispatchEvent(new Event('afterprint'))")
        expect(self.page.locator("html")).not_to_have_class(re.compile("print-keys"))

    def test_a_note_stays_with_what_it_leads_to(self) -> None:
        cells = "\n\n".join(f"Then we look at step {k}:\n\n```slate\n{k}000 + 7\n```" for k in range(1, 60))
        made = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": "Homework", "markdown": cells}).json()
        self.page.goto(f"{self.application.url}w/{made['id']}")
        self.page.wait_for_selector(".slot .value .katex")
        pages = [re.sub(r"\s+", "", page.extract_text()) for page in self.pdf().pages]
        self.assertGreater(len(pages), 2)
        for text in pages:
            for number in re.findall(r"atstep(\d+):", text):
                self.assertIn(f"{number}000+7", text)

    def test_every_cell_whatever_is_on_the_screen(self) -> None:
        self.open_worksheet(*(f"{k} * 1000 + 7" for k in range(1, 120)), "graph x^2", "table x^2 for x from 1 to 5")
        self.page.evaluate("scrollTo(0, document.body.scrollHeight)")
        expect(self.cell(119).locator(".value .katex").first).to_be_visible()  # all has been worked out
        expect(self.cell(121).locator(".table")).to_be_visible()
        self.page.evaluate("scrollTo(0, 0)")
        self.page.locator(".slot").first.hover()
        text = "".join(re.sub(r"\s+", "", page.extract_text()) for page in self.pdf().pages)
        for k in (1, 60, 119):
            self.assertIn(f"{k}⋅1000+7", text)
        self.page.evaluate(_STUB)
        self.keys("Escape", "Control+p")
        dialog = self.page.get_by_role("dialog", name="Print")
        dialog.get_by_text("numbers of the cells").click()
        dialog.get_by_text("a list of names at the end").click()
        dialog.get_by_text("Letter").click()
        dialog.get_by_role("button", name="Print").click()
        self.wait_until("window.printed")
        seen = self.page.evaluate("window.printed")
        self.assertEqual((seen["cells"], seen["waiting"], seen["numbers"]), (121, 0, False))
        self.assertIn("Letter", seen["paper"])
        self.assertIn("Names", seen["names"])
        self.wait_until("document.querySelectorAll('.slot').length < 60")  # the screen is as it was

    def test_no_line_is_cut_and_a_heading_stays_with_what_follows(self) -> None:
        cells = []
        for k in range(30):
            cells += [f"# Part {k}", f"```slate\nf_{k}(x) = x^2/{k + 1} + sqrt(x)/{k + 2}\nf_{k}(2)\n```"]
        made = self.page.request.post(f"{self.application.url}api/worksheets", data={"title": "Parts", "markdown": "\n\n".join(cells)}).json()["id"]
        self.page.goto(f"{self.application.url}w/{made}")
        self.page.wait_for_selector(".slot .value .katex")
        self.addCleanup(lambda: self.page.request.delete(f"{self.application.url}api/worksheets/{made}"))
        pages = [page.extract_text() for page in self.pdf().pages]
        self.assertGreater(len(pages), 2)
        for number, text in enumerate(pages, start=1):
            lines = [line.strip() for line in text.splitlines() if line.strip()]
            self.assertIn(f"{number} / {len(pages)}", text)
            body = [line for line in lines if line not in ("Parts", f"{number} / {len(pages)}")]
            self.assertNotRegex(body[-1], r"^Part \d+$")


if __name__ == "__main__":
    unittest.main()
