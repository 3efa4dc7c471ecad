"""Pages of the marking desk beside the landmarks: lines, scale, drawings, frame."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor, QIcon, QPixmap
from PyQt6.QtWidgets import (
    QCheckBox,
    QColorDialog,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QSlider,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.rooms.sitter.desk import Desk
from yewfinch.core.anatomy.head.eyeball import IRIS_DIAMETER
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.photo import DRAWINGS, SPANS


def _column(page: QWidget, title: str, text: str) -> tuple[QVBoxLayout, QLabel]:
    column = QVBoxLayout(page)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(6)
    heading = QLabel(title)
    heading.setProperty("head", True)
    heading.setWordWrap(True)
    about = QLabel(text)
    about.setProperty("soft", True)
    about.setWordWrap(True)
    column.addWidget(heading)
    if text:
        column.addWidget(about)
    return column, heading


class LinesPage(QWidget):
    """A page of the desk that says which line of the face is being drawn."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        column, self.heading = _column(self, "", "")
        self.about = QLabel()
        self.about.setWordWrap(True)
        self.about.setProperty("soft", True)
        column.addWidget(self.about)
        self.list = QListWidget()
        self.list.setAccessibleName("lines")
        self.list.itemClicked.connect(lambda i: desk.choose_curve(i.data(Qt.ItemDataRole.UserRole)))
        column.addWidget(self.list, 1)
        for key in CURVES:
            item = QListWidgetItem()
            item.setData(Qt.ItemDataRole.UserRole, key)
            self.list.addItem(item)
        hint = QLabel("Click point after point; drag a point to move it, click on the line to add one. "
                      "Delete takes a point away, Return goes to the next line.")  # fmt: skip
        hint.setWordWrap(True)
        hint.setProperty("soft", True)
        column.addWidget(hint)

    def refresh(self) -> None:
        """Show which lines are drawn."""
        photo = self.desk.photo
        if photo is None:
            return
        line = CURVES[self.desk.curve]
        self.heading.setText(line.plain[0].upper() + line.plain[1:])
        self.about.setText(f"{line.definition[0].upper()}{line.definition[1:]}.")
        for i, key in enumerate(CURVES):
            item = self.list.item(i)
            assert item is not None
            drawn = key in photo.curves
            item.setText(phrase("{0}  {1}", "●" if drawn else "○", CURVES[key].plain))
            item.setForeground(theme.color("ink" if drawn else "soft"))
            if key == self.desk.curve:
                self.list.setCurrentItem(item)


class ScalePage(QWidget):
    """Iris diameters, which tell the sitter's size."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        column, _ = _column(
            self, "Iris",
            phrase("The visible iris is {0:.1f} mm wide in nearly everybody, so it tells how large the "
            "head is. Zoom in and drag across it from edge to edge, along its longest diameter.", IRIS_DIAMETER),
        )  # fmt: skip
        self.list = QListWidget()
        self.list.setAccessibleName("spans")
        self.list.itemClicked.connect(lambda i: self._choose(i.data(Qt.ItemDataRole.UserRole)))
        for key in SPANS:
            item = QListWidgetItem()
            item.setData(Qt.ItemDataRole.UserRole, key)
            self.list.addItem(item)
        self.list.setFixedHeight(64)
        column.addWidget(self.list)
        self.gone = QPushButton("Remove this one")
        self.gone.clicked.connect(lambda: desk.delete_chosen())
        column.addWidget(self.gone)
        column.addStretch(1)

    @staticmethod
    def title(key: str) -> str:
        """Plain name of a span."""
        return SPANS[key]

    def _choose(self, key: str) -> None:
        self.desk.span = key
        self.desk.refresh()

    def refresh(self) -> None:
        """Show what is measured."""
        photo = self.desk.photo
        if photo is None:
            return
        for i, key in enumerate(SPANS):
            item = self.list.item(i)
            assert item is not None
            span = photo.spans.get(key)
            size = (
                ""
                if span is None
                else phrase("   {0:.0f} px", ((span[2] - span[0]) ** 2 + (span[3] - span[1]) ** 2) ** 0.5)
            )
            item.setText(phrase("{0}  {1}{2}", "○" if span is None else "●", SPANS[key], size))
            if key == self.desk.span:
                self.list.setCurrentItem(item)
        self.gone.setEnabled(self.desk.span in photo.spans)


class DrawPage(QWidget):
    """Free lines, guides and grids on the photo."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        column, _ = _column(self, "Draw", "Drag on the photo. Grids and guides go from corner to corner.")
        row = QHBoxLayout()
        self.kind = QComboBox()
        for key, name in DRAWINGS.items():
            self.kind.addItem(name, key)
        self.kind.setCurrentIndex(self.kind.findData(desk.drawing_kind))
        self.kind.setAccessibleName("kind of drawing")
        self.kind.activated.connect(self._kind)
        self.colour = QPushButton()
        self.colour.setFixedWidth(40)
        self.colour.setToolTip("Colour of what is drawn next")
        self.colour.setAccessibleName("drawing colour")
        self.colour.clicked.connect(self._choose_colour)
        row.addWidget(self.kind, 1)
        row.addWidget(self.colour)
        column.addLayout(row)
        self.list = QListWidget()
        self.list.setAccessibleName("drawings")
        self.list.itemChanged.connect(self._shown)
        column.addWidget(self.list, 1)
        self.gone = QPushButton("Remove the chosen one")
        self.gone.clicked.connect(self._remove)
        column.addWidget(self.gone)

    def _kind(self, index: int) -> None:
        self.desk.drawing_kind = self.kind.itemData(index)

    def _choose_colour(self) -> None:
        chosen = QColorDialog.getColor(QColor(self.desk.drawing_colour), self, "Colour")
        if chosen.isValid():
            self.desk.drawing_colour = chosen.name()
            self.refresh()

    def _shown(self, item: QListWidgetItem) -> None:
        photo, i = self.desk.photo, self.list.row(item)
        if photo is None or i >= len(photo.drawings):
            return
        on = item.checkState() == Qt.CheckState.Checked
        if on != photo.drawings[i].visible:
            drawings = list(photo.drawings)
            drawings[i] = replace(drawings[i], visible=on)
            self.desk.change(
                replace(photo, drawings=tuple(drawings)), phrase("{0} a drawing", "Show" if on else "Hide")
            )

    def _remove(self) -> None:
        photo, i = self.desk.photo, self.list.currentRow()
        if photo is not None and 0 <= i < len(photo.drawings):
            rest = photo.drawings[:i] + photo.drawings[i + 1 :]
            self.desk.change(replace(photo, drawings=rest), "Remove a drawing")

    def refresh(self) -> None:
        """List what is drawn."""
        photo = self.desk.photo
        if photo is None:
            return
        swatch = QPixmap(18, 18)
        swatch.fill(QColor(self.desk.drawing_colour))
        self.colour.setIcon(QIcon(swatch))
        self.list.blockSignals(True)
        row = self.list.currentRow()
        self.list.clear()
        for drawing in photo.drawings:
            item = QListWidgetItem(DRAWINGS[drawing.kind])
            dot = QPixmap(12, 12)
            dot.fill(QColor(drawing.colour))
            item.setIcon(QIcon(dot))
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setCheckState(Qt.CheckState.Checked if drawing.visible else Qt.CheckState.Unchecked)
            self.list.addItem(item)
        self.list.setCurrentRow(min(row, len(photo.drawings) - 1))
        self.list.blockSignals(False)
        self.gone.setEnabled(bool(photo.drawings))


class FramePage(QWidget):
    """Turn, crop, exposure and warmth, for looking only: marks and standpoints stay right."""

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        column, _ = _column(
            self, "Frame", "Drag a rectangle to crop. Marks and standpoint stay right, the original stays untouched."
        )
        row = QHBoxLayout()
        for picture, tip, step in (
            ("arrow-counter-clockwise", "Turn left by 90°", -90),
            ("arrow-clockwise", "Turn right by 90°", 90),
        ):
            button = QPushButton(theme.icon(picture), "90°")
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, s=step: self._turn(s))
            row.addWidget(button)
        self.uncrop = QPushButton(theme.icon("frame-corners"), "Whole")
        self.uncrop.setToolTip("Take the crop away")
        self.uncrop.clicked.connect(lambda: self._set("Show the whole photo", crop=None))
        row.addWidget(self.uncrop)
        column.addLayout(row)
        grid = QGridLayout()
        self.sliders: dict[str, QSlider] = {}
        for i, (name, title, lo, hi, tip) in enumerate((
            ("lean", "level", -150, 150, "Fine turn, to level the photo"),
            ("exposure", "exposure", -30, 30, "For looking only, in stops"),
            ("warmth", "warmth", -100, 100, "White balance for looking only"),
        )):  # fmt: skip
            slider = QSlider(Qt.Orientation.Horizontal)
            slider.setRange(lo, hi)
            slider.setToolTip(tip)
            slider.setAccessibleName(title)
            slider.sliderReleased.connect(self._commit)
            slider.valueChanged.connect(self._maybe)
            self.sliders[name] = slider
            grid.addWidget(QLabel(title), i, 0)
            grid.addWidget(slider, i, 1)
        column.addLayout(grid)
        self.cut = QCheckBox("cut out of a larger photo")
        self.cut.setToolTip("The middle of this file is not the middle of the lens: the solve looks for it")
        self.cut.clicked.connect(lambda on: self._set("Cut out of a larger photo" if on else "A whole photo", cut=on))
        column.addWidget(self.cut)
        column.addStretch(1)

    def _maybe(self, _value: int) -> None:
        if not any(s.isSliderDown() for s in self.sliders.values()):
            self._commit()

    def _commit(self) -> None:
        photo = self.desk.photo
        if photo is None:
            return
        quarter = round(photo.turn / 90.0) * 90.0
        turn = (quarter + self.sliders["lean"].value() / 10.0) % 360.0
        exposure, warmth = self.sliders["exposure"].value() / 10.0, self.sliders["warmth"].value() / 100.0
        if (turn, exposure, warmth) != (photo.turn % 360.0, photo.exposure, photo.warmth):
            self.desk.change(replace(photo, turn=turn, exposure=exposure, warmth=warmth), "Adjust the photo")

    def _turn(self, step: int) -> None:
        photo = self.desk.photo
        if photo is not None:
            self._set("Turn the photo", turn=(photo.turn + step) % 360.0, crop=None)

    def _set(self, name: str, **changes: object) -> None:
        photo = self.desk.photo
        if photo is not None:
            self.desk.change(replace(photo, **changes), name)  # type: ignore[arg-type]  # keys are names of its fields

    def refresh(self) -> None:
        """Show the frame in force."""
        photo = self.desk.photo
        if photo is None:
            return
        turn = (photo.turn + 180.0) % 360.0 - 180.0
        lean = turn - round(turn / 90.0) * 90.0
        for name, value in (("lean", lean * 10), ("exposure", photo.exposure * 10), ("warmth", photo.warmth * 100)):
            self.sliders[name].blockSignals(True)
            self.sliders[name].setValue(round(value))
            self.sliders[name].blockSignals(False)
        self.uncrop.setEnabled(photo.crop is not None)
        self.cut.setChecked(photo.cut)
