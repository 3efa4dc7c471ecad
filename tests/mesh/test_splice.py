"""A surface with a patch in it is what one made anew of the same rows and faces would be."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from yewfinch.core.mesh.repair.splice import Patch, spliced
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.demo.shapes import cube_sphere


def same_as_anew(made):
    now = made.surface
    anew = Surface(now.positions, now.faces, channels=now.channels)
    for name in ("faces", "ring_at", "ring", "closed", "face_start", "leaf_lo", "leaf_hi"):
        np.testing.assert_array_equal(getattr(now, name), getattr(anew, name), err_msg=name)
    np.testing.assert_allclose(now.normals, anew.normals, atol=1e-6)
    return now


def fans(surface, some):
    """Each of some faces in four triangles round its middle."""
    f, n = surface.faces[some], len(surface)
    middle = n + np.arange(len(some))
    faces = np.concatenate([np.stack([f[:, k], f[:, (k + 1) % 4], middle, middle], axis=1) for k in range(4)])
    at = surface.positions[f].mean(axis=1)
    none = np.empty(0, np.int32)
    return Patch(
        some,
        faces,
        none,
        surface.positions[none],
        surface.channels.at(none),
        at,
        Channels.unpacked(surface.channels.packed()[f].mean(axis=1)),
    )


@given(st.integers(0, 2**32 - 1))
def test_fans_in_random_faces(seed):
    rng = np.random.default_rng(seed)
    ball = cube_sphere(int(rng.integers(3, 24)))
    ball.colour[:] = rng.integers(0, 256, ball.colour.shape)
    some = np.sort(rng.choice(len(ball.faces), int(rng.integers(1, len(ball.faces) // 2)), replace=False))
    made = spliced(ball, fans(ball, some))
    now = same_as_anew(made)
    assert len(now) == len(ball) + len(some)
    assert len(now.faces) == len(ball.faces) + 3 * len(some)
    np.testing.assert_array_equal(now.positions[made.row], ball.positions)
    np.testing.assert_array_equal(now.colour[made.row], ball.colour)
    np.testing.assert_array_equal(
        made.carried(ball.colour[:, 1], np.arange(len(some)).astype(np.uint8)),
        np.r_[ball.colour[:, 1], np.arange(len(some)).astype(np.uint8)][made.source],
    )
    assert (np.diff(made.row) > 0).all()
    assert made.carried(np.zeros(len(ball), np.uint8), np.ones(len(some), np.uint8)).sum() == len(some)


def test_new_rows_lie_among_their_neighbours():
    ball = cube_sphere(60)
    some = ball.faces_of(ball.rows_in_ball((0, 0, 100), 20))
    made = spliced(ball, fans(ball, some))
    at = made.surface.positions[made.source >= len(ball)]
    before = made.surface.positions[np.maximum(np.nonzero(made.source >= len(ball))[0] - 1, 0)]
    assert np.median(np.linalg.norm(at - before, axis=1)) < 4.0  # mm; edges are of 2.6

    # so leaves stay small: those of all clay make up no more room than they did
    def room(s):
        return float(np.prod(s.leaf_hi - s.leaf_lo, axis=1).mean())

    assert room(made.surface) < 1.2 * room(ball)


def test_rows_that_go_and_move():
    ball = cube_sphere(12)
    row = int(ball.nearest_row((0, 0, 100)))
    gone = ball.faces_of(np.array([row]))
    ring = ball.ring[ball.ring_at[row] : ball.ring_at[row + 1]]
    rim = []
    for f in ball.faces[gone].tolist():  # each face without the row: two sides of the hole
        at = f.index(row)
        rim.append((f[(at + 1) % 4], f[(at + 2) % 4], f[(at + 3) % 4]))
    after = {a: (b, c) for a, b, c in rim}
    hole, at = [], int(ring[0])
    while not hole or at != hole[0]:
        hole += [at, after[at][0]]
        at = after[at][1]
    faces = np.array([[hole[0], hole[k], hole[k + 1], hole[k + 1]] for k in range(1, len(hole) - 1)])
    where = ball.positions[hole[:1]] + np.float32([0, 0, 3])
    none = np.empty((0, 3), np.float32)
    patch = Patch(gone, faces, np.array(hole[:1]), where, Channels.plain(1), none, Channels.plain(0))
    made = spliced(ball, patch)
    now = same_as_anew(made)
    assert made.row[row] == -1
    assert len(now) == len(ball) - 1
    np.testing.assert_array_equal(now.positions[made.row[hole[0]]], where[0])
    assert set(made.touched) >= set(made.row[hole])
    assert now.closed.all()
    patch = Patch(gone, faces, np.array(hole[:1]), where * np.nan, Channels.plain(1), none, Channels.plain(0))
    with pytest.raises(BadSurfaceError, match="not a number"):
        spliced(ball, patch)


def test_faces_of_rows_are_those_that_use_them():
    ball = cube_sphere(40)
    rows = ball.rows_in_ball((100, 0, 0), 12)
    np.testing.assert_array_equal(ball.faces_of(rows), np.nonzero(np.isin(ball.faces, rows).any(axis=1))[0])
    assert len(ball.faces_of(rows[:0])) == 0
