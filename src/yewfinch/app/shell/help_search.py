"""Which page of the help helps with a sentence: the one that shares the rarest words with it."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass
from math import log

#: Words begin alike if so many letters do: 'landmark' and 'landmarks', in whatever language.
_BEGIN = 6
#: A page has to share so many words that are on no more than a part of the pages, and weigh so much in all.
_SHARED, _PART, _LEAST = 2, 0.4, 3.2
#: How soon a word that is said often counts no more, and how much the length of a page counts (usual values).
_K, _B = 1.2, 0.75
_WORD = re.compile(r"[^\W\d_]{4,}")


@dataclass(frozen=True)
class Help:
    """A page of the help and the word on it to look for."""

    title: str
    word: str


class HelpSearch:
    """Finds pages by sentences (Okapi BM25; Robertson & Zaragoza 2009, "The probabilistic relevance framework").

    Parameters
    ----------
    pages : mapping of title to text
    """

    def __init__(self, pages: Mapping[str, str]) -> None:
        self._said = {title: Counter(w[:_BEGIN] for w in _words(text)) for title, text in pages.items()}
        self._long = {title: sum(said.values()) for title, said in self._said.items()}
        self._middle = sum(self._long.values()) / max(len(pages), 1)
        on = Counter(begin for said in self._said.values() for begin in said)
        some = _PART * len(pages)
        self._rare = {b: log(1.0 + (len(pages) - n + 0.5) / (n + 0.5)) for b, n in on.items() if n <= some}

    def page_for(self, sentence: str) -> Help | None:
        """The page that helps with a sentence; None if none is about it."""
        words = list(dict.fromkeys(w[:_BEGIN] for w in _words(sentence)))
        best, most = None, _LEAST
        for title, said in self._said.items():
            weights = {b: self._weight(title, said[b]) * self._rare[b] for b in words if b in said and b in self._rare}
            if len(weights) >= _SHARED and sum(weights.values()) > most:
                best, most = Help(title, max(weights, key=weights.__getitem__)), sum(weights.values())
        return best

    def _weight(self, title: str, count: int) -> float:
        return count * (_K + 1.0) / (count + _K * (1.0 - _B + _B * self._long[title] / self._middle))


def _words(text: str) -> list[str]:
    return [w.lower() for w in _WORD.findall(text)]
