"""The tool strip: an upright strip of tools at the left edge of the clay, the stage's own first."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPoint, QSize, Qt
from PyQt6.QtGui import QCloseEvent, QContextMenuEvent, QEnterEvent, QMouseEvent, QPainter, QPaintEvent
from PyQt6.QtWidgets import (
    QButtonGroup,
    QGridLayout,
    QLabel,
    QMenu,
    QScrollArea,
    QToolButton,
    QToolTip,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.rooms.stroke.favourites import Favourites
from yewfinch.app.rooms.stroke.tool_panel import ToolPanel
from yewfinch.app.rooms.stroke.tool_picture import picture
from yewfinch.core.sculpt.tool_spec import GROUPS, ToolSpec
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Breadth of the strip, side of a button and of its picture, pixels.
WIDE, BUTTON, PICTURE = 62, 40, 34
#: Tools beside each other in the sheet of all of them.
_ACROSS = 4


class ToolButton(QToolButton):
    """A tool's picture; its name shows at once under the pointer, and a second click opens its settings."""

    def __init__(self, spec: ToolSpec, favourites: Favourites) -> None:
        super().__init__()
        self.spec, self.favourites = spec, favourites
        self.setCheckable(True)
        self.setIcon(picture(spec.section))
        self.setIconSize(QSize(PICTURE, PICTURE))
        self.setFixedSize(BUTTON, BUTTON)
        self.setAccessibleName(spec.title)
        self.setAccessibleDescription(spec.hint)
        self.setToolTip(self.words())

    def words(self) -> str:
        """Its name, keys and what it does."""
        number = self.favourites.number_of(self.spec.id)
        key = self.favourites.settings.keys.get(f"tool_{self.spec.id}", self.spec.key)
        keys = [k for k in (key, str(number or "")) if k]
        return phrase("<b>{0}</b> ({1})<br>{2}", self.spec.title, in_a_row(", ", keys), self.spec.hint)

    def enterEvent(self, event: QEnterEvent | None) -> None:  # noqa: N802
        """Say at once what it is."""
        QToolTip.showText(self.mapToGlobal(QPoint(self.width() + 4, -14)), self.words(), self)
        super().enterEvent(event)

    def paintEvent(self, event: QPaintEvent | None) -> None:  # noqa: N802
        """The picture, and the number of a favourite in its corner."""
        super().paintEvent(event)
        number = self.favourites.number_of(self.spec.id)
        if number:
            p = QPainter(self)
            font = self.font()
            font.setPixelSize(11)
            p.setFont(font)
            p.setPen(theme.color("soft"))
            p.drawText(
                self.rect().adjusted(0, 1, -4, 0), Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignTop, str(number)
            )


class ToolStrip(QWidget):
    """Groups of tools with their names; all of them are one click away."""

    def __init__(self, bench: Bench, favourites: Favourites) -> None:
        super().__init__()
        self.setObjectName("strip")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(WIDE)
        self.setAccessibleName("Tools")
        self.bench, self.favourites, self._was_in_hand = bench, favourites, False
        outer = QVBoxLayout(self)
        outer.setContentsMargins(0, 0, 0, 0)
        outer.setSpacing(0)
        scroll = QScrollArea()
        scroll.setObjectName("stripScroll")
        scroll.setAccessibleName("tools")
        scroll.setWidgetResizable(True)
        scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        scroll.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        body = QWidget()
        body.setObjectName("stripBody")
        self._column = QVBoxLayout(body)
        self._column.setContentsMargins(0, 4, 0, 4)
        self._column.setSpacing(2)
        scroll.setWidget(body)
        outer.addWidget(scroll, 1)
        self.more = QToolButton()
        self.more.setText("All tools")
        self.more.setProperty("quiet", True)
        self.more.setToolTip("Every tool by its name, in groups")
        self.more.setFixedWidth(WIDE)
        self.more.clicked.connect(self.show_all)
        outer.addWidget(self.more)
        self._group = QButtonGroup(self)
        self._heads: dict[str, QLabel] = {}
        self.buttons: dict[str, ToolButton] = {}
        for group in GROUPS:
            head = QLabel(group)
            head.setProperty("tiny", True)
            head.setAlignment(Qt.AlignmentFlag.AlignHCenter)
            self._heads[group] = head
            self._column.addWidget(head)
            for spec in tools():
                if spec.group == group:
                    self._column.addWidget(self._button(spec), 0, Qt.AlignmentFlag.AlignHCenter)
        self._column.addStretch(1)
        self.sheet: ToolSheet | None = None
        self.settings: QWidget | None = None
        bench.tools.changed.connect(self.refresh)
        bench.stage_changed.connect(self.lay_out)
        favourites.changed.connect(self._renumber)
        self.lay_out()

    def _button(self, spec: ToolSpec) -> ToolButton:
        button = ToolButton(spec, self.favourites)
        button.pressed.connect(partial(self._pressed, spec.id))
        button.clicked.connect(partial(self._clicked, spec.id))
        button.setContextMenuPolicy(Qt.ContextMenuPolicy.DefaultContextMenu)
        button.installEventFilter(self)
        self._group.addButton(button)
        self.buttons[spec.id] = button
        return button

    def eventFilter(self, watched: object, event: object) -> bool:  # noqa: N802
        """The pen's button, which is the right one of a mouse, opens a tool's settings."""
        if isinstance(watched, ToolButton):
            if isinstance(event, QContextMenuEvent):
                return True
            if (
                isinstance(event, QMouseEvent)
                and event.type() == QMouseEvent.Type.MouseButtonPress
                and event.button() == Qt.MouseButton.RightButton
            ):
                self.bench.tools.take(watched.spec.id)
                self.open_settings(watched.spec.id)
                return True
        return False

    def _pressed(self, tool_id: str) -> None:
        self._was_in_hand = self.bench.tools.tool_id == tool_id

    def _clicked(self, tool_id: str) -> None:
        if self._was_in_hand:
            self.open_settings(tool_id)
        else:
            self.bench.tools.take(tool_id)

    def open_settings(self, tool_id: str) -> None:
        """The settings of the tool in hand beside its picture."""
        button = self.buttons[tool_id]
        self.settings = ToolPopup(self, self.bench, self.favourites)
        at = (
            button.mapToGlobal(QPoint(button.width() + 6, 0))
            if button.isVisible()
            else self.mapToGlobal(QPoint(WIDE, 8))
        )
        self.settings.open_at(at)

    def show_all(self) -> None:
        """All tools in a sheet beside the strip."""
        self.sheet = ToolSheet(self, self.bench, self.favourites)
        self.sheet.adjustSize()
        corner = self.mapToGlobal(QPoint(WIDE + 2, self.height() - self.sheet.sizeHint().height() - 6))
        self.sheet.move(corner)
        self.sheet.show()

    def lay_out(self) -> None:
        """Show the tools that the stage uses first, and the one in hand."""
        stage, held = self.bench.stage, self.bench.tools.tool_id
        shown = {spec.id for spec in tools() if stage in spec.first}
        if shown:
            shown.add(held)
        for spec in tools():
            self.buttons[spec.id].setVisible(spec.id in shown)
        for group, head in self._heads.items():
            head.setVisible(any(t.group == group and t.id in shown for t in tools()))
        self.refresh()

    def refresh(self) -> None:
        """Mark the tool in hand; one that the stage does not use first is shown while it is."""
        button = self.buttons[self.bench.tools.tool_id]
        button.setChecked(True)
        shown = {t.id for t in tools() if not self.buttons[t.id].isHidden()}
        wanted = {t.id for t in tools() if self.bench.stage in t.first}
        if wanted and shown != wanted | {self.bench.tools.tool_id}:
            self.lay_out()

    def _renumber(self) -> None:
        for button in self.buttons.values():
            button.setToolTip(button.words())
            button.update()


class ToolSheet(QWidget):
    """Every tool with its name, in groups; a click takes it and closes the sheet."""

    def __init__(self, strip: ToolStrip, bench: Bench, favourites: Favourites) -> None:
        super().__init__(strip, Qt.WindowType.Popup)
        self.setObjectName("popup")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("All tools")
        self.buttons: dict[str, QToolButton] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 6, 10, 10)
        column.setSpacing(2)
        for group in GROUPS:
            head = QLabel(group)
            head.setProperty("soft", True)
            column.addWidget(head)
            grid = QGridLayout()
            grid.setSpacing(4)
            for i, spec in enumerate(t for t in tools() if t.group == group):
                button = ToolButton(spec, favourites)
                button.setText(spec.title)
                button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
                button.setIconSize(QSize(26, 26))
                button.setFixedSize(150, 34)
                button.setChecked(spec.id == bench.tools.tool_id)
                button.clicked.connect(partial(self._take, bench, spec.id))
                grid.addWidget(button, i // _ACROSS, i % _ACROSS)
                self.buttons[spec.id] = button
            grid.setColumnStretch(_ACROSS, 1)
            column.addLayout(grid)

    def _take(self, bench: Bench, tool_id: str) -> None:
        bench.tools.take(tool_id)
        self.close()


class ToolPopup(QWidget):
    """All settings of the tool in hand, and its place among the favourites."""

    def __init__(self, parent: QWidget, bench: Bench, favourites: Favourites) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("popup")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("Settings of the tool")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 10)
        self.bench = bench
        self.panel = ToolPanel(bench, whole=True)
        column.addWidget(self.panel)
        tool_id = bench.tools.tool_id
        self.favourite = QToolButton()
        self.favourite.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
        number = favourites.number_of(tool_id)
        self.favourite.setText(phrase("On the key {0}", number) if number else "Put on a number key")
        self.favourite.setToolTip("Which of the keys 1 to 9 takes this tool; Ctrl with a number does the same")
        menu = QMenu(self.favourite)
        for i in range(1, 10):
            action = menu.addAction(phrase("{0}   {1}", i, favourites.title(i)))
            assert action is not None
            action.triggered.connect(partial(self._assign, favourites, i, tool_id))
        self.favourite.setMenu(menu)
        column.addWidget(self.favourite)
        self.setFixedWidth(330)

    def closeEvent(self, event: QCloseEvent | None) -> None:  # noqa: N802
        """Listen no longer."""
        self.bench.tools.changed.disconnect(self.panel.refresh)
        super().closeEvent(event)

    def _assign(self, favourites: Favourites, number: int, tool_id: str) -> None:
        favourites.put(number, tool_id)
        self.favourite.setText(phrase("On the key {0}", number))

    def open_at(self, at: QPoint) -> None:
        """Show it at a place of the screen, as far as it fits there."""
        self.adjustSize()
        screen = self.screen()
        if screen is not None:
            room = screen.availableGeometry()
            at = QPoint(min(at.x(), room.right() - self.width()), min(at.y(), room.bottom() - self.height()))
        self.move(at)
        self.show()
        self.panel.diameter.setFocus()
