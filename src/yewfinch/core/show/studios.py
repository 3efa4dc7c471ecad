"""Studios: lamps round the clay, baked into the picture of a ball that is looked up by the way a surface faces."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.show.looking import Finish

#: Pixels of a side of a ball's picture.
SIDE = 128


@dataclass(frozen=True)
class Lamp:
    """A lamp far away.

    Attributes
    ----------
    way : (3,) float
        Towards it, for the viewer: right, up, towards the eye.
    colour : (3,) float
        Linear, with its strength.
    size : float, degrees
        Its radius as it is seen from the clay: large lamps make soft edges.
    """

    way: tuple[float, float, float]
    colour: tuple[float, float, float]
    size: float


@dataclass(frozen=True)
class Studio:
    """Lamps, and light from sky and floor.

    Attributes
    ----------
    title, hint : str
    lamps : tuple of Lamp
    sky, floor : (3,) float
        Linear.
    """

    title: str
    hint: str
    lamps: tuple[Lamp, ...]
    sky: tuple[float, float, float]
    floor: tuple[float, float, float]


#: Studios by id; common practice of lighting a bust, the numbers chosen by eye.
STUDIOS: dict[str, Studio] = {
    "bench": Studio("Bench", "The workshop's own light", (), (0.0, 0.0, 0.0), (0.0, 0.0, 0.0)),
    "window": Studio(
        "North window",
        "One large, cool window from the left: the softest light for planes",
        (Lamp((-0.75, 0.55, 0.45), (0.92, 0.97, 1.05), 32.0),),
        (0.13, 0.14, 0.155),
        (0.07, 0.06, 0.05),
    ),
    "two": Studio(
        "Two lamps",
        "A warm lamp high on the right, a cool one low on the left",
        (Lamp((0.65, 0.62, 0.5), (1.08, 0.90, 0.70), 9.0), Lamp((-0.85, -0.05, 0.35), (0.20, 0.28, 0.40), 18.0)),
        (0.07, 0.07, 0.075),
        (0.05, 0.045, 0.04),
    ),
    "rim": Studio(
        "Rim light",
        "Two lamps from behind draw the outline, a faint one fills the front",
        (
            Lamp((-0.85, 0.30, -0.45), (1.25, 1.22, 1.15), 12.0),
            Lamp((0.85, 0.35, -0.45), (1.1, 1.05, 0.95), 12.0),
            Lamp((0.1, 0.4, 0.9), (0.26, 0.26, 0.27), 30.0),
        ),
        (0.05, 0.05, 0.055),
        (0.03, 0.03, 0.03),
    ),
    "top": Studio(
        "From above",
        "A skylight: what turns down goes dark, so planes under brow, nose and lip read at once",
        (Lamp((0.0, 0.97, 0.24), (1.0, 0.98, 0.95), 24.0),),
        (0.13, 0.13, 0.13),
        (0.035, 0.033, 0.03),
    ),
    "hard": Studio(
        "Hard lamp",
        "One small lamp from the right and hardly any other light",
        (Lamp((0.70, 0.45, 0.55), (1.25, 1.2, 1.1), 2.0),),
        (0.03, 0.03, 0.033),
        (0.02, 0.02, 0.02),
    ),
}


def _disc(lamp: Lamp) -> DoubleArray:
    """Even directions over a lamp's disc, (k, 3)."""
    axis = np.array(lamp.way) / np.linalg.norm(lamp.way)
    right = np.cross(axis, (0.0, 1.0, 0.0) if abs(axis[1]) < 0.9 else (1.0, 0.0, 0.0))
    right /= np.linalg.norm(right)
    up = np.cross(right, axis)
    k = np.arange(48)  # a spiral of equal areas (Vogel 1979)
    r, a = np.tan(np.radians(lamp.size)) * np.sqrt((k + 0.5) / len(k)), k * np.pi * (3.0 - np.sqrt(5.0))
    ways = axis + (r * np.cos(a))[:, None] * right + (r * np.sin(a))[:, None] * up
    return np.asarray(ways / np.linalg.norm(ways, axis=1, keepdims=True))


@lru_cache(maxsize=64)
def ball(studio: str, finish: Finish) -> FloatArray:
    """The picture of a ball in a studio.

    Parameters
    ----------
    studio : str
        A key of `STUDIOS`.
    finish : Finish
        Its highlight and how far light creeps round are used, not its colour.

    Returns
    -------
    (SIDE, SIDE, 4) float32
        Linear light that falls on the stuff, as red, green and blue, and the highlight; by the normal's place from
        -1 to 1, to the right and upwards, lowest row first.

    Raises
    ------
    KeyError
        If there is no such studio.

    Notes
    -----
    Light by the cosine law over the disc of each lamp, highlights by the halfway vector (Blinn 1977).
    """
    held = STUDIOS[studio]
    t = (np.arange(SIDE) + 0.5) / SIDE * 2.0 - 1.0
    x, y = np.meshgrid(t, t)
    r = np.hypot(x, y)
    out = np.maximum(r, 1.0)
    x, y = x / out, y / out
    z = np.sqrt(np.maximum(1.0 - x * x - y * y, 0.0))
    n = np.stack([x, y, z], axis=-1).reshape(-1, 3)
    light = np.array(held.floor) + (0.5 + 0.5 * n[:, 1:2]) * (np.array(held.sky) - np.array(held.floor))
    gloss = np.zeros(len(n))
    soft = finish.soft
    for lamp in held.lamps:
        ways = _disc(lamp)
        facing = n @ ways.T
        light = light + np.maximum((facing + soft) / (1.0 + soft), 0.0).mean(axis=1)[:, None] * np.array(lamp.colour)
        half = ways + np.array([0.0, 0.0, 1.0])
        half /= np.maximum(np.linalg.norm(half, axis=1, keepdims=True), 1e-9)
        shine = np.maximum(n @ half.T, 0.0) ** finish.sharpness * (facing > 0.0)
        gloss += shine.mean(axis=1) * finish.gloss * float(np.mean(lamp.colour))
    made = np.concatenate([light, gloss[:, None]], axis=1).reshape(SIDE, SIDE, 4).astype(np.float32)
    made.flags.writeable = False
    return np.asarray(made)
