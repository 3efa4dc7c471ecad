"""All handles, and a face on clay that they are read off and set on."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.features.handles import ears, face, nose
from yewfinch.core.features.handles.handle import Handle, Move, amount_for, stepped
from yewfinch.core.features.handles.probes import probes
from yewfinch.core.features.lips.lips import Frame
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.geometry import smooth_step
from yewfinch.core.shared.phrases import phrase

HANDLES: dict[str, Handle] = {h.key: h for h in (*nose.HANDLES, *ears.HANDLES, *face.HANDLES)}
#: Features with what they are called.
FEATURES = {"nose": "Nose", "ears": "Ears", "brow": "Brow", "cheeks": "Cheeks", "jaw": "Jaw", "chin": "Chin"}
#: Clay goes along from so many radii of an eye on whole, and not at all on it: lids stay where they lie.
_AT_EYE, _OFF_EYE = 1.1, 1.6


@dataclass(frozen=True, eq=False)
class Face:
    """A face on clay.

    Attributes
    ----------
    frame : Frame
        The face's own: x to the sitter's left, y up, z forwards.
    points : mapping of name to (3,) float64, mm
        Landmarks and probes in that frame.
    """

    frame: Frame
    points: Mapping[str, DoubleArray]

    def value(self, key: str, side: int = 1) -> float | None:
        """A handle's measure on one side; None where it cannot be told."""
        return HANDLES[key].value(self.points, side)


def face_frame(landmarks: Mapping[str, DoubleArray]) -> Frame:
    """The face's own frame: through ears or eyes, upright as the portrait is.

    Raises
    ------
    YewfinchError
        If no pair of landmarks tells left from right.
    """
    pairs = [
        (landmarks[f"{k}_l"], landmarks[f"{k}_r"])
        for k in ("t", "ex", "en", "al")
        if f"{k}_l" in landmarks and f"{k}_r" in landmarks
    ]
    if not pairs:
        raise YewfinchError(
            "Handles of the face need landmarks on both sides. Place those of the eyes on the clay first."
        )
    left, right = pairs[0]
    x = (left - right) * (1.0, 0.0, 1.0)  # a head that leans is measured as it leans only about the upright
    x = x / max(float(np.linalg.norm(x)), 1e-9)
    if abs(x[2]) < 0.05:  # within what asymmetry does, the head looks straight ahead
        x = np.array([1.0, 0.0, 0.0])
    y = np.array([0.0, 1.0, 0.0])
    middle = (left + right) / 2.0
    return Frame(middle, np.stack([x, y, np.cross(x, y)], axis=1))


def face_on(surface: Surface, landmarks: Mapping[str, DoubleArray]) -> Face:
    """The face that landmarks and clay make.

    Parameters
    ----------
    surface : Surface
    landmarks : mapping of key to (3,) mm

    Raises
    ------
    YewfinchError
        If no pair of landmarks tells left from right.
    """
    frame = face_frame(landmarks)
    points = {k: frame.own(np.asarray(p, np.float64)) for k, p in landmarks.items()}

    def meet(origin: DoubleArray, way: DoubleArray) -> DoubleArray | None:
        hit = pick(surface, frame.out(origin), way @ frame.axes.T)
        return None if hit is None else frame.own(np.asarray(hit.point, np.float64))

    return Face(frame, {**points, **probes(points, meet)})


def moves_for(face: Face, key: str, sides: Sequence[int], value: float) -> tuple[list[Move], float]:
    """The moves that bring a handle's measure to a value, and by how many mm or degrees.

    Raises
    ------
    YewfinchError
        If the measure cannot be told on this clay, or the value makes no sense.
    """
    handle = HANDLES[key]
    if not (np.isfinite(value) and handle.low - 1e-9 <= value <= handle.high + 1e-9):
        what = phrase("{0} of {1:g} {2} makes no sense", handle.title, value, handle.unit)
        raise YewfinchError(phrase("{0}; {1:g} to {2:g} {3} do.", what, handle.low, handle.high, handle.unit))
    if any(handle.value(face.points, s) is None for s in sides):
        raise YewfinchError(
            phrase("'{0}' cannot be told on this clay: landmarks are missing. Place them first.", handle.title)
        )
    by = amount_for(handle, face.points, sides, value)
    if by is None:
        raise YewfinchError(
            phrase("'{0}' cannot be brought to {1:g} {2} on this clay.", handle.title, value, handle.unit)
        )
    return [m for s in sides for m in handle.moves(face.points, s)], by


def pushed(face: Face, moves: Sequence[Move], by: float) -> dict[str, DoubleArray]:
    """Where the points of a face are after moves, (3,) mm each, in its own frame."""
    names = list(face.points)
    at = stepped(moves, np.array([face.points[n] for n in names]), by)
    return dict(zip(names, at, strict=True))


def reach(moves: Sequence[Move], face: Face) -> tuple[DoubleArray, float]:
    """A ball that holds all that moves touch: its middle in the portrait's frame, (3,) mm, and its radius, mm."""
    low = np.min([m.centre - m.radii for m in moves], axis=0)
    high = np.max([m.centre + m.radii for m in moves], axis=0)
    return face.frame.out((low + high) / 2.0), float(np.linalg.norm(high - low) / 2.0)


def carried(
    face: Face, moves: Sequence[Move], by: float, at: DoubleArray, eyes: Sequence[tuple[DoubleArray, float]]
) -> DoubleArray:
    """Where clay goes, (n, 3) mm in the portrait's frame.

    Parameters
    ----------
    face : Face
    moves : sequence of Move
    by : float
        Millimetres or degrees.
    at : (n, 3) float64, mm
    eyes : sequence of (middle (3,) mm, radius mm)
        Clay that lies on them stays.
    """
    own = face.frame.own(at)
    step = face.frame.out(stepped(moves, own, by)) - at
    for middle, radius in eyes:
        away = np.linalg.norm(at - middle, axis=1) / radius
        step *= smooth_step((away - _AT_EYE) / (_OFF_EYE - _AT_EYE))[:, None]
    return np.asarray(at + step)
