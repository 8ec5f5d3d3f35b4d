"""What happens to a worksheet, as it happens: operations applied, results as they come. For windows as a WebSocket, for programs as server-sent events.

A browser opens at most six connections to one address, and streams of seven windows would leave none for anything else; WebSockets are not counted.
"""

from __future__ import annotations

import asyncio
import json
from collections.abc import AsyncIterator

from fastapi import APIRouter, WebSocket, WebSocketDisconnect
from fastapi.responses import StreamingResponse
from pydantic import RootModel

from ..desk.desk import Desk
from ..desk.events import Event
from ..desk.office import Office
from ..store.refusals import NotFound, NotStored
from .office import OfficeIn
from .plain_text import PlainTextRoute

router = APIRouter(tags=["events"], route_class=PlainTextRoute)


class WorksheetEvent(RootModel[Event]):
    """One event of the stream."""


#: Seconds between signs of life, so that both sides notice a broken connection.
_BEAT = 10.0


@router.get("/worksheets/{worksheet_id}/events", operation_id="events", response_class=StreamingResponse, responses={200: {"model": WorksheetEvent}})
async def events(worksheet_id: str, office: OfficeIn) -> StreamingResponse:
    desk = await asyncio.get_running_loop().run_in_executor(None, office.desk, worksheet_id)

    async def stream() -> AsyncIterator[str]:
        async for event in _news(office, desk):
            yield f"data: {_text(event)}\n\n" if event is not None else ": still here\n\n"

    return StreamingResponse(stream(), media_type="text/event-stream", headers={"Cache-Control": "no-store"})


@router.websocket("/worksheets/{worksheet_id}/live")
async def live(socket: WebSocket, worksheet_id: str) -> None:
    """The same events, each a message."""
    office: Office = socket.app.state.office
    try:
        desk = await asyncio.get_running_loop().run_in_executor(None, office.desk, worksheet_id)
    except (NotFound, NotStored):
        return await socket.close()
    await socket.accept()
    telling = asyncio.create_task(_tell(socket, office, desk))
    leaving = asyncio.create_task(_left(socket))
    await asyncio.wait((telling, leaving), return_when=asyncio.FIRST_COMPLETED)
    for task in (telling, leaving):
        task.cancel()
    await asyncio.gather(telling, leaving, return_exceptions=True)


async def _tell(socket: WebSocket, office: Office, desk: Desk) -> None:
    async for event in _news(office, desk):
        if event is not None:
            await socket.send_text(_text(event))
    await socket.close()


async def _left(socket: WebSocket) -> None:
    """Until the window goes; what it says is not listened to."""
    try:
        while True:
            await socket.receive_text()
    except WebSocketDisconnect:
        return


async def _news(office: Office, desk: Desk) -> AsyncIterator[Event | None]:
    """What is known, then every event until the worksheet or the server goes; None as a sign of life."""
    loop = asyncio.get_running_loop()
    queue: asyncio.Queue[Event] = asyncio.Queue()

    def listener(event: Event) -> None:
        loop.call_soon_threadsafe(queue.put_nowait, event)

    leave = desk.listen(listener)
    try:
        if office.is_closing:
            yield {"type": "closing"}
            return
        yield {"type": "hello", "results": desk.results(), "trouble": desk.trouble}
        while True:
            try:
                event = await asyncio.wait_for(queue.get(), _BEAT)
            except TimeoutError:
                yield None
                continue
            yield event
            if event["type"] in ("removed", "closing"):
                return
    finally:
        leave()


def _text(event: Event) -> str:
    return json.dumps(event, ensure_ascii=False)
