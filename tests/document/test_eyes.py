"""Eyes in a portrait: begun, taken from balls, set, seated, settled; undone, saved, carried by what moves them."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes, pieces, placing
from yewfinch.core.document.verbs.placing import Motion
from yewfinch.core.features.eyes.eye import apex, axis
from yewfinch.core.features.eyes.eye_measures import depth_to_rim, pupils_apart, share_of_opening
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def lump():
    p = Portrait()
    p.pieces["clay"] = Piece("clay", "Lump", cube_sphere(50, 80.0))
    yield p
    p.history.close()


def _pair(p):
    return {k: eyes.standing(q) for k, q in p.pieces.items() if q.eye is not None}


def test_a_base_head_has_two_eyes_that_go_where_its_face_goes():
    p = new_portrait()
    both = _pair(p)
    assert list(both) == ["eye_left", "eye_right"]
    assert eyes.partner(p, "eye_left").id == "eye_right"
    assert pupils_apart(*both.values()) == pytest.approx(64.67, abs=3.71)  # Dodgson 2004
    for key, eye in both.items():
        np.testing.assert_allclose(apex(eye), p.landmark("p_" + key[4]), atol=0.1)
        np.testing.assert_allclose(axis(eye), (0, 0, 1), atol=1e-9)
        rim = eyes.rim_of(p, eye)
        assert depth_to_rim(eye, rim) == pytest.approx(16.5, abs=3.0)  # Migliori & Gladstone 1984
        assert 0.3 < share_of_opening(eye, p.landmarks(), eyes.side_of(eye)) < 0.5
    p.perform(figures().steer(p, PRESETS["child"][1], "A child"))
    child = figures().shape(PRESETS["child"][1])
    for eye, place in zip(_pair(p).values(), child.eyes, strict=True):
        np.testing.assert_allclose(eye.place, place, atol=0.01)
        assert eye.diameter == pytest.approx(24.2 * child.eye_scale, abs=0.01)
    p.history.undo()
    assert _pair(p) == both
    p.history.close()


def test_measures_are_set_in_millimetres_undone_and_saved(tmp_path):
    p = new_portrait()
    was = _pair(p)
    now = eyes.apart(was, 58.0)
    now = {k: eyes.at_depth(p, replace(e, iris=12.2, pupil=5.0, target=(80.0, 0.0, 300.0), converging=1.0), 19.0)
           for k, e in now.items()}  # fmt: skip
    p.perform(eyes.change(p, now, "Eyes"))
    assert pupils_apart(*_pair(p).values()) == pytest.approx(58.0, abs=0.05)
    assert [p.pieces[k].eye for k in now] == list(now.values())
    for eye in _pair(p).values():
        way = np.array(eye.target) - eye.place
        np.testing.assert_allclose(axis(eye), way / np.linalg.norm(way), atol=1e-9)
    # depth was set while they looked ahead: the apex moves when they turn
    for key in now:
        ahead = replace(now[key], target=(0.0, now[key].place[1], 1e5), converging=0.0)
        assert depth_to_rim(ahead, eyes.rim_of(p, ahead)) == pytest.approx(19.0, abs=1.5)
    file = tmp_path / "a.yewfinch"
    save(p, file)
    again = load(file)
    assert {k: again.pieces[k].eye for k in now} == now
    np.testing.assert_array_equal(again.surface("eye_left").positions, p.surface("eye_left").positions)
    p.history.undo()
    assert _pair(p) == was
    p.history.close()
    again.history.close()


def test_two_places_on_any_clay_make_two_eyes_and_seating_makes_sockets(lump):
    fronts = {"l": (32.0, 10.0, 73.0), "r": (-32.0, 10.0, 73.0)}
    edit, made = eyes.begin(lump, fronts)
    lump.perform(edit)
    for side, key in made.items():
        np.testing.assert_allclose(apex(eyes.standing(lump.pieces[key])), fronts[side], atol=1e-6)
    was = lump.surface("clay").positions.copy()
    lump.perform(eyes.seat(lump, list(made.values()), "clay", 0.2))
    assert lump.history.names == ["New eyes", "Seat the eyes"]
    assert (lump.surface("clay").positions != was).any(axis=1).sum() > 100
    lump.history.undo()
    assert (lump.surface("clay").positions == was).all()
    with pytest.raises(YewfinchError, match="too near"):
        eyes.begin(lump, {"l": (1.0, 0.0, 80.0), "r": (-1.0, 0.0, 80.0)})


def test_balls_are_taken_for_eyes_and_other_things_are_not(lump):
    p = new_portrait()
    plain = p.pieces["eye_left"]
    old = replace(plain, eye=None)  # as files from before eyes were bodies have it
    p.perform(Edit("old", (PieceChange(plain, old),)))
    p.perform(eyes.adopt(p, "eye_left"))
    found = p.pieces["eye_left"].eye
    np.testing.assert_allclose(found.place, plain.eye.place, atol=1e-3)
    assert found.iris == pytest.approx(plain.eye.iris, abs=1e-3)
    assert found.corner == pytest.approx(tuple(p.landmark("en_l")), abs=1e-3)
    with pytest.raises(YewfinchError, match="already"):
        eyes.adopt(p, "eye_left")
    p.history.close()
    ball = cube_sphere(20, 11.0)
    lump.pieces["ball"] = Piece("ball", "Ball", Surface(ball.positions + np.array([30.0, 5.0, 70.0]), ball.faces))
    lump.perform(eyes.adopt(lump, "ball"))
    np.testing.assert_allclose(lump.pieces["ball"].eye.place, (30, 5, 70), atol=0.01)
    assert lump.pieces["ball"].eye.diameter == pytest.approx(22.0, abs=0.05)
    with pytest.raises(YewfinchError, match="no ball"):
        eyes.adopt(lump, "clay")


def test_eyes_are_moved_and_mirrored_as_wholes_and_clay_when_settled(lump):
    edit, made = eyes.begin(lump, {"l": (32.0, 10.0, 73.0), "r": (-32.0, 10.0, 73.0)})
    lump.perform(edit)
    key = made["l"]
    lump.perform(placing.moved(lump, [key], Motion.about((0.0, 0.0, 0.0), move=(1.0, -2.0, 3.0)), "Move"))
    np.testing.assert_allclose(
        eyes.standing(lump.pieces[key]).place, np.add(lump.pieces[key].eye.place, (1, -2, 3)), atol=1e-3
    )
    edit, image = pieces.mirror(lump, key)
    lump.perform(edit)
    own, other = (eyes.standing(lump.pieces[k]) for k in (key, image))
    np.testing.assert_allclose(other.place, np.array(own.place) * (-1, 1, 1), atol=1e-3)
    with pytest.raises(YewfinchError, match="round"):
        placing.moved(lump, [key], Motion.about((0.0, 0.0, 0.0), scale=(1.0, 2.0, 1.0)), "Stretch")
    assert lump.pieces[key].fixed
    lump.perform(eyes.settle(lump, key))
    assert lump.pieces[key].eye is None and not lump.pieces[key].fixed
    lump.history.undo()
    assert lump.pieces[key].eye is not None


def test_pupils_go_where_the_sitters_are():
    p = new_portrait(Figure(PRESETS["woman"][1]))
    goals = {"l": np.array([33.0, 20.0, 88.0]), "r": np.array([-29.0, 21.0, 87.0])}
    p.perform(eyes.change(p, eyes.towards_pupils(p, _pair(p), goals), "To the sitter"))
    for eye in _pair(p).values():
        np.testing.assert_allclose(apex(eye), goals[eyes.side_of(eye)], atol=1e-6)
    p.history.close()


def test_locked_eyes_and_broken_files_are_said(tmp_path):
    p = new_portrait()
    key = "eye_left"
    held = p.pieces[key]
    p.perform(Edit("lock", (PieceChange(held, replace(held, locked=True)),)))
    with pytest.raises(YewfinchError, match="locked"):
        eyes.change(p, {key: replace(held.eye, pupil=5.0)}, "x")
    with pytest.raises(YewfinchError):
        eyes.change(p, {"eye_right": replace(p.pieces["eye_right"].eye, pupil=50.0)}, "x")
    with pytest.raises(YewfinchError, match="no eye"):
        eyes.standing(p.pieces["head"])
    p.history.close()
