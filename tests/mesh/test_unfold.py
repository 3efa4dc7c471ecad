"""Laying a disc flat: against Tutte's system solved plainly, and no face over another."""

import numpy as np
import pytest

from yewfinch.core.anatomy.head.head_places import texture_places
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.mesh.surface.unfold import unfold


def areas(corners):
    x, y = corners[..., 0].astype(float), corners[..., 1].astype(float)
    return 0.5 * (x * np.roll(y, -1, 1) - np.roll(x, -1, 1) * y).sum(axis=1)


def grid(n):
    rows = np.arange(n * n).reshape(n, n)
    quads = np.stack([rows[:-1, :-1], rows[:-1, 1:], rows[1:, 1:], rows[1:, :-1]], axis=-1).reshape(-1, 4)
    rim = np.concatenate([rows[0, :-1], rows[:-1, -1], rows[-1, :0:-1], rows[:0:-1, 0]])
    return quads.astype(np.int32), rim


def test_a_flat_square_comes_back_as_it_was():
    quads, rim = grid(7)
    y, x = np.meshgrid(np.linspace(0, 1, 7), np.linspace(0, 1, 7), indexing="ij")
    p = np.stack([x.ravel(), y.ravel(), 0 * x.ravel()], axis=1)
    np.testing.assert_allclose(unfold(quads, p, rim, p[rim, :2]), p[:, :2], atol=1e-6)


def test_equal_edges_give_the_mean_of_the_neighbours():
    # Tutte 1963, as one dense system solved by numpy
    quads, rim = grid(6)
    angle = np.linspace(0, 2 * np.pi, len(rim), endpoint=False)
    at = np.stack([np.cos(angle), np.sin(angle)], axis=1)
    # triangles, each as a quad that repeats its third corner
    t = np.concatenate([quads[:, [0, 1, 2]], quads[:, [0, 2, 3]]])
    equal = np.eye(36)  # as many dimensions as vertices: all edges of one length
    ours = unfold(np.concatenate([t, t[:, 2:]], axis=1).astype(np.int32), equal, rim, at, rounds=1)
    uniform = _uniform(t, rim, at)
    np.testing.assert_allclose(ours, uniform, atol=1e-9)


def _uniform(t, rim, at):
    """The mean of neighbours as one dense system."""
    n = int(t.max()) + 1
    near = np.zeros((n, n))
    for k in range(3):
        near[t[:, k], t[:, (k + 1) % 3]] = near[t[:, (k + 1) % 3], t[:, k]] = 1
    system = np.diag(near.sum(axis=1)) - near
    right = np.zeros((n, 2))
    system[rim] = 0
    system[rim, rim] = 1
    right[rim] = at
    return np.linalg.solve(system, right)


@pytest.mark.parametrize("level", [0, 1, 2, 3])
def test_the_head_fills_its_square_without_overlap(level):
    model = plain_model()
    faces = model.faces(level)
    size = areas(texture_places(model, level).corners(faces))
    assert (size > 0).all()
    # all faces the right way round and as much area as the square: none lies over another
    assert size.sum() == pytest.approx(0.98**2, abs=1e-5)


def test_faces_of_the_layout_are_convex_and_halves_mirrored():
    model = plain_model()
    places = texture_places(model, 0)
    c = places.corners(model.faces(0)).astype(float)
    edge = np.roll(c, -1, 1) - c
    turn = edge[..., 0] * np.roll(edge, -1, 1)[..., 1] - edge[..., 1] * np.roll(edge, -1, 1)[..., 0]
    assert (turn > -1e-9).all()
    twin = model.mirror_at(0)
    off = ~places.seam
    np.testing.assert_allclose(places.uv[twin][off], ([1, 0] + places.uv * [-1, 1])[off], atol=1e-6)


def test_lips_and_lids_get_a_fair_share_of_the_picture():
    model = plain_model()
    p, f = model.positions[: model.size(0)], model.faces(0)
    across = np.cross(p[f[:, 2]] - p[f[:, 0]], p[f[:, 3]] - p[f[:, 1]])
    scale = np.sqrt(areas(texture_places(model, 0).corners(f)) / (0.5 * np.linalg.norm(across, axis=1)))
    chart = model.chart[: model.size(0)][f]
    for kind in (2, 3, 5):  # lids, lips, ears against the skin
        assert np.median(scale[(chart == kind).all(axis=1)]) > 0.4 * np.median(scale[(chart == 0).all(axis=1)])
