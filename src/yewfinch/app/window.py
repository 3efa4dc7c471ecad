"""The main window: the bench put together."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QBuffer, QByteArray, QIODevice, Qt, QTimer
from PyQt6.QtGui import QAction, QCloseEvent, QDragEnterEvent, QDropEvent, QKeySequence, QPixmap
from PyQt6.QtWidgets import (
    QApplication,
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QMainWindow,
    QMenu,
    QMessageBox,
    QPushButton,
    QSplitter,
    QStackedWidget,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app import theme, window_actions
from yewfinch.app.armatures import Armatures
from yewfinch.app.bench import STAGES, Bench
from yewfinch.app.dialogs.help import HelpDialog, about
from yewfinch.app.dialogs.overwrite import ask_over
from yewfinch.app.dialogs.units import UnitsDialog
from yewfinch.app.documents import Documents
from yewfinch.app.files import Files
from yewfinch.app.held_key import HeldKey
from yewfinch.app.outlines import Outlines
from yewfinch.app.panels.adaptive_panel import AdaptivePanel
from yewfinch.app.panels.armature_panel import ArmaturePanel
from yewfinch.app.panels.base_head_panel import BaseHeadPanel
from yewfinch.app.panels.body_panel import BodyPanel
from yewfinch.app.panels.colour_panel import ColourPanel
from yewfinch.app.panels.cut_panel import CutPanel
from yewfinch.app.panels.fuse_panel import FusePanel
from yewfinch.app.panels.head_measures_panel import HeadMeasuresPanel
from yewfinch.app.panels.history_panel import HistoryPanel
from yewfinch.app.panels.inspector import Inspector, ShowPanel
from yewfinch.app.panels.layers_panel import LayersPanel
from yewfinch.app.panels.levels_panel import LevelsPanel
from yewfinch.app.panels.likeness_panel import LikenessPanel
from yewfinch.app.panels.lines_panel import LinesPanel
from yewfinch.app.panels.looking_panel import LookingPanel
from yewfinch.app.panels.mask_making_panel import MaskMakingPanel
from yewfinch.app.panels.mask_panel import MaskPanel
from yewfinch.app.panels.measures_panel import CalipersPanel, CanonPanel, LandmarksPanel
from yewfinch.app.panels.photo_desk import PhotoDesk
from yewfinch.app.panels.pieces_panel import PiecesPanel
from yewfinch.app.panels.place_panel import PlacePanel
from yewfinch.app.panels.pose_panel import PosePanel
from yewfinch.app.panels.projection_panel import ProjectionPanel
from yewfinch.app.panels.proportions_panel import ProportionsPanel
from yewfinch.app.panels.round import Round
from yewfinch.app.panels.section_panel import SectionPanel
from yewfinch.app.panels.sheets_panel import SheetsPanel
from yewfinch.app.panels.side_view import AT_FIRST, SideView
from yewfinch.app.panels.sitter_panel import SitterPanel
from yewfinch.app.panels.sitter_wall import SitterWall, photo_paths
from yewfinch.app.panels.solids_panel import SolidsPanel
from yewfinch.app.panels.stamp_panel import StampPanel
from yewfinch.app.panels.status_line import StatusLine
from yewfinch.app.panels.stencil_panel import StencilPanel
from yewfinch.app.panels.stroke_panel import StrokePanel
from yewfinch.app.panels.symmetry_panel import SymmetryPanel
from yewfinch.app.panels.texture_panel import TexturePanel
from yewfinch.app.panels.tidy_panel import TidyPanel
from yewfinch.app.panels.tool_panel import ToolPanel
from yewfinch.app.panels.towards_panel import TowardsPanel
from yewfinch.app.panels.turntable import Turntable
from yewfinch.app.panels.under_skin_panel import UnderSkinPanel
from yewfinch.app.parts import Parts
from yewfinch.app.photos import PhotoStore
from yewfinch.app.placing import Placing
from yewfinch.app.posing import Posing
from yewfinch.app.sitting import Sitting
from yewfinch.app.solids import Solids
from yewfinch.app.steering import Steering
from yewfinch.app.viewport import Viewport
from yewfinch.core.document.new import new_portrait
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.document.settings import Settings
from yewfinch.core.formats.exchange import formats
from yewfinch.core.shared.errors import YewfinchError


class MainWindow(QMainWindow):
    """Sitter wall, clay, turntable, round, inspector and status line."""

    def __init__(self, portrait: Portrait, settings: Settings) -> None:
        super().__init__()
        self.settings = settings
        self.bench = Bench(portrait)
        self.photos = PhotoStore()
        self.viewport = Viewport(self.bench, self.photos)
        self.documents = Documents(self.bench, settings, self._preview)
        self.setAcceptDrops(True)
        self.resize(1280, 800)
        self.desk = PhotoDesk(self.bench, self.photos)
        self.wall = SitterWall(self.bench, self.photos)
        self.round = Round(self.bench, self.viewport, settings)
        self.side_views = [SideView(self.bench, self.viewport, d, i) for i, d in enumerate(AT_FIRST)]
        self.turntable = Turntable(self.bench)
        self.status = StatusLine(self.bench, self.documents, self.viewport)
        self.tool_panel = ToolPanel(self.bench)
        self.sitting = Sitting(self.bench)
        self.sitter_panel = SitterPanel(self.bench)
        self.likeness = LikenessPanel(self.bench)
        self.lines = LinesPanel(self.bench, self.viewport.fringes)
        self.steering = Steering(self.bench)
        self.base_head = BaseHeadPanel(self.steering)
        self.head_measures = HeadMeasuresPanel(self.steering)
        self.body = BodyPanel(self.steering)
        self.under_skin = UnderSkinPanel(self.steering)
        self.posing = Posing(self.bench, self.steering)
        self.viewport.joint_hands.posing = self.posing
        self.pose = PosePanel(self.posing)
        self.armatures = Armatures(self.bench)
        self.viewport.armature_hands.armatures = self.armatures
        self.armature = ArmaturePanel(self.armatures)
        self.solids = Solids(self.bench)
        self.viewport.solid_hands.solids = self.solids
        self.solids_panel = SolidsPanel(self.solids)
        self.fusing = FusePanel(self.bench)
        self.tidy = TidyPanel(self.bench)
        self.adaptive = AdaptivePanel(self.bench)
        self.looking = LookingPanel(self.bench)
        self.section = SectionPanel(self.viewport.sections)
        self.stroke = StrokePanel(self.bench, self.viewport.hands.strokes)
        self.stamps = StampPanel(self.bench)
        self.stencil = StencilPanel(self.viewport)
        self.texture = TexturePanel(self.bench)
        self.levels = LevelsPanel(self.bench)
        self.layers = LayersPanel(self.bench)
        self.symmetry = SymmetryPanel(self.bench)
        self.parts = Parts(self.bench)
        self.viewport.part_hands.parts = self.parts
        self.masks = MaskPanel(self.parts)
        self.outlines = Outlines(self.bench)
        self.viewport.outline_hands.outlines = self.outlines
        self.solids_panel.draw_by(self.outlines)
        self.mask_making = MaskMakingPanel(self.outlines)
        self.cutting = CutPanel(self.outlines)
        self.towards = TowardsPanel(self.bench, self.likeness, self.viewport.fringes)
        self.proportions = ProportionsPanel(self.bench)
        self.sheets = SheetsPanel(self.bench)
        self.projection = ProjectionPanel(self.bench)
        self.colour = ColourPanel(self.bench)
        self.calipers = CalipersPanel(self.bench, self.viewport)
        self.landmarks = LandmarksPanel(self.bench)
        self.history = HistoryPanel(self.bench)
        self.pieces = PiecesPanel(self.bench)
        self.placing = Placing(self.bench)
        self.viewport.place_hands.placing = self.placing
        self.place = PlacePanel(self.placing)
        self.files = Files(self)
        self.actions_table = window_actions.build(self)
        self.pose.explain(self.actions_table)
        self.armature.explain(self.actions_table)
        self.solids_panel.explain(self.actions_table)
        self.masks.explain(self.actions_table)
        self.mask_making.explain(self.actions_table)
        self.cutting.explain(self.actions_table)
        self.place.explain(self.actions_table)
        self.levels.explain(self.actions_table)
        self.stroke.explain(self.actions_table)
        self.looking.explain(self.actions_table)
        self.stencil.explain(self.actions_table)
        self.section.explain(self.actions_table)
        self._qactions: dict[str, QAction] = {}
        self._build_menus()
        self._build()
        self.wall.mark_asked.connect(self.mark)
        self.wall.add_asked.connect(self.files.ask_photos)
        self.sheets.add_asked.connect(self.files.ask_sheet_picture)
        self.stamps.add_asked.connect(self.files.ask_stamp)
        self.wall.dropped.connect(self.sitting.add)
        self.desk.done.connect(self.back_to_clay)
        self.desk.solve_asked.connect(self.sitting.solve)
        self.sitter_panel.solve_asked.connect(self.sitting.solve)
        self.sitter_panel.cancel_asked.connect(self.sitting.cancel)
        self.sitter_panel.mark_asked.connect(self.mark)
        self.sitting.working.connect(self.sitter_panel.show_progress)
        self.sitting.solved.connect(self._solved)
        self.sitting.failed.connect(lambda text: self.desk.say(text, "error"))
        self.bench.stage_changed.connect(self._lay_out)
        self.documents.changed.connect(self._title)
        self.documents.ask_over = lambda against: ask_over(self, against)
        self.documents.save_elsewhere = self.save_as
        self.documents.unit_wanted.connect(lambda name, model, chosen: UnitsDialog(self, name, model, chosen).open())
        self.bench.portrait_changed.connect(self._opened)
        self._lay_out()
        self._title()
        QTimer.singleShot(0, self.viewport.view_all)

    # --- building ------------------------------------------------------------------------

    def _build_menus(self) -> None:
        bar = self.menuBar()
        assert bar is not None
        menus: dict[str, QMenu] = {}
        for name in ("File", "Edit", "Tools", "View", "Help"):
            menu = bar.addMenu(name)
            assert menu is not None
            menus[name] = menu
            menu.aboutToShow.connect(self._rules)
            menu.aboutToHide.connect(self._all_on)
        for record in self.actions_table:
            action = QAction(record.title, self)
            keys = self.settings.keys.get(record.id, record.keys)
            if keys:
                action.setShortcut(QKeySequence(keys))
            action.setToolTip(f"{record.tip} ({keys})" if keys else record.tip)
            if record.id == "panels":  # elsewhere Tab goes from control to control
                action.setShortcutContext(Qt.ShortcutContext.WidgetShortcut)
                self.viewport.addAction(action)
            action.triggered.connect(lambda _=False, r=record: r.run())
            if record.held:
                action.setAutoRepeat(False)
                held = HeldKey(keys, record.run, self)
                action.triggered.connect(held.pressed)
            self._qactions[record.id] = action
            menu = menus.get(record.menu)
            if menu is not None:
                if record.split:
                    menu.addSeparator()
                menu.addAction(action)
                if record.id == "open":
                    self._recent = menu.addMenu("Recent portraits")
                    assert self._recent is not None
                    self._recent.aboutToShow.connect(self._fill_recent)
            else:
                self.addAction(action)

    def _rules(self) -> None:
        for record in self.actions_table:
            if record.rule is not None:
                self._qactions[record.id].setEnabled(record.rule())

    def _all_on(self) -> None:
        """A shortcut works whatever its menu showed last; its action decides for itself."""
        for action in self._qactions.values():
            action.setEnabled(True)

    def _build(self) -> None:
        body = QWidget()
        self.setCentralWidget(body)  # before it is filled: what is put into something else is styled anew, with all that is in it
        column = QVBoxLayout(body)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(self._top())
        self.split = QSplitter(Qt.Orientation.Horizontal)
        column.addWidget(self.split, 1)
        self.split.setHandleWidth(1)
        self.split.addWidget(self.wall)
        middle = QWidget()
        stack = QVBoxLayout(middle)
        stack.setContentsMargins(0, 0, 0, 0)
        stack.setSpacing(0)
        self.pages = QStackedWidget()
        clay = QWidget()
        clay_column = QVBoxLayout(clay)
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
        self.pages.addWidget(self.desk)
        stack.addWidget(self.pages, 1)
        self.split.addWidget(middle)
        self.inspector = Inspector()
        self.split.addWidget(self.inspector)
        self.inspector.fill(self.tool_panel, self._panels())
        self.folds = self.inspector.folds
        self.split.setStretchFactor(1, 1)
        self.split.setSizes([240, 714, 326])
        column.addWidget(self.status)

    def _top(self) -> QWidget:
        top = QWidget()
        top.setObjectName("topbar")
        top.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        row = QHBoxLayout(top)
        row.setContentsMargins(12, 0, 12, 0)
        self.name = QLabel()
        self.name.setProperty("head", True)
        self.name.setMaximumWidth(300)
        row.addWidget(self.name)
        row.addStretch(1)
        self.stage_buttons: dict[str, QPushButton] = {}
        for i, stage in enumerate(STAGES):
            button = QPushButton(stage)
            button.setProperty("stage", True)
            button.setCheckable(True)
            button.setToolTip(f"Lay the bench out for '{stage}' (Ctrl+{i + 1}); every tool stays reachable")
            button.clicked.connect(lambda _=False, s=stage: self.bench.set_stage(s))
            self.stage_buttons[stage] = button
            row.addWidget(button)
        row.addStretch(1)
        for action_id, picture in (("undo", "arrow-u-up-left"), ("redo", "arrow-u-up-right"),
                                   ("save", "floppy-disk"), ("help", "question")):  # fmt: skip
            record = self.actions_table[action_id]
            tool = QToolButton()
            tool.setIcon(theme.icon(picture))
            tool.setToolTip(f"{record.title} ({record.keys})")
            tool.setAccessibleName(record.title)
            tool.clicked.connect(lambda _=False, r=record: r.run())
            row.addWidget(tool)
        return top

    def _panels(self) -> dict[str, QWidget]:
        return {
            "The sitter": self.sitter_panel, "Likeness": self.likeness, "Photo on the clay": self.projection,
            "Base head": self.base_head, "Measures of the head": self.head_measures, "Body": self.body,
            "Solids": self.solids_panel, "Fuse and remesh": self.fusing, "Mend and reduce": self.tidy, "Symmetry of shape": self.symmetry, "Adaptive detail": self.adaptive, "Looking": self.looking, "Section": self.section, "Stroke": self.stroke, "Stamps": self.stamps, "Stencil": self.stencil, "Surface texture": self.texture, "Levels": self.levels, "Form layers": self.layers,
            "Armature": self.armature, "Pose": self.pose, "Mask and parts": self.masks,
            "Masks from the form": self.mask_making, "Cut and outline": self.cutting,
            "Under the skin": self.under_skin,
            "Design sheets": self.sheets, "Towards the sitter": self.towards, "Proportions": self.proportions,
            "Outlines and lines": self.lines, "Landmarks on the clay": self.landmarks, "Calipers": self.calipers,
            "Canon: thirds and fifths": CanonPanel(self.bench), "Colour": self.colour, "Pieces": self.pieces, "Place and copy": self.place,
            "Picture and export": ShowPanel(self.actions_table), "History": self.history,
        }  # fmt: skip

    def _lay_out(self) -> None:
        stage = self.bench.stage
        for name, button in self.stage_buttons.items():
            button.setChecked(name == stage)
        self.inspector.lay_out(stage)
        if stage == "Skin" and self.bench.tool_id != "paint":
            self.bench.take_tool("paint")
        elif stage in ("Block", "Form") and self.bench.tool_id == "paint":
            self.bench.take_tool("clay")

    # --- title and state -----------------------------------------------------------------

    def _opened(self) -> None:
        self.back_to_clay()
        self._title()
        self.viewport.view_all()

    def _title(self) -> None:
        mark = "*" if self.documents.unsaved else ""
        name = self.bench.portrait.name
        self.setWindowTitle(f"{name}{mark} - Yewfinch")
        self.name.setText(f"{name}{mark}")
        self.name.setToolTip(str(self.documents.path or "not saved yet"))

    def _preview(self) -> bytes | None:
        image = self.viewport.small_picture(self.bench.view.camera(320, 320))
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
        if self.viewport.hands.busy:
            return
        try:
            name = self.bench.portrait.history.undo()
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.bench.say(f"Undone: {name}." if name else "There is nothing to undo.")

    def redo(self) -> None:
        """Do the last undone edit again."""
        if self.viewport.hands.busy:
            return
        try:
            name = self.bench.portrait.history.redo()
        except YewfinchError as error:
            self.bench.say(str(error), "error")
            return
        self.bench.say(f"Done again: {name}." if name else "There is nothing to do again.")

    def mark(self, photo_id: str, key: str = "") -> None:
        """Put a photo on the marking desk, on request at one landmark."""
        self.pages.setCurrentWidget(self.desk)
        self.desk.open(photo_id, key)

    def back_to_clay(self) -> None:
        """Leave the marking desk."""
        self.pages.setCurrentIndex(0)
        self.viewport.setFocus()

    def _solved(self) -> None:
        """From the desk, go and stand where its photo was taken, unless a click needs a look."""
        photo, found = self.desk.photo, self.bench.portrait.sitter.solution
        if self.pages.currentWidget() is not self.desk or photo is None or found is None:
            return
        bad = [b for b in found.bad if b.photo == photo.id]
        fit = found.fit(photo.id)
        if photo.standpoint is None:
            self.desk.say(found.left_out.get(photo.id, "This photo has too few marks yet."), "error")
        elif fit is not None and fit.swapped:
            self.desk.say("Left and right are exchanged on this photo; they were read the other way round.", "error")
        elif bad:
            self.desk.choose(bad[0].key)
            self.desk.say(f"{bad[0].words()} It was left out.", "error")
        else:
            self.back_to_clay()
            self.bench.stand_at(photo.id)
            self.viewport.standing.reset_zoom()

    def new(self) -> None:
        """A new portrait with the base head."""
        if self.settle():
            self.documents.show(new_portrait(), None)

    def ask_open(self) -> None:
        """Choose a portrait to open."""
        if not self.settle():
            return
        name, _ = QFileDialog.getOpenFileName(self, "Open portrait", self.folder(), "Portraits (*.yewfinch)")
        if name:
            self.documents.open(Path(name))

    def folder(self) -> str:
        """Where dialogs begin."""
        return str(self.documents.path.parent) if self.documents.path else str(Path.home())

    def _fill_recent(self) -> None:
        assert self._recent is not None
        self._recent.clear()
        for name in self.settings.recent:
            action = self._recent.addAction(Path(name).name)
            assert action is not None
            action.setToolTip(name)
            action.triggered.connect(lambda _=False, n=name: self._open_recent(Path(n)))
        if not self.settings.recent:
            empty = self._recent.addAction("none yet")
            assert empty is not None
            empty.setEnabled(False)

    def _open_recent(self, path: Path) -> None:
        if self.settle():
            self.documents.open(path)

    def save(self) -> bool:
        """Save; asks for a place the first time."""
        if self.documents.path is None:
            return self.save_as()
        return self.documents.save()

    def save_as(self) -> bool:
        """Save under a name to be chosen."""
        name, _ = QFileDialog.getSaveFileName(
            self, "Save portrait", f"{self.folder()}/portrait.yewfinch", "Portraits (*.yewfinch)"
        )
        return bool(name) and self.documents.save(Path(name))

    def snapshot(self) -> QPixmap:
        """A picture of the window as it stands on the screen, the clay drawn in full."""
        self.viewport.picture.fill()
        self.viewport.repaint()
        screen = self.screen()
        return self.grab() if screen is None else screen.grabWindow(self.winId())  # type: ignore[arg-type]

    def toggle_panels(self) -> None:
        """Only the clay, or everything."""
        show = not self.wall.isVisible()
        for widget in (self.wall, self.inspector, self.round):
            widget.setVisible(show)

    def toggle_four(self) -> None:
        """One view of the clay, or four."""
        on = not self.side_views[0].isVisible()
        self.viewport.setMinimumSize(*((160, 120) if on else (320, 240)))
        for view in self.side_views:
            view.setVisible(on)

    def toggle_dark(self) -> None:
        """The other variant of the bench."""
        self.settings.dark = not self.settings.dark
        self.settings.save()
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        theme.apply(app, self.settings.dark)
        self.bench.say("Icons take the new colours at the next start.")

    def show_help(self) -> None:
        """The help page."""
        self.help = HelpDialog(self.actions_table, self)
        self.help.show()

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
        box.setText(f"'{self.bench.portrait.name}' has changes that are not saved.")
        save = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Discard", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Cancel", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(save)
        box.exec()
        if box.clickedButton() is save:
            return self.save()
        return box.clickedButton() is drop

    def closeEvent(self, event: QCloseEvent | None) -> None:  # noqa: N802
        """Ask, tidy, go."""
        assert event is not None
        if not self.settle():
            event.ignore()
            return
        self.viewport.hands.strokes.wait()
        self.texture.close_down()
        self.sitting.close()
        self.photos.close()
        self.documents.close()
        event.accept()

    # --- dropping ------------------------------------------------------------------------

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Photos, portraits and 3D files may be dropped anywhere."""
        if event is not None and event.mimeData() is not None and event.mimeData().hasUrls():  # type: ignore[union-attr]
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Open, import or add what was dropped."""
        if event is None or event.mimeData() is None:
            return
        photos = photo_paths(event)
        if photos:
            self.sitting.add(photos)
        for url in event.mimeData().urls():  # type: ignore[union-attr]
            path = Path(url.toLocalFile())
            if path.suffix.lower() == ".yewfinch" and self.settle():
                self.documents.open(path)
            elif path.suffix.lower() in formats():
                self.documents.import_file(path)
            elif path not in photos:
                self.bench.say(f"{path.name} is neither a photo, a portrait nor a 3D file.", "error")
        event.acceptProposedAction()

