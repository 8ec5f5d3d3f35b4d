"""A graph as a PDF picture: one page as large as the drawing, its face within."""

from __future__ import annotations

import io
from pathlib import Path
from typing import Final

import reportlab
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from ...core.line.result import GraphResult
from .drawing import BOTTOM, HEIGHT, LEFT, RIGHT, TOP, WIDTH, Dot, Label, Shape, Stroke, drawn

#: The face that comes with the library; it has the signs of our marks (−, π, °).
_FACE: Final = "Vera"
pdfmetrics.registerFont(TTFont(_FACE, Path(reportlab.__file__).parent / "fonts" / "Vera.ttf"))
pdfmetrics.registerFont(TTFont(f"{_FACE}-Italic", Path(reportlab.__file__).parent / "fonts" / "VeraIt.ttf"))


def plot_pdf(graph: GraphResult) -> bytes:
    """The drawing, the same bytes each time."""
    held = io.BytesIO()
    canvas = Canvas(held, pagesize=(WIDTH, HEIGHT), invariant=1)
    canvas.setTitle("; ".join(curve["label"]["text"] for curve in graph["curves"]))
    canvas.setLineJoin(1)
    for shape in drawn(graph):
        _draw(canvas, shape)
    canvas.showPage()
    canvas.save()
    return held.getvalue()


def _draw(canvas: Canvas, shape: Shape) -> None:
    """PDF counts y upwards."""
    match shape:
        case Stroke():
            canvas.saveState()
            if shape.clipped:
                window = canvas.beginPath()
                window.rect(LEFT, BOTTOM, WIDTH - LEFT - RIGHT, HEIGHT - TOP - BOTTOM)
                canvas.clipPath(window, stroke=0, fill=0)
            canvas.setStrokeColor(shape.colour)
            canvas.setLineWidth(shape.width)
            canvas.setDash(list(shape.dash))
            path = canvas.beginPath()
            (x, y), *rest = shape.points
            path.moveTo(x, HEIGHT - y)
            for x, y in rest:
                path.lineTo(x, HEIGHT - y)
            canvas.drawPath(path, stroke=1, fill=0)
            canvas.restoreState()
        case Dot():
            canvas.setFillColor(shape.fill)
            canvas.setStrokeColor(shape.edge or shape.fill)
            canvas.setLineWidth(1.4)
            canvas.circle(shape.x, HEIGHT - shape.y, shape.radius, stroke=int(bool(shape.edge)), fill=1)
        case Label():
            canvas.setFillColor(shape.colour)
            canvas.setFont(f"{_FACE}-Italic" if shape.is_letter else _FACE, 13 if shape.is_letter else 10.5)
            write = {"start": canvas.drawString, "middle": canvas.drawCentredString, "end": canvas.drawRightString}[shape.anchor]
            write(shape.x, HEIGHT - shape.y, shape.text)
