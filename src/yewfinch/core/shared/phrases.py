"""Sentences that can be said in another language: a template with numbered places, and the values that go there.

A phrase is the English sentence itself, and remembers what it was made of. Whoever shows it may look the template up
in the user's language and fill the same values in; here nothing of that is known.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any


class Phrase(str):
    """An English sentence made of a template and values.

    Attributes
    ----------
    template : str
        With places such as `{0}` or `{1:.1f}`, numbered as the values are.
    values : tuple
        Plain text among them may be a word of ours or a name of the user's.
    number : int or None
        What the sentence counts, for the plural forms of other languages; its template is that of many then.
    """

    template: str
    values: tuple[Any, ...]
    number: int | None

    def __new__(cls, template: str, *values: Any) -> Phrase:  # noqa: D102 - see the class
        made = super().__new__(cls, template.format(*values))
        made.template, made.values, made.number = template, values, None
        return made

    def __add__(self, other: str) -> Phrase:
        return Phrase("{0}{1}", self, other)

    def __radd__(self, other: str) -> Phrase:
        return Phrase("{0}{1}", other, self)

    def __reduce__(self) -> tuple[Any, ...]:
        return _again, (str(self), self.template, self.values, self.number)

    def strip(self, chars: str | None = None) -> str:
        """Without space at its ends, which a phrase rarely has."""
        return self if super().strip(chars) == self else super().strip(chars)


def _again(text: str, template: str, values: tuple[Any, ...], count: int | None) -> Phrase:
    made = str.__new__(Phrase, text)
    made.template, made.values, made.number = template, values, count
    return made


def phrase(template: str, *values: Any) -> str:
    """A sentence by its template and the values of its numbered places.

    Parameters
    ----------
    template : str
        English, as for `str.format`.
    *values
        Numbers, text, or other phrases.

    Returns
    -------
    str
        A `Phrase`.
    """
    return Phrase(template, *values)


def counted(one: str, many: str, count: int, *values: Any) -> str:
    """A sentence about one thing or several.

    Parameters
    ----------
    one, many : str
        Templates in English; place 0 is the count.
    count : int
    *values
        Of the places from 1 on.

    Returns
    -------
    str
        A `Phrase`; its template is `many`, which other languages have plural forms of.
    """
    made = Phrase(one if count == 1 else many, count, *values)
    made.template, made.number = many, count
    return made


def in_a_row(separator: str, parts: Iterable[str]) -> str:
    """Texts one after the other with something between, each of which can be said in another language."""
    all_ = list(parts)
    if not all_:
        return ""
    places = separator.replace("{", "{{").replace("}", "}}").join(f"{{{i}}}" for i in range(len(all_)))
    return Phrase(places, *all_)
