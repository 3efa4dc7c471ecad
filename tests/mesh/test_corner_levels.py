"""Texture places of corners through detail levels: linear within faces, back to the bit."""

import numpy as np
import pytest

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.demo.shapes import cube_sphere


def flat_places(surface: Surface) -> np.ndarray:
    """A flat sheet is its own map: u and v are x and y."""
    return (surface.positions[surface.faces][..., :2] / 10.0).astype(np.float32)


def sheet(triangles: bool) -> Surface:
    at = np.array([[x, y, 0.0] for y in range(6) for x in range(6)], np.float32)
    quads = np.array([[6 * y + x, 6 * y + x + 1, 6 * y + x + 7, 6 * y + x + 6] for y in range(5) for x in range(5)])
    surface = Surface(at, quads)
    return Surface(at, surface.triangles()) if triangles else surface


@pytest.mark.parametrize("triangles", [False, True])
def test_a_flat_sheet_stays_its_own_map(triangles):
    surface = sheet(triangles)
    portrait = Portrait()
    places = CornerPlaces(surface.faces, flat_places(surface))
    portrait.put_piece(Piece("sheet", "Sheet", surface, corners=places), "Add")
    for _ in range(2):
        portrait.perform(detail_levels.add(portrait, "sheet"))
        held = portrait.pieces["sheet"]
        # new vertices of a sheet's rim are drawn in by smoothing; inside they stay in the middle
        inner = (np.abs(held.surface.positions[held.surface.faces][..., :2] - 2.5) < 1.2).all(axis=(1, 2))
        at = held.surface.positions[held.surface.faces][..., :2] / 10.0
        assert inner.sum() > 5
        if not triangles:
            np.testing.assert_allclose(held.corners.uv[inner], at[inner], atol=1e-5)
        assert np.abs(held.corners.uv - at).max() < 0.06
    portrait.perform(detail_levels.go_to(portrait, "sheet", 0))
    np.testing.assert_array_equal(portrait.pieces["sheet"].corners.uv, places.uv)
    portrait.perform(detail_levels.go_to(portrait, "sheet", 2))
    np.testing.assert_array_equal(portrait.pieces["sheet"].corners.uv, held.corners.uv)
    portrait.history.close()


def test_seams_stay_where_they_are():
    surface = cube_sphere(4)
    uv = np.random.default_rng(0).random((len(surface.faces), 4, 2)).astype(np.float32)
    portrait = Portrait()
    portrait.put_piece(Piece("ball", "Ball", surface, corners=CornerPlaces(surface.faces, uv)), "Add")
    portrait.perform(detail_levels.add(portrait, "ball"))
    fine = portrait.pieces["ball"].corners.uv
    assert fine.shape == (4 * len(uv), 4, 2)
    assert {tuple(p) for p in uv.reshape(-1, 2)} <= {tuple(p) for p in fine.reshape(-1, 2)}
    np.testing.assert_allclose(fine.mean(axis=(0, 1)), uv.mean(axis=(0, 1)), atol=1e-5)
    portrait.perform(detail_levels.drop_coarser(portrait, "ball"))
    np.testing.assert_array_equal(portrait.pieces["ball"].corners.uv, fine)
    portrait.history.close()
