"""A person to start from: who the base head is to be, as a small frozen recipe."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.figure.casts import CASTS, LATEST
from yewfinch.core.anatomy.head.head_measures import SETTABLE
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Years on offer.
YOUNGEST, OLDEST = 3.0, 90.0
#: Furthest a dial goes either way.
FURTHEST = 2.0

#: The extent of a head with neck and collar.
HEAD_ONLY = "head"

#: Landmark places, mm.
Places = Mapping[str, tuple[float, float, float]]


@dataclass(frozen=True)
class Person:
    """Who the base head is.

    Attributes
    ----------
    sex : float
        From 0, a woman, to 1, a man.
    age : float
        Years.
    dials : mapping of dial key to value
        0 is as others of that sex and age; 1 is clearly more.
    measures : mapping of measure key to mm (or degrees)
        What is fixed; all else follows by the joint spread.
    seed : int
        0: the mean of all; else a person drawn from the joint spread.
    asymmetry : float
        Part of the drawn person's natural asymmetry, 0 to 2; with seed 0, of that of seed 1.
    landmarks : mapping of landmark to (x, y, z) mm
        A sitter's own landmarks in the head's frame; they replace mean and drawn person.
    cast : int
        Which of the base heads is bent into this person, a key of `casts.CASTS`.
    """

    sex: float = 1.0
    age: float = 30.0
    dials: Mapping[str, float] = field(default_factory=dict)
    measures: Mapping[str, float] = field(default_factory=dict)
    seed: int = 0
    asymmetry: float = 0.0
    landmarks: Places = field(default_factory=dict)
    cast: int = LATEST

    def with_dial(self, key: str, value: float) -> Person:
        """The same with one dial turned."""
        dials = {k: v for k, v in self.dials.items() if k != key}
        if value:
            dials[key] = float(np.clip(value, -FURTHEST, FURTHEST))
        return replace(self, dials=dials)

    def with_measure(self, key: str, value: float | None) -> Person:
        """The same with one measure fixed, or freed again."""
        measures = {k: v for k, v in self.measures.items() if k != key}
        if value is not None:
            measures[key] = float(value)
        return replace(self, measures=measures)


@dataclass(frozen=True)
class Figure:
    """What base head or figure a portrait's clay was begun with, as it stands now.

    Attributes
    ----------
    person : Person
    level : int
        Subdivision level.
    crop : str
        How much of the body there is, a key of `EXTENTS`.
    physique : Physique
        How that is built.
    """

    person: Person
    level: int = 2
    crop: str = HEAD_ONLY
    physique: Physique = field(default_factory=Physique)


#: How much of a person there is: key and title.
EXTENTS: dict[str, str] = {HEAD_ONLY: "Head", "bust": "Bust", "half": "Half figure", "full": "Full figure"}


#: Ready-made persons by key: title and recipe.
PRESETS: dict[str, tuple[str, Person]] = {
    "woman": ("Woman", Person(0.0, 30.0)),
    "man": ("Man", Person(1.0, 30.0)),
    "child": ("Child, 8", Person(0.5, 8.0)),
    "old_woman": ("Old woman", Person(0.0, 76.0)),
    "old_man": ("Old man", Person(1.0, 76.0)),
}


def checked(person: Person) -> Person:
    """The same person, if every value makes sense.

    Raises
    ------
    YewfinchError
        Naming the value that does not.
    """
    plain = {
        "sex": (person.sex, 0.0, 1.0),
        "age": (person.age, YOUNGEST, OLDEST),
        "asymmetry": (person.asymmetry, 0.0, 2.0),
    }
    for name, (value, low, high) in plain.items():
        if not (np.isfinite(value) and low <= value <= high):
            raise YewfinchError(
                phrase("The base head's {0} is {1}; it must lie between {2:g} and {3:g}.", name, value, low, high)
            )
    if person.cast not in CASTS:
        raise YewfinchError(
            phrase("There is no cast {0} of the base heads; this version knows {1}.", person.cast, LATEST)
        )
    known = CASTS[person.cast].drawn
    for key, value in person.dials.items():
        if key not in known or not np.isfinite(value) or abs(value) > FURTHEST:
            raise YewfinchError(phrase("The base head's dial '{0}' cannot stand at {1}.", key, value))
    for key, value in person.measures.items():
        if key not in SETTABLE or not np.isfinite(value) or not SETTABLE[key].low <= value <= SETTABLE[key].high:
            raise YewfinchError(phrase("The base head's measure '{0}' cannot be {1}.", key, value))
    for key, place in person.landmarks.items():
        if not np.isfinite(place).all() or np.abs(place).max() > 1000:
            raise YewfinchError(phrase("The base head's landmark '{0}' lies nowhere.", key))
    return person
