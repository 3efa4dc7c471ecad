"""In the window: handles of nose and ears by dials and in the view, norms and the sitter beside them, brought over."""

import numpy as np

from tests.app.hands import click, drag, handled, line, typed, unfold
from yewfinch.core.document.verbs import handles as verbs
from yewfinch.core.formats.container import load, save


def _begun(w, name):
    w.bench.set_stage("Features")
    if not w.inspector.folds[name].button.isChecked():
        unfold(w, name)
    handled()
    panel = w.panel(name)
    panel.refresh()
    return panel, w.bench.portrait


def test_a_dial_moves_the_nose_in_one_step_and_numbers_stand_below(window, tmp_path):
    panel, portrait = _begun(window, "Nose")
    rest, steps = portrait.surface("head").positions.copy(), len(portrait.history.names)
    assert panel.notes["tip"].text().startswith("usual 21.1 ± 2.7 mm · sitter ")
    assert "Farkas 1994" in panel.dials["nose_length"].toolTip()
    assert panel.notes["hump"].isHidden()  # nothing is published, and no landmark tells it
    for value in ("22", "25"):
        typed(panel.dials["tip"].box, value)
        handled()
    assert portrait.history.names[steps:] == ["Nose: tip projection"]
    away = np.linalg.norm(portrait.landmark("sn") - portrait.landmark("prn"))
    assert abs(away - 25.0) < 0.1
    save(portrait, tmp_path / "nose.yewfinch")
    again = load(tmp_path / "nose.yewfinch")
    assert abs(verbs.face_of(again)[1].value("tip") - 25.0) < 0.1
    again.history.close()
    portrait.history.undo()
    handled()
    np.testing.assert_array_equal(portrait.surface("head").positions, rest)


def test_a_handle_is_dragged_in_the_view_along_its_way(window):
    panel, portrait = _begun(window, "Nose")
    window.bench.outlook.set_view(window.bench.outlook.view.turned(90, 0))
    click(panel.drag)
    assert window.bench.mode == "face" and panel.drag.isChecked()
    steps, before = len(portrait.history.names), portrait.landmark("prn").copy()
    ways = np.array([[0.0, 0.0, -2.0], [0.0, 0.0, 8.0]])
    (x, y), ahead = window.viewport.camera().project(before + ways).tolist()
    drag(window.viewport, line((x, y), (float(ahead[0]), float(ahead[1]))))
    handled()
    assert portrait.history.names[steps:] == ["Nose: tip projection"]
    step = portrait.landmark("prn") - before
    assert 6.0 < step[2] < 14.0 and abs(step[0]) < 0.1 and abs(step[1]) < 1.0
    portrait.history.undo()
    handled()
    np.testing.assert_allclose(portrait.landmark("prn"), before, atol=1e-6)


def test_one_ear_is_changed_alone_when_a_side_is_chosen(window):
    panel, portrait = _begun(window, "Ears")
    panel.side.setCurrentIndex(2)
    panel.side.activated.emit(2)
    before = {k: portrait.landmark(k).copy() for k in ("pa_l", "pa_r")}
    typed(panel.dials["stand_off"].box, "30")
    handled()
    np.testing.assert_array_equal(portrait.landmark("pa_l"), before["pa_l"])
    assert portrait.landmark("pa_r")[0] < before["pa_r"][0] - 4.0
    assert portrait.history.names[-1] == "Ears: stands off"


def test_the_nose_and_then_the_whole_face_come_over_to_the_sitter(window, qtbot):
    panel, portrait = _begun(window, "Nose")
    said = []
    window.bench.said.connect(lambda text, _kind: said.append(text))
    sitter = verbs.of_sitter(portrait)
    click(panel.sitter)
    qtbot.waitUntil(lambda: portrait.history.names[-1:] == ["Nose to the sitter"], timeout=60000)
    handled()
    assert "measures were brought over" in said[-1]
    face = verbs.face_of(portrait)[1]
    for key in ("tip", "nose_breadth"):
        assert abs(face.value(key) / sitter[key, 1][0] - 1.0) < 0.06, key  # the clay may have another scale
    click(panel.all)
    qtbot.waitUntil(lambda: portrait.history.names[-1:] == ["Face to the sitter"], timeout=60000)
    handled()
    face = verbs.face_of(portrait)[1]
    known = [(k, s, v) for (k, s), (v, _) in sitter.items() if face.value(k, s) is not None]
    scale = np.median([face.value(k, s) / v for k, s, v in known if verbs.HANDLES[k].unit == "mm" and v > 15.0])
    off = [face.value(k, s) - v * (scale if verbs.HANDLES[k].unit == "mm" else 1.0) for k, s, v in known]
    assert len(known) > 6 and np.median(np.abs(off)) < 0.6


def test_without_a_face_dials_are_grey_and_the_panel_says_why(window):
    panel, portrait = _begun(window, "Jaw and chin")
    portrait.anchors = {}
    portrait.field_changed.emit("anchors")
    panel.refresh()
    assert "No clay has landmarks of a face" in panel.note.text()
    assert not any(d.isEnabled() for d in panel.dials.values()) and not panel.sitter.isEnabled()
