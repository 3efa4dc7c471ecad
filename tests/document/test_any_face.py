"""Hours of work on faces in a minute: lines drawn, dragged and taken away, mouths cut open, between other things."""

import numpy as np
import pytest

from tests.document.test_any_work import Work, carried_out
from yewfinch.core.document.model.locks import chosen_clay
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import face_lines, lips, mouth_cutting
from yewfinch.core.features.lips.lip_measures import with_measure
from yewfinch.core.sight.view import View
from yewfinch.demo.shapes import cube_sphere

_LINES = ("lip_upper", "mouth_line", "lip_lower")


class FaceWork(Work):
    """Somebody who draws lines of a face on whatever is there."""

    def __init__(self, seed):
        super().__init__(seed)
        self.p.pieces["ball"] = Piece("ball", "Ball", cube_sphere(26, 50.0))

    def line(self):
        key = str(self.rng.choice(_LINES))
        height = {"lip_upper": 140.0, "mouth_line": 150.0, "lip_lower": 160.0}[key] + self.rng.normal()
        low, high = (170.0, 230.0) if self.rng.random() < 0.7 else sorted(self.rng.uniform(150.0, 250.0, 2))
        x = np.linspace(low, high, 30)[:: int(self.rng.choice([1, -1]))]
        where = next(iter(self.p.pieces)) if self.rng.random() < 0.8 else self.any()
        piece = chosen_clay(self.p.pieces[where])
        camera = View(float(self.rng.normal() * 4.0), 0.0, (0, 0, 0), 900).camera(400, 300)
        return face_lines.drawn(self.p, piece, key, camera, np.stack([x, np.full(30, height)], axis=1))

    def drag_line(self):
        lines = {k: v for k, v in self.p.lines.items() if all(a.piece in self.p.pieces for a in v)}
        if not lines:
            return None
        key = str(self.rng.choice(list(lines)))
        surface = self.p.surface(lines[key][0].piece)
        number = int(self.rng.integers(len(lines[key])))
        to = lines[key][number].on(surface) + self.rng.normal(size=3) * 3.0
        reach = float(self.rng.choice([2.0, 8.0, np.inf]))
        return face_lines.changed(self.p, key, face_lines.dragged(surface, lines[key], number, to, reach))

    def remove_line(self):
        return face_lines.removed(self.p, str(self.rng.choice(_LINES)))

    def cut_mouth(self):
        return mouth_cutting.cut_open(self.p)

    def part_lips(self):
        held = lips.held(self.p)
        if held is None or mouth_cutting.is_sealed(self.p):
            return None
        return lips.change(self.p, with_measure(held.lips, self.p.landmarks(), "part", 5.0), "Part")


_WAYS = ["line"] * 8 + ["drag_line"] * 2 + ["cut_mouth"] * 4 + ["part_lips"] * 2
_WAYS += ["remove_line", "stroke", "mask", "move", "mirror", "split", "add_level", "lock", "layer"]


@pytest.mark.parametrize("seed", [8, 15, 24])  # days on which a mouth is cut
def test_lines_and_mouths_can_be_undone_saved_and_opened(seed, tmp_path):
    work = FaceWork(seed)
    carried_out(work, _WAYS, 50, tmp_path)
    assert work.done.count("line") > 2 and work.done.count("cut_mouth") > 0
