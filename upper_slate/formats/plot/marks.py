"""Round places of an axis, with their labels."""

from __future__ import annotations

import math


def marks(low: float, high: float, count: int, axis: str) -> list[tuple[float, str]]:
    """Round places of an axis, about so many, with their labels: multiples of π or of degrees where the axis has these."""
    unit = math.pi if axis == "pi" else 1.0
    rough = (high - low) / unit / count
    steps = (1 / 12, 1 / 6, 1 / 4, 1 / 2, 1, 2, 4) if axis == "pi" else (1, 2, 5, 15, 30, 45, 90, 180, 360) if axis == "degrees" else ()
    step = next((s for s in steps if s >= rough * 0.95), None) or _round_step(rough)
    first, last = math.ceil(low / unit / step - 1e-9), math.floor(high / unit / step + 1e-9)
    return [(k * step * unit, _label(k * step, step, axis)) for k in range(first, last + 1)]


def _round_step(rough: float) -> float:
    power = 10.0 ** math.floor(math.log10(rough))
    return next((lead * power for lead in (1, 2, 5) if lead * power >= rough * 0.95), 10 * power)


def _label(value: float, step: float, axis: str) -> str:
    sign = "−" if value < 0 else ""
    if axis == "pi":
        over = next((d for d in (1, 2, 3, 4, 6, 12) if abs(value * d - round(value * d)) < 1e-6), 0)
        times = abs(round(value * over)) if over else 0
        if over:
            return "0" if not times else f"{sign}{'' if times == 1 else times}π{f'/{over}' if over > 1 else ''}"
    digits = max(0, 2 - math.floor(math.log10(step)))
    size = abs(value)
    text = f"{size:.2e}" if size >= 1e6 or 0 < size < 1e-4 else f"{size:.{digits}f}".rstrip("0").rstrip(".") if digits else f"{size:.0f}"
    return ("" if text == "0" else sign) + text + ("°" if axis == "degrees" else "")
