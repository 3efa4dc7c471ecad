"""Radial symmetry: half a sector and its images round an axis."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair.mend import Mended, mended
from yewfinch.core.mesh.repair.parts import joined, used_rows
from yewfinch.core.mesh.repair.symmetry import Plane, half
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Sectors on offer.
FEWEST, MOST = 2, 36
#: Vertices lie on the planes between sectors within this, mm.
_ON = 1e-6


def sectors(
    positions: DoubleArray,
    faces: IndexArray,
    count: int,
    axis: int = 1,
    centre: tuple[float, float, float] = (0.0, 0.0, 0.0),
    start: float = 0.0,
) -> tuple[Mended, np.ndarray]:
    """The surface that half a sector makes, mirrored and turned so often.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    count : int
        Sectors.
    axis : int
        0, 1 or 2: across, up, forward.
    centre : three floats, mm
        A point of the axis.
    start : float, degrees
        Where the half that is kept begins, counted from the next coordinate after the axis.

    Returns
    -------
    Mended
        Closed if the surface was; `origin` counts rows of the images before welding.
    (k,) int64
        The vertex of the input nearest to which each of those rows was.

    Raises
    ------
    YewfinchError
        If the count makes no sense, or nothing lies in that sector.
    """
    if not FEWEST <= count <= MOST:
        raise YewfinchError(phrase("{0} sectors make no sense; {1} to {2} do.", count, FEWEST, MOST))
    u, v = (axis + 1) % 3, (axis + 2) % 3
    at, net, origin = positions, faces, np.arange(len(positions))
    a = np.radians(start)
    planes: list[Plane] = []
    for angle, sign in ((a, 1.0), (a + np.pi / count, -1.0)):
        normal = np.zeros(3)
        normal[u], normal[v] = -np.sin(angle) * sign, np.cos(angle) * sign
        plane = Plane(centre, (float(normal[0]), float(normal[1]), float(normal[2])))
        cut = half(at, net, plane, "left", *planes)
        planes.append(plane)
        rows, local = used_rows(cut.high, len(cut.positions))
        if not len(rows):
            raise YewfinchError("Nothing of this piece lies in that sector. Begin it elsewhere.")
        at, net = cut.positions[rows], local.astype(INDEX)
        near = np.where(cut.share < 0.5, cut.ends[:, 0], cut.ends[:, 1])[rows]
        origin = origin[near]
    image = planes[0].image(at)
    points: list[DoubleArray] = []
    nets: list[IndexArray] = []
    for k in range(count):
        t = 2 * np.pi * k / count
        turn = np.eye(3)
        turn[u, u], turn[u, v], turn[v, u], turn[v, v] = np.cos(t), -np.sin(t), np.sin(t), np.cos(t)
        for own, flip in ((at, False), (image, True)):
            first = len(at) * len(points)
            points.append((own - centre) @ turn.T + centre)
            out = net + first
            nets.append(turned_round(out) if flip else out)
    whole = _met(len(at), count, *(np.nonzero(np.abs(p.distance(at)) < _ON)[0] for p in planes))
    made = mended(np.concatenate(points), whole[np.concatenate(nets)], weld=0.0, speck=0.0, longest=0)
    return made, np.tile(origin, 2 * count)


def _met(size: int, count: int, begin: npt.NDArray[np.intp], end: npt.NDArray[np.intp]) -> npt.NDArray[np.int64]:
    """One number for each vertex of all halves; those of neighbours that meet in a plane have the same.

    A half begins where its mirror image does, and ends where the next sector's image begins.
    """
    halves = np.arange(2 * count) * size
    own, image = halves[::2, None], halves[1::2, None]
    pairs = np.concatenate(
        [
            np.stack([(own + begin).ravel(), (image + begin).ravel()]),
            np.stack([(own + end).ravel(), (np.roll(image, -1, axis=0) + end).ravel()]),
        ],
        axis=1,
    )
    n = 2 * count * size
    label, first = joined(pairs[0], pairs[1], n)
    return first[label]
