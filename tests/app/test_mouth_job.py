"""In the window: lips by dials and knots, laid on the sitter's lines, opened over new teeth; undone, reopened."""

import numpy as np
import pytest

from tests.app.hands import click, drag, handled, line, typed, unfold
from tests.app.jobs import finished
from tests.features.test_mouth_cut import sealed
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.verbs import lips
from yewfinch.core.features.lips.lip_measures import part_of, read
from yewfinch.core.formats.container import load, save


def _begun(w, *names):
    w.bench.set_stage("Features")
    for name in names:
        if not w.inspector.folds[name].button.isChecked():
            unfold(w, name)
    handled()
    return w.bench.portrait


def _wide(portrait):
    return float(np.linalg.norm(portrait.landmark("ch_l") - portrait.landmark("ch_r")))


def test_dials_set_lines_and_forms_of_the_lips_as_one_step_each(window):
    portrait = _begun(window, "Lips", "Lip forms")
    panel, forms = window.panel("Lips"), window.panel("Lip forms")
    rest, steps = portrait.surface("head").positions.copy(), len(portrait.history.names)
    assert abs(panel.dials["width"].value() - _wide(portrait)) < 0.1
    assert "The sitter: width " in panel.note.text() and "±" in panel.note.text()
    for value in ("50", "58"):  # the second goes on with the same step
        typed(panel.dials["width"].box, value)
        handled()
    assert abs(_wide(portrait) - 58.0) < 0.15
    typed(forms.dials["full_lower"].box, "4.5")
    handled()
    assert portrait.history.names[steps:] == ["Lips: width", "Lips: lower fullness"]
    assert abs(read(lips.held(portrait).lips, portrait.landmarks()).full_lower - 4.5) < 0.15
    said = []
    window.bench.said.connect(lambda text, _kind: said.append(text))
    typed(panel.dials["upper"].box, "0.5")
    click(forms.lay)
    assert "too coarse" in said[-1]
    for _ in range(3):
        portrait.history.undo()
    handled()
    np.testing.assert_array_equal(portrait.surface("head").positions, rest)
    assert panel.dials["width"].value() < 56.0


def test_a_knot_takes_the_other_side_along_with_symmetry(window):
    portrait = _begun(window, "Lips")
    steps = len(portrait.history.names)
    click(window.panel("Lips").drag)
    assert window.bench.mode == "lips"
    found = lips.held(portrait).lips
    at = found.upper[16]
    x, y = (float(v) for v in window.viewport.camera().project(at[None])[0])
    before = found.lines
    drag(window.viewport, line((x, y), (x, y - 14)))
    handled()
    assert portrait.history.names[steps:] == ["Lips: upper"]
    now = lips.held(portrait).lips.lines
    for point in (8, 16):
        assert now[0, point, 1] > before[0, point, 1] + 0.6
    assert abs(now[0, 8, 1] - now[0, 16, 1] - (before[0, 8, 1] - before[0, 16, 1])) < 0.15
    assert np.abs(now[3] - before[3]).max() < 0.2
    window.bench.tools.set_symmetry(False)
    corner = lips.held(portrait).lips.upper_edge[-1]
    x, y = (float(v) for v in window.viewport.camera().project(corner[None])[0])
    drag(window.viewport, line((x, y), (x, y - 12)))
    handled()
    after = read(lips.held(portrait).lips, portrait.landmarks())
    assert after.slant > 0.8 and portrait.history.names[-1] == "Lips: upper edge"
    portrait.history.undo()
    portrait.history.undo()
    handled()
    np.testing.assert_allclose(lips.held(portrait).lips.lines, before, atol=1e-6)


def test_the_mouth_is_opened_over_new_teeth_and_reopened_from_the_file(window, qtbot, tmp_path):
    portrait = _begun(window, "Open mouth and teeth")
    panel = window.panel("Open mouth and teeth")
    old = next(p for p in portrait.pieces.values() if p.teeth is not None)
    portrait.perform(Edit("Without", (PieceChange(old, None),)))
    handled()
    assert "no teeth" in panel.note.text() and panel.new.isEnabled() and not panel.dials["size"].isEnabled()
    steps, chin = len(portrait.history.names), portrait.landmark("gn")[1]
    click(panel.new)
    qtbot.waitUntil(lambda: portrait.history.names[-1] == "New teeth", timeout=20000)
    handled()
    assert "The jaw is open by 0°" in panel.note.text()
    assert 1.5 < panel.dials["lower"].value() < 4.0
    typed(panel.part["part"].box, "4")
    typed(panel.part["part"].box, "12")
    typed(panel.dials["crooked"].box, "0.8")
    typed(panel.dials["lower"].box, "3.4")
    handled()
    assert portrait.history.names[steps:] == ["New teeth", "Lips: lips apart", "Teeth: crooked", "Teeth: place"]
    assert portrait.landmark("gn")[1] < chin - 5.0
    assert abs(part_of(lips.held(portrait).lips) - 12.0) < 0.2
    made = next(p for p in portrait.pieces.values() if p.teeth is not None)
    assert made.teeth.jaw > 4.0 and made.teeth.crooked == 0.8
    save(portrait, tmp_path / "mouth.yewfinch")
    again = load(tmp_path / "mouth.yewfinch")
    assert again.pieces[made.id].teeth == made.teeth
    assert abs(part_of(lips.held(again).lips) - 12.0) < 0.2
    again.history.close()
    window.bench.portrait.history.undo()
    handled()
    assert 1.5 < panel.dials["lower"].value() < 3.3
    for _ in range(4):
        portrait.history.undo()
    handled()
    assert old.id in portrait.pieces and portrait.landmark("gn")[1] == chin


def test_without_a_mouth_the_panels_say_what_to_do(window):
    portrait = _begun(window, "Lips", "Open mouth and teeth")
    portrait.perform(Edit("Without", tuple(PieceChange(p, None) for p in portrait.pieces.values())))
    handled()
    for name in ("Lips", "Open mouth and teeth"):
        assert "No clay has lines of a mouth" in window.panel(name).note.text()
    assert not window.panel("Lips").dials["width"].isEnabled()
    said = []
    window.bench.said.connect(lambda text, _kind: said.append(text))
    window.bench.toggle_mode("lips")
    drag(window.viewport, line((200.0, 200.0), (220.0, 200.0)))
    assert "No clay has lines of a mouth" in said[-1]


def test_sealed_lips_are_cut_open_and_then_part(window, qtbot):
    portrait = sealed()
    window.bench.open(portrait)
    window.bench.set_stage("Features")
    unfold(window, "Open mouth and teeth")
    handled()
    panel = window.panel("Open mouth and teeth")
    assert panel.cut.isVisibleTo(panel) and not panel.part["part"].isEnabled() and not panel.new.isEnabled()
    click(panel.cut)
    finished(window, panel, qtbot)
    assert portrait.history.names == ["Cut the mouth open"]
    assert not panel.cut.isVisibleTo(panel) and panel.part["part"].isEnabled() and panel.new.isEnabled()
    typed(panel.part["part"].box, "6")
    handled()
    assert part_of(lips.held(portrait).lips) == pytest.approx(6.0, abs=0.4)
    portrait.history.undo()
    portrait.history.undo()
    handled()
    assert panel.cut.isVisibleTo(panel)
