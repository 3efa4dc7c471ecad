"""Form layers of the chosen piece, and stored states of its form."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QComboBox,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QSpinBox,
    QToolButton,
)

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import form_layers, states
from yewfinch.core.sculpt.form_layers import STRONGEST, WEAKEST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import LEAF_ROWS
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase

_KEY = Qt.ItemDataRole.UserRole
#: Rows that are seen without scrolling, at most.
_MOST_ROWS = 7
#: Rows of a layer that do not follow the slider any more: they are weighed in a thread, once it is let go.
_HEAVY = 300_000


class LayersPanel(LivePanel):
    """A list with the form itself at its foot, the strength of the chosen layer, and what is done with layers and
    states.
    """

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 150)
        self._waiting: float | None = None
        self._worker: Worker | None = None
        self.list = QListWidget()
        self.list.setAccessibleName("form layers")
        self.list.setToolTip("Strokes go on the chosen one; the tick shows it; a double click renames it")
        self.list.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.list.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked | QAbstractItemView.EditTrigger.EditKeyPressed
        )
        self.list.currentItemChanged.connect(self._chosen)
        self.list.itemChanged.connect(self._item_changed)
        self.column.addWidget(self.list)
        self.strength = ValueSlider("Strength", 100 * WEAKEST, 100 * STRONGEST, "%", decimals=0)
        self.strength.setToolTip(
            "How much of the layer shows: 0 as if it was never worked, below 0 turned about, 200 twice as strong"
        )
        self.strength.changed.connect(self._weigh)
        self.strength.released.connect(self._weighed)
        self.column.addWidget(self.strength)
        grid, self.buttons = button_grid(
            (
                ("add", "New layer", "An empty layer on top; strokes go on it", self._add),
                (
                    "stroke",
                    "Last strokes",
                    "What the last strokes did becomes a layer of its own: so many as stand below",
                    lambda: self._make(lambda p: form_layers.last_strokes(self.bench.portrait, p, self.count.value())),
                ),
                (
                    "duplicate",
                    "Duplicate",
                    "The layer once more, hidden at first",
                    lambda: self._make(lambda p: form_layers.duplicate(self.bench.portrait, p, self.chosen)),
                ),
                (
                    "merge",
                    "Merge down",
                    "One layer of this and the one below; the form stays",
                    lambda: self._make(lambda p: form_layers.merge(self.bench.portrait, p, self.chosen)),
                ),
                (
                    "settle",
                    "Settle",
                    "What shows of the layer becomes part of the form itself",
                    lambda: self._drop(settle=True),
                ),
                ("remove", "Remove", "The layer goes, with what it does", lambda: self._drop(settle=False)),
                (
                    "mask",
                    "Mask it",
                    "Hold the layer off where the clay is masked now; with nothing masked, nowhere",
                    lambda: self._do(lambda p: form_layers.hold_off(self.bench.portrait, p, self.chosen)),
                ),
                (
                    "up",
                    "Up",
                    "Higher in the list",
                    lambda: self._do(lambda p: form_layers.move(self.bench.portrait, p, self.chosen, -1)),
                ),
                (
                    "down",
                    "Down",
                    "Lower in the list",
                    lambda: self._do(lambda p: form_layers.move(self.bench.portrait, p, self.chosen, 1)),
                ),
            )
        )
        self.column.addLayout(grid)
        row = QHBoxLayout()
        row.addWidget(QLabel("Strokes that become a layer"), 1)
        self.count = QSpinBox()
        self.count.setRange(1, 200)
        self.count.setAccessibleName("strokes that become a layer")
        self.count.setToolTip("So many of the last strokes; a step that was no stroke on the form itself ends the row")
        row.addWidget(self.count)
        self.column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        row = QHBoxLayout()
        row.setSpacing(2)
        self.states = QComboBox()
        self.states.setAccessibleName("stored states")
        self.states.setToolTip("Stored states of the form; the tool Towards state works towards the one shown here")
        self.states.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.states.activated.connect(
            lambda _: self.bench.selection.choose_state(self.bench.selection.piece_id, self.states.currentData() or "")
        )
        self.store = QPushButton("Store state")
        self.store.setProperty("small", True)
        self.store.setToolTip("Keep the form as it is now")
        self.store.clicked.connect(self._store)
        self.forget = QToolButton()
        self.forget.setIcon(theme.icon("trash", "soft"))
        self.forget.setToolTip("Remove the stored state")
        self.forget.setAccessibleName("remove the stored state")
        self.forget.clicked.connect(lambda: self._do(lambda p: states.forget(self.bench.portrait, p, self.state)))
        row.addWidget(self.states, 1)
        row.addWidget(self.store)
        row.addWidget(self.forget)
        self.column.addLayout(row)
        second, more = button_grid(
            (
                (
                    "back",
                    "Back to it",
                    "Give the clay the stored form, where nothing is masked",
                    lambda: self._do(lambda p: states.go_back(self.bench.portrait, p, self.state)),
                ),
                (
                    "difference",
                    "Difference as layer",
                    "A layer of what was changed since: at 0 % the form is the stored one",
                    self._difference,
                ),
            ),
            2,
        )
        self.buttons |= more
        self.column.addLayout(second)
        self._filling = False
        self._dragged = False
        bench.selection.changed.connect(self.later)
        self.begin()

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    @property
    def chosen(self) -> str:
        """Id of the layer that strokes go on; empty for the form itself."""
        return self.bench.selection.layer_of.get(self.bench.selection.piece_id, "")

    @property
    def state(self) -> str:
        """Id of the stored state that is shown."""
        return self.states.currentData() or ""

    # --- what is done ------------------------------------------------------------------------

    def _do(self, job: Callable[[str], Edit | None]) -> bool:
        piece = self.piece
        if piece is None:
            return False
        try:
            edit = job(piece.id)
        except (YewfinchError, StopIteration) as error:
            self.bench.say(str(error) or "Choose a layer first.", "warn")
            return False
        if edit is not None:
            self.bench.portrait.perform(edit)
        self.refresh()
        return True

    def _make(self, job: Callable[[str], tuple[Edit, str]]) -> None:
        keys: list[str] = []

        def both(piece: str) -> Edit:
            edit, key = job(piece)
            keys.append(key)
            return edit

        if self._do(both):
            self.bench.selection.choose_layer(self.bench.selection.piece_id, keys[0])
            self.refresh()

    def _add(self) -> None:
        self._make(lambda p: form_layers.add(self.bench.portrait, p))

    def _drop(self, settle: bool) -> None:
        if self._do(lambda p: form_layers.remove(self.bench.portrait, p, self.chosen, settle=settle)):
            self.bench.selection.choose_layer(self.bench.selection.piece_id, "")
            self.refresh()

    def _store(self) -> None:
        keys: list[str] = []

        def both(piece: str) -> Edit:
            edit, key = states.store(self.bench.portrait, piece)
            keys.append(key)
            return edit

        if self._do(both):
            self.bench.selection.choose_state(self.bench.selection.piece_id, keys[0])
            self.refresh()

    def _difference(self) -> None:
        def made(piece: str) -> tuple[Edit, str]:
            state = states.state_of(self.bench.portrait, piece, self.state)
            return form_layers.difference(self.bench.portrait, piece, state.positions, phrase("Since {0}", state.name))

        self._make(made)

    def _weigh(self, value: float) -> None:
        """The form follows the slider; one undo step for a drag."""
        piece = self.piece
        if self._filling or piece is None or not self.chosen:
            return
        portrait = self.bench.portrait
        stack = form_layers.stack_of(portrait, piece)
        rows = next((len(v.steps.leaves) for v in stack.layers if v.id == self.chosen), 0) * LEAF_ROWS
        if rows > _HEAVY:
            self._waiting = value
            if not self.strength.dragging:
                self._weighed()
            return
        if self._dragged:
            portrait.history.undo()
            self._dragged = False
        try:
            edit = form_layers.weigh(portrait, piece.id, self.chosen, value / 100)
        except (YewfinchError, StopIteration) as error:
            self.bench.say(str(error), "warn")
            return
        portrait.perform(edit)
        self._dragged = self.strength.dragging

    def _weighed(self) -> None:
        self._dragged = False
        value, self._waiting = self._waiting, None
        piece, key, portrait = self.piece, self.chosen, self.bench.portrait
        if value is not None and piece is not None and not self.busy():
            self._worker = behind_dialog(
                self,
                "Weighing the layer …",
                lambda _: form_layers.weigh(portrait, piece.id, key, value / 100),
                portrait.perform,
                lambda text: self.bench.say(text, "warn"),
                "The layer was left as it was.",
                counted=False,
            )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _chosen(self, item: QListWidgetItem | None) -> None:
        if item is not None and not self._filling:
            self.bench.selection.choose_layer(self.bench.selection.piece_id, item.data(_KEY))
            self.refresh()

    def _item_changed(self, item: QListWidgetItem) -> None:
        if self._filling or not item.data(_KEY) or self.piece is None:
            return
        portrait, key = self.bench.portrait, item.data(_KEY)
        layer = form_layers.stack_of(portrait, self.piece)[key]
        visible = item.checkState() == Qt.CheckState.Checked
        if visible != layer.visible:
            self._do(lambda p: form_layers.show(portrait, p, key, visible))
        elif item.text() != layer.name:
            self._do(lambda p: form_layers.rename(portrait, p, key, item.text()))
            self.refresh()

    # --- what is shown -----------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the layers and states of the chosen piece."""
        piece = self.piece
        self._filling = True
        self.list.clear()
        stack = None if piece is None else form_layers.stack_of(self.bench.portrait, piece)
        rows = [] if stack is None else list(stack.layers)
        chosen = self.chosen if any(v.id == self.chosen for v in rows) else ""
        for layer in rows:
            item = QListWidgetItem(layer.name)
            item.setData(_KEY, layer.id)
            item.setFlags(
                Qt.ItemFlag.ItemIsEnabled
                | Qt.ItemFlag.ItemIsSelectable
                | Qt.ItemFlag.ItemIsUserCheckable
                | Qt.ItemFlag.ItemIsEditable
            )
            item.setCheckState(Qt.CheckState.Checked if layer.visible else Qt.CheckState.Unchecked)
            self.list.addItem(item)
            if layer.id == chosen:
                self.list.setCurrentItem(item)
        ground = QListWidgetItem("The form itself")
        ground.setData(_KEY, "")
        self.list.addItem(ground)
        if not chosen:
            self.list.setCurrentItem(ground)
        self.list.setFixedHeight(
            min(self.list.count(), _MOST_ROWS) * self.list.sizeHintForRow(0) + 2 * self.list.frameWidth()
        )
        can = piece is not None and not piece.fixed
        own = can and bool(chosen)
        for key in ("duplicate", "merge", "settle", "remove", "mask", "up", "down"):
            self.buttons[key].setEnabled(own)
        for key in ("add", "stroke"):
            self.buttons[key].setEnabled(can)
        self.strength.setEnabled(own)
        if stack is not None and chosen:
            self.strength.set_value(100 * stack[chosen].strength)
        kept = () if piece is None else self.bench.portrait.states.get(piece.id, ())
        self.states.clear()
        for state in kept:
            there = piece is not None and state.faces is piece.surface.faces
            self.states.addItem(
                state.name if there else phrase("{0} (level {1})", state.name, state.level + 1), state.id
            )
        held = self.bench.selection.state_of.get(self.bench.selection.piece_id, "")
        self.states.setCurrentIndex(max(0, self.states.findData(held)) if kept else -1)
        if kept and self.state != held:
            self.bench.selection.state_of[self.bench.selection.piece_id] = self.state
        self.store.setEnabled(can)
        for widget in (self.states, self.forget, self.buttons["back"], self.buttons["difference"]):
            widget.setEnabled(can and bool(kept))
        self.note.setText(self._words(piece, chosen))
        self._filling = False

    def _words(self, piece: Piece | None, chosen: str) -> str:
        if piece is None:
            return "No piece is chosen."
        away = form_layers.elsewhere(self.bench.portrait, piece)
        more = in_a_row("", (phrase(" Level {0} has {1} more.", s.level + 1, len(s.layers)) for s in away))
        if chosen:
            why = form_layers.ready(self.bench.portrait, piece, chosen)
            return (why or "Strokes go on the chosen layer.") + more
        if self.chosen and away:
            return phrase("The chosen layer belongs to another level. Go there, or click The form itself.{0}", more)
        return phrase("Strokes go on the form itself.{0}", more)
