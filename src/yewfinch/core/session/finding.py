"""Which of many named things a few typed letters mean."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from rapidfuzz import fuzz, process, utils

from yewfinch.core.shared.phrases import phrase

#: A thing is shown from this score on; 100 would be its very name.
ENOUGH = 62.0
#: How much of a score counts that is for the words about a thing, and what is added for one that was used lately.
_ABOUT, _LATELY = 0.72, 9.0


@dataclass(frozen=True)
class Thing:
    """Something that can be found.

    Attributes
    ----------
    kind : str
        What it is: a tool, a panel, a command and the like.
    title : str
    about : str
        A sentence about it.
    keys : str
        Its shortcut.
    """

    kind: str
    title: str
    about: str = ""
    keys: str = ""

    @property
    def name(self) -> str:
        """What it is remembered by."""
        return phrase("{0}: {1}", self.kind, self.title)


def ranked(things: Sequence[Thing], typed: str, lately: Sequence[str] = (), most: int = 12) -> list[int]:
    """Rows of the things that are meant, the likeliest first.

    A shortcut is found by itself, a title by its beginning, by the beginnings of its words, by a part, and with
    letters that are wrong or lacking; the sentence about a thing counts less.

    Parameters
    ----------
    things : sequence of Thing
    typed : str
        Nothing typed gives what was used lately.
    lately : sequence of str
        Names of things, the latest first.
    most : int
        So many rows at most.

    Returns
    -------
    list of int

    References
    ----------
    Levenshtein 1966 for letters that are wrong, as the library rapidfuzz has it.
    """
    recent = {name: i for i, name in enumerate(lately)}
    text = utils.default_process(typed)
    if not typed.strip():
        rows = [i for i, t in enumerate(things) if t.name in recent]
        return sorted(rows, key=lambda i: recent[things[i].name])[:most]
    titles = [utils.default_process(t.title) for t in things]
    near = process.cdist([text], titles, scorer=fuzz.WRatio)[0] if text else [0.0] * len(things)
    scores = []
    for i, thing in enumerate(things):
        score = 0.9 * float(near[i]) if len(text) > 2 else 0.0
        words = titles[i].split()
        if thing.keys and thing.keys.lower().replace(" ", "") == typed.lower().replace(" ", ""):
            score = 130.0
        elif not text:
            score = 0.0
        elif titles[i] == text:
            score = 125.0
        elif titles[i].startswith(text):
            score = 115.0
        elif any(w.startswith(text) for w in words):
            score = 105.0
        elif all(any(w.startswith(part) for w in words) for part in text.split()):
            score = 102.0
        elif text in titles[i]:
            score = 96.0
        elif len(text) > 2:
            score = max(score, _ABOUT * float(fuzz.partial_ratio(text, utils.default_process(thing.about))))
        if thing.name in recent and score > 0.0:
            score += _LATELY * (1.0 - recent[thing.name] / (len(recent) + 1))
        scores.append(score - 0.02 * len(thing.title))
    rows = [i for i, s in enumerate(scores) if s >= ENOUGH]
    return sorted(rows, key=lambda i: -scores[i])[:most]
