"""Adjacency, normals, boxes and local upkeep, against trimesh and slow references."""

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.conftest import cube_sphere

from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.errors import BadSurfaceError

GRID = np.array([[0, 0, 0], [1, 0, 0], [2, 0, 0], [0, 1, 0], [1, 1, 0], [2, 1, 0]], float)
QUADS = [[0, 1, 4, 3], [1, 2, 5, 4]]


def as_trimesh(s: Surface) -> trimesh.Trimesh:
    return trimesh.Trimesh(s.positions.astype(float), s.triangles(), process=False)


def slow_normals(s: Surface) -> np.ndarray:
    """Sum over the corners of all faces of the cross product of the two edges there."""
    out = np.zeros((len(s), 3))
    for f in s.faces:
        k = 3 if f[3] == f[2] else 4
        for j in range(k):
            v, a, b = f[j], f[(j + 1) % k], f[(j - 1) % k]
            p = s.positions.astype(float)
            out[v] += np.cross(p[a] - p[v], p[b] - p[v])
    return out / np.linalg.norm(out, axis=1, keepdims=True)


def test_ring_of_closed_surface_is_ordered_and_complete(ball):
    assert ball.closed.all()
    edges = {frozenset((int(f[i]), int(f[(i + 1) % 4]))) for f in ball.faces for i in range(4)}
    for v in range(0, len(ball), 97):
        ring = ball.ring[ball.ring_at[v] : ball.ring_at[v + 1]]
        assert len(set(ring.tolist())) == len(ring)
        assert {frozenset((v, int(w))) for w in ring} == {e for e in edges if v in e}


def test_open_ring_has_one_more_than_corners():
    s = Surface(GRID, QUADS)
    assert not s.closed.any()
    assert s.ring_at[2] - s.ring_at[1] == 3  # vertex 1 touches two quads


def test_normals_match_the_corner_sum(ball):
    np.testing.assert_allclose(ball.normals, slow_normals(ball), atol=1e-5)


def test_normals_of_triangles_match_trimesh():
    # trimesh 5.2: vertex normals weighted by face area
    icosphere = trimesh.creation.icosphere(3, 50.0)
    s = Surface(icosphere.vertices, icosphere.faces)
    m = as_trimesh(s)
    reference = np.zeros((len(s), 3))
    np.add.at(reference, m.faces.ravel(), np.repeat(m.face_normals * m.area_faces[:, None], 3, axis=0))
    reference /= np.linalg.norm(reference, axis=1, keepdims=True)
    np.testing.assert_allclose(s.normals, reference, atol=2e-5)


def test_volume_and_area_match_trimesh_and_the_closed_formulas():
    s = cube_sphere(64, 10.0)
    m = as_trimesh(s)
    # closed formulas of the sphere
    assert m.volume == pytest.approx(4 / 3 * np.pi * 1000, rel=2e-3)
    assert m.area == pytest.approx(4 * np.pi * 100, rel=2e-3)
    assert m.is_watertight
    assert m.is_winding_consistent


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 2**32 - 1), st.floats(3.0, 60.0))
def test_local_refresh_equals_a_full_rebuild(seed, radius):
    s = cube_sphere(24)
    rng = np.random.default_rng(seed)
    centre = s.positions[rng.integers(len(s))]
    rows = s.rows_in_ball(centre, radius)
    leaves = s.set_rows(rows, s.positions[rows] + rng.normal(0, 0.5, (len(rows), 3)).astype(np.float32))
    fresh = Surface(s.positions, s.faces)
    np.testing.assert_allclose(s.normals, fresh.normals, atol=1e-6)
    np.testing.assert_array_equal(s.leaf_lo, fresh.leaf_lo)
    np.testing.assert_array_equal(s.leaf_hi, fresh.leaf_hi)
    assert set(rows >> 9) <= set(leaves.tolist())


def test_rows_in_ball_match_a_brute_search(ball):
    centre = np.array([60.0, 70.0, 30.0])
    found = ball.rows_in_ball(centre, 45.0)
    gap = np.linalg.norm(ball.positions - centre.astype(np.float32), axis=1)
    np.testing.assert_array_equal(found, np.nonzero(gap <= 45.0)[0])
    assert ball.nearest_row(centre) == int(np.argmin(gap))


def test_an_edit_touches_only_nearby_rows(ball):
    rows = ball.rows_in_ball((100, 0, 0), 10.0)
    before = ball.positions.copy()
    normals = ball.normals.copy()
    ball.set_rows(rows, ball.positions[rows] * 1.01)
    far = np.linalg.norm(before - (100, 0, 0), axis=1) > 30
    assert far.sum() > 3000
    np.testing.assert_array_equal(ball.positions[far], before[far])
    np.testing.assert_array_equal(ball.normals[far], normals[far])


@pytest.mark.parametrize(
    ("positions", "faces", "message"),
    [
        (GRID[:, :2], QUADS, r"positions must have shape \(n, 3\)"),
        (GRID, [[0, 1]], r"faces must have shape"),
        (GRID, [[0, 1, 9, 3]], "names vertex 9"),
        (GRID, [[0, 1, -1, 3]], "names vertex -1"),
        (np.where(GRID == 2, np.nan, GRID), QUADS, "not a number"),
        (GRID * 1e7, QUADS, "kilometre"),
        (np.empty((0, 3)), np.empty((0, 4), int), "empty"),
    ],
)
def test_bad_surfaces_are_refused_in_words(positions, faces, message):
    with pytest.raises(BadSurfaceError, match=message):
        Surface(positions, faces)
