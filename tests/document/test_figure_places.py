"""Texture places of base figures: even, without overlap, the same for every person of a crop."""

import numpy as np
import pytest

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.formats.piece_maps import texture_corners


def size_of(corners: np.ndarray) -> np.ndarray:
    a, b = corners[:, 2] - corners[:, 0], corners[:, 3] - corners[:, 1]
    return 0.5 * np.linalg.norm(np.cross(a, b), axis=1)


@pytest.mark.parametrize("crop", ["bust", "full"])
def test_figures_have_places_that_fit_everybody(crop):
    held = []
    for person in (Person(sex=1.0, age=30), Person(sex=0.0, age=60)):
        portrait = new_portrait(Figure(person, crop=crop))
        held.append(portrait.pieces["head"])
        portrait.history.close()
    one, two = (texture_corners(p) for p in held)
    np.testing.assert_array_equal(one, two)
    assert one.min() >= 0.0
    assert one.max() <= 1.0
    flat = np.concatenate([one, np.zeros((*one.shape[:2], 1), np.float32)], axis=2).astype(float)
    for piece in held:
        real = size_of(piece.surface.positions[piece.surface.faces].astype(float))
        scale = np.sqrt(size_of(flat) / real)
        low, high = np.quantile(scale / np.median(scale), [0.02, 0.98])
        assert low > 0.5
        assert high < 1.7
    # no two faces share a place: as much of the square is covered as all faces take up
    side = 4096
    middle = (flat[..., :2].mean(axis=1) * side).astype(int)
    assert 0.3 < size_of(flat).sum() < 1.0
    inside = np.unique(middle[:, 1] * side + middle[:, 0], return_counts=True)[1]
    assert (inside > 1).mean() < 0.02
