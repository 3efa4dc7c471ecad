"""Calipers: distances and angles between points that ride with the clay."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from yewfinch.core.mesh.anchors import Anchor
from yewfinch.core.shared.bounds import Name

Kind = Literal["distance", "surface", "angle"]


@dataclass(frozen=True)
class Caliper:
    """A kept measure: two points for a distance, three for an angle at the middle one."""

    kind: Kind
    points: tuple[Anchor, ...]
    name: Name = ""
