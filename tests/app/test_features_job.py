"""In the window, the whole job: eyes, lids and lips to the sitter, its asymmetry, a caricature; undone, reopened."""

import numpy as np

from tests.app.hands import click, handled, typed, unfold
from tests.app.jobs import finished
from yewfinch.core.document.verbs import exaggerating, lips
from yewfinch.core.features.asymmetry import parts
from yewfinch.core.features.lips.lip_measures import read
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.query.crossings import crossings


def _panel(w, name):
    if not w.inspector.folds[name].button.isChecked():
        unfold(w, name)
    handled()
    return w.panel(name)


def _residuals(text):
    """What is left of drawn lines, mm, from the sentence that a fit ends with."""
    return [float(t.strip().split(" mm")[0]) for t in text.split("but for ")[1].split(", ")]


def _off(w, key):
    """How far a landmark is from the sitter's, mm."""
    return w.bench.standpoint.likeness().offset(key).size


def test_the_demo_sitter_from_eyes_to_a_caricature_and_back(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Features")
    w.bench.selection.choose("head")
    said = []
    w.bench.said.connect(lambda text, _kind: said.append(text))
    rest = {k: p.surface.positions.copy() for k, p in portrait.pieces.items()}
    first = len(portrait.history.names)

    # eyes, lids, lips
    before = [_off(w, k) for k in ("p_l", "p_r")]
    click(_panel(w, "Eyes").sitter)
    handled()
    assert portrait.history.names[-1] == "Eyes: to the sitter"
    assert sum(_off(w, k) for k in ("p_l", "p_r")) < sum(before) - 0.5
    lid_panel = _panel(w, "Lids")
    click(lid_panel.sitter)
    qtbot.waitUntil(lambda: portrait.history.names[-1:] == ["Lids: to the sitter"], timeout=30000)
    handled()
    left = _residuals(said[-1])
    assert len(left) == 2 and max(left) < 0.25
    click(_panel(w, "Lips").sitter)
    qtbot.waitUntil(lambda: portrait.history.names[-1:] == ["Lips: to the sitter"], timeout=60000)
    handled()
    assert max(_residuals(said[-1])) < 0.25
    assert read(lips.held(portrait).lips, portrait.landmarks()).slant > 1.0  # the demo sitter's mouth is crooked

    # the sitter's asymmetry
    asymmetry = _panel(w, "Asymmetry")
    asymmetry.refresh()
    off = w.bench.standpoint.likeness().overall
    click(asymmetry.over)
    handled()
    assert portrait.history.names[-1] == "Layer Sitter's asymmetry"
    assert w.bench.standpoint.likeness().overall < off
    assert 0.3 < np.sqrt((parts(portrait.surface("head")).away ** 2).mean()) < 2.0

    # a caricature, and likeness against the sitter's
    person, near = portrait.surface("head").positions.copy(), w.bench.standpoint.likeness().overall
    eye = portrait.surface("eye_left").positions.copy()
    panel = _panel(w, "Exaggeration")
    panel.refresh()
    click(panel.start)
    finished(w, panel, qtbot)
    np.testing.assert_array_equal(portrait.surface("head").positions, person)
    typed(panel.times.box, "1.6")
    handled()
    head = portrait.surface("head")
    assert np.linalg.norm(head.positions - person, axis=1).max() > 2.0
    assert (portrait.surface("eye_left").positions != eye).any()  # eyes go along
    assert len(crossings(head.positions, head.triangles())) == 0
    likeness = _panel(w, "Likeness")
    plain = w.bench.standpoint.likeness().overall
    typed(likeness.times.box, "1.6")
    handled()
    likeness.refresh()
    # what the clay is off the sitter grows with the caricature, and nothing else does
    assert abs(w.bench.standpoint.compared().overall / near - 1.6) < 0.35
    assert "1.60 times from the mean" in likeness.figure.text()
    assert w.bench.standpoint.likeness().overall == plain  # what steers and fits goes by the sitter as solved

    # saved, reopened, and all taken back
    save(portrait, tmp_path / "whole.yewfinch")
    again = load(tmp_path / "whole.yewfinch")
    for key, piece in portrait.pieces.items():
        np.testing.assert_array_equal(again.surface(key).positions, piece.surface.positions)
        assert again.pieces[key].skin_lids == piece.skin_lids and again.pieces[key].eye == piece.eye
    assert exaggerating.strength(again, "head", exaggerating.layer_of(again, "head")) == 1.6
    assert set(again.lines) == set(portrait.lines) and set(again.anchors) == set(portrait.anchors)
    again.history.close()
    for _ in range(len(portrait.history.names) - first):
        portrait.history.undo()
    handled()
    for key, at in rest.items():
        np.testing.assert_array_equal(portrait.surface(key).positions, at)
