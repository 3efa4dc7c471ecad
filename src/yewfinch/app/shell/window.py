"""The main window: the bench put together from the shell and the rooms it is given."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, Qt, QTimer
from PyQt6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent, QPixmap
from PyQt6.QtWidgets import (
    QApplication,
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QMainWindow,
    QMessageBox,
    QSplitter,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import motion, theme
from yewfinch.app.kit.speech import LANGUAGES, shown, speech
from yewfinch.app.shell import findable, shell_actions
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.help import HelpDialog, about, help_pages, title_of, titles_of
from yewfinch.app.shell.dialogs.overwrite import ask_over
from yewfinch.app.shell.dialogs.preferences import PreferencesDialog
from yewfinch.app.shell.dialogs.units import UnitsDialog
from yewfinch.app.shell.documents import Documents
from yewfinch.app.shell.file_dialogs import FileDialogs
from yewfinch.app.shell.find_line import FindLine
from yewfinch.app.shell.focus_order import FocusOrder
from yewfinch.app.shell.help_search import HelpSearch
from yewfinch.app.shell.inspector import Inspector
from yewfinch.app.shell.jobs import Job
from yewfinch.app.shell.menu_bar import MenuBar
from yewfinch.app.shell.pages import Pages
from yewfinch.app.shell.parts import Parts
from yewfinch.app.shell.room import Furnish, Room
from yewfinch.app.shell.second_screen import SecondView, WallWindow
from yewfinch.app.shell.sides import Sides
from yewfinch.app.shell.status_line import StatusLine
from yewfinch.app.shell.top_bar import TopBar
from yewfinch.app.shell.tour import Tour
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view import line_hand, line_paint
from yewfinch.app.view.line_hand import LineHand
from yewfinch.app.view.modes import Mode
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.app.view.round import Round
from yewfinch.app.view.side_view import AT_FIRST, SideView
from yewfinch.app.view.turntable import Turntable
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats.model_files import formats
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


class MainWindow(QMainWindow):
    """Sitter wall, clay, turntable, round, inspector and status line.

    Parameters
    ----------
    portrait : Portrait
    settings : Settings
    furnish : sequence of callables
        Each fits a room out.
    """

    def __init__(self, portrait: Portrait, settings: Settings, furnish: Sequence[Furnish] = ()) -> None:
        super().__init__()
        self.settings = settings
        self.bench = Bench(portrait)
        self.photos = PhotoStore()
        self.tour: Tour | None = None
        self.second_view: SecondView | None = None
        self.wall_window: WallWindow | None = None
        self.viewport = Viewport(self.bench, self.photos)
        self.documents = Documents(self.bench, settings, self._preview)
        self.setAcceptDrops(True)
        self.resize(1280, 800)
        self.round = Round(self.bench, self.viewport, settings)
        self.side_views = [SideView(self.bench, self.viewport, d, i) for i, d in enumerate(AT_FIRST)]
        self.turntable = Turntable(self.bench)
        self.status = StatusLine(self.bench, self.documents, self.viewport)
        self.files = FileDialogs(self, self.bench, self.viewport, self.documents)
        self.pages = Pages()
        self.lines = LineHand(self.viewport)
        self.viewport.add_mode(
            Mode(line_hand.MODE, self.lines, self.lines.hint, lambda p: line_paint.paint(p, self.lines))
        )
        self.actions_table = ActionTable(settings.keys)
        shop = Workshop(
            self.bench,
            settings,
            self.photos,
            self.viewport,
            self.lines,
            self.documents,
            self.pages,
            self.actions_table,
            self,
            lambda: self.settle(),
        )
        self.rooms = {room.id: room for room in sorted((f(shop) for f in furnish), key=lambda r: r.place)}
        for room in self.rooms.values():
            self._furnish_view(room)
        for action in (*shell_actions.of_window(self), *(a for room in self.rooms.values() for a in room.actions)):
            self.actions_table.add(action)
        self.menus = MenuBar(self, self.actions_table, settings, self.viewport, self._open_recent)
        self._build()
        self.bench.stage_changed.connect(self._lay_out)
        self.pages.currentChanged.connect(lambda _: self.parts.show())
        self.find_line = FindLine(self, lambda: findable.everything(self), self.settings.found)
        self.documents.changed.connect(self._title)
        self.documents.ask_over = lambda against: ask_over(self, against)
        self.documents.save_elsewhere = self.save_as
        self.documents.unit_wanted.connect(lambda name, model, chosen: UnitsDialog(self, name, model, chosen).open())
        self.bench.portrait_changed.connect(self._opened)
        self.take_settings()
        self._lay_out()
        self._title()
        QTimer.singleShot(0, self.viewport.view_all)

    def panel(self, title: str) -> QWidget:
        """A panel by its title, made now if nobody has seen it yet.

        Raises
        ------
        KeyError
            If there is none.
        """
        return self.inspector.panel(title)

    # --- building ------------------------------------------------------------------------

    def _furnish_view(self, room: Room) -> None:
        for mode in room.modes:
            self.viewport.add_mode(mode)
        for hand in room.hands:
            self.viewport.add_hand(hand)
        for over in room.overs:
            self.viewport.add_over(over)
        for pictures in room.pictures:
            self.viewport.add_pictures(pictures)
        for name, make in room.pages.items():
            self.pages.declare(name, make, alone=name in room.alone)

    def _build(self) -> None:
        body = QWidget()
        self.setCentralWidget(
            body
        )  # before it is filled: what is put into something else is styled anew, with all that is in it
        column = QVBoxLayout(body)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.top = TopBar(self.bench, self.actions_table)
        self.stage_buttons = self.top.stages
        column.addWidget(self.top)
        self.split = QSplitter(Qt.Orientation.Horizontal)
        column.addWidget(self.split, 1)
        self.split.setHandleWidth(1)
        walls = [room.wall() for room in self.rooms.values() if room.wall is not None]
        self.walls = QWidget() if len(walls) != 1 else walls[0]
        if len(walls) != 1:
            wall_column = QVBoxLayout(self.walls)
            wall_column.setContentsMargins(0, 0, 0, 0)
            for wall in walls:
                wall_column.addWidget(wall)
        self.split.addWidget(self.walls)
        middle = QWidget()
        stack = QVBoxLayout(middle)
        stack.setContentsMargins(0, 0, 0, 0)
        stack.setSpacing(0)
        clay = QWidget()
        clay_row = QHBoxLayout(clay)
        clay_row.setContentsMargins(0, 0, 0, 0)
        clay_row.setSpacing(0)
        self.strips = [room.strip() for room in self.rooms.values() if room.strip is not None]
        for strip in self.strips:
            clay_row.addWidget(strip)
        clay_column = QVBoxLayout()
        clay_row.addLayout(clay_column, 1)
        clay_column.setContentsMargins(0, 0, 0, 0)
        clay_column.setSpacing(0)
        grid = QGridLayout()
        grid.setSpacing(2)
        grid.addWidget(self.viewport, 0, 0)
        for i, view in enumerate(self.side_views):
            grid.addWidget(view, (i + 1) // 2, (i + 1) % 2)
            view.setVisible(False)
        clay_column.addLayout(grid, 1)
        clay_column.addWidget(self.turntable)
        clay_column.addWidget(self.round)
        self.pages.addWidget(clay)
        stack.addWidget(self.pages, 1)
        self.split.addWidget(middle)
        self.side = QWidget()
        self.side.setObjectName("inspectorBody")
        self.side.setMinimumWidth(326)
        self.side.setMaximumWidth(420)
        side = QVBoxLayout(self.side)
        side.setContentsMargins(0, 0, 0, 0)
        side.setSpacing(0)
        self.hand = QWidget()
        hand = QVBoxLayout(self.hand)
        hand.setContentsMargins(12, 8, 12, 6)
        self.inspector = Inspector(self.settings.arrangement)
        side.addWidget(self.hand)
        side.addWidget(self.inspector, 1)
        self.split.addWidget(self.side)
        self.tools = [room.tools() for room in self.rooms.values() if room.tools is not None]
        for tool in self.tools:
            hand.addWidget(tool)
        rooms = self.rooms.values()
        helps = {
            p.title: partial(self._help_on, p.title, r.help) for r in rooms if r.help is not None for p in r.panels
        }
        self.inspector.fill([p for room in rooms for p in room.panels], self.actions_table, helps)
        around: dict[str, Sequence[QWidget]] = {
            "wall": [self.walls], "strip": self.strips, "round": [self.round], "inspector": [self.side],
        }  # fmt: skip
        self.parts = Parts(
            self.bench, self.settings, self.actions_table, around, self.hand, lambda: self.pages.is_alone
        )
        self.status.helper = self._help_for
        self.sides = Sides(self.settings, self.split, (self.walls, middle, self.side), clay_row)
        column.addWidget(self.status)
        self.focus_order = FocusOrder(
            [
                self.top, self.walls, *self.strips, self.viewport, self.turntable, self.round, self.pages, self.hand,
                self.inspector,
            ]
        )  # fmt: skip

    def focusNextPrevChild(self, forward: bool) -> bool:  # noqa: N802
        """The keyboard goes through the bench as it is read."""
        return self.focus_order.step(forward) or super().focusNextPrevChild(forward)

    def _lay_out(self) -> None:
        stage = self.bench.stage
        if self.pages.is_alone:
            self.pages.back_to_clay()
        self.top.show_stage(stage)
        self.parts.show()
        self.inspector.lay_out(stage)

    # --- title and state -----------------------------------------------------------------

    def _opened(self) -> None:
        self.pages.back_to_clay()
        self.take_settings()
        self._title()
        self.viewport.view_all()

    def _title(self) -> None:
        mark = "*" if self.documents.unsaved else ""
        name = self.bench.portrait.name
        self.setWindowTitle(phrase("{0}{1} - Yewfinch", name, mark))
        self.top.name.setText(f"{name}{mark}")
        self.top.name.setToolTip(str(self.documents.path or "not saved yet"))

    def _preview(self) -> bytes | None:
        image = self.viewport.small_picture(self.bench.outlook.view.camera(320, 320))
        if image.isNull():
            return None
        data = QByteArray()
        buffer = QBuffer(data)
        buffer.open(QIODevice.OpenModeFlag.WriteOnly)
        image.save(buffer, "PNG")
        return data.data()

    # --- what the actions do -------------------------------------------------------------

    def undo(self) -> None:
        """Take the last edit back."""
        if self.viewport.busy:
            return
        try:
            name = self.bench.portrait.history.undo()
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.bench.say(phrase("Undone: {0}.", name) if name else "There is nothing to undo.")

    def redo(self) -> None:
        """Do the last undone edit again."""
        if self.viewport.busy:
            return
        try:
            name = self.bench.portrait.history.redo()
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.bench.say(phrase("Done again: {0}.", name) if name else "There is nothing to do again.")

    def new(self) -> None:
        """A new portrait with the base head."""
        if self.settle():
            self.documents.show(new_portrait(), None)

    def ask_open(self) -> None:
        """Choose a portrait to open."""
        if not self.settle():
            return
        name, _ = QFileDialog.getOpenFileName(self, "Open portrait", self.documents.folder(), "Portraits (*.yewfinch)")
        if name:
            self.documents.open(Path(name))

    def _open_recent(self, path: Path) -> None:
        if self.settle():
            self.documents.open(path)

    def save(self) -> Job:
        """Save; asks for a place the first time."""
        if self.documents.path is None:
            return self.save_as()
        return self.documents.save()

    def save_as(self) -> Job:
        """Save under a name to be chosen."""
        name, _ = QFileDialog.getSaveFileName(
            self, "Save portrait", f"{self.documents.folder()}/portrait.yewfinch", "Portraits (*.yewfinch)"
        )
        return self.documents.save(Path(name)) if name else Job().end(False)

    def snapshot(self) -> QPixmap:
        """A picture of the window as it stands on the screen, the clay drawn in full."""
        self.viewport.picture.fill()
        self.viewport.repaint()
        screen = self.screen()
        return self.grab() if screen is None else screen.grabWindow(self.winId())

    def toggle_full_screen(self) -> None:
        """The whole screen, or a window again."""
        if self.isFullScreen():
            self.showNormal()
        else:
            self.showFullScreen()

    def toggle_four(self) -> None:
        """One view of the clay, or four."""
        on = not self.side_views[0].isVisible()
        self.viewport.setMinimumSize(*((160, 120) if on else (320, 240)))
        for view in self.side_views:
            view.setVisible(on)

    def show_second_view(self) -> None:
        """The clay from another side in a window of its own."""
        if self.second_view is None:
            self.second_view = SecondView(self.bench, self.viewport, self)
        self.second_view.show()
        self.second_view.raise_()

    def show_wall_window(self) -> None:
        """The sitter wall in a window of its own."""
        if self.wall_window is None:
            self.wall_window = WallWindow(self.walls, self._hang_back, self)
        self.wall_window.show()
        self.wall_window.raise_()

    def open_windows(self) -> None:
        """The windows for a second screen that stood open when the bench was left."""
        for name in self.settings.arrangement.windows:
            if name == "view":
                self.show_second_view()
            elif name == "wall":
                self.show_wall_window()

    def _hang_back(self) -> None:
        self.wall_window = None
        self.split.addWidget(self.walls)
        self.sides.order()
        self.parts.show()

    def toggle_dark(self) -> None:
        """The other variant of the bench."""
        self.settings.dark = not self.settings.dark
        self.settings.save()
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        theme.apply(app, self.settings.dark)

    def open_find_line(self) -> None:
        """The find line."""
        self.find_line.open()

    def key_of(self, action_id: str) -> str:
        """The shortcut that an action has, the user's own if there is one."""
        return self.actions_table.key_of(action_id)

    def show_preferences(self) -> None:
        """The settings."""
        self.preferences = PreferencesDialog(self, self)
        self.preferences.show()

    def take_settings(self) -> None:
        """Carry out what the settings say of autosave, undo, hand, motion and drawing."""
        self.sides.order()
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        motion.set_calm(app, self.settings.calm)
        spoken = speech.language, speech.unit
        if self.settings.language in LANGUAGES:
            speech.speak(self.settings.language)
        speech.measure_in(self.settings.units)
        if spoken != (speech.language, speech.unit):
            self.bench.portrait_changed.emit()
        self.viewport.pen = self.settings.pen
        self.viewport.draw_as(self.settings.rough, self.settings.samples)
        self.documents.keep_every(self.settings.autosave)
        self.bench.portrait.history.limit = self.settings.undo_memory << 20

    def help_titles(self) -> list[str]:
        """Titles of the help's pages."""
        return titles_of(self._help_files())

    def _help_files(self) -> list[Path]:
        return [room.help for room in self.rooms.values() if room.help is not None]

    def show_help(self, title: str = "") -> None:
        """The help, at a page if one is named."""
        self.help = HelpDialog(self.actions_table, self._help_files(), self)
        if title:
            self.help.turn_to(title)
        self.help.show()

    def _help_on(self, panel: str, page: Path) -> None:
        """The page of a room, at what it says of one of its panels."""
        self.show_help(title_of(page))
        self.help.look_for(shown(panel))

    def _help_for(self, sentence: str) -> Callable[[], None] | None:
        """What leads to the page of the help that is about a warning or an error."""
        found = HelpSearch(help_pages(self._help_files())).page_for(shown(sentence))
        if found is None:
            return None

        def lead() -> None:
            self.show_help(found.title)
            self.help.look_for(found.word)

        return lead

    def is_saved(self) -> bool:
        """Is the portrait in a file as it stands?"""
        return not self.documents.unsaved and self.documents.path is not None

    def show_tour(self) -> None:
        """The tour, from its first step."""
        self.pages.back_to_clay()
        if self.tour is not None:
            self.tour.end()
        self.tour = Tour(self, self)
        self.tour.begin()

    def show_about(self) -> None:
        """Version and licences."""
        about(self)

    # --- leaving -------------------------------------------------------------------------

    def settle(self) -> bool:
        """Ask about unsaved work; False means stay."""
        if not self.documents.unsaved:
            return True
        box = QMessageBox(self)
        box.setWindowTitle("Unsaved changes")
        box.setText(phrase("'{0}' has changes that are not saved.", self.bench.portrait.name))
        save = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Discard", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Cancel", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(save)
        box.exec()
        if box.clickedButton() is save:
            return self.save().wait()
        return box.clickedButton() is drop

    def closeEvent(self, event: QCloseEvent | None) -> None:  # noqa: N802
        """Ask, tidy, go."""
        assert event is not None
        if not self.settle():
            event.ignore()
            return
        others = {"view": self.second_view, "wall": self.wall_window}
        self.settings.arrangement.windows = [k for k, w in others.items() if w is not None and w.isVisible()]
        self.settings.save()
        for room in self.rooms.values():
            room.close()
        self.photos.close()
        self.documents.close()
        event.accept()

    # --- dropping ------------------------------------------------------------------------

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Photos, portraits and 3D files may be dropped anywhere."""
        data = None if event is None else event.mimeData()
        if event is not None and data is not None and data.hasUrls():
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Open, import or add what was dropped."""
        data = None if event is None else event.mimeData()
        if event is None or data is None:
            return
        paths = [Path(url.toLocalFile()) for url in data.urls()]
        taken = {path for room in self.rooms.values() for path in room.drop(paths)}
        for path in paths:
            if path in taken:
                continue
            if path.suffix.lower() == ".yewfinch":
                if self.settle():
                    self.documents.open(path)
            elif path.suffix.lower() in formats():
                self.documents.import_file(path)
            else:
                self.bench.say(phrase("{0} is neither a photo, a portrait nor a 3D file.", path.name), "error")
        event.acceptProposedAction()
