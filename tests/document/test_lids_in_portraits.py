"""Lids in a portrait: skin of a base head or bodies of their own; along with their eyes, undone, saved, joined."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes, lid_joining, lids, pieces, placing
from yewfinch.core.features.eyes.eye import off_the_eye
from yewfinch.core.features.lids.lid_form import LID_VERTICES
from yewfinch.core.features.lids.lid_measures import at_rest, read, with_measure
from yewfinch.core.features.lids.lid_slit import has_slit
from yewfinch.core.features.lids.lids import Lids, to_own
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def lump():
    p = Portrait()
    ball = cube_sphere(50, 80.0)
    p.pieces["clay"] = Piece("clay", "Lump", Surface(ball.positions * np.float32([0.9, 1.3, 1.1]), ball.faces))
    edit, _ = eyes.begin(p, {"l": (31.0, 10.0, 80.0), "r": (-31.0, 10.0, 80.0)})
    p.perform(edit)
    yield p
    p.history.close()


def _change(p, key, made, skins=None, name="Lids"):
    p.perform(lids.change(p, {}, {key: made}, name, skins))


def test_lids_of_a_base_head_are_its_skin_and_are_read_off_it(portrait):
    for key in ("eye_left", "eye_right"):
        found = lids.held(portrait, key)
        assert found.piece == "head" and not found.own
        eye = eyes.standing(portrait.pieces[key])
        tag = "l" if key == "eye_left" else "r"
        upper = to_own(found.lids, eye, portrait.line(f"lid_upper_{tag}"))
        assert read(found.lids, eye).peak == pytest.approx(upper[:, 1].max(), abs=0.25)
        lower = to_own(found.lids, eye, portrait.line(f"lid_lower_{tag}"))
        assert read(found.lids, eye).trough == pytest.approx(-lower[:, 1].min(), abs=0.15)
        away = np.linalg.norm(portrait.landmark(f"en_{tag}") - portrait.landmark(f"ex_{tag}"))
        assert read(found.lids, eye).length == pytest.approx(away, abs=0.3)


def test_skin_goes_to_the_height_that_is_set_and_stays_off_the_eye(portrait, tmp_path):
    head = portrait.surface("head")
    rest = head.positions.copy()
    eye = eyes.standing(portrait.pieces["eye_left"])
    before = lids.held(portrait, "eye_left").lids
    for peak in (2.5, 6.0):
        _change(portrait, "eye_left", with_measure(before, eye, "peak", peak))
        upper = to_own(before, eye, portrait.line("lid_upper_l"))
        assert upper[:, 1].max() == pytest.approx(peak, abs=0.1)
        near = head.positions[head.rows_in_ball(eye.place, 14.0)].astype(float)
        assert off_the_eye(eye, near).min() > 0.02
        moved = np.flatnonzero((head.positions != rest).any(axis=1))
        assert (np.linalg.norm(rest[moved] - np.float32(eye.place), axis=1) < 32.0).all()
        assert (rest[moved, 0] > 5.0).all()  # nothing of the other side
    save(portrait, tmp_path / "a.yewfinch")
    again = load(tmp_path / "a.yewfinch")
    assert at_rest(lids.held(again, "eye_left").lids, eye).peak == pytest.approx(6.0, abs=0.02)
    portrait.history.undo()
    portrait.history.undo()
    np.testing.assert_array_equal(head.positions, rest)
    assert lids.held(portrait, "eye_left").lids == before
    again.history.close()


def test_what_lies_round_the_lids_stays_when_their_knots_move(portrait):
    head = portrait.surface("head")
    rest = head.positions.copy()
    still = {k: portrait.landmark(k) for k in ("sci_l", "se", "n", "prn", "ft_l", "zy_l", "ex_r")}
    before = lids.held(portrait, "eye_left").lids
    x, y, z = before.inner
    raised = tuple((a, b + 1.2) for a, b in before.upper)
    _change(portrait, "eye_left", replace(before, inner=(x + 0.8, y + 1.5, z - 1.0), upper=raised))
    for key, place in still.items():
        assert np.linalg.norm(portrait.landmark(key) - place) < 0.05, key
    step = head.positions.astype(float) - rest
    assert 1.0 < np.linalg.norm(step, axis=1).max() < 4.0
    one = np.repeat(np.arange(len(head)), np.diff(head.ring_at))
    torn = np.linalg.norm(step[one] - step[head.ring], axis=1)
    long = np.linalg.norm(rest[one] - rest[head.ring], axis=1)
    assert (torn < 0.9 + 0.5 * long).all()  # neighbours go alike


def test_lids_shut_on_clay_and_open_again_to_where_they_were(portrait):
    head = portrait.surface("head")
    skins, before = lids.Skins(), lids.held(portrait, "eye_left").lids
    # the inner side of the lids is laid on the eye the first time
    _change(portrait, "eye_left", replace(before, crease_depth=before.crease_depth + 1e-6), skins)
    rest = head.positions.copy()
    for close in (0.4, 1.0, 0.7):
        _change(portrait, "eye_left", replace(before, close=close), skins)
    now = to_own(before, eyes.standing(portrait.pieces["eye_left"]), portrait.line("lid_upper_l"))
    assert now[12, 1] < 2.0
    assert lids.held(portrait, "eye_left").lids.close == pytest.approx(0.7)
    _change(portrait, "eye_left", replace(before, crease_depth=before.crease_depth + 1e-6), skins)
    np.testing.assert_allclose(head.positions, rest, atol=1e-4)
    shut = lids.change(portrait, {}, {"eye_left": replace(before, close=1.0)}, "Lids")
    portrait.perform(shut)
    upper, lower = (portrait.line(k)[4:-2, 1] for k in ("lid_upper_l", "lid_lower_l"))
    assert np.abs(upper - lower).max() < 3.0


def test_uneven_lids_that_shut_open_again_another_day():
    """What is known of shut lids holds though skin is gathered in the corners: no other lids are read off them."""
    p = new_portrait(Figure(Person(seed=6193, sex=0.0, age=34.8, asymmetry=1.0)))
    head = p.surface("head")
    rest = head.positions.astype(float)
    openings = [_opening(p, tag) for tag in "lr"]
    for close in (1.0, 0.0):
        for key in ("eye_left", "eye_right"):
            _change(p, key, replace(lids.held(p, key).lids, close=close))
            assert lids.held(p, key).lids.close == close
    assert [_opening(p, tag) for tag in "lr"] == pytest.approx(openings, abs=0.5)
    off = np.linalg.norm(head.positions - rest, axis=1)
    assert (off > 1.0).sum() < 100
    p.history.close()


def _opening(p, tag):
    """How far the lids' lines on the clay are apart in the middle, mm."""
    upper, lower = (p.line(f"lid_{which}_{tag}") for which in ("upper", "lower"))
    return float(np.linalg.norm(upper[len(upper) // 2] - lower[len(lower) // 2]))


def test_lids_lie_on_an_eye_that_looks_grows_and_moves(portrait):
    head = portrait.surface("head")
    eye = eyes.standing(portrait.pieces["eye_left"])
    was = portrait.line("lid_upper_l")[12, 1]
    x, y, z = eye.place
    down = replace(eye, target=(x, y - 500.0, z + 700.0))
    portrait.perform(lids.change(portrait, {"eye_left": down}, {}, "Eyes: gaze"))
    assert 3.0 < was - portrait.line("lid_upper_l")[12, 1] < 8.0
    portrait.history.undo()
    for other in (replace(eye, diameter=25.4, iris=12.2), replace(eye, place=(x, y, z + 0.8))):
        portrait.perform(lids.change(portrait, {"eye_left": other}, {}, "Eyes: eyeball"))
        near = head.positions[head.rows_in_ball(other.place, 13.4)].astype(float)
        off = off_the_eye(other, near)
        assert off.min() > 0.02
        line = portrait.line("lid_upper_l")[8:-8]
        assert off_the_eye(other, line).max() < 0.3
        portrait.history.undo()


def test_masked_and_locked_skin_stays(portrait):
    head, before = portrait.surface("head"), lids.held(portrait, "eye_left").lids
    rows = head.rows_in_ball(portrait.landmark("ex_l"), 6.0)
    head.channels.mask[rows] = 255
    rest = head.positions.copy()
    _change(portrait, "eye_left", replace(before, close=0.6))
    np.testing.assert_array_equal(head.positions[rows], rest[rows])
    portrait.history.undo()
    portrait.put_piece(replace(portrait.pieces["head"], locked=True), "Lock")
    with pytest.raises(YewfinchError, match="locked"):
        _change(portrait, "eye_left", replace(before, close=0.6))
    eye = eyes.standing(portrait.pieces["eye_left"])
    x, y, z = eye.place
    portrait.perform(lids.change(portrait, {"eye_left": replace(eye, target=(x, y, z + 50.0))}, {}, "Eyes: gaze"))
    np.testing.assert_array_equal(head.positions, rest)  # the eye alone


def test_lids_of_their_own_follow_their_eye_and_are_settled(lump, tmp_path):
    with pytest.raises(YewfinchError, match="no lids"):
        _change(lump, "eye", Lids())
    edit, made = lids.begin(lump, ["eye", "eye2"])
    lump.perform(edit)
    assert set(made) == {"eye", "eye2"} and lump.pieces[made["eye"]].fixed
    assert len(lump.surface(made["eye"])) == LID_VERTICES
    assert eyes.standing(lump.pieces["eye"]).corner is not None
    np.testing.assert_allclose(lump.landmark("en_l") * (-1, 1, 1), lump.landmark("en_r"), atol=1e-4)
    with pytest.raises(YewfinchError, match="already"):
        lids.begin(lump, ["eye"])
    one = lids.held(lump, "eye")
    assert one.own and lids.alike(lump, "eye", one.lids)["eye2"].side == -one.lids.side
    eye = eyes.standing(lump.pieces["eye"])
    bigger = replace(eye, diameter=26.0, place=(33.0, 12.0, 66.0))
    lump.perform(lids.change(lump, {"eye": bigger}, {"eye": replace(one.lids, close=0.5, fold=2.0)}, "Lids: shut"))
    body = lump.surface(made["eye"])
    assert off_the_eye(bigger, body.positions.astype(float)).min() > 0.05
    save(lump, tmp_path / "b.yewfinch")
    again = load(tmp_path / "b.yewfinch")
    assert lids.held(again, "eye").lids == lids.held(lump, "eye").lids
    np.testing.assert_array_equal(again.surface(made["eye"]).positions, body.positions)
    again.history.close()
    copy, key = pieces.duplicate(lump, made["eye"])
    lump.perform(copy)
    assert not lump.pieces[key].fixed  # a copy is clay
    lump.perform(lids.settle(lump, made["eye"]))
    assert not lump.pieces[made["eye"]].fixed
    for _ in range(3):
        lump.history.undo()
    assert lids.held(lump, "eye").lids == one.lids


def test_lids_joined_to_clay_are_its_skin_with_the_same_dials(lump):
    edit, made = lids.begin(lump, ["eye", "eye2"])
    lump.perform(edit)
    was = {k: lump.line(k) for k in ("lid_upper_l", "lid_lower_r")}
    before = lids.held(lump, "eye").lids
    lump.perform(lid_joining.join(lump, ["eye", "eye2"], "clay"))
    assert set(lump.pieces) == {"clay", "eye", "eye2"}
    for key, line in was.items():
        away = np.linalg.norm(lump.line(key)[:, None] - line[None], axis=2).min(axis=1)
        assert away.max() < 0.9
    found = lids.held(lump, "eye")
    assert found.piece == "clay" and not found.own and found.lids == before
    eye = eyes.standing(lump.pieces["eye"])
    _change(lump, "eye", with_measure(found.lids, eye, "peak", 3.5))
    upper = to_own(found.lids, eye, lump.line("lid_upper_l"))
    assert upper[:, 1].max() == pytest.approx(3.5, abs=0.15)
    lump.history.undo()
    lump.history.undo()
    assert set(made.values()) < set(lump.pieces)
    with pytest.raises(YewfinchError, match="no lids"):
        lump.perform(lids.settle(lump, made["eye"]))
        lid_joining.join(lump, ["eye"], "clay")


def test_lids_are_fitted_only_to_a_solved_sitter(portrait):
    with pytest.raises(YewfinchError, match="solve"):
        lid_joining.fit(portrait, ["eye_left"])


def test_skin_lids_go_along_with_an_eye_that_is_moved_as_a_piece(portrait):
    head = portrait.surface("head")
    rest, line = head.positions.copy(), portrait.line("lid_upper_l")
    start = placing.start_of(portrait, ["eye_left"])
    motion = placing.Motion.about((0.0, 0.0, 0.0), (1.0, 0.6, 0.4))
    edit = placing.moved(portrait, ["eye_left"], motion, "Move", start)
    portrait.perform(edit)
    eye = eyes.standing(portrait.pieces["eye_left"])
    step = portrait.line("lid_upper_l") - line
    np.testing.assert_allclose(step[12], (1.0, 0.6, 0.4), atol=0.6)  # the plain lids are laid off the cornea, too
    assert off_the_eye(eye, portrait.line("lid_upper_l")[6:19]).min() > 0.02
    right = portrait.line("lid_upper_r")
    # farther in the same step: counted from where it began
    further = placing.Motion.about((0.0, 0.0, 0.0), (-0.5, 0.2, 0.0))
    portrait.amend(placing.moved(portrait, ["eye_left"], further, "Move", start))
    np.testing.assert_allclose((portrait.line("lid_upper_l") - line)[12], (-0.5, 0.2, 0.0), atol=0.6)
    np.testing.assert_array_equal(portrait.line("lid_upper_r"), right)
    portrait.history.undo()
    np.testing.assert_array_equal(head.positions, rest)
    # with its clay it goes as one body
    both = placing.moved(portrait, ["head", "eye_left", "eye_right"], motion, "Move")
    portrait.perform(both)
    np.testing.assert_allclose(head.positions, rest + np.float32([1.0, 0.6, 0.4]), atol=1e-4)


def test_lines_on_clay_that_covers_the_eye_give_no_lids_of_skin():
    """On a ball the way from margin to margin is the straight one; on a base head, shut too, it goes round a corner."""
    ball = cube_sphere(60, 80.0)
    portrait = Portrait()
    portrait.pieces = {"scan": Piece("scan", "Scan", ball)}
    x = np.linspace(-14.0, 14.0, 25)
    for key, height in (("lid_upper_l", 5.0), ("lid_lower_l", -5.0)):
        y = 10.0 + height * (1.0 - (x / 14.0) ** 2)
        at = np.stack([31.0 + x, y, np.sqrt(80.0**2 - (31.0 + x) ** 2 - y**2)], axis=1)
        portrait.lines[key] = tuple(nearest_anchors("scan", ball, at))
    assert not has_slit(ball, lids.lines_on(portrait, 1))
    edit, _ = eyes.begin(portrait, {"l": (31.0, 10.0, 73.0)})
    portrait.perform(edit)
    (eye,) = [k for k, p in portrait.pieces.items() if p.eye is not None]
    assert lids.held(portrait, eye) is None
    edit, bodies = lids.begin(portrait, [eye])
    portrait.perform(edit)
    assert lids.held(portrait, eye).own and bodies[eye] in portrait.pieces
    head = new_portrait()
    try:
        assert has_slit(head.surface("head"), lids.lines_on(head, 1))
        held = lids.held(head, "eye_left")
        head.perform(lids.change(head, {}, {"eye_left": replace(held.lids, close=1.0)}, "Shut", lids.Skins()))
        assert has_slit(head.surface("head").moved(head.surface("head").positions), lids.lines_on(head, 1))
        surface = head.surface("head")
        assert len(crossings(surface.positions, surface.triangles())) == 0  # shut skin does not cross itself
    finally:
        head.history.close()
