"""Solids that are drawn on the view: the course of a tube, one side of a lathe's outline."""

from __future__ import annotations

from yewfinch.app.view.line_hand import Purpose
from yewfinch.core.document.verbs import solids
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera

#: How thick drawn tubes are, mm.
THICKNESS = 12.0


class TubeDrawing(Purpose):
    """The course of a tube."""

    id = "tube"

    def __init__(self, bench: Bench) -> None:
        self.bench = bench

    def hint(self) -> str:
        """What to do now."""
        return "Draw the tube's course: along clay under the pointer, else across the view. Esc ends."

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Make it a solid."""
        edit, key = solids.draw_tube(self.bench.portrait, camera, points, THICKNESS / 2)
        self.bench.portrait.perform(edit)
        self.bench.selection.choose(key)


class LatheDrawing(Purpose):
    """One side of a turned form."""

    id = "lathe"

    def __init__(self, bench: Bench) -> None:
        self.bench = bench

    def hint(self) -> str:
        """What to do now."""
        return (
            "Draw one side of the outline from its axis on: it is turned about the upright through the first point. "
            "Esc ends."
        )

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Make it a solid."""
        edit, key = solids.draw_lathe(self.bench.portrait, camera, points)
        self.bench.portrait.perform(edit)
        self.bench.selection.choose(key)
