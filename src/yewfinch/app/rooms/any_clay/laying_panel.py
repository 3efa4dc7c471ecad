"""The base head laid on the chosen piece: six clicks, what came of it, and what to look at."""

from __future__ import annotations

from PyQt6.QtCore import QItemSelectionModel
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.kit import theme
from yewfinch.app.rooms.any_clay.head_laying import HeadLaying
from yewfinch.app.rooms.any_clay.six_picture import SixPicture
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.laid import Laid
from yewfinch.core.document.verbs.laying import needs_standing_up, standing
from yewfinch.core.features.laid_head.clay_places import Similarity
from yewfinch.core.features.laid_head.laying import ASKED, LEAST
from yewfinch.core.shared.phrases import in_a_row, phrase

MODE = "lay_head"
#: Rows of the list that are in sight at once, and what they are high, pixels.
_ROWS, _ROW = 5, 24
#: Clay with more landmarks than this needs no head laid on.
_ALREADY = 30


class LayingPanel(LivePanel):
    """Clicks, the work, and the list of doubtful landmarks.

    Parameters
    ----------
    head : HeadLaying
    """

    def __init__(self, head: HeadLaying) -> None:
        super().__init__(head.bench, 120)
        self.head = head
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.picture = SixPicture()
        self.click, self.lay = QPushButton(theme.icon("map-pin"), "Click"), QPushButton("Lay the head on")
        self.click.setCheckable(True)
        self.click.setToolTip("Click the six landmarks on the chosen piece, one after the other; drag one to move it")
        self.click.clicked.connect(lambda on: head.bench.set_mode(MODE if on else "tool"))
        self.lay.setToolTip(
            "Lay the base head on the chosen piece: all landmarks, lines and regions of the face are carried over"
        )
        self.lay.clicked.connect(lambda _=False: head.lay(self))
        self.table = plain_table(["Look at"], "doubtful landmarks")
        self.table.itemSelectionChanged.connect(self._show)
        self.right, self.upright = QPushButton("Looks right"), QPushButton("Stand upright")
        self.right.setToolTip("The chosen landmark lies where it should: it is doubtful no longer")
        self.right.clicked.connect(lambda _=False: self._right())
        self.upright.setToolTip("Turn the piece upright and make it as large as life, so that measures in mm hold")
        self.upright.clicked.connect(lambda _=False: head.stand_up())
        first, second = QHBoxLayout(), QHBoxLayout()
        for row, buttons in ((first, (self.click, self.lay)), (second, (self.right, self.upright))):
            row.setSpacing(4)
            for button in buttons:
                row.addWidget(button, 1)
        self.column.addWidget(self.picture)
        self.column.addLayout(first)
        self.column.addWidget(self.note)
        self.why = QLabel()
        self.why.setWordWrap(True)
        self.column.addWidget(self.table)
        self.column.addWidget(self.why)
        self.column.addLayout(second)
        head.bench.selection.changed.connect(self.later)
        head.bench.mode_changed.connect(self._moded)
        self.begin()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self.head.busy()

    # --- what it does -----------------------------------------------------------------------

    def _chosen(self) -> str | None:
        rows = {i.row() for i in self.table.selectedIndexes()}
        doubts = self.head.doubts()
        return next((doubts[r].key for r in rows if r < len(doubts)), None)

    def _show(self) -> None:
        key = self._chosen()
        if key is not None and key != self.bench.selection.landmark:
            self.head.show(key)
        self._tell()

    def _right(self) -> None:
        key = self._chosen()
        if key is not None:
            self.head.find_right(key)

    def _tell(self) -> None:
        """Say why the chosen landmark is doubtful."""
        key = self._chosen()
        why = next((d.why for d in self.head.doubts() if d.key == key), "")
        self.why.setText(f"{why.capitalize()}." if why else "")
        self.why.setVisible(bool(why))
        self.right.setEnabled(key is not None)

    def _moded(self) -> None:
        self.click.setChecked(self.bench.mode == MODE)

    # --- what it shows ----------------------------------------------------------------------

    def refresh(self) -> None:
        """Show what is there."""
        head, portrait = self.head, self.bench.portrait
        piece = portrait.pieces.get(head.piece)
        on = frozenset(k for k in ASKED if piece is not None and _lies_on(portrait.anchors, k, piece.id))
        following = head.next_click()
        self.picture.show_state(on, following)
        laid, doubts = head.laid(), head.doubts()
        free = piece is not None and not piece.fixed
        self.click.setEnabled(free)
        self.lay.setEnabled(free and len(head.sure()) >= LEAST)
        self.lay.setText("Lay on again" if laid is not None else "Lay the head on")
        if piece is None:
            self.note.setText("No piece is chosen.")
        elif not free:
            self.note.setText(phrase("'{0}' is locked, or no clay yet.", piece.name))
        elif laid is None and sum(a.piece == piece.id for a in portrait.anchors.values()) > _ALREADY:
            self.note.setText(
                phrase("'{0}' has its landmarks already. Laying the head on finds all but the six anew.", piece.name)
            )
        elif laid is None:
            self.note.setText(
                phrase("Six clicks on '{0}' give it all landmarks and lines of the face. ", piece.name)
                + (phrase("Next: {0}.", LANDMARKS[following].plain) if following else "All six are there.")
            )
        else:
            self.note.setText(_words(laid, standing(portrait, head.piece), len(doubts)))
        keys = [d.key for d in doubts]
        if [self.table.item(i, 0).data(256) for i in range(self.table.rowCount())] != keys:  # type: ignore[union-attr]
            self._fill()
        for widget in (self.table, self.right):
            widget.setVisible(bool(doubts))
        self._tell()
        self.upright.setVisible(laid is not None and needs_standing_up(standing(portrait, head.piece)))

    def _fill(self) -> None:
        doubts = self.head.doubts()
        self.table.blockSignals(True)
        self.table.setRowCount(len(doubts))
        for i, doubt in enumerate(doubts):
            name = QTableWidgetItem(LANDMARKS[doubt.key].plain)
            name.setData(256, doubt.key)
            name.setToolTip(f"{doubt.why.capitalize()}.")
            self.table.setItem(i, 0, name)
            if doubt.key == self.bench.selection.landmark:
                self.table.setCurrentCell(i, 0, QItemSelectionModel.SelectionFlag.SelectCurrent)
        self.table.blockSignals(False)
        self.table.setFixedHeight((min(len(doubts), _ROWS) + 1) * _ROW + 8)


def _lies_on(anchors: object, key: str, piece: str) -> bool:
    anchor = anchors.get(key) if isinstance(anchors, dict) else None
    return anchor is not None and anchor.piece == piece


def _words(laid: Laid, pose: Similarity, doubts: int) -> str:
    """What came of it, in words."""
    told = [
        phrase(
            "{0} landmarks, {1} lines; the head lies {2:.2f} mm off in the middle.",
            laid.landmarks,
            laid.lines,
            laid.gap,
        )
    ]
    if needs_standing_up(pose):
        told.append(phrase("The clay leans by {0:.0f}° and is {1:.2f} times as large as life.", pose.lean, pose.scale))
    if doubts:
        word = "One landmark is" if doubts == 1 else phrase("{0} landmarks are", doubts)
        told.append(
            phrase(
                "{0} doubtful: choose one to see it, drag it (L) or say that it looks right, then lay on again.", word
            )
        )
    return in_a_row(" ", told)
