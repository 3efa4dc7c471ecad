"""The record of teeth: two rows with gums, and a tongue, behind the lips of clay.

Their own frame has its x towards the sitter's left, y up, z forwards, and its origin between the edges of the upper
middle incisors, on their front.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

Point = tuple[float, float, float]

#: What the region is called that the lower jaw carries; poses know it by that.
JAW = "lower jaw"
#: Upper incisors that show under the lip at rest, mm (Vig & Brundo 1978, J Prosthet Dent 39:502, from memory).
SHOWN = {"woman": 3.4, "man": 1.9}
#: From the front of the upper lip to that of the upper incisors, mm (common practice: the lip is about so thick).
BEHIND_LIP = 11.0


@dataclass(frozen=True)
class Crown:
    """A tooth's crown.

    Attributes
    ----------
    wide, high, deep : float, mm
        Along the row, from the edge to the gum, and from front to back.
    kind : {"incisor", "canine", "molar"}
    """

    wide: float
    high: float
    deep: float
    kind: str


#: One side's upper and lower teeth from the middle outwards. Widths and heights: Wheeler, from memory; depths and
#: those behind the canines: handbooks, from memory.
UPPER = (
    Crown(8.5, 10.5, 7.0, "incisor"),
    Crown(6.5, 9.0, 6.0, "incisor"),
    Crown(7.5, 10.0, 8.0, "canine"),
    Crown(7.0, 8.5, 9.0, "molar"),
    Crown(7.0, 8.5, 9.0, "molar"),
    Crown(10.0, 7.5, 11.0, "molar"),
)
LOWER = (
    Crown(5.0, 9.0, 6.0, "incisor"),
    Crown(5.5, 9.0, 6.5, "incisor"),
    Crown(7.0, 11.0, 7.5, "canine"),
    Crown(7.0, 8.5, 7.5, "molar"),
    Crown(7.0, 8.0, 8.0, "molar"),
    Crown(11.0, 7.5, 10.5, "molar"),
)


@dataclass(frozen=True)
class Teeth:
    """Teeth, gums and tongue.

    Attributes
    ----------
    place : (x, y, z) mm
        The origin of their own frame.
    hinge : (x, y, z) mm
        On the axis of the jaw.
    clay : str
        Id of the piece whose mouth they stand in.
    turn : (x, y, z) degrees
        Rotation vector that brings the portrait's axes onto their own.
    size : float
        Of all, as a part of the usual.
    arch : float, mm
        Between the outer faces of the upper canines.
    overbite, overjet : float, mm
        How far the upper incisors reach over the lower ones, and stand before them.
    crooked : float, mm
        How far teeth stand off their places.
    seed : int
        Which of them do so.
    tongue : float, mm
        How high its back lies.
    jaw : float, degrees
        How far the lower jaw is open.
    enamel : (r, g, b) 0 to 255
    """

    place: Point
    hinge: Point
    clay: str = ""
    turn: Point = (0.0, 0.0, 0.0)
    size: float = 1.0
    arch: float = 35.0
    overbite: float = 2.5
    overjet: float = 2.5
    crooked: float = 0.25
    seed: int = 1
    tongue: float = 0.0
    jaw: float = 0.0
    enamel: tuple[int, int, int] = (226, 216, 196)


#: What may be set, lowest and highest.
RANGES: dict[str, tuple[float, float]] = {
    "size": (0.6, 1.5),
    "arch": (26.0, 44.0),
    "overbite": (-4.0, 8.0),
    "overjet": (-4.0, 10.0),
    "crooked": (0.0, 2.0),
    "tongue": (-8.0, 8.0),
    "jaw": (0.0, 40.0),
}


def checked(teeth: Teeth) -> Teeth:
    """The teeth, if there can be such ones.

    Raises
    ------
    YewfinchError
        If a number is none or out of its range.
    """
    if not np.isfinite([*teeth.place, *teeth.hinge, *teeth.turn]).all():
        raise YewfinchError("The place of the teeth has a number that is none.")
    for key, (low, high) in RANGES.items():
        value = getattr(teeth, key)
        if not (np.isfinite(value) and low - 1e-9 <= value <= high + 1e-9):
            raise YewfinchError(
                phrase("Teeth cannot have {0} {1:g}; {2:g} to {3:g} make sense.", key, value, low, high)
            )
    return teeth


def axes(teeth: Teeth) -> DoubleArray:
    """Their own axes in the portrait's frame, (3, 3), columns."""
    from scipy.spatial.transform import Rotation

    return np.asarray(Rotation.from_rotvec(np.radians(teeth.turn)).as_matrix())


def to_portrait(teeth: Teeth, points: DoubleArray) -> DoubleArray:
    """Points (n, 3) mm of their own frame in the portrait's."""
    return np.asarray(points @ axes(teeth).T + np.array(teeth.place))


def jaw_turned(teeth: Teeth, points: DoubleArray) -> DoubleArray:
    """Points (n, 3) mm of their own frame, with the jaw as far open as it is."""
    hinge = (np.array(teeth.hinge) - np.array(teeth.place)) @ axes(teeth)
    turn = np.radians(teeth.jaw)
    y, z = points[:, 1] - hinge[1], points[:, 2] - hinge[2]
    cos, sin = np.cos(turn), np.sin(turn)
    return np.stack([points[:, 0], y * cos - z * sin + hinge[1], y * sin + z * cos + hinge[2]], axis=1)


def moved(teeth: Teeth, turn: DoubleArray, scale: float, shift: DoubleArray) -> Teeth:
    """The teeth after a similarity of the portrait's frame."""
    from scipy.spatial.transform import Rotation

    def to(point: Point) -> Point:
        x, y, z = (scale * turn @ np.array(point) + shift).tolist()
        return x, y, z

    x, y, z = np.degrees((Rotation.from_matrix(turn) * Rotation.from_rotvec(np.radians(teeth.turn))).as_rotvec())
    low, high = RANGES["size"]
    return replace(
        teeth,
        place=to(teeth.place),
        hinge=to(teeth.hinge),
        turn=(float(x), float(y), float(z)),
        size=float(np.clip(teeth.size * scale, low, high)),
        arch=float(np.clip(teeth.arch * scale, *RANGES["arch"])),
    )
