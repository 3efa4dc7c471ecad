"""Palms, soles and nails found on a body by its named regions, whatever its pose."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray

#: A nail against its finger, as parts of the finger's length and breadth: how long and broad it is, and how far its
#: middle lies from the tip (common practice).
_LONG, _BROAD, _BACK = 0.15, 0.62, 0.105
#: The same of toes, whose free part is short.
_TOE_LONG, _TOE_BROAD, _TOE_BACK = 0.24, 0.66, 0.17
#: Vertices of a finger at least.
_FEWEST = 24
#: A palm begins to fade where the hand is turned from it by so much, and has ended at the second, as cosines.
_TURNED, _AWAY = 0.35, -0.1


@dataclass(frozen=True, eq=False)
class Nail:
    """Where a nail lies.

    Attributes
    ----------
    middle : (3,) float64, mm
    along, across, outwards : (3,) float64
        Unit: towards the tip, to the side, away from the finger.
    long, broad : float, mm
    """

    middle: DoubleArray
    along: DoubleArray
    across: DoubleArray
    outwards: DoubleArray
    long: float
    broad: float

    def at(self, places: FloatArray) -> FloatArray:
        """How much places (k, 3) mm belong to it, 0 to 1."""
        step = places - self.middle.astype(np.float32)
        x, y, z = (step @ w.astype(np.float32) for w in (self.along, self.across, self.outwards))
        # a rounded rectangle: straight sides, a curved root and rim
        far = (np.abs(2.0 * x / self.long) ** 3 + np.abs(2.0 * y / self.broad) ** 3) ** (1.0 / 3.0)
        edge = np.clip((1.0 - far) * 0.5 * self.broad / 0.6 + 0.5, 0.0, 1.0)
        return np.asarray(edge * (z > -0.5 * self.broad), np.float32)


#: Membership (n,) of a named region, 0 to 1; None if there is none.
Region = Callable[[str], FloatArray | None]


def palms(surface: Surface, region: Region) -> FloatArray:
    """How much each vertex, (n,), belongs to the palm of a hand or the sole of a foot, 0 to 1."""
    out = np.zeros(len(surface), np.float32)
    for side in ("_l", "_r"):
        hand, thumb, foot = (_member(region, *names) for names in (
            (f"hand{side}", f"fingers{side}"), (f"thumb{side}",), (f"foot{side}", f"toes{side}")
        ))  # fmt: skip
        if hand is not None:
            way = _palmwards(surface, region, side)
            both = hand if thumb is None else np.maximum(hand, thumb)
            out = np.maximum(out, both * _facing(surface, way))
        if foot is not None:
            out = np.maximum(out, foot * _facing(surface, _solewards(surface, foot)))
    return out


def nails(surface: Surface, region: Region) -> list[Nail]:
    """The nails of all fingers and toes that a body has."""
    out: list[Nail] = []
    for side in ("_l", "_r"):
        hand, foot = _member(region, f"hand{side}"), _member(region, f"foot{side}")
        if hand is not None:
            away, root = -_palmwards(surface, region, side), _middle(surface, hand)
            for name in ("fingers", "thumb"):
                for rows in _parts(surface, _member(region, f"{name}{side}")):
                    back = away
                    if name == "thumb":  # it is turned against the fingers by about a right angle
                        back = _sideways(surface, rows, root, away)
                    out.append(_nail(surface, rows, root, back, (_LONG, _BROAD, _BACK)))
        if foot is not None:
            for rows in _parts(surface, _member(region, f"toes{side}")):
                up = -_solewards(surface, foot)
                out.append(_nail(surface, rows, _middle(surface, foot), up, (_TOE_LONG, _TOE_BROAD, _TOE_BACK)))
    return out


def _member(region: Region, *names: str) -> FloatArray | None:
    found = [m for m in (region(k) for k in names) if m is not None and (m > 0.5).any()]
    return None if len(found) < len(names) else np.max(found, axis=0)


def _middle(surface: Surface, member: FloatArray) -> DoubleArray:
    return np.asarray(surface.positions[member > 0.5].mean(axis=0), np.float64)


def _facing(surface: Surface, way: DoubleArray) -> FloatArray:
    t = np.clip((surface.normals @ way.astype(np.float32) - _AWAY) / (_TURNED - _AWAY), 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t), np.float32)


def _palmwards(surface: Surface, region: Region, side: str) -> DoubleArray:
    """The way out of a palm: across the plane of the fingers, to the side that fingertips and thumb bend to."""
    hand, fingers, thumb = (region(f"{k}{side}") for k in ("hand", "fingers", "thumb"))
    assert hand is not None and fingers is not None
    flat = surface.positions[fingers > 0.5].astype(np.float64)  # side by side they are flatter than the hand
    middle = _middle(surface, hand)
    way = np.linalg.svd(flat - flat.mean(axis=0), full_matrices=False)[2][2]
    bent = 0.0
    for member in (fingers, thumb):
        if member is None:
            continue
        at = surface.positions[member > 0.5].astype(np.float64) - middle
        out = at.mean(axis=0) / np.linalg.norm(at.mean(axis=0))
        far = at @ out
        bent += float((at[far > np.quantile(far, 0.9)] @ way).mean())
    return np.asarray(way if bent > 0.0 else -way)


def _solewards(surface: Surface, foot: FloatArray) -> DoubleArray:
    """The way out of a sole: across the foot's flattest direction, to the side that lies lowest at rest."""
    at = surface.positions[foot > 0.5].astype(np.float64)
    normals = surface.normals[foot > 0.5].astype(np.float64)
    # a sole is the largest patch that looks one way
    ways = np.linalg.svd(at - at.mean(axis=0), full_matrices=False)[2]
    both = [s * w for w in ways for s in (1.0, -1.0)]
    share = [float((np.clip(normals @ w, 0.0, None) ** 8).sum()) for w in both]
    return np.asarray(both[int(np.argmax(share))])


def _parts(surface: Surface, member: FloatArray | None) -> list[IndexArray]:
    """Vertices of each loose part of a region: single fingers."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    if member is None:
        return []
    inside = member > 0.5
    own = surface.faces[inside[surface.faces].all(axis=1)]
    a, b = np.concatenate([own[:, [0, 1]], own[:, [1, 2]], own[:, [2, 3]]]).T
    links = coo_array((np.ones(len(a), np.int8), (a, b)), shape=(len(surface),) * 2)
    label = connected_components(links, directed=False)[1]
    rows = np.flatnonzero(inside)
    found = [rows[label[rows] == k] for k in np.unique(label[rows])]
    return [r.astype(np.int32) for r in found if len(r) >= _FEWEST]


def _sideways(surface: Surface, rows: IndexArray, root: DoubleArray, away: DoubleArray) -> DoubleArray:
    """The back of a thumb: its own flattest way, on the side that looks from the palm and from the fingers."""
    at = surface.positions[rows].astype(np.float64)
    end = at[np.linalg.norm(at - root, axis=1) > np.quantile(np.linalg.norm(at - root, axis=1), 0.6)]
    way = np.linalg.svd(end - end.mean(axis=0), full_matrices=False)[2][2]
    outer = at.mean(axis=0) - root
    hint = away + outer / np.linalg.norm(outer)
    return np.asarray(way if way @ hint >= 0.0 else -way)


def _nail(
    surface: Surface, rows: IndexArray, root: DoubleArray, back: DoubleArray, shape: tuple[float, float, float]
) -> Nail:
    at = surface.positions[rows].astype(np.float64)
    along = np.linalg.svd(at - at.mean(axis=0), full_matrices=False)[2][0]
    along = along if along @ (at.mean(axis=0) - root) > 0.0 else -along
    far = at @ along
    length = float(np.ptp(far))
    share = (far - far.min()) / length
    end = at[share > 0.75]  # the last joint has a way of its own where the finger is bent
    axis = end.mean(axis=0) - at[(share > 0.4) & (share < 0.7)].mean(axis=0)
    axis /= np.linalg.norm(axis)
    outwards = back - (back @ axis) * axis
    outwards /= np.linalg.norm(outwards)
    across = np.cross(axis, outwards)
    breadth = float(np.ptp(end @ across))
    tip = float((at @ axis).max())
    middle = end.mean(axis=0)
    middle = middle + (tip - shape[2] * length - middle @ axis) * axis
    middle = middle + (float((end @ outwards).max()) - middle @ outwards) * outwards
    return Nail(middle, axis, across, outwards, shape[0] * length, shape[1] * breadth)
