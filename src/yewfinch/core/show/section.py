"""Sections: the line where a plane cuts the clay, with its measures."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.show import _section_kernels as kernels

SectionWay = Literal["midline", "level", "front", "view"]
WAYS: dict[SectionWay, tuple[str, str]] = {
    "midline": ("Midline", "From front to back, as the profile runs"),
    "level": ("Level", "Flat, as a slice lies"),
    "front": ("From the front", "Upright, from ear to ear"),
    "view": ("As I look", "Square to the view, as it is now"),
}
_NORMALS = {"midline": (1.0, 0.0, 0.0), "level": (0.0, 1.0, 0.0), "front": (0.0, 0.0, 1.0)}
#: How far a plane goes from the middle of the room, mm.
FARTHEST = 2500.0


@dataclass(frozen=True)
class Section:
    """A plane through the clay.

    Attributes
    ----------
    way : {"midline", "level", "front", "view"}
    normal : (3,) float
        Unit; what lies beyond the plane along it is cut away.
    at : float, mm
        Of the plane along its normal.
    cut : bool
        Cut the clay away; else only its line is drawn.
    """

    way: SectionWay = "midline"
    normal: tuple[float, float, float] = (1.0, 0.0, 0.0)
    at: float = 0.0
    cut: bool = True

    def turned(self, way: SectionWay, seen: DoubleArray | None = None, through: DoubleArray | None = None) -> Section:
        """Along another way, through a point (3,) mm; `seen` is the unit direction towards the eye, for "view".

        Raises
        ------
        YewfinchError
            If the direction is missing or none.
        """
        if way == "view":
            if seen is None or not np.isfinite(seen).all() or float(np.linalg.norm(seen)) < 1e-6:
                raise YewfinchError("Nobody knows from where the section is seen.")
            unit = np.asarray(seen, np.float64) / np.linalg.norm(seen)
            normal = (float(unit[0]), float(unit[1]), float(unit[2]))
        else:
            normal = _NORMALS[way]
        at = 0.0 if through is None else float(np.dot(normal, through))
        return replace(self, way=way, normal=normal, at=at)

    def moved(self, at: float) -> Section:
        """The section at another place along its normal, mm."""
        if not np.isfinite(at):
            raise YewfinchError("The section's place is not a number.")
        return replace(self, at=float(np.clip(at, -FARTHEST, FARTHEST)))

    def flipped(self) -> Section:
        """The section with the other side cut away."""
        x, y, z = self.normal
        return replace(self, normal=(-x + 0.0, -y + 0.0, -z + 0.0), at=-self.at + 0.0)

    def beyond(self, point: DoubleArray) -> bool:
        """Is a point cut away?"""
        return self.cut and float(np.dot(self.normal, point)) > self.at

    def entered(self, origin: DoubleArray, direction: DoubleArray) -> DoubleArray | None:
        """Where a ray comes out of what is cut away; its origin if that is not, None if it never does."""
        if not self.cut:
            return origin
        n = np.array(self.normal)
        above, slope = float(n @ origin) - self.at, float(n @ direction)
        if above <= 0.0:
            return origin
        return None if slope >= 0.0 else origin - direction * (above / slope)


def segments(surface: Surface, section: Section) -> DoubleArray:
    """Pieces of the line where the plane cuts a surface, (k, 2, 3) float64 mm.

    Leaves whose box the plane misses are not looked at; a vertex on the plane counts as beyond it, so no piece comes
    twice.
    """
    normal = np.array(section.normal)
    middle = (surface.leaf_lo.astype(np.float64) + surface.leaf_hi) / 2
    half = (surface.leaf_hi.astype(np.float64) - surface.leaf_lo) / 2
    near = np.nonzero(np.abs(middle @ normal - section.at) <= half @ np.abs(normal) + 1e-6)[0]
    if len(near) == 0:
        return np.empty((0, 2, 3))
    return np.asarray(
        kernels.crossed(surface.positions, surface.faces, surface.face_start, near.astype(np.int64), normal, section.at)
    )


@dataclass(frozen=True)
class SectionMeasures:
    """Measures of a section.

    Attributes
    ----------
    girth : float, mm
        Length of the line, all its parts together.
    across, along : float, mm
        Extents in the plane: to the side and upwards or forwards.
    area : float, mm2
        Within, for clay without rims; parts inside others count off.
    """

    girth: float
    across: float
    along: float
    area: float


def axes(section: Section) -> tuple[DoubleArray, DoubleArray]:
    """Two unit directions in the plane.

    To the side (or forwards at the midline), and upwards (or forwards on a level).
    """
    n = np.array(section.normal)
    up = np.array([0.0, 1.0, 0.0]) if abs(n[1]) < 0.9 else np.array([0.0, 0.0, 1.0])
    along = up - (up @ n) * n
    along /= np.linalg.norm(along)
    return np.cross(along, n), along


def measures(parts: DoubleArray, section: Section) -> SectionMeasures | None:
    """Measures of the line of `segments`, (k, 2, 3); None if there is none."""
    if len(parts) == 0:
        return None
    right, up = axes(section)
    flat = np.stack([parts @ right, parts @ up], axis=-1)
    size = np.ptp(flat.reshape(-1, 2), axis=0)
    # pieces run with the clay on one side, so the sum over them is the area (Green's theorem)
    area = abs(float((flat[:, 0, 0] * flat[:, 1, 1] - flat[:, 1, 0] * flat[:, 0, 1]).sum()) / 2)
    return SectionMeasures(
        float(np.linalg.norm(parts[:, 1] - parts[:, 0], axis=1).sum()), float(size[0]), float(size[1]), area
    )


def _warm() -> None:
    faces = np.array([[0, 1, 2, 2]], np.int32)
    kernels.crossed(
        np.eye(3, dtype=np.float32),
        faces,
        np.array([0, 1], np.int32),
        np.zeros(1, np.int64),
        np.array([1.0, 0.0, 0.0]),
        0.5,
    )


warmup.register("sections", _warm)
