"""Colours, font and style sheet: a bright neutral workshop, and its dark variant."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache, partial
from importlib import resources

from PyQt6.QtCore import QByteArray, QRect, QSize, Qt
from PyQt6.QtGui import QColor, QFont, QFontDatabase, QIcon, QIconEngine, QPainter, QPixmap
from PyQt6.QtSvg import QSvgRenderer
from PyQt6.QtWidgets import QApplication

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import cache_dir


@dataclass(frozen=True)
class Palette:
    """Named colours of a variant."""

    paper: str
    card: str
    ink: str
    soft: str
    line: str
    yew: str
    tint: str
    gold: str
    gold_ink: str
    rust: str
    on_yew: str


BRIGHT = Palette("#F4F1EA", "#FBFAF6", "#24302B", "#56625C", "#D8D3C7", "#2E5E4E", "#DCE8E0",
                 "#C98A16", "#7F5506", "#A8432B", "#FFFFFF")  # fmt: skip
DARK = Palette("#20251F", "#2A302B", "#E8E6DE", "#AEB5AC", "#454C45", "#7FB59D", "#33453B",
               "#E0A93A", "#E9BC62", "#E08A70", "#16201B")  # fmt: skip

#: Grey behind the clay.
BACKDROP = "#A9A9A7"

_current = BRIGHT


def palette() -> Palette:
    """The variant in force."""
    return _current


def color(name: str, alpha: int = 255) -> QColor:
    """A named colour of the variant in force."""
    c = QColor(getattr(_current, name))
    c.setAlpha(alpha)
    return c


def apply(app: QApplication, dark: bool = False) -> None:
    """Load the font and set the style sheet."""
    global _current
    _current = DARK if dark else BRIGHT
    folder = resources.files("yewfinch.app.kit") / "resources" / "fonts"
    if "Source Sans Pro" not in QFontDatabase.families():
        for name in ("SourceSansPro-Regular", "SourceSansPro-Semibold", "SourceSansPro-It"):
            QFontDatabase.addApplicationFontFromData(QByteArray((folder / f"{name}.ttf").read_bytes()))
    font = QFont("Source Sans Pro")
    font.setPixelSize(14)
    app.setStyle("Fusion")
    app.setFont(font)
    app.setStyleSheet(_sheet(_current))


def icon(name: str, tone: str = "ink", size: int = 18) -> QIcon:
    """An icon of the shipped set in a named colour; it follows when another variant is put in force."""
    return QIcon(Drawn(partial(_pixmap, name, tone), QSize(size, size)))


class Drawn(QIconEngine):
    """An icon that is drawn in the colours of the variant in force when it is shown.

    Parameters
    ----------
    draw : callable
        Gives a pixmap of so many pixels across and up.
    usual : QSize
        Its size where none is asked for.
    """

    def __init__(self, draw: Callable[[int, int], QPixmap], usual: QSize) -> None:
        super().__init__()
        self._draw, self._usual = draw, usual

    def paint(self, painter: QPainter | None, rect: QRect, mode: QIcon.Mode, state: QIcon.State) -> None:
        """Draw it sharp on any screen; faint where its button is off."""
        assert painter is not None
        device = painter.device()
        scale = 1.0 if device is None else device.devicePixelRatioF()
        painter.save()
        if mode == QIcon.Mode.Disabled:
            painter.setOpacity(0.4)
        painter.drawPixmap(rect, self._draw(round(rect.width() * scale), round(rect.height() * scale)))
        painter.restore()

    def pixmap(self, size: QSize, mode: QIcon.Mode, state: QIcon.State) -> QPixmap:
        """It as a pixmap of a size."""
        return self._draw(size.width(), size.height())

    def actualSize(self, size: QSize, _mode: QIcon.Mode, _state: QIcon.State) -> QSize:  # noqa: N802
        """It can be drawn in any size."""
        return size if size.isValid() else self._usual

    def clone(self) -> QIconEngine:
        """Another of the same."""
        return Drawn(self._draw, self._usual)


def _pixmap(name: str, tone: str, width: int, height: int) -> QPixmap:
    return _tinted(name, getattr(_current, tone), width, height)


@lru_cache(maxsize=512)
def _tinted(name: str, colour: str, width: int, height: int) -> QPixmap:
    """Drawn once: a wall of photos asks for the same ones a hundred times."""
    renderer = QSvgRenderer(QByteArray(_svg(name, colour).encode()))
    pixmap = QPixmap(QSize(width, height))
    pixmap.fill(Qt.GlobalColor.transparent)
    painter = QPainter(pixmap)
    renderer.render(painter)
    painter.end()
    return pixmap


def _svg(name: str, colour: str) -> str:
    path = resources.files("yewfinch.app.kit") / "resources" / "icons" / f"{name}.svg"
    return path.read_text().replace("currentColor", colour)


def _icon_file(name: str, colour: str) -> str:
    """File of an icon in a colour, for the style sheet, which knows files only."""
    target = cache_dir() / "icons" / f"{name}-{colour.lstrip('#')}.svg"
    text = _svg(name, colour).encode()
    try:
        if not target.exists() or target.read_bytes() != text:
            target.parent.mkdir(parents=True, exist_ok=True)
            write_atomic(target, text)
    except (OSError, BadFileError):  # a full disk: black arrows are better than none
        return str(resources.files("yewfinch.app.kit") / "resources" / "icons" / f"{name}.svg")
    return str(target)


def _sheet(p: Palette) -> str:
    return f"""
QWidget {{ color: {p.ink}; background: {p.paper}; }}
QToolTip {{ color: {p.ink}; background: {p.card}; border: 1px solid {p.line}; padding: 4px; }}
QLabel {{ background: transparent; }}
QLabel[soft="true"] {{ color: {p.soft}; }}
QLabel[head="true"] {{ font-weight: 600; font-size: 15px; }}
QLabel[warn="true"] {{ color: {p.gold_ink}; }}
QLabel[error="true"] {{ color: {p.rust}; }}
QFrame[card="true"] {{ background: {p.card}; border: 1px solid {p.line}; border-radius: 6px; }}
QFrame[rule="true"] {{ background: {p.line}; max-height: 1px; min-height: 1px; border: none; }}
#inspector, #inspectorBody {{ background: {p.card}; border: none; }}
#strip, #stripScroll, #stripBody {{ background: {p.card}; border: none; }}
#strip {{ border-right: 1px solid {p.line}; }}
#strip QToolButton {{ padding: 1px; }}
#popup QToolButton::menu-indicator {{ image: none; }}
#popup {{ background: {p.card}; border: 1px solid {p.line}; }}
#tour {{ background: {p.card}; border: 2px solid {p.gold}; border-radius: 8px; }}
#startPage {{ background: {p.paper}; }}
QLabel[title="true"] {{ font-size: 26px; font-weight: 600; }}
QPushButton[card="true"] {{ background: {p.card}; border: 1px solid {p.line}; border-radius: 8px; min-height: 92px; }}
QPushButton[card="true"]:hover, QPushButton[card="true"]:focus {{ border: 2px solid {p.yew}; }}
QLabel[tiny="true"] {{ color: {p.soft}; font-size: 12px; }}
#inspector {{ border-left: 1px solid {p.line}; }}
#topbar, #statusline {{ background: {p.card}; }}
#topbar {{ border-bottom: 1px solid {p.line}; }}
#statusline {{ border-top: 1px solid {p.line}; }}
#turntable {{ background: {p.card}; border-top: 1px solid {p.line}; }}
#round {{ background: {p.paper}; border-top: 1px solid {p.line}; }}
#inspectorBody QWidget {{ background: transparent; }}
QPushButton, QToolButton {{ background: {p.card}; border: 1px solid {p.line}; border-radius: 5px;
  padding: 4px 10px; min-height: 20px; }}
QToolButton {{ padding: 4px; }}
QPushButton:hover, QToolButton:hover {{ border-color: {p.yew}; }}
QPushButton:pressed, QToolButton:pressed {{ background: {p.tint}; }}
QPushButton:checked, QToolButton:checked {{ background: {p.tint}; border-color: {p.yew}; }}
QPushButton:disabled, QToolButton:disabled {{ color: {p.soft}; background: transparent; }}
QPushButton[main="true"] {{ background: {p.yew}; color: {p.on_yew}; border-color: {p.yew}; }}
QPushButton[main="true"]:disabled {{ background: {p.line}; color: {p.soft}; border-color: {p.line}; }}
QPushButton[dashed="true"] {{ border: 1px dashed {p.soft}; color: {p.soft}; padding: 10px; }}
PhotoCard {{ border: 1px solid {p.line}; }}
PhotoCard[chosen="true"] {{ border: 2px solid {p.yew}; }}
QPushButton[segment="true"] {{ padding: 4px 4px; font-size: 13px; }}
QPushButton:focus, QToolButton:focus, QLineEdit:focus, QComboBox:focus, QAbstractSpinBox:focus,
QTableWidget:focus, QListWidget:focus, QTreeWidget:focus {{ border: 2px solid {p.yew}; }}
QPushButton[stage="true"] {{ background: transparent; border: none; border-radius: 0;
  border-bottom: 3px solid transparent; padding: 6px 14px; color: {p.soft}; }}
QPushButton[stage="true"]:hover {{ color: {p.ink}; }}
QPushButton[stage="true"]:checked {{ color: {p.ink}; font-weight: 600;
  border-bottom: 3px solid {p.yew}; }}
QToolButton[bare="true"] {{ border: none; background: transparent; padding: 3px; min-height: 14px; }}
QToolButton[bare="true"]:hover {{ background: {p.tint}; }}
QPushButton[quiet="true"] {{ color: {p.soft}; }}
QPushButton[fold="true"] {{ background: transparent; border: none; text-align: left;
  font-weight: 600; padding: 4px 0; }}
QPushButton[fold="true"]:focus {{ border: none; color: {p.yew}; }}
QLineEdit, QComboBox, QAbstractSpinBox {{ background: {p.card}; border: 1px solid {p.line};
  border-radius: 4px; padding: 2px 6px; min-height: 20px; selection-background-color: {p.yew}; }}
#inspectorBody QLineEdit, #inspectorBody QComboBox, #inspectorBody QAbstractSpinBox
  {{ background: {p.paper}; }}
#inspectorBody QPushButton[main="true"] {{ background: {p.yew}; color: {p.on_yew}; border-color: {p.yew}; }}
#inspectorBody QPushButton[main="true"]:disabled {{ background: {p.line}; color: {p.soft}; border-color: {p.line}; }}
#inspectorBody QTableWidget, #inspectorBody QListWidget, #inspectorBody QTreeWidget {{ background: {p.paper}; }}
QComboBox QAbstractItemView {{ background: {p.card}; selection-background-color: {p.tint};
  selection-color: {p.ink}; }}
QTreeView::branch {{ background: transparent; }}
QTreeView::branch:has-children:closed {{ image: url({_icon_file("caret-right", p.soft)}); }}
QTreeView::branch:has-children:open {{ image: url({_icon_file("caret-down", p.soft)}); }}
QTreeWidget::item {{ padding: 1px 0; }}
QTreeWidget QToolButton {{ border: none; background: transparent; padding: 2px; }}
QTreeWidget QToolButton:hover {{ background: {p.tint}; }}
QTableWidget, QListWidget, QTreeWidget {{ background: {p.card}; border: 1px solid {p.line}; border-radius: 4px;
  gridline-color: {p.line}; selection-background-color: {p.tint}; selection-color: {p.ink};
  alternate-background-color: {p.paper}; }}
QHeaderView::section {{ background: {p.paper}; color: {p.soft}; border: none;
  border-bottom: 1px solid {p.line}; padding: 3px 3px; font-size: 12px; }}
QTableWidget {{ font-size: 13px; }}
QAbstractSpinBox::up-button, QAbstractSpinBox::down-button {{ width: 16px; border: none; background: transparent; }}
QAbstractSpinBox::up-arrow {{ image: url({_icon_file("caret-up", p.soft)}); width: 10px; height: 10px; }}
QAbstractSpinBox::down-arrow {{ image: url({_icon_file("caret-down", p.soft)}); width: 10px; height: 10px; }}
QComboBox::drop-down {{ border: none; width: 18px; }}
QComboBox::down-arrow {{ image: url({_icon_file("caret-down", p.soft)}); width: 12px; height: 12px; }}
QSlider::groove:horizontal {{ height: 4px; background: {p.line}; border-radius: 2px; }}
QSlider::sub-page:horizontal {{ background: {p.yew}; border-radius: 2px; }}
QSlider::handle:horizontal {{ width: 14px; margin: -6px 0; border-radius: 7px; background: {p.yew}; }}
QSlider::handle:horizontal:focus {{ background: {p.gold}; }}
QMenuBar, QMenu {{ background: {p.card}; }}
QMenuBar::item {{ padding: 4px 10px; background: transparent; }}
QMenuBar::item:selected, QMenu::item:selected {{ background: {p.tint}; color: {p.ink}; }}
QMenu {{ border: 1px solid {p.line}; }}
QMenu::item:disabled {{ color: {p.soft}; }}
QScrollArea {{ border: none; }}
QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
QScrollBar::handle:vertical {{ background: {p.line}; border-radius: 4px; min-height: 24px; }}
QScrollBar:horizontal {{ background: transparent; height: 10px; }}
QScrollBar::handle:horizontal {{ background: {p.line}; border-radius: 4px; min-width: 24px; }}
QScrollBar::add-line, QScrollBar::sub-line {{ height: 0; width: 0; }}
QSplitter::handle {{ background: {p.line}; }}
QProgressBar {{ background: {p.paper}; border: 1px solid {p.line}; border-radius: 4px;
  text-align: center; }}
QProgressBar::chunk {{ background: {p.yew}; border-radius: 3px; }}
QSlider {{ background: transparent; min-height: 24px; }}
QCheckBox, QRadioButton {{ spacing: 6px; background: transparent; min-height: 24px; }}
QCheckBox::indicator {{ width: 13px; height: 13px; border: 1px solid {p.soft}; border-radius: 3px;
  background: {p.card}; }}
QCheckBox::indicator:checked {{ background: {p.yew}; border-color: {p.yew};
  image: url({_icon_file("check", p.on_yew)}); }}
QCheckBox::indicator:focus {{ border: 2px solid {p.yew}; }}
"""
