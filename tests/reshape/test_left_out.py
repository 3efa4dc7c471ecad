"""Nets drawn out to what they leave out, judged by trimesh's distances."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.mesh.query.crossings import crosses_itself
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.reshape.left_out import drawn_out, reached

BALL = trimesh.creation.icosphere(4, radius=20.0)


def ball_with(spike):
    """A ball with a spike along a way of so many mm, and its vertices' normals."""
    way = spike / np.linalg.norm(spike)
    up = np.maximum(BALL.vertices @ way / 20.0, 0.0) ** 40
    mesh = trimesh.Trimesh(BALL.vertices + up[:, None] * spike, BALL.faces, process=False)
    return mesh, mesh.vertices.copy(), mesh.vertex_normals.copy()


def net():
    made = trimesh.creation.icosphere(3, radius=20.0)
    faces = made.faces.astype(np.int32)
    return made.vertices.copy(), faces[:, [0, 1, 2, 2]]


def away(points, faces, places):
    return trimesh.proximity.closest_point(trimesh.Trimesh(points, faces[:, :3], process=False), places)[1]


def test_a_tip_is_reached():
    mesh, places, normals = ball_with(np.array([0.0, 6.0, 8.0]))
    points, faces = net()
    tree = NearestTree(mesh.vertices, mesh.faces)
    free, size = np.ones(len(points), bool), np.full(len(faces), 3.0)
    made = reached(points, faces, size, places, normals, tree, free)
    assert away(points, faces, places).max() > 9.0
    assert away(made, faces, places).max() < 1.5
    assert (
        trimesh.proximity.closest_point(mesh, made)[1].max() < 0.6
    )  # and nothing was drawn off it by more than a fifth of an edge
    assert not crosses_itself(made, faces[:, :3])


def test_what_is_bound_stays():
    mesh, places, normals = ball_with(np.array([0.0, 6.0, 8.0]))
    points, faces = net()
    free = points[:, 2] < 0.0
    tree = NearestTree(mesh.vertices, mesh.faces)
    made = reached(points, faces, np.full(len(faces), 3.0), places, normals, tree, free)
    np.testing.assert_array_equal(made[~free], points[~free])


def test_a_net_does_not_come_to_cross_itself():
    # two sheets 0.4 mm apart, joined on one side; places of the upper one lie under the lower one
    rows = np.arange(11)
    x, y = (g.ravel().astype(float) for g in np.meshgrid(rows, rows, indexing="ij"))
    corner = (rows[:-1, None] * 11 + rows[None, :-1]).ravel()
    quads = np.stack([corner, corner + 11, corner + 12, corner + 1], axis=1)
    points = np.concatenate([np.stack([x, y, 0 * x], 1), np.stack([x, y, 0 * x - 0.4], 1)])
    faces = np.concatenate([quads, quads + 121]).astype(np.int32)
    places = np.array([[5.2, 5.3, -1.5], [4.8, 5.1, -1.4], [2.0, 3.0, -0.2]])
    up = np.array([[0.0, 0.0, 1.0]] * 3)
    size, free = np.full(len(faces), 1.0), np.arange(len(points)) < 121
    ground = NearestTree(np.array([[0, 0, -1.5], [10, 0, -1.5], [5, 10, -1.5]]), [[0, 1, 2]])
    drawn = drawn_out(points, faces[:100], size[:100], places, up)[0]
    triangles = np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]])
    assert crosses_itself(drawn, triangles)
    made = reached(points, faces, size, places, up, ground, free)
    assert not crosses_itself(made, triangles)


def test_the_image_moves_alike():
    mesh, places, normals = ball_with(np.array([9.0, 0.0, 0.0]))
    points, faces = net()
    left = points[:, 0] > 1e-9
    rows = np.concatenate([np.flatnonzero(left), np.flatnonzero(np.abs(points[:, 0]) <= 1e-9)])
    image = np.array([np.argmin(np.linalg.norm(points - p * [-1, 1, 1], axis=1)) for p in points[rows]])
    order = np.concatenate([rows, image[: left.sum()]])
    name = np.argsort(order)
    points, faces = points[order], name[faces].astype(np.int32)
    points[len(rows) :] = points[: left.sum()] * [-1, 1, 1]
    points[left.sum() : len(rows), 0] = 0.0
    mirror = np.concatenate(
        [len(rows) + np.arange(left.sum()), np.arange(left.sum(), len(rows)), np.arange(left.sum())]
    )
    half = places[:, 0] > 0.0
    places, normals = places[half], normals[half]
    both = np.concatenate([places, places * [-1, 1, 1]]), np.concatenate([normals, normals * [-1, 1, 1]])
    free = mirror != np.arange(len(points))
    tree = NearestTree(mesh.vertices, mesh.faces)
    made = reached(points, faces, np.full(len(faces), 3.0), *both, tree, free, mirror.astype(np.int32))
    np.testing.assert_array_equal(made[mirror] * [-1, 1, 1] + 0.0, made + 0.0)
    assert away(made, faces, places * [-1, 1, 1]).max() < 1.5 < away(points, faces, places).max()


@pytest.mark.parametrize("far", [0.1, 30.0])
def test_a_tree_that_was_moved_finds_what_a_new_one_does(far):
    rng = np.random.default_rng(3)
    at, points = np.asarray(BALL.vertices), rng.normal(0, 20, (500, 3))
    tree = NearestTree(at, BALL.faces)
    moved = at + rng.normal(0, far, at.shape)
    tree.move(moved)
    found = tree.find(points)
    np.testing.assert_allclose(found.squares, NearestTree(moved, BALL.faces).find(points).squares, rtol=1e-9)
    ours = np.linalg.norm(tree.places(found) - points, axis=1)
    theirs = trimesh.proximity.closest_point(trimesh.Trimesh(moved, BALL.faces, process=False), points)[1]
    np.testing.assert_allclose(ours, theirs, atol=1e-6)
