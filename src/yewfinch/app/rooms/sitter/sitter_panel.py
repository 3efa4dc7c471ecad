"""The sitter: the joint solve, what it rests on, and the clicks that do not fit."""

from __future__ import annotations

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.rooms.sitter.sitter_person import SitterPerson
from yewfinch.app.rooms.sitter.sitter_size import SitterSize
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import counted, in_a_row, phrase
from yewfinch.core.sitter.photo import Sitter
from yewfinch.core.sitter.sides import FEWEST

#: Letters that fit into one line of the list of what was left out.
_LINE = 38


class SitterPanel(QWidget):
    """Solve, say how sure it is, and name bad clicks.

    Signals
    -------
    solve_asked : ()
    cancel_asked : () that a running solve ends
    mark_asked : (str, str) photo id and landmark to look at
    """

    solve_asked = pyqtSignal()
    cancel_asked = pyqtSignal()
    mark_asked = pyqtSignal(str, str)

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.known_size = SitterSize(bench)
        self.person = SitterPerson(bench)
        column.addWidget(self.known_size)
        column.addWidget(self.person)
        self.state = QLabel()
        self.state.setWordWrap(True)
        row = QHBoxLayout()
        self.solve = QPushButton("Solve the sitter")
        self.solve.setProperty("main", True)
        self.solve.setToolTip(
            "Work out all standpoints and the sitter's landmarks in mm, from all photos together (Ctrl+Return)"
        )
        self.solve.clicked.connect(self.solve_asked)
        row.addWidget(self.solve, 1)
        column.addLayout(row)
        self.progress = QProgressBar()
        self.progress.setRange(0, 100)
        self.progress.setTextVisible(False)
        self.progress.setFixedHeight(6)
        self.cancel = QPushButton("Cancel")
        self.cancel.setToolTip("End the solve; nothing is changed")
        self.cancel.clicked.connect(self.cancel_asked)
        self.running = QWidget()
        line = QHBoxLayout(self.running)
        line.setContentsMargins(0, 0, 0, 0)
        line.addWidget(self.progress, 1)
        line.addWidget(self.cancel)
        self.running.hide()
        column.addWidget(self.running)
        column.addWidget(self.state)
        self.warnings = QLabel()
        self.warnings.setWordWrap(True)
        self.warnings.setProperty("warn", True)
        self.warnings.setAccessibleName("what does not fit one head")
        column.addWidget(self.warnings)
        self.bad_title = QLabel()
        column.addWidget(self.bad_title)
        self.bad = QListWidget()
        self.bad.setAccessibleName("marks that do not fit")
        self.bad.setWordWrap(True)
        self.bad.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.bad.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.bad.itemActivated.connect(self._look)
        self.bad.itemClicked.connect(self._look)
        column.addWidget(self.bad)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, field: str) -> None:
        if field == "sitter":
            self.refresh()

    def refresh(self) -> None:
        """Show what is solved, and what is wrong."""
        sitter = self.bench.portrait.sitter
        found = sitter.solution
        usable = [p for p in sitter.photos if len(p.usable()) >= FEWEST]
        self.solve.setEnabled(bool(usable))
        n = len(usable)
        self.solve.setText(
            "Solve the sitter" if n == 0 else counted("Solve from {0} photo", "Solve from {0} photos", n)
        )
        if found is None:
            self._say("Mark six or more landmarks on each photo; then all photos are solved together.", "soft")
        elif self.bench.standpoint.out_of_date():
            self._say("Solve again: marks, size or sitter have changed since.", "warn")
        else:
            self._say(found.words(), "")
        names = {p.id: p.name for p in sitter.photos}
        told = [] if found is None else found.warnings(names)
        self.warnings.setText(in_a_row("\n", told))
        self.warnings.setVisible(bool(told))
        self.known_size.refresh()
        self.person.refresh()
        self._list_bad(sitter)

    def _list_bad(self, sitter: Sitter) -> None:
        self.bad.clear()
        found = sitter.solution
        lines: list[tuple[str, str, str]] = []
        if found is not None:
            names = {p.id: p.name for p in sitter.photos}
            for f in found.fits:
                if f.swapped and f.photo in names:
                    lines.append(
                        (f.photo, "", phrase("{0}: left and right are exchanged on the whole photo.", names[f.photo]))
                    )
            lines += [
                (b.photo, b.key, phrase("{0}: {1}", names[b.photo], b.words())) for b in found.bad if b.photo in names
            ]
            lines += [(i, "", phrase("{0}: {1}", names[i], text)) for i, text in found.left_out.items() if i in names]
        for photo, key, text in lines:
            item = QListWidgetItem(theme.icon("warning", "gold"), text)
            item.setData(Qt.ItemDataRole.UserRole, (photo, key))
            item.setToolTip("Click to look at it")
            self.bad.addItem(item)
        self.bad_title.setText("Left out, because it does not fit:")
        for widget in (self.bad, self.bad_title):
            widget.setVisible(bool(lines))
        tall = sum(10 + 20 * -(-len(text) // _LINE) for _, _, text in lines)
        self.bad.setFixedHeight(min(190, 8 + tall))

    def _look(self, item: QListWidgetItem) -> None:
        photo, key = item.data(Qt.ItemDataRole.UserRole)
        self.mark_asked.emit(photo, key)

    def show_progress(self, fraction: float | None) -> None:
        """A running solve; None when it has ended."""
        self.running.setVisible(fraction is not None)
        self.progress.setValue(round(100 * (fraction or 0.0)))
        if fraction is None:
            self.refresh()
        else:
            self.solve.setEnabled(False)

    def _say(self, text: str, tone: str) -> None:
        self.state.setText(text)
        for name in ("soft", "warn"):
            self.state.setProperty(name, name == tone)
        style = self.state.style()
        assert style is not None
        style.unpolish(self.state)
        style.polish(self.state)
