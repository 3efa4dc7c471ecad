"""Mouse and pen helpers for the real window."""

import time

import numpy as np
from PyQt6.QtCore import QEvent, QMimeData, QObject, QPoint, QPointF, Qt, QUrl
from PyQt6.QtGui import QDragEnterEvent, QDropEvent, QMouseEvent, QPointingDevice, QTabletEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QTabWidget

from yewfinch.app.view.photo_layers import pixels_of

NONE = Qt.KeyboardModifier.NoModifier


class _Last(QObject):
    """Hears an event that comes after all others."""

    heard = False

    def customEvent(self, _event):
        self.heard = True


def handled():
    """Until everything that the window was told so far is done, and what that asked for; painting comes last."""
    for _ in range(2):
        last = _Last()
        QApplication.postEvent(last, QEvent(QEvent.Type.User), -1_000_000)
        while not last.heard:
            QApplication.processEvents()


def drag(widget, points, button=Qt.MouseButton.LeftButton, mods=NONE):
    """Press, move through all points and release, as real events."""
    pts = [QPointF(*p) if not isinstance(p, (QPointF, QPoint)) else QPointF(p) for p in points]

    def send(kind, at, buttons, b):
        QApplication.sendEvent(
            widget, QMouseEvent(kind, at, QPointF(widget.mapToGlobal(at.toPoint())), b, buttons, mods)
        )

    send(QEvent.Type.MouseButtonPress, pts[0], button, button)
    for p in pts[1:]:
        send(QEvent.Type.MouseMove, p, button, Qt.MouseButton.NoButton)
        QApplication.processEvents()
    send(QEvent.Type.MouseButtonRelease, pts[-1], Qt.MouseButton.NoButton, button)
    QApplication.processEvents()


def pen(widget, points, pressure):
    device = QPointingDevice.primaryPointingDevice()
    kinds = [QEvent.Type.TabletPress] + [QEvent.Type.TabletMove] * (len(points) - 2) + [QEvent.Type.TabletRelease]
    for kind, p in zip(kinds, points, strict=True):
        at = QPointF(*p)
        button = Qt.MouseButton.NoButton if kind == QEvent.Type.TabletMove else Qt.MouseButton.LeftButton
        held = Qt.MouseButton.NoButton if kind == QEvent.Type.TabletRelease else Qt.MouseButton.LeftButton
        event = QTabletEvent(
            kind,
            device,
            at,
            QPointF(widget.mapToGlobal(at.toPoint())),
            pressure,
            0.0,
            0.0,
            0.0,
            0.0,
            0.0,
            NONE,
            button,
            held,
        )
        QApplication.sendEvent(widget, event)
        QApplication.processEvents()


def second_button(widget, at):
    """The pen's second button, pressed over a place."""
    device = QPointingDevice.primaryPointingDevice()
    event = QTabletEvent(
        QEvent.Type.TabletPress, device, QPointF(*at), QPointF(widget.mapToGlobal(QPointF(*at).toPoint())),
        0.0, 0.0, 0.0, 0.0, 0.0, 0.0, NONE, Qt.MouseButton.MiddleButton,
        Qt.MouseButton.MiddleButton,
    )  # fmt: skip
    QApplication.sendEvent(widget, event)


def tap(widget, at=None):
    """Tap with the pen; a widget that wants no pen gets the mouse event that Qt makes of it."""
    spot = QPointF(widget.rect().center()) if at is None else QPointF(at)
    device = QPointingDevice.primaryPointingDevice()
    left, none = Qt.MouseButton.LeftButton, Qt.MouseButton.NoButton
    for kind, mouse, held, pressure in (
        (QEvent.Type.TabletPress, QEvent.Type.MouseButtonPress, left, 0.5),
        (QEvent.Type.TabletRelease, QEvent.Type.MouseButtonRelease, none, 0.0),
    ):
        there = QPointF(widget.mapToGlobal(spot.toPoint()))
        event = QTabletEvent(kind, device, spot, there, pressure, 0.0, 0.0, 0.0, 0.0, 0.0, NONE, left, held)
        event.ignore()
        QApplication.sendEvent(widget, event)
        if not event.isAccepted():
            QApplication.sendEvent(widget, QMouseEvent(mouse, spot, there, left, held, NONE))
        QApplication.processEvents()


def line(a, b, n=12):
    return [tuple(np.array(a) + (np.array(b) - np.array(a)) * t) for t in np.linspace(0, 1, n)]


def opened_panels(window, stage, seen):
    """Show a stage and open one panel after the other, those behind 'more panels' too; those seen before are left out.

    Yields the stage with the title, and the fold.
    """
    window.bench.set_stage(stage)
    window.inspector.more.setChecked(True)
    handled()
    for title in window.inspector.titles():
        if stage in window.inspector.stages_of(title) and title not in seen:
            seen.add(title)
            window.inspector.open(title)
            handled()
            yield f"{stage}: {title}", window.inspector.folds[title]


def at_landmark(window, key):
    x, y = window.viewport.camera().project(window.bench.portrait.landmark(key))[0]
    return float(x), float(y)


def view_picture(window):
    """What the large view shows, the clay drawn in full and all that lies over it, (h, w, 3) int."""
    window.viewport.picture.fill()
    return pixels_of(window.viewport.grab().toImage()).astype(int)


def clay_picture(window):
    """The picture of the clay drawn in full, (h, w, 3) uint8, without what lies over it."""
    picture = window.viewport.picture
    end = time.monotonic() + 10
    while not picture.full and time.monotonic() < end:
        QTest.qWait(10)
    assert picture.full
    window.viewport.glass.take_hold()
    return picture.canvas.shown()


def settled(window, qtbot):
    """Wait until a turned dial has come to rest."""
    steering = window.panel("Base head").steering
    qtbot.waitUntil(lambda: not steering._soon.isActive() and not steering._rest.isActive() and steering._draft is None)


def pull(slider, share):
    """Drag a slider's handle with the mouse to a share of its range."""
    y = slider.height() // 2
    here = round(slider.value() / slider.maximum() * (slider.width() - 16)) + 8
    here = min(max(here, 11), slider.width() - 11)
    there = round(share * (slider.width() - 16)) + 8
    QTest.mousePress(slider, Qt.MouseButton.LeftButton, pos=QPoint(here, y))
    for x in np.linspace(here, there, 8)[1:]:
        QTest.mouseMove(slider, QPoint(round(float(x)), y))
        QTest.qWait(1)
    QTest.mouseRelease(slider, Qt.MouseButton.LeftButton, pos=QPoint(there, y))


def unfold(w, *titles):
    """Open panels of the present stage, more than one at a time."""
    for title in titles:
        if w.bench.stage in w.inspector._panels[title].more:
            w.inspector.more.setChecked(True)
        w.inspector.folds[title].button.setChecked(True)
    handled()


def click(button):
    QTest.mouseClick(button, Qt.MouseButton.LeftButton)


def typed(box, text):
    box.setFocus()
    box.selectAll()
    QTest.keyClicks(box, text)
    QTest.keyClick(box, Qt.Key.Key_Return)


def choose_in_settings(window, name, value):
    """Choose a value in a list of the settings' page 'Bench'."""
    window.show_preferences()
    window.preferences.findChild(QTabWidget).setCurrentIndex(1)
    box = getattr(window.preferences.bench, name)
    box.setCurrentIndex(box.findData(value))
    box.activated.emit(box.currentIndex())
    window.preferences.close()
    handled()


def drop(widget, *paths):
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(p)) for p in paths])
    rest = (Qt.DropAction.CopyAction, data, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier)
    QApplication.sendEvent(widget, QDragEnterEvent(QPoint(20, 20), *rest))
    QApplication.sendEvent(widget, QDropEvent(QPointF(20, 20), *rest))
