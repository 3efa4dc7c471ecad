"""Lengths in the unit that the user chose, wherever a sentence or a number box tells one.

Everything is worked out and kept in millimetres of the sitter. Only what is shown or typed is in another unit:
sentences are templates with values, so that a value that stands before 'mm' can be converted where it is shown.
Files, sheets and the command line stay in millimetres.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Any


@dataclass(frozen=True)
class Unit:
    """A unit of length.

    Attributes
    ----------
    title : str
        As the settings call it.
    symbol : str
        As it stands after a number.
    mm : float
        Millimetres in one of it.
    more : int
        Decimals that it takes beyond those of millimetres, to tell as small a length.
    """

    title: str
    symbol: str
    mm: float
    more: int


#: The units that lengths can be shown in. An inch is 25.4 mm (international yard and pound agreement of 1959).
UNITS: dict[str, Unit] = {
    "mm": Unit("millimetres", "mm", 1.0, 0),
    "cm": Unit("centimetres", "cm", 10.0, 1),
    "in": Unit("inches", "in", 25.4, 2),
}

#: A number or a place for one, with its sign.
_ONE = r"(?:[±+-]?\{\d+(?::[^{}]*)?\}|(?<![\w.])[+-]?\d+(?:[.,]\d+)?)"
#: What may stand between numbers that share the unit behind the last of them.
_BETWEEN = r"(?:\s*(?:[x×±·–-]|to|and|or|bis|und|oder)\s*|\s±|\s\(|,\s[yz]\s)"
_LENGTHS = re.compile(rf"(?P<numbers>{_ONE}(?:{_BETWEEN}{_ONE})*\)?)(?P<gap>\s*)(?P<unit>mm²|cm²|cm³|mm\b)")
_PLACE = re.compile(r"\{(?P<at>\d+)(?::(?P<form>[^{}]*))?\}|(?P<plain>\d+(?:[.,]\d+)?)")
#: Lenses are told in millimetres everywhere in the world.
_LENS = re.compile(r"\blens|focal|35 mm|36 x 24|objektiv|brennweite", re.IGNORECASE)
#: How a text of one word that names the unit is written, so that headings follow.
NAME = "mm"


@dataclass(frozen=True)
class Converted:
    """A template in another unit.

    Attributes
    ----------
    template : str
        Its places from the first template's values on are for converted ones.
    values : tuple of (int, float)
        Of each converted one: which value it is made of, and by what that is divided.
    """

    template: str
    values: tuple[tuple[int, float], ...]

    def filled(self, values: tuple[Any, ...]) -> tuple[Any, ...]:
        """The values with the converted ones behind them; what is no number stays as it is."""
        return (*values, *(Word(v) if isinstance(v := values[i], str) else v / by for i, by in self.values))


class Word(str):
    """Text in the place of a number, whose form does not apply to it."""

    def __format__(self, form: str) -> str:
        return str(self)


@lru_cache(4096)
def converted(template: str, count: int, unit: str) -> Converted:
    """A sentence's template with all lengths in another unit.

    Parameters
    ----------
    template : str
        As for `str.format`, in any language of the bench; lengths are numbers before 'mm' (areas before 'mm²' or
        'cm²', volumes before 'cm³').
    count : int
        How many values it has.
    unit : str
        One of `UNITS`.

    Returns
    -------
    Converted
        Its places in the template are numbered from `count` on.
    """
    to = UNITS[unit]
    if unit == "mm" or _LENS.search(template):
        return Converted(template, ())
    values: list[tuple[int, float]] = []

    def run(found: re.Match[str]) -> str:
        power = {"²": 2, "³": 3}.get(found["unit"][-1], 1)
        by = (to.mm / (10.0 if found["unit"][0] == "c" else 1.0)) ** power
        more = to.more - (1 if found["unit"][0] == "c" else 0)

        def one(place: re.Match[str]) -> str:
            if place["plain"]:
                mark = "," if "," in place["plain"] else "."
                value = float(place["plain"].replace(",", ".")) / by
                return f"{value:.2g}".replace(".", mark) if value < 10 else f"{value:.0f}"
            values.append((int(place["at"]), by))
            return f"{{{count + len(values) - 1}:{finer(place['form'] or 'g', more)}}}"

        numbers = _PLACE.sub(one, found["numbers"])
        return f"{numbers}{found['gap'] or ' '}{to.symbol}{'' if power == 1 else found['unit'][-1]}"

    return Converted(_LENGTHS.sub(run, template), tuple(values))


def finer(form: str, more: int) -> str:
    """A format with more decimals; general ones keep three digits."""
    if form.endswith("f"):
        head, _, digits = form[:-1].partition(".")
        return f"{head}.{max(int(digits or 6) + more, 0)}f"
    sign = "+" if form.startswith("+") else ""
    return f"{sign}.3g"
