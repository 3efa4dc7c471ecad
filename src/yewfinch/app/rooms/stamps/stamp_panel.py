"""Stamps: the picture that the tool in hand works through, and how it lies."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QDragEnterEvent, QDropEvent
from PyQt6.QtWidgets import (
    QCheckBox,
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.stamps import stamp_pictures
from yewfinch.core.document.verbs import stamping
from yewfinch.core.sculpt.stamps import NARROWEST, WIDEST, own_stamps
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.photo import SUFFIXES

_ACROSS = 5
#: Largest file that is read as a stamp, bytes.
_MOST_BYTES = 200 << 20


class StampPanel(QWidget):
    """Our own stamps and the portrait's; pictures can be dropped here.

    Parameters
    ----------
    bench : Bench
    folder : callable
        Where the file dialog begins.
    """

    def __init__(self, bench: Bench, folder: Callable[[], str]) -> None:
        super().__init__()
        self.bench, self._folder = bench, folder
        self.setAcceptDrops(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.grid = QGridLayout()
        self.grid.setSpacing(3)
        column.addLayout(self.grid)
        self.buttons: dict[str, QToolButton] = {}
        self.hint = QLabel()
        self.hint.setWordWrap(True)
        self.hint.setProperty("soft", True)
        column.addWidget(self.hint)
        row = QHBoxLayout()
        self.none = QPushButton("Without")
        self.add = QPushButton("Add a picture...")
        self.remove = QPushButton("Remove")
        self.none.setToolTip("The tool works without a stamp")
        self.add.setToolTip(
            "Make a stamp of any picture: white works fully, black not at all. Pictures can be dropped here, too"
        )
        self.remove.setToolTip("Take the chosen stamp out of the portrait; those that ship with Yewfinch stay")
        for button, run in (
            (self.none, lambda: bench.tools.change(stamp="")),
            (self.add, self._ask),
            (self.remove, self._remove),
        ):
            button.setProperty("small", True)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button)
        column.addLayout(row)
        self.how = QWidget()
        rows = QVBoxLayout(self.how)
        rows.setContentsMargins(0, 0, 0, 0)
        rows.setSpacing(4)
        self.fits = choices(
            self,
            rows,
            [
                ("tool", "In the tool's circle", "The picture fills the circle"),
                ("skin", "Over the skin", "The picture is spread over the clay in its own size, stroke beside stroke"),
            ],
            lambda fit: bench.tools.change(stamp_fit=fit),
        )
        self.turns = choices(
            self,
            rows,
            [
                ("fixed", "Upright", "Up is up"),
                ("stroke", "With the stroke", "The stroke's direction is up"),
                ("random", "At random", "Turned otherwise at every dab"),
            ],
            lambda turn: bench.tools.change(stamp_turn=turn),
        )
        self.scale = ValueSlider("Width", NARROWEST, WIDEST / 2, "mm", logarithmic=True)
        self.scale.setToolTip("Of the picture on the skin")
        self.scale.changed.connect(lambda v: bench.tools.change(stamp_scale=v))
        self.keep = QPushButton("Keep this width")
        self.keep.setProperty("small", True)
        self.keep.setToolTip("The portrait's own stamp has this width from now on")
        self.keep.clicked.connect(self._keep)
        self.angle = ValueSlider("Angle", -180.0, 180.0, "°", decimals=0)
        self.angle.changed.connect(lambda v: bench.tools.change(stamp_angle=v))
        self.relief = ValueSlider("Height", 0.02, 20.0, "mm", decimals=2, logarithmic=True)
        self.relief.setToolTip("White of the picture is raised by this")
        self.relief.changed.connect(lambda v: bench.tools.change(height=v))
        self.invert = QCheckBox("Exchange black and white")
        self.invert.clicked.connect(lambda on: bench.tools.change(stamp_invert=on))
        for widget in (self.scale, self.keep, self.angle, self.relief, self.invert):
            rows.addWidget(widget)
        column.addWidget(self.how)
        bench.tools.changed.connect(self.refresh)
        bench.portrait_changed.connect(self._opened)
        self._opened()

    def _opened(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self._fill()

    def _field(self, field: str) -> None:
        if field == "stamps":
            self._fill()

    def _fill(self) -> None:
        while self.grid.count():
            item = self.grid.takeAt(0)
            widget = None if item is None else item.widget()
            if widget is not None:
                widget.setParent(None)
                widget.deleteLater()
        self.buttons = {}
        for i, stamp in enumerate((*own_stamps(), *self.bench.portrait.stamps)):
            button = QToolButton()
            button.setCheckable(True)
            button.setIcon(stamp_pictures.picture(stamp))
            button.setIconSize(QSize(36, 36))
            button.setToolTip(phrase("<b>{0}</b>, {1:g} mm<br>{2}", stamp.title, stamp.width, stamp.hint))
            button.setAccessibleName(phrase("stamp {0}", stamp.title))
            button.clicked.connect(lambda _=False, s=stamp: self.bench.tools.change(stamp=s.id, stamp_scale=s.width))
            self.buttons[stamp.id] = button
            self.grid.addWidget(button, i // _ACROSS, i % _ACROSS)
        self.refresh()

    def _ask(self) -> None:
        """Choose pictures to make stamps of."""
        kinds = in_a_row(" ", (f"*{s}" for s in SUFFIXES))
        names, _ = QFileDialog.getOpenFileNames(self, "Stamps", self._folder(), phrase("Pictures ({0})", kinds))
        for name in names:
            self.add_file(Path(name))

    def add_file(self, path: Path) -> None:
        """Make a stamp of a picture file and take it."""
        try:
            size = path.stat().st_size
            if size > _MOST_BYTES:
                raise YewfinchError(
                    phrase(
                        "{0} has {1} MB; a stamp may have {2} MB. Make the picture smaller first.",
                        path.name,
                        size >> 20,
                        _MOST_BYTES >> 20,
                    )
                )
            edit, key = stamping.added(self.bench.portrait, path.read_bytes(), path.stem)
        except OSError as error:
            self.bench.say(phrase("{0} cannot be read: {1}.", path.name, error.strerror), "error")
            return
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.bench.portrait.perform(edit)
        self.bench.tools.change(stamp=key)

    def _remove(self) -> None:
        try:
            self.bench.portrait.perform(stamping.removed(self.bench.portrait, self.bench.tools.settings.stamp))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def _keep(self) -> None:
        settings = self.bench.tools.settings
        try:
            self.bench.portrait.perform(stamping.resized(self.bench.portrait, settings.stamp, settings.stamp_scale))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def refresh(self) -> None:
        """Show the tool in hand."""
        s, dabs = self.bench.tools.settings, self.bench.tools.tool.dabs
        for key, button in self.buttons.items():
            button.setChecked(key == s.stamp)
            button.setEnabled(dabs)
        on = s.stamp in self.buttons and dabs
        self.hint.setText(
            ""
            if on
            else phrase("{0} works without a stamp.", self.bench.tools.tool.title)
            if dabs
            else phrase("{0} takes hold of clay as a whole: no stamps.", self.bench.tools.tool.title)
        )
        self.hint.setVisible(not on)
        self.none.setEnabled(on)
        own = next((t for t in self.bench.portrait.stamps if t.id == s.stamp), None)
        self.remove.setEnabled(own is not None)
        self.keep.setVisible(own is not None and s.stamp_fit == "skin")
        self.keep.setEnabled(own is not None and abs(own.width - s.stamp_scale) > 0.05)
        self.how.setVisible(on)
        for fit, choice in self.fits.items():
            choice.setChecked(fit == s.stamp_fit)
        for turn, choice in self.turns.items():
            choice.setChecked(turn == s.stamp_turn)
            choice.setEnabled(s.stamp_fit == "tool")
        self.scale.setVisible(s.stamp_fit == "skin")
        self.scale.set_value(s.stamp_scale)
        self.angle.set_value(s.stamp_angle)
        self.relief.setVisible(self.bench.tools.tool_id == "stamp")
        self.relief.set_value(s.height)
        self.invert.setChecked(s.stamp_invert)

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Pictures are taken."""
        data = None if event is None else event.mimeData()
        if event is not None and data is not None and data.hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Make stamps of them."""
        data = None if event is None else event.mimeData()
        if event is None or data is None:
            return
        for url in data.urls():
            if url.isLocalFile():
                self.add_file(Path(url.toLocalFile()))
        event.setDropAction(Qt.DropAction.CopyAction)
        event.accept()
