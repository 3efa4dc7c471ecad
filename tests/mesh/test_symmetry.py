import numpy as np
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from tests.nets import sound
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import symmetrising
from yewfinch.core.mesh.repair.divide import divided
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.repair.parts import loose_parts
from yewfinch.core.mesh.repair.symmetry import Plane, evened, matched, mirrored_half
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.sectors import sectors
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere

MIDLINE = Plane()


def lopsided(surface):
    at = surface.positions.astype(float)
    right = at[:, 0] < -5
    at[right] *= 1 + 0.1 * np.abs(np.sin(at[right] / 17)).sum(axis=1, keepdims=True)
    return at


def test_vertices_are_matched_by_the_net_where_the_form_differs(ball):
    at = lopsided(ball)
    match = matched(at, ball.faces, MIDLINE)
    assert match.missing == 0
    true = matched(ball.positions.astype(float), ball.faces, MIDLINE)
    np.testing.assert_array_equal(match.twin, true.twin)
    np.testing.assert_array_equal(match.twin[match.twin], np.arange(len(at)))


@pytest.mark.parametrize("keep", ["left", "right", "both"])
def test_one_side_becomes_the_image_of_the_other(ball, keep):
    at = lopsided(ball)
    match = matched(at, ball.faces, MIDLINE)
    now = evened(at, match, MIDLINE, keep)
    np.testing.assert_allclose(now[match.twin], now * [-1, 1, 1], atol=1e-9)
    kept = {"left": at[:, 0] > 0, "right": at[:, 0] < 0, "both": np.zeros(len(at), bool)}[keep]
    np.testing.assert_array_equal(now[kept], at[kept])


@given(st.integers(0, 2**32 - 1), st.floats(-60, 60))
def test_any_surface_becomes_symmetric_and_stays_closed(seed, shift):
    rng = np.random.default_rng(seed)
    small = cube_sphere(6)
    at = small.positions + rng.normal(size=(len(small), 3)) * 3
    normal = rng.normal(size=3)
    normal /= np.linalg.norm(normal)
    plane = Plane(tuple(normal * shift), tuple(normal))
    whole, faces, _, rows = mirrored_half(at, small.faces, plane, "left" if seed % 2 else "right")
    made = mended(whole, faces, weld=0.0, speck=0.0)
    assert made.report.clean
    assert len(rows) == len(whole)
    image = plane.image(whole)
    assert np.linalg.norm(image[:, None] - whole[None], axis=2).min(axis=1).max() < 1e-6


@given(st.integers(0, 2**32 - 1))
def test_both_lots_of_a_cut_end_in_the_same_rim(seed):
    rng = np.random.default_rng(seed)
    small = cube_sphere(6)
    at = small.positions.astype(float)
    values = at @ rng.normal(size=3) + rng.normal() * 30 + 20 * np.sin(at[:, 0] / 20 + rng.normal())
    values[rng.random(len(at)) < 0.1] = 0.0
    cut = divided(at, small.faces, values)
    both = mended(cut.positions, np.concatenate([cut.low, cut.high]), weld=0.0, speck=0.0, longest=0)
    assert sound(both)
    assert both.report.clean
    lower = np.unique(cut.low)
    assert (values[lower[lower < len(at)]] <= 0).all()


def test_a_ball_cut_by_a_plane_has_the_caps_height(ball):
    # volume of a cap of height h of a ball of radius r: pi h² (3 r - h) / 3
    cut = divided(ball.positions.astype(float), ball.faces, ball.positions[:, 1].astype(float) - 40.0)
    assert cut.positions[cut.on_cut][:, 1] == pytest.approx(40.0, abs=1e-5)
    made = mended(cut.positions, cut.high, longest=0)
    p, q, r, s = (made.positions[made.faces[:, k]] - [0, 40, 0] for k in range(4))
    volume = ((p * np.cross(q, r)).sum() + (p * np.cross(r, s)).sum()) / 6
    assert volume == pytest.approx(np.pi * 60**2 * (300 - 60) / 3, rel=0.01)


@pytest.mark.parametrize("count", [2, 3, 5, 12])
@pytest.mark.parametrize("axis", [0, 1, 2])
def test_sectors_are_equal_and_closed(ball, count, axis):
    at = lopsided(ball)
    made, source = sectors(at, ball.faces, count, axis, start=11.0)
    assert sound(made)
    assert (source < len(at)).all()
    u, v = (axis + 1) % 3, (axis + 2) % 3
    t = 2 * np.pi / count
    turned = made.positions.copy()
    turned[:, u] = np.cos(t) * made.positions[:, u] - np.sin(t) * made.positions[:, v]
    turned[:, v] = np.sin(t) * made.positions[:, u] + np.cos(t) * made.positions[:, v]
    away = np.linalg.norm(turned[::7, None] - made.positions[None], axis=2).min(axis=1)
    assert away.max() < 5e-3


@pytest.mark.parametrize("count", [0, 1, 1000])
def test_absurd_sectors_are_said(ball, count):
    with pytest.raises(YewfinchError, match="sectors make no sense"):
        sectors(ball.positions.astype(float), ball.faces, count)


# --- in a portrait ---------------------------------------------------------------------------


def test_symmetry_comes_back_with_a_report_and_masked_clay_stays(portrait, ball):
    at = lopsided(ball)
    ball.set_rows(np.arange(len(ball), dtype=np.int32), at.astype(np.float32))
    ball.mask[at[:, 1] > 50] = 255
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    found = symmetrising.looked_over(portrait, "clay", "sitter")
    assert (found.pairs, found.missing) == (len(ball), 0)
    assert found.most > 5
    edit, report = symmetrising.even(portrait, "clay", "sitter", "left")
    assert 0 < report.moved < len(ball) / 2 + 100
    portrait.perform(edit)
    now = portrait.surface("clay").positions
    np.testing.assert_array_equal(now[at[:, 1] > 50], at[at[:, 1] > 50].astype(np.float32))
    low = at[:, 1] < 40
    twin = matched(at, ball.faces, MIDLINE).twin
    np.testing.assert_allclose(
        now[twin][low & (at[twin][:, 1] < 40)], (now * [-1, 1, 1])[low & (at[twin][:, 1] < 40)], atol=1e-5
    )


def test_clay_whose_net_is_not_symmetric_is_welded_to_its_image(portrait, ball):
    turn = np.array([[0.8, -0.6, 0], [0.6, 0.8, 0], [0, 0, 1]])
    ball.set_rows(np.arange(len(ball), dtype=np.int32), ((ball.positions @ turn) + [7, 0, 0]).astype(np.float32))
    ball.colour[:] = (1, 2, 3, 255)
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    with pytest.raises(YewfinchError, match="no image"):
        symmetrising.even(portrait, "clay", "sitter", "both")
    edit, report = symmetrising.even(portrait, "clay", "sitter", "right")
    assert report.renewed
    portrait.perform(edit)
    own = portrait.surface("clay")
    assert (own.closed == 1).all()
    assert (own.colour == (1, 2, 3, 255)).all()
    assert symmetrising.looked_over(portrait, "clay", "sitter").most < 1e-4
    assert symmetrising.looked_over(portrait, "clay", "sitter").missing == 0


def test_planes_through_a_piece_and_sectors_of_it(portrait, ball):
    ball.set_rows(np.arange(len(ball), dtype=np.int32), (lopsided(ball) + np.array([200, 30, 0])).astype(np.float32))
    portrait.put_piece(Piece("clay", "Ball", ball), "x")
    for where in ("across", "up", "forward"):
        edit, _ = symmetrising.even(portrait, "clay", where, "left")
        assert (edit is None) == (where != "across")  # it was lopsided from left to right only
        if edit is not None:
            portrait.perform(edit)
    bounds = portrait.surface("clay").bounds()
    portrait.perform(symmetrising.round_axis(portrait, "clay", 6, 1))
    assert (portrait.surface("clay").closed == 1).all()
    assert np.abs(portrait.surface("clay").bounds().mean(axis=0) - bounds.mean(axis=0)).max() < 12
    with pytest.raises(YewfinchError, match="lies on that side"):
        symmetrising.even(portrait, "clay", "sitter", "right")


def test_the_base_head_is_symmetric_and_told_so(portrait):
    edit, report = symmetrising.even(portrait, "head", "sitter", "both")
    assert edit is None
    assert report.most < 1e-4
    assert report.missing == 0


def test_a_face_in_the_plane_is_no_wall_between_the_halves():
    box = trimesh.creation.box((20, 20, 20))
    made = Surface(np.array(box.vertices) + np.array([10.0, 0, 0]), box.faces)  # one side lies in the plane
    at, faces, _, _ = mirrored_half(made.positions.astype(float), made.faces, Plane(), "left")
    mesh = trimesh.Trimesh(at, faces[:, :3], process=False)
    assert mesh.is_watertight and mesh.volume == pytest.approx(40 * 20 * 20)


@pytest.mark.parametrize("seed", range(8))
def test_sectors_are_closed_where_vertices_lie_near_the_axis(seed):
    rng = np.random.default_rng(seed)
    ball = cube_sphere(12, 50.0)
    at = ball.positions.astype(float) @ trimesh.transformations.random_rotation_matrix(rng.random(3))[:3, :3]
    at += rng.normal(size=at.shape) * 0.3
    for axis in range(3):
        for count in (2, 3, 5, 8):
            middle = (at.min(axis=0) + at.max(axis=0)) / 2 + rng.normal(size=3) * 0.05
            made, source = sectors(at, ball.faces, count, axis, tuple(middle))
            s = Surface(made.positions, made.faces)
            assert (s.closed == 1).all(), (axis, count)
            assert len(source) > made.origin.max()


def test_sectors_of_bodies_in_one_place_stay_apart():
    ball = cube_sphere(10, 50.0)
    n = len(ball)
    two = np.concatenate([ball.positions] * 2).astype(float)
    made, _ = sectors(two, np.concatenate([ball.faces, ball.faces + n]), 3)
    s = Surface(made.positions, made.faces)
    assert (s.closed == 1).all()
    assert len(np.unique(loose_parts(s.faces, len(s)))) == 2
