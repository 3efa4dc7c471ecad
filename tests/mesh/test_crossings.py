"""Crossings of a surface with itself, against a library and against what is known."""

import igl
import numpy as np
import pytest

from yewfinch.core.mesh.query.crossings import crossings, stored_untangled, untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.demo.shapes import cube_sphere


def by_library(points, triangles):
    """Every pair without a common corner by libigl's triangle test (Guigue & Devillers 2003)."""
    out = set()
    for i in range(len(triangles)):
        for j in range(i + 1, len(triangles)):
            if not set(triangles[i]) & set(triangles[j]):
                corners = [np.ascontiguousarray(points[r][None]) for r in (*triangles[i], *triangles[j])]
                if igl.tri_tri_intersection_test_3d(*corners)[0]:
                    out.add((i, j))
    return out


@pytest.mark.parametrize("seed", range(6))
def test_random_triangles_as_libigl_finds_them(seed):
    rng = np.random.default_rng(seed)
    points = rng.uniform(-10, 10, (90, 3))
    triangles = rng.permutation(90).reshape(30, 3)
    found = {tuple(int(v) for v in p) for p in crossings(points, triangles)}
    assert found == by_library(points, triangles)
    assert len(found) > 5


def test_a_ball_does_not_cross_itself_two_balls_do():
    ball = cube_sphere(8)
    t = ball.triangles()
    assert len(crossings(ball.positions, t)) == 0
    n = len(ball)
    both = np.concatenate([ball.positions, ball.positions + np.array([90.0, 0, 0])])
    found = crossings(both, np.concatenate([t, t + n]))
    assert len(found) > 20
    assert ((found[:, 0] < len(t)) & (found[:, 1] >= len(t))).all()  # never within one ball


def test_nothing_at_all():
    assert crossings(np.zeros((0, 3)), np.zeros((0, 3), int)).shape == (0, 2)


def test_a_tangle_is_smoothed_away_and_the_rest_left_alone():
    ball = cube_sphere(16)
    t = ball.triangles()
    p = ball.positions.astype(float)
    row = int(np.argmax(p[:, 2]))
    other = np.argsort(np.linalg.norm(p - p[row], axis=1))[14]
    p[[row, other]] = p[[other, row]]  # two exchanged: the faces between them fold over
    assert len(crossings(p, t)) > 0
    out = untangled(p, t, umbrella(ball.faces, len(p)))
    assert len(crossings(out, t)) == 0
    far = np.linalg.norm(ball.positions - ball.positions[row], axis=1) > 70
    np.testing.assert_array_equal(out[far], p[far])


@pytest.mark.parametrize("seed", range(6))
def test_looked_for_near_changed_triangles_are_all_pairs_with_one_of_them(seed):
    rng = np.random.default_rng(seed)
    points = rng.uniform(-10, 10, (900, 3))
    triangles = rng.permutation(900).reshape(300, 3)
    points[triangles[:, 1:]] = points[triangles[:, :1]] + 0.3 * (points[triangles[:, 1:]] - points[triangles[:, :1]])
    changed = rng.random(300) < 0.1
    whole, part = crossings(points, triangles), crossings(points, triangles, changed)
    wanted = whole[changed[whole].any(axis=1)]
    assert len(wanted) > 3
    assert np.array_equal(part[changed[part].any(axis=1)], wanted)
    assert {tuple(p) for p in part.tolist()} <= {tuple(p) for p in whole.tolist()}
    assert not len(crossings(points, triangles, np.zeros(300, bool)))


def plate(count=21):
    """A flat net of quads that lies askew, its triangles, and the mean of each vertex's neighbours."""
    i, j = np.divmod(np.arange(count * count), count)
    quads = np.array([[a * count + b, (a + 1) * count + b, (a + 1) * count + b + 1, a * count + b + 1]
                      for a in range(count - 1) for b in range(count - 1)])  # fmt: skip
    along, across = np.array([0.6, 0.8, 0.0]), np.array([-0.48, 0.36, 0.8])
    at = 3.0 * (i[:, None] * along + j[:, None] * across) + 100.0
    return at, np.concatenate([quads[:, :3], quads[:, [0, 2, 3]]]), umbrella(quads, len(at)), along


def test_what_crosses_once_it_is_stored_is_smoothed_too():
    at, triangles, pull, along = plate()
    middle = 10 * 21 + 10
    at[[middle, middle + 1]] += 7.0 * along  # over its neighbours, in the same plane
    assert not len(crossings(at, triangles))  # what lies in one plane does not cross it
    upright = np.cross(along, [-0.48, 0.36, 0.8])

    def folded(p):
        a, b, c = (p[triangles[:, k]].astype(float) for k in range(3))
        return (np.cross(b - a, c - a) @ upright <= 0).sum()

    assert folded(at) >= 3
    made = stored_untangled(at, triangles, pull)
    assert made.dtype == np.float32 and not folded(made)
    far = np.linalg.norm(at - at[middle], axis=1) > 25.0
    assert far.sum() > 100
    np.testing.assert_array_equal(made[far], at[far].astype(np.float32))


def test_what_smoothing_does_not_undo_is_left_as_it_was():
    ball = cube_sphere(6)
    two = np.concatenate([ball.positions, ball.positions + np.float32(30.0)])  # two balls that go through each other
    triangles = np.concatenate([ball.triangles(), ball.triangles() + len(ball)])
    pull = umbrella(np.concatenate([ball.faces, ball.faces + len(ball)]), len(two))
    np.testing.assert_array_equal(stored_untangled(two, triangles, pull, rounds=1), two)
