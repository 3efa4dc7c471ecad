"""Design sheets: drawings placed behind the clay, by view, scale and position."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QComboBox,
    QFileDialog,
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

from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.kit import theme
from yewfinch.app.view.round import NAMES
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import BadFileError, CannotSolveError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sight.view import DIRECTIONS
from yewfinch.core.sitter.photo import SUFFIXES, photo_from
from yewfinch.core.sitter.sheets import SCALES, DesignSheet, aligned, new_sheet


class SheetsPanel(QWidget):
    """A list, and where the chosen sheet lies.

    Parameters
    ----------
    bench : Bench
    folder : callable
        Where the file dialog begins.
    """

    def __init__(self, bench: Bench, folder: Callable[[], str]) -> None:
        super().__init__()
        self.bench, self._folder = bench, folder
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.hint = QLabel("A drawing without a camera, for heads that nobody could photograph.")
        self.hint.setWordWrap(True)
        self.hint.setProperty("soft", True)
        column.addWidget(self.hint)
        self.list = QListWidget()
        self.list.setAccessibleName("design sheets")
        self.list.setFixedHeight(74)
        self.list.currentRowChanged.connect(lambda _r: self._show())
        self.list.itemChanged.connect(self._ticked)
        column.addWidget(self.list)
        row = QHBoxLayout()
        add = QPushButton(theme.icon("plus"), "Add…")
        add.setToolTip("Place a drawing: JPEG, PNG, WebP or TIFF")
        add.clicked.connect(self._ask)
        self.remove = QPushButton(theme.icon("trash", "soft"), "Remove")
        self.remove.clicked.connect(self._remove)
        row.addWidget(add)
        row.addWidget(self.remove)
        column.addLayout(row)
        self.body = QWidget()
        grid = QGridLayout(self.body)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(4)
        self.direction = QComboBox()
        for key in DIRECTIONS:
            self.direction.addItem(NAMES[key], key)
        self.direction.setAccessibleName("view of the sheet")
        self.direction.activated.connect(lambda i: self._set("View of the sheet", direction=self.direction.itemData(i)))
        self.drawing_height = self._number("height of the drawing, mm", 5, 5000, " mm")
        self.across = self._number("to the right, mm", -2000, 2000, " mm")
        self.up = self._number("up, mm", -2000, 2000, " mm")
        self.opacity = QSlider(Qt.Orientation.Horizontal)
        self.opacity.setRange(0, 100)
        self.opacity.setToolTip("How strongly the sheet shows through the clay")
        self.opacity.setAccessibleName("opacity of the sheet")
        self.opacity.sliderReleased.connect(self._placed)
        for i, (text, widget) in enumerate(
            (
                ("view", self.direction),
                ("height", self.drawing_height),
                ("right", self.across),
                ("up", self.up),
                ("through clay", self.opacity),
            )
        ):
            grid.addWidget(QLabel(text), i, 0)
            grid.addWidget(widget, i, 1)
        grid.setColumnStretch(1, 1)
        column.addWidget(self.body)
        marks = QHBoxLayout()
        self.mark = QPushButton(theme.icon("map-pin"), "Two marks")
        self.mark.setCheckable(True)
        self.mark.setToolTip("Click two points on the sheet that another sheet shows too, the upper one first")
        self.mark.clicked.connect(self._mark)
        self.fit = QPushButton("Fit to the other")
        self.fit.setToolTip("Scale and shift this sheet so that its two marks lie as high as the other sheet's")
        self.fit.clicked.connect(self._fit)
        marks.addWidget(self.mark)
        marks.addWidget(self.fit)
        column.addLayout(marks)
        bench.portrait_changed.connect(self._listen)
        bench.mode_changed.connect(lambda: self.mark.setChecked(bench.mode == "sheet"))
        self._listen()

    def _number(self, name: str, low: float, high: float, unit: str) -> LengthBox:
        box = LengthBox()
        box.setRange(low, high)
        box.setDecimals(1)
        box.setSuffix(unit)
        box.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
        box.setAccessibleName(name)
        box.editingFinished.connect(self._placed)
        return box

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, field: str) -> None:
        if field == "sitter":
            self.refresh()

    def chosen(self) -> DesignSheet | None:
        """The sheet that is chosen."""
        sheets, row = self.bench.portrait.sitter.sheets, self.list.currentRow()
        return sheets[row] if 0 <= row < len(sheets) else None

    def _ask(self) -> None:
        """Choose a drawing to place behind the clay."""
        kinds = in_a_row(" ", (f"*{s}" for s in SUFFIXES))
        name, _ = QFileDialog.getOpenFileName(self, "Design sheet", self._folder(), phrase("Drawings ({0})", kinds))
        if name:
            self.add(Path(name))

    def add(self, path: Path) -> bool:
        """Place a drawing; False if it cannot be opened."""
        sitter = self.bench.portrait.sitter
        try:
            photo, data = photo_from(path.read_bytes(), path.name)
        except OSError as error:
            self.bench.say(phrase("{0} cannot be read: {1}.", path.name, error.strerror), "error")
            return False
        except BadFileError as error:
            self.bench.say(str(error), "error")
            return False
        number = 1
        while any(s.id == f"sheet{number}" for s in sitter.sheets):
            number += 1
        file = f"sheet{number}{path.suffix.lower()}"
        sheet = new_sheet(f"sheet{number}", photo.name, file, photo.width, photo.height)
        if any(s.direction == "front" for s in sitter.sheets):
            sheet = replace(sheet, direction="profile-left")
        self.bench.portrait.set_field(
            "sitter", replace(sitter, sheets=(*sitter.sheets, sheet), files={**sitter.files, file: data}),
            phrase("Add design sheet {0}", sheet.name),
        )  # fmt: skip
        self.list.setCurrentRow(len(sitter.sheets))
        self.look()
        return True

    def look(self) -> None:
        """Go to the view of the chosen sheet, without perspective."""
        sheet = self.chosen()
        if sheet is not None:
            turn, tilt = DIRECTIONS[sheet.direction]
            self.bench.outlook.set_view(replace(self.bench.outlook.view.turned(turn, tilt), orthographic=True))

    def _replace(self, sheet: DesignSheet, name: str) -> None:
        sitter = self.bench.portrait.sitter
        sheets = tuple(sheet if s.id == sheet.id else s for s in sitter.sheets)
        self.bench.portrait.set_field("sitter", replace(sitter, sheets=sheets), name)

    def _set(self, name: str, **changes: object) -> None:
        sheet = self.chosen()
        if sheet is not None:
            self._replace(replace(sheet, **changes), name)  # type: ignore[arg-type]  # keys are names of its fields
            if "direction" in changes:
                self.look()

    def _placed(self) -> None:
        sheet = self.chosen()
        if sheet is None:
            return
        scale = min(max(self.drawing_height.value() / sheet.height, SCALES[0]), SCALES[1])
        if abs(scale * sheet.height - sheet.scale * sheet.height) < 0.05:
            scale = sheet.scale
        moved = replace(sheet, scale=scale, opacity=self.opacity.value() / 100)
        if abs(self.across.value() - sheet.x) >= 0.05:
            moved = replace(moved, x=self.across.value())
        if abs(self.up.value() - sheet.y) >= 0.05:
            moved = replace(moved, y=self.up.value())
        if moved != sheet:
            self._replace(moved, "Place the design sheet")

    def _ticked(self, item: QListWidgetItem) -> None:
        sheets, row = self.bench.portrait.sitter.sheets, self.list.row(item)
        on = item.checkState() == Qt.CheckState.Checked
        if row < len(sheets) and sheets[row].visible != on:
            self._replace(replace(sheets[row], visible=on), phrase("{0} design sheet", "Show" if on else "Hide"))

    def _remove(self) -> None:
        sheet, sitter = self.chosen(), self.bench.portrait.sitter
        if sheet is not None:
            files = {k: v for k, v in sitter.files.items() if k != sheet.file}
            rest = tuple(s for s in sitter.sheets if s.id != sheet.id)
            self.bench.portrait.set_field(
                "sitter", replace(sitter, sheets=rest, files=files), phrase("Remove design sheet {0}", sheet.name)
            )

    def _mark(self, on: bool) -> None:
        sheet = self.chosen()
        if on and sheet is not None:
            self._replace(replace(sheet, marks=()), "Mark the design sheet")
            self.look()
        self.bench.set_mode("sheet" if on and sheet is not None else "tool")

    def _fit(self) -> None:
        sheet = self.chosen()
        others = [
            s for s in self.bench.portrait.sitter.sheets if sheet is not None and s.id != sheet.id and len(s.marks) == 2
        ]
        if sheet is None or not others:
            self.bench.say("Give two marks to this sheet and to another one first.", "warn")
            return
        try:
            self._replace(aligned(sheet, others[0]), phrase("Fit {0} to {1}", sheet.name, others[0].name))
        except CannotSolveError as error:
            self.bench.say(str(error), "error")

    def refresh(self) -> None:
        """List the sheets."""
        row = max(0, self.list.currentRow())
        self.list.blockSignals(True)
        self.list.clear()
        for sheet in self.bench.portrait.sitter.sheets:
            item = QListWidgetItem(phrase("{0}  ({1})", sheet.name, NAMES[sheet.direction]))
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setCheckState(Qt.CheckState.Checked if sheet.visible else Qt.CheckState.Unchecked)
            self.list.addItem(item)
        self.list.setCurrentRow(min(row, self.list.count() - 1))
        self.list.blockSignals(False)
        self._show()

    def _show(self) -> None:
        sheet = self.chosen()
        some = bool(self.bench.portrait.sitter.sheets)
        for widget in (self.list, self.remove, self.body, self.mark, self.fit):
            widget.setVisible(some)
        if sheet is None:
            return
        values = ((self.drawing_height, sheet.height * sheet.scale), (self.across, sheet.x), (self.up, sheet.y))
        for box, value in values:
            box.blockSignals(True)
            box.setValue(value)
            box.blockSignals(False)
        self.opacity.setValue(round(sheet.opacity * 100))
        self.direction.setCurrentIndex(self.direction.findData(sheet.direction))
        self.fit.setEnabled(len(sheet.marks) == 2)
