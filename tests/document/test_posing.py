"""The pose as a layer: on, off, with strokes made in it, steered in it, saved, damaged."""

import json
import zipfile

import numpy as np
import pytest

from tests.document.work import NOD, dent, off, on
from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import PIECES, figures
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.formats import container
from yewfinch.core.shared.errors import BadFileError, YewfinchError


@pytest.fixture
def maker():
    return figures()


def rows_of(portrait):
    return {k: portrait.surface(k).positions.copy() for k in PIECES}


def same(a, b):
    return all(np.array_equal(a[k], b[k]) for k in a)


def test_on_and_off_is_the_same_to_the_bit(portrait, maker):
    before = rows_of(portrait)
    on(maker, portrait)
    moved = rows_of(portrait)
    assert np.linalg.norm(moved[HEAD] - before[HEAD], axis=1).max() > 30
    # the eyeball is carried stiffly, in its socket
    a, b = before[LEFT_EYE].astype(float), moved[LEFT_EYE].astype(float)
    np.testing.assert_allclose(np.linalg.norm(a - a[0], axis=1), np.linalg.norm(b - b[0], axis=1), atol=1e-3)
    lid = portrait.landmark("en_l")
    off(maker, portrait)
    assert same(before, rows_of(portrait))
    assert not portrait.posed.on
    assert portrait.posed.pose == NOD
    assert portrait.posed.rest == {}
    assert np.linalg.norm(lid - portrait.landmark("en_l")) > 20
    on(maker, portrait, portrait.posed.pose)
    assert same(moved, rows_of(portrait))
    assert problems(portrait) == []


def test_every_step_can_be_undone_and_done_again(portrait, maker):
    before = rows_of(portrait)
    on(maker, portrait)
    on(maker, portrait, NOD.turned("head", 2, -20))
    after = rows_of(portrait)
    portrait.history.go_to(0)
    assert same(before, rows_of(portrait))
    assert portrait.posed is None
    portrait.history.go_to(2)
    assert same(after, rows_of(portrait))
    assert portrait.posed.pose.angle("head", 2) == -20


def test_what_is_modelled_at_rest_goes_into_the_pose_and_back(portrait, maker):
    s = portrait.surface(HEAD)
    rows = s.rows_in_ball(portrait.landmark("prn"), 12.0)
    dent(portrait, rows)
    before = rows_of(portrait)
    nose = portrait.landmark("prn") - portrait.landmark("sn")
    on(maker, portrait)
    assert np.linalg.norm(portrait.landmark("prn") - portrait.landmark("sn")) == pytest.approx(
        np.linalg.norm(nose), abs=0.05
    )
    off(maker, portrait)
    assert same(before, rows_of(portrait))


def test_what_is_modelled_in_the_pose_stays_when_it_is_taken_off(portrait, maker):
    before = rows_of(portrait)
    on(maker, portrait)
    s = portrait.surface(HEAD)
    rows = s.rows_in_ball(portrait.landmark("go_l"), 15.0)
    normals, bent = s.normals[rows].copy(), s.positions[rows].copy()
    dent(portrait, rows, 2.5)
    pressed = s.positions[rows] - bent
    off(maker, portrait)
    step = s.positions - before[HEAD]
    others = np.setdiff1d(np.arange(len(s)), rows)
    assert (step[others] == 0).all()
    np.testing.assert_allclose(np.linalg.norm(step[rows], axis=1), np.linalg.norm(pressed, axis=1), atol=1e-3)
    # pressed in at rest as well, not sideways: the normals of the bent and the plain form correspond
    depth = -(step[rows] * s.normals[rows]).sum(axis=1)
    assert np.median(depth) == pytest.approx(2.5, abs=0.3)
    assert normals.shape == (len(rows), 3)


def test_another_pose_over_a_stroke_keeps_it(portrait, maker):
    before = rows_of(portrait)
    on(maker, portrait)
    s = portrait.surface(HEAD)
    rows = s.rows_in_ball(portrait.landmark("n"), 10.0)
    dent(portrait, rows, 2.0)
    for angle in (-25.0, 0.0, 25.0):
        on(maker, portrait, NOD.turned("head", 2, angle))
    off(maker, portrait)
    step = np.linalg.norm(s.positions - before[HEAD], axis=1)
    np.testing.assert_allclose(step[rows], 2.0, atol=2e-3)
    assert np.delete(step, rows).max() < 1e-4


def test_a_posed_head_is_steered_on(portrait, maker):
    on(maker, portrait)
    portrait.perform(maker.steer(portrait, PRESETS["old_woman"][1], "Base head: old woman"))
    assert portrait.posed.on
    assert portrait.posed.pose == NOD
    straight = new_portrait(Figure(PRESETS["old_woman"][1]))
    on(maker, straight)
    np.testing.assert_allclose(portrait.surface(HEAD).positions, straight.surface(HEAD).positions, atol=1e-3)
    off(maker, portrait)
    np.testing.assert_allclose(
        portrait.surface(HEAD).positions, maker.positions(Figure(PRESETS["old_woman"][1])), atol=1e-3
    )


def test_a_new_base_head_stands_at_rest(portrait, maker):
    on(maker, portrait)
    portrait.perform(maker.begin(portrait, Figure(Person(0.0, 40.0)), "New base head"))
    assert portrait.posed is None
    portrait.history.undo()
    assert portrait.posed.on


@pytest.mark.parametrize("level", [0, 1, 3])
def test_every_level_can_be_posed(maker, level):
    portrait = new_portrait(Figure(PRESETS["man"][1], level))
    before = rows_of(portrait)
    tip = portrait.landmark("prn")
    on(maker, portrait)
    assert np.linalg.norm(portrait.landmark("prn") - tip) > 30
    off(maker, portrait)
    assert same(before, rows_of(portrait))


def test_fine_levels_follow_the_formed_one(maker):
    coarse, fine = (new_portrait(Figure(PRESETS["man"][1], level)) for level in (2, 3))
    for p in (coarse, fine):
        on(maker, p)
    for key in ("prn", "gn", "ex_l", "go_r"):
        assert np.linalg.norm(coarse.landmark(key) - fine.landmark(key)) < 0.8, key


def test_saved_in_the_pose_it_comes_off_to_the_bit(portrait, maker, tmp_path):
    before = rows_of(portrait)
    on(maker, portrait)
    bent = rows_of(portrait)
    container.save(portrait, tmp_path / "posed.yewfinch")
    again = container.load(tmp_path / "posed.yewfinch")
    assert again.posed.pose == NOD
    assert again.posed.on
    assert same(bent, rows_of(again))
    off(maker, again)
    assert same(before, rows_of(again))
    container.save(again, tmp_path / "off.yewfinch")
    kept = container.load(tmp_path / "off.yewfinch").posed
    assert kept.pose == NOD
    assert not kept.on
    assert "pieces/head/rest.npy" not in zipfile.ZipFile(tmp_path / "off.yewfinch").namelist()


def test_without_the_copy_of_the_rest_it_still_comes_off_closely(portrait, maker, tmp_path):
    """A file by another program may leave it out."""
    before = rows_of(portrait)
    on(maker, portrait)
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as a, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as b:
        for name in a.namelist():
            if not name.endswith("rest.npy"):
                b.writestr(name, a.read(name))
    again = container.load(tmp_path / "b.yewfinch")
    off(maker, again)
    np.testing.assert_allclose(again.surface(HEAD).positions, before[HEAD], atol=1e-4)


@pytest.mark.parametrize(
    ("pose", "word"),
    [({"angles": {"tail": [3.0]}, "on": True}, "tail"), ({"angles": {"head": [3.0]}, "on": True}, "head"),
     ({"angles": {"jaw": [900.0, 0.0]}, "on": False}, "jaw"), ({"angles": 5}, "manifest")],
)  # fmt: skip
def test_a_damaged_pose_is_told(portrait, maker, tmp_path, pose, word):
    on(maker, portrait)
    container.save(portrait, tmp_path / "a.yewfinch")
    with zipfile.ZipFile(tmp_path / "a.yewfinch") as a, zipfile.ZipFile(tmp_path / "b.yewfinch", "w") as b:
        for name in a.namelist():
            data = a.read(name)
            if name == "portrait.json":
                manifest = json.loads(data)
                manifest["pose"] = pose
                data = json.dumps(manifest).encode()
            b.writestr(name, data)
    with pytest.raises(BadFileError, match=word):
        container.load(tmp_path / "b.yewfinch")


def test_clay_that_is_no_base_head_says_so(portrait, maker):
    portrait.figure = None
    with pytest.raises(YewfinchError, match="Begin one to pose it"):
        maker.stand(portrait, NOD, "Pose")
    portrait.figure = Figure(Person())
    with pytest.raises(YewfinchError, match="no joint"):
        maker.stand(portrait, Pose({"wing": (1.0,)}), "Pose")
    assert portrait.history.position == 0


def test_joints_a_head_does_not_have_turn_nothing(portrait, maker):
    before = rows_of(portrait)
    on(maker, portrait, Pose({"knee_l": (60.0,)}))
    np.testing.assert_allclose(portrait.surface(HEAD).positions, before[HEAD], atol=1e-4)
