"""Catmull-Clark against its published rules, worked examples and limit weights."""

import numpy as np
import pytest

from yewfinch.core.mesh.levels.subdivision import limit, split

CUBE = np.array([(x, y, z) for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], float)
QUADS = np.array([(0, 1, 3, 2), (4, 6, 7, 5), (0, 4, 5, 1), (2, 3, 7, 6), (0, 2, 6, 4), (1, 5, 7, 3)], np.int32)


def naive(positions, faces):
    """Catmull & Clark 1978, slowly, for closed quads: vertices, edges in order, faces."""
    centre = [positions[f].mean(axis=0) for f in faces]
    edges: dict[tuple[int, int], list[int]] = {}
    for i, f in enumerate(faces):
        for k in range(4):
            edges.setdefault(tuple(sorted((int(f[k]), int(f[(k + 1) % 4])))), []).append(i)
    out = []
    for v in range(len(positions)):
        own = [centre[i] for i, f in enumerate(faces) if v in f]
        middles = [positions[list(e)].mean(axis=0) for e in edges if v in e]
        n = len(own)
        out.append((np.mean(own, axis=0) + 2 * np.mean(middles, axis=0) + (n - 3) * positions[v]) / n)
    for e in sorted(edges):
        out.append((positions[e[0]] + positions[e[1]] + sum(centre[i] for i in edges[e])) / 4)
    return np.array(out + centre)


def test_cube_by_the_worked_example():
    # computed with numpy from Catmull & Clark 1978: corner 5/9, edge point (.75, .75, 0), V/F 26/24
    step = split(QUADS, 8)
    finer = step.smooth() @ CUBE
    assert (step.size, len(step.faces)) == (26, 24)
    np.testing.assert_allclose(np.abs(finer[:8]), 5 / 9)
    assert {tuple(np.round(np.sort(np.abs(p)), 6)) for p in finer[8:20]} == {(0.0, 0.75, 0.75)}


def test_the_matrix_does_what_the_rules_say():
    rng = np.random.default_rng(3)
    faces = split(QUADS, 8).faces
    p = rng.normal(size=(26, 3))
    np.testing.assert_allclose(split(faces, 26).smooth() @ p, naive(p, faces), atol=1e-12)


def test_limit_of_the_cube():
    # Halstead et al. 1993: a cube's corner goes to .5; six steps come within 1e-5
    np.testing.assert_allclose(np.abs(limit(QUADS, CUBE)), 0.5)
    p, faces = CUBE, QUADS
    for _ in range(6):
        step = split(faces, len(p))
        p, faces = step.smooth() @ p, step.faces
    np.testing.assert_allclose(np.abs(p[:8]), 0.5, atol=1e-5)
    np.testing.assert_allclose(limit(faces, p)[:8], limit(QUADS, CUBE), atol=1e-9)


def test_linear_means_and_mirror_rows():
    step = split(QUADS, 8)
    finer = step.linear(CUBE)
    np.testing.assert_allclose(finer[8:20], CUBE[step.edges].mean(axis=1))
    mirror = np.array([int(np.argmin(np.linalg.norm(CUBE - p * [-1, 1, 1], axis=1))) for p in CUBE], np.int32)
    paired = step.paired(mirror)
    np.testing.assert_allclose(finer[paired], finer * [-1, 1, 1])


def test_triangles_become_three_quads_each():
    tetra = np.array([(0, 1, 2, 2), (0, 3, 1, 1), (1, 3, 2, 2), (0, 2, 3, 3)], np.int32)
    step = split(tetra, 4)
    assert (step.size, len(step.faces)) == (14, 12)
    pairs = np.sort(np.concatenate([step.faces[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)
    assert (np.unique(pairs, axis=0, return_counts=True)[1] == 2).all()
    p = np.random.default_rng(1).normal(size=(4, 3))
    np.testing.assert_allclose((step.smooth() @ p)[10:], p[tetra[:, :3]].mean(axis=1))


def test_an_open_rim_is_a_cubic_spline():
    # common practice: rim edges split in the middle, rim vertices 1/8 6/8 1/8
    flat = np.array([(0, 1, 4, 3), (1, 2, 5, 4)], np.int32)
    p = np.array([(x, y, 0) for y in (0, 1) for x in (0, 1, 3)], float)
    step = split(flat, 6)
    finer = step.smooth() @ p
    np.testing.assert_allclose(finer[1], 0.75 * p[1] + 0.125 * (p[0] + p[2]))
    rim = [i for i, e in enumerate(step.edges) if tuple(e) == (0, 1)]
    np.testing.assert_allclose(finer[6 + rim[0]], (p[0] + p[1]) / 2)


@pytest.mark.parametrize("seed", range(3))
def test_moved_and_turned_alike(seed):
    from scipy.spatial.transform import Rotation

    rng = np.random.default_rng(seed)
    turn, shift = Rotation.random(random_state=rng).as_matrix(), rng.normal(size=3)
    matrix = split(QUADS, 8).smooth()
    np.testing.assert_allclose(matrix @ (CUBE @ turn.T + shift), (matrix @ CUBE) @ turn.T + shift, atol=1e-12)
