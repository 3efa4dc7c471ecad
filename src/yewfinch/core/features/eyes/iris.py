"""The iris and the white of an eye as colours: fibres, crypts, rings, spots, a dark edge; veins and yellowing.

All is made by code from a seed. Rows of places are given by how far out they are and their angle.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.features.eyes.eye import Eye, Iris
from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.colour import to_linear, to_srgb

#: The collarette, where the part round the pupil ends, from the pupil (0) to the edge of the iris (1).
_COLLARETTE = 0.3
#: Height of the pattern's relief, mm.
_RELIEF = 0.06
#: The white: middle, where it is yellowed, its veins, and the bluish blur round the iris; sRGB, chosen by eye.
_WHITE, _YELLOWED, _VEIN, _BLUR = (226, 221, 214), (214, 190, 140), (176, 66, 58), (150, 154, 156)
#: How far round the iris that blur goes, mm; how wide veins are, mm.
_LIMBUS, _VEINS = 0.9, 0.22


def _waves(rng: np.random.Generator, theta: DoubleArray, low: int, high: int, count: int) -> DoubleArray:
    """Noise round a circle with so many waves of whole numbers between two, about 1 high."""
    numbers = rng.integers(low, high, count)
    phases = rng.uniform(0.0, 2 * np.pi, count)
    return np.asarray(np.cos(theta[:, None] * numbers + phases).sum(axis=1) * np.sqrt(2.0 / count))


def _smooth(low: float, high: float, x: DoubleArray) -> DoubleArray:
    t = np.clip((x - low) / (high - low), 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))


def iris_colours(pattern: Iris, out: DoubleArray, theta: DoubleArray) -> tuple[ByteArray, DoubleArray]:
    """Colours and relief of an iris.

    Parameters
    ----------
    pattern : Iris
    out : (n,) float64
        0 at the pupil, 1 at the edge.
    theta : (n,) float64, radians

    Returns
    -------
    (n, 3) uint8
        sRGB.
    (n,) float64, mm
        Towards the eye's front.
    """
    rng = np.random.default_rng(pattern.seed)
    bent = theta + 0.05 * _waves(rng, theta, 3, 9, 5) * out
    fine = 0.6 * _waves(rng, bent, 34, 90, 14) + 0.7 * _waves(rng, bent, 14, 40, 10)
    mesh = _waves(rng, bent + 0.35 * (out - 0.5), 30, 70, 10) * _waves(rng, bent - 0.35 * (out - 0.5), 30, 70, 10)
    fibre = (fine + 0.5 * mesh) * (0.35 + 0.65 * _smooth(0.0, 0.5, out))
    zig = _COLLARETTE + 0.035 * _waves(rng, theta, 5, 17, 6)
    ruff = np.exp(-(((out - zig) / 0.05) ** 2))
    crypt = np.zeros(len(out))
    for _ in range(round(26 * pattern.crypts)):
        at, where = rng.uniform(0.0, 2 * np.pi), _COLLARETTE + rng.normal(0.07, 0.09)
        long, wide = rng.uniform(0.05, 0.11), rng.uniform(0.05, 0.11)
        away = np.abs(np.angle(np.exp(1j * (theta - at))))
        crypt = np.maximum(crypt, np.clip(1.4 - 1.4 * (np.abs(out - where) / long + away / wide), 0.0, 1.0))
    furrow = np.zeros(len(out))
    for number in range(round(6 * pattern.rings)):
        where, at, width = (
            0.58 + 0.07 * number + rng.normal(0.0, 0.01),
            rng.uniform(0, 2 * np.pi),
            rng.uniform(1.0, 3.0),
        )
        away = np.abs(np.angle(np.exp(1j * (theta - at))))
        furrow = np.maximum(furrow, np.exp(-(((out - where) / 0.018) ** 2)) * (1.0 - _smooth(0.6 * width, width, away)))
    spot = np.zeros(len(out))
    for _ in range(round(9 * pattern.spots)):
        at, where, size = rng.uniform(0.0, 2 * np.pi), rng.uniform(0.35, 0.9), rng.uniform(0.02, 0.05)
        away = np.hypot(np.angle(np.exp(1j * (theta - at))) * (0.3 + 0.7 * where) * 0.8, out - where)
        spot = np.maximum(spot, 1.0 - _smooth(0.5 * size, size, away))
    outer, inner = (to_linear(np.array(c, np.float64) / 255.0) for c in (pattern.outer, pattern.inner))
    share = 1.0 - _smooth(-0.06, 0.22, out - zig)
    colour = outer + (inner - outer) * share[:, None]
    light = 1.0 + pattern.fibres * 0.42 * fibre + 0.25 * ruff
    light *= (1.0 - 0.62 * crypt) * (1.0 - 0.35 * furrow) * (1.0 - 0.7 * spot)
    light *= 1.0 - 0.78 * pattern.edge * _smooth(0.8, 1.0, out + 0.02 * _waves(rng, theta, 4, 20, 6))
    light *= 1.0 - 0.55 * (1.0 - _smooth(0.0, 0.06, out))  # the pupil's dark ruff
    colour = np.clip(colour * np.clip(light, 0.05, 2.2)[:, None], 0.0, 1.0)
    height = _RELIEF * (pattern.fibres * 0.5 * fibre + ruff - 1.2 * crypt - 0.8 * furrow)
    return np.round(to_srgb(colour) * 255.0).astype(np.uint8), np.asarray(height)


def white_colours(eye: Eye, places: DoubleArray) -> ByteArray:
    """Colours of the white at places (n, 3) mm on the globe, seen from its centre with the iris along z; sRGB uint8."""
    from scipy.spatial import cKDTree

    rng = np.random.default_rng(eye.pattern.seed + 1000)
    way = places / np.maximum(np.linalg.norm(places, axis=1, keepdims=True), 1e-9)
    from_axis = eye.radius * np.arccos(np.clip(way[:, 2], -1.0, 1.0))
    rim = eye.radius * np.arcsin(min(eye.iris / eye.diameter, 1.0))
    beyond = from_axis - rim
    white, yellowed, vein, blur = (
        to_linear(np.array(c, np.float64) / 255.0) for c in (_WHITE, _YELLOWED, _VEIN, _BLUR)
    )
    aside = np.abs(way[:, 0]) / np.maximum(np.hypot(way[:, 0], way[:, 1]), 1e-9)
    yellow = eye.yellow * (0.25 + 0.75 * _smooth(0.2, 1.0, aside) * _smooth(1.0, 7.0, beyond))
    colour = white + (yellowed - white) * yellow[:, None]
    red = np.zeros(len(places))
    for _ in range(round(34 * eye.veins)):
        for path, wide in _vein(rng, eye, rim):
            if len(path) < 2:
                continue
            steps = np.linspace(0.0, len(path) - 1.0, 5 * len(path))
            points = np.stack([np.interp(steps, np.arange(len(path)), path[:, k]) for k in range(3)], axis=1)
            near = cKDTree(points).query(places, distance_upper_bound=2.0 * _VEINS)[0]
            red = np.maximum(red, (1.0 - _smooth(0.4 * wide, 1.7 * wide, near)) * (0.25 + 0.35 * wide / _VEINS))
    flush = 0.16 * eye.veins * _smooth(3.0, 9.0, beyond)
    colour = colour + (vein - colour) * np.clip(0.75 * red + flush, 0.0, 0.9)[:, None]
    soft = 1.0 - _smooth(0.0, _LIMBUS, beyond)
    colour = colour + (blur - colour) * (0.8 * soft)[:, None]
    return np.asarray(np.round(to_srgb(np.clip(colour, 0.0, 1.0)) * 255.0), np.uint8)


def _vein(rng: np.random.Generator, eye: Eye, rim: float) -> list[tuple[DoubleArray, float]]:
    """A vein that winds from a corner towards the iris, and a branch: points (k, 3) mm on the globe, and how wide."""
    side = rng.choice([0.0, np.pi])
    theta, far = side + rng.normal(0.0, 0.5), rim + rng.uniform(7.0, 11.0)
    wide, bend = _VEINS * rng.uniform(0.4, 1.0), 0.0
    paths: list[tuple[DoubleArray, float]] = []
    places = []
    for step in range(int(rng.integers(16, 40))):
        bend = 0.75 * bend + rng.normal(0.0, 0.02)
        theta, far = theta + bend, far - rng.uniform(0.12, 0.3)
        if far < rim + 0.8:
            break
        angle = far / eye.radius
        places.append(
            eye.radius * np.array([np.cos(theta) * np.sin(angle), np.sin(theta) * np.sin(angle), np.cos(angle)])
        )
        if step == 12:
            paths.append((np.array(places), wide))
            wide, bend = 0.6 * wide, bend + rng.choice([-0.04, 0.04])
            places = places[-1:]
    if places:
        paths.append((np.array(places), wide))
    return paths
