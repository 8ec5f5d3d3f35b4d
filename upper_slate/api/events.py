"""One stream of events for each window: operations applied, results as they come (server-sent events)."""

from __future__ import annotations

import asyncio
import json
from collections.abc import AsyncIterator

from fastapi import APIRouter
from fastapi.responses import StreamingResponse
from pydantic import RootModel

from ..desk.events import Event
from .plain_text import PlainTextRoute
from .worksheets import OfficeIn

router = APIRouter(tags=["events"], route_class=PlainTextRoute)

class WorksheetEvent(RootModel[Event]):
    """One event of the stream."""


#: Seconds between signs of life, so that both sides notice a broken connection.
_BEAT = 10.0


@router.get("/worksheets/{worksheet_id}/events", operation_id="events", response_class=StreamingResponse, responses={200: {"model": WorksheetEvent}})
async def events(worksheet_id: str, office: OfficeIn) -> StreamingResponse:
    loop = asyncio.get_running_loop()
    desk = await loop.run_in_executor(None, office.desk, worksheet_id)
    queue: asyncio.Queue[Event] = asyncio.Queue()

    def listener(event: Event) -> None:
        loop.call_soon_threadsafe(queue.put_nowait, event)

    leave = desk.listen(listener)

    async def stream() -> AsyncIterator[str]:
        try:
            if office.is_closing:
                yield _event({"type": "closing"})
                return
            yield _event({"type": "hello", "results": desk.results(), "trouble": desk.trouble})
            while True:
                try:
                    event = await asyncio.wait_for(queue.get(), _BEAT)
                except TimeoutError:
                    yield ": still here\n\n"
                    continue
                yield _event(event)
                if event["type"] in ("removed", "closing"):
                    return
        finally:
            leave()

    return StreamingResponse(stream(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})


def _event(data: Event) -> str:
    return f"data: {json.dumps(data, ensure_ascii=False)}\n\n"
