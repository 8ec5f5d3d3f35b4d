"""How a sentence is written here."""

from __future__ import annotations

import re
from typing import Final

from .arithmetic import ARITHMETIC
from .equations import EQUATIONS
from .functions import FUNCTIONS
from .points import POINTS
from .statements import STATEMENTS

#: What says most about a line first: the last of the points and the statements take nearly any line.
_SENTENCES: Final = (*EQUATIONS, *FUNCTIONS, *ARITHMETIC, *STATEMENTS, *POINTS)
#: Longer texts are none of these sentences.
_MOST: Final = 200


def written_here(line: str) -> list[str]:
    """The lines that a sentence may be written as here, several with line breaks between them, the most likely first; none for any other text."""
    if len(line) > _MOST:
        return []
    text = re.sub(r"\?+$|(?<!\.)\.$", "", " ".join(line.split())).strip()
    matches = ((found, write) for pattern, write in _SENTENCES if (found := pattern.fullmatch(text)))
    return list(dict.fromkeys(written for found, write in matches if (written := write(found)) is not None))
