"""The light that a photo was taken in, found on the clay, and taken out of its colours.

References
----------
Ramamoorthi & Hanrahan 2001, "An efficient representation for irradiance environment maps": what light a matt form gets
is told to 98 % by nine spherical harmonics of its normal. Holland & Welsch 1977: iteratively reweighted least squares.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray

#: Rounds of finding light; how far a sample may be off before it counts less, as a share of what it should be.
_ROUNDS, _OFF = 12, 0.12
#: Light is taken for no less than this part of its mean: dividing by less would show noise.
_LEAST = 0.12
#: What is darker than this part of what it should be lies in a cast shadow; what is brighter than that gleams.
_SHADOW, _GLEAM = 0.62, 1.45
#: How much bluer or greener than usual, as a logarithm, skin may come out: in full, not at all.
_COLD = (0.12, 0.30)
#: Places that get less light than these parts of the usual are left to other photos: more and more, entirely.
_DIM = (0.16, 0.34)
#: Damping of the coefficients beyond the first four.
_DAMPED = 0.02


@dataclass(frozen=True, eq=False)
class Light:
    """Irradiance by the normal.

    Attributes
    ----------
    coefficients : (9, 3) float64
        For red, green and blue, linear; over the real spherical harmonics of `harmonics`.
    """

    coefficients: DoubleArray

    def on(self, normals: FloatArray) -> DoubleArray:
        """Light at normals (n, 3), (n, 3): 1 is its mean over all directions."""
        mean = np.maximum(self.coefficients[0], 1e-6)
        return np.asarray(np.maximum(harmonics(normals) @ self.coefficients / mean, _LEAST))

    @property
    def direction(self) -> DoubleArray:
        """Unit vector towards where most of it comes from, (3,)."""
        grey = self.coefficients @ np.array([0.2126, 0.7152, 0.0722])
        way = np.array([grey[3], grey[1], grey[2]])
        return np.asarray(way / max(float(np.linalg.norm(way)), 1e-12))


def harmonics(normals: FloatArray) -> DoubleArray:
    """The first nine real spherical harmonics at unit normals (n, 3), (n, 9), without their constants."""
    x, y, z = np.asarray(normals, np.float64).T
    return np.stack([np.ones_like(x), y, z, x, x * y, y * z, 3.0 * z * z - 1.0, x * z, x * x - y * y], axis=1)


def light_of(colour: FloatArray, normals: FloatArray, weight: FloatArray) -> Light:
    """The light in which skin of one colour would look most like a photo.

    Parameters
    ----------
    colour : (n, 3) float32
        Linear light of the photo at samples of the skin.
    normals : (n, 3) float32, unit
    weight : (n,) float32
        How well each is seen; 0 leaves it out, such as hair.

    Notes
    -----
    The colour of the skin comes out as a factor of the light, to be told by something known (`without_light`). Marks,
    shadows and gleams are outliers and count less in each round.
    """
    rows = np.flatnonzero(weight > 0.2)
    if len(rows) > 40_000:
        rows = rows[:: len(rows) // 40_000 + 1]
    basis, seen, base = harmonics(normals[rows]), colour[rows].astype(np.float64), weight[rows].astype(np.float64)
    damp = np.diag([0.0, 0.0, 0.0, 0.0, *[_DAMPED] * 5]) * base.sum()
    out = np.zeros((9, 3))
    share = base.copy()
    for _ in range(_ROUNDS):
        out = np.linalg.solve(
            basis.T @ (share[:, None] * basis) + damp + 1e-9 * np.eye(9), basis.T @ (share[:, None] * seen)
        )
        told = np.maximum(basis @ out, 1e-4)
        off = np.abs(seen / told - 1.0).mean(axis=1) / _OFF
        share = base / (1.0 + off * off)
    return Light(out)


def without_light(
    colour: FloatArray,
    normals: FloatArray,
    weight: FloatArray,
    light: Light,
    amount: float = 1.0,
    tone: DoubleArray | None = None,
) -> tuple[FloatArray, FloatArray]:
    """Colours with a light divided out, and weights that leave cast shadows and gleams to other photos.

    Parameters
    ----------
    colour, normals, weight : as in `light_of`
    light : Light
    amount : float
        0 leaves the light in, 1 takes all of it out.
    tone : (3,) float, optional
        The typical colour of the skin, linear light, if it is known: what colour the light had cannot be told from one
        photo. Without it the typical colour of what is seen stays.

    Returns
    -------
    colour : (n, 3) float32
    weight : (n,) float32
    """
    on = light.on(normals)
    seen = np.flatnonzero(weight > 0.3)
    flat = colour / on
    typical = np.median(flat[seen], axis=0) if len(seen) else np.ones(3)
    before = np.median(colour[seen], axis=0) if len(seen) else np.ones(3)
    grey = np.array([0.2126, 0.7152, 0.0722])
    ratio = (flat @ grey) / max(float(typical @ grey), 1e-6)
    shaded = np.clip((ratio - 0.75 * _SHADOW) / (0.25 * _SHADOW), 0.0, 1.0)
    gleams = np.clip((1.15 * _GLEAM - ratio) / (0.15 * _GLEAM), 0.0, 1.0)
    # skin is never much bluer or greener than it typically is: that is light of another kind, or no skin
    cold = np.log(np.maximum(flat[:, 2], 1e-5) / np.maximum(flat[:, 1], 1e-5) * (typical[1] / max(typical[2], 1e-6)))
    green = np.log(np.maximum(flat[:, 1], 1e-5) / np.maximum(flat[:, 0], 1e-5) * (typical[0] / max(typical[1], 1e-6)))
    skin = np.clip((_COLD[1] - np.maximum(cold, green)) / (_COLD[1] - _COLD[0]), 0.0, 1.0)
    dark = on @ grey / max(float(np.median(on[seen] @ grey)) if len(seen) else 1.0, 1e-6)
    lit = np.clip((dark - _DIM[0]) / (_DIM[1] - _DIM[0]), 0.0, 1.0)
    own = flat * ((before if tone is None else tone) / np.maximum(typical, 1e-6))
    out = colour ** (1.0 - amount) * np.maximum(own, 0.0) ** amount
    lost = 1.0 - amount * (1.0 - shaded * gleams * skin * lit)
    return out.astype(np.float32), (weight * lost).astype(np.float32)
