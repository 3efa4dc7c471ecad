"""What is done with the colour layers of the chosen piece: at once, or live while a dial is turned."""

from __future__ import annotations

from collections.abc import Callable

from yewfinch.app.shell.live_wish import LiveWishes
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import painting
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.colour_layer import ColourLayer
from yewfinch.core.skin.colour_layers import Painting


class PaintController(LiveWishes[tuple[str, str, dict[str, object]]]):
    """Wishes are settings of a layer: piece, layer and what is to change."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        bench.selection.changed.connect(self.changed.emit)

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    @property
    def painting(self) -> Painting | None:
        """Its colour layers."""
        return None if self.piece is None else self.piece.painting

    @property
    def layer(self) -> ColourLayer | None:
        """The layer that strokes go on: the chosen one, else the uppermost of paint."""
        held, key = self.painting, self.bench.selection.colour_layer_of.get(self.bench.selection.piece_id, "")
        if held is None:
            return None
        found = painting.in_hand(held, key)
        return held[found] if found else None

    def choose(self, key: str, *, mask: bool = False) -> None:
        """Let strokes go on a layer, or on its mask."""
        self.bench.selection.choose_colour_layer(self.bench.selection.piece_id, key, mask=mask)

    def do(self, job: Callable[[str], Edit | tuple[Edit, str] | None]) -> bool:
        """Carry out what a verb says of the chosen piece; a layer that it makes is chosen."""
        self.end_step()
        piece = self.piece
        if piece is None:
            return False
        try:
            made = job(piece.id)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return False
        edit, key = made if isinstance(made, tuple) else (made, "")
        if edit is not None:
            self.bench.portrait.perform(edit)
        if key:
            self.choose(key)
        self.changed.emit()
        return True

    def set(self, **settings: object) -> None:
        """Settings of the layer in hand, soon; in a row they are one step of the history."""
        layer = self.layer
        if layer is None:
            return
        piece = self.bench.selection.piece_id
        before = self._wish
        if before is not None and before[:2] == (piece, layer.id):
            settings = {**before[2], **settings}
        elif before is not None:
            self.finish()
        self._wish = piece, layer.id, settings
        self._soon.start()

    def edit_of(self, wish: tuple[str, str, dict[str, object]]) -> tuple[Edit, str] | None:
        """The edit that gives a layer its settings."""
        piece, key, settings = wish
        held = self.bench.portrait.pieces.get(piece)
        if held is None or held.painting is None or key not in held.painting:
            return None
        if all(getattr(held.painting[key], name) == value for name, value in settings.items()):
            return None
        return painting.change(self.bench.portrait, piece, key, **settings), phrase(
            "{0} {1} {2}", piece, key, sorted(settings)
        )
