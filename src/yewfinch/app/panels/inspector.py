"""The inspector: the tools, and under them the panels that a stage wants, each folding away."""

from __future__ import annotations

from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtWidgets import QApplication, QPushButton, QScrollArea, QVBoxLayout, QWidget

from yewfinch.app import theme
from yewfinch.app.actions import ActionTable
from yewfinch.app.bench import Stage
from yewfinch.app.controls.fold import Fold

#: Which panels stand under the tools in each stage.
LAYOUT: dict[Stage, tuple[str, ...]] = {
    "Sitter": ("The sitter", "Likeness", "Outlines and lines", "Proportions", "Design sheets", "Landmarks on the clay", "History"),
    "Block": ("Base head", "Measures of the head", "Body", "Under the skin", "Pose", "Solids", "Pieces", "Place and copy", "Fuse and remesh",
              "Mend and reduce", "Levels", "Symmetry of shape", "Adaptive detail", "Armature", "Mask and parts", "Masks from the form", "Cut and outline", "Design sheets", "Canon: thirds and fifths", "History"),
    "Form": ("Stroke", "Stamps", "Stencil", "Levels", "Form layers", "Surface texture", "Likeness", "Mask and parts", "Masks from the form", "Cut and outline", "Symmetry of shape", "Adaptive detail", "Fuse and remesh", "Mend and reduce", "Under the skin", "Looking", "Section", "Pieces", "History"),
    "Features": ("Stroke", "Stamps", "Stencil", "Likeness", "Form layers", "Surface texture", "Towards the sitter", "Outlines and lines", "Photo on the clay", "Proportions", "Landmarks on the clay",
                 "Calipers", "Section", "Under the skin", "Canon: thirds and fifths", "History"),
    "Skin": ("Colour", "Stroke", "Stamps", "Stencil", "Surface texture", "Photo on the clay", "Pieces", "History"),
    "Show": ("Looking", "Section", "Pose", "Picture and export", "Pieces", "Canon: thirds and fifths"),
}
#: Panels that are folded away at first.
FOLDED = ("Stroke", "Stamps", "Stencil", "Surface texture", "Looking", "Section", "Adaptive detail", "Place and copy", "Mask and parts", "Masks from the form", "Cut and outline", "Fuse and remesh", "Mend and reduce", "Symmetry of shape", "Under the skin", "Photo on the clay", "Design sheets", "Proportions", "Canon: thirds and fifths")


class Inspector(QScrollArea):
    """Scrolls; every panel keeps whether it is folded."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("inspector")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setMinimumWidth(326)
        self.setMaximumWidth(420)
        body = QWidget()
        body.setObjectName("inspectorBody")
        self._column = QVBoxLayout(body)
        self._column.setContentsMargins(12, 10, 12, 10)
        self._column.setSpacing(6)
        self.setWidget(body)
        self.folds: dict[str, Fold] = {}

    def fill(self, tools: QWidget, panels: dict[str, QWidget]) -> None:
        """Put the tools and all panels in; to be called once the inspector stands in its window.

        Parameters
        ----------
        tools : QWidget
            The tools, shown in every stage.
        panels : dict of title to QWidget
        """
        self._tools = tools
        self._column.addWidget(tools)
        self.folds = {title: Fold(title, panel, is_open=title not in FOLDED) for title, panel in panels.items()}
        for fold in self.folds.values():
            fold.button.clicked.connect(lambda is_open, f=fold: self._bring(f) if is_open else None)
            fold.hide()  # till a stage wants it: what is hidden is neither styled nor measured
            self._column.addWidget(fold)
        self._column.addStretch(1)

    def _bring(self, fold: Fold) -> None:
        """Scroll a panel that was opened into sight: all of it, or its upper part if it is taller than the inspector."""
        body = self.widget()
        assert body is not None
        QApplication.sendPostedEvents(None, QEvent.Type.LayoutRequest.value)
        self._column.activate()
        self.ensureVisible(0, fold.geometry().bottom(), 0, 8)
        self.ensureVisible(0, fold.geometry().top(), 0, 8)

    def lay_out(self, stage: Stage) -> None:
        """Show a stage's panels in their order, from the first; in the sitter's own stage before the tools."""
        wanted = LAYOUT[stage]
        for title, fold in self.folds.items():
            fold.setVisible(title in wanted)
        for i, title in enumerate(wanted):
            self._column.insertWidget(i, self.folds[title])
        self._column.removeWidget(self._tools)
        self._column.insertWidget(1 if stage == "Sitter" else 0, self._tools)
        bar = self.verticalScrollBar()
        assert bar is not None
        bar.setValue(0)


class ShowPanel(QWidget):
    """What can be taken away from the bench: a picture, a sheet, a 3D file."""

    def __init__(self, actions: ActionTable) -> None:
        super().__init__()
        rows = QVBoxLayout(self)
        rows.setContentsMargins(0, 0, 0, 0)
        for action_id, picture in (("picture", "camera"), ("sheet", "file-pdf"), ("export", "export")):
            record = actions[action_id]
            button = QPushButton(theme.icon(picture), record.title)
            button.setToolTip(f"{record.tip} ({record.keys})")
            button.clicked.connect(lambda _=False, r=record: r.run())
            rows.addWidget(button)
