"""What is known about one word of the language."""

from __future__ import annotations

from dataclasses import dataclass

from .forms import Form


@dataclass(frozen=True)
class Entry:
    """A constant, function or request.

    `pattern` is how it is written, with `{…}` round each gap to fill; `sample` is LaTeX that shows it typeset;
    `meaning` says in a few words what it stands for; `aims` are words by which a student looks for it.
    `arity` is the least and the greatest number of arguments of a function; None for a list of any length.
    `angle` says what an angle convention does to it: "takes" an angle, "gives" one, or neither.
    """

    name: str
    kind: str
    pattern: str
    sample: str
    meaning: str
    arity: tuple[int, int | None] | None = None
    aliases: tuple[str, ...] = ()
    aims: tuple[str, ...] = ()
    angle: str | None = None
    latex: str | None = None
    #: how a request is written, which reading and writing go by (see `forms`), and the other ways in which people say it
    form: Form | None = None
    said: tuple[Form, ...] = ()
    #: letters that the answer to a request may bring in: the first that means nothing is taken
    chooses: tuple[str, ...] = ()
    #: the words in which a clipped name is written; it is not offered
    in_words: str = ""

    @property
    def written(self) -> str:
        """The pattern without the marks of its gaps, as an error message shows it."""
        return self.pattern.replace("{", "").replace("}", "")

    @property
    def also_said(self) -> list[str]:
        """The other words for a request, by which it is looked for."""
        return list(dict.fromkeys(" ".join(form.opening) for form in self.said if form.opening and form.opening[0].isalpha()))
