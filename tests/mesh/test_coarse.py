"""Coarser faces for drawing, and leaves that look away."""

import numpy as np
import pytest
from scipy.spatial import cKDTree

from tests.sculpt.clay import sheet
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.levels import _coarse_kernels as kernels
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.coarse import coarse_cell, coarse_of_levels, coarse_triangles
from yewfinch.core.mesh.levels.cones import LeafCones
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.demo.shapes import cube_sphere

#: Sides of a view that has all in it.
EVERYWHERE = np.tile([0.0, 0.0, 0.0, 1.0], (6, 1))


def test_coarse_faces_are_few_near_and_look_the_same_way():
    ball = cube_sphere(120)
    triangles, cell = coarse_triangles(ball, 3000), coarse_cell(ball, 3000)
    assert 1500 < len(np.unique(triangles)) < 6000
    at = ball.positions.astype(float)
    a, b, c = (at[triangles[:, k]] for k in range(3))
    normal = np.cross(b - a, c - a)
    area = np.linalg.norm(normal, axis=1)
    assert area[(normal * (a + b + c)).sum(axis=1) < 0].sum() < 0.012 * area.sum()  # slivers at most
    middles = np.linalg.norm((a + b + c) / 3, axis=1)
    assert middles.max() <= 100.001 and middles.min() > 100 - cell
    assert abs(np.linalg.norm(normal, axis=1).sum() / 2 / ball.area() - 1) < 0.05  # no hole
    assert cell == pytest.approx(np.sqrt(ball.area() / 3000), rel=0.03)


@pytest.mark.parametrize("flat", [False, True])
def test_leaves_that_look_away_are_told_and_no_other(flat):
    for surface in (cube_sphere(150), new_portrait().surface("head")):
        cones = LeafCones(surface)
        at, f = surface.positions.astype(float), surface.faces
        normal = np.cross(at[f[:, 2]] - at[f[:, 0]], at[f[:, 3]] - at[f[:, 1]])
        normal = np.where(
            (f[:, 3] == f[:, 2])[:, None], np.cross(at[f[:, 1]] - at[f[:, 0]], at[f[:, 2]] - at[f[:, 0]]), normal
        )
        middle = at[f].mean(axis=1)
        rng = np.random.default_rng(2)
        told = 0
        for _ in range(12):
            way = rng.normal(size=3)
            way /= np.linalg.norm(way)
            eye = -way * rng.uniform(300, 900)
            towards = np.broadcast_to(way, middle.shape) if flat else middle - eye
            seen = (normal * towards).sum(axis=1) < 0
            away = ~cones.in_sight(EVERYWHERE, eye, way, flat, True)
            told += away.sum()
            for leaf in np.nonzero(away)[0]:
                assert not seen[surface.face_start[leaf] : surface.face_start[leaf + 1]].any()
        if surface.leaf_count > 100 and len(surface) > 100_000:
            assert told > 12 * 0.2 * surface.leaf_count


def test_clay_with_a_rim_is_seen_from_behind():
    _, piece = sheet(61)
    assert (
        LeafCones(piece.surface)
        .in_sight(EVERYWHERE, np.array([0, 0, -500.0]), np.array([0, 0, 1.0]), False, True)
        .all()
    )


def test_clay_that_is_inside_out_is_seen_from_behind():
    ball = cube_sphere(60)
    out = Surface(ball.positions, ball.faces[:, ::-1])
    eye, way = np.array([0, 0, -500.0]), np.array([0, 0, 1.0])
    assert not LeafCones(ball).in_sight(EVERYWHERE, eye, way, False, True).all()
    assert LeafCones(ball).in_sight(EVERYWHERE, eye, way, False, False).all()  # something is cut away
    assert not LeafCones(out).closed and LeafCones(out).in_sight(EVERYWHERE, eye, way, False, True).all()
    assert kernels.enclosed(ball.positions, ball.faces) == pytest.approx(6 * 4 / 3 * np.pi * 100**3, rel=0.01)
    assert kernels.enclosed(out.positions, out.faces) == pytest.approx(-kernels.enclosed(ball.positions, ball.faces))
    triangles = np.concatenate([ball.faces[:, [0, 1, 2, 2]], ball.faces[:, [0, 2, 3, 3]]])
    assert kernels.enclosed(ball.positions, triangles) == pytest.approx(
        kernels.enclosed(ball.positions, ball.faces), rel=1e-6
    )


def test_cones_follow_the_clay():
    ball = cube_sphere(100)
    cones = LeafCones(ball)
    rows = ball.rows_in_ball((0, 0, 100), 20.0)
    leaves = ball.set_rows(rows, ball.positions[rows] * np.float32([1, 1, 0.9]))
    cones.update(np.unique(np.concatenate([ball.leaf_owners(int(v)) for v in leaves])))
    fresh = LeafCones(ball)
    np.testing.assert_allclose(cones.axis, fresh.axis, atol=1e-6)
    np.testing.assert_allclose(cones.lean, fresh.lean, atol=1e-5)


def test_degenerate_clay_is_drawn_as_it_is():
    flat = Surface([[0, 0, 0]] * 3 + [[1, 0, 0], [0, 1, 0], [0, 0, 1]], [[0, 1, 2], [3, 4, 5]])
    triangles = coarse_triangles(flat)
    assert triangles.tolist() == [[3, 4, 5]]
    assert LeafCones(flat).lean.shape == (1,)


def test_a_level_serves_for_the_coarse_faces():
    state = levels.added(levels.added(levels.added(levels.begun(cube_sphere(24), {}))))
    at = state.surface.positions
    found = coarse_of_levels(state.levels, 20_000)
    second = state.levels.levels[1]
    assert len(found) == 2 * len(second.net.faces)
    # its corners lie where the vertices of that level went, and face outwards
    middle, normal = (
        at[found].mean(axis=1),
        np.cross(at[found[:, 1]] - at[found[:, 0]], at[found[:, 2]] - at[found[:, 0]]),
    )
    assert ((middle * normal).sum(axis=1) > 0).all()
    assert cKDTree(second.kept.positions).query(at[np.unique(found)])[0].max() < 1.5
    assert coarse_of_levels(state.levels, 100) is None  # none is so coarse
    assert coarse_of_levels(levels.to_level(state, 0).levels, 20_000) is None  # nothing lies under it


def test_both_walls_of_a_thin_body_stay_apart():
    """A ball within a ball, 1 mm apart, in cells of far more than that."""
    ball = cube_sphere(60)
    n = len(ball)
    inner = ball.positions * np.float32(0.99)
    thin = Surface(
        np.concatenate([ball.positions, inner]), np.concatenate([ball.faces, ball.faces[:, [0, 3, 2, 1]] + n])
    )
    found = coarse_triangles(thin, 2000)
    assert coarse_cell(thin, 2000) > 5
    outside = found < n
    assert (outside.all(axis=1) | ~outside.any(axis=1)).all()
    assert outside.all(axis=1).any()
    assert (~outside).all(axis=1).any()


def test_coarse_faces_between_coarse_ones_cover_the_same_form():
    ball = cube_sphere(120)
    finer = coarse_triangles(ball, 12_000)
    there, again = coarse_triangles(ball, 1500), coarse_triangles(ball, 1500, finer)
    assert set(np.unique(again)) <= set(np.unique(finer))
    assert len(np.unique(again)) == pytest.approx(len(np.unique(there)), rel=0.3)
    at = ball.positions.astype(float)
    for triangles in (there, again):
        normal = np.cross(at[triangles[:, 1]] - at[triangles[:, 0]], at[triangles[:, 2]] - at[triangles[:, 0]])
        assert np.linalg.norm(normal, axis=1).sum() / 2 == pytest.approx(
            ball.area(), rel=0.08
        )  # no hole; a few slivers lie twice
