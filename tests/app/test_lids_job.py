"""In the window: lids set by dials and knots, fitted to the sitter; lids on a lump begun, joined, reopened."""

import numpy as np

from tests.app.hands import click, drag, handled, line, typed, unfold
from yewfinch.app.rooms.eyes.lid_hand import Grip, grips
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import eyes, lids
from yewfinch.core.features.lids.lids import to_own
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.demo.shapes import cube_sphere


def _begun(w):
    w.bench.set_stage("Features")
    w.bench.selection.choose("eye_left")
    handled()
    panel = w.panel("Lids")
    for name in ("Lids", "Crease and fold"):
        if not w.inspector.folds[name].button.isChecked():
            unfold(w, name)
    handled()
    return panel, w.bench.portrait


def _top(portrait, key):
    eye = eyes.standing(portrait.pieces[key])
    tag = "l" if key == "eye_left" else "r"
    found = lids.held(portrait, key).lids
    return to_own(found, eye, portrait.line(f"lid_upper_{tag}"))[:, 1]


def test_dials_set_the_heights_of_both_lids_on_the_clay(window, tmp_path):
    panel, portrait = _begun(window)
    rest = portrait.surface("head").positions.copy()
    steps = len(portrait.history.names)
    typed(panel.dials["peak"].box, "6.5")
    handled()
    for key in ("eye_left", "eye_right"):
        assert abs(_top(portrait, key).max() - 6.5) < 0.15
    typed(panel.dials["close"].box, "100")
    handled()
    assert all(_top(portrait, k)[12] < 1.0 for k in ("eye_left", "eye_right"))
    assert float(panel.note.text().removeprefix("Open by ").split()[0]) < 2.2  # at the outer corner
    typed(window.panel("Crease and fold").dials["bag"].box, "2.5")
    handled()
    assert portrait.history.names[steps:] == ["Lids: peak", "Lids: shut", "Lids: bag"]
    file = tmp_path / "lids.yewfinch"
    save(portrait, file)
    again = load(file)
    assert lids.held(again, "eye_left").lids == lids.held(portrait, "eye_left").lids
    again.history.close()
    typed(panel.dials["close"].box, "0")
    handled()
    assert abs(_top(portrait, "eye_left").max() - 6.5) < 0.2
    for _ in range(4):
        portrait.history.undo()
    handled()
    np.testing.assert_array_equal(portrait.surface("head").positions, rest)
    assert abs(panel.dials["peak"].value() - 6.5) > 0.3


def test_a_knot_is_dragged_in_the_view_as_one_step(window):
    panel, portrait = _begun(window)
    steps = len(portrait.history.names)
    click(panel.drag)
    assert window.bench.mode == "lids"
    found = grips(panel.eyes)
    assert len(found) == 2 * 12  # five knots a margin and two corners, of two eyes
    before = _top(portrait, "eye_left"), _top(portrait, "eye_right")
    x, y = (float(v) for v in window.viewport.camera().project(found[Grip("eye_left", "upper", 2)][None])[0])
    drag(window.viewport, line((x, y), (x, y - 12)))
    handled()
    assert portrait.history.names[steps:] == ["Lids: margin"]
    for was, key in zip(before, ("eye_left", "eye_right"), strict=True):
        assert _top(portrait, key)[12] > was[12] + 0.8
    portrait.history.undo()
    handled()
    np.testing.assert_allclose(_top(portrait, "eye_left"), before[0], atol=1e-6)
    drag(window.viewport, line((5.0, 5.0), (60.0, 5.0)))  # beside all knots it turns the view
    assert len(portrait.history.names) == steps + 1
    assert panel.drag.isChecked()


def test_lids_follow_a_gaze_that_is_dragged_down(window):
    _, portrait = _begun(window)
    before = _top(portrait, "eye_left")[12]
    window.bench.set_mode("gaze")
    v = window.viewport
    middle = (v.width() / 2, v.height() / 2)
    drag(v, line(middle, (middle[0], middle[1] + 160)))
    handled()
    assert portrait.history.names[-1] == "Eyes: gaze"
    now = portrait.line("lid_upper_l")[12, 1]
    portrait.history.undo()
    assert now < portrait.line("lid_upper_l")[12, 1] - 0.5
    assert abs(_top(portrait, "eye_left")[12] - before) < 1e-6


def test_lids_on_a_lump_are_begun_kept_apart_joined_and_set_on(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    ball = cube_sphere(50, 80.0)
    lump = Piece("lump", "Lump", Surface(ball.positions * np.float32([0.9, 1.3, 1.1]), ball.faces))
    portrait.perform(Edit("x", (*(PieceChange(p, None) for p in portrait.pieces.values()), PieceChange(None, lump))))
    edit, _ = eyes.begin(portrait, {"l": (31.0, 10.0, 80.0), "r": (-31.0, 10.0, 80.0)})
    portrait.perform(edit)
    panel, _ = _begun(w)
    assert "no lids yet" in panel.note.text() and not panel.join.isEnabled()
    click(panel.new)
    handled()
    assert [p.name for p in portrait.pieces.values() if p.lids is not None] == ["Left lids", "Right lids"]
    typed(w.panel("Crease and fold").dials["fold"].box, "2")
    typed(panel.dials["close"].box, "20")
    handled()
    save(portrait, tmp_path / "apart.yewfinch")
    again = load(tmp_path / "apart.yewfinch")
    assert sum(p.lids is not None for p in again.pieces.values()) == 2
    again.history.close()
    w.bench.selection.choose("lump")
    click(panel.join)
    qtbot.waitUntil(lambda: portrait.history.names[-1] == "Join the lids", timeout=30000)
    handled()
    assert portrait.history.names[-3:] == ["Lids: fold", "Lids: shut", "Join the lids"]
    assert not any(p.lids is not None for p in portrait.pieces.values())
    assert not panel.join.isEnabled() and panel.dials["close"].value() == 20.0
    typed(panel.dials["close"].box, "90")
    handled()
    gap = portrait.line("lid_upper_l")[12, 1] - portrait.line("lid_lower_l")[12, 1]
    assert 0.0 < gap < 2.5
    for _ in range(5):
        portrait.history.undo()
    handled()
    assert "no lids yet" in panel.note.text()
