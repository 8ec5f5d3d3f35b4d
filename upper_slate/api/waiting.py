"""Answers that wait for a worker do so in a few threads of their own: everything else goes on meanwhile."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

import anyio
import anyio.to_thread
from fastapi import Response
from pydantic import BaseModel

#: So many drafts and views wait for workers at once; the others wait for their turn without a thread.
_THREADS: Final = 6
#: Seconds that one waits for its turn.
_PATIENCE: Final = 20.0

_turns = anyio.Semaphore(_THREADS)
_threads = anyio.CapacityLimiter(_THREADS)


async def when_ready(answer: Callable[[], BaseModel], otherwise: BaseModel) -> Response:
    """The answer as JSON, made in a thread of its own; the other one where its turn does not come in time."""
    try:
        with anyio.fail_after(_PATIENCE):
            await _turns.acquire()
    except TimeoutError:
        return _json(otherwise.model_dump_json())
    try:
        return _json(await anyio.to_thread.run_sync(lambda: answer().model_dump_json(), limiter=_threads))
    finally:
        _turns.release()


def _json(text: str) -> Response:
    return Response(text, media_type="application/json")
