"""The inspector: the few panels that a stage wants, one open at a time, and all others behind one row."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from functools import partial

from PyQt6.QtCore import QEvent, Qt
from PyQt6.QtWidgets import QApplication, QPushButton, QScrollArea, QVBoxLayout, QWidget

from yewfinch.app.controls.fold import Fold
from yewfinch.app.kit import theme
from yewfinch.app.shell.actions import ActionTable, Explained
from yewfinch.app.shell.room import Panel
from yewfinch.core.session.bench import Stage
from yewfinch.core.session.settings import Arrangement
from yewfinch.core.shared.phrases import phrase

#: The name under which it is kept that the row of more panels is open.
MORE = "more panels"


class Inspector(QScrollArea):
    """Scrolls; which panels are open is kept for each stage, and a panel is made when it is first seen."""

    def __init__(self, arrangement: Arrangement) -> None:
        super().__init__()
        self.arrangement = arrangement
        self.setObjectName("inspector")
        self.setWidgetResizable(True)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        body = QWidget()
        body.setObjectName("inspectorBody")
        self.setAccessibleName("panels")
        self._column = QVBoxLayout(body)
        self._column.setContentsMargins(12, 4, 12, 10)
        self._column.setSpacing(2)
        self.setWidget(body)
        self._panels: dict[str, Panel] = {}
        self.folds: dict[str, Fold] = {}
        self._stage: Stage | None = None
        self._laying_out = False

    def fill(self, panels: Sequence[Panel], actions: ActionTable, helps: Mapping[str, Callable[[], None]]) -> None:
        """Put all panels in; to be called once the inspector stands in its window.

        Parameters
        ----------
        panels : sequence of Panel
        actions : ActionTable
            For tool tips that name shortcuts.
        helps : mapping of title to callable
            Show the page of the help that tells of a panel.

        Raises
        ------
        ValueError
            If two panels have the same title.
        """
        self.more = QPushButton()
        self.more.setProperty("fold", True)
        self.more.setProperty("quiet", True)
        self.more.setCheckable(True)
        self.more.setToolTip("All other panels that this stage can use")
        self.more.toggled.connect(self._more)
        self._column.addWidget(self.more)
        for panel in panels:
            if panel.title in self._panels:
                raise ValueError(phrase("there is a panel {0!r} already", panel.title))
            self._panels[panel.title] = panel
            pinned = panel.title in self.arrangement.pinned
            make = partial(_made, panel, actions)
            fold = Fold(panel.title, make, is_open=False, pinned=pinned, on_help=helps.get(panel.title))
            fold.button.clicked.connect(partial(self._clicked, fold))
            fold.button.toggled.connect(self._note)
            fold.pinned_changed.connect(self._note_pins)
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

    def titles(self) -> list[str]:
        """Titles of all panels."""
        return list(self._panels)

    def stages_of(self, title: str) -> list[Stage]:
        """The stages that have a panel, those first that it is one of the few of."""
        panel = self._panels[title]
        return [*panel.stages, *panel.more]

    def open(self, title: str) -> None:
        """Open a panel of the present stage as a click does, and bring it into sight.

        Raises
        ------
        KeyError
            If there is none of that title.
        """
        fold = self.folds[title]
        if fold.isHidden() and self._stage in self._panels[title].more:
            self.more.setChecked(True)
        if not fold.button.isChecked():
            fold.button.setChecked(True)
        self._clicked(fold, True)

    def _clicked(self, fold: Fold, is_open: bool) -> None:
        """One panel is open at a time, but for pinned ones and those in windows of their own."""
        if not is_open:
            return
        for other in self.folds.values():
            if other is not fold and not other.isHidden() and not other.is_pinned and not other.is_away:
                other.button.setChecked(False)
        self._bring(fold)

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

    def _more(self, on: bool) -> None:
        """Show what stands behind the row, or only what of it is pinned."""
        self.more.setIcon(theme.icon("caret-down" if on else "caret-right", "soft", 14))
        if self._stage is not None:
            for title, panel in self._panels.items():
                if self._stage in panel.more:
                    self.folds[title].setVisible(on or self.folds[title].is_pinned)
        self._note()

    def _note(self, _on: bool = False) -> None:
        """Keep what is open in this stage."""
        if self._laying_out or self._stage is None:
            return
        titles = [t for t, p in self._panels.items() if self._stage in p.stages or self._stage in p.more]
        now = [t for t in titles if self.folds[t].button.isChecked()]
        self.arrangement.opened[self._stage] = now + ([MORE] if self.more.isChecked() else [])

    def _note_pins(self, _on: bool) -> None:
        self.arrangement.pinned = [t for t, f in self.folds.items() if f.is_pinned]

    def lay_out(self, stage: Stage) -> None:
        """Show a stage's own panels in their order, from the first, then the row of more, as they were left."""
        self._laying_out = True
        self._stage = stage
        own = sorted((p for p in self._panels.values() if stage in p.stages), key=lambda p: p.stages[stage])
        others = sorted((p for p in self._panels.values() if stage in p.more), key=lambda p: p.more[stage])
        first = [own[0].title] if own else []
        opened = self.arrangement.opened.get(stage, first)
        shown = {p.title for p in own}
        for title, fold in self.folds.items():
            if title not in shown:
                fold.hide()
        for i, panel in enumerate(own):
            self._column.insertWidget(i, self.folds[panel.title])
        self._column.insertWidget(len(own), self.more)
        for i, panel in enumerate(others):
            self._column.insertWidget(len(own) + 1 + i, self.folds[panel.title])
        for panel in (*own, *others):
            fold = self.folds[panel.title]
            fold.button.setChecked(panel.title in opened or fold.is_pinned)
        for panel in own:
            self.folds[panel.title].show()
        self.more.setVisible(bool(others))
        self.more.setText(phrase("More panels ({0})", len(others)))
        self.more.setChecked(MORE in opened or any(p.title in opened for p in others))
        self._more(self.more.isChecked())
        bar = self.verticalScrollBar()
        assert bar is not None
        bar.setValue(0)
        self._laying_out = False


def _made(panel: Panel, actions: ActionTable) -> QWidget:
    """A panel, its tool tips filled in."""
    made = panel.make()
    if isinstance(made, Explained):
        made.explain(actions)
    return made
