"""Iris and white: colours, also from a photo, pattern, veins, yellowing, gleam; the cornea's and iris's form."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PyQt6.QtGui import QColor
from PyQt6.QtWidgets import QColorDialog, QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.core.features.eyes.eye import BOUNDS, IRISES, Colour, Eye
from yewfinch.core.shared.colour import hex_of
from yewfinch.core.shared.phrases import phrase

#: Shares of the pattern and of the eye, with what they are called and what they do.
_PATTERN = (
    ("fibres", "Fibres", "How strongly threads run from the pupil outwards"),
    ("crypts", "Crypts", "Dark pits beside the part round the pupil"),
    ("rings", "Rings", "Furrows round the outer part"),
    ("spots", "Spots", "Small dark spots"),
    ("edge", "Dark edge", "How dark the iris is at its edge"),
)
_EYE = (
    ("veins", "Veins", "Fine veins of the white, towards both corners"),
    ("yellow", "Yellowing", "The white gets yellower towards the corners, as in age"),
    ("wet", "Wet gleam", "How much the eye mirrors light"),
    ("caruncle", "Caruncle", "The small pink body in the inner corner; 0 for none"),
)
_FORM = (
    ("depth", "Iris depth", "How far the iris lies behind the edge of the cornea"),
    ("cornea", "Cornea radius", "Radius of the front of the cornea; about 7.8 mm, less makes it stand out more"),
)


def take_colour(eyes: Eyes, rgb: Colour, inner: bool) -> None:
    """Give the iris in hand a colour, or its part round the pupil."""
    _pattern(eyes, "iris colour", "inner" if inner else "outer", rgb)
    eyes.end_step()


def _pattern(eyes: Eyes, what: str, key: str, value: object) -> None:
    def by(eye: Eye) -> Eye:
        return replace(eye, pattern=replace(eye.pattern, **{key: value}))  # type: ignore[arg-type]  # names of its fields

    eyes.change(what, by)


class IrisPanel(QWidget):
    """Dials of what the eye in hand looks like.

    Parameters
    ----------
    eyes : Eyes
    """

    def __init__(self, eyes: Eyes) -> None:
        super().__init__()
        self.eyes = eyes
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.presets = QComboBox()
        self.presets.setAccessibleName("colour of the iris")
        self.presets.setToolTip("Colours to begin with")
        self.presets.addItem("own colours", None)
        for name, pair in IRISES.items():
            self.presets.addItem(name, pair)
        self.presets.activated.connect(lambda _: self._preset())
        self.patches: dict[str, QPushButton] = {}
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(self.presets, 1)
        for key, title in (("outer", "Outer part"), ("inner", "Round the pupil")):
            patch = QPushButton()
            patch.setFixedWidth(34)
            patch.setToolTip(phrase("{0}: choose another colour", title))
            patch.setAccessibleName(phrase("colour of the iris, {0}", title.lower()))
            patch.clicked.connect(partial(self._choose, key, title))
            self.patches[key] = patch
            row.addWidget(patch)
        column.addLayout(row)
        self.photo, self.other = QPushButton("From the photo"), QPushButton("Another pattern")
        self.photo.setCheckable(True)
        self.photo.setToolTip("Click an iris on the photo that you stand at; with Shift, its part round the pupil")
        self.photo.clicked.connect(lambda _=False: eyes.bench.toggle_mode("iris colour"))
        self.other.setToolTip("The same dials, drawn anew")
        self.other.clicked.connect(lambda _=False: self._another())
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(self.photo)
        row.addWidget(self.other)
        column.addLayout(row)
        self.dials: dict[str, ValueSlider] = {}
        for key, title, tip in (*_PATTERN, *_EYE):
            of_pattern = (key, title, tip) in _PATTERN
            slider = ValueSlider(title, 0.0, 100.0, "%", decimals=0, label_width=92)
            slider.changed.connect(partial(self._share, key, of_pattern))
            self._add(column, key, slider, tip)
        for key, title, tip in _FORM:
            slider = ValueSlider(title, *BOUNDS[key], "mm", decimals=2, label_width=92)
            slider.changed.connect(partial(self._form, key))
            self._add(column, key, slider, tip)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        eyes.changed.connect(self.refresh)
        eyes.bench.mode_changed.connect(lambda: self.photo.setChecked(eyes.bench.mode == "iris colour"))
        self.refresh()

    def _add(self, column: QVBoxLayout, key: str, slider: ValueSlider, tip: str) -> None:
        slider.setToolTip(tip)
        slider.released.connect(self.eyes.end_step)
        self.dials[key] = slider
        column.addWidget(slider)

    def _share(self, key: str, of_pattern: bool, value: float) -> None:
        share = round(value / 100.0, 3)
        if of_pattern:
            _pattern(self.eyes, key, key, share)
        else:
            self.eyes.change(key, lambda e: replace(e, **{key: share}))  # type: ignore[arg-type]  # names of its fields

    def _form(self, key: str, value: float) -> None:
        self.eyes.change(key, lambda e: replace(e, **{key: round(value, 3)}))  # type: ignore[arg-type]  # names of its fields

    def _preset(self) -> None:
        pair = self.presets.currentData()
        if pair is not None:
            outer, inner = pair
            self.eyes.change(
                "iris colour", lambda e: replace(e, pattern=replace(e.pattern, outer=tuple(outer), inner=tuple(inner)))
            )
            self.eyes.end_step()

    def _choose(self, key: str, title: str, _checked: bool = False) -> None:
        eye = self.eyes.eye
        if eye is None:
            return
        colour = QColorDialog.getColor(QColor(*getattr(eye.pattern, key)), self, title)
        if colour.isValid():
            take_colour(self.eyes, (colour.red(), colour.green(), colour.blue()), key == "inner")

    def _another(self) -> None:
        eye = self.eyes.eye
        if eye is not None:
            _pattern(self.eyes, "another pattern", "seed", eye.pattern.seed % 99_999 + 1)
            self.eyes.end_step()

    def refresh(self) -> None:
        """Show the eye in hand."""
        piece, eye = self.eyes.piece, self.eyes.eye
        on = eye is not None and piece is not None and not piece.locked
        for widget in (*self.dials.values(), *self.patches.values(), self.presets, self.photo, self.other):
            widget.setEnabled(on)
        if eye is None:
            self.note.setText("There is no eye. Begin two in the panel Eyes.")
            return
        for key, _, _ in _PATTERN:
            self.dials[key].set_value(100.0 * getattr(eye.pattern, key))
        for key, _, _ in _EYE:
            self.dials[key].set_value(100.0 * getattr(eye, key))
        for key, _, _ in _FORM:
            self.dials[key].set_value(getattr(eye, key))
        line = theme.palette().line
        for key, patch in self.patches.items():
            colour = hex_of(getattr(eye.pattern, key))
            patch.setStyleSheet(f"background: {colour}; border: 1px solid {line}; border-radius: 4px;")
        pair = (eye.pattern.outer, eye.pattern.inner)
        found = next((i for i, held in enumerate(IRISES.values()) if held == pair), -1)
        self.presets.setCurrentIndex(found + 1)
        self.note.setText(phrase("Pattern {0}. The same number always gives the same iris.", eye.pattern.seed))
