"""How many bodies, hollows and handles a surface has."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.surface.surface import Surface


@dataclass(frozen=True)
class Topology:
    """What a surface is made of.

    Attributes
    ----------
    bodies : int
        Closed parts that look outwards.
    hollows : int
        Closed parts that look inwards.
    handles : int
        Of all closed parts together; a ring has one.
    sheets : int
        Parts with a rim; their handles are not counted.
    """

    bodies: int
    hollows: int = 0
    handles: int = 0
    sheets: int = 0

    @property
    def is_ball(self) -> bool:
        """One body, with neither hollows nor handles."""
        return self == Topology(1)

    def words(self) -> str:
        """As the user reads it: '1 body, 2 handles'."""
        told = [
            (self.bodies, "body", "bodies"),
            (self.hollows, "hollow", "hollows"),
            (self.handles, "handle", "handles"),
            (self.sheets, "open sheet", "open sheets"),
        ]
        return ", ".join(f"{n} {one if n == 1 else many}" for n, one, many in told if n)


def is_inside_out(surface: Surface) -> bool:
    """Do the faces of a closed surface look inwards? It is looked at once, as strokes turn nothing round."""
    if surface.known_inside_out is None:
        used = np.zeros(len(surface), bool)
        used[surface.faces.ravel()] = True
        is_open = bool((surface.closed[used] == 0).any())
        surface.known_inside_out = not is_open and float(enclosed(surface)) < 0.0
    return surface.known_inside_out


def enclosed(surface: Surface) -> float:
    """Volume that faces go round, mm3, negative if they look inwards."""
    p, q, r, s = (surface.positions[surface.faces[:, k]].astype(np.float64) for k in range(4))
    return float((p * np.cross(q, r)).sum() + (p * np.cross(r, s)).sum()) / 6.0


def topology_of(surface: Surface) -> Topology:
    """Count them, by the characteristic of Euler and Poincaré of each part that hangs together.

    Parameters
    ----------
    surface : Surface
        Manifold, as all surfaces here are.
    """
    faces, count = surface.faces, len(surface)
    used = np.zeros(count, bool)
    used[faces.ravel()] = True
    label = loose_parts(faces, count)
    parts = int(label.max()) + 1
    vertices = np.bincount(label[used], minlength=parts)
    owner = label[faces[:, 0]]
    sides = np.bincount(owner, np.where(faces[:, 2] == faces[:, 3], 3, 4), parts)
    is_open = np.bincount(label[used], surface.closed[used] == 0, parts) > 0
    euler = vertices - sides / 2 + np.bincount(owner, minlength=parts)
    p, q, r, s = (surface.positions[faces[:, k]].astype(np.float64) for k in range(4))
    six = np.bincount(owner, (p * np.cross(q, r)).sum(axis=1) + (p * np.cross(r, s)).sum(axis=1), parts)
    closed = (vertices > 0) & ~is_open
    return Topology(
        bodies=int((closed & (six >= 0)).sum()),
        hollows=int((closed & (six < 0)).sum()),
        handles=round(float(((2 - euler) / 2)[closed].sum())),
        sheets=int(is_open.sum()),
    )
