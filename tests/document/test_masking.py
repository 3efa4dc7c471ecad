from dataclasses import replace

import numpy as np
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from tests.nets import as_trimesh
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import masking, pieces
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.mesh.query.pick import pick_free
from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.shell import chosen_faces, shell
from yewfinch.core.sculpt import mask_makers, masks
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.outline import Outline, drawn
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def camera():
    return View(distance=900.0, target=(0.0, 0.0, 0.0), orthographic=True).camera(800, 600)


@pytest.fixture
def with_ball(portrait, ball):
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    return portrait


def box(camera, low, high):
    return drawn(camera, np.array([camera.project(np.array([p], float))[0] for p in (low, high)]), "box")


# --- masks from the form -----------------------------------------------------------------------


def test_a_box_masks_what_is_seen_in_it(ball, camera):
    outline = box(camera, (20, -40, 0), (60, 40, 0))
    held = mask_makers.within(ball, outline)[:, 0] > 127
    x, y, z = ball.positions.T
    inside = (x > 20) & (x < 60) & (np.abs(y) < 40)
    np.testing.assert_array_equal(held & (np.abs(z) > 5), inside & (z > 0) & (np.abs(z) > 5))
    through = mask_makers.within(ball, outline, through=True)[:, 0] > 127
    np.testing.assert_array_equal(through, inside)
    both = mask_makers.within(ball, outline, through=True, mirrored=True)[:, 0] > 127
    np.testing.assert_array_equal(both, (np.abs(x) > 20) & (np.abs(x) < 60) & (np.abs(y) < 40))


def test_grown_and_shrunk_by_a_ring(ball):
    row = int(ball.positions[:, 2].argmax())
    ball.mask[row] = 255
    ring = ball.ring[ball.ring_at[row] : ball.ring_at[row + 1]]
    grown = masks.grown(ball)
    assert set(np.nonzero(grown[:, 0])[0]) == {row, *ring.tolist()}
    ball.mask[:] = grown
    assert set(np.nonzero(masks.shrunk(ball)[:, 0])[0]) == {row}


def test_hollows_are_where_the_form_was_pressed_in(ball):
    at = ball.positions.copy()
    away = np.linalg.norm(at - [0, 0, 100], axis=1)
    at[:, 2] -= 30 * np.exp(-((away / 18) ** 2))
    dented = Surface(at, ball.faces)
    hollow = mask_makers.hollows(dented, 0.05)[:, 0] > 127
    assert hollow.any()
    assert away[hollow].max() < 25
    crest = mask_makers.hollows(dented, 0.05, crests=True)[:, 0] > 127
    assert (away[crest] > 8).all()


def test_facing_within_an_angle(ball):
    held = mask_makers.facing(ball, (0, 0, 2.0), 40.0)[:, 0]
    turn = np.degrees(np.arccos(ball.normals[:, 2]))
    assert (held[turn < 33] == 255).all()
    assert (held[turn > 47] == 0).all()


def test_colours_are_compared_as_the_eye_does(ball):
    # sRGB red in CIELAB under D65 (53.24, 80.09, 67.20): colour calculators, from memory
    assert to_lab([1.0, 0.0, 0.0]) == pytest.approx([53.24, 80.09, 67.20], abs=0.05)
    red = ball.positions[:, 0] > 0
    ball.colour[red] = (180, 60, 50, 255)
    held = mask_makers.of_colour(ball, (184, 63, 52))[:, 0]
    np.testing.assert_array_equal(held == 255, red)
    assert (held[~red] == 0).all()


def test_one_loose_part(ball):
    n = len(ball)
    two = Surface(
        np.concatenate([ball.positions, ball.positions + np.float32([300, 0, 0])]),
        np.concatenate([ball.faces, ball.faces + n]),
    )
    held = mask_makers.loose_part(two, n + 3)[:, 0]
    assert (held[n:] == 255).all()
    assert (held[:n] == 0).all()


# --- in a portrait -----------------------------------------------------------------------------


def test_masks_are_stored_taken_up_and_saved(with_ball, tmp_path):
    ball = with_ball.surface("clay")
    ball.mask[ball.positions[:, 1] > 20] = 200
    with_ball.perform(masking.store(with_ball, "clay", " upper   half/.. "))
    with_ball.perform(masking.hide(with_ball, "clay", True))
    save(with_ball, tmp_path / "a.yewfinch")
    back = load(tmp_path / "a.yewfinch")
    held = back.pieces["clay"]
    assert held.hide_masked
    np.testing.assert_array_equal(held.regions["upper half/.."], ball.mask[:, 0])
    back.perform(masking.forget(back, "clay", "upper half/.."))
    assert not back.pieces["clay"].regions
    back.history.close()
    ball.mask[:] = 0
    for name, match in (("x", "Nothing is masked"), ("", "1 to 80"), ("n" * 90, "1 to 80")):
        with pytest.raises(YewfinchError, match=match):
            masking.store(with_ball, "clay", name)
    with pytest.raises(YewfinchError, match="no mask"):
        masking.forget(with_ball, "clay", "other")


def test_what_is_hidden_is_passed_through(ball):
    ball.mask[ball.positions[:, 2] > 0] = 255
    origin, way = np.array([3.0, 4.0, 500.0]), np.array([0.0, 0.0, -2.0])
    assert pick_free(ball, origin, way) is None  # the far side is seen from behind
    hit = pick_free(ball, origin * [1, 1, -1], -way)
    assert hit.point[2] < -95
    assert hit.distance == pytest.approx(np.linalg.norm(hit.point - origin * [1, 1, -1]), abs=1e-3)


@pytest.mark.parametrize("where", ["outward", "inward", "both"])
def test_a_shell_is_closed_and_as_thick_as_asked(with_ball, where):
    ball = with_ball.surface("clay")
    ball.mask[ball.positions[:, 1] > 20] = 255
    edit, key, words = masking.make_shell(with_ball, "clay", 6.0, where)
    assert words == ""
    with_ball.perform(edit)
    made = with_ball.surface(key)
    mesh = as_trimesh(made.positions, made.faces)
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    assert mesh.volume > 0
    assert mesh.euler_number == 2
    high = made.positions[made.positions[:, 1] > 50]
    size = np.linalg.norm(high, axis=1)
    low, top = {"outward": (100, 106), "inward": (94, 100), "both": (97, 103)}[where]
    assert (size.min(), size.max()) == (pytest.approx(low, abs=0.6), pytest.approx(top, abs=0.6))
    with_ball.history.undo()
    assert key not in with_ball.pieces


def test_a_shell_of_everything_is_hollow(with_ball):
    ball = with_ball.surface("clay")
    ball.mask[:] = 255
    with_ball.perform(masking.make_shell(with_ball, "clay", 5.0, "inward")[0])
    made = with_ball.surface("clay2")
    mesh = as_trimesh(made.positions, made.faces)
    assert mesh.volume == pytest.approx(4 / 3 * np.pi * (100**3 - 95**3), rel=0.02)


@given(st.integers(0, 2**32 - 1), st.sampled_from(["outward", "inward", "both"]))
def test_shells_of_random_masks_are_closed_and_manifold(seed, where):
    rng = np.random.default_rng(seed)
    body = cube_sphere(7)
    spots = body.positions[rng.integers(0, len(body), 3)]
    held = (np.linalg.norm(body.positions[:, None] - spots[None], axis=2) < rng.uniform(15, 90, 3)).any(axis=1)
    body.mask[held] = 255
    if not chosen_faces(body).any():
        return
    made = shell(body, float(rng.uniform(0.5, 9)), where)
    mesh = as_trimesh(made.positions, made.faces)
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    assert len(made.rows) == len(made.positions)


def dented(depth):
    """A ball with a deep hollow on its front, and a mask over it."""
    ball = cube_sphere(40)
    away = np.linalg.norm(ball.positions - np.array([0, 0, 100.0]), axis=1)
    ball = ball.moved(ball.positions * (1 - depth * np.exp(-((away / 22.0) ** 2)))[:, None])
    ball.mask[away < 75] = 255
    return ball, away


def test_a_shell_in_a_hollow_is_thinner_there_and_does_not_run_through_itself():
    ball, away = dented(0.35)
    made = shell(ball, 14.0, "outward")
    assert made.crossings == 0 and 0.02 < made.thin < 0.8 and 0.2 < made.thinnest < 9
    triangles = as_trimesh(made.positions, made.faces).faces
    assert len(crossings(made.positions, triangles)) == 0
    masked = np.unique(ball.faces[chosen_faces(ball)])
    n = len(masked)
    straight = ball.positions[masked] + 14.0 * ball.normals[masked]
    where = np.full(len(ball), -1)
    where[masked] = np.arange(n)
    plain = where[ball.faces[chosen_faces(ball)]]
    assert (
        len(crossings(straight, np.concatenate([plain[:, :3], plain[:, [0, 2, 3]]]))) > 10
    )  # what it would be otherwise
    wall = np.linalg.norm(made.positions[:n] - made.positions[n : 2 * n], axis=1)
    far = away[made.rows[:n]] > 55
    np.testing.assert_allclose(wall[far], 14.0, atol=1e-6)  # where there is room it is as thick as asked for
    assert wall[away[made.rows[:n]] < 15].max() < 11


def test_what_a_shell_came_to_is_said(with_ball):
    held = with_ball.pieces["clay"]
    with_ball.put_piece(replace(held, surface=dented(0.35)[0]), "x")
    _, _, words = masking.make_shell(with_ball, "clay", 14.0, "outward")
    assert "thinner" in words and "mm" in words
    assert masking.make_shell(with_ball, "clay", 1.0, "outward")[2] == ""


@pytest.mark.parametrize("thickness", [0.0, -1.0, 1e9, float("nan")])
def test_absurd_shells_are_said(with_ball, thickness):
    with_ball.surface("clay").mask[:] = 255
    with pytest.raises(YewfinchError, match="thick"):
        masking.make_shell(with_ball, "clay", thickness, "both")


def test_nothing_masked_is_said(with_ball):
    with pytest.raises(YewfinchError, match="Nothing is masked"):
        masking.make_shell(with_ball, "clay", 2.0, "both")
    with pytest.raises(YewfinchError, match="Mask a part"):
        masking.split_off(with_ball, "clay")


def test_a_part_split_off_leaves_two_closed_pieces(with_ball):
    held = with_ball.pieces["clay"]
    with_ball.put_piece(
        replace(held, regions={"top": np.where(held.surface.positions[:, 1] > 60, 255, 0).astype(np.uint8)}), "x"
    )
    held.surface.mask[held.surface.positions[:, 1] > 30] = 255
    edit, key = masking.split_off(with_ball, "clay")
    with_ball.perform(edit)
    assert (key, with_ball.pieces[key].name) == ("clay2", "Ball, part")
    for k in ("clay", key):
        mesh = as_trimesh(with_ball.surface(k).positions, with_ball.surface(k).faces)
        assert mesh.is_watertight
        assert mesh.is_winding_consistent
    assert list(with_ball.pieces[key].regions) == ["top"]
    assert not with_ball.pieces["clay"].regions
    assert with_ball.surface("clay").positions[:, 1].max() < 60
    with_ball.history.undo()
    assert list(with_ball.pieces)[-1] == "clay"


@pytest.mark.parametrize("region", ["lower lid_l", "lower lip", "nose wing_r"])
def test_folded_parts_of_a_head_split_off_are_closed_and_cross_nothing(region):
    p = new_portrait()
    head = p.pieces["head"]
    head.surface.mask[head.regions[region] > 127] = 255
    was = head.surface.positions[head.regions[region] > 127]
    edit, key = masking.split_off(p, "head")
    p.perform(edit)
    for k in ("head", key):
        made = p.surface(k)
        assert as_trimesh(made.positions, made.faces).is_watertight
        assert not len(crossings(made.positions, made.triangles()))
    part = p.surface(key).positions
    kept = np.isin(was.view("V12").ravel(), np.ascontiguousarray(part).view("V12").ravel())
    assert kept.mean() > 0.7  # the face of it is what it was, but for a rounded rim
    p.history.undo()
    assert key not in p.pieces


def test_a_cut_through_several_pieces_keeps_both_halves_and_landmarks(with_ball, camera):
    tip = with_ball.landmark("prn")
    line = drawn(
        camera, np.array([camera.project(np.array([p], float))[0] for p in ((200, -20, 0), (-200, -20, 0))]), "line"
    )
    edit, words = masking.cut_by(with_ball, ["head", "clay"], line, keep=True)
    with_ball.perform(edit)
    assert "both halves kept" in words
    assert len([k for k in with_ball.pieces if k.startswith("clay")]) == 3
    assert with_ball.surface("clay").positions[:, 1].max() == pytest.approx(-20, abs=1e-3)
    assert with_ball.landmark("prn")[1] < -15  # tied to what stayed: the nose was above
    with_ball.history.undo()
    np.testing.assert_allclose(with_ball.landmark("prn"), tip, atol=1e-4)
    away = drawn(camera, np.array([[5.0, 5.0], [5.0, 90.0]]), "line")
    with pytest.raises(YewfinchError, match=r"meets no clay|All of"):
        masking.cut_by(with_ball, ["clay"], away, keep=False)


def test_a_single_masked_face_goes_with_those_round_it(ball):
    p = Portrait()
    s = ball.copy()
    p.pieces["ball"] = Piece("ball", "Ball", s)
    s.mask[s.positions[:, 2] > 60] = 255
    s.mask[s.faces[np.argmin(s.positions[s.faces[:, 0], 2])]] = 140  # one face far away from them
    edit, key = masking.split_off(p, "ball")
    p.perform(edit)
    for name in ("ball", key):
        assert (p.surface(name).closed == 1).all()
        assert len(np.unique(loose_parts(p.surface(name).faces, len(p.surface(name))))) == 1
    assert p.surface(key).positions[:, 2].min() > 50
    p.history.undo()
    s.mask[:] = 0
    s.mask[s.faces[0]] = 140
    with pytest.raises(YewfinchError, match="Single faces make no body"):
        masking.split_off(p, "ball")
    p.history.close()


def test_masks_are_stored_with_clay_of_its_own(ball):
    p = Portrait()
    p.pieces["ball"] = Piece("ball", "Ball", ball.copy())
    edit, twin = pieces.twin(p, "ball")
    p.perform(edit)
    p.surface("ball").mask[:50] = 255
    p.surface(twin).mask[:50] = 255
    with pytest.raises(YewfinchError, match="follows 'Ball', whose mask it has"):
        masking.store(p, twin, "cheek")
    p.perform(masking.store(p, "ball", "cheek"))
    p.pieces["ball"] = replace(p.pieces["ball"], locked=True)
    for job in (masking.store, masking.forget):
        with pytest.raises(YewfinchError, match="is locked"):
            job(p, "ball", "cheek")
    p.history.close()


def test_what_follows_a_piece_that_a_cut_takes_away_stays(ball):
    p = Portrait()
    p.pieces["left"] = Piece("left", "Left", ball.moved(ball.positions + np.float32([120, 0, 0])))
    p.pieces["middle"] = Piece("middle", "Middle", ball.copy())
    edit, twin = pieces.twin(p, "left")
    p.perform(edit)
    camera = View(0, 0, (0, 0, 0), 900).camera(400, 300)
    x = float(camera.project([[10.0, 0.0, 0.0]])[0, 0])
    edit, _ = masking.cut_by(
        p, ["left", "middle"], Outline(camera, np.array([[x, 300.0], [x, 0.0]]), False), keep=False
    )
    p.perform(edit)
    assert "left" not in p.pieces and p.pieces[twin].follows is None
    assert (p.surface("middle").closed == 1).all()
    p.history.undo()
    assert p.pieces[twin].follows is not None
    p.history.close()


@pytest.mark.parametrize(("region", "most"), [("ear_l", 0), ("lower lip", 100), ("lower lid_l", 70)])
def test_what_is_split_off_is_closed_without_crossing_itself(portrait, region, most):
    """Fans to the middle of the rim crossed 596 (ear), 838 (lip) and 354 (lid) times."""
    head = portrait.pieces["head"]
    head.surface.mask[head.regions[region] > 127] = 255
    edit, key = masking.split_off(portrait, "head")
    portrait.perform(edit)
    assert "mm apart" in edit.told.words
    for piece, bound in (("head", 0), (key, most)):
        made = portrait.surface(piece)
        mesh = trimesh.Trimesh(made.positions.astype(float), made.triangles(), process=False)
        assert mesh.is_watertight
        assert len(crossings(made.positions, made.triangles())) <= bound
