"""The tour: eight steps on the real bench, each done by the user's own hand. It can be left at any of them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from PyQt6.QtCore import QPoint, QRect, Qt, QTimer
from PyQt6.QtGui import QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.shell.inspector import Inspector
from yewfinch.app.view.turntable import Turntable
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench, Stage
from yewfinch.core.shared.phrases import phrase

#: How often it is looked whether a step is done, ms, and for how long that is told before the next one.
_LOOK, _TOLD = 300, 1400
#: Landmarks to be marked, and degrees to be turned.
MARKS, TURN = 6, 10.0
#: Breadth of the card and its distance from the edges of the clay, pixels.
_WIDE, _AWAY = 400, 16


class Window(Protocol):
    """What the tour asks of the main window."""

    bench: Bench
    viewport: Viewport
    turntable: Turntable
    inspector: Inspector
    walls: QWidget

    def panel(self, title: str) -> QWidget: ...  # noqa: D102
    def key_of(self, action_id: str) -> str: ...  # noqa: D102
    def is_saved(self) -> bool: ...  # noqa: D102


@dataclass(frozen=True)
class Step:
    """One step.

    Attributes
    ----------
    title, words : str
    stage : Stage
        Where it is done.
    target : callable
        The widget that it is done with; None if that is not there.
    count : callable
        A figure that changes when the step is done.
    enough : float
        By so much.
    panel : str
        A panel that is opened for it, if any.
    """

    title: str
    words: str
    stage: Stage
    target: Callable[[], QWidget | None]
    count: Callable[[], float]
    enough: float = 1.0
    panel: str = ""


def steps(w: Window) -> list[Step]:
    """The eight steps of a window."""
    bench = w.bench

    def named(name: str, of: QWidget) -> QWidget | None:
        return next((c for c in of.findChildren(QWidget) if c.accessibleName() == name), None)

    def first_card() -> QWidget | None:
        photos = bench.portrait.sitter.photos
        return named(phrase("photo {0}", photos[0].name), w.walls) if photos else None

    def pin() -> QWidget | None:
        photos = bench.portrait.sitter.photos
        return named(phrase("put {0} on the desk", photos[0].name), w.walls) if photos else None

    def moment() -> float:
        return float(bench.portrait.moment)

    return [
        Step(
            "Add a photo",
            "The sitter's photos hang on the wall at the left. Press the plus, or drop a picture there. The demo has "
            "five already: press Next if you have none at hand.",
            "Sitter",
            lambda: named("add photos", w.walls),
            lambda: len(bench.portrait.sitter.photos),
        ),
        Step(
            "Mark six landmarks",
            "Press the pin on a card: the photo comes on the desk. Click the landmark that it asks for, or drag one "
            "that is there; six times. Esc leads back to the clay.",
            "Sitter",
            pin,
            moment,
            MARKS,
        ),
        Step(
            "Solve",
            "Press Solve. The bench works out where each photo was taken from, and the sitter's landmarks in mm with "
            "their uncertainty.",
            "Sitter",
            lambda: w.panel("The sitter"),
            lambda: id(bench.portrait.sitter.solution) if bench.portrait.sitter.solution is not None else 0,
            panel="The sitter",
        ),
        Step(
            "Stand where the photographer stood",
            "Click a photo: the clay shows in the same perspective, with the photo over it. W wipes between them, "
            "B blinks.",
            "Sitter",
            first_card,
            lambda: 0.0 if bench.standpoint.photo_id is None else 1.0,
        ),
        Step(
            "Lay on clay",
            phrase(
                "Draw over the clay with the pointer. Shift smooths, Ctrl takes away, [ and ] change "
                "the size. {0} takes a stroke back.",
                w.key_of("undo"),
            ),
            "Form",
            lambda: w.viewport,
            moment,
        ),
        Step(
            "Look round",
            "What looks right from the front is wrong from the side. Drag the dial, or the grey beside the clay; the "
            "small views below show every side.",
            "Form",
            lambda: w.turntable,
            lambda: abs(bench.outlook.view.turn),
            TURN,
        ),
        Step(
            "Read the likeness",
            "This list says what lies beyond doubt off, in mm and in words, the worst first. Click a row to look at "
            "the place.",
            "Form",
            lambda: w.panel("Likeness"),
            lambda: 0.0 if bench.selection.landmark is None else 1.0,
            panel="Likeness",
        ),
        Step(
            "Save",
            phrase("Press {0}. A recovery file is written by itself besides, every minute or so.", w.key_of("save")),
            "Form",
            lambda: w.viewport,
            lambda: 1.0 if w.is_saved() else 0.0,
        ),
    ]


class Tour(QFrame):
    """The card that leads through the steps.

    Parameters
    ----------
    window : Window
    over : QWidget
        The same as a widget, which it lies over.
    """

    def __init__(self, window: Window, over: QWidget) -> None:
        super().__init__(over)
        self.setObjectName("tour")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAccessibleName("Tour")
        self.setFixedWidth(_WIDE)
        self.window_, self.steps, self.at = window, steps(window), 0
        self._before, self._done = 0.0, False
        self.frame = _Frame(over)
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 10, 14, 12)
        self.count = QLabel()
        self.count.setProperty("tiny", True)
        self.title = QLabel()
        self.title.setProperty("head", True)
        self.words = QLabel()
        self.words.setWordWrap(True)
        for label in (self.count, self.title, self.words):
            column.addWidget(label)
        row = QHBoxLayout()
        self.leave = QPushButton("Leave")
        self.back = QPushButton("Back")
        self.next = QPushButton("Next")
        self.next.setProperty("main", True)
        self.leave.clicked.connect(self.end)
        self.back.clicked.connect(lambda: self.go(self.at - 1))
        self.next.clicked.connect(lambda: self.go(self.at + 1))
        row.addWidget(self.leave)
        row.addStretch(1)
        row.addWidget(self.back)
        row.addWidget(self.next)
        column.addLayout(row)
        self._clock = QTimer(self)
        self._clock.setInterval(_LOOK)
        self._clock.timeout.connect(self.look)
        self._told = QTimer(self)
        self._told.setSingleShot(True)
        self._told.setInterval(_TOLD)
        self._told.timeout.connect(self._go_on)

    def begin(self) -> None:
        """From the first step."""
        self.show()
        self._clock.start()
        self.go(0)

    def end(self) -> None:
        """Leave it; nothing of it stays."""
        self._clock.stop()
        self._told.stop()
        self.frame.hide()
        self.hide()

    def go(self, at: int) -> None:
        """Turn to a step; after the last one the tour ends."""
        if at >= len(self.steps):
            self.end()
            self.window_.bench.say("That was the tour. The help (F1) has a page 'Beginning' with the first portrait.")
            return
        self._told.stop()
        self.at, self._done = max(at, 0), False
        step, bench = self.steps[self.at], self.window_.bench
        if bench.stage != step.stage:
            bench.set_stage(step.stage)
        if step.panel:
            self.window_.inspector.open(step.panel)
        self._before = step.count()
        self.count.setText(phrase("Step {0} of {1}", self.at + 1, len(self.steps)))
        self.title.setText(step.title)
        self.words.setText(step.words)
        self.back.setEnabled(self.at > 0)
        self.next.setText("Next" if self.at + 1 < len(self.steps) else "End")
        self._place()

    def look(self) -> None:
        """See whether the step is done, and keep the frame round what it is done with."""
        step = self.steps[self.at]
        if not self._done and abs(step.count() - self._before) >= step.enough:
            self._done = True
            self.count.setText(phrase("Step {0} of {1}: done", self.at + 1, len(self.steps)))
            self._told.start()
        self._place()

    def _go_on(self) -> None:
        """The next one, unless the user went on or left."""
        if self._done and self.isVisible():
            self.go(self.at + 1)

    def _place(self) -> None:
        """Below left over the clay, and the frame round the target."""
        over = self.parentWidget()
        assert over is not None
        self.adjustSize()
        view = self.window_.viewport
        space = view if view.isVisible() else over
        corner = space.mapTo(over, QPoint(_AWAY, space.height() - self.height() - _AWAY))
        self.move(corner)
        self.raise_()
        target = self.steps[self.at].target()
        shown = target is not None and target.isVisible() and target is not view
        self.frame.setVisible(shown)
        if target is not None and shown:
            box = QRect(target.mapTo(over, QPoint()), target.size()).adjusted(-4, -4, 4, 4)
            self.frame.setGeometry(box)
            self.frame.raise_()


class _Frame(QWidget):
    """A frame round what a step is done with; clicks go through it."""

    def __init__(self, over: QWidget) -> None:
        super().__init__(over)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.hide()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Finch gold, rounded."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setPen(QPen(theme.color("gold"), 3))
        p.drawRoundedRect(self.rect().adjusted(2, 2, -3, -3), 6, 6)
