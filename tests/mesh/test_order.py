"""Face order: the same surface, compact leaves."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.mesh.surface import _surface_kernels
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.demo.shapes import cube_sphere


def grid(n):
    x, y = np.meshgrid(np.arange(n, dtype=np.float32), np.arange(n, dtype=np.float32), indexing="ij")
    positions = np.stack([x.ravel(), y.ravel(), np.zeros(n * n, np.float32)], axis=1)
    i, j = (a.ravel() for a in np.meshgrid(np.arange(n - 1), np.arange(n - 1), indexing="ij"))
    a = i * n + j
    return positions, np.stack([a, a + n, a + n + 1, a + 1], axis=1).astype(np.int32)


@settings(max_examples=15, deadline=None)
@given(st.integers(0, 2**32 - 1))
def test_a_shuffled_surface_is_the_same_surface(seed):
    positions, faces = grid(12)
    rng = np.random.default_rng(seed)
    rows = rng.permutation(len(positions))
    where = np.empty_like(rows)
    where[rows] = np.arange(len(rows))
    shuffled, mixed = positions[rows], where[faces][rng.permutation(len(faces))].astype(np.int32)
    new, old = in_face_order(shuffled, mixed)
    ordered = shuffled[old]
    assert sorted(old.tolist()) == list(range(len(positions)))

    def corners(p, f):
        return sorted(tuple(map(tuple, p[q])) for q in f)

    assert corners(ordered, new) == corners(positions, faces)


def test_leaves_of_an_ordered_surface_are_compact():
    positions, faces = grid(120)
    rng = np.random.default_rng(0)
    rows = rng.permutation(len(positions))
    where = np.empty_like(rows)
    where[rows] = np.arange(len(rows))
    bad = Surface(positions[rows], where[faces])
    new, old = in_face_order(positions[rows], where[faces].astype(np.int32))
    good = Surface(positions[rows][old], new)

    def size(s):
        return float(np.median((s.leaf_hi - s.leaf_lo)[:, :2].prod(axis=1)))

    assert size(good) < 0.15 * size(bad)


def test_vertices_without_faces_come_last():
    positions = np.array([[9, 9, 9], [0, 0, 0], [1, 0, 0], [0, 1, 0]], np.float32)
    faces, old = in_face_order(positions, np.array([[1, 2, 3, 3]], np.int32))
    assert old[-1] == 0
    assert faces.max() == 2


def test_the_order_is_the_same_at_every_version():
    # portraits rely on base heads coming out in one order; the sums were made by the first version that did so
    ball = cube_sphere(50)
    shuffled = ball.faces[np.random.default_rng(0).permutation(len(ball.faces))]
    faces, old = in_face_order(ball.positions, shuffled)
    assert (
        int((faces.astype(np.int64) * np.arange(faces.size).reshape(faces.shape)).sum())
        + 31 * int(faces[::7].astype(np.int64).sum())
        == 17959793618165
    )
    assert int((old.astype(np.int64) * np.arange(len(old))).sum()) == 1125337532501


@pytest.mark.parametrize("n", [0, 1, 7, 30_000])
def test_codes_and_faces_are_ordered_as_by_a_stable_sort(n):
    rng = np.random.default_rng(n)
    codes = rng.integers(0, 2**63, n).astype(np.uint64)
    codes[: n // 3] &= np.uint64(0xFFF)  # many alike
    np.testing.assert_array_equal(_surface_kernels.code_order(codes), np.argsort(codes, kind="stable"))
    if n == 0:
        return
    faces = rng.integers(0, max(4, n // 5), (n, 4)).astype(np.int32)
    low = faces.min(axis=1)
    made = _surface_kernels.by_lowest_row(faces, int(faces.max()) + 1)
    wanted = faces[np.argsort(low, kind="stable")]
    np.testing.assert_array_equal(made if len(made) else faces, wanted)
    assert len(_surface_kernels.by_lowest_row(wanted, int(faces.max()) + 1)) == 0  # they stand so already


def test_the_box_of_places_and_of_what_is_none():
    points = np.random.default_rng(3).normal(size=(20_000, 3)).astype(np.float32) * 100
    np.testing.assert_array_equal(_surface_kernels.extremes(points), [points.min(axis=0), points.max(axis=0)])
    for wrong in (np.nan, np.inf, -np.inf):
        points[17_000, 1] = wrong
        assert np.isnan(_surface_kernels.extremes(points)).all()
