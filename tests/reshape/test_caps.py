"""Triangles of flat patches: turned as Delaunay's are, and evened."""

import numpy as np
import pytest
from scipy.spatial import Delaunay

from yewfinch.core.mesh.repair import _edge_kernels as kernels
from yewfinch.core.reshape.adapt import evened


def _turned(points, triangles):
    out, alive = triangles.copy(), np.ones(len(triangles), np.uint8)
    kernels.turn_edges(out, alive, points, *kernels.adjacency(out, alive, len(points)))
    return out


def _set(triangles):
    return {tuple(sorted(t)) for t in np.asarray(triangles).tolist()}


@pytest.mark.parametrize("seed", range(6))
@pytest.mark.parametrize("count", [5, 60, 700])
def test_a_fan_becomes_the_triangulation_of_delaunay(seed, count):
    """Qhull's, through scipy: any triangles within a convex outline are turned into them (Lawson 1977)."""
    rng = np.random.default_rng(seed)
    turn = np.sort(rng.random(count)) * 2 * np.pi
    flat = np.stack([np.cos(turn), np.sin(turn)], axis=1) * (30.0, 18.0)
    ring = np.arange(1, count - 1)
    fan = np.stack([np.zeros(count - 2, int), ring, ring + 1], axis=1)
    made = _turned(np.c_[flat, np.zeros(count)], fan)
    assert _set(made) == _set(Delaunay(flat).simplices)
    a, b, c = (flat[made[:, k]] for k in range(3))
    assert ((b - a)[:, 0] * (c - a)[:, 1] - (b - a)[:, 1] * (c - a)[:, 0] > 0).all()  # none was turned over


def test_an_edge_of_three_triangles_stays_as_it_is():
    points = np.array([[0, 0, 0], [4, 0, 0], [2, 0.3, 0], [2, -0.3, 0], [2, 0.2, 0]], float)
    triangles = np.array([[0, 1, 2], [1, 0, 3], [0, 1, 4]])
    made = _turned(points, triangles)
    assert made.shape == (3, 3)
    assert all(len(set(t)) == 3 for t in made.tolist())


def test_a_patch_is_filled_with_triangles_of_the_size_of_its_rim():
    turn = np.linspace(0, 2 * np.pi, 120, endpoint=False)
    rim = np.c_[20 * np.cos(turn), 20 * np.sin(turn), np.zeros(120)]
    ring = np.arange(1, 119)
    edge = 2 * np.pi * 20 / 120
    at, made = evened(rim, np.stack([np.zeros(118, int), ring, ring + 1], axis=1), np.full(120, edge))
    assert np.array_equal(at[:120], rim)
    sides = np.linalg.norm(at[made] - at[np.roll(made, -1, axis=1)], axis=2)
    assert np.quantile(sides, 0.05) > 0.6 * edge
    assert np.quantile(sides, 0.95) < 1.6 * edge
    area = np.linalg.norm(np.cross(at[made[:, 1]] - at[made[:, 0]], at[made[:, 2]] - at[made[:, 0]]), axis=1).sum() / 2
    assert area == pytest.approx(0.5 * 120 * 400 * np.sin(2 * np.pi / 120), rel=1e-9)
