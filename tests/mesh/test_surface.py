"""Adjacency, normals, boxes and local upkeep, against trimesh and slow references."""

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.mesh.surface.surface import Surface, triangles_apart
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.demo.shapes import cube_sphere

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


def slow_rings(faces, count):
    """Rings vertex by vertex.

    Fans one after the other, those with a beginning first; a ring is closed if one fan is all of it.
    """
    corners = [[] for _ in range(count)]
    for f in faces.tolist():
        k = 3 if f[3] == f[2] else 4
        for j in range(k):
            corners[f[j]].append((f[(j + 1) % k], f[(j + k - 1) % k]))
    rings, closed = [], []
    for own in corners:
        left, ring, fans, opened = list(range(len(own))), [], 0, False
        while left:
            begins = [i for i in left if not any(own[j][1] == own[i][0] for j in left)]
            at = begins[0] if begins else left[0]
            opened |= bool(begins)
            fans += 1
            while at is not None:
                ring.append(own[at][0])
                left.remove(at)
                last = at
                at = next((j for j in left if own[j][0] == own[at][1]), None)
            if begins:
                ring.append(own[last][1])
        rings.append(ring)
        closed.append(fans == 1 and not opened)
    return rings, closed


def cone(n):
    """A closed double cone whose tips have n faces each."""
    at = np.concatenate(
        [[[0, 0, 1], [0, 0, -1]], [[np.cos(a), np.sin(a), 0] for a in np.linspace(0, 2 * np.pi, n, endpoint=False)]]
    )
    faces = [f for k in range(n) for f in ((0, 2 + k, 2 + (k + 1) % n), (1, 2 + (k + 1) % n, 2 + k))]
    return at, np.array(faces)


@given(st.integers(0, 2**32 - 1))
def test_rings_of_any_faces_are_those_of_a_slow_search(seed):
    rng = np.random.default_rng(seed)
    kind = rng.integers(4)
    if kind == 0:  # what nobody would call a surface
        n = int(rng.integers(5, 30))
        faces = np.stack([rng.permutation(n)[:4] for _ in range(int(rng.integers(1, 40)))])
        faces[rng.random(len(faces)) < 0.5, 3] = -1
        faces[:, 3] = np.where(faces[:, 3] < 0, faces[:, 2], faces[:, 3])
        at = rng.normal(size=(n, 3))
    elif kind == 1:  # tips with more faces than a word has bits, whole or with some gone
        at, faces = cone(int(rng.integers(3, 150)))
        faces = faces[rng.random(len(faces)) < rng.choice([1.0, 0.9])]
    else:
        ball = cube_sphere(int(rng.integers(2, 8)))
        at, faces = ball.positions, ball.faces[rng.random(len(ball.faces)) < rng.choice([1.0, 0.8])]
    if not len(faces):
        return
    s = Surface(at, faces)
    rings, closed = slow_rings(s.faces, len(s))
    assert [s.ring[a:b].tolist() for a, b in zip(s.ring_at[:-1], s.ring_at[1:], strict=True)] == rings
    used = np.array([len(r) > 0 for r in rings])
    np.testing.assert_array_equal(s.closed[used] > 0, np.array(closed)[used])


def test_leaves_know_whom_they_touch(ball):
    shift = 9
    for leaf in range(ball.leaf_count):
        faces = ball.faces[ball.face_start[leaf] : ball.face_start[leaf + 1]]
        assert ((faces.min(axis=1) >> shift) == leaf).all()
        at = ball.positions[
            np.unique(np.concatenate([faces.ravel(), np.arange(leaf << shift, min(len(ball), (leaf + 1) << shift))]))
        ]
        np.testing.assert_array_equal(ball.leaf_lo[leaf], at.min(axis=0))
        np.testing.assert_array_equal(ball.leaf_hi[leaf], at.max(axis=0))
        users = {
            int(v) for v in np.unique(ball.faces.min(axis=1)[((ball.faces >> shift) == leaf).any(axis=1)] >> shift)
        }
        assert set(ball.leaf_owners(leaf).tolist()) == users | {leaf}


def test_a_surface_moved_in_a_few_rows_is_one_moved_in_all(ball):
    rows = ball.rows_in_ball((60.0, 70.0, 30.0), 30.0)
    at = ball.positions.copy()
    at[rows] *= np.float32(1.05)
    part, whole = ball.moved(at, rows=rows), ball.moved(at)
    for name in ("positions", "normals", "leaf_lo", "leaf_hi", "colour"):
        np.testing.assert_array_equal(getattr(part, name), getattr(whole, name))
    assert (part.version, part.faces is ball.faces) == (0, True)
    part.set_rows(rows, ball.positions[rows])
    np.testing.assert_array_equal(part.normals, ball.normals)
    at[rows[0]] = np.nan
    with pytest.raises(BadSurfaceError, match="not a number"):
        ball.moved(at, rows=rows)
    copy = ball.copy()
    assert copy.faces is not ball.faces and copy.ring is ball.ring
    np.testing.assert_array_equal(copy.normals, ball.normals)


@pytest.mark.parametrize("open_", [False, True])
def test_a_turned_surface_is_the_one_made_of_turned_faces(ball, open_):
    rng = np.random.default_rng(3)
    faces = ball.faces[len(ball.faces) // 3 :] if open_ else ball.faces
    used, named = np.unique(faces, return_inverse=True)
    s = Surface(ball.positions[used], named.reshape(faces.shape), rng.integers(0, 255, (len(used), 4)))
    places = s.positions * np.float32([-1, 1, 1])
    made, expected = s.turned(places), Surface(places, turned_round(s.faces), channels=s.channels)
    for name in (
        "positions",
        "faces",
        "ring_at",
        "ring",
        "closed",
        "normals",
        "colour",
        "leaf_lo",
        "leaf_hi",
        "face_start",
        "_links",
    ):
        np.testing.assert_array_equal(getattr(made, name), getattr(expected, name), err_msg=name)
    made.set_rows(np.array([0], np.int32), made.positions[:1] * 1.1)
    np.testing.assert_array_equal(s.positions, ball.positions[used])  # nothing is shared that is written to


@pytest.mark.parametrize("order", ["as they stand", "turned round"])
def test_all_rows_moved_at_once_are_as_if_moved_in_two_lots(order):
    rng = np.random.default_rng(3)
    at_once, by_lots = cube_sphere(30), cube_sphere(30)
    rows = np.arange(len(at_once), dtype=np.int32)[:: 1 if order == "as they stand" else -1]
    new = at_once.positions[rows] + rng.normal(size=(len(rows), 3)).astype(np.float32)
    dirty = at_once.set_rows(rows, new)
    half = len(rows) // 2
    by_lots.set_rows(rows[:half], new[:half])
    by_lots.set_rows(rows[half:], new[half:])
    assert np.array_equal(dirty, np.arange(at_once.leaf_count))
    assert dirty.dtype == np.int32
    for name in ("positions", "normals", "leaf_lo", "leaf_hi"):
        assert np.array_equal(getattr(at_once, name), getattr(by_lots, name)), name


def test_a_surface_that_takes_arrays_over_equals_one_that_copies_them() -> None:
    made = cube_sphere(12)
    taken = Surface.taking(made.positions.copy(), made.faces.copy(), made.channels.copy())
    assert "ring" not in vars(taken)  # nobody has asked for it
    rows = np.arange(40, dtype=np.int32)
    there = made.positions[rows] * np.float32(1.1)
    made.set_rows(rows, there)
    taken.set_rows(rows, there)
    for name in ("positions", "faces", "normals", "ring_at", "ring", "closed", "leaf_lo", "leaf_hi"):
        assert np.array_equal(getattr(made, name), getattr(taken, name)), name


def test_a_surface_that_takes_arrays_over_says_what_is_wrong_with_them() -> None:
    made = cube_sphere(4)
    with pytest.raises(BadSurfaceError, match="names vertex 9999"):
        Surface.taking(made.positions.copy(), np.full_like(made.faces, 9999), made.channels.copy())
    with pytest.raises(BadSurfaceError, match="colour must have shape"):
        Surface.taking(made.positions.copy(), made.faces.copy(), Channels.plain(3))


def test_quads_are_cut_where_no_edge_is_yet():
    # a quad whose first diagonal is the side of a triangle beside it, and two quads that would share a cut
    faces = np.array([[0, 1, 2, 3], [0, 2, 4, 4], [5, 6, 7, 8], [7, 9, 5, 10]], np.int32)
    cut = triangles_apart(faces)
    edges = np.sort(np.concatenate([cut[:, [k, (k + 1) % 3]] for k in range(3)]), axis=1)
    assert np.unique(edges, axis=0, return_counts=True)[1].max() <= 2
    assert len(cut) == 7
    plain = cube_sphere(6, 10.0)
    np.testing.assert_array_equal(
        np.unique(np.sort(triangles_apart(plain.faces), axis=1), axis=0),
        np.unique(np.sort(plain.triangles(), axis=1), axis=0),
    )
