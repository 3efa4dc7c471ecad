"""The whole block-in in the real window.

Twelve solids, twins, lids cut from a ball, a neck pulled, fused, remeshed, mirrored.
"""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, drag, line, typed, unfold
from tests.app.jobs import done, sound

#: Kind, measures, place and turn of the left half and of what stands on the midline.
SOLIDS = (
    ("ball", {"across": 148, "tall": 170, "deep": 186}, (0, 45, -8), (0, 0, 0)),  # skull
    ("block", {"across": 104, "tall": 100, "deep": 84, "edge": 30}, (0, -42, 44), (0, 0, 0)),  # jaw and face
    ("cylinder", {"low": 60, "high": 52, "tall": 120, "edge": 4}, (0, -105, -22), (12, 0, 0)),  # neck
    ("cone", {"low": 17, "tall": 55, "tip": 8}, (0, -8, 96), (18, 0, 0)),  # nose
    ("ball", {"across": 56, "tall": 20, "deep": 24}, (0, -52, 86), (0, 0, 0)),  # lips
)
SIDES = (
    ("ball", {"across": 14, "tall": 62, "deep": 34}, (76, 0, -10), (0, 0, 8)),  # ear
    ("ball", {"across": 34, "tall": 30, "deep": 30}, (44, -6, 62), (0, 0, 0)),  # cheekbone
    ("ball", {"across": 30, "tall": 30, "deep": 30}, (32, 26, 74), (0, 0, 0)),  # lids
    ("cylinder", {"low": 9, "high": 9, "tall": 44, "edge": 6}, (28, 46, 84), (0, 0, 80)),  # brow
)


def put(w, kind, values, place, turn):
    click(w.panel("Solids").kinds[kind])
    w.panel("Solids").solids.change(
        replace(
            w.panel("Solids").solids.solid,
            values=values,
            place=tuple(map(float, place)),
            turn=tuple(map(float, turn)),
            edge=5.0,
        ),
        "all",
    )
    w.panel("Solids").solids.finish()
    return w.bench.selection.piece_id


def seen(w, *points):
    return [tuple(map(float, p)) for p in w.viewport.camera().project(np.array(points, float))]


@pytest.fixture
def w(window):
    window.bench.set_stage("Block")
    portrait = window.bench.portrait
    for key in ("head", "eye_left", "eye_right", "teeth"):
        portrait.put_piece(replace(portrait.pieces[key], visible=False), "Hide")
    for title in ("Fuse and remesh", "Place and copy", "Cut and outline", "Masks from the form", "Symmetry of shape"):
        unfold(window, title)
    return window


def test_a_rough_head_of_twelve_solids(w, qtbot, tmp_path):
    portrait = w.bench.portrait
    for row in SOLIDS:
        put(w, *row)
    sides = []
    for row in SIDES:
        sides.append(put(w, *row))
        click(w.panel("Place and copy").twin)
    solids = [p for p in portrait.pieces.values() if p.visible]
    assert len(solids) == 13
    assert sum(p.follows is not None for p in solids) == 4

    # the lids: the ball is settled, and its front cut open between them; its twin shows it
    lids = sides[2]
    w.bench.selection.choose(lids)
    w.panel("Solids").solids.settle()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(-w.bench.outlook.view.turn, -w.bench.outlook.view.tilt))
    w.viewport.view_all()
    click(w.panel("Cut and outline").draw)
    click(w.panel("Cut and outline").shapes["box"])
    x, y, z = 32, 26, 89
    low, high = seen(w, (x - 9, y - 4, z), (x + 9, y + 4, z))
    drag(w.viewport, line(low, high))
    (twin,) = portrait.followers(lids)
    assert len(portrait.surface(twin.id)) == len(portrait.surface(lids))
    sound(portrait.surface(lids))
    w.bench.set_mode("tool")

    # the neck: settled, its upper half masked by a box, what is free pulled down with a soft edge
    neck = next(
        k
        for k, p in portrait.pieces.items()
        if p.solid is not None and p.solid.kind == "cylinder" and p.solid.place[0] == 0
    )
    w.bench.selection.choose(neck)
    w.panel("Solids").solids.settle()
    QTest.mouseClick(
        w.panel("Masks from the form").through,
        Qt.MouseButton.LeftButton,
        pos=w.panel("Masks from the form").through.rect().center() / 8,
    )
    w.panel("Masks from the form").maker.set_through(True)
    click(w.panel("Masks from the form").shapes["box"])
    drag(w.viewport, line(*seen(w, (-90, -20, 0), (90, -110, 0))))
    assert portrait.surface(neck).mask.any()
    click(w.panel("Mask and parts").buttons["soften"])
    w.bench.set_mode("tool")
    bottom = float(portrait.surface(neck).bounds()[0, 1])
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_D)
    a, b = w.viewport.hand("place").arm(1, 40), w.viewport.hand("place").arm(1, 60)
    way = (a - b) / np.linalg.norm(a - b)
    drag(w.viewport, line(a, a + way * 40))
    assert float(portrait.surface(neck).bounds()[0, 1]) < bottom - 15
    held = portrait.surface(neck)
    assert held.positions[held.mask[:, 0] == 255][:, 1].max() < 0
    click(w.panel("Mask and parts").buttons["clear"])
    w.bench.set_mode("tool")

    # fused with joins, remeshed, made symmetric, saved and reopened
    w.bench.selection.choose("solid")
    qtbot.waitUntil(lambda: "13 pieces in sight" in w.panel("Fuse and remesh").note.text())
    typed(w.panel("Fuse and remesh").edge.box, "5")
    typed(w.panel("Fuse and remesh").join.box, "8")
    click(w.panel("Fuse and remesh").fuse)
    done(w, qtbot)
    assert [p.id for p in portrait.pieces.values() if p.visible] == ["solid"]
    whole = sound(portrait.surface("solid"))
    assert whole.volume > 2.5e6
    typed(w.panel("Fuse and remesh").edge.box, "6")
    typed(w.panel("Fuse and remesh").join.box, "0")
    click(w.panel("Fuse and remesh").remesh)
    done(w, qtbot)
    assert sound(portrait.surface("solid")).volume == pytest.approx(whole.volume, rel=0.01)
    click(w.panel("Symmetry of shape").buttons["left"])
    qtbot.waitUntil(lambda: not w.panel("Symmetry of shape").busy(), timeout=60000)
    flip = portrait.surface("solid").positions * [-1, 1, 1]
    from scipy.spatial import cKDTree

    assert cKDTree(portrait.surface("solid").positions).query(flip)[0].max() < 1e-3
    sound(portrait.surface("solid"))
    w.documents.save(tmp_path / "rough.yewfinch").wait()
    before = portrait.surface("solid").positions.copy()
    w.documents.open(tmp_path / "rough.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    np.testing.assert_array_equal(w.bench.portrait.surface("solid").positions, before)
    for _ in range(6):
        w.undo()
