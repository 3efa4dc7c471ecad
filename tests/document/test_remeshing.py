"""Remeshing along the form in a portrait, and the guides that it follows."""

from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels, form_layers, guides, pieces, remeshing, tidying
from yewfinch.core.document.verbs.remeshing import MASKED, Layout
from yewfinch.core.formats import container
from yewfinch.core.mesh.query.nearest import nearest
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere


def camera_on(surface, turn=0.0):
    return View(turn, 0.0).fit(surface.bounds().astype(float), 600, 500).camera(600, 500)


def across(camera, points, count=20):
    """Pixels of a line through places (k, 3) mm."""
    flat = camera.project(np.asarray(points, float))
    at = np.linspace(0, len(flat) - 1, count)
    return np.stack([np.interp(at, np.arange(len(flat)), flat[:, k]) for k in range(2)], axis=1)


@pytest.fixture
def ball(portrait):
    """The portrait with a ball of 50 mm before the head."""
    surface = cube_sphere(30, 50.0)
    top = np.where(surface.positions[:, 1] > 20, 255, 0).astype(np.uint8)
    portrait.put_piece(Piece("ball", "Ball", surface, regions={"top": top}), "x")
    return portrait


def lengths(surface):
    f, p = surface.faces, surface.positions.astype(float)
    size = np.linalg.norm(p[f] - p[np.roll(f, -1, axis=1)], axis=2)
    return size, p[f].mean(axis=1)


def test_colours_masks_regions_landmarks_and_lines_go_along(portrait):
    head = portrait.pieces["head"]
    head.surface.mask[head.surface.positions[:, 1] > 60] = 255
    was = {k: portrait.landmark(k) for k in portrait.anchors}
    line = portrait.line("lip_upper") if "lip_upper" in portrait.lines else None
    edit = remeshing.remesh(portrait, "head", Layout(4.0, bent=0.5))
    portrait.perform(edit)
    made = portrait.pieces["head"]
    assert edit.name == "Remesh Head along its form" and "1 body" in edit.told.words
    assert edit.told.most < 6.0 and portrait.history.newest_told is edit.told
    assert (made.surface.faces[:, 2] != made.surface.faces[:, 3]).all()
    assert set(made.regions) == set(head.regions)
    away = [np.linalg.norm(portrait.landmark(k) - p) for k, p in was.items()]
    assert max(away) < 3.0 and np.median(away) < 0.2
    assert (made.surface.mask[made.surface.positions[:, 1] > 65] == 255).all()
    assert (made.surface.mask[made.surface.positions[:, 1] < 56] == 0).all()
    if line is not None:
        assert np.linalg.norm(portrait.line("lip_upper") - line, axis=1).max() < 2.0
    portrait.history.undo()
    assert portrait.pieces["head"] is head


@pytest.mark.parametrize("where", [MASKED, "top"])
def test_edges_are_shorter_where_that_is_asked_for(ball, where):
    surface = ball.surface("ball")
    surface.mask[surface.positions[:, 1] > 20] = 255
    ball.perform(remeshing.remesh(ball, "ball", Layout(5.0, where=where, there=2.5)))
    size, middle = lengths(ball.surface("ball"))
    assert np.median(size[middle[:, 1] > 35]) == pytest.approx(2.5, rel=0.15)
    assert np.median(size[middle[:, 1] < -20]) == pytest.approx(5.0, rel=0.15)
    with pytest.raises(YewfinchError, match=r"cannot be joined. From 1.2 to 20 mm can"):
        remeshing.remesh(ball, "ball", Layout(5.0, where=where, there=1.0))
    remeshing.remesh(ball, "ball", Layout(5.0, where="no such region", there=2.5))


def test_detail_becomes_a_layer_on_open_clay_too(ball):
    surface = ball.surface("ball")
    bumps = surface.positions * (1 + 0.01 * np.sin(surface.positions[:, :1]))
    faces = surface.faces[~(surface.positions[surface.faces][:, :, 1] < -25).any(axis=1)]
    rows, own = np.unique(faces, return_inverse=True)
    ball.put_piece(Piece("ball", "Cup", Surface(bumps[rows], own.reshape(-1, 4))), "x")
    was = ball.surface("ball")
    ball.perform(remeshing.remesh_with_detail(ball, "ball", Layout(6.0), 2))
    held = ball.pieces["ball"]
    assert detail_levels.count(held) == 3 and (held.surface.closed == 0).any()
    assert [v.name for v in form_layers.stack_of(ball, held).layers] == [remeshing.DETAIL]
    away = np.sqrt(nearest(was, held.surface.positions)[0])
    assert np.quantile(away, 0.995) < 0.05 and away.max() < 1.5  # beside the rim it may fold


def test_a_locked_or_posed_piece_stays(ball):
    ball.pieces["ball"] = replace(ball.pieces["ball"], locked=True)
    with pytest.raises(YewfinchError, match="locked"):
        remeshing.remesh(ball, "ball", Layout(5.0))
    with pytest.raises(YewfinchError, match="make no sense"):
        remeshing.remesh(ball, "head", Layout(float("nan")))


# --- guides ----------------------------------------------------------------------------------------


def test_guides_lie_on_the_clay_are_followed_kept_and_removed(ball, tmp_path):
    surface = ball.surface("ball")
    camera = camera_on(surface)
    slanted = np.array([[-20.0, -14, 50], [24, 17, 50]])
    ball.perform(guides.drawn(ball, ball.pieces["ball"], camera, across(camera, slanted)))
    (line,) = ball.guides_on("ball")
    assert len(line) > 15 and np.linalg.norm(line, axis=1) == pytest.approx(50, abs=0.3)
    unit = (slanted[1] - slanted[0])[:2] / np.linalg.norm((slanted[1] - slanted[0])[:2])
    off_line = (line[:, :2] - slanted[0, :2]) @ [-unit[1], unit[0]]
    assert np.abs(off_line * 50 / line[:, 2]).max() < 2.5  # seen in perspective

    def off(made):
        size, _ = lengths(made)
        p = made.positions.astype(float)
        ends = p[made.faces], p[np.roll(made.faces, -1, axis=1)]
        way, place = (ends[1] - ends[0]) / size[..., None], (ends[0] + ends[1]) / 2
        away = np.linalg.norm(place[:, :, None] - line[1:-1], axis=3)
        along = (line[2:] - line[:-2]) / np.linalg.norm(line[2:] - line[:-2], axis=1)[:, None]
        near = away.min(axis=2) < 4
        turn = np.minimum(np.abs((way[near] * along[away[near].argmin(axis=1)]).sum(axis=1)), 1.0)
        return np.degrees(np.median(np.arccos(np.clip(np.maximum(turn, np.sqrt(1 - turn**2)), 0, 1))))

    layout = Layout(3.0, follow_face=False)
    bare = replace(ball.pieces["ball"])
    assert off(remeshing._made(ball, bare, layout, lambda *_: None)) < 12
    kept, ball.guides = ball.guides, ()
    assert off(remeshing._made(ball, bare, layout, lambda *_: None)) > 14
    ball.guides = kept
    ball.perform(remeshing.remesh(ball, "ball", layout))
    (after,) = ball.guides_on("ball")
    assert np.linalg.norm(after - line, axis=1).max() < 0.5  # tied to the new faces
    container.save(ball, tmp_path / "g.yewfinch")
    again = container.load(tmp_path / "g.yewfinch")
    np.testing.assert_allclose(again.guides_on("ball")[0], after, atol=1e-5)
    assert guides.erased(ball, ball.pieces["ball"], camera, across(camera, [[-30, 30, 40], [0, 40, 40]])) is None
    ball.perform(guides.erased(ball, ball.pieces["ball"], camera, across(camera, [[-10, 12, 50], [10, -12, 50]])))
    assert ball.guides == () and ball.history.names[-1] == "Remove a guide"
    ball.history.undo()
    assert len(ball.guides) == 1
    assert guides.cleared(ball, "head") is None
    ball.perform(guides.cleared(ball, "ball"))
    assert not ball.guides


def test_a_guide_that_misses_is_refused_and_one_that_leaves_the_clay_is_cut(ball):
    camera = camera_on(ball.surface("ball"))
    piece = ball.pieces["ball"]
    with pytest.raises(YewfinchError, match="does not lie on 'Ball'"):
        guides.drawn(ball, piece, camera, np.array([[2.0, 2.0], [20, 4]]))
    with pytest.raises(YewfinchError, match="does not lie"):
        guides.drawn(ball, piece, camera, np.array([[300.0, 250.0]]))
    ball.perform(guides.drawn(ball, piece, camera, across(camera, [[0.0, 0, 50], [90, 0, 50]], 40)))
    (line,) = ball.guides_on("ball")
    assert np.linalg.norm(line, axis=1) == pytest.approx(50, abs=0.3) and line[-1, 0] > 40
    with pytest.raises(YewfinchError, match="no clay yet"):
        guides.drawn(ball, replace(piece, see_through=True), camera, across(camera, [[0.0, 0, 50], [9, 0, 50]]))


def test_landmarks_and_guides_of_pieces_that_go_do_not_wake_on_others(ball):
    camera = camera_on(ball.surface("ball"))
    ball.perform(guides.drawn(ball, ball.pieces["ball"], camera, across(camera, [[-20.0, 0, 50], [20, 0, 50]])))
    ball.perform(pieces.duplicate(ball, "ball")[0])
    copy = next(k for k in ball.pieces if k not in ("ball", "head", "eye_left", "eye_right"))
    ball.perform(guides.drawn(ball, ball.pieces[copy], camera, across(camera, [[-20.0, 9, 50], [20, 9, 50]])))
    ball.perform(pieces.remove(ball, [copy]))
    ball.perform(pieces.duplicate(ball, "ball")[0])
    assert copy not in ball.pieces and len(ball.guides) == 2
    assert all(not ball.guides_on(k) for k in ball.pieces if k != "ball")


def test_landmarks_go_along_when_a_piece_is_split(ball):
    two = Surface(
        np.concatenate([cube_sphere(n, 20.0).positions - np.array([x, 0, 0]) for n, x in ((9, 60), (8, -60))]),
        np.concatenate([cube_sphere(9).faces, cube_sphere(8).faces + len(cube_sphere(9))]),
    )
    ball.put_piece(Piece("two", "Two", two), "x")
    camera = camera_on(two)
    for x in (-60.0, 60.0):
        ball.perform(guides.drawn(ball, ball.pieces["two"], camera, across(camera, [[x - 9, 0, 20], [x + 9, 5, 20]])))
    before = sorted(ball.guides_on("two"), key=lambda line: line[0, 0])
    ball.perform(pieces.split(ball, "two"))
    owners = [g[0].piece for g in ball.guides]
    assert len(set(owners)) == 2 and "two" in owners
    after = sorted((line for k in set(owners) for line in ball.guides_on(k)), key=lambda line: line[0, 0])
    for one, other in zip(before, after, strict=True):
        np.testing.assert_allclose(one, other, atol=1e-6)
    ball.perform(tidying.reduce(ball, "two", 300))
    (kept,) = ball.guides_on("two")
    assert min(np.linalg.norm(kept - line, axis=1).max() for line in after) < 1.0
