"""What is read off an eye on a head, in millimetres: share of the opening, depth to the outer rim, pupils apart."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

import numpy as np

from yewfinch.core.features.eyes.eye import Eye, apex
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: The outer rim of the orbit is felt so far beside the outer corner of the lids, mm (common practice); what is measured
#: there is the skin over it, as an exophthalmometer that rests on it does.
BESIDE = 5.0
#: Depth of the cornea before the outer rim, mm: mean of men and of women (Migliori & Gladstone 1984, from memory).
DEPTH = {"man": 16.5, "woman": 15.4}
#: Pupils apart, mm: mean and spread of grown men and women (Dodgson 2004, SPIE 5291, from memory).
APART = {"man": (64.67, 3.71), "woman": (62.31, 3.60)}


def pupils_apart(one: Eye, other: Eye) -> float:
    """Distance between the centres of both globes, as of the pupils when both look far away, mm."""
    return float(np.linalg.norm(np.array(one.place) - np.array(other.place)))


def share_of_opening(eye: Eye, landmarks: Mapping[str, DoubleArray], side: str) -> float | None:
    """The iris as a share of the opening between the corners of the lids; None without landmarks of these.

    Parameters
    ----------
    eye : Eye
    landmarks : mapping of key to (3,) mm
    side : {"l", "r"}
    """
    inner, outer = landmarks.get(f"en_{side}"), landmarks.get(f"ex_{side}")
    if inner is None or outer is None:
        return None
    long = float(np.linalg.norm(np.asarray(outer) - np.asarray(inner)))
    return eye.iris / long if long > 1e-6 else None


def outer_rim(clay: Iterable[Surface], landmarks: Mapping[str, DoubleArray], side: str) -> DoubleArray | None:
    """Where the outer rim of the orbit is felt on the clay, (3,) mm; None if nobody can tell."""
    corner = landmarks.get(f"ex_{side}")
    if corner is None:
        return None
    from yewfinch.core.mesh.query.pick import pick

    sign = 1.0 if side == "l" else -1.0
    origin = np.asarray(corner, np.float64) + np.array([sign * BESIDE, 0.0, 200.0])
    hits = [h for s in clay if (h := pick(s, origin, (0.0, 0.0, -1.0))) is not None]
    return np.asarray(min(hits, key=lambda h: h.distance).point, np.float64) if hits else None


def depth_to_rim(eye: Eye, rim: DoubleArray) -> float:
    """How far the apex of the cornea stands before the outer rim, straight ahead, mm."""
    return float(apex(eye)[2] - rim[2])
