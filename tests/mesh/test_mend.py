import numpy as np
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from tests.nets import as_trimesh, sound
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.repair.fill import filled
from yewfinch.core.mesh.repair.holes import rims
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.surface.surface import triangles_of
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.demo.shapes import cube_sphere


def soup(surface):
    at = surface.positions[surface.faces].reshape(-1, 3)
    return at, np.arange(len(at)).reshape(-1, 4)


def test_a_sound_surface_is_left_alone(ball):
    made = mended(ball.positions, ball.faces)
    assert made.report.clean
    assert made.report.words() == "Nothing was wrong."
    np.testing.assert_array_equal(made.positions, ball.positions.astype(float))
    np.testing.assert_array_equal(made.origin, np.arange(len(ball)))


@given(st.integers(0, 2**32 - 1), st.floats(0.0, 1.0))
def test_loose_and_flipped_faces_become_one_body(seed, share):
    small = cube_sphere(5)
    at, faces = soup(small)
    flip = np.random.default_rng(seed).random(len(faces)) < share
    faces[flip] = faces[flip][:, [0, 3, 2, 1]]
    made = mended(at, faces)
    assert sound(made)
    assert len(made.positions) == len(small)
    assert made.report.welded == len(at) - len(small)
    assert as_trimesh(made.positions, made.faces).euler_number == 2


def test_a_hole_is_closed_along_the_form(ball):
    faces = ball.faces[~(ball.positions[ball.faces][:, :, 2] > 60).all(axis=1)]
    made = mended(ball.positions, faces)
    assert made.report.closed == 1
    assert sound(made)
    # the cap was 40 mm high; a flat one would lie at 60 of 100 mm
    away = np.linalg.norm(made.positions, axis=1)
    assert away.min() > 95.5
    assert away.max() < 101.0
    assert (made.origin < len(ball)).all()


def test_a_long_rim_is_left_open_and_named(ball):
    faces = ball.faces[~(ball.positions[ball.faces][:, :, 2] > 60).all(axis=1)]
    made = mended(ball.positions, faces, longest=10)
    assert (made.report.closed, made.report.left_open) == (0, 1)
    assert "1 rim left open" in made.report.words()


def test_fins_doubles_numbers_that_are_none_and_specks(ball):
    n = len(ball)
    at = np.concatenate([ball.positions, [[0, 0, 300], [0, 0, 300.1], [0.1, 0, 300], [np.nan, 0, 0], [1, 2, 500]]])
    extra = [[n, n + 1, n + 2, n + 2], [0, 1, n + 3, n + 3], [*ball.faces[0, :2], n + 4, n + 4], *ball.faces[:2]]
    made = mended(at, np.concatenate([ball.faces, extra]))
    found = made.report
    assert (found.unusable, found.doubled, found.specks) == (1, 2, 2)  # the fin, too: one face has no inside
    assert found.cut_free > 0
    mesh = as_trimesh(made.positions, made.faces)
    edges = np.sort(mesh.edges, axis=1)
    assert np.unique(edges, axis=0, return_counts=True)[1].max() == 2


def test_two_balls_that_touch_in_a_vertex_are_cut_free(ball):
    top = int(ball.positions[:, 2].argmax())
    other = ball.positions * [1, 1, -1] + [0, 0, 2 * ball.positions[top, 2]]
    faces = np.concatenate([ball.faces, ball.faces[:, ::-1] + len(ball)])
    made = mended(np.concatenate([ball.positions, other]), faces)
    assert made.report.cut_free == 1
    assert sound(made)


def test_a_hollow_body_keeps_its_inside_and_a_turned_one_is_turned_out(ball):
    inner = ball.faces[:, ::-1] + len(ball)
    at = np.concatenate([ball.positions, ball.positions * 0.5])
    hollow = mended(at, np.concatenate([ball.faces, inner]))
    assert hollow.report.clean
    assert mended(ball.positions, ball.faces[:, ::-1]).report.turned == len(ball.faces)


def test_a_surface_with_one_side_is_cut(ball):
    t = np.linspace(0, 2 * np.pi, 41)[:-1]
    at = np.array(
        [
            [(50 + w * np.cos(a / 2)) * np.cos(a), (50 + w * np.cos(a / 2)) * np.sin(a), w * np.sin(a / 2)]
            for w in (-10, 10)
            for a in t
        ]
    )
    faces = [[i, i + 1, i + 41, i + 40] for i in range(39)] + [[39, 40, 0, 79]]
    made = mended(at, np.array(faces))
    assert as_trimesh(made.positions, made.faces).is_winding_consistent


@pytest.mark.parametrize(("at", "faces"), [
    (np.full((3, 3), np.nan), [[0, 1, 2, 2]]), (np.zeros((3, 3)), [[0, 1, 2, 2]]), (np.eye(3), np.empty((0, 4), int)),
    (np.eye(3), [[0, 1, 7, 7]]), (np.full((3, 3), 1e300), [[0, 1, 2, 2]]),
])  # fmt: skip
def test_what_cannot_be_used_is_said(at, faces):
    with pytest.raises(BadSurfaceError, match="can be used"):
        mended(at, faces)


def test_a_heap_of_loose_triangles_is_said():
    at = np.random.default_rng(1).normal(size=(90_000, 3)) * 100
    faces = np.arange(90_000).reshape(-1, 3)[:, [0, 1, 2, 2]]
    with pytest.raises(BadSurfaceError, match="30 000 loose parts"):
        mended(at, faces)


def test_one_triangle_stays_one():
    made = mended(np.eye(3) * 10, [[0, 1, 2, 2]])
    assert len(made.faces) == 1
    assert made.report.left_open == 1


@pytest.mark.parametrize("count", [3, 4, 5, 12, 37, 64, 700])
def test_a_loop_is_filled_by_a_disc_that_thins_out(count):
    a = np.linspace(0, 2 * np.pi, count + 1)[:-1]
    loop = np.stack([50 * np.cos(a), 50 * np.sin(a), 0 * a], axis=1)
    new, triangles, source = filled(loop)
    assert len(source) == len(new)
    assert (source < count).all()
    mesh = trimesh.Trimesh(np.concatenate([loop, new]), triangles, process=False)
    assert mesh.euler_number == 1 and mesh.is_winding_consistent
    assert mesh.area == pytest.approx(count / 2 * np.sin(2 * np.pi / count) * 2500, rel=1e-6)
    assert mesh.face_normals[:, 2].min() > 0.999  # round the loop's way
    assert len(rims(triangles[:, [0, 1, 2, 2]], count + len(new))) == 1
    if count == 64:
        sides = np.linalg.norm(mesh.vertices[mesh.edges[:, 0]] - mesh.vertices[mesh.edges[:, 1]], axis=1)
        assert np.median(sides) > 0.6 * 2 * np.pi * 50 / 64
    if count == 700:
        assert len(triangles) < 6 * count


def test_a_bent_loop_is_filled_as_a_skin_of_soap_lies():
    a = np.linspace(0, 2 * np.pi, 81)[:-1]
    loop = np.stack([50 * np.cos(a), 50 * np.sin(a), 12 * np.cos(2 * a)], axis=1)
    new, triangles, _ = filled(loop)
    # the harmonic surface over a circle with this rim is a saddle: z = 12 (x^2 - y^2) / r^2
    exact = 12 * (new[:, 0] ** 2 - new[:, 1] ** 2) / 2500
    assert np.abs(new[:, 2] - exact).max() < 1.0
    assert len(crossings(np.concatenate([loop, new]), triangles)) == 0


def test_no_edge_is_made_twice():
    a = np.linspace(0, 2 * np.pi, 13)[:-1]
    loop = np.stack([50 * np.cos(a), 8 * np.sin(a), 0 * a], axis=1)
    plain = filled(loop)[1]
    joined = {tuple(sorted(p)) for t in plain.tolist() for p in ((t[0], t[1]), (t[1], t[2]), (t[2], t[0]))}
    within = {p for p in joined if max(p) < 12 and abs(p[0] - p[1]) not in (1, 11)}
    assert within
    again = filled(loop, within)[1]
    made = {tuple(sorted(p)) for t in again.tolist() for p in ((t[0], t[1]), (t[1], t[2]), (t[2], t[0]))}
    assert not within & made


def test_what_goes_on_with_the_form_stays_within_bounds_and_crosses_nothing():
    # a deep cup with a small mouth whose rim turns inwards: its curvature, carried on, would fly far off
    ball = cube_sphere(40, 100.0)
    top = ball.positions[:, 1] > 92
    keep = ~top[ball.faces].all(axis=1)
    at = ball.positions.astype(float)
    near = at[:, 1] > 80
    at[near] *= 1.0 + 0.9 * ((at[near, 1:2] - 80) / 20)  # a spout that opens wide
    made = mended(at, ball.faces[keep])
    assert made.report.closed == 1
    rim = at[rims(ball.faces[keep], len(at))[0]]
    size = np.linalg.norm(rim - rim.mean(axis=0), axis=1).mean()
    patch_rows = np.arange(len(made.positions)) >= len(np.unique(ball.faces[keep]))
    assert np.linalg.norm(made.positions[patch_rows] - rim.mean(axis=0), axis=1).max() < 2.5 * size
    triangles = np.concatenate([made.faces[:, :3], made.faces[made.faces[:, 2] != made.faces[:, 3]][:, [0, 2, 3]]])
    assert len(crossings(made.positions, triangles)) == 0


def test_a_rim_stays_open_where_what_closes_it_would_cross_the_clay():
    tube = trimesh.creation.cylinder(20.0, 40.0, sections=48).subdivide().subdivide()
    inner = np.abs(tube.vertices[:, 2]) < 19.9
    side = tube.faces[inner[tube.faces].any(axis=1)]  # without its ends
    ball = trimesh.creation.icosphere(2, 8.0)
    ball.apply_translation((0.0, 0.0, 20.0))  # stands in one of the holes
    at = np.concatenate([tube.vertices, ball.vertices])
    faces = np.concatenate([side, ball.faces + len(tube.vertices)])
    made = mended(at, faces[:, [0, 1, 2, 2]], flat=True)
    assert (made.report.closed, made.report.blocked) in ((1, 1), (2, 0))
    assert not len(crossings(made.positions, triangles_of(made.faces)))
    if made.report.blocked:
        assert "would cross the clay" in made.report.words()
    forced = mended(at, faces[:, [0, 1, 2, 2]], flat=True, crossing=True)
    assert forced.report.closed == 2 and forced.report.blocked == 0
