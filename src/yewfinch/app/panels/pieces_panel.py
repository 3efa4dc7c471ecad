"""The pieces of the portrait: choose, show, lock, name, remove."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from PyQt6.QtWidgets import (
    QHBoxLayout,
    QInputDialog,
    QMenu,
    QPushButton,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app import theme
from yewfinch.app.bench import Bench
from yewfinch.core.document import pieces
from yewfinch.core.document.edits import Edit, PieceChange
from yewfinch.core.shared.errors import YewfinchError


class PiecesPanel(QWidget):
    """A line for each piece."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(2)
        self.lines: dict[str, QWidget] = {}
        bench.portrait_changed.connect(self._listen)
        bench.piece_changed.connect(self.refresh)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.pieces_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """List them anew."""
        while (item := self._column.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        self.lines = {}
        for piece in self.bench.portrait.pieces.values():
            line = QWidget()
            row = QHBoxLayout(line)
            row.setContentsMargins(0, 0, 0, 0)
            row.setSpacing(4)
            name = QPushButton(f"{piece.name} · {len(piece.surface):,}".replace(",", " "))
            name.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)  # long names are cut, the tool tip has them whole
            name.setCheckable(True)
            name.setChecked(piece.id == self.bench.piece_id)
            name.setToolTip(f"{piece.name}, with its number of vertices. Choose it: fill and 'view selected' act on it")
            name.clicked.connect(lambda _=False, p=piece.id: self.bench.choose_piece(p))
            eye = QToolButton()
            eye.setIcon(theme.icon("eye" if piece.visible else "eye-slash", "ink" if piece.visible else "soft"))
            eye.setToolTip("Hide" if piece.visible else "Show")
            eye.setAccessibleName(f"show or hide {piece.name}")
            eye.clicked.connect(lambda _=False, p=piece.id: self._toggle(p, "visible"))
            lock = QToolButton()
            lock.setIcon(theme.icon("lock-simple" if piece.locked else "lock-simple-open", "ink" if piece.locked else "soft"))
            lock.setToolTip("Unlock" if piece.locked else "Lock: no tool changes it")
            lock.setAccessibleName(f"lock or unlock {piece.name}")
            lock.clicked.connect(lambda _=False, p=piece.id: self._toggle(p, "locked"))
            more = QToolButton()
            more.setIcon(theme.icon("dots-three", "soft"))
            more.setToolTip("Rename, duplicate, mirror, show alone, split, bring together")
            more.setAccessibleName(f"more of {piece.name}")
            more.setPopupMode(QToolButton.ToolButtonPopupMode.InstantPopup)
            more.setMenu(self._menu(piece.id, more))
            gone = QToolButton()
            gone.setIcon(theme.icon("trash", "soft"))
            gone.setToolTip("Remove this piece (can be undone)")
            gone.setAccessibleName(f"remove {piece.name}")
            gone.clicked.connect(lambda _=False, p=piece.id: self.remove(p))
            row.addWidget(name, 1)
            row.addWidget(eye)
            row.addWidget(lock)
            row.addWidget(more)
            row.addWidget(gone)
            self.lines[piece.id] = line
            self._column.addWidget(line)

    def _menu(self, piece_id: str, parent: QWidget) -> QMenu:
        menu = QMenu(parent)
        for title, run in (
            ("Rename …", self.rename), ("Duplicate", self.duplicate), ("Mirror to the other side", self.mirror), ("Show alone", self.alone),
            ("Split into loose parts", self.split), ("Bring all shown clay together here", self.merge),
        ):  # fmt: skip
            action = menu.addAction(title)
            assert action is not None
            action.triggered.connect(lambda _=False, r=run: r(piece_id))
        return menu

    def rename(self, piece_id: str) -> None:
        """Ask for another name."""
        held = self.bench.portrait.pieces[piece_id]
        name, ok = QInputDialog.getText(self, "Rename", "Name of the piece", text=held.name)
        if ok and name.strip() != held.name:
            self._carry_out(lambda: (pieces.rename(self.bench.portrait, piece_id, name), piece_id))

    def duplicate(self, piece_id: str) -> None:
        """A second one in the same place."""
        self._carry_out(lambda: pieces.duplicate(self.bench.portrait, piece_id))

    def mirror(self, piece_id: str) -> None:
        """Its image on the other side."""
        self._carry_out(lambda: pieces.mirror(self.bench.portrait, piece_id))

    def split(self, piece_id: str) -> None:
        """A piece for each loose part."""
        self._carry_out(lambda: (pieces.split(self.bench.portrait, piece_id), piece_id))

    def merge(self, piece_id: str) -> None:
        """Bring all clay that is shown together in this piece, without fusing."""
        held = self.bench.portrait.pieces
        others = [k for k, p in held.items() if k != piece_id and p.visible and not p.fixed]
        self._carry_out(lambda: (pieces.merge(self.bench.portrait, [piece_id, *others]), piece_id))

    def alone(self, piece_id: str) -> None:
        """Hide all others; if they are hidden already, show all."""
        held = self.bench.portrait.pieces
        others = [p for k, p in held.items() if k != piece_id]
        show = held[piece_id].visible and not any(p.visible for p in others)
        changes = [PieceChange(p, replace(p, visible=show)) for p in others if p.visible != show]
        if not held[piece_id].visible:
            changes.append(PieceChange(held[piece_id], replace(held[piece_id], visible=True)))
        if changes:
            self.bench.portrait.perform(Edit("Show all pieces" if show else f"Show {held[piece_id].name} alone", tuple(changes)))

    def _carry_out(self, job: Callable[[], tuple[Edit, str]]) -> None:
        try:
            edit, chosen = job()
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        self.bench.portrait.perform(edit)
        self.bench.choose_piece(chosen)

    def remove(self, piece_id: str) -> None:
        """Take a piece out; landmarks on it sleep until it comes back."""
        portrait = self.bench.portrait
        if portrait.pieces[piece_id].locked:
            self.bench.say(f"{portrait.pieces[piece_id].name} is locked. Unlock it first.", "warn")
            return
        portrait.remove_piece(piece_id)
        if self.bench.piece_id == piece_id:
            self.bench.choose_piece(next(iter(portrait.pieces), ""))

    def _toggle(self, piece_id: str, field: str) -> None:
        piece = self.bench.portrait.pieces[piece_id]
        now = not getattr(piece, field)
        word = {("visible", True): "Show", ("visible", False): "Hide",
                ("locked", True): "Lock", ("locked", False): "Unlock"}[(field, now)]  # fmt: skip
        changed = replace(piece, **{field: now})
        self.bench.portrait.put_piece(changed, f"{word} {piece.name}")
