"""Levels saved and opened again; files that claim what cannot be."""

import numpy as np
import pytest

from tests.formats.spoiling import spoiled
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.formats.container import load, save
from yewfinch.core.shared.errors import BadFileError
from yewfinch.demo.shapes import cube_sphere


@pytest.fixture
def worked(portrait):
    ball = cube_sphere(6)
    top = np.where(ball.positions[:, 1] > 20, 255, 0).astype(np.uint8)
    portrait.put_piece(Piece("clay", "Ball", ball, regions={"top": top}), "x")
    for _ in range(2):
        portrait.perform(detail_levels.add(portrait, "clay"))
    rng = np.random.default_rng(1)
    surface = portrait.surface("clay")
    surface.set_rows(
        np.arange(len(surface), dtype=np.int32), surface.positions + rng.normal(size=(len(surface), 3)) * 0.3
    )
    surface.colour[:, 0] = rng.integers(0, 255, len(surface))
    portrait.perform(detail_levels.go_to(portrait, "clay", 1))
    surface = portrait.surface("clay")
    surface.set_rows(np.arange(50, dtype=np.int32), surface.positions[:50] + 4)  # the finest does not know of it yet
    surface.mask[:30] = 200
    return portrait


def test_every_level_comes_back_and_goes_on_as_before(worked, tmp_path):
    save(worked, tmp_path / "a.yewfinch")
    again = load(tmp_path / "a.yewfinch")
    assert detail_levels.count(again.pieces["clay"]) == 3
    assert detail_levels.current(again.pieces["clay"]) == 1
    for number in (2, 0, 1, 2):
        for p in (worked, again):
            p.perform(detail_levels.go_to(p, "clay", number))
        a, b = worked.surface("clay"), again.surface("clay")
        np.testing.assert_array_equal(a.positions, b.positions)
        np.testing.assert_array_equal(a.faces, b.faces)
        np.testing.assert_array_equal(a.colour, b.colour)
        np.testing.assert_array_equal(a.mask, b.mask)
        for k, member in worked.pieces["clay"].regions.items():
            np.testing.assert_array_equal(member, again.pieces["clay"].regions[k])
    again.history.close()


@pytest.mark.parametrize("how", [
    {"member": "pieces/clay/level-2-positions.npy"}, {"member": "pieces/clay/level-1-since.npy"},
    {"member": "pieces/clay/level-2-positions.npy", "array": np.full((3458, 3), np.nan, "<f4")},
    {"member": "pieces/clay/level-0-faces.npy", "array": np.full((216, 4), 99999, "<i4")},
    {"member": "pieces/clay/level-0-faces.npy", "array": np.tile(np.array([[0, 1, 2, 3]], "<i4"), (216, 1))},
    {"manifest": lambda m: m.update(current=7)}, {"manifest": lambda m: m.update(vertices=[218, 866, 99999])},
    {"manifest": lambda m: m.update(vertices=[218])}, {"manifest": lambda m: m.update(current=0)},
    {"manifest": lambda m: m.update(regions=[["a"], ["b"], ["c", "c"]])},
])  # fmt: skip
def test_levels_that_cannot_be_are_refused_in_a_sentence(worked, tmp_path, how):
    save(worked, tmp_path / "a.yewfinch")
    spoiled(tmp_path / "a.yewfinch", **how)
    with pytest.raises(BadFileError, match="damaged"):
        load(tmp_path / "a.yewfinch")
