"""Skin colour, hair, brows, lashes and a pullover for the photographed sitter."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.field_shapes import blend, ellipsoid
from yewfinch.core.reshape.quad_net import symmetric_quads
from yewfinch.core.shared.arrays import DoubleArray

SKIN = np.array([0.545, 0.330, 0.235])  # linear light
HAIR = np.array([0.060, 0.034, 0.020])
#: Lashes of one upper lid.
_LASHES = 130


def _spot(p: DoubleArray, centre: tuple[float, float, float], radius: float) -> DoubleArray:
    q = p.copy()
    q[:, 0] = np.abs(q[:, 0])
    return np.exp(-(((q - centre) ** 2).sum(axis=1)) / radius**2)


def scalp(p: DoubleArray) -> DoubleArray:
    """How much a point of the base head's form belongs to the hair, 0 to 1."""
    x, y, z = np.abs(p[:, 0]), p[:, 1], p[:, 2]
    line = 88.0 - 0.012 * x**2 + 5.0 * np.sin(x * 0.16)  # hairline over the brow
    front = y - np.where(z > 20, line, 88.0)
    side = y - np.interp(z, [-100, -60, -38, -12, 6, 40, 62, 80], [-34, -36, -20, 16, 8, 30, 58, 86])
    reach = np.minimum(np.where(z > 20, np.maximum(front, side - 30), side), side)
    ear = ((z + 10) ** 2 / 26**2 + (y - 2) ** 2 / 34**2 < 1) & (x > 64)
    return np.where(ear, 0.0, np.clip(reach / 7.0 + 0.5, 0, 1))


def brows(p: DoubleArray) -> DoubleArray:
    """How much a point belongs to the brows, 0 to 1."""
    x, y = np.abs(p[:, 0]), p[:, 1]
    middle = np.interp(x, [10, 20, 34, 46, 54], [38.5, 42.0, 46.0, 43.0, 37.0])
    half = np.interp(x, [8, 12, 28, 44, 54], [2.5, 5.0, 4.8, 3.0, 1.0])
    inside = np.clip(1.25 - np.abs(y - middle) / half, 0, 1) * (p[:, 2] > 40)
    return np.where((x > 8.5) & (x < 53), inside, 0.0)


def skin_colour(rest: DoubleArray, rng: np.random.Generator) -> DoubleArray:
    """Linear colour of each vertex from its place on the base head, (n, 3)."""
    p = rest
    c = np.tile(SKIN, (len(p), 1))
    red = np.array([1.10, 0.80, 0.78])
    for centre, radius, amount in (
        ((40, -16, 72), 24, 0.55), ((0, -16, 116), 17, 0.75), ((12, -20, 102), 10, 0.45),
        ((80, 5, -12), 28, 0.55), ((0, -84, 92), 18, 0.25), ((32, 14, 80), 12, 0.2),
    ):  # fmt: skip
        c *= 1 + (red - 1) * (_spot(p, centre, radius) * amount)[:, None]
    c *= 1 + (np.array([1.03, 1.02, 0.92]) - 1) * np.clip((p[:, 1] - 45) / 30, 0, 1)[:, None]
    violet = _spot(p, (30, 8, 82), 11) * 0.5
    c *= 1 + (np.array([0.86, 0.80, 0.86]) - 1) * violet[:, None]
    x, y = np.abs(p[:, 0]), p[:, 1]
    beard = np.clip((-26 - y - 0.0 * x) / 12, 0, 1) * np.clip((y + 104) / 16, 0, 1) * (p[:, 2] > 2)
    beard *= np.clip((-12 - y + (x - 30) * 0.9) / 14, 0, 1)
    c *= 1 + (np.array([0.76, 0.78, 0.84]) - 1) * beard[:, None]
    lip_up = np.interp(x, [0, 6, 15, 27], [-42.0, -40.7, -43.7, -50.1])
    lip_lo = np.interp(x, [0, 8, 17, 27], [-58.8, -58.2, -55.2, -50.5])
    lip = np.clip((lip_up - y) / 1.6 + 0.5, 0, 1) * np.clip((y - lip_lo) / 1.8 + 0.5, 0, 1)
    lip *= np.clip((27.0 - x) / 4.0, 0, 1) * (p[:, 2] > 78)
    c = c + (np.array([0.36, 0.135, 0.115]) - c) * (0.55 * lip)[:, None]
    c = c + (HAIR * 2.2 - c) * (scalp(p) * 0.9)[:, None]
    c = c + (HAIR * 2.0 - c) * (brows(p) * 0.55)[:, None]
    edge = _spot(p, (16.5, 20.5, 78), 4.0)
    c = c + (np.array([0.48, 0.20, 0.17]) - c) * (edge * 0.7)[:, None]
    blotch = _noise(p, 9.0, rng) * 0.045 + _noise(p, 3.0, rng) * 0.030 + _noise(p, 1.5, rng) * 0.022
    c *= 1 + blotch[:, None] * np.array([0.6, 1.2, 1.2])
    return np.clip(c, 0.004, 1)


def _noise(p: DoubleArray, size: float, rng: np.random.Generator) -> DoubleArray:
    """Smooth noise of about unit spread: a few dozen waves of wavelength round `size` mm."""
    k = rng.normal(size=(28, 3))
    k *= (2 * np.pi / (size * rng.uniform(0.7, 1.6, 28)) / np.linalg.norm(k, axis=1))[:, None]
    return np.asarray(np.sin(p @ k.T + rng.uniform(0, 6.28, 28)).sum(axis=1) / np.sqrt(14.0))


def strands(head: Surface, rest: DoubleArray, rng: np.random.Generator) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Hair as ribbons: triangles' corners (k, 3, 3) mm, normals and linear colours alike."""
    f = head.faces
    p, n, r = head.positions.astype(float), head.normals.astype(float), rest
    corners = p[f]
    area = np.linalg.norm(np.cross(corners[:, 2] - corners[:, 0], corners[:, 3] - corners[:, 1]), axis=1)
    middle = r[f].mean(axis=1)
    out: list[tuple[DoubleArray, DoubleArray, DoubleArray]] = []
    for weight, count, length, width, lift in (
        (scalp(middle), 42000, 15.0, 0.36, 0.14), (brows(middle), 1500, 7.0, 0.19, 0.07),
    ):  # fmt: skip
        chance = area * weight**2
        pick = rng.choice(len(f), count, p=chance / chance.sum())
        mix = rng.dirichlet(np.ones(4), count)[:, :, None]
        root, normal = (p[f[pick]] * mix).sum(axis=1), (n[f[pick]] * mix).sum(axis=1)
        where = (r[f[pick]] * mix).sum(axis=1)
        side = np.sign(where[:, :1])
        if length > 10:  # combed back and to the side, whorled at the crown
            flow = np.concatenate([0.35 * np.ones_like(side), -0.12 - 0.6 * (where[:, 2:] < 0), -np.ones_like(side)], 1)
            flow[:, 1] -= 0.9 * np.clip((np.abs(where[:, 0]) - 45) / 20, 0, 1)
        else:
            t = np.clip((np.abs(where[:, :1]) - 10) / 40, 0, 1)
            flow = np.concatenate([side, 0.9 - 1.5 * t, -0.35 * np.ones_like(side)], 1)
        flow = flow + rng.normal(size=flow.shape) * 0.22
        flow -= (flow * normal).sum(axis=1, keepdims=True) * normal
        flow /= np.linalg.norm(flow, axis=1, keepdims=True)
        size = (length * rng.uniform(0.6, 1.15, count) * (0.55 + 0.45 * (where[:, 1] > 70)))[:, None]
        across = np.cross(flow, normal)
        tone = HAIR * rng.uniform(0.55, 1.7, (count, 1))
        path = [root - normal * 0.4, root + flow * size * 0.5 + normal * size * lift,
                root + flow * size + normal * size * lift * 0.75]  # fmt: skip
        halves = [width * 0.5, width * 0.42, 0.04]
        shade = normal * 0.75 + flow * 0.1 + across * rng.normal(size=(count, 1)) * 0.5
        for a, b, wa, wb in zip(path[:-1], path[1:], halves[:-1], halves[1:], strict=True):
            q = [a - across * wa, a + across * wa, b + across * wb, b - across * wb]
            for tri in ((0, 1, 2), (0, 2, 3)):
                verts = np.stack([q[i] for i in tri], axis=1)
                out.append((verts, np.repeat(shade[:, None], 3, 1), np.repeat(tone[:, None], 3, 1)))
    return tuple(np.concatenate([o[i] for o in out]) for i in range(3))  # type: ignore[return-value]  # there are three


def lashes(lines: Mapping[str, DoubleArray], rng: np.random.Generator) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """Short dark strands along the upper lid margins, which are given as lines (n, 3) mm by their keys."""
    verts, shades, tones = [], [], []
    for key, sign in (("lid_upper_l", 1.0), ("lid_upper_r", -1.0)):
        line = lines[key]
        u = rng.uniform(0.1, 0.98, _LASHES)
        at = u * (len(line) - 1)
        low = np.minimum(at.astype(int), len(line) - 2)
        root = line[low] + (at - low)[:, None] * (line[low + 1] - line[low]) + (0.0, -0.2, 0.3)
        way = np.stack([(u - 0.45) * 1.1 * sign, 0.15 + 0 * u, 1.0 + 0 * u], 1) + rng.normal(size=(_LASHES, 3)) * 0.12
        way *= (rng.uniform(4.0, 7.5, _LASHES) / np.linalg.norm(way, axis=1))[:, None]
        across = np.array([0.13, 0.0, 0.0])
        middle, tip = root + 0.55 * way + (0, -0.2, 0), root + way + (0, 1.6, 0)
        for corners in ((root - across, root + across, middle + 0.6 * across),
                        (root - across, middle + 0.6 * across, middle - 0.6 * across),
                        (middle - 0.6 * across, middle + 0.6 * across, tip)):  # fmt: skip
            verts.append(np.stack(corners, axis=1))
            shades.append(np.tile(np.array([0.0, 0.6, 0.8]), (_LASHES, 3, 1)))
            tones.append(np.tile(HAIR * 0.5, (_LASHES, 3, 1)))
    return np.concatenate(verts), np.concatenate(shades), np.concatenate(tones)


def pullover() -> Surface:
    """Shoulders in a knitted pullover with a round neck."""

    def field(p: DoubleArray) -> DoubleArray:
        d = ellipsoid(p, (0, -264, -46), (215, 104, 94), power=2.6)
        d = blend(d, ellipsoid(p, (0, -182, -44), (112, 50, 84)), 60.0)
        ring = np.sqrt((np.hypot(p[:, 0], (p[:, 2] + 30 - (p[:, 1] + 158) * 0.45) * 1.04) - 66) ** 2
                       + ((p[:, 1] + 158) - (p[:, 2] + 34) * -0.28) ** 2) - 9.5  # fmt: skip
        d = blend(d, ring, 12.0)
        rib = 0.9 * np.sin(np.arctan2(p[:, 2] + 30, p[:, 0]) * 70) * np.exp(-np.maximum(ring, 0) / 3)
        return np.asarray(d + rib)

    axis = np.arange(2.0, 244.0, 4.0)
    ys = np.arange(-400.0, -104.0, 4.0)
    zs = np.arange(-184.0, 112.0, 4.0)
    positions, faces, _ = symmetric_quads(field, axis, ys, zs, relax=4)
    return Surface(positions, faces)
