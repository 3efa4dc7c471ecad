"""In the window: key stages kept, put in order, stood beside the clay, laid over it, in colours, with sections."""

from dataclasses import replace

import numpy as np

from tests.app.hands import click, handled, typed, view_picture
from yewfinch.core.document.verbs import handles
from yewfinch.core.formats.container import load, save
from yewfinch.core.show.section import Section


def _begun(w):
    w.bench.set_stage("Features")
    fold = w.inspector.folds["Compare"].button
    if not fold.isChecked():
        click(fold)
    handled()
    panel = w.panel("Compare")
    panel.refresh()
    return panel, w.bench.portrait


def _longer_nose(portrait, to):
    portrait.perform(handles.change(portrait, "tip", (1,), to))


def test_a_stage_is_kept_stands_beside_lies_over_and_colours_the_clay(window):
    panel, portrait = _begun(window)
    assert "Nothing to compare with yet" in panel.note.text()
    click(panel.buttons["store"])
    handled()
    assert portrait.history.names[-1] == "Store the state State 1" and panel.targets.currentText() == "State: State 1"
    _longer_nose(portrait, 27.0)
    handled()
    steps, before = portrait.history.names[:], portrait.surface("head").positions.copy()
    click(panel.ways["beside"])
    handled()
    plain = view_picture(window)
    assert set(window.bench.outlook.guests) == {"guest", "guest eye_left", "guest eye_right"}
    shown = window.viewport.picture._shown.pieces
    step = shown["guest"].surface.positions.astype(float) - window.bench.outlook.guests["guest"].surface.positions
    assert np.ptp(step, axis=0).max() < 1e-3
    right = window.viewport.camera().rotation[0]
    assert step[0] @ right > 150.0 and np.linalg.norm(step[0] - right * (step[0] @ right)) < 0.5
    window.bench.outlook.set_view(window.bench.outlook.view.turned(90, 0))
    handled()
    turned = window.viewport.picture._shown.pieces["guest"].surface.positions[0] - before[0]
    assert abs(float(np.dot(turned, window.viewport.camera().rotation[0]))) > 140.0  # it stands at the right again
    click(panel.ways["over"])
    handled()
    assert window.bench.outlook.guests["guest"].see_through and not window.bench.outlook.beside
    over = view_picture(window)
    click(panel.ways["colours"])
    handled()
    assert not window.bench.outlook.guests and "head" in window.bench.outlook.instead
    colours = window.bench.outlook.instead["head"].colour
    prn = int(np.argmin(((before - portrait.landmark("prn")) ** 2).sum(axis=1)))
    back = int(np.argmin(((before - portrait.landmark("op")) ** 2).sum(axis=1)))
    assert colours[prn, 0] > colours[prn, 2] + 60 and colours[back, :3].min() > 220
    assert "root mean square" in panel.note.text() and "+" in panel.note.text()
    assert np.abs(over.astype(int) - view_picture(window)).mean() > 5.0 < np.abs(over.astype(int) - plain).mean()
    click(panel.ways["colours"])
    handled()
    assert not window.bench.outlook.instead and portrait.history.names == steps
    np.testing.assert_array_equal(portrait.surface("head").positions, before)


def test_distances_follow_the_work_and_both_are_cut_in_one_plane(window):
    panel, portrait = _begun(window)
    click(panel.buttons["store"])
    click(panel.ways["colours"])
    handled()
    assert "0.00 mm off" in panel.note.text()
    _longer_nose(portrait, 27.0)
    panel.refresh()
    assert "0.00 mm off" not in panel.note.text()
    typed(panel.most.box, "1")
    handled()
    window.bench.outlook.set_view(window.bench.outlook.view.turned(90, 0))
    section = replace(Section().turned("midline", None, np.zeros(3)), cut=False)
    window.bench.outlook.set_looking(section=section)
    handled()
    seen = view_picture(window).astype(int)
    blue = (seen[..., 2] > 150) & (seen[..., 0] < 110) & (seen[..., 2] - seen[..., 0] > 90)
    gold = (seen[..., 0] > 190) & (seen[..., 2] < 90)
    assert blue.sum() > 200 and gold.sum() > 20  # the other form's line hides the clay's where they are one


def test_stages_are_stepped_through_put_in_order_and_reopened(window, tmp_path):
    panel, portrait = _begun(window)
    for to in (20.0, 24.0, 28.0):
        _longer_nose(portrait, to)
        click(panel.buttons["store"])
        handled()
    assert [s.name for s in portrait.states["head"]] == ["State 1", "State 2", "State 3"]
    click(panel.buttons["before"])
    handled()
    assert panel.targets.currentText() == "State: State 2" and panel.ways["beside"].isChecked()
    click(panel.buttons["before"])
    click(panel.buttons["before"])  # it ends at the first
    assert panel.targets.currentText() == "State: State 1"
    click(panel.buttons["later"])
    handled()
    assert portrait.history.names[-1] == "Put the state State 1 later"
    assert [s.name for s in portrait.states["head"]] == ["State 2", "State 1", "State 3"]
    save(portrait, tmp_path / "stages.yewfinch")
    again = load(tmp_path / "stages.yewfinch")
    assert [s.name for s in again.states["head"]] == ["State 2", "State 1", "State 3"]
    again.history.close()
    portrait.history.undo()
    handled()
    assert [s.name for s in portrait.states["head"]] == ["State 1", "State 2", "State 3"]


def test_another_portrait_is_opened_to_compare_with_and_a_bad_file_is_refused(window, qtbot, tmp_path):
    panel, portrait = _begun(window)
    save(portrait, tmp_path / "early.yewfinch")
    _longer_nose(portrait, 27.0)
    said = []
    window.bench.said.connect(lambda text, _kind: said.append(text))
    (tmp_path / "bad.yewfinch").write_bytes(b"no portrait")
    panel.open(tmp_path / "bad.yewfinch")
    qtbot.waitUntil(lambda: bool(said), timeout=20000)
    assert "bad.yewfinch" in said[-1] and not window.bench.outlook.guests
    panel.open(tmp_path / "early.yewfinch")
    qtbot.waitUntil(lambda: bool(window.bench.outlook.guests), timeout=20000)
    handled()
    assert panel.targets.currentText() == "Portrait: early"
    assert {"guest head", "guest eye_left", "guest teeth"} <= set(window.bench.outlook.guests)
    assert "mm off" in panel.note.text()
    assert set(portrait.pieces) == {"head", "eye_left", "eye_right", "teeth"}
