from dataclasses import replace

import numpy as np
import pytest
import trimesh
from scipy.spatial import cKDTree

from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import (
    detail_levels,
    painting,
    pieces,
    placing,
    solids,
    tidying,
)
from yewfinch.core.document.verbs.placing import Motion
from yewfinch.core.formats.container import load, save
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import View


@pytest.fixture
def p(portrait, ball):
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    return portrait


def test_clay_is_turned_about_its_pivot(p):
    before = p.surface("clay").positions.copy()
    p.perform(placing.moved(p, ["clay"], Motion.about((10, 0, 0), move=(0, 5, 0), turn=(0, 0, 90)), "Turn"))
    # a quarter turn about the forward axis: (x, y) to (-y, x), about (10, 0), then 5 up
    after = np.stack([10 - before[:, 1], before[:, 0] - 10 + 5, before[:, 2]], axis=1)
    np.testing.assert_allclose(p.surface("clay").positions, after, atol=1e-4)
    p.history.undo()
    np.testing.assert_array_equal(p.surface("clay").positions, before)


def test_masked_clay_stays_and_half_masked_clay_goes_half_the_way(p):
    ball = p.surface("clay")
    ball.mask[ball.positions[:, 1] > 0] = 255
    ball.mask[np.abs(ball.positions[:, 1]) < 1] = 51
    before = ball.positions.copy()
    p.perform(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(10, 0, 0)), "Move"))
    gone = (ball.positions - before)[:, 0]
    assert (gone[before[:, 1] > 1] == 0).all()
    np.testing.assert_allclose(gone[np.abs(before[:, 1]) < 1], 8.0, atol=1e-4)
    np.testing.assert_allclose(gone[before[:, 1] < -1], 10.0, atol=1e-4)


@pytest.mark.parametrize("kind", ["block", "tube", "lathe", "cylinder"])
def test_solids_stay_solids_and_their_surface_goes_along(p, kind):
    edit, key = solids.begin(p, kind, (20.0, 10.0, 5.0))
    p.perform(edit)
    p.perform(solids.change(p, key, replace(p.pieces[key].solid, turn=(20.0, 30.0, 40.0)), "x"))
    before = p.surface(key).positions.copy()
    motion = Motion.about((7, 8, 9), move=(1, 2, 3), turn=(0, 90, 15))
    p.perform(placing.moved(p, [key], motion, "Move"))
    assert p.pieces[key].solid is not None
    away, rows = cKDTree(motion.of(before)).query(p.surface(key).positions)  # rows are numbered by where they lie
    assert away.max() < 2e-3
    assert len(np.unique(rows)) == len(before)
    twice = Motion.about(p.pieces[key].solid.place, scale=(2, 2, 2))
    before = np.ptp(p.surface(key).positions, axis=0)
    p.perform(placing.moved(p, [key], twice, "Scale"))
    np.testing.assert_allclose(np.ptp(p.surface(key).positions, axis=0), 2 * before, rtol=0.01)
    with pytest.raises(YewfinchError, match="along one axis"):
        placing.moved(p, [key], Motion.about((0, 0, 0), scale=(1, 2, 1)), "x")


def test_a_motion_being_set_counts_from_its_start_and_is_one_step(p):
    start = placing.start_of(p, ["clay"])
    p.perform(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(1, 0, 0)), "Move", start))
    steps = p.history.position
    for x in (2.0, 3.0, 4.0):
        p.amend(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(x, 0, 0)), "Move", start))
    assert p.history.position == steps
    np.testing.assert_allclose(p.surface("clay").positions, start["clay"][1] + np.float32([4, 0, 0]), atol=1e-5)
    p.history.undo()
    np.testing.assert_array_equal(p.surface("clay").positions, start["clay"][1])


@pytest.mark.parametrize(
    ("how", "match"),
    [
        ({"move": (np.nan, 0, 0)}, "nowhere"),
        ({"move": (1e7, 0, 0)}, "nowhere"),
        ({"scale": (0, 1, 1)}, "scaled by"),
        ({"scale": (1e9, 1, 1)}, "scaled by"),
    ],
)
def test_absurd_motions_are_said(how, match):
    with pytest.raises(YewfinchError, match=match):
        Motion.about((0, 0, 0), **how)


def test_locked_pieces_and_armatures_are_not_moved(p):
    p.put_piece(replace(p.pieces["clay"], locked=True), "x")
    with pytest.raises(YewfinchError, match="locked"):
        placing.moved(p, ["clay"], Motion.about((0, 0, 0)), "x")


# --- followers -----------------------------------------------------------------------------------


def image(p, source, follower):
    np.testing.assert_array_equal(
        p.surface(follower).positions, p.pieces[follower].follows.image(p.surface(source).positions)
    )
    np.testing.assert_array_equal(p.surface(follower).colour, p.surface(source).colour)


def test_a_twin_follows_strokes_motions_colours_and_new_surfaces(p):
    edit, twin = pieces.twin(p, "clay")
    p.perform(edit)
    p.perform(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(150, 0, 0)), "Move"))
    image(p, "clay", twin)
    assert p.surface(twin).positions[:, 0].max() < -40
    p.perform(painting.fill(p, "clay", (9, 8, 7)))
    image(p, "clay", twin)
    rows = np.arange(600, 700, dtype=np.int32)  # as a stroke does: written, then announced
    leaves = p.surface("clay").set_rows(rows, p.surface("clay").positions[rows] * 1.1)
    p.rows_written("clay", "positions", leaves)
    image(p, "clay", twin)
    other = replace(p.pieces["clay"], surface=p.surface("head").copy())
    p.put_piece(other, "Another surface")
    image(p, "clay", twin)
    for _ in range(3):
        p.history.undo()
        image(p, "clay", twin)
    assert p.pieces[twin].fixed
    with pytest.raises(YewfinchError, match="follows another"):
        placing.moved(p, [twin], Motion.about((0, 0, 0)), "x")
    with pytest.raises(YewfinchError, match="twin already"):
        pieces.twin(p, "clay")


def test_a_twin_of_a_solid_follows_its_measures_until_it_is_settled(p):
    edit, key = solids.begin(p, "block", (60.0, 0.0, 0.0))
    p.perform(edit)
    edit, twin = pieces.twin(p, key)
    p.perform(edit)
    p.perform(solids.change(p, key, p.pieces[key].solid.with_value("tall", 200.0), "x"))
    image(p, key, twin)
    p.perform(pieces.settle(p, [twin]))
    before = p.surface(twin).positions.copy()
    p.perform(solids.change(p, key, p.pieces[key].solid.with_value("tall", 50.0), "x"))
    np.testing.assert_array_equal(p.surface(twin).positions, before)
    assert not p.pieces[twin].fixed
    p.history.undo()
    p.history.undo()
    image(p, key, twin)


def test_a_ring_is_as_many_as_asked_and_may_change(p):
    p.perform(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(300, 0, 0)), "Move"))
    p.perform(pieces.ring(p, "clay", 6, 1))
    ring = p.followers("clay")
    assert len(ring) == 5
    middle = np.array([q.surface.positions.mean(axis=0) for q in [p.pieces["clay"], *ring]])
    np.testing.assert_allclose(np.linalg.norm(middle, axis=1), 300, atol=0.1)
    assert middle.mean(axis=0) == pytest.approx([0, 0, 0], abs=1e-2)
    p.perform(pieces.ring(p, "clay", 3, 1))
    assert len(p.followers("clay")) == 2
    p.perform(pieces.ring(p, "clay", 1, 1))
    assert not p.followers("clay")
    for count in (0, 500):
        with pytest.raises(YewfinchError, match="make no sense"):
            pieces.ring(p, "clay", count, 1)


def test_followers_are_saved_and_reopened(p, tmp_path):
    edit, twin = pieces.twin(p, "clay")
    p.perform(edit)
    p.perform(pieces.group(p, ["clay", twin], "Ears"))
    save(p, tmp_path / "a.yewfinch")
    back = load(tmp_path / "a.yewfinch")
    assert back.pieces[twin].follows == p.pieces[twin].follows
    assert back.pieces[twin].group == "Ears"
    back.perform(placing.moved(back, ["clay"], Motion.about((0, 0, 0), move=(0, 9, 0)), "Move"))
    image(back, "clay", twin)
    back.perform(pieces.remove(back, ["clay"]))
    assert back.pieces[twin].follows is None
    back.history.undo()
    image(back, "clay", twin)
    back.history.close()


# --- lists ---------------------------------------------------------------------------------------


def test_pieces_come_back_to_their_place_in_the_list(p):
    order = p.order
    p.perform(pieces.remove(p, ["eye_left", "head"]))
    p.history.undo()
    assert p.order == order


def test_groups_stand_together_and_orders_are_undone(p):
    assert p.order == ("head", "eye_left", "eye_right", "clay")
    p.perform(pieces.group(p, ["head", "clay"], " Big  forms "))
    assert p.order == ("head", "clay", "eye_left", "eye_right")
    assert p.pieces["clay"].group == "Big forms"
    p.perform(pieces.arrange(p, ("eye_right", "clay", "head", "eye_left"), {}))
    assert p.order == ("eye_right", "clay", "head", "eye_left")
    assert pieces.arrange(p, p.order, {}) is None
    p.perform(pieces.arrange(p, p.order, {"clay": ""}))
    p.history.undo()
    p.history.undo()
    p.history.undo()
    assert p.order == ("head", "eye_left", "eye_right", "clay")
    assert p.pieces["clay"].group == ""
    with pytest.raises(YewfinchError, match="in no group"):
        pieces.group(p, ["head"], "")


def test_a_locked_twin_keeps_what_it_follows_from_changing(p):
    edit, twin = pieces.twin(p, "clay")
    p.perform(edit)
    p.put_piece(replace(p.pieces[twin], locked=True), "Lock")
    before = p.surface(twin).positions.copy()
    for job in (
        lambda: placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(1, 0, 0)), "Move"),
        lambda: tidying.reduce(p, "clay", 500),
        lambda: tidying.mend(p, "clay"),
        lambda: detail_levels.add(p, "clay"),
        lambda: see_unlocked(p, p.pieces["clay"]),
    ):
        with pytest.raises(YewfinchError, match="follows 'Ball' and is locked"):
            job()
    np.testing.assert_array_equal(p.surface(twin).positions, before)
    p.perform(pieces.remove(p, ["clay"]))  # it stands for itself from then on
    np.testing.assert_array_equal(p.surface(twin).positions, before)
    p.history.undo()
    p.put_piece(replace(p.pieces[twin], locked=False), "Unlock")
    p.perform(placing.moved(p, ["clay"], Motion.about((0, 0, 0), move=(1, 0, 0)), "Move"))
    image(p, "clay", twin)


def test_a_profile_is_drawn_from_any_side_and_nonsense_is_said(p):
    def pixels(camera, *points):
        return np.array([camera.project(np.array([q], float))[0] for q in points])

    for key in list(p.pieces):  # nothing that the line could lie on
        p.remove_piece(key)
    for turn, tilt in ((0.0, 0.0), (70.0, 30.0), (180.0, -40.0)):
        view = View(turn=turn, tilt=tilt, distance=900.0, target=(0.0, 0.0, 0.0))
        camera = view.camera(800, 600)
        right = camera.rotation[0] * (1, 0, 1) / np.linalg.norm(camera.rotation[0] * (1, 0, 1))
        up = np.array([0.0, 1.0, 0.0])
        start = 160 * right  # beside the clay: the plane goes through the middle of the room
        drawn = [start + 50 * up, start + 30 * right + 50 * up, start + 30 * right - 50 * up, start - 50 * up]
        path = [a + (b - a) * t for a, b in zip(drawn[:-1], drawn[1:], strict=True) for t in np.linspace(0, 1, 12)]
        edit, key = solids.draw_lathe(p, camera, pixels(camera, *path))
        p.perform(edit)
        solid = p.pieces[key].solid
        np.testing.assert_allclose(solid.place, start, atol=1.5)
        profile = np.array(solid.line)
        assert profile[:, 0].max() == pytest.approx(30, abs=1.5) and np.ptp(profile[:, 1]) == pytest.approx(100, abs=2)
        # a cylinder: pi r² h, its corners a little rounded by the points of the profile
        mesh = trimesh.Trimesh(p.surface(key).positions.astype(float), p.surface(key).triangles(), process=False)
        assert mesh.volume == pytest.approx(np.pi * 30**2 * 100, rel=0.12)
        p.history.undo()
    above = View(tilt=85.0, distance=900.0, target=(0.0, 0.0, 0.0)).camera(800, 600)
    with pytest.raises(YewfinchError, match="nearer to level"):
        solids.draw_lathe(p, above, np.array([[300.0, 300], [340, 330], [320, 380]]))
    with pytest.raises(YewfinchError, match="does not leave its axis"):
        solids.draw_lathe(p, View(distance=900.0).camera(800, 600), np.array([[100.0, 300], [100, 330], [100, 380]]))
