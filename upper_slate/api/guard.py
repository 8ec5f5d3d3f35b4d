"""What stands round every request: only this machine is answered, requests have a size, answers carry their headers, and nothing ends without a sentence.

Plain ASGI, outside of everything else, so that errors and files pass through it too.
"""

from __future__ import annotations

import json
import logging
import re
from typing import Final

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

_log = logging.getLogger(__name__)

_LOCAL: Final = re.compile(r"(?:127\.0\.0\.1|localhost|\[::1\])(?::([0-9]{1,5}))?", re.IGNORECASE)
#: Bytes of a request; a worksheet that is brought in may be longer.
MAX_REQUEST: Final = 5_000_000
MAX_IMPORT: Final = 100_000_000
MAX_PATH: Final = 1_000
_HEADERS: Final = {
    "Content-Security-Policy": "default-src 'self'; connect-src 'self' ws://127.0.0.1:* ws://localhost:*; "
                               "style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; "
                               "object-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
}


class Guard:
    """The application behind its guard."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] == "websocket" and _refusal(scope) is not None:
            await send({"type": "websocket.close", "code": 1008})  # before it is accepted: the answer is 403
            return
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        answer = _Answer(send)
        if (refused := _refusal(scope)) is not None:
            await answer.instead(*refused)
            return
        body = _Body(receive, _most(scope), answer)
        try:
            await self.app(scope, body.receive, answer.send)
        except Exception:
            if not answer.is_given:
                _log.exception("a request failed: %s %.200s", scope["method"], scope["path"])
                await answer.instead(500, "Something went wrong on the server that nobody expected. Nothing was changed; it has been noted.")


class _Answer:
    """What goes out, with its headers. Once something else was said instead, nothing follows."""

    def __init__(self, send: Send) -> None:
        self._send = send
        self.is_given = self._is_closed = False

    async def send(self, message: Message) -> None:
        if self._is_closed:
            return
        if message["type"] == "http.response.start":
            self.is_given = True
            headers = MutableHeaders(scope=message)
            for name, value in _HEADERS.items():
                headers[name] = value
            headers.setdefault("Cache-Control", "no-store")
        await self._send(message)

    async def instead(self, status: int, sentence: str) -> None:
        """Answers with a sentence."""
        body = json.dumps({"detail": sentence, "clash": False}).encode()
        headers = [(b"content-type", b"application/json"), (b"content-length", str(len(body)).encode())]
        await self.send({"type": "http.response.start", "status": status, "headers": headers})
        await self.send({"type": "http.response.body", "body": body})
        self._is_closed = True


class _Body:
    """What comes in, counted; at what is too long it ends."""

    def __init__(self, receive: Receive, most: int, answer: _Answer) -> None:
        self._receive, self._most, self._answer = receive, most, answer
        self._count = 0

    async def receive(self) -> Message:
        message = await self._receive()
        if message["type"] == "http.request":
            self._count += len(message.get("body", b""))
            if self._count > self._most:
                if not self._answer.is_given:
                    await self._answer.instead(413, _too_long(self._most))
                return {"type": "http.disconnect"}
        return message


def _refusal(scope: Scope) -> tuple[int, str] | None:
    """Why a request is not taken: pages of other sites must not reach the worksheets through the student's browser, and sizes have limits."""
    headers = Headers(scope=scope)
    host, origin = _LOCAL.fullmatch(headers.get("host", "")), headers.get("origin")
    if host is None or (origin is not None and not _is_same_place(origin, host[1])):
        return 403, "Upper Slate answers only on this machine."
    if len(scope["path"]) > MAX_PATH or "\0" in scope["path"]:
        return 404, "There is nothing at this address."
    most = _most(scope)
    announced = headers.get("content-length", "0")
    if not announced.isascii() or not announced.isdigit() or int(announced[:12]) > most:
        return 413, _too_long(most)
    return None


def _is_same_place(origin: str, port: str | None) -> bool:
    """Whether an origin is this machine, and the port that was asked."""
    scheme, _, rest = origin.partition("://")
    found = _LOCAL.fullmatch(rest)
    return scheme == "http" and found is not None and (found[1] or "80") == (port or "80")


def _most(scope: Scope) -> int:
    return MAX_IMPORT if scope.get("method") == "POST" and scope["path"] in ("/api/worksheets", "/api/import") else MAX_REQUEST


def _too_long(most: int) -> str:
    return f"This is too long: at most {most // 1_000_000} MB are taken at once."
