"""In the window: a head of strange faces gets landmarks and lines by six clicks; lines are drawn and dragged."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from scipy.spatial.transform import Rotation

from tests.app.hands import click, drag, handled, line, unfold
from tests.app.jobs import finished
from yewfinch.core.anatomy.figure.head_shape import plain_shaper
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import face_lines, handles, lips
from yewfinch.core.document.verbs.laying import doubts_on, sure_on
from yewfinch.core.features.laid_head.laying import ASKED
from yewfinch.core.formats.container import load, save
from yewfinch.core.mesh.surface.surface import Surface

_TURN, _SCALE = Rotation.from_euler("xyz", [4, -22, 3], degrees=True).as_matrix(), 0.55


@pytest.fixture
def scan(window):
    """A bench with nothing but a head that stands askew, smaller than life, with no landmarks; where they are."""
    plain = plain_shaper().plain
    every = plain.head.faces[:, [1, 2, 3, 0]][::-1]  # other rows of faces than the base head has

    def placed(points):
        return _SCALE * np.asarray(points, float) @ _TURN.T + (15.0, 30.0, -8.0)

    portrait = Portrait()
    portrait.pieces = {"scan": Piece("scan", "Scan", Surface(placed(plain.head.positions).astype(np.float32), every))}
    window.bench.open(portrait)
    window.bench.selection.choose("scan")
    window.bench.set_stage("Features")
    handled()
    return portrait, {k: placed(a.on(plain.head)[None])[0] for k, a in plain.anchors.items() if a.piece == "head"}


def _open(w, name):
    if not w.inspector.folds[name].button.isChecked():
        unfold(w, name)
    handled()
    panel = w.panel(name)
    panel.refresh()
    return panel


def _click_all(w, true, keys=ASKED):
    for key in keys:
        turn = {"t_l": 70.0, "t_r": -105.0, "gn": -20.0}.get(key, -20.0)
        w.bench.outlook.set_view(w.bench.outlook.view.turned(turn, -30.0 if key == "gn" else 0.0))
        w.viewport.view_all()
        handled()
        x, y = w.viewport.camera().project(true[key][None])[0]
        QTest.mouseClick(
            w.viewport, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(round(x), round(y))
        )
        handled()


def test_six_clicks_give_a_strange_head_landmarks_lines_and_working_handles(window, qtbot, scan, tmp_path):
    portrait, true = scan
    panel = _open(window, "Lay the head on")
    assert not panel.lay.isEnabled() and "outer eye corner, left" in panel.note.text()
    click(panel.click)
    assert window.bench.mode == "lay_head"
    _click_all(window, true)
    assert set(portrait.anchors) == set(ASKED) and panel.head.next_click() is None
    steps = len(portrait.history.names)
    panel.refresh()
    click(panel.lay)
    finished(window, panel, qtbot)
    assert portrait.history.names[steps:] == ["Lay the head on"]
    off = [np.linalg.norm(portrait.landmark(k) - p) / _SCALE for k, p in true.items() if k in portrait.anchors]
    assert len(off) > 50 and np.median(off) < 1.2
    assert handles.face_of(portrait) is not None and lips.held(portrait) is not None
    panel.refresh()
    assert panel.upright.isVisibleTo(panel) and "0.5" in panel.note.text()
    click(panel.upright)
    handled()
    upright = portrait.landmark("ex_l") - portrait.landmark("ex_r")
    assert abs(np.degrees(np.arctan2(upright[2], upright[0]))) < 3.0
    panel.refresh()
    assert not panel.upright.isVisibleTo(panel)
    save(portrait, tmp_path / "scan.yewfinch")
    again = load(tmp_path / "scan.yewfinch")
    assert set(again.anchors) == set(portrait.anchors) and set(again.lines) == set(portrait.lines)
    assert "nose" in again.pieces["scan"].regions
    assert doubts_on(again, "scan") == panel.head.doubts() and panel.head.doubts()
    assert sure_on(again, "scan") == set(ASKED)
    again.history.close()
    for _ in range(2):
        portrait.history.undo()
    handled()
    assert set(portrait.anchors) == set(ASKED) and not portrait.lines
    # a doubtful landmark is shown, and is doubtful no more once it was found right
    portrait.history.redo()
    handled()
    panel.refresh()
    doubts = panel.head.doubts()
    assert doubts and panel.table.rowCount() == len(doubts)
    panel.table.setCurrentCell(0, 0)
    handled()
    assert window.bench.selection.landmark == doubts[0].key and panel.why.text()
    click(panel.right)
    handled()
    panel.refresh()
    assert doubts[0].key not in {d.key for d in panel.head.doubts()} and doubts[0].key in panel.head.sure()
    portrait.history.undo()
    assert panel.head.doubts() == doubts


def test_a_head_that_has_its_landmarks_is_left_to_have_them(window):
    window.bench.set_stage("Features")
    window.bench.selection.choose("head")
    panel = _open(window, "Lay the head on")
    assert "has its landmarks already" in panel.note.text() and panel.head.next_click() is None
    window.bench.selection.choose("eye_left")
    handled()
    panel.refresh()
    assert "locked, or no clay" in panel.note.text() and not panel.click.isEnabled()


def test_a_click_on_another_piece_places_nothing_and_says_so(window, scan):
    portrait, true = scan
    way = _TURN @ (0.0, 0.0, 1.0)
    before = Surface(
        portrait.surface("scan").positions * 0.1 + true["prn"] + 25.0 * way, portrait.surface("scan").faces
    )
    portrait.perform(Edit("Add", (PieceChange(None, Piece("ball", "Ball", before)),)))
    window.bench.selection.choose("scan")
    handled()
    panel = _open(window, "Lay the head on")
    click(panel.click)
    _click_all(window, true, ("ex_l", "ex_r"))
    assert set(portrait.anchors) == {"ex_l", "ex_r"} and panel.head.next_click() == "prn"
    said = []
    window.bench.said.connect(lambda text, kind: said.append(text))
    _click_all(window, true, ("prn",))
    panel.refresh()
    assert set(portrait.anchors) == {"ex_l", "ex_r"} and not panel.lay.isEnabled()
    assert any("choose 'Ball' first" in text for text in said)


def _drawn_mouth(window, true):
    view = window.viewport
    window.bench.outlook.set_view(window.bench.outlook.view.turned(-20.0, 0.0))
    view.view_all()
    handled()
    ends = view.camera().project(np.array([true["ch_l"], true["sto"], true["ch_r"]]))
    return [*line(ends[0], ends[1], 12), *line(ends[1], ends[2], 12)[1:]]


def test_a_line_is_drawn_dragged_moved_whole_and_taken_away(window, scan):
    portrait, true = scan
    panel = _open(window, "Lines on the clay")
    panel.choice.setCurrentIndex(panel.choice.findData("mouth_line"))
    panel.choice.activated.emit(panel.choice.currentIndex())
    assert "not on the clay" in panel.choice.currentText()
    click(panel.draw)
    drag(window.viewport, _drawn_mouth(window, true))
    handled()
    assert portrait.history.names[-1:] == ["Draw mouth line"]
    laid = portrait.line("mouth_line")
    # drawn from the left to the right: it runs as all mouth lines do, from the right corner
    assert np.linalg.norm(laid[0] - true["ch_r"]) < 2.0 and np.linalg.norm(laid[-1] - true["ch_l"]) < 2.0
    window.bench.toggle_mode("face_lines")
    before, steps = portrait.line("mouth_line"), len(portrait.history.names)
    view = window.viewport
    x, y = view.camera().project(before[12][None])[0]
    drag(view, line((x, y), (x, y + 12), 6))
    handled()
    assert portrait.history.names[steps:] == ["Move mouth line"]
    moved = np.linalg.norm(portrait.line("mouth_line") - before, axis=1)
    assert moved[12] > 1.0 and moved[0] < 0.01 and moved[-1] < 0.01 and moved[12] == moved.max()
    portrait.history.undo()
    handled()
    drag(view, line((x, y), (x, y + 12), 6), mods=Qt.KeyboardModifier.ShiftModifier)
    handled()
    whole = np.linalg.norm(portrait.line("mouth_line") - before, axis=1)
    assert whole.min() > 0.5
    panel.refresh()
    click(panel.remove)
    assert "mouth_line" not in portrait.lines
    portrait.history.undo()
    assert "mouth_line" in portrait.lines


def test_lines_know_their_direction_without_landmarks(scan):
    """Closed form: which way a line runs follows from the sides of the body alone where no landmark is there."""
    portrait, true = scan
    row = np.array([true["ex_l"] + (0, 12, 0), true["en_l"] + (0, 12, 0)])
    assert not face_lines._runs_well(portrait, "brow_l", np.linspace(row[0], row[1], 25))
    assert face_lines._runs_well(portrait, "brow_l", np.linspace(row[1], row[0], 25))
