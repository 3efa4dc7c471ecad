"""Invented sitters with known truth: random heads, standpoints, lenses, noise and bad clicks.

For tests and the bench of the joint solve.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.figure.people import draw
from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import View
from yewfinch.core.sitter.noise import softness
from yewfinch.core.sitter.photo import Photo, Sitter

WIDTH, HEIGHT = 1080, 1350
#: Part of the photos that tell their lens, and the error of what they tell.
TOLD, TOLD_ERROR = 0.7, 0.02
#: How far a gross error lies off, pixels.
GROSS = 40.0
_EARS = ("t", "sa", "sba", "pra", "pa", "obs", "obi", "go", "eu", "zy")


@dataclass(frozen=True, eq=False)
class Invented:
    """A sitter and the truth.

    Attributes
    ----------
    sitter : Sitter
        Photos with marks; no picture files.
    landmarks : mapping of key to (3,) mm
    cameras : tuple of Camera
        One a photo.
    bad : frozenset of (photo id, landmark)
        Marks that were spoilt.
    """

    sitter: Sitter
    landmarks: dict[str, DoubleArray]
    cameras: tuple[Camera, ...]
    bad: frozenset[tuple[str, str]]


def invented(
    rng: np.random.Generator, photos: int, noise: float = 1.0, spoilt: float = 0.0, most: int = 40
) -> Invented:
    """A random sitter.

    Parameters
    ----------
    rng : numpy Generator
    photos : int
    noise : float
        Standard deviation of a mark on a sharp landmark, pixels; vague ones have more.
    spoilt : float
        Bad clicks a photo, on average: half are exchanged sides, half lie 40 px off.
    most : int
        Marks a photo at most.
    """
    truth = draw(rng)
    made, cameras = [], []
    bad: set[tuple[str, str]] = set()
    for i in range(photos):
        turn, tilt = float(rng.uniform(-95, 95)), float(rng.uniform(-20, 20))
        lens = float(np.exp(rng.uniform(np.log(28), np.log(135))))
        distance = lens / 85 * 950 * float(rng.uniform(0.85, 1.15))
        camera = View(turn, tilt, (0, -10, 20), distance, lens).camera(WIDTH, HEIGHT)
        keys = [k for k in GUIDED if _visible(k, turn)][:most]
        marks = {}
        for k in keys:
            x, y = camera.project(truth[k])[0] + rng.normal(0, noise * softness(k), 2)
            marks[k] = (float(x), float(y))
        name = f"p{i}"
        for _ in range(rng.poisson(spoilt)):
            bad |= {(name, k) for k in _spoil(rng, marks, keys)}
        told = lens * float(np.exp(rng.normal(0, TOLD_ERROR))) if rng.random() < TOLD else None
        made.append(Photo(name, name, f"{name}.jpg", WIDTH, HEIGHT, told, marks))
        cameras.append(camera)
    return Invented(Sitter(tuple(made)), truth, tuple(cameras), frozenset(bad))


def _spoil(rng: np.random.Generator, marks: dict[str, tuple[float, float]], keys: list[str]) -> set[str]:
    key = keys[int(rng.integers(len(keys)))]
    twin = LANDMARKS[key].twin
    if rng.random() < 0.5 and twin in marks and twin != key:
        marks[key], marks[twin] = marks[twin], marks[key]
        return {key, twin}
    a = float(rng.uniform(0, 2 * np.pi))
    marks[key] = (marks[key][0] + GROSS * np.cos(a), marks[key][1] + GROSS * np.sin(a))
    return {key}


def _visible(key: str, turn: float) -> bool:
    """Whether a landmark is likely to be seen with the head turned so far."""
    side = LANDMARKS[key].side
    if side == 0:
        return key != "op" or abs(turn) > 70
    if key.rsplit("_", 1)[0] in _EARS:
        return abs(turn) < 12 or side * turn > -10
    return side * turn >= -25
