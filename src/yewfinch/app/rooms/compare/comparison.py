"""What the clay is compared with, and how that shows."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from psygnal import Signal

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import states
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.show.comparison import Apart, apart, colours_of

Way = Literal["", "beside", "over", "colours"]
#: What lies over the clay is drawn in this colour, sRGB.
_OVER = (72, 118, 170, 255)
#: Clay of so many vertices is measured beside the window.
DENSE = 150_000


@dataclass(frozen=True)
class Target:
    """What the clay is compared with.

    Attributes
    ----------
    kind : {"state", "piece", "portrait"}
    key : str
        Id of the state or piece; nothing for a portrait.
    """

    kind: Literal["state", "piece", "portrait"]
    key: str = ""


class Comparison:
    """One for the window.

    Signals
    -------
    changed : () something else is compared, or shows in another way

    Parameters
    ----------
    bench : Bench
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        self.bench = bench
        self.way: Way = ""
        self.target: Target | None = None
        #: Greatest distance that colours tell apart, mm.
        self.most = 3.0
        #: Another portrait's pieces, and what it is called.
        self.foreign: dict[str, Piece] = {}
        self.title = ""
        self._measured: tuple[object, Apart] | None = None
        bench.portrait_changed.connect(self._opened)

    def _opened(self) -> None:
        self.way, self.target, self.foreign, self.title, self._measured = "", None, {}, "", None
        self.changed.emit()

    def clay(self) -> Piece | None:
        """The clay that is compared: the chosen piece if it is some, else the largest in sight."""
        pieces = self.bench.portrait.pieces
        chosen = pieces.get(self.bench.selection.piece_id)
        if chosen is not None and not replace(chosen, locked=False).fixed:
            return chosen
        some = [p for p in pieces.values() if p.visible and not replace(p, locked=False).fixed]
        return max(some, key=lambda p: len(p.surface), default=None)

    def targets(self) -> list[tuple[Target, str]]:
        """What there is to compare with: stored states in their order, other pieces, a portrait that was opened."""
        clay = self.clay()
        if clay is None:
            return []
        portrait = self.bench.portrait
        out = [(Target("state", s.id), phrase("State: {0}", s.name)) for s in portrait.states.get(clay.id, ())]
        out += [
            (Target("piece", p.id), phrase("Piece: {0}", p.name))
            for p in portrait.pieces.values()
            if p.id != clay.id and not replace(p, locked=False).fixed
        ]
        if self.foreign:
            out.append((Target("portrait"), phrase("Portrait: {0}", self.title)))
        return out

    def take(self, title: str, portrait: Portrait) -> None:
        """Compare with another portrait."""
        self.foreign = {
            phrase("guest {0}", k): replace(p, id=phrase("guest {0}", k))
            for k, p in portrait.pieces.items()
            if p.visible
        }
        self.title, self.target = title, Target("portrait")
        self.show()

    def other(self) -> dict[str, Piece]:
        """The pieces that the clay is compared with, under ids of their own."""
        clay, target = self.clay(), self.target
        if clay is None or target is None:
            return {}
        if target.kind == "portrait":
            return self.foreign
        if target.kind == "piece":
            found = self.bench.portrait.pieces.get(target.key)
            return {} if found is None else {"guest": _guest(found.name, found.surface)}
        try:
            state = states.state_of(self.bench.portrait, clay.id, target.key)
        except YewfinchError:
            return {}
        same = state.faces is clay.surface.faces
        form = clay.surface.moved(state.positions) if same else Surface(state.positions, state.faces)
        return {"guest": _guest(state.name, form), **self._eyes()}

    def _eyes(self) -> dict[str, Piece]:
        """Eyes in sight: a face is hard to judge without."""
        pieces = self.bench.portrait.pieces.values()
        return {
            phrase("guest {0}", p.id): replace(p, id=phrase("guest {0}", p.id))
            for p in pieces
            if p.visible and p.eye is not None
        }

    def form(self) -> Surface | None:
        """The form that distances are measured to: the largest piece compared with."""
        return max((p.surface for p in self.other().values() if p.eye is None), key=len, default=None)

    def step(self, by: int) -> None:
        """Compare with the next key stage in the order of the clay's states, or the one before."""
        clay = self.clay()
        kept = [] if clay is None else [s.id for s in self.bench.portrait.states.get(clay.id, ())]
        if not kept:
            return
        now = kept.index(self.target.key) if self.target is not None and self.target.key in kept else -1
        to = 0 if now < 0 else min(max(now + by, 0), len(kept) - 1)
        self.target = Target("state", kept[to])
        self.show(self.way or "beside")

    def show(self, way: Way | None = None) -> None:
        """Show it in a way, or as it is shown already, anew."""
        if way is not None:
            self.way = way
        other = self.other() if self.way else {}
        outlook = self.bench.outlook
        if self.way == "over":
            other = {k: _tinted(p) for k, p in other.items() if p.eye is None}
        outlook.show_guests({} if self.way == "colours" else other, beside=self.way == "beside")
        if self.way == "colours":
            self._colour()
        elif outlook.instead and self._measured is not None:
            self._measured = None
            outlook.show_instead({})
        self.changed.emit()

    def _colour(self) -> None:
        clay, found = self.clay(), self.measured()
        if clay is None or found is None:
            self.bench.outlook.show_instead({})
            return
        shown = clay.surface.moved(clay.surface.positions)
        shown.colour[:] = colours_of(found.signed, self.most)
        self.bench.outlook.show_instead({clay.id: shown})

    def keep_up(self) -> None:
        """Colour the clay anew if it has changed since it was measured."""
        if self.way == "colours" and (self._measured is None or self._measured[0] != self._key()):
            self._colour()

    def _key(self) -> object:
        clay, target = self.clay(), self.target
        moment = 0 if clay is None else (clay.id, id(clay.surface), clay.surface.version)
        other = self.bench.portrait.pieces.get(target.key) if target is not None and target.kind == "piece" else None
        return moment, target, self.title, None if other is None else (id(other.surface), other.surface.version)

    def measured(self) -> Apart | None:
        """How far the clay lies from what it is compared with; None if nobody knows (dense clay is measured apart)."""
        clay, form, key = self.clay(), self.form(), self._key()
        if clay is None or form is None:
            return None
        if self._measured is None or self._measured[0] != key:
            if len(clay.surface) > DENSE:
                return None
            self.learn(apart(clay.surface, form))
        return None if self._measured is None else self._measured[1]

    def learn(self, found: Apart) -> None:
        """Keep what was measured of the clay as it is now."""
        self._measured = self._key(), found


def _guest(name: str, surface: Surface) -> Piece:
    return Piece("guest", name, surface)


def _tinted(piece: Piece) -> Piece:
    """The same in one colour, seen through the clay."""
    shown = piece.surface.moved(piece.surface.positions)
    shown.colour[:] = np.array(_OVER, np.uint8)
    return replace(piece, surface=shown, see_through=True, lids=None, teeth=None)
