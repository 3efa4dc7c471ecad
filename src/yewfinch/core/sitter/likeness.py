"""Likeness: how far the clay's landmarks lie from the sitter's, in millimetres."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.photo import Photo, Sitter

#: Offsets smaller than this are not put into words, mm.
SILENT = 0.15


@dataclass(frozen=True)
class Offset:
    """One clay landmark against one photo.

    Attributes
    ----------
    key : str
        Landmark.
    photo : str
        Id of the photo.
    across, up : float
        How far the clay lies to the right of, and above, the photo's mark, in the photo's own
        picture plane at the landmark's depth; mm at the sitter's scale.
    vector : (3,) float64
        The same offset in the head's frame: to the sitter's left, up, forward; mm.
    pixels : float
        Its length in the photo.
    """

    key: str
    photo: str
    across: float
    up: float
    vector: DoubleArray
    pixels: float

    @property
    def size(self) -> float:
        """Length in mm."""
        return float(np.hypot(self.across, self.up))

    def words(self) -> str:
        """In plain words, as 'of the clay': 1.8 mm too low, 0.4 mm too far forward."""
        names = (("to the sitter's left", "to the sitter's right"), ("too high", "too low"),
                 ("too far forward", "too far back"))  # fmt: skip
        parts = [
            (abs(v), f"{abs(v):.1f} mm {n[0] if v > 0 else n[1]}")
            for v, n in zip(self.vector, names, strict=True)
            if abs(v) >= SILENT
        ]
        return ", ".join(t for _, t in sorted(parts, reverse=True)[:2]) or "in place"


def offsets(photo: Photo, points: Mapping[str, DoubleArray]) -> list[Offset]:
    """Offsets of all marked landmarks of one solved photo, in the order of its marks.

    Parameters
    ----------
    photo : Photo
    points : mapping of landmark key to (3,) mm
        On the clay, now.

    Returns
    -------
    list of Offset
        Empty if the photo's standpoint is not solved.
    """
    if photo.standpoint is None:
        return []
    camera = photo.standpoint.camera()
    out = []
    for key, mark in photo.marks.items():
        if key not in points:
            continue
        seen = camera.project(points[key])[0]
        if not np.isfinite(seen).all():
            continue
        gap = seen - np.asarray(mark)
        scale = camera.mm_per_pixel(points[key])
        right, down = float(gap[0] * scale), float(gap[1] * scale)
        vector = camera.rotation[0] * right + camera.rotation[1] * down
        out.append(Offset(key, photo.id, right, -down, vector, float(np.hypot(*gap))))
    return out


def likeness(sitter: Sitter, points: Mapping[str, DoubleArray]) -> list[Offset]:
    """Offsets over all solved photos, worst first."""
    found = [o for photo in sitter.photos for o in offsets(photo, points)]
    return sorted(found, key=lambda o: -o.size)


def overall(found: list[Offset]) -> float | None:
    """One figure: the root mean square offset in mm; None without marks."""
    if not found:
        return None
    return float(np.sqrt(np.mean([o.size**2 for o in found])))


def title(key: str) -> str:
    """Plain name of a landmark."""
    return LANDMARKS[key].plain if key in LANDMARKS else key


def short_title(key: str) -> str:
    """Plain name with L or R for the sitter's side, for narrow columns."""
    return title(key).replace(", left", " L").replace(", right", " R")
