"""The bench for all hands: by keys alone, by the left hand, without motion, with contrast and targets large enough."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, QRect, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QAbstractSpinBox,
    QApplication,
    QComboBox,
    QFileDialog,
    QLabel,
    QLineEdit,
    QSlider,
    QTabWidget,
    QToolButton,
    QWidget,
)

from tests.app.hands import click, handled
from yewfinch.app.view.photo_layers import pixels_of
from yewfinch.core.formats import container
from yewfinch.core.session.bench import STAGES
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.colour import to_linear

CTRL, SHIFT, ALT = (
    Qt.KeyboardModifier.ControlModifier,
    Qt.KeyboardModifier.ShiftModifier,
    Qt.KeyboardModifier.AltModifier,
)
NO = Qt.KeyboardModifier.NoModifier


def key(window, which, mods=NO, times=1):
    """Press a key wherever the keyboard is."""
    for _ in range(times):
        QTest.keyClick(QApplication.focusWidget() or window, which, mods)
    handled()


def name(widget):
    return widget.accessibleName() or (widget.text() if isinstance(widget, QAbstractButton) else "")


# --- by keys alone -------------------------------------------------------------------------------


def test_from_the_start_page_to_a_saved_stroke_by_keys_alone(window, tmp_path, monkeypatch, qtbot):
    window.pages.turn_to("start")
    window.activateWindow()
    handled()
    for _ in range(60):
        key(window, Qt.Key.Key_Tab)
        if "demo" in name(QApplication.focusWidget()).lower():
            break
    key(window, Qt.Key.Key_Space)
    assert window.bench.portrait.name == "Demo portrait"
    assert not window.pages.is_alone

    key(window, Qt.Key.Key_3, ALT)  # the stage Form
    key(window, Qt.Key.Key_C)
    assert (window.bench.stage, window.bench.tools.tool_id) == ("Form", "clay")
    before = window.bench.portrait.pieces["head"].surface.positions.copy()
    key(window, Qt.Key.Key_Return, ALT)
    key(window, Qt.Key.Key_Up, CTRL)
    key(window, Qt.Key.Key_Up, SHIFT, 3)
    key(window, Qt.Key.Key_Return)
    key(window, Qt.Key.Key_Right, times=6)
    key(window, Qt.Key.Key_Return)
    history = window.bench.portrait.history
    assert history.names[-1] == "Clay"
    made = window.bench.portrait.pieces["head"].surface.positions.copy()
    assert np.abs(made - before).max() > 0.2
    key(window, Qt.Key.Key_Z, CTRL)
    np.testing.assert_array_equal(window.bench.portrait.pieces["head"].surface.positions, before)
    key(window, Qt.Key.Key_Z, CTRL | SHIFT)

    path = tmp_path / "by keys.yewfinch"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(path), ""))
    key(window, Qt.Key.Key_S, CTRL)
    qtbot.waitUntil(lambda: window.documents.path == path, timeout=15000)
    np.testing.assert_array_equal(container.load(path).pieces["head"].surface.positions, made)


def test_a_stroke_led_by_keys_can_be_taken_back_before_it_ends(window):
    window.viewport.setFocus()
    before = window.bench.portrait.pieces["head"].surface.positions.copy()
    key(window, Qt.Key.Key_Return, ALT)
    key(window, Qt.Key.Key_Return)
    key(window, Qt.Key.Key_Left, times=4)
    assert np.abs(window.bench.portrait.pieces["head"].surface.positions - before).max() > 0.05
    key(window, Qt.Key.Key_Escape)
    np.testing.assert_array_equal(window.bench.portrait.pieces["head"].surface.positions, before)
    assert window.viewport.keys.on
    key(window, Qt.Key.Key_Escape)
    assert not window.viewport.keys.on
    assert window.viewport.pointer is None


def test_beside_the_clay_enter_says_so(window):
    window.viewport.setFocus()
    key(window, Qt.Key.Key_Return, ALT)
    key(window, Qt.Key.Key_Left, CTRL, 12)
    key(window, Qt.Key.Key_Return)
    assert "no clay" in window.status.message.text()
    assert not window.viewport.hands.busy


@pytest.mark.first_start
def test_the_keyboard_goes_through_the_bench_as_it_is_read(window):
    window.bench.set_stage("Form")
    window.activateWindow()
    window.stage_buttons["Sitter"].setFocus()
    seen = []
    for _ in range(300):
        seen.append(QApplication.focusWidget())
        if isinstance(seen[-1], type(window.viewport)):  # Tab hides the panels here
            key(window, Qt.Key.Key_Tab, CTRL)
        else:
            key(window, Qt.Key.Key_Tab)
        if QApplication.focusWidget() is seen[0]:
            break
    else:
        pytest.fail("Tab does not come round: " + str([name(s) or type(s).__name__ for s in seen][:80]))
    parts = [window.top, window.walls, window.strips[0], window.viewport, window.turntable, window.round, window.hand]
    parts.append(window.inspector)
    order = [next(i for i, p in enumerate(parts) if p is w or p.isAncestorOf(w)) for w in seen]
    assert order == sorted(order)
    assert set(order) == set(range(len(parts)))
    assert len(set(map(id, seen))) == len(seen)


def test_a_part_is_come_back_to_where_it_was_left(window):
    window.activateWindow()
    slider = window.tools[0].findChild(QSlider)
    slider.setFocus()
    key(window, Qt.Key.Key_Tab, CTRL | SHIFT)
    assert window.round.isAncestorOf(QApplication.focusWidget())
    key(window, Qt.Key.Key_Tab, CTRL)
    assert QApplication.focusWidget() is slider


# --- the left hand, motion, drawing --------------------------------------------------------------


@pytest.fixture
def settings_page(window):
    window.show_preferences()
    window.preferences.findChild(QTabWidget).setCurrentIndex(1)
    handled()
    yield window.preferences.bench
    window.preferences.close()
    window.settings.calm = False
    window.take_settings()


def test_for_the_left_hand_the_bench_is_mirrored_and_stays_so(window, settings_page):
    def left(widget):
        return widget.mapTo(window, QPoint(0, 0)).x()

    wide = window.side.width()
    assert left(window.walls) < left(window.strips[0]) < left(window.viewport) < left(window.side)
    click(settings_page.left)
    handled()
    assert left(window.side) < left(window.viewport) < left(window.strips[0]) < left(window.walls)
    assert window.side.width() == wide
    assert Settings.load().left_handed
    click(settings_page.left)
    handled()
    assert left(window.walls) < left(window.viewport) < left(window.side)


def test_less_motion_stops_what_moves_by_itself(window, settings_page):
    click(settings_page.calm)
    assert QApplication.cursorFlashTime() == 0
    assert not any(QApplication.isEffectEnabled(e) for e in (Qt.UIEffect.UI_FadeMenu, Qt.UIEffect.UI_AnimateCombo))
    assert Settings.load().calm
    click(settings_page.calm)
    assert QApplication.cursorFlashTime() > 0


def test_samples_of_the_picture_are_as_chosen(window, settings_page, qtbot):
    settings_page.samples.setCurrentIndex(settings_page.samples.findData(8))
    settings_page.samples.activated.emit(settings_page.samples.currentIndex())
    qtbot.waitUntil(lambda: window.viewport.picture.full)
    assert window.viewport.picture.canvas.wanted == 8
    settings_page.rough.setCurrentIndex(settings_page.rough.findData("always"))
    settings_page.rough.activated.emit(settings_page.rough.currentIndex())
    window.viewport.picture.fill()
    qtbot.waitUntil(lambda: window.viewport.picture.full)
    window.bench.outlook.set_view(window.bench.outlook.view.turned(20.0, 0.0))
    handled()
    assert not window.viewport.picture.full  # rough while the view moves
    qtbot.waitUntil(lambda: window.viewport.picture.full)
    assert (Settings.load().rough, Settings.load().samples) == ("always", 8)


# --- contrast and targets ------------------------------------------------------------------------


def contrast(one, other):
    # W3C, Web Content Accessibility Guidelines 2.1: relative luminance and contrast ratio
    a, b = (to_linear(np.asarray(c) / 255.0) @ (0.2126, 0.7152, 0.0722) for c in (one, other))
    return (np.maximum(a, b) + 0.05) / (np.minimum(a, b) + 0.05)


def words(widget):
    if isinstance(widget, QComboBox):
        return widget.currentText()
    if isinstance(widget, QToolButton) and widget.toolButtonStyle() == Qt.ToolButtonStyle.ToolButtonIconOnly:
        return ""
    return widget.text() if isinstance(widget, QLabel | QAbstractButton | QLineEdit) else ""


def opened(window):
    """All panels, one after the other opened and scrolled through; (panel, what of it is seen)."""
    inspector, done = window.inspector, set()
    view, bar = inspector.viewport(), inspector.verticalScrollBar()
    for stage in STAGES:
        window.bench.set_stage(stage)
        inspector.more.setChecked(True)
        handled()
        for title, fold in inspector.folds.items():
            if title in done or not fold.isVisibleTo(window):
                continue
            done.add(title)
            fold.button.setChecked(True)
            handled()
            area, seen = QRect(view.mapTo(window, QPoint(0, 0)), view.size()), set()
            top = fold.mapTo(inspector.widget(), QPoint(0, 0)).y()
            for down in range(0, fold.height(), max(view.height() - 60, 100)):
                bar.setValue(top + down)
                now = [
                    c
                    for c in fold.findChildren(QWidget)
                    if id(c) not in seen
                    and c.isVisibleTo(fold)
                    and c.isEnabled()
                    and area.contains(QRect(c.mapTo(window, QPoint(0, 0)), c.size()))
                ]
                seen.update(map(id, now))
                yield title, now


def faintest(picture, scale, rect):
    """The best contrast with the commonest colour in a part of a picture; 21 if it is all of one colour."""
    left, top, right, low = (round(v * scale) for v in rect.getCoords())
    packed, often = np.unique(picture[top:low, left:right] @ (65536, 256, 1), return_counts=True)
    colours = np.stack((packed >> 16, packed >> 8 & 255, packed & 255), axis=1)
    return 21.0 if len(colours) < 2 else float(contrast(colours, colours[often.argmax()]).max())


@pytest.mark.parametrize("dark", [False, True], ids=["bright", "dark"])
def test_text_has_the_contrast_of_wcag_aa_in_pictures_and_targets_the_size_of_fingers(window, dark):
    # WCAG 2.2: 1.4.3, contrast of 4.5; 2.5.8, targets of 24 CSS pixels, which at 200 % are the 48 of a finger
    if dark:
        window.toggle_dark()
    controls = QAbstractButton | QComboBox | QAbstractSpinBox | QSlider
    faint, small, count = [], [], 0
    try:
        for title, seen in opened(window):
            picture = pixels_of(window.side.grab().toImage())
            for one in seen:
                rect = QRect(one.mapTo(window.side, QPoint(0, 0)), one.size())
                if words(one).strip():
                    count += 1
                    if faintest(picture, picture.shape[1] / window.side.width(), rect) < 4.5:
                        faint.append((title, words(one)))
                reached = isinstance(one, controls) and one.focusPolicy() & Qt.FocusPolicy.TabFocus
                if reached and min(one.width(), one.height()) < 24:
                    small.append((title, name(one), one.size()))
    finally:
        if dark:
            window.toggle_dark()
    assert count > 600
    assert faint == []
    assert small == []
