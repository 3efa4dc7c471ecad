"""Bringing the clay over: the spline against scipy, and what moves and what stays."""

from dataclasses import replace

import numpy as np
import pytest
from scipy.interpolate import RBFInterpolator

from yewfinch.core.document.verbs.towards_sitter import bend
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.outlines import gaps
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.towards import REACH, ROUND, field_towards, steps_to_sitter, thin_plate
from yewfinch.demo.demo_portrait import demo_portrait


@pytest.mark.parametrize("soft", [0.0, 4.0])
def test_the_spline_equals_scipy(soft):
    # reference: scipy.interpolate.RBFInterpolator, kernel r with a linear polynomial
    rng = np.random.default_rng(0)
    centres, steps, points = rng.normal(size=(40, 3)) * 50, rng.normal(size=(40, 3)), rng.normal(size=(200, 3)) * 70
    mine = thin_plate(centres, steps, np.full(40, soft))
    theirs = RBFInterpolator(centres, steps, kernel="linear", degree=1, smoothing=soft)
    np.testing.assert_allclose(mine.at(points), theirs(points), atol=1e-9)


def test_an_affine_map_is_kept_exactly():
    # thin-plate splines reproduce affine maps: Bookstein 1989 (from memory)
    rng = np.random.default_rng(1)
    a, b = rng.normal(size=(3, 3)) * 0.1, rng.normal(size=3)
    centres = rng.normal(size=(12, 3)) * 30
    points = rng.normal(size=(50, 3)) * 90
    np.testing.assert_allclose(thin_plate(centres, centres @ a + b).at(points), points @ a + b, atol=1e-8)


def test_points_in_a_plane_are_refused():
    flat = np.random.default_rng(2).normal(size=(10, 3)) * (30, 30, 0)
    with pytest.raises(CannotSolveError, match="Too few points"):
        thin_plate(flat, flat)


@pytest.fixture
def demo():
    portrait = demo_portrait()
    yield portrait
    portrait.history.close()


def parts(portrait):
    solution = portrait.sitter.solution
    found = likeness(portrait.landmarks(), solution, scaled=True)
    return solution, found, steps_to_sitter(portrait.landmarks(), found, solution)


def test_chosen_landmarks_arrive_and_the_others_stay(demo):
    _, _, steps = parts(demo)
    before = demo.landmarks()
    chosen = ["prn", "ch_l", "ch_r", "gn"]
    field = field_towards(demo.landmarks(), demo.surfaces(), steps, chosen, 1.0)
    edit = bend(demo, field, "Bring over", np.array([before[k] for k in chosen]))
    demo.perform(edit)
    after = demo.landmarks()
    for key in before:
        way = steps[key] if key in chosen else np.zeros(3)
        if key.startswith("p_"):
            continue  # on an eyeball, which moves as a whole or not at all
        np.testing.assert_allclose(after[key] - before[key], way, atol=0.15)
    demo.history.undo()
    np.testing.assert_array_equal(demo.landmarks()["prn"], before["prn"])


def test_half_the_way_is_half_and_far_clay_stays(demo):
    _, _, steps = parts(demo)
    before = demo.landmarks()
    field = field_towards(demo.landmarks(), demo.surfaces(), steps, ["prn"], 0.5)
    edit = bend(demo, field, "Bring over", before["prn"][None])
    change = next(c for c in edit.changes if c.piece == "head")
    moved = np.linalg.norm(change.before - before["prn"], axis=1)
    assert moved.max() <= REACH + 1e-3
    step = np.linalg.norm(change.after - change.before, axis=1)
    assert step[moved > 0.98 * REACH].max() < 0.05
    demo.perform(edit)
    np.testing.assert_allclose(demo.landmarks()["prn"] - before["prn"], steps["prn"] / 2, atol=0.1)


def test_bringing_all_over_makes_it_alike(demo):
    solution, found, steps = parts(demo)
    keys = [o.key for o in found.offsets]
    clay = demo.landmarks()
    demo.perform(
        bend(
            demo,
            field_towards(demo.landmarks(), demo.surfaces(), steps, keys, 1.0),
            "x",
            np.array([clay[k] for k in keys]),
        )
    )
    again = likeness(demo.landmarks(), solution, scaled=True)
    assert again.overall < 0.35 * found.overall


def test_the_two_parts_are_symmetric_and_asymmetric_and_add_up(demo):
    solution, found, whole = parts(demo)
    clay = demo.landmarks()
    same = steps_to_sitter(clay, found, solution, "symmetric")
    differ = steps_to_sitter(clay, found, solution, "asymmetric")
    flip = np.array([-1, 1, 1])
    for key in whole:
        np.testing.assert_allclose(same[key] + differ[key], whole[key], atol=1e-9)
    for key in ("ch", "al", "ex", "t"):
        np.testing.assert_allclose(same[f"{key}_l"], flip * same[f"{key}_r"], atol=1e-9)
        np.testing.assert_allclose(differ[f"{key}_l"], -flip * differ[f"{key}_r"], atol=1e-9)
    assert same["prn"][0] == pytest.approx(0)
    np.testing.assert_allclose(differ["prn"][1:], 0, atol=1e-12)


def test_detail_goes_along_and_colours_stay(demo):
    _, _, steps = parts(demo)
    head = demo.surface("head")
    row = head.nearest_row(demo.landmarks()["prn"] + (6, 0, -6))
    rows = head.rows_in_ball(head.positions[row], 2.5)
    bumps = head.positions[rows] + head.normals[rows] * np.float32(0.5)
    relief = bumps - head.positions[rows]
    head.set_rows(rows, bumps)
    colour = head.colour.copy()
    ring = head.ring[head.ring_at[row] : head.ring_at[row + 1]]
    edge = np.linalg.norm(head.positions[ring] - head.positions[row], axis=1)
    demo.perform(
        bend(
            demo,
            field_towards(demo.landmarks(), demo.surfaces(), steps, ["prn"], 1.0),
            "x",
            demo.landmarks()["prn"][None],
        )
    )
    after = np.linalg.norm(head.positions[ring] - head.positions[row], axis=1)
    np.testing.assert_allclose(after, edge, rtol=0.25)
    assert np.linalg.norm(relief, axis=1).max() < 0.6
    np.testing.assert_array_equal(head.colour, colour)


def test_locked_pieces_stay_and_eyeballs_move_as_a_whole(demo):
    _, _, steps = parts(demo)
    steps = {**steps, "p_l": np.array([0.0, 1.5, 0.0])}
    clay = demo.landmarks()
    eye = demo.surface("eye_left").positions.copy()
    edit = bend(demo, field_towards(demo.landmarks(), demo.surfaces(), steps, ["p_l"], 1.0), "x", clay["p_l"][None])
    change = next(c for c in edit.changes if c.piece == "eye_left")
    step = change.after - eye
    assert np.ptp(step, axis=0).max() < 1e-4
    np.testing.assert_allclose(step[0], (0.0, 1.5, 0.0), atol=1e-4)  # its pupil lies on it
    demo.pieces["eye_left"] = replace(demo.pieces["eye_left"], locked=True)
    assert all(
        c.piece != "eye_left"
        for c in bend(
            demo, field_towards(demo.landmarks(), demo.surfaces(), steps, ["p_l"], 1.0), "x", clay["p_l"][None]
        ).changes
    )


def test_lines_are_brought_over_too(demo):
    photo = next(p for p in demo.sitter.photos if p.name == "front")
    camera = photo.standpoint.camera()
    line = demo.line("lip_upper")
    drawn = camera.project(line + np.array([0, 2.0, 0]))
    only = Photo("q", "q", "q.jpg", photo.width, photo.height, curves={"lip_upper": tuple(map(tuple, drawn))})
    middle = np.mean(list(demo.landmarks().values()), axis=0)
    gap = gaps(only, camera, {"lip_upper": line}, None, middle)
    field = field_towards(demo.landmarks(), demo.surfaces(), {}, [], 1.0, gap)
    demo.perform(bend(demo, field, "x", gap[0].spots[::3]))
    after = gaps(only, camera, {"lip_upper": demo.line("lip_upper")}, None, middle)[0]
    assert after.rms < 0.45 * gap[0].rms


def test_nothing_chosen_and_absurd_ways_are_refused(demo):
    with pytest.raises(CannotSolveError, match="Nothing is chosen"):
        field_towards(demo.landmarks(), demo.surfaces(), {}, ["prn"], 1.0)
    with pytest.raises(CannotSolveError, match="move by 90 mm"):
        field_towards(demo.landmarks(), demo.surfaces(), {"prn": np.array([90.0, 0, 0])}, ["prn"], 1.0)


def test_a_landmark_is_met_and_leaves_no_point_behind():
    """A sheet is lifted at one place: its slope just beside it is that of a cone, unless the field is round there."""
    from scipy.interpolate import RBFInterpolator  # another library's spline with the same kernel

    centres = np.array([(x, y, z) for x in (-30.0, 0.0, 30.0) for y in (-30.0, 0.0, 30.0) for z in (-30.0, 0.0, 30.0)])
    steps = np.zeros_like(centres)
    steps[np.flatnonzero((centres == 0).all(axis=1))[0]] = (0.0, 0.0, 5.0)
    near = np.array([(x, 0.0, 0.0) for x in (0.0, 0.5, 20.0)])
    pointed, round_ = (thin_plate(centres, steps, None, r).at(near)[:, 2] for r in (0.0, ROUND))
    assert round_[0] == pytest.approx(5.0, abs=1e-9) == pointed[0]
    assert pointed[0] - pointed[1] > 0.1 > 0.03 > round_[0] - round_[1]
    assert round_[2] == pytest.approx(pointed[2], abs=0.35)
    judged = RBFInterpolator(centres, steps[:, 2], kernel="multiquadric", epsilon=1.0 / ROUND, degree=1)(near)
    np.testing.assert_allclose(round_, judged, atol=1e-6)
