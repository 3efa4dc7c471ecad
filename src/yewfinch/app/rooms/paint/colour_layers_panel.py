"""Colour layers of the chosen piece: begun at a grain, chosen, weighed, ordered, grouped, merged."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QTreeWidgetItem,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.button_grid import button_grid
from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.paint.layer_tree import GROUP, KEY, LayerTree
from yewfinch.app.rooms.paint.paint_controller import PaintController
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import painting, pigment_layers
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.skin.colour_layer import MODES, ColourLayer, Kind

#: Rows of the list that are seen without scrolling, at least and at most.
_FEWEST_ROWS, _MOST_ROWS = 3, 8
#: What the kinds of layers are called in the list.
_KINDS = {"paint": "", "pigment": "pigments", "fill": "fill", "adjust": "adjustment", "group": "group"}


class ColourLayersPanel(LivePanel):
    """A list of the layers, and what is done with the chosen one."""

    def __init__(self, controller: PaintController) -> None:
        super().__init__(controller.bench, 120)
        self.controller = controller
        self._filling = False
        self._listed_now: tuple[object, ...] = ()
        self._items: dict[str, QTreeWidgetItem] = {}
        self._suggested = ""
        self._worker: Worker | None = None
        self._begin_with()
        self._listed()
        controller.changed.connect(self.later)
        self.begin()

    def _begin_with(self) -> None:
        """What is shown of a piece without layers."""
        self.first = QWidget()
        column = QVBoxLayout(self.first)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.why = QLabel(
            "Without colour layers a piece has one colour at each vertex. With them its colour is finer than its net, "
            "and paint lies in layers over it."
        )
        self.why.setWordWrap(True)
        self.why.setProperty("soft", True)
        column.addWidget(self.why)
        row = QHBoxLayout()
        row.addWidget(QLabel("Grain"))
        self.grain = self._grain_box("how fine colour layers are")
        row.addWidget(self.grain)
        row.addStretch(1)
        self.begin_button = QPushButton("Begin layers")
        self.begin_button.setToolTip("The colour so far becomes the lowest layer; an empty one lies over it")
        self.begin_button.clicked.connect(
            lambda: self._do(lambda p: painting.begin(self.bench.portrait, p, self.grain.value()))
        )
        row.addWidget(self.begin_button)
        column.addLayout(row)
        self.column.addWidget(self.first)

    @staticmethod
    def _grain_box(name: str) -> LengthBox:
        box = LengthBox()
        box.setRange(painting.FINEST, painting.COARSEST)
        box.setDecimals(2)
        box.setSingleStep(0.05)
        box.setSuffix(" mm")
        box.setValue(painting.USUAL)
        box.setAccessibleName(name)
        box.setToolTip("How far colour samples lie apart: 0.25 mm shows pores and single vessels, 1 mm blotches")
        return box

    def _listed(self) -> None:
        """What is shown of a piece with layers."""
        self.rest = QWidget()
        column = QVBoxLayout(self.rest)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.list = LayerTree()
        self.list.setAccessibleName("colour layers")
        self.list.setToolTip(
            "Strokes of colour go on the chosen one; the tick shows it; drag it elsewhere; a double click renames it"
        )
        self.list.dropped.connect(
            lambda key, group, above: self._do(lambda p: painting.place(self.bench.portrait, p, key, group, above))
        )
        self.list.currentItemChanged.connect(self._chosen)
        self.list.itemChanged.connect(self._item_changed)
        column.addWidget(self.list)
        self.opacity = ValueSlider("Opacity", 0, 100, "%", decimals=0)
        self.opacity.setToolTip("How much of the layer shows")
        self.opacity.changed.connect(lambda v: None if self._filling else self.controller.set(opacity=v / 100))
        self.opacity.released.connect(self.controller.end_step)
        column.addWidget(self.opacity)
        row = QHBoxLayout()
        self.mode = QComboBox()
        self.mode.setAccessibleName("how the layer is blended")
        self.mode.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.mode.setToolTip("How the layer is blended with what lies below it")
        for key, title in MODES.items():
            self.mode.addItem(title, key)
        self.mode.activated.connect(lambda _: self._do(lambda p: self._changed(p, mode=str(self.mode.currentData()))))
        row.addWidget(self.mode, 1)
        self.clip = QCheckBox("Clip")
        self.clip.setToolTip("Shows only where the layer below it does")
        self.clip.clicked.connect(lambda on: self._do(lambda p: self._changed(p, clip=on)))
        self.lock = QCheckBox("Lock")
        self.lock.setToolTip("Takes no strokes")
        self.lock.clicked.connect(lambda on: self._do(lambda p: self._changed(p, locked=on)))
        row.addWidget(self.clip)
        row.addWidget(self.lock)
        column.addLayout(row)
        column.addLayout(self._buttons())
        self.told = QLabel()
        self.told.setProperty("soft", True)
        column.addWidget(self.told)
        row = QHBoxLayout()
        self.new_grain = self._grain_box("another grain for the colour layers")
        self.regrain = QPushButton("Change grain")
        self.regrain.setProperty("small", True)
        self.regrain.setToolTip("Keep the colour finer or coarser from now on; all layers are carried over")
        self.regrain.clicked.connect(self._regrain)
        row.addWidget(self.new_grain)
        row.addWidget(self.regrain)
        row.addStretch(1)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.column.addWidget(self.rest)

    def _buttons(self) -> QVBoxLayout:
        portrait = self._portrait
        column = QVBoxLayout()
        column.setSpacing(4)
        added: tuple[tuple[str, str, Kind, str], ...] = (
            ("paint", "+ Paint", "paint", "An empty layer of paint above the chosen one"),
            ("pigment", "+ Pigments", "pigment", "A layer that reddens, tans or pales what lies below: the tool Tint"),
            ("fill", "+ Fill", "fill", "A layer of the colour in hand all over"),
            ("adjust", "+ Adjust", "adjust", "Brightness, contrast, saturation, hue and balance of what lies below"),
            ("group", "+ Group", "group", "A group: layers in it are weighed and masked together"),
        )

        def adds(kind: Kind) -> Callable[[], object]:
            return lambda: self._do(
                lambda p: painting.add(portrait(), p, kind, rgb=self.bench.tools.rgb, above=self._key())
            )

        first, self.buttons = button_grid([(k, title, tip, adds(kind)) for k, title, kind, tip in added])
        second, more = button_grid(
            (
                ("duplicate", "Duplicate", "The layer once more", lambda: self._do(self._with(painting.duplicate))),
                (
                    "merge", "Merge down", "One layer of this and the one below it",
                    lambda: self._do(self._with(painting.merge)),
                ),
                ("remove", "Remove", "The layer goes, and with a group all in it", self._remove),
                (
                    "up", "Up", "Higher in the list",
                    lambda: self._do(lambda p: painting.move(portrait(), p, self._key(), -1)),
                ),
                (
                    "down", "Down", "Lower in the list",
                    lambda: self._do(lambda p: painting.move(portrait(), p, self._key(), 1)),
                ),
                ("into", "Into group", "Into the next group above it, or out of the one it lies in", self._into),
                ("alone", "Alone", "Show it alone; again: show all", lambda: self._do(self._with(painting.alone))),
                (
                    "collapse", "All as one", "All that shows as one more layer on top; the others stay",
                    lambda: self._do(lambda p: painting.collapse(portrait(), p)),
                ),
                (
                    "pigments", "To pigments", "Paint becomes pigments that move what lies below to its colour",
                    lambda: self._do(self._to_pigments),
                ),
                (
                    "end", "End layers", "Give the layers up: each vertex keeps the colour that shows there",
                    lambda: self._do(lambda p: painting.end(portrait(), p)),
                ),
            )
        )  # fmt: skip
        self.buttons |= more
        column.addLayout(first)
        column.addLayout(second)
        return column

    # --- what is done ------------------------------------------------------------------------

    def _portrait(self):  # type: ignore[no-untyped-def]  # the bench's, whichever that is by then
        return self.bench.portrait

    def _key(self) -> str:
        layer = self.controller.layer
        return "" if layer is None else layer.id

    def _with(self, verb: Callable[..., Edit | tuple[Edit, str]]) -> Callable[[str], Edit | tuple[Edit, str]]:
        return lambda p: verb(self.bench.portrait, p, self._key())

    def _changed(self, piece: str, **settings: object) -> Edit:
        return painting.change(self.bench.portrait, piece, self._key(), **settings)

    def _do(self, job: Callable[[str], Edit | tuple[Edit, str] | None]) -> bool:
        done = self.controller.do(job)
        self.refresh()
        return done

    def _to_pigments(self, piece: str) -> Edit:
        edit, away = pigment_layers.to_pigments(self.bench.portrait, piece, self._key())
        self.bench.say(phrase("The colours of skin are {0:.1f} ΔE00 from the paint, in the median.", away), "note")
        return edit

    def _remove(self) -> None:
        self._do(self._with(painting.remove))

    def _into(self) -> None:
        layer, held = self.controller.layer, self.controller.painting
        if layer is None or held is None:
            return
        if layer.parent:
            self._do(lambda p: painting.into_group(self.bench.portrait, p, layer.id, held[layer.parent].parent))
            return
        at = held.layers.index(layer)
        above = [v for v in held.layers[:at] if v.kind == "group" and v.parent == layer.parent]
        if not above:
            self.bench.say("Add a group above the layer first.", "note")
            return
        self._do(lambda p: painting.into_group(self.bench.portrait, p, layer.id, above[-1].id))

    def _regrain(self) -> None:
        piece = self.controller.piece
        if piece is None or (self._worker is not None and self._worker.isRunning()):
            return
        self.controller.end_step()
        portrait, grain = self.bench.portrait, self.new_grain.value()

        def done(edit: Edit | None) -> None:
            if edit is None:
                self.bench.say("The colour is kept at that grain already, or as near as halving edges comes.", "note")
            else:
                portrait.perform(edit)
            self.refresh()

        self._worker = behind_dialog(
            self,
            "Carrying the colour over …",
            lambda progress: painting.regrain(portrait, piece.id, grain, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The colour was left as it was.",
        )

    def _chosen(self, item: QTreeWidgetItem | None) -> None:
        if item is not None and not self._filling:
            self.controller.choose(item.data(0, KEY))
            self.refresh()

    def _item_changed(self, item: QTreeWidgetItem) -> None:
        held = self.controller.painting
        if self._filling or held is None or item.data(0, KEY) not in held:
            return
        layer = held[item.data(0, KEY)]
        visible = item.checkState(0) == Qt.CheckState.Checked
        name = item.text(0)
        if visible != layer.visible:
            self._do(lambda p: painting.change(self.bench.portrait, p, layer.id, visible=visible))
        elif name != _title(layer):
            self._do(lambda p: painting.change(self.bench.portrait, p, layer.id, name=name))

    # --- what is shown -----------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the layers of the chosen piece."""
        piece, held, chosen = self.controller.piece, self.controller.painting, self.controller.layer
        self._filling = True
        self.first.setVisible(held is None)
        self.rest.setVisible(held is not None)
        self.begin_button.setEnabled(piece is not None and not piece.fixed)
        if piece is not None and held is None and piece.id != self._suggested:
            self._suggested = piece.id
            self.grain.setValue(painting.usual(piece.surface))
        if held is not None and piece is not None:
            self._fill_list(held.layers, None if chosen is None else chosen.id)
            self._show_chosen(chosen)
            grain = painting.grain_in_mm(piece) or 0.0
            self.told.setText(phrase("Grain {0:.2f} mm: {1} samples", grain, grouped(held.grain.count)))
            self.note.setText(
                ""
                if chosen is None
                else painting.can_paint_on(
                    held, chosen.id, part="mask" if self.bench.selection.on_colour_mask else "colour", pigments=True
                )
            )
            self.note.setVisible(bool(self.note.text()))
        self._filling = False

    def _fill_list(self, layers: tuple[ColourLayer, ...], chosen: str | None) -> None:
        listed = tuple((v.id, v.parent, v.kind, v.visible, _title(v), _told(v)) for v in layers)
        if listed == self._listed_now:  # an entry that is being dragged stays
            if chosen in self._items:
                self.list.setCurrentItem(self._items[chosen])
            return
        self._listed_now = listed
        self.list.clear()
        items = self._items = {}
        waiting = list(layers)
        while waiting:  # groups first, whatever their order
            for layer in list(waiting):
                if layer.parent and layer.parent not in items:
                    continue
                item = QTreeWidgetItem([_title(layer)])
                item.setData(0, KEY, layer.id)
                item.setData(0, GROUP, layer.kind == "group")
                item.setFlags(
                    Qt.ItemFlag.ItemIsEnabled
                    | Qt.ItemFlag.ItemIsSelectable
                    | Qt.ItemFlag.ItemIsUserCheckable
                    | Qt.ItemFlag.ItemIsEditable
                    | Qt.ItemFlag.ItemIsDragEnabled
                    | (Qt.ItemFlag.ItemIsDropEnabled if layer.kind == "group" else Qt.ItemFlag.NoItemFlags)
                )
                item.setCheckState(0, Qt.CheckState.Checked if layer.visible else Qt.CheckState.Unchecked)
                item.setToolTip(0, _told(layer))
                items[layer.id] = item
                waiting.remove(layer)
        for layer in layers:
            if layer.parent:
                items[layer.parent].addChild(items[layer.id])
            else:
                self.list.addTopLevelItem(items[layer.id])
        self.list.expandAll()
        if chosen in items:
            self.list.setCurrentItem(items[chosen])
        rows = min(max(len(layers), _FEWEST_ROWS), _MOST_ROWS)
        self.list.setFixedHeight(rows * max(self.list.sizeHintForRow(0), 20) + 2 * self.list.frameWidth())

    def _show_chosen(self, layer: ColourLayer | None) -> None:
        paints = layer is not None and layer.kind in ("paint", "fill", "group")
        self.opacity.setEnabled(layer is not None)
        self.mode.setEnabled(paints)
        for widget in (self.clip, self.lock, *(self.buttons[k] for k in ("duplicate", "remove", "up", "down", "into"))):
            widget.setEnabled(layer is not None)
        self.buttons["merge"].setEnabled(layer is not None)
        self.buttons["pigments"].setEnabled(layer is not None and layer.kind == "paint")
        if layer is not None:
            self.opacity.set_value(100 * layer.opacity)
            self.mode.setCurrentIndex(self.mode.findData(layer.mode))
            self.clip.setChecked(layer.clip)
            self.lock.setChecked(layer.locked)


def _title(layer: ColourLayer) -> str:
    return layer.name


def _told(layer: ColourLayer) -> str:
    """What a layer is, in a line."""
    parts = [_KINDS[layer.kind] or "paint", phrase("{0:.0f} %", 100 * layer.opacity), MODES[layer.mode]]
    parts += [
        w for w, on in (("masked", layer.mask is not None), ("clipped", layer.clip), ("locked", layer.locked)) if on
    ]
    return in_a_row(", ", parts)
