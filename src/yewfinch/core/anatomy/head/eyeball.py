"""A separate eyeball with cornea and an iris of the right size, poles forward."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: Visible iris, white to white, mm (Ruefer et al. 2005, Cornea 24:259, from memory).
IRIS_DIAMETER = 11.7
#: Front radius of the cornea, mm (Gullstrand 1909, from memory).
CORNEA_RADIUS = 7.8
#: The back of the globe is flatter than its front, so that with the cornea it is not deeper than
#: the published 22.0-24.8 mm (Bekerman et al. 2014, J Ophthalmol, from memory).
BACK = 0.93
#: Pupil in ordinary light, mm (Spector 1990, from memory).
PUPIL_DIAMETER = 3.6
#: Rings of quads from pole to pole; what that makes of vertices.
RINGS = 28
BALL_VERTICES = 2 + (RINGS - 1) * 2 * RINGS
#: Roughness of what tears cover, of 255, chosen by eye.
WET = 46


def eyeball(
    centre: tuple[float, float, float],
    radius: float,
    rings: int = RINGS,
    *,
    iris: float = IRIS_DIAMETER,
    pupil: float = PUPIL_DIAMETER,
    cornea: float = CORNEA_RADIUS,
) -> Surface:
    """Make one eyeball looking along +z.

    Parameters
    ----------
    centre : (3,) float, mm
    radius : float, mm
        Of the globe, up to where the cornea begins.
    rings : int
        Rings of quads from pole to pole; round the pole there are twice as many.
    iris, pupil : float, mm
        Diameters.
    cornea : float, mm
        Front radius of the cornea.

    Returns
    -------
    Surface
        Closed; quads, with triangles at the two poles. Coloured: white, iris, pupil.
    """
    around = rings * 2
    limbus = np.arcsin(iris / 2 / radius)
    angle = np.concatenate(
        [np.linspace(0.0, limbus * 1.25, rings // 2 + 1)[1:],
         np.linspace(limbus * 1.25, np.pi, rings - rings // 2 + 1)[1:-1]]
    )  # fmt: skip
    turn = np.arange(around) * (2 * np.pi / around)
    a, t = np.meshgrid(angle, turn, indexing="ij")
    across = radius * np.sin(a)
    out = radius * np.cos(a)
    # the cornea: a steeper cap that meets the globe at the limbus, softened there
    inside = across < iris / 2
    out = np.where(a > np.pi / 2, out * BACK, out)
    rise = _cap(across, cornea, iris) - _cap(across, radius, iris)
    out = np.where(inside & (a < np.pi / 2), out + rise, out)
    grid = np.stack([across * np.cos(t), across * np.sin(t), out], axis=-1).reshape(-1, 3)
    front = [0.0, 0.0, radius + float(_cap(np.zeros(1), cornea, iris)[0] - _cap(np.zeros(1), radius, iris)[0])]
    positions = np.concatenate([[front], grid, [[0.0, 0.0, -radius * BACK]]]) + centre
    faces = []
    for j in range(around):
        k = (j + 1) % around
        faces.append((0, 1 + j, 1 + k, 1 + k))
        for i in range(len(angle) - 1):
            b = 1 + i * around
            faces.append((b + j, b + around + j, b + around + k, b + k))
        last = 1 + (len(angle) - 1) * around
        faces.append((last + j, len(positions) - 1, last + k, last + k))
    flat = np.hypot(*(positions - centre)[:, :2].T)
    colour = np.full((len(positions), 4), 255, np.uint8)
    colour[:, :3] = (236, 230, 222)
    looking = (positions - centre)[:, 2] > 0
    colour[looking & (flat < iris / 2), :3] = (104, 82, 58)
    colour[looking & (flat < iris / 2) & (flat > iris / 2 - 0.9), :3] = (62, 50, 40)
    colour[looking & (flat < pupil / 2), :3] = (18, 15, 14)
    order, rows = in_face_order(positions.astype(np.float32), np.array(faces, np.int32))
    ball = Surface(positions[rows], order, colour[rows])
    ball.roughness[:] = WET
    return ball


def _cap(across: DoubleArray, radius: float, iris: float) -> DoubleArray:
    """Height of a spherical cap over the plane of the limbus, mm."""
    r = np.minimum(across, iris / 2)
    out: DoubleArray = np.sqrt(radius**2 - r**2) - np.sqrt(radius**2 - (iris / 2) ** 2)
    return out
