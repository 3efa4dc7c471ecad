"""Fusing pieces of a portrait: landmarks, colours, masks and regions go along; undone; refused in words."""

from dataclasses import replace

import numpy as np
import pytest
import trimesh

from tests.document.work import begun, on
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import fusing, remeshing, solids
from yewfinch.core.document.verbs.check import problems
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


def test_a_head_with_a_ball_keeps_what_it_had(portrait):
    key = begun(portrait, "ball", (0.0, -200.0, -110.0))
    portrait.surface("head").colour[:] = (90, 120, 60, 255)
    before = portrait.landmarks()
    line = portrait.line("mouth_line")
    held = dict(portrait.pieces)
    portrait.perform(fusing.fuse(portrait, ["head", key], 4.0, join=6.0))
    head = portrait.pieces["head"]
    assert key not in portrait.pieces
    assert problems(portrait) == []
    after = portrait.landmarks()
    assert set(after) == set(before)
    off = {k: np.linalg.norm(after[k] - before[k]) for k in before}
    assert np.median(list(off.values())) < 0.6
    assert max(off.values()) < 6.0
    assert np.linalg.norm(portrait.line("mouth_line") - line, axis=1).mean() < 3
    chin = head.surface.nearest_row(before["gn"])
    np.testing.assert_array_equal(head.surface.colour[chin], (90, 120, 60, 255))
    assert head.regions["chin"][chin] > 100
    assert head.regions["scalp"][chin] == 0
    assert "changed since it was begun" in figures().steerable(portrait)
    portrait.history.undo()
    assert portrait.pieces == held
    np.testing.assert_array_equal(portrait.landmark("prn"), before["prn"])


def test_what_is_cut_out_goes_too(portrait):
    key = begun(portrait, "ball", (0.0, 120.0, 0.0))
    edit = fusing.fuse(portrait, ["head"], 5.0, take=[key])
    assert edit.name == "Take Ball away"
    portrait.perform(edit)
    assert key not in portrait.pieces
    at = portrait.surface("head").positions
    assert at[np.hypot(at[:, 0], at[:, 2]) < 10][:, 1].max() < 80  # a hollow of the ball's form
    assert at[:, 1].max() > 100


def test_a_remesh_keeps_id_name_and_mask(portrait):
    surface = portrait.surface("head")
    surface.mask[surface.positions[:, 1] > 60] = 255
    edit = fusing.fuse(portrait, ["head"], 5.0)
    assert edit.name == "Remesh Head"
    portrait.perform(edit)
    made = portrait.pieces["head"]
    assert made.name == "Head"
    top = made.surface.positions[:, 1]
    assert (made.surface.mask[top > 70] == 255).all()
    assert (made.surface.mask[top < 50] == 0).all()


@pytest.mark.parametrize(
    ("spoil", "words"),
    [
        (lambda p: p.pieces.update(head=replace(p.pieces["head"], locked=True)), "is locked"),
        (lambda p: p.perform(figures().under_skin(p)), "'Skull' is no clay"),
        (lambda p: p.perform(solids.begin(p, "plane")[0]), "open rim"),
        (lambda p: on(figures(), p), "pose is on"),
    ],
)
def test_what_cannot_be_fused_is_said(portrait, spoil, words):
    spoil(portrait)
    with pytest.raises(YewfinchError, match=words):
        fusing.fuse(portrait, [k for k in portrait.pieces if not k.startswith("eye_")], 5.0)


def test_nothing_to_fuse(portrait):
    with pytest.raises(YewfinchError, match="no clay to fuse"):
        fusing.fuse(portrait, [], 5.0)


def test_parts_that_look_inwards_and_open_rims_are_dealt_with(portrait, ball):
    n = len(ball)
    both = np.concatenate([ball.positions, ball.positions + np.float32([250, 0, 0])])
    inward = Surface(both, np.concatenate([ball.faces, ball.faces[:, ::-1] + n]))
    portrait.put_piece(Piece("two", "Two balls", inward), "x")
    portrait.perform(fusing.fuse(portrait, ["two"], 6.0))
    made = portrait.surface("two")
    assert np.ptp(made.positions[:, 0]) == pytest.approx(450, abs=3)
    faces = ball.faces[~(ball.positions[ball.faces][:, :, 2] > 80).all(axis=1)]
    portrait.put_piece(Piece("open", "Open ball", Surface(ball.positions, faces)), "x")
    portrait.perform(fusing.fuse(portrait, ["open"], 6.0))
    assert (portrait.surface("open").closed == 1).all()
    assert portrait.surface("open").positions[:, 2].max() == pytest.approx(100, abs=2.5)


def test_bodies_that_only_touch_stay_two_on_request(portrait):
    for key, x, size in (("one", 0.0, 20.0), ("two", 39.2, 20.0), ("three", 70.0, 20.0)):
        ball = cube_sphere(14, size)
        portrait.put_piece(Piece(key, key, Surface(ball.positions + np.array([x, 0, 300]), ball.faces)), "x")
    for apart, bodies in ((True, 2), (False, 1)):
        portrait.perform(fusing.fuse(portrait, ["one", "two", "three"], 2.0, apart=apart))
        made = trimesh.Trimesh(portrait.surface("one").positions, portrait.surface("one").triangles(), process=False)
        assert made.is_watertight and made.body_count == bodies
        portrait.history.undo()
    joined = fusing.fuse(portrait, ["one", "two", "three"], 2.0, join=8.0, apart=True)
    assert "1 body" in joined.told.words  # what is to be joined is not kept apart


def test_detail_that_a_remesh_lacks_is_kept_as_a_layer(portrait):
    from tests.nets import bumpy
    from yewfinch.core.document.verbs import detail_levels, form_layers
    from yewfinch.core.mesh.query.nearest import nearest

    dense = bumpy(80)
    dense.colour[dense.positions[:, 2] > 0] = (10, 200, 10, 255)
    portrait.put_piece(
        Piece("clay", "Bumps", dense, regions={"top": np.where(dense.positions[:, 1] > 0, 255, 0).astype(np.uint8)}),
        "x",
    )
    portrait.perform(remeshing.remesh_with_detail(portrait, "clay", remeshing.Layout(9.0), 2))
    held = portrait.pieces["clay"]
    assert detail_levels.count(held) == 3
    stack = form_layers.stack_of(portrait, held)
    assert [v.name for v in stack.layers] == [remeshing.DETAIL]
    with_it = np.sqrt(nearest(dense, held.surface.positions)[0])
    assert with_it.max() < 0.05
    assert (held.surface.colour[held.surface.positions[:, 2] > 4, 1] == 200).all()
    portrait.perform(form_layers.weigh(portrait, "clay", stack.layers[0].id, 0.0))
    without = np.sqrt(nearest(dense, held.surface.positions)[0])
    assert without.mean() > 0.15
    portrait.perform(form_layers.weigh(portrait, "clay", stack.layers[0].id, 1.0))
    np.testing.assert_array_equal(np.sqrt(nearest(dense, held.surface.positions)[0]), with_it)
    portrait.perform(detail_levels.go_to(portrait, "clay", 0))
    portrait.perform(detail_levels.go_to(portrait, "clay", 2))
    assert form_layers.stack_of(portrait, portrait.pieces["clay"]).layers
    for _ in range(5):
        portrait.history.undo()
    assert portrait.surface("clay") is dense
    assert "clay" not in portrait.layers
