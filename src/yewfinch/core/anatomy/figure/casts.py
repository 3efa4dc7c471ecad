"""The casts of the base heads: which plain head a person is bent from, and what dials, sex and age do to it.

Portraits remember the cast that they were begun with, so that old ones are steered as they were.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.anatomy.head import head_dials, kinds
from yewfinch.core.anatomy.head.first_cast import first_kinds
from yewfinch.core.anatomy.head.first_cast.first_dials import first_shapes
from yewfinch.core.anatomy.head.first_cast.first_positions import first_positions
from yewfinch.core.anatomy.head.first_cast.first_relief import first_relief
from yewfinch.core.anatomy.head.head_dials import Out
from yewfinch.core.anatomy.head.head_measures import Steered, youth
from yewfinch.core.anatomy.head.neck import FADES
from yewfinch.core.anatomy.head.relief import relief
from yewfinch.core.anatomy.lore.profile import PROFILE, Above, Behind
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.shared.arrays import DoubleArray

Three = tuple[float, float, float]

#: Means of heights one below the other add up to so little more than the whole that lips could not stand out before
#: the line from nose to chin; these may be missed by more, as parts of what others may.
_LOOSE = {"fissure": 4.0, "upper_lip": 3.0, "lower_face": 2.0, "mandible": 3.0, "upper_face": 1.4, "face_height": 2.0}
#: How far some dials go together: beyond it thin lips and hollow cheeks fold at the mouth's corners, cheeks without
#: jowls are dented beside the chin, and the nose's root is a pit.
_ENDS = {
    "sag": (0.0, 1.1), "fullness": (-1.0, 3.0), "hollows": (-1.5, 0.85), "lip_upper": (-1.1, 2.2),
    "lip_lower": (-1.1, 2.2), "mouth_corners": (-1.6, 2.0), "jowls": (-0.4, 3.0),
    "bridge": (-1.9, 2.4),
}  # fmt: skip


@dataclass(frozen=True)
class Between:
    """A place of the plain head that goes where two landmarks take it, on the left; its image does on the right.

    Attributes
    ----------
    place : (x, y, z) mm
    start, end : str
        Landmarks, without side.
    share : float
        Of the way of the second one.
    """

    place: Three
    start: str
    end: str
    share: float


#: The lower border of the jaw between chin and angle, where no landmark lies: without these a long or a short chin
#: stands beside a jaw that stays as it is.
_JAW = (Between((22.0, -90.0, 56.0), "gn", "go", 0.35), Between((50.0, -74.0, 38.0), "gn", "go", 0.65))


@dataclass(frozen=True, eq=False)
class Cast:
    """One cast.

    Attributes
    ----------
    positions : callable or None
        Of its plain head at the formed level, (n, 3) float64 mm; that of the generator if None.
    places : mapping of landmark, without side, to (x, y, z) mm
        Where it has them, if not where `landmarks` says.
    shapes : callable
        Displacements by dials.
    dials_of_kind : callable
        Values of dials by sex and age.
    mean : callable
        Means of measures by sex and age.
    youth : callable
        How much of a child there is at an age.
    womanly : callable
        How much of a woman's build there is, by youth.
    build : (x, y, z) of a woman and of a child
        Neck and bust against the plain man's.
    relief : callable
        Fine lines of skin.
    later : tuple of str
        Measures that its mean does not keep to.
    dial_ends : mapping of dial to (least, most)
        How far the sculptor, chance, sex and age turn some dials together; beyond it lips fold.
    profile : tuple of Behind and Above
        What the mean keeps to beside its measures.
    loose : mapping of measure to float
        Those that the mean may miss by more than others.
    drawn_by_sex : bool
        Random persons vary as those of their own sex do, not as both do on average.
    rounded : float
        Fields through landmarks are as round at each of them as a ball of so many mm; 0 leaves them pointed.
    between : tuple of Between
        Places that follow landmarks which lie far apart.
    throat : (float, float)
        How much of the way of the point between chin and neck the throat's two handles go, from above.
    drawn : tuple of str
        Dials that chance turns, in the order in which it does.
    dial_spread : float
        Their standard deviation.
    dial_limits : (float, float)
    turned_less : mapping of dial to float
        Chance turns these by such a part only: they are expressions more than forms.
    sample : callable
        Draws a person's landmarks from how heads vary.
    neck_fades : (float, float)
        How far out the neck's girth is felt, and over how much it fades, mm.
    lip_rings : float
        Over so many rings behind the lips' fullest the dials of the lips fade out.
    """

    positions: Callable[[], DoubleArray] | None
    places: Mapping[str, Three]
    shapes: Callable[[DoubleArray, Out], dict[str, DoubleArray]]
    dials_of_kind: Callable[[float, float], dict[str, float]]
    mean: Callable[[Steered, float, float], float]
    youth: Callable[[float], float]
    womanly: Callable[[float], float]
    build: tuple[Three, Three]
    relief: Callable[[DoubleArray, DoubleArray, float], DoubleArray]
    drawn: tuple[str, ...]
    dial_spread: float
    dial_limits: tuple[float, float]
    turned_less: Mapping[str, float] = field(default_factory=dict)
    sample: Callable[[Spread, np.random.Generator], dict[str, DoubleArray]] = Spread.sample
    neck_fades: tuple[float, float] = FADES
    lip_rings: float = 3.5
    later: tuple[str, ...] = ()
    dial_ends: Mapping[str, tuple[float, float]] = field(default_factory=dict)
    profile: tuple[Behind | Above, ...] = ()
    loose: Mapping[str, float] = field(default_factory=dict)
    drawn_by_sex: bool = False
    rounded: float = 0.0
    between: tuple[Between, ...] = ()
    throat: tuple[float, float] = (0.0, 0.0)


#: All casts by number.
CASTS: dict[int, Cast] = {
    1: Cast(
        first_positions,
        first_kinds.PLACES,
        first_shapes,
        first_kinds.first_dials_of_kind,
        first_kinds.first_mean,
        first_kinds.first_youth,
        lambda young: 1.0,
        (first_kinds.BUILD_WOMAN, first_kinds.BUILD_CHILD),
        first_relief,
        first_kinds.DRAWN,
        0.45,
        (-1.0, 1.0),
        sample=Spread.sample_by_axes,
        neck_fades=(90.0, 30.0),
        lip_rings=1.5,
        later=first_kinds.LATER,
    ),
    2: Cast(
        None,
        {},
        head_dials.shapes,
        kinds.dials_of_kind,
        Steered.mean,
        youth,
        lambda young: 1.0 - min(young, 1.0),
        (kinds.BUILD_WOMAN, kinds.BUILD_CHILD),
        relief,
        tuple(d.key for d in head_dials.DIALS),
        0.6,
        (-1.4, 1.4),
        turned_less={"mouth_corners": 0.3, "jowls": 0.6, "fold": 0.6, "brow": 0.8, "bridge": 0.8},
        dial_ends=_ENDS,
        profile=PROFILE,
        loose=_LOOSE,
        drawn_by_sex=True,
    ),
}
# Round where landmarks are, and a jaw in one piece.
CASTS[3] = replace(CASTS[2], rounded=6.0, between=_JAW, throat=(0.7, 0.35))
#: The one that new heads are of.
LATEST = max(CASTS)
