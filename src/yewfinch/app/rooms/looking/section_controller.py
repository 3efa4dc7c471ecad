"""The section's line on all pieces in sight, worked out anew only when they or the plane change."""

from __future__ import annotations

from weakref import ref

import numpy as np

from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.show.section import Section, SectionMeasures, SectionWay, measures, segments


class Sections:
    """The plane that cuts the clay, and what comes of it."""

    def __init__(self, bench: Bench) -> None:
        self.bench = bench
        self._key: object = None
        self._parts: dict[str, DoubleArray] = {}

    @property
    def section(self) -> Section | None:
        """The plane, if there is one."""
        return self.bench.outlook.looking.section

    def parts(self) -> dict[str, DoubleArray]:
        """The line on each piece in sight, (k, 2, 3) mm."""
        section = self.section
        shown = {k: p.surface for k, p in self.bench.portrait.pieces.items() if p.visible and not p.see_through}
        key = section, tuple((k, ref(s), s.version) for k, s in shown.items())
        if key != self._key:
            self._key = key
            self._parts = (
                {} if section is None else {k: parts for k, s in shown.items() if len(parts := segments(s, section))}
            )
        return self._parts

    def measures(self) -> SectionMeasures | None:
        """Measures of the line on the chosen piece, or on the one with the longest."""
        section, parts = self.section, self.parts()
        if section is None or not parts:
            return None
        chosen = parts.get(self.bench.selection.piece_id)
        return measures(max(parts.values(), key=len) if chosen is None else chosen, section)

    def turn(self, way: SectionWay) -> None:
        """Cut along another way, through what the view turns round, or along the midline."""
        bench = self.bench
        standing = bench.standpoint.camera()
        rotation = standing.rotation if standing is not None else bench.outlook.view.rotation()
        through = np.zeros(3) if way == "midline" else self.middle()
        begun = self.section or Section()
        bench.outlook.set_looking(section=begun.turned(way, -rotation[2], through))

    def middle(self) -> DoubleArray:
        """A point that a section through the work may begin at: the chosen landmark, or the view's middle."""
        bench = self.bench
        point = None if bench.selection.landmark is None else bench.portrait.landmark(bench.selection.landmark)
        return np.array(bench.outlook.view.target) if point is None else np.asarray(point)

    def move(self, at: float) -> None:
        """Move the section along its normal to a place in mm."""
        if self.section is not None:
            self.bench.outlook.set_looking(section=self.section.moved(at))

    def toggle(self) -> None:
        """Cut along the midline, or not at all."""
        if self.section is None:
            self.turn("midline")
        else:
            self.bench.outlook.set_looking(section=None)
