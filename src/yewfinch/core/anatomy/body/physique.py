"""How a person's body is built, as a small frozen recipe beside `person.Person`."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.anatomy.body.body_dials import DIALS
from yewfinch.core.anatomy.body.body_measures import MEASURES
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Furthest a dial goes either way.
FURTHEST = 2.0
#: Statures on offer as multiples of the head's height, and what they are called.
HEADS: dict[float, str] = {7.5: "7.5 heads", 8.0: "8 heads", 8.5: "8.5 heads, heroic"}


@dataclass(frozen=True)
class Physique:
    """A body's build.

    Attributes
    ----------
    dials : mapping of dial key to value
        0 is ordinary, 1 clearly more.
    measures : mapping of measure key to mm
        What is fixed; the others follow from the stature.
    heads : float
        The stature as a multiple of the head's height; 0: by measure, or the mean of sex and age.
    """

    dials: Mapping[str, float] = field(default_factory=dict)
    measures: Mapping[str, float] = field(default_factory=dict)
    heads: float = 0.0

    def with_dial(self, key: str, value: float) -> Physique:
        """The same with one dial turned."""
        dials = {k: v for k, v in self.dials.items() if k != key}
        if value:
            dials[key] = float(np.clip(value, -FURTHEST, FURTHEST))
        return replace(self, dials=dials)

    def with_measure(self, key: str, value: float | None) -> Physique:
        """The same with one measure fixed, or freed again; a stature replaces the head count."""
        measures = {k: v for k, v in self.measures.items() if k != key}
        if value is not None:
            measures[key] = float(value)
        return replace(self, measures=measures, heads=0.0 if key == "stature" else self.heads)

    def with_heads(self, heads: float) -> Physique:
        """The same with the stature as a number of heads; it replaces a fixed stature."""
        return replace(self, measures={k: v for k, v in self.measures.items() if k != "stature"}, heads=heads)


def checked(physique: Physique) -> Physique:
    """The same physique, if every value makes sense.

    Raises
    ------
    YewfinchError
        Naming the value that does not.
    """
    known = {d.key for d in DIALS}
    for key, value in physique.dials.items():
        if key not in known or not np.isfinite(value) or abs(value) > FURTHEST:
            raise YewfinchError(phrase("The body's dial '{0}' cannot stand at {1}.", key, value))
    for key, value in physique.measures.items():
        if key not in MEASURES or not np.isfinite(value) or not MEASURES[key].low <= value <= MEASURES[key].high:
            raise YewfinchError(phrase("The body's measure '{0}' cannot be {1} mm.", key, value))
    if physique.heads and not (np.isfinite(physique.heads) and 3.0 <= physique.heads <= 12.0):
        raise YewfinchError(phrase("A figure of {0} heads cannot be made; choose 3 to 12.", physique.heads))
    return physique
