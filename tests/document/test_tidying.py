from dataclasses import replace

import numpy as np
import pytest
from scipy.spatial import cKDTree

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import tidying
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.repair.topology import is_inside_out
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape import reduce
from yewfinch.core.reshape.difference import difference
from yewfinch.core.reshape.reduce import reduced
from yewfinch.core.shared.errors import CancelledError, YewfinchError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def with_ball(portrait, ball):
    ball.colour[ball.positions[:, 0] > 0] = (200, 30, 30, 255)
    regions = {"top": np.where(ball.positions[:, 1] > 0, 255, 0).astype(np.uint8)}
    portrait.put_piece(Piece("clay", "Ball", ball, regions=regions), "x")
    portrait.set_field(
        "anchors", {**portrait.anchors, "prn": nearest_anchors("clay", ball, np.array([[0, 0, 100.0]]))[0]}, "x"
    )
    return portrait


def test_reduced_to_a_count_with_its_error(with_ball):
    old = with_ball.surface("clay")
    with_ball.perform(tidying.reduce(with_ball, "clay", 800))
    held = with_ball.pieces["clay"]
    found = difference([old], [held.surface])
    assert len(held.surface.faces) == pytest.approx(800, rel=0.015)  # a ball is symmetric: it is cut along the middle
    # a chord of an edge e on a ball of radius r lies e² / 8 r under it, a triangle's middle e² / 6 r
    edge = np.sqrt(4 * np.pi * 100**2 / 800 * 4 / np.sqrt(3))
    assert max(found.most, found.lost) < 1.7 * edge**2 / (6 * 100)
    assert 0 < found.mean < found.most
    assert with_ball.history.newest_told.words == found.words()
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
    with_ball.perform(tidying.reduce(with_ball, "clay", 600))
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


@pytest.mark.parametrize("count", [8000, 500])
def test_what_is_symmetric_stays_so_when_it_is_reduced(portrait, count):
    head = portrait.surface("head")
    found = reduced(head, count)
    at = found.positions
    assert 0.9 * count < len(found.faces) <= 1.01 * count + 4
    assert cKDTree(at).query(at * np.float32([-1, 1, 1]))[0].max() < 1e-6
    used = np.unique(found.faces)
    assert (found.closed[used] > 0).all()
    assert (found.faces[:, 2] == found.faces[:, 3]).all()


def test_what_is_not_symmetric_is_not_made_so_when_it_is_reduced(portrait):
    bent = portrait.surface("head").copy()
    bent.set_rows(
        np.arange(len(bent), dtype=np.int32), bent.positions + np.float32([1, 0, 0]) * (bent.positions[:, 1:2] / 30)
    )
    at = reduced(bent, 2000).positions
    assert cKDTree(at).query(at * np.float32([-1, 1, 1]))[0].max() > 0.1


def test_reducing_can_be_cancelled_while_edges_collapse_and_leaves_no_process(with_ball, monkeypatch):
    started = []

    class Watched(reduce.Popen):
        def __init__(self, *args, **more):
            super().__init__(*args, **more)
            started.append(self)

    def progress(_share, words):
        if started and words == "collapsing edges":
            raise CancelledError("cancelled")

    monkeypatch.setattr(reduce, "Popen", Watched)
    before = with_ball.surface("clay").faces.copy()
    with pytest.raises(CancelledError):
        tidying.reduce(with_ball, "clay", 500, progress)
    assert len(started) == 1
    assert started[0].returncode is not None
    assert np.array_equal(with_ball.surface("clay").faces, before)


def test_when_the_process_fails_its_last_words_are_told(with_ball, monkeypatch, tmp_path):
    script = tmp_path / "broken.py"
    script.write_text("raise MemoryError('no room for it')\n")
    monkeypatch.setattr(reduce, "_PROCESS", script)
    with pytest.raises(YewfinchError, match=r"no room for it.*nothing was changed"):
        tidying.reduce(with_ball, "clay", 500)


def test_loose_triangles_are_reduced_to_the_count_too(portrait):
    ball = cube_sphere(20, 100.0)
    corners = ball.positions[ball.triangles()].reshape(-1, 3)
    portrait.put_piece(Piece("loose", "Loose", Surface(corners, np.arange(len(corners)).reshape(-1, 3))), "x")
    portrait.perform(tidying.reduce(portrait, "loose", 800))
    assert 700 < len(portrait.surface("loose").faces) <= 812
    assert "1 body (was 4800 open sheets)" in portrait.history.newest_told.words


def test_clay_that_is_inside_out_is_known_and_mended(portrait):
    ball = cube_sphere(10, 50.0)
    turned = Surface(ball.positions, ball.faces[:, ::-1])
    assert is_inside_out(turned) and not is_inside_out(ball)
    assert not is_inside_out(Surface(ball.positions, ball.faces[20:, ::-1]))  # nobody can tell of an open one
    portrait.put_piece(Piece("turned", "Turned", turned), "x")
    portrait.perform(tidying.mend(portrait, "turned")[0])
    assert not is_inside_out(portrait.surface("turned"))
