"""A graph as SVG."""

from __future__ import annotations

from html import escape

from ...core.line.result import GraphResult
from .drawing import BOTTOM, HEIGHT, LEFT, RIGHT, TOP, WIDTH, Dot, Label, Shape, Stroke, drawn


def plot_svg(graph: GraphResult) -> str:
    """The drawing as one element that says what it shows."""
    names = escape("; ".join(curve["label"]["text"] for curve in graph["curves"]))
    frame = f'<rect x="{LEFT}" y="{TOP}" width="{WIDTH - LEFT - RIGHT}" height="{HEIGHT - TOP - BOTTOM}"/>'
    head = f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH:g} {HEIGHT:g}" role="img" aria-label="Graph of {names}" fill="none" stroke-linejoin="round">'
    return f'{head}<defs><clipPath id="window">{frame}</clipPath></defs>{"".join(map(_element, drawn(graph)))}</svg>'


def _element(shape: Shape) -> str:
    match shape:
        case Stroke(points=points):
            path = "L".join(f"{x:.2f} {y:.2f}" for x, y in points)
            dash = f' stroke-dasharray="{dashes(shape.dash)}"' if shape.dash else ""
            clip = ' clip-path="url(#window)"' if shape.clipped else ""
            return f'<path d="M{path}" stroke="{shape.colour}" stroke-width="{shape.width:g}"{dash}{clip}/>'
        case Dot():
            edge = f' stroke="{shape.edge}" stroke-width="1.4"' if shape.edge else ""
            return f'<circle cx="{shape.x:.2f}" cy="{shape.y:.2f}" r="{shape.radius:g}" fill="{shape.fill}"{edge}/>'
        case Label():
            name = "letter" if shape.is_letter else "mark"  # styles of a page go before these, which a picture alone needs
            look = f'fill="{shape.colour}" font-family="sans-serif" font-size="{15 if shape.is_letter else 12}"'
            return f'<text x="{shape.x:.2f}" y="{shape.y:.2f}" text-anchor="{shape.anchor}" class="{name}" {look}>{escape(shape.text)}</text>'


def dashes(dash: tuple[float, ...]) -> str:
    """Lengths of strokes and gaps as SVG writes them."""
    return " ".join(f"{length:g}" for length in dash)
