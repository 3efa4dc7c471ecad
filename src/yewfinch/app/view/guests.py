"""The portrait as it is drawn: with pieces that are only there to be compared with."""

from __future__ import annotations

from copy import copy
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera

#: Beside the clay stands what is compared, so many of its breadths off.
APART = 1.12


class Guests:
    """Puts guests among a portrait's pieces, beside them if that is wanted.

    Parameters
    ----------
    bench : Bench
    """

    def __init__(self, bench: Bench) -> None:
        self.bench = bench
        self._moved: tuple[object, dict[str, Piece]] = None, {}

    def shown(self, camera: Camera) -> Portrait:
        """The portrait with its guests as a camera sees them; the portrait itself if there are none."""
        portrait, outlook = self.bench.portrait, self.bench.outlook
        if not outlook.guests:
            self._moved = None, {}
            return portrait
        seen = copy(portrait)
        seen.pieces = {**portrait.pieces, **(self._beside(camera) if outlook.beside else outlook.guests)}
        return seen

    def _beside(self, camera: Camera) -> dict[str, Piece]:
        """The guests set off to the right of the view: so they turn in their own place when the view does."""
        guests = self.bench.outlook.guests
        step = camera.rotation[0] * beside_by(self.bench)
        key = tuple(id(p.surface) for p in guests.values()), np.round(step, 2).tobytes()
        if self._moved[0] != key:
            self._moved = (
                key,
                {
                    k: replace(p, surface=p.surface.moved(p.surface.positions + step.astype(np.float32)))
                    for k, p in guests.items()
                },
            )
        return self._moved[1]


def beside_by(bench: Bench) -> float:
    """How far off guests stand beside the clay, mm."""
    boxes: list[DoubleArray] = [
        np.asarray(p.surface.bounds(), np.float64)
        for p in (*bench.portrait.pieces.values(), *bench.outlook.guests.values())
        if p.visible
    ]
    if not boxes:
        return 0.0
    size = np.max([b[1] for b in boxes], axis=0) - np.min([b[0] for b in boxes], axis=0)
    return APART * float(max(size[0], size[2]))
