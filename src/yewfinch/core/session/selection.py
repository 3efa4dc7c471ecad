"""What is chosen: pieces, layers, states, a landmark, a joint."""

from __future__ import annotations

from psygnal import Signal

from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.session.holder import Holder


class Selection:
    """What is chosen of the portrait.

    Signals
    -------
    changed : () other pieces, layers or states are chosen
    pointed : () another landmark, peg or joint is brought out
    """

    changed = Signal()
    pointed = Signal()

    def __init__(self, holder: Holder) -> None:
        self._holder = holder
        self.forget()
        #: The joint whose moves the pose panel shows.
        self.joint = "head"

    def forget(self) -> None:
        """Another portrait: its first piece is chosen, and nothing else."""
        self.piece_id = next(iter(self._holder.portrait.pieces), "")
        #: Further pieces that are chosen besides.
        self.also: tuple[str, ...] = ()
        self.landmark: str | None = None
        #: The tissue-depth peg that is brought out.
        self.peg: str | None = None
        #: Points of a measure that is being taken.
        self.held: tuple[Anchor, ...] = ()
        #: The form layer that strokes go on, and the stored state that is chosen, of each piece; none: the form itself.
        self.layer_of: dict[str, str] = {}
        self.state_of: dict[str, str] = {}
        #: The colour layer of each piece that strokes of colour go on, and whether they go on its mask.
        self.colour_layer_of: dict[str, str] = {}
        self.on_colour_mask = False
        #: Piece and row that the pointer was last pressed on.
        self.last_hit: tuple[str, int] | None = None

    def choose(self, piece_id: str, also: tuple[str, ...] = ()) -> None:
        """The piece that fills and menus act on, and others that are moved and arranged along with it."""
        chosen = piece_id, tuple(k for k in also if k != piece_id)
        if chosen != (self.piece_id, self.also):
            self.piece_id, self.also = chosen
            self.changed.emit()

    @property
    def chosen(self) -> tuple[str, ...]:
        """All chosen pieces that there are, the first one first."""
        return tuple(k for k in (self.piece_id, *self.also) if k in self._holder.portrait.pieces)

    def choose_layer(self, piece: str, key: str) -> None:
        """The form layer of a piece that strokes go on; none for the form itself."""
        self.layer_of[piece] = key
        self.changed.emit()

    def choose_colour_layer(self, piece: str, key: str, *, mask: bool = False) -> None:
        """The colour layer of a piece that strokes of colour go on, or its mask."""
        self.colour_layer_of[piece], self.on_colour_mask = key, mask
        self.changed.emit()

    def choose_state(self, piece: str, key: str) -> None:
        """The stored state of a piece that tools and buttons mean."""
        self.state_of[piece] = key
        self.changed.emit()

    def choose_landmark(self, key: str | None) -> None:
        """Bring out one landmark."""
        self.landmark = key
        self.pointed.emit()

    def choose_peg(self, key: str | None) -> None:
        """Bring out one tissue-depth peg."""
        self.peg = key
        self.pointed.emit()

    def choose_joint(self, key: str) -> None:
        """The joint whose moves are at hand."""
        self.joint = key
        self.pointed.emit()
