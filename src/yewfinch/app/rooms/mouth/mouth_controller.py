"""Editing lips and teeth: what is in hand, every change as an undo step."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from yewfinch.app.shell.live_wish import LiveWishes
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import lips as verbs
from yewfinch.core.document.verbs import mouth_cutting
from yewfinch.core.document.verbs import teeth as teeth_verbs
from yewfinch.core.features.lips.lip_measures import Reading, read, with_measure
from yewfinch.core.features.lips.lips import Lips
from yewfinch.core.features.teeth.teeth import Teeth
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase


@dataclass
class _Wish:
    """What lips or teeth are to be, and what the step is called."""

    name: str
    lips: Lips | None = None
    teeth: Teeth | None = None
    wide: bool = False


class Mouth(LiveWishes[_Wish]):
    """One for the window."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.forget()
        self._mouths = verbs.Mouths()
        self._sealed: tuple[object, object, bool] | None = None
        self.bench.portrait.pieces_changed.connect(self.changed.emit)
        self.bench.portrait.rows_changed.connect(lambda *_: self.changed.emit())
        self.bench.portrait.field_changed.connect(lambda *_: self.changed.emit())
        self.changed.emit()

    # --- lips -------------------------------------------------------------------------------

    def lips(self) -> Lips | None:
        """The lips in hand, what is still to be carried out included; None if no clay has a mouth."""
        if self._wish is not None and self._wish.lips is not None:
            return self._wish.lips
        found = self._mouths.present(self.bench.portrait)
        return None if found is None else found.lips

    def reading(self) -> Reading | None:
        """Their measures."""
        lips = self.lips()
        return None if lips is None else read(lips, self.bench.portrait.landmarks())

    def sealed(self) -> bool:
        """Whether the lips are one surface; looked at once for each net of the clay and each set of lines."""
        portrait = self.bench.portrait
        clay = verbs.clay_of(portrait)
        if clay is None:
            return False
        faces, lines = portrait.surface(clay).faces, portrait.lines
        if self._sealed is None or self._sealed[0] is not faces or self._sealed[1] is not lines:
            self._sealed = faces, lines, mouth_cutting.is_sealed(portrait)
        return self._sealed[2]

    def set_measure(self, key: str, what: str, value: float) -> None:
        """Set a measure of the lips, soon; the same one in a row is one step."""
        lips = self.lips()
        if lips is None:
            self.bench.say("No clay has lines of a mouth. Lay the head on, or draw them.", "warn")
            return
        if key == "part" and self.sealed():
            self.bench.say("These lips are one surface: 'Cut open' parts them first.", "warn")
            self.changed.emit()
            return
        try:
            made = with_measure(lips, self.bench.portrait.landmarks(), key, value)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        self.put_lips(made, what, wide=key == "part")

    def put_lips(self, lips: Lips, what: str, *, wide: bool = False) -> None:
        """Make them these lips, soon."""
        self._wished(phrase("Lips: {0}", what)).lips = lips
        assert self._wish is not None
        self._wish.wide = wide

    # --- teeth ------------------------------------------------------------------------------

    def teeth_piece(self) -> Piece | None:
        """The teeth of the clay whose lips are in hand."""
        portrait = self.bench.portrait
        clay = verbs.clay_of(portrait)
        return None if clay is None else teeth_verbs.of_clay(portrait, clay)

    def teeth(self) -> Teeth | None:
        """The teeth in hand, what is still to be carried out included."""
        piece = self.teeth_piece()
        if piece is None:
            return None
        if self._wish is not None and self._wish.teeth is not None:
            return self._wish.teeth
        return teeth_verbs.standing(piece)

    def change_teeth(self, what: str, by: Callable[[Teeth], Teeth]) -> None:
        """Change the teeth in hand, soon."""
        if self._wish is not None and self._wish.teeth is None:
            self.finish()  # lips that part open the jaw of the teeth
        teeth = self.teeth()
        if teeth is not None:
            self._wished(phrase("Teeth: {0}", what)).teeth = by(teeth)

    # --- carrying out -----------------------------------------------------------------------

    def _wished(self, name: str) -> _Wish:
        if self._wish is not None and self._wish.name != name:
            self.finish()
        self._wish = self._wish or _Wish(name)
        self._soon.start()
        return self._wish

    def edit_of(self, wish: _Wish) -> tuple[Edit, str] | None:
        """The edit that makes lips or teeth others."""
        portrait = self.bench.portrait
        if wish.teeth is not None:
            piece = self.teeth_piece()
            return None if piece is None else (teeth_verbs.change(portrait, piece.id, wish.teeth, wish.name), wish.name)
        if wish.lips is None:
            return None
        edit = verbs.change(portrait, wish.lips, wish.name, self._mouths, wide=wish.wide)
        kinds = in_a_row(" ", (type(c).__name__ for c in edit.changes))
        return edit, phrase("{0} {1} {2}", wish.name, self._mouths.wide, kinds)

    def fit(self) -> Callable[..., tuple[Lips, float]]:
        """What lays the lips on the lines that are drawn on the photos; it may run beside the window."""
        self.end_step()
        portrait = self.bench.portrait
        return lambda progress: verbs.fit(portrait, None, progress)

    def perform(self, make: Callable[[], Edit]) -> bool:
        """Carry out an edit of its own, or say why not; was it carried out?"""
        self.end_step()
        try:
            self.bench.portrait.perform(make())
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return False
        self.changed.emit()
        return True
