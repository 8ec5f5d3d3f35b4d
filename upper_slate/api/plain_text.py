"""Requests whose texts are texts: JSON can name halves of signs (`\\ud800`), which no file or database can hold."""

from __future__ import annotations

import json
from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import Request, Response
from fastapi.routing import APIRoute
from starlette.exceptions import HTTPException

NOT_TEXT = "A text in this request holds half of a sign (a lone surrogate), which cannot be stored."


class _PlainRequest(Request):
    async def json(self) -> Any:
        found = await super().json()
        if b"\\u" in await self.body():
            try:
                json.dumps(found, ensure_ascii=False).encode()
            except UnicodeEncodeError:
                raise HTTPException(422, NOT_TEXT) from None
        return found


class PlainTextRoute(APIRoute):
    """A route that refuses such requests."""

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        handle = super().get_route_handler()

        async def plain(request: Request) -> Response:
            return await handle(_PlainRequest(request.scope, request.receive))

        return plain
