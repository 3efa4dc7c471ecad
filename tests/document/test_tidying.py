from dataclasses import replace

import numpy as np
import pytest

from yewfinch.core.document import tidying
from yewfinch.core.document.piece import Piece
from yewfinch.core.mesh.nearest import nearest_anchors
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture
def with_ball(portrait, ball):
    ball.colour[ball.positions[:, 0] > 0] = (200, 30, 30, 255)
    regions = {"top": np.where(ball.positions[:, 1] > 0, 255, 0).astype(np.uint8)}
    portrait.put_piece(Piece("clay", "Ball", ball, regions=regions), "x")
    portrait.set_field("anchors", {**portrait.anchors, "prn": nearest_anchors("clay", ball, np.array([[0, 0, 100.0]]))[0]}, "x")
    return portrait


def test_reduced_to_a_count_with_its_error(with_ball):
    edit, found = tidying.reduce(with_ball, "clay", 800)
    with_ball.perform(edit)
    held = with_ball.pieces["clay"]
    assert len(held.surface.faces) == pytest.approx(800, abs=4)
    # a chord of an edge e on a ball of radius r lies e² / 8 r under it, a triangle's middle e² / 6 r
    edge = np.sqrt(4 * np.pi * 100**2 / 800 * 4 / np.sqrt(3))
    assert found.most < 1.5 * edge**2 / (6 * 100)
    assert 0 < found.mean < found.most
    red = held.surface.positions[:, 0] > 8
    assert (held.surface.colour[red, 0] == 200).all()
    assert held.regions["top"][held.surface.positions[:, 1] > 8].min() == 255
    assert with_ball.landmark("prn") == pytest.approx([0, 0, 100], abs=3)
    with_ball.history.undo()
    assert len(with_ball.pieces["clay"].surface.faces) == 6 * 24 * 24


def test_rims_stay_where_they_are(with_ball):
    held = with_ball.pieces["clay"]
    faces = held.surface.faces[~(held.surface.positions[held.surface.faces][:, :, 1] > 60).all(axis=1)]
    with_ball.put_piece(replace(held, surface=Surface(held.surface.positions, faces), regions={}), "x")
    old = with_ball.surface("clay")
    rim = {tuple(np.round(p, 3)) for p in old.positions[np.unique(old.faces)][old.closed[np.unique(old.faces)] == 0]}
    with_ball.perform(tidying.reduce(with_ball, "clay", 600)[0])
    new = with_ball.surface("clay")
    assert {tuple(np.round(p, 3)) for p in new.positions[new.closed == 0]} == rim


def test_mended_with_colours_and_landmarks(with_ball):
    held = with_ball.pieces["clay"]
    faces = held.surface.faces[~(held.surface.positions[held.surface.faces][:, :, 1] > 70).all(axis=1)]
    with_ball.put_piece(replace(held, surface=Surface(held.surface.positions, faces, held.surface.colour)), "x")
    edit, report = tidying.mend(with_ball, "clay")
    assert report.closed == 1
    with_ball.perform(edit)
    held = with_ball.pieces["clay"]
    assert (held.surface.closed == 1).all()
    assert (held.surface.colour[held.surface.positions[:, 0] > 8, 0] == 200).all()
    assert held.regions["top"][held.surface.positions[:, 1] > 70].min() == 255
    assert with_ball.landmark("prn") == pytest.approx([0, 0, 100], abs=0.5)


def test_nothing_to_mend_is_no_step(with_ball):
    edit, report = tidying.mend(with_ball, "clay")
    assert edit is None
    assert report.clean


@pytest.mark.parametrize("count", [0, -4, 10**9])
def test_absurd_counts_are_said(with_ball, count):
    with pytest.raises(YewfinchError, match="make no sense"):
        tidying.reduce(with_ball, "clay", count)


def test_locked_clay_is_left_alone(with_ball):
    with_ball.put_piece(replace(with_ball.pieces["clay"], locked=True), "x")
    for job in (lambda: tidying.mend(with_ball, "clay"), lambda: tidying.reduce(with_ball, "clay", 500)):
        with pytest.raises(YewfinchError, match="locked"):
            job()
