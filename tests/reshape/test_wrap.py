"""Surfaces laid onto others, and levels made under dense ones."""

import numpy as np
import pytest

from tests.nets import bumpy
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.nearest import NearestTree, nearest
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.wrap import laid, mean_edge, under
from yewfinch.core.shared.errors import CancelledError, YewfinchError
from yewfinch.demo.shapes import cube_sphere


def test_a_dense_surface_becomes_the_finest_of_levels():
    dense = bumpy()
    dense.colour[dense.positions[:, 0] > 0] = (200, 40, 40, 255)
    dense.mask[dense.positions[:, 1] > 0] = 255
    top = np.where(dense.positions[:, 1] > 40, 255, 0).astype(np.uint8)
    state = under(dense, 3, {"top": top})
    sizes = state.levels.sizes
    assert len(sizes) == 4
    assert state.levels.current == 3
    assert 0.6 * len(dense) < sizes[-1] < 1.5 * len(dense)
    own = state.surface
    assert (own.closed == 1).all()
    edge = mean_edge(dense)
    away = np.sqrt(nearest(dense, own.positions)[0])
    back = np.sqrt(nearest(own, dense.positions)[0])
    assert away.max() < 0.05 * edge  # its vertices lie on the old surface
    assert back.max() < 0.4 * edge  # and nothing of that stands out
    assert (own.colour[own.positions[:, 0] > 3, 0] == 200).all()
    assert (own.mask[own.positions[:, 1] > 3] == 255).all()
    assert (state.regions["top"][own.positions[:, 1] > 44] == 255).all()
    # detail is not in the coarse level, and comes back
    before = own.positions.copy()
    state = levels.to_level(state, 0)
    assert len(state.surface) == sizes[0]
    assert (state.surface.colour[state.surface.positions[:, 0] > 25, 0] > 150).all()
    np.testing.assert_array_equal(levels.to_level(state, 3).surface.positions, before)


def test_laid_with_a_soft_edge_and_facing_alike():
    small, large = cube_sphere(20), cube_sphere(20)
    rows = np.arange(len(small), dtype=np.int32)
    small.set_rows(rows, small.positions * 0.97)
    tree = NearestTree(large.positions, large.triangles())
    np.testing.assert_allclose(
        np.linalg.norm(laid(small, tree, 20.0), axis=1), np.linalg.norm(small.positions, axis=1) / 0.97, atol=0.2
    )
    np.testing.assert_array_equal(laid(small, tree, 2.0, fading=True), small.positions)
    half = laid(small, tree, 4.0, fading=True)  # 3 of 4 mm away: half of the way
    np.testing.assert_allclose(np.linalg.norm(half, axis=1) - np.linalg.norm(small.positions, axis=1), 1.5, atol=0.25)
    turned = Surface(small.positions, small.faces[:, ::-1])
    np.testing.assert_array_equal(laid(turned, tree, 20.0), turned.positions)


def test_detail_taken_over_where_nothing_is_masked(portrait):
    plain = cube_sphere(60)
    portrait.put_piece(Piece("plain", "Plain", plain), "x")
    portrait.put_piece(Piece("bumpy", "Bumpy", bumpy()), "x")
    plain.mask[plain.positions[:, 0] < 0] = 255
    before = plain.positions.copy()
    portrait.perform(detail_levels.copy_detail(portrait, "plain", "bumpy", 20.0))
    at = portrait.surface("plain").positions
    np.testing.assert_array_equal(at[before[:, 0] < 0], before[before[:, 0] < 0])
    assert np.sqrt(nearest(portrait.surface("bumpy"), at[before[:, 0] > 1])[0]).max() < 0.3
    portrait.history.undo()
    np.testing.assert_array_equal(portrait.surface("plain").positions, before)
    with pytest.raises(YewfinchError, match="another piece"):
        detail_levels.copy_detail(portrait, "plain", "plain", 5.0)
    with pytest.raises(YewfinchError, match="within"):
        detail_levels.copy_detail(portrait, "plain", "eye_left", 0.01)


def test_open_clay_gets_levels_and_keeps_its_rim():
    ball = cube_sphere(24)
    low = ball.positions[ball.faces][:, :, 1].max(axis=1) < -60
    rows, faces = np.unique(ball.faces[~low], return_inverse=True)
    cup = Surface(ball.positions[rows], faces.reshape(-1, 4))
    state = under(cup, 2, {})
    made = state.surface
    assert np.linalg.norm(made.positions, axis=1) == pytest.approx(100, abs=0.6)
    rim = made.positions[made.closed == 0]
    assert len(rim) > 20 and np.abs(rim[:, 1] - cup.positions[cup.closed == 0, 1].mean()).max() < 5


def test_what_cannot_be_is_said(portrait):
    ball = cube_sphere(20)
    with pytest.raises(YewfinchError, match="fewer levels"):
        under(cube_sphere(6), 5, {})
    with pytest.raises(YewfinchError, match="1 to 5"):
        under(ball, 0, {})
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    portrait.perform(detail_levels.make_under(portrait, "clay", 1))
    with pytest.raises(YewfinchError, match="already"):
        detail_levels.make_under(portrait, "clay", 1)

    def stop(fraction, text):
        if fraction > 0.5:
            raise CancelledError("enough")

    with pytest.raises(CancelledError):
        under(ball, 2, {}, progress=stop)
