"""Lines of the lips dragged in the view by knots and corners."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.app.rooms.mouth.mouth_controller import Mouth
from yewfinch.app.view.knot_hand import KnotHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.features.lips.lip_measures import part_of
from yewfinch.core.features.lips.lips import POINTS, ROWS, Lips, checked, frame_of
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError

#: Which points of a line are knots; the first and the last are the corners.
_KNOTS = (0, 4, 8, 12, 16, 20, POINTS - 1)
#: A knot takes along what lies within so many points of it.
_REACH = 5.0


@dataclass(frozen=True)
class LipGrip:
    """What can be dragged: a point of one of the lines.

    Attributes
    ----------
    row : {0, 1, 2, 3}
        Which line, as in `ROWS`.
    point : int
    """

    row: int
    point: int


class LipHand(KnotHand[LipGrip]):
    """Drags a knot or a corner; with symmetry the other side goes along."""

    def __init__(self, viewport: Viewport, mouth: Mouth) -> None:
        super().__init__(viewport)
        self.mouth = mouth
        self._start: Lips | None = None

    def _rows(self, lips: Lips) -> tuple[int, ...]:
        return (0, 1, 2, 3) if part_of(lips) > 0.0 else (0, 1, 3)  # closed lips meet in one line

    def grips(self) -> dict[LipGrip, DoubleArray]:
        """Knots of borders and edges, and the corners."""
        lips = self.mouth.lips()
        if lips is None:
            return {}
        lines = lips.lines
        rows = self._rows(lips)
        return {LipGrip(r, k): lines[r, k] for r in rows for k in _KNOTS if k not in (0, POINTS - 1) or r == 1}

    def curves(self) -> Sequence[DoubleArray]:
        """The lines of the lips."""
        lips = self.mouth.lips()
        return [] if lips is None else [lips.lines[r] for r in self._rows(lips)]

    def nothing(self) -> str:
        """There are no lips."""
        return "No clay has lines of a mouth. Lay the head on, or draw them."

    def is_large(self, grip: LipGrip) -> bool:
        """Corners are."""
        return grip.point in (0, POINTS - 1)

    def begin(self, grip: LipGrip) -> DoubleArray:
        """Knots go in the plane that faces the way of the mouth."""
        self.mouth.end_step()
        self._start = self.mouth.lips()
        assert self._start is not None
        return frame_of(self._start).axes[:, 2]

    def dragged(self, grip: LipGrip, step: DoubleArray) -> None:
        """The lips with that knot elsewhere."""
        lips = self._start
        if lips is None:
            return
        lines = lips.lines
        sides = [(grip.point, step)]
        if self.mouth.bench.tools.symmetry:
            frame = frame_of(lips)
            own = step @ frame.axes
            if grip.point == POINTS // 2:
                sides = [(grip.point, frame.axes @ (own * (0.0, 1.0, 1.0)))]
            else:
                sides.append((POINTS - 1 - grip.point, frame.axes @ (own * (-1.0, 1.0, 1.0))))
        rows = (1, 2) if grip.row == 1 and part_of(lips) <= 0.0 else (grip.row,)
        for point, by in sides:
            away = np.abs(np.arange(POINTS) - point)
            if point in (0, POINTS - 1):
                share = np.clip(1.0 - away / (POINTS / 2.0), 0.0, 1.0) ** 2
                lines += share[None, :, None] * by
            else:
                share = 0.5 + 0.5 * np.cos(np.pi * np.clip(away / _REACH, 0.0, 1.0))
                share *= np.clip(np.minimum(np.arange(POINTS), POINTS - 1 - np.arange(POINTS)) / 2.0, 0.0, 1.0)
                for row in rows:
                    lines[row] += share[:, None] * by
        try:
            made = checked(lips.with_lines(lines))
        except YewfinchError:
            return  # lines do not pass each other
        self.mouth.put_lips(made, ROWS[grip.row].replace("_", " "))

    def let_go(self) -> None:
        """What follows is another step."""
        self.mouth.end_step()

    def take_back(self) -> None:
        """The lips as they were."""
        self.mouth.cancel()
