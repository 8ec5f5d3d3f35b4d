"""The application: routers, one place where errors become answers, and the built interface."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import FileResponse, JSONResponse, Response
from fastapi.staticfiles import StaticFiles
from starlette.exceptions import HTTPException

from .. import __version__
from ..desk.office import Office
from ..formats.markdown import BadFile
from ..store.refusals import Clash, NotFound, NotStored, Refused
from . import events, files, graphs, handbook, language, preferences, shelf, worksheets
from .guard import Guard

WEB: Path = Path(__file__).resolve().parents[2] / "web" / "dist"


def make_app(office: Office) -> FastAPI:
    """The application on an office."""
    app = FastAPI(title="Upper Slate", version=__version__, openapi_url=None)
    app.state.office = office
    for router in (shelf.router, files.router, worksheets.router, graphs.router, language.router, handbook.router, preferences.router, events.router):
        app.include_router(router, prefix="/api")
    for kind, status in ((NotFound, 404), (Refused, 409), (BadFile, 422), (NotStored, 503)):
        app.add_exception_handler(kind, _answer(status))
    app.add_exception_handler(RequestValidationError, _unreadable)
    app.add_exception_handler(HTTPException, _elsewhere)
    app.add_middleware(Guard)
    if WEB.is_dir():
        app.mount("/assets", _Assets(directory=WEB / "assets"), name="assets")
        pages = {file.name: file for file in WEB.iterdir() if file.is_file()}

        @app.get("/{path:path}", include_in_schema=False)
        def page(path: str) -> FileResponse:
            if path == "api" or path.startswith("api/"):
                raise HTTPException(404)
            return FileResponse(pages.get(path, WEB / "index.html"))

    return app


class _Assets(StaticFiles):
    """Files whose names change with their contents: a browser never needs to ask for one again."""

    def file_response(self, *args: Any, **kwargs: Any) -> Response:
        response = super().file_response(*args, **kwargs)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


def _elsewhere(_request: Request, error: Exception) -> JSONResponse:
    """An address or a way of asking that there is not."""
    assert isinstance(error, HTTPException)
    sentences = {404: "There is nothing at this address.", 405: "This address cannot be asked in this way.", 422: error.detail}
    return JSONResponse({"detail": sentences.get(error.status_code, "This request cannot be read."), "clash": False}, status_code=error.status_code)


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
