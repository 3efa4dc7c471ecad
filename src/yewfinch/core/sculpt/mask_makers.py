"""Masks that follow from what the clay is: within an outline, a loose part, hollow, facing, of a colour."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.masks import ring_mean
from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.geometry import smooth_step
from yewfinch.core.sight.outline import Outline

#: Over so many degrees a mask by facing fades out.
_FACING_EDGE = 12.0
#: Over how much more difference of colour a mask by colour fades out, in CIELAB.
_COLOUR_EDGE = 0.5


def within(surface: Surface, outline: Outline, *, through: bool = False, mirrored: bool = False) -> ByteArray:
    """What lies within an outline drawn on a view, (n, 1) uint8.

    Parameters
    ----------
    surface : Surface
    outline : Outline
        A closed one.
    through : bool
        Also what faces away from the eye.
    mirrored : bool
        Also the mirror image of that across x = 0.
    """
    at, normals = surface.positions.astype(np.float64), surface.normals.astype(np.float64)
    counts = np.diff(surface.ring_at)
    edge = (
        float(np.median(np.linalg.norm(at[surface.ring[::7]] - at[np.repeat(np.arange(len(at)), counts)[::7]], axis=1)))
        if len(surface.ring)
        else 1.0
    )
    soft = 0.5 * edge / max(outline.camera.mm_per_pixel(at.mean(axis=0)), 1e-9)
    held = _within(at, normals, outline, through, soft)
    if mirrored:
        flip = np.array([-1.0, 1.0, 1.0])
        held = np.maximum(held, _within(at * flip, normals * flip, outline, through, soft))
    return np.round(255 * held).astype(np.uint8)[:, None]


def _within(at: DoubleArray, normals: DoubleArray, outline: Outline, through: bool, soft: float) -> DoubleArray:
    """How far each vertex lies within, 0 to 1, over an edge of so many pixels to both sides."""
    inside = np.clip(0.5 - outline.side(at) / max(2.0 * soft, 1e-6), 0.0, 1.0)
    if not through:
        camera = outline.camera
        way = np.broadcast_to(camera.rotation[2], at.shape) if camera.flat else at - camera.position
        inside *= (normals * way).sum(axis=1) < 0
    return np.asarray(inside)


def loose_part(surface: Surface, row: int) -> ByteArray:
    """The loose part to which a vertex belongs, (n, 1) uint8."""
    label = loose_parts(surface.faces, len(surface))
    return np.where(label == label[row], 255, 0).astype(np.uint8)[:, None]


def hollows(surface: Surface, share: float = 0.15, *, crests: bool = False, rounds: int = 2) -> ByteArray:
    """The most hollow share of the surface, softly, (n, 1) uint8; on request the crests.

    Parameters
    ----------
    surface : Surface
    share : float
        0 to 1.
    crests : bool
    rounds : int
        Rounds of smoothing before the form is judged.

    Notes
    -----
    Judged by the umbrella: how far the mean of the neighbours stands off along the normal, by the length of edges.
    """
    starts = surface.ring_at[:-1]
    at = surface.positions.astype(np.float32)
    mean = np.stack([ring_mean(surface, at[:, k]) for k in range(3)], axis=1)
    stands = ((mean - at) * surface.normals).sum(axis=1)
    length = np.zeros(len(at), np.float32)
    counts = np.diff(surface.ring_at)
    has = counts > 0
    away = np.linalg.norm(at[surface.ring] - np.repeat(at, counts, axis=0), axis=1)
    if len(away):
        length[has] = np.add.reduceat(away, starts[has])[: int(has.sum())] / counts[has]
    bend = np.where(length > 0, stands / np.maximum(length, 1e-6), 0.0).astype(np.float32)
    for _ in range(rounds):
        bend = 0.5 * bend + 0.5 * ring_mean(surface, bend)
    if crests:
        bend = -bend
    limit = float(np.quantile(bend, 1.0 - np.clip(share, 0.01, 0.95)))
    spread = max(0.35 * abs(limit), 0.01)
    held = smooth_step((bend - limit + spread) / (2 * spread))
    return np.round(255 * held * (bend > 0)).astype(np.uint8)[:, None]


def facing(surface: Surface, way: npt.ArrayLike, degrees: float = 60.0) -> ByteArray:
    """What faces a direction within an angle, softly, (n, 1) uint8.

    Parameters
    ----------
    surface : Surface
    way : (3,) float
        Towards which the surface looks.
    degrees : float
    """
    w = np.asarray(way, np.float64)
    turn = np.degrees(np.arccos(np.clip(surface.normals @ (w / np.linalg.norm(w)), -1.0, 1.0)))
    return np.round(255 * smooth_step((degrees + _FACING_EDGE / 2 - turn) / _FACING_EDGE)).astype(np.uint8)[:, None]


def of_colour(surface: Surface, rgb: tuple[int, int, int], difference: float = 12.0) -> ByteArray:
    """What is nearly of a colour, softly, (n, 1) uint8.

    Parameters
    ----------
    surface : Surface
    rgb : three ints, sRGB 8 bit
    difference : float
        Distance in CIELAB (CIE 15:2004, delta E of 1976) up to which it counts as the same.
    """
    away = np.linalg.norm(to_lab(surface.colour[:, :3] / 255.0) - to_lab(np.array(rgb) / 255.0), axis=1)
    return np.round(255 * smooth_step((difference * (1 + _COLOUR_EDGE) - away) / (difference * _COLOUR_EDGE))).astype(
        np.uint8
    )[:, None]
