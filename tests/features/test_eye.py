"""Eyes: published sizes, axes, similarity, what is seen of them; judged by SciPy, trimesh and closed formulas."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh
from scipy.spatial.transform import Rotation

from yewfinch.core.features.eyes.eye import Eye, Iris, apex, axis, cap, checked, mirrored, moved, off_the_eye, turning
from yewfinch.core.features.eyes.eye_form import AROUND, eye_as_it_stands, look_of, seen, surface_of
from yewfinch.core.features.eyes.iris import iris_colours
from yewfinch.core.shared.errors import YewfinchError

PLAIN = Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0))


def _some(seed: int) -> Eye:
    rng = np.random.default_rng(seed)
    place = rng.uniform(-40, 40, 3)
    diameter = rng.uniform(20, 28)
    return Eye(
        tuple(place), tuple(place - (30, 0, 0)), diameter, 0.48 * diameter, cornea=0.32 * diameter,
        target=tuple(place + rng.normal(0, 60, 3) + (0, 0, 300)), converging=float(rng.uniform()),
    )  # fmt: skip


def test_a_plain_eye_has_published_sizes():
    # Bekerman et al. 2014: axial 22.0 to 24.8 mm; the sagitta of a cap, from the fact sheet, computed with numpy
    assert cap(7.8, 11.7) == pytest.approx(2.641, abs=1e-3)
    ball = surface_of(PLAIN).positions
    assert 22.0 <= float(np.ptp(ball[:, 2])) <= 24.8
    assert float(np.ptp(ball[:, 0])) == pytest.approx(24.2, abs=0.1)
    assert np.linalg.norm(apex(PLAIN)) == pytest.approx(ball[:, 2].max(), abs=0.02)


def test_axes_meet_in_the_target_or_are_parallel():
    left = Eye((31.5, 0.0, 0.0), (0.0, 0.0, 0.0), target=(0.0, 0.0, 600.0), converging=1.0)
    right = mirrored(left)
    between = np.degrees(np.arccos(axis(left) @ axis(right)))
    assert between == pytest.approx(6.01, abs=0.01)  # vergence, 2 atan(63 / 1200): fact sheet
    for seed in range(50):
        eye = replace(_some(seed), converging=1.0)
        way = np.array(eye.target) - eye.place
        assert np.linalg.norm(np.cross(axis(eye), way)) < 1e-9 * np.linalg.norm(way)
        one = replace(eye, converging=0.0)
        other = replace(one, place=(-50.0, 3.0, 8.0))
        np.testing.assert_allclose(axis(one), axis(other), atol=1e-12)


def test_a_globe_turns_without_rolling_and_no_farther_than_eyes_do():
    for seed in range(50):
        eye = _some(seed)
        turn = turning(eye)
        np.testing.assert_allclose(turn @ (0, 0, 1), axis(eye), atol=1e-12)
        assert abs(Rotation.from_matrix(turn).as_rotvec()[2]) < 1e-9  # Listing's law: its axis lies in the plane x y
    beside = replace(PLAIN, target=(900.0, 0.0, -100.0), converging=1.0)
    assert np.degrees(np.arccos(axis(beside)[2])) == pytest.approx(50.0, abs=0.01)
    above = replace(PLAIN, target=(0.0, 900.0, 1.0), converging=1.0)
    assert np.degrees(np.arccos(axis(above)[2])) == pytest.approx(40.0, abs=0.01)


def test_the_distance_from_an_eye_is_that_from_its_mesh():
    eye = _some(3)
    ball = surface_of(eye)
    mesh = trimesh.Trimesh(ball.positions.astype(float), ball.triangles(), process=False)
    rng = np.random.default_rng(1)
    points = np.array(eye.place) + rng.normal(0, 1, (300, 3)) * eye.radius
    points = points[((points - eye.place) @ axis(eye)) > -0.2 * eye.radius]  # its back is flatter
    ours, theirs = off_the_eye(eye, points), -trimesh.proximity.signed_distance(mesh, points)
    near = (theirs > 0.0) & (theirs < 4.0)
    np.testing.assert_allclose(ours[near], theirs[near], atol=0.12)  # the mesh has edges of a millimetre
    deep = theirs < 0.0
    assert (ours[deep] > theirs[deep] - 0.3).all()  # within, it is at least so deep; its back is flatter
    assert ((ours > 0.15) <= (theirs > 0)).all() and ((ours < -0.15) <= (theirs < 0)).all()


def test_what_moved_the_ball_is_found_again():
    for seed in range(10):
        eye = _some(seed)
        turn = Rotation.random(rng=np.random.default_rng(seed)).as_matrix()
        scale, shift = 0.8 + 0.05 * seed, np.array([5.0, -7.0, seed])
        at = scale * surface_of(eye).positions.astype(float) @ turn.T + shift
        found = eye_as_it_stands(eye, at)
        np.testing.assert_allclose(found.place, scale * turn @ eye.place + shift, atol=1e-3)
        assert found.diameter == pytest.approx(scale * eye.diameter, abs=1e-3)
        assert found.target == pytest.approx(moved(eye, turn, scale, shift).target, abs=0.05)
        look, plain = seen(eye, at), look_of(eye)  # what is seen goes along to the last vertex, rolled as well
        wanted = scale * plain.opaque.positions.astype(float) @ turn.T + shift
        np.testing.assert_allclose(look.opaque.positions, wanted, atol=2e-3)
    assert eye_as_it_stands(eye, surface_of(eye).positions) is eye
    assert seen(eye, surface_of(eye).positions) is look_of(eye)


def test_the_image_of_an_eye_is_its_mirror_image():
    eye = replace(_some(5), turn=(4.0, -2.0), converging=1.0)
    other = replace(mirrored(eye), target=(-eye.target[0], *eye.target[1:]))
    np.testing.assert_allclose(axis(other), axis(eye) * (-1, 1, 1), atol=1e-12)
    np.testing.assert_allclose(apex(other), apex(eye) * (-1, 1, 1), atol=1e-9)


def test_the_ball_that_is_exported_has_its_iris_painted_on():
    blue = replace(PLAIN, pattern=Iris(outer=(60, 90, 160), inner=(60, 90, 160)))
    ball = surface_of(blue)
    flat = np.hypot(*ball.positions[:, :2].T)
    front = ball.positions[:, 2] > 0
    iris = ball.colour[front & (flat > 2.5) & (flat < 4.5)].astype(int)
    assert (iris[:, 2] > iris[:, 0] + 20).mean() > 0.9
    assert ball.colour[front & (flat < 1.5), :3].max() < 20
    assert ball.colour[front & (flat > 8.0), :3].min() > 120


@pytest.mark.parametrize("pupil", [2.0, 3.6, 8.0])
def test_the_iris_is_a_circle_behind_the_cornea(pupil):
    eye = replace(PLAIN, pupil=pupil, depth=0.5)
    look = look_of(eye)
    at = look.opaque.positions.astype(float)
    assert off_the_eye(eye, at[at[:, 2] > 0.5 * eye.radius]).max() < 0.02  # all within
    limbus = np.sqrt(eye.radius**2 - (eye.iris / 2) ** 2)
    flat = np.hypot(at[:, 0], at[:, 1])
    root = (np.abs(flat - 0.985 * eye.iris / 2) < 1e-3) & (at[:, 2] > 0)
    assert root.sum() == AROUND
    np.testing.assert_allclose(limbus - at[root, 2], eye.depth, atol=0.02)
    edge = np.abs(flat - pupil / 2) < 1e-3
    assert edge.sum() >= AROUND and (at[edge, 2] < apex(eye)[2] - 2.0).all()  # a chamber lies before it
    clear = look.clear.positions.astype(float)
    assert np.abs(off_the_eye(eye, clear)).max() < 0.03  # the cornea lies on the ball
    assert (np.linalg.norm(look.clear.normals, axis=1) > 0.99).all()
    assert (look.clear.normals[:, 2] > 0.5).all()  # and looks out


def test_a_change_moves_vertices_only_and_the_same_seed_gives_the_same_iris():
    one, other = look_of(PLAIN), look_of(replace(PLAIN, pupil=6.0, target=(40.0, 0.0, 100.0), converging=1.0))
    assert one.opaque.faces is other.opaque.faces and one.clear.faces is other.clear.faces
    out, theta = np.repeat(np.linspace(0, 1, 20), 64), np.tile(np.linspace(0, 2 * np.pi, 64, endpoint=False), 20)
    colours = [iris_colours(Iris(seed=s), out, theta)[0] for s in (7, 7, 8)]
    assert (colours[0] == colours[1]).all() and (colours[0] != colours[2]).any()
    light = {k: iris_colours(Iris(seed=7, edge=k), out, theta)[0].astype(int).sum(axis=1) for k in (0.0, 1.0)}
    assert light[1.0][out > 0.97].mean() < 0.6 * light[0.0][out > 0.97].mean()  # a dark edge is dark
    assert light[1.0][out < 0.5].mean() == pytest.approx(light[0.0][out < 0.5].mean())


@pytest.mark.parametrize(
    "wrong",
    [
        {"diameter": 3.0}, {"diameter": np.nan}, {"iris": 24.0}, {"pupil": 1.0}, {"pupil": 11.0}, {"cornea": 5.5},
        {"cornea": 13.0}, {"place": (np.inf, 0.0, 0.0)}, {"wet": 1.5}, {"converging": -0.1},
        {"pattern": Iris(fibres=2.0)}, {"pattern": Iris(outer=(300, 0, 0))},
    ],
)  # fmt: skip
def test_eyes_that_cannot_be_are_said(wrong):
    with pytest.raises(YewfinchError):
        checked(replace(PLAIN, **wrong))


def test_an_eye_that_was_rolled_by_hand_keeps_its_roll_when_it_is_edited():
    for seed in range(10):
        eye = _some(seed)
        turn = Rotation.from_rotvec(np.random.default_rng(seed).normal(0, 0.6, 3)).as_matrix()
        at = surface_of(eye).positions.astype(float) @ turn.T + (3.0, -2.0, 7.0)
        now = eye_as_it_stands(eye, at)
        np.testing.assert_allclose(surface_of(now).positions, at, atol=2e-3)  # vertex by vertex, so its pattern, too
        np.testing.assert_allclose(look_of(now).opaque.positions, seen(eye, at).opaque.positions, atol=2e-3)
        np.testing.assert_allclose(turning(now), turn @ turning(eye), atol=1e-4)
        wider = replace(now, pupil=now.pupil + 0.5)
        np.testing.assert_allclose(surface_of(wider).positions[::7].mean(axis=0), at[::7].mean(axis=0), atol=0.05)
        assert mirrored(mirrored(now)) == now
