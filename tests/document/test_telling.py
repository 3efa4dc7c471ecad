"""What an edit that gives new faces says it did, judged by trimesh and by forms that are known."""

import numpy as np
import pytest
import trimesh

from tests.document.work import begun
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels, fusing, remeshing, tidying
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.repair.topology import Topology, topology_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.difference import difference
from yewfinch.core.reshape.wrap import mean_edge
from yewfinch.core.sculpt.form_layers import FormLayer, Stack
from yewfinch.demo.shapes import cube_sphere


def moved(surface: Surface, by) -> Surface:
    return Surface(surface.positions + np.float32(by), surface.faces)


def test_topology_of_known_forms():
    ring = trimesh.creation.torus(30.0, 8.0)
    ball, inner = cube_sphere(12, 30.0), cube_sphere(8, 10.0)
    assert topology_of(Surface(ring.vertices, ring.faces)) == Topology(1, handles=1)
    assert topology_of(ball).is_ball
    hollow = Surface(
        np.concatenate([ball.positions, inner.positions]),
        np.concatenate([ball.faces, inner.faces[:, ::-1] + len(ball)]),
    )
    assert topology_of(hollow) == Topology(1, hollows=1)
    assert topology_of(Surface(ball.positions, ball.faces[10:])) == Topology(0, sheets=1)
    assert Topology(2, 0, 3, 1).words() == "2 bodies, 3 handles, 1 open sheet"


def test_distances_both_ways_and_volumes():
    ball = cube_sphere(30, 50.0)
    found = difference([ball], [moved(ball, (0.0, 3.0, 0.0))])
    assert found.most == pytest.approx(3.0, abs=0.02) and found.lost == pytest.approx(3.0, abs=0.02)
    assert found.volume[1] == pytest.approx(found.volume[0], rel=1e-5)
    assert found.volume[0] == pytest.approx(trimesh.Trimesh(ball.positions, ball.triangles()).volume, rel=1e-5)
    # a spike that goes is seen from the old clay only, with how thick it was
    spike = Surface(*_spiked())
    found = difference([spike], [cube_sphere(30, 50.0)])
    assert found.lost == pytest.approx(30.0, abs=1.5) and found.most < 4.0
    assert np.linalg.norm(found.place - (0.0, 80.0, 0.0)) < 3.0
    assert "(was" not in found.words() and "1 body" in found.words()


def _spiked():
    ball = cube_sphere(30, 50.0)
    at = ball.positions.copy()
    near = np.hypot(at[:, 0], at[:, 2]) < 3.0
    up = near & (at[:, 1] > 0)
    at[up, 1] += 30.0
    return at, ball.faces


def test_a_thin_wall_is_measured():
    fin = trimesh.creation.box((1.5, 20.0, 20.0)).subdivide().subdivide().subdivide()
    old = Surface(fin.vertices, fin.faces)
    bent = old.positions.copy()
    bent[np.abs(bent[:, 1:]).max(axis=1) < 4.0, 0] += 9.0  # its middle is bulged out on both sides
    found = difference([old], [Surface(bent, old.faces)])
    assert np.abs(found.place[1:]).max() < 5.0
    assert found.thin == pytest.approx(1.5, abs=0.15)


def test_a_remesh_says_what_it_did_and_the_history_keeps_it(portrait):
    edit = fusing.fuse(portrait, ["head"], 5.0)
    assert edit.told is not None
    exact = difference([portrait.surface("head")], [_after(edit)])
    assert edit.told.words == exact.words()
    assert "1 body" in edit.told.words and "mm apart" in edit.told.words
    portrait.perform(edit)
    assert portrait.history.newest_told == edit.told and portrait.history.told[-1] == edit.told
    portrait.history.undo()
    assert portrait.history.newest_told is None
    portrait.history.redo()
    assert portrait.history.newest_told == edit.told


def _after(edit):
    return next(c.after.surface for c in edit.changes if getattr(c, "after", None).__class__ is Piece)


def test_reducing_counts_over_faces_as_libigl_does(portrait):
    import igl

    edit = tidying.reduce(portrait, "head", 3000)
    old, new = portrait.surface("head"), _after(edit)
    places = np.concatenate([old.positions, old.positions[old.faces].mean(axis=1)]).astype(float)
    square = igl.point_mesh_squared_distance(places, new.positions.astype(float), new.triangles().astype(np.int64))[0]
    at_most = float(edit.told.words.split("at most ")[1].split(" mm")[0])
    assert at_most >= np.sqrt(square.max()) - 0.02


def test_layers_that_settle_are_named(portrait):
    surface = portrait.surface("head")
    stack = Stack(surface.faces, 0, layers=(FormLayer("layer1", "Wrinkles"), FormLayer("layer2", "Pores")))
    portrait.set_field("layers", {"head": (stack,)}, "Layers")
    told = fusing.fuse(portrait, ["head"], 6.0).told
    assert told.words.endswith("settled into the form: Wrinkles, Pores")
    kept = remeshing.remesh_with_detail(portrait, "head", remeshing.Layout(6.0), 1).told
    assert "Wrinkles" in kept.words and remeshing.DETAIL not in kept.words


def test_what_is_cut_away_is_not_counted_as_lost(portrait):
    key = begun(portrait, "ball", (0.0, 120.0, 0.0))
    told = fusing.fuse(portrait, ["head"], 5.0, take=[key]).told
    assert told.place is None and "from what it was made of" in told.words and "cm³" in told.words


def test_levels_made_under_foreign_clay_keep_its_form_and_say_what_they_lose(portrait, monkeypatch):
    ring = trimesh.creation.torus(40.0, 12.0, major_sections=120, minor_sections=48)
    portrait.put_piece(Piece("ring", "Ring", Surface(ring.vertices, ring.faces)), "x")
    for number in (1, 2, 3):
        told = detail_levels.make_under(portrait, "ring", number).told
        assert "1 body, 1 handle" in told.words and "was" not in told.words  # it lost its hole
        assert told.most < 1.6 and "fewer levels" not in told.words
    head = fusing.fuse(portrait, ["head"], 2.5)
    portrait.perform(head)
    before = portrait.surface("head")
    edit = detail_levels.make_under(portrait, "head", 3)
    portrait.perform(edit)
    assert edit.told.most < 5.0  # deep between the lips; 10 to 23 mm were lost once
    much = edit.told.most > detail_levels.MUCH_LOST * mean_edge(before)
    assert ("fewer levels" in edit.told.words) == much
    assert twins_of(before) is not None and twins_of(portrait.surface("head")) is not None
    assert portrait.history.newest_told.place is not None
    monkeypatch.setattr(detail_levels, "MUCH_LOST", 0.01)
    assert detail_levels.make_under(portrait, "ring", 2).told.words.endswith("fewer levels would lose less")
