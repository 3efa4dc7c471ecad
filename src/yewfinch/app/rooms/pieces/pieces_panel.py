"""The pieces of the portrait: choose, show, lock, name, group, arrange, copy, remove."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from PyQt6.QtCore import QSize, Qt, QTimer
from PyQt6.QtGui import QColor, QIcon, QKeyEvent, QPixmap
from PyQt6.QtWidgets import (
    QColorDialog,
    QHBoxLayout,
    QInputDialog,
    QMenu,
    QToolButton,
    QTreeWidgetItem,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.pieces.piece_tree import GROUP, PieceTree
from yewfinch.app.shell.dialogs.waiting import COPIED, at_once_or_behind_dialog
from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import painting, pieces
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Height of a line, and how many are shown at most before the list scrolls.
_LINE, _MOST = 28, 14


class PiecesPanel(QWidget):
    """A list with groups."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._worker: Worker | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.tree = PieceTree()
        self.tree.chose.connect(self._chose)
        self.tree.dropped.connect(self._dropped)
        self.tree.keyed.connect(self._keyed)
        self.tree.itemCollapsed.connect(lambda item: self._folded.add(item.data(0, GROUP)))
        self.tree.itemExpanded.connect(lambda item: self._folded.discard(item.data(0, GROUP)))
        self.tree.itemDoubleClicked.connect(self._renamed)
        column.addWidget(self.tree)
        self._folded: set[str] = set()
        self._listed: dict[str, tuple[object, ...]] = {}
        self._soon = QTimer(self)  # a list that grows moves all panels below it: not before the clay is drawn
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self.refresh)
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._mark)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.pieces_changed.connect(self._later)
        self.refresh()

    def _later(self) -> None:
        self._soon.start()

    # --- listing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """List them anew; lines of pieces that look as before stay, as a line takes some milliseconds."""
        tree, portrait = self.tree, self.bench.portrait
        now = {k: _looks(p) for k, p in portrait.pieces.items()}
        tree.blockSignals(True)
        if any(p.group for p in portrait.pieces.values()) or any(look[0] for look in self._listed.values()):
            self._list_all()
        else:
            self._list_changed(now)
        self._listed = now
        lines = sum(1 for _ in tree.lines())
        tree.setFixedHeight(min(max(lines, 1), _MOST) * _LINE + 4)
        tree.blockSignals(False)
        self._mark()

    def _list_changed(self, now: dict[str, tuple[object, ...]]) -> None:
        """Bring a list without groups up to date."""
        kept = [k for k, look in self._listed.items() if now.get(k) == look]
        if kept != [k for k in now if k in set(kept)]:
            kept = []  # they stand in another order
        for row in range(self.tree.topLevelItemCount() - 1, -1, -1):
            item = self.tree.topLevelItem(row)
            if item is not None and item.data(0, Qt.ItemDataRole.UserRole) not in kept:
                self.tree.takeTopLevelItem(row)
        for row, (key, piece) in enumerate(self.bench.portrait.pieces.items()):
            if key not in kept:
                item = QTreeWidgetItem()
                self.tree.insertTopLevelItem(row, item)
                self._fill_line(item, piece)

    def _list_all(self) -> None:
        tree, portrait = self.tree, self.bench.portrait
        tree.clear()
        groups: dict[str, QTreeWidgetItem] = {}
        for piece in portrait.pieces.values():
            parent: QTreeWidgetItem | None = None
            if piece.group:
                if piece.group not in groups:
                    groups[piece.group] = self._group_line(piece.group)
                parent = groups[piece.group]
            self._fill_line(QTreeWidgetItem(tree) if parent is None else QTreeWidgetItem(parent), piece)

    def _group_line(self, name: str) -> QTreeWidgetItem:
        item = QTreeWidgetItem(self.tree, [name, ""])
        item.setData(0, GROUP, name)
        item.setData(1, Qt.ItemDataRole.AccessibleTextRole, phrase("buttons of {0}", name))
        item.setSizeHint(0, QSize(0, _LINE))
        font = item.font(0)
        font.setBold(True)
        item.setFont(0, font)
        item.setExpanded(name not in self._folded)
        members = [p for p in self.bench.portrait.pieces.values() if p.group == name]
        item.setToolTip(
            0, phrase("Group {0}: {1} pieces. Drag pieces onto it; double click renames it", name, len(members))
        )
        self.tree.setItemWidget(item, 1, self._buttons(members, name, name))
        return item

    def _fill_line(self, item: QTreeWidgetItem, piece: Piece) -> None:
        sign = (
            "↔ "
            if piece.follows is not None and piece.follows.kind == "twin"
            else "↻ "
            if piece.follows is not None
            else ""
        )
        item.setText(0, f"{sign}{piece.name}")
        item.setData(0, Qt.ItemDataRole.UserRole, piece.id)
        item.setData(1, Qt.ItemDataRole.AccessibleTextRole, phrase("buttons of {0}", piece.name))
        item.setSizeHint(0, QSize(0, _LINE))
        item.setIcon(0, _swatch(piece))
        count = grouped(len(piece.surface))
        kind = (
            "a follower of another piece"
            if piece.follows is not None
            else "a solid"
            if piece.solid is not None
            else "clay"
        )
        item.setToolTip(
            0,
            phrase(
                "{0}: {1}, {2} vertices. Click chooses it, Ctrl+click more; drag to arrange or onto "
                "another to group; F2 renames, Del removes",
                piece.name,
                kind,
                count,
            ),
        )
        if not piece.visible:
            item.setForeground(0, QColor(theme.palette().soft))
        self.tree.setItemWidget(item, 1, self._buttons([piece], piece.name, ""))

    def _buttons(self, members: Sequence[Piece], name: str, group: str) -> QWidget:
        """Eye, lock and more of one piece, or of a group."""
        box = QWidget()
        row = QHBoxLayout(box)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(1)
        visible, locked = any(p.visible for p in members), all(p.locked for p in members)
        ids = [p.id for p in members]  # buttons outlive the pieces as they are
        more_tip = (
            "Group: show alone, rename, take apart"
            if group
            else "Rename, colour, duplicate, mirror, show alone, group, split, bring together"
        )
        for picture, tone, tip, spoken, run in (
            (
                "eye" if visible else "eye-slash",
                visible,
                "Hide" if visible else "Show",
                phrase("show or hide {0}", name),
                lambda: self._toggle(ids, "visible"),
            ),
            (
                "lock-simple" if locked else "lock-simple-open",
                locked,
                "Unlock" if locked else "Lock: no tool changes it",
                phrase("lock or unlock {0}", name),
                lambda: self._toggle(ids, "locked"),
            ),
            ("dots-three", False, more_tip, phrase("more of {0}", name), None),
            ("trash", False, "Remove (can be undone)", phrase("remove {0}", name), lambda: self.remove(*ids)),
        ):
            button = QToolButton()
            button.setIcon(theme.icon(picture, "ink" if tone else "soft", 15))
            button.setAutoRaise(True)
            button.setFixedSize(24, 24)
            button.setToolTip(tip)
            button.setAccessibleName(spoken)
            if run is None:
                button.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
                button.setMenu(self._group_menu(group, button) if group else self._menu(ids[0], button))
                button.setStyleSheet("QToolButton::menu-indicator { image: none; }")
            else:
                button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button)
        return box

    def _mark(self) -> None:
        """Show which are chosen."""
        chosen = set(self.bench.selection.chosen)
        self.tree.blockSignals(True)
        for item in self.tree.lines():
            key = item.data(0, Qt.ItemDataRole.UserRole)
            item.setSelected(key in chosen)
            if key == self.bench.selection.piece_id:
                self.tree.setCurrentItem(item, 0, self.tree.selectionModel().SelectionFlag.NoUpdate)  # type: ignore[union-attr]  # a tree has a selection model
        self.tree.blockSignals(False)

    # --- what the list does ---------------------------------------------------------------------

    def _chose(self, keys: list[str], first: str) -> None:
        if keys:
            self.bench.selection.choose(first if first in keys else keys[0], tuple(keys))

    def _dropped(self, keys: list[str], onto: str, group: str, where: str) -> None:
        """Pieces were dragged before, behind or onto a piece or a group."""
        portrait = self.bench.portrait
        order = [k for k in portrait.order if k not in keys]
        groups: dict[str, str] = {}
        if where == "on" and onto and not group:
            names = {p.group for p in portrait.pieces.values()}
            group = portrait.pieces[onto].group or next(
                phrase("Group {0}", n) for n in range(1, 999) if phrase("Group {0}", n) not in names
            )
            groups[onto] = group
        if onto:
            at = order.index(onto) + (where != "before")
        elif group:
            own = [i for i, k in enumerate(order) if portrait.pieces[k].group == group]
            at = own[-1] + 1 if own else len(order)
        else:
            at = len(order)
        order[at:at] = keys
        groups |= dict.fromkeys(keys, group)
        edit = pieces.arrange(portrait, order, groups)
        if edit is not None:
            portrait.perform(edit)

    def _keyed(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Delete and self.bench.selection.chosen:
            self.remove(*self.bench.selection.chosen)
        elif event.key() == Qt.Key.Key_F2 and self.bench.selection.piece_id in self.bench.portrait.pieces:
            self.rename(self.bench.selection.piece_id)

    def _renamed(self, item: QTreeWidgetItem, _column: int) -> None:
        group = item.data(0, GROUP)
        if group:
            self.rename_group(group)
        else:
            self.rename(item.data(0, Qt.ItemDataRole.UserRole))

    def _menu(self, piece_id: str, parent: QWidget) -> QMenu:
        return _menu(
            parent,
            [
                ("Rename … (F2)", lambda: self.rename(piece_id)),
                ("Colour …", lambda: self.colour(piece_id)),
                ("Duplicate", lambda: self.duplicate(piece_id)),
                ("Mirror to the other side", lambda: self.mirror(piece_id)),
                (
                    "Twin on the other side, live",
                    lambda: self._carry_out(
                        lambda: (pieces.twin(self.bench.portrait, piece_id)[0], piece_id), piece_id
                    ),
                ),
                (
                    "Settle this follower",
                    lambda: self._carry_out(lambda: (pieces.settle(self.bench.portrait, [piece_id]), piece_id)),
                ),
                ("Show alone", lambda: self.alone(piece_id)),
                ("Group the chosen pieces …", lambda: self.group(piece_id)),
                (
                    "Out of its group",
                    lambda: self._carry_out(
                        lambda: (pieces.group(self.bench.portrait, self._meant(piece_id), ""), piece_id)
                    ),
                ),
                ("Split into loose parts", lambda: self.split(piece_id)),
                ("Bring the chosen clay together here", lambda: self.merge(piece_id)),
            ],
        )

    def _group_menu(self, group: str, parent: QWidget) -> QMenu:
        members = [k for k, p in self.bench.portrait.pieces.items() if p.group == group]
        return _menu(
            parent,
            [
                ("Rename …", lambda: self.rename_group(group)),
                ("Choose all of it", lambda: self.bench.selection.choose(members[0], tuple(members))),
                ("Show alone", lambda: self.alone(*members)),
                (
                    "Take the group apart",
                    lambda: self._carry_out(lambda: (pieces.group(self.bench.portrait, members, ""), members[0])),
                ),
            ],
        )

    def _meant(self, piece_id: str) -> tuple[str, ...]:
        """The chosen pieces, if this is one of them; else this one."""
        return self.bench.selection.chosen if piece_id in self.bench.selection.chosen else (piece_id,)

    def rename(self, piece_id: str) -> None:
        """Ask for another name."""
        held = self.bench.portrait.pieces[piece_id]
        name, ok = QInputDialog.getText(self, "Rename", "Name of the piece", text=held.name)
        if ok and name.strip() != held.name:
            self._carry_out(lambda: (pieces.rename(self.bench.portrait, piece_id, name), piece_id))

    def rename_group(self, group: str) -> None:
        """Ask for another name of a group."""
        name, ok = QInputDialog.getText(self, "Rename the group", "Name of the group", text=group)
        members = [k for k, p in self.bench.portrait.pieces.items() if p.group == group]
        if ok and name.strip() and name.strip() != group and members:
            self._carry_out(lambda: (pieces.group(self.bench.portrait, members, name), self.bench.selection.piece_id))

    def group(self, piece_id: str) -> None:
        """Ask for the name of a group for the chosen pieces."""
        name, ok = QInputDialog.getText(self, "Group", "Name of the group")
        if ok and name.strip():
            self._carry_out(
                lambda: (pieces.group(self.bench.portrait, self._meant(piece_id), name), self.bench.selection.piece_id)
            )

    def colour(self, piece_id: str) -> None:
        """Ask for a colour and give it to all of the piece."""
        held = self.bench.portrait.pieces[piece_id]
        if held.locked or held.follows is not None:
            self.bench.say(phrase("{0} is locked, or follows another piece.", held.name), "warn")
            return
        found = QColorDialog.getColor(_colour(held), self, phrase("Colour of {0}", held.name))
        if found.isValid():
            rgb = found.red(), found.green(), found.blue()
            layer = self.bench.selection.colour_layer_of.get(piece_id, "")
            try:
                self.bench.portrait.perform(painting.fill(self.bench.portrait, piece_id, rgb, layer))
            except YewfinchError as error:
                self.bench.say(str(error), "warn")
            self.refresh()

    def duplicate(self, piece_id: str) -> None:
        """A second one in the same place."""
        self._carry_out(lambda: pieces.duplicate(self.bench.portrait, piece_id), piece_id)

    def mirror(self, piece_id: str) -> None:
        """Its image on the other side."""
        self._carry_out(lambda: pieces.mirror(self.bench.portrait, piece_id), piece_id)

    def split(self, piece_id: str) -> None:
        """A piece for each loose part."""
        self._carry_out(lambda: (pieces.split(self.bench.portrait, piece_id), piece_id), piece_id)

    def merge(self, piece_id: str) -> None:
        """Bring the chosen clay together in this piece without fusing; if only this is chosen, all that is shown."""
        held = self.bench.portrait.pieces
        others = (
            [k for k in self.bench.selection.chosen if k != piece_id] if piece_id in self.bench.selection.chosen else []
        )
        others = others or [k for k, p in held.items() if k != piece_id and p.visible and not p.fixed]
        self._carry_out(lambda: (pieces.merge(self.bench.portrait, [piece_id, *others]), piece_id), piece_id, *others)

    def alone(self, *ids: str) -> None:
        """Hide all others; if they are hidden already, show all."""
        held = self.bench.portrait.pieces
        others = [p for k, p in held.items() if k not in ids]
        show = all(held[k].visible for k in ids) and not any(p.visible for p in others)
        changes = [PieceChange(p, replace(p, visible=show)) for p in others if p.visible != show]
        changes += [PieceChange(held[k], replace(held[k], visible=True)) for k in ids if not held[k].visible]
        if changes:
            name = held[ids[0]].name if len(ids) == 1 else phrase("{0} pieces", len(ids))
            self.bench.portrait.perform(
                Edit("Show all pieces" if show else phrase("Show {0} alone", name), tuple(changes))
            )

    def remove(self, *ids: str) -> None:
        """Take pieces out; landmarks on them sleep until they come back."""
        portrait = self.bench.portrait
        try:
            edit = pieces.remove(portrait, ids)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        portrait.perform(edit)
        if self.bench.selection.piece_id in ids:
            self.bench.selection.choose(next(iter(portrait.pieces), ""))

    def _carry_out(self, job: Callable[[], tuple[Edit, str]], *dense: str) -> None:
        """Make an edit and carry it out; beside the window, if pieces whose vertices it copies are dense."""

        def done(made: tuple[Edit, str]) -> None:
            edit, chosen = made
            self.bench.portrait.perform(edit)
            if chosen not in self.bench.selection.chosen:
                self.bench.selection.choose(chosen)

        size = sum(len(self.bench.portrait.surface(k)) for k in dense if k in self.bench.portrait.pieces)
        self._worker = at_once_or_behind_dialog(
            self,
            size // COPIED,
            "Working on the pieces …",
            lambda _: job(),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The pieces were left as they were.",
        )

    def _toggle(self, ids: Sequence[str], field: str) -> None:
        held = [self.bench.portrait.pieces[k] for k in ids if k in self.bench.portrait.pieces]
        now = not (any if field == "visible" else all)(getattr(p, field) for p in held)
        word = {("visible", True): "Show", ("visible", False): "Hide",
                ("locked", True): "Lock", ("locked", False): "Unlock"}[(field, now)]  # fmt: skip
        changes = [PieceChange(p, replace(p, **{field: now})) for p in held if getattr(p, field) != now]  # type: ignore[arg-type]  # keys are names of its fields
        if changes:
            name = held[0].name if len(held) == 1 else phrase("{0} pieces", len(changes))
            self.bench.portrait.perform(Edit(phrase("{0} {1}", word, name), tuple(changes)))


def _menu(parent: QWidget, rows: Sequence[tuple[str, Callable[[], object]]]) -> QMenu:
    menu = QMenu(parent)
    for title, run in rows:
        action = menu.addAction(title)
        assert action is not None
        action.triggered.connect(lambda _=False, r=run: r())
    return menu


def _looks(piece: Piece) -> tuple[object, ...]:
    """All that its line shows; the group first."""
    follows = "" if piece.follows is None else piece.follows.kind
    return (
        piece.group,
        piece.name,
        piece.visible,
        piece.locked,
        follows,
        piece.solid is None,
        len(piece.surface),
        _colour(piece).rgb(),
    )


def _colour(piece: Piece) -> QColor:
    """The mean colour of a piece, from some of its vertices."""
    some = piece.surface.colour[:: max(1, len(piece.surface) // 500), :3]
    r, g, b = (int(v) for v in np.round(some.mean(axis=0))) if len(some) else (0, 0, 0)
    return QColor(r, g, b)


def _swatch(piece: Piece) -> QIcon:
    picture = QPixmap(QSize(12, 12))
    picture.fill(_colour(piece))
    out = QIcon(picture)
    out.addPixmap(picture, QIcon.Mode.Selected)  # else the style would tint it
    return out
