"""The language while it is typed: live readings with quick results, names in force, vocabulary."""

from __future__ import annotations

from fastapi import APIRouter, Query, Response
from fastapi.concurrency import run_in_threadpool

from ..core.drawn.recogniser import recognised
from ..core.language.words import PATTERNS, entries
from ..core.problems import LineError
from ..core.reading.notations import text_of_notation
from .office import OfficeIn
from .plain_text import PlainTextRoute
from .schemas import DraftIn, DraftOut, DrawingIn, EntrySchema, NamesOut, NameThere, NotationIn, NotationOut, PatternSchema, SignSchema, VocabularySchema
from .waiting import when_ready

router = APIRouter(tags=["language"], route_class=PlainTextRoute)


@router.post("/worksheets/{worksheet_id}/draft", operation_id="readDraft")
def read_draft(worksheet_id: str, given: DraftIn, office: OfficeIn) -> DraftOut:
    """How the text of a cell reads so far; nothing is stored."""
    return DraftOut(lines=office.desk(worksheet_id).read_draft(given.cell, given.text))


@router.post("/worksheets/{worksheet_id}/draft/results", operation_id="tryDraft", response_model=DraftOut)
async def try_draft(worksheet_id: str, given: DraftIn, office: OfficeIn) -> Response:
    """The same with results, where they are quick; the newest draft of a cell in a window of the browser wins."""
    desk = await run_in_threadpool(office.desk, worksheet_id)
    turn = desk.turns.take(("draft", given.client, given.cell))
    return await when_ready(lambda: DraftOut(lines=desk.try_draft(given.cell, given.text, turn)), DraftOut(lines=[]))


@router.get("/worksheets/{worksheet_id}/names", operation_id="namesHere")
def names_here(worksheet_id: str, office: OfficeIn, cell: str | None = None) -> NamesOut:
    """The names in force at a cell, or at the end of the page."""
    return NamesOut(**office.desk(worksheet_id).names_at(cell))


@router.get("/worksheets/{worksheet_id}/sources", operation_id="listSources")
def list_sources(worksheet_id: str, office: OfficeIn) -> list[str]:
    """The titles of the worksheets that a line can use; those that stand twice with their folders."""
    return office.desk(worksheet_id).sources()


@router.get("/worksheets/{worksheet_id}/sources/names", operation_id="listNamesOfSource")
def list_names_of_source(worksheet_id: str, office: OfficeIn, title: str = Query(max_length=500)) -> list[NameThere]:
    """What another worksheet gives to the lines of this one."""
    return [NameThere(name=given.name, latex=given.latex) for given in office.desk(worksheet_id).names_of(title)]


@router.post("/notation", operation_id="readNotation")
def read_notation(given: NotationIn) -> NotationOut:
    """LaTeX and MathML as lines of the language; any other text as it is."""
    try:
        return NotationOut(text=text_of_notation(given.text), problem=None)
    except LineError as error:
        return NotationOut(text=given.text, problem=error.message)


@router.post("/signs", operation_id="findSign")
def find_sign(given: DrawingIn) -> list[SignSchema]:
    """The signs that a drawing is like, the likeliest first."""
    return [SignSchema(name=sign.name, written=sign.written, sample=sign.sample) for sign in recognised(given.strokes)]


@router.get("/vocabulary", operation_id="vocabulary")
def vocabulary() -> VocabularySchema:
    """Every word of the language, and the patterns of the tray."""
    return VocabularySchema(
        entries=[EntrySchema(name=e.name, kind=e.kind, pattern=e.pattern, sample=e.sample, meaning=e.meaning, aims=[*e.aims, *e.also_said]) for e in entries()],
        patterns=[PatternSchema(group=p.group, name=p.name, written=p.written, sample=p.sample, also=list(p.also)) for p in PATTERNS])
