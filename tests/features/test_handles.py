"""Handles of the face: measures as set, nothing crosses, ears turn as doors; judged by landmarks and closed forms."""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.lore.norms import NORMS, distance
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.verbs import eyes
from yewfinch.core.document.verbs import handles as verbs
from yewfinch.core.features.handles.faces import FEATURES, HANDLES, carried, face_on, moves_for
from yewfinch.core.features.handles.handle import Handle, Move, amount_for, stepped
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.shared.errors import YewfinchError

#: Norms of handles that are distances in the published table, by that table's keys.
_PUBLISHED = {
    "nose_length": "nose_height", "tip": "nose_protrusion", "nose_breadth": "nose_breadth", "ear_length": "ear_length",
    "cheekbones": "face_breadth", "jaw_breadth": "jaw_breadth", "chin_height": "mandible", "ear_width": "ear_width",
}  # fmt: skip


def test_moves_are_whole_in_their_middle_and_nothing_outside():
    shift = Move(np.zeros(3), np.array([10.0, 20.0, 10.0]), np.array([0.0, 1.0, 0.0]))
    at = np.array([[0.0, 0, 0], [2.9, 0, 0], [0, 5.9, 0], [10.0, 0, 0], [0, 19.0, 0], [0, 21.0, 0]])
    step = shift.step(at, 3.0)
    np.testing.assert_allclose(step[:3], [[0, 3.0, 0]] * 3)
    assert (step[[3, 5]] == 0.0).all() and 0.0 < step[4, 1] < 0.2
    turn = Move(np.zeros(3), np.full(3, 100.0), hinge=(np.array([0.0, 0.0, 5.0]), np.array([0.0, 1.0, 0.0])))
    np.testing.assert_allclose(turn.step(np.array([[10.0, 0.0, 5.0]]), 90.0), [[-10.0, 0.0, -10.0]], atol=1e-12)


def test_the_amount_of_a_move_is_found_for_any_smooth_measure():
    move = Move(np.array([10.0, 0, 0]), np.full(3, 8.0), np.array([1.0, 0, 0]))
    handle = Handle("x", "X", "nose", "", 0, 99, lambda p, s: float(p["a"][0] ** 2), lambda p, s: [move])
    points = {"a": np.array([10.0, 0.0, 0.0]), "b": np.zeros(3)}
    by = amount_for(handle, points, (1,), 144.0)
    assert by == pytest.approx(2.0, abs=1e-3)
    assert stepped([move], points["b"][None], by) == pytest.approx(np.zeros((1, 3)))
    missing = Handle("y", "Y", "nose", "", 0, 99, lambda p, s: 1.0, lambda p, s: [move], needs=("c_",))
    assert missing.value(points) is None and amount_for(missing, points, (1,), 2.0) is None


def test_values_of_a_mean_head_are_those_of_the_published_table():
    for sex in (0.0, 1.0):
        p = new_portrait(Figure(Person(sex=sex, age=25)))
        face, landmarks = verbs.face_of(p)[1], p.landmarks()
        for key, theirs in _PUBLISHED.items():
            norm = next(n for n in NORMS if n.key == theirs)
            assert face.value(key) == pytest.approx(distance(landmarks, norm.start, norm.end), abs=1e-6), key
            mean = norm.men if sex else norm.women
            assert HANDLES[key].norm(sex)[0] == mean[0], key
        for key, handle in HANDLES.items():
            norm = handle.norm(sex)
            for side in verbs.sides_of(handle):
                value = face.value(key, side)
                if norm is not None and key not in ("stand_off", "convexity", "ear_tilt"):
                    assert abs(value - norm[0]) < 2.5 * norm[1], (key, side)
        assert {h.feature for h in HANDLES.values()} == set(FEATURES) and verbs.of_sitter(p) == {}
        p.history.close()


@pytest.mark.parametrize("key", HANDLES)
def test_what_is_set_is_measured_again_and_nothing_crosses(portrait, key):
    head, handle = portrait.surface("head"), HANDLES[key]
    rest, triangles = head.positions.copy(), head.triangles()
    was = verbs.face_of(portrait)[1].value(key)
    by = 5.0 if handle.unit == "°" else 1.5
    for to in (was - by, was + by):
        if not handle.low <= to <= handle.high:
            continue
        portrait.perform(verbs.change(portrait, key, verbs.sides_of(handle), to))
        face = verbs.face_of(portrait)[1]
        # probes meet the clay anew where it is now, so what they tell is a little off
        near = 0.08 if handle.landmarks else 0.75 if key == "helix" else 0.4
        for side in verbs.sides_of(handle):
            assert face.value(key, side) == pytest.approx(to, abs=near + (0.4 if handle.unit == "°" else 0.0)), side
        changed = (head.positions != rest).any(axis=1)
        assert 0 < changed.sum() < 0.4 * len(head)
        assert len(crossings(head.positions, triangles, changed[triangles].any(axis=1))) == 0
        twin = head.known_twins
        np.testing.assert_array_equal(head.positions[twin] * np.float32([-1, 1, 1]), head.positions)
        portrait.history.undo()
        np.testing.assert_array_equal(head.positions, rest)


def test_an_ear_turns_like_a_door_and_only_on_the_side_that_is_chosen(portrait):
    head = portrait.surface("head")
    rest = head.positions.astype(float)
    start = {k: portrait.landmark(k).copy() for k in ("obs_l", "obi_l", "pa_l", "pa_r", "sa_l", "t_l", "ex_l")}
    value = verbs.face_of(portrait)[1].value("stand_off", 1)
    portrait.perform(verbs.change(portrait, "stand_off", (1,), value + 6.0))
    now = {k: portrait.landmark(k) for k in start}
    assert now["pa_l"][0] - start["pa_l"][0] == pytest.approx(6.0, abs=0.3)
    np.testing.assert_array_equal(now["pa_r"], start["pa_r"])
    for key in ("obs_l", "obi_l", "t_l"):
        assert np.linalg.norm(now[key] - start[key]) < 1.5, key
    # as far from the line through both roots as before: it turned
    way = (start["obi_l"] - start["obs_l"]) / np.linalg.norm(start["obi_l"] - start["obs_l"])
    far = [np.linalg.norm(np.cross(q["pa_l"] - start["obs_l"], way)) for q in (start, now)]
    assert far[0] == pytest.approx(far[1], abs=0.3)
    moved = np.linalg.norm(head.positions - rest, axis=1)
    assert moved[rest[:, 0] < 40.0].max() == 0.0 and now["ex_l"] == pytest.approx(start["ex_l"])


def test_detail_goes_along_masked_clay_and_eyes_stay(portrait):
    head = portrait.surface("head")
    rest = head.positions.astype(float)
    ball = eyes.standing(portrait.pieces["eye_left"])
    eye = np.linalg.norm(rest - np.array(ball.place), axis=1) < 1.08 * ball.radius
    portrait.perform(verbs.change(portrait, "brow", (1, -1), 31.0))
    assert eye.sum() > 100
    np.testing.assert_array_equal(head.positions[eye], rest.astype(np.float32)[eye])
    portrait.history.undo()
    head.mask[rest[:, 0] > 0.0] = 255
    portrait.perform(verbs.change(portrait, "nose_breadth", (1,), 40.0))
    step = np.linalg.norm(head.positions - rest, axis=1)
    assert step[rest[:, 0] > 0.0].max() == 0.0 and step.max() > 1.0


def test_a_head_that_is_turned_has_the_same_measures(portrait):
    head, landmarks = portrait.surface("head"), portrait.landmarks()
    straight = face_on(head, landmarks)
    turn = np.radians(50.0)
    by = np.array([[np.cos(turn), 0, np.sin(turn)], [0, 1, 0], [-np.sin(turn), 0, np.cos(turn)]])
    turned = head.copy()
    turned.set_rows(np.arange(len(head), dtype=np.int32), head.positions.astype(float) @ by.T + (30.0, -10.0, 5.0))
    there = face_on(turned, {k: by @ p + (30.0, -10.0, 5.0) for k, p in landmarks.items()})
    for key, handle in HANDLES.items():
        for side in verbs.sides_of(handle):
            assert there.value(key, side) == pytest.approx(straight.value(key, side), abs=0.35), key
    moves, amount = moves_for(there, "tip", (1,), 25.0)
    at = turned.positions.astype(float)
    goes = carried(there, moves, amount, at, [])
    prn = int(np.argmin(((at - (by @ landmarks["prn"] + (30.0, -10.0, 5.0))) ** 2).sum(axis=1)))
    step = goes[prn] - at[prn]
    assert step @ (by @ [0, 0, 1.0]) > 0.9 * np.linalg.norm(step) > 2.0


def test_values_that_make_no_sense_and_clay_without_a_face_are_refused(portrait):
    with pytest.raises(YewfinchError, match=r"Tip projection of 300 mm makes no sense; 6 to 45 mm do"):
        verbs.change(portrait, "tip", (1,), 300.0)
    with pytest.raises(YewfinchError, match="makes no sense"):
        verbs.change(portrait, "tip", (1,), float("nan"))
    anchors = dict(portrait.anchors)
    portrait.anchors = {k: a for k, a in anchors.items() if not k.startswith("sba")}
    with pytest.raises(YewfinchError, match="'Length' cannot be told on this clay"):
        verbs.change(portrait, "ear_length", (1, -1), 60.0)
    portrait.anchors = {}
    assert verbs.face_of(portrait) is None
    with pytest.raises(YewfinchError, match="No clay has landmarks of a face"):
        verbs.change(portrait, "tip", (1,), 22.0)
    with pytest.raises(YewfinchError, match="No clay has landmarks of a face"):
        verbs.to_sitter(portrait)
    portrait.anchors = anchors
    with pytest.raises(YewfinchError, match="not solved"):
        verbs.to_sitter(portrait)
