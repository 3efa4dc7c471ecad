"""Plain nets, loose parts and nearest places against what is known of them."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.mesh.query.nearest import nearest, nearest_anchors
from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.surface.nets import box_net, grid_quads, ring_net
from yewfinch.demo.shapes import cube_sphere


def rings(radii, m=12):
    turn = np.linspace(0, 2 * np.pi, m, endpoint=False)
    return np.array([[(r * np.cos(t), r * np.sin(t), z) for t in turn] for z, r in enumerate(radii)])


def mesh_of(points, faces):
    second = faces[faces[:, 2] != faces[:, 3]][:, [0, 2, 3]]
    return trimesh.Trimesh(points, np.concatenate([faces[:, :3], second]), process=False)


@pytest.mark.parametrize("counts", [(2, 2, 2), (3, 5, 2), (6, 4, 7)])
def test_a_box_is_closed_and_as_large_as_it_is(counts):
    lines = [np.sort(np.random.default_rng(n).uniform(0, 9, n)) for n in counts]
    points, faces = box_net(lines)
    mesh = mesh_of(points, faces)
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(np.prod([c[-1] - c[0] for c in lines]))
    a, b, c = (n - 1 for n in counts)
    assert len(faces) == 2 * (a * b + b * c + a * c)
    assert len(points) == len(faces) + 2  # Euler


@pytest.mark.parametrize(
    ("start", "end", "euler", "closed"),
    [("grid", "grid", 2, True), ("pole", "grid", 2, True), ("open", "pole", 1, False), ("open", "open", 0, False)],
)
def test_rings_end_as_asked(start, end, euler, closed):
    points, faces = ring_net(rings([3, 5, 4]), start, end)
    mesh = mesh_of(points, faces)
    assert mesh.euler_number == euler
    assert mesh.is_watertight == closed
    assert mesh.is_winding_consistent
    if closed:
        assert mesh.volume > 0


def test_rings_in_a_loop_are_a_torus():
    turn = np.linspace(0, 2 * np.pi, 8, endpoint=False)
    around = np.linspace(0, 2 * np.pi, 12, endpoint=False)
    stack = np.array(
        [[((5 + np.cos(s)) * np.cos(t), (5 + np.cos(s)) * np.sin(t), np.sin(s)) for t in around] for s in turn]
    )
    mesh = mesh_of(*ring_net(stack, loop=True))
    assert mesh.is_watertight
    assert mesh.euler_number == 0


def test_a_loop_that_four_does_not_divide_is_refused():
    with pytest.raises(ValueError, match="four must divide it"):
        ring_net(rings([3, 4], 10), "grid")


def test_a_grid_counts_its_quads():
    assert len(grid_quads(4, 6)) == 15
    np.testing.assert_array_equal(grid_quads(2, 2, 10), [[10, 11, 13, 12]])


def test_loose_parts():
    quads = np.array([[0, 1, 2, 3], [3, 2, 4, 5], [6, 7, 8, 8]], np.int32)
    label = loose_parts(quads, 10)
    assert len(set(label[:6])) == 1
    assert len(set(label[6:9])) == 1
    assert len(set(label.tolist())) == 3


def test_nearest_places_of_a_ball():
    ball = cube_sphere(24, 50.0)
    points = np.random.default_rng(1).normal(size=(200, 3)) * 60
    squares, corners, weights = nearest(ball, points)
    places = np.einsum("nk,nkj->nj", weights, ball.positions[corners].astype(float))
    np.testing.assert_allclose(((places - points) ** 2).sum(axis=1), squares, rtol=1e-4, atol=1e-4)
    np.testing.assert_allclose(np.sqrt(squares), np.abs(np.linalg.norm(points, axis=1) - 50), atol=0.3)
    for anchor, place in zip(nearest_anchors("x", ball, points[:9]), places, strict=False):
        np.testing.assert_allclose(anchor.on(ball), place, atol=1e-4)
