import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial import cKDTree

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import adapting
from yewfinch.core.mesh.query.nearest import nearest, nearest_anchors
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.adapt import LEAST_QUALITY, adapted
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere


def quality(p, tri):
    """Twice the area by the sum of squared sides, 1 for three equal sides (Bank & Smith 1997)."""
    q = p[tri].astype(float)
    area = np.linalg.norm(np.cross(q[:, 1] - q[:, 0], q[:, 2] - q[:, 0]), axis=1)
    return 2 * np.sqrt(3) * area / ((q - np.roll(q, -1, axis=1)) ** 2).sum(axis=(1, 2))


def around(surface, point, radius):
    return np.linalg.norm(surface.positions - np.array(point), axis=1) < radius


def worked(surface, near, length, **how):
    return adapted(surface, np.nonzero(near)[0], length, **how)


def sound(positions, faces):
    report = mended(positions, faces, weld=0.0, speck=0.0, longest=0).report
    assert report.clean, report.words()


@pytest.mark.parametrize("length", [1.0, 2.0, 9.5, 13.0])
@pytest.mark.parametrize("symmetric", [False, True])
def test_edges_come_to_the_length_and_the_rest_is_untouched(ball, length, symmetric):
    near = around(ball, (20, 0, 98), 30)
    made = worked(ball, near, length, symmetric=symmetric)
    sound(made.surface.positions, made.surface.faces)
    assert made.symmetric == symmetric
    q = made.surface.positions[made.patch]
    side = np.linalg.norm(q - np.roll(q, -1, axis=1), axis=2)
    middle = around_rows(q.mean(axis=1), (20, 0, 98), 12)
    inner = side[middle] / length
    assert 0.5 < np.median(inner) < 1.4
    assert quality(made.surface.positions, made.patch).min() > LEAST_QUALITY - 1e-6
    far = np.nonzero(~around(ball, (20, 0, 98), 55) & ~around(ball, (-20, 0, 98), 55))[0]
    np.testing.assert_array_equal(made.surface.positions[made.made.row[far]], ball.positions[far])
    outside = ball.faces[np.isin(ball.faces, far).all(axis=1)]
    have = {tuple(f) for f in made.surface.faces.tolist()}
    assert all(tuple(f) in have for f in made.made.row[outside].tolist())
    if symmetric:
        flip = made.surface.positions * np.float32([-1, 1, 1])
        assert cKDTree(made.surface.positions).query(flip)[0].max() == 0.0


def around_rows(points, centre, radius):
    return np.linalg.norm(points - np.array(centre), axis=1) < radius


def test_halving_leaves_the_form_where_it_is(ball):
    made = worked(ball, around(ball, (0, 0, 100), 30), 1.5)
    old = Surface(ball.positions, ball.faces)
    # quads are not flat: halves lie on one of their two pairs of triangles
    assert np.sqrt(nearest(old, made.surface.positions.astype(float))[0].max()) < 0.15
    ball.colour[ball.positions[:, 0] > 0] = (10, 20, 30, 255)
    made = worked(ball, around(ball, (0, 0, 100), 30), 1.5)
    assert (made.surface.colour[made.surface.positions[:, 0] > 7][:, 0] == 10).all()


def test_rims_and_crests_stay(ball):
    faces = ball.faces[~(ball.positions[ball.faces][:, :, 2] > 80).all(axis=1)]
    cap = Surface(ball.positions, faces)
    rim = {tuple(p) for p in cap.positions[np.unique(faces)][cap.closed[np.unique(faces)] == 0]}
    made = worked(cap, around(cap, (0, 0, 100), 70), 9.0)
    used = np.unique(made.surface.faces)
    assert {tuple(p) for p in made.surface.positions[used[made.surface.closed[used] == 0]]} == rim


@given(st.integers(0, 2**32 - 1))
def test_random_places_and_lengths_of_random_bodies_stay_sound(seed):
    rng = np.random.default_rng(seed)
    body = cube_sphere(int(rng.integers(5, 14)))
    at = body.positions * (
        1 + 0.3 * np.sin(body.positions / rng.uniform(15, 60) + rng.uniform(0, 6, 3)).sum(axis=1, keepdims=True) / 3
    )
    body = Surface(at, body.faces)
    near = np.linalg.norm(at - at[rng.integers(len(at))], axis=1) < rng.uniform(5, 120)
    made = worked(body, near, float(rng.uniform(1.5, 40)))
    if made is not None:
        sound(made.surface.positions, made.surface.faces)


@pytest.mark.parametrize("symmetric", [False, True])
def test_after_hundreds_of_random_strokes_all_is_sound_and_undo_is_exact(symmetric):
    portrait = Portrait()
    portrait.put_piece(Piece("clay", "Ball", cube_sphere(8)), "x")
    first = portrait.surface("clay")
    before = first.positions.copy(), first.faces.copy(), first.colour.copy()
    rng = np.random.default_rng(5 + symmetric)
    start = portrait.history.position
    done = 0
    for number in range(500 if not symmetric else 240):
        surface = portrait.surface("clay")
        centre = surface.positions[rng.integers(len(surface))].astype(float)
        radius, force, length = rng.uniform(8, 30), rng.uniform(-3, 4), rng.uniform(3, 20)
        away = np.linalg.norm(surface.positions - centre, axis=1)
        weight = np.clip(1 - away / radius, 0, 1) ** 2
        if symmetric:
            weight = np.maximum(
                weight, np.clip(1 - np.linalg.norm(surface.positions - centre * [-1, 1, 1], axis=1) / radius, 0, 1) ** 2
            )
        rows = np.nonzero(weight > 0)[0].astype(np.int32)
        way = surface.normals[rows].astype(float)
        after = (surface.positions[rows] + weight[rows, None] * force * way).astype(np.float32)
        if symmetric:
            after[np.abs(surface.positions[rows, 0]) < 1e-4, 0] = 0.0
        stroke = RowsChange("clay", "positions", rows, surface.positions[rows].copy(), after)
        surface.set_rows(rows, after)
        more = adapting.refined(portrait, "clay", stroke, float(length), symmetric)
        portrait.keep_stroke("Stroke", stroke, more)
        done += bool(more)
        if number % 50 == 49:
            now = portrait.surface("clay")
            sound(now.positions, now.faces)
    assert done > 200
    now = portrait.surface("clay")
    sound(now.positions, now.faces)
    tri = now.triangles()
    good = quality(now.positions, tri)  # what strokes themselves squeeze is not always mended
    assert good.min() > 0.02
    assert (good < LEAST_QUALITY).mean() < 0.01
    normals = np.cross(*(now.positions[tri[:, k]].astype(float) - now.positions[tri[:, 0]] for k in (1, 2)))
    against = (normals * now.normals[tri].mean(axis=1)).sum(axis=1)
    assert (against <= 0).sum() <= 2
    while portrait.history.position > start:
        portrait.history.undo()
    back = portrait.surface("clay")
    for a, b in zip((back.positions, back.faces, back.colour), before, strict=True):
        np.testing.assert_array_equal(a, b)
    portrait.history.close()


def test_one_undo_step_with_landmarks_regions_and_masks(portrait, ball):
    regions = {"front": np.where(ball.positions[:, 2] > 0, 255, 0).astype(np.uint8)}
    ball.mask[ball.positions[:, 1] > 95] = 255
    portrait.put_piece(Piece("clay", "Ball", ball, regions=regions), "x")
    portrait.set_field(
        "anchors", {**portrait.anchors, "prn": nearest_anchors("clay", ball, np.array([[1.0, 2.0, 100.0]]))[0]}, "x"
    )
    rows = np.nonzero(around(ball, (0, 0, 100), 30))[0].astype(np.int32)
    stroke = RowsChange("clay", "positions", rows, ball.positions[rows].copy(), ball.positions[rows] * np.float32(1.02))
    before = ball.positions.copy()
    ball.set_rows(rows, ball.positions[rows] * np.float32(1.02))
    steps = portrait.history.position
    portrait.keep_stroke("Swell", stroke, adapting.refined(portrait, "clay", stroke, 2.0, False))
    assert portrait.history.position == steps + 1
    now = portrait.pieces["clay"]
    assert len(now.surface) > len(ball)
    assert portrait.landmark("prn") == pytest.approx([1, 2, 102], abs=1.0)
    assert (now.regions["front"][now.surface.positions[:, 2] > 8] == 255).all()
    assert now.surface.mask[now.surface.positions[:, 1] > 96].min() == 255
    portrait.history.undo()
    assert portrait.surface("clay") is ball
    np.testing.assert_array_equal(ball.positions, before)
    portrait.history.redo()
    assert portrait.pieces["clay"].surface is now.surface


@pytest.mark.parametrize("length", [0.0, -2.0, float("nan"), 1e6])
def test_absurd_lengths_are_said(ball, length):
    with pytest.raises(YewfinchError, match="make no sense"):
        worked(ball, around(ball, (0, 0, 100), 30), length)


def test_quads_with_both_ends_of_their_shorter_diagonals_in_common_are_not_cut_along_them():
    """A lantern.

    Every quad runs from the upper end to the lower one, which are nearer to each other than its other corners.
    """
    turn = np.arange(6) * np.pi / 3
    round_ = np.stack([30 * np.cos(turn), np.zeros(6), 30 * np.sin(turn)], axis=1)
    lantern = Surface(
        np.r_[[[0, 6, 0], [0, -6, 0]], round_].astype(np.float32), [[0, 2 + (k + 1) % 6, 1, 2 + k] for k in range(6)]
    )
    assert (lantern.closed == 1).all()
    made = adapted(lantern, np.arange(8), 5.0)
    assert made is not None
    assert (made.surface.closed == 1).all()
    assert lantern_volume(made.surface) == pytest.approx(
        12 * 6 * 30**2 * np.sqrt(3) / 4 / 3, rel=0.1
    )  # two pyramids on a hexagon
    start, end = (made.surface.triangles().ravel(), np.roll(made.surface.triangles(), -1, axis=1).ravel())
    assert (np.unique(np.sort(np.stack([start, end], axis=1), axis=1), axis=0, return_counts=True)[1] == 2).all()


def lantern_volume(surface):
    a, b, c = (surface.positions[surface.triangles()[:, k]].astype(float) for k in range(3))
    return float((a * np.cross(b, c)).sum() / 6)
