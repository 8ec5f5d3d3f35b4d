"""Lengths, areas and volumes of plain shapes."""

from __future__ import annotations

from typing import Final

from .pattern import Sentence, filled, sentence

_ROUND: Final = r"(?:a |the )?(?:circle|sphere)(?: with| of)?(?: a)? radius(?: of)? (\S+)"
_TALL: Final = r"(?:with |of )?(?:a )?(?:base )?radius(?: of)? (\S+?),?(?: and)? height(?: of)? (\S+)"
_SIDES: Final = r"(?:with |of )?(?:sides? |length )?(\S+?),? (?:and|by|x)(?: width)? (\S+)"

SHAPES: Final[tuple[Sentence, ...]] = (
    sentence(r"(?:the )?area of " + _ROUND.replace("|sphere", ""), filled("pi*{0}^2")),
    sentence(r"(?:the )?(?:circumference|perimeter) of " + _ROUND.replace("|sphere", ""), filled("2*pi*{0}")),
    sentence(r"(?:the )?volume of " + _ROUND.replace("circle|", ""), filled("4/3*pi*{0}^3")),
    sentence(r"(?:the )?surface(?: area)? of " + _ROUND.replace("circle|", ""), filled("4*pi*{0}^2")),
    sentence(rf"(?:the )?volume of (?:a |the )?cylinder {_TALL}", filled("pi*{0}^2*{1}")),
    sentence(rf"(?:the )?volume of (?:a |the )?cone {_TALL}", filled("1/3*pi*{0}^2*{1}")),
    sentence(rf"(?:the )?area of (?:a |the )?rectangle {_SIDES}", filled("{0}*{1}")),
    sentence(rf"(?:the )?perimeter of (?:a |the )?rectangle {_SIDES}", filled("2*({0} + {1})")),
    sentence(r"(?:the )?area of (?:a |the )?triangle (?:with |of )?base(?: of)? (\S+?),?(?: and)? height(?: of)? (\S+)", filled("1/2*{0}*{1}")),
    sentence(r"(?:the )?hypotenuse (?:of|with)(?: legs?| sides?)? (\S+?),? (?:and )?(\S+)", filled("sqrt({0}^2 + {1}^2)")),
)
