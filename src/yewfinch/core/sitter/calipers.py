"""Calipers: distances and angles between points that ride with the clay."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.shared.bounds import Name

CaliperKind = Literal["distance", "surface", "angle"]


@dataclass(frozen=True)
class Caliper:
    """A kept measure: two points for a distance, three for an angle at the middle one."""

    kind: CaliperKind
    points: tuple[Anchor, ...]
    name: Name = ""
