"""Quads along the form, judged by trimesh (closed, handles, bodies), SciPy's trees (distance) and closed formulas."""

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.nets import as_trimesh, edges
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.query.crossings import crosses_itself
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.field_aligned.along_form import along_form
from yewfinch.core.reshape.field_aligned.working import Begun, linked
from yewfinch.core.shared.errors import CancelledError, YewfinchError
from yewfinch.demo.shapes import cube_sphere


def of_trimesh(mesh):
    return Surface(mesh.vertices, mesh.faces)


def open_net(rows, columns, form):
    """A sheet z = form(x, y), 80 x 60 mm."""
    x, y = np.meshgrid(np.linspace(0, 80, rows), np.linspace(0, 60, columns), indexing="ij")
    row = np.arange(rows * columns).reshape(rows, columns)
    faces = np.stack([row[:-1, :-1], row[1:, :-1], row[1:, 1:], row[:-1, 1:]], axis=-1).reshape(-1, 4)
    return Surface(np.stack([x, y, form(x, y)], axis=-1).reshape(-1, 3), faces)


def irregular(made):
    """Share of inner vertices that have not four quads."""
    corners = np.bincount(made.faces.ravel(), minlength=len(made))
    return float((corners[made.closed == 1] != 4).mean())


def lengths(made):
    ends = edges(made.faces)[0]
    return np.linalg.norm(made.positions[ends[:, 0]] - made.positions[ends[:, 1]], axis=1), ends


def directions(made, near=None):
    """Unit directions of edges, and their middles."""
    size, ends = lengths(made)
    p = made.positions.astype(float)
    return (p[ends[:, 1]] - p[ends[:, 0]]) / size[:, None], (p[ends[:, 0]] + p[ends[:, 1]]) / 2


def judged(made):
    """All quads, closed, turned alike; trimesh's own mesh of it."""
    assert (made.faces[:, 2] != made.faces[:, 3]).all()
    assert np.bincount(made.faces.ravel())[np.unique(made.faces)].min() >= 3
    mesh = as_trimesh(made.positions.astype(float), made.faces)
    assert mesh.is_watertight and mesh.is_winding_consistent and mesh.volume > 0
    return mesh


@pytest.fixture(scope="module")
def head():
    return new_portrait().surface("head")


@pytest.fixture(scope="module")
def remeshed(head):
    return along_form(head, 3.0)


def test_a_head_is_one_ball_of_regular_quads_and_its_own_image(head, remeshed):
    mesh = judged(remeshed)
    assert mesh.body_count == 1 and mesh.euler_number == 2
    assert irregular(remeshed) < 0.05
    at = remeshed.positions
    image = at * np.array([-1, 1, 1], np.float32)
    both = [np.unique(p.view([("", np.float32)] * 3)) for p in (np.ascontiguousarray(at + 0.0), image + 0.0)]
    np.testing.assert_array_equal(*both)  # to the last bit
    assert not crosses_itself(at, remeshed.triangles())
    middle = at[:, 0] == 0
    way, place = directions(remeshed)
    across = np.abs(way[:, 0]) > 1e-6
    meets = across & (np.abs(place[:, 0]) < 1.6)
    assert middle.sum() > 100 and np.abs(way[meets, 0]).mean() > 0.97  # quads meet the plane at right angles


@pytest.mark.parametrize("edge", [1.5, 6.0, 8.0])
def test_no_fin_of_two_faces_stands_in_the_plane_of_symmetry(head, edge):
    made = along_form(head, edge)
    assert judged(made).euler_number == 2
    assert (made.positions[:, 0] == 0).sum() > 30


def test_a_head_keeps_its_mouth_sockets_ears_and_nostrils(head, remeshed):
    was = trimesh.Trimesh(head.positions.astype(float), head.triangles(), process=False)
    made = trimesh.Trimesh(remeshed.positions.astype(float), remeshed.triangles(), process=False)
    rng = np.random.default_rng(1)
    places = trimesh.sample.sample_surface(was, 4000, seed=rng)[0]
    _, away, _ = trimesh.proximity.closest_point(made, places)
    assert away.max() < 1.5 * 3.0 and away.mean() < 0.05 * 3.0  # of an edge
    assert made.volume == pytest.approx(was.volume, rel=0.005)


def test_the_ends_of_a_closed_mouth_are_reached(head):
    # where the lips meet two sheets of clay lie on each other, and the net must not cross itself to get in there
    made = along_form(head, 2.2)
    assert not crosses_itself(made.positions, made.triangles())
    at = head.positions.astype(float)
    for side in (-25.8, 25.8):
        near = at[np.linalg.norm(at - [side, -51.3, 78.5], axis=1) < 6.0]
        away = trimesh.proximity.closest_point(as_trimesh(made.positions.astype(float), made.faces), near)[1]
        assert len(near) > 50 and away.max() < 2.2  # one edge


@pytest.mark.parametrize("count", [1, 2])
def test_quads_of_a_rod_run_along_and_round_it(count):
    rod = of_trimesh(trimesh.creation.cylinder(15 * count, 90, sections=72 * count).subdivide())
    made = along_form(rod, 3.0)
    judged(made)
    way, place = directions(made)
    side = np.abs(place[:, 2]) < 35
    off = np.degrees(np.arccos(np.clip(np.maximum(np.abs(way[side, 2]), np.hypot(*way[side, :2].T)), 0, 1)))
    assert np.median(off) < 3  # from the axis or from the round, degrees; 22.5 if it were any direction


def test_a_box_keeps_its_edges_and_corners():
    made = along_form(of_trimesh(trimesh.creation.box((60, 40, 50)).subdivide().subdivide()), 4.0)
    mesh = judged(made)
    assert mesh.volume == pytest.approx(60 * 40 * 50, rel=1e-4)
    corners = np.array([[x, y, z] for x in (-30, 30) for y in (-20, 20) for z in (-25, 25)])
    assert np.linalg.norm(corners[:, None] - made.positions, axis=2).min(axis=1).max() < 1e-3
    assert irregular(made) < 0.06


@settings(max_examples=5, deadline=None)
@given(st.integers(0, 10_000), st.sampled_from([3.0, 6.0, 12.0]))
def test_handles_bodies_and_hollows_stay(seed, edge):
    rng = np.random.default_rng(seed)
    lots = []
    for number in range(int(rng.integers(1, 4))):
        kind = rng.integers(3)
        mesh = (
            trimesh.creation.icosphere(3, rng.uniform(4, 25))
            if kind == 0
            else trimesh.creation.torus(rng.uniform(20, 30), rng.uniform(3, 8))
            if kind == 1
            else trimesh.creation.cylinder(rng.uniform(1.5, 12), rng.uniform(20, 60), sections=24).subdivide()
        )
        mesh.apply_transform(trimesh.transformations.random_rotation_matrix(rng.random(3)))
        mesh.apply_translation([120.0 * number, *rng.uniform(-9, 9, 2)])
        lots.append(mesh)
    ball = trimesh.creation.icosphere(3, 60)
    hollow = trimesh.creation.icosphere(3, 50)
    hollow.invert()
    lots.append(trimesh.util.concatenate([ball, hollow]).apply_translation([-200, 0, 0]))
    was = trimesh.util.concatenate(lots)
    made = along_form(of_trimesh(was), edge)
    mesh = as_trimesh(made.positions.astype(float), made.faces)
    assert mesh.is_watertight and mesh.is_winding_consistent
    assert (mesh.body_count, mesh.euler_number) == (was.body_count, was.euler_number)
    assert mesh.volume == pytest.approx(was.volume, rel=0.1)


def test_what_the_edges_could_not_hold_gets_shorter_ones():
    ring = of_trimesh(trimesh.creation.torus(30, 0.9, major_sections=160, minor_sections=20))
    for edge, loss in ((1.5, 0.2), (4.0, 0.7)):
        made = along_form(ring, edge)
        mesh = judged(made)
        assert mesh.euler_number == 0 and mesh.body_count == 1
        flat = np.hypot(made.positions[:, 0], made.positions[:, 1])
        from_core = np.hypot(flat - 30, made.positions[:, 2])
        assert from_core.max() < 1.5
        assert mesh.volume > (1 - loss) * 2 * np.pi**2 * 30 * 0.9**2


def test_rims_stay_where_they_are():
    sheet = open_net(25, 19, lambda x, y: 6 * np.sin(x / 15))
    made = along_form(sheet, 4.0)
    assert (made.faces[:, 2] != made.faces[:, 3]).all()
    rim = made.positions[made.closed == 0]
    beside = np.minimum.reduce([np.abs(rim[:, 0]), np.abs(rim[:, 0] - 80), np.abs(rim[:, 1]), np.abs(rim[:, 1] - 60)])
    assert beside.max() < 1e-3
    mesh = as_trimesh(made.positions.astype(float), made.faces)
    assert mesh.body_count == 1 and mesh.euler_number == 1
    assert mesh.area == pytest.approx(sheet.area(), rel=0.01)


def test_quads_follow_a_line():
    sheet = open_net(41, 31, lambda x, y: 0 * x)
    line = np.array([[18.0, 10, 0], [38, 45, 0]])
    unit = (line[1] - line[0]) / np.linalg.norm(line[1] - line[0])

    def off(made):
        """How far edges near the line are from running along or across it, degrees."""
        way, place = directions(made)
        along = (place - line[0]) @ unit
        across = np.linalg.norm(place - line[0] - along[:, None] * unit, axis=1)
        near = (across < 5) & (along > 4) & (along < np.linalg.norm(line[1] - line[0]) - 4)
        turn = np.abs(way[near] @ unit)
        return np.degrees(np.median(np.arccos(np.clip(np.maximum(turn, np.sqrt(1 - turn**2)), 0, 1))))

    assert off(along_form(sheet, 3.0)) > 15
    assert off(along_form(sheet, 3.0, lines=[line])) < 6


def test_edges_get_the_lengths_that_are_asked_for():
    ball = cube_sphere(40, 50.0)
    times = np.where(ball.positions[:, 1] > 0, 0.5, 1.0)
    made = along_form(ball, 4.0, times=times)
    judged(made)
    size, ends = lengths(made)
    height = made.positions[ends].mean(axis=1)[:, 1]
    assert np.median(size[height > 15]) == pytest.approx(2.0, rel=0.12)
    assert np.median(size[height < -25]) == pytest.approx(4.0, rel=0.12)
    even, _ = lengths(along_form(ball, 2.5))
    assert even.std() / even.mean() < 0.1


def test_shorter_in_bends():
    ring = of_trimesh(trimesh.creation.torus(40, 6.5, major_sections=200, minor_sections=50))
    even, half, most = (lengths(along_form(ring, 5.0, bent=bent))[0].mean() for bent in (0.0, 0.5, 1.0))
    assert most < 0.9 * half < 0.9 * 0.9 * even


def test_clay_whose_edges_have_too_many_faces_is_taken():
    box = trimesh.creation.box((20, 20, 20))
    two = trimesh.util.concatenate([box, box.copy().apply_translation([20, 20, 0])])  # they have an edge in common
    two.merge_vertices()
    made = along_form(of_trimesh(two), 3.0)
    mesh = judged(made)
    assert mesh.volume == pytest.approx(16000, rel=0.015)


def test_the_same_again_is_the_same_to_the_bit(head):
    one, two = along_form(head, 8.0), along_form(head, 8.0)
    np.testing.assert_array_equal(one.positions, two.positions)
    np.testing.assert_array_equal(one.faces, two.faces)


@pytest.mark.parametrize("edge", [0.0, -1.0, np.nan, np.inf, 1e6, 1e-9])
def test_lengths_that_make_no_sense_are_refused(edge):
    with pytest.raises(YewfinchError, match="make no sense"):
        along_form(cube_sphere(6), edge)
    with pytest.raises(YewfinchError, match="Choose longer"):
        along_form(cube_sphere(6, 4000.0), 0.3)


@pytest.mark.parametrize("at", [0.05, 0.2, 0.5, 0.8])
def test_it_can_be_cancelled(head, at):
    def stop(fraction, text):
        assert 0 <= fraction <= 1 and text
        if fraction > at:
            raise CancelledError("enough")

    with pytest.raises(CancelledError):
        along_form(head, 8.0, progress=stop)


def test_planks_of_few_faces_keep_their_edges():
    box = trimesh.creation.box((200.0, 20.0, 2.7))  # thinner than the quads' edges, two triangles a side
    made = along_form(Surface(box.vertices, box.faces), 4.0)
    at = np.concatenate([made.positions.astype(float), made.positions[made.faces].mean(axis=1)])
    assert np.abs(trimesh.proximity.signed_distance(box, at)).max() < 2.0
    np.testing.assert_allclose(made.bounds(), box.bounds, atol=1.0)
    mesh = trimesh.Trimesh(made.positions.astype(float), made.triangles(), process=False)
    assert mesh.is_watertight and mesh.volume == pytest.approx(200 * 20 * 2.7, rel=0.08)


def test_vertices_in_one_place_do_not_multiply():
    sheet = open_net(9, 7, lambda x, y: 0.004 * (x - 40.0) ** 2)  # coarse: its edges are halved
    row = np.arange(9 * 7).reshape(9, 7)
    slit = row[1:8, 3]  # opened, and closed again by faces without an area
    twin = np.r_[slit[0], 63 + np.arange(5), slit[-1]]
    faces = sheet.faces.copy()
    right = np.isin(faces, row[:, 4]).any(axis=1)
    for old, new in zip(slit[1:-1], twin[1:-1], strict=True):
        faces[right] = np.where(faces[right] == old, new, faces[right])
    own = sheet.positions[faces[0]]
    up = np.cross(own[1] - own[0], own[2] - own[0])[2] > 0
    between = []
    for a, b, c, d in zip(slit[:-1], slit[1:], twin[1:], twin[:-1], strict=True):
        quad = [v for n, v in enumerate((a, b, c, d)) if v not in (a, b, c, d)[:n]]
        quad = quad if up else quad[::-1]
        between.append([*quad, quad[-1]] if len(quad) == 3 else quad)
    at = np.concatenate([sheet.positions, sheet.positions[slit[1:-1]]])
    held = linked(at.astype(float), np.concatenate([faces, np.array(between, np.int32)]).astype(np.int32))
    made = Begun(held, np.full(len(at), 6.0)).worked()
    p, q = made.points[made.triangles], made.points[np.roll(made.triangles, -1, axis=1)]
    assert np.linalg.norm(p - q, axis=2).min() > 0.3
    assert np.linalg.norm(np.cross(p[:, 1] - p[:, 0], p[:, 2] - p[:, 0]), axis=1).min() > 0.01
    assert 300 < len(made.points) < 1200
