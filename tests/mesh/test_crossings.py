"""Crossings of a surface with itself, against a library and against what is known."""

import igl
import numpy as np
import pytest

from yewfinch.core.mesh.query.crossings import crossings, untangled
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
    from yewfinch.core.mesh.surface.umbrella import umbrella

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
