"""The pictures that show where a landmark sits, and where in them. Made by `./run guides`."""

from __future__ import annotations

import json
from functools import lru_cache
from importlib import resources

from PyQt6.QtGui import QImage

#: Views of the guide: turn and tilt in degrees.
VIEWS: dict[str, tuple[float, float]] = {
    "front": (0.0, 0.0),
    "left": (90.0, 0.0),
    "right": (-90.0, 0.0),
    "left ear": (75.0, 0.0),
    "right ear": (-75.0, 0.0),
}


@lru_cache(maxsize=1)
def _points() -> dict[str, tuple[str, list[float]]]:
    text = (resources.files("yewfinch.app.kit") / "resources" / "guides" / "points.json").read_text()
    raw: dict[str, tuple[str, list[float]]] = json.loads(text)
    return raw


def guide_point(key: str) -> tuple[str, tuple[float, float]]:
    """View that shows a landmark best, and its place there as parts of width and height."""
    view, at = _points()[key]
    return view, (at[0], at[1])


@lru_cache(maxsize=8)
def guide_view(view: str) -> QImage:
    """The picture of a view."""
    name = view.replace(" ", "-")
    data = (resources.files("yewfinch.app.kit") / "resources" / "guides" / f"{name}.jpg").read_bytes()
    return QImage.fromData(data)
