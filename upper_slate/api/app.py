"""The application: routers, one place where errors become answers, and the built interface."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import FileResponse, JSONResponse, Response
from fastapi.staticfiles import StaticFiles

from .. import __version__
from ..desk.office import Office
from ..formats.markdown import BadFile
from ..store.operations import Clash, Refused
from ..store.worksheets import NotFound
from . import events, graphs, language, worksheets

WEB: Path = Path(__file__).resolve().parents[2] / "web" / "dist"


def make_app(office: Office) -> FastAPI:
    """The application on an office."""
    app = FastAPI(title="Upper Slate", version=__version__, docs_url=None, redoc_url=None)
    app.state.office = office
    for router in (worksheets.router, graphs.router, language.router, events.router):
        app.include_router(router, prefix="/api")
    for kind, status in ((NotFound, 404), (Refused, 409), (BadFile, 422)):
        app.add_exception_handler(kind, _answer(status))
    app.add_exception_handler(RequestValidationError, _unreadable)
    app.middleware("http")(_only_this_machine)
    if WEB.is_dir():
        app.mount("/assets", _Assets(directory=WEB / "assets"), name="assets")

        @app.get("/{path:path}", include_in_schema=False)
        def page(path: str) -> FileResponse:
            file = (WEB / path).resolve()
            inside = path and file.is_file() and file.is_relative_to(WEB)
            return FileResponse(file if inside else WEB / "index.html")

    return app


class _Assets(StaticFiles):
    """Files whose names change with their contents: a browser never needs to ask for one again."""

    def file_response(self, *args: Any, **kwargs: Any) -> Response:
        response = super().file_response(*args, **kwargs)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


def _answer(status: int):  # type: ignore[no-untyped-def]
    def handler(_request: Request, error: Exception) -> JSONResponse:
        return JSONResponse({"detail": str(error), "clash": isinstance(error, Clash)}, status_code=status)

    return handler


def _unreadable(_request: Request, error: Exception) -> JSONResponse:
    """What does not fit the schema, without what was sent: that may be no JSON (NaN)."""
    assert isinstance(error, RequestValidationError)
    found = error.errors()[0]
    place = ".".join(str(part) for part in found["loc"][1:])
    return JSONResponse({"detail": f"This request cannot be read: {place}: {found['msg']}.", "clash": False}, status_code=422)


async def _only_this_machine(request: Request, call_next) -> Response:  # type: ignore[no-untyped-def]
    """Pages of other sites must not reach the worksheets through the student's browser: only local names are answered."""
    host = request.headers.get("host", "").rsplit(":", 1)[0]
    origin = request.headers.get("origin")
    local = {"127.0.0.1", "localhost", "[::1]", "testserver"}
    if host not in local or (origin and origin.split("://")[-1].rsplit(":", 1)[0] not in local):
        return JSONResponse({"detail": "Upper Slate answers only on this machine."}, status_code=403)
    response: Response = await call_next(request)
    response.headers["X-Content-Type-Options"] = "nosniff"
    response.headers["Content-Security-Policy"] = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:"
    return response
