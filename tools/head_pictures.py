"""Contact prints of base heads and figures: sides, ages, sexes, random persons, two lights. Called by shots.py.

A process of its own: an offscreen context and a window do not live in one.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from pathlib import Path

import moderngl
import numpy as np
from PIL import Image

from yewfinch.core.anatomy.figure.person import PRESETS, Figure, Person
from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.anatomy.figure.pose_presets import PRESETS as PRESETS_OF_POSE
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.show.looking import Looking
from yewfinch.core.sight.view import View
from yewfinch.render import picture
from yewfinch.render.scene import bounds_of

TARGET = Path(__file__).parents[1] / "docs/screenshots"
SIDES = ((0, 0), (40, 0), (90, 0), (140, 0), (180, 0), (-40, 0), (20, -40), (0, 60))
#: Ages of one woman and one man.
AGES = (3, 6, 10, 15, 22, 34, 46, 58, 72, 88)
#: Of random persons: sex, age, number.
PEOPLE = (
    (0, 24, 11), (1, 33, 12), (0, 45, 13), (1, 52, 14), (0, 63, 15), (1, 71, 16),
    (0, 12, 17), (1, 41, 24), (0, 30, 19), (1, 30, 20), (0, 88, 21), (1, 19, 22),
)  # fmt: skip
#: Figures from four sides, two in a row.
BODIES = (
    (PRESETS["woman"][1], PRESETS["man"][1]),
    (Person(0.5, 3.0), PRESETS["child"][1]),
    (Person(0.0, 14.0), PRESETS["old_woman"][1]),
)
#: Stances: who, which, seen from where.
STANCES = (
    (PRESETS["woman"][1], "at_ease", (0, 50)),
    (PRESETS["man"][1], "one_leg", (10, 180)),
    (PRESETS["old_man"][1], "stooped", (50, 90)),
)
#: Close to the man's hand and foot: turn, tilt, where to.
CLOSE = ((75, 10, (405.0, -812.0, 20.0)), (40, 25, (118.0, -1560.0, 60.0)))
#: Drawn larger by this and then scaled down.
FINER = 2


def head_view(portrait: Portrait, turn: float, tilt: float, distance: float, size: tuple[int, int],
              context: moderngl.Context, raking: bool = False) -> ByteArray:  # fmt: skip
    """One head from one side."""
    view = replace(View(distance=distance, target=(0.0, -38.0, -8.0)), lens=85.0).turned(turn, tilt)
    camera = view.camera(size[0] * FINER, size[1] * FINER)
    return picture.take(portrait, camera, context=context, looking=Looking(raking=raking))


def figure_view(portrait: Portrait, turn: float, size: tuple[int, int], context: moderngl.Context) -> ByteArray:
    """A figure from one side."""
    low, high = (np.asarray(v, float) for v in bounds_of(portrait))
    view = View(distance=(high[1] - low[1]) * 2.65, target=(0.0, float(low[1] + high[1]) / 2, -20.0))
    view = replace(view, lens=85.0).turned(turn, 0)
    return picture.take(portrait, view.camera(size[0] * FINER, size[1] * FINER), context=context)


def row(tiles: Iterable[ByteArray]) -> ByteArray:
    """Pictures beside each other."""
    return np.concatenate(list(tiles), axis=1)


def save(rows: Sequence[ByteArray], name: str) -> None:
    """Rows below each other as a file."""
    Image.fromarray(np.concatenate(list(rows))).reduce(FINER).save(TARGET / f"{name}.png", optimize=True)
    print(name)


def main() -> None:
    """Three sheets."""
    context = picture.standalone_context()
    size = (150, 176)
    rows = []
    for key in ("woman", "man", "child", "old_woman", "old_man"):
        portrait = new_portrait(Figure(PRESETS[key][1], 3))
        rows.append(row(head_view(portrait, *side, 900.0, size, context) for side in SIDES))
        if key in ("woman", "old_man"):
            rows.append(row(head_view(portrait, *side, 900.0, size, context, raking=True) for side in SIDES))
    save(rows, "heads")

    size, rows = (124, 150), []
    for sex in (0.0, 1.0):
        row_of = [new_portrait(Figure(Person(sex, float(age)), 3)) for age in AGES]
        rows += [row(head_view(p, turn, 0, 880.0, size, context) for p in row_of) for turn in (0, 40)]
    size = (1240 // len(PEOPLE), 128)
    crowd = [new_portrait(Figure(Person(float(s), float(a), seed=n), 3)) for s, a, n in PEOPLE]
    for turn in (0, -40):
        tiles = row(head_view(p, turn, 0, 940.0, size, context) for p in crowd)
        wide = np.full((tiles.shape[0], 1240 * FINER, 3), tiles[0, 0], np.uint8)
        wide[:, : tiles.shape[1]] = tiles
        rows.append(wide)
    save(rows, "people")

    figures().prepare()
    size, rows = (155, 250), []
    for pair in BODIES:
        shown = [new_portrait(Figure(p, 2, "full")) for p in pair]
        rows.append(row(figure_view(p, turn, size, context) for p in shown for turn in (0, 45, 90, 180)))
    tiles = []
    for person, stance, turns in STANCES:
        portrait = new_portrait(Figure(person, 2, "full"))
        portrait.perform(figures().stand(portrait, PRESETS_OF_POSE[stance].on(Pose(), "full"), "Pose"))
        tiles += [figure_view(portrait, turn, size, context) for turn in turns]
    man = new_portrait(Figure(BODIES[0][1], 3, "full"))
    for turn, tilt, at in CLOSE:
        view = replace(View(distance=620.0, target=at), lens=85.0).turned(turn, tilt)
        tiles.append(picture.take(man, view.camera(size[0] * FINER, size[1] * FINER), context=context))
    rows.append(row(tiles))
    save(rows, "figures")


if __name__ == "__main__":
    main()
