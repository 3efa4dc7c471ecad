"""The inspector: the tools, and under them the panels that a stage wants, each folding away."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtWidgets import QApplication, QScrollArea, QVBoxLayout, QWidget

from yewfinch.app.controls.fold import Fold
from yewfinch.app.shell.actions import ActionTable, Explained
from yewfinch.app.shell.room import Panel
from yewfinch.core.session.bench import Stage


class Inspector(QScrollArea):
    """Scrolls; every panel keeps whether it is folded, and is made when it is first seen."""

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
        self._panels: dict[str, Panel] = {}
        self.folds: dict[str, Fold] = {}

    def fill(self, tools: Sequence[QWidget], panels: Sequence[Panel], actions: ActionTable) -> None:
        """Put the tools and all panels in; to be called once the inspector stands in its window.

        Parameters
        ----------
        tools : sequence of QWidget
            Shown in every stage.
        panels : sequence of Panel
        actions : ActionTable
            For tool tips that name shortcuts.

        Raises
        ------
        ValueError
            If two panels have the same title.
        """
        self._tools = QWidget()
        column = QVBoxLayout(self._tools)
        column.setContentsMargins(0, 0, 0, 0)
        for tool in tools:
            column.addWidget(tool)
        self._column.addWidget(self._tools)
        for panel in panels:
            if panel.title in self._panels:
                raise ValueError(f"there is a panel {panel.title!r} already")
            self._panels[panel.title] = panel
            fold = Fold(panel.title, partial(_made, panel, actions), is_open=not panel.folded)
            fold.button.clicked.connect(lambda is_open, f=fold: self._bring(f) if is_open else None)
            fold.hide()  # till a stage wants it: what is hidden is neither styled nor measured
            self.folds[panel.title] = fold
            self._column.addWidget(fold)
        self._column.addStretch(1)

    def panel(self, title: str) -> QWidget:
        """A panel by its title, made now if nobody has seen it yet.

        Raises
        ------
        KeyError
            If there is none.
        """
        return self.folds[title].body

    def _bring(self, fold: Fold) -> None:
        """Scroll a panel that was opened into sight.

        All of it, or its upper part if it is taller than the inspector.
        """
        body = self.widget()
        assert body is not None
        QApplication.sendPostedEvents(None, QEvent.Type.LayoutRequest.value)
        self._column.activate()
        self.ensureVisible(0, fold.geometry().bottom(), 0, 8)
        self.ensureVisible(0, fold.geometry().top(), 0, 8)

    def lay_out(self, stage: Stage) -> None:
        """Show a stage's panels in their order, from the first; in the sitter's own stage before the tools."""
        wanted = sorted((p for p in self._panels.values() if stage in p.stages), key=lambda p: p.stages[stage])
        titles = {p.title for p in wanted}
        for title, fold in self.folds.items():
            fold.setVisible(title in titles)
        for i, panel in enumerate(wanted):
            self._column.insertWidget(i, self.folds[panel.title])
        self._column.removeWidget(self._tools)
        self._column.insertWidget(1 if stage == "Sitter" else 0, self._tools)
        bar = self.verticalScrollBar()
        assert bar is not None
        bar.setValue(0)


def _made(panel: Panel, actions: ActionTable) -> QWidget:
    """A panel, its tool tips filled in."""
    made = panel.make()
    if isinstance(made, Explained):
        made.explain(actions)
    return made
