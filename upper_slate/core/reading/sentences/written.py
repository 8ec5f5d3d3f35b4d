"""How a sentence is written here."""

from __future__ import annotations

import re
from typing import Final

from .arithmetic import ARITHMETIC
from .equations import EQUATIONS
from .functions import FUNCTIONS
from .points import POINTS
from .shapes import SHAPES
from .spoken import without_words
from .statements import STATEMENTS

#: What says most about a line first: the last of the points and the statements take nearly any line.
_SENTENCES: Final = (*EQUATIONS, *FUNCTIONS, *SHAPES, *ARITHMETIC, *STATEMENTS, *POINTS)
#: Longer texts are none of these sentences.
_MOST: Final = 200


def written_here(line: str) -> list[str]:
    """The lines that a sentence may be written as here, several with line breaks between them, the most likely first; none for any other text."""
    if len(line) > _MOST:
        return []
    return _sentences(_plain(line))


def said_with_signs(line: str) -> list[str]:
    """The same for a line whose words are signs, or stand around what is asked: `please solve 2x plus 3 equals 7`."""
    if len(line) > _MOST:
        return []
    return list(dict.fromkeys(written for said in without_words(_plain(line)) for written in (*_sentences(said), said)))


def _plain(line: str) -> str:
    """The words of a line with single spaces, without the stop or question mark at its end."""
    return re.sub(r"\?+$|(?<!\.)\.$", "", " ".join(line.split())).strip()


def _sentences(text: str) -> list[str]:
    matches = ((found, write) for pattern, write in _SENTENCES if (found := pattern.fullmatch(text)))
    return list(dict.fromkeys(written for found, write in matches if (written := write(found)) is not None))
