"""Detail levels of the chosen piece: gone to, added, dropped, made under dense clay, taken over from another piece."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLabel, QPushButton, QSpinBox, QWidget

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.waiting import at_once_or_behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.reshape.wrap import MOST_UNDER
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress

#: A step between levels takes so much less time for a vertex than other work.
_LIGHT = 20
#: And making a new one, for each of its vertices.
_NEW = 8


class LevelsPanel(LivePanel):
    """A button for each level, and what is done with them."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 200)
        self._worker: Worker | None = None
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        holder = QWidget()
        self._grid = QGridLayout(holder)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setSpacing(2)
        self.column.addWidget(holder)
        self.levels: list[QPushButton] = []
        row, self.buttons = button_grid(
            (
                ("add", "Add a level", "Four faces for each one, on top of the finest level", self.add),
                (
                    "finer",
                    "Drop finer",
                    "Drop the levels above this one, with their detail",
                    lambda: self._do(detail_levels.drop_finer),
                ),
                (
                    "coarser",
                    "Drop coarser",
                    "Drop the levels below this one; the form stays as it is",
                    lambda: self._do(detail_levels.drop_coarser),
                ),
            )
        )
        self.column.addLayout(row)
        under = QHBoxLayout()
        self.under = QPushButton("Make levels under it")
        self.under.setToolTip(
            "For dense clay without levels, remeshed or imported: coarser levels are made, its form becomes their "
            "detail"
        )
        self.under.clicked.connect(self._under)
        self.number = QSpinBox()
        self.number.setRange(1, MOST_UNDER)
        self.number.setValue(2)
        self.number.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.number.setToolTip("How many; arrow keys change it")
        self.number.valueChanged.connect(lambda n: self.number.setSuffix(" level" if n == 1 else " levels"))
        self.number.setSuffix(" levels")
        self.number.setAccessibleName("levels to make")
        under.addWidget(self.under, 1)
        under.addWidget(self.number)
        self.column.addLayout(under)
        take = QHBoxLayout()
        self.source = QComboBox()
        self.source.setAccessibleName("piece to take detail from")
        self.source.setToolTip("The piece whose form is taken over")
        self.source.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.take = QPushButton("Take its detail")
        self.take.setToolTip("Lay the chosen piece onto that one where it is near and faces alike; masked clay stays")
        self.take.clicked.connect(self._take)
        take.addWidget(self.source, 1)
        take.addWidget(self.take)
        self.column.addLayout(take)
        self.reach = ValueSlider("Within", 0.1, 50.0, "mm", logarithmic=True)
        self.reach.set_value(5.0)
        self.reach.setToolTip("Clay that lies farther off than this is not taken over")
        self.column.addWidget(self.reach)
        self._keys = "", ""
        bench.selection.changed.connect(self.later)
        self.begin()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcuts into the tool tips."""
        self._keys = actions["level_down"].keys, actions["level_up"].keys
        self.refresh()

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    def step(self, way: int) -> None:
        """Go so many levels up, or down."""
        piece = self.piece
        if piece is None:
            return
        to = detail_levels.current(piece) + way
        if not 0 <= to < detail_levels.count(piece):
            which = "finest" if way > 0 else "coarsest"
            self.bench.say(
                phrase("This is the {0} level of '{1}'.", which, piece.name)
                + (" Add one in the panel Levels to go on." if way > 0 else ""),
                "note",
            )
            return
        self.go(to)

    def _chosen(self, number: int) -> None:
        self.go(number)
        self.refresh()

    def go(self, number: int) -> None:
        """Go to a level of the chosen piece."""
        piece = self.piece
        if piece is not None:
            size = piece.levels.sizes[number] if piece.levels is not None and number < len(piece.levels.levels) else 0
            self._work(
                "Going to the level …", size // _LIGHT, lambda p, _: detail_levels.go_to(self.bench.portrait, p, number)
            )

    def add(self) -> None:
        """Add a level to the chosen piece."""
        piece = self.piece
        if piece is not None:
            self._work(
                "Adding a level …",
                4 * len(piece.surface) // _NEW,
                lambda p, _: detail_levels.add(self.bench.portrait, p),
            )

    def _do(self, change: Callable[..., Edit]) -> None:
        self._work("", 0, lambda p, _: change(self.bench.portrait, p))

    def _under(self) -> None:
        piece, number = self.piece, self.number.value()
        if piece is not None:
            self._work(
                "Making levels …",
                len(piece.surface),
                lambda p, progress: detail_levels.make_under(self.bench.portrait, p, number, progress),
            )

    def _take(self) -> None:
        piece, source, reach = self.piece, self.source.currentData(), self.reach.value()
        if piece is not None and source:
            size = len(piece.surface) + len(self.bench.portrait.surface(source))
            self._work(
                "Taking the detail over …",
                size,
                lambda p, _: detail_levels.copy_detail(self.bench.portrait, p, source, reach),
            )

    def _work(self, words: str, size: int, job: Callable[[str, Progress], Edit | None]) -> None:
        piece, portrait = self.bench.selection.piece_id, self.bench.portrait

        def done(edit: Edit | None) -> None:
            if edit is not None:
                portrait.perform(edit)
                held = portrait.pieces[piece]
                self.bench.say(
                    phrase(
                        "{0}: level {1} of {2}, {3} vertices{4}.",
                        held.name,
                        detail_levels.current(held) + 1,
                        detail_levels.count(held),
                        _short(len(held.surface)),
                        "" if edit.told is None else phrase("; {0}", edit.told.words),
                    ),
                    "note",
                )
            self.refresh()

        self._worker = at_once_or_behind_dialog(
            self,
            size,
            words,
            lambda progress: job(piece, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The piece was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def refresh(self) -> None:
        """Show the chosen piece's levels."""
        piece, pieces = self.piece, self.bench.portrait.pieces
        can = piece is not None and not piece.fixed
        sizes = () if piece is None else piece.levels.sizes if piece.levels is not None else (len(piece.surface),)
        now = 0 if piece is None else detail_levels.current(piece)
        if len(self.levels) != len(sizes):
            for button in self.levels:
                self._grid.removeWidget(button)
                button.hide()
                button.deleteLater()
            self.levels = []
            for number in range(len(sizes)):
                button = QPushButton()
                button.setCheckable(True)
                button.setProperty("small", True)
                button.clicked.connect(lambda _=False, n=number: self._chosen(n))
                self._grid.addWidget(button, number // 4, number % 4)
                self.levels.append(button)
        for number, (button, size) in enumerate(zip(self.levels, sizes, strict=True)):
            button.setText(phrase("{0}: {1}", number + 1, _short(size)))
            button.setChecked(number == now)
            button.setEnabled(can)
            button.setToolTip(
                phrase(
                    "Level {0}, {1} vertices ({2}, {3} step down and up)",
                    number + 1,
                    grouped(size),
                    self._keys[0],
                    self._keys[1],
                )
            )
        for key, useful in (("add", now + 1 == len(sizes)), ("finer", now + 1 < len(sizes)), ("coarser", now > 0)):
            self.buttons[key].setEnabled(can and useful)
        alone = len(sizes) == 1
        self.under.setEnabled(can and alone)
        self.number.setEnabled(can and alone)
        others = [(k, p.name) for k, p in pieces.items() if piece is not None and k != piece.id]
        if [self.source.itemData(i) for i in range(self.source.count())] != [k for k, _ in others] or any(
            self.source.itemText(i) != name for i, (_, name) in enumerate(others)
        ):
            held = self.source.currentData()
            self.source.clear()
            for key, name in others:
                self.source.addItem(name, key)
            self.source.setCurrentIndex(max(0, self.source.findData(held)))
        self.take.setEnabled(can and bool(others))
        if piece is None:
            self.note.setText("No piece is chosen.")
        elif not can:
            self.note.setText(phrase("{0} is locked, or no clay yet.", piece.name))
        elif alone:
            self.note.setText(
                phrase("{0} has one level. Coarse levels move big masses, and the finer ones go along.", piece.name)
            )
        else:
            self.note.setText(
                phrase(
                    "{0}: level {1} of {2}. What you change here, the other levels follow.",
                    piece.name,
                    now + 1,
                    len(sizes),
                )
            )


def _short(count: int) -> str:
    """A count of vertices in a few letters."""
    return (
        phrase("{0:.1f} M", count / 1000000.0)
        if count >= 1e6
        else phrase("{0:.0f} k", count / 1000.0)
        if count >= 10_000
        else phrase("{0:.1f} k", count / 1000.0)
        if count >= 1000
        else str(count)
    )
