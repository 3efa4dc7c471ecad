"""The pieces of the portrait: choose, show, lock, name, remove."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QToolButton, QVBoxLayout, QWidget

from yewfinch.app import theme
from yewfinch.app.bench import Bench


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
            gone = QToolButton()
            gone.setIcon(theme.icon("trash", "soft"))
            gone.setToolTip("Remove this piece (can be undone)")
            gone.setAccessibleName(f"remove {piece.name}")
            gone.clicked.connect(lambda _=False, p=piece.id: self.remove(p))
            row.addWidget(name, 1)
            row.addWidget(eye)
            row.addWidget(lock)
            row.addWidget(gone)
            self.lines[piece.id] = line
            self._column.addWidget(line)

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
