"""Margins of lids dragged in the view by their knots and corners."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.view.knot_hand import KnotHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_margins import POINTS, globe_of, opening_line
from yewfinch.core.features.lids.lids import Knot, Lids, axes, checked, to_portrait
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError


@dataclass(frozen=True)
class Grip:
    """What can be dragged: a knot of a margin by its number, or a corner.

    Attributes
    ----------
    eye : str
        Id of the eye.
    row : {"upper", "lower", "inner", "outer"}
    number : int
    """

    eye: str
    row: str
    number: int = 0


def grips(eyes: Eyes) -> dict[Grip, DoubleArray]:
    """Where knots and corners of the lids in hand are, (3,) mm."""
    out: dict[Grip, DoubleArray] = {}
    held = eyes.held()
    for key, lids in eyes.held_lids().items():
        for row, line in margin_lines(lids, held[key]).items():
            knots = lids.upper if row == "upper" else lids.lower
            wide = lids.outer[0] - lids.inner[0]
            for n, (x, _) in enumerate(knots):
                at = round(float(np.clip((x - lids.inner[0]) / wide, 0.0, 1.0)) * (POINTS - 1))
                out[Grip(key, row, n)] = line[at]
            out[Grip(key, "inner")], out[Grip(key, "outer")] = line[0], line[-1]
    return out


def margin_lines(lids: Lids, eye: Eye) -> dict[str, DoubleArray]:
    """Both margins as they are now, (n, 3) mm each."""
    globe = globe_of(lids, eye)
    return {row: to_portrait(lids, eye, opening_line(lids, globe, upper=row == "upper")) for row in ("upper", "lower")}


class LidHand(KnotHand[Grip]):
    """Drags a knot or a corner; the other eye's goes along if both are linked."""

    def __init__(self, viewport: Viewport, eyes: Eyes) -> None:
        super().__init__(viewport)
        self.eyes = eyes
        self._start: dict[str, Lids] = {}

    def grips(self) -> dict[Grip, DoubleArray]:
        """Knots and corners of the lids in hand."""
        return grips(self.eyes)

    def curves(self) -> Sequence[DoubleArray]:
        """Both margins of each eye in hand."""
        held = self.eyes.held()
        return [x for k, lids in self.eyes.held_lids().items() for x in margin_lines(lids, held[k]).values()]

    def nothing(self) -> str:
        """There are no lids."""
        return "This eye has no lids. Press 'New lids' in the panel Lids."

    def is_large(self, grip: Grip) -> bool:
        """Corners are."""
        return grip.row in ("inner", "outer")

    def begin(self, grip: Grip) -> DoubleArray:
        """Knots go in the plane that faces the way of the eye."""
        self.eyes.end_step()
        self._start = dict(self.eyes.held_lids())
        return axes(self._start[grip.eye])[:, 2]

    def dragged(self, grip: Grip, step: DoubleArray) -> None:
        """The lids with that knot elsewhere."""
        own = step @ axes(self._start[grip.eye])
        now = {
            key: self._moved(one, grip, own) if key == grip.eye or self.eyes.linked else one
            for key, one in self._start.items()
        }
        try:
            for one in now.values():
                checked(one)
        except YewfinchError:
            return  # knots do not pass each other
        self.eyes.put_lids(now, "margin")

    @staticmethod
    def _moved(lids: Lids, grip: Grip, step: DoubleArray) -> Lids:
        x, y, z = (float(v) for v in step)
        if grip.row in ("inner", "outer"):
            a, b, c = lids.inner if grip.row == "inner" else lids.outer
            place = (a + x, b + y, c + z)
            return replace(lids, inner=place) if grip.row == "inner" else replace(lids, outer=place)
        knots: list[Knot] = list(lids.upper if grip.row == "upper" else lids.lower)
        knots[grip.number] = knots[grip.number][0] + x, knots[grip.number][1] + y
        return replace(lids, upper=tuple(knots)) if grip.row == "upper" else replace(lids, lower=tuple(knots))

    def let_go(self) -> None:
        """What follows is another step."""
        self.eyes.end_step()

    def take_back(self) -> None:
        """The lids as they were."""
        self.eyes.cancel()
