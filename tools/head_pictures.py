"""Pictures of the base heads from eight sides. Called by shots.py.

A process of its own: an offscreen context and a window do not live in one.
"""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np
from PIL import Image

from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.sight.view import View
from yewfinch.render import picture

TARGET = Path(__file__).parents[1] / "docs/screenshots"
SIDES = ((0, 0), (40, 0), (90, 0), (140, 0), (180, 0), (-40, 0), (20, -40), (0, 60))
WIDTH, HEIGHT = 158, 200


def main() -> None:
    """A row of sides for each preset."""
    context = picture.standalone_context()
    rows = []
    for _, person in PRESETS.values():
        portrait = new_portrait(Figure(person, 3))
        tiles = []
        for turn, tilt in SIDES:
            view = replace(View(distance=1080.0, target=(0.0, -42.0, -8.0)), lens=85.0).turned(turn, tilt)
            tiles.append(picture.take(portrait, view.camera(WIDTH * 2, HEIGHT * 2), context=context))
        rows.append(np.concatenate(tiles, axis=1))
    Image.fromarray(np.concatenate(rows)).reduce(2).save(TARGET / "heads.png", optimize=True)
    print("heads")


if __name__ == "__main__":
    main()
