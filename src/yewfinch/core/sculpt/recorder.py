"""Remembers what a stroke touched, so that it becomes one change: sparse, and local in cost."""

from __future__ import annotations

from bisect import bisect_right

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.rows_change import Channel, RowsChange
from yewfinch.core.sculpt import _dab_kernels
from yewfinch.core.sculpt.ground import Clay
from yewfinch.core.shared.arrays import IndexArray
from yewfinch.core.skin import _layer_kernels
from yewfinch.core.skin.colour_layer import channel_of
from yewfinch.core.skin.colour_layers import Painting


class Recorder:
    """Values of rows before a stroke first touched them.

    Parameters
    ----------
    piece : Clay
    channel : Channel
    """

    def __init__(self, piece: Clay, channel: Channel) -> None:
        self.piece = piece
        self.channel: Channel = channel
        self._values: npt.NDArray[np.generic] = piece.surface.values(channel)
        self._seats = np.zeros(len(piece.surface), np.int32)  # one more than a row's place among those touched
        self._starts: list[int] = [0]
        self._rows: list[IndexArray] = []
        self._before: list[npt.NDArray[np.generic]] = []

    def touch(self, rows: IndexArray) -> None:
        """Call before writing `rows`."""
        out_rows = np.empty(len(rows), np.int32)
        out = np.empty((len(rows), self._values.shape[1]), self._values.dtype)
        n = _dab_kernels.first_touch(rows, self._seats, self._starts[-1] + 1, self._values, out_rows, out)
        if n:
            self._starts.append(self._starts[-1] + n)
            self._rows.append(out_rows[:n])
            self._before.append(out[:n])

    def before(self, row: int) -> npt.NDArray[np.generic]:
        """Values of a row, (c,), when the stroke began."""
        seat = int(self._seats[row]) - 1
        if seat < 0:
            return np.asarray(self._values[row])
        run = bisect_right(self._starts, seat) - 1
        return np.asarray(self._before[run][seat - self._starts[run]])

    @property
    def empty(self) -> bool:
        """Was nothing touched?"""
        return not self._rows

    def change(self) -> RowsChange | None:
        """What the stroke has done so far; None if nothing was touched."""
        if self.empty:
            return None
        rows = np.concatenate(self._rows)
        order = np.argsort(rows)
        rows = rows[order]
        before = np.concatenate(self._before)[order]
        return RowsChange(self.piece.id, self.channel, rows, before, self._values[rows].copy())


class SampleRecorder:
    """Values of the samples of a colour layer before a stroke first touched them.

    Parameters
    ----------
    piece : str
    painting : Painting
    layer : str
    part : str
        Those of its colour, its mask, or a quality.
    """

    def __init__(self, piece: str, painting: Painting, layer: str, part: str = "colour") -> None:
        self.piece = piece
        self.sheet = painting.sheet(layer, part)
        self.channel: Channel = channel_of(layer, part)
        self._seats = np.zeros(painting.grain.count, np.int32)
        self._next = 1
        self._rows: list[IndexArray] = []
        self._before: list[npt.NDArray[np.uint8]] = []

    def touch(self, rows: IndexArray, values: npt.NDArray[np.uint8]) -> None:
        """Call before writing samples (k,) that hold values (k, width) now."""
        out_rows, out = np.empty(len(rows), np.int32), np.empty_like(values)
        n = _layer_kernels.first_met(rows, self._seats, self._next, values, out_rows, out)
        if n:
            self._next += n
            self._rows.append(out_rows[:n])
            self._before.append(out[:n])

    @property
    def empty(self) -> bool:
        """Was nothing touched?"""
        return not self._rows

    def change(self) -> RowsChange | None:
        """What the stroke has done so far; None if nothing was touched."""
        if self.empty:
            return None
        rows = np.concatenate(self._rows)
        order = np.argsort(rows)
        rows = rows[order]
        return RowsChange(self.piece, self.channel, rows, np.concatenate(self._before)[order], self.sheet.at(rows))
