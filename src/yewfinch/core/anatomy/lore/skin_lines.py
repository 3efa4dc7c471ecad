"""Which way the skin of a face runs: the lines along which it folds and its pores are drawn out."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray

#: Features that the lines go round: the landmarks whose middle they lie at, and how far round they go, in distances
#: of these.
_ROUND = ((("en_l", "ex_l"), 1.1), (("en_r", "ex_r"), 1.1), (("ch_l", "ch_r"), 0.75))


def directions(points: DoubleArray, normals: DoubleArray, landmarks: Mapping[str, DoubleArray]) -> DoubleArray:
    """Unit directions of the skin's lines.

    Parameters
    ----------
    points, normals : (n, 3) float, mm
    landmarks : mapping of key to (3,) mm
        What is missing of en, ex and ch is left out.

    Returns
    -------
    (n, 3) float64
        Square to the normals.

    Notes
    -----
    Across on the forehead, round the eyes and the mouth, down and backwards over the cheeks, across on the neck: after
    the drawing of relaxed skin tension lines in Borges 1984, "Relaxed skin tension lines (RSTL) versus other skin
    lines" (from memory; the numbers are chosen by eye).
    """
    p, n = np.asarray(points, np.float64), np.asarray(normals, np.float64)
    side = np.where(p[:, 0] < 0.0, -1.0, 1.0)
    aim = np.zeros_like(p)
    aim[:, 0] = side
    places = {k: np.asarray(v, np.float64) for k, v in landmarks.items()}
    if "sn" in places and {"ex_l", "ex_r"} <= places.keys():  # the cheeks: from beside the nose down and back
        low, high = places["sn"][1], (places["ex_l"][1] + places["ex_r"][1]) / 2
        height = max(high - low, 1.0)
        cheek = np.exp(-(((p[:, 1] - (low + high) / 2) / (0.9 * height)) ** 2)) * np.clip(
            np.abs(p[:, 0]) / (1.2 * height) - 0.3, 0.0, 1.0
        )
        aim[:, 1] -= 1.3 * cheek
    for keys, reach in _ROUND:
        if not set(keys) <= places.keys():
            continue
        a, b = (places[k] for k in keys)
        middle, far = (a + b) / 2, reach * float(np.linalg.norm(a - b))
        way = p - middle
        away = np.linalg.norm(way * (1.0, 1.35, 1.0), axis=1)
        round_it = np.cross(np.array([0.0, 0.0, 1.0]), way)
        round_it /= np.maximum(np.linalg.norm(round_it, axis=1, keepdims=True), 1e-9)
        round_it *= np.where((round_it * aim).sum(axis=1) < 0.0, -1.0, 1.0)[:, None]  # a line has no head and no tail
        share = np.exp(-((away / far) ** 4))[:, None]
        aim = (1.0 - share) * aim + share * round_it * 1.5
    aim -= (aim * n).sum(axis=1, keepdims=True) * n
    size = np.linalg.norm(aim, axis=1, keepdims=True)
    other = np.cross(n, np.array([0.0, 1.0, 0.0]))
    other = np.where(np.linalg.norm(other, axis=1, keepdims=True) > 1e-6, other, np.array([1.0, 0.0, 0.0]))
    out = np.where(
        size > 1e-3,
        aim / np.maximum(size, 1e-9),
        other / np.maximum(np.linalg.norm(other, axis=1, keepdims=True), 1e-9),
    )
    return np.asarray(out)
